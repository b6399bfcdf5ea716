"""Lamps placed and dimmed for a camera: every direction of the dome for each lamp, the best of them
together, and what each way costs.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence

from steeple.core.findings.finding import GRAVITY
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.lamp import LampAim, LampPlace, Light
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.light.ways import (
    APART_DEG,
    PLACES,
    PLACES_APART_DEG,
    Stand,
    Way,
    aim_lx,
    candidates,
    distances_mm,
    dome_for_all,
    grounds_of,
    judged,
    needed_lx,
    of_one_colour,
    rests_of,
    stands_at,
)
from steeple.core.solve.weighing import worse_words, worsened
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, percent, say
from steeple.core.study.inputs.lamp import spot_at
from steeple.core.study.inputs.lamp_wishes import can_be_placed
from steeple.core.study.light.dome import Direction, apart_deg, merit, soft_words
from steeple.core.study.light.lamps.lamp_light import Ground, Spread
from steeple.core.study.light.lamps.places import in_another
from steeple.core.study.light.step import LIGHT
from steeple.core.study.plan_study import CameraStudy, camera_studies, changed


class Progress(Result):
    """How far the work is: steps done, of how many, and what is looked at now."""

    done: int
    of: int
    now: str


class LightingOption(Result):
    """One way to light it: what it is good for, where the lamps go, what it gives, what it costs."""

    kind: str
    line: Sentence
    gives: Sentence
    costs: Sentence
    changes: tuple[Change, ...]

    def with_worse(self, worse: Sentence) -> LightingOption:
        """The same with what it makes worse at the end of what it costs."""
        if not worse:
            return self
        costs = self.costs + (say("; ") if self.costs else ()) + worse
        return self.model_copy(update={"costs": costs})


class LightingOutcome(Result):
    """The ways found, the best first; whether the best leaves nothing failing, what remains, and
    which lamps of the cupboard it leaves there."""

    works: bool
    options: tuple[LightingOption, ...]
    says: Sentence
    remaining: tuple[Sentence, ...]
    unused: tuple[str, ...]


def place_lamps(
    plan: Plan, *, index: int = 0, owned: Owned = NOTHING_OWNED
) -> Iterator[Progress | LightingOutcome]:
    """Work out where lamps go and how bright, for all cameras at once; told step by step, the outcome
    last. What is said is of the camera in hand.

    The lamps of the plan come first, then the best of those owned; a lamp that does not help is
    left in the cupboard, or switched off. Room lamps, rims, backgrounds and what is fixed where it hangs
    stay as they are; the maker's wishes are kept.

    Raises
    ------
    InputError
        ``no-such-camera``.
    """
    check_camera(plan, index)
    scenes = camera_studies(plan, owned)
    scene = scenes[min(index, len(scenes) - 1)]
    lights = candidates(plan, owned.fixtures)
    if not lights:
        yield LightingOutcome(
            works=False, options=(), remaining=(), unused=(),
            says=say("There is no lamp to place: put yours into the cupboard first."),
        )  # fmt: skip
        return
    lights = of_one_colour(lights)
    grounds = grounds_of(plan, scenes, index, lights)
    stands: list[list[Stand]] = []
    distances = distances_mm(scene.work)
    steps = len(lights) * len(distances) + 2
    done = 0
    for number, light in enumerate(lights):
        stands.append([])
        for distance in distances:
            yield Progress(done=done, of=steps, now=f"{light.fixture.name}: every direction")
            stands[-1] += _stands(grounds, number, light, distance)
            done += 1
    yield Progress(done=done, of=steps, now="every two places together")
    rests = rests_of(scenes, index)
    ways = _ways((needed_lx(scenes), aim_lx(scenes, rests[0])), grounds, stands, rests)
    yield Progress(done=done + 1, of=steps, now="judging what is left")
    yield _outcome(plan, scene, scenes, owned, ways)


def _stands(
    grounds: Sequence[Ground], number: int, light: Light, distance_mm: float
) -> list[Stand]:
    """A lamp in the places of the dome that are worth a closer look."""
    found = dome_for_all(grounds, light, distance_mm=distance_mm)
    able = sorted((one for one in found if one.free), key=merit, reverse=True)
    chosen: list[Direction] = []
    for one in able:
        if len(chosen) == PLACES:
            break
        if all(apart_deg(one.way, other.way) >= PLACES_APART_DEG for other in chosen):
            chosen.append(one)
    return stands_at(grounds, number, light, chosen, distance_mm)


def _ways(
    light: tuple[float | None, float | None],
    grounds: Sequence[Ground],
    stands: Sequence[Sequence[Stand]],
    rests: Sequence[Spread | None],
) -> list[Way]:
    """Every lamp alone, and every two of them well apart, the best first; ``light`` is what is needed,
    and what the levels aim at."""
    needed, aim = light
    singles = [(one,) for lamp in stands for one in lamp]
    pairs = [
        (a, b)
        for first, second in itertools.combinations(stands, 2)
        for a in first
        for b in second
        if apart_deg(a.direction.way, b.direction.way) >= APART_DEG
        and not in_another(a.emitter, [b.emitter])
    ]
    ways = [judged(chosen, grounds, needed, rests=rests, aim=aim) for chosen in (*singles, *pairs)]
    return sorted(ways, key=lambda one: one.cost)


def _outcome(
    plan: Plan,
    scene: CameraStudy,
    scenes: tuple[CameraStudy, ...],
    owned: Owned,
    ways: Sequence[Way],
) -> LightingOutcome:
    if not ways:
        return LightingOutcome(
            works=False, options=(), remaining=(), unused=(),
            says=say("The room leaves no place where a lamp could stand."),
        )  # fmt: skip
    best = ways[0]
    near = [one for one in ways if one.cost <= best.cost + 0.6]
    picked: list[tuple[str, Way]] = [("best", best)]
    for kind, way in (
        ("fewest", min(ways, key=lambda one: (len(one.stands), one.cost))),
        ("softest", max(near, key=lambda one: (round(one.soft_mm), -one.cost))),
        ("least floor", min(near, key=lambda one: (round(_floor_mm(scene, one), -2), one.cost))),
    ):
        if all(_differs(way, other) for _, other in picked):
            picked.append((kind, way))
    before = judge(scenes)
    told = []
    for kind, way in picked:
        option = option_of(plan, scene, kind, way, best)
        worse = worsened(scenes, before, option.changes)
        fails = sum(one.verdict == "fails" for one in worse)
        told.append((fails, option.with_worse(worse_words(worse))))
    # What breaks nothing comes before what does, else the order is that of the costs.
    told.sort(key=lambda one: one[0])
    options = tuple(option for _, option in told)
    final = changed(scenes, apply_changes(plan, options[0].changes))
    found = judge(final, steps=(LIGHT.id,))
    troubles = [one for one in found if one.speaks]
    failing = [one for one in troubles if GRAVITY[one.verdict] >= GRAVITY["unknown"]]
    names = {one.light.fixture.name for one in best.stands}
    return LightingOutcome(
        works=not failing,
        options=options,
        says=say("Every finding of the light holds.")
        if not troubles
        else say("Nothing fails; to be watched:")
        if not failing
        else say("Still against it:"),
        remaining=tuple(dict.fromkeys(one.title for one in troubles)),
        unused=tuple(one.gear.name for one in owned.fixtures if one.gear.name not in names),
    )


def _differs(way: Way, other: Way) -> bool:
    """Whether two ways differ in kind: other lamps, or a lamp that moves by more than a hand's width
    of the dome."""
    if [one.lamp for one in way.stands] != [one.lamp for one in other.stands]:
        return True
    return any(
        apart_deg(a.direction.way, b.direction.way) > 30.0
        or abs(a.distance_mm - b.distance_mm) > 100.0
        for a, b in zip(way.stands, other.stands, strict=True)
    )


def _floor_mm(scene: CameraStudy, way: Way) -> float:
    """How far the feet of the lamps' stands reach out beyond the table, in all."""
    table, total = scene.work.table, 0.0
    for one in way.stands:
        spot = spot_at(
            scene.work.plane.middle, one.direction.azimuth_deg, one.direction.elevation_deg,
            one.distance_mm,
        )  # fmt: skip
        out_x = max(0.0, table.left - spot.x, spot.x - table.right)
        out_y = max(0.0, table.near - spot.y, spot.y - table.far)
        total += math.hypot(out_x, out_y)
    return total


def only_lit(plan: Plan, placed: Sequence[Light]) -> Change:
    """Lamps placed, in the order of the plan, new ones after them; its other keys and fills are switched off;
    what is fixed, and rims, backgrounds and room lamps stay as they are."""
    used = {one.id for one in placed}
    off = [
        one.model_copy(update={"lit": False}) if can_be_placed(one) else one
        for one in plan.lights
        if one.id not in used
    ]
    order = {one.id: place for place, one in enumerate(plan.lights)}
    together = sorted([*placed, *off], key=lambda one: order.get(one.id, len(order)))
    return Change(path="/lights", value=[one.model_dump(mode="json") for one in together])


def option_of(plan: Plan, scene: CameraStudy, kind: str, way: Way, best: Way) -> LightingOption:
    """A way in words and changes: where its lamps go, what it gives, what it costs against the best.

    Lamps of the plan that it does not use are switched off; room lamps stay as they are.
    """
    placed: list[Light] = []
    line: Sentence = ()
    gives = [
        float(one.full.still.mean()) * (1.0 if level is None else level / 100.0)
        for one, level in zip(way.stands, way.levels, strict=True)
    ]
    for number, (one, level) in enumerate(zip(way.stands, way.levels, strict=True)):
        at = one.direction
        spot = spot_at(scene.work.plane.middle, at.azimuth_deg, at.elevation_deg, one.distance_mm)
        placed.append(
            one.light.model_copy(
                update={
                    "position": LampPlace(
                        x_mm=round(spot.x, 1), y_mm=round(spot.y, 1), z_mm=round(spot.z, 1)
                    ),
                    "aim": LampAim(),
                    "role": "key" if gives[number] == max(gives) else "fill",
                    "lit": True,
                    "level_percent": level,
                }
            )
        )
        line += say("; " if line else "") + say(
            "{named} at {clock}, {up} up, {away} away",
            named=one.light.fixture.name,
            clock=clock_words(at.azimuth_deg),
            up=Quantity(value=at.elevation_deg, unit="deg"),
            away=mm(one.distance_mm),
        )
        if level is not None:
            line += say(", at {level}", level=Quantity(value=level, unit="percent"))
    said = say(
        "shadows to {shade}, even to {even}, soft over ",
        shade=Quantity(value=round(way.shade, 1), unit="stops"),
        even=Quantity(value=round(way.even, 1), unit="stops"),
    )
    said += soft_words(way.soft_mm)
    if way.glare > 0.02:
        share = percent(way.glare)
        said += say(", mirrored over {share} of the zone", share=share)
    return LightingOption(
        kind=kind,
        line=line + say("."),
        gives=said,
        costs=_costs(way, best),
        changes=(only_lit(plan, placed),),
    )


def _costs(way: Way, best: Way) -> Sentence:
    """What a way is worse in than the best one."""
    if way is best:
        return ()
    told: list[Sentence] = []
    for word, now, was in (
        ("deeper shadows", way.shade, best.shade),
        ("more uneven", way.even, best.even),
    ):
        if now > was + 0.1:
            told.append(say("{by} " + word, by=Quantity(value=round(now - was, 1), unit="stops")))
    if way.glare > best.glare + 0.02:
        by = percent(way.glare - best.glare)
        told.append(say("mirrored over {by} more of the zone", by=by))
    if way.soft_mm < best.soft_mm - 5:
        told.append(say("harder edges"))
    if way.short_stops > max(0.0, best.short_stops) + 0.1:
        told.append(
            say("{by} too dark", by=Quantity(value=round(way.short_stops, 1), unit="stops"))
        )
    joined: Sentence = ()
    for one in told:
        joined += (say(", ") if joined else ()) + one
    return joined
