"""Every shape of work, from an empty plan with a cupboard that can: nothing that is offered leaves it failing."""

from __future__ import annotations

import dataclasses

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.work import ShapeId, Work
from steeple.core.plan.shapes import SHAPES
from steeple.core.solve.hold.supports import compare_supports
from steeple.core.solve.lens.compare import compare
from steeple.core.solve.light.place_lamps import LightingOutcome, place_lamps
from steeple.demo.cupboard import BODIES
from tests.core.solve.test_mends import EVERYTHING

OWNED = dataclasses.replace(
    EVERYTHING, bodies=tuple(one for one in BODIES if isinstance(one, Body))
)


def begun(shape: ShapeId) -> Plan:
    role = SHAPES[shape].angles[0]
    return Plan(title=shape, work=Work(shape=shape), cameras=(Camera(id="first", role=role),))


def failing(plan: Plan, *steps: str) -> list[str]:
    found = evaluate(plan, try_mends=False).findings
    return [one.code for one in found if one.verdict == "fails" and one.step in steps]


@pytest.mark.parametrize("shape", SHAPES)
def test_its_own_figures_are_met_by_what_is_offered_first(shape: ShapeId) -> None:
    plan = begun(shape)
    best = next(row for row in compare(plan, owned=OWNED).rows if row.owned)
    assert best.works, best.unmet
    plan = apply_changes(plan, best.changes)
    assert failing(plan, "work", "lens") == []
    supports = compare_supports(plan, owned=OWNED).rows
    assert supports[0].verdict in ("holds", "watch", "unknown")
    plan = apply_changes(plan, supports[0].changes)
    assert failing(plan, "work", "lens", "hold") == []
    (outcome,) = (one for one in place_lamps(plan, owned=OWNED) if isinstance(one, LightingOutcome))
    assert outcome.works, outcome.remaining
    plan = apply_changes(plan, outcome.options[0].changes)
    assert failing(plan, "work", "lens", "hold", "light") == []
