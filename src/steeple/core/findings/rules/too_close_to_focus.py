"""The lens cannot focus so near."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.study.result import Sentence, mm, say

_TOLERANCE_MM = 0.05


def _measure(scene: Scene) -> Sentence:
    camera = scene.camera
    if camera is not None and camera.lens is None:
        return say("Hold it over print and note the nearest distance at which letters are sharp.")
    return say(
        "Read the minimum focus distance on the lens, or focus as near as it goes and measure "
        "from the sensor mark (a circle with a line through it) to the print."
    )


def _judge(scene: Scene) -> Said | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    nearest, distance = study.nearest_focus_mm, sight.focus_distance_mm
    if nearest is None:
        return Said(
            verdict="unknown",
            title=say("Whether the lens focuses at {distance} is not known", distance=mm(distance)),
            reason=_measure(scene),
            place="plumb",
        )
    holds = distance >= nearest - _TOLERANCE_MM
    return Said(
        verdict="holds" if holds else "fails",
        title=say("The lens focuses here with {spare} to spare", spare=mm(distance - nearest))
        if holds
        else say("The lens is {short} too near to focus", short=mm(nearest - distance)),
        reason=say(
            "Its nearest focus is {nearest} from the lens; the focus plane is {distance} away.",
            nearest=mm(nearest),
            distance=mm(distance),
        ),
        measured=measured(distance, unit="mm", least=nearest),
        place="plumb",
    )


RULE = Rule(
    code="lens.too-close-to-focus",
    step="lens",
    name="Too close to focus",
    trigger="the focus plane is nearer than the nearest focus; unknown where neither minimum focus "
    "distance nor greatest magnification is given",
    harm="Everything is soft, whatever the aperture.",
    source="ISO 517; Ray, Applied Photographic Optics",
    judge=_judge,
    moves="before",
)
