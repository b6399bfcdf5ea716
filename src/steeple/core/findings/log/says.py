"""What was learned, in words."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from steeple.core.record.losses import LossSum
from steeple.core.record.pair import LearnedOf, PairFigure
from steeple.core.study.base.sentence import Quantity, Sentence, mm, percent, say

MORE: Mapping[PairFigure, tuple[str, str]] = {
    "lens.focal": ("longer than its ring says", "shorter than its ring says"),
    "lamp.light": ("more light than its figures say", "less light than its figures say"),
    "body.battery": ("longer than its figures say", "shorter than its figures say"),
    "body.bitrate": ("more than its menu says", "less than its menu says"),
    "body.stop": ("later than its figures say", "sooner than its figures say"),
    "support.swing": ("faster than estimated", "slower than estimated"),
    "room.rt60": ("more echo than worked out", "less echo than worked out"),
    "room.daylight": (
        "more daylight than its sky and panes say",
        "less daylight than its sky and panes say",
    ),
    "maker.set-up": ("longer to set up than planned", "less time to set up than planned"),
}
"""How a share is told: above one, below one."""
VERBS: Mapping[PairFigure, str] = {
    "lens.focal": "is",
    "lamp.light": "gives",
    "body.battery": "lasts",
    "body.bitrate": "writes",
    "body.stop": "stops by itself",
    "support.swing": "swings",
    "room.rt60": "has",
    "room.daylight": "gets",
    "maker.set-up": "take",
}


def learned_says(one: LearnedOf) -> Sentence:
    """What was learned of a figure of a thing, in a sentence.

    Parameters
    ----------
    one
        as the log teaches it.
    """
    if one.status == "few":
        return say(
            "{name}: measured {count}, too few to learn from.",
            name=one.name,
            count=_times(one.cases),
        )
    if one.status == "noise":
        return say("{name}: as planned, within what strays from case to case.", name=one.name)
    return _told(one) + _standing(one)


def _told(one: LearnedOf) -> Sentence:
    if one.figure == "support.sag":
        way = "gives way by" if one.value >= 0 else "ends up higher by"
        return say("{name} " + way + " {length}", name=one.name, length=mm(abs(one.value)))
    if one.by == "difference":
        more = "more" if one.value >= 0 else "less"
        quantity = Quantity(value=abs(one.value), unit=one.unit)
        return say("{name}: {much} " + more + " than planned", name=one.name, much=quantity)
    above, below = MORE[one.figure]
    told = say(
        "{name} " + VERBS[one.figure] + " {share} " + (above if one.value >= 1 else below),
        name=one.name,
        share=_share(abs(one.value - 1)),
    )
    if one.per_30_days is not None:
        less = "less" if one.per_30_days < 0 else "more"
        told += say(", and {share} " + less + " each month", share=_share(abs(one.per_30_days)))
    return told


def _standing(one: LearnedOf) -> Sentence:
    if one.status == "off":
        return say("; you switched it off.")
    if one.status == "set aside":
        return say("; set aside, as it made predictions worse.")
    if one.status == "doubtful":
        return say("; doubtful, not used.")
    return say(", by {count}.", count=_times(one.cases))


def _times(count: int) -> str:
    return "once" if count == 1 else f"{count} measurements"


def _share(value: float) -> Quantity:
    return Quantity(value=round(100 * value, 1), unit="percent") if value < 0.1 else percent(value)


def log_answer(learned: Sequence[LearnedOf], losses: Sequence[LossSum], sessions: int) -> Sentence:
    """The answer line of the log: what happened, what it cost, and what was learned.

    Parameters
    ----------
    learned, losses, sessions
        of all things; the cause that cost most first; how many sessions there were.
    """
    if sessions == 0 and not learned:
        return say(
            "Nothing is in the log yet: run a session at the bench, or keep a test frame on the Check sheet."
        )
    minutes = sum(one.minutes for one in losses)
    if sessions == 0:
        line: Sentence = ()
    elif minutes > 0:
        line = say(
            "{span} of work lost in {count} " + ("session" if sessions == 1 else "sessions") + ", most because "
            + losses[0].says + ". ",
            span=Quantity(value=round(minutes * 60), unit="span"),
            count=Quantity(value=sessions, unit="count"),
        )  # fmt: skip
    else:
        line = say(
            "Nothing lost in {count} " + ("session" if sessions == 1 else "sessions") + ". ",
            count=Quantity(value=sessions, unit="count"),
        )
    used = [one for one in learned if one.used]
    if not used:
        return line + say("Nothing is learned yet that changes a plan.")
    return (
        line
        + (say("Learned: ") if sessions else ())
        + _told(used[0])
        + say(
            "." if len(used) == 1 else ", and {count} more.",
            **({} if len(used) == 1 else {"count": Quantity(value=len(used) - 1, unit="count")}),
        )
    )
