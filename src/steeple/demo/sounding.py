"""How the plans of the demo workshop sound: the lesson is heard by a spaced pair and a clip-on and holds; the class
is heard from the top of a camera, in a hall with echo and a humming cooler; the gilder's microphone is near, and the
bare room answers."""

from __future__ import annotations

from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.parts.rolling.supply import Fed, PlacedLead
from steeple.core.plan.parts.sounding.microphone import Into, MicPair, MicPlace, PlacedMic
from steeple.core.plan.parts.sounding.sound import Noise, Soft, Sounding, Surfaces
from steeple.core.plan.parts.support import Foot
from steeple.demo.rigging import SOUND, SUPPLIES


def microphone(name: str) -> Microphone:
    """The microphone of that name in the demo cupboard."""
    return next(one for one in SOUND if isinstance(one, Microphone) and one.name == name)


def mic_stand(name: str) -> MicStand:
    """The microphone stand of that name in the demo cupboard."""
    return next(one for one in SOUND if isinstance(one, MicStand) and one.name == name)


def lead(name: str) -> Lead:
    """The lead of that name in the demo cupboard."""
    return next(one for one in SUPPLIES if isinstance(one, Lead) and one.name == name)


BOOM_STAND = mic_stand("Microphone stand with a boom")
LESSON_MICS = (
    PlacedMic(
        id="pair",
        gear=microphone("Small microphones, a pair"),
        held="stand",
        hears="instrument",
        pair=MicPair(form="spaced", apart_mm=500),
        position=MicPlace(x_mm=0, y_mm=170, z_mm=770),
        stand=BOOM_STAND,
        foot=Foot(x_mm=0, y_mm=770),
        into=Into(kind="recorder", id="recorder"),
    ),
    PlacedMic(
        id="voice",
        gear=microphone("Wireless clip-on"),
        held="clip-on",
        hears="voice",
        into=Into(kind="camera", id="overhead"),
    ),
)
LESSON_SURFACES = Surfaces(floor="carpet", walls="plaster", ceiling="plaster", furnished="some")
LESSON_SOUND = Sounding(
    claps="at start and end",
    mixed=False,
    mono=False,
    soft=(
        Soft(kind="full bookshelf", name="shelves along the walls", area_m2=24),
        Soft(kind="curtain", name="long curtains", area_m2=14),
        Soft(kind="person", name="listeners", count=8),
    ),
)
CLASS_MICS = (
    PlacedMic(
        id="on-top",
        gear=microphone("Directional microphone"),
        held="camera",
        hears="voice",
        camera="side",
        into=Into(kind="camera", id="side"),
    ),
)
CLASS_SURFACES = Surfaces(floor="parquet", walls="plaster", ceiling="wood panels", furnished="bare")
CLASS_SOUND = Sounding(
    claps="at start and end",
    noises=(
        Noise(name="drinks cooler", kind="fridge", level_db=48, x_mm=-2200, y_mm=900, z_mm=-400),
        Noise(name="hot plate", kind="hob", level_db=42, x_mm=650, y_mm=0, z_mm=50),
    ),
    soft=(Soft(kind="person", name="the class", count=12),),
)
CLASS_LEADS = (
    PlacedLead(
        id="counter-lead",
        gear=lead("Extension lead, 5 m"),
        feeds=(Fed(kind="lamp", id="soft"), Fed(kind="camera", id="side")),
    ),
)
GILDING_MICS = (
    PlacedMic(
        id="boom",
        gear=microphone("Directional microphone"),
        held="boom",
        hears="voice",
        position=MicPlace(x_mm=210, y_mm=170, z_mm=360),
        stand=BOOM_STAND,
        foot=Foot(x_mm=528, y_mm=488),
        into=Into(kind="camera", id="overhead"),
        leads=(lead("Sound lead, 5 m"),),
    ),
)
GILDING_SOUND = Sounding(
    noises=(Noise(name="street through the window", kind="street", level_db=36),),
)
