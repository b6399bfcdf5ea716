"""Each rule of holding by itself: its verdict turns where its limit says, and nowhere else."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from steeple.core.findings.finding import Judgement, Verdict
from steeple.core.findings.registry import RULES
from steeple.core.hold.shake import Wobble
from steeple.core.hold.tipping import Edge
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.hold.forces.statics import Bending, Loads
from steeple.core.study.hold.forces.swing import Shake
from steeple.core.study.hold.forces.turning import Torque
from steeple.core.study.hold.step import HOLD
from steeple.core.study.hold.study import HoldStudy, SupportStudy
from steeple.core.study.plan_study import CameraStudy
from tests.hold_cases import gear, held
from tests.plans import CLAMP, SOUND, changed
from tests.plans import scene as scene_of

JUDGES = {rule.code: rule.judge for rule in RULES}
NO_KNOCK = 0.0


@pytest.fixture(scope="module")
def sound() -> CameraStudy:
    return scene_of(SOUND)


def hold_of(scene: CameraStudy) -> HoldStudy:
    assert scene.hold is not None
    return scene.hold


def with_hold(scene: CameraStudy, **figures: Any) -> CameraStudy:
    """The scene with other figures of its support."""
    return scene.with_study(HOLD, SupportStudy((replace(hold_of(scene), **figures),)))


def said(code: str, scene: CameraStudy) -> Judgement:
    found = JUDGES[code](scene)
    assert found is not None
    return found


def words(found: Judgement) -> str:
    return f"{sentence_words(found.title, 'cm')} {sentence_words(found.reason, 'cm')}"


def edge(restoring: float, overturning: float, knock: float = NO_KNOCK) -> Edge:
    return Edge((0.0, 0.0), (0.0, 500.0), restoring, overturning, knock)


def with_edges(scene: CameraStudy, still: Edge, knocked: Edge) -> CameraStudy:
    tipping = hold_of(scene).tipping
    assert tipping is not None
    return with_hold(scene, tipping=replace(tipping, still=still, knocked=knocked))


@pytest.mark.parametrize(
    ("ratio", "wanted"),
    [(1.51, "holds"), (1.5, "holds"), (1.49, "watch"), (1.0, "watch"), (0.99, "fails")],
)
def test_tipping_by_the_ratio_of_the_moments(
    sound: CameraStudy, ratio: float, wanted: Verdict
) -> None:
    still = edge(10.0 * ratio, 10.0)
    assert said("hold.tips", with_edges(sound, still, still)).verdict == wanted


def test_what_nothing_overturns_stands(sound: CameraStudy) -> None:
    found = said("hold.tips", with_edges(sound, edge(10.0, 0.0), edge(10.0, 0.0, 1.0)))
    assert found.verdict == "holds"
    assert found.measured is not None
    assert found.measured.quantity.value == 99.0


@pytest.mark.parametrize(
    ("knock", "wanted"), [(5.6, "holds"), (5.7, "watch"), (8.9, "watch"), (9.1, "fails")]
)
def test_the_knock_is_added_to_what_overturns(
    sound: CameraStudy, knock: float, wanted: Verdict
) -> None:
    """10 N·m hold it and 1 N·m turns it: the ratio is 10 ÷ (1 + knock)."""
    knocked = edge(10.0, 1.0, knock)
    assert said("hold.tips-when-knocked", with_edges(sound, knocked, knocked)).verdict == wanted


def test_a_clamp_on_the_table_cannot_tip() -> None:
    clamped = scene_of(changed(**held(CLAMP)))
    assert JUDGES["hold.tips"](clamped) is None
    assert JUDGES["hold.tips-when-knocked"](clamped) is None


def sagging(scene: CameraStudy, shift: float) -> CameraStudy:
    return with_hold(
        scene,
        bending=Bending(sag_mm=shift / 2, slope_rad=0.001, shift_mm=shift, frequency_hz=8.0),
    )


def test_sag_against_what_is_to_spare(sound: CameraStudy) -> None:
    assert sound.sight is not None
    spare = sound.sight.spare.least
    assert spare > 4
    for shift, wanted in (
        (0.4 * spare, "holds"),
        (0.6 * spare, "watch"),
        (0.99 * spare, "watch"),
        (1.01 * spare, "fails"),
    ):
        found = said("hold.sags", sagging(sound, shift))
        assert found.verdict == wanted
        assert found.measured is not None
        assert found.measured.quantity.value == shift


def test_a_sag_of_less_than_a_millimetre_is_no_matter_however_tight() -> None:
    """Where the zone just fits, half of what is to spare is less than anybody can set."""
    tight = scene_of(changed(work__zone__margin_mm=0))
    assert tight.sight is not None
    shift = min(0.9, 0.9 * tight.sight.spare.least)
    assert said("hold.sags", sagging(tight, shift)).verdict == "holds"


def shaking(
    scene: CameraStudy,
    low: float,
    mid: float,
    high: float,
    *,
    shared: bool = False,
    by: str = "estimate",
) -> CameraStudy:
    """The scene with a wobble of so many delivered pixels."""
    assert scene.sight is not None
    scale = scene.sight.delivered_px_per_mm
    wobble = Wobble(low / scale, mid / scale, high / scale)
    return with_hold(scene, shake=Shake(8.0, wobble, 20.0, shared, by))


@pytest.mark.parametrize(
    ("band", "wanted"),
    [
        ((0.2, 0.5, 0.99), "holds"),
        ((0.2, 0.5, 1.01), "watch"),
        ((0.99, 2.0, 4.0), "watch"),
        ((1.01, 2.0, 4.0), "fails"),
    ],
)
def test_shake_by_the_band_of_its_wobble(
    sound: CameraStudy, band: tuple[float, float, float], wanted: Verdict
) -> None:
    assert said("hold.shakes", shaking(sound, *band)).verdict == wanted


def test_shake_says_what_it_rests_on(sound: CameraStudy) -> None:
    estimate = said("hold.shakes", shaking(sound, 2.0, 3.0, 4.0, shared=True))
    assert "the table that you work on" in words(estimate)
    assert "An estimate" in words(estimate)
    tapped = said("hold.shakes", shaking(sound, 2.0, 3.0, 4.0, by="a tap test"))
    assert "By a tap test." in words(tapped)
    assert "An estimate" not in words(tapped)


def loaded(scene: CameraStudy, **figures: Any) -> CameraStudy:
    loads = hold_of(scene).loads
    assert isinstance(loads, Loads)
    return with_hold(scene, loads=replace(loads, **figures))


def test_the_rating_is_met_to_the_gram(sound: CameraStudy) -> None:
    loads = hold_of(sound).loads
    assert loads is not None
    for allowed, wanted in ((loads.total_g, "holds"), (loads.total_g - 1, "fails")):
        assert said("hold.over-rating", loaded(sound, allowed_g=allowed)).verdict == wanted
    assert JUDGES["hold.over-rating"](loaded(sound, allowed_g=None)) is None


def test_what_is_not_known_is_never_cleared() -> None:
    assert said("hold.rating-unknown", scene_of(SOUND)).verdict == "holds"
    for plan in (
        changed(**held(gear(rated_load_g=None))),
        changed(**held(gear(rated_reach_mm=None))),
        changed(**held(loads=[{"name": "lamp"}])),
    ):
        found = said("hold.rating-unknown", scene_of(plan))
        assert found.verdict == "unknown"
        assert "not cleared" in words(found) or "Not weighed" in words(found)


@pytest.mark.parametrize(
    ("torque", "wanted"),
    [(6.6, "holds"), (6.7, "watch"), (9.9, "watch"), (10.1, "fails")],
)
def test_a_joint_by_its_torque_with_a_reserve(
    sound: CameraStudy, torque: float, wanted: Verdict
) -> None:
    """Of 10 N·m, two thirds may be asked for."""
    joints = (Torque("ball", torque, 10.0), Torque("clamp", 0.1, 10.0))
    found = said("hold.joint-slips", with_hold(sound, torques=joints))
    assert found.verdict == wanted
    assert "ball" in words(found) or wanted == "holds"


def test_the_joint_that_is_nearest_to_its_limit_is_told(sound: CameraStudy) -> None:
    """Not the one with the greatest torque."""
    joints = (Torque("strong clamp", 20.0, 100.0), Torque("weak ball", 3.0, 2.0))
    assert "weak ball" in words(said("hold.joint-slips", with_hold(sound, torques=joints)))


def test_a_joint_that_slips_is_told_before_one_that_is_not_known(sound: CameraStudy) -> None:
    unknown = Torque("ball", 1.0, None)
    both = (unknown, Torque("clamp", 12.0, 10.0))
    assert said("hold.joint-slips", with_hold(sound, torques=both)).verdict == "fails"
    calm = (unknown, Torque("clamp", 1.0, 10.0))
    assert said("hold.joint-slips", with_hold(sound, torques=calm)).verdict == "unknown"


def test_a_tether_is_asked_for_over_hands() -> None:
    loose: Plan = changed(**held(tether=False))
    assert said("hold.no-second-fixing", scene_of(loose)).verdict == "watch"
    tied: Plan = changed(**held(tether=True))
    assert said("hold.no-second-fixing", scene_of(tied)).verdict == "holds"


def test_without_a_support_nothing_of_it_is_judged() -> None:
    free = scene_of(changed(cameras__0__support=None))
    for code in (
        "hold.tips", "hold.tips-when-knocked", "hold.sags", "hold.shakes", "hold.over-rating",
        "hold.rating-unknown", "hold.joint-slips", "hold.no-second-fixing",
        "hold.cannot-be-joined",
    ):  # fmt: skip
        assert JUDGES[code](free) is None, code
