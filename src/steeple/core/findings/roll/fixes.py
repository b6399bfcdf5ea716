"""Changes that may let a session run: getting up in time, other feeding, other cards."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterable, Iterator, Sequence

from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.parts.rolling.session import BREAK_LIMIT, Break, Handling
from steeple.core.plan.parts.rolling.supply import PlacedBank
from steeple.core.roll.device import Why
from steeple.core.roll.power import bank_j
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import lowered, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.roll.getting_up.staggering import staggered
from steeple.core.study.roll.given.devices import GivenDevice, given_devices
from steeple.core.study.roll.kept.feeding import rated_w
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy, rolled
from steeple.core.study.roll.words import moment, names_of

LEAST_APART_MIN = 10.0
"""Nobody gets up for one device more often than this and still works with care."""
LOST_S = 180.0
"""So much of a battery or a card is given up where it is changed in time."""
MOST_SPARES = 4
"""More spare batteries or cards than this is no mend but a chore."""


Fix = Callable[[CameraStudy], Iterator[Proposal]]


def once_for_the_plan(fixes: Fix) -> Fix:
    """Proposals that are the same for every camera, worked out once for all of them."""

    def remembered(scene: CameraStudy) -> Iterator[Proposal]:
        key = (fixes.__name__, scene.studies.key(ROLL), scene.owned.media, scene.owned.power)
        yield from scene.context.remember(key, lambda: tuple(fixes(scene)))

    return remembered


def session_of(scene: CameraStudy) -> RollStudy | None:
    """The session of a plan, where anything runs in it."""
    study = scene.of(ROLL)
    return study if study is not None and study.devices else None


def _handling_change(handling: Sequence[Handling]) -> Change:
    return Change(path="/session/handling", value=[one.model_dump(mode="json") for one in handling])


def bearable(study: RollStudy, handling: Sequence[Handling]) -> bool:
    """Whether somebody at work can keep getting up so often; in a break it costs nothing."""
    last: dict[tuple[str, str], Handling] = {}
    for one in handling:
        before = last.get((one.kind, one.device))
        last[one.kind, one.device] = one
        if before is None or "start" in one.does:
            continue
        idle = all(
            study.session.in_break(each.at_min * 60, each.at_min * 60) for each in (before, one)
        )
        if one.at_min - before.at_min < LEAST_APART_MIN and not idle:
            return False
    return True


@once_for_the_plan
def get_up_in_time(scene: CameraStudy) -> Iterator[Proposal]:
    """Restarts and changes with what is at hand."""
    study = session_of(scene)
    if study is None:
        return
    handling = staggered(study)
    if not handling or handling == study.handling or not bearable(study, handling):
        return
    times = len({one.at_min for one in handling})
    said = {1: "once", 2: "twice"}.get(times, f"{times} times")
    yield Proposal(
        action=say(
            "Get up " + said + (", at {first}" if times == 1 else ", from {first} on"),
            first=moment(handling[0].at_min * 60),
        ),
        changes=(_handling_change(handling),),
        family="get up",
    )


@once_for_the_plan
def smaller_files(scene: CameraStudy) -> Iterator[Proposal]:
    """Another recording mode that writes less, so that files and cards last longer, with getting up in time."""
    study = session_of(scene)
    if study is None:
        return
    tight = {one.device.key for one in study.stops if one.why in ("file limit", "card full")}
    for one in study.cameras:
        body = next(each.body for each in scene.plan.cameras if each.id == one.id)
        if one.key not in tight or body is None or one.mbit_s is None:
            continue
        slower = [each for each in body.modes if (each.bitrate_mbit_s or one.mbit_s) < one.mbit_s]
        for mode in sorted(slower, key=lambda each: -(each.bitrate_mbit_s or 0.0)):
            change = Change(path=f"/{one.at}/mode", value=mode.name)
            plan = apply_changes(scene.plan, [change])
            devices = given_devices(plan, study.session, Assumptions())
            handling = staggered(rolled(plan, study.session, devices, ()))
            if bearable(study, handling):
                yield Proposal(
                    action=say(
                        "Record {name} in “{mode}”" + (" and get up in time" if handling else ""),
                        name=one.name, mode=mode.name,
                    ),
                    changes=(change, _handling_change(handling)),
                    family="mode",
                )  # fmt: skip


@once_for_the_plan
def cool_in_a_pause(scene: CameraStudy) -> Iterator[Proposal]:
    """A break for everybody while a hot camera is switched off."""
    study = session_of(scene)
    if study is None:
        return
    handling = staggered(study)
    rests = [one for one in handling if one.does == ("stop",)]
    breaks = list(scene.plan.session.breaks)
    for one in rests:
        again = next(
            each.at_min for each in handling
            if each.device == one.device and each.does == ("start",) and each.at_min > one.at_min
        )  # fmt: skip
        if not study.session.in_break(one.at_min * 60, again * 60):
            breaks.append(Break(name="it cools", at_min=one.at_min, takes_min=again - one.at_min))
    breaks.sort(key=lambda each: each.at_min)
    apart = all(
        one.at_min + one.takes_min <= other.at_min for one, other in itertools.pairwise(breaks)
    )
    if rests and apart and len(breaks) <= BREAK_LIMIT:
        yield Proposal(
            action=say("Pause from {at} on, until it is cold", at=moment(rests[0].at_min * 60)),
            changes=(
                Change(
                    path="/session/breaks", value=[one.model_dump(mode="json") for one in breaks]
                ),
                _handling_change(handling),
            ),
        )


@once_for_the_plan
def with_spares(scene: CameraStudy) -> Iterator[Proposal]:
    """The same with spare batteries and cards for what runs out."""
    study = session_of(scene)
    if study is None:
        return
    thirsty = [one for one in study.runs_short("battery empty") if one.feeds_on == "battery"]
    full = study.runs_short("card full")
    changes: list[Change] = []
    said = []
    for one in thirsty:
        count = _spares_for(study, one, "battery empty")
        changes.append(Change(path=f"/{one.at}/supply/spare_batteries", value=count))
        said.append(_spare(count, "battery", "batteries") + f" for {one.name}")
    for one in full:
        count = _spares_for(study, one, "card full")
        changes.append(Change(path=f"/{one.at}/storage/spare_media", value=count))
        said.append(_spare(count, "card", "cards") + f" for {one.name}")
    enough = all(
        one.device.spare_batteries >= _spares_for(study, one, "battery empty") for one in thirsty
    ) and all(one.device.spare_cards >= _spares_for(study, one, "card full") for one in full)
    if enough or any(int(str(one.value)) > MOST_SPARES for one in changes):
        return
    yield from _planned_with(scene, study, changes, said)


def _spares_for(study: RollStudy, one: GivenDevice, why: Why) -> int:
    """How many more full batteries or empty cards a device needs for as long as it is to run."""
    lasts = next(each.early_s for each in study.limits(one) if each.why == why)
    needs = sum(end - start for start, end in one.windows)
    return max(1, math.ceil(needs / max(lasts - LOST_S, 1.0)) - 1)


def _spare(count: int, one: str, more: str) -> str:
    return f"a spare {one}" if count == 1 else f"{count} spare {more}"


def _planned_with(
    scene: CameraStudy, study: RollStudy, changes: list[Change], said: Sequence[str]
) -> Iterator[Proposal]:
    plan = apply_changes(scene.plan, changes)
    devices = given_devices(plan, study.session, Assumptions())
    spared = rolled(plan, study.session, devices, ())
    handling = staggered(spared)
    done = rolled(plan, study.session, devices, handling)
    short = any(one.why in ("battery empty", "card full") for one in (*done.stops, *done.risks))
    if not short and bearable(study, handling):
        yield Proposal(
            action=say("Have " + " and ".join(said) + " ready, and change in time"),
            changes=(*changes, _handling_change(handling)),
            family="spares",
        )


def _thirsty(scene: CameraStudy, study: RollStudy) -> list[GivenDevice]:
    """What runs out of energy, and can be fed while it runs."""
    short = study.runs_short("battery empty")
    return [
        one
        for one in study.devices
        if (one in short or "battery" in one.gaps) and _can_be_fed(scene, one)
    ]


def more_energy(scene: CameraStudy) -> Iterator[Proposal]:
    """What runs empty is fed from a bank of the cupboard that is not in the plan yet, or from the mains."""
    study = session_of(scene)
    if study is None:
        return
    yield from _on_a_bank(scene, _thirsty(scene, study))
    needy = _thirsty(scene, study)
    if needy:
        owns = any(one.form == "mains adapter" for one in scene.owned.power)
        yield Proposal(
            action=say(
                "Run {names} on the mains" + ("" if owns else "; it takes an adapter for each"),
                names=names_of(needy),
            ),
            changes=tuple(Change(path=f"/{one.at}/supply/by", value="mains") for one in needy),
        )


def _can_be_fed(scene: CameraStudy, one: GivenDevice) -> bool:
    if one.kind == "camera":
        body = next(each.body for each in scene.plan.cameras if each.id == one.id)
        return body is not None and body.fed_while_recording is not False
    if one.kind == "recorder":
        gear = next(each.gear for each in scene.plan.recorders if each.id == one.id)
        return gear.fed_while_recording is not False
    return one.kind != "microphone"


def _on_a_bank(scene: CameraStudy, thirsty: Sequence[GivenDevice]) -> Iterator[Proposal]:
    needy = [one for one in thirsty if one.device.bank is None]
    used = [one.gear for one in scene.plan.banks]
    for bank in scene.owned.power:
        if bank.form != "power bank" or bank in used or not needy or not _gives(bank, needy):
            continue
        name = next(
            f"bank-{n}" for n in range(1, 99) if f"bank-{n}" not in {b.id for b in scene.plan.banks}
        )
        banks = (*scene.plan.banks, PlacedBank(id=name, gear=bank))
        changes = [Change(path="/banks", value=[one.model_dump(mode="json") for one in banks])]
        for one in needy:
            changes.append(Change(path=f"/{one.at}/supply/by", value="bank"))
            changes.append(Change(path=f"/{one.at}/supply/bank", value=name))
        yield Proposal(
            action=say("Feed {names} from {bank}", names=names_of(needy), bank=bank.name),
            changes=tuple(changes),
        )


def _gives(bank: PowerSource, needy: Sequence[GivenDevice]) -> bool:
    """Whether a bank is known to bear what is put on it."""
    drawn = sum(one.power_w or 0.0 for one in needy)
    energy = bank_j(bank.energy_wh, bank.capacity_mah)
    rated = rated_w(bank)
    return energy is not None and (rated is None or drawn <= rated)


def larger_cards(scene: CameraStudy) -> Iterator[Proposal]:
    """Cards of the cupboard that hold the session, the smallest that does for each."""
    study = session_of(scene)
    if study is None:
        return
    changes: list[Change] = []
    names: list[str] = []
    free = list(scene.owned.media)
    stores = [one.storage for one in scene.plan.cameras]
    stores += [one.storage for one in scene.plan.recorders]
    for store in stores:
        if store.medium in free:
            free.remove(store.medium)
    full = [*study.runs_short("card full")]
    full += [one for one in study.devices if one.records and "card" in one.gaps]
    for one in full:
        needs = one.device.bytes_per_s * sum(end - start for start, end in one.windows)
        fits = [each for each in free if _holds(each, needs, one)]
        if not fits:
            return
        best = min(fits, key=lambda each: each.capacity_bytes or 0.0)
        free.remove(best)
        names.append(f"{best.name} in {one.name}")
        changes.append(Change(path=f"/{one.at}/storage/medium", value=best.model_dump(mode="json")))
    if changes:
        yield Proposal(action=say("Put " + ", ".join(names)), changes=tuple(changes))


def both(firsts: Iterable[Proposal], seconds: Iterable[Proposal]) -> Iterator[Proposal]:
    """Each of the first by itself and with each of the second: a card that is larger is no help where the
    battery ends soon after."""
    second = list(seconds)
    for one in firsts:
        yield one
        for other in second:
            yield Proposal(
                action=one.action + say(", and ") + lowered(other.action),
                changes=(*one.changes, *other.changes),
            )


def _holds(medium: Medium, needs: float, one: GivenDevice) -> bool:
    rate = medium.write_mbit_s
    fast = rate is None or one.mbit_s is None or rate >= one.mbit_s
    return medium.capacity_bytes is not None and medium.capacity_bytes >= needs and fast
