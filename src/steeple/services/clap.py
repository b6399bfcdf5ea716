"""What recordings of a clap tell: each by itself of the room, and each against the first."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from pydantic import Field

from steeple.core.budget import look
from steeple.core.errors import InputError, SteepleError
from steeple.core.sound.decay import Clap, Line, read_clap
from steeple.core.sound.delay import clap_every_s, frames
from steeple.core.sound.together import offset_of
from steeple.core.study.base.result import Result
from steeple.formats.sound_file import SECONDS_LIMIT, Sound, read_sound

MOST = 8


@dataclass(frozen=True, slots=True)
class SoundFile:
    """A file as it was given."""

    name: str
    content: bytes


class DecayLine(Result):
    """A straight line through a stretch of the decay, as `core.sound.decay.Line`."""

    rt60_s: float
    from_db: float
    to_db: float
    off_db: float


class ClapRow(Result):
    """What one file tells; of several claps, or too much noise, ``problem`` says why it tells no echo."""

    file: str
    rate_hz: float
    lasts_s: float
    cut: bool = Field(description="Whether only the beginning of a long file was read.")
    rt60_s: float | None = None
    arrival_s: float | None = None
    peak_db: float | None = None
    noise_db: float | None = None
    above_noise_db: float | None = None
    t20: DecayLine | None = None
    t30: DecayLine | None = None
    fitted_s: float | None = Field(
        default=None,
        description="By an exponential over the noise, where that leaves no room for T20.",
    )
    curve: tuple[tuple[float, float], ...] = Field(
        default=(),
        description="Seconds after the arrival, and how far the sound has died away in dB.",
    )
    problem: str | None = None


class AgainstFirst(Result):
    """How far a file is behind the first: positive where it hears the same later."""

    file: str
    behind_s: float | None = None
    behind_frames: float | None = None
    alike: float | None = None
    drift_ppm: float | None = None
    drift_over_s: float | None = None
    clap_every_s: float | None = None
    problem: str | None = None


class ClapReport(Result):
    """What some recordings of a clap tell."""

    files: tuple[ClapRow, ...]
    against_first: tuple[AgainstFirst, ...]

    @property
    def told(self) -> bool:
        """Whether any of them tells anything."""
        return any(one.problem is None for one in self.files) or any(
            one.problem is None for one in self.against_first
        )


def check_claps(count: int, frame_rate_hz: float) -> None:
    """Whether so many recordings are read, at such a frame rate.

    Parameters
    ----------
    count, frame_rate_hz
        of the files; of the pictures.

    Raises
    ------
    InputError
        ``too-many-files`` unless 1 to `MOST`; ``frame-rate`` unless 1 to 1000.
    """
    if not 1 <= count <= MOST:
        raise InputError(
            "too-many-files", f"{count} files were given; 1 to {MOST} are read at once.",
            field="files", value=count, allowed=f"1 to {MOST}",
        )  # fmt: skip
    if not 1 <= frame_rate_hz <= 1000:
        raise InputError(
            "frame-rate", f"The frame rate is {frame_rate_hz:g}; it is 1 to 1000 a second.",
            field="frame-rate", value=frame_rate_hz, allowed="1 to 1000",
        )  # fmt: skip


def read_claps(
    files: Sequence[SoundFile], frame_rate_hz: float, *, seconds: float = SECONDS_LIMIT
) -> ClapReport:
    """What some recordings of a clap tell.

    Parameters
    ----------
    files
        one to `MOST`.
    frame_rate_hz
        of the pictures, 1 to 1000.
    seconds
        of a longer one so much is read.

    Raises
    ------
    InputError
        As `check_claps`.
    DocumentError
        What a file says that holds no sound at all.
    """
    check_claps(len(files), frame_rate_hz)
    sounds = []
    for one in files:
        look()
        sounds.append((one.name, read_sound(one.content, one.name, seconds_limit=seconds)))
    return ClapReport(
        files=tuple(_of_one(name, sound) for name, sound in sounds),
        against_first=tuple(
            _of_two(name, sounds[0][1], sound, frame_rate_hz) for name, sound in sounds[1:]
        ),
    )


def _of_one(name: str, sound: Sound) -> ClapRow:
    look()
    row = ClapRow(file=name, rate_hz=sound.rate_hz, lasts_s=sound.lasts_s, cut=sound.cut)
    try:
        return _told(row, read_clap(sound.samples, sound.rate_hz))
    except SteepleError as error:
        return row.model_copy(update={"problem": error.sentence})


def _told(row: ClapRow, clap: Clap) -> ClapRow:
    return row.model_copy(
        update={
            "rt60_s": clap.rt60_s,
            "arrival_s": clap.arrival_s,
            "peak_db": clap.peak_db,
            "noise_db": clap.noise_db,
            "above_noise_db": clap.above_noise_db,
            "t20": _line(clap.t20),
            "t30": _line(clap.t30),
            "fitted_s": clap.fitted_s,
            "curve": clap.curve,
        }
    )


def _line(line: Line | None) -> DecayLine | None:
    if line is None:
        return None
    return DecayLine(rt60_s=line.rt60_s, from_db=line.from_db, to_db=line.to_db, off_db=line.off_db)


def _of_two(name: str, first: Sound, sound: Sound, frame_rate_hz: float) -> AgainstFirst:
    look()
    try:
        found = offset_of(first.samples, first.rate_hz, sound.samples, sound.rate_hz)
    except SteepleError as error:
        return AgainstFirst(file=name, problem=error.sentence)
    drift = found.drift_ppm
    return AgainstFirst(
        file=name,
        behind_s=found.behind_s,
        behind_frames=frames(found.behind_s, frame_rate_hz),
        alike=found.alike,
        drift_ppm=drift,
        drift_over_s=found.drift_over_s,
        clap_every_s=None if not drift else clap_every_s(drift, frame_rate_hz),
    )
