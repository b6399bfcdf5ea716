"""What the fields of session, storage and supply are called."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from steeple.core.plan.cupboard.field_words import GEAR_WORDS
from steeple.core.plan.gear.words import FieldWords

_W = FieldWords
_SUPPLY = {
    "supply": _W("What it runs on"),
    "supply/by": _W("Runs on", "empty: its battery, else the mains"),
    "supply/bank": _W("Power bank"),
    "supply/spare_batteries": _W("Spare batteries", "full, at hand"),
}
_STORAGE = {
    "storage": _W("What it records on"),
    "storage/medium": _W("Card or disk"),
    **{f"storage/medium/{path}": words for path, words in GEAR_WORDS["medium"].items()},
    "storage/spare_media": _W("Spare cards", "empty, at hand"),
}
ROLL_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        **{f"cameras/*/{path}": words for path, words in (_SUPPLY | _STORAGE).items()},
        **{f"recorders/*/{path}": words for path, words in (_SUPPLY | _STORAGE).items()},
        **{f"lights/*/{path}": words for path, words in _SUPPLY.items()},
        "recorders": _W("Recorders"),
        "recorders/*": _W("Recorder"),
        "recorders/*/id": _W("Recorder id"),
        "recorders/*/gear": _W("Recorder"),
        **{f"recorders/*/gear/{path}": words for path, words in GEAR_WORDS["recorder"].items()},
        "recorders/*/gear_id": _W("Recorder in the cupboard"),
        "banks": _W("Power banks"),
        "banks/*": _W("Power bank"),
        "banks/*/id": _W("Power bank id"),
        "banks/*/gear": _W("Power bank"),
        **{f"banks/*/gear/{path}": words for path, words in GEAR_WORDS["power"].items()},
        "banks/*/gear_id": _W("Power bank in the cupboard"),
        "session": _W("Session"),
        "session/date": _W("Day of the session"),
        "session/begins": _W("Begin of the session", "by the clock"),
        "session/lasts_min": _W("Length of the session", "minutes"),
        "session/breaks": _W("Breaks"),
        "session/breaks/*": _W("Break"),
        "session/breaks/*/name": _W("Name of the break"),
        "session/breaks/*/at_min": _W("Break after", "minutes from the start"),
        "session/breaks/*/takes_min": _W("Length of the break", "minutes"),
        "session/handling": _W("What is done by hand"),
        "session/handling/*": _W("Thing done by hand"),
        "session/handling/*/kind": _W("Kind of device"),
        "session/handling/*/device": _W("Device"),
        "session/handling/*/at_min": _W("Done after", "minutes from the start"),
        "session/handling/*/does": _W("What is done"),
        "session/main": _W("Camera that must always run", "empty: any one"),
        "session/alarm_before_min": _W("Alarm ahead", "minutes before it is to be done"),
        "session/restart_min": _W("Time for a restart", "minutes"),
        "session/change_min": _W("Time to change a battery or card", "minutes"),
        "session/clip_cap_bytes": _W("Largest clip", "what the place you publish at takes"),
        "session/clip_s": _W("Length of a clip", "seconds, as published"),
        "session/lapse_s": _W("Time lapse", "seconds for the whole session"),
        "session/disk": _W("Disk"),
        **{f"session/disk/{path}": words for path, words in GEAR_WORDS["medium"].items()},
        "session/sessions": _W("Sessions on the disk", "how many it shall hold"),
        "stages/*/shown_s": _W("Shown of the stage", "seconds"),
    }
)
