"""The sound of a plan: each microphone where it is, with what it gets and what it is in the way of; the room;
noises; and how all of it keeps in step with the pictures."""

from __future__ import annotations

import itertools
import math
from collections.abc import Hashable, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from steeple.core.geometry.apart import points_apart
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.sounding.sound import Heard
from steeple.core.plan.words import camera_names
from steeple.core.sound.levels import Reception
from steeple.core.sound.pair import spill_db
from steeple.core.sound.route import Place
from steeple.core.sound.stereo import Mic
from steeple.core.study.angles.step import ANGLES
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.angles.things import rig_rows
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.step import Context
from steeple.core.study.inputs.lamp import given_lamps
from steeple.core.study.inputs.session import given_session
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.step import LENS
from steeple.core.study.light.study import standing
from steeple.core.study.sound.given.mics import GivenMic, chest, given_mics
from steeple.core.study.sound.given.room import GivenRoom, given_room
from steeple.core.study.sound.given.sources import (
    GivenNoise,
    GivenSource,
    given_noises,
    given_sources,
    heard_in,
)
from steeple.core.study.sound.keeping import Keeping, keeping_of
from steeple.core.study.sound.mics.clear import (
    InFrame,
    Lighting,
    Nearness,
    View,
    frames_met,
    lighting_of,
    nearness,
    shadow_stops,
    stand_short_mm,
)
from steeple.core.study.sound.mics.hearing import Hearing, at_the_ears, got_by, hearing_of
from steeple.core.study.sound.mics.leads import GivenLead, lead_of
from steeple.core.study.sound.mics.places import Surroundings, block_met
from steeple.core.study.sound.room.schools import Speaking, voice_over
from steeple.core.study.sound.room.treatments import WANTED_S
from steeple.core.study.work.step import WORK

GOOD_ECHO_DB, LEAST_ECHO_DB = 6.0, 0.0
"""A voice that is so much louder than its echo is close and clear; one that is not louder sounds far off. For an
instrument, which wants the room, so much less does."""
INSTRUMENT_LESS_DB = 6.0
GOOD_NOISE_DB, LEAST_NOISE_DB = 25.0, 15.0
"""So far over the noise nothing of it is heard between words; under the second words are lost. Planning values of
our own; ISO 9921 calls 15 dB the border of good speech."""
THREE_DB = 9.5
"""What three times the distance leaves: the 3:1 rule as a level."""


@dataclass(frozen=True, eq=False)
class MicStudy:
    """A microphone with what it gets and what it is in the way of."""

    given: GivenMic
    hearing: Hearing
    frames: tuple[InFrame, ...]
    near: Nearness
    shadow_stops: float
    short_mm: float
    """By how much its stand does not reach."""
    meets: tuple[str, ...]
    """What of the room it passes through."""
    lead: GivenLead | None

    @property
    def good_echo_db(self) -> float:
        """Direct over echo from which what it is there for is clear."""
        less = 0.0 if self.given.source.kind == "voice" else INSTRUMENT_LESS_DB
        return GOOD_ECHO_DB - less

    @property
    def least_echo_db(self) -> float:
        """Under this the room is louder than it may be."""
        less = 0.0 if self.given.source.kind == "voice" else INSTRUMENT_LESS_DB
        return LEAST_ECHO_DB - less


@dataclass(frozen=True, slots=True)
class Spill:
    """Two microphones that are mixed: how much weaker ``other`` hears what ``own`` is there for, and how many
    times as far from each other they are as ``own`` is from its source."""

    own: GivenMic
    other: GivenMic
    weaker_db: float
    times: float


@dataclass(frozen=True, slots=True)
class ByCamera:
    """What a camera hears with its own microphone: which, from how far, and what it gets."""

    name: str
    distance_mm: float
    got: Reception

    @property
    def clear(self) -> bool:
        """Whether that is known to do: over echo and noise as a microphone must be."""
        echo = self.got.over_echo_db
        good = echo is not None and echo >= GOOD_ECHO_DB
        return good and self.got.over_noise_db >= GOOD_NOISE_DB


@dataclass(frozen=True, eq=False)
class SoundStudy:
    """The sound of a plan; see `study_sound`."""

    plan: Plan
    work: GivenWork
    heard: Heard
    room: GivenRoom
    sources: tuple[GivenSource, ...]
    noises: tuple[GivenNoise, ...]
    mics: tuple[MicStudy, ...]
    cameras: dict[str, Vector]
    feet: dict[str, Place]
    views: tuple[View, ...]
    lighting: Lighting
    keeping: Keeping
    speaking: tuple[Speaking, ...]
    shown_s: float

    @property
    def surroundings(self) -> Surroundings:
        """What a place of a microphone is judged against."""
        return Surroundings(self.work, self.views, self.lighting, self.sources, self.cameras)

    @property
    def wanted_s(self) -> tuple[float, float]:
        """The echo that is wanted, from … to."""
        return WANTED_S[self.heard]

    @property
    def live(self) -> bool:
        """Whether the voice is recorded at work."""
        return self.plan.sound.way != "voice-over"

    def by_camera(self, source: GivenSource) -> ByCamera | None:
        """What the nearest camera hears of a source with its own microphone, taken to hear all round; None where
        no camera is known to be anywhere."""
        near = min(
            self.cameras.items(), key=lambda one: one[1].minus(source.middle).length, default=None
        )
        if near is None:
            return None
        camera_id, place = near
        mic = Mic(place, source.middle.minus(place).unit, "omni")
        got = got_by(mic, source.middle, source.level_db, self.room, self.noises, None)
        name = next((one.name for one in self.views if one.id == camera_id), "a camera")
        return ByCamera(name, place.minus(source.middle).length, got)

    @property
    def needed(self) -> tuple[GivenSource, ...]:
        """What must be heard at work: a voice that is spoken afterwards is not among it."""
        return tuple(one for one in self.sources if self.live or one.kind != "voice")

    def best_for(self, source: GivenSource) -> MicStudy | None:
        """Of the microphones there for a source the one that gets it clearest."""
        mine = [one for one in self.mics if one.given.source.kind == source.kind]
        return max(mine, key=_clearness, default=None)

    @cached_property
    def nearest_hand_mm(self) -> float:
        """How near hands and tools come to a clip-on on the chest in any pose; infinite where nobody is there."""
        maker = self.work.maker
        if maker.away:
            return math.inf
        found = []
        for figure in maker.poses.figures:
            rows = [one.row for one in figure.solids if one.part in ("hand", "tool")]
            place = chest(figure, maker.person.looks)
            found.append(float(points_apart(np.array([[*place]]), np.array(rows))[0]))
        return min(found)

    @cached_property
    def spills(self) -> tuple[Spill, ...]:
        """Each two microphones that are mixed, the worst first."""
        if self.plan.sound.mixed is False:
            return ()
        found = []
        for own, other in itertools.permutations([one.given for one in self.mics], 2):
            if own.part.held == other.part.held == "clip-on":
                continue
            place = own.source.middle
            mine = min(own.mics, key=lambda one: place.minus(one.place).length)
            theirs = min(other.mics, key=lambda one: place.minus(one.place).length)
            near = max(10.0, place.minus(mine.place).length)
            found.append(
                Spill(
                    own, other, spill_db(mine, theirs, place),
                    theirs.place.minus(mine.place).length / near,
                )
            )  # fmt: skip
        return tuple(sorted(found, key=lambda one: one.weaker_db))


def _clearness(one: MicStudy) -> float:
    echo = one.hearing.over_echo_db
    noise = one.hearing.over_noise_db - GOOD_NOISE_DB
    return noise if echo is None else min(noise, echo - GOOD_ECHO_DB)


def study_sound(ctx: Context) -> SoundStudy | None:
    """The sound of a plan.

    Parameters
    ----------
    ctx
        the plan with the steps before.
    """
    plan = ctx.plan
    work = ctx.get(WORK, "")
    assert work is not None
    notes = ctx.assumptions
    heard = heard_in(plan, notes)
    angles = _angles(ctx)
    cameras = _cameras(ctx)
    room = given_room(plan, work, notes)
    noises = given_noises(plan, work, notes)
    sources = given_sources(plan, work, heard, at_the_ears(work, noises, room), notes)
    given = given_mics(plan, work, sources, cameras, notes)
    lamps = given_lamps(plan, work, Assumptions())
    names = camera_names(plan.cameras)
    views = tuple(
        View(one.lens.camera.id, f"the {names[one.lens.camera.id]} camera", one.pyramid)
        for one in angles
    )
    lighting = ctx.remember(
        ("sound lighting", ctx.key(WORK, ""), tuple(plan.lights)),
        lambda: lighting_of(work, lamps),
    )
    feet = _feet(ctx)
    mics = tuple(
        _mic(one, ctx, room, noises, views, lighting, cameras, feet, notes) for one in given
    )
    session = given_session(plan, Assumptions())
    shown = sum(one.shown_s or one.takes_min * 60 for one in plan.stages) or session.length_s
    return SoundStudy(
        plan=plan,
        work=work,
        heard=heard,
        room=room,
        sources=sources,
        noises=noises,
        mics=mics,
        cameras=cameras,
        feet=feet,
        views=views,
        lighting=lighting,
        keeping=keeping_of(plan, work, given, cameras, angles, session.length_s, notes),
        speaking=voice_over(plan, room, shown, notes),
        shown_s=shown,
    )


def _mic(
    given: GivenMic, ctx: Context, room: GivenRoom, noises: Sequence[GivenNoise],
    views: Sequence[View], lighting: Lighting, cameras: dict[str, Vector], feet: dict[str, Place],
    notes: Assumptions,
) -> MicStudy:  # fmt: skip
    work = ctx.get(WORK, "")
    assert work is not None
    key: Hashable = (
        "microphone", ctx.key(WORK, ""), given.rows.tobytes(), given.part.held, given.part.camera,
        tuple((one.id, one.pyramid) for one in views), tuple(ctx.plan.lights),
    )  # fmt: skip
    met = ctx.remember(
        key,
        lambda: (
            frames_met(views, given),
            nearness(work, given.rows),
            shadow_stops(lighting, given.rows),
        ),
    )
    return MicStudy(
        given=given,
        hearing=hearing_of(given, room, noises),
        frames=met[0],
        near=met[1],
        shadow_stops=met[2],
        short_mm=stand_short_mm(given),
        meets=tuple(block_met(given, work)),
        lead=lead_of(given, ctx.plan, work, cameras, feet, notes),
    )


def _angles(ctx: Context) -> list[AngleStudy]:
    found = [ctx.get(ANGLES, one.id) for one in ctx.plan.cameras]
    return [one for one in found if one is not None]


def _cameras(ctx: Context) -> dict[str, Vector]:
    """Where each camera is that is known to be somewhere."""
    lenses = [(one.id, ctx.get(LENS, one.id)) for one in ctx.plan.cameras]
    return {name: lens.position for name, lens in lenses if lens is not None}


def _feet(ctx: Context) -> dict[str, Place]:
    """Where what holds each camera stands on floor or table: the lowest place of its tubes."""
    found: dict[str, Place] = {}
    for camera in ctx.plan.cameras:
        _, hold = standing(ctx, camera.id)
        if hold is None:
            continue
        rows = rig_rows(hold).tolist()
        ends = [end for row in rows for end in (row[:3], row[3:6])]
        if ends:
            low = min(end[2] for end in ends)
            lowest = [end for end in ends if end[2] < low + 1.0]
            found[camera.id] = (
                sum(end[0] for end in lowest) / len(lowest),
                sum(end[1] for end in lowest) / len(lowest),
            )
    return found
