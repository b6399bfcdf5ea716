"""A camera on its support, worked by hand; and what a support with half its figures unknown says."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.evaluation import evaluate
from steeple.core.hold.beams import GRAVITY
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.support import Section, Support, TapTest
from steeple.core.solve.hold.supports import KINDS, compare_supports
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.drawing import hold_drawing, span_words
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import PLANS
from tests.hold_cases import BAR, HELD, OWNED_HOLD, gear, held
from tests.plans import CLAMP, SOUND, STAND, changed, finding, on


def study(plan: Plan = SOUND) -> HoldStudy:
    found = camera_studies(plan)[0].hold
    assert found is not None
    return found


def placed(plan: Plan) -> Placement:
    found = study(plan).placement
    assert found is not None
    return found


def walls(**values: Any) -> dict[str, Any]:
    return {
        "room__width_mm": 2490,
        "room__depth_mm": 3000,
        "room__table_from_left_wall_mm": 500,
        "room__table_from_far_wall_mm": 900,
        **values,
    }


def test_where_the_screw_of_a_camera_is() -> None:
    """At 30 mm focused on 70 cm the mark is 31.3 mm over the pupil; the screw 45 mm toward you."""
    hold = study()
    sight = hold.lens.sight
    assert sight is not None
    behind = 30 * sight.focus_distance_mm / (sight.focus_distance_mm - 30)
    assert hold.held.screw.z == pytest.approx(720 + behind, abs=0.01)
    assert (hold.held.screw.x, hold.held.screw.y) == (0, -45)
    assert hold.held.ball.y == -105
    assert hold.held.mass_g == 650 + 480


def test_a_boom_stand_with_sandbag_by_hand() -> None:
    """Camera 1.13 kg, head 0.3 kg at 80 cm; 1.4 kg behind at 60 cm; 10 kg of sand at the column."""
    hold = study()
    assert hold.loads is not None
    assert hold.loads.total_g == 1130 + 300
    assert hold.loads.allowed_g == 6000
    tube_g_mm = math.pi / 4 * (35**2 - 31**2) * 7.85e-3
    boom = tube_g_mm * (800 + 600)
    # The first edge to go over is square to the boom or slanted by 60°; feet are 577.35 mm out.
    radius = 1000 / math.sqrt(3)
    parts = [
        (9000 - boom, 0.0), (boom, 100.0), (300, 800.0), (650, 800.0), (480, 800.0), (1400, -600.0), (10_000, 0.0),
    ]  # fmt: skip
    top = hold.placement.root.z + 740  # type: ignore[union-attr]

    def ratio(outward_deg: float, distance: float) -> float:
        """Over an edge whose outward normal is at an angle to the boom, at a distance."""
        c = math.cos(math.radians(outward_deg))
        holds = sum(m * (distance - x * c) for m, x in parts if distance - x * c > 0)
        turns = sum(m * (x * c - distance) for m, x in parts if x * c - distance > 0)
        knock = 20 * top / 1000
        return holds / 1e6 * GRAVITY / (turns / 1e6 * GRAVITY + knock)

    expected = min(ratio(60, radius / 2), ratio(180, radius / 2))
    assert hold.tipping is not None
    # The camera hangs 4.5 cm nearer than its screw is reached, aside of the boom: a small share.
    assert hold.tipping.knocked_ratio == pytest.approx(expected, rel=0.03)
    clamp = next(one for one in hold.torques if one.name == "boom clamp")
    moments = (1130 + 300) * 800 + tube_g_mm * (800**2 - 600**2) / 2 - 1400 * 600
    assert clamp.torque_n_m == pytest.approx(moments / 1e6 * GRAVITY, rel=1e-6)
    ball = next(one for one in hold.torques if one.name == "ball joint")
    assert ball.torque_n_m == pytest.approx(1.130 * GRAVITY * 0.105, rel=1e-6)


def test_the_sag_of_that_boom_and_the_shift_of_its_picture() -> None:
    hold = study()
    assert hold.bending is not None
    stiffness = 200_000 * math.pi * (35**4 - 31**4) / 64
    force = 1.43 * GRAVITY
    own = math.pi / 4 * (35**2 - 31**2) * 7.85e-6 * GRAVITY
    sag = force * 800**3 / (3 * stiffness) + own * 800**4 / (8 * stiffness)
    slope = force * 800**2 / (2 * stiffness) + own * 800**3 / (6 * stiffness)
    assert hold.bending.sag_mm == pytest.approx(sag, rel=1e-6)
    # The boom turns at its own height, and the camera under it swings along.
    assert hold.placement is not None
    turns = slope * hold.placement.tip.z
    assert hold.bending.shift_mm == pytest.approx(turns + 210 * sag / 720, rel=1e-4)


def test_a_pole_between_walls_with_two_loads_by_hand() -> None:
    """2.49 m span; camera 0.95 m along it under its middle, a lamp of 2 kg 60 cm to the right."""
    pole = BAR.model_copy(
        update={
            "form": "wall-to-wall pole", "anchor": "wall", "adjust_mm": 300.0,
            "sections": (Section(length_mm=1200), Section(length_mm=1200)), "head_mass_g": 250.0,
        }
    )  # fmt: skip
    lamp = {"name": "lamp", "mass_g": 2000, "arm": "shared", "along_mm": 600}
    plan = changed(
        **held(pole, loads=[lamp], counterweight_g=None, counterweight_at_mm=None), **walls()
    )
    hold = study(plan)
    assert hold.placement is not None
    assert hold.placement.span_mm == 2490
    a = hold.placement.reach_mm
    assert a == pytest.approx(500 + 700)
    stiffness = 69_000 * math.pi * (38**4 - 34**4) / 64
    own = math.pi / 4 * (38**2 - 34**2) * 2.7e-6 * GRAVITY
    length, c = 2490.0, 2490 / 2 + 600
    b, d = length - a, length - c

    def under(force: float, at: float, x: float) -> float:
        other = length - at
        if x > at:
            x, at, other = length - x, other, at
        return force * other * x * (length**2 - other**2 - x**2) / (6 * stiffness * length)

    camera = (1.13 + 0.25) * GRAVITY
    expected = camera * a**2 * b**2 / (3 * stiffness * length)
    expected += under(2 * GRAVITY, c, a)
    expected += own * a * (length**3 - 2 * length * a**2 + a**3) / (24 * stiffness)
    assert d > 0
    assert hold.bending is not None
    assert hold.bending.sag_mm == pytest.approx(expected, rel=1e-4)
    assert hold.loads is not None
    assert hold.loads.total_g == 1130 + 250 + 2000
    assert hold.tipping is None, "it does not stand"


def test_a_pole_too_short_and_too_long_says_by_how_much() -> None:
    pole = BAR.model_copy(
        update={
            "form": "wall-to-wall pole", "anchor": "wall", "adjust_mm": 150.0,
            "sections": (Section(length_mm=1100), Section(length_mm=1100), Section(length_mm=500)),
        }
    )  # fmt: skip
    plan = changed(**held(pole), **walls())
    words = [sentence_words(one, "cm") for one in span_words(study(plan))]
    assert words == [
        "Two sections (110.0 cm + 110.0 cm) are 14.0 cm short",
        "Three sections (110.0 cm + 110.0 cm + 50.0 cm) are 21.0 cm too long for the walls",
    ]
    found = finding(plan, "hold.out-of-reach")
    assert found is not None
    assert found.verdict == "fails"
    assert "14.0 cm short" in sentence_words(found.reason, "cm")
    unknown = finding(changed(**held(pole)), "hold.out-of-reach")
    assert unknown is not None
    assert unknown.verdict == "unknown"


def test_a_crossbar_stands_beyond_both_ends_of_the_table() -> None:
    bar = BAR.model_copy(update={"sections": (Section(length_mm=800), Section(length_mm=800))})
    plan = changed(**held(bar, foot={}, counterweight_g=None, counterweight_at_mm=None))
    place = placed(plan)
    assert place.span_mm == 1600
    assert place.foot.x == pytest.approx(-800)
    assert place.second is not None
    assert place.second.x == pytest.approx(800)
    assert place.foot.y == place.second.y == study(plan).held.screw.y
    assert len(place.feet) == 6
    assert study(plan).tipping is not None
    across = changed(**held(bar, foot={}, runs="away", counterweight_g=None))
    kinds = {one.kind for one in placed(across).clashes}
    assert "seat" in kinds, "a bar toward the maker has a stand where they sit"


def test_an_arm_on_a_shelf_reaches_down_from_it() -> None:
    """The shelf hangs at 1.26 m over the table, its near edge 38.5 cm beyond the screw."""
    arm = CLAMP.model_copy(
        update={"form": "desk arm", "anchor": "shelf", "lowest_mm": 100.0, "highest_mm": 700.0}
    )
    plan = changed(
        **held(arm, foot={}, counterweight_g=None, counterweight_at_mm=None, sandbag_g=None)
    )
    hold = study(plan)
    assert hold.placement is not None
    shelf = hold.work.blocks[0]
    assert hold.placement.foot.z == shelf.low == 2000 - 740
    assert hold.placement.foot.y == shelf.near
    assert hold.placement.reach_mm == pytest.approx(shelf.near + 45)
    drop = shelf.low - hold.held.screw.z
    assert 100 < drop < 700
    assert hold.placement.height_short_mm == 0
    assert hold.placement.short_mm == 0
    assert hold.tipping is None
    short = changed(**held(arm.model_copy(update={"highest_mm": 400.0}), foot={}))
    assert placed(short).height_short_mm == pytest.approx(drop - 400)
    bare = changed(**held(arm, foot={}), room__obstacles=[])
    assert study(bare).placement is None
    found = finding(bare, "hold.out-of-reach")
    assert found is not None
    assert "no shelf" in sentence_words(found.title, "cm")


def test_what_hangs_from_a_beam_hangs_from_the_beam_and_not_the_ceiling() -> None:
    arm = STAND.model_copy(
        update={"form": "ceiling arm", "anchor": "ceiling", "lowest_mm": 100.0, "highest_mm": 1500.0, "reach_mm": 400.0, "behind_mm": None, "counterweight_g": None}
    )  # fmt: skip
    loose: dict[str, Any] = {
        "foot": {},
        "counterweight_g": None,
        "counterweight_at_mm": None,
        "sandbag_g": None,
    }
    hold = study(changed(**held(arm, **loose)))
    assert hold.placement is not None
    assert hold.placement.foot.z == 2600 - 740
    beam = {
        "name": "beam", "from_left_edge_mm": -300, "from_front_edge_mm": 200, "width_mm": 2000,
        "depth_mm": 300, "bottom_mm": 2100, "top_mm": None,
    }  # fmt: skip
    under = study(changed(**held(arm, **loose), room__obstacles=[beam]))
    assert under.placement is not None
    assert under.placement.foot.z == 2100 - 740
    assert "thing" not in {one.kind for one in under.placement.clashes}


HALF = Support(name="from a drawer", form="boom stand", reach_mm=1500, threads=("1/4-20 stud",))


def test_a_support_with_half_its_figures_unknown_is_not_cleared_and_not_guessed() -> None:
    plan = on(HALF)
    verdicts = {one.code: one.verdict for one in evaluate(plan).findings if one.step == "hold"}
    for code in ("hold.rating-unknown", "hold.out-of-reach", "hold.tips", "hold.sags"):
        assert verdicts[code] == "unknown", code
    assert "hold.over-rating" not in verdicts
    assert "hold.tips-when-knocked" not in verdicts
    assert verdicts["hold.cannot-be-joined"] == "holds"
    hold = study(plan)
    assert hold.tipping is None
    assert hold.bending is None
    assert hold.loads is not None
    assert hold.loads.allowed_g is None
    keys = {one.key for one in evaluate(plan).cameras[0].figures}
    assert "hold.load" in keys
    assert not keys & {"hold.allowed", "hold.tipping", "hold.sag"}


def test_the_plumb_knows_how_far_the_support_reaches() -> None:
    free = changed(
        **held(gear(highest_mm=1500)),
        cameras__0__stand_lowest_mm=None,
        cameras__0__stand_highest_mm=None,
    )
    lens = camera_studies(free)[0].lens
    assert lens is not None
    stand = lens.settings.heights.at("stand")
    assert stand is not None
    at_limit = study(changed(free, cameras__0__position__z_mm=round(stand, 4)))
    assert at_limit.held.screw.z == pytest.approx(1500 - 740, abs=0.01)
    typed = changed(**held(gear(highest_mm=1500)))
    own = camera_studies(typed)[0].lens
    assert own is not None
    assert own.settings.heights.at("stand") == 1900, "what the maker measured goes before"


def test_a_tap_test_replaces_the_estimate() -> None:
    estimate = study(on(CLAMP)).shake
    assert estimate is not None
    assert estimate.by == "estimate"
    tapped = CLAMP.model_copy(update={"tap": TapTest(frequency_hz=5.0)})
    found = study(on(tapped)).shake
    assert found is not None
    assert (found.frequency_hz, found.by) == (5.0, "tap test")
    assert found.wobble.high_mm / found.wobble.mid_mm == 1.5
    seen = study(on(CLAMP.model_copy(update={"tap": TapTest(seen_mm=0.4)}))).shake
    assert seen is not None
    assert seen.wobble.mid_mm == 0.4
    rings = study(on(CLAMP.model_copy(update={"tap": TapTest(rings_s=3.0)}))).shake
    assert rings is not None
    assert rings.wobble.mid_mm == pytest.approx(estimate.wobble.mid_mm / (1 - 0.05 ** (0.5 / 3)))


def test_a_tap_test_at_another_reach_is_scaled_by_the_boom() -> None:
    reach = placed(on(CLAMP)).reach_mm
    load = study(on(CLAMP)).loads
    assert load is not None
    half = TapTest(frequency_hz=8.0, reach_mm=reach / 2, load_g=load.total_g)
    found = study(on(CLAMP.model_copy(update={"tap": half}))).shake
    assert found is not None
    assert found.frequency_hz < 8.0 / 2, "twice the reach swings less than half as fast"
    same = TapTest(frequency_hz=8.0, reach_mm=reach, load_g=load.total_g)
    again = study(on(CLAMP.model_copy(update={"tap": same}))).shake
    assert again is not None
    assert again.frequency_hz == pytest.approx(8.0)


def test_what_moves_with_what() -> None:
    loads = [
        {"name": "lamp", "mass_g": 400, "arm": "shared", "along_mm": 300},
        {"name": "microphone", "mass_g": 150, "arm": "own", "along_mm": 200},
    ]
    drawing = hold_drawing(study(changed(**held(loads=loads))))
    moves = {one.name: one.moves for one in drawing.things}
    assert moves["a camera"] == "turning this arm also moves: lamp"
    assert moves["lamp"] == "turning this arm also moves: a camera"
    assert moves["microphone"].startswith("moves alone")
    both = study(changed(**held(loads=loads)))
    assert both.loads is not None
    assert (both.loads.others_g, both.loads.elsewhere_g) == (400, 150)


@pytest.mark.parametrize("plan", PLANS, ids=[plan.title for plan in PLANS])
def test_everything_is_compared_for_the_same_frame(plan: Plan) -> None:
    compared = compare_supports(plan, owned=OWNED_HOLD)
    assert sum(row.present for row in compared.rows) == 1
    assert {row.name for row in compared.rows} >= {kind.name for kind in KINDS}
    own = [row.owned for row in compared.rows]
    assert own == sorted(own, reverse=True), "what one owns comes first"
    for row in compared.rows:
        assert row.verdict == "holds" or row.against
        if row.reaches is False:
            assert any(
                "missing" in sentence_words(one, "cm")
                or "off" in sentence_words(one, "cm")
                or "much" in sentence_words(one, "cm")
                for one in row.against
            )
        if row.allowed_g is not None and row.load_g is not None and row.load_g > row.allowed_g:
            assert row.verdict == "fails"
    again = compare_supports(plan, owned=OWNED_HOLD)
    assert again == compared


def test_taking_a_support_from_the_comparison_puts_it_under_the_camera() -> None:
    plan = changed(**held(tether=True))
    row = next(
        one for one in compare_supports(plan, owned=OWNED_HOLD).rows if one.name == CLAMP.name
    )
    values = {
        change.path.removeprefix("/").replace("/", "__"): change.value for change in row.changes
    }
    taken = changed(plan, **values)
    assert taken.supports[0].gear == CLAMP
    assert taken.supports[0].gear_id == "two"
    assert taken.supports[0].tether, "what was tied stays tied"
    assert [one.name for one in taken.adapters] == ["a bush"]
    assert taken.cameras[0].support == taken.supports[0].id


@settings(max_examples=40, deadline=None)
@given(
    x=st.floats(min_value=-2500, max_value=2500),
    y=st.floats(min_value=-2500, max_value=2500),
    z=st.floats(min_value=200, max_value=1500),
    legs=st.one_of(st.none(), st.floats(min_value=0, max_value=360)),
    runs=st.sampled_from(["across", "away", None]),
    kind=st.sampled_from(KINDS),
)
def test_any_support_anywhere_is_judged_without_a_fault(
    x: float, y: float, z: float, legs: float | None, runs: Any, kind: Support
) -> None:
    loose = {"counterweight_g": None, "counterweight_at_mm": None}
    plan = changed(
        **held(kind, foot={"x_mm": x, "y_mm": y}, legs_toward_deg=legs, runs=runs, **loose),
        cameras__0__position__z_mm=z,
    )
    evaluation = evaluate(plan, try_mends=False)
    for figure in evaluation.cameras[0].figures:
        assert math.isfinite(figure.quantity.value), figure.key
    assert HELD.gear is STAND
