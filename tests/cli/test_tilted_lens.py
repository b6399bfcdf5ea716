"""A tipped camera at the command line, against rays worked out here."""

from __future__ import annotations

import json
import math
from typing import Any

import pytest

from steeple.cli.command import main

SENSOR, FOCAL, DISTANCE, HEIGHT = (23.5, 13.22), 24.0, 800.0, 750.0
BASE = f"lens --sensor {SENSOR[0]}x{SENSOR[1]} --focal {FOCAL:g} --distance {DISTANCE:g}"


def figures(words: str, capsys: pytest.CaptureFixture[str]) -> dict[str, Any]:
    status = main([*BASE.split(), *words.split(), "--json"])
    assert status == 0
    found = json.loads(capsys.readouterr().out)
    assert isinstance(found, dict)
    return found


def landed(u: float, v: float, tilt_deg: float) -> tuple[float, float]:
    """Where the ray through a place of the sensor meets the table, from a camera tipped away."""
    image = FOCAL * DISTANCE / (DISTANCE - FOCAL)
    t = math.radians(tilt_deg)
    x, along, down = (
        u / image,
        math.sin(t) + v / image * math.cos(t),
        math.cos(t) - v / image * math.sin(t),
    )
    return x * HEIGHT / down, along * HEIGHT / down


@pytest.mark.parametrize("tilt", [0, 12.5, 20, 45])
def test_corners_lie_where_rays_land(tilt: float, capsys: pytest.CaptureFixture[str]) -> None:
    found = figures(f"--tilt {tilt} --height {HEIGHT:g}", capsys)["corners_mm"]
    half_w, half_h = SENSOR[0] / 2, SENSOR[1] / 2
    wanted = [
        landed(u, v, tilt)
        for u, v in ((-half_w, -half_h), (half_w, -half_h), (half_w, half_h), (-half_w, half_h))
    ]
    assert len(found) == 4
    for corner, (x, y) in zip(found, wanted, strict=True):
        assert corner[0] == pytest.approx(x, rel=1e-9)
        assert corner[1] == pytest.approx(y, rel=1e-9, abs=1e-9)


def test_without_a_height_the_distance_is_taken(capsys: pytest.CaptureFixture[str]) -> None:
    implied = figures("--tilt 0", capsys)
    given = figures(f"--tilt 0 --height {DISTANCE:g}", capsys)
    assert implied["corners_mm"] == given["corners_mm"]
    (plane,) = implied["coverage"]
    width = implied["corners_mm"][1][0] - implied["corners_mm"][0][0]
    assert width == pytest.approx(plane["width_mm"], rel=1e-9)


def test_a_horizon_in_the_picture_is_said(capsys: pytest.CaptureFixture[str]) -> None:
    assert figures(f"--tilt 85 --height {HEIGHT:g}", capsys)["corners_mm"] is None
    assert main([*BASE.split(), "--tilt", "85", "--height", "750"]) == 0
    assert "horizon" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("words", "said"),
    [("--tilt -1", "outside 0° to 100°"), ("--tilt 101", "outside 0° to 100°"),
     ("--tilt 10 --height 0", "greater than 0"), ("--tilt 10 --height -5", "greater than 0")],
)  # fmt: skip
def test_a_bad_tilt_or_height_gives_a_sentence(
    words: str, said: str, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main([*BASE.split(), *words.split()]) == 2
    told = capsys.readouterr()
    assert told.out == ""
    assert said in told.err
