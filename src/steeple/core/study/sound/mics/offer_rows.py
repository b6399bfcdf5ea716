"""Ways to hear something as rows: with the part of the plan that takes them, and what each is like in one line."""

from __future__ import annotations

from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.parts.sounding.microphone import PlacedMic
from steeple.core.study.base.phrases import by_edges
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, mm, say
from steeple.core.study.base.shapes import Point, point
from steeple.core.study.sound.given.mics import called
from steeple.core.study.sound.given.sources import SourceKind
from steeple.core.study.sound.mics.offers import MicOffer, offers_for
from steeple.core.study.sound.study import GOOD_ECHO_DB, INSTRUMENT_LESS_DB, SoundStudy
from steeple.core.study.sound.words import HELD_WORDS, capital, db


class MicOfferRow(Result):
    """A way to hear something. ``mic`` is None where there is no place for it; ``good`` says whether it is clear of
    the echo there."""

    held: str
    title: str
    owned: bool
    place: Point | None
    distance_mm: float | None
    over_echo_db: float | None
    over_noise_db: float | None
    good: bool
    says: Sentence
    mic: PlacedMic | None


class MicOffers(Result):
    """Every way to hear something, the clearest first."""

    kind: SourceKind
    called: str
    rows: tuple[MicOfferRow, ...]


def offer_rows(study: SoundStudy, kind: SourceKind, owned: Owned) -> MicOffers:
    """Every way to hear a voice, an instrument or the work.

    Parameters
    ----------
    study, kind, owned
        the sound of the plan; what is to be heard; what the cupboard holds.
    """
    called = next((one.called for one in study.sources if one.kind == kind), "")
    least = GOOD_ECHO_DB - (0.0 if kind == "voice" else INSTRUMENT_LESS_DB)
    rows = [_row(study, one, least) for one in offers_for(study, kind, owned)]
    return MicOffers(kind=kind, called=called, rows=tuple(rows))


def _row(study: SoundStudy, one: MicOffer, least_db: float) -> MicOfferRow:
    given, hearing = one.given, one.hearing
    whose = "your" if one.part.owned else "the"
    name = one.part.gear.name if not one.part.owned else called(one.part, whose)
    title = f"{capital(name)}, {HELD_WORDS[one.held]}"
    if given is None or hearing is None:
        return MicOfferRow(
            held=one.held, title=title, owned=one.part.owned, place=None, distance_mm=None,
            over_echo_db=None, over_noise_db=None, good=False, mic=None,
            says=say("Nowhere: each place is in a picture, in your way, or out of its reach."),
        )  # fmt: skip
    over = hearing.over_echo_db
    return MicOfferRow(
        held=one.held,
        title=title,
        owned=one.part.owned,
        place=point(given.place),
        distance_mm=hearing.distance_mm,
        over_echo_db=over,
        over_noise_db=hearing.over_noise_db,
        good=over is not None and over >= least_db,
        says=_where(study, one) + _lead(one),
        mic=given.part,
    )


def _where(study: SoundStudy, one: MicOffer) -> Sentence:
    given, hearing = one.given, one.hearing
    assert given is not None
    assert hearing is not None
    over = hearing.over_echo_db
    level = (
        say("{noise} over the noise", noise=db(hearing.over_noise_db))
        if over is None
        else say("{echo} over the echo", echo=db(over))
        if over >= 0.5
        else say("the room as loud as that")
        if over > -0.5
        else say("the room is {echo} louder", echo=db(-over))
    )
    away = say("{away} away, ", away=mm(hearing.distance_mm)) + level
    if one.held == "clip-on":
        return away + say(": a hand under the chin")
    if one.held == "camera":
        return away + say(": on top of it")
    across, ahead = by_edges(study.work.table, given.place.x, given.place.y)
    return away + say(
        ": {x} {across}, {y} {ahead}, {z} above the table",
        x=mm(across[1]), across=across[0], y=mm(ahead[1]), ahead=ahead[0], z=mm(given.place.z),
    )  # fmt: skip


def _lead(one: MicOffer) -> Sentence:
    if one.lead is None:
        return say(" · no lead") if one.part.gear.wireless else ()
    short = one.lead.short_mm
    if short is not None and short > 0:
        return say(" · its lead is {short} short", short=mm(short))
    return say(" · {needs} of lead", needs=mm(one.lead.needs_mm))
