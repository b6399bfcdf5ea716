"""Each rule of the light by itself: its verdict turns where its limit says, and nowhere else."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from steeple.core.findings.finding import Judgement, Verdict
from steeple.core.findings.light.amount import (
    brightness_unknown,
    overload,
    too_bright,
    too_dark,
)
from steeple.core.findings.light.colour import flicker, mixed_colour, poor_colour
from steeple.core.findings.light.place import (
    dazzle,
    glare,
    lamp_hidden,
    lamp_in_frame,
    unplaceable,
)
from steeple.core.findings.light.shade import (
    double_shadow,
    hand_shadow,
    hard_edge,
    hot_spot,
    rig_shadow,
    uneven,
)
from steeple.core.findings.rule import Rule
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.lamps.shade import Shade
from steeple.core.study.light.step import LIGHT
from steeple.core.study.light.study import LightStudy
from tests.light_cases import ABOVE, DIM, PANEL, lamp, with_lamps
from tests.plans import BULB, SOUND, changed, scene

BULB_LEFT, BULB_RIGHT = lamp(BULB, -700, 200, 700, "left"), lamp(BULB, 700, 200, 700, "right")


def study(plan: Plan = SOUND) -> LightStudy:
    found = scene(plan).light
    assert found is not None
    return found


@pytest.fixture(scope="module")
def sound() -> LightStudy:
    return study()


def with_map(found: LightStudy, **maps: Any) -> LightStudy:
    """The study with other light on its map."""
    return replace(found, together=replace(found.together, **maps))


def with_lamp(found: LightStudy, **figures: Any) -> LightStudy:
    """The study with other figures of its first lamp."""
    first, *rest = found.lamps
    return replace(found, lamps=(replace(first, **figures), *rest))


def shaded(found: LightStudy, p95: float, by: str, worst: float | None = None) -> LightStudy:
    shade = Shade(mean=p95 / 2, p95=p95, worst=p95 if worst is None else worst, pose=4, by=by)
    return replace(found, shade=shade)


def judged(rule: Rule, found: LightStudy) -> Judgement | None:
    """What a rule says of a study of the light."""
    return rule.judge(scene(SOUND).with_study(LIGHT, found))


def verdict(rule: Rule, found: LightStudy) -> Verdict:
    said = judged(rule, found)
    assert said is not None
    return said.verdict


def words(said: Judgement | None) -> str:
    assert said is not None
    return f"{sentence_words(said.title, 'cm')} {sentence_words(said.reason, 'cm')}"


@pytest.mark.parametrize(
    ("stops", "wanted"),
    [(0.0, "holds"), (0.99, "holds"), (1.01, "watch"), (1.99, "watch"), (2.01, "fails")],
)
def test_uneven_by_brightest_against_darkest(
    sound: LightStudy, stops: float, wanted: Verdict
) -> None:
    by_columns = np.tile(np.repeat(500.0 * 2 ** np.array([0.0, stops / 2, stops]), 6), 12)
    found = with_map(sound, still=by_columns)
    assert found.uneven_stops == pytest.approx(stops)
    assert found.evenness_stops == pytest.approx(stops)
    assert verdict(uneven, found) == wanted


def test_the_shadow_beside_a_pot_is_no_uneven_zone(sound: LightStudy) -> None:
    light = np.full(216, 500.0)
    light[40:44] = 0.0
    found = with_map(sound, still=light)
    assert found.evenness_stops == 6.0
    assert verdict(uneven, found) == "holds"


@pytest.mark.parametrize(
    ("stops", "wanted"), [(0.79, "holds"), (0.81, "watch"), (1.49, "watch"), (1.51, "fails")]
)
def test_a_hot_spot_by_the_brightest_against_the_middle(
    sound: LightStudy, stops: float, wanted: Verdict
) -> None:
    light = np.full(216, 500.0)
    light[17] *= 2**stops
    assert verdict(hot_spot, with_map(sound, still=light)) == wanted


@pytest.mark.parametrize(
    ("stops", "wanted"), [(0.0, "holds"), (0.39, "holds"), (0.41, "watch"), (1.01, "fails")]
)
def test_the_shadow_of_camera_and_rig_by_its_darkest_place(
    sound: LightStudy, stops: float, wanted: Verdict
) -> None:
    free = np.full(216, 500.0)
    rig = free.copy()
    rig[40] *= 2**-stops
    assert verdict(rig_shadow, with_map(sound, things=free, still=rig)) == wanted


def test_a_place_without_any_light_is_a_shadow_of_finite_depth(sound: LightStudy) -> None:
    free = np.full(216, 500.0)
    rig = free.copy()
    rig[0] = 0.0
    said = judged(rig_shadow, with_map(sound, things=free, still=rig))
    assert said is not None
    assert said.measured is not None
    assert said.measured.quantity.value == pytest.approx(6.0)


@pytest.mark.parametrize(
    ("p95", "by", "wanted"),
    [
        (0.69, "hand", "holds"),
        (0.71, "hand", "watch"),
        (1.29, "hand", "watch"),
        (1.31, "hand", "fails"),
        (1.31, "head", "holds"),
        (1.31, "rig", "holds"),
    ],
)
def test_the_shadow_of_the_hand_is_judged_where_the_hand_throws_it(
    sound: LightStudy, p95: float, by: str, wanted: Verdict
) -> None:
    assert verdict(hand_shadow, shaded(sound, p95, by)) == wanted


def test_without_light_nobody_throws_a_shadow(sound: LightStudy) -> None:
    assert judged(hand_shadow, replace(sound, shade=None)) is None
    assert judged(hard_edge, replace(sound, shade=None)) is None


def test_a_hard_edge_needs_a_small_lamp_and_a_deep_shadow() -> None:
    bare = study(changed(**with_lamps(BULB_LEFT)))
    soft = study(changed(**with_lamps(ABOVE)))
    assert verdict(hard_edge, shaded(bare, 1.2, "hand", worst=1.5)) == "watch"
    assert verdict(hard_edge, shaded(bare, 0.4, "hand", worst=0.9)) == "holds"
    assert verdict(hard_edge, shaded(soft, 1.2, "hand", worst=1.5)) == "holds"


def turned(one: LampStudy, azimuth: float, lux: float) -> LampStudy:
    return replace(one, azimuth_deg=azimuth % 360, zone_lx=lux)


@pytest.mark.parametrize(
    ("apart", "lux", "wanted"),
    [(61.0, 500.0, "watch"), (59.0, 500.0, "holds"), (299.0, 500.0, "watch"), (301.0, 500.0, "holds"),
     (120.0, 160.0, "holds"), (120.0, 180.0, "watch")],
)  # fmt: skip
def test_double_shadows_by_side_and_by_strength(apart: float, lux: float, wanted: Verdict) -> None:
    """A lamp that gives a quarter of the light or less throws no second shadow worth a word."""
    found = study(changed(**with_lamps(BULB_LEFT, BULB_RIGHT)))
    one, two = found.lamps
    both = (turned(one, 350.0, 500.0), turned(two, 350.0 + apart, lux))
    assert verdict(double_shadow, replace(found, lamps=both)) == wanted


@pytest.mark.parametrize(
    ("share", "ratio", "wanted"),
    [
        (0.0, 0.0, "holds"),
        (0.02, 9.0, "holds"),
        (0.03, 0.5, "watch"),
        (0.03, 3.9, "watch"),
        (0.03, 4.1, "fails"),
    ],
)
def test_glare_by_its_share_and_by_how_bright_it_is(
    sound: LightStudy, share: float, ratio: float, wanted: Verdict
) -> None:
    found = with_lamp(sound, glare=share, glare_ratio=ratio, glare_at=Vector(0.0, 0.0, 0.0))
    assert verdict(glare, found) == wanted


def test_glare_names_the_lamp_and_the_place(sound: LightStudy) -> None:
    zone = sound.work.zone
    at = Vector(zone.left + 100.0, sound.work.footprint.near + 50.0, 0.0)
    said = words(judged(glare, with_lamp(sound, glare=0.1, glare_ratio=5.0, glare_at=at)))
    assert sound.lamps[0].lamp.name in said
    assert "10.0 cm from the left" in said
    assert "5.0 cm from its near side" in said


@pytest.mark.parametrize(
    ("luminance", "angle", "wanted"),
    [(14_900, 10, "holds"), (15_100, 10, "watch"), (15_100, 34, "watch"), (15_100, 36, "holds")],
)
def test_dazzle_by_luminance_and_angle(
    sound: LightStudy, luminance: float, angle: float, wanted: Verdict
) -> None:
    found = with_lamp(sound, luminance_cd_m2=luminance, eye_deg=angle)
    assert verdict(dazzle, found) == wanted


@pytest.mark.parametrize(("share", "wanted"), [(0.49, "fails"), (0.51, "holds")])
def test_a_lamp_that_most_of_the_room_hides(
    sound: LightStudy, share: float, wanted: Verdict
) -> None:
    assert verdict(lamp_hidden, with_lamp(sound, reaching=share)) == wanted


def test_a_lamp_in_the_picture_and_one_without_room(sound: LightStudy) -> None:
    name = sound.lamps[0].lamp.name
    assert verdict(lamp_in_frame, sound) == "holds"
    assert name in words(judged(lamp_in_frame, with_lamp(sound, in_frame=True)))
    assert verdict(unplaceable, sound) == "holds"
    said = words(judged(unplaceable, with_lamp(sound, blocked="wall")))
    assert name in said
    assert "wall" in said


def with_spare(found: LightStudy, stops: float) -> LightStudy:
    """The study with so many stops more than the clean ISO needs."""
    need = found.needed_lx
    assert need is not None
    return with_map(found, still=np.full(216, need * 2**stops))


@pytest.mark.parametrize(
    ("stops", "wanted"), [(0.5, "holds"), (-0.04, "holds"), (-0.06, "watch"), (-1.1, "fails")]
)
def test_too_dark_against_the_clean_iso(sound: LightStudy, stops: float, wanted: Verdict) -> None:
    assert verdict(too_dark, with_spare(sound, stops)) == wanted


def test_too_bright_begins_where_the_base_iso_ends(sound: LightStudy) -> None:
    assert sound.lens is not None
    body = sound.lens.camera.body
    assert body.base_iso is not None
    room = np.log2(sound.lens.camera.clean_iso / body.base_iso)
    assert verdict(too_bright, with_spare(sound, room - 0.01)) == "holds"
    assert verdict(too_bright, with_spare(sound, room + 0.01)) == "watch"


def test_what_is_not_known_is_not_judged() -> None:
    dim = study(changed(**with_lamps(lamp(DIM, -232, 403, 997))))
    assert judged(too_dark, dim) is None
    assert judged(too_bright, dim) is None
    assert verdict(brightness_unknown, dim) == "unknown"
    assert verdict(brightness_unknown, study()) == "holds"


@pytest.mark.parametrize(
    ("mired", "wanted"), [(9.9, "holds"), (10.1, "watch"), (24.9, "watch"), (25.1, "fails")]
)
def test_mixed_colour_by_mired(sound: LightStudy, mired: float, wanted: Verdict) -> None:
    assert verdict(mixed_colour, replace(sound, spread_mired=mired)) == wanted


@pytest.mark.parametrize(
    ("rendering", "lux", "wanted"),
    [
        (89.0, 500.0, "watch"),
        (90.0, 500.0, "holds"),
        (None, 500.0, "unknown"),
        (None, 49.0, "holds"),
        (80.0, 50.0, "holds"),
    ],
)
def test_poor_colour_counts_from_a_tenth_of_the_light(
    rendering: float | None, lux: float, wanted: Verdict
) -> None:
    poor = PANEL.model_copy(update={"colour_rendering": rendering})
    found = study(changed(**with_lamps(lamp(poor, 500, 300, 700, "poor"), ABOVE)))
    one, two = found.lamps
    lamps = (replace(one, zone_lx=lux), replace(two, zone_lx=500.0))
    assert verdict(poor_colour, replace(found, lamps=lamps)) == wanted


@pytest.mark.parametrize(
    ("swings", "swing", "wanted"),
    [
        (1.0, "mains", "holds"),
        (2.0, "mains", "holds"),
        (1.015, "mains", "holds"),
        (1.03, "mains", "watch"),
        (0.5, "mains", "watch"),
        (0.01, "mains", "watch"),
        (0.5, "free", "holds"),
    ],
)
def test_flicker_by_how_many_swings_the_exposure_spans(
    swings: float, swing: str, wanted: Verdict
) -> None:
    swinging = PANEL.model_copy(update={"flicker": swing})
    found = study(changed(**with_lamps(lamp(swinging, 500, 300, 700))))
    assert found.lens is not None
    assert found.lens.sight is not None
    exposed = replace(found.lens.sight, shutter_s=swings / (2 * found.work.mains_hz))
    found = replace(found, lens=replace(found.lens, sight=exposed))
    assert verdict(flicker, found) == wanted


@pytest.mark.parametrize(("watts", "wanted"), [(1000, "holds"), (10, "fails"), (None, None)])
def test_the_circuit_carries_four_fifths_of_its_rating(
    watts: int | None, wanted: Verdict | None
) -> None:
    said = overload.judge(scene(changed(room__circuit_w=watts)))
    assert (None if said is None else said.verdict) == wanted


def test_the_limit_of_the_circuit_is_that_of_the_figure() -> None:
    power = sum(one.lamp.part.fixture.power_w or 0.0 for one in study().lit)
    assert power > 0
    for watts, wanted in ((power / 0.8 + 1, "holds"), (power / 0.8 - 1, "fails")):
        said = overload.judge(scene(changed(room__circuit_w=watts)))
        assert said is not None
        assert said.verdict == wanted
