"""What each microphone gets: direct sound, echo, noise; and the pair as a picture."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.geometry.vectors import Vector
from steeple.core.sound.levels import Reception, reception
from steeple.core.sound.pair import Comb, Picture, combs, picture_of, worst_comb
from steeple.core.sound.reach import Heard, critical_mm
from steeple.core.sound.stereo import Mic, angle_off_deg
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.sound.given.mics import GivenMic
from steeple.core.study.sound.given.room import GivenRoom
from steeple.core.study.sound.given.sources import GivenNoise, GivenSource


@dataclass(frozen=True, slots=True)
class Hearing:
    """What a microphone gets of what it is there for. ``reach_mm`` is its critical distance: inside it the
    direct sound outweighs the echo; None where the room is not known. ``noises_db`` in the order of the
    noises. ``picture`` and ``comb`` of a pair over an instrument."""

    distance_mm: float
    off_deg: float
    reach_mm: float | None
    got: Reception
    picture: Picture | None
    comb: Comb | None

    @property
    def over_echo_db(self) -> float | None:
        """Direct sound over echo."""
        return self.got.over_echo_db

    @property
    def over_noise_db(self) -> float:
        """Direct sound over noise."""
        return self.got.over_noise_db


def heard_by(mic: Mic, place: Vector, level_db: float) -> Heard:
    """A sound as a microphone hears it.

    Parameters
    ----------
    mic, place, level_db
        the microphone; where the sound comes from; its level at one metre.
    """
    return Heard(level_db, max(1.0, place.minus(mic.place).length), angle_off_deg(mic, place))


def nearest_of(source: GivenSource, mics: Sequence[Mic]) -> tuple[Mic, Vector]:
    """Of a source and the one or two that hear it: the microphone and the place of the source between which the
    level is told. Of a mouth the mouth; of an instrument its middle.

    Parameters
    ----------
    source, mics
        what sounds; one or two microphones.
    """
    middle = source.middle
    return min(mics, key=lambda one: middle.minus(one.place).length), middle


def got_by(
    mic: Mic, place: Vector, level_db: float, room: GivenRoom, noises: Sequence[GivenNoise],
    self_noise_db: float | None,
) -> Reception:  # fmt: skip
    """What a microphone gets of a sound among all noises.

    Parameters
    ----------
    mic, place, level_db
        the microphone; where the sound comes from; its level at one metre.
    room, noises, self_noise_db
        the room; what sounds besides; what the microphone itself makes, None = not known.
    """
    return reception(
        heard_by(mic, place, level_db),
        mic.pattern,
        [heard_by(mic, one.place, one.level_db) for one in noises if one.place is not None],
        absorption_m2=room.absorption_m2,
        everywhere_db=[one.level_db for one in noises if one.place is None],
        self_noise_db=self_noise_db,
    )


def at_the_ears(work: GivenWork, noises: Sequence[GivenNoise], room: GivenRoom) -> float:
    """How loud all noises are at the maker's head, in dB.

    Parameters
    ----------
    work, noises, room
        for the head; what sounds; the room.
    """
    head = work.maker.poses.middle.head.a
    ear = Mic(head, Vector(0.0, 1.0, 0.0), "omni")
    return got_by(ear, head, 0.0, room, noises, None).noise_db


def hearing_of(given: GivenMic, room: GivenRoom, noises: Sequence[GivenNoise]) -> Hearing:
    """What a microphone gets.

    Parameters
    ----------
    given, room, noises
        the microphone; the room; what sounds besides.
    """
    mic, place = nearest_of(given.source, given.mics)
    source = heard_by(mic, place, given.source.level_db)
    got = got_by(mic, place, given.source.level_db, room, noises, given.part.gear.self_noise_db)
    reach = None
    if room.volume_m3 is not None and room.mid_s is not None:
        reach = critical_mm(room.volume_m3, room.mid_s, given.pattern)
    picture = comb = None
    if given.is_pair and given.source.kind != "voice":
        left, right = given.mics
        picture = picture_of(left, right, given.source.ends)
        comb = worst_comb(combs(left, right, given.source.ends))
    return Hearing(source.distance_mm, source.angle_deg, reach, got, picture, comb)
