"""The set-up card: what one does at the bench, in figures that a tape reaches."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal, get_args

from pydantic import Field

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.plan.document import Plan
from steeple.core.plan.words import camera_names
from steeple.core.study.angles.changing import ChangeOver
from steeple.core.study.base.assumptions import Assumption
from steeple.core.study.base.card import CARD_PLACES, SHARED_PLACES, CardSection
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, mm, say
from steeple.core.study.base.shapes import Box, box
from steeple.core.study.base.step import Step
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.answer import way_round_words
from steeple.core.study.lens.step import LENS
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.work.step import WORK

Corners = tuple[tuple[float, float], ...]


class Mark(Result):
    """A corner to tape down, measured along the edges of the table; negative = past the edge."""

    corner: str
    from_left_mm: float
    from_front_mm: float
    on_table: bool


CardNoteKind = Literal["fails", "unknown", "accepted"]
CARD_NOTES: tuple[CardNoteKind, ...] = get_args(CardNoteKind)


class CardNote(Result):
    """What whoever sets up has to know of a finding: that it fails, that it cannot be told, or that it
    was accepted and why."""

    kind: CardNoteKind
    title: Sentence
    reason: str = ""


class CardChange(Result):
    """How a set-up is made from the one before: what is done, in order."""

    title: str
    moves: tuple[Sentence, ...]


class Card(Result):
    """Everything printed for one camera, except for the cautions, which stand in the evaluation.
    ``camera`` is its name where there are several, ``setup`` says in which arrangement it stands; on the
    first card of one, ``changes`` say how it is made from the one before."""

    title: str
    camera_id: str
    camera: str
    ready: bool
    missing: str
    sections: tuple[CardSection, ...]
    zone_marks: tuple[Mark, ...]
    frame_marks: tuple[Mark, ...]
    table: Box
    zone: Box
    frame: Box | None
    way_round: str
    setup: str
    changes: tuple[CardChange, ...]
    check: Sentence
    notes: tuple[CardNote, ...] = Field(
        default=(), description="What fails, what is not known, and what was accepted."
    )


def card_of(
    *,
    plan: Plan,
    camera: str,
    first: bool,
    studied: Sequence[tuple[Step[Any], Any]],
    assumed: Sequence[Assumption],
    notes: Sequence[CardNote] = (),
    changes: Sequence[ChangeOver] = (),
) -> Card:
    """The card of one camera; without one it carries what is known of the work.

    Parameters
    ----------
    plan
        the plan, for its title.
    camera
        id of the camera.
    first
        whether what is the same for every camera stands on this card.
    studied
        each step that has to do with it, with what it worked out.
    assumed
        everything that was assumed.
    changes
        how each set-up of which it is the first camera is made from the one before.
    notes
        what was found of this camera, as far as it is said on a card.
    """
    found = {step.id: value for step, value in studied}
    work: GivenWork = found[WORK.id]
    lens: LensStudy | None = found.get(LENS.id)
    fields = {assumption.field for assumption in assumed}
    sight = lens.sight if lens else None
    frame = sight.seen_surface if sight else None
    check: Sentence = ()
    sections = [
        placed
        for step, value in studied
        if step.card is not None and value is not None
        if step.scope == "plan" or sight is not None
        for placed in step.card(value, camera, fields)
        if first or placed[0] not in SHARED_PLACES
    ]
    sections.sort(key=lambda one: CARD_PLACES.index(one[0]))
    if lens is not None and frame is not None and lens.work.target is not None:
        check = say(
            "Hold the tape across the picture at {what}: the frame must show {width}.",
            what=lens.work.target.called,
            width=mm(frame.width_mm),
        )
    elif lens is not None and frame is not None:
        where = "on the table" if work.is_flat else "on the work"
        check = say(
            "Lay the tape across the picture "
            + where
            + ", through the middle of the zone: the frame must show {width} from left "
            "to right and {depth} from near to far.",
            width=mm(frame.width_mm),
            depth=mm(frame.depth_mm),
        )
    return Card(
        title=plan.title,
        camera_id=camera,
        camera=camera_names(plan.cameras)[camera] if len(plan.cameras) > 1 else "",
        ready=sight is not None,
        missing=""
        if sight is not None
        else "The height is missing: choose a camera and a lens on the Lens sheet."
        if lens is None
        else "The lens hangs inside the work: raise it on the Lens sheet.",
        sections=tuple(section for _, section in sections),
        zone_marks=_marks(_corners(work.footprint), work.table),
        frame_marks=_frame_marks(lens),
        table=box(work.table),
        zone=box(work.footprint),
        frame=box(frame) if frame and lens and lens.work.is_flat and not lens.work.target else None,
        way_round=f"Picture: {way_round_words(lens)}" if lens else "",
        setup=", ".join(one.name for one in plan.setups if camera in one.cameras),
        changes=tuple(
            CardChange(
                title=f"From {one.first.name} to {one.second.name}, {one.whole_min} minute"
                + "s" * (one.whole_min != 1),
                moves=tuple(each.says for each in one.moves),
            )
            for one in changes
            if one.moves
        ),
        check=check,
        notes=tuple(notes),
    )


def _corners(rectangle: Rectangle) -> Corners:
    return (
        (rectangle.left, rectangle.near),
        (rectangle.right, rectangle.near),
        (rectangle.left, rectangle.far),
        (rectangle.right, rectangle.far),
    )


def _frame_marks(lens: LensStudy | None) -> tuple[Mark, ...]:
    """Corners of the picture on the table; none for work that does not lie on it."""
    if lens is None or lens.sight is None or not lens.work.is_flat or lens.work.target:
        return ()
    quad = lens.sight.quad_surface
    if quad is None:
        return ()
    rows = sorted(quad, key=lambda corner: corner.y)
    ordered = [*sorted(rows[:2], key=lambda c: c.x), *sorted(rows[2:], key=lambda c: c.x)]
    return _marks(tuple((corner.x, corner.y) for corner in ordered), lens.work.table)


def _marks(corners: Corners, table: Rectangle) -> tuple[Mark, ...]:
    marks = []
    for words, (x, y) in zip(
        ("near left", "near right", "far left", "far right"), corners, strict=True
    ):
        marks.append(
            Mark(
                corner=words,
                from_left_mm=x - table.left,
                from_front_mm=y - table.near,
                on_table=table.left <= x <= table.right and table.near <= y <= table.far,
            )
        )
    return tuple(marks)
