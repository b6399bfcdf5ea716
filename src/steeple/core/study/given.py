"""What a plan gives, with every gap filled from the shape of the work and noted as assumed."""

from __future__ import annotations

from dataclasses import dataclass, field

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.optics.frame import (
    DeliveredFrame,
    Extent,
    crop_limit,
    delivered_frame,
    field_of_view_tangents,
)
from steeple.core.optics.view import AngleView, LensView, View
from steeple.core.plan.document import Camera, Hazard, Plan
from steeple.core.plan.gear import Body, Lens
from steeple.core.plan.shapes import SHAPES
from steeple.core.plan.words import field_words
from steeple.core.study.result import Assumption, Quantity
from steeple.core.units import Unit

DELIVERY_PX = Extent(width=1920, height=1080)
USUAL_F_NUMBER = 5.6
FLANGE_MM = 20.0
LENS_LENGTH_MM = 80.0
BODY_BACK_MM = 40.0
FIXED_VIEW_BACK_MM = 15.0


@dataclass(slots=True)
class Assumptions:
    """Collects what was assumed while a plan is read. Local to one evaluation."""

    made: list[Assumption] = field(default_factory=list)

    def fill(self, given: float | None, *, at: str, usual: float, unit: Unit, why: str) -> float:
        """The figure given, or the usual one, which is then noted."""
        if given is not None:
            return given
        self.note(at, why, quantity=Quantity(value=usual, unit=unit))
        return usual

    def note(self, at: str, why: str, *, quantity: Quantity | None = None, text: str = "") -> None:
        path = [int(step) if step.isdigit() else step for step in at.split("/")]
        self.made.append(
            Assumption(
                field="/" + at, words=field_words(path), quantity=quantity, text=text, why=why
            )
        )

    def covers(self, pointer: str) -> bool:
        """Whether the field at a JSON pointer was assumed."""
        return any(one.field == pointer for one in self.made)


@dataclass(frozen=True, slots=True)
class GivenWork:
    """Work, table, room and delivery in figures. Lengths in millimetres."""

    zone: Rectangle
    table: Rectangle
    table_height_mm: float
    margin_mm: float
    top_mm: float
    detail_mm: float
    hand_room_mm: float
    ceiling_mm: float | None
    """Above the table top; None = not known."""
    delivery_px: Extent
    crop_wanted: float
    hazards: tuple[Hazard, ...]


def given_work(plan: Plan, assumptions: Assumptions) -> GivenWork:
    """The figures of work, table, room and delivery; gaps filled from the shape of the work."""
    shape = SHAPES[plan.work.shape]
    why = f"usual for: {shape.title.lower()}"

    def length(given: float | None, at: str, usual: float, unit: Unit = "mm") -> float:
        return assumptions.fill(given, at=at, usual=usual, unit=unit, why=why)

    zone_part, table_part = plan.work.zone, plan.table
    zone = Rectangle.centred(
        x_mm=0,
        y_mm=0,
        width_mm=length(zone_part.width_mm, "work/zone/width_mm", shape.zone_width_mm),
        depth_mm=length(zone_part.depth_mm, "work/zone/depth_mm", shape.zone_depth_mm),
    )
    width = length(table_part.width_mm, "table/width_mm", shape.table_width_mm)
    depth = length(table_part.depth_mm, "table/depth_mm", shape.table_depth_mm)
    height = length(table_part.height_mm, "table/height_mm", shape.table_height_mm)
    centred = "the zone is taken to lie in the middle of the table"
    left = assumptions.fill(
        zone_part.from_left_edge_mm,
        at="work/zone/from_left_edge_mm",
        usual=(width - zone.width_mm) / 2,
        unit="mm",
        why=centred,
    )
    front = assumptions.fill(
        zone_part.from_front_edge_mm,
        at="work/zone/from_front_edge_mm",
        usual=(depth - zone.depth_mm) / 2,
        unit="mm",
        why=centred,
    )
    table = Rectangle(
        left=zone.left - left,
        right=zone.left - left + width,
        near=zone.near - front,
        far=zone.near - front + depth,
    )
    ceiling = plan.room.ceiling_mm
    hazards = plan.work.hazards
    if hazards is None:
        hazards = shape.hazards
        if hazards:
            assumptions.note("work/hazards", why, text=", ".join(hazards))
    return GivenWork(
        zone=zone,
        table=table,
        table_height_mm=height,
        margin_mm=length(zone_part.margin_mm, "work/zone/margin_mm", shape.margin_mm),
        top_mm=length(plan.work.zone_top_mm, "work/zone_top_mm", shape.zone_top_mm),
        detail_mm=length(
            plan.work.finest_detail_mm,
            "work/finest_detail_mm",
            shape.finest_detail_mm,
            unit="mm_exact",
        ),
        hand_room_mm=length(plan.maker.hand_room_mm, "maker/hand_room_mm", shape.hand_room_mm),
        ceiling_mm=None if ceiling is None else ceiling - height,
        delivery_px=_delivery(plan, assumptions),
        crop_wanted=assumptions.fill(
            plan.delivery.crop_wanted,
            at="delivery/crop_wanted",
            usual=1.0,
            unit="times",
            why="no enlargement in the edit",
        ),
        hazards=hazards,
    )


def _delivery(plan: Plan, assumptions: Assumptions) -> Extent:
    """The published frame; a missing side is taken so that the shape is 16:9."""
    why = "the usual published frame, 16:9"
    width, height = plan.delivery.width_px, plan.delivery.height_px
    usual_width = DELIVERY_PX.width if height is None else round(height * DELIVERY_PX.aspect)
    across = assumptions.fill(width, at="delivery/width_px", usual=usual_width, unit="px", why=why)
    usual_height = round(across / DELIVERY_PX.aspect)
    up = assumptions.fill(height, at="delivery/height_px", usual=usual_height, unit="px", why=why)
    return Extent(width=across, height=up)


@dataclass(frozen=True, slots=True)
class GivenCamera:
    """A camera ready for the physics, except for zoom and height. Lengths in millimetres."""

    id: str
    at: str
    """Path of the camera in the plan, such as ``cameras/0``."""
    part: Camera
    body: Body
    lens: Lens | None
    recording_px: Extent
    frame: DeliveredFrame
    fixed_view: AngleView | None
    area_mm: Extent | None
    crop_limit: float
    back_mm: float
    rim_from_mark_mm: float
    roll_deg: int

    def view(self, focal_mm: float | None) -> View:
        """The view at a zoom setting; a phone or webcam has only the one."""
        if self.fixed_view is not None:
            return self.fixed_view
        assert self.area_mm is not None
        assert focal_mm is not None
        return LensView(focal_mm=focal_mm, area_mm=self.area_mm)

    @property
    def picture_lies_across(self) -> bool:
        """Whether the width of the picture runs left to right over the table."""
        return self.roll_deg in (0, 180)

    def on_table(self, picture: Extent) -> Extent:
        """A picture's width and height as extent along x and y of the table, and back."""
        return picture if self.picture_lies_across else picture.turned


def given_camera(
    camera: Camera, index: int, work: GivenWork, assumptions: Assumptions
) -> GivenCamera | None:
    """A camera ready for the physics; None while body, lens or sensor size are missing."""
    body = camera.body
    if body is None:
        return None
    mode = body.mode(camera.mode)
    recording = Extent(width=mode.width_px, height=mode.height_px)
    frame = delivered_frame(recording_px=recording, delivery_px=work.delivery_px)
    at = f"cameras/{index}"
    area, fixed = None, None
    if body.view is not None:
        tangents = field_of_view_tangents(
            angle_deg=body.view.angle_deg, measured=body.view.measured, aspect=recording.aspect
        )
        stabilisation = assumptions.fill(
            body.view.stabilisation_crop,
            at=f"{at}/body/view/stabilisation_crop",
            usual=1.0,
            unit="times",
            why="the field of view is taken as it is recorded",
        )
        whole = Extent(tangents.width / stabilisation, tangents.height / stabilisation)
        fixed = AngleView(tangents=_cut(whole, frame))
    else:
        if camera.lens is None or mode.sensor_width_mm is None or mode.sensor_height_mm is None:
            return None
        area = _cut(Extent(width=mode.sensor_width_mm, height=mode.sensor_height_mm), frame)
    if camera.roll_deg is None:
        assumptions.note(
            f"{at}/roll_deg", "as you see the table yourself", text="bottom edge toward you"
        )
    return GivenCamera(
        id=camera.id,
        at=at,
        part=camera,
        body=body,
        lens=camera.lens,
        recording_px=recording,
        frame=frame,
        fixed_view=fixed,
        area_mm=area,
        crop_limit=crop_limit(recording_px=recording, delivery_px=work.delivery_px),
        back_mm=assumptions.fill(
            body.back_mm,
            at=f"{at}/body/back_mm",
            usual=BODY_BACK_MM if fixed is None else FIXED_VIEW_BACK_MM,
            unit="mm",
            why="a usual body with its screen; measure yours",
        ),
        rim_from_mark_mm=_rim_from_mark(camera, body, at, assumptions),
        roll_deg=camera.roll_deg or 0,
    )


def _cut(whole: Extent, frame: DeliveredFrame) -> Extent:
    """The delivered part of a recorded extent, in the orientation of the delivered picture."""
    shape = whole.turned if frame.on_its_side else whole
    return Extent(width=shape.width * frame.share.width, height=shape.height * frame.share.height)


def _rim_from_mark(camera: Camera, body: Body, at: str, assumptions: Assumptions) -> float:
    """Sensor mark to the front rim of the lens; nothing for a phone or webcam."""
    if camera.lens is None or body.view is not None:
        return 0.0
    flange = assumptions.fill(
        body.flange_mm,
        at=f"{at}/body/flange_mm",
        usual=FLANGE_MM,
        unit="mm",
        why="a usual body without mirror; measure sensor mark to lens mount",
    )
    length = assumptions.fill(
        camera.lens.length_mm,
        at=f"{at}/lens/length_mm",
        usual=LENS_LENGTH_MM,
        unit="mm",
        why="a usual lens; measure mount to front rim",
    )
    return flange + length
