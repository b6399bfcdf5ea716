"""Leads that are too short or lie across a way, and what records it all."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.findings.sound.fixes import mic_change, miked
from steeple.core.findings.sound.lead_fixes import longer_lead
from steeple.core.plan.parts.sounding.microphone import Into
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.mics.offers import into_for
from steeple.core.study.sound.study import SoundStudy
from steeple.core.study.sound.words import capital


@rule(
    "sound.lead-short",
    name="Lead too short",
    trigger="the lead of a microphone is shorter than its way round what must stay clear, with a tenth and 30 cm of "
    "slack; unknown where its length is",
    harm="It hangs across the room at the height of a knee, or pulls the stand over.",
    source="Lozano-Pérez & Wesley, 1979 (shortest ways round obstacles); slack: a planning value",
    when=miked,
    fixes=longer_lead,
    once=True,
)
def lead_short(study: SoundStudy) -> Judgement | None:
    """Whether every lead is long enough."""
    leads = [(one, one.lead) for one in study.mics if one.lead is not None]
    if not leads:
        return None
    known = [(one, lead) for one, lead in leads if lead.short_mm is not None]
    if known:
        one, lead = max(known, key=lambda each: each[1].short_mm or 0.0)
        short = lead.short_mm or 0.0
        against = measured(lead.has_mm or 0.0, unit="mm", least=lead.needs_mm)
        if short > 0:
            return Judgement(
                verdict="fails",
                title=say("The lead of {mic} is {short} short", mic=one.given.name, short=mm(short)),
                reason=say(
                    "Along its way with slack it takes {needs}; there is {has}.",
                    needs=mm(lead.needs_mm), has=mm(lead.has_mm or 0.0),
                ),
                measured=against,
                place=one.given.key,
            )  # fmt: skip
        if len(known) == len(leads):
            return Judgement(
                verdict="holds",
                title=say("Every lead reaches; {spare} to spare at least", spare=mm(-short)),
                measured=against,
            )
    open_ = [one for one, lead in leads if lead.short_mm is None]
    return Judgement(
        verdict="unknown",
        title=say("How long the lead of {mic} is is not known", mic=open_[0].given.name),
        reason=say("It needs {needs} along its way.", needs=mm(_needs(open_[0].lead))),
        fields=(f"/{open_[0].given.at}/gear/lead_mm",),
        place=open_[0].given.key,
    )


def _needs(lead: object) -> float:
    return float(getattr(lead, "needs_mm", 0.0))


@rule(
    "sound.lead-crosses",
    name="Lead across a way",
    trigger="the lead of a microphone lies across a walkway, a door, a stool or other floor that must stay clear",
    harm="Somebody trips, and the stand with all on it comes down.",
    source="Shortest way round what must stay clear; it is longer than the lead, or there is none",
    when=miked,
    fixes=longer_lead,
    once=True,
)
def lead_crosses(study: SoundStudy) -> Judgement | None:
    """Whether leads keep off what must stay clear."""
    leads = [(one, one.lead) for one in study.mics if one.lead is not None]
    if not leads:
        return None
    crossing = [(one, lead) for one, lead in leads if lead.crosses]
    if not crossing:
        return Judgement(verdict="holds", title=say("No lead lies across a way"))
    one, lead = crossing[0]
    return Judgement(
        verdict="watch",
        title=say(
            "The lead of {mic} lies across {what}", mic=one.given.name, what=", ".join(lead.crosses)
        ),
        reason=say(
            "Round it, {needs} are needed. Where it must cross: under a lead cover, or taped down flat over "
            "its whole width.",
            needs=mm(lead.round_needs_mm),
        ),
        place=one.given.key,
    )


def _recorded(scene: CameraStudy) -> Iterator[Proposal]:
    """Each microphone to a recorder as long as that has channels, then to the camera next to what it hears."""
    study = miked(scene)
    if study is None:
        return
    free = {one.id: one.gear.channels or 2 for one in study.plan.recorders}
    changes, names = [], []
    for one in sorted(study.mics, key=lambda each: not each.given.is_pair):
        part, takes = one.given.part, 2 if one.given.is_pair else 1
        room = next((name for name, left in free.items() if left >= takes), None)
        if room is not None and part.held != "camera":
            free[room] -= takes
            into: Into | None = Into(kind="recorder", id=room)
        else:
            into = into_for(study, "camera", one.given.source)
        if into is None:
            return
        if into != part.into:
            names.append(f"{one.given.name} with the {into.kind}")
            new = part.model_copy(update={"into": into})
            changes.append(mic_change(one.given.index, new))
    if changes:
        yield Proposal(
            action=say("Record {names}", names=" and ".join(names)),
            changes=tuple(changes),
            brings=("sound.lead-short", "sound.lead-crosses", "sound.drift"),
        )


@rule(
    "sound.unrecorded",
    name="Not recorded",
    trigger="nothing is said to record a microphone (unknown), or a recorder has fewer channels than microphones",
    harm="It hangs there, and nothing of it is kept.",
    source="Channels of recorders, on their plates",
    when=miked,
    fixes=_recorded,
    once=True,
)
def unrecorded(study: SoundStudy) -> Judgement | None:
    """Whether each microphone has a channel."""
    loose = [one for one in study.mics if one.given.part.into is None]
    if loose:
        return Judgement(
            verdict="watch",
            title=say("What records {mic} is not said", mic=loose[0].given.name),
            reason=say("A recorder or a camera: then its lead, its clock and its card can be planned."),
            fields=(f"/{loose[0].given.at}/into",),
            place=loose[0].given.key,
        )  # fmt: skip
    used: Counter[str] = Counter()
    for one in study.mics:
        into = one.given.part.into
        if into is not None and into.kind == "recorder":
            used[into.id] += 2 if one.given.is_pair else 1
    for recorder in study.plan.recorders:
        channels = recorder.gear.channels
        if channels is not None and used[recorder.id] > channels:
            return Judgement(
                verdict="fails",
                title=say(
                    "{name} has {channels} channels for {mics}",
                    name=capital(recorder.gear.name),
                    channels=Quantity(value=channels, unit="count"),
                    mics=f"{used[recorder.id]} microphones",
                ),
                reason=say("Record one with a camera, or leave one out."),
                measured=measured(used[recorder.id], unit="count", most=channels),
            )
    return Judgement(verdict="holds", title=say("Every microphone has its channel"))
