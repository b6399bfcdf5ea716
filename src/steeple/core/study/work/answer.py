"""The answer line of the work step."""

from __future__ import annotations

from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import Quantity, Sentence, door, mm, say
from steeple.core.study.base.step import Context
from steeple.core.study.inputs.work import GivenWork


def work_answer(work: GivenWork | None, ctx: Context) -> Answer:
    """What must stay in frame, and where it lies."""
    del ctx
    assert work is not None
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
        under=_zone_words(work)
        + say(
            "The zone begins {left} from the left edge of the table and {front} from the edge in "
            "front of you.",
            left=door(
                mm(work.footprint.left - work.table.left), field="/work/zone/from_left_edge_mm"
            ),
            front=door(
                mm(work.footprint.near - work.table.near), field="/work/zone/from_front_edge_mm"
            ),
        ),
    )


def _zone_words(work: GivenWork) -> Sentence:
    """What is said of work that is not flat, before its place on the table."""
    if work.is_flat:
        return ()
    return say(
        "The work slopes by {tilt}. ",
        tilt=door(Quantity(value=work.plane.tilt_deg, unit="deg"), field="/work/tilt_deg"),
    )
