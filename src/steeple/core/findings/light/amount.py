"""How much light there is, and how steady."""

from __future__ import annotations

import math

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.light.fixes import CIRCUIT_SHARE, light_moves
from steeple.core.findings.light.levels import (
    bright,
    level_of,
    lit,
    stops_of,
    whatever_its_brightness,
    worked_out,
)
from steeple.core.findings.rule import rule
from steeple.core.study.base.sentence import Quantity, percent, say
from steeple.core.study.light.study import DARK_STOPS, LightStudy
from steeple.core.study.plan_study import CameraStudy

PHONE_LX = 150.0
"""Light from which phones and webcams film without visible noise; a planning value of our own."""


DRIFT_WATCH, DRIFT_FAILS = 0.34, 1.0


@rule(
    "light.too-dark",
    name="Too dark",
    trigger="the light on the zone is less than the clean ISO needs; of a camera that does not say its aperture, less than a quarter of what phones and webcams want (unknown: up to twice that)",
    harm="The picture is noisy.",
    source="ISO 2720 (exposure)",
    when=bright,
    fixes=light_moves,
)
def too_dark(study: LightStudy) -> Judgement | None:
    """Light against what the clean ISO needs."""
    spare = study.stops_to_spare
    if spare is None and study.known and study.lens is not None and study.needed_lx is None:
        return _enough_for_a_phone(study)
    if spare is None:
        return None
    against = measured(spare, unit="stops", least=0.0)
    if spare <= -DARK_STOPS:
        return Judgement(
            verdict="fails",
            title=say("No light reaches the zone"),
            reason=say("What is lit shines elsewhere, or something stands before it."),
            measured=against,
            place="map",
        )
    if spare >= -0.05:
        return Judgement(
            verdict="holds",
            title=say(
                "The light is enough, with {stops} to spare", stops=stops_of(max(0.0, spare))
            ),
            measured=against,
        )
    return Judgement(
        verdict="watch" if spare > -1.0 else "fails",
        title=say("Too dark by {stops}: {lux} on the zone, {need} are needed", stops=stops_of(-spare),
                  lux=Quantity(value=study.mean_lx, unit="lx"), need=Quantity(value=study.needed_lx or 0.0, unit="lx")),
        reason=say("The picture would be noisier than you accept, or the aperture must open."),
        measured=against,
        place="map",
    )  # fmt: skip


def _enough_for_a_phone(study: LightStudy) -> Judgement:
    """Light for a camera that does not say its aperture, against what phones and webcams want."""
    lux, usual = Quantity(value=study.mean_lx, unit="lx"), Quantity(value=PHONE_LX, unit="lx")
    against = measured(study.mean_lx, unit="lx", least=PHONE_LX)
    if study.mean_lx >= 2 * PHONE_LX:
        return Judgement(
            verdict="holds",
            title=say("{lux} on the zone: enough for phones and webcams as they are", lux=lux),
            measured=against,
        )
    reason = say(
        "This camera does not say its aperture. Phones and webcams want some {usual}; film a few seconds, "
        "and look at the dark parts at full size.",
        usual=usual,
    )
    if study.mean_lx < PHONE_LX / 4:
        return Judgement(
            verdict="fails",
            title=say("Too dark for a phone or webcam: {lux} on the zone", lux=lux),
            reason=reason,
            measured=against,
            place="map",
        )
    return Judgement(
        verdict="unknown",
        title=say("Whether {lux} is enough for this camera is not known", lux=lux),
        reason=reason,
        place="map",
    )


@rule(
    "light.too-bright",
    name="Too bright",
    trigger="the light on the zone is more than the base ISO bears",
    harm="White burns out, or the aperture must close into diffraction.",
    source="ISO 2720 (exposure)",
    when=bright,
    fixes=light_moves,
)
def too_bright(study: LightStudy) -> Judgement | None:
    """Light against what the base ISO bears."""
    spare, lens = study.stops_to_spare, study.lens
    if spare is None or lens is None or lens.camera.body.base_iso is None:
        return None
    room = math.log2(lens.camera.clean_iso / lens.camera.body.base_iso)
    over = spare - room
    against = measured(spare, unit="stops", most=room)
    if over <= 0:
        return Judgement(
            verdict="holds",
            title=say("The light is not too much for the base ISO"),
            measured=against,
        )
    return Judgement(
        verdict="watch",
        title=say("Too bright by {stops} even at the base ISO", stops=stops_of(over)),
        reason=say("Dim a lamp, close the aperture, or put a grey filter on the lens."),
        measured=against,
        place="map",
    )


@rule(
    "light.brightness-unknown",
    name="Brightness unknown",
    trigger="neither flux nor light at one metre of a lit lamp is known",
    harm="Level and ISO cannot be said.",
    source="Data sheet of the lamp",
    when=lit,
    fixes=light_moves,
    once=True,
)
def brightness_unknown(study: LightStudy) -> Judgement | None:
    """Whether the brightness of every lit lamp is known."""
    unknown = [one.lamp.name for one in study.lit if one.lamp.full_cd is None]
    if not unknown:
        return Judgement(verdict="holds", title=say("How bright each lamp is, is known"))
    return Judgement(
        verdict="unknown",
        title=say("How bright it is, is not known: " + ", ".join(unknown)),
        reason=say("Its flux stands on the box; or measure the light at one metre. Shadows and gloss "
                   "are right without it; lux, levels and ISO are not said."),
        fields=tuple(
            f"/{one.lamp.at}/fixture/flux_lm" for one in study.lit if one.lamp.full_cd is None
        ),
    )  # fmt: skip


@rule(
    "light.drift",
    name="Drift of daylight",
    trigger="all light on the zone changes by more than a third of a stop over the session",
    harm="The beginning and the end of a session do not match.",
    source="IES, daylight availability; limits as planning values",
    when=worked_out,
    fixes=light_moves,
    once=True,
)
@whatever_its_brightness("The drift of daylight")
def drift(study: LightStudy) -> Judgement | None:
    """Change of daylight over the session."""
    if not study.has_windows:
        return Judgement(verdict="holds", title=say("No window changes the light"))
    if study.daylight is None:
        return Judgement(
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
        return Judgement(
            verdict=verdict,
            title=say("Daylight drifts by no more than {stops}", stops=stops_of(abs(worst))),
            measured=against,
        )
    again = study.daylight.study.look_again(study.lamps_lx, DRIFT_WATCH)
    return Judgement(
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


@rule(
    "light.sun-on-work",
    name="Sun on the work",
    trigger="direct sun reaches the zone through a window during the session",
    harm="A hard bright patch wanders over the work.",
    source="Place of the sun; plane geometry",
    fixes=light_moves,
    once=True,
)
def sun_on_work(scene: CameraStudy) -> Judgement | None:
    """Direct sun on the zone over the session."""
    study = scene.light
    if study is None:
        return None
    windows = study.daylight
    sunny = [one for one in windows.study.moments if one.sun_share > 0] if windows else []
    if not sunny:
        return Judgement(verdict="holds", title=say("No direct sun falls on the work"))
    most = max(sunny, key=lambda one: one.sun_share)
    return Judgement(
        verdict="fails",
        title=say(
            f"Direct sun on the zone from {sunny[0].clock} to {sunny[-1].clock}: {{share}} of it",
            share=percent(most.sun_share),
        ),
        reason=say("On a clear day the sun there outshines every lamp. Close that blind in time."),
    )


@rule(
    "light.overload",
    name="Circuit overload",
    trigger="the lamps draw more than 80 % of what the circuit may carry; unknown where a lamp’s watts are",
    harm="The fuse goes in the middle of the take, or a lead grows hot.",
    source="Rating of the circuit; local codes rule",
    fixes=light_moves,
    once=True,
)
def overload(scene: CameraStudy) -> Judgement | None:
    """Power of the lamps against the circuit."""
    study, circuit = scene.light, scene.plan.room.circuit_w
    if study is None or circuit is None or not study.lit:
        return None
    power = sum(one.lamp.part.fixture.power_w or 0.0 for one in study.lit)
    unknown = [one.lamp.name for one in study.lit if one.lamp.part.fixture.power_w is None]
    against = measured(power, unit="w", most=CIRCUIT_SHARE * circuit)
    if power <= CIRCUIT_SHARE * circuit and unknown:
        return Judgement(
            verdict="unknown",
            title=say(
                "Whether the circuit carries the lamps is not known: {names}",
                names=", ".join(unknown),
            ),
            reason=say("Their watts stand on the rating plate of lamp or power supply."),
            fields=tuple(
                f"/{one.lamp.at}/fixture/power_w"
                for one in scene.light.lit
                if one.lamp.part.fixture.power_w is None
            )
            if scene.light is not None
            else (),
        )
    if power <= CIRCUIT_SHARE * circuit:
        return Judgement(
            verdict="holds", title=say("The circuit carries the lamps"), measured=against
        )
    return Judgement(
        verdict="fails",
        title=say(
            "Too much for the circuit: {power} of lamps", power=Quantity(value=power, unit="w")
        ),
        reason=say(
            "Spread them over two circuits; a licensed electrician knows which sockets belong together."
        ),
        measured=against,
    )
