"""Stand-ins behind their protocols: whoever asks knows the protocol alone."""

from __future__ import annotations

import pytest

from steeple.core.errors import InputError
from steeple.devices.instruments import (
    StandInInclinometer,
    StandInLuxMeter,
    StandInSoundMeter,
    StandInTape,
    lamps_of,
)
from steeple.devices.protocols import (
    BenchCamera,
    Inclinometer,
    LuxMeter,
    RemoteLamp,
    SoundMeter,
    Tape,
)
from steeple.devices.stand_in_camera import StandInCamera, Tapped
from steeple.devices.workbench import Errors
from steeple.services.check.frames import NamedFile, check_frames
from tests.checks import BOOK, Bench, lit_from_both_sides, planned, studies

MIDDLE = (0.0, 0.0, 0.0)


def test_a_meter_reads_the_lamps_that_are_on() -> None:
    bench = planned(lit_from_both_sides())
    left, right = lamps_of(bench, (1.0, 0.5))

    def read(*on: str) -> float:
        meter: LuxMeter = StandInLuxMeter(bench, (left, right), 3, set(on))
        return meter.read_lx(MIDDLE)

    assert read("left") / read("right") == pytest.approx(2.0, rel=0.12)
    assert read() == pytest.approx(read("left") + read("right"), rel=0.08)
    assert read("left") == read("left"), "the same seed reads the same"
    assert StandInLuxMeter(planned(BOOK.model_copy(update={"lights": ()})), ()).read_lx(MIDDLE) == 0


def test_a_lamp_is_set_from_afar() -> None:
    bench = planned(lit_from_both_sides())
    lamps = lamps_of(bench)
    lamp: RemoteLamp = lamps[0]
    assert lamp.level_percent == 50
    meter = StandInLuxMeter(bench, lamps, 1, {"left"})
    before = meter.read_lx(MIDDLE)
    lamp.set_level(25)
    assert meter.read_lx(MIDDLE) == pytest.approx(before / 2, rel=0.01)
    with pytest.raises(InputError, match="0 to 100"):
        lamp.set_level(120)


def test_tape_incline_and_sound_are_near_the_truth_and_not_exact() -> None:
    bench = Bench(errors=Errors(up_mm=-30.0, lean_right_deg=3.0)).workbench
    tapes: list[Tape] = [StandInTape(bench, seed) for seed in range(40)]
    inclines: list[Inclinometer] = [StandInInclinometer(bench, seed) for seed in range(40)]
    sounds: list[SoundMeter] = [StandInSoundMeter(41.0, seed) for seed in range(40)]
    height = bench.camera.lens_mm[2]
    reads = [one.read_mm() for one in tapes]
    assert sum(reads) / 40 == pytest.approx(height, abs=1.5)
    assert len(set(reads)) > 3
    assert sum(one.read_deg() for one in inclines) / 40 == pytest.approx(3.0, abs=0.15)
    assert sum(one.read_db() for one in sounds) / 40 == pytest.approx(41.0, abs=0.5)


def test_a_camera_gives_frame_and_clip_that_are_read() -> None:
    tapped = Tapped(swing_px=4.0, hertz=6.0)
    camera: BenchCamera = StandInCamera(Bench(faults=Bench().faults).workbench, tapped, 2)
    report = check_frames(
        BOOK, "overhead", [NamedFile("tap.mp4", camera.clip(2.4))], None, studies(BOOK)
    )
    assert report.tap is not None
    assert report.tap.frequency_hz == pytest.approx(6.0, abs=0.4)
    assert report.measured["height_mm"].value == pytest.approx(740.0, abs=3.0)
    assert camera.frame() == Bench().frame(2)


def test_a_camera_tells_what_it_knows_of_itself() -> None:
    workbench = Bench().workbench
    camera = StandInCamera(workbench, records_s=1_740.0, card_s=7_200.0, battery_s=None)
    early, late = camera.state(600.0), camera.state(1_800.0)
    assert early.rolling
    assert not late.rolling
    assert early.stops_in_s == pytest.approx(1_140.0)
    assert early.card_left == pytest.approx(1 - 600 / 7_200)
    assert early.battery_left is None
    assert StandInCamera(workbench).state(1e6).stops_in_s is None
