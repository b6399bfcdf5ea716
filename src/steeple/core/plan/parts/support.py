"""A support with the copy of its figures, and how it is set up."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.values import (
    AlongMm,
    AzimuthDeg,
    MassG,
    Name,
    Part,
    PlaceMm,
    ReachMm,
    Slug,
    TorqueNm,
    WeightG,
)

LOAD_LIMIT = 6


class Foot(Part):
    """Where the column of a support stands or is fixed, seen from above; None = left to Steeple."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None


class OtherLoad(Part):
    """A lamp, microphone or anything else on a support that carries a camera."""

    name: Name
    mass_g: MassG | None = None
    arm: Literal["shared", "own"] = Field(
        default="shared",
        description="On the boom or bar that holds the camera, or on an arm of its own.",
    )
    along_mm: AlongMm = Field(
        default=0.0,
        description="From the column toward the camera; on a bar or pole from its middle to the "
        "right or away. Negative is the other way.",
    )
    toward_deg: AzimuthDeg | None = Field(
        default=None,
        description="Where an arm of its own points, clockwise from away from the maker; None = toward "
        "the camera.",
    )
    joint_holds_n_m: TorqueNm | None = Field(
        default=None, description="What the joint of an arm of its own holds."
    )


class CameraArm(Part):
    """An arm of its own on the same column for a camera that the support also carries."""

    camera: Slug
    reach_mm: ReachMm
    mass_g: MassG | None = None
    joint_holds_n_m: TorqueNm | None = None


class PlacedSupport(Part):
    """A support with the copy of its figures, and how it is set up."""

    id: Slug
    gear: Support
    gear_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that this is a copy of."
    )
    owned: bool = Field(default=True, description="False while one only considers getting it.")
    foot: Foot = Foot()
    shelf: Name | None = Field(
        default=None, description="The thing in the room that it is fixed to, for anchor shelf."
    )
    runs: Literal["across", "away"] | None = Field(
        default=None, description="Which way a bar or pole runs: left to right, or near to far."
    )
    legs_toward_deg: AzimuthDeg | None = Field(
        default=None, description="Where one of its legs points; None = under the boom."
    )
    counterweight_g: WeightG | None = Field(
        default=None, description="On the boom behind the column; None = left to Steeple."
    )
    counterweight_at_mm: ReachMm | None = Field(
        default=None, description="How far behind the column; None = as far as the boom goes."
    )
    sandbag_g: WeightG | None = Field(default=None, description="None = none.")
    sandbag_on: Literal["column", "leg under the boom", "legs behind"] | None = Field(
        default=None, description="Where it lies; None = at the column."
    )
    clamped_down: bool = Field(
        default=False, description="Whether the foot of a small stand is clamped to the table."
    )
    tether: bool | None = Field(
        default=None, description="Whether a second fixing keeps what it carries from falling."
    )
    arms: tuple[CameraArm, ...] = Field(
        default=(),
        max_length=LOAD_LIMIT,
        description="Cameras beside the first that have an arm of their own on this column.",
    )
    loads: tuple[OtherLoad, ...] = Field(default=(), max_length=LOAD_LIMIT)
