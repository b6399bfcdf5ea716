"""What a check answers, out of a frame that was read and compared."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from steeple.core.budget import look
from steeple.core.findings.check.camera import camera_figures, camera_notes
from steeple.core.findings.check.note import CheckCode, CheckNote, Move
from steeple.core.findings.check.picture import picture_figures, picture_notes, printer_note
from steeple.core.findings.finding import GRAVITY
from steeple.core.frame.pose.lens_model import Floats, PixelCamera
from steeple.core.solve.check.lamp_moves import exposure_move, lamp_moves
from steeple.core.solve.check.moves import Tried, camera_moves
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.check.built import as_built_of
from steeple.core.study.check.compared import Compared, delivered_px
from steeple.core.study.check.planned import Planned
from steeple.formats.picture_file import Settings
from steeple.services.check.report import (
    CheckReport,
    FileSettings,
    LightCell,
    Measured,
    Overlay,
    PicturePlace,
    SharpRow,
    TapReading,
)


def report_of(
    compared: Compared, settings: Settings, tap: TapReading | None, *, bar_mm: float, on: str
) -> CheckReport:
    """Notes, moves, figures and what is drawn over the picture.

    Parameters
    ----------
    compared, settings, tap
        the camera as it stands and as planned; how the picture was taken; what a clip told.
    bar_mm, on
        the bar of the chart, as measured; the day of the frame.
    """
    look()
    reading = compared.reading
    notes = [*camera_notes(compared), *picture_notes(compared)]
    printer = printer_note(bar_mm)
    if printer is not None:
        notes.append(printer)
    moves, notes = _with_moves(compared, notes)
    notes.sort(key=lambda note: -GRAVITY[note.verdict])
    verdict = max((one.verdict for one in notes), key=lambda one: GRAVITY[one], default="holds")
    found = None if reading is None else reading.found[0]
    lit = None if reading is None else reading.lighting
    size = compared.size_px
    camera = compared.camera

    def shares(px: Floats) -> PicturePlace:
        return (float(px[0]) + 0.5) / size[0], (float(px[1]) + 0.5) / size[1]

    return CheckReport(
        camera=compared.planned.lens.camera.id,
        verdict=verdict,
        answer=_answer(compared, notes, len(moves)),
        trusted="zoom" if compared.trusted == "zoom" else "tape" if compared.trusted == "tape" else "picture",
        size_px=size,
        marks=compared.fitted.marks,
        hidden=0 if found is None else found.hidden + compared.fitted.left_out,
        residual_px=compared.fitted.residual_px,
        measured={
            key: Measured(value=one.value, error=one.error)
            for key, one in compared.measures.items()
            if np.isfinite(one.value) and np.isfinite(one.error)
        },
        figures=(*camera_figures(compared), *picture_figures(compared)),
        notes=tuple(notes),
        moves=tuple(moves),
        sharpness=() if reading is None else tuple(
            SharpRow(
                name=one.name, at=shares(camera.project(np.array([[one.x_mm, one.y_mm, 0.0]]))[0]),
                mtf50_cy_px=one.mtf50_cy_px, error=one.error, detail_contrast=one.detail_contrast,
            )
            for one in reading.sharpness
        ),
        light=() if lit is None else tuple(
            LightCell(x_mm=float(x), y_mm=float(y), stops=float(stops))
            for (x, y), stops in zip(lit.lattice, lit.field, strict=True)
            if np.isfinite(stops)
        ),
        overlay=_overlay(compared),
        settings=FileSettings(
            focal_mm=settings.focal_mm, f_number=settings.f_number,
            exposure_s=settings.exposure_s, iso=settings.iso,
        ),
        tap=tap,
        as_built=as_built_of(compared, on),
    )  # fmt: skip


def _with_moves(compared: Compared, notes: list[CheckNote]) -> tuple[list[Move], list[CheckNote]]:
    """Every move in its order, and the notes with those that are for them."""
    tried: list[Tried] = camera_moves(compared)
    of_lamps: tuple[Move, ...] = ()
    lit = None if compared.reading is None else compared.reading.lighting
    if lit is not None and any(one.code == "check.uneven" for one in notes):
        of_lamps = lamp_moves(compared.planned, lit)
    by_code: dict[CheckCode, list[Move]] = {"check.uneven": list(of_lamps)}
    if lit is not None and any(one.code == "check.exposure" for one in notes):
        by_code["check.exposure"] = [exposure_move(lit.exposure_stops)]
    for one in tried:
        by_code.setdefault(one.code, []).append(one.move)
    if tried:
        # A frame that cuts off the zone is mended by all of them together.
        by_code["check.zone-cut-off"] = [one.move for one in tried]
    given = [note.model_copy(update={"moves": tuple(by_code.get(note.code, ()))}) for note in notes]
    last = by_code.get("check.exposure", [])
    return [*(one.move for one in tried), *of_lamps, *last], given


def _answer(compared: Compared, notes: Sequence[CheckNote], moves: int) -> Sentence:
    """Whether it is where the plan says, and what to do."""
    troubled = [one for one in notes if one.verdict in ("fails", "watch")]
    height = compared.measures["height_mm"]
    hangs = say(
        "The lens hangs {height}, to {error}",
        height=mm(height.value),
        error=mm(max(height.error, 0.5)),
    )
    if not troubled:
        return (*say("As planned. "), *hangs, *say(": nothing to move."))
    worst = troubled[0].title
    if not moves:
        return (*worst, *say(". "), *hangs, *say("."))
    how = say(
        "One move brings it back" if moves == 1 else "{count} moves bring it back",
        count=Quantity(value=moves, unit="count"),
    )
    return (*worst, *say(". "), *how, *say("."))


def _overlay(compared: Compared) -> Overlay:
    camera, planned = compared.camera, compared.planned
    width, height = compared.size_px
    half_w, half_h = planned.zone.width_mm / 2, planned.zone.depth_mm / 2
    corners = np.array([[-half_w, half_h], [half_w, half_h], [half_w, -half_h], [-half_w, -half_h]])

    def places(points: Floats) -> tuple[PicturePlace, ...]:
        px = camera.project(points)
        return tuple(
            ((float(x) + 0.5) / width, (float(y) + 0.5) / height)
            for x, y in px
            if np.isfinite(x) and np.isfinite(y)
        )

    def lifted(at: Floats, level: float) -> Floats:
        return np.column_stack([at, np.full(len(at), level)])

    frame = _frame_on_table(compared.wanted, planned)
    centre = compared.wanted.on_level(compared.wanted.middle_px[None, :], 0.0)
    delivered_w, delivered_h = delivered_px(planned, compared.size_px)
    a, b = delivered_w / width / 2, delivered_h / height / 2
    seen = (
        [] if compared.reading is None else [one.pixels for one in compared.reading.found[0].seen]
    )
    middle = places(np.array([[0.0, 0.0, 0.0]]))
    return Overlay(
        zone=places(lifted(corners, 0.0)),
        zone_top=places(lifted(corners, planned.work.top_mm)),
        planned_frame=() if frame is None else places(lifted(frame, 0.0)),
        delivered=((0.5 - a, 0.5 - b), (0.5 + a, 0.5 - b), (0.5 + a, 0.5 + b), (0.5 - a, 0.5 + b)),
        cross=middle[0] if middle else (0.5, 0.5),
        planned_centre=next(iter(places(lifted(centre, 0.0))), None)
        if np.isfinite(centre).all()
        else None,
        marks=tuple(
            ((float(x) + 0.5) / width, (float(y) + 0.5) / height) for one in seen for x, y in one
        ),
    )


def _frame_on_table(camera: PixelCamera, planned: Planned) -> Floats | None:
    """Corners of the delivered frame on the table; None where it reaches past the horizon."""
    width, height = delivered_px(planned, camera.size_px)
    x, y = camera.middle_px
    px = np.array(
        [[x - width / 2, y - height / 2], [x + width / 2, y - height / 2],
         [x + width / 2, y + height / 2], [x - width / 2, y + height / 2]]
    )  # fmt: skip
    at = camera.on_level(px, 0.0)
    return at if np.isfinite(at).all() else None
