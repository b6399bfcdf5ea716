"""Changes to leads and to what records: longer ones of the cupboard, the recorder nearer."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.rule import Proposal
from steeple.core.findings.sound.fixes import mic_change, miked, once_for_sound
from steeple.core.plan.changes import Change
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.parts.rolling.supply import RecorderPlace
from steeple.core.study.base.sentence import mm, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.mics.offers import longer_leads
from steeple.core.study.sound.study import MicStudy, SoundStudy

LEADS_MM = (3000.0, 5000.0, 10_000.0, 20_000.0)
"""Lengths in which leads are sold."""


@once_for_sound
def longer_lead(scene: CameraStudy) -> Iterator[Proposal]:
    """Leads of the cupboard put to those that are too short or cross a way; the recorder nearer; a longer lead."""
    study = miked(scene)
    if study is None:
        return
    for one in study.mics:
        lead = one.lead
        if lead is None or lead.has_mm is None:
            continue
        if (lead.short_mm or 0.0) <= 0 and not lead.crosses:
            continue
        part, index = one.given.part, one.given.index
        bare = part.model_copy(update={"leads": ()})
        leads = longer_leads(bare, lead.round_needs_mm, scene.owned)
        if leads is not None:
            names = " and ".join(each.name for each in leads)
            yield Proposal(
                action=say("Put {names} to {mic}", names=names, mic=one.given.name),
                changes=(mic_change(index, part.model_copy(update={"leads": leads})),),
                family="lead",
            )
        yield from _nearer_recorder(study, one)
        needs = lead.round_needs_mm - (part.gear.lead_mm or 0.0)
        length = next((each for each in LEADS_MM if each >= needs), None)
        if length is not None:
            new = Lead(name=f"Sound lead, {length / 1000:g} m", form="sound", length_mm=length)
            yield Proposal(
                action=say("Put a sound lead of {length} to {mic}; it is not in your cupboard",
                           length=mm(length), mic=one.given.name),
                changes=(mic_change(index, part.model_copy(update={"leads": (new,)})),),
                family="lead",
                swaps=True,
            )  # fmt: skip


def _nearer_recorder(study: SoundStudy, one: MicStudy) -> Iterator[Proposal]:
    """The recorder on the floor at the foot of the stand."""
    into, foot = one.given.part.into, one.given.foot
    if into is None or into.kind != "recorder" or foot is None:
        return
    index = next(at for at, each in enumerate(study.plan.recorders) if each.id == into.id)
    on_table = one.given.ground_mm == 0.0
    place = RecorderPlace(
        on="table" if on_table else "floor", x_mm=round(foot[0]), y_mm=round(foot[1])
    )
    yield Proposal(
        action=say(
            "Lay {recorder} on the {where} at the foot of the microphone’s stand",
            recorder=study.plan.recorders[index].gear.name, where="table" if on_table else "floor",
        ),
        changes=(
            Change(path=f"/recorders/{index}/position", value=place.model_dump(mode="json")),
        ),
        family="recorder",
    )  # fmt: skip
