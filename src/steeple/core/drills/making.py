"""Plans of chance to practise on: a shape of work, usual gear, nothing that is anybody's."""

from __future__ import annotations

from collections.abc import Sequence
from random import Random

from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.cupboard.usual import USUAL
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.work import ShapeId, Work, Zone
from steeple.core.plan.shapes import SHAPES

FLAT: tuple[ShapeId, ...] = (
    "small-flat", "page-flat", "fingertips", "cards-between-two", "keyboard", "cloth",
)  # fmt: skip
TALL: tuple[ShapeId, ...] = ("vessel", "turning-machine", "hot-counter", "fingertips", "page-flat")
SHINY: tuple[ShapeId, ...] = ("small-flat", "cards-between-two")


def usual(kind: str) -> object:
    """A thing of the picture board by its id."""
    return next(one.gear for one in USUAL if one.id == kind)


BODIES: tuple[tuple[str, tuple[str, ...]], ...] = (
    ("camera-middle", ("zoom-middle", "wide-middle", "normal-middle", "close-middle")),
    ("camera-large", ("zoom-large", "normal-large")),
)
"""Cameras with lenses to change, and the lenses that fit each."""
LEAST_ZOOM_MM = 4.0


def to_cm(value: float) -> float:
    """A length in whole centimetres, as one says it."""
    return 10.0 * max(1, round(value / 10.0))


def pairs_owned(owned: Owned, *, zoom: bool) -> list[tuple[Body, Lens]]:
    """Cameras with lenses that the maker has; of the picture board where there are none.

    Parameters
    ----------
    owned, zoom
        what the maker has; whether the lens must be a zoom.
    """
    mine = [
        (body, lens)
        for body in owned.bodies
        for lens in owned.lenses
        if body.kind == "camera" and body.modes[0].sensor_width_mm and lens.fits(body)
    ]
    board = [(usual(body), usual(lens)) for body, lenses in BODIES for lens in lenses]
    there = mine or [
        (body, lens) for body, lens in board if isinstance(body, Body) and isinstance(lens, Lens)
    ]
    if not zoom:
        return there
    zooms = [one for one in there if one[1].focal_max_mm - one[1].focal_min_mm >= LEAST_ZOOM_MM]
    return zooms or pairs_owned(NOTHING_OWNED, zoom=True)


def made_plan(rng: Random, owned: Owned, shapes: Sequence[ShapeId], *, zoom: bool = False) -> Plan:
    """A plan of chance with one camera over flat work.

    Parameters
    ----------
    rng, owned
        where chance comes from; what the maker has.
    shapes
        of these one.
    zoom
        whether the lens must be a zoom.
    """
    shape = rng.choice(list(shapes))
    given = SHAPES[shape]
    body, lens = rng.choice(pairs_owned(owned, zoom=zoom))
    width, depth = (to_cm(side * rng.uniform(0.7, 1.25)) for side in given.zone_mm)
    return Plan(
        title=f"Practice: {given.title.lower()}",
        work=Work(
            shape=shape, zone=Zone(width_mm=width, depth_mm=depth),
            zone_top_mm=to_cm(max(10.0, given.zone_top_mm * rng.uniform(0.6, 1.6))),
        ),
        room=Room(ceiling_mm=to_cm(rng.uniform(2300.0, 3000.0))),
        cameras=(Camera(id="overhead", role="overhead", body=body, lens=lens, roll_deg=0),),
    )  # fmt: skip


def middle_focal(camera: Camera) -> float | None:
    """A zoom setting in the middle of a lens, whole millimetres; None for a camera without a lens.

    Parameters
    ----------
    camera
        any.
    """
    lens = camera.lens
    return None if lens is None else float(round((lens.focal_min_mm + lens.focal_max_mm) / 2))


def any_focal(rng: Random, camera: Camera) -> float | None:
    """A zoom setting of chance, whole millimetres where the lens has one; None for a camera without a lens.

    Parameters
    ----------
    rng, camera
        where chance comes from; any.
    """
    lens = camera.lens
    if lens is None:
        return None
    focal = float(round(rng.uniform(lens.focal_min_mm, lens.focal_max_mm)))
    return min(lens.focal_max_mm, max(lens.focal_min_mm, focal))


def with_camera(plan: Plan, index: int = 0, **fields: object) -> Plan:
    """The plan with some fields of a camera set.

    Parameters
    ----------
    plan, index
        the plan, and which of its cameras.
    fields
        of the camera.
    """
    cameras = list(plan.cameras)
    cameras[index] = cameras[index].model_copy(update=fields)
    return plan.model_copy(update={"cameras": tuple(cameras)})


def bared(plan: Plan) -> Plan:
    """The plan without supports, sound, power and set-ups: what names a camera that will not be there is gone.

    Parameters
    ----------
    plan
        any.
    """
    session = plan.session.model_copy(update={"handling": (), "main": None})
    bare: dict[str, object] = dict.fromkeys(
        (
            "supports",
            "mounts",
            "adapters",
            "setups",
            "mics",
            "leads",
            "recorders",
            "banks",
            "accepted",
        ),
        (),
    )
    return plan.model_copy(update={**bare, "session": session})


def looks_down(plan: Plan) -> Plan | None:
    """The plan with its first camera alone, looking straight down at the whole zone with all of its lens; None where it
    has no camera with a lens.

    Parameters
    ----------
    plan
        any.
    """
    if not plan.cameras:
        return None
    camera = plan.cameras[0]
    if camera.body is None or (camera.lens is None and not camera.body.takes_no_lens):
        return None
    if camera.role != "overhead" or camera.target is not None:
        return None
    still = camera.model_copy(
        update={
            "position": Position(z_mm=camera.position.z_mm),
            "aim": Aim(tilt_deg=0.0),
            "support": None,
            "mount": None,
        }
    )
    return bared(plan).model_copy(update={"cameras": (still,)})
