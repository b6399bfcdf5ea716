"""How true the reading of test frames is: ``python -m bench.check [--frames 208] [--large]``.

Frames of the stand-in with blur, noise, distortion, uneven light and JPEG over tilts of 0 to 40 degrees and lenses
30 to 200 cm up; what was put in against what is read, at the 95th percentile, and how often the error that is said
covers the truth. Times are those of one frame of 12 megapixels.
"""

from __future__ import annotations

import argparse
import math
import time
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from io import BytesIO

import av
import cv2
import numpy as np
from PIL import Image
from scipy.optimize import brentq

from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.frame.chart.layout import PAPERS_MM, Chart, Paper, chart_for
from steeple.core.frame.light.paper import Zone
from steeple.core.frame.pose.finding import ChartNotFound
from steeple.core.frame.pose.lens_model import PixelCamera, pixel_camera
from steeple.core.frame.pose.measures import figures_of, measures_of
from steeple.core.frame.reading import Asked, read_frames
from steeple.core.geometry.pose import looking
from steeple.core.geometry.vectors import Vector, heading
from steeple.core.study.card.full import full_card
from steeple.core.study.plan_study import camera_studies
from steeple.demo.angles import CLASS
from steeple.devices.frame_camera import Faults, FrameCamera, Picture, PrintedChart, TableLight
from steeple.formats.chart_file import chart_picture
from steeple.services.card import card_file
from steeple.services.check.tap import read_tap

DPI = 600.0
GOALS = {
    "height": (1.0, "of 2 mm or 0.3 %"), "tilt": (0.3, "deg"), "centre": (2.0, "mm"), "roll": (0.2, "deg"),
    "evenness": (0.1, "stops"), "MTF50": (0.08, "share"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Case:
    """One frame and what was put into it."""

    camera: PixelCamera
    chart: Chart
    zone: Zone
    light: TableLight
    faults: Faults
    seed: int


def _case(random: np.random.Generator, seed: int, *, large: bool) -> Case:
    height = float(np.exp(random.uniform(np.log(300.0), np.log(2000.0))))
    tilt = float(random.choice([0.0, random.uniform(0, 3), random.uniform(0, 40)]))
    toward, turn = (
        float(random.uniform(0, 360)),
        float(random.choice([0, 90, 180, 270]) + random.normal(0, 1.5)),
    )
    size = (
        (4000, 3000)
        if large
        else ((3840, 2160), (1920, 1080), (2400, 1800))[int(random.integers(3))]
    )
    # As a maker zooms: the zone fills about half to four fifths of the width.
    distance = height / math.cos(math.radians(tilt))
    wide = float(random.uniform(0.45, 0.9)) * distance
    constant = size[0] * distance / wide
    # The zone fits into the frame, whichever way it lies.
    zone = Zone(0.55 * wide, 0.4 * wide)
    paper: Paper = "a3" if zone.width_mm > 500 else "a4"
    chart = chart_for(
        paper=paper, zone_mm=(zone.width_mm, zone.depth_mm), detail_mm=0.5, plan_number=seed
    )
    middle = random.normal(0, 0.02 * wide, 2)
    ahead = heading(toward)
    off = height * math.tan(math.radians(tilt))
    position = Vector(float(middle[0]) - ahead.x * off, float(middle[1]) - ahead.y * off, height)
    pose = looking(position=position, tilt_deg=tilt, toward_deg=toward, top_toward_deg=turn)
    bent = float(random.uniform(-0.03, 0.03)) / (math.hypot(*size) / 2 / constant) ** 2
    camera = pixel_camera(pose, constant_px=constant, size_px=size, k1=bent)
    light = TableLight(
        float(random.uniform(-1, 1)), float(random.uniform(-0.8, 0.8)),
        (zone.width_mm / 2, zone.depth_mm / 2), red=float(random.uniform(0.9, 1.1)),
    )  # fmt: skip
    faults = Faults(
        blur_px=float(random.uniform(0.6, 1.6)), noise=float(random.uniform(0.005, 0.04)),
        exposure_stops=float(random.uniform(-1.2, -0.7)), jpeg=int(random.integers(80, 97)),
    )  # fmt: skip
    return Case(camera, chart, zone, light, faults, seed)


def _mtf50(case: Case) -> float:
    """Of the blur with the area of a pixel, and of what the stand-in reads its page with."""
    sigma = case.faults.blur_px

    def left(f: float) -> float:
        return math.exp(-2 * (math.pi * sigma * f) ** 2) * float(np.sinc(f)) - 0.5

    return float(brentq(left, 0.01, 0.9))


def _true_evenness(case: Case) -> float:
    x, y = np.meshgrid(
        np.linspace(-case.zone.width_mm / 2, case.zone.width_mm / 2, 41),
        np.linspace(-case.zone.depth_mm / 2, case.zone.depth_mm / 2, 41),
    )
    stops = np.log2(case.light.at(x, y))
    return float(stops.max() - stops.min())


def _errors(case: Case, picture: Picture) -> Iterator[tuple[str, float, float]]:
    """Each figure, how far it is off, and the error that is said of it."""
    planned = case.camera.constant_px
    height = case.camera.lens_mm[2]
    reading = read_frames(
        [picture],
        Asked(lambda _: planned, height, case.zone, 0.5, paper=case.chart.paper),
    )
    truth, found = figures_of(case.camera), measures_of(reading.fitted)
    yield (
        "height",
        abs(found["height_mm"].value - height) / max(2.0, 0.003 * height),
        (found["height_mm"].error / max(2.0, 0.003 * height)),
    )
    for one in ("lean_x_deg", "lean_y_deg"):
        yield "tilt", abs(found[one].value - truth[one]), found[one].error
    for one in ("centre_x_mm", "centre_y_mm"):
        yield "centre", abs(found[one].value - truth[one]), found[one].error
    turn = (found["turn_deg"].value - truth["turn_deg"] + 180) % 360 - 180
    yield "roll", abs(turn), found["turn_deg"].error
    lit = reading.lighting
    if lit is not None and lit.told_share > 0.95:
        yield "evenness", abs(lit.evenness_stops - _true_evenness(case)), lit.evenness_error
    for place in reading.sharpness:
        yield "MTF50", abs(place.mtf50_cy_px / _mtf50(case) - 1), place.error / place.mtf50_cy_px


def truth_table(count: int, *, large: bool = False) -> Iterator[str]:
    """The table, row by row."""
    pages: dict[tuple[str, float, float | None], Picture] = {}
    off: dict[str, list[tuple[float, float]]] = defaultdict(list)
    missed: list[str] = []
    for seed in range(count):
        case = _case(np.random.default_rng(seed), seed, large=large)
        key = (case.chart.paper, case.chart.square_mm, case.chart.detail_mm)
        if key not in pages:
            pages[key] = chart_picture(case.chart, title="Bench", dpi=DPI)
        shown = FrameCamera(
            case.camera, PrintedChart(pages[key], DPI / 25.4), case.light, case.faults
        )
        picture = np.asarray(Image.open(BytesIO(shown.bytes_of(seed))))
        try:
            for name, wrong, said in _errors(case, picture):
                off[name].append((wrong, said))
        except ChartNotFound as error:
            missed.append(f"{seed}: {error.code}")
    yield f"{count} frames, {len(missed)} not read {missed}"
    for name, rows in off.items():
        wrong, said = np.array(rows).T
        goal, unit = GOALS[name]
        yield (
            f"{name:10} 95 %: {np.percentile(wrong, 95):7.3f} {unit} (goal {goal:g})   worst {wrong.max():7.3f}"
            f"   error covers {100 * float((wrong <= said).mean()):5.1f} %   n {len(rows)}"
        )


def check_step() -> Iterator[Timing]:
    """The rows of the check step."""
    case = _case(np.random.default_rng(3), 3, large=True)
    page = chart_picture(case.chart, title="Bench", dpi=DPI)
    content = FrameCamera(
        case.camera, PrintedChart(page, DPI / 25.4), case.light, case.faults
    ).bytes_of(3)
    asked = Asked(lambda _: case.camera.constant_px, case.camera.lens_mm[2], case.zone, 0.5)

    def read() -> None:
        read_frames([np.asarray(Image.open(BytesIO(content)))], asked)

    taken = milliseconds(read, times=7, warm_up=1)
    yield line("a test frame of 12 megapixels", percentile(taken, 0.5), "ms", 1500)
    clip = _clip_1080p()
    taken = milliseconds(lambda: read_tap(clip, "a clip"), times=3, warm_up=0)
    yield line("a clip of 10 s of 1080p", percentile(taken, 0.5), "ms", 6000)
    cameras = [one.context for one in camera_studies(CLASS)]
    taken = milliseconds(lambda: full_card(cameras), times=7, warm_up=1)
    yield line("drawings and lists of a card, three cameras", percentile(taken, 0.5), "ms", None)
    taken = milliseconds(lambda: card_file(CLASS, paper="a4", system="cm"), times=3, warm_up=0)
    yield line("the card in full as PDF, three cameras", percentile(taken, 0.5), "ms", None)


def _clip_1080p() -> bytes:
    """Ten seconds at 25 pictures a second, tapped after three."""
    case = _case(np.random.default_rng(4), 4, large=False)
    page = chart_picture(case.chart, title="Bench", dpi=DPI)
    frame = FrameCamera(case.camera, PrintedChart(page, DPI / 25.4), case.light, case.faults)
    still = np.asarray(Image.open(BytesIO(frame.bytes_of(4))).convert("RGB").resize((1920, 1080)))
    out = BytesIO()
    with av.open(out, "w", format="mp4") as container:
        stream = container.add_stream("libx264", rate=25)
        assert isinstance(stream, av.VideoStream)
        stream.width, stream.height, stream.pix_fmt = 1920, 1080, "yuv420p"
        stream.options = {"crf": "22", "preset": "ultrafast"}
        for index in range(250):
            after = index / 25 - 3.0
            off = 0.0 if after < 0 else 5 * np.exp(-after / 0.4) * np.sin(2 * np.pi * 5 * after)
            move = np.array([[1.0, 0.0, off], [0.0, 1.0, 0.0]])
            shown = cv2.warpAffine(still, move, (1920, 1080), borderMode=cv2.BORDER_REPLICATE)
            picture = np.asarray(shown, dtype=np.uint8)
            container.mux(stream.encode(av.VideoFrame.from_ndarray(picture, format="rgb24")))
        container.mux(stream.encode(None))
    return out.getvalue()


def main() -> None:
    """Print the table and the times."""
    parser = argparse.ArgumentParser()
    parser.add_argument("--frames", type=int, default=208)
    parser.add_argument("--large", action="store_true", help="12 megapixels each")
    given = parser.parse_args()
    start = time.perf_counter()
    for row in truth_table(given.frames, large=given.large):
        print(row, flush=True)
    print(f"{time.perf_counter() - start:.0f} s; papers {', '.join(PAPERS_MM)}")
    for timing in check_step():
        goal = "" if timing.goal is None else f" (goal {timing.goal:g})"
        print(f"{timing.name}: {timing.value:.0f} {timing.unit}{goal}")


if __name__ == "__main__":
    main()
