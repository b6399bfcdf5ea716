"""Reading plans: round trips, versions, and refusals with field, value and range."""

from __future__ import annotations

import json
from typing import Any

import jsonschema
import pytest

from steeple.core.errors import DocumentError, InputError
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import VERSION, Plan
from steeple.core.plan.problems import as_text, problems_from
from steeple.core.plan.reading import (
    PLAN_BYTES_LIMIT,
    PlanRefused,
    plan_schema,
    read_plan,
    upgraded,
    validate_plan,
    write_plan,
)
from steeple.core.plan.words import FIELD_WORDS, field_words
from steeple.demo.plans import PLANS
from tests.plans import BARE, PHONE, SOUND, changed

EVERY = [
    *PLANS,
    SOUND,
    BARE,
    changed(
        cameras__0__body=PHONE.model_dump(mode="json"),
        cameras__0__mode=None,
        cameras__0__lens=None,
        cameras__0__focal_mm=None,
    ),
]


@pytest.mark.parametrize("plan", EVERY, ids=[plan.title for plan in EVERY])
def test_a_plan_goes_out_and_comes_back_the_same(plan: Plan) -> None:
    text = write_plan(plan)
    assert read_plan(text.encode()) == plan
    assert read_plan(b"\xef\xbb\xbf" + text.encode()) == plan
    assert write_plan(read_plan(text.encode())) == text


@pytest.mark.parametrize("plan", EVERY, ids=[plan.title for plan in EVERY])
def test_a_plan_keeps_to_its_published_schema(plan: Plan) -> None:
    jsonschema.validate(json.loads(write_plan(plan)), plan_schema())


def test_the_schema_refuses_what_the_models_refuse() -> None:
    validator = jsonschema.Draft202012Validator(plan_schema())
    data = json.loads(write_plan(SOUND))
    data["table"]["width_mm"] = -5
    data["colour"] = "red"
    assert len(list(validator.iter_errors(data))) == 2


def document(**values: Any) -> bytes:
    data = json.loads(write_plan(SOUND))
    data.update(values)
    return json.dumps(data).encode()


@pytest.mark.parametrize(
    ("content", "code"),
    [
        (b"", "not-json"),
        (b"{", "not-json"),
        (write_plan(SOUND).encode()[:300], "not-json"),
        (b"\xff\xfe\x00", "not-json"),
        (b"[" * 50_000, "not-json"),
        (b"[]", "not-a-plan"),
        (b'"steeple-plan"', "not-a-plan"),
        (b"{}", "not-a-plan"),
        (document(format="something"), "not-a-plan"),
        (document(version="1"), "not-a-plan"),
        (document(version=True), "not-a-plan"),
        (document(version=0), "not-a-plan"),
        (document(version=VERSION + 1), "newer-version"),
        (b" " * (PLAN_BYTES_LIMIT + 1), "too-large"),
    ],
)
def test_what_is_no_plan_is_refused_in_a_sentence(content: bytes, code: str) -> None:
    with pytest.raises(DocumentError) as caught:
        read_plan(content)
    assert caught.value.code == code
    assert caught.value.sentence.endswith(".")


def test_a_newer_version_is_named() -> None:
    with pytest.raises(DocumentError, match="version 99") as caught:
        read_plan(document(version=99))
    assert (caught.value.value, caught.value.allowed) == ("99", f"1 to {VERSION}")


MODE = {"name": "m", "width_px": 1920, "height_px": 1080, "sensor_width_mm": 999}
REFUSED = [
    ({"table": {"width_mm": 0}}, "/table/width_mm", "out-of-range", "between 5 mm and 10000 mm"),
    ({"table": {"width_mm": -4}}, "/table/width_mm", "out-of-range", "between 5 mm and 10000 mm"),
    ({"table": {"width_mm": 1e9}}, "/table/width_mm", "out-of-range", "between 5 mm and 10000 mm"),
    ({"table": {"width_mm": float("nan")}}, "/table/width_mm", "not-a-number", "between"),
    ({"table": {"width_mm": float("inf")}}, "/table/width_mm", "", "between"),
    ({"table": {"width_mm": "wide"}}, "/table/width_mm", "not-a-number", "between"),
    ({"table": {"width_mm": True}}, "/table/width_mm", "not-a-number", "between"),
    ({"title": ""}, "/title", "out-of-range", "1 to 120 characters"),
    ({"title": "x" * 121}, "/title", "out-of-range", "1 to 120 characters"),
    ({"colour": "red"}, "/colour", "unknown-field", ""),
    ({"work": {"shape": "boat"}}, "/work/shape", "not-a-choice", "small-flat"),
    ({"delivery": {"width_px": 1920.5}}, "/delivery/width_px", "not-a-number", "between"),
    ({"cameras": [{"id": "Über"}]}, "/cameras/0/id", "wrong-kind", ""),
    ({"cameras": [{"id": "a"}, {"id": "a"}]}, "", "contradiction", ""),
    ({"cameras": [{}]}, "/cameras/0/id", "missing", ""),
    (
        {"cameras": [{"id": "a", "body": {"kind": "camera", "name": "b", "modes": [MODE]}}]},
        "/cameras/0/body/modes/0/sensor_width_mm",
        "out-of-range",
        "between 1 mm and 120 mm",
    ),
    ({"cameras": [{"id": "a", "roll_deg": 45}]}, "/cameras/0/roll_deg", "not-a-choice", "0, 90"),
]


@pytest.mark.parametrize(("part", "field", "code", "allowed"), REFUSED)
def test_a_bad_value_is_refused_with_field_and_range(
    part: dict[str, Any], field: str, code: str, allowed: str
) -> None:
    with pytest.raises(PlanRefused) as caught:
        validate_plan({**json.loads(write_plan(SOUND)), **part})
    problem = caught.value.problems[0]
    assert problem.field == field
    assert code in problem.code
    assert allowed in problem.range
    assert problem.sentence.endswith(".")
    assert problem.sentence in as_text(caught.value.problems)


def test_every_problem_is_said_up_to_a_limit() -> None:
    many = {**json.loads(write_plan(SOUND)), **{f"extra{n}": n for n in range(50)}}
    with pytest.raises(PlanRefused) as caught:
        validate_plan(many)
    assert len(caught.value.problems) == 20


CONTRADICTIONS: list[tuple[dict[str, Any], str]] = [
    ({"cameras__0__mode": "none such"}, "recording mode must be one of: whole, small"),
    ({"cameras__0__lens": {"focal_max_mm": 10}}, "shorter than the shortest"),
    (
        {"cameras__0__body": PHONE.model_dump(mode="json"), "cameras__0__mode": None},
        "takes no lens",
    ),
]


@pytest.mark.parametrize(("values", "words"), CONTRADICTIONS)
def test_gear_that_contradicts_itself_is_refused(values: dict[str, Any], words: str) -> None:
    lens = SOUND.cameras[0].lens
    assert lens is not None
    if "cameras__0__lens" in values:
        values = {
            "cameras__0__lens": {**lens.model_dump(mode="json"), **values["cameras__0__lens"]}
        }
    with pytest.raises(PlanRefused, match=words):
        changed(**values)


def test_a_change_to_a_field_that_is_not_there_is_refused() -> None:
    for path in ("/nothing", "/cameras/4/id", "/table/width_mm/deep", ""):
        with pytest.raises(InputError, match="no field") as caught:
            apply_changes(SOUND, [Change(path=path, value=1)])
        assert caught.value.code == "no-such-field"


def leaves(schema: dict[str, Any], node: dict[str, Any], at: str = "") -> set[str]:
    """Every field of the schema by path, with * for an index."""
    if "$ref" in node:
        node = schema["$defs"][node["$ref"].rsplit("/", 1)[-1]]
    for option in node.get("anyOf", []):
        if option.get("type") != "null":
            return leaves(schema, option, at)
    if "properties" in node:
        return {
            leaf
            for name, child in node["properties"].items()
            for leaf in leaves(schema, child, f"{at}/{name}" if at else name)
        }
    if node.get("type") == "array" and "$ref" in node.get("items", {}):
        return leaves(schema, node["items"], f"{at}/*")
    return {at}


def test_every_field_of_the_plan_has_words() -> None:
    schema = plan_schema()
    fields = leaves(schema, schema)
    assert len(fields) > 40
    assert fields - set(FIELD_WORDS) == set()


def test_an_unknown_field_is_called_by_its_name() -> None:
    assert field_words(("work", "nothing")) == "nothing"
    assert field_words(()) == "The plan"
    assert field_words(("cameras", 3, "focal_mm")) == "Zoom"


def test_problems_come_in_one_shape() -> None:
    errors = [{"type": "json_type", "loc": ("body", "plan"), "msg": "Bad", "input": [1, 2]}]
    (problem,) = problems_from(errors)
    assert problem.model_dump() == {
        "code": "wrong-kind",
        "sentence": "The plan: Bad.",
        "field": "",
        "value": "a list of 2",
        "range": "",
    }


def test_a_plan_of_the_first_version_is_read_and_means_the_same() -> None:
    old = json.loads(document(version=1))
    assert read_plan(json.dumps(old).encode()).version == VERSION
    assert upgraded(old)["version"] == VERSION
    assert old["version"] == 1, "what was given stays as it is"
    assert upgraded({"version": 1}) == {"version": 1}, "what is no plan is not touched"
