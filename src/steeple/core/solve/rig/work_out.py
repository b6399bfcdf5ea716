"""The whole rig: from work, room and cupboard to three rigs that differ in kind; where none holds, the least that would
have to give way, and the kinds of things of which one would mend it."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from contextlib import suppress
from functools import partial

from pydantic import Field

from steeple.core.budget import TooLong, spent
from steeple.core.findings.finding import Fix
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.shapes import SHAPES
from steeple.core.plan.values import Part
from steeple.core.solve.angles.roles import Ask
from steeple.core.solve.lens.work_out import work_out
from steeple.core.solve.rig.nodes import Rig
from steeple.core.solve.rig.offers import OpenNote, RigOffer, kinds_won, offer_of
from steeple.core.solve.rig.score import RIG_WEIGHTS, RigKind, score_of
from steeple.core.solve.rig.search import Search
from steeple.core.solve.rig.sequence import mend_sequence
from steeple.core.solve.rig.sounded import with_microphones
from steeple.core.solve.rig.to_get import KindToGet, board_as_owned, kinds_to_get
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.plan_study import camera_studies

ALTERNATIVES = 3
MOVES = 5
"""So many mends at most put the last notes of a rig right: sound, a second fixing, what is fed and stored."""
ENOUGH = 0.85
USUAL_MIN, SPARE = 60.0, 1.15
"""A session whose length is not said; a card is to have so many times the room that it needs."""


class RigAsk(Part):
    """What is wanted beside the main camera: other views, by what they show."""

    views: tuple[Ask, ...] = Field(default=(), max_length=3)


class RigProgress(Result):
    """How far the work is, of about how much; what is looked at now; the best so far, None while there is none."""

    done: int
    of: int
    now: str
    best: RigOffer | None


class RigOutcome(Result):
    """The rigs that were found, the best all round first.

    ``holds`` tells whether nothing fails in the first. ``nothing_owned`` tells that the cupboard had nothing to make it
    of, in part or in all: what is offered is of usual kinds. ``cut_short`` tells that the time did not do for all.
    """

    holds: bool
    says: Sentence
    offers: tuple[RigOffer, ...]
    give_ways: tuple[Fix, ...]
    to_get: tuple[KindToGet, ...]
    against: tuple[OpenNote, ...]
    missing: tuple[str, ...]
    nothing_owned: bool
    cut_short: bool


def bare_plan(plan: Plan) -> Plan:
    """What a rig is worked out for: the plan without its gear. Lamps that stay where they hang, mount points, wishes and
    all that is known of work, room and maker are kept.

    Parameters
    ----------
    plan
        any.
    """
    role = SHAPES[plan.work.shape].angles[0]
    now = plan.cameras[0] if plan.cameras else Camera(id=role, role=role)
    camera = Camera(id=now.id, role=now.role, target=now.target)
    return plan.model_copy(
        update={
            "cameras": (camera,), "supports": (), "cards": (), "adapters": (), "mics": (), "leads": (),
            "recorders": (), "banks": (), "setups": (), "accepted": (),
            "lights": tuple(one for one in plan.lights if one.stays),
            "session": plan.session.model_copy(update={"handling": ()}),
        }
    )  # fmt: skip


def work_out_rig(
    plan: Plan,
    ask: RigAsk | None = None,
    *,
    owned: Owned = NOTHING_OWNED,
    named: Callable[[Plan], Plan] = lambda plan: plan,
) -> Iterator[RigProgress | RigOutcome]:
    """Work out the whole rig.

    Parameters
    ----------
    plan
        work, room and maker; its gear is not looked at, but for lamps that stay.
    ask
        what is wanted beside the main camera.
    owned
        what the maker has. Where there is nothing of a subject, usual kinds take its place, and this is said.
    named
        puts the ids of the cupboard to the things of a plan.

    Yields
    ------
    How far the work is, each time with the best so far; the outcome last. Without a budget the same inputs give the
    same answer.
    """
    wanted = ask or RigAsk()
    start = bare_plan(plan)
    stocked = board_as_owned(owned)
    lacking = stocked is not owned
    search = Search(start, stocked, wanted.views)
    shown: tuple[Rig | None, RigOffer | None] = (None, None)
    for step in search.run():
        if step.best is not None and step.best is not shown[0] and step.best.stage != "framed":
            shown = (step.best, _offered(plan, step.best))
        yield RigProgress(done=step.done, of=step.of, now=step.now, best=shown[1])
    chosen = chosen_of(search.whole)
    finished: list[tuple[Rig, RigOffer]] = []
    for at, rig in enumerate(chosen):
        yield RigProgress(
            done=search.done + at,
            of=search.done + len(chosen),
            now="the last notes, one by one",
            best=shown[1],
        )
        try:
            finished.append(_finished(plan, rig, stocked, named))
        except TooLong:
            finished.append((rig, _offered(plan, rig)))
    yield _outcome(search, finished, stocked, lacking=lacking)


def _offered(plan: Plan, rig: Rig) -> RigOffer:
    return offer_of(plan, rig.cameras, rig.findings, ())


def chosen_of(rigs: Sequence[Rig]) -> list[Rig]:
    """Up to three rigs that differ in kind: the best of each kind, then the next best all round that is made in another
    way; where there are not so many ways, of other things.

    Parameters
    ----------
    rigs
        whole ones.
    """
    chosen: list[Rig] = []
    best = [
        min(rigs, key=partial(_total, kind=kind)) for kind in RIG_WEIGHTS if rigs
    ]  # fmt: skip
    ranked = [*best, *sorted(rigs, key=partial(_total, kind="all round"))]
    for differs in (way_of, made_of):
        for rig in ranked:
            if len(chosen) < ALTERNATIVES and all(
                differs(rig.plan) != differs(other.plan) for other in chosen
            ):
                chosen.append(rig)
    return sorted(chosen, key=lambda one: one.score.total())


def _total(rig: Rig, kind: RigKind) -> float:
    return rig.score.total(kind)


def way_of(plan: Plan) -> tuple[object, ...]:
    """In which way a rig is made: which camera, on which kind of support, under how many lamps.

    Parameters
    ----------
    plan
        with a rig.
    """
    return (
        tuple(one.body.name for one in plan.cameras if one.body is not None),
        tuple(one.gear.form for one in plan.supports),
        sum(one.lit for one in plan.lights),
    )


def made_of(plan: Plan) -> tuple[object, ...]:
    """What a rig is made of, by names: two rigs of the same things do not differ in kind.

    Parameters
    ----------
    plan
        with a rig.
    """
    return (
        tuple(one.body.name for one in plan.cameras if one.body is not None),
        tuple(one.lens.name for one in plan.cameras if one.lens is not None),
        tuple(one.gear.name for one in plan.supports),
        tuple(sorted(one.fixture.name for one in plan.lights if one.lit)),
    )


def _finished(
    plan: Plan, rig: Rig, owned: Owned, named: Callable[[Plan], Plan]
) -> tuple[Rig, RigOffer]:
    """A rig with its last notes put right, each by a mend that was tried."""
    cache = rig.cameras[0].studies.cache
    last = with_media(rig.plan, owned)
    if spent() < ENOUGH:
        last = with_microphones(last, owned, cache)
        row = mend_sequence(last, owned=owned, most=MOVES, cache=cache)
        last = apply_changes(last, row.changes)
    cameras = camera_studies(named(last), owned, cache)
    findings = judge(cameras)
    whole = Rig("lit", cameras, findings, score_of(cameras, findings))
    return whole, offer_of(plan, cameras, findings, ())


def with_media(plan: Plan, owned: Owned) -> Plan:
    """A plan with a memory card in each camera that has none: of those owned the smallest that the session does not
    fill, else the largest.

    Parameters
    ----------
    plan, owned
        any plan; what the maker has.
    """
    if not owned.media:
        return plan
    seconds = 60.0 * (plan.session.lasts_min or USUAL_MIN)
    cameras = []
    for camera in plan.cameras:
        body = camera.body
        if body is not None and body.kind != "webcam" and camera.storage.medium is None:
            rate = body.mode(camera.mode).bitrate_mbit_s or 0.0
            needed = rate * (body.learned_bitrate_share or 1.0) * 1e6 / 8 * seconds * SPARE
            by_size = sorted(owned.media, key=lambda one: one.capacity_bytes or 0.0)
            fits = [one for one in by_size if (one.capacity_bytes or 0.0) >= needed]
            storage = camera.storage.model_copy(update={"medium": (fits or by_size[-1:])[0]})
            camera = camera.model_copy(update={"storage": storage})
        cameras.append(camera)
    return plan.model_copy(update={"cameras": tuple(cameras)})


def _outcome(
    search: Search, finished: list[tuple[Rig, RigOffer]], owned: Owned, *, lacking: bool
) -> RigOutcome:
    finished.sort(key=lambda one: one[0].score.total())
    won = (
        kinds_won([{kind: rig.score.total(kind) for kind in RIG_WEIGHTS} for rig, _ in finished])
        if finished
        else []
    )
    offers = tuple(
        offer.model_copy(update={"best_for": kinds})
        for (_, offer), kinds in zip(finished, won, strict=True)
    )
    best = finished[0][0] if finished else None
    holds = bool(offers) and offers[0].holds
    give_ways: tuple[Fix, ...] = ()
    to_get: tuple[KindToGet, ...] = ()
    if best is not None and not holds:
        # What was found is never lost because the time does not do for what could mend it.
        with suppress(TooLong):
            if any(one.verdict == "fails" and one.step == "lens" for one in best.findings):
                give_ways = work_out(best.plan, owned=owned).give_ways
            to_get = kinds_to_get(best, owned)
    missing = sorted({words for many in search.missing.values() for words in many})
    return RigOutcome(
        holds=holds,
        says=_says(offers, lacking=lacking, ways_out=bool(give_ways or to_get)),
        offers=offers,
        give_ways=give_ways,
        to_get=to_get,
        against=tuple(one for one in offers[0].open if one.verdict == "fails") if offers else (),
        missing=tuple(missing),
        nothing_owned=lacking,
        cut_short=search.cut_short,
    )


def _says(offers: Sequence[RigOffer], *, lacking: bool, ways_out: bool) -> Sentence:
    if not offers:
        return say(
            "Nothing of the cupboard can film this: no camera has a lens that fits it. Put in a lens of its mount, or a phone."
        )
    holding = sum(one.holds for one in offers)
    whose = "of usual kinds, as the cupboard does not have all" if lacking else "from your cupboard"
    if not holding:
        fails = sum(one.verdict == "fails" for one in offers[0].open)
        return say(
            f"No rig {whose} meets everything. The nearest leaves "
            + ("one thing" if fails == 1 else f"{fails} things")
            + " failing; "
            + (
                "below is what could give way, and what would mend it."
                if ways_out
                else "no one thing to get would mend it, and no one demand that gives way: they stand under it."
            )
        )
    count = "One rig" if holding == 1 else f"{('Two', 'Three')[holding - 2]} rigs"
    works = f"{count} {whose} {'works' if holding == 1 else 'work'}"
    if any(one.open for one in offers if one.holds):
        return say(
            f"{works}: nothing fails; what is to be watched, or not known, stands under each."
        )
    return say(f"{works}, and everything holds.")
