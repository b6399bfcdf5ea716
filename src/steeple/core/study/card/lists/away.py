"""What is asked before one films in a room that is not one's own, and what is done before one leaves it."""

from __future__ import annotations

import math
from collections.abc import Iterator

from steeple.core.plan.document import Plan
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.base.step import Context
from steeple.core.study.card.drawn.things import FROM_ABOVE, standing_things, work_of
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy
from steeple.core.study.sound.step import SOUND

HOT = ("heat", "steam", "flame")
WALK_MM = 600.0
"""Room to walk round what stands there; a planning value."""


class ListItem(Result):
    """One thing to ask or do. ``key`` stays the same while the plan does, so that a tick stays."""

    key: str
    says: Sentence


def _keyed(kind: str, sayings: Iterator[Sentence | str]) -> tuple[ListItem, ...]:
    said = [say(one) if isinstance(one, str) else one for one in sayings]
    return tuple(
        ListItem(key=f"{kind}/" + "".join(piece.text or "#" for piece in one), says=one)
        for one in said
    )


def location_list(ctx: Context) -> tuple[ListItem, ...]:
    """What the venue is asked, with the figures of the plan in it."""
    return _keyed("location", _asked(ctx))


def leaving_list(ctx: Context) -> tuple[ListItem, ...]:
    """What is done before one leaves, in the order in which it is safe."""
    return _keyed("leaving", _left(ctx))


def floor_needed(ctx: Context) -> tuple[float, float]:
    """Width and depth of floor that everything takes with room to walk round it, millimetres."""
    table = work_of(ctx).table
    left, right, near, far = table.left, table.right, table.near, table.far
    for one in standing_things(ctx):
        shape = FROM_ABOVE.outline(one)
        if not shape.is_empty:
            x0, y0, x1, y1 = shape.bounds
            left, right, near, far = min(left, x0), max(right, x1), min(near, y0), max(far, y1)
    return right - left + 2 * WALK_MM, far - near + 2 * WALK_MM


def _asked(ctx: Context) -> Iterator[Sentence | str]:
    plan, work = ctx.plan, work_of(ctx)
    yield "Who says yes to filming there, who has the keys, and whose number is rung when the door is shut"
    yield "From when one may set up, and when all must be out"
    width, depth = floor_needed(ctx)
    yield say(
        "A floor of {width} × {depth} for table, stands and a way round them",
        width=mm(100 * math.ceil(width / 100)),
        depth=mm(100 * math.ceil(depth / 100)),
    )
    yield say(
        "A table of at least {width} × {depth} and {height} high, or bring one: does it wobble?",
        width=mm(work.table.width_mm),
        depth=mm(work.table.depth_mm),
        height=mm(work.table_height_mm),
    )
    low = _tallest(ctx) - -work.table_height_mm
    yield say(
        "Height under lamps and beams: the rig reaches {height} above the floor", height=mm(low)
    )
    yield from _electric(plan)
    if plan.room.windows:
        yield "Whether curtains or blinds can be drawn, and from where the sun comes at that hour"
    else:
        yield "Which windows there are, and whether they can be darkened"
    yield "Whether the lamps of the room can be switched off while you film, and who does it"
    yield from _people(plan)
    sound = ctx.get(SOUND, "")
    if sound is not None and plan.sound.way != "voice-over":
        yield "What hums there: fridge, ventilation, heating; whether it may be off, and who puts it on again"
        yield "When it is quiet there: no class, bells or deliveries next door"
    yield "Where gear stands overnight, if it must, and who is liable for it"
    if any(one.gear.anchor in ("ceiling", "shelf", "wall") for one in plan.supports):
        yield "Whether anything may be fixed there at all: ask whoever knows what the ceiling or wall bears"
    yield "Set up quietly: lay gear down, no dragging of stands, test the clap before people come"


def _tallest(ctx: Context) -> float:
    heights = [0.0]
    for one in standing_things(ctx):
        if one.layer != "person":
            heights += [float(max(row[2], row[5]) + row[6]) for row in one.capsules]
            heights += [float(hull.corners[:, 2].max()) for hull in one.hulls]
    return max(heights)


def _electric(plan: Plan) -> Iterator[Sentence | str]:
    lamps = [one for one in plan.lights if one.lit and one.supply.by in (None, "mains")]
    known = [one.fixture.power_w for one in lamps]
    others = [*(one.supply for one in plan.cameras), *(one.supply for one in plan.recorders)]
    fed = len(lamps) + sum(one.by == "mains" for one in others)
    if not fed:
        return
    plugs = f"{fed} plug" + "s" * (fed != 1)
    watts = sum(one for one in known if one is not None)
    if watts and all(one is not None for one in known):
        yield say(
            "Sockets for {plugs} and {power} for the lamps: where they are, and what else hangs on that fuse",
            plugs=plugs,
            power=Quantity(value=watts, unit="w"),
        )
    else:
        yield f"Sockets for {plugs}: where they are, and what else hangs on that fuse"


def _people(plan: Plan) -> Iterator[str]:
    yield "Leave of everybody who may be seen or heard, in writing; of parents for the young"
    if any(one.kind == "audience" for one in plan.room.keep_clear):
        yield "A word to the audience at the door: that it is filmed, and which seats are not in the picture"
    if any(one.kind == "walkway" for one in plan.room.keep_clear):
        yield "Which ways must stay free for people and in a fire"


def _left(ctx: Context) -> Iterator[Sentence | str]:
    plan = ctx.plan
    roll: RollStudy | None = ctx.get(ROLL, "")
    records = (
        []
        if roll is None
        else [one.name.removeprefix("the ") for one in roll.devices if one.records]
    )
    if records:
        yield "Look at the last clip of each before anything is taken down: " + ", ".join(records)
        yield "Cards out, into their case, the full side marked; copied twice before any is emptied"
    if plan.lights:
        yield "Lamps off first: they are cold enough to pack when a hand can lie on them"
    if plan.cameras:
        yield "Camera off while one hand holds it, then heads and adapters from above"
    if any(one.sandbag_g or one.counterweight_g for one in plan.supports) or plan.supports:
        yield "Arm in, counterweight off, sandbags last"
    off = [one.name for one in plan.sound.noises if one.off]
    if off:
        yield "On again: " + ", ".join(off)
    hot = [one for one in work_of(ctx).hazards if one in HOT]
    if hot:
        yield "Whatever is hot there off, and looked at by somebody else"
    yield "Tape off the table and the floor, slowly; nothing left that sticks"
    yield "Leads coiled, counted against the packing list; sockets and switches as they were"
    yield "Table, chairs and curtains where they stood: a picture taken on arrival tells"
    yield "Keys back, whoever opened told; what was broken said"
