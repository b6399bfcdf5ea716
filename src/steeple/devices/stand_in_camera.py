"""A stand-in for a camera on a bench: its test frame, a clip of a tap, and what it tells of itself."""

from __future__ import annotations

import math
from dataclasses import dataclass
from io import BytesIO

import av
import cv2
import numpy as np
from PIL import Image

from steeple.devices.protocols import CameraState
from steeple.devices.telling import StandInTeller
from steeple.devices.workbench import Workbench

CLIP_RATE_HZ = 50
CLIP_PX = 960
"""A clip of the stand-in is so wide at most: it is made in a few seconds."""
TAP_AT = 1 / 3
NOISES = 7


@dataclass(frozen=True)
class Tapped:
    """How the camera swings after a tap: so many pixels of its frame at first, so often a second, dying away by 1/e
    in so long."""

    swing_px: float = 3.0
    hertz: float = 5.5
    dies_s: float = 0.35

    def off_px(self, after_s: float) -> float:
        """How far the picture has moved, pixels of the frame."""
        if after_s < 0:
            return 0.0
        return (
            self.swing_px
            * math.exp(-after_s / self.dies_s)
            * math.sin(2 * math.pi * self.hertz * after_s)
        )


@dataclass(frozen=True)
class StandInCamera:
    """A camera of a bench. ``records_s`` is after how long it stops by itself, ``card_s`` and ``battery_s`` how long
    its card and battery last; None = it does not tell."""

    bench: Workbench
    tapped: Tapped = Tapped()
    seed: int = 0
    records_s: float | None = None
    card_s: float | None = None
    battery_s: float | None = None

    def frame(self) -> bytes:
        """A test frame, JPEG."""
        return self.bench.frame(self.seed)

    def clip(self, seconds: float) -> bytes:
        """A clip in which the table is tapped, MP4.

        Parameters
        ----------
        seconds
            how long, 1 to 12.
        """
        still = Image.open(BytesIO(self.frame())).convert("RGB")
        share = min(1.0, CLIP_PX / still.width)
        size = (2 * round(still.width * share / 2), 2 * round(still.height * share / 2))
        plain = np.asarray(still.resize(size, Image.Resampling.BICUBIC))
        random = np.random.default_rng(self.seed)
        # A few pictures of noise in turn: to draw one for each takes longer than all the rest.
        noises = [
            random.normal(0.0, 2.0, (size[1], size[0], 1)).round().astype(np.int16)
            for _ in range(NOISES)
        ]
        out = BytesIO()
        with av.open(out, "w", format="mp4") as container:
            stream = container.add_stream("libx264", rate=CLIP_RATE_HZ)
            assert isinstance(stream, av.VideoStream)
            stream.width, stream.height, stream.pix_fmt = *size, "yuv420p"
            stream.options = {"crf": "20", "preset": "ultrafast"}
            for index in range(round(seconds * CLIP_RATE_HZ)):
                after = index / CLIP_RATE_HZ - TAP_AT * seconds
                off = self.tapped.off_px(after) * share
                move = np.array([[1.0, 0.0, off], [0.0, 1.0, 0.3 * off]])
                shown = cv2.warpAffine(
                    plain, move, size, flags=cv2.INTER_CUBIC, borderMode=cv2.BORDER_REPLICATE
                )
                noisy = shown.astype(np.int16) + noises[index % NOISES]
                picture = np.clip(noisy, 0, 255).astype(np.uint8)
                container.mux(stream.encode(av.VideoFrame.from_ndarray(picture, format="rgb24")))
            container.mux(stream.encode(None))
        return out.getvalue()

    def state(self, at_s: float) -> CameraState:
        """How it is so long after it was started.

        Parameters
        ----------
        at_s
            seconds since then, >= 0.
        """
        return StandInTeller(
            records_s=self.records_s, card_s=self.card_s, battery_s=self.battery_s
        ).state(at_s)
