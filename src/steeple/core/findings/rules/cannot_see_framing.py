"""Nobody can see the framing from the maker's seat."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said
from steeple.core.findings.moves import other_body
from steeple.core.findings.scene import Scene
from steeple.core.study.result import say

_SEEN = ("tilting", "turning")


def _judge(scene: Scene) -> Said | None:
    study = scene.lens
    if study is None or study.camera.body.kind == "webcam":
        return None
    body = study.camera.body
    if body.screen in _SEEN or body.shown_elsewhere:
        where = "its screen turns" if body.screen in _SEEN else "it is shown on another screen"
        return Said(verdict="holds", title=say(f"You see the picture from your place: {where}"))
    if body.screen is None:
        return Said(
            verdict="unknown",
            title=say("Whether you can see the picture from your place is not known"),
            reason=say(
                "Say in the cupboard whether the screen turns, or whether the picture can be "
                "shown on a phone or another screen."
            ),
        )
    return Said(
        verdict="watch",
        title=say("From your place you cannot see what is in the picture"),
        reason=say(
            "The screen is on top and does not turn. A lead or its own radio to a phone or another "
            "screen would show it; else lay the tape marks of the card."
        ),
        place="plumb",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    yield from other_body(scene, lambda body: body.screen in _SEEN or bool(body.shown_elsewhere))


RULE = Rule(
    code="lens.cannot-see-framing",
    step="lens",
    name="Framing cannot be seen",
    trigger="the screen of the camera does not turn and its picture is shown nowhere else; unknown "
    "where neither is given",
    harm="Work drifts out of the frame unnoticed, and the take is lost.",
    source="As given by the maker",
    judge=_judge,
    propose=_propose,
)
