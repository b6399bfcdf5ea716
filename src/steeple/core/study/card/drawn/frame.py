"""The edge of the picture on the table, to be taped down: its corners by the edges of the table."""

from __future__ import annotations

from collections.abc import Sequence

from shapely.geometry import Polygon
from shapely.geometry import box as square

from steeple.core.study.card.drawn.lines import ON_CARD, Board, DrawnView, Letters, Place, Span
from steeple.core.study.card.drawn.things import Bench

ARM = 0.11
"""How long the arms of a tape mark are, of the shorter side of the picture."""


def frame_view(bench: Bench, letters: Letters = ON_CARD) -> DrawnView | None:
    """The tape marks of one camera; None for one whose picture does not lie on the table."""
    lens = bench.lens
    if lens is None or lens.sight is None or lens.sight.quad_surface is None:
        return None
    work = bench.work
    if not lens.work.is_flat or lens.work.target is not None or lens.camera.tilt_deg > 60.0:
        return None
    table, zone = work.table, work.footprint
    corners = [(one.x, one.y) for one in lens.sight.quad_surface]
    board = Board(letters_mm=letters(1.1 * max(table.width_mm, table.depth_mm, 400.0)))
    whole = square(table.left, table.near, table.right, table.far)
    board.outline("table", whole, thick=True)
    board.outline("zone", square(zone.left, zone.near, zone.right, zone.far))
    seen = Polygon(corners)
    board.outline(
        "picture", seen.intersection(whole.buffer(0.25 * table.depth_mm)), stroke="dashed"
    )
    for index, corner in enumerate(corners):
        if table.left <= corner[0] <= table.right and table.near <= corner[1] <= table.far:
            _tape(board, corners, index)
    board.say("zone", ((zone.left + zone.right) / 2, (zone.near + zone.far) / 2), "zone")
    near = sorted(corners, key=lambda one: one[1])[:2]
    far = sorted(corners, key=lambda one: one[1])[2:]
    left, right = min(near), max(near)
    start: Place = (table.left, table.near)
    board.row(
        "below",
        [
            Span(start, left, "", "left table edge to the near left mark"),
            Span(left, right, "picture", "near edge of the picture"),
        ],
    )
    if abs((max(far)[0] - min(far)[0]) - (right[0] - left[0])) > 2.0:
        board.row(
            "above",
            [
                Span((table.left, table.far), min(far), "", "left table edge to the far left mark"),
                Span(min(far), max(far), "picture", "far edge of the picture"),
            ],
        )
    side: Place = (table.right, table.near)
    board.column(
        "right",
        [
            Span(side, right, "", "your table edge to the near marks"),
            Span(right, max(far), "picture", "near marks to far marks"),
        ],
    )
    return board.view(
        f"frame-{bench.camera}",
        "Tape down the corners of the picture",
        "The table from above with the zone, the picture dashed, and tape at its corners.",
    )


def _tape(board: Board, corners: Sequence[Place], index: int) -> None:
    """Two arms of tape along the edges of the picture, from one of its corners."""
    at = corners[index]
    reach = min(
        sum((a - b) ** 2 for a, b in zip(one, other, strict=True)) ** 0.5
        for one, other in zip(corners, (*corners[1:], corners[0]), strict=True)
    )
    ends = []
    for beside in (corners[index - 1], corners[(index + 1) % len(corners)]):
        length = sum((a - b) ** 2 for a, b in zip(at, beside, strict=True)) ** 0.5
        share = ARM * reach / max(length, 1e-9)
        ends.append(tuple(a + share * (b - a) for a, b in zip(at, beside, strict=True)))
    board.line("picture", [ends[0], at, ends[1]], thick=True)
