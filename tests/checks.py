"""A bench for tests of the check: a camera over a book, on a boom, with two panels at its sides."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import cache

from steeple.core.plan.document import Plan
from steeple.core.study.check.planned import Planned, planned_camera
from steeple.core.study.plan_study import PlanStudy
from steeple.demo.plans import PLANS
from steeple.devices.frame_camera import Faults, Picture, PrintedChart
from steeple.devices.workbench import Errors, Workbench
from steeple.formats.chart_file import chart_picture
from steeple.services.check.frames import CheckOptions, NamedFile, check_frames
from steeple.services.check.report import CheckReport

DPI = 200.0
SIZE = (1920, 1080)
BOOK = next(one for one in PLANS if one.title.startswith("Gilding"))


@cache
def studies(plan: Plan) -> PlanStudy:
    """What a plan gives, worked out once."""
    return PlanStudy(plan)


@cache
def planned(plan: Plan, camera: str = "overhead") -> Planned:
    """A camera of a plan."""
    return planned_camera(plan, camera, studies(plan))


@cache
def printed(plan: Plan, camera: str = "overhead") -> Picture:
    """Its chart on A4."""
    return chart_picture(planned(plan, camera).chart("a4"), title=plan.title, dpi=DPI)


@dataclass(frozen=True)
class Bench:
    """A bench set up with errors, and what the check says of it."""

    plan: Plan = BOOK
    errors: Errors = field(default_factory=Errors)
    faults: Faults = field(default_factory=lambda: Faults(exposure_stops=-0.3))
    camera: str = "overhead"
    size: tuple[int, int] = SIZE

    @property
    def workbench(self) -> Workbench:
        """The stand-in."""
        page = PrintedChart(printed(self.plan, self.camera), DPI / 25.4)
        return Workbench(planned(self.plan, self.camera), page, self.errors, self.faults, self.size)

    def frame(self, seed: int = 0, raised: float = 0.0) -> bytes:
        """Its test frame."""
        return self.workbench.frame(seed, raised_mm=raised)

    def check(self, options: CheckOptions | None = None, seed: int = 0) -> CheckReport:
        """What the check says of its frame."""
        files = [NamedFile("frame.jpg", self.frame(seed))]
        if options is not None and options.raised_mm is not None:
            files.append(NamedFile("raised.jpg", self.frame(seed + 1, options.raised_mm)))
        return check_frames(self.plan, self.camera, files, options, studies(self.plan))

    def moved(self, **more: float) -> Bench:
        """After something was moved."""
        return replace(self, errors=self.workbench.moved(**more).errors)


def codes(report: CheckReport) -> set[str]:
    """What it notes."""
    return {one.code for one in report.notes}


def lit_from_both_sides() -> Plan:
    """Two dimmable panels at the sides, which light the zone evenly."""
    light = BOOK.lights[0]
    fixture = light.fixture.model_copy(update={"name": "Left panel", "least_level_percent": 5.0})
    both = []
    for name, x in (("left", -600.0), ("right", 600.0)):
        place = light.position.model_copy(update={"x_mm": x, "y_mm": 0.0, "z_mm": 500.0})
        both.append(
            light.model_copy(
                update={
                    "id": name, "position": place, "level_percent": 50.0, "lit": True,
                    "aim": light.aim.model_copy(update={"x_mm": 0.0, "y_mm": 0.0, "z_mm": 0.0}),
                    "fixture": fixture.model_copy(update={"name": f"{name.capitalize()} panel"}),
                }
            )
        )  # fmt: skip
    room = BOOK.room.model_copy(update={"windows": (), "daylight": None})
    return BOOK.model_copy(update={"lights": tuple(both), "cards": (), "room": room})
