"""Whether the finest line survives recording and edit."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, Verdict, measured
from steeple.core.findings.rule import Proposal, rule
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.plan.changes import Change
from steeple.core.plan.words import camera_names
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy

_TOLERANCE_PX = 1e-6

_TOLERANCE = 1e-9

_SOFT = 1.25
"""Up to this many times beyond the recording is soft, but still shown in practice: watch."""


def _detail_lost_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    study = scene.lens
    if study is None:
        return
    delivery, limit = scene.work.delivery_px, study.camera.crop_limit
    for times in (4 / 3, 2.0, limit):
        if 1 < times <= limit:
            width = 2 * round(delivery.width * times / 2)
            height = 2 * round(delivery.height * times / 2)
            yield Proposal(
                action=say(f"Publish in {width} × {height} pixels"),
                changes=(
                    Change(path="/delivery/width_px", value=width),
                    Change(path="/delivery/height_px", value=height),
                ),
            )


@rule(
    "lens.detail-lost",
    name="Detail lost",
    trigger="the finest detail spans fewer than two delivered pixels at the table; an angle that shows how it "
    "is done leaves it to another camera of the plan, and is to be watched where none shows it",
    harm="The viewer cannot see the very thing that is shown.",
    source="Sampling theorem: two samples to a line; Hecht, Optics, Fourier optics",
    fixes=_detail_lost_fixes,
    moves="after",
)
def detail_lost(scene: CameraStudy) -> Judgement | None:
    """The finest detail does not survive delivery."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    px, recorded = sight.detail_px, sight.detail_px * study.camera.crop_limit
    line = Quantity(value=scene.work.detail_mm, unit="mm_exact")
    across = Quantity(value=px, unit="px")
    needed = Quantity(value=PIXELS_PER_LINE, unit="px")
    holds = px >= PIXELS_PER_LINE - _TOLERANCE_PX
    reason = say("{px} across as published; {needed} are needed.", px=across, needed=needed)
    if not holds and recorded >= PIXELS_PER_LINE:
        reason += say(
            " The recording itself has {recorded}: a crop in the edit, or a larger published "
            "frame, would show it.",
            recorded=Quantity(value=recorded, unit="px"),
        )
    verdict: Verdict = "holds" if holds else "fails"
    if not holds and study.camera.is_overview:
        shows = _shown_by(scene)
        verdict = "watch" if shows is None else "holds"
        if shows is not None:
            reason += say(" The {name} camera shows it.", name=shows)
    return Judgement(
        verdict=verdict,
        title=say("A line of {line} stays readable", line=line)
        if holds
        else say("The finest line is left to the {name} camera", name=_shown_by(scene) or "")
        if verdict == "holds"
        else say("A line of {line} is lost in the published picture", line=line),
        reason=reason,
        measured=measured(px, unit="px", least=PIXELS_PER_LINE),
        place="zone",
    )


def _shown_by(scene: CameraStudy) -> str | None:
    """The name of another camera that shows the finest detail; None where none does."""
    names = camera_names(scene.plan.cameras)
    for index, one in enumerate(scene.plan.cameras):
        sight = CameraStudy(scene.studies, index, scene.owned).sight
        if index != scene.index and sight is not None and sight.detail_px >= PIXELS_PER_LINE:
            return names[one.id]
    return None


def _times(value: float) -> Quantity:
    return Quantity(value=value, unit="times")


def _crop_beyond_recording_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    study = scene.lens
    if study is None:
        return
    limit = study.camera.crop_limit
    if limit >= 1:
        crop = int(limit * 100) / 100
        yield Proposal(
            action=say("Crop no further than {limit}", limit=_times(crop)),
            changes=(Change(path="/delivery/crop_wanted", value=crop),),
        )
    share = limit / scene.work.crop_wanted
    width = 2 * int(scene.work.delivery_px.width * share / 2)
    height = 2 * int(scene.work.delivery_px.height * share / 2)
    if min(width, height) >= 16:
        yield Proposal(
            action=say(f"Publish in {width} × {height} pixels"),
            changes=(
                Change(path="/delivery/width_px", value=width),
                Change(path="/delivery/height_px", value=height),
            ),
        )
    camera = scene.camera
    if camera is None or camera.body is None:
        return
    now = camera.body.mode(camera.mode)
    for mode in camera.body.modes:
        if mode.width_px > now.width_px:
            yield Proposal(
                action=say(f"Record in the mode {mode.name}"),
                changes=(Change(path=f"{scene.at}/mode", value=mode.name),),
            )


@rule(
    "lens.crop-beyond-recording",
    name="Crop beyond the recording",
    trigger="the crop wanted in the edit is more than recording ÷ delivery; watch up to 1.25 times",
    harm="The enlarged picture is mush.",
    source="Sampling theorem; recording ÷ delivery",
    fixes=_crop_beyond_recording_fixes,
)
def crop_beyond_recording(scene: CameraStudy) -> Judgement | None:
    """The edit is to enlarge more than the recording bears."""
    study = scene.lens
    if study is None:
        return None
    wanted, limit = scene.work.crop_wanted, study.camera.crop_limit
    recorded, delivered = study.camera.recording_px, scene.work.delivery_px
    if wanted <= limit + _TOLERANCE:
        title = say("The recording bears the crop you want")
    elif wanted <= 1 + _TOLERANCE:
        title = say("The recording is smaller than the published frame")
    else:
        title = say("A crop of {wanted} is more than the recording bears", wanted=_times(wanted))
    over = wanted / limit
    return Judgement(
        verdict="holds" if over <= 1 + _TOLERANCE else "watch" if over <= _SOFT else "fails",
        title=title,
        reason=say(
            f"Recorded {recorded.width:.0f} × {recorded.height:.0f}, published "
            f"{delivered.width:.0f} × {delivered.height:.0f}: it stays sharp up to {{limit}}.",
            limit=_times(limit),
        ),
        measured=measured(wanted, unit="times", most=limit),
        place="frame",
    )
