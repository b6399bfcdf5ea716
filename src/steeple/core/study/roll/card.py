"""What the card says of the session: when to begin, what to do when, and how long all of it runs."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from datetime import timedelta

from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.sentence import Quantity, sentence_words
from steeple.core.study.roll.getting_up.alarms import Alarm, alarms_of
from steeple.core.study.roll.study import RollStudy
from steeple.core.units import moment_words


def roll_sections(study: RollStudy, of: str, fields: Collection[str]) -> Sequence[PlacedSection]:
    """The session, and everything done by hand in it."""
    del of
    if not study.devices:
        return ()
    session = study.session
    names = ", ".join(one.name.removeprefix("the ") for one in study.devices if one.records)
    rows = [
        CardRow(
            label="Length",
            quantity=Quantity(value=session.length_s, unit="span"),
            hint="" if session.begins is None else f"from {session.begins:%H:%M}",
            assumed="/session/lasts_min" in fields,
        ),
        CardRow(label="Press record on", text=names, hint="the figures must be counting"),
        *_at_hand(study),
        *(_alarm(study, one) for one in alarms_of(study)),
    ]
    return (("roll", CardSection(heading="Session", rows=tuple(rows))),)


def _at_hand(study: RollStudy) -> tuple[CardRow, ...]:
    """What lies ready: banks, full batteries, empty cards."""
    things = [one.gear.name for one in study.plan.banks]
    for one in study.devices:
        name = one.name.removeprefix("the ").removesuffix(" camera")
        for count, kind in (
            (one.device.spare_batteries, "full battery"),
            (one.device.spare_cards, "empty card"),
        ):
            if count:
                things.append(f"{count} × {kind}, {name}")
    return (CardRow(label="At hand", text="; ".join(things)),) if things else ()


def _alarm(study: RollStudy, alarm: Alarm) -> CardRow:
    begins = study.session.begins
    hint = "" if alarm.till_s is None else f"by {moment_words(alarm.till_s)} at the latest"
    if begins is not None:
        at = begins + timedelta(seconds=alarm.at_s)
        hint = f"{at:%H:%M}" + (", " + hint if hint else "")
    return CardRow(label=moment_words(alarm.at_s), text=sentence_words(alarm.says, "cm"), hint=hint)
