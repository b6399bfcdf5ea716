"""What the lens sees: the scene of a plan, made ready for the simulated camera."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from steeple.core.body.figure import Figure, Solid
from steeple.core.errors import InputError
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.vectors import Vector
from steeple.core.simcam.camera import Picture, Shot, Stage, render
from steeple.core.study.angles.things import Thing
from steeple.core.study.inputs.maker import MIDDLE_POSE
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.light.study import LightStudy
from steeple.core.study.picture.gear import with_gear
from steeple.core.study.picture.lit import lighting_of

SKIN, HAIR, CLOTH, TOOL = (
    (0.42, 0.30, 0.23),
    (0.09, 0.075, 0.06),
    (0.11, 0.16, 0.15),
    (0.2, 0.2, 0.19),
)
"""Linear colours of a neutral figure: shade matters here, not a person."""
PART_COLOURS = {
    "head": HAIR, "neck": SKIN, "trunk": CLOTH, "upper-arm": CLOTH, "forearm": CLOTH,
    "hand": SKIN, "tool": TOOL,
}  # fmt: skip
FACE_AHEAD, FACE_RADIUS = 0.24, 0.84
"""Of the radius of the head: how far its face lies ahead, and how large the ball is that shows it."""
WARM = np.array([1.06, 1.0, 0.90])
FLOOR_REFLECTANCE = 0.10
SAMPLES = {"draft": 1, "fine": 5}
_MARKS = ((0.0, 0.0), (-0.42, -0.38), (0.42, -0.38), (0.42, 0.38), (-0.42, 0.38))


def _grey(reflectance: float) -> Array:
    return np.clip(reflectance * WARM, 0.0, 1.0)


def _face(figure: Figure) -> Solid:
    """The front of a head, toward where its hands are: without it a head has no face to be filmed."""
    head = figure.head
    ahead = Vector(figure.action.x - head.a.x, figure.action.y - head.a.y, 0.0)
    ahead = ahead.unit if ahead.length > 1.0 else Vector(0.0, 1.0, 0.0)
    way = ahead.times(FACE_AHEAD).plus(Vector(0.0, 0.0, -FACE_AHEAD / 2))
    middle = head.a.plus(way.times(head.radius_mm))
    return Solid("head", middle, middle, FACE_RADIUS * head.radius_mm)


def stage_of(work: GivenWork, *, pose: int = MIDDLE_POSE, people: bool = True) -> Stage:
    """Table, work, things, room and people of a plan as simple solids, in one pose."""
    figure = work.maker.poses.figures[pose]
    solids = tuple(one for each in work.maker.company for one in each.solids)
    if people:
        solids = figure.solids + solids
    spheres = [
        (item.x_mm, item.y_mm, item.width_mm / 2) for item in work.items if item.kind == "sphere"
    ]
    capsules = [solid.row for solid in solids]
    colours = [PART_COLOURS[solid.part] for solid in solids]
    for one in (figure, *work.maker.company) if people else work.maker.company:
        capsules.append(_face(one).row)
        colours.append(SKIN)
    thing = tuple(_grey(0.7 * work.reflectance))
    for x, y, radius in spheres:
        capsules.append((x, y, radius, x, y, radius, radius))
        colours.append(thing)
    boxes = [
        (
            item.x_mm - item.width_mm / 2, item.x_mm + item.width_mm / 2,
            item.y_mm - (item.depth_mm or 0) / 2, item.y_mm + (item.depth_mm or 0) / 2,
            0.0, item.height_mm or 0.0,
        )
        for item in work.items
        if item.kind == "box"
    ]  # fmt: skip
    box_colours = [thing for _ in boxes]
    for block in work.blocks:
        boxes.append((block.left, block.right, block.near, block.far, block.low, block.high))
        box_colours.append(tuple(_grey(0.4)))
    cylinders = [
        (item.x_mm, item.y_mm, item.width_mm / 2, 0.0, item.height_mm or 0.0)
        for item in work.items
        if item.kind == "cylinder"
    ]
    plane, table = work.plane, work.table
    return Stage(
        capsules=np.array(capsules, dtype=np.float64).reshape(-1, 7),
        capsule_colours=np.array(colours, dtype=np.float64).reshape(-1, 3),
        boxes=np.array(boxes, dtype=np.float64).reshape(-1, 6),
        box_colours=np.array(box_colours, dtype=np.float64).reshape(-1, 3),
        cylinders=np.array(cylinders, dtype=np.float64).reshape(-1, 5),
        cylinder_colours=np.array([thing for _ in cylinders], dtype=np.float64).reshape(-1, 3),
        table=np.array([table.left, table.right, table.near, table.far]),
        floor_z=-work.table_height_mm,
        surfaces=np.array(
            [_grey(FLOOR_REFLECTANCE), _grey(work.mat_reflectance), _grey(work.reflectance)]
        ),
        plane=np.array(
            [
                *plane.middle,
                1.0,
                0.0,
                0.0,
                *plane.slope,
                *plane.normal,
                plane.width_mm / 2,
                plane.depth_mm / 2,
            ]
        ),
        marks=np.array([[x * plane.width_mm, s * plane.depth_mm] for x, s in _MARKS]),
        line_mm=work.detail_mm,
    )


def picture_of(
    study: LensStudy,
    *,
    width_px: int,
    quality: str = "draft",
    pose: int = MIDDLE_POSE,
    light: LightStudy | None = None,
    gear: Sequence[Thing] = (),
) -> Picture:
    """What a camera sees, in the shape of the published picture.

    Parameters
    ----------
    study
        a studied camera that forms a picture.
    width_px
        width of the picture to make; its height follows from the published frame.
    quality
        ``draft`` while something is dragged, ``fine`` to be kept.
    pose
        0 … 8, which of the nine poses.
    light
        the lamps of the plan; an even sky where there is none, or none lit.
    gear
        what of the gear stands in the picture.

    Raises
    ------
    InputError
        ``no-picture`` while the lens hangs in the work; ``out-of-range`` for pose or size.
    """
    sight, settings = study.sight, study.settings
    if sight is None:
        raise InputError(
            "no-picture",
            "The lens hangs inside the work and sees nothing: raise it first.",
            field="position/z_mm",
            value=study.height_mm,
            allowed=f"above {study.framing.value_of(study.framing.lowest):.0f}",
        )
    if not 0 <= pose <= 8:
        raise InputError(
            "out-of-range",
            f"There is no pose {pose}; there are nine, 0 to 8.",
            field="pose",
            value=pose,
            allowed="0 to 8",
        )
    delivery = study.work.delivery_px
    radius = 0.0
    if settings.focal_mm is not None and settings.f_number is not None:
        radius = settings.focal_mm / (2 * settings.f_number)
    pyramid = sight.pyramid
    return render(
        with_gear(stage_of(study.work.bench, pose=pose, people=study.camera.sees_maker), gear),
        Shot(
            camera=study.framing.row(settings.d_mm),
            half_width=pyramid.half_width,
            half_height=pyramid.half_height,
            focus_mm=sight.focus_distance_mm,
            pupil_radius_mm=radius,
        ),
        size_px=(width_px, max(16, round(width_px / delivery.aspect))),
        samples=SAMPLES[quality],
        lighting=None
        if light is None
        else lighting_of(light, pose=pose, quality=quality, width_px=width_px),
    )
