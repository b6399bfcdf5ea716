"""Which colour the light is of, how well it renders colours, and whether it flickers."""

from __future__ import annotations

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.light.fixes import light_moves
from steeple.core.findings.light.levels import level_of, lit, whatever_its_brightness
from steeple.core.findings.rule import rule
from steeple.core.light.colour import DISTURBING, NOTICED, gel_for, mired
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy

POOR_RENDERING = 90.0


def _gel_words(study: LightStudy) -> str:
    """Which gel brings the lamp that differs most to the one that gives most."""
    key = study.key
    if key is None:
        return ""
    other = max(study.lit, key=lambda one: abs(mired(one.lamp.cct_k) - mired(key.lamp.cct_k)))
    gel = gel_for(from_k=other.lamp.cct_k, to_k=key.lamp.cct_k)
    if other is key or gel is None:
        return ""
    name, left = gel
    return f" A {name} gel on {other.lamp.name} leaves {left:.0f} mired."


@rule(
    "light.mixed-colour",
    name="Mixed colour",
    trigger="lamps that give a tenth of the light or more are over 10 mired apart",
    harm="Shadows are blue on one side and orange on the other.",
    source="CIE S 017; mired limits in common use",
    when=lit,
    fixes=light_moves,
    once=True,
)
@whatever_its_brightness("Mixed colour")
def mixed_colour(study: LightStudy) -> Judgement | None:
    """How far the colours of the light lie apart."""
    value = study.spread_mired
    against = measured(value, unit="mired", most=NOTICED)
    verdict = level_of(value, NOTICED, DISTURBING)
    if verdict == "holds":
        return Judgement(verdict=verdict, title=say("All light is of one colour"), measured=against)
    return Judgement(
        verdict=verdict,
        title=say(
            "Light of different colour mixes: {mired} apart",
            mired=Quantity(value=value, unit="mired"),
        ),
        reason=say(
            "White balance mends one colour, never two. From 10 mired it is noticed, from 25 it "
            "disturbs." + _gel_words(study)
        ),
        measured=against,
    )


@rule(
    "light.poor-colour",
    name="Poor colour",
    trigger="a lamp with a colour rendering index below 90 gives a tenth of the light or more",
    harm="Skin, food and paint look wrong.",
    source="CIE 13.3 (colour rendering)",
    when=lit,
    fixes=light_moves,
    once=True,
)
@whatever_its_brightness("Poor colour")
def poor_colour(study: LightStudy) -> Judgement | None:
    """Lamps that render colours poorly."""
    strong = _strong(study)
    poor = [
        one for one in strong
        if (one.lamp.part.fixture.colour_rendering or 100.0) < POOR_RENDERING
    ]  # fmt: skip
    unknown = [one.lamp.name for one in strong if one.lamp.part.fixture.colour_rendering is None]
    if not poor and unknown:
        return Judgement(
            verdict="unknown",
            title=say(
                "How well colours are rendered is not known: {names}", names=", ".join(unknown)
            ),
            reason=say(
                "The colour rendering index (CRI, Ra) stands on the box; or film a colour card, or skin, "
                "beside a window and under the lamp, and compare."
            ),
            fields=tuple(
                f"/{one.lamp.at}/fixture/colour_rendering"
                for one in strong
                if one.lamp.part.fixture.colour_rendering is None
            ),
        )
    if not poor:
        return Judgement(verdict="holds", title=say("Colours are rendered as they are"))
    names = ", ".join(
        f"{one.lamp.name} ({one.lamp.part.fixture.colour_rendering:g})" for one in poor
    )
    return Judgement(
        verdict="watch",
        title=say("Poor colour: " + names),
        reason=say("Below 90 skin, food and paint look wrong, and no grading brings it back."),
    )


@rule(
    "light.flicker",
    name="Flicker",
    trigger="a lamp swings with the mains, and the exposure does not span whole swings",
    harm="Bands roll through the picture.",
    source="Mains period against exposure time",
    when=lit,
    fixes=light_moves,
)
@whatever_its_brightness("Flicker")
def flicker(study: LightStudy) -> Judgement | None:
    """Lamps that swing with the mains, against the exposure time."""
    strong = _strong(study)
    found = [one for one in strong if one.lamp.part.fixture.flicker == "mains"]
    unknown = [one.lamp.name for one in strong if one.lamp.part.fixture.flicker is None]
    if not found and unknown and study.lens is not None and study.lens.sight is not None:
        return _may_flicker(study, unknown)
    if not found or study.lens is None or study.lens.sight is None:
        return Judgement(verdict="holds", title=say("No lamp flickers in the picture"))
    names = ", ".join(one.lamp.name for one in found)
    if _spans_swings(study, study.lens.sight.shutter_s):
        return Judgement(verdict="holds", title=say("Exposure spans whole swings of " + names))
    return Judgement(
        verdict="watch",
        title=say("Flickers: " + names),
        reason=say("Expose for a whole number of half mains periods, or leave it off."),
    )


def _strong(study: LightStudy) -> list[LampStudy]:
    """The lamps that give a tenth of the light or more."""
    total = sum(one.zone_lx for one in study.lit)
    return [one for one in study.lit if one.zone_lx > 0.1 * total]


def _spans_swings(study: LightStudy, shutter_s: float) -> bool:
    """Whether an exposure lasts a whole number of half mains periods."""
    periods = shutter_s * 2 * study.work.mains_hz
    return abs(periods - round(periods)) < 0.02 and round(periods) >= 1


def _may_flicker(study: LightStudy, unknown: list[str]) -> Judgement:
    """Lamps of which nobody knows whether they swing with the mains."""
    names = ", ".join(unknown)
    assert study.lens is not None
    assert study.lens.sight is not None
    if _spans_swings(study, study.lens.sight.shutter_s):
        return Judgement(
            verdict="holds",
            title=say(
                "Exposure spans whole swings of the mains, should {names} flicker", names=names
            ),
        )
    return Judgement(
        verdict="unknown",
        title=say("Whether it flickers is not known: {names}", names=names),
        reason=say(
            "Film a white sheet under it for a few seconds at {shutter}: bands that roll through the "
            "picture are its flicker.",
            shutter=Quantity(value=study.lens.sight.shutter_s, unit="seconds"),
        ),
    )
