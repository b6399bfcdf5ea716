"""Every figure of the lens step with its formula, source and the numbers put in.

The registry `LENS_FIGURES` is what the interface opens as working and what the physics page of the
documentation is written from; a figure that is not here does not exist.
"""

from __future__ import annotations

from collections.abc import Callable

from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.study.base.figure import (
    HECHT,
    ISO_517,
    JACOBSON,
    PLAIN,
    RAY_CLOSE,
    RAY_DEPTH,
    SAMPLING,
    Computed,
    FigureSpec,
    Put,
)
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.lens.more_figures import BODY_AND_LIGHT_FIGURES
from steeple.core.study.lens.numbers import LensNumbers
from steeple.core.study.lens.study import SQUARE_DEG


def _height(i: LensNumbers) -> Computed | None:
    quantity = mm(i.study.height_mm)
    if i.study.camera.part.position.z_mm is not None:
        return quantity, ()
    return quantity, i.put(
        "H₀", "least height that meets every demand", i.study.settings.heights.least.height_mm, "mm"
    )


def _least(i: LensNumbers) -> Computed | None:
    heights = i.study.settings.heights
    names = {
        "zone": "zone fits", "focus": "lens focuses", "stand-low": "stand goes so low",
    }  # fmt: skip
    puts: tuple[Put, ...] = ()
    for bound in heights.floors:
        puts += i.put(
            f"H {bound.code}",
            f"least height at which the {names[bound.code]}"
            if bound.code != "hands"
            else "least height at which hands have room",
            bound.height_mm,
            "mm",
        )
    return mm(heights.least.height_mm), puts


def _greatest(i: LensNumbers) -> Computed | None:
    greatest = i.study.settings.heights.greatest
    if greatest is None:
        return None
    names = {
        "ceiling": "the camera clears the ceiling",
        "wall": "the camera clears the walls",
        "detail": "the finest detail is readable",
        "head": "the head stays out of the frame",
        "stand": "the stand reaches",
    }
    puts: tuple[Put, ...] = ()
    for bound in i.study.settings.heights.caps:
        puts += i.put(
            f"H {bound.code}",
            f"greatest height at which {names[bound.code]}",
            bound.height_mm,
            "mm",
        )
    return mm(greatest.height_mm), puts


def _covered(*, across_table: bool, top: bool) -> Callable[[LensNumbers], Computed | None]:
    def compute(i: LensNumbers) -> Computed | None:
        seen = i.sight.seen_top if top else i.sight.seen_surface
        if seen is None:
            return None
        across_picture = i.study.camera.picture_lies_across == across_table
        puts = i.extent(across=across_picture) + i.height() + (i.top() if top else ()) + i.image()
        return mm(seen.width_mm if across_table else seen.depth_mm), puts

    return compute


def _spare(side: str) -> Callable[[LensNumbers], Computed | None]:
    def compute(i: LensNumbers) -> Computed | None:
        sight, zone = i.sight, i.study.work.zone
        sideways = side in ("left", "right")
        tighter = sight.spare.least < sight.spare_surface.least
        seen = sight.seen_top if tighter else sight.seen_surface
        if seen is None or not i.study.looks_down:
            return mm(getattr(sight.spare, side)), ()
        at: tuple[str, ...] = ("work/zone/width_mm" if sideways else "work/zone/depth_mm",)
        called, off, own = "zone", i.study.position, i.study.work.target
        if own is not None:
            called, off, at = "target", off.minus(own.middle), ()
        puts = i.put(
            "s", "seen in this direction", seen.width_mm if sideways else seen.depth_mm, "mm"
        )
        puts += i.put("z", called, zone.width_mm if sideways else zone.depth_mm, "mm", *at)
        puts += i.put(
            "d",
            f"lens off the {called}'s centre toward this side",
            {"left": -off.x, "right": off.x, "near": -off.y, "far": off.y}[side],
            "mm",
        )
        return mm(getattr(sight.spare, side)), puts

    return compute


def _focus(i: LensNumbers) -> Computed | None:
    chosen = i.study.camera.part.focus_height_mm
    if not i.study.looks_down:
        puts = i.put("a", "lens to the nearest point of the work", i.sight.work_near_mm, "mm")
        puts += i.put("b", "lens to the farthest point", i.sight.work_far_mm, "mm")
        return mm(i.sight.focus_distance_mm), puts
    puts = i.height()
    if chosen is None:
        return mm(i.sight.focus_distance_mm), puts + i.top()
    at = f"{i.study.camera.at}/focus_height_mm"
    return mm(i.sight.focus_distance_mm), puts + i.put("z", "focus plane", chosen, "mm", at)


def _nearest(i: LensNumbers) -> Computed | None:
    if i.study.nearest_focus_mm is None:
        return None
    lens = i.study.camera.lens
    puts = i.focal()
    if lens is not None and lens.min_focus_from_mark_mm is not None:
        puts += i.put(
            "D₀", "minimum focus distance from the sensor mark", lens.min_focus_from_mark_mm, "mm"
        )
    if lens is not None and lens.greatest_magnification is not None:
        puts += i.put("m₀", "greatest magnification", lens.greatest_magnification, "ratio")
    return mm(i.study.nearest_focus_mm), puts


def _magnification(i: LensNumbers) -> Computed | None:
    ratio = i.sight.magnification
    return None if ratio is None else (Quantity(value=ratio, unit="ratio"), i.focal() + i.focus())


def _effective(i: LensNumbers) -> Computed | None:
    n = i.sight.effective_f_number
    if n is None:
        return None
    return Quantity(value=n, unit="f_number"), i.aperture()[:1] + i.ratio()


def _sharp_up(i: LensNumbers) -> Computed | None:
    limit = i.sight.sharp_up_to_mm
    if limit is None:
        return None
    return mm(limit), i.height() + i.focal() + i.focus() + i.aperture()


def _sharp_down(i: LensNumbers) -> Computed | None:
    limit = i.sight.sharp_down_to_mm
    if limit is None:
        return None
    return mm(limit), i.height() + i.focal() + i.focus() + i.aperture()


def _mark(i: LensNumbers) -> Computed | None:
    if i.study.camera.tilt_deg:
        puts = i.put("z", "lens above the table", i.study.height_mm, "mm")
        puts += i.put("τ", "tilt against straight down", i.study.camera.tilt_deg, "deg")
        return mm(i.sight.mark_height_mm), puts + i.image()
    return mm(i.sight.mark_height_mm), i.height() + i.image()


def _rim(i: LensNumbers) -> Computed | None:
    puts = i.put("M", "sensor mark above the table", i.sight.mark_height_mm, "mm")
    if i.study.camera.tilt_deg:
        puts += i.put("τ", "tilt against straight down", i.study.camera.tilt_deg, "deg")
    return mm(i.sight.rim_height_mm), puts + i.rim_parts()


def _hand_room(i: LensNumbers) -> Computed | None:
    if not i.study.looks_down:
        return mm(i.sight.hand_room_mm), ()
    puts = i.put("R", "front rim above the table", i.sight.rim_height_mm, "mm")
    return mm(i.sight.hand_room_mm), puts + i.top()


def _ceiling(i: LensNumbers) -> Computed | None:
    clearance = i.sight.ceiling_clearance_mm
    back = i.study.framing.back(i.sight.middle_mm)
    ceiling = i.study.work.ceiling_at(back.x, back.y)
    if clearance is None or ceiling is None:
        return None
    puts = i.put("C", "ceiling above the table", ceiling, "mm", "table/height_mm")
    puts += i.put("M", "sensor mark above the table", i.sight.mark_height_mm, "mm")
    at = f"{i.study.camera.at}/body/back_mm"
    return mm(clearance), puts + i.put("k", "mark to back", i.study.camera.back_mm, "mm", at)


def _delivered(i: LensNumbers) -> Computed | None:
    if i.sight.out_of_square_deg > SQUARE_DEG:
        return Quantity(value=i.sight.delivered_px_per_mm, unit="px_per_mm"), i.delivery()
    wide = i.study.work.delivery_px.width / i.sight.delivered_px_per_mm
    across = i.put("W", "seen across the picture", wide, "mm")
    return Quantity(value=i.sight.delivered_px_per_mm, unit="px_per_mm"), i.delivery() + across


def _recorded(i: LensNumbers) -> Computed | None:
    limit = i.put("L", "recording ÷ delivery", i.study.camera.crop_limit, "times")
    per_mm = i.put(
        "p", "delivered pixels on a millimetre", i.sight.delivered_px_per_mm, "px_per_mm"
    )
    return Quantity(value=i.sight.recorded_px_per_mm, unit="px_per_mm"), per_mm + limit


def _detail(i: LensNumbers) -> Computed | None:
    per_mm = i.put(
        "p", "delivered pixels on a millimetre", i.sight.delivered_px_per_mm, "px_per_mm"
    )
    return Quantity(value=i.sight.detail_px, unit="px"), per_mm + i.detail()


def _crop(i: LensNumbers) -> Computed | None:
    camera = i.study.camera
    across = (
        camera.recording_px.height if camera.frame.on_its_side else camera.recording_px.width
    ) * camera.frame.share.width
    puts = i.put("Q", "recorded pixels across the picture's share", across, "px")
    return Quantity(value=camera.crop_limit, unit="times"), puts + i.delivery()


_WIDE = "x, left to right"
_DEEP = "y, near to far"

LENS_FIGURES: tuple[FigureSpec[LensNumbers], ...] = (
    FigureSpec(
        "lens.height", "Lens height", "entrance pupil above the table top",
        "H as chosen; else the least height that works, H₀, up to the next 5 mm", PLAIN, _height,
    ),
    FigureSpec(
        "lens.least_height", "Least height that works", "this zoom setting",
        "the greatest of the least heights of all demands, each by root finding on the exact forms",
        HECHT, _least,
    ),
    FigureSpec(
        "lens.greatest_height", "Greatest height that works", "this zoom setting",
        "the least of the greatest heights of all demands", HECHT, _greatest,
    ),
    FigureSpec(
        "lens.covered_table_width", "Covered width at the table", _WIDE,
        "w·H ÷ v (lens), 2·H·tan α (fixed view)", RAY_CLOSE, _covered(across_table=True, top=False),
    ),
    FigureSpec(
        "lens.covered_table_depth", "Covered depth at the table", _DEEP,
        "h·H ÷ v (lens), 2·H·tan α (fixed view)", RAY_CLOSE,
        _covered(across_table=False, top=False),
    ),
    FigureSpec(
        "lens.covered_top_width", "Covered width at the top of the work", _WIDE,
        "w·(H − t) ÷ v (lens), 2·(H − t)·tan α (fixed view)", RAY_CLOSE,
        _covered(across_table=True, top=True),
    ),
    FigureSpec(
        "lens.covered_top_depth", "Covered depth at the top of the work", _DEEP,
        "h·(H − t) ÷ v (lens), 2·(H − t)·tan α (fixed view)", RAY_CLOSE,
        _covered(across_table=False, top=True),
    ),
    *(
        FigureSpec(
            f"lens.spare_{side}", f"To spare {words}", "the tighter of table and top of the work",
            "(s − z) ÷ 2 + d", PLAIN, _spare(side),
        )
        for side, words in (
            ("left", "at the left"), ("right", "at the right"),
            ("near", "on your side"), ("far", "on the far side"),
        )
    ),
    FigureSpec(
        "lens.focus_distance", "Focus distance", "entrance pupil to the focus plane",
        "2·(H − t)·H ÷ (2·H − t), shared by table and top (2·a·b ÷ (a + b) for any view); H − z where "
        "a plane is chosen",
        RAY_DEPTH, _focus,
    ),
    FigureSpec(
        "lens.nearest_focus", "Nearest focus", "entrance pupil to the nearest focus plane",
        "(D₀ + √(D₀² − 4·f·D₀)) ÷ 2 where D₀ ≥ 4·f; else f·(1 + 1 ÷ m₀); as given for a fixed view",
        ISO_517, _nearest,
    ),
    FigureSpec(
        "lens.magnification", "Magnification", "the focus plane", "f ÷ (u − f)", HECHT,
        _magnification,
    ),
    FigureSpec(
        "lens.effective_f_number", "Effective f-number", "exposure and blur at this distance",
        "N·(1 + m)", JACOBSON, _effective,
    ),
    FigureSpec(
        "lens.sharp_up_to", "Sharp up to", "above the table top",
        "H − u·f² ÷ (f² + N·c·(u − f))", RAY_DEPTH, _sharp_up,
    ),
    FigureSpec(
        "lens.sharp_down_to", "Sharp down to", "above the table top, negative below it",
        "H − u·f² ÷ (f² − N·c·(u − f))", RAY_DEPTH, _sharp_down,
    ),
    FigureSpec(
        "lens.mark_height", "Sensor mark above the table", "thin lens", "H + v", HECHT, _mark,
        note="A thick lens puts the mark a little higher: by the distance between its principal "
        "planes, which is not printed on lenses.",
    ),
    FigureSpec(
        "lens.rim_height", "Front rim of the lens above the table", "what the tape measures to",
        "M − b; M − b·cos τ where tipped", PLAIN, _rim,
    ),
    FigureSpec(
        "lens.hand_room", "Room for hands and tool", "top of the work to the front rim",
        "R − t", PLAIN, _hand_room,
    ),
    FigureSpec(
        "lens.ceiling_clearance", "Room to the ceiling", "back of the camera to the lowest ceiling",
        "C − M − k", PLAIN, _ceiling,
    ),
    FigureSpec(
        "lens.delivered_px_per_mm", "Delivered pixels on a millimetre", "the table, the far plane",
        "P ÷ W", SAMPLING, _delivered,
    ),
    FigureSpec(
        "lens.recorded_px_per_mm", "Recorded pixels on a millimetre", "the table, the far plane",
        "p·L", SAMPLING, _recorded,
    ),
    FigureSpec(
        "lens.detail_px", "Delivered pixels across the finest detail",
        f"the table; {PIXELS_PER_LINE:g} are needed", "p·s", SAMPLING, _detail,
    ),
    FigureSpec(
        "lens.crop_limit", "Crop that the recording bears", "the whole picture", "Q ÷ P", SAMPLING,
        _crop,
    ),
)  # fmt: skip

LENS_FIGURES += BODY_AND_LIGHT_FIGURES
