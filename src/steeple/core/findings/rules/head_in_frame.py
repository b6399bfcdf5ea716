"""The maker's head or hair enters the picture in some pose."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import go_round, lean_back, slide_from_head, tip_away
from steeple.core.findings.scene import Scene
from steeple.core.study.result import Quantity, mm, say

_TOLERANCE_MM = 0.05
HIDES = 0.01
"""Share of the zone from which on a head hides work rather than only being in the picture."""
SHOWS = 0.002
ASIDE_WATCH, ASIDE_HIDES = 0.05, 0.25
"""From the side the maker may be in the picture; hidden shares of the zone that trouble there."""


def _from_aside(hidden: float) -> Said:
    """For a camera that does not look down on the work: the maker may be in the picture."""
    share = Quantity(value=100 * hidden, unit="percent")
    return Said(
        verdict="holds" if hidden <= ASIDE_WATCH else "watch" if hidden <= ASIDE_HIDES else "fails",
        title=say("Your head and shoulders hide up to {share} of the zone", share=share),
        reason=say("From this side you may be in the picture, but not before the work."),
        measured=measured(100 * hidden, unit="percent", most=100 * ASIDE_WATCH),
        place="head",
    )


def _judge(scene: Scene) -> Said | None:
    sight, camera = scene.sight, scene.camera
    if sight is None or sight.body is None or camera is None:
        return None
    if camera.role != "overhead":
        return _from_aside(sight.body.worst_zone_hidden)
    body, lean = sight.body, Quantity(value=scene.work.maker.lean_deg, unit="deg")
    clear = body.head_clearance_mm
    against = measured(clear, unit="mm", least=0)
    if clear >= -_TOLERANCE_MM and body.worst_head_in_frame <= SHOWS:
        return Said(
            verdict="holds",
            title=say("Your head stays {clear} outside the picture", clear=mm(clear)),
            reason=say("Leaning in {lean}, in the worst of nine poses.", lean=lean),
            measured=against,
        )
    hidden = body.worst_zone_hidden
    share = Quantity(value=100 * body.worst_head_in_frame, unit="percent")
    covers = (
        say(
            " It covers up to {share} of the picture and {zone} of the zone.",
            share=share,
            zone=Quantity(value=100 * hidden, unit="percent"),
        )
        if hidden > 0
        else say(" It covers up to {share} of the picture, none of the zone.", share=share)
    )
    title = (
        say("Your head reaches {over} into the picture", over=mm(-clear))
        if clear < -_TOLERANCE_MM
        else say("Your shoulders are in the picture")
    )
    return Said(
        verdict="fails" if hidden > HIDES else "watch",
        title=title,
        reason=say("That is when you lean in {lean}.", lean=lean) + covers,
        measured=against,
        place="head",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    yield from slide_from_head(scene)
    yield from lean_back(scene)
    yield from tip_away(scene)
    yield from go_round(scene)


RULE = Rule(
    code="lens.head-in-frame",
    step="lens",
    name="Head in the frame",
    trigger="head or shoulders reach into an overhead picture in one of nine poses; fails where they "
    "hide more than 1 % of the zone; from aside, where they hide more than 5 % (fails: 25 %)",
    harm="Hair covers the work at the very moment of fine work.",
    source="Drillis & Contini, Body Segment Parameters; projective geometry",
    judge=_judge,
    propose=_propose,
    moves="after",
)
