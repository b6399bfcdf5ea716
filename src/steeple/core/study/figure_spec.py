"""What a figure is: its name, formula, source, and how it is read off a study."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from steeple.core.study.inputs import Inputs
from steeple.core.study.result import Put, Quantity

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

Computed = tuple[Quantity, tuple[Put, ...]]


@dataclass(frozen=True, slots=True)
class FigureSpec:
    """One figure: how it is called, what it holds for, its formula and source, and how to read it
    off a study. ``compute`` gives None where the figure is not known."""

    key: str
    title: str
    holds_for: str
    formula: str
    source: str
    compute: Callable[[Inputs], Computed | None]
    note: str = ""
