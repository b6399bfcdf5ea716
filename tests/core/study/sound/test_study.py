"""The sound of a plan: who hears what, what is in the way, where leads go, and what keeps in step."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from steeple.core.geometry.pose import Pyramid
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.sound.reach import critical_mm
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.sound.mics.clear import hides_work, nearness
from steeple.core.study.sound.mics.offers import offers_for
from steeple.core.study.sound.mics.places import best_place, is_clear, outside, without_place
from steeple.core.study.sound.step import SOUND as STEP
from steeple.core.study.sound.study import SoundStudy
from steeple.demo.angles import CLASS, LESSON
from steeple.demo.plans import GILDING
from tests.plans import BARE, CLIP, MIC, SOUND, SOUND_IN_FULL, changed, finding
from tests.sound_cases import BARE_ROOM, INTO_RECORDER, RECORDED, VOICE, WALKWAY, at, sound, voice


def study(plan: Plan) -> SoundStudy:
    found = camera_studies(plan)[0].of(STEP)
    assert found is not None
    return found


def of(**values: Any) -> SoundStudy:
    return study(changed(**values))


def test_the_voice_by_hand() -> None:
    """Distance from the capsule to the mouth, and the critical distance of a cardioid in the room."""
    found = study(SOUND)
    (mic,) = found.mics
    mouth = found.sources[0].middle
    assert mic.hearing.distance_mm == pytest.approx(math.dist([260, 60, 430], [*mouth]))
    assert found.room.volume_m3 == pytest.approx(4 * 4.5 * 2.6)
    assert found.room.mid_s is not None
    wanted = critical_mm(46.8, found.room.mid_s, "cardioid")
    assert mic.hearing.reach_mm == pytest.approx(wanted)
    over = mic.hearing.over_echo_db
    assert over == pytest.approx(20 * math.log10(wanted / mic.hearing.distance_mm), abs=0.3)


def test_half_as_far_is_six_decibels_clearer() -> None:
    near, far = of(mics=voice(**at(260, 60, 430))), study(SOUND)
    mouth = far.sources[0].middle
    twice = mouth.plus(Vector(260, 60, 430).minus(mouth).times(2.0))
    away = of(mics=voice(**at(*twice)))
    a, b = near.mics[0].hearing, away.mics[0].hearing
    assert a.over_echo_db is not None
    assert b.over_echo_db is not None
    # Places are kept to the millimetre.
    assert a.over_echo_db - b.over_echo_db == pytest.approx(6.02, abs=0.05)


def test_an_unknown_room_tells_no_echo_and_no_reach() -> None:
    found = of(room__depth_mm=None)
    assert found.room.mid_s is None
    assert found.mics[0].hearing.reach_mm is None
    assert found.mics[0].hearing.over_echo_db is None
    assert found.mics[0].hearing.over_noise_db > 30


@pytest.mark.parametrize("seconds", [0.25, 0.4, 0.7, 1.2, 2.5])
def test_a_clap_counts_before_the_tables(seconds: float) -> None:
    found = of(sound=sound(rt60_s=seconds))
    assert found.room.mid_s == seconds
    echo = found.room.echo
    assert echo is not None
    assert echo.mid_s == pytest.approx(seconds, rel=1e-6)


def test_more_soft_things_make_less_echo_and_more_room_more() -> None:
    bare = of(room__surfaces=BARE_ROOM).room.mid_s
    soft = of(
        room__surfaces=BARE_ROOM, sound=sound(soft=[{"kind": "duvet", "area_m2": 6.0}])
    ).room.mid_s
    hung = of(
        room__surfaces=BARE_ROOM, sound=sound(soft=[{"kind": "duvet", "area_m2": 3.0, "count": 2}])
    ).room.mid_s
    assert bare is not None
    assert soft is not None
    assert soft < bare
    assert soft == hung
    assert (of(room__surfaces=BARE_ROOM, room__ceiling_mm=4000).room.mid_s or 0) > bare


def test_a_noise_that_is_off_is_not_heard_and_the_street_comes_from_all_round() -> None:
    fan = {"name": "the fan", "kind": "fan", "level_db": 55, "x_mm": 900, "y_mm": 0}
    on, off = of(sound=sound(noises=[fan])), of(sound=sound(noises=[fan | {"off": True}]))
    assert on.mics[0].hearing.over_noise_db < off.mics[0].hearing.over_noise_db - 10
    street = of(sound=sound(noises=[{"name": "street", "kind": "street", "level_db": 40}]))
    assert [one.place for one in street.noises] == [None]
    lamp = of(lights__0__fixture__noise_db=35.0)
    assert "fan of " in lamp.noises[0].name


def test_a_microphone_in_a_picture_is_told_by_its_edge() -> None:
    (mic,) = of(mics=voice(**at(0, 60, 430))).mics
    assert mic.frames
    assert mic.frames[0].camera.id == "overhead"
    assert not study(SOUND).mics[0].frames


def test_out_of_the_pyramid_by_so_much() -> None:
    """By the sides of the pyramid against points tried round about: nothing within the distance told is seen."""
    view: Pyramid = study(SOUND).views[0].pyramid
    random = np.random.default_rng(3)
    points = random.uniform([-900, -900, 0], [900, 900, 900], (200, 3))
    away = outside(view, points)
    for point, gap in zip(points, away, strict=True):
        inside = view.sees(Vector(*point.tolist()))
        assert inside == (gap < 0)
        if gap > 1:
            ways = random.standard_normal((30, 3))
            ways *= 0.95 * gap / np.linalg.norm(ways, axis=1)[:, None]
            assert not view.within(point + ways).any()


def test_hands_heads_and_the_view_of_the_work() -> None:
    work = study(SOUND).work
    hand = work.maker.poses.arms[4][0]
    assert nearness(work, np.array([[*hand[:6], 5.0]])).hands_mm < 0
    eyes = work.maker.poses.middle.eyes
    between = eyes.times(0.5)
    row = np.array([[*between, *between, 20.0]])
    assert hides_work(work, row)
    behind = eyes.plus(Vector(0, -400, 200))
    assert not hides_work(work, np.array([[*behind, *behind, 20.0]]))


def test_the_lead_by_hand() -> None:
    """Along the boom and down, over the floor to the foot of the camera's stand, up and out to the camera, with a
    tenth and 30 cm."""
    found = study(SOUND)
    (mic,) = found.mics
    assert mic.lead is not None
    boom = math.dist([260, 60], [750, 420])
    down = 430 + 740
    foot = found.feet["overhead"]
    floor = math.dist([750, 420], foot)
    lens = found.cameras["overhead"]
    up = lens.z + 740 + math.dist([lens.x, lens.y], foot)
    # Straight over the floor: nothing stands there, and the lead goes under the table.
    assert mic.lead.way_mm == pytest.approx(boom + down + floor + up, abs=1)
    assert mic.lead.needs_mm == pytest.approx(1.1 * mic.lead.way_mm + 300)
    assert (mic.lead.short_mm or 0) < 0


def test_a_lead_goes_round_a_walkway_where_it_is_long_enough() -> None:
    long = of(
        room__keep_clear=[WALKWAY], mics=voice(gear=MIC.model_copy(update={"lead_mm": 10_000}))
    )
    short = of(
        room__keep_clear=[WALKWAY], mics=voice(gear=MIC.model_copy(update={"lead_mm": 7_000}))
    )
    a, b = long.mics[0].lead, short.mics[0].lead
    assert a is not None
    assert b is not None
    assert (a.crosses, b.crosses) == ((), ("the way",))
    assert a.needs_mm == b.round_needs_mm > b.needs_mm


def test_wireless_ones_and_those_on_their_camera_have_no_lead() -> None:
    clip = CLIP.model_copy(update={"into": VOICE.into}).model_dump(mode="json")
    assert of(mics=[clip]).mics[0].lead is None
    assert of(mics=voice(held="camera", stand=None)).mics[0].lead is None
    assert of(mics=voice(into=None)).mics[0].lead is None


def test_on_which_camera_a_microphone_sits_is_said_or_noted_as_assumed() -> None:
    """Not named, it is thought to sit on the first that stands, and that is said."""
    at_camera = "/mics/0/camera"

    def assumed(**said: Any) -> dict[str, str]:
        plan = changed(mics=voice(held="camera", stand=None, **said))
        found = camera_studies(plan)[0].assumed_for((STEP,))
        return {one.field: one.text for one in found}

    assert assumed()[at_camera] == "overhead"
    assert at_camera not in assumed(camera="overhead")
    assert at_camera not in {one.field for one in camera_studies(SOUND)[0].assumed_for((STEP,))}


def test_a_recorder_lies_at_the_far_corner_of_the_other_hand_until_said() -> None:
    plan = changed(recorders=[RECORDED.model_dump(mode="json")], mics=voice(into=INTO_RECORDER))
    lead = study(plan).mics[0].lead
    assert lead is not None
    table = study(plan).work.table
    assert [lead.points[-1].x, lead.points[-1].y] == pytest.approx(
        [table.left + 80, table.far - 80]
    )


@pytest.mark.parametrize("plan", [LESSON, CLASS, GILDING, SOUND_IN_FULL])
@pytest.mark.parametrize("held", ["boom", "table", "clip-on"])
def test_the_best_place_is_in_nobodys_way_and_none_nearer_is_found_by_chance(
    plan: Plan, held: str
) -> None:
    found = study(plan)
    source = found.sources[0]
    part = VOICE.model_copy(update={"held": held, "stand": None, "into": None})
    best = best_place(without_place(part), 0, source, found.surroundings)
    if best is None:
        return
    assert is_clear(best, found.surroundings)
    away = best.place.minus(source.middle).length
    assert held != "boom" or 290 <= away < 1500


def test_offers_are_the_clearest_first_and_of_the_cupboard_where_it_has_one() -> None:
    found = study(SOUND)
    rows = offers_for(found, "voice", NOTHING_OWNED)
    clear = [one.hearing.over_echo_db or 0 for one in rows if one.hearing is not None]
    assert clear == sorted(clear, reverse=True)
    assert not any(one.part.owned for one in rows)
    mine = offers_for(found, "voice", Owned(microphones=(CLIP.gear,)))
    assert [one.part.gear for one in mine if one.held == "clip-on"] == [CLIP.gear]
    assert offers_for(found, "instrument", NOTHING_OWNED) == ()


def test_an_offer_takes_a_lead_of_the_cupboard_where_its_own_is_short() -> None:
    lead = Lead(name="ten metres", form="sound", length_mm=10_000)
    short = MIC.model_copy(update={"lead_mm": 500, "name": "short"})
    found = study(changed(mics=[]))
    rows = offers_for(found, "voice", Owned(microphones=(short,), leads=(lead,)))
    boom = next(one for one in rows if one.held == "boom")
    assert boom.part.leads == (lead,)


def test_sound_is_late_by_its_way() -> None:
    keeping = study(LESSON).keeping
    assert keeping.clap is not None
    lens = study(LESSON).cameras["side"]
    near = study(LESSON).mics[0].given.place
    wanted = (
        (keeping.clap.place.minus(lens).length - keeping.clap.place.minus(near).length)
        / 343_000
        * 25
    )
    late = next(one for one in keeping.late if one.key == "camera/side")
    assert late.frames == pytest.approx(wanted)


def test_clocks_drift_only_where_there_are_two() -> None:
    assert not study(SOUND).keeping.apart
    apart = of(recorders=[RECORDED.model_dump(mode="json")], mics=voice(into=INTO_RECORDER)).keeping
    assert apart.apart
    assert apart.drift_frames == pytest.approx(50e-6 * 3600 * 25)
    assert apart.every_s == pytest.approx(0.5 / 25 / 50e-6)
    told = of(
        recorders=[RECORDED.model_dump(mode="json")], mics=voice(into=INTO_RECORDER),
        sound=sound(drift_ppm=-10),
    ).keeping  # fmt: skip
    assert (told.ppm, told.measured) == (10, True)


def test_speaking_afterwards_is_told_of_each_room_the_best_first() -> None:
    bedroom = {
        "name": "bedroom", "width_mm": 3000, "depth_mm": 3500, "height_mm": 2400,
        "surfaces": {"floor": "thick carpet", "furnished": "full"},
    }  # fmt: skip
    found = of(room__surfaces=BARE_ROOM, sound=sound(rooms=[bedroom]))
    assert [one.where for one in found.speaking] == ["in the bedroom", "where you film"]
    assert found.speaking[0].more_s == pytest.approx(2 * found.shown_s)


def test_a_plan_of_which_nothing_is_known_is_answered() -> None:
    found = study(BARE)
    answer = STEP.answer(found, camera_studies(BARE)[0].context)
    assert answer.line
    assert STEP.drawing(found, "") is not None


def test_over_noise_the_voice_is_taken_to_be_raised_until_it_is_measured() -> None:
    hall = [{"name": "the hall", "kind": "people", "level_db": 62}]
    raised = of(sound=sound(voice_db=None, noises=hall))
    assert raised.sources[0].level_db == pytest.approx(60 + 0.5 * (62 - 45), abs=0.1)
    assert of(sound=sound(voice_db=60, noises=hall)).sources[0].level_db == 60


def test_a_camera_that_is_near_enough_is_left_to_hear_by_itself() -> None:
    soft = {"floor": "thick carpet", "walls": "acoustic tiles", "ceiling": "acoustic tiles"}
    near = changed(mics=[], room__surfaces=soft)
    by_camera = study(near).by_camera(study(near).sources[0])
    assert by_camera is not None
    assert by_camera.clear
    judged = finding(near, "sound.no-microphone")
    assert judged is not None
    assert judged.verdict == "holds"
    far = study(changed(mics=[])).by_camera(study(SOUND).sources[0])
    assert far is not None
    assert not far.clear
    assert study(BARE).by_camera(study(BARE).sources[0]) is None


def test_a_pair_is_never_put_over_who_plays() -> None:
    found = study(LESSON)
    instrument = next(one for one in found.sources if one.kind == "instrument")
    for offer in offers_for(found, "instrument", NOTHING_OWNED):
        if offer.held == "stand" and offer.given is not None:
            assert offer.given.place.y >= found.work.footprint.near - 100
            assert offer.given.place.minus(instrument.middle).length > 200
