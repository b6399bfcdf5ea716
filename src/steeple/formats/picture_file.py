"""Pictures out of files of cameras and phones: JPEG, PNG, TIFF, HEIC.

The size is read before anything is decoded. EXIF is read for settings and for which way up; a place in it is never
looked at, and nothing of the file is kept.
"""

from __future__ import annotations

import warnings
from dataclasses import dataclass
from io import BytesIO

import numpy as np
import pillow_heif
from numpy.typing import NDArray
from PIL import ExifTags, Image, ImageOps

from steeple.core.errors import DocumentError

BYTES_LIMIT = 80_000_000
PIXEL_LIMIT = 60_000_000
LEAST_PX = 320
FORMATS = ("JPEG", "PNG", "TIFF", "HEIF", "MPO")
pillow_heif.register_heif_opener(thumbnails=False)


@dataclass(frozen=True, slots=True)
class Settings:
    """How a picture was taken, as far as its file says; None = it does not."""

    focal_mm: float | None = None
    f_number: float | None = None
    exposure_s: float | None = None
    iso: float | None = None


@dataclass(frozen=True, slots=True)
class PictureFile:
    """A picture the right way up, shape (rows, columns, 3), with its settings."""

    name: str
    picture: NDArray[np.uint8]
    settings: Settings


def _refused(code: str, sentence: str, value: object, allowed: str) -> DocumentError:
    return DocumentError(code, sentence, field="picture", value=value, allowed=allowed)


def read_picture(content: bytes, name: str = "the picture") -> PictureFile:
    """The picture of a file.

    Parameters
    ----------
    content
        the whole file, at most `BYTES_LIMIT`.
    name
        what it is called in a sentence.

    Raises
    ------
    DocumentError
        ``too-large``, ``too-many-pixels``, ``too-small``, ``animated``, ``no-picture``.
    """
    if len(content) > BYTES_LIMIT:
        raise _refused(
            "too-large",
            f"{name} has {len(content) / 1e6:.0f} MB; pictures of up to {BYTES_LIMIT / 1e6:.0f} MB are read. "
            "Take it as JPEG.",
            len(content), f"at most {BYTES_LIMIT}",
        )  # fmt: skip
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            return _read(content, name)
    except DocumentError:
        raise
    except Exception as error:
        raise _nothing(name) from error


def _nothing(name: str) -> DocumentError:
    return _refused(
        "no-picture",
        f"No picture could be read from {name}. JPEG, PNG, TIFF and HEIC pictures are read, MP4 and MOV clips.",
        name, "a picture or a clip",
    )  # fmt: skip


def _read(content: bytes, name: str) -> PictureFile:
    with Image.open(BytesIO(content), formats=FORMATS) as image:
        width, height = image.size
        if width * height > PIXEL_LIMIT:
            raise _refused(
                "too-many-pixels",
                f"{name} has {width * height / 1e6:.0f} megapixels; up to {PIXEL_LIMIT / 1e6:.0f} are read. Save it "
                "smaller: half as wide is fine enough for the check.",
                f"{width} × {height}", f"at most {PIXEL_LIMIT // 1_000_000} megapixels",
            )  # fmt: skip
        if min(width, height) < LEAST_PX:
            raise _refused(
                "too-small",
                f"{name} has {width} × {height} pixels; the chart cannot be read from fewer than {LEAST_PX} across. "
                "Take the file from the camera itself, not a preview.",
                f"{width} × {height}", f"at least {LEAST_PX} across",
            )  # fmt: skip
        if getattr(image, "n_frames", 1) > 1 and image.format in ("PNG", "TIFF"):
            raise _refused(
                "animated",
                f"{name} holds {getattr(image, 'n_frames', 2)} pictures; one still picture is read. Save the one that is meant.",
                name, "one still picture",
            )  # fmt: skip
        settings = _settings(image)
        image.load()
        upright = ImageOps.exif_transpose(image)
        return PictureFile(name, np.asarray(upright.convert("RGB")), settings)


def _settings(image: Image.Image) -> Settings:
    try:
        exif = image.getexif().get_ifd(ExifTags.IFD.Exif)
    except (ValueError, KeyError, OSError, SyntaxError):
        return Settings()

    def figure(tag: int, least: float, most: float) -> float | None:
        try:
            given = exif.get(tag)
            value = float(given[0] if isinstance(given, tuple) else given)  # type: ignore[arg-type]
        except (TypeError, ValueError, ZeroDivisionError, IndexError):
            return None
        return value if least <= value <= most else None

    return Settings(
        focal_mm=figure(ExifTags.Base.FocalLength, 1.0, 2000.0),
        f_number=figure(ExifTags.Base.FNumber, 0.5, 64.0),
        exposure_s=figure(ExifTags.Base.ExposureTime, 1e-6, 3600.0),
        iso=figure(ExifTags.Base.ISOSpeedRatings, 1.0, 1e7),
    )
