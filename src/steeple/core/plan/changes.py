"""Changes to a plan as data: what a mend proposes and what the interface sends.

A change is an operation of JSON Patch (RFC 6902) limited to ``replace``, which is all that a
document with fixed fields needs.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, JsonValue

from steeple.core.errors import InputError
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import validate_plan


class Change(BaseModel):
    """Put ``value`` in place of what stands at the JSON pointer ``path``."""

    model_config = ConfigDict(
        frozen=True, extra="forbid", json_schema_serialization_defaults_required=True
    )

    op: Literal["replace"] = "replace"
    path: str
    value: JsonValue


def apply_changes(plan: Plan, changes: Sequence[Change]) -> Plan:
    """A new plan with the changes made, in order.

    Raises
    ------
    InputError
        ``no-such-field`` for a pointer that leads nowhere.
    PlanRefused
        Where the outcome is no valid plan.
    """
    data: dict[str, Any] = plan.model_dump(mode="json")
    for change in changes:
        *parents, last = change.path.removeprefix("/").split("/")
        node: Any = data
        for step in parents:
            node = _child(node, step, change.path)
        _child(node, last, change.path)
        node[int(last) if isinstance(node, list) else last] = change.value
    return validate_plan(data)


def _child(node: Any, step: str, path: str) -> Any:
    if isinstance(node, list) and step.isdigit() and int(step) < len(node):
        return node[int(step)]
    if isinstance(node, dict) and step in node:
        return node[step]
    raise InputError(
        "no-such-field", f"The plan has no field at {path}.", field=path, allowed="a plan field"
    )
