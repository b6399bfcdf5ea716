"""The lens hangs inside the work, or so near that it forms no picture."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.study.result import mm, say


def _judge(scene: Scene) -> Said | None:
    study = scene.lens
    if study is None:
        return None
    height = study.settings.value_mm
    lowest = study.framing.value_of(study.framing.lowest)
    clear = height >= lowest
    return Said(
        verdict="holds" if clear else "fails",
        title=say("The lens is clear of the work")
        if clear
        else say("The lens hangs in the work: it must be above {lowest}", lowest=mm(lowest)),
        reason=say("It hangs at {height}.", height=mm(height)),
        measured=measured(height, unit="mm", least=lowest),
        place="plumb",
    )


RULE = Rule(
    code="lens.in-the-work",
    step="lens",
    name="Lens in the work",
    trigger="the lens is below the tallest point, or nearer to the focus plane than its focal length",
    harm="The lens would touch the work, and no picture is formed.",
    source="Hecht, Optics, ch. 5 (thin lenses)",
    judge=_judge,
    moves="before",
)
