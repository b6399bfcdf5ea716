"""What the drawings of the light step need: lamps, cards, the map of the zone, the day."""

from __future__ import annotations

import math

from steeple.core.light.softness import outline
from steeple.core.study.base.result import Result
from steeple.core.study.base.shapes import Point, point
from steeple.core.study.light.answer import lamp_words
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.lamps.targets import MAP
from steeple.core.study.light.study import LightStudy


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
    """A card, flag or diffuser as the views show it: its corners, round it; what it gives on the zone,
    None where that is not known, how far the side of a hand that faces it is under that light, and by how
    much the card lifts it."""

    name: str
    corners: tuple[Point, ...]
    gives_lx: float | None
    side_stops: float
    lifts_stops: float
    in_frame: bool
    blocked: str


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
                name=one.card.name,
                corners=tuple(point(corner) for corner in outline(one.card.emitter)),
                gives_lx=one.gives_lx if study.known else None,
                side_stops=one.side_stops,
                lifts_stops=one.lifts_stops,
                in_frame=one.in_frame,
                blocked=one.blocked,
            )
            for one in study.cards
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
