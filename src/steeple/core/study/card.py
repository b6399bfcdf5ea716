"""The set-up card: what one does at the bench, in figures that a tape reaches."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.plan.document import Plan
from steeple.core.study.answers import clock_words, way_round_words
from steeple.core.study.card_parts import CardRow, CardSection
from steeple.core.study.drawing import Box, box
from steeple.core.study.given import GivenWork
from steeple.core.study.hold import HoldStudy
from steeple.core.study.hold_card import hold_sections
from steeple.core.study.lens import LensStudy
from steeple.core.study.light import LightStudy
from steeple.core.study.light_card import light_sections
from steeple.core.study.result import Assumption, Quantity, Result, Sentence, mm, say

Corners = tuple[tuple[float, float], ...]


class Mark(Result):
    """A corner to tape down, measured along the edges of the table; negative = past the edge."""

    corner: str
    from_left_mm: float
    from_front_mm: float
    on_table: bool


class Card(Result):
    """Everything printed, except for the cautions, which stand in the evaluation."""

    title: str
    ready: bool
    missing: str
    sections: tuple[CardSection, ...]
    zone_marks: tuple[Mark, ...]
    frame_marks: tuple[Mark, ...]
    table: Box
    zone: Box
    frame: Box | None
    way_round: str
    check: Sentence


def card_of(
    *,
    plan: Plan,
    work: GivenWork,
    lens: LensStudy | None,
    hold: HoldStudy | None,
    light: LightStudy | None,
    assumed: Sequence[Assumption],
) -> Card:
    """The card of a plan's first camera; without one it carries what is known of the work."""
    fields = {assumption.field for assumption in assumed}
    sections = [_work_section(work, fields)]
    sight = lens.sight if lens else None
    frame = sight.seen_surface if sight else None
    check: Sentence = ()
    if lens is not None and sight is not None:
        holding = [] if hold is None else hold_sections(hold, fields)
        lamps = [] if light is None else light_sections(light, fields)
        sections = [_heights(lens, fields), *holding, *lamps, _settings(lens, fields), *sections]
    if lens is not None and frame is not None:
        where = "on the table" if work.is_flat else "on the work"
        check = say(
            "Lay the tape across the picture "
            + where
            + ", through the middle of the zone: the frame must show {width} from left "
            "to right and {depth} from near to far.",
            width=mm(frame.width_mm),
            depth=mm(frame.depth_mm),
        )
    return Card(
        title=plan.title,
        ready=sight is not None,
        missing=""
        if sight is not None
        else "The height is missing: choose a camera and a lens on the Lens sheet."
        if lens is None
        else "The lens hangs inside the work: raise it on the Lens sheet.",
        sections=tuple(sections),
        zone_marks=_marks(_corners(work.footprint), work.table),
        frame_marks=_frame_marks(lens),
        table=box(work.table),
        zone=box(work.footprint),
        frame=box(frame) if frame and work.is_flat else None,
        way_round=f"Picture: {way_round_words(lens)}" if lens else "",
        check=check,
    )


def _heights(lens: LensStudy, fields: set[str]) -> CardSection:
    sight = lens.sight
    assert sight is not None
    at = f"/{lens.camera.at}"
    tilt = lens.camera.tilt_deg
    rim_assumed = not fields.isdisjoint({f"{at}/body/flange_mm", f"{at}/lens/length_mm"})
    rows = [
        CardRow(
            label="Front rim of the lens above the table",
            quantity=mm(sight.rim_height_mm),
            hint="tape from the table top to the rim",
            assumed=rim_assumed,
        )
    ]
    if lens.camera.fixed_view is None:
        rows.append(
            CardRow(
                label="Sensor mark above the table",
                quantity=mm(sight.mark_height_mm),
                hint="the circle with a line through it, on the body",
            )
        )
    if tilt:
        rows += _tilt_rows(lens)
    rows.append(
        CardRow(
            label="Room under the lens" if lens.by_height else "Room before the lens",
            quantity=mm(lens.hand_room_mm or 0.0),
            hint="top of the work to the rim",
            assumed=rim_assumed,
        )
    )
    rows += _offsets(lens)
    return CardSection(heading="Heights", rows=tuple(rows))


def _tilt_rows(lens: LensStudy) -> list[CardRow]:
    """How to set the tilt with the inclinometer of a phone."""
    toward = clock_words(lens.camera.toward_deg)
    return [
        CardRow(
            label="Tilt of the camera",
            quantity=Quantity(value=lens.camera.tilt_deg, unit="deg"),
            hint=f"out of straight down, toward {toward} (12 is away from you); a phone laid flat "
            "on the screen shows it as its incline",
        ),
    ]


def _offsets(lens: LensStudy) -> list[CardRow]:
    table = lens.work.table
    return [
        CardRow(
            label="Lens from the left table edge",
            quantity=mm(lens.position.x - table.left),
            hint="drop a plumb line from the middle of the lens",
        ),
        CardRow(
            label="Lens from your table edge",
            quantity=mm(lens.position.y - table.near),
            hint="the plumb line again",
        ),
    ]


def _settings(lens: LensStudy, fields: set[str]) -> CardSection:
    settings, camera = lens.settings, lens.camera
    at = f"/{camera.at}"
    rows = [CardRow(label="Camera", text=camera.body.name)]
    if camera.lens is not None:
        rows.append(CardRow(label="Lens", text=camera.lens.name))
    mode = camera.body.mode(camera.part.mode)
    rows.append(
        CardRow(label="Recording mode", text=f"{mode.name} · {mode.width_px} × {mode.height_px}")
    )
    if settings.focal_mm is not None:
        rows.append(
            CardRow(
                label="Zoom",
                quantity=Quantity(value=settings.focal_mm, unit="mm_exact"),
                assumed=f"{at}/focal_mm" in fields,
            )
        )
    if settings.f_number is not None:
        rows.append(
            CardRow(
                label="Aperture",
                quantity=Quantity(value=settings.f_number, unit="f_number"),
                assumed=f"{at}/f_number" in fields,
            )
        )
    sight = lens.sight
    assert sight is not None
    rows.append(
        CardRow(
            label="Exposure time",
            quantity=Quantity(value=sight.shutter_s, unit="seconds"),
            hint="steady under lamps on the mains",
            assumed="/delivery/frame_rate_hz" in fields,
        )
    )
    rows.append(
        CardRow(
            label="Focus on a plane above the table"
            if lens.looks_down
            else "Focus at a distance from the lens",
            quantity=mm(
                sight.middle_mm - sight.focus_distance_mm
                if lens.looks_down
                else sight.focus_distance_mm
            ),
            hint="lay a printed page on a block of this height, focus, then lock"
            if lens.looks_down
            else "hold a printed page there, focus, then lock",
        )
    )
    return CardSection(heading="Settings", rows=tuple(rows))


def _work_section(work: GivenWork, fields: set[str]) -> CardSection:
    return CardSection(
        heading="Work",
        rows=(
            CardRow(
                label="Zone, left to right",
                quantity=mm(work.zone.width_mm),
                assumed="/work/zone/width_mm" in fields,
            ),
            CardRow(
                label="Zone, near to far",
                quantity=mm(work.zone.depth_mm),
                assumed="/work/zone/depth_mm" in fields,
            ),
            CardRow(
                label="Tallest point",
                quantity=mm(work.top_mm),
                assumed="/work/zone_top_mm" in fields,
            ),
        ),
    )


def _corners(rectangle: Rectangle) -> Corners:
    return (
        (rectangle.left, rectangle.near),
        (rectangle.right, rectangle.near),
        (rectangle.left, rectangle.far),
        (rectangle.right, rectangle.far),
    )


def _frame_marks(lens: LensStudy | None) -> tuple[Mark, ...]:
    """Corners of the picture on the table; none for work that does not lie on it."""
    if lens is None or lens.sight is None or not lens.work.is_flat:
        return ()
    quad = lens.sight.quad_surface
    if quad is None:
        return ()
    rows = sorted(quad, key=lambda corner: corner.y)
    ordered = [*sorted(rows[:2], key=lambda c: c.x), *sorted(rows[2:], key=lambda c: c.x)]
    return _marks(tuple((corner.x, corner.y) for corner in ordered), lens.work.table)


def _marks(corners: Corners, table: Rectangle) -> tuple[Mark, ...]:
    marks = []
    for words, (x, y) in zip(
        ("near left", "near right", "far left", "far right"), corners, strict=True
    ):
        marks.append(
            Mark(
                corner=words,
                from_left_mm=x - table.left,
                from_front_mm=y - table.near,
                on_table=table.left <= x <= table.right and table.near <= y <= table.far,
            )
        )
    return tuple(marks)
