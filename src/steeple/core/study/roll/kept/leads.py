"""What hangs on each mains lead, against what the lead bears."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.rolling.supply import Fed, PlacedLead


@dataclass(frozen=True, slots=True)
class LeadLoad:
    """A mains lead with what hangs on it. ``drawn_w`` by the rating plates that are known; ``unknown`` the names
    of those whose watts are not."""

    lead: PlacedLead
    index: int
    drawn_w: float
    names: tuple[str, ...]
    unknown: tuple[str, ...]

    @property
    def spare_w(self) -> float | None:
        """What it bears besides; negative where it is overloaded; None where its rating is not known."""
        rated = self.lead.gear.rated_w
        return None if rated is None else rated - self.drawn_w


def plate_of(plan: Plan, fed: Fed) -> tuple[str, float | None]:
    """A device that hangs on a lead: its name, and the watts of its plate, None where they are not known.

    Parameters
    ----------
    plan, fed
        the plan, and which device of it.
    """
    if fed.kind == "lamp":
        fixture = next(one.fixture for one in plan.lights if one.id == fed.id)
        return fixture.name, fixture.power_w
    if fed.kind == "recorder":
        gear = next(one.gear for one in plan.recorders if one.id == fed.id)
        return gear.name, gear.power_w
    body = next(one.body for one in plan.cameras if one.id == fed.id)
    return ("a camera", None) if body is None else (body.name, body.power_w)


def lead_loads(plan: Plan) -> tuple[LeadLoad, ...]:
    """Every mains lead of a plan on which something hangs.

    Parameters
    ----------
    plan
        any plan.
    """
    found = []
    for index, lead in enumerate(plan.leads):
        plates = [plate_of(plan, one) for one in lead.feeds]
        if plates:
            found.append(
                LeadLoad(
                    lead=lead,
                    index=index,
                    drawn_w=sum(watts or 0.0 for _, watts in plates),
                    names=tuple(name for name, _ in plates),
                    unknown=tuple(name for name, watts in plates if watts is None),
                )
            )
    return tuple(found)
