"""What the drawings and lists of the hold step need: the rig's parts, what joins them, what hangs."""

from __future__ import annotations

from steeple.core.geometry.vectors import Vector
from steeple.core.hold.joining import mate_of
from steeple.core.hold.spans import nearest_options, span_options
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, mm, say
from steeple.core.study.base.shapes import Box, Point, box, point
from steeple.core.study.hold.answer import azimuth_of
from steeple.core.study.hold.clashes import Placement, seat_of
from steeple.core.study.hold.forces.balance import counterweight_at, sandbag_places
from steeple.core.study.hold.forces.statics import load_place
from steeple.core.study.hold.joining import end_words, join_words
from steeple.core.study.hold.study import HoldStudy


class RigMember(Result):
    """A straight part of the rig."""

    part: str
    a: Point
    b: Point


class ChainPart(Result):
    """One part between support and camera, from below: how it goes on what is below it.

    ``joins`` says it in words: ``takes the ⅜-16 screw of the stand``.
    """

    name: str
    below: str
    above: str
    joins: str
    owned: bool
    rated_load_g: float | None


class HungThing(Result):
    """A thing on the rig: where it hangs, what it weighs, and what moves with it."""

    index: int | None
    name: str
    mass_g: float | None
    arm: str
    along_mm: float
    at: Point
    moves: str


class HoldDrawing(Result):
    """One support with its camera. Lengths in millimetres in the axes of the plan.

    ``members`` is empty where it cannot be placed. ``edge`` is the edge of the footprint over which
    it would tip first. ``spans`` says which sections fit, are too short and too long.
    """

    support_id: str
    index: int
    name: str
    form: str
    model: str
    anchor: str
    has_boom: bool
    movable: bool
    members: tuple[RigMember, ...]
    feet: tuple[Point, ...]
    edge: tuple[Point, ...]
    screw: Point
    foot: Point | None
    root: Point | None
    tip: Point | None
    reach_mm: float | None
    most_reach_mm: float
    behind_mm: float
    legs_toward_deg: float | None
    counterweight: Point | None
    counterweight_g: float
    counterweight_at_mm: float
    sandbag: tuple[Point, ...]
    sandbag_g: float
    area_mm2: float | None
    seat: Box
    parts: tuple[ChainPart, ...]
    joined: bool
    parts_known: bool
    things: tuple[HungThing, ...]
    spans: tuple[Sentence, ...]


def hold_drawing(study: HoldStudy) -> HoldDrawing:
    """The geometry of a camera on its support."""
    support, placement = study.support, study.placement
    counter = None
    if placement is not None and study.counterweight_g:
        behind = placement.toward.times(counterweight_at(support))
        counter = point(placement.root.minus(behind))
    bag: tuple[Point, ...] = ()
    if placement is not None and support.placed.sandbag_g:
        places = sandbag_places(placement)
        spots = places.get(support.placed.sandbag_on or "column", places["column"])
        bag = tuple(Point(x=x, y=y, z=placement.foot.z) for x, y in spots)
    edge: tuple[Point, ...] = ()
    if placement is not None and study.tipping is not None:
        worst = study.tipping.knocked
        edge = tuple(Point(x=x, y=y, z=placement.foot.z) for x, y in (worst.start, worst.end))
    return HoldDrawing(
        support_id=support.placed.id,
        index=int(support.at.split("/")[-1]),
        name=support.gear.name,
        form=support.gear.form,
        model=support.model,
        anchor=support.anchor,
        has_boom=support.has_boom,
        movable=support.model == "column" and support.anchor in ("floor", "table"),
        members=()
        if placement is None
        else tuple(
            RigMember(part=one.part, a=point(one.a), b=point(one.b)) for one in placement.members
        ),
        feet=()
        if placement is None
        else tuple(Point(x=x, y=y, z=placement.foot.z) for x, y in placement.feet),
        edge=edge,
        screw=point(study.held.screw),
        foot=_point(placement.foot if placement else None),
        root=_point(placement.root if placement else None),
        tip=_point(placement.tip if placement else None),
        reach_mm=placement.reach_mm if placement and support.model in ("column", "hung") else None,
        most_reach_mm=support.most_reach_mm,
        behind_mm=support.behind_mm,
        legs_toward_deg=_legs(study, placement),
        counterweight=counter,
        counterweight_g=study.counterweight_g,
        counterweight_at_mm=counterweight_at(support),
        sandbag=bag,
        sandbag_g=support.placed.sandbag_g or 0.0,
        area_mm2=None
        if placement is None or not placement.stands
        else sum(float(one.area) for one in placement.stands),
        seat=box(seat_of(study.work)),
        parts=chain_parts(study),
        joined=study.joined.chain is not None,
        parts_known=study.joined.known,
        things=_things(study, placement),
        spans=span_words(study),
    )


def _point(vector: Vector | None) -> Point | None:
    return None if vector is None else point(vector)


def _legs(study: HoldStudy, placement: Placement | None) -> float | None:
    if placement is None or not placement.feet or study.support.model != "column":
        return None
    given = study.support.placed.legs_toward_deg
    if given is not None:
        return given
    return azimuth_of(placement.toward.x, placement.toward.y)


def chain_parts(study: HoldStudy) -> tuple[ChainPart, ...]:
    """The parts from the support up to the camera, with the camera last."""
    chain = study.joined.chain
    if chain is None:
        return ()
    parts, below, under = [], chain.start, study.support.gear.name
    for link in chain.links:
        parts.append(
            ChainPart(
                name=link.piece.name,
                below=end_words(link.lower),
                above=end_words(link.upper),
                joins=f"{join_words(link.lower)} the {end_words(below)} of: {under}",
                owned=link.owned,
                rated_load_g=link.piece.rated_load_g,
            )
        )
        below, under = link.upper, link.piece.name
    camera = study.lens.camera.body
    parts.append(
        ChainPart(
            name=camera.name,
            below=end_words(mate_of(below)),
            above="",
            joins=f"{join_words(mate_of(below))} the {end_words(below)} of: {under}",
            owned=True,
            rated_load_g=None,
        )
    )
    return tuple(parts)


def _things(study: HoldStudy, placement: Placement | None) -> tuple[HungThing, ...]:
    """Everything on the rig and what moves when one of it is moved."""
    if placement is None:
        return ()
    loads = study.support.placed.loads
    shared = [one.name for one in loads if one.arm == "shared"]
    camera = study.lens.camera.body.name
    things = [
        HungThing(
            index=None,
            name=camera,
            mass_g=study.held.mass_g,
            arm="shared",
            along_mm=placement.reach_mm,
            at=point(study.held.screw),
            moves=_moves(shared),
        )
    ]
    for index, load in enumerate(loads):
        with_it = (
            [one for one in (camera, *shared) if one != load.name] if load.arm == "shared" else []
        )
        things.append(
            HungThing(
                index=index,
                name=load.name,
                mass_g=load.mass_g,
                arm=load.arm,
                along_mm=load.along_mm,
                at=point(load_place(placement, load)),
                moves=_moves(with_it),
            )
        )
    return tuple(things)


def _moves(names: list[str]) -> str:
    if not names:
        return "moves alone; loosen only its own joint"
    return "turning this arm also moves: " + ", ".join(names)


def span_words(study: HoldStudy) -> tuple[Sentence, ...]:
    """Which sections reach the span, and by how much the next fewer and next more miss it."""
    gear, placement = study.support.gear, study.placement
    if study.support.model not in ("bar", "pole") or placement is None or placement.span_mm is None:
        return ()
    options = span_options(
        sections_mm=[one.length_mm for one in gear.sections],
        adjust_mm=gear.adjust_mm,
        least_mm=gear.span_least_mm,
        most_mm=gear.span_most_mm,
    )
    wanted = placement.span_mm
    fits, short, long = nearest_options(options, wanted)
    words: list[Sentence] = []
    if fits is not None:
        words.append(_sections(study, fits.sections) + say(" reach {span}", span=mm(wanted)))
    if short is not None:
        lack = mm(-short.miss_mm(wanted))
        words.append(_sections(study, short.sections) + say(" are {lack} short", lack=lack))
    if long is not None:
        where = "for the walls" if study.support.model == "pole" else "at their shortest"
        over = mm(long.miss_mm(wanted))
        words.append(
            _sections(study, long.sections) + say(" are {over} too long " + where, over=over)
        )
    return tuple(words)


_COUNT = ("", "One section", "Two sections", "Three sections", "Four sections", "Five sections",
          "Six sections", "Seven sections", "Eight sections")  # fmt: skip


def _sections(study: HoldStudy, chosen: tuple[int, ...]) -> Sentence:
    if not chosen:
        return say("Its tubes drawn out")
    words = say(_COUNT[len(chosen)] + " (")
    for place, one in enumerate(chosen):
        length = mm(study.support.gear.sections[one].length_mm)
        words += say(" + {length}" if place else "{length}", length=length)
    return words + say(")")
