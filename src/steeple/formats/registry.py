"""The open formats that this version reads and writes."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Format:
    """One open format: how its files are called and what it is for."""

    id: str
    suffix: str
    media_type: str
    reads: bool
    writes: bool
    says: str


PLAN_JSON = Format(
    "plan-json", ".steeple.json", "application/json", True, True,
    "a plan, whole; its JSON Schema is docs/plan.schema.json",
)  # fmt: skip
CARD_PDF = Format(
    "card-pdf",
    ".pdf",
    "application/pdf",
    False,
    True,
    "the set-up card on one side, or in full, A4 or Letter",
)
GEAR_CSV = Format(
    "gear-csv", ".gear.csv", "text/csv; charset=utf-8", True, True,
    "the cupboard as a table for a spreadsheet of any locale",
)  # fmt: skip
GEAR_JSON = Format("gear-json", ".gear.json", "application/json", True, True, "the cupboard, whole")
PICTURE_PNG = Format(
    "picture-png", ".png", "image/png", False, True, "what the lens sees, by the simulated camera"
)
IES = Format(
    "ies", ".ies", "text/plain", True, False,
    "IES LM-63, 1986 to 2002: what a lamp gives in every direction, as measured",
)  # fmt: skip
ALARMS_ICS = Format(
    "alarms-ics", ".ics", "text/calendar; charset=utf-8", False, True,
    "iCalendar, RFC 5545: the alarms of a session, for any calendar",
)  # fmt: skip
SOUND = Format(
    "sound", ".wav", "audio/wav", True, False,
    "a recorded clap: WAV, FLAC, and the sound of MP4 and MOV clips",
)  # fmt: skip
CHART = Format(
    "chart", ".pdf", "application/pdf", False, True,
    "the chart for a test frame, true to size, a sheet a page; also as PNG, and its marks as JSON",
)  # fmt: skip
TEST_FRAME = Format(
    "test-frame", ".jpg", "image/jpeg", True, False,
    "a test frame: JPEG, PNG, TIFF, HEIC; or a clip, MP4 or MOV",
)  # fmt: skip
DRAWING_SVG = Format(
    "drawing-svg", ".svg", "image/svg+xml", False, True,
    "a dimensioned drawing to scale, a group a layer",
)  # fmt: skip
DRAWING_PDF = Format(
    "drawing-pdf", ".drawing.pdf", "application/pdf", False, True, "a dimensioned drawing to scale"
)
DRAWING_DXF = Format(
    "drawing-dxf", ".dxf", "image/vnd.dxf", False, True,
    "a dimensioned drawing, true size in millimetres or inches, a layer a kind, with a sheet to scale",
)  # fmt: skip
SCENE_GLB = Format(
    "scene-glb", ".glb", "model/gltf-binary", False, True,
    "glTF 2.0: the rig in space in metres, a named node for every thing and camera",
)  # fmt: skip
PLAN_CSV = Format(
    "plan-csv", ".figures.csv", "text/csv; charset=utf-8", False, True,
    "every figure of a plan, its card and its packing list as a table",
)  # fmt: skip
LOG_JSON = Format(
    "log-json", ".log.json", "application/json", True, True,
    "the log, whole, without its pictures; its JSON Schema is docs/log.schema.json",
)  # fmt: skip
TAKES_CSV = Format(
    "takes-csv",
    ".takes.csv",
    "text/csv; charset=utf-8",
    False,
    True,
    "every take of the log as a table",
)
MARKS_CSV = Format(
    "marks-csv", ".marks.csv", "text/csv; charset=utf-8", False, True,
    "the marks of a session by time code",
)  # fmt: skip
MARKERS_OTIO = Format(
    "markers-otio", ".otio", "application/json", False, True,
    "OpenTimelineIO: a session as a timeline, a clip a take, its marks as markers",
)  # fmt: skip
DRAWING_BY_FORM = {"svg": DRAWING_SVG, "pdf": DRAWING_PDF, "dxf": DRAWING_DXF}
FORMATS: tuple[Format, ...] = (
    PLAN_JSON,
    CARD_PDF,
    GEAR_CSV,
    GEAR_JSON,
    PICTURE_PNG,
    IES,
    ALARMS_ICS,
    SOUND,
    CHART,
    TEST_FRAME,
    DRAWING_SVG,
    DRAWING_PDF,
    DRAWING_DXF,
    SCENE_GLB,
    PLAN_CSV,
    LOG_JSON,
    TAKES_CSV,
    MARKS_CSV,
    MARKERS_OTIO,
)


def file_name(title: str, form: Format) -> str:
    """A plain file name for a title: letters, digits and dashes, never empty."""
    words = "".join(c.lower() if c.isascii() and c.isalnum() else " " for c in title).split()
    return ("-".join(words)[:60] or "plan") + form.suffix
