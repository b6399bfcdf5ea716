"""Runs reference cases through the core: ``python -m bench.reference FILE…``.

A file holds ``cases`` computed independently. For each case the worst deviation is printed; the
exit status is 1 where one is outside its tolerance, or where a file holds cases of a kind that
this version does not compute.
"""

from __future__ import annotations

import json
import math
import sys
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path
from typing import Any

import numpy as np

from steeple.core.angles.sight import Things, disc_points, hides, in_picture, seen_among
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.pose import Pose, Pyramid
from steeple.core.geometry.solids import Hull, Solids, box_hull, solids_of
from steeple.core.geometry.vectors import UP, Vector, sine_cosine
from steeple.core.light.emitters import Emitter, light_at
from steeple.core.light.gloss import Finish, gloss_luminance
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
LIGHT_TOLERANCE = 0.01
"""Of the illuminance that there would be without shadows, at every point."""
GLARE_TOLERANCE, GLARE_LEAST = 0.05, 1.0
"""Relative, or in cd/m², whichever allows more."""

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


def emitters_of(case: Case) -> tuple[Emitter, ...]:
    """The lamps of a case: one-sided, even, Lambertian."""
    found = []
    for light in case["lights"]:
        centre = Vector(*light["centre_mm"])
        toward = Vector(*light["aim_mm"]).minus(centre)
        rectangle = light["shape"] == "rectangle"
        across = light["width_mm"] if rectangle else 2 * light["radius_mm"]
        along = light["height_mm"] if rectangle else across
        found.append(
            Emitter(
                "rectangle" if rectangle else "disc",
                centre, toward, across, along, light["flux_lm"] / math.pi,
            )
        )  # fmt: skip
    return tuple(found)


def solids_in(case: Case) -> Solids:
    """The occluders of a case."""
    capsules, hulls = [], []
    for one in case["occluders"]:
        if one["shape"] == "box":
            hulls.append(box_hull(Vector(*one["centre_mm"]), Vector(*one["size_mm"])))
        else:
            a = one.get("from_mm", one.get("centre_mm"))
            b = one.get("to_mm", a)
            capsules.append((*a, *b, one["radius_mm"]))
    return solids_of(np.array(capsules).reshape(-1, 7), tuple(hulls))


def on_table(points: Sequence[Sequence[float]]) -> Array:
    """Points of the lit plane."""
    return np.array([[*point, 0.0] for point in points])


def worst_light(case: Case) -> tuple[str, float]:
    """The point of an illuminance case that deviates most, as a share of the light without shadow."""
    found = light_at(
        on_table(case["points_mm"]), np.array([0.0, 0.0, 1.0]), emitters_of(case), solids_in(case)
    )
    free = np.array(case["illuminance_free_lx"])
    off_free = np.abs(found.free.sum(axis=0) - free) / free
    off = np.abs(found.seen.sum(axis=0) - np.array(case["illuminance_lx"])) / free
    if off_free.max() > off.max():
        return f"free at point {int(off_free.argmax())}", float(off_free.max())
    return f"with shadows at point {int(off.argmax())}", float(off.max())


def worst_glare(case: Case) -> tuple[str, float]:
    """The point of a glare case that deviates most, as a share of what is allowed there."""
    found = gloss_luminance(
        on_table(case["points_mm"]), Vector(0.0, 0.0, 1.0), Vector(*case["camera_mm"]),
        emitters_of(case), Finish(case["alpha"], case["ior"]),
    ).sum(axis=0)  # fmt: skip
    expected = np.array(case["specular_luminance_cd_m2"])
    allowed = np.maximum(GLARE_TOLERANCE * expected, GLARE_LEAST)
    off = np.abs(found - expected) / allowed
    return f"of what is allowed, at point {int(off.argmax())}", float(off.max())


SHARE_TOLERANCE, DISC_TOLERANCE = 0.002, 0.01
"""Of the picture, and of a disc."""


def pyramid_of(camera: Mapping[str, Any]) -> Pyramid:
    """The camera of a visibility case: its picture's up is the direction nearest to straight up (away
    from the maker for one that looks straight down), turned from up toward right."""
    position = Vector(*camera["position_mm"])
    axis = Vector(*camera["looks_at_mm"]).minus(position).unit
    high = UP if abs(axis.z) < 1 - 1e-9 else Vector(0.0, 1.0, 0.0)
    up = high.minus(axis.times(high.dot(axis))).unit
    right = axis.cross(up)
    s, c = sine_cosine(camera["roll_deg"])
    image = image_distance(
        focal_mm=camera["focal_mm"], pupil_to_focus_mm=camera["focus_distance_mm"]
    )
    return Pyramid(
        pose=Pose(
            position=position,
            axis=axis,
            right=right.times(c).minus(up.times(s)),
            up=up.times(c).plus(right.times(s)),
        ),
        half_width=camera["sensor_width_mm"] / 2 / image,
        half_height=camera["sensor_height_mm"] / 2 / image,
    )


def worst_sight(case: Case) -> tuple[str, float]:
    """The figure of a visibility case that deviates most, as a share of what is allowed."""
    pyramid = pyramid_of(case["camera"])
    capsules: list[Array] = []
    hulls: list[tuple[Hull, ...]] = []
    for one in case["solids"]:
        if one["shape"] == "box":
            hulls.append((box_hull(Vector(*one["centre_mm"]), Vector(*one["size_mm"])),))
            capsules.append(np.zeros((0, 7)))
        else:
            a = one.get("from_mm", one.get("centre_mm"))
            hulls.append(())
            capsules.append(np.array([[*a, *one.get("to_mm", a), one["radius_mm"]]], dtype=float))
    things = Things(tuple(capsules), tuple(hulls))
    found, covered = in_picture(pyramid, things)
    off = [("of any in the picture", abs(covered - case["frame_share_of_any"]) / SHARE_TOLERANCE)]
    off += [
        (f"of solid {index} in the picture", abs(one.share - share) / SHARE_TOLERANCE)
        for index, (one, share) in enumerate(zip(found, case["frame_share"], strict=True))
    ]
    points = np.array(case["points_mm"], dtype=float)
    clear = ~hides(pyramid.pose.position, points, things).any(axis=0)
    for name, got in (("points_clear", clear), ("points_in_frame", pyramid.within(points))):
        wrong = int((got != np.array(case[name])).sum())
        off.append((name, 0.0 if wrong == 0 else math.inf))
    for index, disc in enumerate(case["discs"]):
        spread = disc_points(Vector(*disc["centre_mm"]), Vector(*disc["normal"]), disc["radius_mm"])
        seen = seen_among(pyramid.within(spread), hides(pyramid.pose.position, spread, things))
        off.append((f"disc {index} clear", abs(seen.clear - disc["clear_share"]) / DISC_TOLERANCE))
        off.append((f"disc {index} seen", abs(seen.seen - disc["seen_share"]) / DISC_TOLERANCE))
    return max(off, key=lambda one: one[1])


KINDS: tuple[tuple[str, Callable[[Case], tuple[str, float]], float], ...] = (
    ("focal_mm", worst, OPTICS_TOLERANCE),
    ("illuminance_lx", worst_light, LIGHT_TOLERANCE),
    ("specular_luminance_cd_m2", worst_glare, 1.0),
    ("frame_share", worst_sight, 1.0),
)
"""Which field tells the kind of a case, how it is computed, and what is allowed."""


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
            kind = next((one for one in KINDS if one[0] in case), None)
            if kind is None:
                print(f"{name}: {case.get('name')}: not computed by this version")
                outside += 1
                continue
            figure, off = kind[1](case)
            verdict = "ok" if off <= kind[2] else "OUTSIDE"
            outside += verdict != "ok"
            print(f"{name}: {case['name']}: worst {off:.2e} ({figure}) {verdict}")
    return 1 if outside else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
