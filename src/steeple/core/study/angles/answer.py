"""The answer line of the angles step."""

from __future__ import annotations

from steeple.core.angles.cutting import APART_DEG
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.study.angles.study import AngleStudy, Cut
from steeple.core.study.angles.things import ALL_KINDS
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import Quantity, Sentence, door, dotted, mm, percent, say
from steeple.core.study.base.step import Context

TOLD = 0.2
"""Share of the action from which on it is told what stands before it."""
JOINS = {"whole": "cuts with", "swaying": "cuts uneasily with", "torn": "jumps against"}


def cut_words(cut: Cut) -> Sentence:
    """``cuts with the low side camera: 62° apart, 1.2 × as close``."""
    if not cut.same:
        return say("shows something else than the {name} camera", name=cut.other_name)
    ratio = Quantity(value=round(cut.size_ratio, 1), unit="times")
    size = (
        say(", {ratio} " + ("as close" if cut.closer else "as wide"), ratio=ratio)
        if round(cut.size_ratio, 1) > 1
        else say(", the same size")
    )
    return (
        say(
            JOINS[cut.join] + " the {name} camera: {angle} apart",
            name=cut.other_name,
            angle=Quantity(value=round(cut.angle_deg), unit="deg"),
        )
        + size
    )


PUNCH_IN_FROM = 1.2
"""From so much closer on a crop is a picture of its own."""
GRAIN_SHOWS = 1.5
"""Stops of grain more that are seen; a planning value."""


def punch_in_words(cut: Cut) -> Sentence:
    """What a crop of the wider of two pictures to the size of the closer gives, and whether it stands in for
    the closer camera; empty where there is none to be made."""
    if not cut.same or cut.size_ratio < PUNCH_IN_FROM:
        return ()
    keeps, grainy = cut.crop_px >= PIXELS_PER_LINE, cut.crop_noise_stops > GRAIN_SHOWS
    near = cut.angle_deg < APART_DEG
    line = say(
        "Cropped {times}, the wider picture keeps {px} across the finest line, with {stops} more grain: ",
        times=Quantity(value=round(cut.size_ratio, 1), unit="times"),
        px=Quantity(value=round(cut.crop_px, 1), unit="px"),
        stops=Quantity(value=round(cut.crop_noise_stops, 1), unit="stops"),
    )
    if not keeps:
        return line + say("too little; the closer camera is worth its stand.")
    if not near:
        return line + say("it shows the same side, and the closer camera another one.")
    if grainy:
        return line + say("it replaces the closer camera where the grain may show.")
    return line + say("it replaces the closer camera.")


def angles_answer(study: AngleStudy | None, ctx: Context) -> Answer:
    """What is seen of the action from this camera, and which others it cuts with."""
    about = ctx.of
    if study is None:
        return Answer(
            step="angles",
            about=about,
            line=say(
                "Give the camera its body and lens on the Lens sheet; then its angle is judged."
            ),
            under=(),
        )
    away, target = not study.lens.camera.sees_maker, study.work.target
    seen = door(percent(study.mean_action), figure="angles.action_seen")
    past = "" if away else " past hands, head and gear"
    if target is not None:
        line = say("From here {share} of {what} is seen" + past, share=seen, what=target.called)
    else:
        what = "work’s middle" if away else "action"
        line = say("From here {share} of the " + what + " is seen" + past, share=seen)
    if not away and study.worst_action < study.mean_action - 0.005:
        worst = door(percent(study.worst_action), figure="angles.action_worst")
        line += say(", {worst} in the worst pose", worst=worst)
    line += say(".")
    cuts = sorted(study.cuts, key=lambda one: one.gravity, reverse=True)
    if cuts:
        line += say(" It ")
        for index, cut in enumerate(cuts):
            line += say("; it ") * bool(index) + cut_words(cut)
        line += say(".")
    return Answer(step="angles", about=about, line=line, under=_under(study))


def _under(study: AngleStudy) -> Sentence:
    pieces = [
        say(
            "{share} of {what} in sight",
            what=study.work.called,
            share=door(percent(study.mean_zone), figure="angles.zone_seen"),
        )
    ]
    name, share = study.hidden(ALL_KINDS)
    if share > TOLD:
        pieces.append(say("{share} of the action behind {name}", share=percent(share), name=name))
    if not study.intrusions:
        pieces.append(say("no gear in the picture"))
    pieces += [
        say(
            "{name} reaches in {deep} from the " + one.edge,
            name=one.thing.name,
            deep=mm(one.depth_mm),
        )
        for one in study.intrusions[:2]
    ]
    if not study.cuts:
        pieces.append(say("no other camera to cut to"))
    return dotted(pieces)
