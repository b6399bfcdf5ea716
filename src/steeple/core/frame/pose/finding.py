"""The marks of the chart in a picture: markers by the vision library, then where its squares meet.

Markers only say what is where; figures rest on the meeting points of squares, which neither blur nor over-exposure
moves. Each is looked at before it is believed: two quarters about it must be dark and two light.

Reference: Garrido-Jurado et al. 2014 (markers); Förstner & Gülch 1987 (saddle points by gradients).
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import cv2
import numpy as np
from numpy.typing import NDArray

from steeple.core.frame.chart.layout import (
    MARKER_CELLS,
    SIGNATURE_DIGITS,
    SIGNATURE_FROM,
    SIGNATURE_TO,
    Chart,
    Marker,
    Marks,
    Paper,
    marker_bits,
    marks_of,
    sheet_of,
)
from steeple.core.frame.pose.fitting import LAID_MM, LEAST_MARKS, Fitted, Seen, fit_camera
from steeple.core.frame.pose.lens_model import Floats, PixelCamera

Grey = NDArray[np.uint8]
LOOKED_AT_PX = 1600
"""Markers are looked for in a picture of about this width first: it is quicker, and they need no more."""
FEWEST_MARKERS = 3
ENOUGH_MARKERS = 8
UPSCALED_PX = 2600
"""Pictures up to this are looked at enlarged too, where too few markers are found."""
NEAR = 0.3
"""A meeting point lies within this share of a square of where the markers say."""
LEAST_CONTRAST = 18.0
"""Grey levels, of 255, between dark and light squares about a meeting point."""


class ChartNotFound(Exception):
    """No chart can be read from a picture; ``code`` says why: ``none``, ``mirrored``, ``few``, ``two``."""

    def __init__(self, code: str, found: int = 0) -> None:
        super().__init__(code)
        self.code, self.found = code, found


@dataclass(frozen=True, slots=True)
class FoundMarks:
    """A chart in a picture: which it is, a first camera, and its meeting points.

    ``plan_number`` is None where the markers that say it are not seen. ``seen`` are the meeting points that were
    found; ``hidden`` how many lie within the picture and were not.
    """

    chart: Chart
    plan_number: int | None
    markers: int
    seen: tuple[Seen, ...]
    """By sheet, the middle one first."""
    hidden: int
    outside: int
    """Meeting points of the chart that lie outside the picture."""
    rough: Fitted


def _detector(*, lenient: bool) -> cv2.aruco.ArucoDetector:
    """What looks for markers; a lenient one forgives a cell that blur has turned over, and is wrong more often."""
    dictionary = cv2.aruco.getPredefinedDictionary(cv2.aruco.DICT_4X4_1000)
    settings = cv2.aruco.DetectorParameters()
    settings.minMarkerPerimeterRate = 0.012
    settings.adaptiveThreshWinSizeMin = 5
    settings.adaptiveThreshWinSizeMax = 65 if lenient else 45
    settings.adaptiveThreshWinSizeStep = 15 if lenient else 20
    settings.errorCorrectionRate = 1.0 if lenient else 0.0
    settings.maxErroneousBitsInBorderRate = 0.35 if lenient else 0.2
    settings.perspectiveRemovePixelPerCell = 6 if lenient else 4
    settings.cornerRefinementMethod = cv2.aruco.CORNER_REFINE_SUBPIX
    if lenient:
        dictionary.maxCorrectionBits = 1
    return cv2.aruco.ArucoDetector(dictionary, settings)


def _resized(grey: Grey, scale: float) -> Grey:
    way = cv2.INTER_AREA if scale < 1 else cv2.INTER_CUBIC
    return np.asarray(cv2.resize(grey, None, fx=scale, fy=scale, interpolation=way), dtype=np.uint8)


def _markers(
    grey: Grey, scale: float, soft_px: float, lenient: bool = False
) -> tuple[Floats, NDArray[np.int64]]:
    """Corners, shape (n, 4, 2) in pixels of the whole picture, and numbers, of what is found at a scale, its edges
    drawn out of a blur of so many pixels."""
    small = grey if scale == 1.0 else _resized(grey, scale)
    if soft_px:
        small = _sharpened(small, soft_px)
    corners, numbers, _ = _detector(lenient=lenient).detectMarkers(small)
    if numbers is None or not len(corners):
        return np.zeros((0, 4, 2)), np.zeros(0, dtype=np.int64)
    # The middle of the first pixel counts as 0: a smaller picture has its own.
    at = (np.asarray(corners, dtype=np.float64).reshape(-1, 4, 2) + 0.5) / scale - 0.5
    return at, np.asarray(numbers, dtype=np.int64).reshape(-1)


def _all_markers(grey: Grey) -> tuple[Floats, NDArray[np.int64]]:
    """Markers by the scale at which most of them are found: a coarse one first, finer and sharpened where that
    finds too few. None that blur has changed."""
    whole = max(grey.shape)
    coarse = min(1.0, LOOKED_AT_PX / whole)
    ways = [(coarse, 0.0)]
    if whole > LOOKED_AT_PX:
        ways.append((min(1.0, 2.2 * coarse), 0.0))
    if whole <= UPSCALED_PX:
        ways += [(1.0, 1.6), (2.0, 1.6)]
    best = (np.zeros((0, 4, 2)), np.zeros(0, dtype=np.int64))
    for scale, soft_px in ways:
        found = _markers(grey, scale, soft_px)
        if _of_boards(found[1]) > _of_boards(best[1]):
            best = found
        if _of_boards(best[1]) >= ENOUGH_MARKERS:
            break
    return best


def _soft_markers(grey: Grey) -> tuple[Floats, NDArray[np.int64]]:
    """Markers of a picture that is out of focus: some are told wrongly, which only a board laid over them shows."""
    scale = min(1.0, 1.4 * LOOKED_AT_PX / max(grey.shape))
    return _markers(grey, scale, 4.0, lenient=True)


def _of_boards(numbers: NDArray[np.int64]) -> int:
    return int((numbers < SIGNATURE_FROM).sum())


def _sharpened(grey: Grey, soft_px: float) -> Grey:
    """A blurred picture with its edges drawn out: markers of few pixels, or out of focus, are told then."""
    soft = cv2.GaussianBlur(grey, (0, 0), soft_px)
    return np.asarray(cv2.addWeighted(grey, 3.0, soft, -2.0, 0), dtype=np.uint8)


def find_marks(
    grey: Grey, *, constant_px: float, paper: Paper = "a4", scale: float = 1.0
) -> FoundMarks:
    """The chart in a picture.

    Parameters
    ----------
    grey
        shape (rows, columns), 0 to 255, upright.
    constant_px
        the camera constant, near enough to see the chart as the plane that it is.
    paper, scale
        what the chart is printed on, where it has several sheets; what the printer made of a millimetre.

    Raises
    ------
    ChartNotFound
        Where it is not seen, mirrored, too little of it is seen, or there are two.
    """
    corners, numbers = _all_markers(grey)
    found = _board(grey, corners, numbers, paper=paper, scale=scale, constant_px=constant_px)
    if found is None and _doubles(numbers):
        raise ChartNotFound("two")
    if found is None:
        why = _why_not(grey, constant_px, _of_boards(numbers))
        soft = _soft_markers(grey) if why.code != "mirrored" else None
        if soft is not None:
            found = _board(grey, *soft, paper=paper, scale=scale, constant_px=constant_px)
        if found is None:
            raise why
    chart, rough, used, known = found
    if used < 0.6 * known and _doubles(numbers):
        raise ChartNotFound("two")
    marks = marks_of(chart)
    seen, hidden, outside = _saddles(grey, marks, rough.camera)
    by_sheet = _by_sheet(chart, seen)
    if not by_sheet:
        raise ChartNotFound("few", used)
    return FoundMarks(
        chart=chart,
        plan_number=_plan_number(grey, chart, rough.camera),
        markers=used,
        seen=by_sheet,
        hidden=hidden,
        outside=outside,
        rough=rough,
    )


def _board(
    grey: Grey,
    corners: Floats,
    numbers: NDArray[np.int64],
    *,
    paper: Paper,
    scale: float,
    constant_px: float,
) -> tuple[Chart, Fitted, int, int] | None:
    """The board that markers lie on, a first camera, how many of its markers agree, and how many there are."""
    groups = [sheet_of(int(number)) for number in numbers]
    squares = [one[0] for one in groups if one is not None]
    if len(squares) < FEWEST_MARKERS:
        return None
    square = max(set(squares), key=squares.count)
    mine = [one[1] for one in groups if one is not None and one[0] == square]
    # A patch or a scratch may look like a marker of a sheet that is not there: one that is shows several.
    tried = Chart(paper=paper, square_mm=square, tiles=_tiles(mine, FEWEST_MARKERS), scale=scale)
    size = (grey.shape[1], grey.shape[0])
    found = _fit_markers(tried, corners, numbers, size, constant_px)
    if found is None:
        return None
    rough, used, right = found
    fitting = [one[1] for one in map(sheet_of, right) if one is not None]
    return replace(tried, tiles=_tiles(fitting, FEWEST_MARKERS - 1)), rough, used, len(mine)


def _tiles(sheets: list[tuple[int, int]], fewest: int) -> tuple[int, int]:
    """How far the sheets reach of which so many markers are seen."""
    there = {one for one in sheets if sheets.count(one) >= fewest} | {(0, 0)}
    return max(abs(i) for i, _ in there), max(abs(j) for _, j in there)


def _why_not(grey: Grey, constant_px: float, found: int) -> ChartNotFound:
    """Why a picture with so many markers is not read: mirrored, where it is read the other way round."""
    corners, numbers = _all_markers(np.ascontiguousarray(grey[:, ::-1]))
    squares = [one[0] for one in map(sheet_of, (int(one) for one in numbers)) if one is not None]
    if len(squares) >= FEWEST_MARKERS:
        chart = Chart("a4", max(set(squares), key=squares.count))
        if (
            _fit_markers(chart, corners, numbers, (grey.shape[1], grey.shape[0]), constant_px)
            is not None
        ):
            return ChartNotFound("mirrored")
    return ChartNotFound("few" if found else "none", found)


def _doubles(numbers: NDArray[np.int64]) -> bool:
    """Whether at least three markers of the boards are seen twice."""
    board = numbers[numbers < SIGNATURE_FROM]
    _, counts = np.unique(board, return_counts=True)
    return int((counts > 1).sum()) >= FEWEST_MARKERS


def _fit_markers(
    chart: Chart,
    corners: Floats,
    numbers: NDArray[np.int64],
    size: tuple[int, int],
    constant_px: float,
) -> tuple[Fitted, int, tuple[int, ...]] | None:
    places = {one.number: one.corners for one in marks_of(chart).markers}
    known = [index for index, number in enumerate(numbers) if int(number) in places]
    if len(known) < FEWEST_MARKERS:
        return None
    at = np.array([places[int(numbers[index])] for index in known]).reshape(-1, 2)
    px = corners[known].reshape(-1, 2)
    _, fits = cv2.findHomography(at, px, cv2.RANSAC, max(3.0, 0.004 * max(size)))
    if fits is None:
        return None
    inside = fits.ravel().astype(bool)
    if inside.sum() < 4 * FEWEST_MARKERS:
        return None
    try:
        fitted = fit_camera(
            [Seen(at[inside], px[inside])], size_px=size, constant_px=constant_px, told=False
        )
    except np.linalg.LinAlgError:
        return None
    right = tuple(
        int(numbers[index]) for index, fits in zip(known, inside[::4], strict=True) if fits
    )
    return fitted, int(inside.sum()) // 4, right


def _saddles(grey: Grey, marks: Marks, camera: PixelCamera) -> tuple[Seen, int, int]:
    """Meeting points in the picture, how many that lie in it were not found, and how many lie outside."""
    places = np.array(marks.saddles)
    flat = np.column_stack([places, np.zeros(len(places))])
    guess = camera.project(flat)
    cell = camera.px_per_mm(flat) * marks.square_mm
    rows, columns = grey.shape
    reach = 0.5 * cell + 2
    inside = (
        np.isfinite(guess).all(axis=1)
        & (guess[:, 0] > reach)
        & (guess[:, 0] < columns - 1 - reach)
        & (guess[:, 1] > reach)
        & (guess[:, 1] < rows - 1 - reach)
    )
    outside = int((~inside).sum())
    places, guess, cell, flat = places[inside], guess[inside], cell[inside], flat[inside]
    kept_places, kept_pixels = [], []
    stop = (cv2.TERM_CRITERIA_EPS + cv2.TERM_CRITERIA_MAX_ITER, 40, 0.002)
    for place, start, size in zip(places, guess, cell, strict=True):
        if size < 4.0:
            continue
        half = int(np.clip(0.14 * size, 2, 14))
        corner = start.astype(np.float32).reshape(1, 1, 2).copy()
        cv2.cornerSubPix(grey, corner, (half, half), (-1, -1), stop)
        if half > 4:
            # Once more from where it was found: a window about the point itself leans to no side.
            cv2.cornerSubPix(grey, corner, (half, half), (-1, -1), stop)
        at = corner.reshape(2).astype(np.float64)
        if np.linalg.norm(at - start) > NEAR * size or not _meets(
            grey, camera, place, at - start, marks
        ):
            continue
        kept_places.append(place)
        kept_pixels.append(at)
    found = Seen(np.array(kept_places).reshape(-1, 2), np.array(kept_pixels).reshape(-1, 2))
    return found, len(places) - len(kept_places), outside


def _by_sheet(chart: Chart, seen: Seen) -> tuple[Seen, ...]:
    """The marks of each sheet of which enough is seen; the middle one first, or the one of which most is."""
    width, height = chart.sheet_mm
    of = np.rint(seen.places / np.array([width, height])).astype(int)
    sheets = []
    for sheet in chart.sheets:
        mine = (of == np.array(sheet)).all(axis=1)
        if mine.sum() >= LEAST_MARKS:
            sheets.append(Seen(seen.places[mine], seen.pixels[mine], laid_mm=LAID_MM))
    if not sheets:
        return ()
    # Without the middle sheet the one nearest to it says where the middle is.
    first = replace(sheets[0], laid_mm=0.0)
    return (first, *sheets[1:])


def _meets(grey: Grey, camera: PixelCamera, place: Floats, off: Floats, marks: Marks) -> bool:
    """Whether two dark and two light quarters lie about a meeting point."""
    step = 0.085 * marks.square_mm
    quarters = np.array([(1, 1, 0), (-1, -1, 0), (1, -1, 0), (-1, 1, 0)]) * step
    at = camera.project(np.array([*place, 0.0]) + quarters) + off
    x, y = np.rint(at[:, 0]).astype(int), np.rint(at[:, 1]).astype(int)
    levels = grey[np.clip(y, 0, grey.shape[0] - 1), np.clip(x, 0, grey.shape[1] - 1)].astype(float)
    one, two = levels[:2], levels[2:]
    gap = abs(one.mean() - two.mean())
    spread = max(abs(one[0] - one[1]), abs(two[0] - two[1]))
    return bool(gap > LEAST_CONTRAST and spread < 0.6 * gap)


def _plan_number(grey: Grey, chart: Chart, camera: PixelCamera) -> int | None:
    """Whose chart it is, by the markers about its middle; None where one digit of it is not seen.

    They are not looked for, as it is known where they are: their cells are read there.
    """
    best: dict[int, tuple[int, int]] = {}
    for index, slot in enumerate(marks_of(replace(chart, plan_number=0)).signature):
        read = _cells(grey, camera, slot)
        if read is None:
            continue
        wrong, digit = min(
            (int((marker_bits(SIGNATURE_FROM + digit)[1:-1, 1:-1] != read).sum()), digit)
            for digit in range(SIGNATURE_TO - SIGNATURE_FROM)
        )
        place = index // 2 % SIGNATURE_DIGITS
        if wrong <= 1 and wrong < best.get(place, (2, 0))[0]:
            best[place] = (wrong, digit)
    if len(best) < SIGNATURE_DIGITS:
        return None
    number = 0
    for place in reversed(range(SIGNATURE_DIGITS)):
        number = number * (SIGNATURE_TO - SIGNATURE_FROM) + best[place][1]
    return number


def _cells(grey: Grey, camera: PixelCamera, slot: Marker) -> NDArray[np.bool_] | None:
    """Which of the inner cells of a marker are bare paper, shape (4, 4); None where it lies outside the picture or
    shows no contrast."""
    cell = slot.side_mm / MARKER_CELLS
    step = (np.arange(MARKER_CELLS) - (MARKER_CELLS - 1) / 2) * cell
    x, y = np.meshgrid(slot.middle[0] + step, slot.middle[1] - step)
    middles = np.column_stack([x.ravel(), y.ravel(), np.zeros(x.size)])
    px = camera.project(middles)
    half = max(0, int(0.2 * cell * float(camera.px_per_mm(middles[:1])[0])))
    rows, columns = grey.shape
    levels = []
    for at_x, at_y in np.rint(np.nan_to_num(px, nan=-1.0)).astype(int):
        if not (half <= at_x < columns - half and half <= at_y < rows - half):
            return None
        levels.append(
            float(grey[at_y - half : at_y + half + 1, at_x - half : at_x + half + 1].mean())
        )
    cells = np.array(levels).reshape(MARKER_CELLS, MARKER_CELLS)
    border = np.concatenate([cells[0], cells[-1], cells[1:-1, 0], cells[1:-1, -1]])
    dark, bright = float(np.median(border)), float(cells.max())
    if bright - dark < LEAST_CONTRAST:
        return None
    return np.asarray(cells[1:-1, 1:-1] > (dark + bright) / 2)
