"""Figures of depth in both senses, diffraction, tilt, the body in the frame, and exposure."""

from __future__ import annotations

from collections.abc import Callable

from steeple.core.optics.focus import f_number_holding
from steeple.core.study.base.figure import (
    DRILLIS,
    HARTLEY,
    HECHT,
    ISO_2720,
    RAY_DEPTH,
    Computed,
    FigureSpec,
)
from steeple.core.study.base.sentence import Quantity, mm, percent
from steeple.core.study.inputs.camera import CAMERA_HALF_MM
from steeple.core.study.lens.body_sight import ACTION_COUNT, FRAME_COUNT, ZONE_COUNT
from steeple.core.study.lens.numbers import LensNumbers


def _holding(*, critical: bool) -> Callable[[LensNumbers], Computed | None]:
    def compute(i: LensNumbers) -> Computed | None:
        settings = i.study.settings
        coc = settings.critical_coc_mm if critical else settings.usual_coc_mm
        if settings.focal_mm is None or coc is None:
            return None
        needed = f_number_holding(
            focal_mm=settings.focal_mm,
            circle_of_confusion_mm=coc,
            near_mm=i.sight.work_near_mm,
            far_mm=i.sight.work_far_mm,
        )
        if needed is None:
            return None
        puts = i.focal()
        puts += i.put("a", "lens to the nearest point of the work", i.sight.work_near_mm, "mm")
        puts += i.put("b", "lens to the farthest point", i.sight.work_far_mm, "mm")
        puts += i.put("c", "circle of confusion", coc, "mm_exact")
        return Quantity(value=needed, unit="f_number"), puts

    return compute


def _airy(i: LensNumbers) -> Computed | None:
    airy, effective = i.sight.airy_mm, i.sight.effective_f_number
    area = i.study.camera.area_mm
    if airy is None or effective is None or area is None:
        return None
    pixels = airy / area.width * i.study.work.delivery_px.width
    puts = i.put("λ", "green light", 0.00055, "mm_exact")
    puts += i.put("N(1 + m)", "effective f-number", effective, "f_number")
    puts += i.put("w", "active sensor width after crops", area.width, "mm_exact")
    return Quantity(value=pixels, unit="px"), puts + i.delivery()


def _tilt(i: LensNumbers) -> Computed | None:
    puts = i.put("τ", "tilt of the camera against straight down", i.study.camera.tilt_deg, "deg")
    puts += i.put("θ", "slope of the work", i.study.work.plane.tilt_deg, "deg")
    return Quantity(value=i.sight.out_of_square_deg, unit="deg"), puts


def _keystone(i: LensNumbers) -> Computed | None:
    if i.sight.keystone is None:
        return None
    longer, shorter = i.sight.keystone_edges
    puts = i.put("e₁", "longer edge of the picture on the work", longer, "mm")
    puts += i.put("e₂", "edge opposite", shorter, "mm")
    return Quantity(value=i.sight.keystone, unit="times"), puts


def _head(i: LensNumbers) -> Computed | None:
    if i.sight.body is None:
        return None
    puts = i.put(
        "l", "lean of the trunk", i.study.work.maker.lean_deg, "deg", "maker/lean_deg"
    ) + i.put("B", "body height", i.study.work.maker.proportions.height_mm, "mm", "maker/height_mm")
    return mm(i.sight.body.head_clearance_mm), puts


def _share(name: str, points: int) -> Callable[[LensNumbers], Computed | None]:
    def compute(i: LensNumbers) -> Computed | None:
        if i.sight.body is None:
            return None
        share = getattr(i.sight.body, name)
        puts = i.put("n", "points that count, of N", share * points, "ratio")
        puts += i.put("N", "points judged", points, "ratio")
        return percent(share, whole=False), puts

    return compute


def _gap(i: LensNumbers) -> Computed | None:
    if i.sight.body is None:
        return None
    gap, radius = i.sight.body.camera_gap_mm, i.study.work.maker.proportions.head_radius_mm
    puts = i.put(
        "D", "middle of the head to the camera's axis", gap + radius + CAMERA_HALF_MM, "mm"
    )
    puts += i.put("r", "radius of the head", radius, "mm", "maker/height_mm")
    puts += i.put("k", "half the width of a camera", CAMERA_HALF_MM, "mm")
    return mm(gap), puts


def _shutter(i: LensNumbers) -> Computed | None:
    camera = i.study.camera
    rate = camera.frame_rate_hz(i.study.work.frame_rate_hz)
    puts = i.put("R", "frame rate", rate, "hz", "delivery/frame_rate_hz")
    puts += i.put("M", "mains", i.study.work.mains_hz, "hz", "room/mains_hz")
    for name, says, value in (
        ("t⁻", "shortest of the camera", camera.body.shortest_shutter_s),
        ("t⁺", "longest of the camera", camera.body.longest_shutter_s),
    ):
        if value is not None:
            puts += i.put(name, says, value, "seconds")
    return Quantity(value=i.sight.shutter_s, unit="seconds"), puts


def _light(i: LensNumbers) -> Computed | None:
    needed, effective = i.sight.light_needed_lx, i.sight.effective_f_number
    if needed is None or effective is None:
        return None
    at = f"{i.study.camera.at}/body/clean_iso"
    puts = i.put("N(1 + m)", "effective f-number", effective, "f_number")
    puts += i.put("t", "exposure time", i.sight.shutter_s, "seconds")
    puts += i.put("S", "highest clean ISO", i.study.camera.clean_iso, "iso", at)
    if i.study.camera.filter_stops:
        field = f"{i.study.camera.at}/filter/lost_stops"
        puts += i.put("F", "lost in the filter", i.study.camera.filter_stops, "stops", field)
    return Quantity(value=needed, unit="lx"), puts


_POSES = "nine places of the working hand over the zone"

BODY_AND_LIGHT_FIGURES: tuple[FigureSpec[LensNumbers], ...] = (
    FigureSpec(
        "lens.f_number_usual", "f-number that holds the work sharp", "circle: active diagonal ÷ 1500",
        "f²·(b − a) ÷ (c·(2·a·b − f·(a + b)))", RAY_DEPTH, _holding(critical=False),
    ),
    FigureSpec(
        "lens.f_number_critical", "f-number that holds it to the pixel",
        "circle: two delivered pixels", "f²·(b − a) ÷ (c·(2·a·b − f·(a + b)))", RAY_DEPTH,
        _holding(critical=True),
    ),
    FigureSpec(
        "lens.airy_px", "Diffraction disc", "delivered pixels; 2 are noticed",
        "2.44·λ·N(1 + m) ÷ w · P", HECHT, _airy,
    ),
    FigureSpec(
        "lens.out_of_square", "Out of square", "axis of the lens against the work",
        "angle between the axis and the normal of the work", HARTLEY, _tilt,
    ),
    FigureSpec(
        "lens.keystone", "Keystone", "opposite edges of the picture, on the work",
        "longer edge ÷ shorter edge, from the projected corners", HARTLEY, _keystone,
    ),
    FigureSpec(
        "lens.head_clearance", "Head to the edge of the picture", f"worst of {_POSES}",
        "distance of the head's sphere from the four sides of the view", DRILLIS, _head,
        note="The head is a sphere of 0.13 of body height. Negative: it reaches into the picture.",
    ),
    FigureSpec(
        "lens.head_in_frame", "Head and shoulders in the picture", f"worst of {_POSES}",
        "n ÷ N, points hidden of a lattice of the picture", DRILLIS,
        _share("worst_head_in_frame", FRAME_COUNT),
    ),
    FigureSpec(
        "lens.zone_hidden", "Zone hidden by head and shoulders", f"worst of {_POSES}",
        "n ÷ N, points hidden of a lattice of the zone", DRILLIS, _share("worst_zone_hidden", ZONE_COUNT),
    ),
    FigureSpec(
        "lens.action_seen", "Action seen past hands and head", f"mean of {_POSES}",
        "n ÷ N, points seen of a disc of 80 mm about the tip of the tool", DRILLIS,
        _share("mean_action_seen", ACTION_COUNT),
    ),
    FigureSpec(
        "lens.camera_gap", "Room between head and camera", f"least of {_POSES}",
        "D − r − k", DRILLIS, _gap,
    ),
    FigureSpec(
        "lens.own_view_hidden", "Zone that the camera hides from you", "the middle pose",
        "n ÷ N, points of the zone behind the camera as your eyes see it", DRILLIS,
        _share("own_view_hidden", ZONE_COUNT),
    ),
    FigureSpec(
        "lens.shutter", "Exposure time", "steady under lamps on the mains",
        "k ÷ (2·M), whole k, nearest to 1 ÷ (2·R) and within one frame", ISO_2720, _shutter,
    ),
    FigureSpec(
        "lens.light_needed", "Light needed on the work", "for the highest clean ISO",
        "250·(N(1 + m))²·2^F ÷ (t·S)", ISO_2720, _light,
    ),
)  # fmt: skip
