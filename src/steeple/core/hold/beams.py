"""Bending of booms, poles and crossbars: sag and slope anywhere, for loads anywhere.

A beam is a row of tubes, each of one stiffness. Deflections come from the unit-load theorem,
``y(x) = ∫ M(s)·m(s) ÷ (E·I(s)) ds``, integrated piece by piece with Gauss points enough for the
polynomials at hand, so that they are exact for the closed forms of the textbooks.

References: Roark, *Formulas for Stress and Strain*, ch. on beams (table of shear, moment, slope and
deflection formulas); Meriam & Kraige, *Engineering Mechanics: Statics*; Timoshenko, *Strength of
Materials*, unit-load method. Small deflections of straight beams; shear is left out, which is below
1 % for tubes longer than about 20 diameters.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

import numpy as np
import numpy.typing as npt

from steeple.core.errors import InputError
from steeple.core.units import positive

Array = npt.NDArray[np.float64]
Ends = Literal["cantilever", "simple"]
GRAVITY = 9.80665
"""Standard acceleration of gravity, m/s² (CGPM 1901)."""
MODULUS_MPA: Mapping[str, float] = MappingProxyType(
    {"steel": 200_000.0, "aluminium": 69_000.0, "carbon": 120_000.0, "wood": 10_000.0}
)
"""Young's modulus in N/mm². Carbon and wood are estimates: both vary by a factor of about two with
lay-up and kind."""
DENSITY_G_MM3: Mapping[str, float] = MappingProxyType(
    {"steel": 7.85e-3, "aluminium": 2.70e-3, "carbon": 1.6e-3, "wood": 0.65e-3}
)
_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(4)


def tube_inertia(*, outer_mm: float, wall_mm: float) -> float:
    """Second moment of area of a round tube, π·(D⁴ − d⁴) ÷ 64, in mm⁴.

    Parameters
    ----------
    outer_mm
        outer diameter D, above 0.
    wall_mm
        wall, above 0; from half the diameter on the tube is a solid rod.

    Raises
    ------
    InputError
        For a figure that is not above 0.
    """
    outer, wall = positive(outer_mm, "outer_mm"), positive(wall_mm, "wall_mm")
    inner = max(0.0, outer - 2 * wall)
    return math.pi * (outer**4 - inner**4) / 64.0


def tube_mass_per_mm(*, outer_mm: float, wall_mm: float, material: str) -> float:
    """Mass of a millimetre of tube, in grams.

    Parameters
    ----------
    outer_mm
        outer diameter, > 0.
    wall_mm
        thickness of the wall, > 0.
    material
        of the tube.
    """
    outer, wall = positive(outer_mm, "outer_mm"), positive(wall_mm, "wall_mm")
    inner = max(0.0, outer - 2 * wall)
    return math.pi * (outer**2 - inner**2) / 4.0 * DENSITY_G_MM3[material]


@dataclass(frozen=True, slots=True)
class Stretch:
    """A length of beam of one stiffness. ``stiffness_n_mm2`` is E·I; mass in grams a millimetre."""

    length_mm: float
    stiffness_n_mm2: float
    mass_g_mm: float


def tube(*, length_mm: float, outer_mm: float, wall_mm: float, material: str) -> Stretch:
    """A length of tube as a stretch of beam.

    Parameters
    ----------
    length_mm
        > 0.
    outer_mm
        outer diameter, > 0.
    wall_mm
        thickness of the wall, > 0.
    material
        of the tube.
    """
    return Stretch(
        length_mm=length_mm,
        stiffness_n_mm2=MODULUS_MPA[material] * tube_inertia(outer_mm=outer_mm, wall_mm=wall_mm),
        mass_g_mm=tube_mass_per_mm(outer_mm=outer_mm, wall_mm=wall_mm, material=material),
    )


@dataclass(frozen=True, slots=True)
class PointLoad:
    """A weight at a place along a beam, from its fixed or left end."""

    at_mm: float
    mass_g: float

    @property
    def force_n(self) -> float:
        """Its weight, in newtons."""
        return self.mass_g / 1000.0 * GRAVITY


@dataclass(frozen=True, slots=True)
class Beam:
    """A beam of stretches, fixed at its first end (cantilever) or resting on both (simple)."""

    ends: Ends
    stretches: tuple[Stretch, ...]

    def __post_init__(self) -> None:
        if not self.stretches:
            raise InputError("missing", "A beam needs at least one stretch.", field="stretches")
        for one in self.stretches:
            positive(one.length_mm, "length_mm")
            positive(one.stiffness_n_mm2, "stiffness_n_mm2")

    @property
    def length_mm(self) -> float:
        """All stretches together."""
        return sum(one.length_mm for one in self.stretches)

    @property
    def mass_g(self) -> float:
        """The mass of its tubes, without what hangs on it."""
        return sum(one.length_mm * one.mass_g_mm for one in self.stretches)

    def _joints(self) -> list[float]:
        joints, at = [0.0], 0.0
        for one in self.stretches:
            at += one.length_mm
            joints.append(at)
        return joints

    def _points(self, extra: Sequence[float]) -> tuple[Array, Array]:
        """Gauss points along the beam and their weights, over pieces between all breaks."""
        length = self.length_mm
        breaks = np.unique([*self._joints(), *(min(max(x, 0.0), length) for x in extra)])
        half = np.diff(breaks) / 2
        middle = (breaks[1:] + breaks[:-1]) / 2
        s = (middle[:, None] + half[:, None] * _NODES).ravel()
        w = (half[:, None] * _WEIGHTS).ravel()
        return s, w

    def _at(self, s: Array, values: Sequence[float]) -> Array:
        index = np.searchsorted(np.array(self._joints()[1:-1]), s, side="right")
        return np.asarray(values, dtype=np.float64)[index]

    def _moment_of_force(self, s: Array, at: float) -> Array:
        """Bending moment at s of a unit force downward at a place, hogging negative (cantilever)."""
        if self.ends == "cantilever":
            return -np.maximum(at - s, 0.0)
        length = self.length_mm
        return np.where(s <= at, (length - at) * s, at * (length - s)) / length

    def _moment_of_couple(self, s: Array, at: float) -> Array:
        """Bending moment at s of a unit couple (turning the beam down toward its far end)."""
        if self.ends == "cantilever":
            return np.where(s <= at, -1.0, 0.0)
        length = self.length_mm
        return np.where(s <= at, -s / length, 1.0 - s / length)

    def _own_moment(self, s: Array) -> Array:
        """Bending moment of a cantilever's own weight, N·mm."""
        total = np.zeros_like(s)
        for start, one in zip(self._joints(), self.stretches, strict=False):
            weight = one.mass_g_mm / 1000.0 * GRAVITY
            begin = np.clip(s, start, start + one.length_mm)
            end = start + one.length_mm
            total -= weight * (end - begin) * ((begin + end) / 2 - s)
        return total

    def _own_moment_simple(self, s: Array) -> Array:
        """The same for a beam on two supports, from the reaction at its first end."""
        joints, length = self._joints(), self.length_mm
        reaction = 0.0
        for start, one in zip(joints, self.stretches, strict=False):
            weight = one.mass_g_mm / 1000.0 * GRAVITY * one.length_mm
            reaction += weight * (length - start - one.length_mm / 2) / length
        moment = reaction * s
        for start, one in zip(joints, self.stretches, strict=False):
            weight = one.mass_g_mm / 1000.0 * GRAVITY
            covered = np.clip(s - start, 0.0, one.length_mm)
            moment = moment - weight * covered * (s - start - covered / 2)
        return moment

    def moment(self, s: Array, loads: Sequence[PointLoad], *, own_weight: bool = True) -> Array:
        """Bending moment along the beam in N·mm, sagging positive.

        Parameters
        ----------
        s
            places from the first end, mm, shape (n,).
        loads
            weights on it.
        own_weight
            whether the tube itself weighs.
        """
        total = np.zeros_like(s)
        if own_weight:
            total = self._own_moment(s) if self.ends == "cantilever" else self._own_moment_simple(s)
        for load in loads:
            total = total + self._moment_of_force(s, load.at_mm) * load.force_n
        return total

    def _integral(
        self, unit: str, at_mm: float, loads: Sequence[PointLoad], own_weight: bool
    ) -> float:
        s, w = self._points([at_mm, *(load.at_mm for load in loads)])
        of = self._moment_of_force if unit == "force" else self._moment_of_couple
        stiffness = self._at(s, [one.stiffness_n_mm2 for one in self.stretches])
        moment = self.moment(s, loads, own_weight=own_weight)
        return float(np.sum(w * moment * of(s, at_mm) / stiffness))

    def sag_mm(self, at_mm: float, loads: Sequence[PointLoad], *, own_weight: bool = True) -> float:
        """How far the beam hangs down at a place, in millimetres.

        Notes
        -----
        Cantilever with a load at its end: F·L³ ÷ (3·E·I); own weight adds w·L⁴ ÷ (8·E·I). On two
        supports, under a load at a and b from the ends: F·a²·b² ÷ (3·E·I·L).
        """
        return self._integral("force", at_mm, loads, own_weight)

    def slope_rad(
        self, at_mm: float, loads: Sequence[PointLoad], *, own_weight: bool = True
    ) -> float:
        """By how much the beam is turned at a place, in radians, down toward its far end.

        Notes
        -----
        Cantilever with a load at its end: F·L² ÷ (2·E·I).
        """
        return self._integral("couple", at_mm, loads, own_weight)

    def shape(self, at_mm: float) -> tuple[Array, Array, Array]:
        """The beam bent by a force at a place, 1 there: places, weights and shape."""
        s, w = self._points([at_mm])
        stiffness = self._at(s, [one.stiffness_n_mm2 for one in self.stretches])
        bent = self._moment_of_force(s, at_mm) / stiffness * w
        ys = np.array([float(np.sum(bent * self._moment_of_force(s, x))) for x in s])
        return s, w, ys / float(np.sum(bent * self._moment_of_force(s, at_mm)))

    def frequency_hz(self, at_mm: float, mass_g: float, others: Sequence[PointLoad] = ()) -> float:
        """First frequency of the beam with a mass at a place.

        Rayleigh's method with the shape that a force at the mass bends it into:
        ``f = √(k ÷ (m + Σ mᵢ·φᵢ² + ∫ μ·φ² ds)) ÷ 2π``. For a uniform cantilever with the mass at
        its end this is √(3·E·I ÷ ((m + 0.236·m_b)·L³)) ÷ 2π; for a beam on two supports with the
        mass in the middle the share of the beam is 17/35. Infinite for a mass on an end that
        does not give.

        Reference: Timoshenko, *Vibration Problems in Engineering*, Rayleigh's method; Thomson,
        *Theory of Vibration with Applications*.
        """
        unit = PointLoad(at_mm=at_mm, mass_g=1000.0 / GRAVITY)
        give_mm = self.sag_mm(at_mm, [unit], own_weight=False)
        if give_mm <= 1e-9:
            return math.inf
        s, w, shape = self.shape(at_mm)
        along = self._at(s, [one.mass_g_mm for one in self.stretches])
        mass_g += float(np.sum(w * along * shape**2))
        for other in others:
            mass_g += (
                other.mass_g * (self.sag_mm(other.at_mm, [unit], own_weight=False) / give_mm) ** 2
            )
        stiffness_n_m = 1000.0 / give_mm
        return math.sqrt(stiffness_n_m / (mass_g / 1000.0)) / (2 * math.pi)
