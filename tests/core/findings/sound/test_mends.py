"""Mends of the sound do what they say: what is offered holds afterwards, and is what a maker would do."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned, owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.study.base.sentence import sentence_words
from steeple.demo.angles import CLASS
from steeple.demo.cupboard import EVERYTHING
from steeple.demo.plans import GILDING
from tests.plans import CLIP, MIC, MIC_STAND, changed
from tests.sound_cases import (
    BARE_ROOM,
    INTO_RECORDER,
    RECORDED,
    WALKWAY,
    at,
    noise,
    pair,
    sound,
    voice,
)

MINE = owned_of(EVERYTHING)
LONG = Lead(name="ten metres", form="sound", length_mm=10_000)


def found_in(plan: Plan, code: str, owned: Owned = NOTHING_OWNED) -> Finding:
    return next(one for one in evaluate(plan, owned=owned).findings if one.code == code)


def after(plan: Plan, finding: Finding) -> list[str]:
    """What becomes of it with each of its mends."""
    return [
        found_in(apply_changes(plan, fix.changes), finding.code).verdict for fix in finding.fixes
    ]


def actions(finding: Finding) -> list[str]:
    return [sentence_words(fix.action, "cm") for fix in finding.fixes]


CASES: list[tuple[str, dict[str, Any], Owned, str]] = [
    ("sound.no-microphone", {"mics": []}, Owned(microphones=(CLIP.gear,)), "clip-on"),
    ("sound.no-microphone", {"mics": []}, NOTHING_OWNED, "not in your cupboard"),
    ("sound.in-frame", {"mics": voice(**at(0, 60, 430))}, NOTHING_OWNED, "Move the microphone"),
    ("sound.in-the-way", {"mics": voice(**at(90, -190, 120))}, NOTHING_OWNED, "Move"),
    ("sound.out-of-reach", {"mics": voice(foot={"x_mm": 1400, "y_mm": 420})}, NOTHING_OWNED, "Move"),
    ("sound.shadow",
     {"mics": voice(**at(-100, 170, 420)), "lights__0__fixture__width_mm": 60,
      "lights__0__fixture__height_mm": 60}, NOTHING_OWNED, "Move"),
    ("sound.noise", {"sound": noise(level_db=52)}, NOTHING_OWNED, "Switch off the fan"),
    ("sound.lead-short", {"mics": voice(gear=MIC.model_copy(update={"lead_mm": 2000}))},
     Owned(leads=(LONG,)), "Put ten metres"),
    ("sound.lead-crosses",
     {"room__keep_clear": [WALKWAY], "mics": voice(gear=MIC.model_copy(update={"lead_mm": 7000}))},
     Owned(leads=(LONG,)), "ten metres"),
    ("sound.unrecorded", {"mics": voice(into=None)}, NOTHING_OWNED, "Record the microphone"),
    ("sound.hole", pair("spaced", 2400, 0), NOTHING_OWNED, "Put the pair"),
    ("sound.narrow", pair("coincident", 0, 20), NOTHING_OWNED, "Put the pair"),
    ("sound.comb", pair("spaced", 900, 0), NOTHING_OWNED, "Put the pair"),
    ("sound.out-of-step", {"delivery__frame_rate_hz": 1000}, NOTHING_OWNED, "as seen"),
    ("sound.drift",
     {"recorders": [RECORDED.model_dump(mode="json")], "mics": voice(into=INTO_RECORDER)},
     NOTHING_OWNED, "Clap at the start and at the end"),
]  # fmt: skip


@pytest.mark.parametrize(("code", "values", "owned", "words"), CASES)
def test_a_mend_mends(code: str, values: dict[str, Any], owned: Owned, words: str) -> None:
    plan = changed(**values)
    finding = found_in(plan, code, owned)
    assert finding.verdict != "holds"
    assert any(words in one for one in actions(finding)), actions(finding)
    assert "holds" in after(plan, finding)
    assert set(after(plan, finding)) <= {"holds", "watch"}


def test_echo_is_taken_by_coming_closer_and_by_what_is_soft() -> None:
    plan = changed(room__surfaces=BARE_ROOM | {"furnished": "some"})
    finding = found_in(plan, "sound.echo", MINE)
    assert finding.fixes
    assert "holds" in after(plan, finding)
    assert any("uvet" in one for one in actions(finding))


def test_the_class_keeps_its_microphone_and_brings_it_near() -> None:
    """Not another microphone first: the one it has, on a boom."""
    finding = found_in(CLASS, "sound.echo", MINE)
    assert finding.verdict == "fails"
    assert actions(finding)[0].startswith("The directional microphone on a boom")
    assert after(CLASS, finding)[0] == "holds"
    hum = found_in(CLASS, "sound.noise", MINE)
    assert any("switch off drinks cooler" in one for one in actions(hum))


def test_a_class_with_an_audience_is_not_told_to_speak_afterwards() -> None:
    chairs = {
        "kind": "audience", "name": "chairs", "from_left_edge_mm": 0, "from_front_edge_mm": 1500,
        "width_mm": 1500, "depth_mm": 500,
    }  # fmt: skip
    quiet = found_in(changed(mics=[], room__keep_clear=[chairs]), "sound.no-microphone")
    assert not any("afterwards" in one for one in actions(quiet))
    home = found_in(changed(mics=[], session__lasts_min=20), "sound.no-microphone")
    assert home.verdict == "watch"


def test_the_gilder_hangs_up_what_lies_in_the_cupboard() -> None:
    finding = found_in(GILDING, "sound.echo", MINE)
    assert actions(finding)[0].startswith("Hang up and lay down what you have: 2 × Winter duvet")
    assert "holds" in after(GILDING, finding)


def test_what_is_known_of_the_room_alone_makes_no_mend() -> None:
    finding = found_in(changed(room__width_mm=None), "sound.echo")
    assert (finding.verdict, finding.fixes) == ("unknown", ())
    assert "/sound/rt60_s" in finding.fields


def test_two_that_are_mixed_are_kept_apart() -> None:
    other = voice(**at(-300, 60, 430))[0] | {
        "id": "other",
        "stand": MIC_STAND.model_dump(mode="json"),
    }
    plan = changed(mics=[voice()[0], other], sound=sound())
    finding = found_in(plan, "sound.three-to-one")
    assert finding.verdict == "watch"
    assert any("tracks of their own" in one for one in actions(finding))
