"""The shortest way of a lead over a floor, round what must stay free.

A lead bends only at corners: the shortest way lies in the graph of corners that see each other (Lozano-Pérez &
Wesley, *An Algorithm for Planning Collision-Free Paths among Polyhedral Obstacles*, 1979), found by Dijkstra's
algorithm.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import dijkstra

from steeple.core.geometry.rectangle import Rectangle

Place = tuple[float, float]
ROUND_MM = 30.0
"""A lead lies so far beside what it goes round."""
HAIR_MM = 1.0


@dataclass(frozen=True, slots=True)
class Way:
    """A way over the floor: its corners, its length, and which of the stretches to keep free it crosses."""

    corners: tuple[Place, ...]
    length_mm: float
    crosses: tuple[int, ...]


def crosses(a: Place, b: Place, box: Rectangle) -> bool:
    """Whether a straight line passes through the inside of a rectangle; touching its edge does not count.

    Parameters
    ----------
    a, b, box
        the ends of the line; the rectangle.
    """
    enter, leave = 0.0, 1.0
    for low, high, at, go in (
        (box.left + HAIR_MM, box.right - HAIR_MM, a[0], b[0] - a[0]),
        (box.near + HAIR_MM, box.far - HAIR_MM, a[1], b[1] - a[1]),
    ):
        if abs(go) < 1e-9:
            if not low < at < high:
                return False
            continue
        one, two = (low - at) / go, (high - at) / go
        enter, leave = max(enter, min(one, two)), min(leave, max(one, two))
    return enter < leave


def _corners(box: Rectangle) -> list[Place]:
    return [
        (x, y)
        for x in (box.left - ROUND_MM, box.right + ROUND_MM)
        for y in (box.near - ROUND_MM, box.far + ROUND_MM)
    ]


def shortest_way(
    start: Place, end: Place, keep_free: Sequence[Rectangle], *, bounds: Rectangle | None = None
) -> Way:
    """The shortest way round all that must stay free; straight across where there is none round it.

    Parameters
    ----------
    start, end
        millimetres.
    keep_free
        rectangles that the lead may not cross. One that holds ``start`` or ``end`` is crossed.
    bounds
        the walls; None = the floor has no end.
    """
    held = [
        index for index, box in enumerate(keep_free)
        if any(_inside(one, box) for one in (start, end))
    ]  # fmt: skip
    barred = [box for index, box in enumerate(keep_free) if index not in held]
    nodes = [start, end]
    for box in barred:
        nodes += [
            one for one in _corners(box)
            if (bounds is None or _inside(one, bounds))
            and not any(_inside(one, other) for other in barred)
        ]  # fmt: skip
    count = len(nodes)
    lengths = np.zeros((count, count))
    for i in range(count):
        for j in range(i + 1, count):
            if not any(crosses(nodes[i], nodes[j], box) for box in barred):
                lengths[i, j] = max(1e-6, math.dist(nodes[i], nodes[j]))
    total, before = dijkstra(
        csr_matrix(lengths), directed=False, indices=0, return_predecessors=True
    )
    if not math.isfinite(total[1]):
        crossed = [i for i, box in enumerate(keep_free) if crosses(start, end, box) or i in held]
        return Way((start, end), math.dist(start, end), tuple(crossed))
    path = [1]
    while path[-1] != 0:
        path.append(int(before[path[-1]]))
    return Way(tuple(nodes[one] for one in reversed(path)), float(total[1]), tuple(held))


def straight_way(start: Place, end: Place, keep_free: Sequence[Rectangle]) -> Way:
    """The straight way, whatever it crosses.

    Parameters
    ----------
    start, end, keep_free
        as for `shortest_way`.
    """
    crossed = tuple(
        index for index, box in enumerate(keep_free)
        if crosses(start, end, box) or _inside(start, box) or _inside(end, box)
    )  # fmt: skip
    return Way((start, end), math.dist(start, end), crossed)


def _inside(place: Place, box: Rectangle) -> bool:
    return box.left < place[0] < box.right and box.near < place[1] < box.far
