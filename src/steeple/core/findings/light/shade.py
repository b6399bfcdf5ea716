"""Shadows and evenness of the light on the zone."""

from __future__ import annotations

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.light.fixes import light_moves
from steeple.core.findings.light.levels import (
    TEXT,
    bright,
    level_of,
    lit,
    stops_of,
    whatever_its_brightness,
)
from steeple.core.findings.rule import rule
from steeple.core.study.base.sentence import mm, say
from steeple.core.study.light.dome import soft_mm, soft_words
from steeple.core.study.light.figures import HAND_MM
from steeple.core.study.light.study import LightStudy

SHADE_WATCH, SHADE_FAILS = 0.7, 1.3


EVEN_WATCH, EVEN_FAILS = 1.0, 2.0


HOT_WATCH, HOT_FAILS = 0.8, 1.5


HARD_MM = 15.0


RIG_STOPS = 0.4


def _shade_of(
    study: LightStudy, by: str, *, holds: str, title: str, reason: str
) -> Judgement | None:
    """The shadow that one part of the maker throws, by its depth in the darkest twentieth."""
    shade = study.shade
    if shade is None:
        return None
    verdict = level_of(shade.p95, SHADE_WATCH, SHADE_FAILS) if shade.by == by else "holds"
    against = measured(shade.p95 if shade.by == by else 0.0, unit="stops", most=SHADE_WATCH)
    if verdict == "holds":
        return Judgement(verdict=verdict, title=say(holds), measured=against)
    return Judgement(
        verdict=verdict,
        title=say(
            "{what}: {deep} in the darkest twentieth",
            what=title,
            deep=stops_of(shade.p95, SHADE_WATCH),
        ),
        reason=say(reason),
        measured=against,
        place="dome",
    )


@rule(
    "light.hand-shadow",
    name="Hand shadow",
    trigger="hand or arm shade more than 0.7 stop in the darkest twentieth of what the camera sees",
    harm="The viewer watches a shadow at work.",
    source=TEXT,
    when=bright,
    fixes=light_moves,
)
@whatever_its_brightness("The shadow of your hands")
def hand_shadow(study: LightStudy) -> Judgement | None:
    """Shadow of the hands and arms."""
    return _shade_of(
        study,
        "hand",
        holds="Your hands work in the light",
        title="Your hand or arm throws a shadow on the work",
        reason="A lamp on the side of the other hand, from beyond the work, passes the arm.",
    )


@rule(
    "light.head-shadow",
    name="Head shadow",
    trigger="head or trunk shade more than 0.7 stop in the darkest twentieth of what the camera sees",
    harm="Leaning in for fine work darkens it.",
    source=TEXT,
    when=bright,
    fixes=light_moves,
)
@whatever_its_brightness("The shadow of your head")
def head_shadow(study: LightStudy) -> Judgement | None:
    """Shadow of the head and trunk."""
    return _shade_of(
        study,
        "head",
        holds="Your head stays out of the light",
        title="Your head throws a shadow on the work",
        reason="A lamp from beyond the work, or lower, comes in under the head.",
    )


@rule(
    "light.rig-shadow",
    name="Camera or boom shadow",
    trigger="camera or rig shade more than 0.4 stop anywhere on the zone",
    harm="A grey bar lies across the picture for the whole session.",
    source=TEXT,
    when=bright,
    fixes=light_moves,
)
@whatever_its_brightness("The shadow of the rig")
def rig_shadow(study: LightStudy) -> Judgement | None:
    """Shadow of camera and rig on the zone."""
    deep = study.rig_stops
    against = measured(deep, unit="stops", most=RIG_STOPS)
    if deep <= RIG_STOPS:
        return Judgement(
            verdict="holds",
            title=say("Camera and rig throw no shadow on the zone"),
            measured=against,
        )
    return Judgement(
        verdict="watch" if deep < 1.0 else "fails",
        title=say(
            "Camera or rig throws a shadow on the zone: {deep} at its darkest",
            deep=stops_of(deep, RIG_STOPS),
        ),
        reason=say("Lower the lamp out from above the camera, or take a larger one."),
        measured=against,
        place="dome",
    )


@rule(
    "light.double-shadow",
    name="Double shadow",
    trigger="two lamps of like strength throw hard shadows from different sides",
    harm="Every finger has two shadows that cross.",
    source=TEXT,
    when=lit,
    fixes=light_moves,
    once=True,
)
@whatever_its_brightness("Whether hands throw two shadows")
def double_shadow(study: LightStudy) -> Judgement | None:
    """Two lamps that throw hard shadows from different sides."""
    total = sum(one.zone_lx for one in study.lit)
    hard = [
        one
        for one in study.lit
        if one.zone_lx > 0.25 * total
        and soft_mm(study.work.plane, one.shines, HAND_MM) < 2 * HARD_MM
    ]
    pairs = [
        (a, b)
        for i, a in enumerate(hard)
        for b in hard[i + 1 :]
        if abs((a.azimuth_deg - b.azimuth_deg + 180) % 360 - 180) > 60
    ]
    if not pairs:
        return Judgement(verdict="holds", title=say("No hand throws two hard shadows"))
    a, b = pairs[0]
    return Judgement(
        verdict="watch",
        title=say("Every hand throws two hard shadows: " + a.lamp.name + " and " + b.lamp.name),
        reason=say("Set one of them well below the other, or make both softer."),
        place="dome",
    )


@rule(
    "light.hard-edge",
    name="Hard edge",
    trigger="the soft edge of a hand’s shadow is narrower than 15 mm, and the shadow deep",
    harm="Hard shadows jump with every move of the hand.",
    source="Plane geometry",
    when=lit,
    fixes=light_moves,
)
@whatever_its_brightness("How hard shadows are")
def hard_edge(study: LightStudy) -> Judgement | None:
    """How soft the edge of a hand’s shadow is."""
    key, shade = study.key, study.shade
    if key is None or shade is None:
        return None
    soft = soft_mm(study.work.plane, key.shines, HAND_MM)
    against = measured(soft, unit="mm", least=HARD_MM)
    if soft >= HARD_MM or shade.worst < 1.0:
        return Judgement(
            verdict="holds",
            title=say("Edges of shadows are soft over ") + soft_words(soft),
            measured=against if soft >= HARD_MM else None,
        )
    return Judgement(
        verdict="watch",
        title=say("Shadows have hard edges: soft over {soft} alone", soft=mm(soft)),
        reason=say("A larger lamp, a diffuser before it, or the lamp nearer makes them softer."),
        measured=against,
        place="dome",
    )


@rule(
    "light.uneven",
    name="Uneven",
    trigger="the brightest ninth of the zone is more than a stop over the darkest",
    harm="One side of the picture is dark, or the other is burnt.",
    source=TEXT,
    when=bright,
    fixes=light_moves,
)
@whatever_its_brightness("Evenness")
def uneven(study: LightStudy) -> Judgement | None:
    """Brightest against darkest place of the zone."""
    value = study.uneven_stops
    against = measured(value, unit="stops", most=EVEN_WATCH)
    verdict = level_of(value, EVEN_WATCH, EVEN_FAILS)
    if verdict == "holds":
        return Judgement(
            verdict=verdict,
            title=say("The zone is even to {stops}", stops=stops_of(value)),
            measured=against,
        )
    return Judgement(
        verdict=verdict,
        title=say(
            "The zone is uneven: {stops} from its darkest to its brightest ninth",
            stops=stops_of(value, EVEN_WATCH),
        ),
        reason=say("A lamp farther away, or one more from the other side, evens it out."),
        measured=against,
        place="map",
    )


@rule(
    "light.hot-spot",
    name="Hot spot",
    trigger="a place is more than 0.8 stop over the middle of all",
    harm="A spot lamp burns out a patch of the picture.",
    source=TEXT,
    when=bright,
    fixes=light_moves,
)
@whatever_its_brightness("Whether a place burns out")
def hot_spot(study: LightStudy) -> Judgement | None:
    """Brightest place against the middle of all."""
    value = study.hot_stops
    against = measured(value, unit="stops", most=HOT_WATCH)
    verdict = level_of(value, HOT_WATCH, HOT_FAILS)
    if verdict == "holds":
        return Judgement(verdict=verdict, title=say("No place burns out"), measured=against)
    return Judgement(
        verdict=verdict,
        title=say("A patch is {stops} brighter than the rest", stops=stops_of(value, HOT_WATCH)),
        reason=say(
            "A spot burns out a patch of the picture: widen its beam, or put it farther away."
        ),
        measured=against,
        place="map",
    )
