"""Views of chance round the work, to be compared by their pictures."""

from __future__ import annotations

from collections.abc import Sequence
from random import Random

from steeple.core.drills.making import bared, made_plan, usual
from steeple.core.geometry.vectors import ORIGIN
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position
from steeple.core.plan.parts.work import ShapeId
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.lamp import spot_at
from steeple.core.study.inputs.work import given_work

SHAPES_FROM_ASIDE: tuple[ShapeId, ...] = ("fingertips", "page-flat", "small-flat", "vessel")
LEAST_UP_DEG, MOST_UP_DEG = 30.0, 60.0


def made_views(rng: Random, owned: Owned) -> Plan:
    """A plan of chance for views from aside.

    Parameters
    ----------
    rng, owned
        where chance comes from; what the maker has.
    """
    return made_plan(rng, owned, SHAPES_FROM_ASIDE, zoom=True)


def looks_from(
    plan: Plan, number: int, azimuth_deg: float, elevation_deg: float, wide: float
) -> Camera:
    """A camera with the usual zoom that looks at the middle of the work from a direction.

    Parameters
    ----------
    plan, number
        for the work; number of the camera.
    azimuth_deg, elevation_deg
        clockwise from straight away from the maker; up from the table.
    wide
        how much wider than the work its picture is.
    """
    body, lens = usual("camera-middle"), usual("zoom-middle")
    assert isinstance(body, Body)
    assert isinstance(lens, Lens)
    work = given_work(plan, Assumptions())
    focal = 35.0
    sensor = body.modes[0].sensor_width_mm or 23.5
    distance = max(300.0, wide * work.plane.width_mm * focal / sensor)
    middle = ORIGIN if work.is_flat else work.plane.middle
    place = spot_at(middle, azimuth_deg, elevation_deg, distance)
    return Camera(
        id=f"view-{number}", role="three-quarter", body=body, lens=lens, focal_mm=focal,
        position=Position(x_mm=round(place.x, 1), y_mm=round(place.y, 1), z_mm=round(place.z, 1)),
        aim=Aim(tilt_deg=round(90.0 - elevation_deg, 1), toward_deg=round((azimuth_deg + 180.0) % 360.0, 1)),
    )  # fmt: skip


def with_views(plan: Plan, views: Sequence[tuple[float, float, float]]) -> Plan | None:
    """The plan with some cameras from aside, and without what would stand in their way; None for work that stands.

    Parameters
    ----------
    plan
        any.
    views
        of each camera azimuth and elevation, degrees, and how much wider than the work its picture is.
    """
    if plan.work.shape in ("easel", "small-upright"):
        return None
    cameras = tuple(
        looks_from(plan, at + 1, round(azimuth % 360.0, 1), round(elevation, 1), wide)
        for at, (azimuth, elevation, wide) in enumerate(views)
    )
    return bared(plan).model_copy(update={"lights": (), "cards": (), "cameras": cameras})
