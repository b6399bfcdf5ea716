"""What the card says of a camera: its heights, and what is set on it."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.lens.study import LensStudy


def lens_sections(lens: LensStudy, of: str, fields: Collection[str]) -> Sequence[PlacedSection]:
    """Where the lens hangs, and how the camera is set; nothing for one that sees nothing."""
    del of
    if lens.sight is None:
        return ()
    return ("where", _height_section(lens, fields)), ("settings", _settings_section(lens, fields))


def _height_section(lens: LensStudy, fields: Collection[str]) -> CardSection:
    sight = lens.sight
    assert sight is not None
    at = f"/{lens.camera.at}"
    tilt = lens.camera.tilt_deg
    rim_assumed = f"{at}/body/flange_mm" in fields or f"{at}/lens/length_mm" in fields
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
    rows += _as_built(lens)
    return CardSection(heading="Heights", rows=tuple(rows))


def _as_built(lens: LensStudy) -> list[CardRow]:
    """What a test frame told of the lens, beside what is planned."""
    built = lens.camera.part.as_built
    if built is None:
        return []
    return [
        CardRow(
            label="Middle of the lens above the table, as planned",
            quantity=mm(lens.position.z),
            hint="its entrance pupil",
        ),
        CardRow(
            label="The same as built",
            quantity=mm(built.z_mm),
            hint=f"by the test frame of {built.on}",
        ),
    ]


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


def _settings_section(lens: LensStudy, fields: Collection[str]) -> CardSection:
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
