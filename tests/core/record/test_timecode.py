"""Time codes against counting by hand, and against a library that is not ours."""

from __future__ import annotations

import opentimelineio as otio
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.record.timecode import frame_at, timecode, true_rate


@pytest.mark.parametrize(
    ("seconds", "rate", "code"),
    [
        (0.0, 25.0, "00:00:00:00"),
        (61.48, 25.0, "00:01:01:12"),
        (3600.0, 24.0, "01:00:00:00"),
        (10.0, 59.94, "00:00:09;59"),
        (1800 * 1001 / 30000, 29.97, "00:01:00;02"),
        (17982 * 1001 / 30000, 29.97, "00:10:00;00"),
    ],
)
def test_by_hand(seconds: float, rate: float, code: str) -> None:
    assert timecode(seconds, rate) == code


@given(
    st.floats(min_value=0, max_value=7200, allow_nan=False),
    st.sampled_from([23.976, 24.0, 25.0, 29.97, 30.0, 50.0, 59.94]),
)
def test_as_another_library_counts(seconds: float, rate: float) -> None:
    true = true_rate(rate)
    time = otio.opentime.RationalTime(frame_at(seconds, true), true)
    assert timecode(seconds, rate).replace(";", ":") == otio.opentime.to_timecode(time).replace(
        ";", ":"
    )


def test_what_is_no_time_is_refused() -> None:
    for seconds, rate in ((-1.0, 25.0), (1.0, 0.0)):
        with pytest.raises(InputError):
            timecode(seconds, rate)
