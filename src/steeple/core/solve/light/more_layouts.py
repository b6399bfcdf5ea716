"""More starting layouts: those that turn on what a lamp is for, or on what stands before it."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter
from steeple.core.plan.changes import Change
from steeple.core.plan.document import CARD_LIMIT, LAMP_LIMIT
from steeple.core.plan.parts.lamp import LampAim, LampPlace, Light
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.solve.light.bench import Bench, Placed, with_cards
from steeple.core.solve.light.place_lamps import LightingOption, only_lit
from steeple.core.solve.light.ways import distances_mm, tidy_percent
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.inputs.lamp import (
    UNKNOWN_CD,
    direction_of,
    emitter_of,
    full_intensity,
    lamp_size,
    spot_at,
)
from steeple.core.study.light.lamps.places import blocked_by, in_another, in_frame

LEVEL_DEG = 60.0
"""A camera tilted this far from straight down sees a background."""
RIM_SHARE = 1.0
"""Light of a rim against the key, on what faces it."""
SHADOW_SHARE = 0.3
"""What a lamp into the shadow gives there, of the light on the rest of the work."""
BACKDROP_MM = 900.0
"""How far behind the work a background is lit where no wall is known to be nearer."""
_SIDES = (1.0, -1.0)


@dataclass(frozen=True, slots=True)
class Put:
    """A lamp in a place, turned to another, with its role and dimmer."""

    light: Light
    place: Vector
    aim: Vector | None
    role: str
    level: float | None


def emitter_at(bench: Bench, light: Light, place: Vector, aim: Vector) -> Emitter:
    """A lamp at full level in a place, turned to another.

    Parameters
    ----------
    bench
        what it is placed for.
    light
        with its figures.
    place, aim
        the middle of what glows, and what it is turned to.
    """
    full = full_intensity(light.fixture) or UNKNOWN_CD
    measured = bench.grounds[0].scene.measured
    return emitter_of(light.fixture, place, aim.minus(place), full, measured)


def is_free(bench: Bench, emitter: Emitter, stood: Sequence[Emitter]) -> bool:
    """Whether a lamp has room in a place, beside those that stand, in no picture."""
    return not in_another(emitter, stood) and not any(
        blocked_by(one.scene, emitter) or in_frame(one.scene, emitter) for one in bench.grounds
    )


def role_option(
    bench: Bench, kind: str, puts: Sequence[Put], cards: Sequence[PlacedCard] = ()
) -> LightingOption:
    """Lamps in their roles, with cards beside them, in words and changes; what it gives is worked out."""
    middle = bench.scene.work.plane.middle
    placed: list[Light] = []
    line: Sentence = ()
    for one in puts:
        aim = one.aim or middle
        free = one.aim is None
        placed.append(
            bench.fresh(one.light, one.light.id).model_copy(
                update={
                    "position": lamp_place(one.place),
                    "aim": LampAim()
                    if free
                    else LampAim(x_mm=round(aim.x, 1), y_mm=round(aim.y, 1), z_mm=round(aim.z, 1)),
                    "role": one.role,
                    "lit": True,
                    "level_percent": one.level,
                }
            )
        )
        azimuth, up, away = direction_of(middle, one.place)
        word = {"back": "rim", "background": "background"}.get(one.role, one.role)
        line += say("; " if line else "") + say(
            "{named} as {word} at {clock}, {up} up, {away} away",
            named=one.light.fixture.name, word=word, clock=clock_words(azimuth),
            up=Quantity(value=round(up), unit="deg"), away=mm(away),
        )  # fmt: skip
        if one.level is not None:
            line += say(", at {level}", level=Quantity(value=one.level, unit="percent"))
    for card in cards:
        at = card.position
        azimuth, _, away = direction_of(middle, Vector(at.x_mm or 0.0, at.y_mm or 0.0, middle.z))
        line += (
            say("; {card} above", card=card.card.name)
            if away < 10.0
            else say(
                "; {card} at {clock}, {away} from the middle",
                card=card.card.name, clock=clock_words(azimuth), away=mm(away),
            )
        )  # fmt: skip
    changes: tuple[Change, ...] = (only_lit(bench.plan, placed),)
    if cards:
        kept = [one for one in bench.plan.cards if one.id not in {card.id for card in cards}]
        value = [one.model_dump(mode="json") for one in (*kept, *cards)][:CARD_LIMIT]
        changes += (Change(path="/cards", value=value),)
    option = LightingOption(kind=kind, line=line + say("."), gives=(), costs=(), changes=changes)
    return with_cards(bench, option, changes)


def lamp_place(place: Vector) -> LampPlace:
    """A place as a plan has it, to a tenth of a millimetre.

    Parameters
    ----------
    place
        in millimetres.
    """
    return LampPlace(x_mm=round(place.x, 1), y_mm=round(place.y, 1), z_mm=round(place.z, 1))


def level_for(light: Light, wanted_lx: float | None, distance_mm: float) -> float | None:
    """The dimmer at which a lamp gives a wanted light square to its axis; None where that is not known, or
    it cannot be dimmed."""
    full, least = full_intensity(light.fixture), light.fixture.least_level_percent or 0.0
    if full is None or wanted_lx is None or least >= 100.0:
        return None
    at_full = full / (distance_mm / 1000.0) ** 2
    return float(min(100.0, max(least, tidy_percent(100.0 * wanted_lx / at_full))))


def looks_level(bench: Bench) -> bool:
    """Whether the camera in hand sees what is behind the work.

    Parameters
    ----------
    bench
        with the camera.
    """
    lens = bench.scene.lens
    return lens is not None and lens.camera.tilt_deg >= LEVEL_DEG


def glow_behind(bench: Bench) -> Placed:
    """A soft lamp above the thing, and another out of the picture that lights what is behind it."""
    if not looks_level(bench):
        return "it takes a camera that looks level, so that it sees what is behind the work"
    if len(bench.lamps) < 2:
        return "it takes two lamps: one above, one for the background"
    key, glow = bench.lamps[0], bench.lamps[1]
    distance = distances_mm(bench.scene.work)[0]
    around = [(float(a), up) for a in (180, 200, 160, 225, 135, 0) for up in (70.0, 60.0, 50.0)]
    above = bench.ways(key, around, distance)
    if not above:
        return "the room leaves no place above the work"
    middle = bench.scene.work.plane.middle
    at = spot_at(middle, *above[0].way, distance)
    stood = [emitter_at(bench, key, at, middle)]
    found = next(_behind(bench, glow, stood), None)
    if found is None:
        return "the room leaves no place behind the work that is out of the picture"
    place, aim = found
    wanted = bench.aim or bench.needed
    level = level_for(key, wanted, distance)
    away = aim.minus(place).length
    return role_option(
        bench,
        "glow-behind",
        [
            Put(key, at, None, "key", level),
            Put(glow, place, aim, "background", level_for(glow, wanted, away)),
        ],
    )


def _behind(
    bench: Bench, light: Light, stood: Sequence[Emitter]
) -> Iterator[tuple[Vector, Vector]]:
    """Places behind the work and beside the picture, from which a lamp lights the background, nearest
    first; each with what it is turned to."""
    work = bench.scene.work
    lens = bench.scene.lens
    assert lens is not None
    away = work.plane.middle.minus(lens.position)
    flat = Vector(away.x, away.y, 0.0).unit
    side = Vector(flat.y, -flat.x, 0.0)
    back = work.plane.middle.plus(flat.times(BACKDROP_MM))
    half = work.plane.width_mm / 2
    for off in (200.0, 350.0, 500.0, 700.0):
        for aside in _SIDES:
            for deep in (250.0, 450.0):
                for up in (80.0, 250.0, 450.0):
                    place = work.plane.middle.plus(flat.times(deep)).plus(
                        side.times(aside * (half + off))
                    )
                    place = Vector(place.x, place.y, up)
                    if is_free(bench, emitter_at(bench, light, place, back), stood):
                        yield place, back


def rim_and_side_key(bench: Bench) -> Placed:
    """A key from the side, and a rim low from behind on the other side."""
    if len(bench.lamps) < 2:
        return "it takes two lamps: a key and a rim"
    key, rim = bench.lamps[0], bench.lamps[1]
    distance = distances_mm(bench.scene.work)[0]
    keys = bench.ways(
        key, [(float(a), up) for a in (285, 270, 300) for up in (35.0, 45.0)], distance
    )
    rims = bench.ways(
        rim, [(float(a), up) for a in (45, 60, 30, 75) for up in (25.0, 35.0)], 1.1 * distance
    )
    if not keys:
        return "the room leaves no place for the key at the side"
    pairs = [
        (a, b)
        for a in keys
        for b in rims
        if not bench.meet((key, a, distance), (rim, b, 1.1 * distance))
    ]
    if not pairs:
        return "the room leaves no place for a rim behind the work"
    one, two = pairs[0]
    middle = bench.scene.work.plane.middle
    wanted = bench.aim or bench.needed
    slant = math.sin(math.radians(one.elevation_deg))
    return role_option(
        bench,
        "rim-side-key",
        [
            Put(
                key, spot_at(middle, *one.way, distance), None, "key",
                level_for(key, None if wanted is None else wanted / slant, distance),
            ),
            Put(
                rim, spot_at(middle, *two.way, 1.1 * distance), None, "back",
                level_for(rim, None if wanted is None else RIM_SHARE * wanted, 1.1 * distance),
            ),
        ],
    )  # fmt: skip


def window_and_panel(bench: Bench) -> Placed:
    """The window as the key, and a lamp of the colour of the day opposite."""
    study = bench.scene.light
    if study is None or study.daylight is None or study.daylight.lux <= 0:
        return "it takes a window with its blind open, and where and when you film"
    panels = [one for one in bench.lamps if one.fixture.cct_k is not None]
    if not panels:
        return "it takes a lamp for the side away from the window"
    day_k = study.daylight.study.cct_k
    windows = study.daylight.study.windows
    largest = max(windows, key=lambda one: one.emitter.area_mm2)
    azimuth, _, _ = direction_of(bench.scene.work.plane.middle, largest.emitter.centre)
    distance = distances_mm(bench.scene.work)[0]

    def off(light: Light) -> float:
        low = light.fixture.cct_k or day_k
        high = light.fixture.cct_warmest_to_k or low
        return abs(1e6 / min(max(day_k, low), high) - 1e6 / day_k)

    panel = min(panels, key=off)
    right = bench.scene.work.maker.right_handed
    opposite = [
        ((azimuth + 180.0 + turn) % 360.0, up)
        for turn in (0, 25, -25, 50, -50)
        for up in (35.0, 45.0, 55.0)
    ]
    ways = bench.ways(
        panel, [(a if right else (360.0 - a) % 360.0, up) for a, up in opposite], distance
    )
    if not ways:
        return "the room leaves no place opposite the window"
    low, high = panel.fixture.cct_k, panel.fixture.cct_warmest_to_k
    if low is not None and high is not None:
        panel = panel.model_copy(update={"cct_k": min(max(day_k, low), high)})
    middle = bench.scene.work.plane.middle
    slant = math.sin(math.radians(ways[0].elevation_deg))
    level = level_for(panel, study.daylight.lux / 2.0 / slant, distance)
    return role_option(
        bench,
        "window-panel",
        [Put(panel, spot_at(middle, *ways[0].way, distance), None, "fill", level)],
    )


def spot_into_shadow(bench: Bench) -> Placed:
    """The lamps as they are, and the smallest one close beside the lens, into what lies in the shadow."""
    plan, lens = bench.plan, bench.scene.lens
    if lens is None or lens.sight is None:
        return "it takes a camera that is placed"
    lit = {one.id for one in plan.lights if one.lit}
    if not lit:
        return "it takes a lamp that is lit; this one comes beside it"
    spare = [one for one in bench.lamps if one.id not in lit]
    if not spare:
        return "it takes one more small lamp than is lit"
    if len(plan.lights) >= LAMP_LIMIT:
        return "the plan has as many lamps as it may have"
    small = min(spare, key=lambda one: max(lamp_size(one.fixture)))
    target = _shadow(bench)
    stood = [] if bench.scene.light is None else list(bench.scene.light.standing())
    toward = lens.position.minus(target)
    azimuth, up, away = direction_of(target, lens.position)
    for off in (12.0, 18.0, 26.0, 35.0):
        for turn in range(0, 360, 45):
            a = azimuth + off * math.sin(math.radians(turn)) / max(
                0.2, math.cos(math.radians(min(up, 78.0)))
            )
            e = min(89.0, max(15.0, up + off * math.cos(math.radians(turn))))
            place = spot_at(target, a % 360.0, e, min(away, max(500.0, toward.length)))
            emitter = emitter_at(bench, small, place, target)
            if not is_free(bench, emitter, stood):
                continue
            mean = 0.0 if bench.scene.light is None else bench.scene.light.mean_lx
            level = level_for(small, SHADOW_SHARE * mean or None, place.minus(target).length)
            light = bench.fresh(small, small.id).model_copy(
                update={
                    "position": lamp_place(place),
                    "aim": LampAim(
                        x_mm=round(target.x, 1), y_mm=round(target.y, 1), z_mm=round(target.z, 1)
                    ),
                    "role": "fill", "lit": True, "level_percent": level,
                }
            )  # fmt: skip
            others = [one for one in plan.lights if one.id != light.id]
            changes = (
                Change(
                    path="/lights", value=[one.model_dump(mode="json") for one in (*others, light)]
                ),
            )
            azimuth_said, up_said, away_said = direction_of(bench.scene.work.plane.middle, place)
            line = say(
                "Beside the lamps as they are: {named} close to the lens, at {clock}, {up} up, {away} away",
                named=small.fixture.name, clock=clock_words(azimuth_said),
                up=Quantity(value=round(up_said), unit="deg"), away=mm(away_said),
            )  # fmt: skip
            if level is not None:
                line += say(", at {level}", level=Quantity(value=level, unit="percent"))
            line += say(", turned into the shadow.")
            option = LightingOption(
                kind="spot-into-shadow", line=line, gives=(), costs=(), changes=changes
            )
            return with_cards(bench, option, changes)
    return "there is no room for a lamp close to the lens"


def _shadow(bench: Bench) -> Vector:
    """What lies in the shadow: the hollow of the work, else the darkest place of the zone."""
    work, study = bench.scene.work, bench.scene.light
    if work.hollow is not None:
        mouth = work.top_mm if work.hollow.mouth_mm is None else work.hollow.mouth_mm
        return Vector(work.hollow.x_mm, work.hollow.y_mm, mouth)
    if study is None or not study.is_bright:
        return work.plane.middle
    return Vector(*study.ground.points[int(study.seen_lx.argmin())].tolist())
