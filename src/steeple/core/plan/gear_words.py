"""What each field of gear is called, with a word on where its figure is found."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import NamedTuple


class FieldWords(NamedTuple):
    """Label of a field, and a short explanation."""

    label: str
    explain: str = ""


KIND_TITLES: Mapping[str, tuple[str, str]] = MappingProxyType(
    {
        "body": ("Camera", "Cameras, phones, webcams"),
        "lens": ("Lens", "Lenses"),
        "fixture": ("Lamp", "Lamps"),
        "card": ("Card", "Cards, flags, diffusers"),
        "support": ("Support", "Supports"),
        "microphone": ("Microphone", "Microphones"),
        "recorder": ("Recorder", "Recorders"),
        "medium": ("Memory", "Memory cards and disks"),
        "power": ("Power", "Batteries and power"),
        "lead": ("Lead", "Leads"),
        "adapter": ("Adapter", "Adapters"),
    }
)
_NAME = FieldWords("What you call it", "kind and figures, not a maker’s name")
_MASS = FieldWords("Mass", "on a kitchen scale")
_W = FieldWords

# fmt: off
_BODY = {
    "kind": _W("Kind of camera", "with lenses, or with a view of its own"),
    "name": _NAME,
    "modes": _W("Recording modes"),
    "modes/*/name": _W("Recording mode", "as the menu calls it"),
    "modes/*/width_px": _W("Recorded width", "pixels"),
    "modes/*/height_px": _W("Recorded height", "pixels"),
    "modes/*/sensor_width_mm": _W("Sensor width used", "in this mode, after its crop"),
    "modes/*/sensor_height_mm": _W("Sensor height used", "in this mode, after its crop"),
    "modes/*/frame_rate_hz": _W("Frame rate", "the greatest of this mode"),
    "modes/*/bitrate_mbit_s": _W("Bit rate", "megabits a second"),
    "view": _W("Field of view"),
    "view/angle_deg": _W("Field of view", "of a phone or webcam"),
    "view/measured": _W("Angle runs", "across the width, or along the diagonal"),
    "view/stabilisation_crop": _W("Stabilisation crop", "times; 1 is off"),
    "min_focus_mm": _W("Nearest focus", "of a phone or webcam"),
    "flange_mm": _W("Sensor mark to mount", "flange focal distance"),
    "back_mm": _W("Sensor mark to back", "with what is fixed there"),
    "mass_g": _MASS,
    "mount": _W("Lens mount", "one word for those that fit"),
    "base_iso": _W("Base ISO"),
    "clean_iso": _W("Highest clean ISO", "the noise you accept"),
    "shortest_shutter_s": _W("Shortest exposure"),
    "longest_shutter_s": _W("Longest exposure"),
    "recording_limit_s": _W("Stops by itself after", "such as 29 minutes"),
    "file_limit_bytes": _W("Largest file", "many stop at 4 GB"),
    "power_w": _W("Power drawn", "while recording"),
    "battery_wh": _W("Battery", "printed on it"),
    "thread": _W("Held by", "the socket under it; a phone by its edges"),
    "screen": _W("Screen", "whether it can be turned to you"),
    "shown_elsewhere": _W("Picture on another screen", "by lead or its own radio"),
}
_LENS = {
    "name": _NAME,
    "focal_min_mm": _W("Shortest focal length", "on the ring"),
    "focal_max_mm": _W("Longest focal length", "the same for a fixed lens"),
    "f_number_wide": _W("Widest f-number, short end", "such as 3.5"),
    "f_number_long": _W("Widest f-number, long end", "the same if only one is printed"),
    "min_focus_from_mark_mm": _W("Minimum focus distance", "from the sensor mark"),
    "greatest_magnification": _W("Greatest magnification", "such as 0.25"),
    "length_mm": _W("Mount to front rim", "as it is used"),
    "mass_g": _MASS,
    "mount": _W("Lens mount", "one word for those that fit"),
}
_FIXTURE = {
    "ies": _W("IES file", "what it gives in every direction, as measured"),
    "name": _NAME,
    "emitter": _W("Shape of the light"),
    "width_mm": _W("Width or diameter", "of what glows"),
    "height_mm": _W("Height", "of what glows"),
    "flux_lm": _W("Luminous flux", "on the box"),
    "illuminance_at_1_m_lx": _W("Light at one metre", "measured or in the manual"),
    "beam_deg": _W("Beam angle", "full, to half the intensity"),
    "cct_k": _W("Colour temperature", "or its lower end"),
    "cct_warmest_to_k": _W("Colour temperature up to", "where it can be set"),
    "colour_rendering": _W("Colour rendering index", "below 90 is poor"),
    "least_level_percent": _W("Lowest dimmer setting", "100 cannot be dimmed"),
    "flicker": _W("Flicker"),
    "remote": _W("Set from a distance"),
    "mass_g": _MASS,
    "power_w": _W("Power", "on the rating plate"),
}
_CARD = {
    "name": _NAME,
    "use": _W("Use"),
    "width_mm": _W("Width"),
    "height_mm": _W("Height"),
    "reflectance": _W("Reflectance", "white card 0.85, grey 0.18"),
    "transmittance": _W("Transmittance", "of a diffuser"),
    "mass_g": _MASS,
}
_SUPPORT = {
    "name": _NAME,
    "form": _W("Kind of support"),
    "anchor": _W("Stands on or is fixed to"),
    "rated_load_g": _W("Rated load", "on its plate; empty if not known"),
    "rated_reach_mm": _W("Reach of that rating", "arms carry less farther out"),
    "lowest_mm": _W("Lowest camera screw", "above its foot; below the ceiling if it hangs"),
    "highest_mm": _W("Highest camera screw", "above its foot; below the ceiling if it hangs"),
    "reach_mm": _W("Boom or arm", "from its column"),
    "behind_mm": _W("Boom behind the column", "where a counterweight goes"),
    "drop_mm": _W("Boom down to the screw", "boom, bar or pole to the camera screw"),
    "span_least_mm": _W("Shortest span", "pole or crossbar"),
    "span_most_mm": _W("Longest span", "pole or crossbar"),
    "sections": _W("Sections"),
    "sections/*/length_mm": _W("Length of the section", "without what slides into the next"),
    "sections/*/tube_mm": _W("Tube of the section", "outer diameter"),
    "sections/*/wall_mm": _W("Wall of the section"),
    "adjust_mm": _W("Ends draw out by", "pole or crossbar"),
    "footprint_mm": _W("Foot to foot", "between two feet side by side"),
    "legs": _W("Legs"),
    "tube_mm": _W("Tube", "outer diameter"),
    "wall_mm": _W("Wall of the tube"),
    "material": _W("Material"),
    "mass_g": _MASS,
    "head_mass_g": _W("Mass of its head", "ball joint and plate, if not weighed with it"),
    "counterweight_g": _W("Counterweight", "the heaviest there is"),
    "threads": _W("Studs and sockets", "a stud stands out, a socket is the hole"),
    "joints": _W("Joints"),
    "joints/*/name": _W("Joint", "such as ball joint"),
    "joints/*/holds_n_m": _W("Holds", "torque, in its manual"),
    "quick_release": _W("Quick-release family", "one word for those that fit"),
    "tap": _W("Tap test"),
    "tap/frequency_hz": _W("Swings a second", "counted in a clip after a tap"),
    "tap/rings_s": _W("Stands still after", "from the tap"),
    "tap/seen_mm": _W("Picture moved", "to one side, on the work, while working"),
    "tap/reach_mm": _W("Boom out at the test"),
    "tap/load_g": _W("Load at the test"),
}
_MICROPHONE = {
    "name": _NAME,
    "pattern": _W("Pattern"),
    "pair": _W("Two alike"),
    "lead_mm": _W("Lead"),
    "mass_g": _MASS,
}
_RECORDER = {
    "name": _NAME,
    "channels": _W("Channels"),
    "bitrate_mbit_s": _W("Bit rate", "megabits a second"),
    "power_w": _W("Power drawn"),
    "battery_wh": _W("Battery"),
}
_MEDIUM = {
    "name": _NAME,
    "capacity_bytes": _W("Capacity", "printed on it"),
    "write_mbit_s": _W("Writes", "megabits a second, sustained"),
}
_POWER = {
    "name": _NAME,
    "form": _W("Kind"),
    "energy_wh": _W("Energy", "printed on it"),
    "capacity_mah": _W("Capacity", "of a power bank"),
    "voltage_v": _W("Voltage"),
    "current_a": _W("Current"),
    "power_w": _W("Power", "on the rating plate"),
}
_LEAD = {
    "name": _NAME,
    "form": _W("Kind"),
    "length_mm": _W("Length"),
    "rated_w": _W("Rated for", "mains leads: on the plate"),
}
_ADAPTER = {
    "name": _NAME,
    "one_end": _W("One end"),
    "other_end": _W("Other end"),
    "rated_load_g": _W("Rated load", "empty if not known"),
    "mass_g": _MASS,
    "quick_release": _W("Quick-release family", "one word for those that fit"),
    "length_mm": _W("Length"),
    "owned": _W("How many"),
}
# fmt: on
GEAR_WORDS: Mapping[str, Mapping[str, FieldWords]] = MappingProxyType(
    {
        "body": _BODY,
        "lens": _LENS,
        "fixture": _FIXTURE,
        "card": _CARD,
        "support": _SUPPORT,
        "microphone": _MICROPHONE,
        "recorder": _RECORDER,
        "medium": _MEDIUM,
        "power": _POWER,
        "lead": _LEAD,
        "adapter": _ADAPTER,
    }
)
