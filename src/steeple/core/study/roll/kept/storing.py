"""What a session weighs: cards, disk, copying; whole takes against clips; what a clip may weigh."""

from __future__ import annotations

import math
from dataclasses import dataclass

from steeple.core.roll.coverage import common, length
from steeple.core.roll.store import (
    Lapse,
    bytes_per_s,
    copy_s,
    lapse,
    longest_under_cap_s,
    rate_under_cap_mbit_s,
    size_bytes,
)
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.study import RollStudy

COPY_MBIT_S = 400.0
"""A card is read and a disk is written at 50 MB/s; a planning value of our own for what is not given."""
FRAME_RATE_HZ = 25.0
SOUND_MBIT_S = 0.2
"""Sound of a clip as it is published; the usual of compressed stereo."""


@dataclass(frozen=True, slots=True)
class DeviceStore:
    """What a device writes in a session. ``size_bytes`` is None where its bit rate is not known."""

    device: GivenDevice
    runs_s: int
    size_bytes: float | None


@dataclass(frozen=True, slots=True)
class StageStore:
    """A stage: how long it takes, how much of it is shown, and what that weighs of all cameras that film it."""

    name: str
    takes_s: int
    shown_s: float
    clip_bytes: float


@dataclass(frozen=True, slots=True)
class Storing:
    """What a session weighs.

    ``whole_bytes`` of unbroken takes, ``clips_bytes`` of what of the stages is shown alone, None without
    stages. ``fits`` sessions go onto the disk, None where it is not known. ``cap_mbit_s`` is the greatest bit rate
    with which a clip stays under its cap, ``cap_s`` the longest clip of what is recorded now.
    """

    devices: tuple[DeviceStore, ...]
    stages: tuple[StageStore, ...]
    whole_bytes: float
    clips_bytes: float | None
    copy_rate_mbit_s: float
    copy_assumed: bool
    fits: int | None
    cap_mbit_s: float | None
    cap_s: float | None
    clip_mbit_s: float | None
    lapse: Lapse | None

    @property
    def copy_s(self) -> float:
        """How long it takes to copy what was recorded."""
        return copy_s(self.whole_bytes, self.copy_rate_mbit_s)

    @property
    def known(self) -> bool:
        """Whether the bit rate of everything that records is known."""
        return all(one.size_bytes is not None for one in self.devices)


def storing_of(study: RollStudy) -> Storing:
    """What a session weighs.

    Parameters
    ----------
    study
        the session run through.
    """
    plan, session = study.plan, study.plan.session
    devices = []
    for one in study.devices:
        if one.records:
            runs = length(study.stretches(study.run, one))
            size = None if one.mbit_s is None else bytes_per_s(one.mbit_s) * runs
            devices.append(DeviceStore(one, runs, size))
    whole = sum(one.size_bytes or 0.0 for one in devices)
    stages = _stages(study)
    disk = session.disk
    fits = None
    if disk is not None and disk.capacity_bytes is not None and whole > 0:
        fits = math.floor(disk.capacity_bytes / whole + 1e-9)
    rate = None if disk is None else disk.write_mbit_s
    rates = [one.mbit_s for one in study.cameras if one.mbit_s is not None]
    clip_rate = max(rates, default=None)
    cap, clip = session.clip_cap_bytes, session.clip_s
    seconds = study.session.length_s
    shown = session.lapse_s
    return Storing(
        devices=tuple(devices),
        stages=stages,
        whole_bytes=whole,
        clips_bytes=sum(one.clip_bytes for one in stages) if stages else None,
        copy_rate_mbit_s=COPY_MBIT_S if rate is None else rate,
        copy_assumed=rate is None,
        fits=fits,
        cap_mbit_s=None
        if cap is None or clip is None
        else rate_under_cap_mbit_s(cap, clip, SOUND_MBIT_S),
        cap_s=None
        if cap is None or clip_rate is None
        else longest_under_cap_s(cap, clip_rate, SOUND_MBIT_S),
        clip_mbit_s=clip_rate,
        lapse=None
        if shown is None or shown > seconds
        else lapse(seconds, shown, plan.delivery.frame_rate_hz or FRAME_RATE_HZ),
    )


def _stages(study: RollStudy) -> tuple[StageStore, ...]:
    found = []
    for stage in study.plan.stages:
        pieces = [one for one in study.session.stages if one.name == stage.name]
        takes = sum(one.end_s - one.start_s for one in pieces)
        if not takes:
            continue
        shown = min(float(takes), stage.shown_s or float(takes))
        rate = sum(
            one.mbit_s or 0.0
            for one in study.cameras
            if common([piece.stretch for piece in pieces], one.windows)
        )
        found.append(StageStore(stage.name, takes, shown, size_bytes(rate, shown)))
    return tuple(found)
