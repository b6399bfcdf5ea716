"""What is packed for a plan: everything on it, with what joins it, feeds it and lies ready, to be ticked off."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from steeple.core.plan.document import Plan
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, say, sentence_words
from steeple.core.study.base.step import Context, every_support_in_use
from steeple.core.study.hold.step import HOLD


class PackItem(Result):
    """One thing to pack. ``key`` stays the same while the plan does not change, so that a tick stays; ``to_get``
    where it is not owned."""

    key: str
    name: Sentence
    count: int
    hint: str = ""
    to_get: bool = False


class PackGroup(Result):
    """What goes into one bag."""

    heading: str
    items: tuple[PackItem, ...]


_Thing = tuple[Sentence | str, int, str, bool]


def packing_list(ctx: Context) -> tuple[PackGroup, ...]:
    """Everything that a plan needs, by bags; a bag with nothing in it is left out."""
    plan = ctx.plan
    groups = (
        ("Cameras", _cameras(plan)),
        ("What holds them", _holding(ctx)),
        ("Light", _light(plan)),
        ("Sound", _sound(plan)),
        ("Power and cards", _power(plan)),
        ("For the bench", _bench(plan)),
    )
    return tuple(
        PackGroup(heading=heading, items=items)
        for heading, things in groups
        if (items := _joined(heading, things))
    )


def _joined(heading: str, things: Iterable[_Thing]) -> tuple[PackItem, ...]:
    """Things of one name and one figure counted together."""
    found: dict[str, PackItem] = {}
    for name, count, hint, to_get in things:
        said = say(name) if isinstance(name, str) else name
        words = sentence_words(said, "cm")
        key = f"{heading}/{words}/{hint}"
        before = found[key].count if key in found else 0
        found[key] = PackItem(key=key, name=said, count=before + count, hint=hint, to_get=to_get)
    return tuple(found.values())


def _cameras(plan: Plan) -> Iterator[_Thing]:
    for one in plan.cameras:
        if one.body is not None:
            yield one.body.name, 1, "", False
        if one.lens is not None:
            yield one.lens.name, 1, "with its cloth", False
        if one.filter is not None:
            yield one.filter.name, 1, "", False


def _holding(ctx: Context) -> Iterator[_Thing]:
    plan = ctx.plan
    for one in plan.supports:
        yield one.gear.name, 1, "", not one.owned
        if one.sandbag_g:
            weight = Quantity(value=one.sandbag_g, unit="g")
            yield say("Sandbag of {weight}", weight=weight), 1, "or fill an empty one there", False
        if one.tether:
            yield "Safety wire or strap", 1, "the second fixing", False
        listed = {
            *(lamp.fixture.name for lamp in plan.lights), *(mic.gear.name for mic in plan.mics),
        }  # fmt: skip
        for load in one.loads:
            if load.name not in listed:
                yield load.name, 1, "", False
    for support in every_support_in_use(plan, ""):
        held = ctx.get(HOLD, support)
        weighed = False
        for camera in plan.cameras:
            hold = None if held is None or camera.support != support else held.of(camera.id)
            if hold is None:
                continue
            if hold.counterweight_g and not weighed:
                # One on the arm, however many cameras it balances.
                weighed = True
                weight = Quantity(value=hold.counterweight_g, unit="g")
                yield say("Counterweight of {weight}", weight=weight), 1, "", False
            for link in hold.joined.chain.links if hold.joined.chain is not None else ():
                yield link.piece.name, 1, "", not link.owned


def _light(plan: Plan) -> Iterator[_Thing]:
    for one in plan.lights:
        if one.role == "practical" or (one.stays and one.stand is None):
            continue
        yield one.fixture.name, 1, "" if one.lit else "switched off here", not one.owned
        if one.stand is not None and one.stand.form != "fixed overhead":
            yield one.stand.name, 1, "", False
        if one.gel is not None:
            yield one.gel.name, 1, "", False
    for card in plan.cards:
        yield card.card.name, 1, "with what holds it", not card.owned


def _sound(plan: Plan) -> Iterator[_Thing]:
    for one in plan.mics:
        yield one.gear.name, 1, "both of the pair" if one.pair is not None else "", not one.owned
        if one.stand is not None:
            yield one.stand.name, 1, "", False
        for lead in one.leads:
            yield lead.name, 2 if one.pair is not None else 1, "", False
    for recorder in plan.recorders:
        yield recorder.gear.name, 1, "", False
    for soft in plan.sound.soft:
        if soft.hung:
            yield soft.name or soft.kind.capitalize(), soft.count or 1, "for the echo", False


def _power(plan: Plan) -> Iterator[_Thing]:
    for bank in plan.banks:
        yield bank.gear.name, 1, "full", False
    devices = [
        *((one.body.name if one.body else one.id, one.supply, one.storage) for one in plan.cameras),
        *((one.gear.name, one.supply, one.storage) for one in plan.recorders),
    ]
    mains = 0
    for name, supply, storage in devices:
        if supply.by in (None, "battery"):
            yield "Battery", 1 + (supply.spare_batteries or 0), f"full, for: {name}", False
        mains += supply.by == "mains"
        if storage.medium is not None:
            count = 1 + (storage.spare_media or 0)
            yield storage.medium.name, count, f"empty, for: {name}", False
    for lamp in plan.lights:
        if lamp.role == "practical" or not lamp.lit:
            continue
        if lamp.supply.by == "battery":
            yield (
                "Battery",
                1 + (lamp.supply.spare_batteries or 0),
                f"full, for: {lamp.fixture.name}",
                False,
            )
        mains += lamp.supply.by in (None, "mains")
    for mic in plan.mics:
        if mic.supply.by == "battery":
            yield (
                "Battery",
                1 + (mic.supply.spare_batteries or 0),
                f"full, for: {mic.gear.name}",
                False,
            )
    for lead in plan.leads:
        yield lead.gear.name, 1, "unrolled whole when it carries lamps", False
    if mains and not plan.leads:
        yield "Multiple socket with a lead", 1, f"{mains} plug" + "s" * (mains != 1), False


def _bench(plan: Plan) -> Iterator[_Thing]:
    yield "This card, printed", 1, "", False
    yield "Chart, printed at 100 %, flat", 1, "its bar measured", False
    yield "Tape measure", 1, "", False
    yield "Low-tack tape and a pen", 1, "for the marks of zone and picture", False
    yield "Gaffer tape", 1, "for leads across the floor", False
    if plan.cameras:
        yield "Level, or a phone that shows its incline", 1, "", False
    yield "Cloth for the lens, and for what is shown", 1, "", False
    if plan.session.handling or len(plan.cameras) > 1:
        yield "Phone or watch with the alarms", 1, "charged, on silent for calls", False
