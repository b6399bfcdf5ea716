"""The lens step: what one camera covers, focuses and resolves, from where it stands."""

from __future__ import annotations

import math
from dataclasses import dataclass

from steeple.core.geometry.pose import Pyramid, on_plane
from steeple.core.geometry.rectangle import SIDES, Rectangle, Side, Spare
from steeple.core.geometry.vectors import UP, Vector
from steeple.core.optics.exposure import illuminance_needed, steady_shutter
from steeple.core.optics.focus import airy_disc, sharp_range
from steeple.core.optics.thin_lens import effective_f_number, magnification
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import mm
from steeple.core.study.base.step import Context
from steeple.core.study.inputs.aimed import aimed_work
from steeple.core.study.inputs.camera import GivenCamera, given_camera
from steeple.core.study.inputs.support import limits_of
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.body_sight import BodySight, body_sight
from steeple.core.study.lens.framing import Framing, framing_of
from steeple.core.study.lens.heights import nearest_focus_of
from steeple.core.study.lens.settings import Settings, settle
from steeple.core.study.work.step import WORK

Quad = tuple[Vector, ...]
SQUARE_DEG = 0.05
"""A camera out of square with the work by less than this is said to be square to it."""
_CORNER_WAYS: dict[Side, tuple[int, ...]] = {
    "left": (0, 3), "right": (1, 2), "near": (0, 1), "far": (2, 3),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Sight:
    """What a camera sees from where it is. Lengths in millimetres, heights above the table top.

    ``quad_surface`` and ``quad_top`` are the corners of the picture on the surface of the work and
    at its top (bottom left, bottom right, top right, top left of the picture); ``seen_surface`` and
    ``seen_top`` its extent along the two lines through the middle of the zone, as a rectangle in
    the plane of the work. They are None where the picture reaches past the horizon of the work.
    """

    pyramid: Pyramid
    focus_distance_mm: float
    quad_surface: Quad | None
    quad_top: Quad | None
    seen_surface: Rectangle | None
    seen_top: Rectangle | None
    spare_surface: Spare
    spare_top: Spare
    margin_mm: float
    """The widest margin round the zone, on every side alike, that is wholly in the picture."""
    table_beyond: Spare | None
    """How far the table reaches beyond the picture; negative where the picture shows floor."""
    out_of_square_deg: float
    keystone: float | None
    """Of the two pairs of opposite edges of the picture on the work the one that differs more:
    longer by shorter; 1 where it is square."""
    keystone_edges: tuple[float, float]
    mark_height_mm: float
    rim_height_mm: float
    back_height_mm: float
    hand_room_mm: float
    ceiling_clearance_mm: float | None
    wall_clearance_mm: float | None
    magnification: float | None
    effective_f_number: float | None
    airy_mm: float | None
    sharp_near_mm: float | None
    """Nearest and farthest sharp distance from the entrance pupil along the axis; the farthest is
    None with a known nearest where everything farther away is sharp."""
    sharp_far_mm: float | None
    middle_mm: float
    """Entrance pupil to the middle of the zone, along the axis; and the nearest and farthest point."""
    work_near_mm: float
    work_far_mm: float
    recorded_px_per_mm: float
    delivered_px_per_mm: float
    delivered_px_per_mm_top: float
    detail_px: float
    shutter_s: float
    light_needed_lx: float | None
    body: BodySight | None
    """None for a camera that films without the maker."""

    @property
    def spare(self) -> Spare:
        """The tighter of surface and top on each side; the top wherever the work stands up."""
        one, other = self.spare_surface, self.spare_top
        return Spare(**{side: min(one.on(side), other.on(side)) for side in SIDES})

    @property
    def sharp_up_to_mm(self) -> float | None:
        """How far above the middle of the work it is sharp: straight up, or toward a lens that looks
        level."""
        if self.sharp_near_mm is None:
            return None
        return (self.middle_mm - self.sharp_near_mm) / self._steepness

    @property
    def sharp_down_to_mm(self) -> float | None:
        """Lowest sharp place from the middle of the work (negative: behind it); None with a known
        `sharp_up_to_mm` means that everything farther away is sharp."""
        if self.sharp_far_mm is None:
            return None
        return (self.middle_mm - self.sharp_far_mm) / self._steepness

    @property
    def _steepness(self) -> float:
        """Way along the axis for a way straight down; 1 for a camera that looks nearly level."""
        down = -self.pyramid.pose.axis.z
        return down if down > LEVEL else 1.0


LEVEL = math.cos(math.radians(80.0))
"""A camera that is tipped farther looks level: what is sharp is then said along its axis."""


@dataclass(frozen=True, slots=True)
class LensStudy:
    """Everything the lens step knows about one camera. ``sight`` is None while the lens is so low
    that no picture is formed."""

    work: GivenWork
    camera: GivenCamera
    settings: Settings
    framing: Framing
    nearest_focus_mm: float | None
    position: Vector
    sight: Sight | None

    @property
    def hand_room_mm(self) -> float | None:
        """Free room between the top of the work and the rim of the lens."""
        return None if self.sight is None else self.sight.hand_room_mm

    @property
    def height_mm(self) -> float:
        """Height of the entrance pupil above the table."""
        return self.position.z

    @property
    def by_height(self) -> bool:
        """Whether the camera is placed by its height rather than its distance."""
        return self.framing.measure == "height"

    @property
    def looks_down(self) -> bool:
        """Whether it looks straight down at flat work."""
        return self.camera.tilt_deg == 0 and self.work.is_flat


def study_lens(camera: GivenCamera, work: GivenWork, assumptions: Assumptions) -> LensStudy:
    """Settle a camera's place and zoom and work out what it sees."""
    settings = settle(camera, work, assumptions)
    framing = framing_of(camera, work, settings.focal_mm)
    position = framing.position(settings.d_mm)
    _note_place(camera, position, assumptions)
    sight = None
    if settings.d_mm >= framing.lowest:
        sight = _sight(framing, settings)
        height = framing.height_of(settings.d_mm - sight.focus_distance_mm)
        if camera.part.focus_height_mm is None and height is not None:
            assumptions.note(
                f"{camera.at}/focus_height_mm",
                "nearest and farthest point of the work equally sharp",
                quantity=mm(height),
            )
    return LensStudy(
        work=work,
        camera=camera,
        settings=settings,
        framing=framing,
        nearest_focus_mm=nearest_focus_of(camera, settings.focal_mm),
        position=position,
        sight=sight,
    )


def _note_place(camera: GivenCamera, position: Vector, assumptions: Assumptions) -> None:
    given = camera.part.position
    for name, value, place in (("x_mm", given.x_mm, position.x), ("y_mm", given.y_mm, position.y)):
        if value is None:
            assumptions.note(
                f"{camera.at}/position/{name}",
                "aimed at the middle of what it films",
                quantity=mm(place),
            )


def _spare_at(pyramid: Pyramid, work: GivenWork, h: float) -> Spare:
    corners, slope, right = work.plane.corners(h), work.plane.slope, work.plane.right
    ways = {
        "left": right.times(-1.0),
        "right": right,
        "near": slope.times(-1.0),
        "far": slope,
    }
    return Spare(
        **{
            side: min(pyramid.room(corners[index], ways[side]) for index in _CORNER_WAYS[side])
            for side in SIDES
        }
    )


def _seen(pyramid: Pyramid, work: GivenWork, h: float, quad: Quad | None) -> Rectangle | None:
    """What is seen along the two lines through the middle of the zone, at a height off the work."""
    if quad is None:
        return None
    middle, slope, right = work.plane.point(0.0, 0.0, h), work.plane.slope, work.plane.right
    if not pyramid.sees(middle):
        places = [work.plane.place(corner) for corner in quad]
        xs, ss = [place[0] for place in places], [place[1] for place in places]
        return Rectangle(left=min(xs), right=max(xs), near=min(ss), far=max(ss))
    return Rectangle(
        left=-pyramid.room(middle, right.times(-1.0)),
        right=pyramid.room(middle, right),
        near=-pyramid.room(middle, slope.times(-1.0)),
        far=pyramid.room(middle, slope),
    )


def _beyond(work: GivenWork, quad: Quad | None) -> Spare | None:
    """The table beyond the picture, for work that lies on it."""
    if quad is None or not work.is_flat or work.target is not None:
        return None
    xs, ys = [corner.x for corner in quad], [corner.y for corner in quad]
    table = work.table
    return Spare(
        left=min(xs) - table.left,
        right=table.right - max(xs),
        near=min(ys) - table.near,
        far=table.far - max(ys),
    )


def _keystone_edges(quad: Quad | None) -> tuple[float, float] | None:
    """Of the two pairs of opposite edges on the work the one that differs more: longer, shorter."""
    if quad is None:
        return None
    edges = [quad[(i + 1) % 4].minus(quad[i]).length for i in range(4)]
    pairs = [(max(a, b), min(a, b)) for a, b in ((edges[0], edges[2]), (edges[1], edges[3]))]
    return max(pairs, key=lambda pair: pair[0] / pair[1])


def _sight(framing: Framing, settings: Settings) -> Sight:
    work, camera, d = framing.work, framing.camera, settings.d_mm
    pyramid = framing.pyramid(d)
    normal = work.plane.normal
    quads = [
        on_plane(pyramid, point=work.plane.point(0.0, 0.0, h), normal=normal)
        for h in (0.0, work.top_mm)
    ]
    focus = framing.focus_distance(d)
    ring, n, coc = settings.focal_mm, settings.f_number, settings.coc_mm
    focal = None if ring is None else camera.true_focal_mm(ring)
    ratio, effective, near, far = None, None, None, None
    if focal is not None and n is not None and coc is not None:
        ratio = magnification(focal_mm=focal, pupil_to_focus_mm=focus)
        effective = effective_f_number(f_number=n, magnification_ratio=ratio)
        sharp = sharp_range(
            focal_mm=focal, f_number=n, circle_of_confusion_mm=coc, pupil_to_focus_mm=focus
        )
        near, far = sharp.near_mm, sharp.far_mm
    surface = framing.px_per_mm(d, framing.surface)
    shutter = steady_shutter(
        frame_rate_hz=camera.frame_rate_hz(work.frame_rate_hz),
        mains_hz=work.mains_hz,
        shortest_s=camera.body.shortest_shutter_s,
        longest_s=camera.body.longest_shutter_s,
    )
    square = pyramid.pose.axis.dot(normal)
    edges = _keystone_edges(quads[0])
    return Sight(
        pyramid=pyramid,
        focus_distance_mm=focus,
        quad_surface=quads[0],
        quad_top=quads[1],
        seen_surface=_seen(pyramid, work, 0.0, quads[0]),
        seen_top=_seen(pyramid, work, work.top_mm, quads[1]),
        spare_surface=_spare_at(pyramid, work, 0.0),
        spare_top=_spare_at(pyramid, work, work.top_mm),
        margin_mm=framing.least_spare(d),
        table_beyond=_beyond(work, quads[0]),
        out_of_square_deg=_angle(-square),
        keystone=None if edges is None else edges[0] / edges[1],
        keystone_edges=edges or (0.0, 0.0),
        mark_height_mm=_along(framing, d, framing.mark_behind(d)),
        rim_height_mm=framing.rim(d).z,
        back_height_mm=framing.back(d).z,
        hand_room_mm=framing.hand_room(d),
        ceiling_clearance_mm=framing.ceiling_room(d),
        wall_clearance_mm=framing.wall_room(d),
        magnification=ratio,
        effective_f_number=effective,
        airy_mm=None if effective is None else airy_disc(effective_f_number=effective),
        sharp_near_mm=near,
        sharp_far_mm=far,
        middle_mm=d,
        work_near_mm=d + framing.nearest,
        work_far_mm=d + framing.farthest,
        recorded_px_per_mm=surface * camera.crop_limit,
        delivered_px_per_mm=surface,
        delivered_px_per_mm_top=framing.px_per_mm(d, framing.top),
        detail_px=surface * work.detail_mm,
        shutter_s=shutter,
        light_needed_lx=None
        if effective is None
        else illuminance_needed(
            effective_f_number=effective, shutter_s=shutter, iso=camera.clean_iso
        )
        * 2.0**camera.filter_stops,
        body=body_sight(framing, d) if camera.sees_maker else None,
    )


def _along(framing: Framing, d: float, behind: float) -> float:
    return framing.position(d).minus(framing.pose.axis.times(behind)).dot(UP)


def _angle(cosine: float) -> float:
    return math.degrees(math.acos(min(1.0, max(-1.0, cosine))))


def study_camera(ctx: Context) -> LensStudy | None:
    """A camera of the plan; None while body, lens or sensor size are missing."""
    plan = ctx.plan
    index, part = next((at, one) for at, one in enumerate(plan.cameras) if one.id == ctx.of)
    work = ctx.get(WORK, "")
    assert work is not None
    camera = given_camera(part, index, work, ctx.assumptions, limits=limits_of(plan, part))
    if camera is None:
        return None
    aimed = aimed_work(work, part.target, camera.pose.axis, camera.at, ctx.assumptions)
    return study_lens(camera, aimed, ctx.assumptions)
