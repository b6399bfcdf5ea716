"""The API's description of itself: every operation told, every refusal described, one word for one
thing."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.api.app import make_app
from steeple.core.evaluation import Evaluation
from steeple.core.findings.registry import RULES
from steeple.core.study.base.figure import FigureSpec
from steeple.core.study.base.step import STEP_IDS
from steeple.core.study.hold.figures import HOLD_FIGURES
from steeple.core.study.lens.figures import LENS_FIGURES
from steeple.core.study.light.figures import LIGHT_FIGURES

DOCUMENT: dict[str, Any] = make_app(None, None).openapi()
OPERATIONS = [
    (method, path, operation)
    for path, methods in DOCUMENT["paths"].items()
    for method, operation in methods.items()
]
SCHEMAS: dict[str, Any] = DOCUMENT["components"]["schemas"]


@pytest.mark.parametrize(
    ("method", "path", "operation"), OPERATIONS, ids=[f"{m} {p}" for m, p, _ in OPERATIONS]
)
def test_every_operation_says_what_it_does_and_how_it_refuses(
    method: str, path: str, operation: dict[str, Any]
) -> None:
    assert path.startswith("/api/")
    assert len(operation["description"]) > 15
    for status in ("404", "409", "413", "422", "503"):
        content = operation["responses"][status]["content"]["application/json"]
        assert content["schema"]["$ref"].endswith("/Problems"), (method, path, status)


def test_there_is_an_operation_for_each_thing_one_can_do() -> None:
    done = {f"{method} {path}" for method, path, _ in OPERATIONS}
    assert {
        "post /api/evaluate",
        "get /api/plans",
        "post /api/plans",
        "post /api/plans/open",
        "get /api/plans/{plan_id}",
        "put /api/plans/{plan_id}",
        "post /api/plans/{plan_id}/undo",
        "post /api/plans/{plan_id}/redo",
        "post /api/plans/{plan_id}/copy",
        "get /api/plans/{plan_id}/file",
        "get /api/plans/{plan_id}/card.pdf",
        "get /api/schema/plan",
    } <= done


def fields(name: str) -> dict[str, Any]:
    found: dict[str, Any] = SCHEMAS[name]["properties"]
    return found


def test_lengths_carry_their_unit_in_every_name() -> None:
    """A number without unit in its name must be one of the few that have none."""
    unitless = {
        "left", "right", "near", "far", "value", "revision", "base_revision", "newest_revision",
        "version", "f_number", "f_number_wide", "f_number_long", "greatest_magnification",
        "crop_wanted", "stabilisation_crop", "reflectance", "mat_reflectance", "base_iso",
        "clean_iso", "camera", "width_times", "closer_times", "base_version", "pose", "line",
        "x", "y", "z", "low", "high", "least", "most", "head_in_frame", "zone_hidden",
        "own_view_hidden", "mode_crop", "index", "tipping", "tipping_knocked", "torque_share",
        "legs", "owned", "colour_rendering", "transmittance", "lamp", "share", "worst", "glare",
        "across", "along", "done", "of", "burnt", "utc_offset_h",
        "sun_share", "top", "bottom", "seen", "mirrors", "size_ratio", "action_seen", "action_worst",
        "zone_seen", "voltage_v", "current_a", "capacity_mah", "channels", "pair", "count",
        "spare_batteries", "spare_media", "sessions", "left_before", "left_after", "side",
        "difficulty", "fair", "number", "pieces", "alike", "room", "at", "frames", "dpi", "iso", "stops", "marks", "hidden",
        "error", "noise", "detail_contrast", "seed",
        "minutes", "seconds", "percent", "predicted", "plain", "measured", "cases", "times", "per_30_days",
        "without", "with_it", "card_left", "battery_left", "n", "start", "lasts", "events", "pairs",
        "learned_focal_share", "learned_battery_share", "learned_bitrate_share",
        "learned_light_share", "learned_daylight_share", "learned_set_up_share", "learned_stop_share", "score", "clears", "things", "leaves", "iso_before", "iso_after", "detail_px_before", "detail_px_after",
    }  # fmt: skip
    units = (
        "_mm",
        "_mired",
        "_mm2",
        "_n_m",
        "_min",
        "_px",
        "_deg",
        "_g",
        "_hz",
        "_s",
        "_mbit_s",
        "_bytes",
        "_w",
        "_wh",
        "px_per_mm",
        "_lm",
        "_lx",
        "_k",
        "_percent",
        "_stops",
        "_cd",
        "_db",
        "_ppm",
        "_m2",
        "_m3",
        "_frames",
    )
    loose = set()
    for name in SCHEMAS:
        for field, schema in SCHEMAS[name].get("properties", {}).items():
            options = [schema, *schema.get("anyOf", [])]
            number = any(option.get("type") in ("number", "integer") for option in options)
            if number and not field.endswith(units) and field not in unitless:
                loose.add(f"{name}.{field}")
    assert loose == set()


def test_unknown_fields_are_refused_by_everything_that_is_sent() -> None:
    for name in (
        "Plan-Input",
        "NewPlan",
        "Edit",
        "Step",
        "EvaluateRequest",
        "NewThing",
        "EditThing",
        "PictureRequest",
    ):
        assert SCHEMAS[name]["additionalProperties"] is False, name


def test_an_evaluation_is_described_whole() -> None:
    assert set(fields("Evaluation")) == set(Evaluation.model_fields)
    assert set(SCHEMAS["Evaluation"]["required"]) == set(Evaluation.model_fields)


def test_codes_are_plain_words_of_one_form() -> None:
    figures: list[FigureSpec[Any]] = [*LENS_FIGURES, *HOLD_FIGURES, *LIGHT_FIGURES]
    keys = [figure.key for figure in figures]
    codes = [rule.code for rule in RULES] + [key.replace("_", "-") for key in keys]
    for code in codes:
        step, _, name = code.partition(".")
        assert step in STEP_IDS
        assert name.replace("-", "").isalpha()
