"""Mains leads and what hangs on them."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.plan.changes import Change
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.roll.kept.leads import LeadLoad, lead_loads, plate_of
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy


def _with_leads(scene: CameraStudy) -> RollStudy | None:
    study = scene.of(ROLL)
    return study if study is not None and study.plan.leads else None


def _elsewhere(scene: CameraStudy) -> Iterator[Proposal]:
    """One device from the lead that bears too much to another that bears it, else to a socket of its own."""
    plan = scene.plan
    loads = lead_loads(plan)
    for load in loads:
        if load.spare_w is None or load.spare_w >= 0:
            continue
        for at, fed in enumerate(load.lead.feeds):
            name, watts = plate_of(plan, fed)
            if watts is None or watts < -load.spare_w:
                continue
            rest = [one.model_dump(mode="json") for i, one in enumerate(load.lead.feeds) if i != at]
            taken = Change(path=f"/leads/{load.index}/feeds", value=rest)
            for other in loads:
                if (
                    other.index != load.index
                    and other.spare_w is not None
                    and other.spare_w >= watts
                ):
                    more = [one.model_dump(mode="json") for one in (*other.lead.feeds, fed)]
                    yield Proposal(
                        action=say("Hang {name} on {lead}", name=name, lead=other.lead.gear.name),
                        changes=(taken, Change(path=f"/leads/{other.index}/feeds", value=more)),
                        family="lead",
                    )
            yield Proposal(
                action=say("Put {name} into a socket of its own", name=name),
                changes=(taken,),
                family="socket",
            )


@rule(
    "roll.lead-overload",
    name="Lead overloaded",
    trigger="what hangs on a mains lead draws more than it is rated for; unknown where its rating or a plate is",
    harm="It grows hot under the carpet, and nobody sees it.",
    source="Rating plates of leads and devices; a lead on its drum bears far less",
    when=_with_leads,
    fixes=_elsewhere,
    once=True,
)
def lead_overload(study: RollStudy) -> Judgement | None:
    """Power of all that hangs on each mains lead against its rating."""
    loads = lead_loads(study.plan)
    if not loads:
        return Judgement(verdict="holds", title=say("Nothing hangs on a mains lead"))
    over = [one for one in loads if one.spare_w is not None and one.spare_w < 0]
    if over:
        worst = min(over, key=lambda one: one.spare_w or 0.0)
        return Judgement(
            verdict="fails",
            title=say(
                "Too much on {lead}: {drawn}",
                lead=worst.lead.gear.name, drawn=Quantity(value=worst.drawn_w, unit="w"),
            ),
            reason=say(
                "It is rated for {rated}, uncoiled to its end. A licensed electrician knows which sockets "
                "belong together.",
                rated=Quantity(value=worst.lead.gear.rated_w or 0.0, unit="w"),
            ),
            measured=measured(worst.drawn_w, unit="w", most=worst.lead.gear.rated_w or 0.0),
            place="roll",
        )  # fmt: skip
    open_ = [one for one in loads if one.spare_w is None or one.unknown]
    if open_:
        return _not_cleared(open_[0])
    tight = min(loads, key=lambda one: one.spare_w or 0.0)
    return Judgement(
        verdict="holds",
        title=say("Every mains lead bears what hangs on it"),
        measured=measured(tight.drawn_w, unit="w", most=tight.lead.gear.rated_w or 0.0),
    )


def _not_cleared(load: LeadLoad) -> Judgement:
    """A lead whose rating, or what hangs on it, is not known: not cleared."""
    rating = load.spare_w is None
    return Judgement(
        verdict="unknown",
        title=say(
            "What {lead} bears is not known" if rating else "What hangs on {lead} is not known: {names}",
            lead=load.lead.gear.name, names=", ".join(load.unknown),
        ),
        reason=say("The watts stand on the plate; without them it is not cleared."),
        fields=(f"/leads/{load.index}/gear/rated_w",) if rating else (),
        place="roll",
    )  # fmt: skip
