"""Starting layouts that are made with cards and cloth: a tent, and cards in the place of lamps."""

from __future__ import annotations

from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import CARD_LIMIT
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.parts.lamp import LampAim
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.solve.light.bench import Bench, Placed, place_card, way_of
from steeple.core.solve.light.more_layouts import (
    Put,
    emitter_at,
    is_free,
    lamp_place,
    level_for,
    looks_level,
    role_option,
)
from steeple.core.solve.light.ways import distances_mm
from steeple.core.study.inputs.lamp import (
    lamp_size,
    spot_at,
)
from steeple.core.study.inputs.panel import card_alone
from steeple.core.study.light.lamps.places import in_frame

WHITE_CLOTH = LightCard(
    name="White cloth in a frame, 70 × 50",
    use="diffuser",
    width_mm=700,
    height_mm=500,
    transmittance=0.5,
)
"""Taken where no diffuser is owned: a white shirt or tracing paper on a frame does."""
TENT_OFF_MM, TENT_LAMP_MM = 130.0, 450.0
"""How far beside the zone a tent's walls stand, and how far outside them its lamps."""
RIM_SHARE = 1.0
"""Light of a rim against the key, on what faces it."""
SHADOW_SHARE = 0.3
"""What a lamp into the shadow gives there, of the light on the rest of the work."""


def tent(bench: Bench) -> Placed:
    """White cloth on three sides of the work, a lamp outside each of two: soft from everywhere, next to no
    mirror images but white."""
    plan, work = bench.plan, bench.scene.work
    if len(bench.lamps) < 2:
        return "it takes two lamps, one outside each wall"
    if len([one for one in plan.cards if one.card.use != "diffuser"]) + 3 > CARD_LIMIT:
        return "the plan has as many cards as it may have"
    owned = [one for one in plan.cards if one.card.use == "diffuser"]
    for one in bench.owned.cards:
        if one.gear.use == "diffuser":
            owned.append(PlacedCard(id="card-0", card=one.gear, card_id=one.id))
    ids = [one.id for one in plan.cards]
    cloths = []
    for number in range(3):
        card = owned[number] if number < len(owned) else None
        if card is None or card.id not in ids or card in cloths:
            fresh = next(n for k in range(1, 99) if (n := f"card-{k}") not in ids)
            ids.append(fresh)
            card = (card or PlacedCard(id=fresh, card=WHITE_CLOTH, owned=False)).model_copy(
                update={"id": fresh}
            )
        cloths.append(card)
    left, right, third = cloths
    half_x = max(work.plane.width_mm / 2 + TENT_OFF_MM, third.card.width_mm / 2 + 10.0)
    deep = max(work.plane.footprint_depth_mm / 2 + TENT_OFF_MM, left.card.width_mm / 2 + 10.0)
    walls = [
        _wall(left, Vector(-half_x, 0.0, left.card.height_mm / 2 + 5.0), Vector(0.0, 0.0, 0.0)),
        _wall(right, Vector(half_x, 0.0, right.card.height_mm / 2 + 5.0), Vector(0.0, 0.0, 0.0)),
    ]
    if looks_level(bench):
        # What is behind stays to be seen: the third cloth lies above.
        top = max(left.card.height_mm, right.card.height_mm) + 30.0
        walls.append(_wall(third, Vector(0.0, 0.0, top), Vector(0.0, 0.0, 0.0), level=True))
    else:
        high = third.card.height_mm / 2 + 5.0
        walls.append(_wall(third, Vector(0.0, deep, high), Vector(0.0, 0.0, 0.0)))
    if any(
        in_frame(ground.scene, card_alone(one, work).emitter)
        for one in walls
        for ground in bench.grounds
    ):
        return "the cloth would be in the picture: it takes a narrower frame, or larger cloth farther out"
    lamps = sorted(bench.lamps, key=lambda one: -max(lamp_size(one.fixture)))[:2]
    puts: list[Put] = []
    wanted = bench.aim or bench.needed
    middle = work.plane.middle
    for light, side in zip(lamps, (-1.0, 1.0), strict=True):
        spot = Vector(side * (half_x + TENT_LAMP_MM), 0.0, middle.z + 250.0)
        if not is_free(bench, emitter_at(bench, light, spot, middle), ()):
            return f"the room leaves no place for {light.fixture.name} outside the cloth"
        away = spot.minus(middle).length
        level = level_for(
            light, None if wanted is None else wanted / (2.0 if side < 0 else 4.0), away
        )
        puts.append(Put(light, spot, None, "key" if side < 0 else "fill", level))
    return role_option(bench, "tent", puts, walls)


def _wall(card: PlacedCard, place: Vector, toward: Vector, *, level: bool = False) -> PlacedCard:
    """A cloth that stands upright in a place, or lies level there, turned to the work."""
    facing = LampAim(x_mm=toward.x, y_mm=toward.y, z_mm=0.0 if level else round(place.z, 1))
    return card.model_copy(update={"position": lamp_place(place), "facing": facing})


def cards_instead(bench: Bench) -> Placed:
    """One lamp, and cards of the maker's own in the place of all others."""
    plan, work = bench.plan, bench.scene.work
    if not bench.lamps:
        return "it takes a lamp"
    cards = [one for one in plan.cards if one.card.use == "bounce"]
    ids = [one.id for one in plan.cards]
    for owned in bench.owned.cards:
        if owned.gear.use == "bounce" and len(cards) < 2 and len(ids) < CARD_LIMIT:
            fresh = next(n for k in range(1, 99) if (n := f"card-{k}") not in ids)
            ids.append(fresh)
            cards.append(PlacedCard(id=fresh, card=owned.gear, card_id=owned.id))
    if not cards:
        return "it takes a white or silver card of your own: put yours into the cupboard"
    key = bench.lamps[0]
    distance = distances_mm(work)[0]
    ways = bench.ways(
        key, [(float(a), up) for a in (300, 330, 270) for up in (45.0, 35.0, 55.0)], distance
    )
    if not ways:
        return "the room leaves no place for the key"
    middle = work.plane.middle
    judged = way_of(bench, [(key, ways[0], distance)])
    stood = [one.emitter for one in judged.stands]
    placed: list[PlacedCard] = []
    for card, turn in zip(cards[:2], (180.0, 250.0), strict=False):
        found = place_card(bench, card, ways[0].azimuth_deg + turn, stood, placed)
        if found is not None:
            placed.append(found)
    if not placed:
        return "there is no room for a card beside the zone"
    return role_option(
        bench,
        "cards-instead",
        [Put(key, spot_at(middle, *ways[0].way, distance), None, "key", judged.levels[0])],
        placed,
    )
