"""Cautions of the sound step."""

from __future__ import annotations

from steeple.core.findings.caution import CautionRule
from steeple.core.findings.sound.fixes import sound_of
from steeple.core.study.plan_study import CameraStudy


def _leads(scene: CameraStudy) -> bool:
    study = sound_of(scene)
    return study is not None and any(one.lead is not None for one in study.mics)


def _over_people(scene: CameraStudy) -> bool:
    study = sound_of(scene)
    return study is not None and any(
        one.given.part.held in ("boom", "stand") and one.given.place.z > 300.0 for one in study.mics
    )


def _hung(scene: CameraStudy) -> bool:
    study = sound_of(scene)
    return study is not None and any(one.hung for one in study.plan.sound.soft)


def _turning(scene: CameraStudy) -> bool:
    study = sound_of(scene)
    return (
        study is not None
        and "turning" in study.work.hazards
        and any(one.given.part.held in ("clip-on", "boom") for one in study.mics)
    )


CAUTIONS: tuple[CautionRule, ...] = (
    CautionRule(
        "sound-leads",
        "sound",
        "a microphone has a lead",
        "Leads on the floor: taped down flat or under a cover where anybody walks, never across a door or an "
        "emergency exit; the rules of the house decide.",
        _leads,
    ),
    CautionRule(
        "microphone-overhead",
        "sound",
        "a microphone hangs on a boom or stand above people or work",
        "A boom over people or food: clamp it tight, weight or tape the foot, and tie the microphone with a second "
        "fixing. The manual of the stand says what it bears.",
        _over_people,
    ),
    CautionRule(
        "hung-cloth",
        "sound",
        "cloth or foam is hung up for the sound",
        "Duvets, curtains and foam burn: keep them well away from lamps, heaters, hobs and flames, and leave exits "
        "and detectors free. Ask for the fire rating where others come in.",
        _hung,
    ),
    CautionRule(
        "turning-leads",
        "sound",
        "a clip-on or boom is used at a machine that turns",
        "Nothing loose near a machine that turns: no lead, clip or boom that it could catch, and no hands near it "
        "while it runs. Its manual and its guards come first.",
        _turning,
    ),
)
