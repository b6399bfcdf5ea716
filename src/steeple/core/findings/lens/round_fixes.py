"""Moves of a camera round the work, and tipped another way: each to where it hangs best there."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.lens.fixes import Place, change, placed, tidy
from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import apply_changes
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.inputs.camera import given_camera_of
from steeple.core.study.lens.framing import framing_of
from steeple.core.study.lens.heights import height_range
from steeple.core.study.plan_study import CameraStudy


def from_other_side(scene: CameraStudy) -> Iterator[Proposal]:
    """A tipped camera mirrored to the other side of the zone."""
    study = scene.lens
    if study is None or study.camera.tilt_deg == 0 or study.camera.toward_deg in (0.0, 180.0):
        return
    given = study.camera.part.position
    changes = [change(scene, "aim/toward_deg", (360.0 - study.camera.toward_deg) % 360.0)]
    if given.x_mm is not None:
        changes.append(change(scene, "position/x_mm", -given.x_mm))
    hand = "left" if study.position.x > 0 else "right"
    yield Proposal(action=say(f"Film from your {hand} instead"), changes=tuple(changes))


def _aimed(scene: CameraStudy, tilt_deg: float, toward_deg: float) -> tuple[Place, float] | None:
    """Where a camera aimed so hangs best, its place left open: changes, and its height or distance.

    None where nothing works from there.
    """
    study, index = scene.lens, scene.index
    assert study is not None
    assert index is not None
    aim = (change(scene, "aim/tilt_deg", tilt_deg), change(scene, "aim/toward_deg", toward_deg))
    loose = tuple(change(scene, f"position/{axis}_mm", None) for axis in "xyz")
    freed = apply_changes(scene.plan, (*aim, *loose))
    camera = given_camera_of(freed, index, scene.work)
    assert camera is not None
    framing = framing_of(camera, scene.work, study.settings.focal_mm)
    heights = height_range(framing, study.settings.focal_mm)
    if not heights.works:
        return None
    value = tidy(heights.suggested_mm)
    return (*aim, *loose, *placed(scene, framing, value)), value


def round_to(
    scene: CameraStudy, tilt_deg: float, turn_deg: float, family: str
) -> Iterator[Proposal]:
    """The camera turned about the work by an angle, at a tilt, as far off as it needs to be there."""
    study = scene.lens
    if study is None or scene.index is None:
        return
    toward = (study.camera.toward_deg + turn_deg) % 360.0
    found = _aimed(scene, tilt_deg, toward)
    if found is None:
        return
    side = "right" if turn_deg < 0 else "left"
    words = (
        say(
            "Go round by {turn} to the " + side + ", looking toward " + clock_words(toward),
            turn=Quantity(value=abs(turn_deg), unit="deg"),
        )
        if turn_deg
        else say("Tip the camera to {tilt}", tilt=Quantity(value=tilt_deg, unit="deg"))
    )
    yield Proposal(action=words, changes=found[0], family=family)


def go_round(scene: CameraStudy) -> Iterator[Proposal]:
    """A tipped camera on another side of the work, as far off as it needs to be there."""
    study = scene.lens
    if study is None or scene.index is None or study.camera.tilt_deg < 30:
        return
    for turn_deg in (30.0, -30.0, 60.0, -60.0, 90.0, -90.0):
        yield from round_to(scene, study.camera.tilt_deg, turn_deg, "round")


def tip_away(scene: CameraStudy) -> Iterator[Proposal]:
    """Slide the camera away from the maker and tip it back toward the zone: past the head."""
    study = scene.lens
    if study is None or study.sight is None or scene.index is None or not study.looks_down:
        return
    for tilt in (10.0, 15.0, 20.0, 25.0):
        found = _aimed(scene, tilt, 180.0)
        if found is not None:
            yield Proposal(
                action=say(
                    "Tip the camera {tilt} from the far side, lens at {height}",
                    tilt=Quantity(value=tilt, unit="deg"),
                    height=mm(found[1]),
                ),
                changes=found[0],
            )
            return
