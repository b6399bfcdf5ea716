"""Ways to hear it, side by side: each with a microphone at the best place there is, of the cupboard where it holds
one, else one that is only considered."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.sound.mic_stand import MicStand, MicStandForm
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.parts.sounding.microphone import Held, Into, MicPair, PlacedMic
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.sound.given.mics import GivenMic
from steeple.core.study.sound.given.sources import GivenSource, SourceKind
from steeple.core.study.sound.mics.hearing import Hearing, hearing_of
from steeple.core.study.sound.mics.leads import GivenLead, lead_of
from steeple.core.study.sound.mics.places import best_place, without_place
from steeple.core.study.sound.study import SoundStudy

CONSIDERED = Microphone(name="A small microphone", pattern="cardioid", lead_mm=3000)
CONSIDERED_CLIP = Microphone(
    name="A wireless clip-on", pattern="clip-on", wireless=True, runs_s=18_000
)
CONSIDERED_PAIR = Microphone(
    name="Two small microphones", pattern="cardioid", pair=True, lead_mm=3000
)
CONSIDERED_SHOTGUN = Microphone(
    name="A microphone for the camera", pattern="supercardioid", lead_mm=500
)
FORMS: dict[Held, tuple[MicStandForm, ...]] = {
    "boom": ("floor stand with a boom", "arm on the table"),
    "stand": ("floor stand with a boom", "arm on the table", "floor stand"),
    "table": ("table stand",),
    "clip-on": (),
    "camera": (),
}
MOST_EACH = 2
FOR_VOICE: tuple[Held, ...] = ("clip-on", "boom", "table", "camera")
FOR_INSTRUMENT: tuple[Held, ...] = ("stand", "boom", "camera")


@dataclass(frozen=True, eq=False)
class MicOffer:
    """A way to hear something. ``given`` is None where there is no place for it."""

    held: Held
    part: PlacedMic
    given: GivenMic | None
    hearing: Hearing | None
    lead: GivenLead | None


def offers_for(study: SoundStudy, kind: SourceKind, owned: Owned) -> tuple[MicOffer, ...]:
    """Every way to hear a voice, an instrument or the work, the clearest first; those without a place last.

    Parameters
    ----------
    study, kind, owned
        the sound of the plan; what is to be heard; what the cupboard holds.
    """
    source = next((one for one in study.sources if one.kind == kind), None)
    if source is None:
        return ()
    found = [
        offer_of(study, part, source, owned)
        for held in (FOR_VOICE if kind == "voice" else FOR_INSTRUMENT)
        for part in parts_for(study, held, source, owned)
    ]
    return tuple(sorted(found, key=_order))


def _order(one: MicOffer) -> tuple[bool, float]:
    if one.hearing is None:
        return True, 0.0
    echo = one.hearing.over_echo_db
    return False, -(one.hearing.got.direct_db if echo is None else echo)


def offer_of(study: SoundStudy, part: PlacedMic, source: GivenSource, owned: Owned) -> MicOffer:
    """A microphone at its best place, with leads of the cupboard put to its own where that is too short.

    Parameters
    ----------
    study, part, source, owned
        the sound of the plan; the microphone; what it is there for; what the cupboard holds.
    """
    given = best_place(without_place(part), len(study.mics), source, study.surroundings)
    if given is None:
        return MicOffer(part.held, part, None, None, None)
    lead = _lead(study, given)
    new = given.part
    if lead is not None and (lead.short_mm or 0.0) > 0:
        more = longer_leads(new, lead.needs_mm, owned)
        if more is not None:
            new = new.model_copy(update={"leads": more})
            given = replace(given, part=new)
            lead = _lead(study, given)
    return MicOffer(part.held, new, given, hearing_of(given, study.room, study.noises), lead)


def _lead(study: SoundStudy, given: GivenMic) -> GivenLead | None:
    return lead_of(given, study.plan, study.work, study.cameras, study.feet, Assumptions())


def parts_for(
    study: SoundStudy, held: Held, source: GivenSource, owned: Owned
) -> Iterator[PlacedMic]:
    """The microphones that may be held so: the first of the cupboard that fits, else one to consider.

    Parameters
    ----------
    study, held, source, owned
        the sound of the plan; what holds it; what it is there for; what the cupboard holds.
    """
    as_pair = source.kind == "instrument" and held == "stand"
    free = list(owned.microphones)
    for one in study.plan.mics:
        if one.gear in free:
            free.remove(one.gear)
    mine = [one for one in free if fits(one, held, as_pair=as_pair)]
    # What is one thing by itself comes before one of a pair; a directional one first on a camera.
    mine.sort(key=lambda one: (one.pair is True and not as_pair, _rank(one, held)))
    considered = {
        "clip-on": CONSIDERED_CLIP, "camera": CONSIDERED_SHOTGUN,
    }.get(held, CONSIDERED_PAIR if as_pair else CONSIDERED)  # fmt: skip
    # Of clip-ons both are shown, by lead and without: they are used differently.
    for gear in mine[: MOST_EACH if held == "clip-on" else 1] or (considered,):
        part = PlacedMic(
            id=free_id(study, held),
            gear=gear,
            owned=bool(mine),
            held=held,
            hears="voice" if source.kind == "voice" else "instrument",
            pair=MicPair(form="spaced") if as_pair else None,
            stand=stand_for(held, owned),
            camera=_nearest_camera(study, source) if held == "camera" else None,
            into=into_for(study, held, source),
        )
        yield part


def _rank(one: Microphone, held: Held) -> int:
    """The less the better it suits: a wireless clip-on, a directional one on the camera."""
    if held == "clip-on":
        return 0 if one.wireless else 1
    return ("supercardioid", "cardioid", "figure of eight", "omni").index(one.pattern or "cardioid")


HOLDERS: tuple[Held, ...] = ("boom", "table", "camera", "clip-on")


def held_so(part: PlacedMic, held: Held, owned: Owned) -> PlacedMic:
    """A microphone of the plan held another way.

    Parameters
    ----------
    part, held, owned
        the microphone; what is to hold it; what the cupboard holds.
    """
    return part.model_copy(
        update={
            "held": held,
            "stand": stand_for(held, owned),
            "camera": part.camera if held == "camera" else None,
        }
    )


def fits(one: Microphone, held: Held, *, as_pair: bool = False) -> bool:
    """Whether a microphone can be held so: a clip-on is clipped on, and nothing else is.

    Parameters
    ----------
    one, held, as_pair
        the microphone; what holds it; whether two alike are wanted.
    """
    clips = one.pattern == "clip-on"
    if held == "clip-on":
        return clips
    return not clips and (one.pair is True if as_pair else True)


def stand_for(held: Held, owned: Owned) -> MicStand | None:
    """The first stand of the cupboard that may hold it so; None where there is none or needs none.

    Parameters
    ----------
    held, owned
        what holds it; what the cupboard holds.
    """
    for form in FORMS[held]:
        found = next((one for one in owned.mic_stands if one.form == form), None)
        if found is not None:
            return found
    return None


def free_id(study: SoundStudy, held: Held) -> str:
    """An id that no microphone of the plan has.

    Parameters
    ----------
    study, held
        the sound of the plan; what holds it.
    """
    used = {one.id for one in study.plan.mics}
    names = [held, *(f"{held}-{n}" for n in range(2, 20))]
    return next(one for one in names if one not in used)


def _nearest_camera(study: SoundStudy, source: GivenSource) -> str | None:
    away = {name: at.minus(source.middle).length for name, at in study.cameras.items()}
    return min(away, key=lambda one: away[one], default=None)


def into_for(study: SoundStudy, held: Held, source: GivenSource) -> Into | None:
    """What would record it: the camera it sits on, else the first recorder, else the nearest camera.

    Parameters
    ----------
    study, held, source
        the sound of the plan; what holds it; what it is there for.
    """
    camera = _nearest_camera(study, source)
    if study.plan.recorders and held != "camera":
        return Into(kind="recorder", id=study.plan.recorders[0].id)
    return None if camera is None else Into(kind="camera", id=camera)


def longer_leads(part: PlacedMic, needs_mm: float, owned: Owned) -> tuple[Lead, ...] | None:
    """Sound leads of the cupboard to put to a microphone so that it is long enough, the fewest and shortest; None
    where there are none.

    Parameters
    ----------
    part, needs_mm, owned
        the microphone; how long its lead must be; what the cupboard holds.
    """
    own = part.gear.lead_mm or 0.0
    leads = sorted(
        (one for one in owned.leads if one.form == "sound"), key=lambda one: one.length_mm
    )
    single = next((one for one in leads if own + one.length_mm >= needs_mm), None)
    if single is not None:
        return (single,)
    if len(leads) > 1 and own + sum(one.length_mm for one in leads[-2:]) >= needs_mm:
        return tuple(leads[-2:])
    return None
