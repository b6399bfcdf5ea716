"""One more camera for what a maker wants to show: up to three places that differ in kind.

Directions of the wish are ranked by what is seen from them past arms, head and gear; each good one is
tried with every free camera and lens of the cupboard over the whole zoom (`solve.lens.search`, exact
forms); what can hold the camera there is sought among the free supports by the mechanics of the hold
step; and what the whole plan then says is judged by the same rules as everywhere.
"""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.findings.finding import GRAVITY
from steeple.core.findings.hold.fixes import take_support
from steeple.core.findings.hold.mount import to_the_mount
from steeple.core.findings.judging import judge, judge_camera
from steeple.core.findings.registry import FOLLOWS
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned, OwnedSupport
from steeple.core.plan.document import SUPPORT_LIMIT, Plan
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.solve.angles.held_by import free_supports, held_there
from steeple.core.solve.angles.roles import Ask
from steeple.core.solve.angles.tries import Try, tries_of, with_camera
from steeple.core.solve.angles.ways import OTHER_KIND_DEG, OTHER_KIND_TIMES, Way, apart, ways_of
from steeple.core.solve.angles.wish import Wish, wish_of
from steeple.core.solve.lens.work_out import DEMANDS
from steeple.core.solve.weighing import heavier, worse_words
from steeple.core.study.angles.answer import cut_words
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, percent, say
from steeple.core.study.base.shapes import Point, point
from steeple.core.study.cache import StudyCache
from steeple.core.study.card.lists.setting_up import own_min
from steeple.core.study.hold.answer import place_words
from steeple.core.study.hold.step import HOLD
from steeple.core.study.inputs.lamp import direction_of
from steeple.core.study.inputs.support_forms import FORMS
from steeple.core.study.light.dome import apart_deg
from steeple.core.study.plan_study import CameraStudy, changed

OFFERS = 3
FINALISTS = 8
LAMP_PLACES = ("light.lamp-in-frame", "light.unplaceable", "light.card-in-frame")
"""What lamps do to a camera by where they stand; all else of the light is mended by the lamps."""
NOT_KNOWN = 0.5
"""What is not known weighs less than what fails, where two places are compared."""
Key = tuple[bool, float, float, float, float]
"""Whether it lacks something, how much fails, how little it sees and how long it takes."""
LEAST_SEEN = 0.5
"""A place from which less is seen does not show what was asked for; a planning value of our own."""
WORKING = {1: "One place works", 2: "Two places work", 3: "Three places work"}


class CameraOffer(Result):
    """One place for the camera.

    ``seen`` of what it films is in sight in the mean of the poses, ``worst`` in the worst. ``held_by`` is
    empty where nothing free can hold it there; ``to_get`` names what is not owned. ``lacks`` says what is
    not met, ``to_light`` what the lamps must still do for it, ``worse`` what gets worse elsewhere in the
    plan. ``changes`` take it.
    """

    gear: str
    azimuth_deg: float
    elevation_deg: float
    distance_mm: float
    place: Point
    tilt_deg: float
    toward_deg: float
    focal_mm: float | None
    seen: float
    worst: float
    px_per_mm: float
    detail_px: float
    held_by: str
    set_up_min: float
    to_get: str
    works: bool
    says: Sentence
    hold: Sentence
    cuts: tuple[Sentence, ...]
    lacks: tuple[Sentence, ...]
    to_light: tuple[Sentence, ...]
    worse: Sentence
    changes: tuple[Change, ...]


class CameraPlaces(Result):
    """The answer to a wish for a camera: where it could stand, the best first."""

    ask: Ask
    camera_id: str
    says: Sentence
    offers: tuple[CameraOffer, ...]


def place_camera(
    plan: Plan,
    ask: Ask,
    *,
    index: int | None = None,
    target: Target | None = None,
    owned: Owned = NOTHING_OWNED,
    cache: StudyCache | None = None,
) -> CameraPlaces:
    """Up to three places for one more camera, or for one of the plan, that show what is asked for.

    Parameters
    ----------
    plan
        any plan.
    ask
        what is to be shown; see `ASKS`.
    index
        which camera of the plan is to show it; None = one more.
    target
        what it films, where that is not the usual of the wish.
    owned
        what the maker has; what other cameras use is not offered again.
    cache
        what was worked out before.

    Raises
    ------
    InputError
        ``no-such-camera``; ``too-many-cameras`` where the plan has eight.
    """
    wish = wish_of(plan, ask, index, target, owned, cache)
    ways, blocked = ways_of(wish)
    tried = tries_of(wish, apart(ways), ways, owned)
    offers = _offers(wish, tried, owned)
    return CameraPlaces(
        ask=ask,
        camera_id=wish.plan.cameras[wish.index].id,
        says=_says(wish, ways, tried, offers, blocked),
        offers=tuple(offers),
    )


def _offers(wish: Wish, tried: Sequence[Try], owned: Owned) -> list[CameraOffer]:
    """The best that differ in kind, worked out to the end."""
    supports = free_supports(wish, owned)
    found: list[tuple[Key, CameraOffer]] = []
    for one in tried[:FINALISTS]:
        if len(found) >= OFFERS and all(key[:2] == (False, 0) for key, _ in found):
            break
        offer, fails = _offer(wish, one, supports, owned)
        if offer is None:
            continue
        key = (not offer.works, fails, -round(one.way.merit, 1), offer.set_up_min, -one.way.merit)
        alike = [at for at, (_, other) in enumerate(found) if _alike(offer, other)]
        if alike:
            if key < found[alike[0]][0]:
                found[alike[0]] = key, offer
            continue
        found.append((key, offer))
    found.sort(key=lambda pair: pair[0])
    return _weighed(wish, found[:OFFERS])


def _weighed(wish: Wish, found: Sequence[tuple[Key, CameraOffer]]) -> list[CameraOffer]:
    """The offers with what each makes worse of the other cameras; those first that make least fail."""
    mine = wish.plan.cameras[wish.index].id
    before = [one for one in judge(wish.scenes) if one.about != mine]
    ranked = []
    for (idle, fails, *rest), offer in found:
        plan = apply_changes(wish.plan, offer.changes)
        scenes = changed(wish.scenes, plan)
        others = [one for each in scenes if each.about != mine for one in judge_camera(each)]
        worse = heavier(before, others)
        heavy = [one for one in worse if one.verdict == "fails" and one.code not in FOLLOWS]
        count = fails + len(heavy)
        ranked.append(
            ((idle, count, *rest), offer.model_copy(update={"worse": worse_words(worse)}))
        )
    ranked.sort(key=lambda pair: pair[0])
    return [offer for _, offer in ranked]


def _alike(one: CameraOffer, other: CameraOffer) -> bool:
    """Whether two places are of one kind: from nearly the same side and from about as far."""
    near = apart_deg((one.azimuth_deg, one.elevation_deg), (other.azimuth_deg, other.elevation_deg))
    far = max(one.distance_mm, other.distance_mm) / max(
        1.0, min(one.distance_mm, other.distance_mm)
    )
    return near < OTHER_KIND_DEG and far < OTHER_KIND_TIMES


def _offer(
    wish: Wish, tried: Try, supports: Sequence[OwnedSupport], owned: Owned
) -> tuple[CameraOffer | None, float]:
    """A place worked out to the end, and how much fails of this camera there."""
    plan = with_camera(wish, tried)
    scene = changed(wish.scenes, plan)[wish.index]
    if scene.lens is None or scene.sight is None:
        return None, 0
    mount = tried.part.mount
    held = None
    if mount is not None:
        plan = _at_mount(scene)
    elif len(plan.supports) < SUPPORT_LIMIT:
        held = held_there(scene, supports, owned)
    if held is not None:
        plan = apply_changes(plan, take_support(scene, held[0]))
    scenes = changed(wish.scenes, plan)
    scene = scenes[wish.index]
    study, lens = scene.angles, scene.lens
    if study is None or lens is None or lens.sight is None:
        return None, 0
    held_by = (mount or "") if held is None else held[0].gear.name
    own = judge_camera(scene)
    lacking = [
        one for one in own if one.speaks and one.verdict in ("fails", "unknown") and one.about
    ]
    dark = [one for one in lacking if one.code.startswith("light.") and one.code not in LAMP_PLACES]
    lacking = [one for one in lacking if one not in dark and (held_by or one.step != HOLD.id)]
    lacking.sort(key=lambda one: -GRAVITY[one.verdict])
    unseen = study.mean_action < LEAST_SEEN
    fails = unseen + sum(1.0 if one.verdict == "fails" else NOT_KNOWN for one in lacking)
    azimuth, elevation, distance = direction_of(lens.work.middle, lens.position)
    name = tried.part.body.name if tried.part.body else ""
    if tried.part.lens is not None:
        name += f", {tried.part.lens.name}"
    offer = CameraOffer(
        gear=name,
        azimuth_deg=azimuth,
        elevation_deg=elevation,
        distance_mm=distance,
        place=point(lens.position),
        tilt_deg=lens.camera.tilt_deg,
        toward_deg=lens.camera.toward_deg,
        focal_mm=lens.settings.focal_mm,
        seen=study.mean_action,
        worst=study.worst_action,
        px_per_mm=lens.sight.delivered_px_per_mm,
        detail_px=lens.sight.detail_px,
        held_by=held_by,
        set_up_min=0.0 if held is None else own_min(scene.plan, FORMS[held[0].gear.form].minutes),
        to_get="" if tried.owned else name,
        works=not lacking and not unseen and bool(held_by) and tried.owned,
        says=_place_says(scene, study, azimuth, elevation),
        hold=_hold_says(scene, held_by),
        cuts=tuple(say("It ") + cut_words(one) for one in study.cuts),
        lacks=(
            *(
                [say("Only {seen} of it is seen", seen=percent(study.mean_action))]
                if unseen
                else ()
            ),
            *(one.title for one in lacking),
        ),
        to_light=tuple(one.title for one in dark),
        worse=(),
        changes=_changes(wish, plan),
    )
    return offer, fails


def _at_mount(scene: CameraStudy) -> Plan:
    """The plan with a camera moved until its screw is at its mount point, and turned to what it films."""
    plan = scene.plan
    for _ in range(2):
        proposal = next(to_the_mount(scene), None)
        lens = scene.lens
        if proposal is None or lens is None or scene.index is None:
            return plan
        plan = apply_changes(plan, proposal.changes)
        (scene,) = changed((scene,), plan)[scene.index : scene.index + 1]
        if scene.lens is None:
            return plan
        azimuth, elevation, _ = direction_of(lens.work.middle, scene.lens.position)
        aim = (
            Change(path=f"{scene.at}/aim/tilt_deg", value=round(90.0 - elevation, 1)),
            Change(path=f"{scene.at}/aim/toward_deg", value=round((azimuth + 180.0) % 360.0, 1)),
        )
        plan = apply_changes(plan, aim)
        (scene,) = changed((scene,), plan)[scene.index or 0 : (scene.index or 0) + 1]
    proposal = next(to_the_mount(scene), None)
    return plan if proposal is None else apply_changes(plan, proposal.changes)


def _changes(wish: Wish, plan: Plan) -> tuple[Change, ...]:
    """The whole of what the plan gets: supports first, for cameras name them."""

    def rows(name: str) -> list[object]:
        return [one.model_dump(mode="json") for one in getattr(plan, name)]

    changes = [
        Change(path="/supports", value=rows("supports")),
        Change(path="/cameras", value=rows("cameras")),
    ]
    if plan.adapters != wish.plan.adapters:
        changes.insert(0, Change(path="/adapters", value=rows("adapters")))
    return tuple(changes)


def _place_says(
    scene: CameraStudy, study: AngleStudy, azimuth: float, elevation: float
) -> Sentence:
    lens = study.lens
    place = lens.position
    below = place.z < 0
    line = say(
        "From " + clock_words(azimuth) + ", {up} up: {seen} seen, {worst} in the worst pose; lens ",
        up=Quantity(value=round(elevation), unit="deg"),
        seen=percent(study.mean_action),
        worst=percent(study.worst_action),
    ) if elevation < 89.0 else say(
        "From straight above: {seen} seen, {worst} in the worst pose; lens ",
        seen=percent(study.mean_action),
        worst=percent(study.worst_action),
    )  # fmt: skip
    line += place_words(scene.bench, place.x, place.y)
    line += say(", {high} " + ("below" if below else "above") + " the table", high=mm(abs(place.z)))
    if lens.settings.focal_mm is not None:
        line += say(", at {focal}", focal=Quantity(value=lens.settings.focal_mm, unit="mm_exact"))
    return line + say(".")


def _hold_says(scene: CameraStudy, held_by: str) -> Sentence:
    hold = scene.hold
    if held_by and scene.camera is not None and scene.camera.mount is not None:
        return say("Screw it to {name}.", name=held_by)
    if not held_by or hold is None or hold.placement is None:
        return say("Nothing that is free of yours holds it there.")
    foot = hold.placement.foot
    if foot is None:
        return say("{name} holds it.", name=held_by)
    return (
        say("{name} holds it: foot ", name=held_by)
        + place_words(scene.bench, foot.x, foot.y)
        + say(".")
    )


def _says(
    wish: Wish, ways: Sequence[Way], tried: Sequence[Try], offers: Sequence[CameraOffer],
    blocked: dict[str, int],
) -> Sentence:  # fmt: skip
    """Whether it can be had, and else which limit stands against it, with the least give-way."""
    asked = wish.asked.words
    if not ways:
        bar = max(blocked, key=lambda one: blocked[one], default="the room")
        return say(
            "There is no free place that shows {asked}: {bar} is in the way of most.",
            asked=asked, bar=bar,
        )  # fmt: skip
    if not tried:
        return say(
            "No camera is free: put one into the cupboard, or take one out of the plan. From "
            + clock_words(ways[0].azimuth) + " {seen} would be seen.",
            seen=percent(ways[0].seen),
        )  # fmt: skip
    good = sum(one.works for one in offers)
    if good:
        return say(WORKING[good] + " for {asked}.", asked=asked)
    if not offers:
        unmet = ", ".join(DEMANDS[code] for code in tried[0].best.unmet)
        return say("No place shows {asked}: {unmet} cannot be had.", asked=asked, unmet=unmet)
    first = offers[0]
    why = first.lacks[0] if first.lacks else say("nothing of yours holds it there")
    if first.to_get:
        why = say("it takes one more {gear}", gear=first.to_get)
    return (
        say("No place holds throughout for {asked}. What stands against the first: ", asked=asked)
        + why
        + say(".")
    )
