"""Light in a hollow: against closed forms, and what helps."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from steeple.core.evaluation import evaluate
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.parts.lamp import LampAim
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.hollow import (
    MOST_STOPS,
    HollowStudy,
    floor_points,
    hollow_study,
    through_mouth,
)
from tests.light_cases import PANEL, lamp, with_lamps
from tests.plans import BULB, SOFT, changed, scene

POT = {"width_mm": 160, "depth_mm": 200, "mouth_mm": 30}
SMALL = BULB.model_copy(update={"width_mm": 10, "flux_lm": 4000})


def found(**values: Any) -> HollowStudy:
    light = scene(changed(**{"work__hollow": POT, **values})).light
    assert light is not None
    study = hollow_study(light)
    assert study is not None
    return study


def test_a_point_above_the_axis_lights_the_floor_by_the_inverse_square() -> None:
    """A bulb straight above, with nothing between: E = I ÷ r² at the middle of the floor, a little less
    about it."""
    high = 900.0
    study = found(cameras=[], supports=[], **with_lamps(lamp(SMALL, 0, 0, high)), work__items=[])
    floor = 30.0 - 200.0
    intensity = 4000 / (4 * math.pi)
    at_middle = intensity / ((high - floor) / 1000) ** 2
    assert 0.97 * at_middle < study.floor_lx <= at_middle * 1.001


def test_a_point_aside_does_not_reach_the_floor() -> None:
    """Past the mouth's rim a lamp is seen from the floor only within atan(2r ÷ depth) of upright."""
    study = found(cameras=[], supports=[], **with_lamps(lamp(SMALL, -900, 0, 300)), work__items=[])
    assert study.floor_lx == 0.0
    assert study.stops == MOST_STOPS


def test_a_lit_hollow_beside_work_in_the_dark_is_told() -> None:
    """A flat lamp gives no light backwards: it lights a hollow beside it, and the zone behind it not at all."""
    beside = {"width_mm": 400, "depth_mm": 10, "x_mm": 1500, "mouth_mm": 0}
    away = lamp(PANEL, 900, 0, 900, aim=LampAim(x_mm=1900, y_mm=0, z_mm=300))
    plan = changed(cameras=[], supports=[], **with_lamps(away), work__items=[], work__hollow=beside)
    light = scene(plan).light
    assert light is not None
    study = hollow_study(light)
    assert study is not None
    assert study.floor_lx > 0
    assert (study.round_lx, study.stops) == (0.0, -MOST_STOPS)
    said = next(one for one in evaluate(plan).findings if one.code == "light.hollow-dark")
    assert said.verdict == "holds"
    assert sentence_words(said.title, "cm") == "The hollow is no darker than the work round it"


def test_what_passes_the_mouth_is_what_a_ray_says() -> None:
    rng = np.random.default_rng(4)
    points = np.column_stack([rng.uniform(-50, 50, (40, 2)), np.full(40, -100.0)])
    targets = rng.uniform((-800, -800, -50), (800, 800, 900), (50, 3))
    passes = through_mouth(points, Vector(0, 0, 20), 60.0, targets)
    for i, start in enumerate(points):
        for j, end in enumerate(targets):
            expected = 0.0
            if end[2] > 20:
                share = (20 - start[2]) / (end[2] - start[2])
                at = start + share * (end - start)
                expected = float(math.hypot(at[0], at[1]) <= 60)
            assert passes[i, j] == expected


def test_the_lens_sees_the_whole_floor_from_straight_above() -> None:
    study = found()
    assert study.seen == 1.0
    aside = found(
        cameras__0__position={"x_mm": 0, "y_mm": -500, "z_mm": 600},
        cameras__0__aim={"tilt_deg": 40, "toward_deg": 0},
        cameras__0__role="three-quarter",
    )
    assert aside.seen is not None
    assert aside.seen < 0.5


def test_deeper_is_darker() -> None:
    stops = [
        found(
            work__hollow={**POT, "depth_mm": depth}, **with_lamps(lamp(SOFT, -232, 403, 997))
        ).stops
        for depth in (20, 80, 200)
    ]
    assert stops == sorted(stops)


def test_a_mend_lets_light_into_it() -> None:
    plan = changed(work__hollow=POT)
    finding = next(one for one in evaluate(plan).findings if one.code == "light.hollow-dark")
    assert finding.verdict == "watch"
    assert finding.fixes


def test_without_a_hollow_there_is_nothing_to_say() -> None:
    light = scene(changed()).light
    assert light is not None
    assert hollow_study(light) is None
    with pytest.raises(ValueError, match="no hollow"):
        floor_points(light.work)
