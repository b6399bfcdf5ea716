"""What the API takes and gives, beyond the models of the core."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, JsonValue, StringConstraints

from steeple.core.findings.scene import Owned, OwnedFixture, OwnedSupport
from steeple.core.plan.cupboard import GearField, GearKind
from steeple.core.plan.document import CAMERA_LIMIT, LAMP_LIMIT, Hazard, Plan, Role, ShapeId
from steeple.core.plan.gear import Body, Lens
from steeple.core.plan.parts import CropTimes, Name, Part, Pixels
from steeple.core.plan.problems import Problem
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.rigging import Adapter, Fixture, LightCard, Support
from steeple.core.solve.place_lamps import LightingOutcome, Progress
from steeple.core.study.lifting import SIZE_MM
from steeple.core.study.light_maps import MapOf

Revision = Annotated[int, Field(strict=True, ge=1, le=1_000_000_000)]
PlanId = Annotated[str, StringConstraints(pattern=r"^[a-z0-9-]{1,40}$")]
GearId = PlanId


class Problems(Part):
    """How every refusal comes back."""

    problems: tuple[Problem, ...]
    newest_revision: int | None = Field(
        default=None, description="With a 409: the revision that is the newest."
    )


class PlanSheet(Part):
    """A plan as it stands."""

    id: str
    revision: int
    changed_at: str
    undo_label: str | None
    redo_label: str | None
    plan: Plan


class PlanOnShelf(Part):
    """A line of the shelf."""

    id: str
    title: str
    shape: str
    revision: int
    changed_at: str


class Shelf(Part):
    """Plans, those changed last first."""

    plans: tuple[PlanOnShelf, ...]
    removed: tuple[PlanOnShelf, ...]


class NewPlan(Part):
    """What a new plan begins with."""

    title: Name
    shape: ShapeId


class Edit(Part):
    """A plan to save, and the revision it started from."""

    base_revision: Revision
    plan: AnyPlan


class Step(Part):
    """Undo or redo, and the revision it starts from."""

    base_revision: Revision


class Head(Part):
    """The newest revision of a plan."""

    revision: int


class OldPlan(Part):
    """A plan as it was at a revision."""

    revision: int
    plan: Plan


class OwnedGear(Part):
    """What is owned, and a mend or a comparison may take."""

    owned_lenses: tuple[Lens, ...] = Field(default=(), max_length=200)
    owned_bodies: tuple[Body, ...] = Field(default=(), max_length=200)
    owned_supports: tuple[OwnedSupport, ...] = Field(default=(), max_length=100)
    owned_adapters: tuple[Adapter, ...] = Field(default=(), max_length=100)
    owned_fixtures: tuple[OwnedFixture, ...] = Field(default=(), max_length=100)

    @property
    def owned(self) -> Owned:
        return Owned(
            lenses=self.owned_lenses,
            bodies=self.owned_bodies,
            supports=self.owned_supports,
            adapters=self.owned_adapters,
            fixtures=self.owned_fixtures,
        )


class EvaluateRequest(OwnedGear):
    """A plan to be worked out. The same request always gives the same answer."""

    plan: AnyPlan
    try_mends: bool = True


CameraIndex = Annotated[int, Field(strict=True, ge=0, lt=CAMERA_LIMIT)]


class CameraRequest(OwnedGear):
    """A plan, one of its cameras, and what is owned."""

    plan: AnyPlan
    camera: CameraIndex = 0


class DomeRequest(Part):
    """A plan, one of its cameras, and the lamp for which every direction is judged."""

    plan: AnyPlan
    camera: CameraIndex = 0
    lamp: Annotated[int, Field(strict=True, ge=0, lt=LAMP_LIMIT)] = 0
    draft: bool = False


class LightMapRequest(Part):
    """A plan, one of its cameras, and which map of the zone is wanted."""

    plan: AnyPlan
    camera: CameraIndex = 0
    of: MapOf = "light"
    pose: Annotated[int, Field(strict=True, ge=0, le=8)] | None = Field(
        default=None, description="For shadows: one pose; None = the deepest over all."
    )


class LiftingRequest(Part):
    """A plan, one of its cameras, and how large the thing is that is lifted off the background."""

    plan: AnyPlan
    camera: CameraIndex = 0
    size_mm: Annotated[float, Field(strict=True, ge=SIZE_MM[0], le=SIZE_MM[1])] = 20.0


class PlaceLampsRequest(OwnedGear):
    """A plan for whose first camera the lamps are placed."""

    plan: AnyPlan
    camera: CameraIndex = 0


class PlacingLine(Part):
    """One line of the answer while lamps are placed: how far it is, or the outcome."""

    progress: Progress | None = None
    outcome: LightingOutcome | None = None


class PictureRequest(Part):
    """A plan, and which picture of it is wanted."""

    plan: AnyPlan
    camera: CameraIndex = 0
    width_px: Annotated[int, Field(strict=True, ge=64, le=1920)] = 320
    quality: Literal["draft", "fine"] = "draft"
    pose: Annotated[int, Field(strict=True, ge=0, le=8)] = 4


class OwnedBody(Part):
    """A body in the cupboard."""

    id: str
    gear: Body


class OwnedLens(Part):
    """A lens in the cupboard."""

    id: str
    gear: Lens


class SupportInUse(Part):
    """A support in the cupboard."""

    id: str
    gear: Support


class FixtureInUse(Part):
    """A lamp in the cupboard."""

    id: str
    gear: Fixture


class CardInUse(Part):
    """A bounce card, flag or diffuser in the cupboard."""

    id: str
    gear: LightCard


class AdapterInUse(Part):
    """An adapter in the cupboard."""

    id: str
    gear: Adapter


class CupboardReply(Part):
    """What plans take from the cupboard."""

    bodies: tuple[OwnedBody, ...]
    lenses: tuple[OwnedLens, ...]
    supports: tuple[SupportInUse, ...]
    adapters: tuple[AdapterInUse, ...]
    fixtures: tuple[FixtureInUse, ...]
    cards: tuple[CardInUse, ...]


class MeasuredLamp(Part):
    """What an IES LM-63 file says of a lamp. ``axis_cd`` is its intensity along its axis."""

    ies: str
    width_mm: float | None
    height_mm: float | None
    beam_deg: float
    flux_lm: float
    axis_cd: float
    power_w: float | None
    remarks: tuple[str, ...]


class Thing(Part):
    """A thing in the cupboard; ``figures`` are those of its kind."""

    id: str
    kind: GearKind
    name: str
    figures: dict[str, JsonValue]
    version: int
    changed_at: str
    retired: bool


class Things(Part):
    """Things found, and how many there are of each kind."""

    things: tuple[Thing, ...]
    counts: dict[str, int]


class NewThing(Part):
    """A thing to put into the cupboard."""

    kind: GearKind
    figures: dict[str, JsonValue]


class EditThing(Part):
    """New figures of a thing, and the version they started from."""

    base_version: Revision
    figures: dict[str, JsonValue]


class GearKindReply(Part):
    """A kind of gear and its fields."""

    kind: GearKind
    title: str
    plural: str
    fields: tuple[GearField, ...]


class PlanWithThing(Part):
    """A plan that carries a copy of a thing; ``same`` where the copy agrees with the cupboard."""

    id: str
    title: str
    revision: int
    same: bool


class RowReport(Part):
    """A row of an imported file."""

    line: int
    kind: str
    name: str


class RowProblem(Part):
    """A row of an imported file that is refused."""

    line: int
    column: str
    value: str
    sentence: str


class ImportReport(Part):
    """What became of an imported file. Nothing was taken unless ``done``."""

    done: bool
    encoding: str
    delimiter: str
    decimal_mark: str
    fresh: tuple[RowReport, ...]
    known: tuple[RowReport, ...]
    refused: tuple[RowProblem, ...]


Millimetres = Annotated[float, Field(strict=True, gt=0, le=100_000)]


class SensorSize(Part):
    """A common name of a sensor size."""

    name: str
    width_mm: float
    height_mm: float


class AreaRequest(Part):
    """A sensor by its common name, and the recording mode."""

    sensor: str
    width_px: Pixels
    height_px: Pixels
    mode_crop: CropTimes = 1.0


class Area(Part):
    """The part of a sensor that a recording mode uses."""

    width_mm: float
    height_mm: float


class TapeRequest(Part):
    """A tape seen across the picture from one distance, or from two."""

    distance_mm: Millimetres
    seen_mm: Millimetres
    second_distance_mm: Millimetres | None = None
    second_seen_mm: Millimetres | None = None


class FieldOfViewReply(Part):
    """A horizontal field of view found with a tape."""

    angle_deg: float
    pupil_behind_mm: float


class NearestRequest(Part):
    """Nearest focus found by trying: from the front rim, or by the tape seen there."""

    rim_to_print_mm: Annotated[float, Field(strict=True, ge=0, le=100_000)] | None = None
    length_mm: Millimetres | None = None
    flange_mm: Millimetres | None = None
    active_width_mm: Millimetres | None = None
    seen_mm: Millimetres | None = None


class NearestReply(Part):
    """Whichever of the two figures could be found."""

    min_focus_from_mark_mm: float | None
    greatest_magnification: float | None


class ShapeReply(Part):
    """A shape of work with the figures it fills in. Lengths in millimetres."""

    id: ShapeId
    title: str
    says: str
    zone_width_mm: float
    zone_depth_mm: float
    zone_top_mm: float
    angles: tuple[Role, ...]
    hazards: tuple[Hazard, ...]


class Health(Part):
    """That the server answers."""

    product: Literal["steeple"] = "steeple"
    version: str
