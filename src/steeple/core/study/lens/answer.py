"""The answer line of each step: one or two sentences with the figures in them."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.geometry.rectangle import SIDES, Rectangle, Side, Spare
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.phrases import SIDE_WORDS, clock_words
from steeple.core.study.base.sentence import Piece, Quantity, Sentence, door, dotted, mm, say
from steeple.core.study.base.step import Context
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.study import LensStudy, Sight

_SAME_MM = 0.5
FAR_MM = 3_000.0
"""More to spare than that is said to be metres: a camera that looks along the table sees to the horizon."""


def camera_missing_answer(camera: Camera | None) -> Answer:
    """What is missing before the lens step can answer."""
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
_WAY_UPRIGHT = {
    0: "Picture upright",
    90: "Picture turned onto its right side",
    180: "Picture upside down",
    270: "Picture turned onto its left side",
}


def way_round_words(study: LensStudy) -> str:
    """Which way round the picture lies on the table, in words."""
    roll = study.camera.roll_deg
    if study.camera.part.role != "overhead":
        return _WAY_UPRIGHT[roll]
    if roll == 0 and study.work.delivery_px.aspect < 1:
        return "Picture upright, its bottom edge toward you"
    return _WAY[roll]


UPRIGHT_FROM_DEG = 45.0
UPRIGHT_WORDS: Mapping[Side, str] = MappingProxyType(
    {"left": "at the left", "right": "at the right", "near": "at the bottom", "far": "at the top"}
)
SLANT_DEG = 25.0
"""From this far out of square on, widths across the work say little; the slant is said instead."""


def tilt_words(study: LensStudy) -> Sentence:
    """How a tipped camera looks: ``, tipped 20° toward 12 o'clock``."""
    if study.camera.tilt_deg == 0:
        return ()
    at = f"/{study.camera.at}/aim/tilt_deg"
    if abs(study.camera.tilt_deg - 90.0) < 0.5:
        toward = door(Quantity(value=study.camera.tilt_deg, unit="deg"), field=at)
        return say(
            ", looking level ({tilt}) toward " + clock_words(study.camera.toward_deg), tilt=toward
        )
    return say(
        ", tipped {tilt} toward " + clock_words(study.camera.toward_deg),
        tilt=door(Quantity(value=study.camera.tilt_deg, unit="deg"), field=at),
    )


def lens_answer(study: LensStudy | None, ctx: Context) -> Answer:
    """How high, how wide, how sharp; or what is missing."""
    if study is None:
        return camera_missing_answer(ctx.plan.camera(ctx.of))
    at = f"/{study.camera.at}"
    height = door(mm(study.height_mm), figure="lens.height", field=f"{at}/position/z_mm")
    sight = study.sight
    if sight is None:
        least = mm(study.framing.value_of(study.framing.lowest))
        return Answer(
            step="lens",
            about=study.camera.id,
            line=say("At {height} the lens hangs inside the work and sees nothing.", height=height),
            under=say("It must be above {least}.", least=least)
            if study.by_height
            else say("It must be more than {least} from the middle of the work.", least=least),
        )
    return Answer(
        step="lens",
        about=study.camera.id,
        line=_placed(study, sight, height) + _zoomed(study) + _sees(study, sight),
        under=_under(study, sight),
    )


def _placed(study: LensStudy, sight: Sight, height: Piece) -> Sentence:
    if study.by_height:
        return say("Hang the lens {height} above the table", height=height) + tilt_words(study)
    return (
        say(
            "Put the lens {away} from {what}",
            away=door(mm(sight.middle_mm)),
            what="the work" if study.work.target is None else study.work.called,
        )
        + say(", {height} above the table", height=height)
        + tilt_words(study)
    )


def _zoomed(study: LensStudy) -> Sentence:
    focal, lens = study.settings.focal_mm, study.camera.lens
    if focal is None:
        return say(".")
    fixed = lens is not None and lens.focal_min_mm == lens.focal_max_mm
    return say(
        " (a fixed {focal})." if fixed else ", zoom to {focal}.",
        focal=door(
            Quantity(value=focal, unit="mm_exact"),
            field=None if fixed else f"/{study.camera.at}/focal_mm",
        ),
    )


def _sees(study: LensStudy, sight: Sight) -> Sentence:
    seen, top = sight.seen_surface, sight.seen_top
    if seen is None:
        return say(" It sees past the work to the horizon") + _fit(sight, study.work)
    if sight.out_of_square_deg > SLANT_DEG:
        slant = door(
            Quantity(value=sight.out_of_square_deg, unit="deg"), figure="lens.out_of_square"
        )
        what = "the work" if study.work.target is None else "that"
        return say(" It sees {what} at a slant of {slant}", what=what, slant=slant) + _fit(
            sight, study.work
        )
    where = "at the table" if study.work.is_flat else "on the work"
    if study.work.target is not None:
        return _sees_target(study, sight, seen)
    line = say(
        " It sees {width} × {depth} " + where,
        width=door(mm(seen.width_mm), figure="lens.covered_table_width"),
        depth=door(mm(seen.depth_mm), figure="lens.covered_table_depth"),
    )
    if study.work.top_mm > 0 and top is not None:
        line += say(
            " and {width} × {depth} at the top of the work",
            width=door(mm(top.width_mm), figure="lens.covered_top_width"),
            depth=door(mm(top.depth_mm), figure="lens.covered_top_depth"),
        )
    return line + _fit(sight, study.work)


def _sees_target(study: LensStudy, sight: Sight, seen: Rectangle) -> Sentence:
    return say(
        " It sees {width} × {depth} there",
        width=door(mm(seen.width_mm), figure="lens.covered_table_width"),
        depth=door(mm(seen.depth_mm), figure="lens.covered_table_depth"),
    ) + _fit(sight, study.work)


def side_words(work: GivenWork, side: Side) -> str:
    """Where a side of what is filmed lies: on the table as one sits at it, upright as in the picture."""
    upright = work.target is not None and work.plane.tilt_deg > UPRIGHT_FROM_DEG
    return (UPRIGHT_WORDS if upright else SIDE_WORDS)[side]


def _fit_target(spare: Spare, work: GivenWork) -> Sentence:
    called, where, least = work.called, side_words(work, spare.tightest), spare.least
    if least < -FAR_MM:
        return say(": {what}: not in the picture {where}.", what=called, where=where)
    figure = f"lens.spare_{spare.tightest}"
    if least < 0:
        return say(
            ": {over} is cut off {where} ({what}).",
            over=door(mm(-least), figure=figure), where=where, what=called,
        )  # fmt: skip
    if least > FAR_MM:
        return say(": metres to spare round {what}.", what=called)
    return say(
        ": {least} to spare round {what}, least {where}.",
        least=door(mm(least), figure=figure), where=where, what=called,
    )  # fmt: skip


def _fit(sight: Sight, work: GivenWork) -> Sentence:
    spare = sight.spare
    if work.target is not None:
        return _fit_target(spare, work)
    if spare.least < 0:
        where = SIDE_WORDS[spare.tightest]
        if spare.least < -FAR_MM:
            return say(": the zone is not in the picture {where}.", where=where)
        return say(
            ": the zone sticks out {over} {where}.",
            over=door(mm(-spare.least), figure=f"lens.spare_{spare.tightest}"),
            where=where,
        )
    if abs(spare.left - spare.right) < _SAME_MM and abs(spare.near - spare.far) < _SAME_MM:
        return say(
            ": the zone fits with {across} to spare left and right, {along} near and far.",
            across=door(mm(spare.left), figure="lens.spare_left"),
            along=door(mm(spare.near), figure="lens.spare_near"),
        )
    return say(
        ": the zone fits, with {left} to spare left, {right} right, {near} on your side and "
        "{far} beyond.",
        **{
            side: "metres"
            if spare.on(side) > FAR_MM
            else door(mm(spare.on(side)), figure=f"lens.spare_{side}")
            for side in SIDES
        },
    )


def _under(study: LensStudy, sight: Sight) -> Sentence:
    pieces: list[Sentence] = []
    if sight.sharp_up_to_mm is not None and study.settings.f_number is not None:
        stop = door(
            Quantity(value=study.settings.f_number, unit="f_number"),
            field=f"/{study.camera.at}/f_number",
        )
        up = door(mm(sight.sharp_up_to_mm), figure="lens.sharp_up_to")
        if not study.looks_down:
            pieces.append(_sharp_along(sight, stop))
        elif sight.sharp_down_to_mm is None:
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
    if sight.light_needed_lx is not None:
        pieces.append(
            say(
                "{lux} at {time}",
                lux=door(
                    Quantity(value=sight.light_needed_lx, unit="lx"), figure="lens.light_needed"
                ),
                time=door(Quantity(value=sight.shutter_s, unit="seconds"), figure="lens.shutter"),
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
    if study.camera.roll_deg != 0:
        at = f"/{study.camera.at}/roll_deg"
        pieces.append((Piece(text=way_round_words(study), field=at),))
    return dotted(pieces)


def _sharp_along(sight: Sight, stop: Piece) -> Sentence:
    """The sharp stretch of a camera that does not look straight down at flat work."""
    near = door(mm(sight.sharp_near_mm or 0.0), figure="lens.sharp_up_to")
    if sight.sharp_far_mm is None:
        return say("Sharp from {near} away on at {stop}", near=near, stop=stop)
    return say(
        "Sharp from {near} to {far} away at {stop}",
        near=near,
        far=door(mm(sight.sharp_far_mm), figure="lens.sharp_down_to"),
        stop=stop,
    )
