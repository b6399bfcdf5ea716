"""Whether camera and lens are there, and set to what they can be set to."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import change, focal
from steeple.core.findings.rule import Proposal, rule
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.lens.answer import camera_missing_answer
from steeple.core.study.lens.settings import next_stop, widest_f_number
from steeple.core.study.plan_study import CameraStudy

_TOLERANCE_MM = 1e-6

_TOLERANCE = 0.05


@rule(
    "lens.gear-missing",
    name="Camera or lens missing",
    trigger="no body, no lens, or a recording mode without its sensor size",
    harm="No height, coverage or focus can be computed.",
    source="None needed",
)
def gear_missing(scene: CameraStudy) -> Judgement:
    """The camera lacks what its height is computed from."""
    if scene.lens is not None:
        return Judgement(verdict="holds", title=say("Camera and lens are known"))
    return Judgement(
        verdict="unknown",
        title=say("Camera or lens is missing"),
        reason=camera_missing_answer(scene.camera).line,
    )


def _zoom_out_of_range_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    study = scene.lens
    if study is None or study.camera.lens is None or study.settings.focal_mm is None:
        return
    lens = study.camera.lens
    nearest = min(max(study.settings.focal_mm, lens.focal_min_mm), lens.focal_max_mm)
    yield Proposal(
        action=say("Zoom to {focal}", focal=focal(nearest)),
        changes=(change(scene, "focal_mm", nearest),),
    )
    yield Proposal(
        action=say("Let zoom and height be worked out"),
        changes=(change(scene, "focal_mm", None), change(scene, "position/z_mm", None)),
    )


@rule(
    "lens.zoom-out-of-range",
    name="Zoom setting not on the lens",
    trigger="the zoom setting lies outside the focal range of the lens",
    harm="At the bench the ring ends before the setting, and every figure is off.",
    source="The lens's own markings (ISO 517)",
    fixes=_zoom_out_of_range_fixes,
)
def zoom_out_of_range(scene: CameraStudy) -> Judgement | None:
    """The zoom setting is one that the lens does not have."""
    study = scene.lens
    if study is None or study.settings.focal_mm is None or study.camera.lens is None:
        return None
    lens, setting = study.camera.lens, study.settings.focal_mm
    inside = lens.focal_min_mm - _TOLERANCE_MM <= setting <= lens.focal_max_mm + _TOLERANCE_MM
    nearest = min(max(setting, lens.focal_min_mm), lens.focal_max_mm)
    return Judgement(
        verdict="holds" if inside else "fails",
        title=say("The lens has this zoom setting")
        if inside
        else say("This lens does not zoom to {focal}", focal=focal(setting)),
        reason=say(
            "It reaches from {short} to {long}.",
            short=focal(lens.focal_min_mm),
            long=focal(lens.focal_max_mm),
        ),
        measured=measured(setting, unit="mm_exact", least=nearest)
        if setting <= nearest
        else measured(setting, unit="mm_exact", most=nearest),
        place="plumb",
    )


def _stop(value: float) -> Quantity:
    return Quantity(value=value, unit="f_number")


def _widest(scene: CameraStudy) -> float | None:
    study = scene.lens
    if study is None or study.camera.lens is None or study.settings.focal_mm is None:
        return None
    return widest_f_number(study.camera.lens, study.settings.focal_mm)


def _aperture_out_of_range_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    widest = _widest(scene)
    stop = None if widest is None else next_stop(widest - _TOLERANCE)
    if stop is not None:
        yield Proposal(
            action=say("Set the aperture to {stop}", stop=_stop(stop)),
            changes=(change(scene, "f_number", stop),),
        )


@rule(
    "lens.aperture-out-of-range",
    name="Aperture not on the lens",
    trigger="the f-number is wider than the lens opens at its zoom setting",
    harm="At the bench the ring ends before it, and depth and exposure are not those planned.",
    source="The lens's own markings (ISO 517); linear between both ends as an estimate",
    fixes=_aperture_out_of_range_fixes,
)
def aperture_out_of_range(scene: CameraStudy) -> Judgement | None:
    """The f-number is wider than the lens opens at this zoom setting."""
    study, widest = scene.lens, _widest(scene)
    if study is None or widest is None or study.settings.f_number is None:
        return None
    chosen = study.settings.f_number
    opens = chosen >= widest - _TOLERANCE
    return Judgement(
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
