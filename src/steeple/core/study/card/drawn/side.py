"""The rig from the side: heights by the tape, how far out the lens hangs, and what the picture takes in."""

from __future__ import annotations

from collections.abc import Sequence

from shapely.geometry import box as square
from shapely.geometry.base import BaseGeometry

from steeple.core.geometry.vectors import Vector
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.card.drawn.lines import (
    ON_CARD,
    Board,
    DrawnView,
    Letters,
    Place,
    Span,
    words_width,
)
from steeple.core.study.card.drawn.things import (
    FROM_THE_RIGHT,
    FROM_YOUR_SEAT,
    Bench,
    Look,
    Standing,
)
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.study import LensStudy

TABLE_MM = 25.0
BEYOND_MM, NEAR_MM = 150.0, 350.0
"""So much of the room is drawn beyond what stands in it; so near over the rig a ceiling is drawn."""


def side_look(lens: LensStudy | None, hold: HoldStudy | None) -> Look:
    """From where the rig is seen best: square to its arm, else to the tilt of the camera, else from the right."""
    if hold is not None and hold.placement is not None and hold.placement.reach_mm > 1.0:
        way = hold.placement.toward
    elif lens is not None and lens.camera.tilt_deg:
        way = lens.framing.pose.axis
    else:
        return FROM_THE_RIGHT
    return FROM_YOUR_SEAT if abs(way.x) > abs(way.y) else FROM_THE_RIGHT


def side_view(bench: Bench, letters: Letters = ON_CARD) -> DrawnView:
    """The rig of one camera from the side, or the bench alone for a plan without cameras."""
    work, lens, hold = bench.work, bench.lens, bench.hold
    look = side_look(lens, hold)
    things = [(one, shape) for one, shape in bench.seen(look) if _belongs(one, bench)]
    board = Board(letters_mm=letters(_extent(things, look, work)))
    _bench(board, look, work)
    for one, shape in things:
        board.outline(
            one.layer,
            shape,
            stroke="dotted" if one.layer == "person" else "solid",
            thick=one.of == bench.camera and one.layer == "camera",
        )
    if lens is not None and lens.sight is not None:
        _picture(board, look, lens)
    ceiling = _room(board, look, work)
    for one, _ in things:
        if one.tag and one.tagged is not None:
            board.tag(one.layer, look.place(one.tagged), one.tag)
    _heights(board, look, work, lens, hold, ceiling=ceiling)
    _lengths(board, look, work, lens, hold)
    seat = look is FROM_YOUR_SEAT
    title = "From your seat" if seat else "From the right; you sit at the left"
    return board.view(
        f"side-{bench.camera}".removesuffix("-"),
        title + bench.letter,
        "The rig seen " + ("from your seat" if seat else "from the right") + ", with its heights.",
    )


def _belongs(one: Standing, bench: Bench) -> bool:
    """Whether a thing is drawn from the side: of cameras and supports only those of this camera."""
    if one.layer == "camera":
        return one.of == bench.camera
    if one.layer == "support" and one.of != "lamp":
        return bench.hold is not None and one.of == bench.hold.support.placed.id
    return one.layer != "microphone" or bench.camera in ("", bench.plan.cameras[0].id)


def _extent(things: Sequence[tuple[Standing, BaseGeometry]], look: Look, work: GivenWork) -> float:
    board = Board(letters_mm=1.0)
    _bench(board, look, work)
    for one, shape in things:
        board.outline(one.layer, shape)
    left, right, bottom, top = board.box
    return max(right - left, top - bottom, 600.0)


def _table(look: Look, work: GivenWork) -> tuple[float, float]:
    table = work.table
    return (table.left, table.right) if look is FROM_YOUR_SEAT else (table.near, table.far)


def _bench(board: Board, look: Look, work: GivenWork) -> None:
    """Table, its legs as lines, and the zone up to its top."""
    first, last = _table(look, work)
    floor = -work.table_height_mm
    board.outline("table", square(first, -TABLE_MM, last, 0.0), thick=True)
    inset = min(60.0, (last - first) / 6)
    for at in (first + inset, last - inset):
        board.line("table", [(at, -TABLE_MM), (at, floor)], stroke="dotted")
    if work.is_flat:
        zone = work.footprint
        ends = (zone.left, zone.right) if look is FROM_YOUR_SEAT else (zone.near, zone.far)
        if work.top_mm > 0:
            board.outline("zone", square(ends[0], 0.0, ends[1], work.top_mm), stroke="dotted")
        board.line("zone", [(ends[0], 0.0), (ends[1], 0.0)], thick=True)
    else:
        corners = [look.place(one) for one in work.plane.corners(0.0)]
        low = min(corners, key=lambda one: one[1])
        high = max(corners, key=lambda one: one[1])
        board.line("zone", [low, high], thick=True)


def _room(board: Board, look: Look, work: GivenWork) -> bool:
    """Floor, ceiling and what hangs or stands there, as far as the rig is drawn; whether the ceiling is."""
    left, right, _, top = board.box
    left, right = left - BEYOND_MM, right + BEYOND_MM
    floor = -work.table_height_mm
    board.line("room", [(left, floor), (right, floor)], thick=True)
    across = look is FROM_YOUR_SEAT
    middle = work.footprint
    at = [
        (x, work.ceiling_at(*((x, 0.0) if across else (0.0, x))))
        for x in (left, (middle.left if across else middle.near), right)
    ]
    known = [(x, z) for x, z in at if z is not None]
    near = bool(known) and min(z for _, z in known) < top + NEAR_MM
    if near:
        board.line("room", known)
        board.say("room", (known[0][0], known[0][1] + board.letters_mm), "ceiling", anchor="start")
    window = square(left, floor, right, top + BEYOND_MM)
    for block in work.blocks:
        ends = (block.left, block.right) if across else (block.near, block.far)
        shape = square(ends[0], block.low, ends[1], block.high).intersection(window)
        if shape.area > 0:
            board.outline("room", shape)
            name_in(board, shape, block.name)
    return near


def name_in(board: Board, shape: BaseGeometry, name: str) -> None:
    """The name of a thing in the room, where it goes into its outline."""
    left, low, right, high = shape.bounds
    wide = words_width(say(name), board.letters_mm)
    if right - left > wide and high - low > 1.4 * board.letters_mm:
        board.say("room", ((left + right) / 2, high - 0.9 * board.letters_mm), name)


def _picture(board: Board, look: Look, lens: LensStudy) -> None:
    """What the picture takes in, dashed, down to where it is judged."""
    sight = lens.sight
    assert sight is not None
    if sight.quad_surface is None:
        return
    eye = look.place(lens.position)
    corners = [look.place(one) for one in sight.quad_surface]
    first, last = min(corners), max(corners)
    for end in (first, last):
        board.line("picture", [eye, end], stroke="dashed")


def _rim(lens: LensStudy) -> Vector:
    sight = lens.sight
    assert sight is not None
    return lens.framing.rim(sight.middle_mm)


def _heights(
    board: Board, look: Look, work: GivenWork, lens: LensStudy | None, hold: HoldStudy | None,
    *, ceiling: bool,
) -> None:  # fmt: skip
    first, last = _table(look, work)
    floor = -work.table_height_mm
    table: Place = (last, 0.0)
    ground: Place = (last, floor)
    placement = None if hold is None else hold.placement
    if lens is not None and lens.sight is not None:
        rim = look.place(_rim(lens))
        board.column(
            "right",
            [
                Span(table, rim, "rim", "table to the front rim of the lens"),
                Span(ground, table, "table", "table height"),
            ],
        )
    else:
        board.column("right", [Span(ground, table, "table", "table height")])
    if hold is not None and placement is not None and hold.support.model != "hung":
        tube = look.place(placement.root)
        on_table = placement.foot.z >= 0 and hold.support.model == "column"
        base = table if on_table else ground
        if hold.support.has_boom or hold.support.model in ("bar", "pole"):
            words = "to the middle of the tube, from the " + ("table" if on_table else "floor")
            board.column("right", [Span((tube[0], base[1]), tube, "tube", words)])
    low = work.ceiling_at(0.0, 0.0)
    if ceiling and low is not None:
        board.column(
            "left",
            [Span((first, floor), (first, low), "ceiling", "floor to ceiling, over the zone")],
        )


def _lengths(
    board: Board, look: Look, work: GivenWork, lens: LensStudy | None, hold: HoldStudy | None
) -> None:
    first, last = _table(look, work)
    edge: Place = (first, -TABLE_MM)
    floor = -work.table_height_mm
    whose = "the left table edge" if look is FROM_YOUR_SEAT else "your table edge"
    placement = None if hold is None else hold.placement
    if lens is not None and lens.sight is not None:
        quad = lens.sight.quad_surface
        if quad is not None and work.is_flat and lens.work.target is None:
            ends = sorted(look.place(one) for one in quad)
            board.row("below", [Span(ends[0], ends[-1], "picture", "the picture on the table")])
        eye = look.place(lens.position)
        board.row(
            "below", [Span(edge, (eye[0], 0.0), "lens", f"{whose} to the lens, by a plumb line")]
        )
        if lens.camera.tilt_deg:
            board.say(
                "measure",
                (eye[0], board.box[3] + board.letters_mm),
                say(
                    "tilted {tilt} out of straight down",
                    tilt=Quantity(value=round(lens.camera.tilt_deg, 1), unit="deg"),
                ),
            )
    if placement is not None and hold is not None and hold.support.model in ("column", "hung"):
        foot = look.place(placement.foot)
        short = "column" if hold.support.model == "column" else "fixing"
        what = "column" if hold.support.model == "column" else "fixing overhead"
        board.row(
            "below", [Span(edge, (foot[0], floor), short, f"{whose} to the middle of the {what}")]
        )
        if placement.reach_mm > 1.0:
            tip, root = look.place(placement.tip), look.place(placement.root)
            board.row("above", [Span(root, tip, "arm", "column to head, as seen from here")])
    board.row("below", [Span(edge, (last, -TABLE_MM), "table", "the table")])
