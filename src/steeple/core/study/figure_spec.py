"""What a figure is: its name, formula, source, and how it is read off a study."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Generic, TypeVar

from steeple.core.study.result import Figure, Put, Quantity, Working

HECHT = "Hecht, Optics, ch. 5 (thin lenses)"
RAY_CLOSE = "Ray, Applied Photographic Optics, close-range photography"
RAY_DEPTH = "Ray, Applied Photographic Optics, depth of field"
JACOBSON = "Jacobson, The Manual of Photography, close-up exposure"
ISO_517 = "ISO 517 (markings of lenses); Ray, Applied Photographic Optics"
SAMPLING = "Sampling theorem: two samples to a line; Hecht, Optics, Fourier optics"
PLAIN = "Plane geometry"
HARTLEY = "Hartley & Zisserman, Multiple View Geometry, ch. 6 (camera models)"
ISO_2720 = "ISO 2720 (exposure meters)"
DRILLIS = "Drillis & Contini, Body Segment Parameters, in Winter, Biomechanics"

MERIAM = "Meriam & Kraige, Engineering Mechanics: Statics"
ROARK = "Roark, Formulas for Stress and Strain, beams"
THOMSON = "Thomson, Theory of Vibration with Applications"

Computed = tuple[Quantity, tuple[Put, ...]]
Source = TypeVar("Source")


@dataclass(frozen=True)
class FigureSpec(Generic[Source]):
    """One figure: how it is called, what it holds for, its formula and source, and how to read it
    off a study. ``compute`` gives None where the figure is not known."""

    key: str
    title: str
    holds_for: str
    formula: str
    source: str
    compute: Callable[[Source], Computed | None]
    note: str = ""

    def read(self, source: Source, about: str) -> tuple[Figure, Working] | None:
        """The figure and its working, or None where it is not known."""
        computed = self.compute(source)
        if computed is None:
            return None
        quantity, puts = computed
        figure = Figure(
            key=self.key, about=about, title=self.title, holds_for=self.holds_for, quantity=quantity
        )
        return figure, Working(
            figure=self.key, formula=self.formula, puts=puts, source=self.source, note=self.note
        )
