"""``steeple lens``: one optical figure at a time, from numbers alone."""

from __future__ import annotations

import argparse
import json
import re
from typing import Any

from steeple.core.errors import InputError
from steeple.core.geometry.pose import Pyramid, looking, on_plane
from steeple.core.geometry.vectors import ORIGIN, UP, Vector
from steeple.core.optics.focus import (
    airy_disc,
    circle_of_confusion,
    nearest_from_sensor_mark,
    sharp_range,
)
from steeple.core.optics.frame import pixels_per_mm
from steeple.core.optics.thin_lens import (
    coverage,
    effective_f_number,
    image_distance,
    magnification,
    sensor_mark_to_subject,
)
from steeple.core.units import positive


def extent(text: str) -> tuple[float, float]:
    """Two positive numbers written as ``23.5x13.22``."""
    match = re.fullmatch(r"\s*([0-9.]+)\s*[x×]\s*([0-9.]+)\s*", text)
    try:
        sides = (float(match[1]), float(match[2])) if match else (0.0, 0.0)
    except ValueError:
        sides = (0.0, 0.0)
    if min(sides) <= 0:
        raise argparse.ArgumentTypeError(
            f"“{text}” is not WIDTHxHEIGHT in millimetres, such as 23.5x13.22"
        )
    return sides


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """Declare the options."""
    parser.add_argument(
        "--sensor",
        type=extent,
        required=True,
        metavar="WxH",
        help="active area in mm, after every crop",
    )
    parser.add_argument("--focal", type=float, required=True, metavar="MM")
    parser.add_argument(
        "--distance",
        type=float,
        required=True,
        metavar="MM",
        help="entrance pupil to the focused plane",
    )
    parser.add_argument("--f-number", type=float, metavar="N")
    parser.add_argument(
        "--coc", type=float, metavar="MM", help="circle of confusion; default: diagonal / 1500"
    )
    parser.add_argument(
        "--plane",
        type=float,
        action="append",
        default=[],
        metavar="MM",
        help="entrance pupil to another plane; may be given again",
    )
    parser.add_argument("--recording", type=float, metavar="PX", help="recorded width")
    parser.add_argument("--delivery", type=float, metavar="PX", help="published width")
    parser.add_argument(
        "--min-focus", type=float, metavar="MM", help="minimum focus distance from the sensor mark"
    )
    parser.add_argument(
        "--tilt",
        type=float,
        metavar="DEG",
        help="tips the camera out of straight down; with --height prints the corners on the table",
    )
    parser.add_argument("--height", type=float, metavar="MM", help="entrance pupil above the table")
    parser.add_argument("--json", action="store_true", help="print JSON")  # fmt: skip


def corners(
    width_mm: float, height_mm: float, image_distance_mm: float, *, tilt_deg: float, height_mm_above: float
) -> list[list[float]] | None:  # fmt: skip
    """Where the corners of the picture lie on the table, as x and y from the foot of the plumb; a
    camera tipped away from the maker. None where the horizon is in the picture.

    Raises
    ------
    InputError
        ``out-of-range`` for a tilt outside 0 … 100 degrees or a height that is not positive.
    """
    if not 0 <= tilt_deg <= 100:
        raise InputError(
            "out-of-range",
            f"A tilt of {tilt_deg:g}° is outside 0° to 100°.",
            field="tilt",
            value=tilt_deg,
            allowed="0 to 100",
        )
    pose = looking(
        position=Vector(0.0, 0.0, positive(height_mm_above, "height")),
        tilt_deg=tilt_deg,
        toward_deg=0.0,
        top_toward_deg=0.0,
    )
    pyramid = Pyramid(
        pose=pose,
        half_width=width_mm / (2 * image_distance_mm),
        half_height=height_mm / (2 * image_distance_mm),
    )
    quad = on_plane(pyramid, point=ORIGIN, normal=UP)
    return None if quad is None else [[corner.x, corner.y] for corner in quad]


def figures(arguments: argparse.Namespace) -> dict[str, Any]:
    """The figures asked for, by name.

    Raises
    ------
    InputError
        Where a figure is out of range.
    """
    width, height = arguments.sensor
    focal, distance = arguments.focal, arguments.distance
    v = image_distance(focal_mm=focal, pupil_to_focus_mm=distance)
    ratio = magnification(focal_mm=focal, pupil_to_focus_mm=distance)
    planes = []
    for plane in (distance, *arguments.plane):
        planes.append(
            {
                "pupil_distance_mm": plane,
                "width_mm": coverage(extent_mm=width, image_distance_mm=v, plane_distance_mm=plane),
                "height_mm": coverage(
                    extent_mm=height, image_distance_mm=v, plane_distance_mm=plane
                ),
            }
        )
    result: dict[str, Any] = {
        "coverage": planes,
        "magnification": ratio,
        "sensor_mark_to_subject_mm": sensor_mark_to_subject(
            focal_mm=focal, pupil_to_focus_mm=distance
        ),
    }
    if arguments.f_number is not None:
        coc = arguments.coc
        if coc is None:
            coc = circle_of_confusion(width_mm=width, height_mm=height)
        sharp = sharp_range(
            focal_mm=focal,
            f_number=arguments.f_number,
            circle_of_confusion_mm=coc,
            pupil_to_focus_mm=distance,
        )
        result["circle_of_confusion_mm"] = coc
        result["near_limit_mm"] = sharp.near_mm
        result["far_limit_mm"] = sharp.far_mm
        result["effective_f_number"] = effective_f_number(
            f_number=arguments.f_number, magnification_ratio=ratio
        )
        result["airy_disc_mm"] = airy_disc(effective_f_number=result["effective_f_number"])
    if arguments.tilt is not None:
        above = distance if arguments.height is None else arguments.height
        result["corners_mm"] = corners(
            width, height, v, tilt_deg=arguments.tilt, height_mm_above=above
        )
    seen = planes[0]["width_mm"]
    if arguments.recording is not None:
        result["recorded_px_per_mm"] = pixels_per_mm(pixels=arguments.recording, coverage_mm=seen)
    if arguments.delivery is not None:
        result["delivered_px_per_mm"] = pixels_per_mm(pixels=arguments.delivery, coverage_mm=seen)
    if arguments.min_focus is not None:
        result["min_pupil_distance_mm"] = nearest_from_sensor_mark(
            focal_mm=focal, min_focus_from_mark_mm=arguments.min_focus
        )
    return result


def run(arguments: argparse.Namespace) -> int:
    """Print the figures; raises `InputError` for the command line to say."""
    result = figures(arguments)
    if arguments.json:
        print(json.dumps(result, indent=2))
        return 0
    for plane in result.pop("coverage"):
        print(
            f"at {plane['pupil_distance_mm']:g} mm the picture shows "
            f"{plane['width_mm']:.1f} × {plane['height_mm']:.1f} mm"
        )
    found = result.pop("corners_mm", ())
    if found is None:
        print("the horizon is in the picture: it has no corners on the table")
    for corner in found or ():
        print(f"a corner of the picture lies at x {corner[0]:.1f}, y {corner[1]:.1f} mm")
    for name, value in result.items():
        print(f"{name}: {'infinite' if value is None else f'{value:.6g}'}")
    return 0
