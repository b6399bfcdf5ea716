"""Whether a plan holds at the other heights of a table for sitting and standing.

What stands on the floor or hangs from the ceiling stays where it is when the table moves; what is fixed to the
table moves with it. Both are tried: everything left where it is, and everything moved along.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from pydantic import JsonValue

from steeple.core.findings.finding import Finding, Verdict
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Sentence, mm, say
from steeple.core.study.inputs.support import given_support
from steeple.core.study.plan_study import CameraStudy, camera_studies

CODE = "work.other-height"
STANDING_FROM_MM = 880.0
"""At a table from this height on one stands; a planning value."""
Key = tuple[str, str]


@dataclass(frozen=True, slots=True)
class _Height:
    """What fails at a height that does not fail at the one of the plan: with everything left where it is, and
    with everything moved along with the table."""

    height_mm: float
    left: tuple[Finding, ...]
    along: tuple[Finding, ...]


def at_other_heights(
    cameras: Sequence[CameraStudy], findings: Sequence[Finding]
) -> tuple[Finding, ...]:
    """What is found at the other heights of the table; nothing where it has none.

    Parameters
    ----------
    cameras
        every camera of the plan as it is.
    findings
        on the plan as it is.
    """
    plan = cameras[0].plan
    heights = [one for one in plan.table.other_heights_mm if one != cameras[0].work.table_height_mm]
    if not heights:
        return ()
    before = {(one.code, one.about): one for one in findings}
    found = [_at(cameras, before, height) for height in dict.fromkeys(heights)]
    worst = max(found, key=lambda one: (bool(one.along), bool(one.left), len(one.left)))
    verdict: Verdict = "fails" if worst.along else "watch" if worst.left else "holds"
    names: Sentence = ()
    for one in found:
        names += (say(" and ") if names else ()) + say("{height}", height=mm(one.height_mm))
    if verdict == "holds":
        return (_finding("holds", say("The plan holds with the table at ") + names + say(" too")),)
    height = mm(worst.height_mm)
    if verdict == "watch":
        title = say("With the table at {height} the rig must move along with it", height=height)
        reason = say("Left where it stands: ") + _titles(worst.left)
        reason += say(". Mark both heights on the columns.")
    else:
        title = say("With the table at {height} it does not hold", height=height)
        reason = say("Even moved along with the table: ") + _titles(worst.along) + say(".")
    return (_finding(verdict, title, reason),)


def _finding(verdict: Verdict, title: Sentence, reason: Sentence = ()) -> Finding:
    return Finding(
        code=CODE, about="", step="work", verdict=verdict, title=title, reason=reason, place="table"
    )


def _titles(findings: Sequence[Finding]) -> Sentence:
    said: Sentence = ()
    for title in dict.fromkeys(one.title for one in findings):
        said += (say("; ") if said else ()) + title
    return said


def _at(cameras: Sequence[CameraStudy], before: Mapping[Key, Finding], height_mm: float) -> _Height:
    """The plan with its table at another height, both ways."""
    by = height_mm - cameras[0].work.table_height_mm
    failing = []
    for moves in (False, True):
        changes = _changes(cameras, height_mm, 0.0 if moves else by)
        plan = apply_changes(cameras[0].plan, changes)
        after = judge(camera_studies(plan, cameras[0].owned, cameras[0].studies.cache.branch()))
        failing.append(
            tuple(
                one
                for one in after
                if one.verdict == "fails"
                and ((was := before.get((one.code, one.about))) is None or was.verdict != "fails")
            )
        )
    return _Height(height_mm, *failing)


def _changes(cameras: Sequence[CameraStudy], height_mm: float, by_mm: float) -> list[Change]:
    """The table at another height, the maker sitting or standing at it, and what does not stand on it lower
    by so much, seen from its top."""
    plan = cameras[0].plan
    changes = [
        Change(path="/table/height_mm", value=height_mm),
        Change(path="/table/other_heights_mm", value=[]),
        Change(
            path="/maker/posture", value="standing" if height_mm >= STANDING_FROM_MM else "seated"
        ),
    ]

    def put(path: str, z_mm: float, *, on_table: bool) -> None:
        value: JsonValue = round(max(1.0, z_mm - (0.0 if on_table else by_mm)), 1)
        changes.append(Change(path=f"{path}/position/z_mm", value=value))

    for one in cameras:
        if one.index is None or one.camera is None or one.lens is None:
            continue
        support = plan.support_of(one.camera)
        anchor = (
            None if support is None else given_support(support, "supports/0", Assumptions()).anchor
        )
        put(f"/cameras/{one.index}", one.lens.position.z, on_table=anchor == "table")
    light = next((one.light for one in cameras if one.light is not None), None)
    for lamp in () if light is None else light.lamps:
        stand = lamp.lamp.part.stand
        put(
            f"/{lamp.lamp.at}",
            lamp.lamp.centre.z,
            on_table=stand is not None and stand.form == "clamp on the table",
        )
    return changes
