"""``steeple clap``: what one recording of a clap tells of the room, and two of how far they are apart."""

from __future__ import annotations

import argparse
import json
from dataclasses import asdict
from pathlib import Path
from typing import Any

from steeple.cli.files import read_file
from steeple.core.errors import InputError, SteepleError
from steeple.core.sound.decay import Clap, read_clap
from steeple.core.sound.delay import clap_every_s, frames
from steeple.core.sound.together import Offset, offset_of
from steeple.formats.sound_file import BYTES_LIMIT, Sound, read_sound

MOST = 8


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple clap``."""
    parser.add_argument("files", nargs="+", metavar="FILE", help="WAV, FLAC, MP4 or MOV")
    parser.add_argument("--frame-rate", type=float, default=25.0, metavar="HZ")
    parser.add_argument("--json", action="store_true", help="print everything that was read")


def _told(clap: Clap) -> dict[str, Any]:
    said = asdict(clap)
    said["rt60_s"] = clap.rt60_s
    said["above_noise_db"] = clap.above_noise_db
    return said


def _of_one(name: str, sound: Sound) -> dict[str, Any]:
    """What one file tells; of several claps, why it tells no echo."""
    row: dict[str, Any] = {"file": name, "rate_hz": sound.rate_hz, "lasts_s": sound.lasts_s}
    try:
        return {**row, **_told(read_clap(sound.samples, sound.rate_hz))}
    except SteepleError as error:
        return {**row, "rt60_s": None, "problem": error.sentence}


def _of_two(offset: Offset, frame_rate_hz: float) -> dict[str, Any]:
    drift = offset.drift_ppm
    every = None if not drift else clap_every_s(drift, frame_rate_hz)
    return {
        **asdict(offset),
        "behind_frames": frames(offset.behind_s, frame_rate_hz),
        "clap_every_s": every,
    }


def _print_one(row: dict[str, Any]) -> None:
    print(f"{row['file']}: {row['lasts_s']:.1f} s")
    if "problem" in row:
        print(f"  {row['problem']}")
        return
    echo = "too noisy to tell" if row["rt60_s"] is None else f"{row['rt60_s']:.2f} s for 60 dB"
    by = "T30" if row["t30"] else "T20" if row["t20"] else ""
    print(f"  echo: {echo}" + (f" (by {by})" if by else ""))
    print(f"  clap at {row['arrival_s']:.3f} s, {row['above_noise_db']:.0f} dB above the noise")


def run(arguments: argparse.Namespace) -> int:
    """Print what the files tell; exit 1 where none tells anything.

    Raises
    ------
    InputError
        ``too-many-files``; ``frame-rate``; besides, whatever a file that cannot be read says.
    """
    if len(arguments.files) > MOST:
        raise InputError(
            "too-many-files", f"{len(arguments.files)} files were given; {MOST} are read at once.",
            field="files", value=len(arguments.files), allowed=f"1 to {MOST}",
        )  # fmt: skip
    if not 1 <= arguments.frame_rate <= 1000:
        raise InputError(
            "frame-rate", f"The frame rate is {arguments.frame_rate:g}; it is 1 to 1000 a second.",
            field="frame-rate", value=arguments.frame_rate, allowed="1 to 1000",
        )  # fmt: skip
    sounds = [
        (
            name,
            read_sound(
                read_file(Path(name), most=BYTES_LIMIT, kind="a sound file"), Path(name).name
            ),
        )
        for name in arguments.files
    ]
    rows = [_of_one(name, sound) for name, sound in sounds]
    pairs = []
    for name, sound in sounds[1:]:
        first = sounds[0][1]
        try:
            found = offset_of(first.samples, first.rate_hz, sound.samples, sound.rate_hz)
            pairs.append({"file": name, **_of_two(found, arguments.frame_rate)})
        except SteepleError as error:
            pairs.append({"file": name, "problem": error.sentence})
    if arguments.json:
        print(json.dumps({"files": rows, "against_first": pairs}, indent=2, ensure_ascii=False))
    else:
        for row in rows:
            _print_one(row)
        for pair in pairs:
            _print_pair(pair)
    told = any("problem" not in one for one in (*rows, *pairs))
    return 0 if told else 1


def _print_pair(pair: dict[str, Any]) -> None:
    if "problem" in pair:
        print(f"{pair['file']} against the first: {pair['problem']}")
        return
    print(
        f"{pair['file']} is {1000 * pair['behind_s']:.1f} ms ({pair['behind_frames']:.2f} frames) "
        "behind the first"
    )
    if pair["drift_ppm"] is not None:
        print(f"  its clock runs {pair['drift_ppm']:+.0f} ppm against the first", end="")
        every = pair["clap_every_s"]
        print("" if every is None else f": clap again every {every / 60:.0f} min")
