"""Arrangements of the same gear, the stages of the work that each films, and fixed places for cameras."""

from __future__ import annotations

from pydantic import Field

from steeple.core.plan.gear.holding.support import Thread
from steeple.core.plan.parts.rolling.session import ShownS
from steeple.core.plan.values import LensHeightMm, LoadG, Minutes, Name, Part, PlaceMm, Slug


class Stage(Part):
    """A stage of the work and how long it takes."""

    name: Name
    takes_min: Minutes
    shown_s: ShownS | None = Field(
        default=None, description="How much of it is worth showing; None = all of it."
    )


class Setup(Part):
    """One arrangement: which of the plan's cameras stand in it, which lamps are lit, and what it films.

    The same thing may stand in several set-ups, each with a camera of the plan; in between it is moved.
    """

    id: Slug
    name: Name
    cameras: tuple[Slug, ...] = Field(max_length=8)
    lights: tuple[Slug, ...] | None = Field(
        default=None, max_length=10, description="Lamps that are lit in it; None = all."
    )
    stages: tuple[Name, ...] = Field(default=(), max_length=24)
    break_min: Minutes | None = Field(
        default=None, description="Time before it in which it can be made from the one before."
    )


class MountPoint(Part):
    """A fixed place in the room to which a camera can be screwed."""

    name: Name
    x_mm: PlaceMm
    y_mm: PlaceMm
    z_mm: LensHeightMm = Field(description="Above the table top; negative = below it.")
    thread: Thread | None = Field(default=None, description="What the camera is put on.")
    bears_g: LoadG | None = None
