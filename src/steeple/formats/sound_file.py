"""Sound out of files of other programs: WAV, FLAC, and the sound of MP4 and MOV clips.

Read by a library that is made for what others have written; whatever it makes of a broken file ends in a
sentence, never in a trace.
"""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO

import av
import numpy as np
from av.error import FFmpegError

from steeple.core.errors import DocumentError
from steeple.core.sound.decay import Samples

BYTES_LIMIT = 200_000_000
SECONDS_LIMIT = 900.0
"""Of longer recordings the beginning is enough: a clap is made at once."""
LEAST_RATE_HZ = 8_000


@dataclass(frozen=True, slots=True)
class Sound:
    """One channel of sound: samples with full scale 1, how many a second, and whether the file was longer."""

    samples: Samples
    rate_hz: float
    cut: bool

    @property
    def lasts_s(self) -> float:
        """How long it lasts."""
        return self.samples.size / self.rate_hz


def read_sound(
    content: bytes, name: str = "the file", *, seconds_limit: float = SECONDS_LIMIT
) -> Sound:
    """The sound of a file, all channels put together.

    Parameters
    ----------
    content
        the whole file, at most `BYTES_LIMIT`.
    name
        what it is called in a sentence.
    seconds_limit
        of a longer one so much is read.

    Raises
    ------
    DocumentError
        ``too-large``; ``no-sound`` where it is no sound, holds none, or breaks off before anything is heard;
        ``sound-rate`` for fewer than 8000 samples a second.
    """
    if len(content) > BYTES_LIMIT:
        raise DocumentError(
            "too-large",
            f"{name} has {len(content) / 1e6:.0f} MB; up to {BYTES_LIMIT / 1e6:.0f} MB are read. Cut a few seconds "
            "round the clap out of it.",
            field="sound", value=len(content), allowed=f"at most {BYTES_LIMIT}",
        )  # fmt: skip
    try:
        return _read(content, name, seconds_limit)
    except (FFmpegError, ValueError, EOFError) as error:
        raise _nothing(name) from error


def _nothing(name: str) -> DocumentError:
    return DocumentError(
        "no-sound",
        f"No sound could be read from {name}. WAV, FLAC, MP4 and MOV files are read.",
        field="sound", value=name, allowed="a file with sound",
    )  # fmt: skip


def _read(content: bytes, name: str, seconds_limit: float) -> Sound:
    pieces: list[Samples] = []
    count, cut = 0, False
    with av.open(BytesIO(content), mode="r", metadata_errors="ignore") as container:
        if not container.streams.audio:
            raise _nothing(name)
        stream = container.streams.audio[0]
        rate = float(stream.rate or 0)
        if rate < LEAST_RATE_HZ:
            raise DocumentError(
                "sound-rate",
                f"{name} has {rate:g} samples a second; a clap needs {LEAST_RATE_HZ} at the least.",
                field="sound", value=rate, allowed=f"{LEAST_RATE_HZ} or more",
            )  # fmt: skip
        to_float = av.AudioResampler(format="fltp", rate=stream.rate)
        try:
            for frame in container.decode(stream):
                for one in to_float.resample(frame):
                    piece = one.to_ndarray().mean(axis=0, dtype=np.float32)
                    pieces.append(piece)
                    count += piece.size
                if count >= seconds_limit * rate:
                    cut = True
                    break
        except FFmpegError:
            # What is broken further on: what was heard until then is used.
            cut = True
    if not count:
        raise _nothing(name)
    samples = np.concatenate(pieces)
    np.nan_to_num(samples, copy=False, nan=0.0, posinf=1.0, neginf=-1.0)
    return Sound(samples, rate, cut)
