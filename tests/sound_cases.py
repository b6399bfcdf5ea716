"""Rooms and microphones for tests, and for each rule of the sound a plan in which it speaks."""

from __future__ import annotations

from typing import Any

from steeple.core.findings.finding import Verdict
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.parts.rolling.supply import Fed, PlacedLead, PlacedRecorder
from steeple.core.plan.parts.sounding.microphone import Into, MicPair, MicPlace, PlacedMic
from steeple.core.plan.parts.sounding.sound import Noise, Sounding
from steeple.core.plan.parts.support import Foot
from tests.plans import CLIP, MIC, PAIR, RECORDER, SOUND

Row = tuple[str, Verdict, dict[str, Any], str]
(VOICE,) = SOUND.mics


def mics(*parts: PlacedMic) -> list[dict[str, Any]]:
    """The microphones of a plan, as a change carries them."""
    return [one.model_dump(mode="json") for one in parts]


def voice(**values: Any) -> list[dict[str, Any]]:
    """The one microphone of the sound plan with other values, as a change carries it."""
    return mics(PlacedMic.model_validate({**VOICE.model_dump(), **values}))


def at(x_mm: float, y_mm: float, z_mm: float) -> dict[str, Any]:
    """A microphone somewhere, with its foot far off to the right of it."""
    return {
        "position": MicPlace(x_mm=x_mm, y_mm=y_mm, z_mm=z_mm).model_dump(),
        "foot": Foot(x_mm=x_mm + 600, y_mm=y_mm).model_dump(),
    }


def sound(**values: Any) -> dict[str, Any]:
    """What is to be heard in the sound plan with other values, as a change carries it."""
    return Sounding.model_validate({"heard": "voice", "voice_db": 60, **values}).model_dump(
        mode="json"
    )


def noise(**values: Any) -> dict[str, Any]:
    """The sound of the plan with one noise in it."""
    given = {"name": "the fan", "kind": "fan", "level_db": 50, "x_mm": 600, "y_mm": 600, **values}
    return sound(noises=[Noise.model_validate(given).model_dump()])


RECORDED = PlacedRecorder(id="sound", gear=RECORDER)
INTO_RECORDER = Into(kind="recorder", id="sound").model_dump()
BARE_ROOM = {"floor": "tiles", "walls": "plaster", "ceiling": "concrete", "furnished": "bare"}
INSTRUMENT = sound(heard="instrument", instrument_db=70)


def pair(form: str, apart_mm: float, opened_deg: float, **values: Any) -> dict[str, Any]:
    """The sound plan with a wide instrument and one pair over it, as changes carry it."""
    part = PAIR.model_copy(
        update={
            "pair": MicPair(form=form, apart_mm=apart_mm, opened_deg=opened_deg),
            "into": Into(kind="camera", id="overhead"),
            "position": MicPlace(x_mm=0, y_mm=300, z_mm=500),
            **values,
        }
    )
    return {
        "mics": mics(part),
        "sound": INSTRUMENT,
        "work__zone__width_mm": 1000,
        "work__zone__from_left_edge_mm": 200,
        "work__items": [],
    }


WALKWAY = {
    "kind": "walkway", "name": "the way", "from_left_edge_mm": 200, "from_front_edge_mm": -1000,
    "width_mm": 400, "depth_mm": 3000,
}  # fmt: skip
TWO = mics(
    VOICE,
    VOICE.model_copy(
        update={
            "id": "other",
            "gear": MIC.model_copy(update={"name": "another"}),
            "position": MicPlace(x_mm=-300, y_mm=60, z_mm=430),
            "foot": Foot(x_mm=-800, y_mm=420),
        }
    ),
)
WEAK_LEAD = Lead(name="a thin lead", form="mains", length_mm=3000, rated_w=20)
SOUND_FIRING: list[Row] = [
    ("sound.no-microphone", "watch", {"mics": []}, "Only the cameras hear your voice"),
    (
        "sound.no-microphone",
        "watch",
        {"sound": sound(heard="voice and instrument")},
        "hear the instrument",
    ),
    ("sound.echo", "watch", {"room__surfaces": BARE_ROOM | {"furnished": "some"}}, "over its echo"),
    (
        "sound.echo",
        "fails",
        {"room__surfaces": BARE_ROOM, "mics": voice(**at(1200, 900, 900))},
        "louder than your voice",
    ),
    ("sound.echo", "unknown", {"room__width_mm": None}, "not known"),
    ("sound.noise", "watch", {"sound": noise(level_db=48)}, "over the noise"),
    (
        "sound.noise",
        "fails",
        {"sound": noise(level_db=70, kind="machine")},
        "louder than your voice",
    ),
    ("sound.in-frame", "fails", {"mics": voice(**at(0, 60, 430))}, "in the picture"),
    (
        "sound.shadow",
        "fails",
        {
            "mics": voice(**at(-100, 170, 420)),
            "lights__0__fixture__width_mm": 60,
            "lights__0__fixture__height_mm": 60,
        },
        "throws a shadow",
    ),
    ("sound.in-the-way", "fails", {"mics": voice(**at(90, -190, 120))}, "Your hands"),
    ("sound.in-the-way", "fails", {"mics": voice(**at(0, -330, 420))}, "head"),
    (
        "sound.out-of-reach",
        "fails",
        {"mics": voice(foot=Foot(x_mm=1400, y_mm=420).model_dump())},
        "short",
    ),
    ("sound.out-of-reach", "fails", {"mics": voice(**at(0, 250, 1235))}, "meets shelf"),
    (
        "sound.out-of-reach",
        "fails",
        {"mics": voice(**at(300, 250, -10), stand=None, held="table")},
        "meets the table",
    ),
    (
        "sound.clip-rubs",
        "watch",
        {"mics": mics(CLIP.model_copy(update={"into": VOICE.into})), "maker__lean_deg": 32},
        "of the clip-on",
    ),
    ("sound.unrecorded", "watch", {"mics": voice(into=None)}, "not said"),
    (
        "sound.unrecorded",
        "fails",
        {
            "recorders": [
                RECORDED.model_copy(
                    update={"gear": RECORDER.model_copy(update={"channels": 1})}
                ).model_dump(mode="json")
            ],
            "mics": [one | {"into": INTO_RECORDER} for one in TWO],
        },
        "channels",
    ),
    (
        "sound.lead-short",
        "fails",
        {"mics": voice(gear=MIC.model_copy(update={"lead_mm": 2000}))},
        "short",
    ),
    (
        "sound.lead-short",
        "unknown",
        {"mics": voice(gear=MIC.model_copy(update={"lead_mm": None}))},
        "not known",
    ),
    (
        "sound.lead-crosses",
        "watch",
        {
            "room__keep_clear": [WALKWAY],
            "mics": voice(gear=MIC.model_copy(update={"lead_mm": 7000})),
        },
        "across the way",
    ),
    ("sound.hole", "fails", pair("spaced", 2400, 0), "in the middle half"),
    ("sound.hole", "watch", pair("spaced", 600, 0), "in the middle half"),
    ("sound.narrow", "watch", pair("coincident", 0, 20), "of the width"),
    ("sound.comb", "watch", pair("spaced", 900, 0), "In mono"),
    ("sound.three-to-one", "watch", {"mics": TWO}, "weaker than"),
    (
        "sound.out-of-step",
        "fails",
        {"delivery__frame_rate_hz": 1000},
        "out of step",
    ),
    (
        "sound.drift",
        "watch",
        {"recorders": [RECORDED.model_dump(mode="json")], "mics": voice(into=INTO_RECORDER)},
        "apart at the end",
    ),
    (
        "roll.lead-overload",
        "fails",
        {
            "leads": [
                PlacedLead(
                    id="lead", gear=WEAK_LEAD, feeds=(Fed(kind="lamp", id="soft"),)
                ).model_dump(mode="json")
            ]
        },
        "Too much on",
    ),
    (
        "roll.lead-overload",
        "unknown",
        {
            "leads": [
                PlacedLead(
                    id="lead",
                    gear=WEAK_LEAD.model_copy(update={"rated_w": None}),
                    feeds=(Fed(kind="lamp", id="soft"),),
                ).model_dump(mode="json")
            ]
        },
        "not known",
    ),
]
STANDING = MicStand(name="a stand", form="floor stand", lowest_mm=900, highest_mm=1600)
DIRECTIONAL = Microphone(name="a directional one", pattern="supercardioid", lead_mm=3000)
