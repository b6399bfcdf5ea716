"""Cautions of the roll step."""

from __future__ import annotations

from steeple.core.findings.caution import CautionRule
from steeple.core.findings.roll.fixes import session_of
from steeple.core.study.plan_study import CameraStudy


def _batteries(scene: CameraStudy) -> bool:
    study = session_of(scene)
    return study is not None and any(
        one.device.spare_batteries or one.feeds_on == "bank" for one in study.devices
    )


def _mains(scene: CameraStudy) -> bool:
    study = session_of(scene)
    return study is not None and any(one.feeds_on == "mains" for one in study.devices)


CAUTIONS: tuple[CautionRule, ...] = (
    CautionRule(
        "lithium",
        "roll",
        "a spare battery or a bank is in the plan",
        "Lithium batteries: charge them watched, on something that does not burn, with their own "
        "charger; none that is dented, swollen or wet. Their manuals and the rules of carriers hold.",
        _batteries,
    ),
    CautionRule(
        "mains-devices",
        "roll",
        "a camera or recorder is fed from the mains",
        "Adapters on the mains: uncoil every lead, keep it dry and out of walkways, behind residual-current "
        "protection. The rating plates and a licensed electrician tell what a socket bears.",
        _mains,
    ),
)
