"""What the fields of microphones, leads and the sound of the room are called."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.plan.cupboard.field_words import GEAR_WORDS
from steeple.core.plan.gear.words import FieldWords

_W = FieldWords


def _surfaces(at: str, where: str) -> dict[str, FieldWords]:
    return {
        at: _W(f"Surfaces {where}"),
        f"{at}/floor": _W(f"Floor {where}"),
        f"{at}/walls": _W(f"Walls {where}"),
        f"{at}/ceiling": _W(f"Ceiling {where}"),
        f"{at}/furnished": _W(f"Furniture {where}"),
    }


SOUND_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        **_surfaces("room/surfaces", "of the room"),
        "mics": _W("Microphones"),
        "mics/*": _W("Microphone"),
        "mics/*/id": _W("Microphone id"),
        "mics/*/gear": _W("Microphone"),
        **{f"mics/*/gear/{path}": words for path, words in GEAR_WORDS["microphone"].items()},
        "mics/*/gear/lead_mm": _W("Its own lead"),
        "mics/*/gear_id": _W("Microphone in the cupboard"),
        "mics/*/owned": _W("Owned"),
        "mics/*/held": _W("Held by"),
        "mics/*/hears": _W("What it hears"),
        "mics/*/position": _W("Place of the microphone"),
        "mics/*/position/x_mm": _W("Microphone to the right", "of the zone’s centre"),
        "mics/*/position/y_mm": _W("Microphone away from you", "of the zone’s centre"),
        "mics/*/position/z_mm": _W("Microphone above the table"),
        "mics/*/toward_deg": _W("Microphone faces", "empty: what it hears"),
        "mics/*/pair": _W("Pair"),
        "mics/*/pair/form": _W("Form of the pair"),
        "mics/*/pair/apart_mm": _W("Pair apart", "from one to the other"),
        "mics/*/pair/opened_deg": _W("Pair opened", "between their axes"),
        "mics/*/stand": _W("Microphone stand"),
        **{f"mics/*/stand/{path}": words for path, words in GEAR_WORDS["mic-stand"].items()},
        "mics/*/foot": _W("Foot of the microphone stand"),
        "mics/*/foot/x_mm": _W("Foot to the right", "of the zone’s centre"),
        "mics/*/foot/y_mm": _W("Foot away from you", "of the zone’s centre"),
        "mics/*/camera": _W("Camera under the microphone"),
        "mics/*/into": _W("Recorded by"),
        "mics/*/into/kind": _W("Kind of device"),
        "mics/*/into/id": _W("Recorded by"),
        "mics/*/leads": _W("Leads put to it"),
        "mics/*/leads/*": _W("Lead"),
        **{f"mics/*/leads/*/{path}": words for path, words in GEAR_WORDS["lead"].items()},
        "mics/*/supply": _W("What it runs on"),
        "mics/*/supply/by": _W("Runs on", "empty: its battery"),
        "mics/*/supply/bank": _W("Power bank"),
        "mics/*/supply/spare_batteries": _W("Spare batteries", "full, at hand"),
        "recorders/*/position": _W("Place of the recorder"),
        "recorders/*/position/on": _W("Recorder lies on"),
        "recorders/*/position/x_mm": _W("Recorder to the right", "of the zone’s centre"),
        "recorders/*/position/y_mm": _W("Recorder away from you", "of the zone’s centre"),
        "leads": _W("Mains leads"),
        "leads/*": _W("Mains lead"),
        "leads/*/id": _W("Lead id"),
        "leads/*/gear": _W("Lead"),
        **{f"leads/*/gear/{path}": words for path, words in GEAR_WORDS["lead"].items()},
        "leads/*/feeds": _W("What hangs on the lead"),
        "leads/*/feeds/*": _W("Device on the lead"),
        "leads/*/feeds/*/kind": _W("Kind of device"),
        "leads/*/feeds/*/id": _W("Device"),
        "sound": _W("Sound"),
        "sound/heard": _W("What is to be heard"),
        "sound/way": _W("Voice", "spoken at work, or afterwards"),
        "sound/voice_db": _W("How loud you speak", "at one metre, dB(A)"),
        "sound/instrument_db": _W("How loud the instrument is", "at one metre, dB(A)"),
        "sound/rt60_s": _W("Echo as measured", "seconds for 60 dB, from a clap"),
        "sound/noises": _W("Noises"),
        "sound/noises/*": _W("Noise"),
        "sound/noises/*/name": _W("Name of the noise"),
        "sound/noises/*/kind": _W("Kind of noise"),
        "sound/noises/*/level_db": _W("How loud it is", "at one metre, dB(A)"),
        "sound/noises/*/x_mm": _W("Noise to the right", "of the zone’s centre"),
        "sound/noises/*/y_mm": _W("Noise away from you", "of the zone’s centre"),
        "sound/noises/*/z_mm": _W("Noise above the table"),
        "sound/noises/*/off": _W("Switched off meanwhile"),
        "sound/soft": _W("Soft things in the room"),
        "sound/soft/*": _W("Soft thing"),
        "sound/soft/*/kind": _W("Kind of soft thing"),
        "sound/soft/*/name": _W("Name of the soft thing"),
        "sound/soft/*/area_m2": _W("Its area", "square metres"),
        "sound/soft/*/count": _W("How many of it"),
        "sound/soft/*/hung": _W("Brought in for the sound"),
        "sound/rooms": _W("Other rooms to speak in"),
        "sound/rooms/*": _W("Room to speak in"),
        "sound/rooms/*/name": _W("Name of the room"),
        "sound/rooms/*/width_mm": _W("Width of the other room"),
        "sound/rooms/*/depth_mm": _W("Depth of the other room"),
        "sound/rooms/*/height_mm": _W("Height of the other room"),
        **_surfaces("sound/rooms/*/surfaces", "of the other room"),
        "sound/rooms/*/noise_db": _W("How loud it is there", "dB(A)"),
        "sound/mixed": _W("Microphones mixed into one"),
        "sound/mono": _W("Heard in mono too"),
        "sound/claps": _W("Claps in each take"),
        "sound/align": _W("Set to each other", "by the clap as heard, or as seen"),
        "sound/drift_ppm": _W("Drift of the clocks", "parts of a million, from two claps"),
        "sound/main": _W("Main microphone"),
    }
)
