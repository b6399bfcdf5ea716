"""``steeple rig``: the whole rig for a plan file out of a cupboard file, or mends for all of it."""

from __future__ import annotations

import argparse
from pathlib import Path

from steeple.cli.files import owned_from, read_file
from steeple.core.plan.reading import read_plan
from steeple.core.solve.angles.roles import ASKS
from steeple.core.solve.rig.sequence import MendSequence, mend_sequence
from steeple.core.solve.rig.work_out import RigAsk, RigOutcome, work_out_rig
from steeple.core.study.base.sentence import sentence_words
from steeple.core.units import UnitSystem


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple rig``."""
    parser.add_argument("plan", metavar="PLAN.json")
    parser.add_argument(
        "--gear", metavar="FILE", help="the cupboard as exported, JSON or CSV; none: nothing owned"
    )
    parser.add_argument(
        "--show", action="append", default=[], choices=tuple(ASKS), metavar="ROLE",
        help="one more view that is wanted; up to three",
    )  # fmt: skip
    parser.add_argument(
        "--mends", action="store_true", help="the fewest moves that clear most, in its place"
    )
    parser.add_argument("--json", action="store_true", help="print the whole answer")
    parser.add_argument("--units", choices=("cm", "in"), default="cm")


def run(arguments: argparse.Namespace) -> int:
    """Print rigs, the best first, or moves; exit 1 where no rig holds, or no move helps."""
    plan = read_plan(read_file(Path(arguments.plan)))
    owned = owned_from(arguments.gear)
    if arguments.mends:
        row = mend_sequence(plan, owned=owned)
        print(row.model_dump_json(indent=2) if arguments.json else _moves(row, arguments.units))
        return 0 if row.moves else 1
    ask = RigAsk(views=tuple(arguments.show))
    *_, outcome = work_out_rig(plan, ask, owned=owned)
    assert isinstance(outcome, RigOutcome)
    print(outcome.model_dump_json(indent=2) if arguments.json else _rigs(outcome, arguments.units))
    return 0 if outcome.holds else 1


def _rigs(outcome: RigOutcome, system: UnitSystem) -> str:
    lines = [sentence_words(outcome.says, system)]
    for number, one in enumerate(outcome.offers, start=1):
        best = f" ({', '.join(one.best_for)})" if one.best_for else ""
        lines += ["", f"{number}.{best} {sentence_words(one.line, system)}"]
        lines += [f"   {sentence_words(words, system)}" for words in (one.gives, one.costs)]
        lines += [f"   {note.verdict}: {sentence_words(note.title, system)}" for note in one.open]
    for fix in outcome.give_ways:
        lines.append(f"could give way: {sentence_words(fix.action, system)}")
    for kind in outcome.to_get:
        lines.append(f"to get: {kind.name}, {sentence_words(kind.look_for, system)}")
    lines += [f"no place for {one}" for one in outcome.missing]
    return "\n".join(lines)


def _moves(row: MendSequence, system: UnitSystem) -> str:
    lines = [sentence_words(row.says, system)]
    for number, move in enumerate(row.moves, start=1):
        lines.append(f"{number}. {sentence_words(move.action, system)}")
        lines += [f"   clears: {sentence_words(one.title, system)}" for one in move.clears]
    return "\n".join(lines)
