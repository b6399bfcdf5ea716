"""Runs reference cases through the core: ``python -m bench.reference FILE…``.

A file holds ``cases`` computed independently. For each case the worst deviation is printed; the
exit status is 1 where one is outside its tolerance, or where a file holds cases of a kind that
this version does not compute.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path
from typing import Any

from steeple.core.optics.focus import nearest_focus, sharp_range
from steeple.core.optics.frame import pixels_per_mm
from steeple.core.optics.thin_lens import (
    coverage,
    effective_f_number,
    image_distance,
    magnification,
    sensor_mark_to_subject,
)

OPTICS_TOLERANCE = 1e-3
"""Relative; the files round to about a thousandth of a millimetre."""

Case = Mapping[str, Any]


def optics_figures(case: Case) -> list[tuple[str, float | None, float | None]]:
    """Name, computed value and expected value of every figure in an optics case."""
    f, u = case["focal_mm"], case["pupil_to_focus_mm"]
    v = image_distance(focal_mm=f, pupil_to_focus_mm=u)
    m = magnification(focal_mm=f, pupil_to_focus_mm=u)
    sharp = sharp_range(
        focal_mm=f,
        f_number=case["f_number"],
        circle_of_confusion_mm=case["circle_of_confusion_mm"],
        pupil_to_focus_mm=u,
    )
    figures: list[tuple[str, float | None, float | None]] = []
    for plane in case["coverage_mm"]:
        for side in ("width", "height"):
            seen = coverage(
                extent_mm=case[f"sensor_{side}_mm"],
                image_distance_mm=v,
                plane_distance_mm=plane["pupil_distance_mm"],
            )
            name = f"coverage {side} at {plane['pupil_distance_mm']:g}"
            figures.append((name, seen, plane[f"{side}_mm"]))
    across = case["sensor_width_mm"] * u / v
    computed: dict[str, Callable[[], float | None]] = {
        "near_limit_mm": lambda: sharp.near_mm,
        "far_limit_mm": lambda: sharp.far_mm,
        "magnification": lambda: m,
        "effective_f_number": lambda: effective_f_number(
            f_number=case["f_number"], magnification_ratio=m
        ),
        "sensor_mark_to_subject_mm": lambda: sensor_mark_to_subject(
            focal_mm=f, pupil_to_focus_mm=u
        ),
        "recorded_px_per_mm": lambda: pixels_per_mm(
            pixels=case["recording_width_px"], coverage_mm=across
        ),
        "delivered_px_per_mm": lambda: pixels_per_mm(
            pixels=case["delivery_width_px"], coverage_mm=across
        ),
        "min_pupil_distance_mm": lambda: nearest_focus(
            focal_mm=f,
            min_focus_from_mark_mm=case.get("min_focus_from_sensor_mark_mm"),
            greatest_magnification=case.get("greatest_magnification"),
        ),
    }
    figures += [(name, compute(), case[name]) for name, compute in computed.items() if name in case]
    return figures


def deviation(computed: float | None, expected: float | None) -> float:
    """Relative deviation; infinite where one of the two is infinite (None) and the other is not."""
    if computed is None or expected is None:
        return 0.0 if computed is expected else float("inf")
    return abs(computed - expected) / max(abs(expected), 1e-12)


def worst(case: Case) -> tuple[str, float]:
    """The figure of an optics case that deviates most, and by how much."""
    figures = [(name, deviation(got, wanted)) for name, got, wanted in optics_figures(case)]
    return max(figures, key=lambda figure: figure[1])


def main(names: Sequence[str]) -> int:
    """Run every file; see the module."""
    if not names:
        print("usage: python -m bench.reference FILE…", file=sys.stderr)
        return 2
    outside = 0
    for name in names:
        try:
            cases = json.loads(Path(name).read_text(encoding="utf-8"))["cases"]
        except (OSError, ValueError, KeyError, TypeError) as error:
            print(f"{name}: no file of reference cases ({error})", file=sys.stderr)
            outside += 1
            continue
        if not cases:
            print(f"{name}: holds no case", file=sys.stderr)
            outside += 1
        for case in cases:
            if "focal_mm" not in case:
                print(f"{name}: {case.get('name')}: not computed by this version")
                outside += 1
                continue
            figure, off = worst(case)
            verdict = "ok" if off <= OPTICS_TOLERANCE else "OUTSIDE"
            outside += verdict != "ok"
            print(f"{name}: {case['name']}: worst {off:.2e} ({figure}) {verdict}")
    return 1 if outside else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
