"""Ways of working of real makers, from an empty plan with the cupboard of the demo: expressible, in few changes,
and nothing on the way that a maker would have to work out by hand. Figures are ours."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from steeple.core.evaluation import evaluate
from steeple.core.findings.finding import Finding
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.work import ShapeId, Work
from steeple.core.plan.shapes import SHAPES
from steeple.core.solve.hold.supports import compare_supports
from steeple.core.solve.lens.compare import compare
from steeple.core.solve.light.layouts import layouts_of
from steeple.core.solve.light.place_lamps import LightingOutcome, place_lamps
from steeple.demo.cupboard import BODIES
from tests.core.solve.test_mends import EVERYTHING

OWNED = replace(EVERYTHING, bodies=tuple(one for one in BODIES if isinstance(one, Body)))


class Walk:
    """A maker at the screens: every figure typed and every offer taken is one change."""

    def __init__(self, shape: ShapeId) -> None:
        camera = Camera(id="main", role=SHAPES[shape].angles[0])
        self.plan = Plan(title=shape, work=Work(shape=shape), cameras=(camera,))
        self.changes = 1

    def types(self, **values: Any) -> None:
        for key, value in values.items():
            change = Change(path="/" + key.replace("__", "/"), value=value)
            self.plan = apply_changes(self.plan, (change,))
            self.changes += 1

    def takes(self, changes: tuple[Change, ...]) -> None:
        self.plan = apply_changes(self.plan, changes)
        self.changes += 1

    def takes_lens(self, name: str = "", index: int = 0) -> None:
        rows = compare(self.plan, index=index, owned=OWNED).rows
        self.takes(next(one for one in rows if one.owned and name in one.name).changes)

    def takes_support(self, name: str = "") -> None:
        rows = compare_supports(self.plan, owned=OWNED).rows
        self.takes(next(one for one in rows if one.changes and name in one.name).changes)

    def places_lamps(self) -> None:
        (outcome,) = (
            one for one in place_lamps(self.plan, owned=OWNED) if isinstance(one, LightingOutcome)
        )
        self.takes(outcome.options[0].changes)

    def takes_layout(self, name: str) -> None:
        found = next(one for one in layouts_of(self.plan, owned=OWNED) if one.id == name)
        assert found.option is not None, found.lacks
        self.takes(found.option.changes)

    def mends(self, code: str) -> None:
        found = next(one for one in self.found() if one.code == code)
        assert found.fixes, code
        self.takes(found.fixes[0].changes)

    def found(self) -> tuple[Finding, ...]:
        return evaluate(self.plan, owned=OWNED).findings

    def failing(self) -> list[str]:
        return [one.code for one in self.found() if one.verdict == "fails"]

    def verdict(self, code: str) -> str:
        return next(one.verdict for one in self.found() if one.code == code)


def test_a_small_shiny_thing_upright_with_a_glow_behind_and_nobody_there() -> None:
    walk = Walk("small-upright")
    walk.types(maker__away=True, table__mat_gloss="polished", table__mat_reflectance=0.06)
    walk.types(room__ceiling_mm=2500.0)
    walk.takes_lens()
    walk.takes_support()
    walk.takes_layout("glow-behind")
    assert walk.failing() == []
    assert not {"lens.head-in-frame", "work.table-height"} & {one.code for one in walk.found()}
    assert walk.changes <= 20


def test_drawing_at_a_desk_for_sitting_and_standing() -> None:
    walk = Walk("page-flat")
    walk.types(
        table__height_mm=720.0, table__other_heights_mm=[1120.0], room__ceiling_mm=2600.0,
        delivery__width_px=1920, delivery__height_px=1080,
    )  # fmt: skip
    walk.takes_lens()
    walk.takes_support("Pole clamped")
    walk.places_lamps()
    walk.mends("hold.no-second-fixing")
    assert walk.failing() == []
    assert walk.verdict("work.other-height") in ("holds", "watch")
    assert walk.changes <= 20


def test_painting_in_a_low_basement_with_a_phone() -> None:
    walk = Walk("easel")
    walk.types(room__ceiling_mm=2200.0, room__knock="unlikely")
    walk.takes_lens("Phone")
    walk.takes_support()
    walk.places_lamps()
    assert walk.failing() == []
    assert walk.changes <= 20


def test_cards_between_two_where_others_run_into_the_table() -> None:
    walk = Walk("cards-between-two")
    walk.types(
        maker__second={"place": "opposite"}, room__knock="likely", room__ceiling_mm=3000.0,
        room__width_mm=6000.0, room__depth_mm=6000.0, room__table_from_left_wall_mm=2400.0,
        room__table_from_far_wall_mm=2500.0,
    )  # fmt: skip
    walk.takes_lens()
    walk.takes_support("Boom stand")
    walk.places_lamps()
    assert "lens.head-in-frame" not in walk.failing()
    assert walk.changes <= 20


def test_a_drum_kit_with_the_player_inside_and_a_camera_under_a_pipe() -> None:
    walk = Walk("percussion")
    pipe = {
        "name": "pipe", "from_left_edge_mm": -500, "from_front_edge_mm": 1000, "width_mm": 3600,
        "depth_mm": 50, "bottom_mm": 3000, "top_mm": 3050, "stays": True,
    }  # fmt: skip
    walk.types(
        work__zone__width_mm=2000.0, work__zone__depth_mm=1800.0, work__zone_top_mm=700.0,
        table__width_mm=2400.0, table__depth_mm=2200.0, table__height_mm=400.0, maker__y_mm=-500.0,
        maker__posture="seated", room__ceiling_mm=3500.0, room__obstacles=[pipe],
    )  # fmt: skip
    walk.takes_lens()
    walk.mends("lens.detail-lost")
    walk.mends("roll.stops")
    assert walk.failing() == []
    assert walk.verdict("lens.head-in-frame") in ("holds", "watch")
    assert walk.changes <= 30


def test_cutting_cloth_with_a_window_and_two_panels() -> None:
    walk = Walk("cloth")
    walk.types(
        table__height_mm=740.0, room__ceiling_mm=2600.0,
        room__windows=[{
            "name": "window", "wall": "left", "along_mm": 0, "away_mm": 1000, "width_mm": 1200,
            "height_mm": 1300, "sill_mm": 900,
        }],
        room__daylight={
            "latitude_deg": 50, "longitude_deg": 10, "bearing_deg": 0, "date": "2026-04-10",
            "begins": "10:00", "lasts_min": 120, "utc_offset_h": 2,
        },
    )  # fmt: skip
    walk.takes_lens()
    walk.takes_layout("window-panel")
    assert walk.verdict("work.table-height") == "watch"
    assert walk.verdict("light.mixed-colour") in ("holds", "watch")
    assert walk.changes <= 25
