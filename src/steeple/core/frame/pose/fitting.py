"""From marks found in pictures to the camera that took them, with the error of each figure.

Least squares over pose, distortion and, where the picture itself tells it, the camera constant; marks that lie far
off are left out (a hand, a glare line, a printer's fault). Errors come from the residuals.

Reference: Hartley & Zisserman, *Multiple View Geometry*, ch. 4 (homography) and 5 (error propagation); Zhang 2000.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import cv2
import numpy as np
from scipy.optimize import least_squares
from scipy.spatial.transform import Rotation

from steeple.core.frame.pose.lens_model import Floats, PixelCamera

LEAST_MARKS = 6
BENT_AT_CORNER = 0.04
"""Lenses move the corner of their picture by about so much of its way from the middle: what is held likely of the
distortion before a picture is seen."""
BENT_MORE_AT_CORNER = 0.01
TELLING_TILT_DEG = 8.0
"""Square on, or nearly so, a picture cannot tell zoom from distance: only from this tilt on it is asked."""
LAID_MM, MOVED_MM = 1.0, 300.0
"""How well sheets are laid edge to edge by hand; where a chart may come to lie when a block is put under it."""
SURE_OF_CONSTANT = 0.0012
"""Standard error, as a share, below which the picture tells zoom and distance apart by itself."""
CONTRADICTS = 3.5
"""Standard errors by which the picture may speak against the zoom setting that is trusted."""
MOST_TELLING = 0.01
"""Where its standard error is above this share, the picture says nothing against the zoom setting."""
UNLIKE = 1.6
"""Errors of neighbouring marks are alike: what is left over of each tells too little by about this."""
NOT_BELOW_PX = 0.02
"""No mark is found better than this."""


@dataclass(frozen=True, slots=True)
class Seen:
    """Marks of one sheet in one picture: where they lie on the chart (shape (n, 2), millimetres from its cross), how
    high the chart lies over the table, and where they appear (shape (n, 2), pixels). ``laid_mm`` is how far the sheet
    may lie from where it should: 0 for the one that says where the middle is."""

    places: Floats
    pixels: Floats
    raised_mm: float = 0.0
    laid_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Fitted:
    """A camera, what is not known of it, and how well the marks agree.

    ``spread`` holds variances and covariances of: turn (3, radians in the axes of the plan), place (3, millimetres),
    logarithm of the constant, k₁, k₂. ``constant_told`` says whether the picture itself told the constant.
    """

    camera: PixelCamera
    spread: Floats
    residual_px: float
    marks: int
    left_out: int
    constant_told: bool
    constant_px: float
    constant_error: float
    """By the picture alone, and its standard error as a share; infinite where it tells nothing."""


def _start(seen: Seen, size_px: tuple[int, int], constant_px: float) -> PixelCamera:
    """A camera near the truth, by the homography."""
    middle = np.array([(size_px[0] - 1) / 2, (size_px[1] - 1) / 2])
    flat = (seen.pixels - middle) / constant_px
    # The chart is seen from above: turned over, so that the axes of plan and picture have one hand.
    found, _ = cv2.findHomography(
        seen.places * np.array([1.0, -1.0]), flat, cv2.RANSAC, 8.0 / constant_px
    )
    if found is None:
        raise np.linalg.LinAlgError
    h = np.asarray(found, dtype=np.float64)
    scale = 2.0 / (np.linalg.norm(h[:, 0]) + np.linalg.norm(h[:, 1]))
    h = h * scale * (1.0 if h[2, 2] > 0 else -1.0)
    one, two = h[:, 0], h[:, 1]
    raw = np.column_stack([one, two, np.cross(one, two)])
    u, _, vt = np.linalg.svd(raw)
    turned = u @ np.diag([1.0, 1.0, np.linalg.det(u @ vt)]) @ vt
    # Columns are the axes of the chart with y toward the maker and z down.
    rotation = turned @ np.diag([1.0, -1.0, -1.0])
    lens = -rotation.T @ h[:, 2]
    lens[2] += seen.raised_mm
    turn = Rotation.from_matrix(rotation).as_rotvec()
    return PixelCamera(
        turn=(float(turn[0]), float(turn[1]), float(turn[2])),
        lens_mm=(float(lens[0]), float(lens[1]), float(lens[2])),
        constant_px=constant_px,
        size_px=size_px,
    )


def _points(seen: Seen, moved: Floats) -> Floats:
    """The marks in the axes of the plan, of a chart that was shifted and turned by hand."""
    x, y = seen.places[:, 0], seen.places[:, 1]
    c, s = math.cos(moved[2]), math.sin(moved[2])
    return np.column_stack(
        [moved[0] + c * x - s * y, moved[1] + s * x + c * y, np.full(len(x), seen.raised_mm)]
    )


class _Problem:
    """One fit: parameters are turn (small, about the start), place, log constant, k₁, k₂ scaled to 1 at what is
    likely, and how each further chart was laid."""

    def __init__(
        self, start: PixelCamera, views: Sequence[Seen], kept: Sequence[Floats], *, free: bool,
        noise_px: float, known_bend: bool,
    ) -> None:  # fmt: skip
        self.start, self.views, self.kept, self.free = start, views, kept, free
        self.noise_px, self.known_bend = noise_px, known_bend
        half = math.hypot(*start.size_px) / 2 / start.constant_px
        self.k1_likely = BENT_AT_CORNER / half**2
        self.k2_likely = BENT_MORE_AT_CORNER / half**4
        self.count = 9 + 3 * (len(views) - 1)

    def camera(self, p: Floats) -> PixelCamera:
        turn = (Rotation.from_matrix(self.start.rotation) * Rotation.from_rotvec(p[:3])).as_rotvec()
        lens = np.array(self.start.lens_mm) + p[3:6]
        return replace(
            self.start,
            turn=(float(turn[0]), float(turn[1]), float(turn[2])),
            lens_mm=(float(lens[0]), float(lens[1]), float(lens[2])),
            constant_px=self.start.constant_px * math.exp(p[6])
            if self.free
            else self.start.constant_px,
            k1=self.start.k1 if self.known_bend else float(p[7]) * self.k1_likely,
            k2=self.start.k2 if self.known_bend else float(p[8]) * self.k2_likely,
        )

    def off_px(self, p: Floats) -> list[Floats]:
        camera = self.camera(p)
        off = []
        for number, seen in enumerate(self.views):
            moved = np.zeros(3) if number == 0 else p[9 + 3 * (number - 1) : 12 + 3 * (number - 1)]
            off.append(np.nan_to_num(camera.project(_points(seen, moved)) - seen.pixels, nan=1e4))
        return off

    def __call__(self, p: Floats) -> Floats:
        off = [
            (one * keep[:, None]).ravel() / self.noise_px
            for one, keep in zip(self.off_px(p), self.kept, strict=True)
        ]
        likely = p[6:9] * np.array([0.0 if self.free else 1.0, 1.0, 1.0])
        laid = [
            p[9 + 3 * number : 12 + 3 * number]
            / np.array([one.laid_mm, one.laid_mm, one.laid_mm / 150.0])
            for number, one in enumerate(self.views[1:])
        ]
        return np.concatenate([*off, likely, *laid])


def _solve(
    start: PixelCamera,
    views: Sequence[Seen],
    *,
    free: bool,
    known_bend: bool,
    given: Floats | None = None,
) -> tuple[_Problem, Floats, Floats, list[Floats], float]:
    kept = [np.ones(len(one.places)) for one in views]
    size = np.array([*[1e-3] * 3, *[1.0] * 3, 1e-3, 0.1, 0.1, *[1.0, 1.0, 1e-3] * (len(views) - 1)])
    p = np.zeros(len(size)) if given is None else given.copy()
    noise = 0.1
    for _ in range(5):
        problem = _Problem(start, views, kept, free=free, noise_px=noise, known_bend=known_bend)
        found = least_squares(problem, p, x_scale=size, method="trf", loss="linear", max_nfev=60)
        p = np.asarray(found.x)
        off = [np.linalg.norm(one, axis=1) for one in problem.off_px(p)]
        used = np.concatenate([one[keep > 0] for one, keep in zip(off, kept, strict=True)])
        typical = max(float(np.median(used)) / 1.1774, NOT_BELOW_PX)
        fresh = [(one < max(4.0 * typical, 0.15)).astype(float) for one in off]
        # Each coordinate of a mark spreads by `noise`; so many figures were fitted.
        inside = np.concatenate([one[keep > 0] for one, keep in zip(off, fresh, strict=True)])
        freedom = max(1.0, 2.0 * len(inside) - (7 if free else 6) - 3 * (len(views) - 1))
        before, noise = noise, max(NOT_BELOW_PX, math.sqrt(float(np.sum(inside**2)) / freedom))
        same = all(np.array_equal(a, b) for a, b in zip(kept, fresh, strict=True))
        kept = fresh
        if float(kept[0].sum()) < 4 or sum(float(one.sum()) for one in kept) < 4:
            raise np.linalg.LinAlgError
        if same and abs(noise - before) < 0.1 * noise:
            break
    problem = _Problem(start, views, kept, free=free, noise_px=noise, known_bend=known_bend)
    found = least_squares(problem, p, x_scale=size, method="trf", max_nfev=60)
    jacobian = np.asarray(found.jac)
    told = np.ones(len(size), dtype=bool)
    told[6] = free
    told[7:9] = not known_bend
    spread = np.zeros((len(size), len(size)))
    normal = jacobian[:, told].T @ jacobian[:, told]
    scale = size[told]
    inverse = np.linalg.pinv(normal * scale[:, None] * scale[None, :], hermitian=True)
    spread[np.ix_(told, told)] = inverse * scale[:, None] * scale[None, :]
    return problem, np.asarray(found.x), spread, kept, noise


def fit_camera(
    views: Sequence[Seen],
    *,
    size_px: tuple[int, int],
    constant_px: float,
    told: bool | None = None,
    bend: tuple[float, float] | None = None,
) -> Fitted:
    """The camera that took pictures of the chart.

    Parameters
    ----------
    views
        the middle sheet first, on the table; then other sheets, and those of a picture that shows the chart raised.
        In the first at least `LEAST_MARKS` marks (four where they were pointed at by hand).
    size_px, constant_px
        of the pictures; the camera constant that is trusted where they do not tell it.
    told
        whether the constant is taken from the picture: None decides by how well it tells it.
    bend
        k₁ and k₂ where they are known; else they are fitted.

    Raises
    ------
    numpy.linalg.LinAlgError
        Where the marks lie on no plane that a camera could see.
    """
    start = _start(views[0], size_px, constant_px)
    if bend is not None:
        start = replace(start, k1=bend[0], k2=bend[1])
    known = bend is not None
    trusted = None if told is True else _solve(start, views, free=False, known_bend=known)
    alone_px, alone_error = constant_px, math.inf
    free = None
    leans = trusted is not None and -trusted[0].camera(trusted[1]).pose.axis.z < math.cos(
        math.radians(TELLING_TILT_DEG)
    )
    two_heights = len({one.raised_mm for one in views}) > 1
    if told or (told is None and (leans or two_heights)):
        given = None if trusted is None else trusted[1]
        try:
            free = _solve(start, views, free=True, known_bend=known, given=given)
            alone_px = constant_px * math.exp(free[1][6])
            alone_error = UNLIKE * math.sqrt(max(0.0, free[2][6, 6]))
        except np.linalg.LinAlgError:
            if told is True:
                raise
    chosen, by_picture = trusted, False
    if free is not None and (
        trusted is None
        or alone_error <= SURE_OF_CONSTANT
        or (
            alone_error <= MOST_TELLING
            and abs(math.log(alone_px / constant_px)) > CONTRADICTS * alone_error
        )
    ):
        chosen, by_picture = free, True
    assert chosen is not None
    problem, p, spread, kept, noise = chosen
    scale = np.ones(9)
    scale[7:9] = problem.k1_likely, problem.k2_likely
    return Fitted(
        camera=problem.camera(p),
        spread=spread[:9, :9] * scale[:, None] * scale[None, :],
        residual_px=noise,
        marks=int(sum(float(one.sum()) for one in kept)),
        left_out=int(sum(float((1 - one).sum()) for one in kept)),
        constant_told=by_picture,
        constant_px=alone_px,
        constant_error=alone_error,
    )
