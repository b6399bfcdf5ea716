"""How sound and pictures keep in step: offsets, drift, and where to clap.

References: speed of sound 343 m/s (ISO 9613-1); half a frame is where lips and hands are seen to be off (EBU R 37
allows 40 ms early and 60 ms late of a programme; a cut of several cameras shows less).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.plan.words import camera_names
from steeple.core.sound.delay import USUAL_DRIFT_PPM, clap_every_s, delay_s, drift_s, frames
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.angles.syncing import Clap, clap_of
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.sound.given.mics import GivenMic

HALF_A_FRAME = 0.5


@dataclass(frozen=True, slots=True)
class Late:
    """How late the sound of the work comes to a device, against the main microphone, in frames. ``by_picture`` of
    a camera: its own sound against its picture is as late as that; set by sound, its picture is as early."""

    key: str
    name: str
    is_camera: bool
    distance_mm: float
    frames: float


@dataclass(frozen=True, slots=True)
class Keeping:
    """How sound and pictures keep in step.

    ``apart`` is whether anything is recorded apart from the pictures, or by several cameras. ``drift_frames`` is
    how far two clocks are apart at the end of the session at ``ppm``; ``every_s`` how long they stay under half a
    frame. ``clap`` is where a clap is seen by every camera, None without one that forms a picture.
    """

    rate_hz: float
    late: tuple[Late, ...]
    apart: bool
    ppm: float
    measured: bool
    drift_frames: float
    every_s: float
    lasts_s: float
    clap: Clap | None

    @property
    def worst(self) -> Late | None:
        """The camera whose sound is farthest off."""
        cameras = [one for one in self.late if one.is_camera]
        return max(cameras, key=lambda one: abs(one.frames), default=None)


def keeping_of(
    plan: Plan, work: GivenWork, mics: Sequence[GivenMic], cameras: Mapping[str, Vector],
    angles: Sequence[AngleStudy], lasts_s: float, assumptions: Assumptions,
) -> Keeping:  # fmt: skip
    """How sound and pictures of a plan keep in step.

    Parameters
    ----------
    plan, work, mics
        the plan; its figures; its microphones.
    cameras, angles
        where each camera is, by id; those that form a picture.
    lasts_s
        the session.
    assumptions
        where it is noted what was taken.
    """
    rate = work.frame_rate_hz
    main = next((one for one in mics if one.part.id == plan.sound.main), mics[0] if mics else None)
    clap = clap_of(work, list(angles))
    place = work.plane.middle if clap is None else clap.place
    near = 0.0 if main is None else place.minus(main.place).length
    names = camera_names(plan.cameras)
    found = []
    for camera_id, lens in cameras.items():
        away = place.minus(lens).length
        late = frames(delay_s(away) - delay_s(near), rate)
        found.append(
            Late(f"camera/{camera_id}", f"the {names[camera_id]} camera", True, away, late)
        )
    for one in mics:
        if one is not main:
            away = place.minus(one.place).length
            late = frames(delay_s(away) - delay_s(near), rate)
            found.append(Late(one.key, one.name, False, away, late))
    into = {
        (one.part.into.kind, one.part.into.id) for one in mics if one.part.into is not None
    } | {("camera", one) for one in cameras}  # fmt: skip
    ppm = USUAL_DRIFT_PPM
    measured = plan.sound.drift_ppm is not None
    if len(into) > 1:
        ppm = abs(
            assumptions.fill(
                plan.sound.drift_ppm, at="sound/drift_ppm", usual=USUAL_DRIFT_PPM, unit="ppm",
                why="clocks of cameras and recorders keep to about so much",
            )
        )  # fmt: skip
    return Keeping(
        rate_hz=rate,
        late=tuple(found),
        apart=len(into) > 1,
        ppm=ppm,
        measured=measured,
        drift_frames=frames(drift_s(ppm, lasts_s), rate),
        every_s=clap_every_s(max(ppm, 0.01), rate),
        lasts_s=lasts_s,
        clap=clap,
    )
