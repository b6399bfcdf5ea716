"""``steeple angles``: places for one more camera, from a plan file and a cupboard file."""

from __future__ import annotations

import argparse
from pathlib import Path

from steeple.cli.files import owned_from, read_file
from steeple.core.errors import InputError
from steeple.core.plan.reading import read_plan
from steeple.core.solve.angles.place_camera import CameraPlaces, place_camera
from steeple.core.solve.angles.roles import ASKS
from steeple.core.study.base.sentence import sentence_words
from steeple.core.units import UnitSystem


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple angles``."""
    parser.add_argument("plan", metavar="PLAN.json")
    parser.add_argument(
        "--role",
        required=True,
        choices=tuple(ASKS),
        metavar="ROLE",
        help="; ".join(f"{one.ask}: {one.words}" for one in ASKS.values()),
    )
    parser.add_argument(
        "--camera", metavar="ID", help="a camera of the plan that shall show it; none: one more"
    )
    parser.add_argument(
        "--gear", metavar="FILE", help="the cupboard as exported, JSON or CSV; none: nothing owned"
    )
    parser.add_argument("--json", action="store_true", help="print the whole answer")
    parser.add_argument("--units", choices=("cm", "in"), default="cm")


def _print(found: CameraPlaces, system: UnitSystem) -> None:
    print(sentence_words(found.says, system))
    for number, one in enumerate(found.offers, start=1):
        print()
        print(f"{number}. {sentence_words(one.says, system)}")
        print(f"   {one.gear}. {sentence_words(one.hold, system)}")
        for cut in one.cuts:
            print(f"   {sentence_words(cut, system)}.")
        for lack in one.lacks:
            print(f"   against it: {sentence_words(lack, system)}")
        for lack in one.to_light:
            print(f"   to light:   {sentence_words(lack, system)}")
        if one.worse:
            print(f"   {sentence_words(one.worse, system)}")


def run(arguments: argparse.Namespace) -> int:
    """Print places for one more camera; exit 1 where none works throughout.

    Raises
    ------
    InputError
        ``no-such-camera`` for an id that the plan does not have.
    """
    plan = read_plan(read_file(Path(arguments.plan)))
    index = None
    if arguments.camera is not None:
        ids = [one.id for one in plan.cameras]
        if arguments.camera not in ids:
            raise InputError(
                "no-such-camera",
                f"The plan has no camera “{arguments.camera}”; it has: {', '.join(ids) or 'none'}.",
                field="camera",
                value=arguments.camera,
                allowed=", ".join(ids),
            )
        index = ids.index(arguments.camera)
    found = place_camera(plan, arguments.role, index=index, owned=owned_from(arguments.gear))
    if arguments.json:
        print(found.model_dump_json(indent=2))
    else:
        _print(found, arguments.units)
    return 0 if any(one.works for one in found.offers) else 1
