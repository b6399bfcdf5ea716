"""Light from the codes of a picture, and its colour.

Reference: IEC 61966-2-1 (curve and primaries of sRGB); Krystek, *An algorithm to calculate correlated colour
temperature* (Color Research & Application 10, 1985) for the Planckian locus, 1000 to 15 000 K.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize_scalar

from steeple.core.frame.pose.lens_model import Floats

Picture = NDArray[np.uint8]
_CODES = np.arange(256) / 255
LINEAR = np.where(_CODES <= 0.04045, _CODES / 12.92, ((_CODES + 0.055) / 1.055) ** 2.4)
"""Linear light, 0 to 1, of each code by the curve of sRGB; shape (256,)."""
LUMA = np.array([0.2126, 0.7152, 0.0722])
_XYZ = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])


def luminance(picture: Picture) -> NDArray[np.float32]:
    """Linear light by which a picture looks bright, shape of the picture without its colours.

    Parameters
    ----------
    picture
        codes, shape (rows, columns, 3).
    """
    table = LINEAR.astype(np.float32)
    weights = LUMA.astype(np.float32)
    total = table[picture[..., 0]] * weights[0]
    total += table[picture[..., 1]] * weights[1]
    total += table[picture[..., 2]] * weights[2]
    return np.asarray(total, dtype=np.float32)


def _locus(cct_k: float) -> tuple[float, float]:
    t = cct_k
    u = (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t) / (
        1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t
    )
    v = (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t) / (
        1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t
    )
    return u, v


def _nearest(rgb: Floats) -> tuple[float, float]:
    x, y, z = _XYZ @ rgb
    u, v = 4 * x / (x + 15 * y + 3 * z), 6 * y / (x + 15 * y + 3 * z)

    def away(mired: float) -> float:
        a, b = _locus(1e6 / mired)
        return float((u - a) ** 2 + (v - b) ** 2)

    found = minimize_scalar(away, bounds=(67.0, 1000.0), method="bounded", options={"xatol": 1e-4})
    mired = float(found.x)
    a, b = _locus(1e6 / mired)
    return mired, float(np.hypot(u - a, v - b)) * (1.0 if v > b else -1.0)


def cast_of(rgb: Floats) -> tuple[float, float]:
    """How far a grey is from neutral: mired (positive: warm) and distance from the locus (positive: green,
    negative: magenta; CIE 1960).

    Parameters
    ----------
    rgb
        linear light, shape (3,), all > 0.

    Notes
    -----
    Told against the white of sRGB, whose own distances are taken off. A cast stronger than the locus reaches
    (1000 to 15 000 K) ends there.
    """
    mired, off = _nearest(np.asarray(rgb, dtype=float))
    white_mired, white_off = _nearest(np.ones(3))
    return mired - white_mired, off - white_off
