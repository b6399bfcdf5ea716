"""A session as a timeline of the Academy's open interchange format: a track a camera, a clip a take, marks as markers.

Where the files of the cameras lie is not known to the log; the edit puts them in place of the missing ones.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from types import MappingProxyType

import opentimelineio as otio

from steeple.core.record.event import MarkKind
from steeple.core.record.timecode import frame_at, true_rate
from steeple.core.record.told import SessionRecord, Took

COLOURS: Mapping[MarkKind, str] = MappingProxyType(
    {
        "good": otio.schema.MarkerColor.GREEN,
        "again": otio.schema.MarkerColor.ORANGE,
        "cut here": otio.schema.MarkerColor.CYAN,
        "word": otio.schema.MarkerColor.WHITE,
    }
)
MARK_S = 1.0
"""A marker covers so long, that it can be taken hold of."""


def write_otio(
    title: str, session_id: str, record: SessionRecord, *, rate_hz: float, cameras: Sequence[str]
) -> str:
    """A session as an OpenTimelineIO file.

    Parameters
    ----------
    title, session_id, record
        of the plan; of the session; and the session, of which takes that have ended are written.
    rate_hz
        frames a second that were filmed.
    cameras
        names of the cameras, a track each; none = one track.
    """
    rate = true_rate(rate_hz)
    timeline = otio.schema.Timeline(name=f"{title}, {record.began:%Y-%m-%d %H:%M}")
    timeline.metadata["steeple"] = {"session": session_id, "began": record.began.isoformat()}
    for index, camera in enumerate(cameras or ("camera",)):
        track = otio.schema.Track(name=camera, kind=otio.schema.TrackKind.Video)
        for take in record.takes:
            if take.seconds:
                track.append(_clip(take, camera, rate, marked=index == 0))
        timeline.tracks.append(track)
    return str(otio.adapters.write_to_string(timeline, "otio_json"))


def _clip(take: Took, camera: str, rate: float, *, marked: bool) -> otio.schema.Clip:
    assert take.seconds is not None
    frames = max(1, frame_at(take.seconds, rate))
    whole = otio.opentime.TimeRange(
        otio.opentime.RationalTime(0, rate), otio.opentime.RationalTime(frames, rate)
    )
    clip = otio.schema.Clip(
        name=f"Take {take.number}, {camera}",
        media_reference=otio.schema.MissingReference(available_range=whole),
        source_range=whole,
    )
    clip.metadata["steeple"] = {
        "take": take.number,
        "began": take.start.isoformat(),
        "revision": take.revision,
        "stages": list(take.stages),
    }
    if marked:
        clip.markers.extend(_marker(take, index, rate, frames) for index in range(len(take.marks)))
    return clip


def _marker(take: Took, index: int, rate: float, frames: int) -> otio.schema.Marker:
    mark = take.marks[index]
    at = min(frames - 1, frame_at(max(0.0, mark.take_s or 0.0), rate))
    long = max(1, min(frame_at(MARK_S, rate), frames - at))
    return otio.schema.Marker(
        name=f"{mark.mark}: {mark.says}" if mark.says else mark.mark,
        color=COLOURS[mark.mark],
        marked_range=otio.opentime.TimeRange(
            otio.opentime.RationalTime(at, rate), otio.opentime.RationalTime(long, rate)
        ),
        metadata={"steeple": {"by the clock": mark.at.isoformat()}},
    )
