"""Clips: read a picture at a time; what is broken ends in a sentence."""

from __future__ import annotations

import math
from io import BytesIO
from typing import Literal

import av
import numpy as np
import pytest
from PIL import Image

from steeple.core.errors import DocumentError
from steeple.formats.clip_file import SECONDS_LIMIT, clip_frames, is_clip
from steeple.services.check.tap import read_tap
from tests.frames import Shot

RATE = 50


def clip(form: Literal["mp4", "mov"] = "mp4", *, seconds: float = 1.0, swing: float = 0.0) -> bytes:
    """The chart from above, tapped after a third of the time."""
    still = Image.fromarray(Shot().picture()).resize((960, 720), Image.Resampling.BICUBIC)
    out = BytesIO()
    with av.open(out, "w", format=form) as container:
        stream = container.add_stream("libx264", rate=RATE)
        assert isinstance(stream, av.VideoStream)
        stream.width, stream.height, stream.pix_fmt = 960, 720, "yuv420p"
        stream.options = {"crf": "20", "preset": "ultrafast"}
        count = round(seconds * RATE)
        for index in range(count):
            at = (index - count // 3) / RATE
            off = 0.0 if at < 0 else swing * math.exp(-at / 0.3) * math.sin(2 * math.pi * 5 * at)
            shown = still.transform(
                still.size, Image.Transform.AFFINE, (1, 0, -off, 0, 1, 0), Image.Resampling.BICUBIC
            )
            container.mux(
                stream.encode(av.VideoFrame.from_ndarray(np.asarray(shown), format="rgb24"))
            )
        container.mux(stream.encode(None))
    return out.getvalue()


@pytest.mark.parametrize("form", ["mp4", "mov"])
def test_pictures_and_their_seconds(form: Literal["mp4", "mov"]) -> None:
    content = clip(form, seconds=0.4)
    assert is_clip(content)
    frames = list(clip_frames(content))
    assert len(frames) == 20
    assert frames[0][1].shape == (720, 960, 3)
    assert frames[10][0] == pytest.approx(0.2, abs=1e-6)


def test_a_tap_in_a_compressed_clip() -> None:
    found = read_tap(clip(seconds=2.4, swing=4.0), "tap.mp4")
    at = np.arange(0, 1, 1 / RATE)
    wave = float(np.abs(4.0 * np.exp(-at / 0.3) * np.sin(2 * np.pi * 5 * at)).max())
    assert found.peak_px == pytest.approx(wave, abs=0.2)
    assert found.frequency_hz == pytest.approx(5.0, abs=0.2)
    assert found.rings_s is not None
    assert found.rings_s == pytest.approx(0.3 * math.log(10), abs=0.2)


def refused(content: bytes, code: str) -> None:
    with pytest.raises(DocumentError) as error:
        list(clip_frames(content, "it.mp4"))
    assert error.value.code == code
    assert "it.mp4" in error.value.sentence


def test_what_is_no_clip() -> None:
    content = clip(seconds=0.4)
    refused(b"", "no-clip")
    refused(b"a text that is called a clip", "no-clip")
    refused(content[:200], "no-clip")
    assert not is_clip(b"\xff\xd8\xff\xe0 a picture")
    assert not is_clip(b"\x00\x00\x00\x18ftypheic")


def test_a_clip_without_its_first_key_frame() -> None:
    """What is damaged at its beginning ends in a sentence, or gives what is left of it; never a trace."""
    content = bytearray(clip(seconds=0.4))
    start = content.index(b"mdat") + 8
    content[start:] = bytes(len(content) - start)
    refused(bytes(content), "no-clip")


def test_only_so_much_of_a_long_one_is_read() -> None:
    assert SECONDS_LIMIT <= 60
