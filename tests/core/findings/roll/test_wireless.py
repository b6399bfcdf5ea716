"""What runs on a battery of which nobody knows how long it lasts is asked for at its own field, whatever it is."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.parts.rolling.supply import PlacedBank
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.step import ROLL
from steeple.demo.plans import DULCIMER, GILDING


def with_(plan: Plan, **values: Any) -> Plan:
    changes = tuple(
        Change(path="/" + at.replace("__", "/"), value=value) for at, value in values.items()
    )
    return apply_changes(plan, changes)


def battery(plan: Plan) -> Finding:
    found = judge(camera_studies(plan))
    return next(one for one in found if one.code == "roll.battery-empty")


WIRELESS = {"mics__0__gear__wireless": True}


def test_a_wireless_microphone_asks_how_long_it_runs() -> None:
    found = battery(with_(DULCIMER, **WIRELESS, mics__0__gear__runs_s=None))
    assert found.verdict == "unknown"
    assert "/mics/0/gear/runs_s" in found.fields
    assert DULCIMER.mics[0].gear.name.split()[-1] in sentence_words(found.title, "cm")


def test_once_that_is_known_it_is_asked_for_no_more() -> None:
    found = battery(with_(DULCIMER, **WIRELESS, mics__0__gear__runs_s=86_400.0))
    assert found.verdict == "holds"
    assert found.fields == ()


def test_one_that_runs_too_short_a_time_stops_within_the_session() -> None:
    short = with_(DULCIMER, **WIRELESS, mics__0__gear__runs_s=600.0)
    found = battery(short)
    assert found.verdict == "fails"
    study = camera_studies(short)[0].of(ROLL)
    assert study is not None
    mic = next(one for one in study.devices if one.kind == "microphone")
    assert study.limits(mic)[0].after_s == pytest.approx(600.0)


def test_one_on_a_lead_runs_as_long_as_what_it_is_plugged_into() -> None:
    study = camera_studies(with_(DULCIMER, mics__0__gear__wireless=False))[0].of(ROLL)
    assert study is not None
    assert not any(one.id == DULCIMER.mics[0].id for one in study.devices)


@pytest.mark.parametrize(
    ("gap", "at"),
    [
        ({"cameras__0__body__battery_wh": None}, "/cameras/0/body/battery_wh"),
        ({"cameras__0__body__power_w": None}, "/cameras/0/body/power_w"),
    ],
)
def test_a_camera_asks_for_what_it_lacks(gap: dict[str, Any], at: str) -> None:
    plan = with_(GILDING, cameras__0__supply={"by": "battery"}, **gap)
    found = battery(plan)
    assert found.verdict == "unknown"
    assert at in found.fields


def test_a_bank_carries_a_camera_on_as_far_as_its_energy_goes() -> None:
    def empty_s(energy_wh: float) -> float:
        gear = PowerSource(name="a bank", form="power bank", energy_wh=energy_wh)
        banks = [PlacedBank(id="bank", gear=gear).model_dump(mode="json")]
        plan = with_(with_(GILDING, banks=banks), cameras__0__supply={"by": "bank", "bank": "bank"})
        study = camera_studies(plan)[0].of(ROLL)
        assert study is not None
        return next(
            one.after_s for one in study.limits(study.cameras[0]) if one.why == "battery empty"
        )

    alone = empty_s(0.1)
    assert empty_s(20.0) - alone == pytest.approx((empty_s(40.0) - alone) / 2, rel=0.02)
    assert empty_s(40.0) > empty_s(20.0) > alone
