"""What may be asked next with what an answer holds: links of the OpenAPI document."""

from __future__ import annotations

from typing import Any

_AT = {"line": "$response.body#/line", "base_revision": "$response.body#/revision"}


def _link(operation: str, says: str, *, body: Any = None, **parameters: str) -> dict[str, Any]:
    link: dict[str, Any] = {"operationId": operation, "description": says}
    if parameters:
        link["parameters"] = parameters
    if body is not None:
        link["requestBody"] = body
    return link


_ONE = "$response.body#/id"
_SHEET = {
    "get": _link("get_api_plans__plan_id__get", "Read it again.", plan_id=_ONE),
    "save": _link(
        "save_api_plans__plan_id__put",
        "Save a change of it.",
        plan_id=_ONE,
        body={**_AT, "plan": "$response.body#/plan"},
    ),
    "undo": _link(
        "undo_api_plans__plan_id__undo_post", "Take the change back.", plan_id=_ONE, body=_AT
    ),
    "redo": _link(
        "redo_api_plans__plan_id__redo_post", "Make the change again.", plan_id=_ONE, body=_AT
    ),
    "copy": _link(
        "keep_as_copy_api_plans__plan_id__copy_post",
        "Keep one's own version beside it.",
        plan_id=_ONE,
        body={**_AT, "plan": "$response.body#/plan"},
    ),
    "head": _link("head_api_plans__plan_id__head_get", "Whether it is the newest.", plan_id=_ONE),
    "revision": _link(
        "revision_api_plans__plan_id__revisions__number__get",
        "The plan as it was at this revision.",
        plan_id=_ONE,
        number="$response.body#/revision",
    ),
    "file": _link("file_api_plans__plan_id__file_get", "Its file.", plan_id=_ONE),
    "card": _link("card_api_plans__plan_id__card_pdf_get", "Its card.", plan_id=_ONE),
    "remove": _link("remove_api_plans__plan_id__delete", "Take it off the shelf.", plan_id=_ONE),
    "put_back": _link(
        "put_back_api_plans__plan_id__put_back_post", "Put it back on the shelf.", plan_id=_ONE
    ),
    "glance": _link(
        "glance_at_plan_api_glance_post",
        "The step on screen, worked out.",
        body={"plan": "$response.body#/plan"},
    ),
    "evaluate": _link(
        "evaluate_plan_api_evaluate_post",
        "Everything worked out.",
        body={"plan": "$response.body#/plan"},
    ),
}
_THING = {
    "edit": _link(
        "edit_api_gear_things__gear_id__put",
        "Change it.",
        gear_id=_ONE,
        body={
            "base_version": "$response.body#/version",
            "figures": "$response.body#/figures",
        },
    ),
    "copy": _link("copy_api_gear_things__gear_id__copy_post", "A second one.", gear_id=_ONE),
    "retire": _link(
        "retire_api_gear_things__gear_id__retire_post", "Take it out of use.", gear_id=_ONE
    ),
    "put_back": _link(
        "put_back_api_gear_things__gear_id__put_back_post", "Use it again.", gear_id=_ONE
    ),
    "plans": _link(
        "plans_with_api_gear_things__gear_id__plans_get", "Plans that carry it.", gear_id=_ONE
    ),
}


def sheet_links(status: int = 200) -> dict[int | str, dict[str, Any]]:
    """Responses of a route that answers with a plan as it stands."""
    return {status: {"links": _SHEET}}


def thing_links(status: int = 200) -> dict[int | str, dict[str, Any]]:
    """Responses of a route that answers with a thing of the cupboard."""
    return {status: {"links": _THING}}
