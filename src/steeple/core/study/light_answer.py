"""The answer line of the light step, its drawing, and its figures with their working."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from steeple.core.plan.document import Plan
from steeple.core.study.answers import Answer, clock_words
from steeple.core.study.assumptions import Assumptions
from steeple.core.study.dome import outline, penumbra_mm
from steeple.core.study.drawing import Point, point
from steeple.core.study.figure_spec import ISO_2720, PLAIN, Computed, FigureSpec
from steeple.core.study.lamp_light import MAP
from steeple.core.study.light import LampStudy, LightStudy
from steeple.core.study.result import (
    Figure,
    Piece,
    Put,
    Quantity,
    Result,
    Sentence,
    Working,
    door,
    mm,
    say,
)
from steeple.core.units import Unit

IES = "IES, Lighting Handbook; Moon & Spencer, The Photic Field"
WALTER = "Walter et al. 2007 (GGX, Smith, Fresnel)"
HAND_MM, LIFT_MM = 60.0, 20.0
"""Height of the hand over the work for the soft edge of its shadow; a planning value of our own."""


class LampDrawing(Result):
    """One lamp as the dome and the views show it. Shares 0 … 1, millimetres, degrees.

    ``share`` and ``worst`` of its light reach what the camera sees round the fingers; ``glare`` is
    the share of the zone that mirrors it; ``blocked`` says what stands where it would; ``corners`` go
    round its edge.
    """

    index: int
    name: str
    role: str
    shape: str
    lit: bool
    at: Point
    corners: tuple[Point, ...]
    azimuth_deg: float
    elevation_deg: float
    distance_mm: float
    width_mm: float
    share: float
    worst: float
    glare: float
    zone_lx: float | None
    in_frame: bool
    blocked: str
    says: str


class DaylightStep(Result):
    """One time of the session: all light on the zone against its beginning, in stops, on a clear and
    on an overcast day; the share of the zone in the sun on a clear day."""

    clock: str
    sun_deg: float
    clear_stops: float
    overcast_stops: float
    sun_share: float


class CardDrawing(Result):
    """A card, flag or diffuser as the views show it: its corners, round it."""

    name: str
    corners: tuple[Point, ...]


class LightDrawing(Result):
    """Lamps, cards and the map of the zone: light in stops against its middle, row by row from near left,
    with everything but the maker in the way."""

    lamps: tuple[LampDrawing, ...]
    cards: tuple[CardDrawing, ...]
    across: int
    along: int
    map_stops: tuple[float, ...]
    middle_lx: float | None
    shade_mean_stops: float | None
    shade_p95_stops: float | None
    shade_worst_stops: float | None
    shade_by: str
    daylight: tuple[DaylightStep, ...]


def light_missing_answer(plan: Plan, about: str) -> Answer:
    """Before there is a lamp."""
    del plan
    return Answer(
        step="light",
        about=about,
        line=say("Take a lamp from the cupboard: the dome then says where it throws no shadow."),
        under=(),
    )


def lamp_words(lamp: LampStudy) -> str:
    """A lamp's direction: ``11 o'clock, 50° up``."""
    return f"{clock_words(lamp.azimuth_deg)}, {lamp.elevation_deg:.0f}° up"


def light_answer(study: LightStudy, about: str) -> Answer:
    """Where the lamp that gives most stands, and what it leaves lit; then lux, evenness, ISO."""
    key = study.key
    if key is None:
        return Answer(step="light", about=about, line=_without_lamps(study), under=())
    at = f"/{key.lamp.at}/position"
    share = door(Quantity(value=round(100 * key.share), unit="percent"), figure="light.share")
    worst = Quantity(value=round(100 * key.worst), unit="percent")
    line = say(
        "{name} at " + clock_words(key.azimuth_deg) + ", {up} up, {away} from the work: {share} of "
        "what the camera sees round your fingers stays lit",
        name=key.lamp.name[:1].upper() + key.lamp.name[1:],
        up=door(Quantity(value=round(key.elevation_deg), unit="deg"), field=f"{at}/z_mm"),
        away=door(mm(key.distance_mm)),
        share=share,
    )
    line += (
        say(" in every pose.")
        if key.worst > 0.97
        else say(", {worst} in the worst pose.", worst=worst)
    )
    others = [one for one in study.lit if one is not key]
    if others:
        line += say(
            " With it: "
            + "; ".join(f"{one.lamp.name} at {lamp_words(one)}" for one in others)
            + "."
        )
    return Answer(step="light", about=about, line=line, under=_under(study, key))


def _without_lamps(study: LightStudy) -> Sentence:
    """By the window alone, or in the dark."""
    if study.daylight is None or study.daylight.lux <= 0:
        if study.known and study.has_windows:
            return say("No lamp is switched on; say where and when, and the window is worked out.")
        return say("No lamp is switched on: the work is dark.")
    windows = study.daylight.study
    last = windows.moments[-1]
    change = windows.drift_stops(0.0)[-1]
    return say(
        "By the window alone: {lux} on the zone at " + windows.moments[0].clock + " under "
        + ("an " if windows.sky == "overcast" else "a ") + windows.sky
        + " sky, {change} " + ("brighter" if change > 0 else "darker") + f" at {last.clock}.",
        lux=door(Quantity(value=study.mean_lx, unit="lx"), figure="light.illuminance"),
        change=Quantity(value=round(abs(change), 1), unit="stops"),
    )  # fmt: skip


def _under(study: LightStudy, key: LampStudy) -> Sentence:
    table, c = study.work.table, key.lamp.centre
    at = f"/{key.lamp.at}/position"
    pieces: list[Sentence] = [
        say(
            "Its middle {x} from the left table edge, {y} from yours, {z} above the table",
            x=door(mm(c.x - table.left), field=f"{at}/x_mm"),
            y=door(mm(c.y - table.near), field=f"{at}/y_mm"),
            z=door(mm(c.z), field=f"{at}/z_mm"),
        )
    ]
    if study.known:
        lux = Quantity(value=study.mean_lx, unit="lx")
        pieces.append(say("{lux} on the zone", lux=door(lux, figure="light.illuminance")))
        if study.daylight is not None:
            day = Quantity(value=study.daylight.lux, unit="lx")
            pieces.append(say("{lux} of it daylight", lux=day))
    stops = Quantity(value=round(study.evenness_stops, 1), unit="stops")
    pieces.append(say("even to {stops}", stops=door(stops, figure="light.evenness")))
    if study.iso is not None:
        pieces.append(
            say("{iso}", iso=door(Quantity(value=study.iso, unit="iso"), figure="light.iso"))
        )
    if study.shade is not None:
        deep = Quantity(value=round(study.shade.p95, 1), unit="stops")
        pieces.append(say("shadows to {deep}", deep=door(deep, figure="light.shade")))
    joined: list[Piece] = []
    for sentence in pieces:
        if joined:
            joined.append(Piece(text=" · "))
        joined.extend(sentence)
    return tuple(joined)


def light_drawing(study: LightStudy) -> LightDrawing:
    """Lamps and map as results."""
    seen = study.seen_lx
    middle = sorted(seen.tolist())[len(seen) // 2] if study.is_bright else 0.0
    floor = middle / 64.0
    stops = tuple(
        round(math.log2(max(value, floor) / middle), 2) if middle > 0 else -6.0
        for value in seen.tolist()
    )
    shade = study.shade
    return LightDrawing(
        lamps=tuple(_lamp(one) for one in study.lamps),
        cards=tuple(
            CardDrawing(
                name=one.name, corners=tuple(point(corner) for corner in outline(one.emitter))
            )
            for one in study.ground.cards
        ),
        across=MAP[0],
        along=MAP[1],
        map_stops=stops,
        middle_lx=middle if study.known and study.is_bright else None,
        shade_mean_stops=None if shade is None else shade.mean,
        shade_p95_stops=None if shade is None else shade.p95,
        shade_worst_stops=None if shade is None else shade.worst,
        shade_by="" if shade is None else shade.by,
        daylight=_daylight(study),
    )


def _daylight(study: LightStudy) -> tuple[DaylightStep, ...]:
    if study.daylight is None:
        return ()
    moments, lamps = study.daylight.study.moments, study.lamps_lx + 1e-6
    first = moments[0]
    return tuple(
        DaylightStep(
            clock=one.clock,
            sun_deg=one.sun_deg,
            clear_stops=math.log2((lamps + one.clear_lx) / (lamps + first.clear_lx)),
            overcast_stops=math.log2((lamps + one.overcast_lx) / (lamps + first.overcast_lx)),
            sun_share=one.sun_share,
        )
        for one in moments
    )


def _lamp(one: LampStudy) -> LampDrawing:
    lamp = one.lamp
    return LampDrawing(
        index=lamp.index,
        name=lamp.name,
        role=lamp.part.role,
        shape=lamp.emitter.shape,
        lit=lamp.is_lit,
        at=point(lamp.centre),
        corners=tuple(point(corner) for corner in outline(lamp.emitter)),
        azimuth_deg=one.azimuth_deg,
        elevation_deg=one.elevation_deg,
        distance_mm=one.distance_mm,
        width_mm=lamp.emitter.width_mm,
        share=one.share,
        worst=one.worst,
        glare=one.glare,
        zone_lx=one.zone_lx if lamp.full_cd is not None else None,
        in_frame=one.in_frame,
        blocked=one.blocked,
        says=f"{lamp.name} at {lamp_words(one)}",
    )


@dataclass(frozen=True, slots=True)
class LightInputs:
    """A light study with what was assumed for it."""

    study: LightStudy
    assumptions: Assumptions

    def put(self, symbol: str, meaning: str, value: float, unit: Unit) -> tuple[Put, ...]:
        return (Put(symbol=symbol, meaning=meaning, quantity=Quantity(value=value, unit=unit)),)


def _illuminance(i: LightInputs) -> Computed | None:
    study = i.study
    if not study.known or not study.is_bright:
        return None
    puts: tuple[Put, ...] = ()
    for one in study.lit:
        puts += i.put("E", one.lamp.name, one.zone_lx, "lx")
    if study.daylight is not None:
        puts += i.put("E", "the windows, at the beginning", study.daylight.lux, "lx")
    return Quantity(value=study.mean_lx, unit="lx"), puts


def _evenness(i: LightInputs) -> Computed | None:
    study = i.study
    if not study.is_bright:
        return None
    middle = float(study.open_lx.mean()) or 1.0
    puts = i.put("E⁺", "brightest place ÷ mean", float(study.open_lx.max()) / middle, "ratio")
    puts += i.put("E⁻", "darkest place ÷ mean", float(study.open_lx.min()) / middle, "ratio")
    return Quantity(value=study.evenness_stops, unit="stops"), puts


def _share(i: LightInputs) -> Computed | None:
    key = i.study.key
    if key is None:
        return None
    puts = i.put("s", "mean over nine poses", 100 * key.share, "percent")
    return Quantity(value=100 * key.share, unit="percent"), puts + i.put(
        "s⁻", "the worst pose", 100 * key.worst, "percent"
    )


def _shade(name: str) -> Callable[[LightInputs], Computed | None]:
    def compute(i: LightInputs) -> Computed | None:
        shade = i.study.shade
        if shade is None:
            return None
        puts = i.put("mean", "over what is seen, nine poses", shade.mean, "stops")
        puts += i.put("p95", "95 of 100 places are lighter", shade.p95, "stops")
        puts += i.put("worst", "the darkest place of all", shade.worst, "stops")
        return Quantity(value=getattr(shade, name), unit="stops"), puts

    return compute


def _iso(i: LightInputs) -> Computed | None:
    study = i.study
    if study.iso is None or study.needed_lx is None or study.lens is None:
        return None
    puts = i.put("S₀", "highest clean ISO", study.lens.camera.clean_iso, "iso")
    puts += i.put("E₀", "light needed at it", study.needed_lx, "lx")
    puts += i.put("E", "light on the zone", study.mean_lx, "lx")
    return Quantity(value=study.iso, unit="iso"), puts


def _penumbra(i: LightInputs) -> Computed | None:
    key = i.study.key
    if key is None:
        return None
    width = penumbra_mm(key.lamp.part.fixture, distance_mm=key.distance_mm, caster_mm=HAND_MM)
    puts = i.put(
        "b", "extent of the lamp", max(key.lamp.emitter.width_mm, key.lamp.emitter.height_mm), "mm"
    )
    puts += i.put("h", "hand above the work", HAND_MM, "mm") + i.put(
        "d", "lamp to the work", key.distance_mm, "mm"
    )
    return mm(width), puts


def _lift(i: LightInputs) -> Computed | None:
    key = i.study.key
    if key is None or key.elevation_deg < 1.0:
        return None
    aside = LIFT_MM / math.tan(math.radians(min(key.elevation_deg, 89.9)))
    soft = penumbra_mm(key.lamp.part.fixture, distance_mm=key.distance_mm, caster_mm=LIFT_MM)
    puts = i.put("h", "lifted off the background", LIFT_MM, "mm")
    puts += i.put("e", "lamp above the work", key.elevation_deg, "deg")
    return mm(aside), puts + i.put("p", "soft over", soft, "mm")


def _glare(i: LightInputs) -> Computed | None:
    worst = max(i.study.lit, key=lambda one: one.glare_ratio, default=None)
    if worst is None:
        return None
    puts = i.put("A", "share of the zone with 0.3 or more", 100 * worst.glare, "percent")
    return Quantity(value=round(worst.glare_ratio, 2), unit="ratio"), puts


def _mired(i: LightInputs) -> Computed | None:
    if len(i.study.lit) < 2:
        return None
    puts: tuple[Put, ...] = ()
    for one in i.study.lit:
        puts += i.put("K", one.lamp.name, one.lamp.cct_k, "k")
    return Quantity(value=i.study.spread_mired, unit="mired"), puts


def _balance(i: LightInputs) -> Computed | None:
    if i.study.cct_k is None:
        return None
    return Quantity(value=i.study.cct_k, unit="k"), i.put(
        "K", "weighted in mired", i.study.cct_k, "k"
    )


def _drift(i: LightInputs) -> Computed | None:
    windows = i.study.daylight
    if windows is None:
        return None
    changes = windows.study.drift_stops(i.study.lamps_lx)
    worst = max(changes, key=abs)
    at = windows.study.moments[changes.index(worst)]
    puts = i.put("E₀", "lamps alone", i.study.lamps_lx, "lx")
    puts += i.put("D₀", "clear sky at the beginning", windows.study.moments[0].clear_lx, "lx")
    puts += i.put("D", f"clear sky at {at.clock}", at.clear_lx, "lx")
    puts += i.put("h", f"sun at {at.clock}", at.sun_deg, "deg")
    return Quantity(value=abs(worst), unit="stops"), puts


# fmt: off
LIGHT_FIGURES: tuple[FigureSpec[LightInputs], ...] = (
    FigureSpec("light.illuminance", "Light on the zone", "mean over the zone, camera and rig in place, no maker",
               "Σ ∫ I(θ)·cos ÷ r² dA", IES, _illuminance),
    FigureSpec("light.evenness", "Evenness", "greatest ÷ least on the zone, camera and rig in place",
               "log₂(E⁺ ÷ E⁻)", IES, _evenness),
    FigureSpec("light.share", "Stays lit", "what the camera sees of action and zone, lamp alone",
               "Σ E with maker and rig ÷ Σ E without", IES, _share,
               note="Weighted: the disc of 80 mm round the tool tip counts twice the rest of the zone."),
    FigureSpec("light.shade", "Depth of shadows", "95 of 100 places that the camera sees, all lamps, nine poses",
               "log₂(E without maker and rig ÷ E with them)", IES, _shade("p95")),
    FigureSpec("light.shade_worst", "Deepest shadow", "the darkest place that the camera sees, in any pose",
               "log₂(E without maker and rig ÷ E with them)", IES, _shade("worst"),
               note="Six stops stand for no light at all."),
    FigureSpec("light.penumbra", "Soft edge", "shadow of a hand over the work, from the lamp that gives most",
               "b·h ÷ (d − h)", PLAIN, _penumbra),
    FigureSpec("light.lift", "Shadow of a small thing lifted 2 cm", "how far aside it falls, from the lamp that gives most",
               "h ÷ tan(e)", PLAIN, _lift,
               note="On a pin or a block a small thing parts from its shadow: twice as high, twice as far and as soft."),
    FigureSpec("light.glare", "Gloss against the work’s own light", "the worst place; seen from 0.3, burnt from 4",
               "∫ D·F·G·L ÷ (4·cos·cos) dω ÷ (E·ρ ÷ π)", WALTER, _glare),
    FigureSpec("light.iso", "ISO needed", "at the f-number and exposure time set", "S₀·E₀ ÷ E", ISO_2720, _iso),
    FigureSpec("light.drift", "Drift of daylight", "greatest change over the session, clear or overcast, whichever is more",
               "log₂((E₀ + D) ÷ (E₀ + D₀))", "Gillette, Pierpoint & Treado 1984 (sky); astral (place of the sun)", _drift,
               note="An even sky, nothing before the window; a given day may differ by a stop."),
    FigureSpec("light.mired", "Difference in colour", "between lamps that give a tenth of the light or more",
               "10⁶ ÷ K₁ − 10⁶ ÷ K₂", "CIE S 017", _mired),
    FigureSpec("light.balance", "White balance to set", "the mixed light on the zone", "10⁶ ÷ Σ s·(10⁶ ÷ K)",
               "CIE S 017", _balance),
)
# fmt: on


def light_figures(
    study: LightStudy, assumptions: Assumptions, about: str
) -> tuple[tuple[Figure, ...], tuple[Working, ...]]:
    """Every figure of the light step that is known, with its working."""
    inputs = LightInputs(study=study, assumptions=assumptions)
    read = [one for spec in LIGHT_FIGURES if (one := spec.read(inputs, about))]
    return tuple(one[0] for one in read), tuple(one[1] for one in read)
