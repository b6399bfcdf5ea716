"""Every figure of the sound step with its formula, source and the numbers put in."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from steeple.core.plan.document import MIC_LIMIT
from steeple.core.sound.delay import SPEED_MM_PER_S
from steeple.core.sound.reach import DIRECTIVITY
from steeple.core.study.base.figure import PLAIN, Computed, FigureSpec, Numbers, Put
from steeple.core.study.base.sentence import Quantity, mm, percent
from steeple.core.study.sound.mics.hearing import nearest_of
from steeple.core.study.sound.mics.leads import SLACK_MM, SLACK_SHARE
from steeple.core.study.sound.study import MicStudy, SoundStudy
from steeple.core.study.sound.words import db, echo_s

KUTTRUFF = "Kuttruff, Room Acoustics, ch. 5"
SABINE = "Sabine, Collected Papers on Acoustics; Eyring, J. Acoust. Soc. Am. 1, 1930"
WILLIAMS = "Williams, The Stereophonic Zoom"
EARGLE = "Eargle, The Microphone Book"
ISO_9613 = "ISO 9613-1 (343 m/s in air at 20 °C)"
SURFACE_FIELDS = tuple(f"room/surfaces/{one}" for one in ("floor", "walls", "ceiling", "furnished"))


@dataclass(frozen=True, slots=True)
class SoundNumbers(Numbers[SoundStudy]):
    """The numbers that formulas of sound take."""

    def mic(self, n: int) -> MicStudy | None:
        """The how many of the microphones, counted from one; None where there are fewer."""
        return self.study.mics[n - 1] if n <= len(self.study.mics) else None


def _echo(i: SoundNumbers) -> Computed | None:
    room = i.study.room
    if room.mid_s is None:
        return None
    if room.measured_s is not None:
        return echo_s(room.mid_s), i.put("T", "as a clap has told it", room.measured_s, "rt60_s")
    echo = room.echo
    if echo is None:
        return None
    puts = i.put("V", "volume, m³", echo.volume_m3, "ratio", "room/ceiling_mm")
    puts += i.put("S", "all surfaces", echo.area_m2, "m2")
    for band, name in ((2, "500 Hz"), (3, "1 kHz")):
        puts += i.put("ᾱ", f"mean absorption at {name}", echo.mean_absorption[band], "ratio",
                      *SURFACE_FIELDS)  # fmt: skip
        puts += i.put("T", f"Sabine at {name}", echo.sabine_s[band], "rt60_s")
        puts += i.put("T", f"Eyring at {name}", echo.eyring_s[band], "rt60_s")
    return echo_s(room.mid_s), puts


def _taken(i: SoundNumbers) -> Computed | None:
    room = i.study.room
    if room.absorption_m2 is None:
        return None
    puts: tuple[Put, ...] = ()
    for one, name in zip(room.surfaces, ("floor", "ceiling", "walls", "panes"), strict=False):
        puts += i.put("S", name, one.area_m2, "m2", f"room/surfaces/{name}")
        mean = (one.absorption[2] + one.absorption[3]) / 2 * room.learned
        puts += i.put("α", name, mean, "ratio", f"room/surfaces/{name}")
    things = sum(one.area_m2 * (one.absorption[2] + one.absorption[3]) / 2 for one in room.things)
    puts += i.put("A", "people, furniture, soft things", things * room.learned, "m2",
                  "room/surfaces/furnished")  # fmt: skip
    return Quantity(value=room.absorption_m2, unit="m2"), puts


def _distance(n: int, i: SoundNumbers) -> Computed | None:
    one = i.mic(n)
    if one is None:
        return None
    mic, source = nearest_of(one.given.source, one.given.mics)
    place, at = mic.place, f"{one.given.at}/position"
    puts: tuple[Put, ...] = ()
    for axis, name in (("x", "to the right"), ("y", "away"), ("z", "above the table")):
        puts += i.put(axis, f"microphone, {name}", getattr(place, axis), "mm", f"{at}/{axis}_mm")
        puts += i.put(axis, f"{one.given.source.called}, {name}", getattr(source, axis), "mm",
                      "maker/height_mm")  # fmt: skip
    return mm(one.hearing.distance_mm), puts


def _reach(n: int, i: SoundNumbers) -> Computed | None:
    one, room = i.mic(n), i.study.room
    if one is None or one.hearing.reach_mm is None or room.volume_m3 is None or room.mid_s is None:
        return None
    puts = i.put("Q", f"directivity, {one.given.pattern}", DIRECTIVITY[one.given.pattern], "ratio",
                 f"{one.given.at}/gear/pattern")  # fmt: skip
    puts += i.put("V", "volume, m³", room.volume_m3, "ratio", "room/ceiling_mm")
    puts += i.put("T", "echo", room.mid_s, "rt60_s", *SURFACE_FIELDS)
    return mm(one.hearing.reach_mm), puts


def _over_echo(n: int, i: SoundNumbers) -> Computed | None:
    one = i.mic(n)
    if one is None or one.hearing.over_echo_db is None:
        return None
    got = one.hearing.got
    echo = got.direct_db - one.hearing.over_echo_db
    puts = i.put("L", f"{one.given.source.called} at one metre", one.given.source.level_db, "db",
                 one.given.source.at[1:])  # fmt: skip
    puts += i.put("d", "distance", one.hearing.distance_mm, "mm")
    puts += i.put("D", "direct, in its pattern", got.direct_db, "db")
    puts += i.put("E", "its echo, in its pattern", echo, "db", *SURFACE_FIELDS)
    return db(one.hearing.over_echo_db), puts


def _over_noise(n: int, i: SoundNumbers) -> Computed | None:
    one = i.mic(n)
    if one is None:
        return None
    got = one.hearing.got
    puts = i.put("D", f"{one.given.source.called}, direct", got.direct_db, "db",
                 one.given.source.at[1:])  # fmt: skip
    somewhere = [each for each in i.study.noises if each.place is not None]
    around = [each for each in i.study.noises if each.place is None]
    for noise, level in zip([*somewhere, *around], got.noises_db, strict=True):
        at = f"sound/noises/{noise.index}/level_db" if noise.index is not None else "sound/noises"
        puts += i.put("N", noise.name, level, "db", at)
    own = one.given.part.gear.self_noise_db
    if own is not None:
        puts += i.put("N", "the microphone itself", own, "db")
    return db(one.hearing.over_noise_db), puts


def _lead(n: int, i: SoundNumbers) -> Computed | None:
    one = i.mic(n)
    if one is None or one.lead is None:
        return None
    puts = i.put("w", "along its way", one.lead.way_mm, "mm", f"{one.given.at}/position/x_mm")
    puts += i.put("s", "slack", SLACK_MM, "mm")
    return mm(one.lead.needs_mm), puts


def _recording(n: int, i: SoundNumbers) -> Computed | None:
    one = i.mic(n)
    if one is None or one.hearing.picture is None or one.hearing.picture.recording_deg is None:
        return None
    left, right = one.given.mics
    puts = i.put("a", "apart", right.place.minus(left.place).length, "mm",
                 f"{one.given.at}/pair/apart_mm")  # fmt: skip
    puts += i.put("t", "fully at one side at, ms", 1.12, "ratio")
    puts += i.put("L", "or at", 15.0, "db")
    return Quantity(value=one.hearing.picture.recording_deg, unit="deg"), puts


def _middle(n: int, i: SoundNumbers) -> Computed | None:
    one = i.mic(n)
    if one is None or one.hearing.picture is None:
        return None
    picture = one.hearing.picture
    puts = i.put("l", "its left end lands at", picture.ends[0], "ratio")
    puts += i.put("r", "its right end lands at", picture.ends[1], "ratio")
    return percent(picture.middle_share, whole=False), puts


def _comb(n: int, i: SoundNumbers) -> Computed | None:
    one = i.mic(n)
    if one is None or one.hearing.comb is None:
        return None
    comb = one.hearing.comb
    puts = i.put("c", "speed of sound, mm/s", SPEED_MM_PER_S, "ratio")
    puts += i.put("Δ", "one way is longer by", SPEED_MM_PER_S / (2 * comb.first_hz), "mm",
                  f"{one.given.at}/pair/apart_mm")  # fmt: skip
    return Quantity(value=comb.first_hz, unit="hz"), puts


def _late(i: SoundNumbers) -> Computed | None:
    keeping = i.study.keeping
    worst = keeping.worst
    if worst is None or not i.study.mics:
        return None
    puts = i.put("d", f"clap to {worst.name}", worst.distance_mm, "mm")
    puts += i.put("f", "frame rate", keeping.rate_hz, "hz", "delivery/frame_rate_hz")
    return Quantity(value=worst.frames, unit="frames"), puts


def _drift(i: SoundNumbers) -> Computed | None:
    keeping = i.study.keeping
    if not keeping.apart:
        return None
    return Quantity(value=keeping.drift_frames, unit="frames"), _drift_puts(i)


def _drift_puts(i: SoundNumbers) -> tuple[Put, ...]:
    keeping = i.study.keeping
    puts = i.put("p", "clocks apart", keeping.ppm, "ppm", "sound/drift_ppm")
    puts += i.put("T", "session", keeping.lasts_s, "span", "session/lasts_min")
    return puts + i.put("f", "frame rate", keeping.rate_hz, "hz", "delivery/frame_rate_hz")


def _every(i: SoundNumbers) -> Computed | None:
    keeping = i.study.keeping
    return (Quantity(value=keeping.every_s, unit="span"), _drift_puts(i)) if keeping.apart else None


OfMic = Callable[[int, SoundNumbers], Computed | None]
_EACH: tuple[tuple[str, str, str, str, str, OfMic], ...] = (
    ("sound.distance", "To what it hears", "in the middle pose", "√(Δx² + Δy² + Δz²)", PLAIN, _distance),
    ("sound.reach", "Reach", "where direct sound and echo are alike", "0.057·√(Q·V ÷ T)", KUTTRUFF, _reach),
    ("sound.over-echo", "Over the echo", "at its place", "D − E; E = L + 11 + 10·log(4 ÷ A) − 10·log Q",
     KUTTRUFF, _over_echo),
    ("sound.over-noise", "Over the noise", "at its place", "D − 10·log Σ 10^(N ÷ 10)", EARGLE, _over_noise),
    ("sound.lead", "Lead needed", "along its way", f"{1 + SLACK_SHARE:g}·w + s", PLAIN, _lead),
    ("sound.recording-angle", "Recording angle", "seen from the pair", "2·φ where (t ÷ 1.12)^0.834 + (L ÷ 15)^0.834 = 1",
     WILLIAMS, _recording),
    ("sound.middle-share", "Lands in the middle half", "of the length of the instrument",
     "share that lands between half left and half right", WILLIAMS, _middle),
    ("sound.comb", "First dip in mono", "where both hear alike", "c ÷ (2·Δ)", EARGLE, _comb),
)  # fmt: skip
SOUND_FIGURES: tuple[FigureSpec[SoundNumbers], ...] = (
    FigureSpec(
        "sound.echo", "Echo of the room", "mean of 500 Hz and 1 kHz",
        "0.161·V ÷ (S·ᾱ) under ᾱ = 0.2, else 0.161·V ÷ (−S·ln(1 − ᾱ))", SABINE, _echo,
        note="Where a clap was read, its echo counts and the tables are scaled to it.",
    ),
    FigureSpec("sound.absorption", "The room takes up", "mean of 500 Hz and 1 kHz", "Σ S·α + A", SABINE, _taken),
    FigureSpec("sound.late", "Farthest camera late by", "against the main microphone", "(d − d₁) ÷ c · f", ISO_9613,
               _late),
    FigureSpec("sound.drift", "Clocks apart", "at the end of the session", "p·T·f", PLAIN, _drift),
    FigureSpec("sound.clap-every", "In step for", "until clocks are half a frame apart", "½ ÷ f ÷ p", PLAIN, _every),
    *(
        FigureSpec(
            f"{key}.{n}", f"{title}, microphone {n}", where, formula, source, partial(compute, n),
            documented=n == 1,
        )
        for n in range(1, MIC_LIMIT + 1)
        for key, title, where, formula, source, compute in _EACH
    ),
)  # fmt: skip
