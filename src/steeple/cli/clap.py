"""``steeple clap``: what one recording of a clap tells of the room, and two of how far they are apart."""

from __future__ import annotations

import argparse
from pathlib import Path

from steeple.cli.files import read_file
from steeple.formats.sound_file import BYTES_LIMIT
from steeple.services.clap import AgainstFirst, ClapRow, SoundFile, check_claps, read_claps


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple clap``."""
    parser.add_argument("files", nargs="+", metavar="FILE", help="WAV, FLAC, MP4 or MOV")
    parser.add_argument("--frame-rate", type=float, default=25.0, metavar="HZ")
    parser.add_argument("--json", action="store_true", help="print everything that was read")


def _print_one(row: ClapRow) -> None:
    print(f"{row.file}: {row.lasts_s:.1f} s")
    if row.problem is not None:
        print(f"  {row.problem}")
        return
    echo = "too noisy to tell" if row.rt60_s is None else f"{row.rt60_s:.2f} s for 60 dB"
    by = "T30" if row.t30 else "fitted over the noise" if row.rt60_s == row.fitted_s else "T20"
    print(f"  echo: {echo}" + (f" (by {by})" if by else ""))
    print(f"  clap at {row.arrival_s:.3f} s, {row.above_noise_db:.0f} dB above the noise")


def run(arguments: argparse.Namespace) -> int:
    """Print what the files tell; exit 1 where none tells anything.

    Raises
    ------
    InputError
        As `read_claps`; besides, whatever a file that cannot be read says.
    """
    check_claps(len(arguments.files), arguments.frame_rate)
    report = read_claps(
        [
            SoundFile(Path(name).name, read_file(Path(name), most=BYTES_LIMIT, kind="a sound file"))
            for name in arguments.files
        ],
        arguments.frame_rate,
    )
    if arguments.json:
        print(report.model_dump_json(indent=2))
    else:
        for row in report.files:
            _print_one(row)
        for pair in report.against_first:
            _print_pair(pair)
    return 0 if report.told else 1


def _print_pair(pair: AgainstFirst) -> None:
    if pair.problem is not None or pair.behind_s is None:
        print(f"{pair.file} against the first: {pair.problem}")
        return
    print(
        f"{pair.file} is {1000 * pair.behind_s:.1f} ms ({pair.behind_frames:.2f} frames) "
        "behind the first"
    )
    if pair.drift_ppm is not None:
        print(f"  its clock runs {pair.drift_ppm:+.0f} ppm against the first", end="")
        every = pair.clap_every_s
        print("" if every is None else f": clap again every {every / 60:.0f} min")
