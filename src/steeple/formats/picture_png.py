"""A picture as PNG."""

from __future__ import annotations

import io

from PIL import Image

from steeple.core.simcam.camera import Picture

LEVEL = 1
"""Quick to write: the picture is looked at once and thrown away."""


def write_png(picture: Picture) -> bytes:
    """The picture as the bytes of a PNG file."""
    out = io.BytesIO()
    Image.fromarray(picture, mode="RGB").save(out, format="PNG", compress_level=LEVEL)
    return out.getvalue()
