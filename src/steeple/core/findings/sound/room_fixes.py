"""Changes to the room and the day that may let it be heard: less echo, less noise, the voice spoken afterwards."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from steeple.core.findings.rule import Proposal
from steeple.core.findings.sound.fixes import (
    BRINGS,
    better_place,
    but,
    held_otherwise,
    once_for_sound,
    sound_of,
)
from steeple.core.plan.changes import Change
from steeple.core.plan.parts.sounding.sound import Soft
from steeple.core.study.base.sentence import lowered, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.given.sources import CHANGEABLE
from steeple.core.study.sound.room.treatments import PIECE_M2, treatments_of
from steeple.core.study.sound.words import SOFT_WORDS, plural

MOST_MORE_S = 7200.0
"""More hours than that nobody speaks afterwards."""


@once_for_sound
def softer_room(scene: CameraStudy) -> Iterator[Proposal]:
    """What takes up the echo: what the cupboard has of a kind, then the least of each kind that does."""
    study = sound_of(scene)
    if study is None or study.room.echo is None:
        return
    had = study.plan.sound.soft
    mine = scene.owned.absorbers
    if mine:
        brought = [
            Soft(kind=one.form, name=one.name, area_m2=one.area_m2, count=one.owned, hung=True)
            for one in mine
            if one.name not in {each.name for each in had}
        ]
        if brought:
            names = ", ".join(
                f"{one.name}" if (one.count or 1) == 1 else f"{one.count} × {one.name}"
                for one in brought
            )
            yield Proposal(
                action=say("Hang up and lay down what you have: {names}", names=names),
                changes=(_soft([*had, *brought]),),
                family="soft",
                no_mend_for=but("sound.echo"),
            )
    for one in treatments_of(study.room, study.wanted_s[1], mine):
        title, verb, where = SOFT_WORDS[one.kind]
        amount = plural(one.pieces, title)
        new = Soft(
            kind=one.kind, area_m2=PIECE_M2[one.kind], count=min(one.pieces, 64), hung=True,
            name=title.capitalize(),
        )  # fmt: skip
        lacking = "" if one.owned_m2 >= one.area_m2 else "; borrow what you do not have"
        yield Proposal(
            action=say(
                verb + " {amount} " + where + lacking,
                amount=amount,
            ),
            changes=(_soft([*had, new]),),
            family=f"soft {one.kind}",
            no_mend_for=but("sound.echo"),
        )


def _soft(parts: Sequence[Soft]) -> Change:
    return Change(path="/sound/soft", value=[one.model_dump(mode="json") for one in parts])


@once_for_sound
def closer_and_softer(scene: CameraStudy) -> Iterator[Proposal]:
    """The best place and something soft together, where neither does it alone."""
    for place in better_place(scene):
        for soft in softer_room(scene):
            yield Proposal(
                action=place.action + say(", and: ") + soft.action,
                changes=(*place.changes, *soft.changes),
                family="closer and softer",
                no_mend_for=but("sound.echo"),
            )


@once_for_sound
def quieter(scene: CameraStudy) -> Iterator[Proposal]:
    """What can be switched off for a while: each by itself, then all."""
    study = sound_of(scene)
    if study is None:
        return
    noises = study.plan.sound.noises
    on = [
        index for index, one in enumerate(noises) if not one.off and one.kind in CHANGEABLE
    ]  # fmt: skip
    loud = sorted(on, key=lambda at: -(noises[at].level_db or 0.0))
    for index in loud:
        yield Proposal(
            action=say("Switch off {name} while you record", name=noises[index].name),
            changes=(Change(path=f"/sound/noises/{index}/off", value=True),),
            family="off",
        )
    if len(on) > 1:
        yield Proposal(
            action=say(
                "Switch off {names} while you record", names=", ".join(noises[at].name for at in on)
            ),
            changes=tuple(Change(path=f"/sound/noises/{at}/off", value=True) for at in on),
            family="off",
        )


@once_for_sound
def closer_and_quieter(scene: CameraStudy) -> Iterator[Proposal]:
    """Nearer, or held another way, with all that can be switched off silent, where neither does alone."""
    off = list(quieter(scene))[-1:]
    for quiet in off:
        for near in [*better_place(scene), *held_otherwise(scene)]:
            yield Proposal(
                action=near.action + say(", and ") + lowered(quiet.action),
                changes=(*near.changes, *quiet.changes),
                family=f"quiet {near.family}",
                swaps=near.swaps,
                brings=BRINGS,
                no_mend_for=but("sound.noise"),
            )


@once_for_sound
def speak_afterwards(scene: CameraStudy) -> Iterator[Proposal]:
    """The other school: the voice is spoken where it is quiet and dry."""
    study = sound_of(scene)
    if study is None or not study.live or not any(one.kind == "voice" for one in study.sources):
        return
    best = study.speaking[0]
    if best.more_s > MOST_MORE_S or any(one.kind == "audience" for one, _ in study.work.clear):
        return
    yield Proposal(
        action=say("Speak afterwards, {where}; it takes {time} more", where=best.where,
                   time=_minutes(best.more_s)),
        changes=(Change(path="/sound/way", value="voice-over"),),
        no_mend_for=but("sound.no-microphone", "sound.echo", "sound.noise"),
    )  # fmt: skip


def _minutes(seconds: float) -> str:
    minutes = round(seconds / 60)
    return f"{minutes} min" if minutes < 90 else f"{minutes / 60:.1f} h"
