"""The windows of a plan as areas of sky, with every gap filled and noted."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector, heading
from steeple.core.light.emitters import Emitter
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.window import Window
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, mm, times_or_none
from steeple.core.study.inputs.work import GivenWork

PANE = 0.75
"""Share of the light that a double pane lets through; a planning value."""

USUAL_AWAY_MM = 1_200.0

_OUT = {"left": 270.0, "right": 90.0, "far": 0.0, "near": 180.0}


@dataclass(frozen=True, slots=True)
class GivenWindow:
    """A window ready for the physics: an area at 1 cd, and the way out of it."""

    index: int
    at: str
    part: Window
    emitter: Emitter
    pane: float

    @property
    def out(self) -> Vector:
        """The direction from the room to the sky."""
        return self.emitter.toward.times(-1.0)

    def luminance_to_cd(self, cd_m2: float) -> float:
        """Intensity along its axis of an even window."""
        return cd_m2 * self.emitter.area_mm2 / 1e6


def given_windows(plan: Plan, work: GivenWork, assumptions: Assumptions) -> tuple[GivenWindow, ...]:
    """The windows that are open; a wall that is not known is `USUAL_AWAY_MM` from the table."""
    learned = plan.room.learned_daylight_share
    if any(not one.closed for one in plan.room.windows):
        assumptions.note_learned(
            "room/learned_daylight_share",
            times_or_none(learned),
            "daylight by what sky and pane say",
        )
    return tuple(
        _given(part, index, work, assumptions, learned or 1.0)
        for index, part in enumerate(plan.room.windows)
        if not part.closed
    )


def _given(
    part: Window, index: int, work: GivenWork, assumptions: Assumptions, learned: float
) -> GivenWindow:
    at, table, walls = f"room/windows/{index}", work.table, work.walls
    away = part.away_mm
    if away is None and walls is not None:
        away = {
            "left": table.left - walls.left, "right": walls.right - table.right,
            "far": walls.far - table.far, "near": table.near - walls.near,
        }[part.wall]  # fmt: skip
    if away is None:
        away = USUAL_AWAY_MM
        assumptions.note(f"{at}/away_mm", "measure from the table’s edge", quantity=mm(away))
    if part.transmittance is None:
        assumptions.note(
            f"{at}/transmittance", "usual for two panes",
            quantity=Quantity(value=100 * PANE, unit="percent"),
        )  # fmt: skip
    middle = part.along_mm + part.width_mm / 2
    z = part.sill_mm + part.height_mm / 2 - work.table_height_mm
    centre = {
        "left": Vector(table.left - away, table.near + middle, z),
        "right": Vector(table.right + away, table.near + middle, z),
        "far": Vector(table.left + middle, table.far + away, z),
        "near": Vector(table.left + middle, table.near - away, z),
    }[part.wall]
    out = heading(_OUT[part.wall])
    return GivenWindow(
        index=index,
        at=at,
        part=part,
        emitter=Emitter(
            "rectangle", centre, out.times(-1.0), part.width_mm, part.height_mm, 1.0, exponent=1.0
        ),
        pane=(PANE if part.transmittance is None else part.transmittance) * learned,
    )
