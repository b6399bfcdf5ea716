"""Whatever can be put into a plan, every figure that comes out is a number and every line a line."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any

import pytest
from hypothesis import HealthCheck, given, reject, settings
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import ShapeId
from steeple.core.plan.reading import PlanRefused
from steeple.core.plan.shapes import SHAPES
from steeple.core.solve.lens.zoom_map import zoom_map
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.picture.picture import picture_of
from steeple.demo.cupboard import BODIES, LENSES
from tests.plans import SOUND, changed, scene

lengths = st.floats(min_value=1, max_value=3000)
maybe = st.one_of(st.none(), lengths)
ITEMS: list[dict[str, Any]] = [
    {"kind": "box", "name": "tin", "x_mm": -300, "y_mm": 0, "width_mm": 90, "depth_mm": 60,
     "height_mm": 120},
    {"kind": "cylinder", "name": "jar", "x_mm": 100, "y_mm": 40, "width_mm": 80, "height_mm": 150},
    {"kind": "sphere", "name": "apple", "x_mm": 0, "y_mm": -20, "width_mm": 75},
]  # fmt: skip

plans = st.fixed_dictionaries(
    {},
    optional={
        "work__shape": st.sampled_from(list(SHAPES)),
        "work__zone__width_mm": maybe,
        "work__zone__depth_mm": maybe,
        "work__zone__margin_mm": st.one_of(st.none(), st.floats(0, 300)),
        "work__zone__from_left_edge_mm": st.one_of(st.none(), st.floats(-300, 3000)),
        "work__zone_top_mm": st.one_of(st.none(), st.floats(0, 900)),
        "work__tilt_deg": st.one_of(st.none(), st.floats(0, 90)),
        "work__finest_detail_mm": st.one_of(st.none(), st.floats(0.02, 10)),
        "work__items": st.lists(st.sampled_from(ITEMS), max_size=3, unique_by=lambda i: i["kind"]),
        "table__width_mm": maybe,
        "table__depth_mm": maybe,
        "table__height_mm": st.one_of(st.none(), st.floats(300, 1300)),
        "room__ceiling_mm": st.one_of(st.none(), st.floats(1000, 6000)),
        "maker__posture": st.sampled_from(["seated", "standing", None]),
        "maker__handedness": st.sampled_from(["left", "right", None]),
        "maker__lean_deg": st.one_of(st.none(), st.floats(0, 60)),
        "maker__height_mm": st.one_of(st.none(), st.floats(1300, 2100)),
        "maker__tool_mm": st.one_of(st.none(), st.floats(0, 500)),
        "cameras__0__aim": st.fixed_dictionaries(
            {"tilt_deg": st.floats(0, 120), "toward_deg": st.floats(0, 359)}
        ),
        "cameras__0__focal_mm": st.one_of(st.none(), st.floats(4, 300)),
        "cameras__0__f_number": st.one_of(st.none(), st.floats(0.95, 45)),
        "cameras__0__position": st.fixed_dictionaries(
            {},
            optional={
                "x_mm": st.floats(-1500, 1500),
                "y_mm": st.floats(-1500, 1500),
                "z_mm": st.floats(5, 4000),
            },
        ),
        "cameras__0__roll_deg": st.sampled_from([None, 0, 90, 180, 270]),
        "cameras__0__body": st.sampled_from([body.model_dump(mode="json") for body in BODIES]),
        "cameras__0__lens": st.one_of(
            st.none(), st.sampled_from([lens.model_dump(mode="json") for lens in LENSES])
        ),
        "cameras__0__role": st.sampled_from(["overhead", "three-quarter", "face", "beauty"]),
    },
)


def made(values: dict[str, Any]) -> Plan:
    """The sound plan with these values; the recording mode is the body's own first one."""
    if "cameras__0__body" in values:
        values = {**values, "cameras__0__mode": None}
    try:
        return changed(**values)
    except PlanRefused:
        reject()


def numbers(value: Any, path: str = "") -> Iterator[tuple[str, float]]:
    """Every number within, by where it stands."""
    if isinstance(value, bool):
        return
    if isinstance(value, int | float):
        yield path, float(value)
    elif isinstance(value, dict):
        for key, each in value.items():
            yield from numbers(each, f"{path}/{key}")
    elif isinstance(value, list | tuple):
        for index, each in enumerate(value):
            yield from numbers(each, f"{path}/{index}")


def assert_whole(evaluation: Evaluation) -> None:
    for path, number in numbers(evaluation.model_dump()):
        assert math.isfinite(number), path
    for answer in evaluation.answers:
        line = sentence_words(answer.line, "cm")
        assert line[0].isupper()
        assert line.rstrip().endswith((".", ":", "?"))
        assert "None" not in line
        assert "nan" not in line
    for found in evaluation.findings:
        title = sentence_words(found.title, "in")
        assert title
        assert "None" not in title + sentence_words(found.reason, "in")


@settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
@given(values=plans)
def test_any_plan_is_worked_out(values: dict[str, Any]) -> None:
    plan = made(values)
    assert_whole(evaluate(plan, try_mends=False))


@pytest.mark.exhaustive
@settings(max_examples=2000, deadline=None, suppress_health_check=list(HealthCheck))
@given(values=plans)
def test_very_many_plans_are_worked_out(values: dict[str, Any]) -> None:
    plan = made(values)
    assert_whole(evaluate(plan, try_mends=False))


@settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
@given(values=plans)
def test_any_plan_has_a_map_and_a_picture_or_says_why_not(values: dict[str, Any]) -> None:
    plan = made(values)
    found = zoom_map(plan)
    if found is not None:
        for path, number in numbers(found.model_dump()):
            assert math.isfinite(number), path
    study = scene(plan)
    if study.lens is None or study.lens.sight is None:
        reject()
    try:
        picture = picture_of(study.lens, width_px=64)
    except InputError:
        reject()
    assert picture.ndim == 3
    assert 64 in picture.shape


@pytest.mark.parametrize("shape", list(SHAPES))
@pytest.mark.parametrize("posture", ["seated", "standing", None])
def test_every_shape_begins_with_figures_that_hold_together(
    shape: ShapeId, posture: str | None
) -> None:
    plan = changed(
        Plan(
            title="begun",
            work={"shape": shape},
            cameras=SOUND.cameras,
            supports=SOUND.supports,
        ),
        maker__posture=posture,
        cameras__0__position={},
        cameras__0__focal_mm=None,
    )
    evaluation = evaluate(plan, try_mends=False)
    assert_whole(evaluation)
    codes = {one.code for one in evaluation.findings if one.verdict == "fails"}
    assert not codes & {"work.zone-off-table", "work.item-above-top"}
    if posture is None:
        assert "work.out-of-reach" not in codes, "a shape's own posture reaches its own zone"
    assert evaluation.cautions, "work with hands under a camera has a caution at least"


@pytest.mark.parametrize("body", BODIES, ids=[body.name for body in BODIES])
def test_every_camera_of_the_demo_plans_with_every_lens_that_fits(body: Any) -> None:
    lenses = LENSES if body.kind == "camera" else (None,)
    for lens in lenses:
        plan = changed(
            cameras__0__body=body.model_dump(mode="json"),
            cameras__0__lens=None if lens is None else lens.model_dump(mode="json"),
            cameras__0__mode=None,
            cameras__0__focal_mm=None,
            cameras__0__position={},
        )
        assert_whole(evaluate(plan, try_mends=False))
