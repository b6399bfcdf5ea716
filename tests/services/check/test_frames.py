"""Test frames as files: what is odd about a file is read all the same, what cannot be read says what to do."""

from __future__ import annotations

from io import BytesIO

import numpy as np
import pytest
from PIL import Image

from steeple.core.errors import SteepleError
from steeple.devices.frame_camera import Picture
from steeple.services.check.chart import chart_file, chart_for_plan, read_chart
from steeple.services.check.frames import CheckOptions, NamedFile, check_frames
from steeple.services.check.report import CheckReport
from tests.checks import BOOK, Bench, studies
from tests.formats.test_clip_file import clip
from tests.frames import jpeg


def picture() -> Picture:
    return np.asarray(Image.open(BytesIO(Bench().frame())))


def check(content: bytes, options: CheckOptions | None = None) -> CheckReport:
    return check_frames(BOOK, "overhead", [NamedFile("a.jpg", content)], options, studies(BOOK))


def refused(content: bytes, *codes: str, options: CheckOptions | None = None) -> str:
    with pytest.raises(SteepleError) as error:
        check(content, options)
    assert error.value.code in codes, error.value
    said = str(error.value)
    assert said.endswith(".")
    return said


def near(report: CheckReport, plain: CheckReport) -> None:
    for key, most in (
        ("height_mm", 2.0),
        ("tilt_deg", 0.3),
        ("centre_x_mm", 2.0),
        ("centre_y_mm", 2.0),
    ):
        assert report.measured[key].value == pytest.approx(plain.measured[key].value, abs=most), key


PLAIN = Bench().check()


def test_a_phone_held_upright_says_so_in_its_file() -> None:
    """The sensor wrote it on its side; the file says how to turn it back."""
    turned = Image.fromarray(picture()).transpose(Image.Transpose.ROTATE_90)
    out = BytesIO()
    exif = Image.Exif()
    exif[0x0112] = 6
    turned.save(out, "JPEG", quality=92, exif=exif)
    near(check(out.getvalue()), PLAIN)


@pytest.mark.parametrize("form", ["PNG", "TIFF", "HEIF"])
def test_other_kinds_of_pictures_tell_the_same(form: str) -> None:
    out = BytesIO()
    Image.fromarray(picture()).save(out, form)
    near(check(out.getvalue()), PLAIN)


def test_a_hand_over_a_third_of_the_chart() -> None:
    shown = picture().copy()
    rows, columns, _ = shown.shape
    # From the near edge of the picture to the middle of the chart, as a forearm lies.
    shown[round(0.5 * rows) :, round(0.42 * columns) : round(0.6 * columns)] = (150, 110, 90)
    report = check(jpeg(shown))
    near(report, PLAIN)
    assert report.hidden > 8
    assert report.marks < PLAIN.marks


def test_glare_over_marks_leaves_them_out() -> None:
    shown = picture().astype(float)
    rows, columns, _ = shown.shape
    y, x = np.mgrid[:rows, :columns]
    spot = np.exp(-(((x - 0.56 * columns) / 90) ** 2 + ((y - 0.45 * rows) / 70) ** 2))
    burnt = np.clip(shown + 255 * 1.6 * spot[..., None], 0, 255).astype(np.uint8)
    near(check(jpeg(burnt)), PLAIN)


def test_no_chart_half_a_chart_and_too_much_of_a_hand() -> None:
    shown = picture()
    rows, columns, _ = shown.shape
    said = refused(jpeg(np.full_like(shown, 120)), "chart-none")
    assert "Lay it flat in the picture" in said
    hidden = shown.copy()
    hidden[:, : round(0.64 * columns)] = (150, 110, 90)
    hidden[: round(0.6 * rows)] = (150, 110, 90)
    refused(jpeg(hidden), "chart-few", "chart-none")


def test_a_mirrored_picture_and_two_charts() -> None:
    shown = picture()
    said = refused(jpeg(np.ascontiguousarray(shown[:, ::-1])), "chart-mirrored")
    assert "mirroring" in said
    _, columns, _ = shown.shape
    half = shown[:, round(0.25 * columns) : round(0.75 * columns)]
    said = refused(jpeg(np.hstack([half, half])), "chart-two")
    assert "take one of them away" in said


def test_what_is_no_picture() -> None:
    assert "JPEG, PNG, TIFF and HEIC" in refused(
        b"not a picture at all, only words\n" * 90, "no-picture"
    )
    assert refused(b"", "no-picture")
    assert refused(jpeg(picture())[:900], "no-picture")
    out = BytesIO()
    frames = [Image.new("RGB", (400, 400), shade) for shade in ("white", "black")]
    frames[0].save(out, "TIFF", save_all=True, append_images=frames[1:])
    assert "one still picture" in refused(out.getvalue(), "animated")


def test_a_hundred_megapixels_are_not_decoded() -> None:
    out = BytesIO()
    Image.new("L", (12_000, 9_000)).save(out, "PNG")
    said = refused(out.getvalue(), "too-many-pixels")
    assert "108 megapixels" in said
    assert "Save it smaller" in said


def test_a_clip_tells_the_place_and_the_tap() -> None:
    report = check_frames(BOOK, "overhead", [NamedFile("a.mp4", clip(seconds=3.0, swing=6.0))])
    assert report.tap is not None
    assert report.tap.peak_px > 2
    assert report.tap.frequency_hz == pytest.approx(5.0, abs=0.4)
    assert report.tap.planned_hz is not None
    assert report.measured["height_mm"].value > 100


def test_corners_pointed_at_need_no_chart() -> None:
    camera = Bench().workbench.camera
    corners = camera.project(
        np.array([[-150, 100, 0], [150, 100, 0], [150, -100, 0], [-150, -100, 0]], dtype=float)
    )
    options = CheckOptions(
        corners=tuple((float(x), float(y)) for x, y in np.rint(corners)),
        rectangle_mm=(300.0, 200.0),
    )
    report = check(jpeg(np.full_like(picture(), 120)), options)
    plain = PLAIN.measured["height_mm"]
    assert report.measured["height_mm"].value == pytest.approx(plain.value, abs=8)
    assert report.measured["height_mm"].error > plain.error
    assert report.sharpness == ()


@pytest.mark.parametrize(
    ("options", "field"),
    [
        (CheckOptions(bar_mm=90), "bar"),
        (CheckOptions(tape_mm=10), "height"),
        (CheckOptions(raised_mm=900), "raised"),
        (CheckOptions(raised_mm=50), "raised"),
        (CheckOptions(corners=((1, 1), (2, 2)), rectangle_mm=(297, 210)), "corners"),
        (CheckOptions(corners=((1, 1),) * 4), "corners"),
        (CheckOptions(rectangle_mm=(5, 210)), "rectangle"),
    ],
)
def test_options_out_of_range_name_field_and_range(options: CheckOptions, field: str) -> None:
    with pytest.raises(SteepleError) as error:
        check(Bench().frame(), options)
    assert error.value.field == field
    assert error.value.allowed


def test_corners_that_are_no_rectangle() -> None:
    options = CheckOptions(
        corners=((100, 100), (100, 100), (100, 100), (100, 100)), rectangle_mm=(297.0, 210.0)
    )
    assert "not a flat chart" in refused(Bench().frame(), "no-plane", options=options)


def test_frames_of_two_sizes_are_not_one_camera() -> None:
    small = BytesIO()
    Image.fromarray(picture()).resize((960, 540)).save(small, "JPEG")
    files = [NamedFile("a.jpg", Bench().frame()), NamedFile("b.jpg", small.getvalue())]
    with pytest.raises(SteepleError, match="differ in size"):
        check_frames(BOOK, "overhead", files, CheckOptions(raised_mm=50.0))
    with pytest.raises(SteepleError, match="1 to 4 are read at once"):
        check_frames(BOOK, "overhead", files * 3)


def test_an_unknown_camera_and_a_plan_without_one() -> None:
    with pytest.raises(SteepleError, match="nobody"):
        check_frames(BOOK, "nobody", [NamedFile("a.jpg", Bench().frame())])
    bare = BOOK.model_copy(update={"cameras": ()})
    with pytest.raises(SteepleError):
        check_frames(bare, None, [NamedFile("a.jpg", Bench().frame())])


def test_the_marks_of_a_chart_go_out_and_come_in() -> None:
    chart = chart_for_plan(BOOK, "a3")
    written = chart_file(chart, BOOK.title).model_dump_json().encode()
    assert read_chart(written).paper == "a3"
    with pytest.raises(SteepleError):
        read_chart(b'{"format": "something else"}')
    with pytest.raises(SteepleError):
        read_chart(b"no JSON")
