"""Pictures as PNG: every pixel comes back, in the right place and order of colours."""

from __future__ import annotations

import io

import numpy as np
import pytest
from PIL import Image

from steeple.formats.picture_png import write_png


def read(content: bytes) -> np.ndarray:
    with Image.open(io.BytesIO(content)) as image:
        assert image.format == "PNG"
        assert image.mode == "RGB"
        return np.asarray(image)


@pytest.mark.parametrize("size", [(1, 1), (9, 16), (180, 320), (64, 3)])
def test_every_pixel_comes_back(size: tuple[int, int]) -> None:
    picture = np.random.default_rng(7).integers(0, 256, (*size, 3), dtype=np.uint8)
    assert np.array_equal(read(write_png(picture)), picture)


def test_rows_run_down_and_colours_are_red_green_blue() -> None:
    picture = np.zeros((2, 3, 3), dtype=np.uint8)
    picture[0, 2] = (255, 0, 0)
    picture[1, 0] = (0, 0, 255)
    with Image.open(io.BytesIO(write_png(picture))) as image:
        assert image.size == (3, 2)
        assert image.getpixel((2, 0)) == (255, 0, 0)
        assert image.getpixel((0, 1)) == (0, 0, 255)


def test_the_same_picture_is_the_same_file() -> None:
    picture = np.full((90, 160, 3), 120, dtype=np.uint8)
    assert write_png(picture) == write_png(picture.copy())
    assert len(write_png(picture)) < picture.size / 10
