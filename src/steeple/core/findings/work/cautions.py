"""What can hurt someone in the work step."""

from __future__ import annotations

from collections.abc import Callable

from steeple.core.findings.caution import CautionRule
from steeple.core.plan.parts.work import Hazard
from steeple.core.study.plan_study import CameraStudy

LOW_BEAM_MM = 2_100.0
"""Beams and slopes below this height from the floor are struck by heads; our own planning value."""


def _hazard(name: Hazard) -> Callable[[CameraStudy], bool]:
    return lambda scene: name in scene.bench.hazards


def _low_ceiling(scene: CameraStudy) -> bool:
    work = scene.bench
    low = [block.low for block in work.blocks if block.low > 0]
    if work.ceiling is not None:
        table = work.table
        low += [
            work.ceiling.height_at(x, y)
            for x in (table.left, table.right)
            for y in (table.near, table.far)
        ]
    return bool(low) and min(low) + work.table_height_mm < LOW_BEAM_MM


CAUTIONS: tuple[CautionRule, ...] = (
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
