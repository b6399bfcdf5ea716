"""Timings of the sound step: the study with its drawing, ways to hear it, and a clap read from a minute of sound.

A yardstick of room sound comes by ``pyroomacoustics``, which is asked for nowhere else: ``pip install --no-deps
pyroomacoustics==0.10.1``. Without it its rows are left out.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.plan.cupboard.owned import NOTHING_OWNED
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.sounding.microphone import MicPlace
from steeple.core.sound.decay import read_clap
from steeple.core.sound.room import Surface, echo_of
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import PlanStudy, camera_studies
from steeple.core.study.sound.drawing import sound_drawing
from steeple.core.study.sound.mics.offers import offers_for
from steeple.core.study.sound.step import SOUND
from steeple.demo.angles import LESSON
from steeple.devices.clapper import RATE_HZ, Clapped, StandInRecorder
from steeple.services.clap import SoundFile, read_claps

MINUTE_S = 60.0


def moved(plan: Plan, number: int) -> Plan:
    """The plan with its pair a little elsewhere: nothing of the sound is known of it yet."""
    first, *rest = plan.mics
    place = MicPlace(x_mm=float(number), y_mm=170.0, z_mm=770.0)
    return plan.model_copy(update={"mics": (first.model_copy(update={"position": place}), *rest)})


def sound_step() -> Iterator[Timing]:
    """The rows of the sound step."""
    cache = StudyCache()
    camera_studies(LESSON, cache=cache)[0].of(SOUND)
    count = iter(range(1, 1_000))

    def study() -> None:
        found = PlanStudy(moved(LESSON, next(count)), cache).get(SOUND).value
        assert found is not None
        sound_drawing(found)

    whole = camera_studies(LESSON, cache=cache)[0].of(SOUND)
    assert whole is not None
    minute = StandInRecorder().record(Clapped(0.6, again_s=MINUTE_S - 3.0))
    one = StandInRecorder().record(Clapped(0.6))
    files = [SoundFile("first.wav", minute), SoundFile("second.wav", minute)]
    rows = (
        ("sound study with its drawing, a pair moved", study, 100),
        ("ways to hear the voice", lambda: offers_for(whole, "voice", NOTHING_OWNED), 500),
        ("a clap of 2 s", lambda: read_claps([SoundFile("clap.wav", one)], 25.0), 1500),
        ("two clips of a minute with a clap at each end", lambda: read_claps(files, 25.0), 3000),
    )
    for name, work, goal in rows:
        middle = percentile(milliseconds(work, times=5, warm_up=1), 0.5)
        yield line(f"{name}, median", middle, "ms", goal)
    yield from against_rays()


ROOMS = (((6.0, 5.0, 2.8), 0.15), ((4.0, 3.0, 2.5), 0.2), ((9.0, 7.0, 3.4), 0.1))
"""Rooms by their sides in metres and what all of them takes up."""
SCATTERED = 0.6
QUIET = 1e-5


def against_rays() -> Iterator[Timing]:
    """Rooms traced by rays with scattering: the echo that is read from the trace, against the yardstick's own reading
    of it, and the echo by the formula against the trace; 1 is the same."""
    try:
        import pyroomacoustics  # type: ignore[import-not-found]
    except ImportError:
        return
    for sides, taken in ROOMS:
        room = pyroomacoustics.ShoeBox(
            sides,
            fs=RATE_HZ,
            materials=pyroomacoustics.Material(taken, SCATTERED),
            max_order=3,
            ray_tracing=True,
            air_absorption=False,
        )
        room.set_ray_tracing(receiver_radius=0.3, n_rays=20_000, energy_thres=1e-7)
        room.add_source([0.3 * sides[0], 0.4 * sides[1], 1.3])
        room.add_microphone([0.7 * sides[0], 0.62 * sides[1], 1.5])
        room.compute_rir()
        trace = np.asarray(room.rir[0][0], dtype=np.float64)
        theirs = float(pyroomacoustics.experimental.measure_rt60(trace, fs=RATE_HZ, decay_db=30))
        noise = np.random.default_rng(1).standard_normal(trace.size + RATE_HZ) * QUIET
        noise[RATE_HZ // 2 : RATE_HZ // 2 + trace.size] += 0.5 * trace / np.abs(trace).max()
        ours = read_clap(noise, RATE_HZ, arrival_s=0.5).rt60_s or 0.0
        a, b, c = sides
        area = 2 * (a * b + b * c + a * c)
        form = echo_of(a * b * c, [Surface(area, (taken,) * 6)]).mid_s
        name = "×".join(f"{one:g}" for one in sides)
        yield line(f"echo read from a traced room of {name} m", ours / theirs, "of theirs", None)
        yield line(f"echo by formula of a room of {name} m", form / theirs, "of the trace", None)
