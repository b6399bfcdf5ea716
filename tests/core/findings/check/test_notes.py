"""Every note of the check: what makes it fire, and that a bench as planned is quiet."""

from __future__ import annotations

from typing import get_args

import pytest

from steeple.core.findings.check.note import CheckCode
from steeple.core.findings.check.picture import printer_note, where_words
from steeple.core.study.base.sentence import sentence_words
from steeple.devices.frame_camera import Faults, TableLight
from steeple.devices.workbench import Errors
from steeple.services.check.frames import CheckOptions, NamedFile, check_frames
from tests.checks import BOOK, Bench, codes, lit_from_both_sides, planned, studies
from tests.frames import Shot, jpeg

QUIET = Faults(exposure_stops=-0.3)
FIRING: dict[CheckCode, Bench] = {
    "check.too-low": Bench(errors=Errors(up_mm=-40.0)),
    "check.too-high": Bench(errors=Errors(up_mm=40.0)),
    "check.off-centre": Bench(errors=Errors(right_mm=30.0)),
    "check.tilted": Bench(errors=Errors(lean_away_deg=2.0)),
    "check.turned": Bench(errors=Errors(turned_deg=4.0)),
    "check.zone-cut-off": Bench(errors=Errors(up_mm=-150.0)),
    "check.uneven": Bench(lit_from_both_sides(), Errors(lamps=(0.2, 1.0))),
    "check.exposure": Bench(faults=Faults(exposure_stops=-1.6)),
    "check.clipped": Bench(
        lit_from_both_sides(), Errors(lamps=(0.45, 1.0)), Faults(exposure_stops=0.35)
    ),
    "check.bands": Bench(faults=Faults(exposure_stops=-0.3, bands=(7.0, 0.3))),
    "check.soft": Bench(faults=Faults(exposure_stops=-0.3, blur_px=2.6)),
    "check.detail-lost": Bench(faults=Faults(exposure_stops=-0.3, blur_px=2.6)),
}
ELSEWHERE = {
    "check.zoom-off",
    "check.hot-patch",
    "check.cast",
    "check.printer-scale",
    "check.other-plan",
}


def test_every_code_is_made_to_fire() -> None:
    assert set(FIRING) | ELSEWHERE == set(get_args(CheckCode))


@pytest.mark.parametrize("code", FIRING)
def test_a_note_fires(code: CheckCode) -> None:
    report = FIRING[code].check()
    note = next(one for one in report.notes if one.code == code)
    assert note.verdict in ("watch", "fails")
    assert len(sentence_words(note.title, "cm")) > 12
    assert report.verdict != "holds"
    figures = {one.key: one for one in report.figures}
    assert figures["height_mm"].verdict is not None


def test_a_bench_as_planned_is_quiet() -> None:
    report = Bench(lit_from_both_sides()).check()
    assert codes(report) == set()
    assert report.verdict == "holds"
    assert sentence_words(report.answer, "cm").startswith("As planned. The lens hangs 74.0 cm")
    assert all(one.verdict in (None, "holds") for one in report.figures)


def test_upside_down_and_on_its_side() -> None:
    for turned, words in ((180.0, "upside down"), (90.0, "on its side")):
        report = Bench(errors=Errors(turned_deg=turned)).check()
        note = next(one for one in report.notes if one.code == "check.turned")
        assert words in sentence_words(note.title, "cm")
        assert note.verdict == "fails"
        assert note.moves


def test_the_zoom_is_told_where_the_picture_tells_it() -> None:
    report = Bench(errors=Errors(zoom_share=0.04)).check(CheckOptions(raised_mm=60.0))
    assert report.trusted == "picture"
    note = next(one for one in report.notes if one.code == "check.zoom-off")
    focal = next(one for one in report.figures if one.key == "focal_mm")
    assert focal.planned is not None
    assert focal.measured.value == pytest.approx(1.04 * focal.planned.value, rel=0.008)
    assert sentence_words(note.moves[0].words, "cm").startswith("Turn the zoom ring from")
    assert "check.too-low" not in codes(report)


def test_a_tape_is_trusted_before_the_ring() -> None:
    bench = Bench(errors=Errors(zoom_share=0.04))
    height = bench.workbench.camera.lens_mm[2]
    report = bench.check(CheckOptions(tape_mm=height))
    assert report.trusted == "tape"
    assert report.measured["height_mm"].value == pytest.approx(height, abs=0.5)
    assert "check.zoom-off" in codes(report)
    # Trusting the ring, the same picture says that it hangs lower.
    assert "check.too-low" in codes(bench.check())


def test_a_cast_and_a_hot_patch() -> None:
    true = planned(BOOK).camera((1920, 1080))
    chart = planned(BOOK).chart("a4")
    lit = TableLight(red=1.2, blue=0.8, patch=(120.0, -110.0, 25.0, 1.5))
    shot = Shot(camera=true, chart=chart, light=lit, faults=Faults(exposure_stops=-1.8))
    report = check_frames(
        BOOK, "overhead", [NamedFile("a.jpg", jpeg(shot.picture()))], None, studies(BOOK)
    )
    assert {"check.cast", "check.hot-patch"} <= codes(report)
    cast = next(one for one in report.notes if one.code == "check.cast")
    assert "warm" in sentence_words(cast.title, "cm")


def test_the_chart_of_another_plan_is_said_and_read_all_the_same() -> None:
    other = BOOK.model_copy(update={"title": "Another plan"})
    report = check_frames(other, "overhead", [NamedFile("a.jpg", Bench().frame())])
    assert "check.other-plan" in codes(report)
    assert report.measured["height_mm"].value == pytest.approx(740.0, abs=2.0)


def test_a_printer_that_scales() -> None:
    assert printer_note(150.3) is None
    note = printer_note(146.0)
    assert note is not None
    assert "146" in sentence_words(note.title, "cm")
    assert "check.printer-scale" in codes(Bench().check(CheckOptions(bar_mm=147.0)))


def test_places_are_said_by_ninths() -> None:
    assert where_words(0, 0, 300, 300) == "in the middle"
    assert where_words(-140, 140, 300, 300) == "at the far left"
    assert where_words(0, -140, 300, 300) == "on your side"
    assert where_words(140, 0, 300, 300) == "at the right"
