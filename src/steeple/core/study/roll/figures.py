"""Every figure of the roll step with its formula, source and the numbers put in."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.roll.power import SPREAD
from steeple.core.study.base.figure import Computed, FigureSpec, Numbers, Put
from steeple.core.study.base.sentence import Quantity
from steeple.core.study.roll.kept.feeding import Plate, plates_of
from steeple.core.study.roll.kept.storing import SOUND_MBIT_S, Storing, storing_of
from steeple.core.study.roll.study import RollStudy

BANKS = "Banks et al., Discrete-Event System Simulation"
PLATES = "Rating plates and manuals"
ARITHMETIC = "Arithmetic of bits and bytes: 8 bits to a byte, a million bytes to a megabyte"


@dataclass(frozen=True, slots=True)
class RollNumbers(Numbers[RollStudy]):
    """The numbers that formulas of a session take."""

    @property
    def storing(self) -> Storing:
        """What it weighs."""
        return storing_of(self.study)

    @property
    def plates(self) -> tuple[Plate, ...]:
        """What is on the mains."""
        return plates_of(self.study)


def _untouched(i: RollNumbers) -> Computed | None:
    study = i.study
    if not study.devices:
        return None
    puts = i.put("T", "session", study.session.length_s, "span", "session/lasts_min")
    for one in study.devices:
        limits = study.limits(one)
        if not limits:
            continue
        first = limits[0]
        puts += i.put("t", f"{one.name}: {first.why}", first.early_s, "span", f"{one.at}/supply/by")
    return Quantity(value=study.untouched_s, unit="span"), puts


def _size(i: RollNumbers) -> Computed | None:
    store = i.storing
    if not store.whole_bytes:
        return None
    puts: tuple[Put, ...] = ()
    for one in store.devices:
        if one.device.mbit_s is not None:
            puts += i.put("r", f"{one.device.name}, bit rate", one.device.mbit_s, "mbit_s")
            puts += i.put("t", f"{one.device.name}, runs", one.runs_s, "span", "session/lasts_min")
    return Quantity(value=store.whole_bytes, unit="bytes"), puts


def _copy(i: RollNumbers) -> Computed | None:
    store = i.storing
    if not store.whole_bytes:
        return None
    puts = i.put("S", "to keep", store.whole_bytes, "bytes")
    name = "copied at, a planning value" if store.copy_assumed else "the disk writes"
    return Quantity(value=store.copy_s, unit="span"), puts + i.put(
        "r", name, store.copy_rate_mbit_s, "mbit_s"
    )


def _clips(i: RollNumbers) -> Computed | None:
    store = i.storing
    if store.clips_bytes is None:
        return None
    puts: tuple[Put, ...] = ()
    for one in store.stages:
        puts += i.put("t", f"shown of {one.name}", one.shown_s, "span")
        puts += i.put("s", f"{one.name}, from all that film it", one.clip_bytes, "bytes")
    return Quantity(value=store.clips_bytes, unit="bytes"), puts


def _cap_rate(i: RollNumbers) -> Computed | None:
    session, store = i.study.plan.session, i.storing
    if store.cap_mbit_s is None or session.clip_cap_bytes is None or session.clip_s is None:
        return None
    puts = i.put("C", "largest clip", session.clip_cap_bytes, "bytes")
    puts += i.put("t", "length of a clip", session.clip_s, "span")
    puts += i.put("a", "its sound", SOUND_MBIT_S, "mbit_s")
    return Quantity(value=store.cap_mbit_s, unit="mbit_s"), puts


def _longest(i: RollNumbers) -> Computed | None:
    session, store = i.study.plan.session, i.storing
    if store.cap_s is None or session.clip_cap_bytes is None or store.clip_mbit_s is None:
        return None
    puts = i.put("C", "largest clip", session.clip_cap_bytes, "bytes")
    puts += i.put("r", "as recorded", store.clip_mbit_s, "mbit_s")
    puts += i.put("a", "its sound", SOUND_MBIT_S, "mbit_s")
    return Quantity(value=store.cap_s, unit="span"), puts


def _mains(i: RollNumbers) -> Computed | None:
    plates = [one for one in i.plates if one.power_w is not None]
    if not plates:
        return None
    puts: tuple[Put, ...] = ()
    for one in plates:
        puts += i.put("P", one.name, one.power_w or 0.0, "w")
    return Quantity(value=sum(one.power_w or 0.0 for one in plates), unit="w"), puts


def _lapse(i: RollNumbers) -> Computed | None:
    lapse = i.storing.lapse
    shown = i.study.plan.session.lapse_s
    if lapse is None or shown is None:
        return None
    puts = i.put("T", "session", i.study.session.length_s, "span", "session/lasts_min")
    puts += i.put("t", "shown in", shown, "span")
    puts += i.put("f", "frame rate", lapse.times / lapse.interval_s, "hz", "delivery/frame_rate_hz")
    return Quantity(value=lapse.interval_s, unit="seconds"), puts


ROLL_FIGURES: tuple[FigureSpec[RollNumbers], ...] = (
    FigureSpec(
        "roll.untouched", "Runs untouched", "to the first stop of anything that runs",
        "min(T, t₁, t₂ …), batteries counted at 85 %", BANKS, _untouched,
        note=f"A battery lasts {SPREAD:.0%} less or more than its figures say.",
    ),
    FigureSpec("roll.size", "To keep", "whole takes of all that records", "Σ r·t ÷ 8", ARITHMETIC, _size),
    FigureSpec("roll.clips", "To keep in clips", "what is shown of each stage", "Σ s", ARITHMETIC, _clips),
    FigureSpec("roll.copy", "Time to copy", "all of it once", "8·S ÷ r", ARITHMETIC, _copy),
    FigureSpec(
        "roll.cap-rate", "Bit rate under the cap", "a clip of the length wanted",
        "0.98 · 8·C ÷ t − a", ARITHMETIC, _cap_rate, note="Two per cent are left for the container.",
    ),
    FigureSpec(
        "roll.longest-clip", "Longest clip under the cap", "as it is recorded",
        "0.98 · 8·C ÷ (r + a)", ARITHMETIC, _longest,
    ),
    FigureSpec("roll.lapse", "Picture of the time lapse every", "for the length wanted", "T ÷ t ÷ f", BANKS, _lapse),
    FigureSpec("roll.mains", "On the mains", "by the rating plates", "Σ P", PLATES, _mains),
)  # fmt: skip
