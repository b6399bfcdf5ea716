"""A tipped camera draws the work as a trapezium."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.moves import square_up
from steeple.core.findings.scene import Scene
from steeple.core.study.result import Quantity, mm, say

NOTICED = 1.10
"""Opposite edges that differ by more than this look skew; our own planning value."""
FLAT_ROLES = ("overhead",)
"""Angles from which the work is shown flat; from others the slant is meant."""


def _judge(scene: Scene) -> Said | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or study.camera.part.role not in FLAT_ROLES:
        return None
    if sight.keystone is None:
        return Said(
            verdict="watch",
            title=say("The picture reaches past the work to the horizon"),
            reason=say("The camera is tipped so far that the whole room is in the frame."),
            place="frame",
        )
    ratio = Quantity(value=sight.keystone, unit="times")
    holds = sight.keystone <= NOTICED
    longer, shorter = sight.keystone_edges
    return Said(
        verdict="holds" if holds else "watch",
        title=say("Straight edges stay straight and parallel")
        if holds
        else say("Parallel edges run together: one is {ratio} the other", ratio=ratio),
        reason=say(
            "The camera is {angle} out of square with the work; the picture shows {longer} of it "
            "along one edge and {shorter} along the opposite one.",
            angle=Quantity(value=sight.out_of_square_deg, unit="deg"),
            longer=mm(longer),
            shorter=mm(shorter),
        ),
        measured=measured(sight.keystone, unit="times", most=NOTICED),
        place="frame",
    )


RULE = Rule(
    code="lens.keystone",
    step="lens",
    name="Keystone of a tipped camera",
    trigger="opposite edges of the picture on the work differ by more than 10 %, for a camera that "
    "is to show it flat",
    harm="Pages, boards and cloth look skew, and focus runs across the work.",
    source="Hartley & Zisserman, Multiple View Geometry, ch. 6",
    judge=_judge,
    propose=square_up,
)
