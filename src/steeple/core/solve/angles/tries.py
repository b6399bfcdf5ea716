"""Free cameras and lenses, each set as well as it can be from a direction."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from steeple.core.budget import look
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position
from steeple.core.solve.angles.ways import MOST_AWAY_MM, Way
from steeple.core.solve.angles.wish import Wish, wide_mm
from steeple.core.solve.lens.rows import ROW_ZOOMS
from steeple.core.solve.lens.search import WEIGHTS, Candidate, best_of, candidates
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.camera import given_camera
from steeple.core.study.inputs.lamp import direction_of
from steeple.core.study.lens.framing import framing_of
from steeple.core.study.light.dome import apart_deg

NEAR_WAY_DEG = 30.0
"""A mount point serves a wish whose nearest direction is no farther from it."""
LEAST_EASY_MM, LEAST_PORTRAIT_MM, EASY_TIMES = 700.0, 1_200.0, 1.6
"""A comfortable distance: so many times the width of what is filmed, and at least so far; farther from
a face, whose nose a near lens makes large. Planning values of our own."""


@dataclass(frozen=True, slots=True)
class Try:
    """A direction with a camera set as well as it can be."""

    way: Way
    part: Camera
    best: Candidate
    owned: bool

    @property
    def weight(self) -> int:
        """What stands against it; the finest line may be left to another camera by an overview."""
        unmet = set(self.best.unmet)
        spared = {"detail"} if self.best.camera.is_overview else set()
        return sum(WEIGHTS[code] for code in unmet - spared)

    @property
    def order(self) -> tuple[bool, int, float]:
        """Owned first; what meets most; what sees most."""
        return not self.owned, self.weight, -round(self.way.merit, 3)

    @property
    def ease(self) -> float:
        """How far it is from a comfortable distance, and how little of the finest line it shows: a lens
        very near makes hands large and gets in their way, one far off is hard to hold."""
        work = self.best.framing.work
        portrait = work.target is not None and work.target.shows_head
        least = LEAST_PORTRAIT_MM if portrait else LEAST_EASY_MM
        comfortable = min(MOST_AWAY_MM, max(least, EASY_TIMES * wide_mm(work)))
        d = self.best.d_mm
        px = self.best.framing.detail_px(d)
        return abs(math.log(max(d, 1.0) / comfortable)) + 0.3 * max(0.0, 2.0 - px)


def _free_gear(wish: Wish, owned: Owned) -> tuple[list[Body], list[Lens], bool]:
    """Bodies and lenses that no camera uses which stands with it; where no body is left, those in use,
    as something to get."""
    others = wish.others
    mine = wish.plan.cameras[wish.index]
    bodies, lenses = list(owned.bodies), list(owned.lenses)
    for one in others:
        if one.body in bodies:
            bodies.remove(one.body)
        if one.lens in lenses:
            lenses.remove(one.lens)
    if mine.body is not None and mine.body not in bodies:
        bodies.insert(0, mine.body)
    if mine.lens is not None and mine.lens not in lenses:
        lenses.insert(0, mine.lens)
    if bodies and (lenses or any(one.takes_no_lens for one in bodies)):
        return bodies, lenses, True
    used_bodies = [one.body for one in others if one.body is not None]
    used_lenses = [one.lens for one in others if one.lens is not None]
    return used_bodies[:2], [*lenses, *used_lenses][:4], False


def _pairs(wish: Wish, owned: Owned) -> Iterator[tuple[Camera, bool]]:
    bodies, lenses, free = _free_gear(wish, owned)
    part = wish.plan.cameras[wish.index]
    for body in dict.fromkeys(bodies):
        glass: Sequence[Lens | None] = (None,)
        if not body.takes_no_lens:
            glass = [one for one in dict.fromkeys(lenses) if one.fits(body)]
        for lens in glass:
            mode = part.mode if body == part.body else None
            yield (
                part.model_copy(
                    update={"body": body, "lens": lens, "mode": mode, "body_id": None,
                            "lens_id": None, "f_number": None}
                ),
                free,
            )  # fmt: skip


def _mount_tries(
    wish: Wish, ways: Sequence[Way], pairs: Sequence[tuple[Camera, bool]]
) -> list[Try]:
    """Free mount points from which the wish can be met, each with the camera that suits it best."""
    used = {one.mount for one in wish.others}
    found = []
    for mount in wish.plan.mounts:
        if mount.name in used:
            continue
        middle = wish.work(0.0, 45.0).middle
        place = Vector(mount.x_mm, mount.y_mm, mount.z_mm)
        azimuth, elevation, _ = direction_of(middle, place)
        way = min(ways, key=lambda one: apart_deg(one.at, (azimuth, elevation)), default=None)
        if way is None or apart_deg(way.at, (azimuth, elevation)) > NEAR_WAY_DEG:
            continue
        way = replace(way, azimuth=azimuth, elevation=elevation)
        row = []
        for part, free in pairs:
            look()
            aim = Aim(tilt_deg=90.0 - elevation, toward_deg=(azimuth + 180.0) % 360.0)
            aimed = part.model_copy(update={"aim": aim, "mount": mount.name})
            camera = given_camera(aimed, wish.index, wish.bench, Assumptions())
            if camera is None:
                continue
            framing = framing_of(
                camera, wish.bench, None if camera.lens is None else camera.lens.focal_min_mm
            )
            value = framing.value_of(place.minus(framing.base).length)
            there = candidates(camera, wish.bench, within=(value, value), zooms=ROW_ZOOMS)
            # From a fixed place the longest zoom that takes it in shows it largest.
            fits = [one for one in there if one.works]
            best = max(fits, key=lambda one: one.focal_mm or 0.0) if fits else best_of(there)
            row.append(Try(way, aimed, best, free))
        row.sort(key=lambda one: (one.order, one.ease))
        found += row[:2]
    return found


def tries_of(wish: Wish, ways: Sequence[Way], all_ways: Sequence[Way], owned: Owned) -> list[Try]:
    """Every free camera set from some directions, the best of each direction first; and from the mount
    points of the room that lie near any of ``all_ways``."""
    pairs = list(_pairs(wish, owned))
    found: list[list[Try]] = []
    for way in ways:
        aim = Aim(tilt_deg=90.0 - way.elevation, toward_deg=(way.azimuth + 180.0) % 360.0)
        if wish.asked.role == "overhead":
            aim = Aim()
        row = []
        for part, free in pairs:
            look()
            aimed = part.model_copy(update={"aim": aim})
            camera = given_camera(aimed, wish.index, wish.bench, Assumptions())
            if camera is None:
                continue
            best = best_of(candidates(camera, wish.bench, zooms=ROW_ZOOMS))
            row.append(Try(way, aimed, best, free))
        row.sort(key=lambda one: (one.order, one.ease))
        found.append(row)
    first = [row[0] for row in found if row] + _mount_tries(wish, all_ways, pairs)
    second = [row[1] for row in found if len(row) > 1]
    return sorted(first, key=lambda one: one.order) + sorted(second, key=lambda one: one.order)


def with_camera(wish: Wish, tried: Try) -> Plan:
    """The plan of a wish with the camera as it was tried."""
    place = tried.best.framing.position(tried.best.d_mm)
    part = tried.part.model_copy(
        update={
            "roll_deg": tried.best.camera.roll_deg or None,
            "focal_mm": tried.best.focal_mm,
            "f_number": tried.best.f_number,
            "position": Position(
                x_mm=round(place.x, 1), y_mm=round(place.y, 1), z_mm=round(place.z, 1)
            ),
        }
    )
    cameras = list(wish.plan.cameras)
    cameras[wish.index] = part
    return wish.plan.model_copy(update={"cameras": tuple(cameras)})
