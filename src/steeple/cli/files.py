"""``steeple evaluate``, ``export``, ``import``, ``backup``, ``restore``."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from steeple.core.errors import DocumentError, SteepleError
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned, owned_of
from steeple.core.plan.reading import PLAN_BYTES_LIMIT, PlanRefused, read_plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.units import UnitSystem
from steeple.formats.gear_csv import read_gear_csv
from steeple.formats.gear_json import read_gear_json
from steeple.main import DATABASE_NAME, data_folder, make_context
from steeple.services.plans import PlanService
from steeple.store.copies import backup_to, restore_from
from steeple.store.database import Database, may_begin
from steeple.store.errors import StoreError
from steeple.store.locks import used


def read_file(path: Path, *, most: int = PLAN_BYTES_LIMIT, kind: str = "a plan file") -> bytes:
    """The bytes of a file, not more than one of its kind may have.

    Raises
    ------
    DocumentError
        ``cannot-read`` or ``too-large``.
    """
    try:
        if path.exists() and not path.is_file():
            raise DocumentError(
                "cannot-read", f"{path} cannot be read: it is no file.", field="file"
            )
        # A file may grow while it is read, and some say that they are empty.
        with path.open("rb") as source:
            content = source.read(most + 1)
    except OSError as error:
        raise DocumentError(
            "cannot-read", f"{path} cannot be read: {error.strerror}.", field="file"
        ) from error
    if len(content) > most:
        raise DocumentError(
            "too-large",
            f"{path} has more than {most / 1e6:.0f} MB, which is the most that {kind} may have. It was "
            "not read.",
            field="file",
        )
    return content


def print_words(evaluation: Evaluation, system: UnitSystem) -> None:
    """Answers, findings with mends, assumptions and cautions as plain text."""
    print(evaluation.title)
    for answer in evaluation.answers:
        print()
        print(sentence_words(answer.line, system))
        if answer.under:
            print(sentence_words(answer.under, system))
    print()
    for finding in evaluation.findings:
        print(f"{finding.verdict:8}{sentence_words(finding.title, system)}  [{finding.code}]")
        if finding.accepted:
            print(f"        accepted: {finding.accepted}")
        if not finding.speaks:
            continue
        print(f"        {sentence_words(finding.reason, system)}")
        for fix in finding.fixes:
            cost = f" ({sentence_words(fix.cost, system)})" if fix.cost else ""
            action, outcome = (
                sentence_words(fix.action, system),
                sentence_words(fix.outcome, system),
            )
            print(f"        mend: {action} -> {outcome}{cost}")
    if evaluation.assumed:
        print()
    for assumption in evaluation.assumed:
        said = assumption.quantity.words(system) if assumption.quantity else assumption.text
        print(f"assumed {assumption.words}: {said} ({assumption.why})")
    for caution in evaluation.cautions:
        print(f"caution {caution.sentence}")


def evaluate_file(arguments: argparse.Namespace) -> int:
    """Work out a plan file; exit 1 where something fails."""
    result = evaluate(read_plan(read_file(Path(arguments.plan))))
    if arguments.json:
        print(result.model_dump_json(indent=2))
    else:
        print_words(result, arguments.units)
    return 1 if any(finding.verdict == "fails" for finding in result.findings) else 0


def _path(arguments: argparse.Namespace) -> Path:
    return data_folder(arguments.data) / DATABASE_NAME


@contextmanager
def _used(path: Path, *, new: bool) -> Iterator[None]:
    """Use the database beside others; where it may not be begun, no folder is made for it either."""
    if not path.exists():
        may_begin(path, new)
    with used(path):
        yield


@contextmanager
def _plans(arguments: argparse.Namespace, *, new: bool) -> Iterator[PlanService]:
    """The plans of the folder asked for; begun there where it holds none and ``new`` says so."""
    path = _path(arguments)
    with _used(path, new=new):
        database = Database(path, new=new)
        try:
            yield make_context(database).plans
        finally:
            database.close()


def export_plans(arguments: argparse.Namespace) -> int:
    """List the shelf, or write one plan to a file."""
    with _plans(arguments, new=False) as plans:
        return _export(plans, arguments)


def _export(plans: PlanService, arguments: argparse.Namespace) -> int:
    if arguments.plan is None:
        for entry in plans.shelf():
            print(f"{entry.id}  {entry.title}")
        return 0
    _, text = plans.file(arguments.plan)
    if arguments.file is None:
        sys.stdout.write(text)
        return 0
    target = Path(arguments.file)
    try:
        with target.open("x", encoding="utf-8") as out:
            out.write(text)
    except OSError as error:
        raise SteepleError(
            "cannot-write", f"{target} cannot be written: {error.strerror}.", field="file"
        ) from error
    return 0


def import_plans(arguments: argparse.Namespace) -> int:
    """Put plan files on the shelf; a file that is refused does not stop the others."""
    refused = 0
    with _plans(arguments, new=True) as plans:
        for name in arguments.plans:
            try:
                stored = plans.open_file(read_file(Path(name)))
            except StoreError:
                raise
            except SteepleError as error:
                print_refusal(error, name)
                refused += 1
            else:
                print(f"{stored.id}  {stored.plan.title}")
    return 1 if refused else 0


def backup(arguments: argparse.Namespace) -> int:
    """Write a whole copy of the database."""
    target = Path(arguments.file)
    path = _path(arguments)
    with _used(path, new=False):
        backup_to(path, target)
    print(f"Everything is in {target}.")
    return 0


def restore(arguments: argparse.Namespace) -> int:
    """Put a backup in place; what was there is kept."""
    target = _path(arguments)
    kept = restore_from(Path(arguments.file), target)
    print(f"{arguments.file} is in place as {target}.")
    if kept is not None:
        print(f"What was there is kept as {kept}.")
    return 0


def print_refusal(error: SteepleError, about: str = "") -> None:
    """Say a refusal on standard error, every problem on a line."""
    problems = error.problems if isinstance(error, PlanRefused) else ()
    lines = [problem.sentence for problem in problems] or [error.sentence]
    for line in lines:
        print(f"{about}: {line}" if about else line, file=sys.stderr)


def owned_from(path: str | None) -> Owned:
    """What is owned, from an exported cupboard.

    Parameters
    ----------
    path
        JSON or CSV; None = nothing is owned.
    """
    if path is None:
        return NOTHING_OWNED
    content = read_file(Path(path))
    reader = read_gear_json if content.lstrip(b"\xef\xbb\xbf \r\n\t")[:1] == b"{" else read_gear_csv
    return owned_of([row.gear for row in reader(content).taken])
