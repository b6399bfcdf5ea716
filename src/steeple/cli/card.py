"""``steeple card`` and ``steeple draw``: the card of a plan file, its drawings, its scene and its figures."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Literal, get_args

from steeple.cli.files import read_file
from steeple.core.errors import InputError
from steeple.core.plan.reading import read_plan
from steeple.formats.card.pdf import CardForm
from steeple.formats.drawing.style import Scale
from steeple.services.card import card_file, whole_card
from steeple.services.drawings import (
    ViewName,
    drawing_file,
    figures_file,
    scene_file,
)

FORMS: dict[str, Literal["svg", "pdf", "dxf", "glb", "csv"]] = {
    ".svg": "svg", ".pdf": "pdf", ".dxf": "dxf", ".glb": "glb", ".csv": "csv",
}  # fmt: skip


def add_card(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple card``."""
    parser.add_argument("plan", metavar="PLAN.json")
    parser.add_argument("--out", metavar="FILE.pdf", help="where the card is written")
    parser.add_argument("--form", choices=get_args(CardForm), default="long")
    parser.add_argument("--paper", choices=("a4", "letter"), default="a4")
    parser.add_argument("--units", choices=("cm", "in"), default="cm")
    parser.add_argument("--json", action="store_true", help="print drawings and lists")


def add_draw(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple draw``."""
    parser.add_argument("plan", metavar="PLAN.json")
    parser.add_argument(
        "--out", required=True, metavar="FILE",
        help="ends in .svg, .pdf or .dxf: a drawing; .glb: the scene; .csv: the figures",
    )  # fmt: skip
    parser.add_argument("--view", choices=get_args(ViewName), default="side")
    parser.add_argument("--camera", metavar="ID", help="none: the first")
    parser.add_argument("--scale", choices=get_args(Scale), default="fit", help="1 to so many")
    parser.add_argument("--paper", choices=("a4", "letter"), default="a4")
    parser.add_argument("--units", choices=("cm", "in"), default="cm")


def run_card(arguments: argparse.Namespace) -> int:
    """Write the card, print what is on it."""
    plan = read_plan(read_file(Path(arguments.plan)))
    if arguments.out is not None:
        content = card_file(
            plan, paper=arguments.paper, system=arguments.units, form=arguments.form
        )
        Path(arguments.out).write_bytes(content)
    if arguments.json or arguments.out is None:
        print(whole_card(plan).model_dump_json(indent=2))
    else:
        print(f"{arguments.out}: the {arguments.form} card of {plan.title}.")
    return 0


def run_draw(arguments: argparse.Namespace) -> int:
    """Write one file.

    Raises
    ------
    InputError
        Where the name says no kind of file, or as `drawing_file`.
    """
    plan = read_plan(read_file(Path(arguments.plan)))
    out = Path(arguments.out)
    form = FORMS.get(out.suffix.lower())
    if form is None:
        raise InputError(
            "out", f"{out.name} says no kind of file: give a name that ends in {', '.join(FORMS)}.",
            field="out", value=out.name, allowed=", ".join(FORMS),
        )  # fmt: skip
    if form == "glb":
        content = scene_file(plan)
    elif form == "csv":
        content = figures_file(plan, system=arguments.units)
    else:
        content = drawing_file(
            plan,
            view=arguments.view,
            camera=arguments.camera,
            form=form,
            paper=arguments.paper,
            scale=arguments.scale,
            system=arguments.units,
        )
    out.write_bytes(content)
    print(f"{out}: {len(content)} bytes.")
    return 0
