"""How long it runs, for makers who begin with an empty plan: clips under a cap, a camera of twelve minutes,
huge files by stages, a long day in a kitchen."""

from __future__ import annotations

from typing import Any

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import Change
from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.study.base.sentence import sentence_words
from steeple.demo.cupboard import EVERYTHING, OLDER
from tests.core.test_practices import OWNED, Walk

CARDS = owned_of(EVERYTHING)


class Session(Walk):
    """A maker at the roll sheet, with the cards and banks of the cupboard at hand."""

    def found(self) -> tuple[Any, ...]:
        return evaluate(self.plan, owned=CARDS).findings

    def of_roll(self) -> dict[str, str]:
        return {one.code: one.verdict for one in self.found() if one.step == "roll"}

    def answer(self) -> str:
        found = evaluate(self.plan, try_mends=False).answers
        return sentence_words(next(one for one in found if one.step == "roll").line, "cm")

    def figure(self, key: str) -> float:
        found = evaluate(self.plan, try_mends=False).figures
        return next(one.quantity.value for one in found if one.key == key)

    def puts_card(self, index: int, name: str) -> None:
        card = next(one for one in CARDS.media if one.name == name)
        self.types(**{f"cameras__{index}__storage__medium": card.model_dump(mode="json")})


def body(**values: Any) -> dict[str, Any]:
    return Body.model_validate({**OLDER.model_dump(), **values}).model_dump(mode="json")


def test_clips_of_15_seconds_under_25_megabytes() -> None:
    walk = Session("fingertips")
    walk.takes_lens()
    walk.types(session__lasts_min=20.0, session__clip_s=15.0, session__clip_cap_bytes=25e6)
    walk.types(delivery__width_px=1920, delivery__height_px=1080)
    walk.puts_card(0, "64 GB card")
    assert walk.of_roll()["roll.clip-over-cap"] == "holds"
    assert 12 < walk.figure("roll.cap-rate") < 13
    walk.types(session__clip_s=120.0)
    assert walk.of_roll()["roll.clip-over-cap"] == "fails"
    walk.mends("roll.clip-over-cap")
    assert walk.of_roll()["roll.clip-over-cap"] == "holds"
    assert walk.changes <= 12


def test_a_camera_that_stops_every_twelve_minutes_is_got_up_for_in_time() -> None:
    walk = Session("page-flat")
    walk.types(cameras__0__body=body(recording_limit_s=720.0, runs_cool_s=720.0))
    walk.puts_card(0, "64 GB card")
    walk.types(session__lasts_min=60.0)
    assert walk.of_roll()["roll.stops"] == "fails"
    walk.mends("roll.stops")
    assert walk.answer().startswith("Get up 5 times in 1 h, the first time at 0:11")
    verdicts = walk.of_roll()
    assert "fails" not in verdicts.values()
    assert verdicts["roll.restart-in-stage"] == "watch"
    walk.mends("roll.restart-in-stage")
    assert walk.of_roll()["roll.restart-in-stage"] == "holds"
    assert walk.changes <= 8


def test_huge_files_of_two_cameras_are_shown_in_stages() -> None:
    walk = Session("turning-machine")
    walk.takes_lens()
    first = walk.plan.cameras[0]
    second = first.model_copy(update={"id": "second", "role": "wide"})
    cameras = [one.model_dump(mode="json") for one in (first, second)]
    walk.takes((Change(path="/cameras", value=cameras),))
    walk.types(stages=[
        {"name": "roughing out", "takes_min": 40, "shown_s": 40},
        {"name": "the hollow", "takes_min": 70, "shown_s": 90},
        {"name": "finish", "takes_min": 20, "shown_s": 30},
    ])  # fmt: skip
    walk.types(
        session__disk=next(o for o in CARDS.media if "1 TB" in o.name).model_dump(mode="json")
    )
    walk.types(session__sessions=20)
    assert walk.figure("roll.clips") < 0.05 * walk.figure("roll.size")
    assert walk.of_roll()["roll.disk-full"] == "fails"
    walk.mends("roll.disk-full")
    assert walk.of_roll()["roll.disk-full"] == "holds"
    assert walk.changes <= 10


def test_two_hours_in_a_kitchen_without_touching_anything() -> None:
    walk = Session("hot-counter")
    walk.takes_lens("Mid-size")
    walk.types(session__lasts_min=150.0)
    walk.puts_card(0, "64 GB card")
    assert walk.of_roll()["roll.nothing-rolls"] == "fails"
    walk.mends("roll.nothing-rolls")
    left = {code for code, verdict in walk.of_roll().items() if verdict == "fails"}
    assert left == set()
    assert "Nobody has to get up" in walk.answer() or "Get up" in walk.answer()
    assert walk.changes <= 8
    assert OWNED.bodies
