"""A session of a plan run through, against what a hand works out, and what is said of it."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.rolling.session import Handling
from steeple.core.plan.parts.rolling.supply import PlacedRecorder, Storage, Supply
from steeple.core.plan.parts.setup import Setup, Stage
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.getting_up.alarms import alarms_of
from steeple.core.study.roll.getting_up.report import report_of
from steeple.core.study.roll.kept.feeding import bank_loads, plates_of
from steeple.core.study.roll.kept.storing import storing_of
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy
from steeple.demo.angles import CLASS, LESSON
from tests.angles_cases import FRONT, beside
from tests.plans import BARE, BODY, CARD, RECORDER, SOUND, changed
from tests.roll_cases import RESTART, STOPS, bank, body, card, session


def study(plan: Plan) -> RollStudy:
    found = camera_studies(plan)[0].of(ROLL)
    assert found is not None
    return found


def roll_line(plan: Plan) -> str:
    found = next(one for one in evaluate(plan, try_mends=False).answers if one.step == "roll")
    return sentence_words(found.line, "cm")


def test_what_runs_through_says_so_and_how_long() -> None:
    assert roll_line(SOUND) == "Nobody has to get up: the overhead camera runs through 1 h."
    assert study(SOUND).untouched_s == 3600


def test_a_stop_is_said_with_what_is_missing() -> None:
    said = roll_line(changed(cameras__0__body=STOPS))
    assert said == (
        "Nothing is filmed from 0:29 to 1:00. The overhead camera stops by itself at 0:29: its recording "
        "limit, without a sign."
    )


def test_getting_up_is_said_with_the_first_time() -> None:
    plan = changed(cameras__0__body=STOPS, session=session(lasts_min=50, handling=RESTART))
    said = roll_line(plan)
    assert said.startswith("Get up once in 50 min, the first time at 0:28: stop and start")
    found = study(plan)
    assert not found.stops
    assert [one.at_s for one in found.planned] == [1680]
    assert found.bare == [(1680, 1686)]
    assert found.missed == []


def test_what_may_stop_is_not_said_to_stop() -> None:
    assert "may stop by itself" in roll_line(changed(cameras__0__body=body(file_limit_bytes=4e9)))


def test_what_is_not_known_is_never_said_to_run_through() -> None:
    said = roll_line(changed(cameras__0__storage__medium=None))
    assert said == (
        "Whether the overhead camera runs through 1 h is not known: say what the card is."
    )
    both = changed(cameras__0__storage__medium=None, cameras__0__body=body(battery_wh=None))
    assert roll_line(both).endswith("is not known: say what the card and the battery are.")
    hot = roll_line(changed(cameras__0__body=body(runs_cool_s=None)))
    assert hot == (
        "Nobody has to get up, unless heat stops one: the overhead camera runs through 1 h."
    )


def test_a_plan_without_a_camera_says_what_to_do() -> None:
    assert roll_line(BARE).startswith("Choose a camera")
    found = study(BARE)
    assert found.devices == ()
    assert report_of(found).segments == ()


def test_batteries_have_a_band_and_the_early_end_of_it_counts() -> None:
    """3 Wh at 4 W are 45 minutes, 38 at the least, 51 at the most."""
    found = study(changed(cameras__0__body=body(battery_wh=3)))
    (stop,) = found.stops
    assert (stop.at_s, stop.early_s, stop.late_s) == (2700, 2295, 3105)
    assert found.untouched_s == 2295
    (limit,) = [one for one in found.limits(found.devices[0]) if one.why == "battery empty"]
    assert (limit.after_s, limit.early_s, limit.late_s) == pytest.approx((2700, 2295, 3105))


def test_a_spare_battery_that_is_changed_in_time_carries_on() -> None:
    handling = [{"kind": "camera", "device": "overhead", "at_min": 30, "does": ["battery"]}]
    plan = changed(
        cameras__0__body=body(battery_wh=3),
        cameras__0__supply__spare_batteries=1,
        session=session(handling=handling),
    )
    assert not study(plan).stops
    without = changed(plan, cameras__0__supply__spare_batteries=None)
    assert study(without).stops


def test_the_mains_never_ends_and_what_cannot_be_fed_runs_on_its_battery() -> None:
    fed = changed(cameras__0__body=body(battery_wh=3), cameras__0__supply__by="mains")
    assert not study(fed).stops
    closed = changed(fed, cameras__0__body=body(battery_wh=3, fed_while_recording=False))
    assert study(closed).devices[0].feeds_on == "battery"
    assert study(closed).stops


def test_a_bank_feeds_first_and_the_battery_follows() -> None:
    """2 Wh in the bank are 1.8 at its outlet: 27 minutes at 4 W, then 12 of a battery of 0.8 Wh."""
    plan = changed(
        banks=bank(energy_wh=2),
        cameras__0__body=body(battery_wh=0.8),
        cameras__0__supply={"by": "bank", "bank": "bank"},
    )
    found = study(plan)
    assert found.run.banks_empty == {"bank": 1620}
    assert [one.end_s for one in found.run.segments] == [2340]
    (load,) = bank_loads(found)
    assert load.drawn_w == 4
    assert load.empty_s == 1377


def test_one_camera_in_two_set_ups_is_one_device_that_films_in_both() -> None:
    plan = beside(FRONT).model_copy(
        update={
            "stages": (Stage(name="cut", takes_min=20), Stage(name="show", takes_min=5)),
            "setups": (
                Setup(id="a", name="top-down", cameras=("overhead",), stages=("cut",)),
                Setup(id="b", name="beauty", cameras=("side",), stages=("show",), break_min=8),
            ),
        }
    )
    found = study(plan)
    assert [one.key for one in found.devices] == ["camera/overhead"]
    assert found.devices[0].films == ("overhead", "side")
    assert [(one.start_s, one.end_s) for one in found.run.segments] == [(0, 1200), (1680, 1980)]


def test_lamps_run_only_where_they_have_a_battery() -> None:
    assert [one.kind for one in study(SOUND).devices] == ["camera"]
    lit = changed(lights__0__fixture__battery_wh=20, lights__0__level_percent=50)
    (lamp,) = [one for one in study(lit).devices if one.kind == "lamp"]
    assert lamp.power_w == 30
    assert [one.end_s for one in study(lit).run.of(lamp.key)] == [2400]
    off = changed(lit, lights__0__lit=False)
    assert [one.kind for one in study(off).devices] == ["camera"]


def test_what_is_kept_and_how_long_it_takes_to_copy() -> None:
    """An hour of 100 Mbit/s is 45 GB; at 400 Mbit/s it is copied in 15 minutes."""
    store = storing_of(study(SOUND))
    assert store.whole_bytes == pytest.approx(45e9)
    assert store.copy_s == pytest.approx(900)
    assert store.copy_assumed
    kept = storing_of(study(changed(session=session(disk=card(100), sessions=2))))
    assert kept.fits == 2


def test_clips_of_stages_weigh_what_is_shown_of_them() -> None:
    plan = changed(
        stages=[{"name": "cut", "takes_min": 20, "shown_s": 60}, {"name": "glue", "takes_min": 30}]
    )
    store = storing_of(study(plan))
    assert [(one.name, one.shown_s) for one in store.stages] == [("cut", 60), ("glue", 1800)]
    assert store.clips_bytes == pytest.approx(12.5e6 * 1860)


def test_the_mains_is_the_sum_of_its_plates() -> None:
    assert [(one.name, one.power_w) for one in plates_of(study(SOUND))] == [("a soft lamp", 60)]
    fed = study(changed(cameras__0__supply__by="mains"))
    assert sum(one.power_w or 0 for one in plates_of(fed)) == 64


def test_alarms_ring_ahead_and_say_how_long_it_may_wait() -> None:
    plan = changed(cameras__0__body=STOPS, session=session(lasts_min=50, handling=RESTART))
    (alarm,) = alarms_of(study(plan))
    assert (alarm.rings_s, alarm.at_s, alarm.till_s) == (1560, 1680, 1740)
    early = changed(plan, session__alarm_before_min=60)
    assert alarms_of(study(early))[0].rings_s == 0


def test_the_rows_tell_what_the_drawing_shows() -> None:
    report = report_of(study(changed(cameras__0__body=STOPS)))
    assert [(one.at_s, one.what) for one in report.events] == [(0, "begins"), (1740, "stops")]
    assert report.bare[0].by_hand is False
    assert report.untouched_s == 1740
    unknown = report_of(study(changed(cameras__0__storage__medium=None)))
    assert unknown.unknown == {"camera/overhead": ("card",)}


@pytest.mark.parametrize(
    ("values", "gap"),
    [
        ({"cameras__0__body": body(modes=[{**BODY.modes[0].model_dump(), "bitrate_mbit_s": None}])}, "bit rate"),
        ({"cameras__0__storage__medium": None}, "card"),
        ({"cameras__0__body": body(power_w=None)}, "power"),
        ({"cameras__0__body": body(battery_wh=None)}, "battery"),
        ({"cameras__0__body": body(runs_cool_s=None)}, "heat"),
        ({"cameras__0__body": body(file_limit_bytes=4e9)}, "file"),
        ({"cameras__0__supply": {"by": "bank"}}, "bank"),
    ],
)  # fmt: skip
def test_what_is_not_known_is_told_and_stops_nothing(values: dict[str, Any], gap: str) -> None:
    found = study(changed(cameras__0__mode=None, **values))
    assert gap in found.devices[0].gaps
    drawn = evaluate(found.plan, try_mends=False).drawings.roll.strings[0]  # type: ignore[attr-defined]
    assert len(drawn.unknown) == len(found.devices[0].gaps)


def test_a_recorder_runs_beside_the_cameras() -> None:
    plan = SOUND.model_copy(
        update={
            "recorders": (
                PlacedRecorder(
                    id="sound", gear=RECORDER, storage=Storage(medium=CARD), supply=Supply()
                ),
            )
        }
    )
    found = study(plan)
    assert [one.key for one in found.devices] == ["camera/overhead", "recorder/sound"]
    assert found.run.of("recorder/sound")[0].why == "end"
    assert storing_of(found).whole_bytes == pytest.approx(45e9 + 2.3e6 / 8 * 3600)


def test_the_card_says_when_to_get_up() -> None:
    plan = changed(
        cameras__0__body=STOPS,
        session=session(lasts_min=50, handling=RESTART, date="2026-03-14", begins="18:30"),
    )
    sections = {one.heading: one for one in evaluate(plan, try_mends=False).cards[0].sections}
    length, record, row = sections["Session"].rows
    assert (length.label, length.hint) == ("Length", "from 18:30")
    assert (record.label, record.text) == ("Press record on", "overhead camera")
    assert (row.label, row.text) == ("0:28", "Stop and start the overhead camera")
    assert row.hint == "18:58, by 0:29 at the latest"


def test_the_card_says_what_lies_ready_and_the_answer_what_clips_would_weigh() -> None:
    plan = changed(
        banks=bank(),
        cameras__0__supply__spare_batteries=2,
        cameras__0__storage__spare_media=1,
        stages=[{"name": "cut", "takes_min": 60, "shown_s": 60}],
    )
    result = evaluate(plan, try_mends=False)
    rows = {one.label: one.text for each in result.cards[0].sections for one in each.rows}
    assert rows["At hand"] == "a bank; 2 × full battery, overhead; 1 × empty card, overhead"
    (said,) = [one for one in result.answers if one.step == "roll"]
    assert "750 MB in clips of what is shown" in sentence_words(said.under, "cm")


@pytest.mark.parametrize(
    ("shown_s", "words"),
    [
        (None, ""),
        (1800, "Hands can be followed"),
        (60, "The work grows in it; hands flicker"),
        (10, "Only the work grows"),
        (7200, "longer than the session"),
    ],
)
def test_a_time_lapse_says_what_is_seen_in_it(shown_s: float | None, words: str) -> None:
    """An hour at 25 frames: a picture every 0.08 s, 2.4 s and 14.4 s."""
    drawn = evaluate(changed(session__lapse_s=shown_s), try_mends=False).drawings
    said = drawn.roll.lapse  # type: ignore[attr-defined]
    assert said.startswith(words) or words in said
    assert bool(said) is bool(words)


def test_figures_open_to_their_working() -> None:
    plan = changed(
        session=session(clip_cap_bytes=25e6, clip_s=15, lapse_s=60, disk=card(500)),
        stages=[{"name": "cut", "takes_min": 20, "shown_s": 60}],
    )
    result = evaluate(plan, try_mends=False)
    keys = {one.key for one in result.figures if one.key.startswith("roll.")}
    assert keys == {
        "roll.untouched", "roll.size", "roll.clips", "roll.copy", "roll.cap-rate",
        "roll.longest-clip", "roll.lapse", "roll.mains",
    }  # fmt: skip
    assert keys <= {one.figure for one in result.working}
    lapse = next(one for one in result.figures if one.key == "roll.lapse")
    assert lapse.quantity.value == pytest.approx(3600 / 60 / 25)


def test_the_lesson_of_the_demo_holds_and_the_class_has_its_trouble() -> None:
    lesson = [one for one in evaluate(LESSON, try_mends=False).findings if one.step == "roll"]
    assert lesson
    assert all(one.verdict == "holds" for one in lesson)
    trouble = {
        one.code
        for one in evaluate(CLASS, try_mends=False).findings
        if one.step == "roll" and one.verdict == "fails"
    }
    assert trouble == {"roll.stops"}


def test_handling_of_a_thing_in_another_set_up_is_done_at_the_same_thing() -> None:
    plan = beside(FRONT).model_copy(
        update={
            "stages": (Stage(name="cut", takes_min=20), Stage(name="show", takes_min=5)),
            "setups": (
                Setup(id="a", name="top-down", cameras=("overhead",), stages=("cut",)),
                Setup(id="b", name="beauty", cameras=("side",), stages=("show",), break_min=8),
            ),
        }
    )
    done = Handling(kind="camera", device="side", at_min=29, does=("restart",))
    found = study(
        plan.model_copy(update={"session": plan.session.model_copy(
            update={"lasts_min": None, "handling": (done,)})})
    )  # fmt: skip
    assert [one.device.key for one in found.planned] == ["camera/overhead"]
