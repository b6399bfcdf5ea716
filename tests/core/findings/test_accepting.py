"""Something to watch that is accepted: quiet, named on the card, and no longer when it fails."""

from __future__ import annotations

from io import BytesIO

import pytest
from pypdf import PdfReader

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import PlanRefused, read_plan, write_plan
from steeple.demo.plans import PLANS
from steeple.services.card import card_file
from tests.plans import changed

DULCIMER, _, GILDING = PLANS


def watched(plan: Plan) -> Finding:
    found = evaluate(plan).findings
    return next(one for one in found if one.verdict == "watch" and one.fixes)


def accepting(
    plan: Plan, finding: Finding, reason: str = "it is only the corner of the mat"
) -> Plan:
    return changed(
        plan, accepted=[{"finding": finding.code, "about": finding.about, "reason": reason}]
    )


def test_an_accepted_watch_is_quiet_and_stands_on_the_card() -> None:
    plan = GILDING
    finding = watched(plan)
    told = evaluate(accepting(plan, finding))
    same = next(
        one for one in told.findings if (one.code, one.about) == (finding.code, finding.about)
    )
    assert same.verdict == "watch"
    assert same.accepted == "it is only the corner of the mat"
    assert not same.speaks
    assert same.fixes == ()
    notes = [note for card in told.cards for note in card.notes if note.kind == "accepted"]
    assert [(one.title, one.reason) for one in notes] == [(same.title, same.accepted)]


def test_a_step_whose_watches_are_all_accepted_holds() -> None:
    plan = changed(DULCIMER, supports__0__tether=None)
    before = evaluate(plan)
    assert next(one.verdict for one in before.steps if one.step == "hold") == "watch"
    accepted = [
        {"finding": one.code, "about": one.about, "reason": "seen and meant"}
        for one in before.findings
        if one.step == "hold" and one.verdict == "watch"
    ]
    after = evaluate(changed(plan, accepted=accepted))
    assert next(one.verdict for one in after.steps if one.step == "hold") == "holds"


def test_what_fails_cannot_be_accepted_away() -> None:
    plan = GILDING
    failing = next(one for one in evaluate(plan).findings if one.verdict == "fails")
    told = evaluate(accepting(plan, failing))
    same = next(one for one in told.findings if one.code == failing.code)
    assert same.verdict == "fails"
    assert same.accepted == ""
    assert same.speaks
    fails = [note.title for note in told.cards[0].notes if note.kind == "fails"]
    assert failing.title in fails


def test_what_is_accepted_goes_with_the_file_and_twice_is_refused() -> None:
    plan = accepting(GILDING, watched(GILDING))
    assert read_plan(write_plan(plan).encode()) == plan
    twice = [one.model_dump() for one in plan.accepted * 2]
    with pytest.raises(PlanRefused, match="accepted twice"):
        changed(plan, accepted=twice)
    with pytest.raises(PlanRefused):
        changed(plan, accepted=[{"finding": "Nonsense", "reason": "x"}])


def test_the_printed_card_names_what_is_accepted() -> None:
    told = accepting(GILDING, watched(GILDING))
    with_note = card_file(told, paper="a4", system="cm", form="short")
    without = card_file(GILDING, paper="a4", system="cm", form="short")
    assert "Known and accepted" in PdfReader(BytesIO(with_note)).pages[0].extract_text()
    assert "Known and accepted" not in PdfReader(BytesIO(without)).pages[0].extract_text()
