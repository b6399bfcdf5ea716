"""What a maker may ask of one more camera: what must be in its picture, and from which side."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.parts.cameras.camera import Role
from steeple.core.plan.parts.cameras.target import Target, TargetKind

Ask = Literal[
    "overhead",
    "three-quarter",
    "low-side",
    "easel",
    "hands",
    "left-hand",
    "right-hand",
    "keyboard",
    "strings",
    "pedals",
    "face",
    "wide",
    "over-shoulder",
    "hob",
    "beauty",
]
Span = tuple[float, float]
AROUND: tuple[Span, ...] = ((0.0, 360.0),)
FRONT: tuple[Span, ...] = ((270.0, 450.0),)
"""The far side of the table and both ends of it."""
SIDES: tuple[Span, ...] = ((45.0, 135.0), (225.0, 315.0))
BEHIND: tuple[Span, ...] = ((135.0, 225.0),)


@dataclass(frozen=True, slots=True)
class RoleAsk:
    """A wish for a camera. Azimuths are those from which a right-handed maker is filmed, clockwise from
    straight away from them; elevations count from level. ``people`` tells whether the maker is at work.
    """

    ask: Ask
    role: Role
    words: str
    azimuths: tuple[Span, ...]
    elevations: Span
    target: TargetKind | None = None

    def target_of(self, given: Target | None) -> Target | None:
        """What the camera films: what was asked for, or what is usual; None = the whole zone."""
        if given is not None or self.target is None:
            return given
        return Target(kind=self.target)


# fmt: off
ASKS: Mapping[Ask, RoleAsk] = MappingProxyType({one.ask: one for one in (
    RoleAsk("overhead", "overhead", "all of the work from straight above", AROUND, (90.0, 90.0)),
    RoleAsk("three-quarter", "three-quarter", "work and hands from the front, at a slant", FRONT, (35.0, 60.0)),
    RoleAsk("low-side", "low-side", "the work from the side, low", SIDES, (8.0, 30.0)),
    RoleAsk("easel", "easel", "upright work, past the free hand", ((190.0, 260.0),), (0.0, 30.0)),
    RoleAsk("hands", "hands", "both hands, close", FRONT, (20.0, 60.0), "hands"),
    RoleAsk("left-hand", "hands", "the left hand, close", AROUND, (20.0, 70.0), "left-hand"),
    RoleAsk("right-hand", "hands", "the right hand, close", AROUND, (20.0, 70.0), "right-hand"),
    RoleAsk("keyboard", "keyboard", "the keys from the side", SIDES, (10.0, 40.0)),
    RoleAsk("strings", "strings", "the strings", FRONT, (30.0, 75.0)),
    RoleAsk("pedals", "pedals", "feet and pedals", ((225.0, 495.0),), (5.0, 50.0), "feet"),
    RoleAsk("face", "face", "the face", ((310.0, 410.0),), (-10.0, 20.0), "face"),
    RoleAsk("wide", "wide", "maker and work, from the wall", ((225.0, 495.0),), (0.0, 30.0), "maker"),
    RoleAsk("over-shoulder", "over-shoulder", "over the shoulder, as the maker sees it", BEHIND, (35.0, 65.0)),
    RoleAsk("hob", "hob", "into the pot or the oven", AROUND, (25.0, 65.0)),
    RoleAsk("beauty", "beauty", "the finished thing by itself", BEHIND, (0.0, 20.0)),
)})
# fmt: on
"""Directions are planning values of our own, by what each kind of picture is to show."""
AZIMUTH_STEP_DEG, ELEVATION_STEP_DEG = 15.0, 10.0


def directions_for(asked: RoleAsk, *, right_handed: bool) -> list[tuple[float, float]]:
    """The directions from which a wish is met: azimuth and elevation in degrees.

    Parameters
    ----------
    asked
        the wish.
    right_handed
        a left-handed maker is filmed from the mirrored side.
    """
    low, high = asked.elevations
    count = max(1, round((high - low) / ELEVATION_STEP_DEG))
    ups = [low] if low == high else [low + (high - low) * step / count for step in range(count + 1)]
    if low >= 90.0:
        return [(0.0, 90.0)]
    found: dict[tuple[float, float], None] = {}
    for first, last in asked.azimuths:
        steps = round((last - first) / AZIMUTH_STEP_DEG)
        for step in range(steps + 1):
            azimuth = (first + (last - first) * step / steps) % 360.0
            if not right_handed:
                azimuth = (360.0 - azimuth) % 360.0
            for up in ups:
                found[azimuth, up] = None
    return sorted(found)
