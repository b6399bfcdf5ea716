"""Pictures of other programs: read the right way up, with their settings; what is hostile or broken ends in a
sentence."""

from __future__ import annotations

from io import BytesIO

import numpy as np
import pillow_heif
import pytest
from PIL import Image

from steeple.core.errors import DocumentError
from steeple.formats.picture_file import PIXEL_LIMIT, read_picture

WIDE, HIGH = 640, 400


def marked() -> Image.Image:
    """Dark at its top left."""
    codes = np.full((HIGH, WIDE, 3), 200, np.uint8)
    codes[:80, :80] = 10
    return Image.fromarray(codes)


def saved(image: Image.Image, form: str, **more: object) -> bytes:
    out = BytesIO()
    image.save(out, form, **more)
    return out.getvalue()


@pytest.mark.parametrize("form", ["JPEG", "PNG", "TIFF", "HEIF"])
def test_every_format(form: str) -> None:
    found = read_picture(saved(marked(), form), "a picture")
    assert found.picture.shape == (HIGH, WIDE, 3)
    assert found.picture[10, 10].max() < 40
    assert found.picture[300, 500].min() > 180


def test_heic_of_the_library_itself() -> None:
    out = BytesIO()
    pillow_heif.from_pillow(marked()).save(out, quality=90)
    assert read_picture(out.getvalue()).picture.shape == (HIGH, WIDE, 3)


@pytest.mark.parametrize("way", [1, 3, 6, 8])
def test_the_right_way_up_by_its_file(way: int) -> None:
    turned = {1: 0, 3: 180, 6: 90, 8: 270}[way]
    exif = Image.Exif()
    exif[0x0112] = way
    shown = marked().rotate(turned, expand=True)
    found = read_picture(saved(shown, "JPEG", exif=exif))
    assert found.picture[10, 10].max() < 40
    assert found.picture.shape == (HIGH, WIDE, 3)


def test_settings_are_read_and_a_place_is_not() -> None:
    exif = Image.Exif()
    inner = exif.get_ifd(0x8769)
    inner[0x920A], inner[0x829D], inner[0x829A], inner[0x8827] = 35.0, 5.6, 0.02, 400
    place = exif.get_ifd(0x8825)
    place[1], place[2] = "N", (47.0, 22.0, 30.0)
    found = read_picture(saved(marked(), "JPEG", exif=exif))
    settings = found.settings
    assert (settings.focal_mm, settings.f_number, settings.iso) == (35.0, 5.6, 400.0)
    assert settings.exposure_s == pytest.approx(0.02)
    assert "47" not in repr(settings)


def test_settings_that_make_no_sense_are_left_out() -> None:
    exif = Image.Exif()
    exif.get_ifd(0x8769)[0x920A] = 0.0
    exif.get_ifd(0x8769)[0x8827] = "many"
    settings = read_picture(saved(marked(), "JPEG", exif=exif)).settings
    assert settings.focal_mm is None
    assert settings.iso is None


def refused(content: bytes, code: str) -> str:
    with pytest.raises(DocumentError) as error:
        read_picture(content, "it.jpg")
    assert error.value.code == code
    assert "it.jpg" in error.value.sentence
    return error.value.sentence


def test_what_is_no_picture() -> None:
    assert "JPEG" in refused(b"Dear diary, today I filmed.", "no-picture")
    refused(b"", "no-picture")
    refused(saved(marked(), "JPEG")[:300], "no-picture")
    refused(b"\x89PNG\r\n\x1a\n" + b"\x00" * 64, "no-picture")
    # A format that is not asked for is not tried either.
    refused(saved(marked(), "GIF"), "no-picture")


def test_a_hundred_megapixels_are_refused_before_they_are_decoded() -> None:
    huge = Image.new("L", (12_000, 9_000))
    assert huge.width * huge.height > PIXEL_LIMIT
    assert "108 megapixels" in refused(saved(huge, "PNG"), "too-many-pixels")


def test_a_thumbnail_and_a_moving_picture() -> None:
    refused(saved(marked().resize((160, 100)), "JPEG"), "too-small")
    frames = [marked(), marked().rotate(180)]
    refused(saved(frames[0], "PNG", save_all=True, append_images=frames[1:]), "animated")
    refused(saved(frames[0], "TIFF", save_all=True, append_images=frames[1:]), "animated")
