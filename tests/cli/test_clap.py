"""``steeple clap``: what it prints of one file and of two, and how it ends."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from steeple.cli.command import main
from steeple.devices.clapper import sound_file
from tests.claps import clap, later, two_claps

CLAP = clap(0.6, snr_db=45)


def put(folder: Path, name: str, content: bytes) -> str:
    path = folder / name
    path.write_bytes(content)
    return str(path)


def test_the_echo_of_one_file_is_told(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["clap", put(tmp_path, "a.wav", sound_file(CLAP, "wav"))]) == 0
    said = capsys.readouterr().out
    assert "echo: 0.6" in said
    assert "(by T30)" in said


def test_two_files_tell_how_far_they_are_apart(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    files = [
        put(tmp_path, "a.wav", sound_file(CLAP, "wav")),
        put(tmp_path, "b.flac", sound_file(later(CLAP, 0.1), "flac")),
    ]
    assert main(["clap", *files, "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["files"][0]["rt60_s"] == pytest.approx(0.6, rel=0.03)
    assert found["against_first"][0]["behind_s"] == pytest.approx(0.1, abs=0.001)
    assert found["against_first"][0]["behind_frames"] == pytest.approx(2.5, abs=0.03)
    main(["clap", *files])
    assert "100.0 ms (2.50 frames) behind the first" in capsys.readouterr().out


def test_a_clap_at_the_end_tells_the_drift(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    both = put(tmp_path, "a.wav", sound_file(two_claps(30), "wav"))
    assert main(["clap", both, both]) == 0
    said = capsys.readouterr().out
    assert "2 claps in it" in said
    assert "ppm against the first" in said


@pytest.mark.parametrize(
    ("words", "said"),
    [(["gone.wav"], "cannot be read"), (["x.wav"] * 9, "8 are read at once")],
)
def test_what_cannot_be_read_is_said(
    words: list[str], said: str, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["clap", *words]) in (1, 2)
    assert said in capsys.readouterr().err


def test_a_file_that_is_no_sound_is_said(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["clap", put(tmp_path, "a.wav", b"no sound" * 100)]) in (1, 2)
    assert "No sound could be read from a.wav" in capsys.readouterr().err
