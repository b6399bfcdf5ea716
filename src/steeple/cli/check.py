"""``steeple chart`` and ``steeple check``: what lies on the table for a test frame, and what the frame tells."""

from __future__ import annotations

import argparse
import re
from pathlib import Path
from typing import Literal

from steeple.cli.files import read_file
from steeple.core.errors import InputError
from steeple.core.frame.chart.layout import PAPERS_MM, Paper
from steeple.core.plan.reading import read_plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.units import UnitSystem
from steeple.formats.clip_file import BYTES_LIMIT
from steeple.services.check.chart import chart_bytes, chart_file, chart_for_plan, read_chart
from steeple.services.check.frames import CheckOptions, NamedFile, check_frames
from steeple.services.check.report import CheckReport

CHART_BYTES = 2_000_000


def add_chart(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple chart``."""
    parser.add_argument("--plan", required=True, metavar="PLAN.json")
    parser.add_argument("--paper", choices=tuple(PAPERS_MM), default="a4")
    parser.add_argument("--out", metavar="FILE", help="a name that ends in .pdf or .png")
    parser.add_argument("--dpi", type=float, default=300.0, help="of a PNG, 50 to 1200")
    parser.add_argument("--json", action="store_true", help="print the place of every mark")


def add_check(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple check``."""
    parser.add_argument(
        "frames", nargs="+", metavar="FRAME", help="JPEG, PNG, TIFF, HEIC, MP4, MOV"
    )
    parser.add_argument("--plan", required=True, metavar="PLAN.json")
    parser.add_argument("--camera", metavar="ID", help="none: the first")
    parser.add_argument(
        "--chart", metavar="CHART.json", help="as “steeple chart --json” printed it"
    )
    parser.add_argument(
        "--corners", nargs="+", default=[], metavar="X,Y",
        help="four, in pixels: far left, far right, near right, near left",
    )  # fmt: skip
    parser.add_argument("--rectangle", metavar="WxH", help="its size in mm")
    parser.add_argument("--raised", type=float, metavar="MM", help="the chart in the second frame")
    parser.add_argument("--height", type=float, metavar="MM", help="of the lens, by your tape")
    parser.add_argument(
        "--bar", type=float, default=150.0, metavar="MM", help="the printed bar, measured"
    )
    parser.add_argument("--units", choices=("cm", "in"), default="cm")
    parser.add_argument("--json", action="store_true", help="print everything that was read")


def run_chart(arguments: argparse.Namespace) -> int:
    """Write the chart; print its marks."""
    plan = read_plan(read_file(Path(arguments.plan)))
    chart = chart_for_plan(plan, arguments.paper)
    if arguments.out is not None:
        out = Path(arguments.out)
        form: Literal["pdf", "png"]
        if out.suffix.lower() == ".pdf":
            form = "pdf"
        elif out.suffix.lower() == ".png":
            form = "png"
        else:
            raise InputError(
                "out", f"{out.name} is neither a PDF nor a PNG: give a name that ends in .pdf or .png.",
                field="out", value=out.name, allowed=".pdf or .png",
            )  # fmt: skip
        out.write_bytes(chart_bytes(chart, plan.title, form=form, dpi=arguments.dpi))
    if arguments.json or arguments.out is None:
        print(chart_file(chart, plan.title).model_dump_json(indent=2))
    else:
        count = len(chart.sheets)
        print(
            f"{arguments.out}: {count} sheet{'s' if count > 1 else ''} of "
            f"{chart.sheet_mm[0]:g} × {chart.sheet_mm[1]:g} mm. Print at 100 %, lay it flat, cross on the middle of the zone."
        )
    return 0


def _corners(words: list[str]) -> tuple[tuple[float, float], ...]:
    found = []
    for word in words:
        parts = re.fullmatch(r"(-?\d+(?:\.\d+)?),(-?\d+(?:\.\d+)?)", word.strip())
        if parts is None:
            raise InputError(
                "corners", f"“{word}” is no place in a picture: give x,y in pixels.",
                field="corners", value=word, allowed="x,y",
            )  # fmt: skip
        found.append((float(parts[1]), float(parts[2])))
    return tuple(found)


def _rectangle(word: str | None) -> tuple[float, float] | None:
    if word is None:
        return None
    parts = re.fullmatch(r"(\d+(?:\.\d+)?)[x×](\d+(?:\.\d+)?)", word.strip())
    if parts is None:
        raise InputError(
            "rectangle", f"“{word}” is no size: give width x depth in mm, such as 297x210.",
            field="rectangle", value=word, allowed="WxH",
        )  # fmt: skip
    return float(parts[1]), float(parts[2])


def run_check(arguments: argparse.Namespace) -> int:
    """Print what the frames tell; exit 1 where something fails.

    Raises
    ------
    InputError, DocumentError
        As `check_frames`.
    """
    plan = read_plan(read_file(Path(arguments.plan)))
    paper: Paper = "a4"
    if arguments.chart is not None:
        chart = read_chart(read_file(Path(arguments.chart), most=CHART_BYTES, kind="a chart"))
        paper = chart.paper
    options = CheckOptions(
        raised_mm=arguments.raised,
        tape_mm=arguments.height,
        bar_mm=arguments.bar,
        paper=paper,
        corners=_corners(arguments.corners),
        rectangle_mm=_rectangle(arguments.rectangle),
    )
    files = [
        NamedFile(
            Path(name).name, read_file(Path(name), most=BYTES_LIMIT, kind="a picture or clip")
        )
        for name in arguments.frames
    ]
    report = check_frames(plan, arguments.camera, files, options)
    if arguments.json:
        print(report.model_dump_json(indent=2))
    else:
        _print(report, arguments.units)
    return 1 if report.verdict == "fails" else 0


def _print(report: CheckReport, units: UnitSystem) -> None:
    print(sentence_words(report.answer, units))
    for figure in report.figures:
        planned = "" if figure.planned is None else f", planned {figure.planned.words(units)}"
        error = "" if figure.error is None else f" ± {figure.error.words(units)}"
        mark = "" if figure.verdict in (None, "holds") else f"  [{figure.verdict}]"
        print(f"  {figure.name}: {figure.measured.words(units)}{error}{planned}{mark}")
    for note in report.notes:
        print(f"{note.verdict}: {sentence_words(note.title, units)}")
        if note.reason:
            print(f"  {sentence_words(note.reason, units)}")
    for number, move in enumerate(report.moves, 1):
        print(
            f"{number}. {sentence_words(move.words, units)} → {sentence_words(move.outcome, units)}"
        )
    if report.tap is not None:
        print(sentence_words(report.tap.says, units))
