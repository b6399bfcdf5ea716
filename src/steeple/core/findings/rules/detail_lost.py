"""The finest detail does not survive delivery."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.plan.changes import Change
from steeple.core.study.result import Quantity, say

_TOLERANCE_PX = 1e-6


def _judge(scene: Scene) -> Said | None:
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
    return Said(
        verdict="holds" if holds else "fails",
        title=say("A line of {line} stays readable", line=line)
        if holds
        else say("A line of {line} is lost in the published picture", line=line),
        reason=reason,
        measured=measured(px, unit="px", least=PIXELS_PER_LINE),
        place="zone",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
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


RULE = Rule(
    code="lens.detail-lost",
    step="lens",
    name="Detail lost",
    trigger="the finest detail spans fewer than two delivered pixels at the table",
    harm="The viewer cannot see the very thing that is shown.",
    source="Sampling theorem: two samples to a line; Hecht, Optics, Fourier optics",
    judge=_judge,
    propose=_propose,
    moves="after",
)
