"""What the starting layouts are placed on: a plan with its cameras, its lamps and what light stays."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from steeple.core.light.emitters import Emitter
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.parts.lamp import LampAim, LampPlace, Light
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.solve.light.place_lamps import LightingOption
from steeple.core.solve.light.ways import Stand, Way, dome_for_all, judged, stands_at
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.inputs.panel import card_alone
from steeple.core.study.light.dome import Direction, lamp_in, merit, soft_mm, soft_words
from steeple.core.study.light.figures import HAND_MM
from steeple.core.study.light.lamps.card_study import card_blocked
from steeple.core.study.light.lamps.lamp_light import Ground, Spread
from steeple.core.study.light.lamps.places import in_another, in_frame
from steeple.core.study.plan_study import CameraStudy, changed

WHITE_CARD = LightCard(
    name="White card, 70 × 50", use="bounce", width_mm=700, height_mm=500, reflectance=0.85
)
"""Taken where no bounce card is owned; foam board or a sheet of paper does."""


@dataclass(frozen=True, slots=True)
class Bench:
    """A plan to place layouts for: its cameras, the one in hand, what light falls on, the lamps at hand with the
    best keys first, what light is needed and aimed at, and what stays beside them."""

    plan: Plan
    scenes: tuple[CameraStudy, ...]
    scene: CameraStudy
    grounds: tuple[Ground, ...]
    lamps: tuple[Light, ...]
    owned: Owned
    needed: float | None
    rests: tuple[Spread | None, ...]
    aim: float | None

    def fresh(self, light: Light, name: str) -> Light:
        """A lamp of the plan as it is, another under a name of its own."""
        used = {one.id for one in self.plan.lights}
        return light if light.id in used else light.model_copy(update={"id": name})

    def ways(
        self, light: Light, wanted: Sequence[tuple[float, float]], distance_mm: float
    ) -> list[Direction]:
        """Which of some directions are free, the best first; mirrored for a left-handed maker."""
        right = self.scene.work.maker.right_handed
        turned = [(a if right else (360.0 - a) % 360.0, up) for a, up in wanted]
        found = dome_for_all(self.grounds, light, distance_mm=distance_mm, where=turned)
        return sorted((one for one in found if one.free), key=merit, reverse=True)

    def meet(self, *placed: tuple[Light, Direction, float]) -> bool:
        """Whether lamps in some directions would stand in each other."""
        scene = self.grounds[0].scene
        stood = [lamp_in(scene, light.fixture, one.way, away) for light, one, away in placed]
        return any(in_another(one, stood[:number]) for number, one in enumerate(stood))


Placed = tuple[Way | None, tuple[PlacedCard, ...]] | LightingOption | str
"""Lamps in places, None where none is lit, with the cards beside them; or all of it; or why it cannot
be."""


def way_of(
    bench: Bench, placed: Sequence[tuple[Light, Direction, float]], *, even: bool = False
) -> Way:
    """Lamps in directions at distances, judged together.

    Parameters
    ----------
    bench
        what they are placed for.
    placed
        each lamp with its direction and distance in millimetres.
    even
        whether all give alike, or the first a stop more.
    """
    stands: list[Stand] = []
    for number, (light, direction, distance) in enumerate(placed):
        named = bench.fresh(light, light.id)
        stands += stands_at(bench.grounds, number, named, [direction], distance)
    return judged(
        tuple(stands), bench.grounds, bench.needed, even=even, rests=bench.rests, aim=bench.aim
    )


def lamps_off(plan: Plan) -> tuple[Change, ...]:
    """Every lamp switched off."""
    return tuple(
        Change(path=f"/lights/{index}/lit", value=False)
        for index, one in enumerate(plan.lights)
        if one.lit
    )


def card_id(plan: Plan) -> str:
    """An id that no card of the plan has.

    Parameters
    ----------
    plan
        with the cards that it has.
    """
    used = {one.id for one in plan.cards}
    return next(name for n in range(1, 99) if (name := f"card-{n}") not in used)


def with_cards(bench: Bench, option: LightingOption, changes: tuple[Change, ...]) -> LightingOption:
    """An option with its cards: what it gives is worked out with them in place."""
    study = changed(bench.scenes, apply_changes(bench.plan, changes))[bench.scene.index or 0].light
    assert study is not None
    line = option.line or say(
        "The window alone, every lamp off; the card upright beside the zone, opposite the window."
    )
    gives = say("no light at the time that you film")
    if study.is_bright and study.shade is not None:
        gives = say(
            "shadows to {shade}, even to {even}",
            shade=Quantity(value=round(study.shade.p95, 1), unit="stops"),
            even=Quantity(value=round(study.uneven_stops, 1), unit="stops"),
        )
        if study.key is not None:
            soft = soft_mm(study.work.plane, study.key.shines, HAND_MM)
            gives += say(", soft over ") + soft_words(soft)
        elif study.known:
            lux = Quantity(value=round(study.mean_lx), unit="lx")
            gives += say(", {lux} at the beginning", lux=lux)
        spare = study.stops_to_spare
        if spare is not None and spare < -0.1:
            short = Quantity(value=round(-spare, 1), unit="stops")
            gives += say(", {short} too dark", short=short)
    return option.model_copy(update={"line": line, "gives": gives, "changes": changes})


_TURNS = (0.0, 25.0, -25.0, 50.0, -50.0, 75.0, -75.0)
_OFFS_MM = (100.0, 180.0, 280.0, 420.0, 600.0)


def place_card(
    bench: Bench,
    card: PlacedCard,
    azimuth_deg: float,
    lamps: Sequence[Emitter],
    placed: Sequence[PlacedCard],
) -> PlacedCard | None:
    """A card upright beside the zone, as near to a direction as it has room out of every picture; None where
    it has none.

    Parameters
    ----------
    bench
        what it is placed for.
    card
        of the plan, the cupboard, or still to get.
    azimuth_deg
        where it would stand best, seen from the middle of the work.
    lamps
        that stand there.
    placed
        cards that stand there already.
    """
    work, scene = bench.scene.work, bench.grounds[0].scene
    old = [one.hull for one in bench.grounds[0].cards]
    kept = tuple(one for one in scene.obstacles if not any(one[1] is hull for hull in old))
    stood = tuple((one.card.name, card_alone(one, work).hull, 0.0) for one in placed)
    free = replace(scene, obstacles=(*kept, *stood))
    middle = work.plane.middle
    for off in _OFFS_MM:
        for turn in _TURNS:
            angle = math.radians(azimuth_deg + turn)
            x, y = math.sin(angle), math.cos(angle)
            aside = off + 0.5 * (
                abs(x) * work.plane.width_mm + abs(y) * work.plane.footprint_depth_mm
            )
            height = card.card.height_mm / 2 + 5.0
            spot = LampPlace(
                x_mm=round(middle.x + x * aside, 1),
                y_mm=round(middle.y + y * aside, 1),
                z_mm=round(height, 1),
            )
            # Upright: what is turned to the middle of the work leans over, and its corner into the table.
            facing = LampAim(x_mm=round(middle.x, 1), y_mm=round(middle.y, 1), z_mm=spot.z_mm)
            tried = card.model_copy(update={"position": spot, "facing": facing})
            given = card_alone(tried, work)
            seen = any(in_frame(one.scene, given.emitter) for one in bench.grounds)
            if not seen and not card_blocked(free, given, lamps):
                return tried
    return None
