"""What the validator says, turned into sentences with field, value and range."""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping, Sequence
from typing import Any

from pydantic import BaseModel, ConfigDict, ValidationError

from steeple.core.plan.words import field_words, pointer

PROBLEMS_SHOWN = 20


class Problem(BaseModel):
    """One thing that was refused. The same shape everywhere: core, command line and API."""

    model_config = ConfigDict(frozen=True, json_schema_serialization_defaults_required=True)

    code: str
    sentence: str
    field: str = ""
    value: str = ""
    range: str = ""


def _said(value: Any) -> str:
    if isinstance(value, float):
        return f"{value:g}"
    if isinstance(value, str | int) or value is None:
        return str(value)[:60]
    return "" if isinstance(value, Mapping) else f"a list of {len(value)}"


def _unit_of(path: Sequence[str | int]) -> str:
    last = str(path[-1]) if path else ""
    return next((f" {unit}" for unit in ("mm", "px", "deg", "g") if last.endswith("_" + unit)), "")


def _range(context: Mapping[str, Any], unit: str) -> str:
    least = context.get("ge", context.get("gt"))
    most = context.get("le", context.get("lt"))
    if least is not None:
        return f"at least {least:g}{unit}"
    return f"at most {most:g}{unit}"


def _within_plan(location: Sequence[str | int]) -> list[str | int]:
    """The path without what says where in a request it stands: body, query, the plan in it."""
    path = list(location)
    for place in (("body", "query", "path"), ("plan",)):
        if path and path[0] in place:
            path = path[1:]
    return path


def _one(
    error: Mapping[str, Any],
    bounds: Callable[[Sequence[str | int]], str],
    name: Callable[[Sequence[str | int]], str],
) -> Problem:
    path = _within_plan(error["loc"])
    kind, value, context = error["type"], error.get("input"), error.get("ctx") or {}
    words, field, said = name(path), pointer(path), _said(value)
    if kind == "extra_forbidden":
        return Problem(
            code="unknown-field",
            sentence=f"There is no field called “{path[-1]}”. Remove it, or check its spelling.",
            field=field,
            value=said,
        )
    if kind == "missing":
        return Problem(code="missing", sentence=f"{words} is missing.", field=field)
    if kind in ("greater_than_equal", "less_than_equal", "greater_than", "less_than"):
        allowed = bounds(path) or _range(context, _unit_of(path))
        return Problem(
            code="out-of-range",
            sentence=f"{words} is {said}{_unit_of(path)}; it must be {allowed}.",
            field=field,
            value=said,
            range=allowed,
        )
    if kind in ("float_type", "int_type", "finite_number", "int_from_float", "float_parsing"):
        allowed = bounds(path) or "a number"
        return Problem(
            code="not-a-number",
            sentence=f"{words} needs a number, {allowed}; “{said}” is none."
            if kind != "int_from_float"
            else f"{words} needs a whole number; {said} is none.",
            field=field,
            value=said,
            range=allowed,
        )
    if kind in ("literal_error", "union_tag_invalid"):
        allowed = str(context.get("expected", context.get("expected_tags", "")))
        return Problem(
            code="not-a-choice",
            sentence=f"{words} is “{said}”; it must be one of {allowed}.",
            field=field,
            value=said,
            range=allowed,
        )
    if kind in ("string_too_short", "string_too_long"):
        allowed = f"1 to {context.get('max_length', 120)} characters"
        return Problem(
            code="out-of-range",
            sentence=f"{words} must have {allowed}.",
            field=field,
            value=said,
            range=allowed,
        )
    if kind == "value_error":
        reason = str(context.get("error", error["msg"]))
        return Problem(
            code="contradiction", sentence=f"{words}: {reason}.", field=field, value=said
        )
    return Problem(code="wrong-kind", sentence=f"{words}: {error['msg']}.", field=field, value=said)


def _no_bounds(_path: Sequence[str | int]) -> str:
    return ""


def last_words(path: Sequence[str | int]) -> str:
    """What a field that is none of a plan is called: its own name, in words.

    Parameters
    ----------
    path
        to the field.
    """
    names = [one for one in path if isinstance(one, str)]
    return names[-1].replace("_", " ") if names else "what was sent"


def problems_from(
    error: ValidationError | Sequence[Mapping[str, Any]],
    bounds: Callable[[Sequence[str | int]], str] = _no_bounds,
    name: Callable[[Sequence[str | int]], str] = field_words,
) -> list[Problem]:
    """Every refusal of a validation, in the order of the document, at most `PROBLEMS_SHOWN`.

    Parameters
    ----------
    error
        what pydantic raised, or its list of errors.
    bounds
        says the full range of the field at a path, where it is known.
    name
        says what the field at a path is called.
    """
    errors = error.errors(include_url=False) if isinstance(error, ValidationError) else error
    return [_one(one, bounds, name) for one in errors[:PROBLEMS_SHOWN]]


def bounds_in(schema: Mapping[str, Any]) -> Callable[[Sequence[str | int]], str]:
    """A function that says the range of a field, read from a JSON Schema."""
    definitions = schema.get("$defs", {})

    def resolve(node: Mapping[str, Any]) -> Mapping[str, Any]:
        while "$ref" in node or "anyOf" in node:
            if "$ref" in node:
                node = definitions[node["$ref"].rsplit("/", 1)[-1]]
            else:
                node = next(one for one in node["anyOf"] if one.get("type") != "null")
        return node

    def bounds(path: Sequence[str | int]) -> str:
        node: Mapping[str, Any] = schema
        for step in path:
            node = resolve(node)
            node = (
                node.get("items", {})
                if isinstance(step, int)
                else node.get("properties", {}).get(step, {})
            )
            if not node:
                return ""
        node = resolve(node)
        if "minimum" not in node or "maximum" not in node:
            return ""
        unit = _unit_of(path)
        return f"between {node['minimum']:g}{unit} and {node['maximum']:g}{unit}"

    return bounds


def as_text(problems: Sequence[Problem]) -> str:
    """The problems as JSON text, for logs and the command line."""
    return json.dumps([problem.model_dump() for problem in problems], ensure_ascii=False)
