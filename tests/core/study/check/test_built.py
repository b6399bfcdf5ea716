"""A camera as built: by the axes of the plan, kept beside the planned one, on the card and in the file."""

from __future__ import annotations

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.reading import read_plan, write_plan
from steeple.devices.workbench import Errors
from steeple.services.check.frames import CheckOptions
from tests.checks import BOOK, Bench

OFF = Bench(errors=Errors(right_mm=10.0, up_mm=-40.0, lean_away_deg=2.0, turned_deg=3.0))


def test_what_is_built_is_in_the_axes_of_the_plan() -> None:
    built = OFF.check(CheckOptions(on="2026-11-28")).as_built
    true = OFF.workbench.camera
    assert (built.x_mm, built.y_mm, built.z_mm) == pytest.approx(true.lens_mm, abs=2.5)
    assert built.tilt_deg == pytest.approx(2.0, abs=0.2)
    assert built.toward_deg == pytest.approx(0.0, abs=8.0) or built.toward_deg > 352
    assert built.turn_deg == pytest.approx(3.0, abs=0.3)
    assert built.on == "2026-11-28"
    assert built.focal_mm is None, "the zoom was trusted"
    assert built.mtf50_cy_px is not None


def test_a_tape_tells_the_zoom_too() -> None:
    height = OFF.workbench.camera.lens_mm[2]
    built = OFF.check(CheckOptions(tape_mm=height)).as_built
    assert built.focal_mm is not None
    assert built.z_mm == pytest.approx(height, abs=0.5)


def test_it_is_kept_beside_what_is_planned() -> None:
    built = OFF.check(CheckOptions(on="2026-11-28")).as_built
    plan = apply_changes(
        BOOK, [Change(path="/cameras/0/as_built", value=built.model_dump(mode="json"))]
    )
    assert read_plan(write_plan(plan).encode()).cameras[0].as_built == built
    before, after = evaluate(BOOK, try_mends=False), evaluate(plan, try_mends=False)
    assert after.answers == before.answers, "what is planned stays"
    rows = {row.label: row for section in after.cards[0].sections for row in section.rows}
    kept = rows["The same as built"]
    assert kept.quantity is not None
    assert kept.quantity.value == pytest.approx(built.z_mm)
    assert "2026-11-28" in kept.hint
