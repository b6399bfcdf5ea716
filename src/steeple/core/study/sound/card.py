"""What the card says of the sound: where each microphone stands, its lead, what to hang up and switch off,
where to clap."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from steeple.core.plan.words import camera_names
from steeple.core.sound.pair import USUAL
from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.phrases import by_edges
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.sound.given.room import amount_of
from steeple.core.study.sound.study import MicStudy, SoundStudy
from steeple.core.study.sound.words import HELD_WORDS, PAIR_WORDS, capital, landing_words


def sound_sections(study: SoundStudy, of: str, fields: Collection[str]) -> Sequence[PlacedSection]:
    """The microphones one by one, and what is done to the room."""
    del of
    rows: list[CardRow] = []
    for one in study.mics:
        rows += _mic_rows(study, one, fields)
    rows += _room_rows(study)
    if study.plan.sound.way == "voice-over" and study.speaking:
        rows.append(CardRow(label="Voice", text=f"spoken afterwards, {study.speaking[0].where}"))
    if study.mics and study.keeping.apart and study.keeping.clap is not None:
        rows.append(_clap_row(study))
    return (("sound", CardSection(heading="Sound", rows=tuple(rows))),) if rows else ()


def _mic_rows(study: SoundStudy, one: MicStudy, fields: Collection[str]) -> list[CardRow]:
    given = one.given
    part, name = given.part, part_name(one)
    assumed = f"/{given.at}/position/x_mm" in fields
    rows = [CardRow(label=name, text=HELD_WORDS[part.held], hint=f"for {given.source.called}")]
    if part.held == "camera":
        holder = part.camera or next(iter(study.cameras), "")
        names = camera_names(study.plan.cameras)
        rows[0] = CardRow(
            label=name, text=f"on the {names.get(holder, holder)} camera",
            hint=f"for {given.source.called}",
        )  # fmt: skip
    elif part.held == "clip-on":
        rows[0] = CardRow(
            label=name, text="clipped on, a hand under the chin",
            hint="nothing may rub on it; the lead in a loop under the clothes",
        )  # fmt: skip
    else:
        across, away = by_edges(study.work.table, given.place.x, given.place.y)
        rows.append(CardRow(label="Its capsule", quantity=mm(across[1]), hint=across[0],
                            assumed=assumed))  # fmt: skip
        rows.append(CardRow(label="", quantity=mm(away[1]), hint=away[0], assumed=assumed))
        rows.append(CardRow(label="", quantity=mm(given.place.z), hint="above the table",
                            assumed=assumed))  # fmt: skip
        if given.foot is not None:
            over, beyond = by_edges(study.work.table, *given.foot)
            rows.append(CardRow(label="Foot of its stand", quantity=mm(over[1]), hint=over[0]))
            rows.append(CardRow(label="", quantity=mm(beyond[1]), hint=beyond[0]))
    if part.pair is not None:
        usual = USUAL[part.pair.form]
        apart = usual.apart_mm if part.pair.apart_mm is None else part.pair.apart_mm
        opened = usual.opened_deg if part.pair.opened_deg is None else part.pair.opened_deg
        rows.append(
            CardRow(label="The two apart", quantity=mm(apart), hint=PAIR_WORDS[part.pair.form])
        )
        rows.append(CardRow(label="Opened by", quantity=Quantity(value=opened, unit="deg")))
        if one.hearing.picture is not None:
            low, high = one.hearing.picture.ends
            rows.append(
                CardRow(label="It lands", text=f"{landing_words(low)} to {landing_words(high)}")
            )
    if one.lead is not None:
        hint = "with slack; taped down" + (
            f" across {', '.join(one.lead.crosses)}" if one.lead.crosses else ""
        )
        rows.append(CardRow(label="Its lead", quantity=mm(one.lead.needs_mm), hint=hint))
    return rows


def part_name(one: MicStudy) -> str:
    """What a microphone is called on the card."""
    return capital(one.given.part.gear.name)


def _room_rows(study: SoundStudy) -> list[CardRow]:
    rows = []
    for one in study.plan.sound.soft:
        if one.hung:
            rows.append(
                CardRow(
                    label=one.name or capital(one.kind),
                    quantity=Quantity(value=amount_of(one), unit="m2"),
                    hint="hung up or laid down, away from lamps and heaters",
                )
            )
    off = [one.name for one in study.plan.sound.noises if one.off]
    if off:
        rows.append(
            CardRow(label="Switch off", text=", ".join(off), hint="and on again afterwards")
        )
    return rows


def _clap_row(study: SoundStudy) -> CardRow:
    clap = study.keeping.clap
    assert clap is not None
    when = study.plan.sound.claps or "at the start"
    names = camera_names(study.plan.cameras)
    unseen = ", ".join(names[one] for one in clap.unseen)
    text = {"none": "not planned", "at the start": "once all run"}.get(
        when, "at start and end of each take"
    )
    hint = "every camera sees it over the work" if not unseen else f"not seen by: {unseen}"
    return CardRow(label="Clap", text=text, hint=hint)
