"""The light in a picture: exposed for the zone, white by its mix, darker under the hand, noisier the less there is."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from steeple.core.geometry.kernels import Array
from steeple.core.plan.document import Plan
from steeple.core.simcam.camera import Lighting
from steeple.core.study.light.step import LIGHT
from steeple.core.study.picture.lit import NOISE_AT_CLEAN, lighting_of
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import GILDING
from tests.light_cases import lamp, with_lamps
from tests.plans import SOFT, SOUND, changed

MIDDLE_POSE = 4
LEFT, RIGHT = (lamp(SOFT, x, 403, 997, name, level_percent=30) for x, name in ((-500, "left"), (500, "right")))  # fmt: skip


def lighting(plan: Plan, *, pose: int = MIDDLE_POSE, quality: str = "draft") -> Lighting:
    study = camera_studies(plan)[0].of(LIGHT)
    assert study is not None
    found = lighting_of(study, pose=pose, quality=quality)
    assert found is not None
    return found


def lit(*lamps: dict[str, Any], **values: Any) -> Plan:
    """The sound plan with other lamps, and nobody in their way where ``maker__away`` says so."""
    return changed(**with_lamps(*lamps, **values))


def over_zone(found: Lighting, plan: Plan) -> Array:
    """The light at the places of the lattice that lie on the zone, one row a place."""
    left, right, near, far = found.frame
    along, across, _ = found.lit.shape
    xs, ys = np.linspace(left, right, across), np.linspace(near, far, along)
    zone = plan.work.zone
    assert zone is not None
    assert zone.width_mm is not None
    assert zone.depth_mm is not None
    inside = np.outer(np.abs(ys) <= zone.depth_mm / 2, np.abs(xs) <= zone.width_mm / 2)
    return np.asarray(found.lit[inside])


AWAY = {"maker__away": True}


@pytest.mark.parametrize("lamps", [(LEFT,), (RIGHT,), (LEFT, RIGHT)])
def test_the_mean_of_the_zone_is_middle_grey(lamps: tuple[dict[str, Any], ...]) -> None:
    plan = lit(*lamps, **AWAY)
    assert float(over_zone(lighting(plan), plan).mean()) == pytest.approx(1.0, abs=0.12)


def test_twice_the_light_is_the_same_picture_with_less_noise() -> None:
    """It is exposed anew: what changes is the ISO, and noise goes with its root."""
    once = lit(LEFT, **AWAY)
    twice = lit({**LEFT, "level_percent": 60}, **AWAY)
    dim, bright = lighting(once), lighting(twice)
    assert np.allclose(dim.lit, bright.lit, rtol=1e-6)
    assert dim.noise / bright.noise == pytest.approx(math.sqrt(2), rel=1e-3)


def test_at_the_highest_clean_iso_the_noise_is_what_is_accepted() -> None:
    plan = lit(LEFT, **AWAY)
    study = camera_studies(plan)[0].of(LIGHT)
    assert study is not None
    assert study.iso is not None
    clean = study.lens.camera.clean_iso if study.lens is not None else None
    assert clean is not None
    assert lighting(plan).noise == pytest.approx(NOISE_AT_CLEAN * math.sqrt(study.iso / clean))


@pytest.mark.parametrize("cct_k", [2700, 4000, 5500, 6500])
def test_light_of_one_colour_is_white(cct_k: float) -> None:
    fixture = SOFT.model_copy(update={"cct_k": cct_k})
    plan = lit(lamp(fixture, -400, 403, 997, level_percent=40), **AWAY)
    mean = over_zone(lighting(plan), plan).mean(axis=0)
    assert mean.max() / mean.min() == pytest.approx(1.0, abs=0.03)


def test_of_two_colours_each_side_keeps_its_own() -> None:
    """A warm lamp at the left, a cool one at the right: red falls and blue rises across the zone."""
    warm, cool = (SOFT.model_copy(update={"cct_k": kelvin}) for kelvin in (3000, 6500))
    plan = lit(
        lamp(warm, -500, 403, 697, "warm", level_percent=30),
        lamp(cool, 500, 403, 697, "cool", level_percent=30),
        **AWAY,
    )
    found = lighting(plan).lit
    across = found.shape[1]
    red_to_blue = found[..., 0] / found[..., 2]
    left = red_to_blue[:, : across // 3].mean()
    right = red_to_blue[:, -across // 3 :].mean()
    assert left > 1.1 * right


def test_a_lamp_from_the_left_and_one_from_the_right_are_mirror_images() -> None:
    one, other = (
        lighting(lit(LEFT, **AWAY, work__items=[])),
        lighting(lit(RIGHT, **AWAY, work__items=[])),
    )
    assert np.allclose(one.lit, other.lit[:, ::-1], rtol=0.02, atol=0.01)


def test_a_hand_takes_light_away_and_gives_none() -> None:
    with_hand, without = lighting(lit(LEFT)), lighting(lit(LEFT, **AWAY))
    assert (with_hand.lit <= without.lit * 1.02 + 0.02).all()
    deepest = float((with_hand.lit / without.lit).min())
    assert deepest < 0.7


def test_each_pose_has_its_own_shadow() -> None:
    plan = lit(LEFT)
    first, last = lighting(plan, pose=0), lighting(plan, pose=8)
    assert not np.allclose(first.lit, last.lit, atol=0.02)


def test_finer_shadows_are_the_same_light() -> None:
    plan = lit(LEFT, RIGHT)
    draft, fine = lighting(plan), lighting(plan, quality="fine")
    assert fine.lit.size > draft.lit.size
    assert float(fine.lit.mean()) == pytest.approx(float(draft.lit.mean()), rel=0.03)
    assert fine.frame == pytest.approx(draft.frame)


def test_only_what_shines_is_mirrored() -> None:
    matt = lighting(lit(LEFT, **AWAY, work__gloss="matt"))
    metal = lighting(lit(LEFT, **AWAY, work__gloss="metal"))
    assert float(metal.shine.max()) > 3 * float(matt.shine.max())
    assert (matt.shine >= 0).all()


def test_without_light_there_is_no_picture_of_it() -> None:
    dark = lit({**LEFT, "lit": False})
    study = camera_studies(dark)[0].of(LIGHT)
    assert study is None or lighting_of(study, pose=MIDDLE_POSE) is None


def test_the_demo_has_daylight_in_its_picture() -> None:
    """With the blind shut the picture is of the lamps alone: other shadows, and more noise."""
    day = lighting(GILDING)
    windows = tuple(one.model_copy(update={"closed": True}) for one in GILDING.room.windows)
    room = GILDING.room.model_copy(update={"windows": windows})
    night = lighting(GILDING.model_copy(update={"room": room}))
    assert night.noise > day.noise
    assert not np.allclose(day.lit, night.lit, atol=0.02)


def test_the_sound_plan_is_lit_as_its_study_says() -> None:
    """Where the study has the most light on the zone, the picture has it, too."""
    study = camera_studies(SOUND)[0].of(LIGHT)
    assert study is not None
    found = lighting(SOUND)
    assert len(found.lamps) == len(study.areas)
    assert (found.lit >= 0).all()
    assert float((found.lit > 0.2).mean()) > 0.5
