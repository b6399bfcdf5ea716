"""Who hears it, for makers who begin with an empty plan: a pair over the strings of a keyboard, a voice in a narrow
kitchen with echo, a performer in a borrowed hall, and one who speaks afterwards."""

from __future__ import annotations

from typing import Any

from steeple.core.evaluation import evaluate
from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.sound.mics.offer_rows import offer_rows
from steeple.core.study.sound.step import SOUND
from steeple.core.study.sound.study import SoundStudy
from steeple.demo.cupboard import EVERYTHING
from tests.core.test_practices import Walk

CUPBOARD = owned_of(EVERYTHING)
ROOM = {"room__width_mm": 4000.0, "room__depth_mm": 5000.0, "room__ceiling_mm": 2500.0}


class Listening(Walk):
    """A maker at the sound sheet, with the microphones and duvets of the cupboard at hand."""

    def found(self) -> tuple[Any, ...]:
        return evaluate(self.plan, owned=CUPBOARD).findings

    def of_sound(self) -> dict[str, str]:
        return {one.code: one.verdict for one in self.found() if one.step == "sound"}

    def study(self) -> SoundStudy:
        found = camera_studies(self.plan)[0].of(SOUND)
        assert found is not None
        return found

    def answer(self) -> str:
        found = evaluate(self.plan, try_mends=False).answers
        return sentence_words(next(one for one in found if one.step == "sound").line, "cm")

    def takes_way(self, kind: Any, held: str) -> None:
        """Puts up the first way of a kind that is offered."""
        rows = offer_rows(self.study(), kind, CUPBOARD).rows
        mic = next(one.mic for one in rows if one.held == held and one.mic is not None)
        parts = [one.model_dump(mode="json") for one in (*self.plan.mics, mic)]
        self.types(mics=parts)


def test_a_pair_over_the_strings_of_a_keyboard() -> None:
    """Both hands over 125 cm: from nothing to a pair that holds, without a figure worked out by hand."""
    walk = Listening("keyboard")
    walk.takes_lens()
    walk.types(**ROOM, sound__heard="instrument")
    walk.takes_way("instrument", "stand")
    assert "hears the instrument from" in walk.answer()
    assert walk.of_sound()["sound.in-frame"] == "holds"
    for code in ("sound.hole", "sound.comb", "sound.lead-short", "sound.echo"):
        found = next((one for one in walk.found() if one.code == code), None)
        if found is not None and found.fixes:
            walk.mends(code)
    left = {code: verdict for code, verdict in walk.of_sound().items() if verdict == "fails"}
    assert left == {}
    assert walk.changes <= 25


def test_a_narrow_kitchen_with_echo_is_heard_near_or_spoken_for_in_another_room() -> None:
    walk = Listening("hot-counter")
    walk.takes_lens()
    walk.types(
        room__width_mm=2200.0, room__depth_mm=4500.0, room__ceiling_mm=2500.0,
        room__surfaces={"floor": "tiles", "walls": "tiles", "ceiling": "plaster", "furnished": "bare"},
        sound__noises=[{"name": "extractor", "kind": "fan", "level_db": 58, "x_mm": 0, "y_mm": 300, "z_mm": 700}],
    )  # fmt: skip
    assert (walk.study().room.mid_s or 0) > 1.0
    assert walk.of_sound()["sound.no-microphone"] == "watch"
    walk.takes_way("voice", "clip-on")
    assert walk.of_sound()["sound.noise"] in ("fails", "watch")
    walk.mends("sound.noise")
    assert walk.of_sound()["sound.noise"] in ("holds", "watch")
    before = walk.changes
    walk.types(
        sound__rooms=[
            {"name": "bedroom", "width_mm": 3200.0, "depth_mm": 3600.0, "height_mm": 2400.0,
             "surfaces": {"floor": "thick carpet", "furnished": "full"}}
        ],
        sound__way="voice-over",
    )  # fmt: skip
    assert walk.changes <= before + 2
    assert walk.study().speaking[0].where == "in the bedroom"
    assert "spoken afterwards" in walk.answer()
    assert walk.of_sound()["sound.echo"] == "holds"


def test_a_performer_in_a_borrowed_hall_keeps_in_step_and_off_the_way() -> None:
    walk = Listening("instrument-away")
    walk.takes_lens()
    walk.types(
        room__width_mm=12_000.0, room__depth_mm=18_000.0, room__ceiling_mm=6000.0,
        room__surfaces={"floor": "parquet", "walls": "plaster", "ceiling": "wood panels"},
        recorders=[
            {"id": "box", "gear": {"name": "a recorder", "channels": 2}, "storage": {}, "supply": {}}
        ],
    )  # fmt: skip
    walk.takes_way("instrument", "stand")
    assert walk.plan.mics[0].into is not None
    assert walk.plan.mics[0].into.kind == "recorder"
    assert walk.of_sound()["sound.drift"] == "watch"
    walk.mends("sound.drift")
    assert walk.of_sound()["sound.drift"] == "holds"
    walk.types(
        room__keep_clear=[
            {"kind": "walkway", "name": "the aisle", "from_left_edge_mm": -1500.0,
             "from_front_edge_mm": -3000.0, "width_mm": 900.0, "depth_mm": 8000.0}
        ]
    )  # fmt: skip
    assert walk.of_sound()["sound.lead-crosses"] in ("holds", "watch")


def test_without_a_data_sheet_it_is_said_what_was_assumed_and_what_is_not_known() -> None:
    walk = Listening("page-flat")
    walk.takes_lens()
    walk.types(
        mics=[{"id": "one", "gear": {"name": "some microphone"}, "held": "table", "into": None}]
    )
    assumed = {one.field for one in evaluate(walk.plan, try_mends=False).assumed}
    assert {"/mics/0/gear/pattern", "/mics/0/position/x_mm", "/sound/voice_db"} <= assumed
    verdicts = walk.of_sound()
    assert verdicts["sound.echo"] == "unknown"
    assert verdicts["sound.unrecorded"] == "watch"
    assert "not known" in walk.answer()


def test_an_empty_plan_is_asked_nothing_of_sound() -> None:
    plan = Plan.model_validate({"title": "Nothing yet", "work": {"shape": "page-flat"}})
    assert [one for one in evaluate(plan).findings if one.step == "sound"] == []
