"""What can hurt someone in the light step."""

from __future__ import annotations

from steeple.core.findings.caution import CautionRule
from steeple.core.study.plan_study import CameraStudy

DAZZLE_CD_M2 = 15_000.0
"""From here on a lamp dazzles near the line of sight; a planning value of our own."""


def _has_lamp(scene: CameraStudy, *emitters: str) -> bool:
    return any(one.fixture.emitter in emitters for one in scene.plan.lights)


def _bright_lamp(scene: CameraStudy) -> bool:
    return scene.light is not None and any(
        one.luminance_cd_m2 > DAZZLE_CD_M2 for one in scene.light.lit
    )


CAUTIONS: tuple[CautionRule, ...] = (
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
        lambda scene: _has_lamp(scene, "bulb", "shaded bulb", "spot"),
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
)
