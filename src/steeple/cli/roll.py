"""``steeple roll``: a session run through, from a plan file."""

from __future__ import annotations

import argparse
from pathlib import Path

from steeple.cli.files import read_file
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.reading import read_plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.answer import roll_answer
from steeple.core.study.roll.getting_up.report import report_of
from steeple.core.study.roll.getting_up.staggering import staggered
from steeple.core.study.roll.step import ROLL
from steeple.core.units import moment_words


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """The options of ``steeple roll``."""
    parser.add_argument("plan", metavar="PLAN.json")
    parser.add_argument(
        "--stagger",
        action="store_true",
        help="work out when to get up, in the place of what the plan says is done by hand",
    )
    parser.add_argument("--json", action="store_true", help="print events, segments and alarms")


def run(arguments: argparse.Namespace) -> int:
    """Print how a session goes; exit 1 where something that must be filmed is not, or stops by itself."""
    plan = read_plan(read_file(Path(arguments.plan)))
    (scene, *_) = camera_studies(plan)
    study = scene.of(ROLL)
    assert study is not None
    if arguments.stagger:
        handling = [one.model_dump(mode="json") for one in staggered(study)]
        plan = apply_changes(plan, [Change(path="/session/handling", value=handling)])
        (scene, *_) = camera_studies(plan)
        study = scene.of(ROLL)
        assert study is not None
    report = report_of(study)
    if arguments.json:
        print(report.model_dump_json(indent=2))
    else:
        answer = roll_answer(study, scene.context)
        print(sentence_words(answer.line, "cm"))
        if answer.under:
            print(sentence_words(answer.under, "cm"))
        for event in report.events:
            why = f" ({event.why})" if event.why not in (None, "end", "by hand") else ""
            print(f"{moment_words(event.at_s):>8}  {event.device}  {event.what}{why}")
        for alarm in report.alarms:
            till = (
                "" if alarm.till_s is None else f", by {moment_words(alarm.till_s)} at the latest"
            )
            print(f"alarm {moment_words(alarm.rings_s)}: {sentence_words(alarm.says, 'cm')}{till}")
    return 1 if study.missed or study.stops else 0
