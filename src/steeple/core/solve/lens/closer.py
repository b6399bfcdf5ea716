"""Ways to show a part of the zone larger: zoom, a crop in the edit, one more camera."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.rows import Row, pairs_of, row_of
from steeple.core.solve.lens.search import (
    best_of,
    candidates,
)
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.inputs.camera import given_camera
from steeple.core.study.inputs.support import limits_of
from steeple.core.study.inputs.work import given_work

CLOSER = 2.0


class Closer(Result):
    """One way to show a part of the zone larger: ``detail_px`` across the finest line then."""

    way: str
    possible: bool
    detail_px: float
    says: Sentence


def closer_ways(plan: Plan, index: int, owned: Owned) -> tuple[Closer, ...]:
    """Zoom, crop, or one more camera, to show a part of the zone ``CLOSER`` times as large; of a camera's
    own target zoom or crop."""
    work = given_work(plan, Assumptions())
    times = max(CLOSER, work.crop_wanted)
    part = plan.cameras[index]
    camera = given_camera(part, index, work, Assumptions(), limits=limits_of(plan, part))
    if camera is None:
        return ()
    base = best_of(candidates(camera, work, zooms=12))
    now = base.framing.detail_px(base.d_mm)
    limit = camera.crop_limit
    soft = times > limit
    own = base.framing.work.target
    whole = "the whole zone" if own is None else f"all of {own.called}"
    ways = [
        Closer(
            way="crop in the edit",
            possible=not soft,
            detail_px=now * min(times, limit),
            says=say(
                f"The recording bears {limit:.2g}×; beyond that it is soft. Nothing else changes."
                if soft
                else f"The recording bears it; {whole} stays recorded."
            ),
        )
    ]
    lens = camera.lens
    if lens is not None and base.focal_mm is not None:
        wanted = base.focal_mm * times
        there = lens.focal_max_mm >= wanted
        reached = min(wanted, lens.focal_max_mm)
        ways.append(
            Closer(
                way="zoom in the lens",
                possible=there,
                detail_px=now * reached / base.focal_mm,
                says=say(
                    f"To {reached:.0f} mm from the same height; only that part is recorded, and its "
                    "depth is shallower."
                    if there
                    else f"The lens ends at {lens.focal_max_mm:g} mm; {wanted:.0f} mm are needed."
                ),
            )
        )
    if own is None:
        ways.append(_one_more(plan, index, owned, times, now))
    return tuple(ways)


def _one_more(plan: Plan, index: int, owned: Owned, times: float, now: float) -> Closer:
    """The best camera owned, apart from the present body, on a part of the zone."""
    zone = plan.work.zone
    work = given_work(plan, Assumptions())
    small = plan.model_copy(
        update={
            "work": plan.work.model_copy(
                update={
                    "zone": zone.model_copy(
                        update={
                            "width_mm": max(5.0, work.zone.width_mm / times),
                            "depth_mm": max(5.0, work.zone.depth_mm / times),
                        }
                    )
                }
            )
        }
    )
    spare = Owned(
        lenses=owned.lenses,
        bodies=tuple(body for body in owned.bodies if body != plan.cameras[index].body),
    )
    part = given_work(small, Assumptions())
    others: Sequence[Row] = [
        row[0]
        for named in pairs_of(small, index, spare)
        if named[1]
        and named[2].body != plan.cameras[index].body
        and (row := row_of(small, index, part, named)) is not None
        and row[0].works
    ]
    if not others:
        return Closer(
            way="one more camera",
            possible=False,
            detail_px=now,
            says=say("None of your other cameras frames that part from straight above."),
        )
    best = max(others, key=lambda row: row.px_per_mm)
    return Closer(
        way="one more camera",
        possible=best.detail_px >= PIXELS_PER_LINE,
        detail_px=best.detail_px,
        says=say("Your {named} frames that part; both pictures are recorded.", named=best.name),
    )
