"""Wireless microphones in the session, and what hangs on mains leads."""

from __future__ import annotations

import pytest

from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.kept.leads import lead_loads
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy
from steeple.demo.angles import CLASS, LESSON
from tests.plans import CLIP, VOICE_INTO, changed, finding


def session(**gear: object) -> RollStudy:
    clip = CLIP.model_copy(update={"gear": CLIP.gear.model_copy(update=gear), "into": VOICE_INTO})
    plan = changed(mics=[clip.model_dump(mode="json")], session__lasts_min=60.0)
    found = camera_studies(plan)[0].of(ROLL)
    assert found is not None
    return found


def test_it_runs_as_long_as_it_is_said_to() -> None:
    found = session(runs_s=2400.0)
    (stop,) = [one for one in found.stops if one.device.kind == "microphone"]
    assert stop.at_s == 2400
    assert stop.early_s == pytest.approx(2400 * 0.85, abs=1)
    assert not stop.device.records
    assert not [one for one in session(runs_s=7200.0).stops if one.device.kind == "microphone"]


def test_one_of_which_nothing_is_said_is_not_known_to_last() -> None:
    found = session(runs_s=None)
    device = next(one for one in found.devices if one.kind == "microphone")
    assert device.gaps == ("battery",)


def test_a_wired_one_is_no_device() -> None:
    assert all(one.kind != "microphone" for one in session(wireless=False).devices)


def test_the_lesson_has_its_clip_on_among_the_strings() -> None:
    found = camera_studies(LESSON)[0].of(ROLL)
    assert found is not None
    assert "microphone/voice" in {one.key for one in found.devices}


def test_what_hangs_on_a_lead_is_added_up_by_its_plates() -> None:
    (load,) = lead_loads(CLASS)
    watts = [one.fixture.power_w or 0 for one in CLASS.lights if one.id == "soft"]
    bodies = [one.body.power_w or 0 for one in CLASS.cameras if one.id == "side" and one.body]
    assert load.drawn_w == pytest.approx(sum(watts) + sum(bodies))
    judged = finding(CLASS, "roll.lead-overload")
    assert judged is not None
    assert judged.verdict == ("unknown" if load.unknown else "holds")
