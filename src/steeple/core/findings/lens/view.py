"""What the maker sees past the camera, and of its picture."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import other_body
from steeple.core.findings.lens.round_fixes import tip_away
from steeple.core.findings.rule import Proposal, rule
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy

NOTICED = 0.08
"""Share of the zone behind the camera from which on one cranes the neck; our own planning value."""

_SEEN = ("tilting", "turning")


def _own_view_blocked_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    yield from tip_away(scene)


@rule(
    "lens.own-view-blocked",
    name="Own view blocked",
    trigger="the camera hides more than 8 % of the zone from the maker's eyes, in the middle pose",
    harm="The maker works blind or leans aside into the frame.",
    source="Drillis & Contini, Body Segment Parameters; share as a planning value of our own",
    fixes=_own_view_blocked_fixes,
    moves="before",
)
def own_view_blocked(scene: CameraStudy) -> Judgement | None:
    """The camera hangs between the maker's eyes and the work."""
    sight = scene.sight
    if sight is None or sight.body is None:
        return None
    share = sight.body.own_view_hidden
    said = Quantity(value=100 * share, unit="percent")
    holds = share <= NOTICED
    return Judgement(
        verdict="holds" if holds else "watch",
        title=say("You see past the camera to the work")
        if holds
        else say("The camera hides {share} of the zone from your own eyes", share=said),
        reason=()
        if holds
        else say("A camera between face and hands frames closely, but you work around it."),
        measured=measured(100 * share, unit="percent", most=100 * NOTICED),
        place="head",
    )


def _cannot_see_framing_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    yield from other_body(scene, lambda body: body.screen in _SEEN or bool(body.shown_elsewhere))


@rule(
    "lens.cannot-see-framing",
    name="Framing cannot be seen",
    trigger="the screen of the camera does not turn and its picture is shown nowhere else; unknown "
    "where neither is given",
    harm="Work drifts out of the frame unnoticed, and the take is lost.",
    source="As given by the maker",
    fixes=_cannot_see_framing_fixes,
)
def cannot_see_framing(scene: CameraStudy) -> Judgement | None:
    """Nobody can see the framing from the maker's seat."""
    study = scene.lens
    if study is None or study.camera.body.kind == "webcam":
        return None
    body = study.camera.body
    if body.screen in _SEEN or body.shown_elsewhere:
        where = "its screen turns" if body.screen in _SEEN else "it is shown on another screen"
        return Judgement(
            verdict="holds", title=say(f"You see the picture from your place: {where}")
        )
    if body.screen is None:
        return Judgement(
            verdict="unknown",
            title=say("Whether you can see the picture from your place is not known"),
            reason=say(
                "Say in the cupboard whether the screen turns, or whether the picture can be "
                "shown on a phone or another screen."
            ),
        )
    return Judgement(
        verdict="watch",
        title=say("From your place you cannot see what is in the picture"),
        reason=say(
            "The screen is on top and does not turn. A lead or its own radio to a phone or another "
            "screen would show it; else lay the tape marks of the card."
        ),
        place="plumb",
    )
