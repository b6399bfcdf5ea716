"""The lenses and cameras one owns, side by side for the same zone; and whether another kind does better.

Also the two schools of the overhead camera (above the head, or between face and hands), and the
three ways to show a part of the work larger (zoom, crop, one more camera).
"""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.errors import SteepleError
from steeple.core.findings.judging import judge, judge_camera
from steeple.core.findings.registry import RULES
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.closer import CLOSER, Closer, closer_ways
from steeple.core.solve.lens.rows import (
    Ranked,
    Row,
    considered_pairs,
    pairs_of,
    row_of,
    set_changes,
)
from steeple.core.solve.lens.search import (
    Stretch,
    best_of,
    candidates,
    check_camera,
    freed,
)
from steeple.core.solve.lens.work_out import DEMANDS
from steeple.core.solve.weighing import worse_words, worsened
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.inputs.camera import given_camera, given_camera_of
from steeple.core.study.inputs.support import limits_of
from steeple.core.study.inputs.work import GivenWork, given_work
from steeple.core.study.lens.body_sight import BodySight, body_sight
from steeple.core.study.lens.framing import HIGHEST_MM
from steeple.core.study.lens.heights import ARM_REACH_MM
from steeple.core.study.plan_study import CameraStudy, camera_studies, changed

SHOWN_OWNED = 9
WEIGHED = 4
"""So many of what is owned, the best first, are judged in every step before they are offered."""
HEAD_LOW_MM, HEAD_HIGH_MM = 20.0, 60.0


class School(Result):
    """One of the two places of an overhead camera, with what it costs."""

    name: str
    works: bool
    unmet: tuple[str, ...]
    focal_mm: float | None
    value_mm: float
    px_per_mm: float
    hand_room_mm: float
    head_in_frame: float
    zone_hidden: float
    own_view_hidden: float
    changes: tuple[Change, ...]


class Comparison(Result):
    """Everything side by side. ``measure`` says whether values are heights or distances."""

    measure: str
    rows: tuple[Row, ...]
    schools: tuple[School, ...]
    closer_times: float
    closer: tuple[Closer, ...]


def _order(ranked: Ranked) -> tuple[int, bool, float]:
    """What works before what does not, what one reaches before what hangs too high, then detail."""
    row, weight = ranked
    return (weight, row.value_mm > ARM_REACH_MM, -row.px_per_mm)


def compare(
    plan: Plan, *, index: int = 0, owned: Owned = NOTHING_OWNED, considered: Owned = NOTHING_OWNED
) -> Comparison:
    """Everything owned side by side, what is considered, the kinds one could get, the schools, and the ways closer.

    Parameters
    ----------
    plan, index
        any plan, and which of its cameras.
    owned, considered
        what the maker has, and what they think of.
    """
    check_camera(plan, index)
    if not plan.cameras:
        return Comparison(measure="height", rows=(), schools=(), closer_times=CLOSER, closer=())
    work = given_work(plan, Assumptions())
    rows = [
        row
        for named in pairs_of(plan, index, owned)
        if (row := row_of(plan, index, work, named)) is not None
    ]
    mine = [row for row, _ in sorted((one for one in rows if one[0].owned), key=_order)]
    present = [row for row in mine[SHOWN_OWNED:] if row.present]
    kinds = [row for row, _ in sorted((one for one in rows if not one[0].owned), key=_order)]
    thought_of = [
        row
        for named in considered_pairs(plan, index, owned, considered)
        if (row := row_of(plan, index, work, named)) is not None
    ]
    thought_of.sort(key=_order)
    camera = given_camera_of(plan, index, work)
    level = camera is not None and camera.tilt_deg > 60
    scenes = camera_studies(plan, owned)
    before = judge(scenes)
    mine = _by_what_fails(scenes, index, mine)
    weighed = [
        row
        if row.present or at >= WEIGHED or not row.works
        else row.model_copy(update={"worse": worse_words(worsened(scenes, before, row.changes))})
        for at, row in enumerate(mine[:SHOWN_OWNED])
    ]
    return Comparison(
        measure="distance" if level else "height",
        rows=(
            *weighed,
            *present,
            *(one.model_copy(update={"considered": True}) for one, _ in thought_of[:SHOWN_OWNED]),
            *kinds,
        ),
        schools=_schools(plan, index, work),
        closer_times=max(CLOSER, work.crop_wanted),
        closer=closer_ways(plan, index, owned),
    )


def _by_what_fails(scenes: Sequence[CameraStudy], index: int, rows: Sequence[Row]) -> list[Row]:
    """The rows that are shown, those first with which least fails in work and lens: a beam in the view, a roof
    in the way, which their bounds do not know."""

    def fails(row: Row) -> int:
        try:
            after = changed(scenes, apply_changes(scenes[0].plan, row.changes))
        except SteepleError:
            return len(RULES)
        found = judge_camera(after[index], steps=("work", "lens"))
        return sum(one.verdict == "fails" for one in found)

    shown = sorted(rows[:SHOWN_OWNED], key=fails)
    return [*shown, *rows[SHOWN_OWNED:]]


def _schools(plan: Plan, index: int, work: GivenWork) -> tuple[School, ...]:
    """Above the head, and between face and hands, with the present gear."""
    part = freed(plan, index).cameras[index]
    camera = given_camera(part, index, work, Assumptions(), limits=limits_of(plan, part))
    if camera is None or camera.tilt_deg > 60 or not camera.sees_maker:
        return ()
    heads = work.maker.poses.heads
    low = float((heads[:, 2] - heads[:, 3]).min())
    high = float((heads[:, 2] + heads[:, 3]).max())
    stretches: tuple[tuple[str, Stretch], ...] = (
        ("between face and hands", (0.0, low - HEAD_LOW_MM)),
        ("above the head", (high + HEAD_HIGH_MM, HIGHEST_MM)),
    )
    schools = []
    for name, within in stretches:
        if within[1] <= within[0]:
            continue
        found = [
            one for one in candidates(camera, work, within=within) if one.d_mm > one.framing.lowest
        ]
        if not found:
            continue
        best = best_of(found)
        body: BodySight = body_sight(best.framing, best.d_mm)
        schools.append(
            School(
                name=name,
                works=best.works,
                unmet=tuple(DEMANDS[code] for code in best.unmet),
                focal_mm=best.focal_mm,
                value_mm=best.value_mm,
                px_per_mm=best.framing.px_per_mm(best.d_mm, best.framing.surface),
                hand_room_mm=best.framing.hand_room(best.d_mm),
                head_in_frame=body.worst_head_in_frame,
                zone_hidden=body.worst_zone_hidden,
                own_view_hidden=body.own_view_hidden,
                changes=set_changes(plan, index, part, best),
            )
        )
    return tuple(schools)
