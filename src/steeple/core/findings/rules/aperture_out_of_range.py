"""The f-number is wider than the lens opens at this zoom setting."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import change
from steeple.core.findings.scene import Scene
from steeple.core.study.result import Quantity, say
from steeple.core.study.settings import next_stop, widest_f_number

_TOLERANCE = 0.05


def _stop(value: float) -> Quantity:
    return Quantity(value=value, unit="f_number")


def _widest(scene: Scene) -> float | None:
    study = scene.lens
    if study is None or study.camera.lens is None or study.settings.focal_mm is None:
        return None
    return widest_f_number(study.camera.lens, study.settings.focal_mm)


def _judge(scene: Scene) -> Said | None:
    study, widest = scene.lens, _widest(scene)
    if study is None or widest is None or study.settings.f_number is None:
        return None
    chosen = study.settings.f_number
    opens = chosen >= widest - _TOLERANCE
    return Said(
        verdict="holds" if opens else "fails",
        title=say("The lens opens to {stop} here", stop=_stop(chosen))
        if opens
        else say("The lens does not open to {stop} at this zoom", stop=_stop(chosen)),
        reason=say(
            "Its widest there is about {widest}, taken as even between the two ends.",
            widest=_stop(widest),
        ),
        measured=measured(chosen, unit="f_number", least=min(widest, chosen) if opens else widest),
        place="plumb",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    widest = _widest(scene)
    stop = None if widest is None else next_stop(widest - _TOLERANCE)
    if stop is not None:
        yield Proposal(
            action=say("Set the aperture to {stop}", stop=_stop(stop)),
            changes=(change(scene, "f_number", stop),),
        )


RULE = Rule(
    code="lens.aperture-out-of-range",
    step="lens",
    name="Aperture not on the lens",
    trigger="the f-number is wider than the lens opens at its zoom setting",
    harm="At the bench the ring ends before it, and depth and exposure are not those planned.",
    source="The lens's own markings (ISO 517); linear between both ends as an estimate",
    judge=_judge,
    propose=_propose,
)
