"""What makes the pictures and sounds of several cameras one film: where to clap, how late each sound is,
and what is set alike.

Reference: speed of sound in air at 20 °C, 343 m/s (Kuttruff, *Room Acoustics*).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from steeple.core.angles.sight import hides
from steeple.core.geometry.vectors import Vector
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.angles.things import solids_in
from steeple.core.study.inputs.work import GivenWork

CLAP_ABOVE_MM = 150.0
"""Hands clap so far above the work; a planning value."""
PLACES = (9, 7)
SPEED_MM_S = 343_000.0
RATE_SAME_HZ = 0.01


@dataclass(frozen=True, slots=True)
class Clap:
    """Where to clap: the place that most cameras see, of those the nearest to the middle of the work.

    ``unseen`` holds the ids of the cameras that do not see it; ``late_frames`` how late its sound comes to
    each camera, by id.
    """

    place: Vector
    unseen: tuple[str, ...]
    late_frames: tuple[tuple[str, float], ...]


@dataclass(frozen=True, slots=True)
class Unlike:
    """Something in which two cameras differ: what, and the value of each camera by id."""

    what: str
    values: tuple[tuple[str, float], ...]


def clap_of(work: GivenWork, studies: Sequence[AngleStudy]) -> Clap | None:
    """Where a clap is seen by every camera, or by most; None where no camera forms a picture.

    Parameters
    ----------
    work
        as it lies on the table.
    studies
        the cameras that stand together, each as the angles step has it.
    """
    if not studies:
        return None
    across, along = PLACES
    plane = work.plane
    height = work.top_mm + CLAP_ABOVE_MM
    places = plane.lattice(across, along, height)
    seen = []
    for one in studies:
        inside = one.pyramid.within(places)
        hidden = hides(one.lens.position, places, solids_in(one.still)).any(axis=0)
        seen.append(inside & ~hidden)
    counts = np.sum(seen, axis=0)
    middle = np.array([*plane.point(0.0, 0.0, height)])
    off = np.linalg.norm(places - middle, axis=1)
    best = int(np.lexsort((off.round(3), -counts))[0])
    place = Vector(*places[best].tolist())
    rate = work.frame_rate_hz
    return Clap(
        place=place,
        unseen=tuple(
            one.lens.camera.id for one, sees in zip(studies, seen, strict=True) if not sees[best]
        ),
        late_frames=tuple(
            (one.lens.camera.id, place.minus(one.lens.position).length / SPEED_MM_S * rate)
            for one in studies
        ),
    )


def _rate_hz(study: AngleStudy) -> float:
    return study.lens.camera.frame_rate_hz(study.work.frame_rate_hz)


def _per_exposure_hz(study: AngleStudy) -> float:
    return 1.0 / study.sight.shutter_s


def unlike(studies: Sequence[AngleStudy]) -> tuple[Unlike, ...]:
    """In which settings cameras that are cut together differ: frames a second, exposure time.

    Parameters
    ----------
    studies
        the cameras that stand together.
    """
    found = []
    for what, read in (("frame rate", _rate_hz), ("exposure time", _per_exposure_hz)):
        values = tuple((one.lens.camera.id, read(one)) for one in studies)
        each = [value for _, value in values]
        if each and max(each) - min(each) > RATE_SAME_HZ:
            found.append(Unlike(what, values))
    return tuple(found)


def leads(studies: Sequence[AngleStudy]) -> str:
    """Id of the camera whose clock the others follow: the one whose sound of the clap is the earliest.

    Parameters
    ----------
    studies
        the cameras that stand together, at least one.
    """
    middle = studies[0].work.bench.plane.middle
    return min(studies, key=lambda one: math.dist([*one.lens.position], [*middle])).lens.camera.id
