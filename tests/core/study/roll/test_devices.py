"""What runs in a session, as the simulation takes it."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING

FIGURES = {
    "power_w": 5.0, "battery_wh": 10.0, "recording_limit_s": 1800.0, "heat_limit_s": None,
    "file_limit_bytes": None, "fed_while_recording": True,
}  # fmt: skip


def study(plan: Plan) -> RollStudy:
    found = camera_studies(plan)[0].of(ROLL)
    assert found is not None
    return found


def with_body(**figures: Any) -> Plan:
    first, *others = GILDING.cameras
    assert first.body is not None
    body = Body.model_validate({**first.body.model_dump(), **FIGURES, **figures})
    supply = first.supply.model_copy(update={"by": "battery", "bank": None, "spare_batteries": 0})
    camera = first.model_copy(update={"body": body, "supply": supply})
    return GILDING.model_copy(update={"cameras": (camera, *others)})


def camera_of(plan: Plan) -> GivenDevice:
    return next(one for one in study(plan).devices if one.kind == "camera")


def after_s(plan: Plan, why: str) -> float | None:
    roll = study(plan)
    limits = roll.limits(next(one for one in roll.devices if one.kind == "camera"))
    return next((one.after_s for one in limits if one.why == why), None)


@pytest.mark.parametrize("plan", [GILDING, DUMPLINGS, DULCIMER], ids=lambda one: one.title)
def test_every_device_is_there_once_with_a_key_of_its_own(plan: Plan) -> None:
    devices = study(plan).devices
    keys = [one.key for one in devices]
    assert len(set(keys)) == len(keys)
    cameras = {one.id for one in devices if one.kind == "camera"}
    filmed = {each for one in devices if one.kind == "camera" for each in (one.id, *one.films)}
    assert cameras <= filmed
    assert filmed >= {one.id for one in plan.cameras if one.body is not None}
    assert {one.id for one in devices if one.kind == "recorder"} == {
        one.id for one in plan.recorders
    }


@given(watts=st.floats(0.5, 30), hours=st.floats(0.2, 8))
def test_a_battery_lasts_as_long_as_its_energy_by_its_draw(watts: float, hours: float) -> None:
    found = after_s(with_body(power_w=watts, battery_wh=watts * hours), "battery empty")
    assert found is not None
    # Not all that is printed on a battery comes out of it.
    assert 0.6 * 3600 * hours <= found <= 3600 * hours + 1


@given(share=st.floats(0.3, 1.5))
def test_what_the_log_learned_is_in_every_limit(share: float) -> None:
    for field, why, times in (
        ("learned_battery_share", "battery empty", share),
        ("learned_stop_share", "recording limit", share),
        ("learned_bitrate_share", "card full", 1 / share),
    ):
        plain = after_s(with_body(), why)
        learned = after_s(with_body(**{field: share}), why)
        if plain is None or learned is None:
            continue
        assert learned == pytest.approx(plain * times, rel=2e-3, abs=1.0), field


def test_what_is_learned_is_said_beside_what_is_assumed() -> None:
    plan = with_body(learned_stop_share=0.98)
    told = [one for one in camera_studies(plan)[0].assumed_for((ROLL,)) if one.learned]
    assert [one.field for one in told if "learned_stop_share" in one.field]


@pytest.mark.parametrize(
    ("figures", "gap"),
    [({"power_w": None}, "power"), ({"battery_wh": None}, "battery")],
)
def test_what_is_not_known_is_a_gap_and_stops_nothing(figures: dict[str, Any], gap: str) -> None:
    plan = with_body(**figures)
    assert gap in camera_of(plan).gaps
    assert after_s(plan, "battery empty") is None


def test_what_cannot_be_fed_while_it_records_runs_on_its_battery() -> None:
    first, *others = with_body(fed_while_recording=False).cameras
    supply = first.supply.model_copy(update={"by": "mains"})
    plan = GILDING.model_copy(
        update={"cameras": (first.model_copy(update={"supply": supply}), *others)}
    )
    assert camera_of(plan).feeds_on == "battery"
    able = with_body()
    fed, *rest = able.cameras
    fed = fed.model_copy(update={"supply": fed.supply.model_copy(update={"by": "mains"})})
    again = able.model_copy(update={"cameras": (fed, *rest)})
    assert camera_of(again).feeds_on == "mains"
    assert after_s(again, "battery empty") is None


def test_a_file_limit_stops_only_what_does_not_go_on() -> None:
    stops = with_body(file_limit_bytes=4e9, goes_on_after_file=False)
    goes_on = with_body(file_limit_bytes=4e9, goes_on_after_file=True)
    unknown = with_body(file_limit_bytes=4e9, goes_on_after_file=None)
    assert after_s(stops, "file limit") is not None
    assert after_s(goes_on, "file limit") is None
    assert after_s(unknown, "file limit") == after_s(stops, "file limit"), "taken to stop"
    assert "file" in camera_of(unknown).gaps


def test_a_spare_battery_and_a_spare_card_are_counted() -> None:
    plan = with_body()
    first, *others = plan.cameras
    supply = first.supply.model_copy(update={"spare_batteries": 2})
    storage = first.storage.model_copy(update={"spare_media": 1})
    more = plan.model_copy(
        update={
            "cameras": (first.model_copy(update={"supply": supply, "storage": storage}), *others)
        }
    )
    assert camera_of(more).device.spare_batteries == 2
    assert camera_of(more).device.spare_cards == 1


def test_a_camera_without_a_body_does_not_run() -> None:
    first, *others = GILDING.cameras
    bare = first.model_copy(update={"body": None, "lens": None})
    plan = GILDING.model_copy(update={"cameras": (bare, *others)})
    assert first.id not in {one.id for one in study(plan).devices if one.kind == "camera"}
