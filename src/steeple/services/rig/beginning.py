"""Use case: a plan is begun with what is made, how large, where, and with what."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from steeple.core.errors import InputError
from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.cupboard.usual import USUAL
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.window import Window
from steeple.core.plan.parts.work import ShapeId, Table, Work, Zone
from steeple.core.plan.shapes import SHAPES
from steeple.core.plan.values import ExtentMm, HeightMm, Name, Part, PowerW, Slug, TopMm
from steeple.services.plans import Clock, new_id
from steeple.store.database import Database
from steeple.store.gear import GearRepository
from steeple.store.plans import PlanRepository, StoredPlan

USUAL_WINDOW_MM, USUAL_SILL_MM, USUAL_AWAY_MM = (1200.0, 1300.0), 900.0, 1000.0
"""A window of which only the wall is said."""


class Beginning(Part):
    """The three questions, each of which may be skipped: None leaves it to the shape of the work."""

    title: Name
    shape: ShapeId
    zone_width_mm: ExtentMm | None = None
    zone_depth_mm: ExtentMm | None = None
    top_mm: TopMm | None = None
    table_height_mm: ExtentMm | None = None
    ceiling_mm: HeightMm | None = None
    window: Literal["left", "right", "near", "far"] | None = None
    circuit_w: PowerW | None = None
    mains_hz: Literal[50, 60] | None = None
    left_handed: bool = False
    away: bool = False
    ticked: Annotated[tuple[Slug, ...], Field(max_length=60)] = ()


@dataclass(frozen=True, slots=True)
class BeginningService:
    """Begins plans. ``clock`` gives aware times."""

    database: Database
    clock: Clock

    def begin(self, told: Beginning) -> StoredPlan:
        """Put what was ticked into the cupboard, and a plan on the shelf: both, or neither.

        Raises
        ------
        InputError
            ``no-such-kind`` for a tick that is not on the board.
        """
        things = ticked_things(told.ticked)
        plan = plan_of(told)
        at = self.clock().isoformat(timespec="microseconds")
        with self.database.writing() as connection:
            cupboard = GearRepository(connection)
            for thing in things:
                cupboard.add(new_id(), thing, at=at)
            return PlanRepository(connection).add(
                new_id(), plan, label="Begun with three questions",
                at=self.clock().isoformat(timespec="milliseconds"),
            )  # fmt: skip


def ticked_things(ticked: Sequence[str]) -> list[Gear]:
    """Things of the board, marked in their names as having usual figures.

    Parameters
    ----------
    ticked
        ids of the board, each as often as there are such things.

    Raises
    ------
    InputError
        ``no-such-kind``.
    """
    board = {one.id: one.gear for one in USUAL}
    found: list[Gear] = []
    for one in ticked:
        if one not in board:
            raise InputError(
                "no-such-kind", f"The board has no “{one}”.", field="ticked", value=one,
                allowed=", ".join(board),
            )  # fmt: skip
        gear = board[one]
        found.append(gear.model_copy(update={"name": f"{gear.name}, usual figures"}))
    return found


def plan_of(told: Beginning) -> Plan:
    """The plan that three answers make.

    Parameters
    ----------
    told
        what was answered.
    """
    role = SHAPES[told.shape].angles[0]
    windows = () if told.window is None else (_window(told.window),)
    return Plan(
        title=told.title,
        work=Work(
            shape=told.shape,
            zone=Zone(width_mm=told.zone_width_mm, depth_mm=told.zone_depth_mm),
            zone_top_mm=told.top_mm,
        ),
        table=Table(height_mm=told.table_height_mm),
        room=Room(
            ceiling_mm=told.ceiling_mm,
            windows=windows,
            circuit_w=told.circuit_w,
            mains_hz=told.mains_hz,
        ),
        maker=Maker(handedness="left" if told.left_handed else None, away=told.away),
        cameras=(Camera(id=role, role=role),),
    )


def _window(wall: Literal["left", "right", "near", "far"]) -> Window:
    width, height = USUAL_WINDOW_MM
    return Window(
        name="window", wall=wall, along_mm=0.0, away_mm=USUAL_AWAY_MM, width_mm=width,
        height_mm=height, sill_mm=USUAL_SILL_MM,
    )  # fmt: skip
