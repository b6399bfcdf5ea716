"""What is done so that the takes of several cameras cut together, in words."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.plan.words import camera_names
from steeple.core.solve.lens.search import check_camera
from steeple.core.study.angles.syncing import clap_of, leads, unlike
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.hold.answer import place_words
from steeple.core.study.plan_study import CameraStudy

HALF_FRAME = 0.5


def sync_words(scenes: Sequence[CameraStudy], index: int) -> tuple[Sentence, ...]:
    """For the cameras that stand with one: where to clap, which clock leads, how late each sound is, and
    what to set alike; empty where it stands alone.

    Parameters
    ----------
    scenes
        every camera of the plan.
    index
        which camera.

    Raises
    ------
    InputError
        ``no-such-camera``.
    """
    plan = scenes[0].plan
    check_camera(plan, index)
    if not plan.cameras:
        return ()
    together = {one.id for one in plan.with_camera(plan.cameras[index].id)}
    studies = [one.angles for one in scenes if one.about in together]
    known = [one for one in studies if one is not None]
    clap = clap_of(scenes[0].bench, known)
    if clap is None or len(known) < 2:
        return ()
    names = camera_names(plan.cameras)
    found: list[Sentence] = []
    where = place_words(scenes[0].bench, clap.place.x, clap.place.y)
    line = say("Clap once at the beginning and once at the end: ") + where
    line += say(", {high} above the table", high=mm(clap.place.z))
    if clap.unseen:
        missing = ", ".join(names[one] for one in clap.unseen)
        line += say("; not seen by: {missing}, which must hear it", missing=missing)
    else:
        line += say("; every camera sees it there")
    found.append(line)
    lead = leads(known)
    late = [(one, frames) for one, frames in clap.late_frames if one != lead]
    first = dict(clap.late_frames)[lead]
    found.append(
        say("The {name} camera is nearest: let its clock lead.", name=names[lead])
        + tuple(
            piece
            for one, frames in late
            for piece in say(
                " Sound of the {name} camera comes {frames} frames later"
                + (": slide it." if frames - first > HALF_FRAME else ", which nobody hears."),
                name=names[one],
                frames=Quantity(value=round(frames - first, 2), unit="ratio"),
            )
        )
    )
    for one in unlike(known):
        unit = "hz" if one.what == "frame rate" else "ratio"
        words = say("Set alike: " + one.what + (" as 1 ÷" if unit == "ratio" else ""))
        for at, (camera, value) in enumerate(one.values):
            words += say(
                (", " if at else " (") + "{name} {value}",
                name=names[camera],
                value=Quantity(value=round(value, 1), unit=unit),
            )
        found.append(words + say(")."))
    found.append(
        say(
            "Set by hand and alike on every camera: white balance, exposure, picture style, focus. What a "
            "camera sets by itself changes in the middle of a take."
        )
    )
    return tuple(found)
