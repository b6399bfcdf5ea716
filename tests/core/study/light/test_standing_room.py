"""Where a lamp has room, what stands between, and what is not known of a lamp."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.solve.light.ways import COMFORT_LX, aim_lx
from steeple.core.study.base.phrases import by_edges
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.inputs.lamp import direction_before, spot_at, spot_before
from steeple.core.study.light.dome import SOFTEST_MM, soft_words
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import camera_studies
from tests.light_cases import PANEL, lamp, with_lamps
from tests.plans import BULB, PHONE, SOFT, changed, scene

RING: Any = PANEL.model_copy(
    update={"name": "a ring", "emitter": "ring", "width_mm": 400, "height_mm": None}
)


def light(plan: Plan) -> LightStudy:
    found = scene(plan).light
    assert found is not None
    return found


def blocked(plan: Plan) -> list[str]:
    return [one.blocked for one in light(plan).lamps]


def test_a_lamp_stands_in_what_it_would_stand_in() -> None:
    figure = scene(changed()).work.maker.poses.middle
    chest, lens = figure.hip.plus(Vector(0, 0, 250)), scene(changed()).lens
    assert lens is not None
    for place, names in (
        (chest, {"your body"}),
        (figure.head.a, {"your head"}),
        (lens.position, {"the camera", "the lens"}),
        (Vector(0, 0, -10), {"table"}),
        (Vector(0, 0, 5000), {"ceiling"}),
    ):
        found = blocked(changed(**with_lamps(lamp(BULB, *place))))
        assert found[0] in names, place


def test_two_lit_lamps_need_room_and_one_that_is_off_is_put_aside() -> None:
    one, near = lamp(PANEL, -400, 400, 800, "one"), lamp(SOFT, -400, 410, 790, "two")
    assert blocked(changed(**with_lamps(one, near))) == ["another lamp", "another lamp"]
    off = lamp(SOFT, -400, 410, 790, "two", lit=False)
    assert blocked(changed(**with_lamps(one, off))) == ["", ""]


def test_the_stand_of_a_lamp_keeps_off_the_floor_to_be_kept_clear() -> None:
    door = {
        "kind": "door", "name": "the door", "from_left_edge_mm": 1600, "from_front_edge_mm": 0,
        "width_mm": 400, "depth_mm": 900,
    }  # fmt: skip
    values = with_lamps(lamp(PANEL, 1150, 0, 900, stand_lowest_mm=300))
    assert blocked(changed(**values)) == [""]
    assert blocked(changed(**values, room__keep_clear=[door])) == ["the door"]
    held = with_lamps(lamp(PANEL, 1150, 0, 900))
    assert blocked(changed(**held, room__keep_clear=[door])) == [""]


@pytest.mark.parametrize(("z_mm", "seen"), [(640.0, False), (250.0, True)])
def test_a_picture_passes_the_hole_of_a_ring_as_long_as_it_is_small_there(
    z_mm: float, seen: bool
) -> None:
    found = light(changed(**with_lamps(lamp(RING, 0, 0, z_mm))))
    assert found.lamps[0].in_frame is seen


def test_what_stands_before_a_lamp_takes_its_light_from_lux_and_evenness() -> None:
    values = with_lamps(lamp(PANEL, -900, 0, 500), work__items=[])
    bare = light(changed(**values))
    wall = {
        "name": "a board", "from_left_edge_mm": 100, "from_front_edge_mm": 50, "width_mm": 20,
        "depth_mm": 600, "bottom_mm": 740, "top_mm": 1140,
    }  # fmt: skip
    shut = light(changed(**values, room__obstacles=[wall]))
    assert shut.mean_lx < 0.9 * bare.mean_lx
    assert shut.evenness_stops > bare.evenness_stops + 0.5


@pytest.mark.parametrize("tilt", [0.0, 30.0, 90.0])
def test_places_before_the_work_are_counted_from_it(tilt: float) -> None:
    plane = scene(changed(work__tilt_deg=tilt or None)).work.plane
    place = spot_before(plane, 40.0, 55.0, 900.0)
    assert plane.place(place)[2] == pytest.approx(900 * 0.8191520, rel=1e-6)
    assert direction_before(plane, place) == pytest.approx((40.0, 55.0, 900.0))
    if tilt == 0:
        assert [*place] == pytest.approx([*spot_at(plane.middle, 40.0, 55.0, 900.0)])


def test_one_lamp_of_unknown_brightness_alone_leaves_shares_known() -> None:
    dim = PANEL.model_copy(update={"flux_lm": None, "illuminance_at_1_m_lx": None})
    alone = light(changed(**with_lamps(lamp(dim, -500, 500, 700))))
    assert alone.could_be == ()
    two = light(changed(**with_lamps(lamp(dim, -500, 500, 700), lamp(BULB, 800, 0, 700, "b"))))
    dark, bright = two.could_be
    assert dark.lamps[0].zone_lx < two.lamps[0].zone_lx < bright.lamps[0].zone_lx
    assert dark.lamps[1].zone_lx == pytest.approx(bright.lamps[1].zone_lx)
    assert bright.lamps[0].zone_lx / dark.lamps[0].zone_lx == pytest.approx(40)


def test_moving_a_lamp_is_no_mend_for_its_colour() -> None:
    warm = PANEL.model_copy(update={"cct_k": 2700, "cct_warmest_to_k": 6500, "name": "two-colour"})
    plan = changed(**with_lamps(lamp(SOFT, -500, 500, 800), lamp(warm, 500, 500, 800, "warm")))
    found = {one.code: one for one in evaluate(plan).findings}["light.mixed-colour"]
    assert found.verdict == "fails"
    said = [sentence_words(one.action, "cm") for one in found.fixes]
    assert said
    assert not [one for one in said if one.startswith(("Put", "Draw", "Bring", "Add"))]
    assert any(one.startswith("Set two-colour to") for one in said)
    after = evaluate(apply_changes(plan, found.fixes[0].changes), try_mends=False).findings
    assert {one.code: one for one in after}["light.mixed-colour"].verdict == "holds"


def test_lamps_aim_at_the_base_iso_and_at_no_more_than_is_comfortable() -> None:
    cameras = camera_studies(changed())
    need, camera = cameras[0].sight, cameras[0].lens
    assert need is not None
    assert need.light_needed_lx is not None
    assert camera is not None
    base = camera.camera.body.base_iso
    assert base is not None
    bears = need.light_needed_lx * camera.camera.clean_iso / base
    aim = aim_lx(cameras, None)
    assert aim == pytest.approx(min(0.8 * bears, COMFORT_LX))
    rest = light(changed(**with_lamps(lamp(BULB, 0, 0, 1500)))).together
    assert aim_lx(cameras, rest) == pytest.approx(max(0.0, aim - rest.still.mean()))


def test_a_phone_in_the_dark_is_told_so() -> None:
    for level, verdict in ((2.0, "fails"), (100.0, "holds")):
        values = with_lamps(lamp(SOFT, -232, 403, 997, level_percent=level))
        plan = changed(
            **values,
            cameras__0__body=PHONE.model_dump(mode="json"),
            cameras__0__lens=None,
            cameras__0__mode=None,
        )
        found = {one.code: one for one in evaluate(plan, try_mends=False).findings}
        assert found["light.too-dark"].verdict == verdict


@pytest.mark.parametrize(
    ("x", "y", "words"),
    [
        (-900, 0, (("left of the table", 200.0), ("from your table edge", 350.0))),
        (900, 500, (("right of the table", 200.0), ("beyond the far table edge", 150.0))),
        (0, -400, (("from the left table edge", 700.0), ("before your table edge", 50.0))),
    ],
)
def test_a_place_is_told_from_the_edge_that_a_tape_reaches_it_from(
    x: float, y: float, words: object
) -> None:
    assert by_edges(scene(changed()).work.table, x, y) == words


def test_what_is_softer_than_is_worked_out_is_said_so() -> None:
    assert sentence_words(soft_words(SOFTEST_MM), "cm") == "30.0 cm or more"
    assert sentence_words(soft_words(42.0), "cm") == "4.2 cm"
