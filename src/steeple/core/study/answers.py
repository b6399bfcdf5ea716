"""The answer line of each step: one or two sentences with the figures in them."""

from __future__ import annotations

from steeple.core.geometry.rectangle import SIDES, Side
from steeple.core.plan.document import Plan
from steeple.core.study.given import GivenWork
from steeple.core.study.lens import LensStudy, Sight
from steeple.core.study.result import Piece, Quantity, Result, Sentence, door, mm, say

SIDE_WORDS: dict[Side, str] = {
    "left": "at the left",
    "right": "at the right",
    "near": "on your side",
    "far": "on the far side",
}
_SAME_MM = 0.5


class Answer(Result):
    """The first line of a sheet, and the smaller line under it."""

    step: str
    about: str
    line: Sentence
    under: Sentence


def work_answer(work: GivenWork) -> Answer:
    """What must stay in frame, and where it lies."""
    return Answer(
        step="work",
        about="",
        line=say(
            "Keep {width} × {depth} in frame, up to {top} tall, with lines of {detail} readable.",
            width=door(mm(work.zone.width_mm), field="/work/zone/width_mm"),
            depth=door(mm(work.zone.depth_mm), field="/work/zone/depth_mm"),
            top=door(mm(work.top_mm), field="/work/zone_top_mm"),
            detail=door(
                Quantity(value=work.detail_mm, unit="mm_exact"), field="/work/finest_detail_mm"
            ),
        ),
        under=say(
            "The zone begins {left} from the left edge of the table and {front} from the edge in "
            "front of you.",
            left=door(mm(work.zone.left - work.table.left), field="/work/zone/from_left_edge_mm"),
            front=door(mm(work.zone.near - work.table.near), field="/work/zone/from_front_edge_mm"),
        ),
    )


def camera_missing_answer(plan: Plan, index: int) -> Answer:
    """What is missing before the lens step can answer."""
    camera = plan.cameras[index] if index < len(plan.cameras) else None
    if camera is None or camera.body is None:
        line = say("Choose a camera, or type in its figures: then the height follows.")
    elif camera.body.kind == "camera" and camera.lens is None:
        line = say(
            "Choose a lens for this camera, or type in its figures: then the height follows."
        )
    else:
        line = say("Give the sensor size of this recording mode: then the height follows.")
    return Answer(step="lens", about=camera.id if camera else "", line=line, under=())


_WAY = {
    0: "Bottom edge toward you",
    90: "Top edge of the picture to your right, so your hands come in from its right side",
    180: "Top edge of the picture toward you: it is seen from the other side of the table",
    270: "Top edge of the picture to your left, so your hands come in from its left side",
}


def way_round_words(study: LensStudy) -> str:
    """Which way round the picture lies on the table, in words."""
    roll = study.camera.roll_deg
    if roll == 0 and study.work.delivery_px.aspect < 1:
        return "Picture upright, its bottom edge toward you"
    return _WAY[roll]


def lens_answer(study: LensStudy) -> Answer:
    """How high, how wide, how sharp."""
    at = f"/{study.camera.at}"
    height = door(mm(study.settings.height_mm), figure="lens.height", field=f"{at}/position/z_mm")
    sight = study.sight
    if sight is None:
        return Answer(
            step="lens",
            about=study.camera.id,
            line=say("At {height} the lens hangs inside the work and sees nothing.", height=height),
            under=say("It must be above {least}.", least=mm(study.overhead.lowest_mm)),
        )
    focal = study.settings.focal_mm
    zoom: Sentence = say(".")
    if focal is not None:
        lens = study.camera.lens
        fixed = lens is not None and lens.focal_min_mm == lens.focal_max_mm
        zoom = say(
            " (a fixed {focal})." if fixed else ", zoom to {focal}.",
            focal=door(
                Quantity(value=focal, unit="mm_exact"),
                field=None if fixed else f"{at}/focal_mm",
            ),
        )
    line = (
        say("Hang the lens {height} above the table", height=height)
        + zoom
        + say(
            " It sees {width} × {depth} at the table",
            width=door(mm(sight.seen_table.width_mm), figure="lens.covered_table_width"),
            depth=door(mm(sight.seen_table.depth_mm), figure="lens.covered_table_depth"),
        )
        + _fit(study, sight)
    )
    return Answer(step="lens", about=study.camera.id, line=line, under=_under(study, sight))


def _fit(study: LensStudy, sight: Sight) -> Sentence:
    spare = sight.spare
    top = (
        say(
            " and {width} × {depth} at the top of the work",
            width=door(mm(sight.seen_top.width_mm), figure="lens.covered_top_width"),
            depth=door(mm(sight.seen_top.depth_mm), figure="lens.covered_top_depth"),
        )
        if study.work.top_mm > 0
        else ()
    )
    if spare.least < 0:
        where = SIDE_WORDS[spare.tightest]
        return top + say(
            ": the zone sticks out {over} {where}.",
            over=door(mm(-spare.least), figure=f"lens.spare_{spare.tightest}"),
            where=where,
        )
    if abs(spare.left - spare.right) < _SAME_MM and abs(spare.near - spare.far) < _SAME_MM:
        return top + say(
            ": the zone fits with {across} to spare left and right, {along} near and far.",
            across=door(mm(spare.left), figure="lens.spare_left"),
            along=door(mm(spare.near), figure="lens.spare_near"),
        )
    return top + say(
        ": the zone fits, with {left} to spare left, {right} right, {near} on your side and "
        "{far} beyond.",
        **{side: door(mm(spare.on(side)), figure=f"lens.spare_{side}") for side in SIDES},
    )


def _under(study: LensStudy, sight: Sight) -> Sentence:
    pieces: list[Sentence] = []
    if sight.sharp_up_to_mm is not None and study.settings.f_number is not None:
        stop = door(
            Quantity(value=study.settings.f_number, unit="f_number"),
            field=f"/{study.camera.at}/f_number",
        )
        up = door(mm(sight.sharp_up_to_mm), figure="lens.sharp_up_to")
        if sight.sharp_down_to_mm is None:
            pieces.append(say("Sharp from {up} above the table down at {stop}", up=up, stop=stop))
        else:
            down = sight.sharp_down_to_mm
            pieces.append(
                say(
                    "Sharp {down} "
                    + ("under" if down < 0 else "above")
                    + " to {up} above the table at {stop}",
                    down=door(mm(abs(down)), figure="lens.sharp_down_to"),
                    up=up,
                    stop=stop,
                )
            )
    pieces.append(
        say(
            "{per_mm}, {detail} on the finest line",
            per_mm=door(
                Quantity(value=sight.delivered_px_per_mm, unit="px_per_mm"),
                figure="lens.delivered_px_per_mm",
            ),
            detail=door(Quantity(value=sight.detail_px, unit="px"), figure="lens.detail_px"),
        )
    )
    pieces.append(
        (
            Piece(
                text=way_round_words(study),
                field=f"/{study.camera.at}/roll_deg",
            ),
        )
    )
    joined: list[Piece] = []
    for sentence in pieces:
        if joined:
            joined.append(Piece(text=" · "))
        joined.extend(sentence)
    return tuple(joined)
