"""A maker who is away or within the work, other people, and tables at two heights."""

from __future__ import annotations

from typing import Any

from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.study.base.sentence import sentence_words
from tests.hold_cases import held
from tests.plans import CLAMP, SOUND, changed, finding, scene


def verdicts(evaluation: Evaluation) -> dict[str, str]:
    return {one.code: one.verdict for one in evaluation.findings}


def test_a_maker_who_is_away_throws_no_shadow_and_fills_no_picture() -> None:
    leaning: dict[str, Any] = {"maker__lean_deg": 35}
    here, away = evaluate(changed(**leaning)), evaluate(changed(**leaning, maker__away=True))
    assert verdicts(here)["lens.head-in-frame"] == "fails"
    told = verdicts(away)
    for gone in ("lens.head-in-frame", "work.table-height", "work.out-of-reach", "light.dazzle"):
        assert gone not in told
    light = scene(changed(**leaning, maker__away=True)).light
    assert light is not None
    assert light.shade is not None
    assert light.shade.worst < 0.4


def test_a_stand_may_be_where_a_maker_who_is_away_would_sit() -> None:
    seat: dict[str, Any] = {"supports__0__foot__x_mm": 0, "supports__0__foot__y_mm": -600}
    found = finding(changed(**seat), "hold.in-makers-place")
    assert found is not None
    assert found.verdict == "fails"
    away = finding(changed(**seat, maker__away=True), "hold.in-makers-place")
    assert away is not None
    assert away.verdict == "holds"


def test_a_player_within_the_work_is_in_the_picture_and_no_fault() -> None:
    kit: dict[str, Any] = {
        "table__width_mm": 2200, "table__depth_mm": 2000, "table__height_mm": 600,
        "work__zone": {"width_mm": 2000, "depth_mm": 1800}, "work__shape": "percussion",
        "work__zone_top_mm": 400, "maker__y_mm": -500, "maker__from_edge_mm": None,
        "cameras__0__focal_mm": 16, "cameras__0__position__z_mm": 1900, "work__items": [],
        "room__obstacles": [], "room__ceiling_mm": 3600,
    }  # fmt: skip
    camera = scene(changed(**kit))
    assert camera.work.maker.inside
    found = finding(changed(**kit), "lens.head-in-frame")
    assert found is not None
    assert found.verdict in ("holds", "watch")
    assert "within the work" in sentence_words(found.title, "cm")


def test_everybody_at_the_table_stands_where_they_stand() -> None:
    plan = changed(
        maker__second={"place": "opposite", "along_mm": 300},
        maker__others=[{"place": "right", "along_mm": 200}, {"place": "left", "from_edge_mm": 300}],
    )
    table = scene(plan).work.table
    across, right, left = scene(plan).work.maker.company
    assert abs(across.hip.x - 300) < 1
    assert across.hip.y > table.far
    assert right.hip.x > table.right
    assert abs(right.hip.y - 200) < 1
    assert left.hip.x < table.left - 300


def test_another_head_is_judged_like_the_makers() -> None:
    alone = scene(SOUND).work.maker.heads
    plan = changed(maker__second={"place": "opposite"}, maker__others=[{"place": "left"}])
    assert len(scene(plan).work.maker.heads) == len(alone) + 2


def other(**values: Any) -> Any:
    found = evaluate(changed(**values), try_mends=False).findings
    return next((one for one in found if one.code == "work.other-height"), None)


def test_a_table_of_one_height_is_not_asked() -> None:
    assert other() is None
    assert other(table__other_heights_mm=[740]) is None


def test_a_rig_on_the_floor_must_move_along_with_the_table() -> None:
    found = other(table__other_heights_mm=[1050], room__obstacles=[], room__ceiling_mm=3000)
    assert found.verdict == "watch"
    assert "move along" in sentence_words(found.title, "cm")
    assert "105.0 cm" in sentence_words(found.title, "cm")
    assert sentence_words(found.reason, "cm").startswith("Left where it stands")


def test_a_rig_on_the_table_moves_with_it() -> None:
    lamps = {"lights__0__stand": {"name": "a clamp", "form": "clamp on the table"}}
    found = other(
        **held(CLAMP, foot={"x_mm": None, "y_mm": None}, sandbag_g=None, counterweight_g=None),
        **lamps,
        table__other_heights_mm=[780],
    )
    assert found.verdict == "holds"


def test_a_height_at_which_nothing_helps_fails() -> None:
    found = other(table__other_heights_mm=[1900])
    assert found.verdict == "fails"
    assert "does not hold" in sentence_words(found.title, "cm")
