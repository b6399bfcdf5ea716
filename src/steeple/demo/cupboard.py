"""The cupboard of the demo workshop: gear by kind and figures."""

from __future__ import annotations

from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.gear.cameras.body import Body, FieldOfView, RecordingMode
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.demo.rigging import RIGGING


def _mode(
    name: str,
    px: tuple[int, int],
    mm: tuple[float, float] | None = None,
    *,
    rate: float = 30,
    mbit: float | None = None,
) -> RecordingMode:
    width, height = mm if mm else (None, None)
    return RecordingMode(
        name=name,
        width_px=px[0],
        height_px=px[1],
        sensor_width_mm=width,
        sensor_height_mm=height,
        frame_rate_hz=rate,
        bitrate_mbit_s=mbit,
    )


UHD, FULL_HD = (3840, 2160), (1920, 1080)

MIDSIZE = Body(
    kind="camera",
    name="Mid-size camera",
    modes=(
        _mode("4K whole width", UHD, (23.5, 13.22), mbit=100),
        _mode("4K cropped", UHD, (15.7, 8.83), rate=60, mbit=150),
        _mode("Full HD", FULL_HD, (23.5, 13.22), rate=60, mbit=50),
    ),
    flange_mm=18,
    back_mm=42,
    mass_g=490,
    mount="small mount",
    base_iso=100,
    clean_iso=3200,
    shortest_shutter_s=0.00025,
    longest_shutter_s=0.25,
    runs_cool_s=7_800,
    fed_while_recording=True,
    tells_stop=True,
    power_w=4.5,
    battery_wh=7.6,
    screen="turning",
    shown_elsewhere=True,
)
OLDER = Body(
    kind="camera",
    name="Older camera, stops at 29 minutes",
    modes=(_mode("Full HD", FULL_HD, (22.3, 12.54), mbit=45),),
    flange_mm=44,
    back_mm=38,
    mass_g=560,
    base_iso=100,
    clean_iso=1250,
    recording_limit_s=1740,
    runs_cool_s=1_740,
    fed_while_recording=False,
    tells_stop=False,
    power_w=3.8,
    battery_wh=8.1,
    screen="fixed",
    shown_elsewhere=True,
)
SMALL = Body(
    kind="camera",
    name="Small-sensor camera, 4 GB files",
    modes=(
        _mode("4K", UHD, (17.3, 9.73), mbit=102),
        _mode("Full HD", FULL_HD, (17.3, 9.73), rate=60, mbit=52),
    ),
    flange_mm=19,
    back_mm=40,
    mass_g=410,
    base_iso=200,
    clean_iso=1600,
    recording_limit_s=1_790,
    file_limit_bytes=4_000_000_000,
    goes_on_after_file=True,
    runs_cool_s=7_200,
    fed_while_recording=True,
    tells_stop=False,
    power_w=3.2,
    battery_wh=7.2,
    screen="tilting",
    shown_elsewhere=True,
)
PHONE = Body(
    kind="phone",
    name="Phone, main lens",
    modes=(_mode("4K", UHD, mbit=55), _mode("Full HD", FULL_HD, rate=60, mbit=20)),
    view=FieldOfView(angle_deg=65, measured="horizontal", stabilisation_crop=1.1),
    min_focus_mm=100,
    back_mm=9,
    mass_g=190,
    base_iso=50,
    clean_iso=500,
    runs_cool_s=7_200,
    fed_while_recording=True,
    tells_stop=True,
    power_w=2.8,
    battery_wh=15,
    screen="fixed",
    shown_elsewhere=True,
)
WEBCAM = Body(
    kind="webcam",
    name="Webcam",
    modes=(_mode("Full HD", FULL_HD),),
    view=FieldOfView(angle_deg=78, measured="diagonal", stabilisation_crop=1),
    back_mm=30,
    mass_g=150,
    clean_iso=320,
    power_w=2.5,
    screen="none",
    shown_elsewhere=True,
)
BODIES = (MIDSIZE, OLDER, SMALL, PHONE, WEBCAM)


def _lens(
    name: str,
    focal: tuple[float, float],
    widest: tuple[float, float],
    *,
    near: float | None,
    ratio: float | None,
    length: float,
    mass: float,
) -> Lens:
    return Lens(
        name=name,
        focal_min_mm=focal[0],
        focal_max_mm=focal[1],
        f_number_wide=widest[0],
        f_number_long=widest[1],
        min_focus_from_mark_mm=near,
        greatest_magnification=ratio,
        length_mm=length,
        mass_g=mass,
    )


STANDARD_ZOOM = _lens(
    "standard zoom 16–50", (16, 50), (3.5, 5.6), near=250, ratio=0.21, length=66, mass=190
)
WIDE_ZOOM = _lens("wide zoom 10–20", (10, 20), (4, 4), near=200, ratio=0.19, length=62, mass=230)
WIDE = _lens("wide 14", (14, 14), (2.8, 2.8), near=200, ratio=None, length=55, mass=210)
NORMAL = _lens("normal 35", (35, 35), (1.8, 1.8), near=300, ratio=0.17, length=52, mass=220)
SHORT_LONG = _lens("portrait 56", (56, 56), (1.4, 1.4), near=500, ratio=0.14, length=60, mass=280)
CLOSE_UP = _lens("close-up 60", (60, 60), (2.8, 2.8), near=None, ratio=1.0, length=75, mass=350)
LONG_ZOOM = _lens(
    "long zoom 55–200", (55, 200), (4, 5.6), near=1100, ratio=0.23, length=120, mass=580
)
LENSES: tuple[Lens, ...] = (STANDARD_ZOOM, WIDE_ZOOM, WIDE, NORMAL, SHORT_LONG, CLOSE_UP, LONG_ZOOM)
EVERYTHING: tuple[Gear, ...] = (*BODIES, *LENSES, *RIGGING)
"""Everything in the cupboard, in the order in which it was put there."""
