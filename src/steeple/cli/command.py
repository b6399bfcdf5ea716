"""The ``steeple`` command."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence

from steeple import __version__
from steeple.cli import angles, card, check, clap, files, lens, pages, rig, roll, serving, warm
from steeple.core.errors import SteepleError
from steeple.core.plan.reading import plan_schema
from steeple.store.errors import StoreError


def parser() -> argparse.ArgumentParser:
    """Every subcommand with its options."""
    top = argparse.ArgumentParser(
        prog="steeple", description="Plans a filming rig over a work surface."
    )
    top.add_argument("--version", action="version", version=f"steeple {__version__}")
    commands = top.add_subparsers(dest="command", required=True, metavar="COMMAND")

    demo = commands.add_parser("demo", help="serve with the demo workshop's plans")
    serving.add_arguments(demo)
    demo.set_defaults(run=lambda arguments: serving.run(arguments, demo=True))

    serve = commands.add_parser("serve", help="serve your own plans")
    serving.add_arguments(serve)
    serve.set_defaults(run=lambda arguments: serving.run(arguments, demo=False))

    evaluate = commands.add_parser("evaluate", help="work out a plan file")
    evaluate.add_argument("plan", metavar="PLAN.json")
    evaluate.add_argument("--json", action="store_true", help="print the whole evaluation")
    evaluate.add_argument("--units", choices=("cm", "in"), default="cm")
    evaluate.set_defaults(run=files.evaluate_file)

    place = commands.add_parser("angles", help="places for one more camera")
    angles.add_arguments(place)
    place.set_defaults(run=angles.run)
    whole = commands.add_parser("rig", help="the whole rig out of a cupboard, or mends for all")
    rig.add_arguments(whole)
    whole.set_defaults(run=rig.run)
    through = commands.add_parser("roll", help="a session run through")
    roll.add_arguments(through)
    through.set_defaults(run=roll.run)
    claps = commands.add_parser("clap", help="what recordings of a clap tell of room and clocks")
    clap.add_arguments(claps)
    claps.set_defaults(run=clap.run)

    bench = commands.add_parser("card", help="the set-up card of a plan file")
    card.add_card(bench)
    bench.set_defaults(run=card.run_card)
    draw = commands.add_parser("draw", help="a drawing, the scene or the figures of a plan file")
    card.add_draw(draw)
    draw.set_defaults(run=card.run_draw)

    chart = commands.add_parser("chart", help="the chart that lies on the table for a test frame")
    check.add_chart(chart)
    chart.set_defaults(run=check.run_chart)
    frames = commands.add_parser("check", help="test frames against the plan")
    check.add_check(frames)
    frames.set_defaults(run=check.run_check)

    optics = commands.add_parser("lens", help="one optical figure at a time")
    lens.add_arguments(optics)
    optics.set_defaults(run=lens.run)

    schema = commands.add_parser("schema", help="print the JSON Schema of the plan document")
    schema.set_defaults(run=_schema)

    export = commands.add_parser("export", help="list the shelf, or write a plan to a file")
    export.add_argument("plan", nargs="?", metavar="ID", help="none lists the shelf")
    export.add_argument("file", nargs="?", metavar="FILE", help="none prints")
    take = commands.add_parser("import", help="put plan files on the shelf")
    take.add_argument("plans", nargs="+", metavar="PLAN.json")
    backup = commands.add_parser("backup", help="write a whole copy of the database")
    backup.add_argument("file", metavar="FILE")
    restore = commands.add_parser("restore", help="put a backup in place; the present is kept")
    restore.add_argument("file", metavar="FILE")
    for command, action in (
        (export, files.export_plans),
        (take, files.import_plans),
        (backup, files.backup),
        (restore, files.restore),
    ):
        command.add_argument("--data", metavar="FOLDER", help="where plans are kept")
        command.set_defaults(run=action)

    kernels = commands.add_parser("warm", help="compile the loops of the core once")
    kernels.set_defaults(run=warm.run)

    write = commands.add_parser("pages", help="write the generated pages of the documentation")
    write.add_argument("folder", nargs="?", default="docs")
    write.set_defaults(run=pages.run)
    return top


def _schema(_arguments: argparse.Namespace) -> int:
    print(json.dumps(plan_schema(), indent=2, ensure_ascii=False))
    return 0


def main(words: Sequence[str] | None = None) -> int:
    """Run the command. Exit 2 where input was refused, 1 where the plans cannot be read or written or a
    file is not there, each with a plain sentence."""
    arguments = parser().parse_args(words)
    try:
        status: int = arguments.run(arguments)
    except SteepleError as error:
        files.print_refusal(error)
        return 1 if isinstance(error, StoreError) else 2
    except BrokenPipeError:
        sys.stderr.close()
        return 0
    return status


if __name__ == "__main__":
    sys.exit(main())
