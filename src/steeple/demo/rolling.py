"""How long the plans of the demo workshop run: the lesson is through without a gap, the gilding fills its card
and empties its battery, and in the class a camera stops by itself after half an hour."""

from __future__ import annotations

from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.parts.rolling.session import Break, Handling, Session
from steeple.core.plan.parts.rolling.supply import PlacedRecorder, Storage, Supply
from steeple.core.plan.parts.setup import Stage
from steeple.demo.rigging import SOUND, SUPPLIES


def medium(name: str) -> Medium:
    """The card or disk of that name in the demo cupboard."""
    return next(one for one in SUPPLIES if isinstance(one, Medium) and one.name == name)


def card(name: str, *, spare: int = 0) -> Storage:
    """A card of the demo cupboard, with spare ones like it."""
    return Storage(medium=medium(name), spare_media=spare)


MAINS = Supply(by="mains")
RECORDER = PlacedRecorder(
    id="recorder",
    gear=next(one for one in SOUND if isinstance(one, Recorder)),
    storage=card("32 GB card"),
)
GILDING_SESSION = Session(
    lasts_min=110,
    breaks=(Break(name="the size dries", at_min=40, takes_min=12),),
    disk=medium("Disk, 1 TB"),
    sessions=10,
)
GILDING_STAGES = (
    Stage(name="laying the leaf", takes_min=40, shown_s=90),
    Stage(name="tooling the line", takes_min=58, shown_s=120),
)
CLASS_SESSION = Session(
    lasts_min=120,
    breaks=(
        Break(name="the dough rests", at_min=28, takes_min=10),
        Break(name="filling is passed round", at_min=56, takes_min=6),
        Break(name="the first steamer", at_min=84, takes_min=12),
    ),
    disk=medium("Disk, 1 TB"),
    sessions=3,
)
LESSON_SESSION = Session(
    lasts_min=50,
    breaks=(Break(name="questions", at_min=24, takes_min=4),),
    handling=(
        Handling(kind="camera", device="side", at_min=24, does=("restart",)),
        Handling(kind="camera", device="face", at_min=26, does=("restart",)),
    ),
    disk=medium("Disk, 1 TB"),
    sessions=6,
)
DULCIMER_SESSION = LESSON_SESSION.model_copy(update={"handling": ()})
