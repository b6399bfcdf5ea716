"""How much light there is, of which colour, and how steady."""

from __future__ import annotations

import math

from steeple.core.findings.finding import Said, measured
from steeple.core.findings.light.moves import CIRCUIT_SHARE
from steeple.core.findings.light.said import level_of, stops_of
from steeple.core.findings.scene import Scene
from steeple.core.light.colour import DISTURBING, NOTICED, gel_for, mired
from steeple.core.study.light import LightStudy
from steeple.core.study.result import Quantity, say

POOR_RENDERING = 90.0


DRIFT_WATCH, DRIFT_FAILS = 0.34, 1.0


def judge_dark(study: LightStudy) -> Said | None:
    """Light against what the clean ISO needs."""
    spare = study.stops_to_spare
    if spare is None:
        return None
    against = measured(spare, unit="stops", least=0.0)
    if spare >= -0.05:
        return Said(
            verdict="holds",
            title=say(
                "The light is enough, with {stops} to spare", stops=stops_of(max(0.0, spare))
            ),
            measured=against,
        )
    return Said(
        verdict="watch" if spare > -1.0 else "fails",
        title=say("Too dark by {stops}: {lux} on the zone, {need} are needed", stops=stops_of(-spare),
                  lux=Quantity(value=study.mean_lx, unit="lx"), need=Quantity(value=study.needed_lx or 0.0, unit="lx")),
        reason=say("The picture would be noisier than you accept, or the aperture must open."),
        measured=against,
        place="map",
    )  # fmt: skip


def judge_too_bright(study: LightStudy) -> Said | None:
    """Light against what the base ISO bears."""
    spare, lens = study.stops_to_spare, study.lens
    if spare is None or lens is None or lens.camera.body.base_iso is None:
        return None
    room = math.log2(lens.camera.clean_iso / lens.camera.body.base_iso)
    over = spare - room
    against = measured(spare, unit="stops", most=room)
    if over <= 0:
        return Said(
            verdict="holds",
            title=say("The light is not too much for the base ISO"),
            measured=against,
        )
    return Said(
        verdict="watch",
        title=say("Too bright by {stops} even at the base ISO", stops=stops_of(over)),
        reason=say("Dim a lamp, close the aperture, or put a grey filter on the lens."),
        measured=against,
        place="map",
    )


def judge_brightness(study: LightStudy) -> Said | None:
    """Whether the brightness of every lit lamp is known."""
    unknown = [one.lamp.name for one in study.lit if one.lamp.full_cd is None]
    if not unknown:
        return Said(verdict="holds", title=say("How bright each lamp is, is known"))
    return Said(
        verdict="unknown",
        title=say("How bright it is, is not known: " + ", ".join(unknown)),
        reason=say("Its flux stands on the box; or measure the light at one metre. Shadows and gloss "
                   "are right without it; lux, levels and ISO are not said."),
    )  # fmt: skip


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


def judge_mixed(study: LightStudy) -> Said | None:
    """How far the colours of the light lie apart."""
    value = study.spread_mired
    against = measured(value, unit="mired", most=NOTICED)
    verdict = level_of(value, NOTICED, DISTURBING)
    if verdict == "holds":
        return Said(verdict=verdict, title=say("All light is of one colour"), measured=against)
    return Said(
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


def judge_poor(study: LightStudy) -> Said | None:
    """Lamps that render colours poorly."""
    total = sum(one.zone_lx for one in study.lit)
    poor = [
        one for one in study.lit
        if (one.lamp.part.fixture.colour_rendering or 100.0) < POOR_RENDERING and one.zone_lx > 0.1 * total
    ]  # fmt: skip
    if not poor:
        return Said(verdict="holds", title=say("Colours are rendered as they are"))
    names = ", ".join(
        f"{one.lamp.name} ({one.lamp.part.fixture.colour_rendering:g})" for one in poor
    )
    return Said(
        verdict="watch",
        title=say("Poor colour: " + names),
        reason=say("Below 90 skin, food and paint look wrong, and no grading brings it back."),
    )


def judge_flicker(study: LightStudy) -> Said | None:
    """Lamps that swing with the mains, against the exposure time."""
    total = sum(one.zone_lx for one in study.lit)
    found = [
        one
        for one in study.lit
        if one.lamp.part.fixture.flicker == "mains" and one.zone_lx > 0.1 * total
    ]
    if not found or study.lens is None or study.lens.sight is None:
        return Said(verdict="holds", title=say("No lamp flickers in the picture"))
    half = 1 / (2 * study.work.mains_hz)
    periods = study.lens.sight.shutter_s / half
    names = ", ".join(one.lamp.name for one in found)
    if abs(periods - round(periods)) < 0.02 and round(periods) >= 1:
        return Said(verdict="holds", title=say("Exposure spans whole swings of " + names))
    return Said(
        verdict="watch",
        title=say("Flickers: " + names),
        reason=say("Expose for a whole number of half mains periods, or leave it off."),
    )


def judge_drift(scene: Scene) -> Said | None:
    """Change of daylight over the session."""
    study = scene.light
    if study is None:
        return None
    opened = any(not one.closed for one in scene.plan.room.windows)
    if not opened:
        return Said(verdict="holds", title=say("No window changes the light"))
    if study.daylight is None:
        return Said(
            verdict="unknown",
            title=say("How the daylight drifts is not known"),
            reason=say("Say where on earth, on which day and from when; or close the blind."),
        )
    changes = study.daylight.study.drift_stops(study.lamps_lx)
    worst = max(changes, key=abs)
    against = measured(abs(worst), unit="stops", most=DRIFT_WATCH)
    verdict = level_of(abs(worst), DRIFT_WATCH, DRIFT_FAILS)
    when = study.daylight.study.moments[changes.index(worst)].clock
    if verdict == "holds":
        return Said(
            verdict=verdict,
            title=say("Daylight drifts by no more than {stops}", stops=stops_of(abs(worst))),
            measured=against,
        )
    again = study.daylight.study.look_again(study.lamps_lx, DRIFT_WATCH)
    return Said(
        verdict=verdict,
        title=say(
            "Daylight drifts: {stops} " + ("brighter" if worst > 0 else "darker") + f" at {when}",
            stops=stops_of(abs(worst)),
        ),
        reason=say(
            "Beginning and end of the session will not match. Close the blind, light it more by "
            "lamps, or look again at " + ", ".join(again[:5]) + "."
        ),
        measured=against,
    )


def judge_sun(scene: Scene) -> Said | None:
    """Direct sun on the zone over the session."""
    study = scene.light
    if study is None:
        return None
    windows = study.daylight
    sunny = [one for one in windows.study.moments if one.sun_share > 0] if windows else []
    if not sunny:
        return Said(verdict="holds", title=say("No direct sun falls on the work"))
    most = max(sunny, key=lambda one: one.sun_share)
    return Said(
        verdict="fails",
        title=say(
            f"Direct sun on the zone from {sunny[0].clock} to {sunny[-1].clock}: {{share}} of it",
            share=Quantity(value=round(100 * most.sun_share), unit="percent"),
        ),
        reason=say("On a clear day the sun there outshines every lamp. Close that blind in time."),
    )


def judge_overload(scene: Scene) -> Said | None:
    """Power of the lamps against the circuit."""
    study, circuit = scene.light, scene.plan.room.circuit_w
    if study is None or circuit is None or not study.lit:
        return None
    power = sum(one.lamp.part.fixture.power_w or 0.0 for one in study.lit)
    against = measured(power, unit="w", most=CIRCUIT_SHARE * circuit)
    if power <= CIRCUIT_SHARE * circuit:
        return Said(verdict="holds", title=say("The circuit carries the lamps"), measured=against)
    return Said(
        verdict="fails",
        title=say(
            "Too much for the circuit: {power} of lamps", power=Quantity(value=power, unit="w")
        ),
        reason=say(
            "Spread them over two circuits; a licensed electrician knows which sockets belong together."
        ),
        measured=against,
    )
