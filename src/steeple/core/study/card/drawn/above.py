"""The bench from above: zone and picture by the edges of the table, and where everything stands round it."""

from __future__ import annotations

from collections.abc import Sequence

from shapely.geometry import LinearRing, Point, Polygon
from shapely.geometry import box as square
from shapely.geometry.base import BaseGeometry

from steeple.core.study.base.step import Context
from steeple.core.study.card.drawn.lines import ON_CARD, Board, DrawnView, Letters, Place, Span
from steeple.core.study.card.drawn.side import BEYOND_MM, name_in
from steeple.core.study.card.drawn.things import (
    FROM_ABOVE,
    Bench,
    Standing,
)
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.light.study import standing


def above_view(bench: Bench, letters: Letters = ON_CARD) -> DrawnView:
    """The bench from above while one camera films: measures for that camera, everything else where it stands."""
    work, hold = bench.work, bench.hold
    table, zone = work.table, work.footprint
    whole = square(table.left, table.near, table.right, table.far)
    things = [
        (one, shape)
        for one, shape in bench.seen(FROM_ABOVE)
        if one.layer != "work" or shape.intersects(whole)
    ]
    board = Board(letters_mm=letters(_extent(things, whole)))
    board.outline("table", whole, thick=True)
    board.outline("zone", square(zone.left, zone.near, zone.right, zone.far))
    for one, shape in things:
        board.outline(
            one.layer,
            shape,
            stroke="dotted" if one.layer == "person" else "solid",
            thick=one.layer == "camera" and one.of == bench.camera,
        )
    _pictures(board, bench.ctx)
    _room(board, work)
    if hold is not None and hold.placement is not None:
        for stand in hold.placement.feet:
            board.outline("support", Point(stand).buffer(12.0, quad_segs=3))
    for one, _ in things:
        if one.tag and one.tagged is not None:
            board.tag(one.layer, FROM_ABOVE.place(one.tagged), one.tag)
    _measures(board, work, bench.lens, hold)
    left, right, bottom, _ = board.box
    board.say(
        "words", ((left + right) / 2, bottom - 1.2 * board.letters_mm), "you sit or stand here"
    )
    return board.view(
        f"above-{bench.camera}".removesuffix("-"),
        "From above; you are below" + bench.letter,
        "Table, zone and picture from above, with lamps by their numbers and the foot of the support.",
    )


def _extent(things: Sequence[tuple[Standing, BaseGeometry]], table: BaseGeometry) -> float:
    board = Board(letters_mm=1.0)
    board.outline("table", table)
    for one, shape in things:
        board.outline(one.layer, shape)
    left, right, bottom, top = board.box
    return max(right - left, top - bottom, 600.0)


def _pictures(board: Board, ctx: Context) -> None:
    """What each camera takes in of the work on the table."""
    for camera in ctx.plan.with_camera(ctx.of) if ctx.of else ():
        lens, _ = standing(ctx, camera.id)
        if lens is None or lens.sight is None or lens.sight.quad_surface is None:
            continue
        if lens.work.target is not None or (camera.id != ctx.of and lens.camera.tilt_deg):
            continue
        ring = Polygon(LinearRing([(one.x, one.y) for one in lens.sight.quad_surface]))
        left, right, bottom, top = board.box
        seen = ring.intersection(square(left, bottom, right, top))
        board.outline("picture", seen, stroke="dashed", thick=camera.id == ctx.of)


def _room(board: Board, work: GivenWork) -> None:
    """Walls and what stands or hangs in the room, as far as the rest is drawn."""
    left, right, bottom, top = board.box
    window = square(left - BEYOND_MM, bottom - BEYOND_MM, right + BEYOND_MM, top + BEYOND_MM)
    for block in work.blocks:
        shape = square(block.left, block.near, block.right, block.far).intersection(window)
        if shape.area > 0:
            board.outline("room", shape, stroke="solid" if block.low <= 0 else "dotted")
            name_in(board, shape, block.name)
    if work.walls is not None:
        walls = work.walls
        ring = LinearRing(
            [
                (walls.left, walls.near), (walls.right, walls.near),
                (walls.right, walls.far), (walls.left, walls.far),
            ]
        )  # fmt: skip
        shown = ring.intersection(window)
        for part in getattr(shown, "geoms", [shown]):
            board.outline("room", part)


def _measures(
    board: Board, work: GivenWork, lens: LensStudy | None, hold: HoldStudy | None
) -> None:
    table, zone = work.table, work.footprint
    corner: Place = (table.left, table.near)
    side: Place = (table.right, table.near)
    board.row(
        "below",
        [
            Span(corner, (zone.left, zone.near), "", "left table edge to the zone"),
            Span((zone.left, zone.near), (zone.right, zone.near), "zone", "the zone"),
        ],
    )
    board.column(
        "right",
        [
            Span(side, (zone.right, zone.near), "", "your table edge to the zone"),
            Span((zone.right, zone.near), (zone.right, zone.far), "zone", "the zone"),
        ],
    )
    if lens is not None and lens.sight is not None:
        at = (lens.position.x, lens.position.y)
        board.row("below", [Span(corner, at, "lens", "left table edge to the lens")])
        board.column("right", [Span(side, at, "lens", "your table edge to the lens")])
    placement = None if hold is None else hold.placement
    if placement is not None and hold is not None and hold.support.model in ("column", "hung"):
        foot = (placement.foot.x, placement.foot.y)
        board.row("below", [Span(corner, foot, "column", "left table edge to the column")])
        board.column("right", [Span(side, foot, "column", "your table edge to the column")])
    board.row("below", [Span(corner, side, "table", "the table")])
    board.column("right", [Span(side, (table.right, table.far), "table", "the table")])
