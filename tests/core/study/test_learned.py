"""What the log has learned changes just what it is of, by as much as it says, and is named among what was assumed."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.card.lists.setting_up import CAMERA_MIN, own_min, planned_min
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.step import ROLL
from steeple.demo.angles import CLASS
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING

FOCAL = "/cameras/0/lens/learned_focal_share"
SAG = "/supports/0/gear/learned_sag_mm"
LIGHT = "/lights/0/fixture/learned_light_share"
DAYLIGHT = "/room/learned_daylight_share"
BATTERY, BITRATE, STOP = (
    f"/cameras/0/body/learned_{one}_share" for one in ("battery", "bitrate", "stop")
)
SET_UP = "/maker/learned_set_up_share"
shares = st.floats(0.5, 2.0).map(lambda one: round(one, 3))
few = settings(max_examples=8, deadline=None)


def learned(at: str, value: float, plan: Plan = GILDING) -> Plan:
    return apply_changes(plan, (Change(path=at, value=value),))


def worked_out(plan: Plan) -> Evaluation:
    return evaluate(plan, try_mends=False)


def figure(plan: Plan, key: str) -> float:
    found = worked_out(plan)
    every = [*found.figures, *(one for each in found.cameras for one in each.figures)]
    return next(one.quantity.value for one in every if one.key == key)


def limit_s(plan: Plan, why: str) -> float:
    study = camera_studies(plan)[0].of(ROLL)
    assert study is not None
    return next(one.after_s for one in study.limits(study.cameras[0]) if one.why == why)


@few
@given(share=st.floats(0.9, 1.1).map(lambda one: round(one, 4)))
def test_a_lens_that_is_shorter_sees_more(share: float) -> None:
    """By the pinhole, what is covered goes with one over the focal length; focusing near changes that a little."""
    wide = figure(learned(FOCAL, share), "lens.covered_table_width")
    assert wide * share == pytest.approx(figure(GILDING, "lens.covered_table_width"), rel=0.012)


@few
@given(share=shares)
def test_a_lamp_gives_its_share(share: float) -> None:
    """What the first lamp adds, by itself, is its share of what it added."""
    alone = apply_changes(
        GILDING,
        (
            Change(path="/room/windows", value=[]),
            *(Change(path=f"/lights/{at}/lit", value=at == 0) for at in range(len(GILDING.lights))),
        ),
    )
    lux = figure(learned(LIGHT, share, alone), "light.illuminance")
    assert lux == pytest.approx(share * figure(alone, "light.illuminance"), rel=1e-6)


@few
@given(share=shares)
def test_the_daylight_is_its_share_and_the_lamps_stay(share: float) -> None:
    dark = learned(DAYLIGHT, 1.0, apply_changes(GILDING, (Change(path="/room/windows", value=[]),)))
    lamps = figure(dark, "light.illuminance")
    day = figure(GILDING, "light.illuminance") - lamps
    told = figure(learned(DAYLIGHT, share), "light.illuminance") - lamps
    assert told == pytest.approx(share * day, rel=1e-6)


@few
@given(share=shares)
def test_a_battery_lasts_its_share(share: float) -> None:
    before = limit_s(GILDING, "battery empty")
    assert limit_s(learned(BATTERY, share), "battery empty") == pytest.approx(
        share * before, rel=1e-6
    )


@few
@given(share=shares)
def test_a_card_is_full_the_sooner_the_more_is_written(share: float) -> None:
    before = limit_s(GILDING, "card full")
    assert limit_s(learned(BITRATE, share), "card full") * share == pytest.approx(before, rel=1e-6)


@few
@given(share=shares)
def test_a_camera_stops_by_itself_at_its_share(share: float) -> None:
    before = limit_s(DUMPLINGS, "recording limit")
    found = limit_s(learned(STOP, share, DUMPLINGS), "recording limit")
    assert found == pytest.approx(share * before, abs=1.0)


@pytest.mark.parametrize("sag", [-4.0, 6.5, 20.0])
def test_an_arm_that_gives_way_is_set_so_much_higher(sag: float) -> None:
    """The lens height stays what it was planned to be; what is done at the bench is said."""
    plan = learned(SAG, sag)
    assert figure(plan, "lens.height") == figure(GILDING, "lens.height")
    hold = next(one for one in worked_out(plan).answers if one.step == "hold")
    way = "higher" if sag > 0 else "lower"
    assert f"set it {abs(sag) / 10:.1f} cm {way}, as learned" in sentence_words(hold.under, "cm")


@few
@given(share=shares)
def test_setting_up_takes_its_maker_their_share(share: float) -> None:
    plan = learned(SET_UP, share)
    assert own_min(plan) == pytest.approx(share * planned_min(GILDING))
    assert own_min(plan, 10.0) == pytest.approx(10 * share)
    assert planned_min(plan) == planned_min(GILDING)


def test_each_thing_that_is_set_up_takes_its_time() -> None:
    """One camera less takes so much less as a camera takes, where its support stays."""
    one_less = CLASS.model_copy(update={"cameras": CLASS.cameras[:-1]})
    assert planned_min(CLASS) - planned_min(one_less) == pytest.approx(CAMERA_MIN)
    assert own_min(GILDING) == planned_min(GILDING)
    fixed = tuple(one.model_copy(update={"stays": True}) for one in GILDING.lights)
    lit = sum(one.lit and not one.stays for one in GILDING.lights)
    hung = GILDING.model_copy(update={"lights": fixed})
    assert planned_min(GILDING) - planned_min(hung) == pytest.approx(4.0 * lit)


@pytest.mark.parametrize(
    ("at", "value", "plan"),
    [
        (FOCAL, 0.97, GILDING), (SAG, 8.0, GILDING), (LIGHT, 0.8, GILDING), (DAYLIGHT, 0.6, GILDING),
        (BATTERY, 0.8, GILDING), (BITRATE, 1.1, GILDING), (STOP, 0.9, DUMPLINGS),
    ],
)  # fmt: skip
def test_it_is_named_among_what_the_figures_rest_on(at: str, value: float, plan: Plan) -> None:
    named = [one for one in worked_out(learned(at, value, plan)).assumed if one.field == at]
    assert named
    assert all(one.learned and one.why and one.words and one.quantity for one in named)
    assert not any(one.field == at for one in worked_out(plan).assumed)


@pytest.mark.parametrize("at", [DAYLIGHT, SET_UP])
def test_without_a_window_or_with_nothing_to_tell_it_changes_nothing(at: str) -> None:
    """A plan by lamplight is the same whatever its room has learned of the day."""
    shut = apply_changes(DULCIMER, (Change(path="/room/windows", value=[]),))
    before, after = worked_out(shut), worked_out(learned(at, 0.5, shut))
    assert after.figures == before.figures
    assert [one.figures for one in after.cameras] == [one.figures for one in before.cameras]
    assert after.findings == before.findings


def test_what_is_out_of_reason_is_no_share() -> None:
    with pytest.raises(Exception, match="learned_daylight_share"):
        Plan.model_validate({**GILDING.model_dump(), "room": {"learned_daylight_share": 40.0}})
