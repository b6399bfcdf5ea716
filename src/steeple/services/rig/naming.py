"""Which thing of the cupboard each thing of a plan is, by its figures."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence

from steeple.core.plan.changes import Change
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.values import Part
from steeple.services.gear import Cupboard


def ids_by_figures(cupboard: Cupboard) -> Mapping[str, str]:
    """The ids of cameras and lenses in use by all of their figures; of twins the first.

    Parameters
    ----------
    cupboard
        what is in use.
    """
    ids: dict[str, str] = {}
    for gear_id, gear in (*cupboard.bodies, *cupboard.lenses):
        ids.setdefault(_figures(gear), gear_id)
    return ids


def _figures(gear: Part) -> str:
    return f"{type(gear).__name__} {gear.model_dump_json()}"


def with_ids(plan: Plan, ids: Mapping[str, str]) -> Plan:
    """A plan whose cameras and lenses know which things of the cupboard they are: the log learns by that.

    Parameters
    ----------
    plan, ids
        any plan; ids as `ids_by_figures` gives them.
    """

    def named(camera: Camera) -> Camera:
        known = {
            f"{field}_id": ids.get(_figures(gear))
            for field, gear in (("body", camera.body), ("lens", camera.lens))
            if gear is not None and getattr(camera, f"{field}_id") is None
        }
        return camera.model_copy(update=known)

    return plan.model_copy(update={"cameras": tuple(named(one) for one in plan.cameras)})


def changes_with_ids(changes: Sequence[Change], ids: Mapping[str, str]) -> tuple[Change, ...]:
    """Changes that put a camera or lens into a plan, so that the plan knows then which thing of the cupboard it is.

    Parameters
    ----------
    changes
        any; those to ``…/body_id`` and ``…/lens_id`` are looked up by the body or lens beside them.
    ids
        as `ids_by_figures` gives them.
    """
    values = {one.path: one.value for one in changes}

    def named(one: Change) -> Change:
        for kind, field in ((Body, "body"), (Lens, "lens")):
            figures = values.get(one.path.removesuffix("_id"))
            if one.path.endswith(f"/{field}_id") and one.value is None and figures is not None:
                gear = kind.model_validate_json(json.dumps(figures))
                return one.model_copy(update={"value": ids.get(_figures(gear))})
        return one

    return tuple(named(one) for one in changes)
