"""The directions from which a wish can be met, by what is seen from each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.angles.sight import in_picture
from steeple.core.budget import look
from steeple.core.geometry.pose import Pyramid, looking
from steeple.core.geometry.vectors import Vector
from steeple.core.solve.angles.around import bodies_at, in_the_way, mirrors_to, room_of, seen_from
from steeple.core.solve.angles.roles import directions_for
from steeple.core.solve.angles.wish import Wish, wide_mm
from steeple.core.study.angles.things import Thing, solids_in, things_before
from steeple.core.study.inputs.lamp import direction_of, spot_at
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.light.dome import apart_deg
from steeple.core.study.light.lamps.places import boxes_blocked

TRIED = 5
"""So many directions are tried with every camera; and so many of what that gives to the end."""
OTHER_KIND_DEG, OTHER_KIND_TIMES = 35.0, 1.5
"""Two places from directions nearer than this and from about as far are of one kind."""
USUAL_HALF_TAN = 0.35
"""Half the width of a usual view by its distance: for a first look from each direction."""
LEAST_AWAY_MM, MOST_AWAY_MM = 400.0, 3_000.0
SHARES = (1.0, 0.6, 0.35)
"""Of the usual distance: where no camera can stand there, a nearer place is tried."""
GEAR_COSTS = 0.2
"""What gear in the picture takes from the merit of a direction."""


@dataclass(frozen=True, slots=True)
class Way:
    """A direction with what is seen from it."""

    azimuth: float
    elevation: float
    seen: float
    worst: float
    mirrors: float
    gear: bool

    @property
    def merit(self) -> float:
        """What is seen in the mean and in the worst pose; less where lamps mirror or gear stands
        in the picture."""
        seen = 0.6 * self.seen + 0.4 * self.worst
        return seen - min(0.5, self.mirrors) - GEAR_COSTS * self.gear

    @property
    def at(self) -> tuple[float, float]:
        """Azimuth and elevation."""
        return self.azimuth, self.elevation


def nominal_mm(work: GivenWork) -> float:
    """From how far a usual lens frames what is filmed."""
    away = wide_mm(work) / 2 / USUAL_HALF_TAN + work.top_mm
    return min(MOST_AWAY_MM, max(LEAST_AWAY_MM, away))


def ways_of(wish: Wish) -> tuple[list[Way], dict[str, int]]:
    """Every free direction of the wish, the best first; and what stood in the way of how many others."""
    right_handed = wish.bench.maker.right_handed
    directions = directions_for(wish.asked, right_handed=right_handed)
    room, light = room_of(wish.scene), wish.scene.light
    found, blocked = [], dict[str, int]()
    works: dict[tuple[float, float], GivenWork] = {at: wish.work(*at) for at in directions}
    spots = {}
    for at, work in works.items():
        middle, far = work.middle, nominal_mm(work)
        spots[at] = middle, [spot_at(middle, *at, share * far) for share in SHARES]
    bodies = [one for middle, places in spots.values() for one in bodies_at(places, middle)]
    bars = boxes_blocked(room, bodies)
    still = things_before(wish.scene.context, wish.bench, Vector(0.0, 0.0, 1_000.0))
    solids = in_the_way(still, wish.bench, maker=wish.maker)
    for number, (at, (_, places)) in enumerate(spots.items()):
        look()
        first = len(SHARES) * number
        free = next((n for n in range(len(SHARES)) if not bars[first + n]), None)
        if free is None:
            bar = bars[first]
            blocked[bar] = blocked.get(bar, 0) + 1
            continue
        work, place = works[at], places[free]
        mean, worst = seen_from(solids, work, [place], maker=wish.maker, draft=False)
        mirrors = mirrors_to(light, work, [place], draft=True)
        gear = _gear_behind(still, work, place)
        found.append(Way(*at, float(mean[0]), float(worst[0]), float(mirrors[0]), gear))
    middle_up = sum(wish.asked.elevations) / 2
    found.sort(
        key=lambda one: (
            -round(one.merit, 3),
            abs(one.elevation - middle_up),
            one.azimuth if right_handed else (360.0 - one.azimuth) % 360.0,
        )
    )
    return found, blocked


def _gear_behind(still: Sequence[Thing], work: GivenWork, place: Vector) -> bool:
    """Whether gear stands in the picture that just takes in what is filmed."""
    middle = work.plane.point(0.0, 0.0, work.top_mm / 2)
    away = middle.minus(place)
    half = wide_mm(work) / 2 / max(away.length - work.top_mm / 2, 1.0)
    azimuth, up, _ = direction_of(middle, place)
    toward = (azimuth + 180.0) % 360.0
    pose = looking(position=place, tilt_deg=90.0 - up, toward_deg=toward, top_toward_deg=toward)
    pyramid = Pyramid(pose=pose, half_width=half, half_height=half * 9 / 16)
    gear = tuple(one for one in still if one.kind in ("camera", "support", "lamp stand"))
    _, share = in_picture(pyramid, solids_in(gear), rows=24)
    return share > 0


def apart(ways: Sequence[Way]) -> list[Way]:
    """The best directions, none near another."""
    kept: list[Way] = []
    for way in ways:
        if all(apart_deg(way.at, one.at) >= OTHER_KIND_DEG for one in kept):
            kept.append(way)
        if len(kept) == TRIED:
            break
    return kept
