"""What a plan gives of work, table, room and delivery, with every gap filled and noted."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.room import Block, Ceiling
from steeple.core.geometry.vectors import Vector
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.optics.frame import Extent
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.room import KeepClear
from steeple.core.plan.parts.work import Gloss, Hazard, Hollow, Item
from steeple.core.plan.shapes import SHAPES, Shape
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.maker import GivenMaker, given_maker
from steeple.core.study.inputs.target import GivenTarget
from steeple.core.units import Unit

DELIVERY_PX = Extent(width=1920, height=1080)
USUAL_FRAME_RATE_HZ = 25.0
ROOM_TOP_MM = 10_000.0


@dataclass(frozen=True, slots=True)
class GivenWork:
    """Work, table, room, maker and delivery in figures. Lengths in millimetres.

    ``zone`` is the rectangle in the plane of the work (x and s); ``footprint`` the same seen from
    above, on the table. Flat, both are one.
    """

    shape: Shape
    zone: Rectangle
    footprint: Rectangle
    plane: WorkPlane
    table: Rectangle
    table_height_mm: float
    margin_mm: float
    top_mm: float
    detail_mm: float
    hand_room_mm: float
    ceiling: Ceiling | None
    blocks: tuple[Block, ...]
    walls: Rectangle | None
    delivery_px: Extent
    crop_wanted: float
    frame_rate_hz: float
    mains_hz: int
    reflectance: float
    mat_reflectance: float
    gloss: Gloss
    items: tuple[Item, ...]
    hollow: Hollow | None
    mat_gloss: Gloss | None
    maker: GivenMaker
    hazards: tuple[Hazard, ...]
    clear: tuple[tuple[KeepClear, Rectangle], ...]
    """Floor that must stay free."""
    target: GivenTarget | None = None
    """What one camera films in the place of the zone; plane, zone, top and detail are then its own."""
    lies: GivenWork | None = None
    """The work as it lies on the table, where a camera has a target of its own."""

    @property
    def bench(self) -> GivenWork:
        """The work as it lies on the table, whatever one camera films."""
        return self if self.lies is None else self.lies

    @property
    def called(self) -> str:
        """What is to be in the picture, as it stands in a sentence."""
        return "the zone" if self.target is None else self.target.called

    @property
    def middle(self) -> Vector:
        """From where the direction of a camera is told: the middle of the zone, or of the camera's own
        target, whichever face of it is shown."""
        return self.plane.middle if self.target is None else self.target.middle

    @property
    def face_mm(self) -> float:
        """Height off the plane at which light and sight are judged: a target by the face it shows."""
        return 0.0 if self.target is None else self.top_mm

    def eye_rests(self, pose: int) -> Vector:
        """Where the eye rests in a pose: the tip of the tool, or the camera's own target."""
        if self.target is None:
            return self.maker.poses.figures[pose].action
        return self.target.spot(pose, self.plane.normal)

    @property
    def is_flat(self) -> bool:
        """Whether the work lies on the table."""
        return self.plane.tilt_deg == 0

    @property
    def table_top_of_zone_mm(self) -> float:
        """The highest place of the zone's volume above the table."""
        return max(corner.z for h in (0.0, self.top_mm) for corner in self.plane.corners(h))

    @property
    def overhead(self) -> tuple[Array, Array]:
        """What hangs over the table: planes of the ceiling, shape (n, 3), see `Ceiling.planes`; boxes, shape (m, 5):
        left, right, near, far and lower side."""
        planes = [] if self.ceiling is None else self.ceiling.planes
        boxes = [
            (one.left, one.right, one.near, one.far, one.low) for one in self.blocks if one.low > 0
        ]
        return np.array(planes).reshape(-1, 3), np.array(boxes).reshape(-1, 5)

    def ceiling_at(self, x_mm: float, y_mm: float) -> float | None:
        """Ceiling above the table top at a place; None = not known."""
        return None if self.ceiling is None else self.ceiling.height_at(x_mm, y_mm)


def given_work(plan: Plan, assumptions: Assumptions) -> GivenWork:
    """The figures of work, table, room and delivery; gaps filled from the shape of the work."""
    shape = SHAPES[plan.work.shape]
    why = f"usual for: {shape.title.lower()}"

    def length(given: float | None, at: str, usual: float, unit: Unit = "mm") -> float:
        return assumptions.fill(given, at=at, usual=usual, unit=unit, why=why)

    zone_part, table_part, work = plan.work.zone, plan.table, plan.work
    tilt = (
        length(work.tilt_deg, "work/tilt_deg", shape.tilt_deg, "deg")
        if (work.tilt_deg is not None or shape.tilt_deg)
        else 0.0
    )
    plane = WorkPlane(
        width_mm=length(zone_part.width_mm, "work/zone/width_mm", shape.zone_mm[0]),
        depth_mm=length(zone_part.depth_mm, "work/zone/depth_mm", shape.zone_mm[1]),
        tilt_deg=tilt,
    )
    zone = Rectangle.centred(x_mm=0, y_mm=0, width_mm=plane.width_mm, depth_mm=plane.depth_mm)
    footprint = Rectangle.centred(
        x_mm=0, y_mm=0, width_mm=plane.width_mm, depth_mm=plane.footprint_depth_mm
    )
    # What the work lies on is at least as large as the work.
    width = length(
        table_part.width_mm, "table/width_mm", max(shape.table_mm[0], footprint.width_mm)
    )
    depth = length(
        table_part.depth_mm, "table/depth_mm", max(shape.table_mm[1], footprint.depth_mm)
    )
    height = length(table_part.height_mm, "table/height_mm", shape.table_mm[2])
    table = _table(plan, footprint, width, depth, assumptions)
    top = length(work.zone_top_mm, "work/zone_top_mm", shape.zone_top_mm)
    hazards = work.hazards
    if hazards is None:
        hazards = shape.hazards
        if hazards:
            assumptions.note("work/hazards", why, text=", ".join(hazards))
    return GivenWork(
        shape=shape,
        zone=zone,
        footprint=footprint,
        plane=plane,
        table=table,
        table_height_mm=height,
        margin_mm=length(zone_part.margin_mm, "work/zone/margin_mm", shape.margin_mm),
        top_mm=top,
        detail_mm=length(
            work.finest_detail_mm, "work/finest_detail_mm", shape.finest_detail_mm, "mm_exact"
        ),
        hand_room_mm=length(plan.maker.hand_room_mm, "maker/hand_room_mm", shape.hand_room_mm),
        ceiling=_ceiling(plan, table, height),
        blocks=_blocks(plan, table, height),
        walls=_walls(plan, table),
        delivery_px=_delivery(plan, assumptions),
        crop_wanted=assumptions.fill(
            plan.delivery.crop_wanted,
            at="delivery/crop_wanted",
            usual=1.0,
            unit="times",
            why="no enlargement in the edit",
        ),
        frame_rate_hz=assumptions.fill(
            plan.delivery.frame_rate_hz,
            at="delivery/frame_rate_hz",
            usual=USUAL_FRAME_RATE_HZ,
            unit="hz",
            why="usual where the mains has 50 Hz",
        ),
        mains_hz=int(
            assumptions.fill(
                plan.room.mains_hz,
                at="room/mains_hz",
                usual=50,
                unit="hz",
                why="set yours: 50 or 60",
            )
        ),
        reflectance=length(work.reflectance, "work/reflectance", shape.reflectance, "ratio"),
        mat_reflectance=length(
            table_part.mat_reflectance, "table/mat_reflectance", shape.mat_reflectance, "ratio"
        ),
        gloss=assumptions.choose(work.gloss, at="work/gloss", usual=shape.gloss, why=why),
        items=work.items,
        hollow=work.hollow,
        mat_gloss=table_part.mat_gloss,
        maker=given_maker(
            plan,
            shape=shape,
            plane=plane,
            table=table,
            table_height_mm=height,
            top_mm=top,
            assumptions=assumptions,
        ),
        hazards=hazards,
        clear=_clear_floor(table, plan.room.keep_clear),
    )


def _table(
    plan: Plan, footprint: Rectangle, width: float, depth: float, assumptions: Assumptions
) -> Rectangle:
    """The table top about the zone."""
    centred = "the zone is taken to lie in the middle of the table"
    left = assumptions.fill(
        plan.work.zone.from_left_edge_mm,
        at="work/zone/from_left_edge_mm",
        usual=(width - footprint.width_mm) / 2,
        unit="mm",
        why=centred,
    )
    front = assumptions.fill(
        plan.work.zone.from_front_edge_mm,
        at="work/zone/from_front_edge_mm",
        usual=(depth - footprint.depth_mm) / 2,
        unit="mm",
        why=centred,
    )
    return Rectangle(
        left=footprint.left - left,
        right=footprint.left - left + width,
        near=footprint.near - front,
        far=footprint.near - front + depth,
    )


def _ceiling(plan: Plan, table: Rectangle, table_height: float) -> Ceiling | None:
    room, slope = plan.room, plan.room.slope
    flat = None if room.ceiling_mm is None else room.ceiling_mm - table_height
    if slope is None:
        return None if flat is None else Ceiling(flat_mm=flat)
    sideways = slope.across == "left-right"
    return Ceiling(
        flat_mm=flat,
        along="x" if sideways else "y",
        first=(table.left if sideways else table.near, slope.first_mm - table_height),
        second=(table.right if sideways else table.far, slope.second_mm - table_height),
    )


def _blocks(plan: Plan, table: Rectangle, table_height: float) -> tuple[Block, ...]:
    return tuple(
        Block(
            name=one.name,
            left=table.left + one.from_left_edge_mm,
            right=table.left + one.from_left_edge_mm + one.width_mm,
            near=table.near + one.from_front_edge_mm,
            far=table.near + one.from_front_edge_mm + one.depth_mm,
            low=one.bottom_mm - table_height,
            high=(ROOM_TOP_MM if one.top_mm is None else one.top_mm) - table_height,
        )
        for one in plan.room.obstacles
    )


def _clear_floor(
    table: Rectangle, parts: tuple[KeepClear, ...]
) -> tuple[tuple[KeepClear, Rectangle], ...]:
    return tuple(
        (
            one,
            Rectangle(
                left=table.left + one.from_left_edge_mm,
                right=table.left + one.from_left_edge_mm + one.width_mm,
                near=table.near + one.from_front_edge_mm,
                far=table.near + one.from_front_edge_mm + one.depth_mm,
            ),
        )
        for one in parts
    )


def _walls(plan: Plan, table: Rectangle) -> Rectangle | None:
    """The room from above, where its size and the table's place in it are known."""
    room = plan.room
    if (
        room.width_mm is None
        or room.depth_mm is None
        or room.table_from_left_wall_mm is None
        or room.table_from_far_wall_mm is None
    ):
        return None
    left = table.left - room.table_from_left_wall_mm
    far = table.far + room.table_from_far_wall_mm
    return Rectangle(left=left, right=left + room.width_mm, near=far - room.depth_mm, far=far)


def _delivery(plan: Plan, assumptions: Assumptions) -> Extent:
    """The published frame; a missing side is taken so that the shape is 16:9."""
    why = "the usual published frame, 16:9"
    width, height = plan.delivery.width_px, plan.delivery.height_px
    usual_width = DELIVERY_PX.width if height is None else round(height * DELIVERY_PX.aspect)
    across = assumptions.fill(width, at="delivery/width_px", usual=usual_width, unit="px", why=why)
    usual_height = round(across / DELIVERY_PX.aspect)
    up = assumptions.fill(height, at="delivery/height_px", usual=usual_height, unit="px", why=why)
    return Extent(width=across, height=up)
