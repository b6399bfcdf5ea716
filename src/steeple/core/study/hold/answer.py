"""The answer line of the hold step, and what of a support is said in words."""

from __future__ import annotations

import math

from steeple.core.plan.document import Plan
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, Sentence, door, dotted, mm, say
from steeple.core.study.base.step import Context
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.study import HoldStudy, SupportStudy
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.step import LENS

QUIET_PX = 0.5
"""A wobble that stays below this is said to, without its band."""


def azimuth_of(x: float, y: float) -> float:
    """Azimuth of a level direction, clockwise from straight away from the maker."""
    return math.degrees(math.atan2(x, y)) % 360.0


def hold_missing_answer(plan: Plan, about: str, *, has_lens: bool) -> Answer:
    """What is missing before the hold step can answer."""
    camera = plan.camera(about)
    if has_lens and camera is not None and camera.mount is not None:
        at = next(one for one in plan.mounts if one.name == camera.mount)
        line = say(
            "Screw it to {mount}, {high} " + ("below" if at.z_mm < 0 else "above") + " the table.",
            mount=at.name, high=mm(abs(at.z_mm)),
        )  # fmt: skip
        return Answer(step="hold", about=about, line=line, under=())
    if not has_lens:
        line = say("Choose camera and lens on the Lens sheet first: then what holds them follows.")
    elif not plan.supports:
        line = say("Choose what holds the camera: below is what of yours can put the lens there.")
    else:
        line = say("No support of the plan carries this camera: choose one below.")
    return Answer(step="hold", about=about, line=line, under=())


def hold_answer(found: SupportStudy | None, ctx: Context) -> Answer:
    """Where the support stands, how far it is drawn out, and whether it stays there; or what is
    missing."""
    study = None if found is None else found.of(ctx.of)
    if study is None:
        lens = ctx.get(LENS, ctx.of) if ctx.of else None
        has_lens = lens is not None and lens.sight is not None
        return hold_missing_answer(ctx.plan, ctx.of, has_lens=has_lens)
    support, placement = study.support, study.placement
    name = support.gear.name
    if placement is None:
        return Answer(
            step="hold",
            about=study.lens.camera.id,
            line=say(
                "{name}: give the shelf or cupboard over the table on the Work sheet, then it can "
                "be placed."
                if support.anchor == "shelf"
                else "{name}: measure the room, wall to wall, and where the table stands in it: "
                "then it can be placed.",
                name=name,
            ),
            under=(),
        )
    return Answer(
        step="hold",
        about=study.lens.camera.id,
        line=_stands(study, placement) + _gets_there(placement),
        under=_under(study),
    )


def place_words(
    work: GivenWork,
    x_mm: float,
    y_mm: float,
    *,
    fields: tuple[str | None, str | None] = (None, None),
) -> Sentence:
    """A place on the floor or table, by the edges of the table: ``6.0 cm left of the table``."""
    table = work.table
    if x_mm < table.left:
        across = say("{d} left of the table", d=door(mm(table.left - x_mm), field=fields[0]))
    elif x_mm > table.right:
        across = say("{d} right of the table", d=door(mm(x_mm - table.right), field=fields[0]))
    else:
        across = say("{d} from the left edge", d=door(mm(x_mm - table.left), field=fields[0]))
    if y_mm < table.near:
        away = say("{d} before your edge", d=door(mm(table.near - y_mm), field=fields[1]))
    elif y_mm > table.far:
        away = say("{d} beyond the far edge", d=door(mm(y_mm - table.far), field=fields[1]))
    else:
        away = say("{d} from your edge", d=door(mm(y_mm - table.near), field=fields[1]))
    return across + say(", ") + away


def _stands(study: HoldStudy, placement: Placement) -> Sentence:
    support = study.support
    name = support.gear.name
    axis = door(mm(_axis_height(study, placement)), figure="hold.axis_height")
    if support.model == "pole":
        return say(
            "{name} from wall to wall over {span}, {axis} above the floor",
            name=name,
            span=door(mm(placement.span_mm or 0.0), figure="hold.span"),
            axis=axis,
        )
    if support.model == "bar":
        return say(
            "{name}: a span of {span}, the bar {axis} above the floor",
            name=name,
            span=door(mm(placement.span_mm or 0.0), figure="hold.span"),
            axis=axis,
        )
    screw = door(mm(_screw_height(study, placement)), figure="hold.screw_height")
    if support.model == "hung":
        return say(
            "{name}: the camera screw {screw} below what it hangs from", name=name, screw=screw
        )
    reach = door(mm(placement.reach_mm), figure="hold.reach")
    where = clock_words(
        azimuth_of(placement.foot.x - study.held.screw.x, placement.foot.y - study.held.screw.y)
    )
    verb = {"floor": "Stand", "table": "Put", "shelf": "Fix", "wall": "Fix"}.get(
        support.anchor, "Put"
    )
    at = f"/{support.at}/foot"
    line = say(verb + " {name} at " + where + " of the camera, column ", name=_the(name))
    line += place_words(
        study.work, placement.foot.x, placement.foot.y, fields=(f"{at}/x_mm", f"{at}/y_mm")
    )
    if support.has_boom:
        line += say("; arm {axis} high, {reach} out", axis=axis, reach=reach)
    else:
        line += say("; camera screw {screw} high", screw=screw)
    return line


def _the(name: str) -> str:
    """A name within a sentence: ``the boom stand with counterweight``."""
    for article in ("a ", "an ", "the "):
        name = name.removeprefix(article)
    return "the " + (name[0].lower() + name[1:] if name[1:2].islower() else name)


def _axis_height(study: HoldStudy, placement: Placement) -> float:
    base = (
        -study.work.table_height_mm if study.support.model in ("bar", "pole") else placement.foot.z
    )
    return placement.root.z - base


def _screw_height(study: HoldStudy, placement: Placement) -> float:
    if study.support.model == "hung":
        return placement.foot.z - study.held.screw.z
    return study.held.screw.z - placement.foot.z


def _gets_there(placement: Placement) -> Sentence:
    lacks: list[Sentence] = []
    if placement.short_mm:
        lacks.append(say("{short} of reach are missing", short=mm(placement.short_mm)))
    height = placement.height_short_mm or 0.0
    if height > 0:
        lacks.append(say("{short} of height are missing", short=mm(height)))
    elif height < 0:
        lacks.append(say("it does not go so low by {short}", short=mm(-height)))
    if lacks:
        line: Sentence = say(": ")
        for index, one in enumerate(lacks):
            line += (say(", and ") if index else ()) + one
        return line + say(".")
    if placement.short_mm is None or placement.height_short_mm is None:
        return say("; whether it gets there is not known before it is measured.")
    return say(": it gets there.")


def _under(study: HoldStudy) -> Sentence:
    pieces: list[Sentence] = []
    loads = study.loads
    if loads is not None:
        load = door(Quantity(value=loads.total_g, unit="g"), figure="hold.load")
        if loads.allowed_g is not None:
            allowed = door(Quantity(value=loads.allowed_g, unit="g"), figure="hold.allowed")
            pieces.append(say("Carries {load} of {allowed}", load=load, allowed=allowed))
        else:
            pieces.append(say("Carries {load}, rating not known", load=load))
        if loads.elsewhere_g:
            more = Quantity(value=loads.elsewhere_g, unit="g")
            pieces.append(say("{more} more on other arms", more=more))
    if study.tipping is not None:
        ratio = Quantity(value=round(min(study.tipping.knocked_ratio, 99.0), 2), unit="ratio")
        pieces.append(
            say("tipping {ratio} when knocked", ratio=door(ratio, figure="hold.tipping_knocked"))
        )
    if study.support.gear.learned_sag_mm:
        sagging = door(
            mm(abs(study.support.gear.learned_sag_mm)),
            field=f"/{study.support.at}/gear/learned_sag_mm",
        )
        way = "higher" if study.support.gear.learned_sag_mm > 0 else "lower"
        pieces.append(say("set it {sag} " + way + ", as learned", sag=sagging))
    if study.counterweight_g:
        weight = door(
            Quantity(value=study.counterweight_g, unit="g"),
            figure="hold.counterweight",
            field=f"/{study.support.at}/counterweight_g",
        )
        pieces.append(say("counterweight {weight}", weight=weight))
    if study.bending is not None:
        sag = Quantity(value=round(study.bending.sag_mm, 1), unit="mm_exact")
        pieces.append(say("sags {sag}", sag=door(sag, figure="hold.sag")))
    if study.wobble_px is not None:
        low, mid, high = (Quantity(value=one, unit="px") for one in study.wobble_px)
        if high.value >= QUIET_PX:
            pieces.append(
                say(
                    "wobbles {mid} ({low} to {high})",
                    mid=door(mid, figure="hold.wobble"),
                    low=low,
                    high=high,
                )
            )
        else:
            quiet = Quantity(value=QUIET_PX, unit="px")
            pieces.append(say("wobble below {high}", high=door(quiet, figure="hold.wobble")))
    return dotted(pieces)
