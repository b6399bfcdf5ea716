"""Use case: test frames of a camera read and set against its plan."""

from __future__ import annotations

from collections.abc import Generator, Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

import numpy as np
from scipy.optimize import brentq

from steeple.core.budget import look
from steeple.core.errors import InputError
from steeple.core.frame.chart.layout import Paper
from steeple.core.frame.light.tones import Picture
from steeple.core.frame.pose.finding import ChartNotFound
from steeple.core.frame.pose.fitting import Fitted
from steeple.core.frame.pose.measures import Measure
from steeple.core.frame.reading import (
    Asked,
    ConstantAt,
    FrameReading,
    read_corners,
    read_frames,
)
from steeple.core.optics.view import LensView
from steeple.core.plan.document import Plan
from steeple.core.study.base.result import Result
from steeple.core.study.check.compared import Compared
from steeple.core.study.check.planned import Planned, planned_camera
from steeple.core.study.plan_study import PlanStudy
from steeple.formats.clip_file import clip_frames, clip_seconds, is_clip
from steeple.formats.picture_file import Settings, read_picture
from steeple.services.check.answering import report_of
from steeple.services.check.report import (
    CheckReport,
    TapReading,
    Trusted,
)
from steeple.services.check.tap import tap_steps

MOST_FILES = 4
SHOWN_EVERY_S = 0.25
"""Seconds of a clip between two words on how far it is."""
BAR_MM = (130.0, 170.0)
RAISED_MM = (5.0, 500.0)
HEIGHT_MM = (50.0, 5_000.0)


@dataclass(frozen=True, slots=True)
class NamedFile:
    """A file with its name."""

    name: str
    content: bytes


@dataclass(frozen=True, slots=True)
class CheckOptions:
    """What the maker says of the frames: how high the chart lay in the last of them, what a tape says of the height
    of the lens, what the bar of the printed chart measures, on what it is printed; or four corners of a rectangle
    pointed at (pixels, far left, far right, near right, near left) with its size; the day of the frames, None = today."""

    raised_mm: float | None = None
    tape_mm: float | None = None
    bar_mm: float = 150.0
    paper: Paper = "a4"
    corners: tuple[tuple[float, float], ...] = ()
    on: str | None = None
    rectangle_mm: tuple[float, float] | None = None


def _in_range(name: str, value: float, ends: tuple[float, float], what: str) -> None:
    if not ends[0] <= value <= ends[1]:
        raise InputError(
            name, f"{what} is {value:g} mm; {ends[0]:g} to {ends[1]:g} mm are taken.",
            field=name, value=value, allowed=f"{ends[0]:g} to {ends[1]:g}",
        )  # fmt: skip


def check_options(files: int, options: CheckOptions) -> None:
    """Whether such options go together.

    Raises
    ------
    InputError
        With the field, its value and its range.
    """
    if not 1 <= files <= MOST_FILES:
        raise InputError(
            "too-many-files", f"{files} files were given; 1 to {MOST_FILES} are read at once.",
            field="files", value=files, allowed=f"1 to {MOST_FILES}",
        )  # fmt: skip
    _in_range("bar", options.bar_mm, BAR_MM, "The bar of the chart")
    if options.raised_mm is not None:
        _in_range("raised", options.raised_mm, RAISED_MM, "The block under the chart")
        if files < 2:
            raise InputError(
                "raised", "A raised chart is the second of two frames: give the one with the chart on the table first.",
                field="raised", value=options.raised_mm, allowed="two frames",
            )  # fmt: skip
    if options.tape_mm is not None:
        _in_range("height", options.tape_mm, HEIGHT_MM, "The height of the lens")
    if options.corners and (len(options.corners) != 4 or options.rectangle_mm is None):
        raise InputError(
            "corners", f"{len(options.corners)} corners were given: four, and the size of the rectangle, tell a place.",
            field="corners", value=len(options.corners), allowed="4 corners and a width and depth",
        )  # fmt: skip
    if options.rectangle_mm is not None:
        for one in options.rectangle_mm:
            _in_range("rectangle", one, (20.0, 5_000.0), "A side of the rectangle")


class CheckProgress(Result):
    """How far a check is: what is being read, seconds of a clip that are read, and how long it is."""

    says: str
    done_s: float = 0.0
    of_s: float = 0.0


def check_frames(
    plan: Plan,
    camera: str | None,
    files: Sequence[NamedFile],
    options: CheckOptions | None = None,
    studies: PlanStudy | None = None,
) -> CheckReport:
    """What test frames tell of one camera of a plan: `check_steps` to its end.

    Parameters
    ----------
    plan, camera, files, options, studies
        as there.

    Raises
    ------
    InputError, DocumentError
        As there.
    """
    report = None
    for step in check_steps(plan, camera, files, options, studies):
        report = step
    assert isinstance(report, CheckReport)
    return report


def check_steps(
    plan: Plan,
    camera: str | None,
    files: Sequence[NamedFile],
    options: CheckOptions | None = None,
    studies: PlanStudy | None = None,
) -> Iterator[CheckProgress | CheckReport]:
    """What test frames tell of one camera of a plan, with how far it is; the report comes last.

    Parameters
    ----------
    plan, camera
        any; the id of the camera, None = the first.
    files
        pictures, or a clip of which the first picture is read and whose movement is told; with a raised chart
        two pictures, the second of them raised.
    options, studies
        what the maker says; where studies are remembered.

    Raises
    ------
    InputError, DocumentError
        Each with a sentence that says what to do.
    """
    options = options or CheckOptions()
    check_options(len(files), options)
    planned = planned_camera(plan, camera, studies)
    tap: TapReading | None = None
    pictures: list[Picture] = []
    settings = Settings()
    for one in files[: 2 if options.raised_mm is not None else 1]:
        look()
        if is_clip(one.content):
            pictures.append(next(clip_frames(one.content, one.name))[1])
        else:
            given = read_picture(one.content, one.name)
            pictures.append(given.picture)
            settings = given.settings if len(pictures) == 1 else settings
    size = (pictures[0].shape[1], pictures[0].shape[0])
    if any(one.shape != pictures[0].shape for one in pictures):
        raise InputError(
            "sizes", "The two frames differ in size: take both with the same setting.",
            field="files", value=f"{pictures[1].shape[1]} × {pictures[1].shape[0]}", allowed=f"{size[0]} × {size[1]}",
        )  # fmt: skip
    yield CheckProgress(says="The chart is looked for")
    compared = _compared(planned, pictures, size, settings, options, files[0].name)
    if is_clip(files[0].content):
        tap = yield from _followed(
            tap_steps(files[0].content, files[0].name, planned, compared.camera),
            clip_seconds(files[0].content),
        )
    yield report_of(
        compared,
        settings,
        tap,
        bar_mm=options.bar_mm,
        on=options.on or datetime.now().astimezone().date().isoformat(),
    )


def _followed(
    steps: Generator[float, None, TapReading], whole_s: float
) -> Generator[CheckProgress, None, TapReading]:
    """A clip followed, with a word on how far it is every so often."""
    shown = 0.0
    while True:
        try:
            at = next(steps)
        except StopIteration as end:
            tap: TapReading = end.value
            return tap
        if at - shown >= SHOWN_EVERY_S:
            shown = at
            yield CheckProgress(says="The clip is followed", done_s=at, of_s=max(whole_s, at))


def compared_of(
    plan: Plan,
    camera: str | None,
    content: bytes,
    options: CheckOptions,
    studies: PlanStudy | None = None,
) -> Compared:
    """One picture read and set beside the plan, before anything is said of it.

    Parameters
    ----------
    plan, camera, content, options, studies
        as `check_frames`; the file of the picture.
    """
    given = read_picture(content)
    size = (given.picture.shape[1], given.picture.shape[0])
    planned = planned_camera(plan, camera, studies)
    return _compared(planned, [given.picture], size, given.settings, options, given.name)


def _trusted_focal(planned: Planned, settings: Settings) -> float | None:
    """The zoom that is trusted: what the file says, where that can be of this lens, else as planned."""
    lens = planned.lens.camera.lens
    if lens is None or settings.focal_mm is None:
        return None
    inside = 0.9 * lens.focal_min_mm <= settings.focal_mm <= 1.1 * lens.focal_max_mm
    return settings.focal_mm if inside else None


def _compared(
    planned: Planned,
    pictures: Sequence[Picture],
    size: tuple[int, int],
    settings: Settings,
    options: CheckOptions,
    name: str,
) -> Compared:
    by_file = _trusted_focal(planned, settings)
    trusted_focal = by_file or planned.lens.settings.focal_mm
    raised = (0.0,) if options.raised_mm is None else (0.0, options.raised_mm)
    asked = Asked(
        constant_at=planned.constant_at(size, trusted_focal),
        distance_mm=planned.distance_mm,
        zone=planned.zone,
        detail_mm=planned.work.detail_mm,
        raised_mm=raised,
        paper=options.paper,
        printed=options.bar_mm / 150.0,
        told=False if options.corners else None,
    )
    reading: FrameReading | None = None
    try:
        if options.corners:
            assert options.rectangle_mm is not None
            fitted = read_corners(np.array(options.corners), options.rectangle_mm, size, asked)
        else:
            reading = read_frames(pictures, asked)
            fitted = reading.fitted
        trusted: Trusted = "picture" if fitted.constant_told else "zoom"
        if options.tape_mm is not None and not fitted.constant_told and reading is not None:
            reading = _by_tape(pictures, asked, reading, options.tape_mm)
            fitted, trusted = reading.fitted, "tape"
    except ChartNotFound as error:
        raise _not_found(error, name) from error
    except np.linalg.LinAlgError as error:
        raise InputError(
            "no-plane",
            f"What is seen in {name} is not a flat chart or rectangle as a camera sees it: lay it flat, and point at its "
            "corners in their order (far left, far right, near right, near left).",
            field="picture", value=name, allowed="a flat chart",
        ) from error  # fmt: skip
    focal = _focal(planned, fitted, size, trusted, options)
    if focal is None and by_file is not None:
        focal = Measure(by_file, 0.01 * by_file)
        trusted_by_file = abs(by_file / (planned.lens.settings.focal_mm or by_file) - 1) > 0.015
        trusted = "picture" if trusted_by_file and trusted == "zoom" else trusted
    return Compared(planned, fitted, reading, size, trusted, focal)


def _by_tape(
    pictures: Sequence[Picture], asked: Asked, first: FrameReading, tape_mm: float
) -> FrameReading:
    """The reading with the constant by which the lens hangs as high as a tape says."""
    reading = first
    constant = first.fitted.camera.constant_px
    for _ in range(3):
        constant *= tape_mm / reading.fitted.camera.lens_mm[2]
        reading = read_frames(pictures, replace(asked, constant_at=_always(constant), told=False))
        if abs(reading.fitted.camera.lens_mm[2] - tape_mm) < 0.2:
            break
    return reading


def _always(constant: float) -> ConstantAt:
    return lambda _distance: constant


def _focal(
    planned: Planned, fitted: Fitted, size: tuple[int, int], trusted: Trusted, options: CheckOptions
) -> Measure | None:
    """The focal length that gives the constant that was found; None where the zoom was trusted."""
    view = planned.lens.camera.view(planned.lens.settings.focal_mm)
    if trusted == "zoom" or not isinstance(view, LensView) or fitted.camera.pose.axis.z > -0.05:
        return None
    distance = fitted.camera.pose.position.z / -fitted.camera.pose.axis.z

    def off(focal: float) -> float:
        return planned.constant_at(size, focal)(distance) / fitted.camera.constant_px - 1

    low, high = 0.25 * view.focal_mm, min(4.0 * view.focal_mm, 0.8 * distance)
    if off(low) * off(high) > 0:
        return None
    share = 2 * fitted.constant_error
    if options.tape_mm is not None and trusted == "tape":
        share = 3.0 / options.tape_mm
    focal = float(brentq(off, low, high))
    return Measure(focal, min(1.0, share) * focal)


_WHY = {
    "none": "No chart is seen in {name}. Lay it flat in the picture, whole, in focus and out of the glare; or point at the "
    "four corners of a page whose size you know.",
    "few": "Too little of the chart is seen in {name}: {found} of its markers. Take hands and tools off it, turn a lamp that "
    "mirrors in it, and have the whole of it in the picture.",
    "mirrored": "{name} is mirrored, as some cameras show it on their screen. Take the picture without mirroring, or turn "
    "it over before you drop it here.",
    "two": "Two charts are seen in {name}: take one of them away.",
}  # fmt: skip


def _not_found(error: ChartNotFound, name: str) -> InputError:
    return InputError(
        f"chart-{error.code}", _WHY[error.code].format(name=name, found=error.found),
        field="picture", value=name, allowed="one chart, laid flat",
    )  # fmt: skip
