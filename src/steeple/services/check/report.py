"""What a check answers."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.findings.check.note import CheckFigure, CheckNote, Move
from steeple.core.findings.finding import Verdict
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence

PicturePlace = tuple[float, float]
"""Shares of the width and the height of the picture, from its top left corner."""
Trusted = Literal["zoom", "tape", "picture"]


class Measured(Result):
    """A figure and two standard errors of it."""

    value: float
    error: float


class SharpRow(Result):
    """Sharpness at one place of the chart."""

    name: str
    at: PicturePlace
    mtf50_cy_px: float
    error: float
    detail_contrast: float | None


class LightCell(Result):
    """Light at one place of the zone, in stops about its mean."""

    x_mm: float
    y_mm: float
    stops: float


class Overlay(Result):
    """What is drawn over the picture: outlines as places of the picture."""

    zone: tuple[PicturePlace, ...]
    zone_top: tuple[PicturePlace, ...]
    planned_frame: tuple[PicturePlace, ...] = Field(
        description="What the frame should show of the work, as it lies in this picture."
    )
    delivered: tuple[PicturePlace, ...]
    cross: PicturePlace
    planned_centre: PicturePlace | None
    marks: tuple[PicturePlace, ...]


class TapReading(Result):
    """What a clip of a tap tells."""

    peak_px: float
    peak_mm: float | None
    rings_s: float | None
    frequency_hz: float | None
    before_px: float
    frames: int
    planned_hz: float | None
    says: Sentence
    track: tuple[tuple[float, float], ...] = Field(description="Seconds and pixels from rest.")


class FileSettings(Result):
    """How a picture was taken, by its file."""

    focal_mm: float | None
    f_number: float | None
    exposure_s: float | None
    iso: float | None


class CheckReport(Result):
    """A test frame against the plan."""

    camera: str
    verdict: Verdict
    answer: Sentence
    trusted: Trusted
    size_px: tuple[int, int]
    marks: int
    hidden: int
    residual_px: float
    measured: dict[str, Measured]
    figures: tuple[CheckFigure, ...]
    notes: tuple[CheckNote, ...]
    moves: tuple[Move, ...] = Field(description="All moves, in the order in which they are made.")
    sharpness: tuple[SharpRow, ...] = ()
    light: tuple[LightCell, ...] = ()
    overlay: Overlay
    settings: FileSettings | None = None
    tap: TapReading | None = None
    as_built: AsBuilt = Field(description="What is kept where it is taken as built.")
