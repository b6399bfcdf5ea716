"""The parts between support and camera as pictures, one over the other in the order in which they go together, each
with the ends by which it is joined."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from types import MappingProxyType

from shapely.geometry import Point
from shapely.geometry import box as square

from steeple.core.hold.joining import mate_of
from steeple.core.study.card.drawn.lines import Board, DrawnView, Letters, Stroke, share_of_drawing
from steeple.core.study.card.drawn.things import Bench
from steeple.core.study.hold.joining import end_words

BODY_MM = (64.0, 26.0)
"""Width and height of a part as drawn: it stands for it, and is not to scale."""
APART_MM = 34.0
ON_CHAIN: Letters = share_of_drawing(0.048)
_EXTENT = 250.0


def _stud(board: Board, y: float, way: float) -> None:
    """A screw with its thread."""
    top = y + way * 12.0
    board.outline("support", square(-4, min(y, top), 4, max(y, top)))
    for k in (3.0, 6.0, 9.0):
        board.line("support", [(-4, y + way * k - 1.2), (4, y + way * k + 1.2)])


def _socket(board: Board, y: float, way: float) -> None:
    """A threaded hole, seen through its part."""
    deep = y - way * 11.0
    board.outline("support", square(-4, min(y, deep), 4, max(y, deep)), stroke="dotted")


def _spigot(board: Board, y: float, way: float) -> None:
    top = y + way * 14.0
    board.outline("support", square(-8, min(y, top), 8, max(y, top)))


def _receiver(board: Board, y: float, way: float) -> None:
    deep = y - way * 14.0
    board.outline("support", square(-8, min(y, deep), 8, max(y, deep)), stroke="dotted")


def _plate(board: Board, y: float, way: float) -> None:
    top = y + way * 6.0
    board.line("support", [(-14, y), (-20, top), (20, top), (14, y)], closed=True)


def _clamp(board: Board, y: float, way: float) -> None:
    for side in (-1, 1):
        board.line("support", [(side * 26, y), (side * 26, y + way * 8), (side * 20, y + way * 8)])


def _foot(board: Board, y: float, way: float) -> None:
    board.outline("support", square(-5, min(y, y + way * 4), 5, max(y, y + way * 4)))
    low, high = sorted((y + way * 4, y + way * 7))
    board.outline("support", square(-12, low, 12, high))


def _shoe(board: Board, y: float, way: float) -> None:
    for side in (-1, 1):
        board.line("support", [(side * 15, y), (side * 15, y + way * 6), (side * 8, y + way * 6)])


def _tube(board: Board, y: float, way: float) -> None:
    board.outline("support", Point(0, y + way * 9).buffer(8, quad_segs=6))


def _tube_clamp(board: Board, y: float, way: float) -> None:
    ring = Point(0, y + way * 10).buffer(11, quad_segs=6)
    board.outline("support", ring.difference(square(4, y - 30, 20, y + 30)))


def _grip(board: Board, y: float, way: float) -> None:
    for side in (-1, 1):
        board.line(
            "support", [(side * 30, y), (side * 30, y + way * 16), (side * 24, y + way * 16)]
        )


def _nothing(board: Board, y: float, way: float) -> None:
    del board, y, way


_ENDS: Mapping[str, Callable[[Board, float, float], None]] = MappingProxyType(
    {
        "stud": _stud,
        "socket": _socket,
        "spigot": _spigot,
        "receiver": _receiver,
        "plate": _plate,
        "quick-release clamp": _clamp,
        "foot": _foot,
        "shoe": _shoe,
        "tube": _tube,
        "tube clamp": _tube_clamp,
        "phone": _nothing,
        "grip": _grip,
    }
)


def _end(board: Board, end: str, y: float, way: float) -> None:
    kind = end.partition(":")[0]
    draw = _ENDS.get(kind) or _ENDS[kind.rsplit(" ", 1)[-1]]
    draw(board, y, way)


def chain_view(bench: Bench, letters: Letters = ON_CHAIN) -> DrawnView | None:
    """What goes on what, from the support up to the camera; None where that is not known."""
    hold = bench.hold
    if hold is None or hold.joined.chain is None:
        return None
    chain = hold.joined.chain
    board = Board(letters_mm=letters(_EXTENT))
    wide, high = BODY_MM
    beside = wide / 2 + 1.5 * board.letters_mm
    board.outline("support", square(-wide / 2, 0, wide / 2, high), thick=True)
    _end(board, chain.start, high, 1.0)
    board.say("words", (beside, high / 2), hold.support.gear.name, anchor="start")
    y, below = high, chain.start
    parts = [
        (one.piece.name + ("" if one.owned else ", to get"), one.lower, one.upper, one.owned)
        for one in chain.links
    ]
    last = chain.links[-1].upper if chain.links else chain.start
    parts.append((hold.lens.camera.body.name, mate_of(last), "", True))
    for number, (name, lower, upper, owned) in enumerate(parts, start=1):
        bottom = y + APART_MM
        joint = f"{end_words(below)} and {end_words(lower)}"
        board.say("measure", (beside, (y + bottom) / 2), joint, anchor="start")
        board.line("measure", [(0, y + 15), (0, bottom - 1)], stroke="dotted")
        _end(board, lower, bottom, -1.0)
        stroke: Stroke = "solid" if owned else "dashed"
        board.outline(
            "camera" if not upper else "support",
            square(-wide / 2, bottom, wide / 2, bottom + high),
            thick=True,
            stroke=stroke,
        )
        board.say(
            "words",
            (-wide / 2 - 1.6 * board.letters_mm, bottom + high / 2),
            str(number),
            ringed=True,
        )
        board.say("words", (beside, bottom + high / 2), name, anchor="start")
        y, below = bottom + high, upper
        if upper:
            _end(board, upper, y, 1.0)
        else:
            board.outline("camera", Point(0, bottom + high / 2).buffer(9, quad_segs=6))
    return board.view(
        f"parts-{bench.camera}",
        "What goes on what, from below" + bench.letter,
        "The parts from the support up to the camera, each with its ends.",
    )
