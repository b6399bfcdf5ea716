"""Every kind of drill, in the order of the steps."""

from __future__ import annotations

from steeple.core.drills.carrying.counterweight import COUNTERWEIGHT
from steeple.core.drills.carrying.fingers import FINGERS
from steeple.core.drills.carrying.jump import JUMP
from steeple.core.drills.kind import DrillKind
from steeple.core.drills.lighting.glare import GLARE
from steeple.core.drills.lighting.lamp_place import LAMP_PLACE
from steeple.core.drills.lighting.schools import SCHOOLS
from steeple.core.drills.lighting.shadow import SHADOW
from steeple.core.drills.running.microphone import MICROPHONE
from steeple.core.drills.running.stops import STOPS
from steeple.core.drills.seeing.edge_at_top import EDGE_AT_TOP
from steeple.core.drills.seeing.lens_height import LENS_HEIGHT
from steeple.core.drills.seeing.level import LEVEL
from steeple.core.drills.seeing.sharp import SHARP
from steeple.core.drills.seeing.zoom import ZOOM
from steeple.core.errors import InputError

DRILLS: tuple[DrillKind, ...] = (
    LENS_HEIGHT, ZOOM, EDGE_AT_TOP, SHARP, LEVEL, COUNTERWEIGHT, SHADOW, LAMP_PLACE, GLARE, SCHOOLS, JUMP, FINGERS,
    MICROPHONE, STOPS,
)  # fmt: skip


def drill(kind_id: str) -> DrillKind:
    """A kind of drill by its id.

    Parameters
    ----------
    kind_id
        as it is in the registry.

    Raises
    ------
    InputError
        ``no-such-drill``.
    """
    for one in DRILLS:
        if one.id == kind_id:
            return one
    raise InputError(
        "no-such-drill", f"There is no drill “{kind_id[:40]}”.", field="kind", value=kind_id,
        allowed=", ".join(one.id for one in DRILLS),
    )  # fmt: skip


def practice_for(code: str) -> DrillKind | None:
    """The drill that practises what a finding is about; None where there is none.

    Parameters
    ----------
    code
        of a finding.
    """
    return next((one for one in DRILLS if code in one.teaches), None)
