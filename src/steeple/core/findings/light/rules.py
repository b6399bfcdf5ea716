"""Every rule of the light step."""

from __future__ import annotations

import math
from collections.abc import Callable

from steeple.core.findings.cautions import DAZZLE_CD_M2
from steeple.core.findings.finding import Rule, Said, Verdict, measured
from steeple.core.findings.light.moves import CIRCUIT_SHARE, light_moves
from steeple.core.findings.scene import Scene
from steeple.core.light.colour import DISTURBING, NOTICED, gel_for, mired
from steeple.core.light.gloss import BURNT
from steeple.core.study.dome import penumbra_mm
from steeple.core.study.light import LightStudy
from steeple.core.study.light_answer import HAND_MM
from steeple.core.study.result import Quantity, Sentence, mm, say

SHADE_WATCH, SHADE_FAILS = 0.7, 1.3
EVEN_WATCH, EVEN_FAILS = 1.0, 2.0
HOT_WATCH, HOT_FAILS = 0.8, 1.5
HARD_MM = 15.0
RIG_STOPS = 0.4
DAZZLE_DEG = 35.0
REACHING = 0.5
GLARE_SHARE = 0.02
POOR_RENDERING = 90.0

Judge = Callable[[LightStudy], Said | None]


def _lit(judge: Judge) -> Callable[[Scene], Said | None]:
    """A judge that is asked only where a lamp is lit."""

    def asked(scene: Scene) -> Said | None:
        study = scene.light
        return None if study is None or not study.lit else judge(study)

    return asked


def _rule(code: str, name: str, trigger: str, harm: str, source: str, judge: Judge) -> Rule:
    return Rule(
        code=f"light.{code}", step="light", name=name, trigger=trigger, harm=harm, source=source,
        judge=_lit(judge), propose=light_moves,
    )  # fmt: skip


def _level(value: float, watch: float, fails: float) -> Verdict:
    return "holds" if value <= watch else "watch" if value <= fails else "fails"


def _stops(value: float) -> Quantity:
    return Quantity(value=round(value, 1), unit="stops")


def _no_lamp(scene: Scene) -> Said | None:
    if scene.sight is None:
        return None
    if scene.light is None:
        return Said(
            verdict="unknown",
            title=say("No lamp is placed yet"),
            reason=say("Take one from the cupboard below; the dome then says where it goes."),
        )
    if not scene.light.lit:
        return Said(
            verdict="fails", title=say("Every lamp is switched off"), reason=say("Switch one on.")
        )
    return Said(verdict="holds", title=say("A lamp is lit"))


def _shade_of(by: tuple[str, ...], holds: str, title: str, reason: str) -> Judge:
    def judge(study: LightStudy) -> Said | None:
        shade = study.shade
        if shade is None:
            return None
        verdict = _level(shade.p95, SHADE_WATCH, SHADE_FAILS) if shade.by in by else "holds"
        against = measured(shade.p95 if shade.by in by else 0.0, unit="stops", most=SHADE_WATCH)
        if verdict == "holds":
            return Said(verdict=verdict, title=say(holds), measured=against)
        return Said(
            verdict=verdict,
            title=say(title + ": {deep} in the darkest twentieth", deep=_stops(shade.p95)),
            reason=say(reason),
            measured=against,
            place="dome",
        )

    return judge


def _rig_shade(study: LightStudy) -> Said | None:
    ratio = float((study.open_lx / study.free_lx.clip(1e-9)).min())
    deep = -math.log2(max(ratio, 1 / 64))
    against = measured(deep, unit="stops", most=RIG_STOPS)
    if deep <= RIG_STOPS:
        return Said(
            verdict="holds",
            title=say("Camera and rig throw no shadow on the zone"),
            measured=against,
        )
    return Said(
        verdict="watch" if deep < 1.0 else "fails",
        title=say(
            "Camera or rig throws a shadow on the zone: {deep} at its darkest", deep=_stops(deep)
        ),
        reason=say("Lower the lamp out from above the camera, or take a larger one."),
        measured=against,
        place="dome",
    )


def _double(study: LightStudy) -> Said | None:
    total = sum(one.zone_lx for one in study.lit)
    hard = [
        one
        for one in study.lit
        if one.zone_lx > 0.25 * total
        and penumbra_mm(one.lamp.part.fixture, distance_mm=one.distance_mm, caster_mm=HAND_MM)
        < 2 * HARD_MM
    ]
    pairs = [
        (a, b)
        for i, a in enumerate(hard)
        for b in hard[i + 1 :]
        if abs((a.azimuth_deg - b.azimuth_deg + 180) % 360 - 180) > 60
    ]
    if not pairs:
        return Said(verdict="holds", title=say("No hand throws two hard shadows"))
    a, b = pairs[0]
    return Said(
        verdict="watch",
        title=say("Every hand throws two hard shadows: " + a.lamp.name + " and " + b.lamp.name),
        reason=say("Set one of them well below the other, or make both softer."),
        place="dome",
    )


def _hard(study: LightStudy) -> Said | None:
    key, shade = study.key, study.shade
    if key is None or shade is None:
        return None
    soft = penumbra_mm(key.lamp.part.fixture, distance_mm=key.distance_mm, caster_mm=HAND_MM)
    against = measured(soft, unit="mm", least=HARD_MM)
    if soft >= HARD_MM or shade.worst < 1.0:
        return Said(
            verdict="holds",
            title=say("Edges of shadows are soft over {soft}", soft=mm(soft)),
            measured=against if soft >= HARD_MM else None,
        )
    return Said(
        verdict="watch",
        title=say("Shadows have hard edges: soft over {soft} alone", soft=mm(soft)),
        reason=say("A larger lamp, a diffuser before it, or the lamp nearer makes them softer."),
        measured=against,
        place="dome",
    )


def _uneven(study: LightStudy) -> Said | None:
    value = study.evenness_stops
    against = measured(value, unit="stops", most=EVEN_WATCH)
    verdict = _level(value, EVEN_WATCH, EVEN_FAILS)
    if verdict == "holds":
        return Said(
            verdict=verdict,
            title=say("The zone is even to {stops}", stops=_stops(value)),
            measured=against,
        )
    return Said(
        verdict=verdict,
        title=say(
            "The zone is uneven: {stops} from its brightest to its darkest place",
            stops=_stops(value),
        ),
        reason=say("A lamp farther away, or one more from the other side, evens it out."),
        measured=against,
        place="map",
    )


def _hot(study: LightStudy) -> Said | None:
    value = study.hot_stops
    against = measured(value, unit="stops", most=HOT_WATCH)
    verdict = _level(value, HOT_WATCH, HOT_FAILS)
    if verdict == "holds":
        return Said(verdict=verdict, title=say("No place burns out"), measured=against)
    return Said(
        verdict=verdict,
        title=say("A patch is {stops} brighter than the rest", stops=_stops(value)),
        reason=say(
            "A spot burns out a patch of the picture: widen its beam, or put it farther away."
        ),
        measured=against,
        place="map",
    )


def _glare(study: LightStudy) -> Said | None:
    worst = max(study.lit, key=lambda one: (one.glare, one.glare_ratio))
    against = measured(100 * worst.glare, unit="percent", most=100 * GLARE_SHARE)
    if worst.glare <= GLARE_SHARE:
        return Said(
            verdict="holds", title=say("No lamp is mirrored into the lens"), measured=against
        )
    where: Sentence = ()
    if worst.glare_at is not None:
        zone = study.work.zone
        where = say(
            "Brightest {x} from the left of the zone and {y} from its near side. ",
            x=mm(worst.glare_at.x - zone.left), y=mm(worst.glare_at.y - study.work.footprint.near),
        )  # fmt: skip
    burnt = worst.glare_ratio >= BURNT
    return Said(
        verdict="fails" if burnt else "watch",
        title=say("{share} of the zone mirrors " + worst.lamp.name,
                  share=Quantity(value=round(100 * worst.glare), unit="percent")),
        reason=where + say(
            ("It burns out there. " if burnt else "It veils what lies under it. ")
            + "Another direction, a lower lamp, or the work tipped a few degrees throws it past the lens. "
            "A polarising filter does next to nothing from straight above."
        ),
        measured=against,
        place="dome",
    )  # fmt: skip


def _dark(study: LightStudy) -> Said | None:
    spare = study.stops_to_spare
    if spare is None:
        return None
    against = measured(spare, unit="stops", least=0.0)
    if spare >= -0.05:
        return Said(
            verdict="holds",
            title=say("The light is enough, with {stops} to spare", stops=_stops(max(0.0, spare))),
            measured=against,
        )
    return Said(
        verdict="watch" if spare > -1.0 else "fails",
        title=say("Too dark by {stops}: {lux} on the zone, {need} are needed", stops=_stops(-spare),
                  lux=Quantity(value=study.mean_lx, unit="lx"), need=Quantity(value=study.needed_lx or 0.0, unit="lx")),
        reason=say("The picture would be noisier than you accept, or the aperture must open."),
        measured=against,
        place="map",
    )  # fmt: skip


def _bright(study: LightStudy) -> Said | None:
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
        title=say("Too bright by {stops} even at the base ISO", stops=_stops(over)),
        reason=say("Dim a lamp, close the aperture, or put a grey filter on the lens."),
        measured=against,
        place="map",
    )


def _brightness(study: LightStudy) -> Said | None:
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


def _mixed(study: LightStudy) -> Said | None:
    value = study.spread_mired
    against = measured(value, unit="mired", most=NOTICED)
    verdict = _level(value, NOTICED, DISTURBING)
    if verdict == "holds":
        return Said(verdict=verdict, title=say("All light is of one colour"), measured=against)
    return Said(
        verdict=verdict,
        title=say(
            "Lamps of different colour mix: {mired} apart",
            mired=Quantity(value=value, unit="mired"),
        ),
        reason=say(
            "White balance mends one colour, never two. From 10 mired it is noticed, from 25 it "
            "disturbs." + _gel_words(study)
        ),
        measured=against,
    )


def _poor(study: LightStudy) -> Said | None:
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


def _flicker(study: LightStudy) -> Said | None:
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


def _framed(study: LightStudy) -> Said | None:
    found = [one.lamp.name for one in study.lamps if one.in_frame]
    if not found:
        return Said(verdict="holds", title=say("No lamp is in the picture"))
    return Said(verdict="fails", title=say("In the picture: " + ", ".join(found)),
                reason=say("Higher, farther aside, or farther away."), place="dome")  # fmt: skip


def _unplaceable(study: LightStudy) -> Said | None:
    found = [one for one in study.lamps if one.blocked]
    if not found:
        return Said(verdict="holds", title=say("Every lamp has room where it stands"))
    one = found[0]
    return Said(verdict="fails", title=say("No room there for " + one.lamp.name + ": it stands in " + one.blocked),
                reason=say("Nothing can stand there."), place="dome")  # fmt: skip


def _hidden(study: LightStudy) -> Said | None:
    worst = min(study.lit, key=lambda one: one.reaching)
    against = measured(100 * worst.reaching, unit="percent", least=100 * REACHING)
    if worst.reaching >= REACHING:
        return Said(
            verdict="holds", title=say("Nothing in the room stands before a lamp"), measured=against
        )
    return Said(
        verdict="fails",
        title=say("Only {share} of the light of " + worst.lamp.name + " reaches the zone",
                  share=Quantity(value=round(100 * worst.reaching), unit="percent")),
        reason=say("Something in the room or on the table stands before it."),
        measured=against, place="dome",
    )  # fmt: skip


def _dazzle(study: LightStudy) -> Said | None:
    found = [
        one for one in study.lit if one.luminance_cd_m2 > DAZZLE_CD_M2 and one.eye_deg < DAZZLE_DEG
    ]
    if not found:
        return Said(verdict="holds", title=say("No lamp shines into your eyes as you work"))
    one = found[0]
    return Said(
        verdict="watch",
        title=say(
            "You are dazzled by " + one.lamp.name + ", {angle} from where you look",
            angle=Quantity(value=round(one.eye_deg), unit="deg"),
        ),
        reason=say("Higher or farther aside; a diffuser makes it milder."),
        place="dome",
    )


def _overload(scene: Scene) -> Said | None:
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


TEXT = "IES, Lighting Handbook; limits as planning values of our own"
RULES: tuple[Rule, ...] = (
    Rule(code="light.no-lamp", step="light", name="No lamp", trigger="no lamp is placed, or none is lit",
         harm="Whatever light there is decides the picture.", source="Order of work", judge=_no_lamp, propose=light_moves),
    _rule("hand-shadow", "Hand shadow", "hand or arm shade more than 0.7 stop in the darkest twentieth of what the camera sees",
          "The viewer watches a shadow at work.", TEXT,
          _shade_of(("hand",), "Your hands work in the light", "Your hand or arm throws a shadow on the work",
                    "A lamp on the side of the other hand, from beyond the work, passes the arm.")),
    _rule("head-shadow", "Head shadow", "head or trunk shade more than 0.7 stop in the darkest twentieth of what the camera sees",
          "Leaning in for fine work darkens it.", TEXT,
          _shade_of(("head",), "Your head stays out of the light", "Your head throws a shadow on the work",
                    "A lamp from beyond the work, or lower, comes in under the head.")),
    _rule("rig-shadow", "Camera or boom shadow", "camera or rig shade more than 0.4 stop anywhere on the zone",
          "A grey bar lies across the picture for the whole session.", TEXT, _rig_shade),
    _rule("double-shadow", "Double shadow", "two lamps of like strength throw hard shadows from different sides",
          "Every finger has two shadows that cross.", TEXT, _double),
    _rule("hard-edge", "Hard edge", "the soft edge of a hand’s shadow is narrower than 15 mm, and the shadow deep",
          "Hard shadows jump with every move of the hand.", "Plane geometry", _hard),
    _rule("uneven", "Uneven", "brightest and darkest place of the zone are more than a stop apart",
          "One side of the picture is dark, or the other is burnt.", TEXT, _uneven),
    _rule("hot-spot", "Hot spot", "a place is more than 0.8 stop over the middle of all",
          "A spot lamp burns out a patch of the picture.", TEXT, _hot),
    _rule("glare", "Glare into the lens", "a lamp is mirrored towards the lens over more than 2 % of the zone, at 0.3 of the work’s own light or more",
          "A white line lies over the foil, and nobody sees what is under it.", "Walter et al. 2007; limits as planning values", _glare),
    _rule("brightness-unknown", "Brightness unknown", "neither flux nor light at one metre of a lit lamp is known",
          "Level and ISO cannot be said.", "Data sheet of the lamp", _brightness),
    _rule("too-dark", "Too dark", "the light on the zone is less than the clean ISO needs",
          "The picture is noisy.", "ISO 2720 (exposure)", _dark),
    _rule("too-bright", "Too bright", "the light on the zone is more than the base ISO bears",
          "White burns out, or the aperture must close into diffraction.", "ISO 2720 (exposure)", _bright),
    _rule("mixed-colour", "Mixed colour", "lamps that give a tenth of the light or more are over 10 mired apart",
          "Shadows are blue on one side and orange on the other.", "CIE S 017; mired limits in common use", _mixed),
    _rule("poor-colour", "Poor colour", "a lamp with a colour rendering index below 90 gives a tenth of the light or more",
          "Skin, food and paint look wrong.", "CIE 13.3 (colour rendering)", _poor),
    _rule("flicker", "Flicker", "a lamp swings with the mains, and the exposure does not span whole swings",
          "Bands roll through the picture.", "Mains period against exposure time", _flicker),
    _rule("lamp-in-frame", "Lamp in frame", "a part of a lamp is in the picture",
          "The lamp is filmed.", "Plane geometry", _framed),
    _rule("unplaceable", "No room for the lamp", "a lamp stands in table, wall, ceiling, a thing in the room, or a head",
          "It cannot be set up.", "Plane geometry", _unplaceable),
    _rule("lamp-hidden", "Lamp hidden", "less than half of a lamp’s light gets past the things in the room",
          "It heats the cupboard and lights nothing.", TEXT, _hidden),
    _rule("dazzle", "Dazzle", "a lamp brighter than 15,000 cd/m² shines within 35° of where the maker looks",
          "One works half blind, and squints in the film.", "Limits as planning values of our own", _dazzle),
    Rule(code="light.overload", step="light", name="Circuit overload", trigger="the lamps draw more than 80 % of what the circuit may carry",
         harm="The fuse goes in the middle of the take, or a lead grows hot.", source="Rating of the circuit; local codes rule",
         judge=_overload, propose=light_moves),
)  # fmt: skip
