"""What the drawings of the sound step need: the plan of the room with its microphones, the echo as it falls,
the arc before the listener."""

from __future__ import annotations

from steeple.core.sound.room import BANDS_HZ
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.base.shapes import Box, Point, box, point
from steeple.core.study.sound.given.sources import GivenNoise
from steeple.core.study.sound.mics.leads import GivenLead
from steeple.core.study.sound.room.schools import Speaking
from steeple.core.study.sound.room.treatments import Treatment, treatments_of
from steeple.core.study.sound.study import MicStudy, SoundStudy
from steeple.core.study.sound.words import (
    HELD_WORDS,
    SOFT_WORDS,
    capital,
    db,
    echo_s,
    plural,
)


class LeadDrawing(Result):
    """A lead along its way; ``short_mm`` None where its length is not known."""

    points: tuple[Point, ...]
    needs_mm: float
    has_mm: float | None
    short_mm: float | None
    crosses: tuple[str, ...]


class Landing(Result):
    """Where a place of the instrument lands: shares of its width and of the way from left to right, −1 … 1."""

    at: float
    side: float


class PairDrawing(Result):
    """A stereo picture: the ends of the instrument and places between, and what is lost in mono."""

    left: Point
    right: Point
    landings: tuple[Landing, ...]
    middle_percent: float
    recording_deg: float | None
    comb_hz: float | None
    comb_db: float | None


class MicDrawing(Result):
    """A microphone in the plan of the room. ``reach_mm`` is the line inside which what it hears outweighs the
    echo, ``number`` the how many of the plan."""

    key: str
    id: str
    number: int
    at: str
    name: str
    held: str
    owned: bool
    hears: str
    place: Point
    faces: Point
    source: Point
    foot: Point | None
    reach_mm: float | None
    distance_mm: float
    over_echo_db: float | None
    over_noise_db: float
    lead: LeadDrawing | None
    pair: PairDrawing | None
    in_frame: bool


class NoiseDrawing(Result):
    """A noise in the plan of the room; ``place`` None where it comes from all round. ``index`` is its place in
    the plan's list; None for what the plan has elsewhere."""

    name: str
    level_db: float
    place: Point | None
    index: int | None


class SourceDrawing(Result):
    """What is to be heard: a mouth, or an instrument from end to end."""

    kind: str
    called: str
    left: Point
    right: Point


class EchoBand(Result):
    """Reverberation time of one octave band."""

    mid_hz: int
    rt60_s: float


class TreatmentDrawing(Result):
    """What a kind of absorber would do beside the room as it is."""

    kind: str
    title: str
    where: str
    area_m2: float
    pieces: int
    does: bool
    mid_s: float
    gain_db: float
    bands: tuple[EchoBand, ...]
    owned_m2: float
    says: Sentence


class SpeakingDrawing(Result):
    """One way to the voice, with what it gives and costs."""

    way: str
    where: str
    room: int | None
    mid_s: float | None
    over_echo_db: float | None
    over_noise_db: float | None
    more_s: float


class LateDrawing(Result):
    """How late the sound comes to a device, against the main microphone."""

    name: str
    frames: float
    distance_mm: float
    is_camera: bool


class SoundDrawing(Result):
    """What the sheet shows."""

    heard: str
    wanted_low_s: float
    wanted_high_s: float
    mid_s: float | None
    measured: bool
    bands: tuple[EchoBand, ...]
    volume_m3: float | None
    table: Box
    zone: Box
    walls: Box | None
    clear: tuple[Box, ...]
    maker: Point
    sources: tuple[SourceDrawing, ...]
    mics: tuple[MicDrawing, ...]
    noises: tuple[NoiseDrawing, ...]
    treatments: tuple[TreatmentDrawing, ...]
    live: SpeakingDrawing | None
    speaking: tuple[SpeakingDrawing, ...]
    clap: Point | None
    clap_unseen: tuple[str, ...]
    late: tuple[LateDrawing, ...]
    drift_frames: float
    every_s: float
    drift_ppm: float
    apart: bool


def sound_drawing(study: SoundStudy) -> SoundDrawing:
    """What the sheet shows of a plan."""
    room, work, keeping = study.room, study.work, study.keeping
    echo = room.echo
    clap = keeping.clap
    return SoundDrawing(
        heard=study.heard,
        wanted_low_s=study.wanted_s[0],
        wanted_high_s=study.wanted_s[1],
        mid_s=room.mid_s,
        measured=room.measured_s is not None,
        bands=() if echo is None else _bands(echo.rt60_s),
        volume_m3=room.volume_m3,
        table=box(work.table),
        zone=box(work.footprint),
        walls=None if work.walls is None else box(work.walls),
        clear=tuple(box(one) for _, one in work.clear),
        maker=point(work.maker.poses.middle.hip),
        sources=tuple(
            SourceDrawing(
                kind=one.kind, called=one.called, left=point(one.ends[0]), right=point(one.ends[1])
            )
            for one in study.sources
        ),
        mics=tuple(_mic(one, index) for index, one in enumerate(study.mics)),
        noises=tuple(_noise(one) for one in study.noises if one.kind != "quiet"),
        treatments=tuple(
            _treatment(one) for one in treatments_of(room, study.wanted_s[1], ())
        ),
        live=_live(study),
        speaking=tuple(_speaking(one) for one in study.speaking),
        clap=None if clap is None else point(clap.place),
        clap_unseen=() if clap is None else clap.unseen,
        late=tuple(
            LateDrawing(
                name=one.name, frames=one.frames, distance_mm=one.distance_mm,
                is_camera=one.is_camera,
            )
            for one in keeping.late
        ),
        drift_frames=keeping.drift_frames,
        every_s=keeping.every_s,
        drift_ppm=keeping.ppm,
        apart=keeping.apart,
    )  # fmt: skip


def _bands(seconds: tuple[float, ...]) -> tuple[EchoBand, ...]:
    return tuple(EchoBand(mid_hz=hz, rt60_s=one) for hz, one in zip(BANDS_HZ, seconds, strict=True))


def _mic(one: MicStudy, index: int) -> MicDrawing:
    given, hearing = one.given, one.hearing
    return MicDrawing(
        key=given.key,
        id=given.part.id,
        number=index + 1,
        at=given.at,
        name=given.part.gear.name,
        held=HELD_WORDS[given.part.held],
        owned=given.part.owned,
        hears=given.source.called,
        place=point(given.place),
        faces=point(given.mics[0].faces.plus(given.mics[-1].faces).unit),
        source=point(given.source.middle),
        foot=None
        if given.foot is None
        else Point(x=given.foot[0], y=given.foot[1], z=given.ground_mm),
        reach_mm=hearing.reach_mm,
        distance_mm=hearing.distance_mm,
        over_echo_db=hearing.over_echo_db,
        over_noise_db=hearing.over_noise_db,
        lead=None if one.lead is None else _lead(one.lead),
        pair=_pair(one),
        in_frame=bool(one.frames),
    )


def _lead(lead: GivenLead) -> LeadDrawing:
    return LeadDrawing(
        points=tuple(point(one) for one in lead.points),
        needs_mm=lead.needs_mm,
        has_mm=lead.has_mm,
        short_mm=lead.short_mm,
        crosses=lead.crosses,
    )


def _pair(one: MicStudy) -> PairDrawing | None:
    picture, comb = one.hearing.picture, one.hearing.comb
    if picture is None:
        return None
    left, right = one.given.mics
    return PairDrawing(
        left=point(left.place),
        right=point(right.place),
        landings=tuple(
            Landing(at=share, side=side)
            for share, side in picture.at
            if abs(2 * share - round(2 * share)) < 1e-6
        ),
        middle_percent=100 * picture.middle_share,
        recording_deg=picture.recording_deg,
        comb_hz=None if comb is None else comb.first_hz,
        comb_db=None if comb is None else comb.depth_db,
    )


def _noise(one: GivenNoise) -> NoiseDrawing:
    return NoiseDrawing(
        name=one.name,
        level_db=one.level_db,
        place=None if one.place is None else point(one.place),
        index=one.index,
    )


def _treatment(one: Treatment) -> TreatmentDrawing:
    title, _, where = SOFT_WORDS[one.kind]
    amount = plural(one.pieces, title)
    template = (
        "{amount}, {where}: {after}, the echo {gain} quieter"
        if one.does
        else "even {amount}, {where}, leave {after}"
    )
    return TreatmentDrawing(
        kind=one.kind,
        title=capital(title),
        where=where,
        area_m2=one.area_m2,
        pieces=one.pieces,
        does=one.does,
        mid_s=one.mid_s,
        gain_db=one.gain_db,
        bands=_bands(one.rt60_s),
        owned_m2=one.owned_m2,
        says=say(
            template, amount=amount, where=where, after=echo_s(one.mid_s), gain=db(one.gain_db)
        ),
    )


def _live(study: SoundStudy) -> SpeakingDrawing | None:
    """The voice at work, as the clearest microphone has it."""
    voice = next((one for one in study.sources if one.kind == "voice"), None)
    best = None if voice is None else study.best_for(voice)
    if best is None:
        return None
    return SpeakingDrawing(
        way="live",
        where="at work",
        room=None,
        mid_s=study.room.mid_s,
        over_echo_db=best.hearing.over_echo_db,
        over_noise_db=best.hearing.over_noise_db,
        more_s=0.0,
    )


def _speaking(one: Speaking) -> SpeakingDrawing:
    return SpeakingDrawing(
        way=one.way,
        where=one.where,
        room=one.room,
        mid_s=one.mid_s,
        over_echo_db=one.over_echo_db,
        over_noise_db=one.over_noise_db,
        more_s=one.more_s,
    )
