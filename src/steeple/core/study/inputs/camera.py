"""A camera of the plan ready for the physics, with every gap filled and noted."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from types import MappingProxyType

from steeple.core.geometry.pose import Pose, looking
from steeple.core.geometry.vectors import ORIGIN, Vector
from steeple.core.optics.frame import (
    DeliveredFrame,
    Extent,
    crop_limit,
    delivered_frame,
    field_of_view_tangents,
)
from steeple.core.optics.view import AngleView, LensView, View
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.cameras.camera import Camera, Role
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import times_or_none
from steeple.core.study.inputs.support import SupportLimits, limits_of
from steeple.core.study.inputs.target import SHOWS_THEMSELVES
from steeple.core.study.inputs.work import GivenWork

USUAL_F_NUMBER = 5.6
FLANGE_MM = 20.0
LENS_LENGTH_MM = 80.0
BODY_BACK_MM = 40.0
FIXED_VIEW_BACK_MM = 15.0
CAMERA_HALF_MM = 45.0
"""Half the width of a camera: how far it reaches aside of its axis; our own planning value."""
PLATE_MM = {"camera": 45.0, "fixed-lens camera": 30.0, "phone": 40.0, "webcam": 20.0}
"""From the axis of a camera to its screw (or grip); our own planning values."""
ROLE_AIM: Mapping[Role, tuple[float, float]] = MappingProxyType(
    {
        "overhead": (0.0, 0.0),
        "three-quarter": (50.0, 330.0),
        "low-side": (75.0, 300.0),
        "hands": (60.0, 0.0),
        "keyboard": (60.0, 90.0),
        "strings": (45.0, 0.0),
        "over-shoulder": (40.0, 0.0),
        "hob": (50.0, 330.0),
        "pedals": (50.0, 0.0),
        "face": (90.0, 180.0),
        "wide": (60.0, 180.0),
    }
)
"""Tilt and heading usual for an angle, in degrees; roles not named look square at the work. Our own
planning values."""
EASEL_SIDE_DEG = 15.0
"""An easel is filmed past the maker, who stands beside it; turned a little toward their side."""
OVERVIEW_ROLES: tuple[Role, ...] = (
    "three-quarter", "low-side", "keyboard", "pedals", "face", "wide", "over-shoulder", "hob",
    "strings", "beauty"
)  # fmt: skip
"""Angles that show how it is done: the finest detail may be left to another camera of the plan."""
USUAL_CLEAN_ISO = {"camera": 1_600.0, "fixed-lens camera": 800.0, "phone": 400.0, "webcam": 400.0}


@dataclass(frozen=True)
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
    tilt_deg: float
    toward_deg: float
    clean_iso: float
    greatest_rate_hz: float | None
    critical: bool
    limits: SupportLimits | None
    filter_stops: float = 0.0
    """What the filter before its lens takes of the light."""
    maker_is_away: bool = False
    maker_is_inside: bool = False
    """What the support that is chosen for it allows; None where none is."""

    def view(self, focal_mm: float | None) -> View:
        """The view at a zoom setting; a phone or webcam has only the one."""
        if self.fixed_view is not None:
            return self.fixed_view
        assert self.area_mm is not None
        assert focal_mm is not None
        return LensView(focal_mm=self.true_focal_mm(focal_mm), area_mm=self.area_mm)

    def true_focal_mm(self, ring_mm: float) -> float:
        """The focal length at a zoom setting, by what was learned of the lens."""
        return ring_mm if self.lens is None else self.lens.true_focal_mm(ring_mm)

    def frame_rate_hz(self, wanted_hz: float) -> float:
        """Frames a second that it records for a delivery: those wanted, or the most of its mode."""
        return wanted_hz if self.greatest_rate_hz is None else min(wanted_hz, self.greatest_rate_hz)

    @property
    def picture_lies_across(self) -> bool:
        """Whether the width of the picture runs left to right over the work."""
        return self.roll_deg in (0, 180)

    @property
    def sees_maker(self) -> bool:
        """Whether the maker is at work while it films; for a beauty shot they stand aside."""
        return self.part.role != "beauty" and not self.maker_is_away

    @property
    def is_overview(self) -> bool:
        """Whether another camera may show the finest detail for it."""
        asks = self.part.target is not None and self.part.target.finest_detail_mm is not None
        return self.part.role in OVERVIEW_ROLES and not asks

    @property
    def keeps_head_out(self) -> bool:
        """Whether the maker's head is to stay out of its picture: not where they sit within the work, or
        are what it films."""
        films_head = self.part.target is not None and self.part.target.kind in SHOWS_THEMSELVES
        return self.sees_maker and not self.maker_is_inside and not films_head

    @property
    def polarised(self) -> bool:
        """Whether a polarising filter is before its lens."""
        return self.part.filter is not None and self.part.filter.form == "polarising"

    @cached_property
    def pose(self) -> Pose:
        """The way it looks, from the origin."""
        upright = 0.0 if self.part.role == "overhead" else self.toward_deg
        return looking(
            position=ORIGIN,
            tilt_deg=self.tilt_deg,
            toward_deg=self.toward_deg,
            top_toward_deg=upright + self.roll_deg,
        )

    @cached_property
    def underside(self) -> Vector:
        """The way from the axis to the screw under the body; beside the picture where the camera
        is turned on its side for an upright one."""
        pose = self.pose
        return (pose.right if self.frame.on_its_side else pose.up).times(-1.0)

    def on_table(self, picture: Extent) -> Extent:
        """A picture's width and height as extent along x and y of the table, and back."""
        return picture if self.picture_lies_across else picture.turned


def given_camera(
    camera: Camera,
    index: int,
    work: GivenWork,
    assumptions: Assumptions,
    *,
    limits: SupportLimits | None = None,
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
    if camera.lens is not None and area is not None:
        assumptions.note_learned(
            f"{at}/lens/learned_focal_share",
            times_or_none(camera.lens.learned_focal_share),
            "true focal length by what the ring says",
        )
    tilt, toward = _aim(camera, at, work, assumptions)
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
        tilt_deg=tilt,
        toward_deg=toward,
        greatest_rate_hz=mode.frame_rate_hz,
        clean_iso=assumptions.fill(
            body.clean_iso,
            at=f"{at}/body/clean_iso",
            usual=USUAL_CLEAN_ISO[body.kind],
            unit="iso",
            why="a usual limit for such a body; look at a dark take of yours",
        ),
        critical=camera.sharpness == "critical",
        limits=limits,
        filter_stops=_filter_stops(camera, at, assumptions),
        maker_is_away=work.maker.away,
        maker_is_inside=work.maker.inside,
    )


FILTER_STOPS = {"polarising": 1.5, "grey": 3.0}
"""What a filter takes of the light where its box is not at hand; planning values."""


def _filter_stops(camera: Camera, at: str, assumptions: Assumptions) -> float:
    """What the filter before a lens takes of the light, in stops; 0 where there is none."""
    if camera.filter is None:
        return 0.0
    return assumptions.fill(
        camera.filter.lost_stops,
        at=f"{at}/filter/lost_stops",
        usual=FILTER_STOPS[camera.filter.form],
        unit="stops",
        why="usual for such a filter; its box says",
    )


def _aim(camera: Camera, at: str, work: GivenWork, assumptions: Assumptions) -> tuple[float, float]:
    """Tilt and where it is tipped to, as given or as usual for the role."""
    usual_tilt, usual_toward = ROLE_AIM.get(camera.role, (work.bench.plane.tilt_deg, 0.0))
    if camera.role == "easel":
        usual_toward = 360.0 - EASEL_SIDE_DEG if work.maker.right_handed else EASEL_SIDE_DEG
    tilt, toward = camera.aim.tilt_deg, camera.aim.toward_deg
    if tilt is None:
        tilt = usual_tilt
        if tilt:
            why = "square to the work" if camera.role not in ROLE_AIM else "usual for this angle"
            assumptions.fill(None, at=f"{at}/aim/tilt_deg", usual=tilt, unit="deg", why=why)
    if toward is None and usual_toward:
        assumptions.fill(
            None, at=f"{at}/aim/toward_deg", usual=usual_toward, unit="deg",
            why="usual for this angle",
        )  # fmt: skip
    return tilt, (usual_toward if toward is None else toward) % 360.0


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


def given_camera_of(plan: Plan, index: int, work: GivenWork) -> GivenCamera | None:
    """A camera of a plan with the limits of its support, where nobody asks what was assumed."""
    camera = plan.cameras[index]
    return given_camera(camera, index, work, Assumptions(), limits=limits_of(plan, camera))
