"""The drawings of the card against the studies they come from, and that their words keep clear of each other."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.study.base.sentence import say, sentence_words
from steeple.core.study.card.drawn.above import above_view
from steeple.core.study.card.drawn.chain import chain_view
from steeple.core.study.card.drawn.frame import frame_view
from steeple.core.study.card.drawn.lines import (
    Board,
    DrawnMeasure,
    DrawnView,
    Span,
    on_paper,
    share_of_drawing,
    words_width,
)
from steeple.core.study.card.drawn.side import side_view
from steeple.core.study.card.drawn.things import Bench
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.demo.angles import SHELF
from tests.plans import BARE, SOUND, changed

CAMERAS = [camera for plan in SHELF for camera in camera_studies(plan)]
NAMES = [f"{one.plan.title[:9]} {one.about}" for one in CAMERAS]


def bench(camera: CameraStudy) -> Bench:
    return Bench(camera.context)


def measured(view: DrawnView) -> dict[str, float]:
    return {one.says: one.length.value for one in view.measures}


def words_box(one: DrawnMeasure, letters: float) -> tuple[float, float, float, float]:
    wide = words_width(say(f"{one.what} {{length}}", length=one.length), letters) * 0.92
    start = {"start": 0.0, "middle": -wide / 2, "end": -wide}[one.anchor]
    x, y = one.words_at
    half = 0.42 * letters
    if one.across:
        return x + start, x + start + wide, y - half, y + half
    return x - half, x + half, y + start, y + start + wide


@pytest.mark.parametrize("camera", CAMERAS, ids=NAMES)
def test_the_heights_of_the_side_are_those_of_the_card(camera: CameraStudy) -> None:
    view, lens, hold = side_view(bench(camera)), camera.lens, camera.hold
    assert lens is not None
    assert lens.sight is not None
    found = measured(view)
    assert found["table to the front rim of the lens"] == pytest.approx(
        lens.sight.rim_height_mm, abs=0.2
    )
    assert found["table height"] == pytest.approx(camera.bench.table_height_mm)
    if hold is not None and hold.placement is not None and hold.support.has_boom:
        base = 0.0 if hold.placement.foot.z >= 0 else -camera.bench.table_height_mm
        tube = next(value for says, value in found.items() if says.startswith("to the middle of"))
        assert tube == pytest.approx(hold.placement.root.z - base, abs=0.2)


@pytest.mark.parametrize("camera", CAMERAS, ids=NAMES)
def test_the_places_from_above_are_those_of_the_plan(camera: CameraStudy) -> None:
    found, table = measured(above_view(bench(camera))), camera.bench.table
    lens = camera.lens
    assert lens is not None
    assert found["the table"] in (table.width_mm, table.depth_mm)
    assert found["left table edge to the lens"] == pytest.approx(
        abs(lens.position.x - table.left), abs=0.2
    )
    assert found["left table edge to the zone"] == pytest.approx(
        camera.bench.footprint.left - table.left, abs=0.2
    )


@pytest.mark.parametrize("camera", CAMERAS, ids=NAMES)
@pytest.mark.parametrize("letters", [0.03, 0.042, 0.06])
def test_everything_lies_on_the_sheet_and_rows_keep_clear(
    camera: CameraStudy, letters: float
) -> None:
    for draw in (side_view, above_view, frame_view):
        view = draw(bench(camera), share_of_drawing(letters))
        if view is None:
            continue
        for x, y in (point for line in view.lines for point in line.points):
            assert view.left <= x <= view.right
            assert view.bottom <= y <= view.top
        boxes = [words_box(one, view.letters_mm) for one in view.measures]
        for left, right, low, high in boxes:
            assert view.left <= left
            assert right <= view.right
            assert view.bottom <= low
            assert high <= view.top
        for across in (True, False):
            own = [
                box for box, one in zip(boxes, view.measures, strict=True) if one.across == across
            ]
            for a, b in itertools.combinations(own, 2):
                apart = a[1] <= b[0] or b[1] <= a[0] or a[3] <= b[2] or b[3] <= a[2]
                assert apart, (view.key, a, b)


@pytest.mark.parametrize("camera", CAMERAS, ids=NAMES)
def test_no_name_lies_over_another(camera: CameraStudy) -> None:
    for draw in (side_view, above_view):
        view = draw(bench(camera))
        rings = [one.at for one in view.words if one.ringed]
        for (x, y), (u, v) in itertools.combinations(rings, 2):
            assert math.hypot(x - u, y - v) >= 2 * view.letters_mm


def test_a_plan_without_cameras_has_a_bench_all_the_same() -> None:
    (camera,) = camera_studies(BARE)
    side, above = side_view(bench(camera)), above_view(bench(camera))
    assert measured(side)["table height"] > 0
    assert (side.key, above.key) == ("side", "above")
    assert frame_view(bench(camera)) is None
    assert chain_view(bench(camera)) is None


def test_the_frame_is_what_the_lens_sees_of_the_table() -> None:
    (camera, *_) = camera_studies(SOUND)
    view = frame_view(bench(camera))
    assert view is not None
    assert camera.sight is not None
    assert camera.sight.seen_surface is not None
    found = measured(view)
    assert found["near edge of the picture"] == pytest.approx(
        camera.sight.seen_surface.width_mm, abs=0.2
    )
    assert found["near marks to far marks"] == pytest.approx(
        camera.sight.seen_surface.depth_mm, abs=0.2
    )
    tape = [one for one in view.lines if one.layer == "picture" and one.thick]
    corners = {one.points[1] for one in tape}
    assert len(corners) == 4


def test_no_tape_for_what_does_not_lie_on_the_table() -> None:
    tilted = changed(work__tilt_deg=60)
    assert frame_view(bench(camera_studies(tilted)[0])) is None


def test_the_parts_go_from_the_support_to_the_camera() -> None:
    camera = next(one for one in CAMERAS if one.hold is not None and one.hold.joined.chain)
    view, hold = chain_view(bench(camera)), camera.hold
    assert view is not None
    assert hold is not None
    assert hold.joined.chain is not None
    names = [sentence_words(one.words, "cm") for one in view.words if one.layer == "words"]
    parts = [link.piece.name for link in hold.joined.chain.links]
    plain = [one.removesuffix(", to get") for one in names if not one.isdigit()]
    assert plain == [hold.support.gear.name, *parts, hold.lens.camera.body.name]
    heights = [one.at[1] for one in view.words if one.layer == "words"]
    assert heights == sorted(heights)


def test_letters_are_as_high_as_asked() -> None:
    (camera, *_) = camera_studies(SOUND)
    assert side_view(bench(camera), on_paper(20, 2.5)).letters_mm == 50
    small = side_view(bench(camera), share_of_drawing(0.02))
    large = side_view(bench(camera), share_of_drawing(0.06))
    assert large.letters_mm == pytest.approx(3 * small.letters_mm)
    assert measured(large) == measured(small)


@settings(max_examples=60, deadline=None)
@given(
    cuts=st.lists(st.integers(0, 2_000), min_size=2, max_size=5, unique=True),
    letters=st.floats(2, 120),
)
def test_a_row_of_measures_adds_up(cuts: list[int], letters: float) -> None:
    """Neighbouring spans cover what lies between the first and the last of them."""
    places = sorted(float(one) for one in cuts)
    board = Board(letters_mm=letters)
    board.line("table", [(places[0], 0.0), (places[-1], 10.0)])
    board.row(
        "below",
        [Span((a, 0.0), (b, 0.0), "", f"{a}") for a, b in itertools.pairwise(places)],
    )
    view = board.view("row", "A row", "")
    lengths = [one.length.value for one in view.measures]
    assert sum(lengths) == pytest.approx(places[-1] - places[0], abs=0.1 * len(lengths))
    assert len({one.line_at_mm for one in view.measures}) == 1
    assert all(one.line_at_mm < 0 for one in view.measures)


def test_plans_with_several_cameras_name_them() -> None:
    titles = [side_view(bench(one)).title for one in camera_studies(SHELF[0])]
    assert [title[-1] for title in titles] == ["A", "B", "C"]
