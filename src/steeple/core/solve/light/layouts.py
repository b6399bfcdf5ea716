"""Starting layouts: the schools of lighting, each placed for this plan and worked out."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import CARD_LIMIT, Plan
from steeple.core.plan.parts.lamp import Light
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.light.bench import (
    WHITE_CARD,
    Bench,
    Placed,
    card_id,
    lamps_off,
    place_card,
    way_of,
    with_cards,
)
from steeple.core.solve.light.card_layouts import cards_instead, tent
from steeple.core.solve.light.more_layouts import (
    glow_behind,
    rim_and_side_key,
    spot_into_shadow,
    window_and_panel,
)
from steeple.core.solve.light.place_lamps import LightingOption, option_of
from steeple.core.solve.light.three_point import three_point
from steeple.core.solve.light.ways import (
    NEAR_MM,
    USUAL_MM,
    Way,
    aim_lx,
    candidates,
    distances_mm,
    dome_for_all,
    grounds_of,
    needed_lx,
    of_one_colour,
    rests_of,
    worth,
)
from steeple.core.solve.weighing import worse_words, worsened
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.lamp import STAND_ENDS, lamp_size
from steeple.core.study.inputs.window import given_windows
from steeple.core.study.light.dome import Direction
from steeple.core.study.plan_study import camera_studies


class Layout(Result):
    """One school, placed: ``option`` is None where it cannot be set up, and ``lacks`` says why.
    ``to_get`` names what is not in the cupboard."""

    id: str
    name: str
    says: str
    option: LightingOption | None
    lacks: Sentence
    to_get: tuple[str, ...]


_UPS = (35.0, 45.0, 55.0)
BOX_MM = (NEAR_MM, 950.0, 1100.0, 1300.0)
"""How far off the lamps of a light box stand, nearer first."""


def _even_pair(bench: Bench) -> Placed:
    """Two lamps, as alike as may be, at the same angle left and right."""
    if len(bench.lamps) < 2:
        return "it takes two lamps"
    pairs = [
        (abs(math.log(max(lamp_size(a.fixture)) / max(lamp_size(b.fixture)))), a, b)
        for i, a in enumerate(bench.lamps)
        for b in bench.lamps[i + 1 :]
    ]
    _, one, two = min(pairs, key=lambda pair: pair[0])
    distance = distances_mm(bench.scene.work)[0]
    best: Way | None = None
    for turn in (55.0, 75.0, 90.0):
        for up in _UPS:
            left = bench.ways(one, [(360.0 - turn, up)], distance)
            right = bench.ways(two, [(turn, up)], distance)
            if (
                left
                and right
                and not bench.meet((one, left[0], distance), (two, right[0], distance))
            ):
                way = way_of(
                    bench, [(one, left[0], distance), (two, right[0], distance)], even=True
                )
                if best is None or way.cost < best.cost:
                    best = way
    return (best, ()) if best else "the room leaves no place for two lamps at the same angle"


def _key_and_card(bench: Bench) -> Placed:
    """The best key, and a white card opposite close to the zone."""
    if not bench.lamps:
        return "it takes a lamp"
    if len(bench.plan.cards) >= CARD_LIMIT:
        return "the plan has as many cards as it may have"
    key = bench.lamps[0]
    distance = distances_mm(bench.scene.work)[0]
    around = [(float(a), up) for a in (270, 300, 330) for up in _UPS]
    ways = bench.ways(key, around, distance)
    if not ways:
        return "the room leaves no place for the key"
    owned = next((one for one in bench.plan.cards if one.card.use == "bounce"), None)
    card = owned or PlacedCard(id=card_id(bench.plan), card=WHITE_CARD, owned=False)
    way = way_of(bench, [(key, ways[0], distance)])
    stood = [one.emitter for one in way.stands]
    found = place_card(bench, card, ways[0].azimuth_deg + 180.0, stood, ())
    if found is None:
        return "there is no room for a card opposite the key"
    return way, (found,)


def _window_and_card(bench: Bench) -> Placed:
    """The window as the only light, and a white card opposite close to the zone."""
    plan, work = bench.plan, bench.scene.work
    if all(one.closed for one in plan.room.windows):
        return "it takes a window with its blind open"
    if plan.room.daylight is None:
        return "say first where and when you film: the light of the window follows from it"
    if len(plan.cards) >= CARD_LIMIT:
        return "the plan has as many cards as it may have"
    windows = given_windows(plan, work, Assumptions())
    if not windows:
        return "say first where the window is"
    middle = work.plane.middle
    largest = max(windows, key=lambda one: one.emitter.area_mm2)
    out = largest.emitter.centre.minus(middle)
    level = math.hypot(out.x, out.y)
    if level < 1.0:
        return "the window is straight above: there is no side opposite to it"
    owned = next((one for one in plan.cards if one.card.use == "bounce"), None)
    card = owned or PlacedCard(id=card_id(plan), card=WHITE_CARD, owned=False)
    away = math.degrees(math.atan2(-out.x, -out.y))
    found = place_card(bench, card, away, (), ())
    if found is None:
        return "there is no room for a card opposite the window"
    return None, (found,)


def _soft_above(bench: Bench) -> Placed:
    """One large lamp high beyond the work."""
    if not bench.lamps:
        return "it takes a lamp"
    largest = max(bench.lamps, key=lambda one: max(lamp_size(one.fixture)))
    distance = distances_mm(bench.scene.work)[0]
    ways = bench.ways(largest, [(a, u) for a in (345.0, 0.0, 15.0) for u in (55.0, 65.0)], distance)
    if not ways:
        return "the room leaves no place high beyond the work"
    return way_of(bench, [(largest, ways[0], distance)]), ()


def _ring(bench: Bench) -> Placed:
    """A ring round the lens."""
    ring = next((one for one in bench.lamps if one.fixture.emitter == "ring"), None)
    sight = bench.scene.sight
    if ring is None:
        return "it takes a ring lamp"
    if sight is None or bench.scene.lens is None:
        return "it takes a camera that is placed"
    middle = bench.scene.work.plane.middle
    rim = bench.scene.lens.framing.rim(sight.middle_mm)
    way = rim.minus(middle)
    up = math.degrees(math.asin(max(-1.0, min(1.0, way.unit.z))))
    azimuth = math.degrees(math.atan2(way.x, way.y)) % 360.0
    (found,) = dome_for_all(bench.grounds, ring, distance_mm=way.length, where=[(azimuth, up)])
    if found.blocked:
        within = "" if found.blocked in STAND_ENDS else "stand in: "
        return f"it would {within or 'be '}{found.blocked}"
    return way_of(bench, [(ring, found, way.length)]), ()


def _bare_and_high(bench: Bench) -> Placed:
    """The smallest lamp, high: few and hard shadows, close under what throws them."""
    if not bench.lamps:
        return "it takes a lamp"
    smallest = min(bench.lamps, key=lambda one: max(lamp_size(one.fixture)))
    for distance in (1600.0, 1300.0, USUAL_MM):
        ways = bench.ways(smallest, [(a, 75.0) for a in (300.0, 330.0, 0.0)], distance)
        if ways:
            return way_of(bench, [(smallest, ways[0], distance)]), ()
    return "the room leaves no place that high"


def _light_box(bench: Bench) -> Placed:
    """Lamps close on both sides and above, so that light comes from everywhere."""
    large = sorted(bench.lamps, key=lambda one: -max(lamp_size(one.fixture)))[:3]
    if len(large) < 3:
        return "it takes three lamps"
    placed: list[tuple[Light, Direction, float]] = []
    for light, ways in zip(
        large,
        (
            [(0.0, 65.0), (345.0, 65.0)],
            [(270.0, 30.0), (285.0, 40.0)],
            [(90.0, 30.0), (75.0, 40.0)],
        ),
        strict=True,
    ):
        found = [
            (light, one, away)
            for away in BOX_MM
            for one in bench.ways(light, ways, away)
            if not bench.meet(*placed, (light, one, away))
        ]
        if not found:
            return "the room leaves no place close on all sides"
        placed.append(found[0])
    return way_of(bench, placed, even=True), ()


def _three_point(bench: Bench) -> Placed:
    """Key, fill and a light from behind, for cameras that film the maker's face."""
    lamps = [bench.fresh(one, one.id) for one in bench.lamps]
    return three_point(bench.plan, bench.scenes, bench.scene, bench.grounds, lamps, bench.needed)


LAYOUTS: tuple[tuple[str, str, str, Callable[[Bench], Placed]], ...] = (
    ("even-pair", "Two even lamps", "Flat copy: light alike from both sides, shadows fill each other.", _even_pair),
    ("key-and-card", "Key and card", "One lamp shapes the work; a white card opposite lifts its shadows.", _key_and_card),
    ("window-and-card", "Window and card", "Daylight from one side, and a white card opposite to lift its shadows.", _window_and_card),
    ("window-panel", "Window and panel", "Daylight from one side, and a lamp of its colour for the other.", window_and_panel),
    ("cards-instead", "Cards instead of lamps", "One lamp, and your own cards where others stand: nothing more to buy or to plug in.", cards_instead),
    ("soft-above", "One soft lamp, high beyond the work", "Soft and simple; shadows fall toward you, out of the picture’s way.", _soft_above),
    ("ring", "Ring round the lens", "For small rooms: hardly any shadow, but its own image in whatever shines.", _ring),
    ("bare-high", "Bare and high", "A small lamp far up: hard shadows that lie close under the hand.", _bare_and_high),
    ("three-point", "Three points for your face", "Key, fill and a light from behind, round your head: where you speak to the camera.", _three_point),
    ("rim-side-key", "Key at the side, rim from behind", "Shape from one side, and a bright edge that lifts it off the ground.", rim_and_side_key),
    ("glow-behind", "Glow behind", "A lamp above, and a lit background that fades: for a thing that stands.", glow_behind),
    ("tent", "Tent of white cloth", "Cloth on three sides, lamps outside: what shines mirrors white instead of lamps.", tent),
    ("spot-into-shadow", "A small lamp into the shadow", "What you have stays; a small lamp beside the lens opens what is dark.", spot_into_shadow),
    ("light-box", "Light box", "Large lamps close on three sides: next to no shadow, and no shape.", _light_box),
)  # fmt: skip


def layouts_of(
    plan: Plan,
    *,
    index: int = 0,
    owned: Owned = NOTHING_OWNED,
    cache: StudyCache | None = None,
) -> tuple[Layout, ...]:
    """Every school placed for this plan with the lamps of plan and cupboard.

    Raises
    ------
    InputError
        ``no-such-camera``.
    """
    check_camera(plan, index)
    scenes = camera_studies(plan, owned, cache)
    scene = scenes[min(index, len(scenes) - 1)]
    lamps = of_one_colour(_every_lamp(plan, owned))
    grounds = grounds_of(plan, scenes, index, lamps)
    rests = rests_of(scenes, index)
    bench = Bench(
        plan,
        scenes,
        scene,
        grounds,
        tuple(lamps),
        owned,
        needed_lx(scenes),
        rests,
        aim_lx(scenes, rests[0]),
    )
    before = judge(scenes)
    found = (_layout(bench, *one) for one in LAYOUTS)
    return tuple(_weighed(bench, before, one) for one in found)


def _weighed(bench: Bench, before: Sequence[Finding], layout: Layout) -> Layout:
    """A layout that says what it makes worse than it is."""
    if layout.option is None:
        return layout
    worse = worse_words(worsened(bench.scenes, before, layout.option.changes))
    return layout.model_copy(update={"option": layout.option.with_worse(worse)})


def _every_lamp(plan: Plan, owned: Owned) -> list[Light]:
    """Lamps of the plan and of the cupboard, the best keys first; poor colour left out."""
    lights = candidates(plan, owned.fixtures, most=12)
    return sorted(lights, key=lambda one: -worth(one.fixture))


def _layout(
    bench: Bench, name: str, title: str, says: str, make: Callable[[Bench], Placed]
) -> Layout:
    placed = make(bench)
    if isinstance(placed, str):
        return Layout(id=name, name=title, says=says, option=None, lacks=say(placed), to_get=())
    if isinstance(placed, LightingOption):
        return Layout(id=name, name=title, says=says, option=placed, lacks=(), to_get=())
    way, cards = placed
    if way is not None:
        option = option_of(bench.plan, bench.scene, name, way, way)
    else:
        option = LightingOption(
            kind=name, line=(), gives=(), costs=(), changes=lamps_off(bench.plan)
        )
    if cards:
        kept = [one for one in bench.plan.cards if one.id not in {card.id for card in cards}]
        value = [one.model_dump(mode="json") for one in (*kept, *cards)]
        changes = (*option.changes, Change(path="/cards", value=value))
        option = with_cards(bench, option, changes)
    return Layout(
        id=name, name=title, says=says, option=option, lacks=(),
        to_get=tuple(one.card.name for one in cards if not one.owned),
    )  # fmt: skip
