"""How the work stands out from what it lies on."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.optics.exposure import automatic_error, stops_between
from steeple.core.plan.changes import Change
from steeple.core.study.base.sentence import Quantity, Sentence, say
from steeple.core.study.plan_study import CameraStudy

WANTED_STOPS = 1.0
"""Less than a factor of two is no clear edge on a small screen; our own planning value."""

NOTICED_STOPS = 0.5

MATS = (("dark", 0.06), ("mid", 0.25), ("light", 0.75))


def _exposure(scene: CameraStudy) -> Sentence:
    """What an automatic exposure would make of work and mat together."""
    work, sight = scene.bench, scene.sight
    share = 0.5
    if sight is not None and sight.seen_surface is not None:
        seen = sight.seen_surface
        share = min(1.0, work.zone.width_mm * work.zone.depth_mm / (seen.width_mm * seen.depth_mm))
    parts = {work.reflectance: share}
    parts[work.mat_reflectance] = parts.get(work.mat_reflectance, 0.0) + 1 - share
    error = automatic_error(parts)
    if abs(error) < NOTICED_STOPS:
        return say(" An automatic exposure would be about right.")
    word = "dark" if error > 0 else "bright"
    return say(
        " Left to itself a camera would expose {stops} too " + word + ": set it by hand.",
        stops=Quantity(value=abs(error), unit="stops"),
    )


def _mat_too_alike_fixes(_scene: CameraStudy) -> Iterator[Proposal]:
    for name, reflectance in MATS:
        yield Proposal(
            action=say(f"Lay a {name} mat under it"),
            changes=(Change(path="/table/mat_reflectance", value=reflectance),),
        )


@rule(
    "work.mat-too-alike",
    name="Work and mat alike",
    trigger="work and table top or mat differ by less than one stop",
    harm="The outline of the work is lost, above all on a small screen.",
    source="ISO 2720 for stops; one stop as a planning value of our own",
    fixes=_mat_too_alike_fixes,
    once=True,
)
def mat_too_alike(scene: CameraStudy) -> Judgement:
    """Work and mat are so alike that the work does not stand out."""
    work = scene.bench
    contrast = stops_between(work.mat_reflectance, work.reflectance)
    said = Quantity(value=abs(contrast), unit="stops")
    holds = abs(contrast) >= WANTED_STOPS
    word = "brighter" if contrast > 0 else "darker"
    return Judgement(
        verdict="holds" if holds else "watch",
        title=say("The work stands out: {stops} " + word + " than what lies under it", stops=said)
        if holds
        else say("The work hardly stands out: {stops} from what lies under it", stops=said),
        reason=say(
            f"It sends back {100 * work.reflectance:.0f} % of the light, table or mat "
            f"{100 * work.mat_reflectance:.0f} %."
        )
        + _exposure(scene),
        measured=measured(abs(contrast), unit="stops", least=WANTED_STOPS),
        place="zone",
    )
