"""Cautions: what can hurt someone, said in one plain sentence that defers to those who know.

A caution is never a promise of safety and never clears anything.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from steeple.core.findings.scene import Scene
from steeple.core.plan.document import Hazard
from steeple.core.study.result import Result

DAZZLE_CD_M2 = 15_000.0
"""From here on a lamp dazzles near the line of sight; a planning value of our own."""
LOW_BEAM_MM = 2_100.0
"""Beams and slopes below this height from the floor are struck by heads; our own planning value."""


class Caution(Result):
    """One caution that applies to a plan, and the step beside which it stands."""

    code: str
    step: str
    sentence: str


@dataclass(frozen=True, slots=True)
class CautionRule:
    """When a caution applies, and what it says."""

    code: str
    step: str
    trigger: str
    sentence: str
    applies: Callable[[Scene], bool]


def _hazard(name: Hazard) -> Callable[[Scene], bool]:
    return lambda scene: name in scene.work.hazards


def _low_ceiling(scene: Scene) -> bool:
    work = scene.work
    low = [block.low for block in work.blocks if block.low > 0]
    if work.ceiling is not None:
        table = work.table
        low += [
            work.ceiling.height_at(x, y)
            for x in (table.left, table.right)
            for y in (table.near, table.far)
        ]
    return bool(low) and min(low) + work.table_height_mm < LOW_BEAM_MM


def _held(scene: Scene, *, anchors: tuple[str, ...] = (), models: tuple[str, ...] = ()) -> bool:
    hold = scene.hold
    return hold is not None and (hold.support.anchor in anchors or hold.support.model in models)


def _on_feet(scene: Scene) -> bool:
    return _held(scene, anchors=("floor",)) and not _held(scene, models=("hung", "pole"))


def _has_lamp(scene: Scene, *emitters: str) -> bool:
    return any(one.fixture.emitter in emitters for one in scene.plan.lights)


def _bright_lamp(scene: Scene) -> bool:
    return scene.light is not None and any(
        one.luminance_cd_m2 > DAZZLE_CD_M2 for one in scene.light.lit
    )


CAUTIONS: tuple[CautionRule, ...] = (
    CautionRule(
        "overhead-load",
        "lens",
        "a camera hangs over the work",
        "A camera over hands, food or an instrument needs a second fixing: a safety tether to "
        "something that bears it. Keep to the rating plate and the manual of what carries it; an "
        "unknown rating is no clearance.",
        lambda scene: scene.camera is not None,
    ),
    CautionRule(
        "hang-tether",
        "hold",
        "a support holds a camera over hands, food or an instrument",
        "What hangs over people, food or an instrument needs a second fixing, and stays within the "
        "plate and manual of every part that bears it. An unknown rating is no clearance.",
        lambda scene: scene.hold is not None and scene.hold.over_people_or_food,
    ),
    CautionRule(
        "stand-tips",
        "hold",
        "a support stands on feet",
        "Stands fall on people. Set weights before the load goes up, keep leads off the legs, and "
        "take loads off before the stand is moved, above all on stairs.",
        _on_feet,
    ),
    CautionRule(
        "jammed-pole",
        "hold",
        "a pole is jammed between walls",
        "A jammed pole holds by friction alone and can push light walls apart: set it against "
        "studs or masonry, never over people without a second fixing, as its manual says. Fixing "
        "into a wall is for a qualified installer, under local codes.",
        lambda scene: _held(scene, models=("pole",)),
    ),
    CautionRule(
        "fixed-overhead",
        "hold",
        "something is fixed to ceiling, beam, shelf or wall",
        "Fixing into ceiling, beam, shelf or wall is for a qualified installer, under local codes: "
        "into structure that bears it, clear of pipes and mains, with a second fixing.",
        lambda scene: (
            _held(scene, anchors=("ceiling", "wall", "shelf"), models=("hung",))
            and not _held(scene, models=("pole",))
        ),
    ),
    CautionRule(
        "hot-under-boom",
        "hold",
        "a boom reaches over heat or flame",
        "Heat rises into boom, straps and camera: nothing that softens or burns over it, and the "
        "temperature limits in their manuals rule.",
        lambda scene: (
            scene.hold is not None and any(one in scene.work.hazards for one in ("heat", "flame"))
        ),
    ),
    CautionRule(
        "lamps-on-mains",
        "light",
        "a lamp is placed",
        "Lamps on the mains: add up their plates before the circuit, uncoil every lead, keep leads "
        "out of walkways and dry, behind residual-current protection. What a circuit bears is told "
        "by its fuse and a licensed electrician, under local codes.",
        lambda scene: scene.light is not None,
    ),
    CautionRule(
        "hot-lamp",
        "light",
        "a bulb or a spot is placed, which grow hot",
        "Bulbs and spots grow hot: keep the distance that their plate tells to anything that can "
        "burn, above all to cloth, paper, gels and diffusers, and let them cool before you touch them.",
        lambda scene: _has_lamp(scene, "bulb", "spot"),
    ),
    CautionRule(
        "bright-lamp",
        "light",
        "a lit lamp of more than 15,000 cd/m² faces the maker",
        "Do not look into a bright lamp, and do not let it shine into anyone’s eyes: turn or cover "
        "it while you sit down, as its manual says.",
        _bright_lamp,
    ),
    CautionRule(
        "lamp-overhead",
        "light",
        "a lamp is higher than the maker’s eyes",
        "A lamp on a high stand falls on people: a sandbag on every stand, a second fixing above "
        "people or food, and no more than the plate of the stand allows.",
        lambda scene: (
            scene.light is not None
            and any(
                one.lamp.centre.z > scene.work.maker.poses.middle.eyes.z
                for one in scene.light.lamps
            )
        ),
    ),
    CautionRule(
        "low-ceiling",
        "work",
        "ceiling, slope, beam or cupboard over the table is lower than 210 cm",
        "The ceiling or beam is low enough to strike with head or stand: mark it, and move stands "
        "folded. Fixing anything into it is for a qualified installer, under local codes.",
        _low_ceiling,
    ),
    CautionRule(
        "heat",
        "work",
        "hot plates or hot pots in the work",
        "Hot work under a camera: keep leads, cloth and boom out of the rising heat, and keep to "
        "the temperature limits in the manual of each device.",
        _hazard("heat"),
    ),
    CautionRule(
        "steam",
        "work",
        "steam or grease rises from the work",
        "Steam and grease settle on lens and camera and may drip back: place them to the side of "
        "the vapour, and keep to what their manuals say of moisture.",
        _hazard("steam"),
    ),
    CautionRule(
        "flame",
        "work",
        "an open flame in the work",
        "Open flame under a rig: nothing that burns or melts above it, an extinguisher at hand, "
        "and the local fire rules before anything else.",
        _hazard("flame"),
    ),
    CautionRule(
        "turning",
        "work",
        "a machine with turning parts",
        "Turning machine: nothing loose above or beside it, camera and stand out of the line of "
        "throw, guards stay on, and its manual rules.",
        _hazard("turning"),
    ),
    CautionRule(
        "curing-lamp",
        "work",
        "a curing lamp in the work",
        "Curing lamps harm eyes and skin: shield them as their manual says, also from reflections.",
        _hazard("curing-lamp"),
    ),
    CautionRule(
        "water-near-mains",
        "work",
        "water near mains-powered devices",
        "Water near mains power: only sockets with residual-current protection, leads off the "
        "counter; ask a licensed electrician where in doubt.",
        _hazard("water-near-mains"),
    ),
    CautionRule(
        "people-filmed",
        "work",
        "other people are present",
        "Everyone who is filmed must agree beforehand, and the venue must be asked.",
        _hazard("audience"),
    ),
)


def cautions_for(scenes: tuple[Scene, ...]) -> tuple[Caution, ...]:
    """Every caution that applies to a plan, once each, in the order of the registry."""
    return tuple(
        Caution(code=rule.code, step=rule.step, sentence=rule.sentence)
        for rule in CAUTIONS
        if any(rule.applies(scene) for scene in scenes)
    )
