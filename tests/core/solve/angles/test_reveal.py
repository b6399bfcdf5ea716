"""A reveal: the light comes back as the flag goes, and is what the light step says of each moment."""

from __future__ import annotations

import itertools
import math

import pytest

from steeple.core.errors import InputError
from steeple.core.plan.cupboard.owned import Owned, OwnedCard
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.parts.lamp import LampAim, LampPlace
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.solve.angles.reveal import BOARD, reveal_of
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from tests.plans import SOUND


def test_it_begins_dark_and_ends_as_without_the_flag() -> None:
    found = reveal_of(SOUND)
    stops = [one.darker_stops for one in found.steps]
    assert stops[0] > 3
    assert stops[-1] == pytest.approx(0.0, abs=0.05)
    assert all(one >= other - 1e-6 for one, other in itertools.pairwise(stops))
    assert [one.time_s for one in found.steps][-1] == 4.0
    assert "drawn" not in sentence_words(found.says, "cm")
    assert "66.0 cm aside in 4 s" in sentence_words(found.says, "cm")


def test_a_moment_is_what_the_light_step_says_of_that_plan() -> None:
    step = reveal_of(SOUND).steps[3]
    first = reveal_of(SOUND).steps[0].place
    lamp = SOUND.lights[0].position
    assert lamp.x_mm is not None
    assert lamp.y_mm is not None
    assert lamp.z_mm is not None
    way = (first.x - lamp.x_mm, first.y - lamp.y_mm, first.z - lamp.z_mm)
    card = PlacedCard(
        id="flag",
        card=BOARD,
        position=LampPlace(x_mm=step.place.x, y_mm=step.place.y, z_mm=step.place.z),
        facing=LampAim(
            x_mm=step.place.x + way[0], y_mm=step.place.y + way[1], z_mm=step.place.z + way[2]
        ),
    )
    lit = camera_studies(SOUND.model_copy(update={"cards": (card,)}))[0].light
    free = camera_studies(SOUND)[0].light
    assert lit is not None
    assert free is not None
    assert step.darker_stops == pytest.approx(math.log2(free.mean_lx / lit.mean_lx), abs=1e-6)


def test_the_largest_flag_at_hand_is_taken_and_a_small_one_is_said_to_be() -> None:
    small = LightCard(name="a small flag", use="flag", width_mm=60, height_mm=60)
    large = LightCard(name="a large flag", use="flag", width_mm=900, height_mm=900)
    both = Owned(cards=(OwnedCard(gear=small), OwnedCard(gear=large)))
    assert reveal_of(SOUND, owned=both).flag == "a large flag"
    little = reveal_of(SOUND, owned=Owned(cards=(OwnedCard(gear=small),)))
    assert little.owned
    assert "That is little" in sentence_words(little.says, "cm")


def test_without_a_lamp_or_out_of_range_it_says_why() -> None:
    with pytest.raises(InputError, match="Nothing is lit yet"):
        reveal_of(SOUND.model_copy(update={"lights": ()}))
    with pytest.raises(InputError, match="it takes 1 to 30 s"):
        reveal_of(SOUND, seconds=0.2)
