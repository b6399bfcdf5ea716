"""Whether the pictures of two cameras cut together."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from steeple.core.angles.cutting import APART_DEG, NEARLY_DEG, OTHER_SIZE
from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import change, focal
from steeple.core.findings.lens.round_fixes import from_other_side, round_to
from steeple.core.findings.rule import Proposal, rule
from steeple.core.optics.focus import f_number_holding
from steeple.core.plan.changes import apply_changes
from steeple.core.study.angles.answer import cut_words
from steeple.core.study.angles.study import Cut
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.lens.settings import next_stop
from steeple.core.study.plan_study import CameraStudy, changed

LOOKS_DOWN_DEG = 45.0
ROUND_DEG = (15.0, 20.0, 25.0, 30.0, 40.0, 50.0, 60.0, 75.0, 90.0)
TILTS_DEG = (30.0, 35.0, 40.0, 50.0)
TO_SPARE = 1.02
FARTHEST_CLOSED = 16.0
"""Beyond it a lens gets softer by diffraction than it gains."""


def _with_earlier(scene: CameraStudy) -> tuple[Cut, ...]:
    """The cuts of a camera with those before it that show the same: each pair is judged once."""
    study = scene.angles
    if study is None or scene.index is None:
        return ()
    earlier = {one.id for one in scene.plan.cameras[: scene.index]}
    return tuple(one for one in study.cuts if one.other in earlier and one.same)


def _hardest(scene: CameraStudy) -> Cut | None:
    return max(_with_earlier(scene), key=lambda one: one.gravity, default=None)


def _sharp_too(scene: CameraStudy, proposal: Proposal) -> Iterator[Proposal]:
    """A move, and the same with the lens closed as far as the work is deep from there."""
    yield proposal
    index = scene.index
    if index is None:
        return
    now = changed((scene,), apply_changes(scene.plan, proposal.changes))[index]
    study, sight = now.lens, now.sight
    if study is None or sight is None:
        return
    settings = study.settings
    if settings.focal_mm is None or settings.coc_mm is None or settings.f_number is None:
        return
    needed = f_number_holding(
        focal_mm=settings.focal_mm,
        circle_of_confusion_mm=settings.coc_mm,
        near_mm=sight.work_near_mm,
        far_mm=sight.work_far_mm,
    )
    stop = None if needed is None else next_stop(needed)
    if stop is not None and settings.f_number < stop <= FARTHEST_CLOSED:
        yield replace(
            proposal,
            action=proposal.action + say(", at {stop}", stop=Quantity(value=stop, unit="f_number")),
            changes=(*proposal.changes, change(scene, "f_number", stop)),
        )


def _apart(scene: CameraStudy) -> Iterator[Proposal]:
    """The camera round the work or tipped, until it is far enough from the other, or closer in or wider
    by its zoom."""
    study, cut = scene.lens, _hardest(scene)
    if study is None or cut is None:
        return
    now = study.settings.focal_mm
    if now is not None and study.camera.lens is not None:
        wanted = OTHER_SIZE * TO_SPARE
        factor = wanted / cut.size_ratio if cut.closer else wanted * cut.size_ratio
        lens = study.camera.lens
        for value in (math.ceil(now * factor), math.floor(now / factor)):
            if lens.focal_min_mm <= value <= lens.focal_max_mm:
                word = "in" if value > now else "out"
                yield Proposal(
                    action=say("Zoom " + word + " to {focal}", focal=focal(value)),
                    changes=(change(scene, "focal_mm", float(value)),),
                )
    tilt = study.camera.tilt_deg
    if tilt >= NEARLY_DEG:
        for side in (1.0, -1.0):
            for turn in ROUND_DEG:
                for one in round_to(scene, tilt, side * turn, "left" if side > 0 else "right"):
                    yield from _sharp_too(scene, one)
    for tipped in TILTS_DEG:
        if abs(tipped - tilt) > 1.0:
            for one in round_to(scene, tipped, 0.0, "tip"):
                yield from _sharp_too(scene, one)


@rule(
    "angles.jump",
    name="Cut that jumps",
    trigger="two cameras stand less than 30° apart at the work and show it less than 1.5 times as large; "
    "less than 20° and 1.25 times fails",
    harm="The cut looks like a mistake: the same picture hops.",
    source="Katz, the 30° rule; limits below it as planning values",
    when=_hardest,
    fixes=_apart,
)
def jump(cut: Cut) -> Judgement:
    """The pair of cameras that cuts least."""
    by_size = cut.join == "whole" and cut.angle_deg < APART_DEG
    against = (
        measured(cut.size_ratio, unit="times", least=OTHER_SIZE)
        if by_size
        else measured(cut.angle_deg, unit="deg", least=APART_DEG)
    )
    if cut.join == "whole":
        return Judgement(
            verdict="holds",
            title=say("It cuts with the other cameras"),
            measured=against,
        )
    return Judgement(
        verdict="fails" if cut.join == "torn" else "watch",
        title=say("It ") + cut_words(cut),
        reason=say(
            "From {apart} on a cut shows a new side; from {size} a new size. So near, a second camera "
            "shows nothing that a crop in the edit would not.",
            apart=Quantity(value=APART_DEG, unit="deg"),
            size=Quantity(value=OTHER_SIZE, unit="times"),
        ),
        measured=against,
        place="angles",
    )


def _crossing(scene: CameraStudy) -> Cut | None:
    return next((one for one in _with_earlier(scene) if one.crosses), None)


def _pairs(scene: CameraStudy) -> CameraStudy | None:
    """A camera with one before it to cut with, while the maker is at work."""
    return scene if _with_earlier(scene) and not scene.work.maker.away else None


@rule(
    "angles.line-crossed",
    name="Line crossed",
    trigger="two cameras stand on different sides of the line from the maker’s chest through the work, or "
    "from one person to the other",
    harm="From one picture to the next the hands change sides.",
    source="Katz, the line of action",
    when=_pairs,
    fixes=from_other_side,
)
def line_crossed(scene: CameraStudy) -> Judgement:
    """Whether all cameras stand on one side of the line."""
    cut = _crossing(scene)
    if cut is None:
        return Judgement(verdict="holds", title=say("It keeps to one side of the line"))
    return Judgement(
        verdict="watch",
        title=say(
            "It stands "
            + cut.side
            + " of the line, the {name} camera "
            + cut.other_side
            + " of it",
            name=cut.other_name,
        ),
        reason=say(
            "Between the two put a picture from over the line, such as one from straight above, or film "
            "both from one side."
        ),
        place="angles",
    )


def _swapped(scene: CameraStudy) -> Cut | None:
    """A camera with which left and right change places, where both look down: the picture of a camera
    that stands opposite is read as one from opposite."""
    if not _looks_down(scene):
        return None
    cameras = {one.about: one for one in _beside(scene)}
    cuts = (one for one in _with_earlier(scene) if one.swapped)
    return next((one for one in cuts if _looks_down(cameras[one.other])), None)


def _beside(scene: CameraStudy) -> list[CameraStudy]:
    return [
        CameraStudy(scene.studies, index, scene.owned) for index in range(len(scene.plan.cameras))
    ]


def _looks_down(scene: CameraStudy) -> bool:
    return scene.lens is not None and scene.lens.camera.tilt_deg <= LOOKS_DOWN_DEG


def _turned(scene: CameraStudy) -> Iterator[Proposal]:
    """The picture of one of the two turned upside down."""
    cut = _swapped(scene)
    if cut is None:
        return
    cameras = [scene, *(one for one in _beside(scene) if one.about == cut.other)]
    for one in cameras:
        if one.lens is None:
            continue
        roll = (one.lens.camera.roll_deg + 180) % 360
        whose = "" if one is scene else f" of the {cut.other_name} camera"
        yield Proposal(
            action=say(
                "Turn the picture" + whose + " by {half}", half=Quantity(value=180, unit="deg")
            ),
            changes=(change(one, "roll_deg", roll),),
        )


@rule(
    "angles.swapped",
    name="Left and right swapped",
    trigger="of two cameras that look down, one sees at the right what the other sees at the left",
    harm="The hand that came from the right comes from the left after the cut.",
    source="Katz, the line of action; projective geometry",
    when=_pairs,
    fixes=_turned,
)
def swapped(scene: CameraStudy) -> Judgement:
    """Whether left and right stay where they are from one picture to the next."""
    cut = _swapped(scene)
    if cut is None:
        return Judgement(verdict="holds", title=say("Left and right stay where they are"))
    return Judgement(
        verdict="watch",
        title=say("Left and right are swapped against the {name} camera", name=cut.other_name),
        reason=say("One of them sees the work from opposite, the other over your shoulder."),
        place="angles",
    )
