"""Every rule of the light step."""

from __future__ import annotations

from collections.abc import Callable

from steeple.core.findings.finding import Rule, Said
from steeple.core.findings.light.amount import (
    judge_brightness,
    judge_dark,
    judge_drift,
    judge_flicker,
    judge_mixed,
    judge_overload,
    judge_poor,
    judge_sun,
    judge_too_bright,
)
from steeple.core.findings.light.moves import light_moves
from steeple.core.findings.light.place import (
    judge_dazzle,
    judge_framed,
    judge_glare,
    judge_hidden,
    judge_no_lamp,
    judge_unplaceable,
)
from steeple.core.findings.light.said import Judge
from steeple.core.findings.light.shade import (
    judge_double,
    judge_hard,
    judge_hot,
    judge_rig_shade,
    judge_shade_of,
    judge_uneven,
)
from steeple.core.findings.scene import Scene


def _lit(judge: Judge) -> Callable[[Scene], Said | None]:
    """A judge that is asked only where a lamp is lit."""

    def asked(scene: Scene) -> Said | None:
        study = scene.light
        return None if study is None or not study.lit else judge(study)

    return asked


def _bright(judge: Judge) -> Callable[[Scene], Said | None]:
    """A judge that is asked where anything lights the zone, be it a window alone."""

    def asked(scene: Scene) -> Said | None:
        study = scene.light
        return None if study is None or not study.is_bright else judge(study)

    return asked


def _rule(
    code: str,
    name: str,
    trigger: str,
    harm: str,
    source: str,
    judge: Judge,
    *,
    any_light: bool = False,
    whole_plan: bool = False,
) -> Rule:
    return Rule(
        code=f"light.{code}", step="light", name=name, trigger=trigger, harm=harm, source=source,
        judge=_bright(judge) if any_light else _lit(judge), propose=light_moves,
        whole_plan=whole_plan,
    )  # fmt: skip


TEXT = "IES, Lighting Handbook; limits as planning values of our own"


RULES: tuple[Rule, ...] = (
    Rule(code="light.no-lamp", step="light", name="No lamp", trigger="no lamp is placed, or none is lit",
         harm="Whatever light there is decides the picture.", source="Order of work", judge=judge_no_lamp, propose=light_moves, whole_plan=True),
    _rule("hand-shadow", "Hand shadow", "hand or arm shade more than 0.7 stop in the darkest twentieth of what the camera sees",
          "The viewer watches a shadow at work.", TEXT,
          judge_shade_of(("hand",), "Your hands work in the light", "Your hand or arm throws a shadow on the work",
                    "A lamp on the side of the other hand, from beyond the work, passes the arm."), any_light=True),
    _rule("head-shadow", "Head shadow", "head or trunk shade more than 0.7 stop in the darkest twentieth of what the camera sees",
          "Leaning in for fine work darkens it.", TEXT,
          judge_shade_of(("head",), "Your head stays out of the light", "Your head throws a shadow on the work",
                    "A lamp from beyond the work, or lower, comes in under the head."), any_light=True),
    _rule("rig-shadow", "Camera or boom shadow", "camera or rig shade more than 0.4 stop anywhere on the zone",
          "A grey bar lies across the picture for the whole session.", TEXT, judge_rig_shade, any_light=True),
    _rule("double-shadow", "Double shadow", "two lamps of like strength throw hard shadows from different sides",
          "Every finger has two shadows that cross.", TEXT, judge_double, whole_plan=True),
    _rule("hard-edge", "Hard edge", "the soft edge of a hand’s shadow is narrower than 15 mm, and the shadow deep",
          "Hard shadows jump with every move of the hand.", "Plane geometry", judge_hard),
    _rule("uneven", "Uneven", "brightest and darkest place of the zone are more than a stop apart",
          "One side of the picture is dark, or the other is burnt.", TEXT, judge_uneven, any_light=True),
    _rule("hot-spot", "Hot spot", "a place is more than 0.8 stop over the middle of all",
          "A spot lamp burns out a patch of the picture.", TEXT, judge_hot, any_light=True),
    _rule("glare", "Glare into the lens", "a lamp is mirrored towards the lens over more than 2 % of the zone, at 0.3 of the work’s own light or more",
          "A white line lies over the foil, and nobody sees what is under it.", "Walter et al. 2007; limits as planning values", judge_glare),
    _rule("brightness-unknown", "Brightness unknown", "neither flux nor light at one metre of a lit lamp is known",
          "Level and ISO cannot be said.", "Data sheet of the lamp", judge_brightness, whole_plan=True),
    _rule("too-dark", "Too dark", "the light on the zone is less than the clean ISO needs",
          "The picture is noisy.", "ISO 2720 (exposure)", judge_dark, any_light=True),
    _rule("too-bright", "Too bright", "the light on the zone is more than the base ISO bears",
          "White burns out, or the aperture must close into diffraction.", "ISO 2720 (exposure)", judge_too_bright, any_light=True),
    _rule("mixed-colour", "Mixed colour", "lamps that give a tenth of the light or more are over 10 mired apart",
          "Shadows are blue on one side and orange on the other.", "CIE S 017; mired limits in common use", judge_mixed, whole_plan=True),
    _rule("poor-colour", "Poor colour", "a lamp with a colour rendering index below 90 gives a tenth of the light or more",
          "Skin, food and paint look wrong.", "CIE 13.3 (colour rendering)", judge_poor, whole_plan=True),
    _rule("flicker", "Flicker", "a lamp swings with the mains, and the exposure does not span whole swings",
          "Bands roll through the picture.", "Mains period against exposure time", judge_flicker),
    _rule("lamp-in-frame", "Lamp in frame", "a part of a lamp is in the picture",
          "The lamp is filmed.", "Plane geometry", judge_framed),
    _rule("unplaceable", "No room for the lamp", "a lamp stands in table, wall, ceiling, a thing in the room, or a head",
          "It cannot be set up.", "Plane geometry", judge_unplaceable, whole_plan=True),
    _rule("lamp-hidden", "Lamp hidden", "less than half of a lamp’s light gets past the things in the room",
          "It heats the cupboard and lights nothing.", TEXT, judge_hidden),
    _rule("dazzle", "Dazzle", "a lamp brighter than 15,000 cd/m² shines within 35° of where the maker looks",
          "One works half blind, and squints in the film.", "Limits as planning values of our own", judge_dazzle, whole_plan=True),
    Rule(code="light.drift", step="light", name="Drift of daylight", trigger="all light on the zone changes by more than a third of a stop over the session",
         harm="The beginning and the end of a session do not match.", source="IES, daylight availability; limits as planning values",
         judge=judge_drift, propose=light_moves, whole_plan=True),
    Rule(code="light.sun-on-work", step="light", name="Sun on the work", trigger="direct sun reaches the zone through a window during the session",
         harm="A hard bright patch wanders over the work.", source="Place of the sun; plane geometry", judge=judge_sun, propose=light_moves, whole_plan=True),
    Rule(code="light.overload", step="light", name="Circuit overload", trigger="the lamps draw more than 80 % of what the circuit may carry",
         harm="The fuse goes in the middle of the take, or a lead grows hot.", source="Rating of the circuit; local codes rule",
         judge=judge_overload, propose=light_moves, whole_plan=True),
)  # fmt: skip
