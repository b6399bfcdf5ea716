"""Use case: a clip of a tapped table read, against what Hold thinks."""

from __future__ import annotations

from collections.abc import Generator, Iterator

import cv2
import numpy as np
from numpy.typing import NDArray

from steeple.core.budget import to_the_end
from steeple.core.frame.pose.lens_model import PixelCamera
from steeple.core.frame.wobble import Wobble, follow_wobble
from steeple.core.study.base.sentence import Quantity, Sentence, say
from steeple.core.study.check.planned import Planned
from steeple.formats.clip_file import clip_frames
from steeple.services.check.report import TapReading


def _grey(content: bytes, name: str) -> Iterator[tuple[float, NDArray[np.uint8]]]:
    for seconds, picture in clip_frames(content, name):
        yield seconds, np.asarray(cv2.cvtColor(picture, cv2.COLOR_RGB2GRAY), dtype=np.uint8)


def read_tap(
    content: bytes, name: str, planned: Planned | None = None, camera: PixelCamera | None = None
) -> TapReading:
    """What a clip of a tap tells: `tap_steps` to its end.

    Parameters
    ----------
    content, name, planned, camera
        as there.

    Raises
    ------
    InputError, DocumentError
        As there.
    """
    return to_the_end(tap_steps(content, name, planned, camera))


def tap_steps(
    content: bytes, name: str, planned: Planned | None = None, camera: PixelCamera | None = None
) -> Generator[float, None, TapReading]:
    """What a clip of a tap tells; gives the seconds that are read, picture by picture.

    Parameters
    ----------
    content, name
        the file; what it is called in a sentence.
    planned, camera
        the camera as planned, for what Hold thinks; as it was read, for millimetres.

    Raises
    ------
    InputError, DocumentError
        As `follow_wobble` and `clip_frames`.
    """
    found = yield from follow_wobble(_grey(content, name))
    scale = None
    if camera is not None:
        scale = float(camera.px_per_mm(np.array([[0.0, 0.0, 0.0]]))[0])
    shake = None if planned is None or planned.hold is None else planned.hold.shake
    return TapReading(
        peak_px=found.peak_px,
        peak_mm=None if not scale else found.peak_px / scale,
        rings_s=found.rings_s,
        frequency_hz=found.frequency_hz,
        before_px=found.before_px,
        frames=found.frames,
        planned_hz=None if shake is None else shake.frequency_hz,
        says=_says(found, None if shake is None else shake.frequency_hz),
        track=tuple(
            (float(at), float(np.hypot(x, y))) for at, x, y in found.track[:: max(1, len(found.track) // 300)]
        ),
    )  # fmt: skip


def _says(found: Wobble, planned_hz: float | None) -> Sentence:
    peak = Quantity(value=round(found.peak_px, 1), unit="px")
    if found.frequency_hz is None:
        return say("The picture moved {peak} at most: it stands still.", peak=peak)
    how = say(
        "After the tap the picture moved {peak}, swinging {hz} a second", peak=peak,
        hz=Quantity(value=round(found.frequency_hz, 1), unit="count"),
    )  # fmt: skip
    if found.rings_s is None:
        how += say(", and had not come to rest when the clip ended.")
    else:
        how += say(
            ", and stood still after {time}.",
            time=Quantity(value=round(found.rings_s, 1), unit="seconds"),
        )
    if planned_hz is not None:
        how += say(" Hold reckons with {hz}.", hz=Quantity(value=round(planned_hz, 1), unit="hz"))
    return how
