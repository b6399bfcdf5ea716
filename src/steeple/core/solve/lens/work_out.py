"""Work it out: height, zoom, aperture, focus and way round for the zone from the gear chosen.

Where no setting meets every demand, the outcome names those that are not met, and for each demand
that could give way the least by which it must, each tried out by judging the plan again.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from functools import partial

from steeple.core.budget import spent
from steeple.core.errors import SteepleError
from steeple.core.findings.finding import GRAVITY, Finding, Fix
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.search import Candidate, best_setting, changes_for, check_camera
from steeple.core.solve.weighing import heavier, worse_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.lens.answer import way_round_words
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.core.study.work.figures import hands_and_range

BISECTIONS = 9
DEMANDS = {
    "zone": "the zone in frame",
    "focus": "the focus so near",
    "hands": "room for the hands",
    "stand-low": "the lower end of the stand",
    "stand": "the upper end of the stand",
    "ceiling": "the ceiling",
    "wall": "the wall",
    "detail": "the finest detail",
    "head": "your head out of the frame",
    "depth": "sharpness from table to top",
}


class Outcome(Result):
    """What was worked out for one camera.

    ``changes`` set the camera; ``works`` says whether every demand is met then; ``line`` says the
    setting, or which demands cannot be met together; ``give_ways`` are the least ways out;
    ``remaining`` are titles of findings that still fail; ``worse`` says what it makes worse than it is, in any
    step.
    """

    about: str
    works: bool
    line: Sentence
    changes: tuple[Change, ...]
    give_ways: tuple[Fix, ...]
    remaining: tuple[Sentence, ...]
    worse: Sentence = ()


def work_out(plan: Plan, *, index: int = 0, owned: Owned = NOTHING_OWNED) -> Outcome:
    """Set a camera for the zone, or say what stands against it.

    Parameters
    ----------
    plan
        any valid plan.
    index
        which of its cameras.
    owned
        what the maker owns and a way out may take.
    """
    check_camera(plan, index)
    scenes = camera_studies(plan, owned)
    scene = scenes[index] if plan.cameras else scenes[0]
    best = best_setting(plan, index) if plan.cameras else None
    if best is None:
        return Outcome(
            about=scene.about,
            works=False,
            line=say("Choose a camera and a lens first: then height, zoom and aperture follow."),
            changes=(),
            give_ways=(),
            remaining=(),
        )
    changes = changes_for(scene, best)
    after = camera_studies(apply_changes(plan, changes), owned)
    every = judge(after)
    findings = of_the_lens(every)
    worse = worse_words(heavier(judge(scenes), every))
    remaining = tuple(
        one.title for one in findings if one.verdict == "fails" and one.about == scene.about
    )
    if best.works:
        return Outcome(
            about=scene.about,
            works=not remaining,
            line=_turned(scene, after[index]) + _setting(after[index], best),
            changes=changes,
            give_ways=(),
            remaining=remaining,
            worse=worse,
        )
    words = [DEMANDS[code] for code in best.unmet]
    joined = words[0] if len(words) == 1 else ", ".join(words[:-1]) + " and " + words[-1]
    line = say("With this gear no setting meets everything; not met: " + joined)
    return Outcome(
        about=scene.about,
        works=False,
        line=line + say(". ") + _turned(scene, after[index]) + _setting(after[index], best),
        changes=changes,
        give_ways=tuple(_give_ways(plan, index, scene)),
        remaining=remaining,
        worse=worse,
    )


def _turned(before: CameraStudy, after: CameraStudy) -> Sentence:
    """Said where the frame is turned from how it was."""
    was, now = before.camera, after.camera
    if was is None or now is None or was.roll_deg is None or was.roll_deg == now.roll_deg:
        return ()
    return say(
        "Turn the camera from {was} to {now}. ",
        was=Quantity(value=float(was.roll_deg), unit="deg"),
        now=Quantity(value=float(now.roll_deg or 0), unit="deg"),
    )


def _setting(scene: CameraStudy, best: Candidate) -> Sentence:
    study = scene.lens
    assert study is not None
    line = (
        say("Hang the lens at {value}", value=mm(best.value_mm))
        if study.by_height
        else say("Put the lens {value} from the work", value=mm(best.value_mm))
    )
    if best.focal_mm is not None:
        line += say(", zoom to {focal}", focal=Quantity(value=best.focal_mm, unit="mm_exact"))
    if best.f_number is not None:
        line += say(", set {stop}", stop=Quantity(value=best.f_number, unit="f_number"))
    sight = scene.sight
    if sight is not None:
        line += say(
            ", focus {focus} from the lens",
            focus=mm(sight.focus_distance_mm),
        )
    off = best.framing.base.minus(scene.work.plane.middle)
    if study.looks_down and off.y > 0.5:
        line += say(", slid {step} away from you", step=mm(off.y))
    way = way_round_words(study)
    return line + say(f", {way[0].lower()}{way[1:]}.")


def _settled(plan: Plan, index: int, changes: tuple[Change, ...]) -> tuple[Plan, Candidate] | None:
    """The plan with a demand eased and its camera set anew; None where that does not work."""
    try:
        eased = apply_changes(plan, changes)
    except SteepleError:
        return None
    best = best_setting(eased, index)
    return (eased, best) if best is not None and best.works else None


def _least(plan: Plan, index: int, path: str, hard: float, easy: float) -> float | None:
    """The value nearest to ``hard`` on the way to ``easy`` that works; None where even easy fails."""
    if _settled(plan, index, (Change(path=path, value=easy),)) is None:
        return None
    for _ in range(BISECTIONS):
        middle = (hard + easy) / 2
        if _settled(plan, index, (Change(path=path, value=middle),)) is not None:
            easy = middle
        else:
            hard = middle
    return easy


HALVINGS = 5
PAIRS_UNTIL, SMALLER_UNTIL = 0.5, 0.85
"""Of the time that is given: from then on no two demands are tried together, and no other way to film less."""
LEAST_SHARE = 0.3
"""Less than a third of the work is no film of it."""


def _least_of(plan: Plan, index: int, eased: Callable[[float], tuple[Change, ...]]) -> float | None:
    """The share nearest to one at which a demand eased to it is met; None where none down to `LEAST_SHARE` is."""
    hard, easy = 1.0, LEAST_SHARE
    if _settled(plan, index, eased(easy)) is None:
        return None
    for _ in range(HALVINGS):
        middle = (hard + easy) / 2
        if _settled(plan, index, eased(middle)) is not None:
            easy = middle
        else:
            hard = middle
    return easy


def _smaller(plan: Plan, index: int, scene: CameraStudy) -> Iterator[Easing]:
    """Less of the work: as much of its width, of its depth, or of both as can be filmed."""
    plane = scene.work.plane
    whole = {"width_mm": plane.width_mm, "depth_mm": plane.depth_mm}

    def shrunk(names: tuple[str, ...], share: float) -> tuple[Change, ...]:
        return tuple(
            Change(path=f"/work/zone/{name}", value=10.0 * int(share * whole[name] / 10.0))
            for name in names
        )

    for names in (("width_mm", "depth_mm"), ("depth_mm",), ("width_mm",)):
        if spent() > SMALLER_UNTIL:
            return
        share = _least_of(plan, index, partial(shrunk, names))
        if share is None:
            continue
        changes = shrunk(names, share)
        size = whole | {one.path.rpartition("/")[2]: one.value for one in changes}
        wide, deep = (mm(float(str(size[name]))) for name in whole)
        yield say("Film {wide} × {deep} of the work", wide=wide, deep=deep), changes


def _higher_table(plan: Plan, index: int, scene: CameraStudy) -> Iterator[Easing]:
    """A table that is too low for who stands at it, raised: the hands come up, the back and the head go back."""
    hands, low, _ = hands_and_range(scene.bench)
    if hands >= low or scene.bench.maker.seat_mm is not None:
        return
    now = scene.work.table_height_mm
    height = _least(plan, index, "/table/height_mm", now, now + low - hands)
    if height is not None:
        raised = 10.0 * math.ceil(height / 10.0)
        yield (
            say("Raise the table to {height}, on blocks under its legs", height=mm(raised)),
            (Change(path="/table/height_mm", value=raised),),
        )


def _tidy_up(value: float) -> float:
    return float(f"{value:.2g}") if float(f"{value:.2g}") >= value else float(f"{value * 1.05:.2g}")


Easing = tuple[Sentence, tuple[Change, ...]]


def _eased(plan: Plan, index: int, scene: CameraStudy) -> Iterator[Easing]:
    """Each demand that could give way, by the least that helps."""
    work, study = scene.work, scene.lens
    lines, around = scene.asked_at("finest_detail_mm"), scene.asked_at("margin_mm")
    detail = _least(plan, index, lines, work.detail_mm, work.detail_mm * 6)
    if detail is not None:
        coarse = _tidy_up(detail)
        yield (
            say(
                "Be content with lines of {detail}", detail=Quantity(value=coarse, unit="mm_exact")
            ),
            (Change(path=lines, value=coarse),),
        )
        ratio, limit = detail / work.detail_mm, study.camera.crop_limit if study else 1.0
        for times in (4 / 3, 2.0, 3.0):
            if ratio <= times <= limit:
                wide = 2 * round(work.delivery_px.width * times / 2)
                high = 2 * round(work.delivery_px.height * times / 2)
                yield (
                    say(f"Publish in {wide} × {high} pixels"),
                    (
                        Change(path="/delivery/width_px", value=wide),
                        Change(path="/delivery/height_px", value=high),
                    ),
                )
                break
    if work.margin_mm > 0:
        margin = _least(plan, index, around, work.margin_mm, 0.0)
        if margin is not None:
            kept = float(int(margin))
            yield (
                say("Be content with a margin of {margin}", margin=mm(kept)),
                (Change(path=around, value=kept),),
            )
    yield from _higher_table(plan, index, scene)
    lean = work.maker.lean_deg
    if lean > 0:
        least = _least(plan, index, "/maker/lean_deg", lean, 0.0)
        if least is not None:
            kept = float(int(least))
            yield (
                say("Lean in no further than {lean}", lean=Quantity(value=kept, unit="deg")),
                (Change(path="/maker/lean_deg", value=kept),),
            )
    room = _least(plan, index, "/maker/hand_room_mm", work.hand_room_mm, 100.0)
    if room is not None and work.hand_room_mm > 100:
        kept = float(int(room))
        yield (
            say("Be content with {room} for your hands", room=mm(kept)),
            (Change(path="/maker/hand_room_mm", value=kept),),
        )
    if study is not None and study.camera.lens is not None:
        for lens in scene.owned.lenses:
            if lens != study.camera.lens and lens.fits(study.camera.body):
                yield (
                    say("Take your {named}", named=lens.name),
                    (
                        Change(path=f"{scene.at}/lens", value=lens.model_dump(mode="json")),
                        Change(path=f"{scene.at}/lens_id", value=None),
                    ),
                )


def _pairs(plan: Plan, index: int, scene: CameraStudy) -> Iterator[Easing]:
    """Two demands that give way together: first one as far as it can, the other by the least that
    helps; then the first by the least that helps beside it."""
    eased = apply_changes(plan, (Change(path="/maker/lean_deg", value=0.0),))
    lean = scene.work.maker.lean_deg
    if lean == 0:
        return
    for action, changes in _eased(eased, index, camera_studies(eased, scene.owned)[index]):
        if any(change.path == "/maker/lean_deg" for change in changes):
            continue
        least = _least(apply_changes(plan, changes), index, "/maker/lean_deg", lean, 0.0)
        if least is None:
            continue
        kept = float(int(least))
        yield (
            action + say(" and lean in no further than {lean}",
                         lean=Quantity(value=kept, unit="deg")),
            (*changes, Change(path="/maker/lean_deg", value=kept)),
        )  # fmt: skip


def _give_ways(plan: Plan, index: int, scene: CameraStudy) -> Iterator[Fix]:
    """The ways out that work, each with the setting that follows from it: one demand that gives
    way where that is enough, else two together."""
    found = list(_settled_fixes(plan, index, scene, _eased(plan, index, scene)))
    if not found and spent() < PAIRS_UNTIL:
        found = list(_settled_fixes(plan, index, scene, _pairs(plan, index, scene)))
    if not found and scene.work.target is None:
        # What can always give way, and is the last to: how much of the work is filmed.
        found = list(_settled_fixes(plan, index, scene, _smaller(plan, index, scene)))
    yield from found


def _settled_fixes(
    plan: Plan, index: int, scene: CameraStudy, easings: Iterable[Easing]
) -> Iterator[Fix]:
    """Each easing with the camera set anew, where the plan is judged sound then."""
    failing = {
        (one.code, one.about)
        for one in of_the_lens(judge(camera_studies(plan)))
        if one.verdict == "fails"
    }
    for action, easing in easings:
        settled = _settled(plan, index, easing)
        if settled is None:
            continue
        eased, best = settled
        outcome = camera_studies(eased, scene.owned)[index]
        changes = (*easing, *changes_for(outcome, best))
        scenes = camera_studies(apply_changes(plan, changes), scene.owned)
        after = of_the_lens(judge(scenes))
        broken = {(one.code, one.about) for one in after if one.verdict == "fails"}
        if broken - failing or any(about == scene.about for _, about in broken):
            continue
        yield Fix(
            action=action,
            outcome=_setting(scenes[index], best),
            cost=_watches(after, scene.about),
            changes=changes,
        )


def of_the_lens(findings: Sequence[Finding]) -> tuple[Finding, ...]:
    """The findings without those on support and lamps, which are chosen for themselves; how high it
    reaches is among the bounds of the lens."""
    return tuple(one for one in findings if one.step in ("work", "lens"))


def _watches(findings: tuple[Finding, ...], about: str) -> Sentence:
    """Notes that remain to be watched."""
    watched = [
        one for one in findings if one.about == about and GRAVITY[one.verdict] == GRAVITY["watch"]
    ]
    cost: Sentence = ()
    for one in watched[:2]:
        cost += say("; " if cost else "watch: ") + one.title
    return cost
