"""The lens step: what one straight-down camera covers, focuses and resolves."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.geometry.rectangle import Rectangle, Spare, spare_around
from steeple.core.optics.focus import sharp_range
from steeple.core.optics.frame import Extent, pixels_per_mm
from steeple.core.optics.overhead import Overhead
from steeple.core.optics.thin_lens import effective_f_number, magnification
from steeple.core.study.given import Assumptions, GivenCamera, GivenWork
from steeple.core.study.heights import nearest_focus_of, overhead_of
from steeple.core.study.result import mm
from steeple.core.study.settings import Settings, settle


@dataclass(frozen=True, slots=True)
class Sight:
    """What a camera sees where it hangs. Lengths in millimetres, heights above the table top."""

    focus_distance_mm: float
    picture_table_mm: Extent
    picture_top_mm: Extent
    seen_table: Rectangle
    seen_top: Rectangle
    spare_table: Spare
    spare_top: Spare
    table_beyond: Spare
    """How far the table reaches beyond the picture; negative where the picture shows floor."""
    mark_height_mm: float
    rim_height_mm: float
    back_height_mm: float
    magnification: float | None
    effective_f_number: float | None
    sharp_up_to_mm: float | None
    sharp_down_to_mm: float | None
    """Lowest sharp height above the table (negative below it); None with ``sharp_up_to_mm`` set
    means that everything farther away is sharp."""
    recorded_px_per_mm: float
    delivered_px_per_mm: float
    delivered_px_per_mm_top: float
    detail_px: float

    @property
    def spare(self) -> Spare:
        """The tighter of table and top on each side; the top wherever the work stands up."""
        return Spare(
            left=min(self.spare_table.left, self.spare_top.left),
            right=min(self.spare_table.right, self.spare_top.right),
            near=min(self.spare_table.near, self.spare_top.near),
            far=min(self.spare_table.far, self.spare_top.far),
        )


@dataclass(frozen=True, slots=True)
class LensStudy:
    """Everything the lens step knows about one camera. ``sight`` is None while the lens is so low
    that no picture is formed."""

    work: GivenWork
    camera: GivenCamera
    settings: Settings
    overhead: Overhead
    nearest_focus_mm: float | None
    x_mm: float
    y_mm: float
    sight: Sight | None

    @property
    def hand_room_mm(self) -> float | None:
        """Free room between the top of the work and the rim of the lens."""
        return None if self.sight is None else self.sight.rim_height_mm - self.work.top_mm

    @property
    def ceiling_clearance_mm(self) -> float | None:
        """Free room between the back of the camera and the ceiling; None where not known."""
        if self.sight is None or self.work.ceiling_mm is None:
            return None
        return self.work.ceiling_mm - self.sight.back_height_mm


def study_lens(camera: GivenCamera, work: GivenWork, assumptions: Assumptions) -> LensStudy:
    """Settle a camera's height and zoom and work out what it sees."""
    settings = settle(camera, work, assumptions)
    overhead = overhead_of(camera, work, settings.focal_mm)
    x, y = _place(camera, assumptions)
    sight = None
    if settings.height_mm >= overhead.lowest_mm:
        sight = _sight(camera, work, settings, overhead, x, y)
        if camera.part.focus_height_mm is None:
            assumptions.note(
                f"{camera.at}/focus_height_mm",
                "table and top of the work equally sharp",
                quantity=mm(settings.height_mm - sight.focus_distance_mm),
            )
    return LensStudy(
        work=work,
        camera=camera,
        settings=settings,
        overhead=overhead,
        nearest_focus_mm=nearest_focus_of(camera, settings.focal_mm),
        x_mm=x,
        y_mm=y,
        sight=sight,
    )


def _place(camera: GivenCamera, assumptions: Assumptions) -> tuple[float, float]:
    position = camera.part.position
    places = []
    for name, given in (("x_mm", position.x_mm), ("y_mm", position.y_mm)):
        places.append(
            assumptions.fill(
                given,
                at=f"{camera.at}/position/{name}",
                usual=0.0,
                unit="mm",
                why="straight above the centre of the zone",
            )
        )
    return places[0], places[1]


def _sight(
    camera: GivenCamera,
    work: GivenWork,
    settings: Settings,
    overhead: Overhead,
    x: float,
    y: float,
) -> Sight:
    height = settings.height_mm
    focus = overhead.focus_distance(height)
    picture_table = overhead.covered(height_mm=height, plane_mm=0.0)
    picture_top = overhead.covered(height_mm=height, plane_mm=work.top_mm)
    seen_table = _on_table(camera, picture_table, x, y)
    seen_top = _on_table(camera, picture_top, x, y)
    mark = overhead.mark_height(height)
    ratio, effective, up_to, down_to = None, None, None, None
    focal, n, coc = settings.focal_mm, settings.f_number, settings.coc_mm
    if focal is not None and n is not None and coc is not None:
        ratio = magnification(focal_mm=focal, pupil_to_focus_mm=focus)
        effective = effective_f_number(f_number=n, magnification_ratio=ratio)
        sharp = sharp_range(
            focal_mm=focal, f_number=n, circle_of_confusion_mm=coc, pupil_to_focus_mm=focus
        )
        up_to = height - sharp.near_mm
        down_to = None if sharp.far_mm is None else height - sharp.far_mm
    delivered = pixels_per_mm(pixels=work.delivery_px.width, coverage_mm=picture_table.width)
    return Sight(
        focus_distance_mm=focus,
        picture_table_mm=picture_table,
        picture_top_mm=picture_top,
        seen_table=seen_table,
        seen_top=seen_top,
        spare_table=spare_around(work.zone, seen_table),
        spare_top=spare_around(work.zone, seen_top),
        table_beyond=spare_around(seen_table, work.table),
        mark_height_mm=mark,
        rim_height_mm=mark - camera.rim_from_mark_mm,
        back_height_mm=mark + camera.back_mm,
        magnification=ratio,
        effective_f_number=effective,
        sharp_up_to_mm=up_to,
        sharp_down_to_mm=down_to,
        recorded_px_per_mm=delivered * camera.crop_limit,
        delivered_px_per_mm=delivered,
        delivered_px_per_mm_top=pixels_per_mm(
            pixels=work.delivery_px.width, coverage_mm=picture_top.width
        ),
        detail_px=delivered * work.detail_mm,
    )


def _on_table(camera: GivenCamera, picture: Extent, x: float, y: float) -> Rectangle:
    extent = camera.on_table(picture)
    return Rectangle.centred(x_mm=x, y_mm=y, width_mm=extent.width, depth_mm=extent.height)
