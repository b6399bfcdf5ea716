"""Kinds of things that most makers have or could get, with usual figures: to tick on a board before anything is
measured. Figures are planning values of our own; whoever ticks one replaces them by those of the real thing."""

from __future__ import annotations

from typing import Literal

from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.gear.cameras.body import Body, FieldOfView, RecordingMode
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Joint, Support
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.values import Part, Slug

Subject = Literal["camera", "lens", "holds the camera", "light", "sound", "feeds and stores"]
SUBJECTS: tuple[Subject, ...] = (
    "camera", "lens", "holds the camera", "light", "sound", "feeds and stores",
)  # fmt: skip


class UsualThing(Part):
    """A kind of thing on the board: its picture by ``id``, what it is called, and usual figures."""

    id: Slug
    subject: Subject
    says: str
    gear: Gear


def _mode(
    width: int, height: int, sensor_mm: float | None, rate: float, mbit: float
) -> RecordingMode:
    return RecordingMode(
        name=f"{width} × {height}", width_px=width, height_px=height, sensor_width_mm=sensor_mm,
        sensor_height_mm=None if sensor_mm is None else round(sensor_mm * height / width, 2),
        frame_rate_hz=rate, bitrate_mbit_s=mbit,
    )  # fmt: skip


def _camera(name: str, sensor_mm: float, clean_iso: float, mass_g: float) -> Body:
    return Body(
        kind="camera", name=name, modes=(_mode(3840, 2160, sensor_mm, 30, 100),), mass_g=mass_g,
        mount=f"of the {name.lower()}", base_iso=100, clean_iso=clean_iso, shortest_shutter_s=0.00025,
        longest_shutter_s=0.25, fed_while_recording=True, power_w=4.5, battery_wh=8.0,
        flange_mm=20, back_mm=40, thread="1/4-20 socket", runs_cool_s=5400, screen="turning",
    )  # fmt: skip


def _lens(
    name: str, of: Body, low: float, high: float, f: float, share: float, long: float
) -> Lens:
    return Lens(
        name=name, mount=of.mount, focal_min_mm=low, focal_max_mm=high, f_number_wide=f,
        f_number_long=f, greatest_magnification=share, length_mm=long, mass_g=350,
    )  # fmt: skip


MIDDLE = _camera("Camera with a middle-sized sensor", 23.5, 3200, 500)
FULL = _camera("Camera with a large sensor", 36.0, 6400, 700)
# fmt: off
USUAL: tuple[UsualThing, ...] = (
    UsualThing(id="phone", subject="camera", says="a telephone, its main lens", gear=Body(
        kind="phone", name="Phone", modes=(_mode(3840, 2160, None, 30, 55),), mass_g=190,
        view=FieldOfView(angle_deg=65, measured="horizontal", stabilisation_crop=1.1), min_focus_mm=100,
        back_mm=9, base_iso=50, clean_iso=500, fed_while_recording=True, power_w=2.8, battery_wh=15,
        runs_cool_s=5400, screen="fixed", shown_elsewhere=True)),
    UsualThing(id="webcam", subject="camera", says="a webcam on a lead", gear=Body(
        kind="webcam", name="Webcam", modes=(_mode(1920, 1080, None, 30, 20),), mass_g=150,
        view=FieldOfView(angle_deg=78, measured="diagonal", stabilisation_crop=1), back_mm=30,
        clean_iso=320, power_w=2.5, screen="none", shown_elsewhere=True)),
    UsualThing(id="camera-middle", subject="camera", says="a camera with lenses to change, as most are", gear=MIDDLE),
    UsualThing(id="camera-large", subject="camera", says="a camera with a sensor of 36 mm", gear=FULL),
    UsualThing(id="zoom-middle", subject="lens", says="the zoom that comes with it",
               gear=_lens("Zoom 16–50", MIDDLE, 16, 50, 5.6, 0.21, 60)),
    UsualThing(id="wide-middle", subject="lens", says="a zoom for wide views",
               gear=_lens("Wide zoom 10–20", MIDDLE, 10, 20, 5.0, 0.2, 70)),
    UsualThing(id="normal-middle", subject="lens", says="a fixed lens of 35 mm",
               gear=_lens("Fixed 35", MIDDLE, 35, 35, 1.8, 0.17, 50)),
    UsualThing(id="close-middle", subject="lens", says="a close-up lens for small things",
               gear=_lens("Close-up 60", MIDDLE, 60, 60, 2.8, 1.0, 100)),
    UsualThing(id="zoom-large", subject="lens", says="the usual zoom of a large camera",
               gear=_lens("Zoom 24–70", FULL, 24, 70, 4.0, 0.25, 95)),
    UsualThing(id="normal-large", subject="lens", says="a fixed lens of 50 mm",
               gear=_lens("Fixed 50", FULL, 50, 50, 1.8, 0.15, 55)),
    UsualThing(id="boom", subject="holds the camera", says="a stand with a boom and a weight", gear=Support(
        name="Boom stand with counterweight", form="boom stand", anchor="floor", rated_load_g=6000,
        rated_reach_mm=1500, lowest_mm=1000, highest_mm=2600, reach_mm=1800, behind_mm=700, drop_mm=80,
        footprint_mm=1000, legs=3, tube_mm=35, wall_mm=2, material="steel", mass_g=9500,
        head_mass_g=300, counterweight_g=6000, threads=("1/4-20 stud", "3/8-16 stud"),
        joints=(Joint(name="boom clamp", holds_n_m=40), Joint(name="ball joint", holds_n_m=10)))),
    UsualThing(id="clamped-pole", subject="holds the camera", says="a pole clamped to the table", gear=Support(
        name="Pole clamped to the table", form="table clamp pole", anchor="table", rated_load_g=3000,
        rated_reach_mm=500, lowest_mm=150, highest_mm=1100, reach_mm=600, drop_mm=40, tube_mm=28, wall_mm=2,
        material="aluminium", mass_g=1900, head_mass_g=250, threads=("1/4-20 stud", "3/8-16 stud"),
        joints=(Joint(name="cross clamp", holds_n_m=15), Joint(name="ball joint", holds_n_m=8)))),
    UsualThing(id="tripod", subject="holds the camera", says="a tripod with a ball joint", gear=Support(
        name="Tripod", form="floor tripod", anchor="floor", rated_load_g=4000, lowest_mm=420,
        highest_mm=1600, footprint_mm=820, legs=3, mass_g=1900, threads=("1/4-20 stud", "3/8-16 stud"),
        joints=(Joint(name="ball joint", holds_n_m=8),))),
    UsualThing(id="tripod-arm", subject="holds the camera", says="a tripod with an arm to the side", gear=Support(
        name="Tripod with horizontal arm", form="tripod with horizontal arm", anchor="floor",
        rated_load_g=3000, rated_reach_mm=300, lowest_mm=350, highest_mm=1700, reach_mm=600,
        behind_mm=200, drop_mm=40, footprint_mm=900, legs=3, tube_mm=28, wall_mm=1.5,
        material="aluminium", mass_g=2500, head_mass_g=300, threads=("3/8-16 stud", "1/4-20 stud"),
        joints=(Joint(name="arm clamp", holds_n_m=15), Joint(name="ball joint", holds_n_m=8)))),
    UsualThing(id="desk-arm", subject="holds the camera", says="an arm with springs on the table", gear=Support(
        name="Desk arm", form="desk arm", anchor="table", rated_load_g=2000, rated_reach_mm=800,
        lowest_mm=150, highest_mm=900, reach_mm=800, drop_mm=40, mass_g=2500, head_mass_g=100,
        threads=("1/4-20 stud", "3/8-16 stud"), joints=(Joint(name="elbow", holds_n_m=16),))),
    UsualThing(id="phone-grip", subject="holds the camera", says="a grip that takes a phone onto any stand", gear=Adapter(
        name="Phone grip", one_end="1/4-20 socket", other_end="phone grip", mass_g=70, owned=1)),
    UsualThing(id="sandbag", subject="holds the camera", says="sandbags, or bottles of water", gear=Ballast(
        name="Sandbag, 7 kg", mass_g=7000)),
    UsualThing(id="panel", subject="light", says="a flat panel, the size of a page", gear=Fixture(
        name="Panel, 30 across", emitter="rectangle", width_mm=300, height_mm=300, flux_lm=3500, beam_deg=110,
        cct_k=5600, colour_rendering=95, least_level_percent=5, flicker="free", mass_g=1300, power_w=40)),
    UsualThing(id="soft-box", subject="light", says="a soft box, as wide as a stool", gear=Fixture(
        name="Soft box, 60 across", emitter="rectangle", width_mm=600, height_mm=600, flux_lm=5000, beam_deg=105,
        cct_k=5600, colour_rendering=95, least_level_percent=5, flicker="free", mass_g=2200, power_w=70)),
    UsualThing(id="desk-lamp", subject="light", says="a desk lamp with a good bulb", gear=Fixture(
        name="Desk lamp", emitter="shaded bulb", width_mm=160, flux_lm=800, beam_deg=90, cct_k=4000,
        colour_rendering=90, least_level_percent=100, flicker="free", mass_g=900, power_w=10)),
    UsualThing(id="lamp-stand", subject="light", says="stands for lamps", gear=LampStand(
        name="Light stand", form="floor stand", lowest_mm=700, highest_mm=2200, rated_load_g=3000, mass_g=1400)),
    UsualThing(id="white-card", subject="light", says="a sheet of white card", gear=LightCard(
        name="White card", use="bounce", width_mm=700, height_mm=500, reflectance=0.85, mass_g=180)),
    UsualThing(id="clip-on", subject="sound", says="a small microphone on the chest", gear=Microphone(
        name="Clip-on microphone", pattern="clip-on", lead_mm=1500)),
    UsualThing(id="small-mic", subject="sound", says="a small microphone on a stand", gear=Microphone(
        name="Small microphone", pattern="cardioid", length_mm=130)),
    UsualThing(id="mic-stand", subject="sound", says="a stand with a boom for it", gear=MicStand(
        name="Microphone stand", form="floor stand with a boom")),
    UsualThing(id="card-128", subject="feeds and stores", says="a memory card of 128 GB",
               gear=Medium(name="128 GB card", capacity_bytes=128e9, write_mbit_s=240)),
    UsualThing(id="bank", subject="feeds and stores", says="a power bank", gear=PowerSource(
        name="Power bank", form="power bank", capacity_mah=20_000, voltage_v=5, current_a=3)),
)
# fmt: on
