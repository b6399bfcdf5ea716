"""Rigs half made and whole, as the search over them goes on: framed, held, lit."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from steeple.core.budget import look
from steeple.core.errors import SteepleError
from steeple.core.findings.finding import GRAVITY, Finding
from steeple.core.findings.hold.fixes import take_support
from steeple.core.findings.judging import judge, judge_camera
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Aim, Camera
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.solve.angles.place_camera import place_camera
from steeple.core.solve.angles.roles import ASKS, Ask
from steeple.core.solve.lens.rows import pairs_of, row_of
from steeple.core.solve.lens.search import best_setting, changes_for
from steeple.core.solve.light.place_lamps import LightingOutcome, place_lamps
from steeple.core.solve.rig.score import RigScore, score_of
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.step import StepId
from steeple.core.study.hold.step import HOLD
from steeple.core.study.hold.study import SupportStudy, study_support
from steeple.core.study.inputs.support_forms import FORMS
from steeple.core.study.inputs.work import GivenWork, given_work
from steeple.core.study.lens.framing import HIGHEST_MM
from steeple.core.study.plan_study import CameraStudy, camera_studies

Stage = Literal["framed", "held", "lit"]
USUAL_HEIGHT_MM, USUAL_SENSOR_MM = 800.0, 23.5
"""A lens over a table hangs about so high; the width of a sensor that is not known."""
LEAST_SLOPE_DEG, MOST_SLOPE_DEG = 3.0, 45.0
"""A camera from above is tipped toward work that slopes by so much; what is steeper is filmed from before it."""
MOST_SUPPORTS = 8
"""So many supports, those with least against them, are tried with the whole plan for each camera."""
HIGHER = (1.2, 1.5, 1.9)
"""A lens whose support gets into its picture is tried so many times as high."""
JUDGED: dict[Stage, tuple[StepId, ...]] = {
    "framed": ("work", "lens"),
    "held": ("work", "lens", "hold"),
    "lit": ("work", "lens", "hold", "light", "angles"),
}
"""The steps that are placed at each stage: no other is counted."""


@dataclass(frozen=True, slots=True, eq=False)
class Rig:
    """A plan as far as it is made, with what was found of the steps that are placed."""

    stage: Stage
    cameras: tuple[CameraStudy, ...]
    findings: tuple[Finding, ...]
    score: RigScore

    @property
    def plan(self) -> Plan:
        """The plan as far as it is made."""
        return self.cameras[0].plan


def rig_of(stage: Stage, plan: Plan, owned: Owned, like: CameraStudy | None = None) -> Rig:
    """A plan as a rig of a stage, judged.

    Parameters
    ----------
    stage, plan, owned
        how far it is made; the plan; what the maker has.
    like
        a camera of a plan before it: what was worked out for that is not worked out again.
    """
    cache = None if like is None else like.studies.cache
    cameras = camera_studies(plan, owned, cache)
    findings = judge(cameras, steps=JUDGED[stage])
    return Rig(stage, cameras, findings, score_of(cameras, findings))


def pairs_in_order(plan: Plan, owned: Owned) -> list[tuple[str, bool, Camera]]:
    """Every camera of the cupboard with every lens that fits it, those first whose zoom is nearest to what the zone
    asks for at a usual height; of two that are the same in every figure, one.

    Parameters
    ----------
    plan, owned
        with one camera, still without gear; what the maker has.
    """
    work = given_work(plan, Assumptions())
    seen: dict[str, tuple[str, bool, Camera]] = {}
    for named in pairs_of(plan, 0, owned):
        if named[1]:
            camera = named[2]
            figures = [
                "" if one is None else one.model_dump_json(exclude={"name"})
                for one in (camera.body, camera.lens)
            ]
            seen.setdefault("".join(figures), named)

    def off(named: tuple[str, bool, Camera]) -> float:
        camera = named[2]
        if camera.body is None or camera.lens is None:
            return 0.0
        width = camera.body.mode(camera.mode).sensor_width_mm or USUAL_SENSOR_MM
        wanted = width * USUAL_HEIGHT_MM / max(work.plane.width_mm + 2 * work.margin_mm, 1.0)
        low, high = camera.lens.focal_min_mm, camera.lens.focal_max_mm
        return max(0.0, math.log2(low / wanted), math.log2(wanted / high))

    return sorted(seen.values(), key=off)


def framed(plan: Plan, named: tuple[str, bool, Camera], owned: Owned) -> list[Rig]:
    """A camera with a lens, set as well as it can be for the zone; over work that slopes also tipped toward it, by all
    of its slope and by two thirds, as far as that betters the picture. None for what is no whole camera.

    Parameters
    ----------
    plan, named, owned
        with one camera, still without gear; a camera as `pairs_in_order` gives it; what the maker has.
    """
    work = given_work(plan, Assumptions())
    found: list[Rig] = []
    for tilt in _tilts(plan, work):
        aimed = _tipped(named, tilt)
        row = row_of(plan, 0, work, aimed)
        if row is None:
            continue
        aim = () if tilt is None else _aim_changes(tilt)
        rig = _changed("framed", plan, (*aim, *row[0].changes), owned, None)
        if rig is not None and all(rig.score.total() < one.score.total() for one in found):
            found.append(rig)
    return found


def _tilts(plan: Plan, work: GivenWork) -> tuple[float | None, ...]:
    slope = work.plane.tilt_deg
    if plan.cameras[0].role != "overhead" or not LEAST_SLOPE_DEG <= slope <= MOST_SLOPE_DEG:
        return (None,)
    return (None, float(round(slope * 2 / 3)), float(round(slope)))


def _tipped(named: tuple[str, bool, Camera], tilt: float | None) -> tuple[str, bool, Camera]:
    name, mine, camera = named
    if tilt is None:
        return named
    # The work slopes toward the maker: tipped away from them, the camera looks at it square.
    return name, mine, camera.model_copy(update={"aim": Aim(tilt_deg=tilt, toward_deg=0.0)})


def _aim_changes(tilt: float) -> tuple[Change, ...]:
    return (
        Change(path="/cameras/0/aim/tilt_deg", value=tilt),
        Change(path="/cameras/0/aim/toward_deg", value=0.0),
    )


def _changed(
    stage: Stage, plan: Plan, changes: Sequence[Change], owned: Owned, like: CameraStudy | None
) -> Rig | None:
    try:
        return rig_of(stage, apply_changes(plan, changes), owned, like)
    except SteepleError:
        return None


def held(rig: Rig, owned: Owned) -> list[Rig]:
    """A framed camera under the supports of the cupboard that hold it best; where its height does not fit a support,
    set anew as well as the support allows. Without any support it hangs in the air, which is said.

    Parameters
    ----------
    rig, owned
        with a framed camera; what the maker has.
    """
    scene = rig.cameras[0]
    ranked: list[tuple[int, float, int, PlacedSupport]] = []
    for at, one in enumerate(owned.supports):
        look()
        placed = PlacedSupport(id="placed", gear=one.gear, gear_id=one.id)
        against = _against(scene, placed, owned)
        ranked.append((*against, at, placed))
    ranked.sort(key=lambda one: one[:3])
    found = []
    for _, _, _, placed in ranked[:MOST_SUPPORTS]:
        look()
        under = _changed("held", rig.plan, take_support(scene, placed), owned, scene)
        if under is None:
            continue
        found.append(under)
        if under.score.fails > rig.score.fails:
            found += [
                again
                for again in _set_anew(under, owned)
                if again.score.total() < under.score.total()
            ]
    return found or [rig_of("held", rig.plan, owned, scene)]


def _against(scene: CameraStudy, placed: PlacedSupport, owned: Owned) -> tuple[int, float]:
    """What speaks against a support under a camera, by its own mechanics alone, and how long it takes."""
    minutes = FORMS[placed.gear.form].minutes
    if scene.lens is None:
        return 0, minutes
    study = study_support(
        placed, scene.lens, at="supports/0", plan=scene.plan,
        adapters=(*scene.plan.adapters, *owned.adapters), assumptions=Assumptions(),
    )  # fmt: skip
    if study is None:
        return GRAVITY["fails"] * 9, minutes
    found = judge_camera(scene.with_study(HOLD, SupportStudy((study,))), steps=(HOLD.id,))
    return sum(GRAVITY[one.verdict] ** 2 for one in found if one.speaks), minutes


def _set_anew(rig: Rig, owned: Owned) -> Iterator[Rig]:
    """The camera at another height and zoom: within what its support reaches; and higher, where the column of the
    support leaves the picture as the zoom gets longer."""
    scene = rig.cameras[0]
    cache = scene.studies.cache
    best = best_setting(rig.plan, 0, cache=cache)
    if best is None:
        return
    settings = [best]
    if scene.lens is not None and scene.lens.camera.lens is not None:
        now = scene.lens.settings.value_mm
        higher = (
            best_setting(rig.plan, 0, within=(now * times, HIGHEST_MM), cache=cache)
            for times in HIGHER
        )
        settings += [one for one in higher if one is not None and one.works]
    for setting in settings:
        made = _changed("held", rig.plan, changes_for(scene, setting), owned, scene)
        if made is not None:
            yield made


def with_angles(rig: Rig, asks: Sequence[Ask], owned: Owned) -> tuple[Rig, tuple[str, ...]]:
    """A held rig with one more camera for each view that is wanted; and the views for which nothing free was found, in
    words.

    Parameters
    ----------
    rig, asks, owned
        held; what else is to be shown; what the maker has.
    """
    missing: list[str] = []
    for ask in asks:
        look()
        words = ASKS[ask].words
        places = place_camera(rig.plan, ask, owned=owned, cache=rig.cameras[0].studies.cache)
        free = [one for one in places.offers if not one.to_get]
        made = (_changed("held", rig.plan, one.changes, owned, rig.cameras[0]) for one in free)
        more = next((one for one in made if one is not None), None)
        if more is not None:
            rig = more
        elif places.offers:
            missing.append(f"{words} (to get: {places.offers[0].to_get})")
        else:
            missing.append(words)
    return rig, tuple(missing)


def lit(rig: Rig, owned: Owned) -> Iterator[str | Rig]:
    """A held rig with lamps in the ways that placing them finds; as it is where there is none to place.

    Parameters
    ----------
    rig, owned
        held; what the maker has.

    Yields
    ------
    What is looked at, and the rigs, the best of the light first.
    """
    outcome: LightingOutcome | None = None
    for step in place_lamps(rig.plan, owned=owned):
        if isinstance(step, LightingOutcome):
            outcome = step
        else:
            yield step.now
    options = () if outcome is None else outcome.options
    count = 0
    for option in options:
        look()
        made = _changed("lit", rig.plan, option.changes, owned, rig.cameras[0])
        if made is not None:
            count += 1
            yield made
    if not count:
        yield rig_of("lit", rig.plan, owned, rig.cameras[0])


def lit_as(rig: Rig, other: Rig, owned: Owned) -> Rig | None:
    """A held rig under the lamps of another.

    Parameters
    ----------
    rig, other, owned
        held; lit; what the maker has.
    """
    plan = rig.plan.model_copy(update={"lights": other.plan.lights, "cards": other.plan.cards})
    try:
        return rig_of("lit", plan, owned, rig.cameras[0])
    except SteepleError:
        return None
