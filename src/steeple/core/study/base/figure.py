"""What a figure is: its name, formula, source, and how it is read off a study."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity
from steeple.core.units import Unit

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


class Put(Result):
    """One number put into a formula."""

    symbol: str
    meaning: str
    quantity: Quantity
    assumed: bool = False


class Working(Result):
    """The arithmetic of one figure."""

    figure: str
    formula: str
    puts: tuple[Put, ...]
    source: str
    note: str = ""


class Figure(Result):
    """One computed figure, with the plane or point it holds for."""

    key: str
    about: str
    title: str
    holds_for: str
    quantity: Quantity


S = TypeVar("S")
Computed = tuple[Quantity, tuple[Put, ...]]
Source = TypeVar("Source", bound="Numbers[Any]")


@dataclass(frozen=True, slots=True)
class Numbers(Generic[S]):
    """The numbers that the formulas of a step take, each marked where it was assumed."""

    study: S
    assumptions: Assumptions

    def knows(self, key: str) -> bool:
        """Whether enough is known for the figure of that key to be asked at all."""
        del key
        return True

    def put(
        self, symbol: str, meaning: str, value: float, unit: Unit, *fields: str
    ) -> tuple[Put, ...]:
        """One number, marked assumed where one of ``fields`` (paths in the plan) was."""
        assumed = self.assumptions.covers(*fields)
        quantity = Quantity(value=value, unit=unit)
        return (Put(symbol=symbol, meaning=meaning, quantity=quantity, assumed=assumed),)


@dataclass(frozen=True)
class FigureSpec(Generic[Source]):
    """One figure: how it is called, what it holds for, its formula and source, and how to read it
    off a study. ``compute`` gives None where the figure is not known. ``documented``: of a figure that there is
    for each of several things only that of the first stands in the docs."""

    key: str
    title: str
    holds_for: str
    formula: str
    source: str
    compute: Callable[[Source], Computed | None]
    note: str = ""
    documented: bool = True

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


def read_figures(
    specs: Sequence[FigureSpec[Source]], numbers: Source, about: str
) -> tuple[tuple[Figure, ...], tuple[Working, ...]]:
    """Every figure that is known, with its working, in the order of the specs.

    Parameters
    ----------
    specs
        the figures of a step.
    numbers
        what they are computed from.
    about
        id of the camera that they are of.
    """
    known = [spec.read(numbers, about) for spec in specs if numbers.knows(spec.key)]
    found = [one for one in known if one is not None]
    return tuple(figure for figure, _ in found), tuple(working for _, working in found)
