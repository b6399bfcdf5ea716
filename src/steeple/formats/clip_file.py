"""Clips of cameras and phones: MP4 and MOV, read a picture at a time by a library made for it."""

from __future__ import annotations

from collections.abc import Iterator
from io import BytesIO

import av
import numpy as np
from av.error import FFmpegError
from numpy.typing import NDArray

from steeple.core.budget import look
from steeple.core.errors import DocumentError

BYTES_LIMIT = 300_000_000
SECONDS_LIMIT, FRAMES_LIMIT = 20.0, 1_200
PIXEL_LIMIT = 20_000_000
SUFFIXES = (".mp4", ".mov", ".m4v")


def is_clip(content: bytes) -> bool:
    """Whether a file is a clip rather than a picture: by its first bytes."""
    return content[4:8] == b"ftyp" and content[8:12] not in (
        b"heic",
        b"heix",
        b"mif1",
        b"msf1",
        b"heim",
        b"heis",
        b"avif",
    )


def clip_seconds(content: bytes) -> float:
    """How long a clip is by its own word, at most `SECONDS_LIMIT`; 0 where it does not say."""
    try:
        with av.open(BytesIO(content), mode="r", metadata_errors="ignore") as container:
            return min(SECONDS_LIMIT, float(container.duration or 0) / 1e6)
    except (FFmpegError, ValueError, EOFError):
        return 0.0


def _refused(code: str, sentence: str, value: object, allowed: str) -> DocumentError:
    return DocumentError(code, sentence, field="clip", value=value, allowed=allowed)


def clip_frames(
    content: bytes, name: str = "the clip"
) -> Iterator[tuple[float, NDArray[np.uint8]]]:
    """Pictures of a clip with their seconds, shape (rows, columns, 3), the right way up; at most `SECONDS_LIMIT`.

    Parameters
    ----------
    content, name
        the whole file, at most `BYTES_LIMIT`; what it is called in a sentence.

    Raises
    ------
    DocumentError
        ``too-large``, ``too-many-pixels``, ``no-clip`` where no picture comes out of it.
    """
    if len(content) > BYTES_LIMIT:
        raise _refused(
            "too-large",
            f"{name} has {len(content) / 1e6:.0f} MB; clips of up to {BYTES_LIMIT / 1e6:.0f} MB are read. Ten seconds are enough.",
            len(content), f"at most {BYTES_LIMIT}",
        )  # fmt: skip
    count = 0
    try:
        with av.open(BytesIO(content), mode="r", metadata_errors="ignore") as container:
            if not container.streams.video:
                raise _nothing(name)
            stream = container.streams.video[0]
            if stream.codec_context.width * stream.codec_context.height > PIXEL_LIMIT:
                raise _refused(
                    "too-many-pixels",
                    f"{name} has {stream.codec_context.width} × {stream.codec_context.height} pixels; up to "
                    f"{PIXEL_LIMIT // 1_000_000} megapixels are read.",
                    stream.codec_context.width, f"at most {PIXEL_LIMIT}",
                )  # fmt: skip
            stream.thread_type = "AUTO"
            for frame in container.decode(stream):
                look()
                seconds = float(frame.time or count / 25.0)
                if seconds > SECONDS_LIMIT or count >= FRAMES_LIMIT:
                    return
                count += 1
                picture = np.asarray(frame.to_ndarray(format="rgb24"), dtype=np.uint8)
                quarter = round(-(frame.rotation or 0) / 90) % 4
                yield (
                    seconds,
                    np.ascontiguousarray(np.rot90(picture, -quarter)) if quarter else picture,
                )
    except (FFmpegError, ValueError, EOFError) as error:
        if not count:
            raise _nothing(name) from error
    if not count:
        raise _nothing(name)


def _nothing(name: str) -> DocumentError:
    return _refused(
        "no-clip",
        f"No picture could be read from {name}: it is cut short, or holds no picture to begin with. Copy it from the "
        "card again; MP4 and MOV clips are read.",
        name, "a clip with pictures",
    )  # fmt: skip
