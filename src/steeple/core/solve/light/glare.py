"""Ways to be rid of a lamp's mirror image, each worked out: what is left of it, and what it costs.

References: Hecht, *Optics* (Fresnel, polarisation by reflection); Walter et al. 2007 (gloss).
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from steeple.core.errors import InputError, SteepleError
from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import judge
from steeple.core.geometry.kernels import Array, Flags
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, light_at, rows_of
from steeple.core.light.gloss import (
    BURNT,
    FINISHES,
    VISIBLE,
    Finish,
    fresnel_polarised,
    gloss_luminance,
)
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.light.lamp_dome import place_changes
from steeple.core.solve.weighing import worse_words, worsened
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.lamp import reach_of
from steeple.core.study.light.dome import directions, dome, merit
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy, camera_studies

LOWER_DEG, TIPS_DEG, LIFT_MM = 20.0, (5.0, 10.0), 50.0
WIDER = 2.0
CARD_MM, CARD_SENDS = (700.0, 500.0), 0.85
FILTER_STOPS, CROSSED_STOPS, CROSSED_LEAVES = 1.5, 3.0, 0.01
"""What filters cost, and what crossed ones leave of the mirror image; planning values within what
makers of filters state."""


class GlareRemedy(Result):
    """One way. ``share`` of the zone mirrors the lamp with it, ``burnt`` of it burns out (0 … 1);
    ``worst`` is the greatest gloss against the work's own light. ``changes`` make it, where the
    plan can say it."""

    what: Sentence
    why: Sentence
    share: float
    burnt: float
    worst: float
    costs_stops: float
    changes: tuple[Change, ...]


class GlareComparison(Result):
    """Every way for the lamp that is mirrored most; as it is comes first."""

    lamp: int
    name: str
    rows: tuple[GlareRemedy, ...]


@dataclass(frozen=True, slots=True, eq=False)
class _Bench:
    """The lamp in question over the zone, with the light that all lamps give it."""

    scene: CameraStudy
    study: LightStudy
    lamp: LampStudy

    @property
    def finish(self) -> Finish:
        return FINISHES[self.study.work.gloss]

    def ratios(self, emitter: Emitter, *, lift_mm: float = 0.0) -> Array:
        """Gloss against the work's own light at the points of the map."""
        study, work = self.study, self.study.work
        lens = study.lens
        assert lens is not None
        rows = rows_of((emitter,))
        points = study.ground.points + np.array([0.0, 0.0, lift_mm])
        lit = light_at(points, study.ground.normal, rows, study.scene.still, study.scene.tables,
                       how="sums")  # fmt: skip
        image = gloss_luminance(
            points, work.plane.normal, lens.position, rows, self.finish, study.scene.tables
        )[0]
        image = image * lit.seen[0] / np.maximum(lit.free[0], 1e-12)
        others = study.seen_lx - self._own
        total = np.maximum(others, 0.0) + lit.seen[0]
        return np.asarray(image / np.maximum(total * work.reflectance / math.pi, 1e-9))

    @property
    def _own(self) -> Array:
        alone = self.study.alone[self.study.lamps.index(self.lamp)]
        return np.asarray(alone.total.still * self.lamp.lamp.emitter.intensity_cd)


def compare_glare(
    plan: Plan, *, index: int = 0, cache: StudyCache | None = None
) -> GlareComparison | None:
    """Ways to be rid of the mirror image of the lamp that is mirrored most; None where no lit lamp
    is seen in the work.

    Raises
    ------
    InputError
        ``no-such-camera``; ``no-lamp`` for a plan without lamps.
    """
    check_camera(plan, index)
    scenes = camera_studies(plan, cache=cache)
    scene = scenes[min(index, max(0, len(plan.cameras) - 1))]
    study = scene.light
    if study is None:
        raise InputError(
            "no-lamp", "The plan has no lamp yet: nothing is mirrored.", field="lights"
        )
    lamp = max(study.lit, key=lambda one: (one.glare, one.glare_ratio), default=None)
    if lamp is None or lamp.glare <= 0 or scene.sight is None:
        return None
    bench = _Bench(scene, study, lamp)
    before = judge(scenes)
    rows = tuple(_weighed(scenes, before, one) for one in _remedies(plan, bench))
    return GlareComparison(lamp=lamp.lamp.index, name=lamp.lamp.name, rows=rows)


def _weighed(
    scenes: Sequence[CameraStudy], before: Sequence[Finding], row: GlareRemedy
) -> GlareRemedy:
    """A way that says what it makes worse than it is."""
    worse = worse_words(worsened(scenes, before, row.changes)) if row.changes else ()
    if not worse:
        return row
    return row.model_copy(update={"why": row.why + say(" It ") + worse + say(".")})


def _row(
    ratios: Array, what: Sentence, why: str, *, stops: float = 0.0, changes: tuple[Change, ...] = ()
) -> GlareRemedy:
    return GlareRemedy(
        what=what,
        why=say(why) if why else (),
        share=float((ratios >= VISIBLE).mean()),
        burnt=float((ratios >= BURNT).mean()),
        worst=float(ratios.max()),
        costs_stops=stops,
        changes=changes,
    )


def _remedies(plan: Plan, bench: _Bench) -> Iterator[GlareRemedy]:
    emitter = bench.lamp.lamp.emitter
    now = bench.ratios(emitter)
    yield _row(now, say("As it is"), "")
    if not bench.lamp.lamp.part.stays:
        yield from _moved(bench)
    yield from _tipped(plan, bench)
    yield _row(
        bench.ratios(emitter, lift_mm=LIFT_MM),
        say("Lift the work by {lift}", lift=mm(LIFT_MM)),
        "The image moves over the work; it rarely leaves it.",
    )
    flagged = now >= VISIBLE
    yield _row(
        np.where(flagged, 0.0, now),
        say("A flag between lamp and the place that mirrors it"),
        f"It takes the lamp’s light from that {100 * flagged.mean():.0f} % of the zone too.",
        stops=_flag_stops(bench, flagged),
    )
    wider = replace(emitter, width_mm=WIDER * emitter.width_mm, height_mm=WIDER * emitter.height_mm)
    yield _row(
        bench.ratios(wider),
        say("A diffuser twice as wide before it"),
        "A quarter of the brightness over four times the area: fainter, but larger.",
        stops=1.0,
    )
    card = Emitter(
        "rectangle", emitter.centre, emitter.toward, CARD_MM[0], CARD_MM[1],
        CARD_SENDS * emitter.intensity_cd,
    )  # fmt: skip
    yield _row(
        bench.ratios(card),
        say(
            "Turn it onto a white card of {w} × {h} in its place",
            w=mm(CARD_MM[0]),
            h=mm(CARD_MM[1]),
        ),
        "The card is mirrored instead: larger and fainter.",
        stops=-math.log2(CARD_SENDS),
    )
    yield from _filters(bench, now)


def _flag_stops(bench: _Bench, flagged: Flags) -> float:
    """What the flagged places lose, in stops, in the mean."""
    if not flagged.any():
        return 0.0
    left = bench.study.seen_lx[flagged] - bench._own[flagged]
    lost = np.maximum(left, bench.study.seen_lx[flagged] / 64.0) / bench.study.seen_lx[flagged]
    return float(-np.log2(lost).mean())


def _moved(bench: _Bench) -> Iterator[GlareRemedy]:
    lamp, study = bench.lamp, bench.study
    fixture, distance = lamp.lamp.part.fixture, lamp.distance_mm
    low = (lamp.azimuth_deg, max(10.0, lamp.elevation_deg - LOWER_DEG))
    found = dome(
        study.scene,
        fixture,
        distance_mm=distance,
        where=[*directions(), low],
        draft=True,
        reach=reach_of(lamp.lamp.part, study.work),
        standing=study.standing(study.lamps.index(lamp)),
    )
    best = max((one for one in found[:-1] if one.free and one.glare == 0), key=merit, default=None)
    options = [(say("Lower it to {up}", up=Quantity(value=round(low[1]), unit="deg")), found[-1])]
    if best is not None:
        options.append(
            (
                say("Move it to " + clock_words(best.azimuth_deg) + ", {up} up",
                    up=Quantity(value=best.elevation_deg, unit="deg")),
                best,
            )
        )  # fmt: skip
    for what, way in options:
        changes = place_changes(lamp.lamp.index, bench.scene, way.way, distance)
        trial = camera_studies(apply_changes(bench.scene.plan, changes))[
            bench.scene.index or 0
        ].light
        if trial is None or not way.free:
            continue
        moved = trial.lamps[lamp.lamp.index]
        yield _row(
            _Bench(bench.scene, trial, moved).ratios(moved.lamp.emitter),
            what,
            f"{100 * way.share:.0f} % of what the camera sees stays lit.",
            changes=changes,
        )


def _tipped(plan: Plan, bench: _Bench) -> Iterator[GlareRemedy]:
    tilt = plan.work.tilt_deg or 0.0
    for by in TIPS_DEG:
        changes = (Change(path="/work/tilt_deg", value=tilt + by),)
        try:
            scene = camera_studies(apply_changes(plan, changes))[bench.scene.index or 0]
        except SteepleError:
            continue
        if scene.light is None or scene.sight is None:
            continue
        lamp = scene.light.lamps[bench.lamp.lamp.index]
        yield _row(
            _Bench(scene, scene.light, lamp).ratios(lamp.lamp.emitter),
            say("Tip the work by {by} toward you", by=Quantity(value=by, unit="deg")),
            "The image moves twice as far as the work is tipped.",
            changes=changes,
        )


def _filters(bench: _Bench, now: Array) -> Iterator[GlareRemedy]:
    study = bench.study
    at = study.ground.points[int(now.argmax())]
    lens = study.lens
    assert lens is not None
    way = lens.position.minus(Vector(*at.tolist())).unit
    incidence = math.degrees(math.acos(max(-1.0, min(1.0, way.dot(study.work.plane.normal)))))
    metal = bench.finish.metal > 0
    left = 1.0 if metal else fresnel_polarised(incidence_deg=incidence).left_by_filter
    reason = (
        "Metal does not polarise what it mirrors: the filter changes nothing."
        if metal
        else f"The camera sees that place at {incidence:.0f}° from straight above, where Fresnel "
        f"leaves {100 * left:.0f} % of the image. From about 56° it would take nearly all."
    )
    yield _row(now * left, say("A polarising filter on the lens"), reason, stops=FILTER_STOPS)
    crossed = 1.0 if metal else CROSSED_LEAVES
    yield _row(
        now * crossed,
        say("Filters on lamp and lens, crossed"),
        "Metal may keep its image." if metal else "What is mirrored keeps its direction of swing and "
        "is stopped; the work’s own light is not.",
        stops=CROSSED_STOPS,
    )  # fmt: skip
