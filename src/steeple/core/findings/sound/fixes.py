"""Changes that may let it be heard: another place, another way to hold it, less echo and noise, longer leads."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import Change
from steeple.core.plan.parts.sounding.microphone import MicPair, PlacedMic
from steeple.core.sound.pair import PairForm
from steeple.core.study.base.phrases import by_edges
from steeple.core.study.base.sentence import Sentence, mm, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.given.mics import GivenMic, called, source_of
from steeple.core.study.sound.mics.offers import (
    HOLDERS,
    MicOffer,
    fits,
    held_so,
    offer_of,
    offers_for,
)
from steeple.core.study.sound.mics.places import best_place, without_place
from steeple.core.study.sound.step import SOUND
from steeple.core.study.sound.study import MicStudy, SoundStudy
from steeple.core.study.sound.words import HELD_WORDS, PAIR_WORDS, capital, plural

Fix = Callable[[CameraStudy], Iterator[Proposal]]
BRINGS = (
    "sound.echo", "sound.noise", "sound.lead-short", "sound.lead-crosses", "sound.drift", "sound.comb",
    "sound.three-to-one", "sound.clip-rubs", "sound.narrow", "sound.in-the-way",
)  # fmt: skip
"""What cannot be judged before there is a microphone."""
CODES = (
    "sound.no-microphone", "sound.echo", "sound.noise", "sound.in-frame", "sound.shadow", "sound.in-the-way",
    "sound.out-of-reach", "sound.clip-rubs", "sound.unrecorded", "sound.lead-short", "sound.lead-crosses",
    "sound.hole", "sound.narrow", "sound.comb", "sound.three-to-one", "sound.out-of-step", "sound.drift",
)  # fmt: skip


def but(*codes: str) -> tuple[str, ...]:
    """The codes of all other findings of sound: what a change is no mend for, though it may hush it."""
    return tuple(one for one in CODES if one not in codes)


def sound_of(scene: CameraStudy) -> SoundStudy | None:
    """The sound of a plan in which something is to be heard or is in the way."""
    study = scene.of(SOUND)
    return study if study is not None and (study.cameras or study.mics) else None


def miked(scene: CameraStudy) -> SoundStudy | None:
    """The same where it has microphones."""
    study = sound_of(scene)
    return study if study is not None and study.mics else None


def once_for_sound(fixes: Fix) -> Fix:
    """Proposals that are the same for every camera, worked out once for all of them."""

    def remembered(scene: CameraStudy) -> Iterator[Proposal]:
        owned = scene.owned
        key = (
            "sound", fixes.__name__, scene.studies.key(SOUND), owned.microphones, owned.mic_stands,
            owned.absorbers, owned.leads,
        )  # fmt: skip
        yield from scene.context.remember(key, lambda: tuple(fixes(scene)))

    return remembered


def mic_change(index: int, part: PlacedMic) -> Change:
    """A microphone of the plan as it would be."""
    return Change(path=f"/mics/{index}", value=part.model_dump(mode="json"))


def _moved_words(study: SoundStudy, given: GivenMic) -> Sentence:
    """Where a microphone goes, by the edges of the table."""
    across, away = by_edges(study.work.table, given.place.x, given.place.y)
    return say(
        "Move {mic} to {x} {across}, {y} {away}, {z} above the table",
        mic=given.name, x=mm(across[1]), across=across[0], y=mm(away[1]), away=away[0],
        z=mm(given.place.z),
    )  # fmt: skip


def in_the_way(study: SoundStudy) -> list[MicStudy]:
    """The microphones that something speaks against where they are."""
    return [
        one for one in study.mics
        if one.frames or one.near.short_mm > 0 or one.near.in_view or one.shadow_stops > 0.4
        or one.short_mm > 0.5 or one.meets
    ]  # fmt: skip


@once_for_sound
def follow_the_camera(scene: CameraStudy) -> Iterator[Proposal]:
    """The microphones that are in the way at the best places there are, all at once."""
    study = miked(scene)
    if study is None:
        return
    moved = []
    for one in in_the_way(study):
        best = best_place(
            without_place(one.given.part), one.given.index, one.given.source, study.surroundings
        )
        if best is None:
            return
        moved.append(best)
    if moved:
        action = (
            _moved_words(study, moved[0])
            if len(moved) == 1
            else say(f"Move {plural(len(moved), 'microphone')} out of the way")
        )
        yield Proposal(
            action=action, changes=tuple(mic_change(one.index, one.part) for one in moved)
        )


@once_for_sound
def better_place(scene: CameraStudy) -> Iterator[Proposal]:
    """Each microphone at the best place there is for what holds it: those that are in the way together, then one
    by one."""
    study = miked(scene)
    if study is None:
        return
    found: list[tuple[MicStudy, GivenMic]] = []
    for one in study.mics:
        if one.given.use is None:
            continue
        best = best_place(
            without_place(one.given.part), one.given.index, one.given.source, study.surroundings
        )
        if best is not None and best.place.minus(one.given.place).length > 20.0:
            found.append((one, best))
    bad = [(one, best) for one, best in found if one in in_the_way(study)]
    if len(bad) > 1:
        yield Proposal(
            action=say(f"Move {plural(len(bad), 'microphone')} out of the way"),
            changes=tuple(mic_change(best.index, best.part) for _, best in bad),
            family="place",
        )
    for _, best in found:
        yield Proposal(
            action=_moved_words(study, best),
            changes=(mic_change(best.index, best.part),),
            family="place",
        )


@once_for_sound
def held_otherwise(scene: CameraStudy) -> Iterator[Proposal]:
    """Each microphone held another way where its kind allows that, then another of the cupboard in its place."""
    study = miked(scene)
    if study is None:
        return
    for one in study.mics:
        part = one.given.part
        if part.pair is not None:
            continue
        source = one.given.source
        same = [
            offer_of(study, held_so(part, held, scene.owned), source, scene.owned)
            for held in HOLDERS
            if held != part.held and fits(part.gear, held)
        ]
        others = [
            offer
            for offer in offers_for(study, source.kind, scene.owned)
            if offer.held != part.held and offer.part.pair is None
        ]
        for offer in [*same, *others]:
            if offer.given is None:
                continue
            own = offer.part.gear == part.gear
            yield Proposal(
                action=say(
                    "{mic} {held}" if own else "{other} {held} in the place of {mic}" + _not_owned(offer),
                    mic=capital(one.given.name) if own else one.given.name,
                    other=_named(offer), held=HELD_WORDS[offer.held],
                ),
                changes=(
                    mic_change(one.given.index, offer.part.model_copy(update={"id": part.id})),
                ),
                family=f"held {offer.held}",
                swaps=not own,
                brings=BRINGS,
            )  # fmt: skip


def _named(offer: MicOffer) -> str:
    return capital(called(offer.part, "your")) if offer.part.owned else offer.part.gear.name


def _not_owned(offer: MicOffer) -> str:
    return "" if offer.part.owned else "; it is not in your cupboard"


@once_for_sound
def put_one_up(scene: CameraStudy) -> Iterator[Proposal]:
    """A microphone for what nothing hears yet: what the cupboard has, the clearest first."""
    study = sound_of(scene)
    if study is None:
        return
    first: list[MicOffer] = []
    for source in study.needed:
        if study.best_for(source) is not None:
            continue
        there = [
            one for one in offers_for(study, source.kind, scene.owned) if one.given is not None
        ]
        # Of an instrument a pair before one microphone, of what is owned before what is not.
        alone = source.kind == "instrument"
        there.sort(key=lambda one: (not one.part.owned, alone and one.part.pair is None))
        used = [one.part.gear for one in first]
        first += [one for one in there if one.part.gear not in used][:1]
        for offer in there:
            yield Proposal(
                action=say(
                    "{mic} {held} for {what}" + _not_owned(offer),
                    mic=_named(offer), held=HELD_WORDS[offer.held], what=source.called,
                ),
                changes=_added(study, [offer]),
                family=f"up {source.kind} {offer.held}",
                swaps=not offer.part.owned,
                brings=BRINGS,
                no_mend_for=but("sound.no-microphone"),
            )  # fmt: skip
    if len(first) > 1:
        both = first
        yield Proposal(
            action=say(
                "{one} {held}, and {other} {so}",
                one=_named(both[0]), held=HELD_WORDS[both[0].held],
                other=_named(both[1])[:1].lower() + _named(both[1])[1:], so=HELD_WORDS[both[1].held],
            ),
            changes=_added(study, both),
            family="up both",
            swaps=not all(one.part.owned for one in both),
            brings=BRINGS,
            no_mend_for=but("sound.no-microphone"),
        )  # fmt: skip


def _added(study: SoundStudy, offers: Sequence[MicOffer]) -> tuple[Change, ...]:
    """The plan with more microphones; where that makes several recordings, with claps at both ends."""
    parts = list(study.plan.mics)
    for one in offers:
        ids = [each.id for each in parts]
        fresh = next(
            name
            for name in (one.part.id, *(f"{one.held}-{n}" for n in range(2, 20)))
            if name not in ids
        )
        parts.append(one.part.model_copy(update={"id": fresh}))
    changes = [Change(path="/mics", value=[one.model_dump(mode="json") for one in parts])]
    apart = any(one.part.into is not None and one.part.into.kind == "recorder" for one in offers)
    if apart and study.plan.sound.claps is None:
        changes.append(Change(path="/sound/claps", value="at start and end"))
    return tuple(changes)


FORMS: tuple[tuple[PairForm, float | None, float | None], ...] = (
    ("near-coincident", None, None), ("coincident", None, None), ("spaced", 400.0, 0.0),
    ("spaced", 300.0, 0.0), ("close", None, None), ("spaced", 800.0, 0.0), ("spaced", 1000.0, 0.0),
    ("coincident", 0.0, 120.0),
)  # fmt: skip


@once_for_sound
def paired_otherwise(scene: CameraStudy) -> Iterator[Proposal]:
    """A pair nearer together, farther apart, or of another form; where it stands, and at its best place."""
    study = miked(scene)
    if study is None:
        return
    for one in study.mics:
        part = one.given.part
        if part.pair is None:
            continue
        for form, apart, opened in FORMS:
            pair = MicPair(form=form, apart_mm=apart, opened_deg=opened)
            if pair == part.pair:
                continue
            there = part.model_copy(update={"pair": pair})
            words = say("Put the pair {form}", form=PAIR_WORDS[form]) + (
                () if apart in (None, 0.0) else say(", {apart} from one to the other", apart=mm(apart or 0.0))
            )  # fmt: skip
            yield Proposal(
                action=words,
                changes=(mic_change(one.given.index, there),),
                family=f"pair {form}",
            )
        best = best_place(
            without_place(part), one.given.index, source_of(part, study.sources),
            study.surroundings,
        )  # fmt: skip
        if best is not None:
            yield Proposal(
                action=_moved_words(study, best),
                changes=(mic_change(one.given.index, best.part),),
                family="place",
            )
