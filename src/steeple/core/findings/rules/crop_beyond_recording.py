"""The edit is to enlarge more than the recording bears."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.plan.changes import Change
from steeple.core.study.result import Quantity, say

_TOLERANCE = 1e-9
_SOFT = 1.25
"""Up to this many times beyond the recording is soft, but still shown in practice: watch."""


def _times(value: float) -> Quantity:
    return Quantity(value=value, unit="times")


def _judge(scene: Scene) -> Said | None:
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
    return Said(
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


def _propose(scene: Scene) -> Iterator[Proposal]:
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


RULE = Rule(
    code="lens.crop-beyond-recording",
    step="lens",
    name="Crop beyond the recording",
    trigger="the crop wanted in the edit is more than recording ÷ delivery; watch up to 1.25 times",
    harm="The enlarged picture is mush.",
    source="Sampling theorem; recording ÷ delivery",
    judge=_judge,
    propose=_propose,
)
