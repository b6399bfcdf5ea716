"""A physically based renderer as a second yardstick: the same lamp, body and table, seen from close
above the table, so that what it paints is the light on it.

It comes by ``mitsuba``, which is asked for nowhere else: ``pip install mitsuba==3.9.1``. Without it the
rows are left out.
"""

from __future__ import annotations

import math
import tempfile
from collections.abc import Iterator
from pathlib import Path

import numpy as np

from bench.light import capsule_mesh
from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import solids_of
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, How, light_at, rows_of
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import GILDING

ACROSS, ALONG = 42, 28
WIDE_MM, DEEP_MM = 420.0, 280.0
UNDER_MM = 2.0
"""How high the renderer's camera hangs: everything else is above it."""
SAMPLES, WITHIN = 1024, 4
"""Samples of the renderer in a pixel, and places of ours along and across one."""
LAMP = Emitter(
    "rectangle", Vector(-420.0, 430.0, 780.0), Vector(420.0, -430.0, -780.0), 400, 300, 1000.0
)


def _ply(triangles: Array, path: Path) -> None:
    """Triangles, shape (t, 3, 3), as a mesh file."""
    points = triangles.reshape(-1, 3)
    faces = np.arange(len(points)).reshape(-1, 3)
    head = (
        "ply\nformat ascii 1.0\n"
        f"element vertex {len(points)}\nproperty float x\nproperty float y\nproperty float z\n"
        f"element face {len(faces)}\nproperty list uchar int vertex_indices\nend_header\n"
    )
    rows = [" ".join(f"{one:.5f}" for one in point) for point in points.tolist()]
    rows += [f"3 {a} {b} {c}" for a, b, c in faces.tolist()]
    path.write_text(head + "\n".join(rows) + "\n")


def _points(within: int = 1) -> Array:
    """Places on the table, row by row from near left: ``within`` × ``within`` in each pixel."""
    across, along = ACROSS * within, ALONG * within
    xs = ((np.arange(across) + 0.5) / across - 0.5) * WIDE_MM
    ys = ((np.arange(along) + 0.5) / along - 0.5) * DEEP_MM
    return np.array([[x, y, 0.0] for y in ys for x in xs])


def _pixels(values: Array) -> Array:
    """Means over the pixels of the renderer."""
    shaped = values.reshape(ALONG, WITHIN, ACROSS, WITHIN)
    return np.asarray(shaped.mean(axis=(1, 3)).reshape(-1))


def renderer() -> Iterator[Timing]:
    """Light on 42 × 28 places with the maker in the way: how far ours is from the renderer's, in per
    cent of the free light, and how long each takes."""
    try:
        import mitsuba as mi  # type: ignore[import-not-found]
    except ImportError:
        return
    mi.set_variant("scalar_rgb")
    study = camera_studies(GILDING)[0].light
    assert study is not None
    body = study.scene.people[4]
    solids, rows, points = solids_of(body), rows_of((LAMP,)), _points()
    normal = np.array([0.0, 0.0, 1.0])
    radiance = LAMP.intensity_cd / (LAMP.area_mm2 / 1e6)
    to_world = mi.ScalarTransform4f
    turn = to_world().look_at(
        origin=list(LAMP.centre), target=list(LAMP.centre.plus(LAMP.toward)), up=[0, 0, 1]
    )
    with tempfile.TemporaryDirectory() as folder:
        mesh = Path(folder) / "body.ply"
        _ply(capsule_mesh(body, sides=72, half_rings=30), mesh)
        scene = mi.load_dict(
            {
                "type": "scene",
                "integrator": {"type": "direct", "emitter_samples": 1, "bsdf_samples": 0},
                "sensor": {
                    "type": "orthographic",
                    "to_world": to_world().look_at([0, 0, UNDER_MM], [0, 0, 0], [0, 1, 0])
                    @ to_world().scale([WIDE_MM / 2, WIDE_MM / 2, 1]),
                    "near_clip": 0.01,
                    "film": {
                        "type": "hdrfilm",
                        "width": ACROSS,
                        "height": ALONG,
                        "pixel_format": "luminance",
                        "component_format": "float32",
                        "rfilter": {"type": "box"},
                    },
                    "sampler": {"type": "multijitter", "sample_count": SAMPLES},
                },
                "table": {
                    "type": "rectangle",
                    "to_world": to_world().scale([900, 900, 1]),
                    "bsdf": {"type": "diffuse", "reflectance": {"type": "rgb", "value": 0.5}},
                },
                "body": {"type": "ply", "filename": str(mesh), "face_normals": True},
                "lamp": {
                    "type": "rectangle",
                    "to_world": turn @ to_world().scale([LAMP.width_mm / 2, LAMP.height_mm / 2, 1]),
                    "emitter": {
                        "type": "area",
                        "radiance": {"type": "rgb", "value": radiance},
                    },
                },
            }
        )
        painted: list[Array] = []

        def paint() -> None:
            painted.append(np.array(mi.render(scene)))

        theirs = percentile(milliseconds(paint, times=3, warm_up=1), 0.5)
    image = painted[-1].reshape(ALONG, ACROSS)
    # The picture's first line is the far one, and it is seen from above with x to the right.
    lux = image[::-1].reshape(-1) * math.pi / 0.5
    ways: tuple[How, ...] = ("fine", "map", "sums")
    for how in ways:
        lit = light_at(_points(WITHIN), normal, rows, solids, how=how)
        off = 100 * np.abs(_pixels(lit.seen[0]) - lux) / _pixels(lit.free[0])
        told = f"“{how}” against a renderer, of the free light"
        yield line(f"{told}, mean", float(off.mean()), "%", 1)
        yield line(f"{told}, 99 of 100 places", float(np.quantile(off, 0.99)), "%", None)
    ours = percentile(
        milliseconds(lambda: light_at(points, normal, rows, solids, how="map"), times=9), 0.5
    )
    yield line(
        f"the renderer ÷ “map” on the same places, {SAMPLES} samples", theirs / ours, "times", None
    )
