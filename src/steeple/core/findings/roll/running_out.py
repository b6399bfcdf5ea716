"""Cards that fill, batteries and banks that empty, the mains, and the disk."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from steeple.core.findings.finding import Judgement, Verdict, measured
from steeple.core.findings.roll.fixes import (
    both,
    get_up_in_time,
    larger_cards,
    more_energy,
    session_of,
    smaller_files,
    with_spares,
)
from steeple.core.findings.roll.stops import stopped
from steeple.core.findings.rule import Proposal, rule
from steeple.core.plan.changes import Change
from steeple.core.roll.store import longest_under_cap_s
from steeple.core.study.base.sentence import Quantity, percent, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.roll.given.devices import Gap, GivenDevice
from steeple.core.study.roll.kept.feeding import CIRCUIT_SHARE, bank_loads, plates_of, rated_w
from steeple.core.study.roll.kept.storing import SOUND_MBIT_S, storing_of
from steeple.core.study.roll.study import RollStudy, Stop
from steeple.core.study.roll.words import capital, moment, names_of, span

FINE_BITS, LEAST_BITS = 0.10, 0.05
"""Bits for each pixel of each frame: with so many a picture of hands at work looks clean, with fewer than the
second it turns to mush. Planning values of our own for the usual compression of clips."""


def _lacking(study: RollStudy, *gaps: Gap) -> list[GivenDevice]:
    return [one for one in study.devices if set(gaps) & set(one.gaps)]


@rule(
    "roll.card-full",
    name="Card full",
    trigger="a card is full before its device is to end; unknown where card or bit rate are",
    harm="The recording ends in the middle of the one good take.",
    source="Arithmetic of bits and bytes",
    when=session_of,
    fixes=lambda scene: _more_room(scene),
    once=True,
)
def card_full(study: RollStudy) -> Judgement | None:
    """Whether cards hold what is recorded."""
    full = [one for one in study.stops if one.why == "card full"]
    if full:
        first = full[0]
        return stopped(
            full,
            say(
                "The card of {name} is full at {at}", name=first.device.name, at=moment(first.at_s)
            ),
            say("Put in a larger one, or change it in a break."),
        )
    open_ = _lacking(study, "card", "bit rate")
    if open_:
        return Judgement(
            verdict="unknown",
            title=say("Whether the card holds it all is not known: {names}", names=names_of(open_)),
            reason=say("Its size is printed on it; for the bit rate film one minute and read the file."),
            fields=tuple(_card_field(one) for one in open_),
            place=open_[0].key,
        )  # fmt: skip
    if not any(one.records for one in study.devices):
        return None
    return Judgement(verdict="holds", title=say("Every card holds the session"))


def _card_field(one: GivenDevice) -> str:
    if "bit rate" in one.gaps:
        return f"/{one.at}/mode" if one.kind == "camera" else f"/{one.at}/gear/bitrate_mbit_s"
    return f"/{one.at}/storage/medium"


def _more_room(scene: CameraStudy) -> Iterator[Proposal]:
    yield from both(larger_cards(scene), more_energy(scene))
    yield from get_up_in_time(scene)
    yield from with_spares(scene)
    yield from smaller_files(scene)


@rule(
    "roll.battery-empty",
    name="Battery empty",
    trigger="a battery, counted at its figures, is empty before its device is to end; to be watched where it is "
    "with 15 % less; unknown where its energy or the draw are",
    harm="It goes dark in the middle of the one good take.",
    source="Rating plates; a battery gives 15 % less or more than its figures",
    when=session_of,
    fixes=lambda scene: _more_energy(scene),
    once=True,
)
def battery_empty(study: RollStudy) -> Judgement | None:
    """Whether batteries last."""
    empty = [one for one in study.stops if one.why == "battery empty"]
    tries: tuple[tuple[Verdict, Sequence[Stop], str], ...] = (
        ("fails", empty, "The battery of {name} is empty at {early} to {late}"),
        ("watch", study.risks, "The battery of {name} may be empty at {early}"),
    )
    for verdict, found, words in tries:
        if not found:
            continue
        first = found[0]
        late = study.session.length_s if first.late_s is None else first.late_s
        return stopped(
            found,
            say(words, name=first.device.name, early=moment(first.early_s), late=moment(late)),
            say("Feed it by the mains or a bank, or change the battery in a break."),
            verdict,
        )
    later = [
        one
        for one in study.runs_short("battery empty")
        if any(stop.device is one for stop in study.stops)
    ]
    if later:
        empty_s = study.empties_s(later[0])
        return Judgement(
            verdict="watch",
            title=say(
                "The battery of {name} would be empty at {at}",
                name=later[0].name,
                at=moment(empty_s),
            ),
            reason=say(
                "It stops before that for another reason; once that is mended, this is next."
            ),
            measured=measured(empty_s, unit="moment", least=study.session.length_s),
            place=later[0].key,
        )
    open_ = _lacking(study, "power", "battery", "bank")
    if study.unknown_banks or open_:
        names = names_of(open_) if open_ else ", ".join(study.unknown_banks)
        return Judgement(
            verdict="unknown",
            title=say("How long its battery lasts is not known: {names}", names=names),
            reason=say("Watt-hours are printed on a battery, watts on a plate; or fill it, film until it stops, "
                       "and note the time."),
            fields=tuple(_energy_field(one) for one in open_),
            place=open_[0].key if open_ else "roll",
        )  # fmt: skip
    on_battery = [one for one in study.devices if one.feeds_on != "mains"]
    if not on_battery:
        return None
    return Judgement(verdict="holds", title=say("Every battery lasts"))


def _energy_field(one: GivenDevice) -> str:
    if "bank" in one.gaps:
        return f"/{one.at}/supply/bank"
    if one.kind == "microphone":
        return f"/{one.at}/gear/runs_s"
    gear = {"camera": "body", "recorder": "gear", "lamp": "fixture"}[one.kind]
    return f"/{one.at}/{gear}/" + ("power_w" if "power" in one.gaps else "battery_wh")


def _more_energy(scene: CameraStudy) -> Iterator[Proposal]:
    yield from get_up_in_time(scene)
    yield from both(more_energy(scene), larger_cards(scene))
    yield from with_spares(scene)


@rule(
    "roll.bank-weak",
    name="Bank too weak",
    trigger="a bank gives fewer watts than what is plugged into it draws",
    harm="It switches off, and everything on it falls back to its own battery or stops.",
    source="Rating plates",
    when=session_of,
    fixes=lambda scene: _off_the_bank(scene),
    once=True,
)
def bank_weak(study: RollStudy) -> Judgement | None:
    """Whether banks give the watts that are drawn from them."""
    loads = [one for one in bank_loads(study) if one.feeds]
    weak = [one for one in loads if one.too_weak]
    if weak:
        one = weak[0]
        drawn = Quantity(value=one.drawn_w, unit="w")
        rated = rated_w(one.bank.gear) or 0.0
        return Judgement(
            verdict="fails",
            title=say("{bank} gives {rated}, and {drawn} are drawn from it",
                      bank=capital(one.bank.gear.name), rated=Quantity(value=rated, unit="w"), drawn=drawn),
            reason=say("Take something off it. What a bank bears stands on its plate."),
            measured=measured(one.drawn_w, unit="w", most=rated),
            place="roll",
        )  # fmt: skip
    unrated = [one for one in loads if rated_w(one.bank.gear) is None]
    if unrated:
        return Judgement(
            verdict="unknown",
            title=say("What {bank} gives at once is not known", bank=unrated[0].bank.gear.name),
            reason=say("Its watts stand on its plate: volts times amperes of the outlet used."),
            fields=tuple(f"/banks/{one.index}/gear/power_w" for one in unrated),
            place="roll",
        )
    if not study.plan.banks:
        return None
    return Judgement(verdict="holds", title=say("The banks bear what is on them"))


def _off_the_bank(scene: CameraStudy) -> Iterator[Proposal]:
    study = session_of(scene)
    for load in () if study is None else bank_loads(study):
        if not load.too_weak:
            continue
        for by in ("battery", "mains"):
            for one in sorted(load.feeds, key=lambda each: -(each.power_w or 0.0)):
                if by == "battery" and not one.device.battery_j:
                    continue
                yield Proposal(
                    action=say(
                        "Run {name} on " + ("its own battery" if by == "battery" else "the mains"),
                        name=one.name,
                    ),
                    changes=(
                        Change(path=f"/{one.at}/supply/by", value=by),
                        Change(path=f"/{one.at}/supply/bank", value=None),
                    ),
                )


@rule(
    "roll.circuit",
    name="Circuit overload with all of it",
    trigger="lamps, cameras and recorders on the mains draw more than 80 % of what the circuit may carry",
    harm="The fuse goes in the middle of the take, or a lead grows hot.",
    source="Rating of the circuit; rating plates; local codes rule",
    when=session_of,
    fixes=lambda scene: _off_the_mains(scene),
    once=True,
)
def circuit(study: RollStudy) -> Judgement | None:
    """Power of everything on the mains against the circuit; lamps alone are judged by Light."""
    rated = study.plan.room.circuit_w
    if rated is None:
        return None
    if not any(one.feeds_on == "mains" for one in study.devices):
        return Judgement(verdict="holds", title=say("Nothing that records is on the circuit"))
    plates = plates_of(study)
    power = sum(one.power_w or 0.0 for one in plates)
    unknown = [one.name for one in plates if one.power_w is None]
    against = measured(power, unit="w", most=CIRCUIT_SHARE * rated)
    if power > CIRCUIT_SHARE * rated:
        return Judgement(
            verdict="fails",
            title=say("Too much for the circuit: {power}", power=Quantity(value=power, unit="w")),
            reason=say("Spread it over two circuits; a licensed electrician knows which sockets belong "
                       "together. Leads uncoiled, each within its own rating."),
            measured=against,
            place="roll",
        )  # fmt: skip
    if unknown:
        return Judgement(
            verdict="unknown",
            title=say(
                "Whether the circuit carries it is not known: {names}", names=", ".join(unknown)
            ),
            reason=say("Their watts stand on the rating plates."),
            place="roll",
        )
    return Judgement(verdict="holds", title=say("The circuit carries all of it"), measured=against)


def _off_the_mains(scene: CameraStudy) -> Iterator[Proposal]:
    study = session_of(scene)
    for one in () if study is None else study.devices:
        if one.feeds_on == "mains" and one.kind == "camera":
            yield Proposal(
                action=say("Run {name} on its own battery", name=one.name),
                changes=(Change(path=f"/{one.at}/supply/by", value="battery"),),
            )


@rule(
    "roll.clip-over-cap",
    name="Clip over its cap",
    trigger="a clip of the length wanted bears fewer than 0.10 bits for each pixel under its cap; fewer than 0.05 "
    "fails",
    harm="It is refused where it is published, or turns to mush on the way.",
    source="Arithmetic of bits and bytes; bits for a pixel as planning values",
    when=session_of,
    fixes=lambda scene: _shorter_clip(scene),
    once=True,
)
def clip_over_cap(study: RollStudy) -> Judgement | None:
    """Whether a clip fits under its cap in good quality."""
    store, bits = storing_of(study), _bits(study)
    if store.cap_mbit_s is None or bits is None:
        return None
    rate, per_pixel = store.cap_mbit_s, store.cap_mbit_s * 1e6 / bits
    said = Quantity(value=rate, unit="mbit_s")
    against = measured(rate, unit="mbit_s", least=FINE_BITS * bits / 1e6)
    if per_pixel >= FINE_BITS:
        return Judgement(
            verdict="holds",
            title=say("A clip stays under its cap at {rate}", rate=said),
            measured=against,
        )
    return Judgement(
        verdict="fails" if per_pixel < LEAST_BITS else "watch",
        title=say("Under its cap a clip bears only {rate}", rate=said),
        reason=say("Cut it shorter, or publish fewer pixels: at this rate fine movement smears."),
        measured=against,
        place="roll",
    )


def _bits(study: RollStudy) -> float | None:
    """Pixels a second of what is published."""
    delivery = study.plan.delivery
    if delivery.width_px is None or delivery.height_px is None:
        return None
    return delivery.width_px * delivery.height_px * (delivery.frame_rate_hz or 25.0)


def _shorter_clip(scene: CameraStudy) -> Iterator[Proposal]:
    study = session_of(scene)
    cap = scene.plan.session.clip_cap_bytes
    bits = None if study is None else _bits(study)
    if cap is None or bits is None:
        return
    seconds = float(int(longest_under_cap_s(cap, FINE_BITS * bits / 1e6, SOUND_MBIT_S)))
    if seconds >= 1:
        yield Proposal(
            action=say("Cut it at {time}", time=span(seconds)),
            changes=(Change(path="/session/clip_s", value=seconds),),
        )


@rule(
    "roll.disk-full",
    name="Disk full",
    trigger="fewer sessions fit onto the disk than it shall hold; nearly full is to be watched",
    harm="The copy of the evening ends half-way, and the card cannot be wiped.",
    source="Arithmetic of bits and bytes",
    when=session_of,
    fixes=lambda scene: _other_disk(scene),
    once=True,
)
def disk_full(study: RollStudy) -> Judgement | None:
    """Whether the disk holds the sessions that are planned."""
    store, wanted = storing_of(study), study.plan.session.sessions or 1
    if store.fits is None:
        return None
    against = measured(store.fits, unit="count", least=wanted)
    if store.fits >= wanted:
        disk = study.plan.session.disk
        capacity = (disk.capacity_bytes if disk is not None else None) or 1.0
        share = store.whole_bytes * wanted / capacity
        return Judgement(
            verdict="holds",
            title=say("The disk holds {n} sessions like this, {share} full after yours",
                      n=Quantity(value=store.fits, unit="count"), share=percent(share)),
            measured=against,
        )  # fmt: skip
    words = {0: "The disk does not hold one session", 1: "The disk is full after one session"}
    return Judgement(
        verdict="fails",
        title=say(words.get(store.fits, "The disk is full after {n} sessions"),
                  n=Quantity(value=store.fits, unit="count")),
        reason=say("{size} are written each time. Keep the clips that are shown, or take a larger disk.",
                   size=Quantity(value=store.whole_bytes, unit="bytes")),
        measured=against,
        place="roll",
    )  # fmt: skip


def _other_disk(scene: CameraStudy) -> Iterator[Proposal]:
    now, study = scene.plan.session.disk, session_of(scene)
    for medium in sorted(scene.owned.media, key=lambda one: one.capacity_bytes or 0.0):
        if now is None or (medium.capacity_bytes or 0.0) > (now.capacity_bytes or 0.0):
            yield Proposal(
                action=say("Keep it on {name}", name=medium.name),
                changes=(Change(path="/session/disk", value=medium.model_dump(mode="json")),),
                family="disk",
            )
    fits = None if study is None else storing_of(study).fits
    if fits:
        yield Proposal(
            action=say(
                "Keep one session on it, and copy it away" if fits == 1 else
                "Keep {n} sessions on it, and copy them away", n=Quantity(value=fits, unit="count"),
            ),
            changes=(Change(path="/session/sessions", value=fits),),
        )  # fmt: skip
