"""A figure that was predicted and then measured, with its circumstances; and what is learned of such pairs."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field, StringConstraints

from steeple.core.learning.normal import Belief, Correction, correction, is_worse
from steeple.core.plan.values import Part
from steeple.core.units import Unit

PairFigure = Literal[
    "lens.focal", "support.sag", "support.swing", "lamp.light", "body.battery", "body.bitrate", "body.stop",
    "camera.tilt", "light.evenness", "room.rt60", "room.daylight", "maker.set-up",
]  # fmt: skip
Finite = Annotated[float, Field(allow_inf_nan=False)]
GearRef = Annotated[str, StringConstraints(pattern=r"^[a-z0-9-]{0,40}$")]
DAY_S = 86_400.0


class Pair(Part):
    """A prediction and its measurement. ``predicted`` is what the plan said, ``plain`` what it would have said
    without anything learned; ``error`` one standard error of the measurement. ``of`` is the thing in the cupboard that
    it tells of, empty where there is none."""

    id: Annotated[str, StringConstraints(pattern=r"^[a-z0-9-]{8,40}$")]
    figure: PairFigure
    of: GearRef = ""
    of_name: str = Field(default="", max_length=120)
    plan_id: GearRef
    plan_title: str = Field(default="", max_length=120)
    revision: Annotated[int, Field(ge=1)] = 1
    session_id: GearRef | None = None
    at: AwareDatetime
    predicted: Finite
    plain: Finite
    measured: Finite
    error: Annotated[float, Field(ge=0, allow_inf_nan=False)] = 0.0
    lens: str = Field(default="", max_length=120)
    support: str = Field(default="", max_length=120)
    lamp: str = Field(default="", max_length=120)
    camera: str = Field(default="", max_length=120)
    room: str = Field(default="", max_length=120)


@dataclass(frozen=True, slots=True)
class PairKind:
    """How a figure is compared: by its ratio (``share``) or its difference. ``belief`` is in logarithms for shares, else
    in the unit; ``gear_field`` is where the cupboard keeps what was learned, ``plan_field`` where a plan does that is
    asked to; empty where nothing is."""

    words: str
    unit: Unit
    by: Literal["share", "difference"]
    belief: Belief
    gear_field: str = ""
    of_words: str = ""
    plan_field: str = ""


KINDS: Mapping[PairFigure, PairKind] = MappingProxyType(
    {
        "lens.focal": PairKind(
            "true focal length", "mm_exact", "share", Belief(0.03, 0.008), "learned_focal_share", "lens"
        ),
        "support.sag": PairKind(
            "how far it gives way", "mm", "difference", Belief(10.0, 3.0), "learned_sag_mm", "support"
        ),
        # A tapped support and a clapped room go into plans as they were measured: nothing is corrected there.
        "support.swing": PairKind(
            "how fast it swings", "hz", "share", Belief(0.4, 0.15), of_words="support"
        ),
        "lamp.light": PairKind(
            "light on the work", "lx", "share", Belief(0.3, 0.08), "learned_light_share", "lamp"
        ),
        "body.battery": PairKind(
            "how long a battery lasts", "span", "share", Belief(0.25, 0.04), "learned_battery_share", "camera"
        ),
        "body.bitrate": PairKind(
            "what it writes", "mbit_s", "share", Belief(0.15, 0.06), "learned_bitrate_share", "camera"
        ),
        "body.stop": PairKind(
            "when it stops by itself", "span", "share", Belief(0.1, 0.03), "learned_stop_share",
            "camera",
        ),
        "camera.tilt": PairKind("tilt", "deg", "difference", Belief(2.0, 1.0)),
        "light.evenness": PairKind("evenness", "stops", "difference", Belief(0.5, 0.25)),
        "room.rt60": PairKind("echo", "rt60_s", "share", Belief(0.3, 0.15), of_words="room"),
        # One day's sky is not the next day's: what is left in the mean of several is the pane, and what stands outside.
        "room.daylight": PairKind(
            "daylight on the work", "lx", "share", Belief(0.4, 0.3),
            plan_field="/room/learned_daylight_share", of_words="room",
        ),
        "maker.set-up": PairKind(
            "how long setting up takes", "span", "share", Belief(0.4, 0.25),
            plan_field="/maker/learned_set_up_share", of_words="maker",
        ),
    }
)  # fmt: skip
"""Beliefs are planning values of our own: how far such figures are usually off, and how far one case strays from
the next."""


class LearnedOf(Part):
    """What the pairs of one figure of one thing teach. ``value`` is the share or the difference that goes into plans;
    ``low`` and ``high`` two standard errors about it."""

    figure: PairFigure
    of: str
    name: str
    status: Literal["few", "noise", "sure", "doubtful", "set aside", "off"]
    by: Literal["share", "difference"]
    unit: Unit
    value: float
    low: float
    high: float
    cases: int
    per_30_days: float | None = Field(
        description="How much the value changes in thirty days; None where no trend is sure."
    )
    without: float = Field(
        description="Mean error of predictions without it, as a share or in the unit."
    )
    with_it: float = Field(description="The same with it, each case told from the others.")
    in_use_worse: bool = False

    @property
    def used(self) -> bool:
        """Whether it goes into the next plan."""
        return self.status == "sure"


def deviation(pair: Pair, *, of: Literal["plain", "predicted"] = "plain") -> float | None:
    """How far a measurement was from its prediction: the logarithm of their ratio, or their difference.

    Parameters
    ----------
    pair, of
        which prediction counts: without anything learned, or as the plan said it.

    Returns
    -------
    None for a ratio of what is not positive.
    """
    told = pair.plain if of == "plain" else pair.predicted
    if KINDS[pair.figure].by == "difference":
        return pair.measured - told
    if told <= 0 or pair.measured <= 0:
        return None
    return math.log(pair.measured / told)


def learned_from(pairs: Sequence[Pair], *, off: bool = False) -> LearnedOf | None:
    """What pairs of one figure of one thing teach.

    Parameters
    ----------
    pairs
        of one figure and one thing, in any order.
    off
        whether the maker has switched it off.

    Returns
    -------
    None where no pair can be compared. Where a correction was in use and did harm, it is ``set aside``.
    """
    told = [
        (one, value)
        for one in sorted(pairs, key=lambda each: (each.at, each.id))
        if (value := deviation(one)) is not None
    ]
    if not told:
        return None
    kind = KINDS[told[0][0].figure]
    days = [one.at.timestamp() / DAY_S for one, _ in told]
    found = correction([value for _, value in told], kind.belief, days)
    in_use = [(one, value) for one, value in told if one.predicted != one.plain]
    worse = is_worse(
        [value for _, value in in_use],
        [deviation(one, of="predicted") or 0.0 for one, _ in in_use],
    )
    shared = kind.by == "share"

    def out(value: float) -> float:
        return math.exp(value) if shared else value

    status = "off" if off else "set aside" if worse else found.status
    return LearnedOf(
        figure=told[0][0].figure,
        of=told[0][0].of,
        name=told[-1][0].of_name,
        status=status,
        by=kind.by,
        unit=kind.unit,
        value=round(out(found.mean), 4),
        low=round(out(found.mean - 2 * found.error), 4),
        high=round(out(found.mean + 2 * found.error), 4),
        cases=found.count,
        per_30_days=None if found.slope is None else _per_30_days(found, shared=shared),
        without=round(math.expm1(found.without) if shared else found.without, 4),
        with_it=round(math.expm1(found.with_it) if shared else found.with_it, 4),
        in_use_worse=worse,
    )


def _per_30_days(found: Correction, *, shared: bool) -> float:
    assert found.slope is not None
    change = 30 * found.slope
    return round(math.expm1(change) if shared else change, 4)
