"""Timings of the light step, and its rays against an any-hit query of Embree in the same run.

Embree comes by ``embreex``, which is asked for nowhere else: ``pip install embreex==4.4.0``. Without it
the row is left out.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator
from functools import partial

import numpy as np

from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import solids_of
from steeple.core.light.emitters import light_at, rows_of
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.light.glare import compare_glare
from steeple.core.solve.light.lamp_dome import dome_of, map_of
from steeple.core.solve.light.layouts import layouts_of
from steeple.core.solve.light.place_lamps import place_lamps
from steeple.core.study.cache import StudyCache
from steeple.core.study.light.dome import directions, lamp_in
from steeple.core.study.light.lamps.scene import lattice
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import GILDING, PLANS

SAMPLES = 64
"""Rays from a point to a lamp that a sampling renderer would take for the same share."""
SIDES, RINGS = 24, 10


def light_step(owned: Owned) -> Iterator[Timing]:
    """What the light step works out, on the demo plan that takes longest. Dome and map are asked for
    after the figures of the plan, which the server then remembers."""
    known = StudyCache()
    rows = (
        ("dome of a lamp, 24 × 8 directions, 9 poses", lambda plan: dome_of(plan, cache=known), 5, 2000),
        ("its first picture, 3 poses", lambda plan: dome_of(plan, draft=True, cache=known), 5, 300),
        ("deepest shadow over nine poses, 42 × 28 places", lambda plan: map_of(plan, of="shadow", cache=known), 5, 300),
        ("lamps placed from the cupboard", lambda plan: list(place_lamps(plan, owned=owned)), 2, 10_000),
        ("the schools placed", lambda plan: layouts_of(plan, owned=owned), 2, 10_000),
        ("ways against glare", lambda plan: compare_glare(plan), 3, 3000),
    )  # fmt: skip
    for name, work, times, goal in rows:
        middles = [
            percentile(milliseconds(partial(work, plan), times=times, warm_up=1), 0.5)
            for plan in PLANS
        ]
        yield line(f"{name}, slowest demo plan, median", max(middles), "ms", goal)
    yield from rays()


def capsule_mesh(capsules: Array, sides: int = SIDES, half_rings: int = RINGS) -> Array:
    """Capsules as triangles, shape (t, 3, 3): what Embree is given."""
    triangles = []
    for c in capsules:
        a, b, r = c[:3], c[3:6], c[6]
        axis = b - a
        long = float(np.linalg.norm(axis))
        w = axis / long if long > 1e-9 else np.array([0.0, 0.0, 1.0])
        u = np.cross(w, [1.0, 0.0, 0.0] if abs(w[0]) < 0.9 else [0.0, 1.0, 0.0])
        u /= np.linalg.norm(u)
        v = np.cross(w, u)
        rings = []
        for k in range(half_rings + 1):
            angle = math.pi * k / half_rings - math.pi / 2
            end = a if angle < 0 else b
            turn = 2 * math.pi * np.arange(sides) / sides
            around = np.outer(np.cos(turn), u) + np.outer(np.sin(turn), v)
            rings.append(end + r * (math.cos(angle) * around + math.sin(angle) * w))
        for low, high in itertools.pairwise(rings):
            for n in range(sides):
                m = (n + 1) % sides
                triangles += [[low[n], low[m], high[n]], [low[m], high[m], high[n]]]
    return np.array(triangles)


def rays() -> Iterator[Timing]:
    """Shares of lamps seen from points past the maker, one core: pairs of lamp and point a second
    times `SAMPLES`, against so many any-hit rays of Embree over the same pairs."""
    plan: Plan = GILDING
    study = camera_studies(plan)[0].light
    assert study is not None
    scene = study.scene
    body = solids_of(scene.people[4])
    points = lattice(study.work, 12, 8)
    emitters = [lamp_in(scene, plan.lights[1].fixture, way, 1100.0) for way in directions()]
    rows, normal = rows_of(tuple(emitters)), np.array([0.0, 0.0, 1.0])
    count = len(points) * len(rows) * SAMPLES

    def quick() -> object:
        return light_at(points, normal, rows, body, how="sums")

    ours = percentile(milliseconds(quick, times=5, warm_up=1), 0.5)
    fine = percentile(milliseconds(lambda: light_at(points, normal, rows, body), times=3), 0.5)
    yield line("rays of the light study, quick sums", count / ours / 1e3, "million/s", None)
    yield line("rays of the light study, to half a per cent", count / fine / 1e3, "million/s", None)
    try:
        from embreex import rtcore_scene  # type: ignore[import-not-found]
        from embreex.mesh_construction import TriangleMesh  # type: ignore[import-not-found]
    except ImportError:
        return
    world = rtcore_scene.EmbreeScene()
    TriangleMesh(world, capsule_mesh(scene.people[4]).astype(np.float32))
    steps = (np.arange(8) + 0.5) / 4 - 1
    starts, ways = [], []
    for row in rows[:: len(rows) // 24]:
        middle, u, v = row[0:3], row[6:9] * row[12], row[9:12] * row[13]
        ends = np.array([middle + s * u + t * v for s in steps for t in steps])
        for point in points:
            starts.append(np.broadcast_to(point, ends.shape))
            ways.append(ends - point)
    origins = np.concatenate(starts).astype(np.float32)
    toward = np.concatenate(ways).astype(np.float32)

    def embree() -> object:
        return world.run(origins, toward, query="OCCLUDED")

    # Taken in turns: a noisy machine then slows both.
    ratios, theirs = [], []
    for _ in range(9):
        each = milliseconds(quick, times=1, warm_up=0)[0] / count
        theirs.append(milliseconds(embree, times=1, warm_up=0)[0] / len(origins))
        ratios.append(theirs[-1] / each)
    yield line(
        "any-hit rays of Embree on the same pairs",
        1 / percentile(sorted(theirs), 0.5) / 1e3, "million/s", None,
    )  # fmt: skip
    yield line(
        "rays of the light study ÷ Embree’s",
        percentile(sorted(ratios), 0.5),
        "times",
        8,
        at_least=True,
    )
