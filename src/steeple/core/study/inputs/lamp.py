"""Lamps and cards of the plan as areas of light, with every gap filled and noted."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from types import MappingProxyType

import numpy as np

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.vectors import Vector, heading
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.light.colour import mired
from steeple.core.light.emitters import (
    NO_TABLES,
    Emitter,
    Shape,
    axis_intensity,
    exponent_of,
    light_at,
)
from steeple.core.light.ies import Photometry, read_ies
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.lamp import Light
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, mm, times_or_none
from steeple.core.study.inputs.work import GivenWork

USUAL_PLACE: Mapping[str, tuple[float, float, float]] = MappingProxyType(
    {
        "key": (330.0, 50.0, 1100.0),
        "fill": (60.0, 45.0, 1200.0),
        "back": (0.0, 40.0, 1300.0),
        "background": (0.0, 20.0, 1500.0),
        "practical": (0.0, 75.0, 1600.0),
    }
)
"""Azimuth, elevation and distance where a lamp of a role begins, for a right-handed maker; mirrored
for a left-handed one. They are counted from the work as it lies: before an easel, elevation 90° is
square to the canvas. Our own planning values: the dome says where it is better."""
UPRIGHT_DEG, UPRIGHT_KEY = 45.0, (348.0, 34.0, 1150.0)
"""From that tilt on the maker stands before the work, and the first lamp begins higher, over the head."""
USUAL_BEAM_DEG = {
    "rectangle": 120.0,
    "disc": 120.0,
    "ring": 120.0,
    "spot": 30.0,
    "bulb": 179.5,
    "shaded bulb": 100.0,
}
USUAL_WIDTH_MM = {
    "rectangle": 300.0,
    "disc": 120.0,
    "ring": 350.0,
    "spot": 80.0,
    "bulb": 60.0,
    "shaded bulb": 150.0,
}
USUAL_CCT_K = 5600.0
SHAPES: Mapping[str, Shape] = MappingProxyType(
    {
        "rectangle": "rectangle", "disc": "disc", "ring": "ring", "bulb": "bulb", "spot": "disc",
        "shaded bulb": "disc",
    }
)  # fmt: skip
"""The area of light that each kind of lamp is: the open end of a shade, the lens of a spot."""
RING_HOLE = 0.72
"""Inner by outer diameter of a ring lamp; a planning value of our own."""
UNKNOWN_CD = 1000.0
"""Stands in for the brightness of a lamp that is not known, where only shares matter."""


_TOLERANCE_MM = 0.5


@dataclass(frozen=True, slots=True)
class GivenLamp:
    """A lamp ready for the physics. Millimetres; ``full_cd`` is its intensity on the axis at full
    level, None where its brightness is not known. ``level`` is 0 … 1."""

    index: int
    at: str
    part: Light
    emitter: Emitter
    full_cd: float | None
    level: float
    cct_k: float

    @property
    def name(self) -> str:
        """What it is called."""
        return self.part.fixture.name

    @property
    def centre(self) -> Vector:
        """Its middle."""
        return self.emitter.centre

    def with_flux(self, flux_lm: float) -> GivenLamp:
        """The same as if its flux were known, in lumens."""
        full = flux_lm / (4 * math.pi)
        if self.emitter.shape != "bulb":
            full = axis_intensity(flux_lm=flux_lm, exponent=self.emitter.exponent)
        return replace(self, emitter=replace(self.emitter, intensity_cd=full * self.level))

    @property
    def is_lit(self) -> bool:
        """Whether it is switched on and gives light."""
        return self.part.lit and self.level > 0


TOO_LOW, TOO_HIGH = "too low for its stand", "too high for its stand"
STAND_ENDS = (TOO_LOW, TOO_HIGH)
Reach = tuple[float | None, float | None]
"""Least and greatest height of a lamp above the table; None = no end that is known."""


def reach_of(light: Light, work: GivenWork) -> Reach:
    """How low and how high the stand of a lamp holds it: as its stand does, unless it was said of the lamp
    itself.

    Parameters
    ----------
    light
        as the plan has it.
    work
        for the height of the table that heights count from.
    """
    low, high = light.stand_lowest_mm, light.stand_highest_mm
    stand = light.stand
    if stand is None or stand.form == "fixed overhead":
        return low, high
    foot = 0.0 if stand.form == "clamp on the table" else -work.table_height_mm
    if low is None and stand.lowest_mm is not None:
        low = foot + stand.lowest_mm
    if high is None and stand.highest_mm is not None:
        high = foot + stand.highest_mm
    return low, high


def beyond_stand(height_mm: float, reach: Reach) -> str:
    """What is against a height, by the stand; empty where it reaches there."""
    low, high = reach
    if low is not None and height_mm < low - _TOLERANCE_MM:
        return TOO_LOW
    if high is not None and height_mm > high + _TOLERANCE_MM:
        return TOO_HIGH
    return ""


def spot_at(centre: Vector, azimuth_deg: float, elevation_deg: float, distance_mm: float) -> Vector:
    """A place in a direction from another: azimuth clockwise from straight away from the maker."""
    level = distance_mm * math.cos(math.radians(elevation_deg))
    up = distance_mm * math.sin(math.radians(elevation_deg))
    way = heading(azimuth_deg % 360.0)
    return centre.plus(Vector(way.x * level, way.y * level, up))


def spot_before(
    plane: WorkPlane, azimuth_deg: float, elevation_deg: float, distance_mm: float
) -> Vector:
    """A place in a direction counted from the work as it lies: elevation off its plane, on the side
    that one looks at, azimuth from the way up its slope. Flat, as `spot_at`."""
    way = spot_at(Vector(0.0, 0.0, 0.0), azimuth_deg, elevation_deg, distance_mm)
    right = Vector(1.0, 0.0, 0.0)
    return (
        plane.middle.plus(right.times(way.x))
        .plus(plane.slope.times(way.y))
        .plus(plane.normal.times(way.z))
    )


def direction_before(plane: WorkPlane, place: Vector) -> tuple[float, float, float]:
    """Azimuth, elevation and distance of a place, counted as `spot_before` does."""
    x, s, h = plane.place(place)
    return direction_of(Vector(0.0, 0.0, 0.0), Vector(x, s, h))


def direction_of(centre: Vector, place: Vector) -> tuple[float, float, float]:
    """Azimuth, elevation and distance of a place from another."""
    way = place.minus(centre)
    flat = math.hypot(way.x, way.y)
    azimuth = math.degrees(math.atan2(way.x, way.y)) % 360.0
    return azimuth, math.degrees(math.atan2(way.z, flat)), way.length


def photometry_of(fixture: Fixture) -> Photometry | None:
    """What its IES file says; None where it has none."""
    return None if fixture.ies is None else read_ies(fixture.ies)


def measured_in(fixtures: Iterable[Fixture]) -> tuple[str, ...]:
    """The IES files of some lamps, each once."""
    return tuple(dict.fromkeys(one.ies for one in fixtures if one.ies is not None))


@lru_cache(maxsize=32)
def tables_of(measured: tuple[str, ...]) -> Array:
    """Their intensities as the kernels take them."""
    return np.array([read_ies(one).table for one in measured]) if measured else NO_TABLES


def beam_of(fixture: Fixture) -> float:
    """Its beam angle: as given, by its file, or usual for its kind."""
    measured = photometry_of(fixture)
    told = None if measured is None else measured.beam_deg
    return min(fixture.beam_deg or told or USUAL_BEAM_DEG[fixture.emitter], 179.5)


def lamp_size(fixture: Fixture) -> tuple[float, float]:
    """Width and height of what glows: as given, by its file, or usual for its kind."""
    measured = photometry_of(fixture)
    told = (0.0, 0.0) if measured is None else (measured.width_mm, measured.length_mm)
    width = fixture.width_mm or told[0] or USUAL_WIDTH_MM[fixture.emitter]
    height = (fixture.height_mm or told[1]) if fixture.emitter == "rectangle" else None
    return width, height or width


def emitter_of(
    fixture: Fixture,
    centre: Vector,
    toward: Vector,
    intensity_cd: float,
    measured: tuple[str, ...] = (),
) -> Emitter:
    """A fixture as an area of light in its place. A file that is among ``measured`` rules where its
    light goes; one that is not is told by its beam angle alone."""
    width, height = lamp_size(fixture)
    shape = SHAPES[fixture.emitter]
    return Emitter(
        shape=shape,
        centre=centre,
        toward=toward,
        width_mm=width,
        height_mm=height,
        intensity_cd=intensity_cd,
        exponent=0.0 if fixture.emitter == "bulb" else exponent_of(beam_of(fixture)),
        table=measured.index(fixture.ies) if fixture.ies in measured else -1,
        hole_mm=width * RING_HOLE if fixture.emitter == "ring" else 0.0,
    )


def full_intensity(fixture: Fixture) -> float | None:
    """Intensity on the axis at full level as its figures say, times what was learned of it; None where they do
    not say."""
    told = _told_intensity(fixture)
    return None if told is None else told * (fixture.learned_light_share or 1.0)


def _told_intensity(fixture: Fixture) -> float | None:
    """Intensity on the axis at full level, from the flux or the light at one metre; None where
    neither is known.

    The light at one metre is that of the whole area at that distance, not of a point. An IES file
    goes before both.
    """
    told = photometry_of(fixture)
    if told is not None:
        return told.axis_cd
    if fixture.flux_lm is not None:
        if fixture.emitter == "bulb":
            return fixture.flux_lm / (4 * math.pi)
        return axis_intensity(flux_lm=fixture.flux_lm, exponent=exponent_of(beam_of(fixture)))
    if fixture.illuminance_at_1_m_lx is None:
        return None
    one = emitter_of(fixture, Vector(0.0, 0.0, 1000.0), Vector(0.0, 0.0, -1.0), 1.0)
    lit = light_at(np.zeros((1, 3)), np.array([0.0, 0.0, 1.0]), (one,)).free[0, 0]
    return fixture.illuminance_at_1_m_lx / float(lit)


def given_lamps(plan: Plan, work: GivenWork, assumptions: Assumptions) -> tuple[GivenLamp, ...]:
    """The lamps of a plan; a place left out is the usual one of its role, which is noted."""
    measured = measured_in(one.fixture for one in plan.lights)
    return tuple(
        _given_lamp(light, index, work, measured, assumptions)
        for index, light in enumerate(plan.lights)
    )


def _given_lamp(
    light: Light,
    index: int,
    work: GivenWork,
    measured: tuple[str, ...],
    assumptions: Assumptions,
) -> GivenLamp:
    at = f"lights/{index}"
    fixture = light.fixture
    middle = aim_of(light, work)
    place = _place(light, at, work, assumptions)
    if fixture.width_mm is None and fixture.ies is None:
        assumptions.note(
            f"{at}/fixture/width_mm",
            "a usual lamp of this kind; measure what glows",
            quantity=mm(USUAL_WIDTH_MM[fixture.emitter]),
        )
    if fixture.beam_deg is None and fixture.ies is None and fixture.emitter != "bulb":
        assumptions.note(
            f"{at}/fixture/beam_deg",
            "usual for this kind of lamp",
            quantity=Quantity(value=USUAL_BEAM_DEG[fixture.emitter], unit="deg"),
        )
    full = full_intensity(fixture)
    if full is not None:
        learned = times_or_none(fixture.learned_light_share)
        assumptions.note_learned(
            f"{at}/fixture/learned_light_share", learned, "light by what its figures say"
        )
        full *= _through_gel(light, at, assumptions)
    level = 1.0 if light.level_percent is None else light.level_percent / 100.0
    cct = light.cct_k or fixture.cct_k
    if cct is None:
        assumptions.note(
            f"{at}/fixture/cct_k",
            "as daylight; its box says",
            quantity=Quantity(value=USUAL_CCT_K, unit="k"),
        )
    return GivenLamp(
        index=index,
        at=at,
        part=light,
        emitter=emitter_of(
            fixture,
            place,
            middle.minus(place),
            (UNKNOWN_CD if full is None else full) * level,
            measured,
        ),
        full_cd=full,
        level=level,
        cct_k=_shifted(cct or USUAL_CCT_K, light),
    )


GEL_SENDS = 0.6
"""Share of the light that a gel of which it is not known lets through; a planning value."""


def _through_gel(light: Light, at: str, assumptions: Assumptions) -> float:
    """The share of its light that the gel before a lamp lets through."""
    if light.gel is None:
        return 1.0
    if light.gel.transmittance is not None:
        return light.gel.transmittance
    assumptions.note(
        f"{at}/gel/transmittance",
        "usual for such a gel",
        quantity=Quantity(value=100 * GEL_SENDS, unit="percent"),
    )
    return GEL_SENDS


def _shifted(cct_k: float, light: Light) -> float:
    """The colour of a lamp behind its gel."""
    if light.gel is None:
        return cct_k
    return 1e6 / max(50.0, mired(cct_k) + light.gel.shift_mired)


def aim_of(light: Light, work: GivenWork) -> Vector:
    """Where a lamp is turned to."""
    middle, aim = work.plane.middle, light.aim
    return Vector(
        middle.x if aim.x_mm is None else aim.x_mm,
        middle.y if aim.y_mm is None else aim.y_mm,
        middle.z if aim.z_mm is None else aim.z_mm,
    )


def _place(light: Light, at: str, work: GivenWork, assumptions: Assumptions) -> Vector:
    azimuth, elevation, distance = USUAL_PLACE[light.role]
    if light.role == "key" and work.plane.tilt_deg >= UPRIGHT_DEG:
        azimuth, elevation, distance = UPRIGHT_KEY
    if not work.maker.right_handed:
        azimuth = (360.0 - azimuth) % 360.0
    usual = spot_before(work.plane, azimuth, elevation, distance)
    given = light.position
    values = []
    for name, value, place in (
        ("x_mm", given.x_mm, usual.x),
        ("y_mm", given.y_mm, usual.y),
        ("z_mm", given.z_mm, usual.z),
    ):
        if value is None:
            assumptions.note(
                f"{at}/position/{name}",
                "where such a lamp begins; see the dome",
                quantity=mm(place),
            )
        values.append(place if value is None else value)
    return Vector(*values)
