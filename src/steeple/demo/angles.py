"""The plans of the demo workshop that film from several sides: the lesson holds throughout, the class has a
cut that jumps, an arm in the way, a stand in a picture, and a phone that nothing holds yet."""

from __future__ import annotations

from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.plan.parts.lamp import LampPlace
from steeple.core.plan.parts.support import PlacedSupport
from steeple.demo.cupboard import MIDSIZE, NORMAL, OLDER, PHONE, SMALL, STANDARD_ZOOM
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from steeple.demo.rigging import adapter, support
from steeple.demo.rolling import LESSON_SESSION, MAINS, card
from steeple.demo.sounding import (
    CLASS_LEADS,
    CLASS_MICS,
    CLASS_SOUND,
    CLASS_SURFACES,
)

_QUICK_RELEASE = (adapter("Quick-release plate"), adapter("Screw plate, 3/8 hole, 1/4 stud"))

LESSON = DULCIMER.model_copy(
    update={
        "session": LESSON_SESSION,
        "delivery": DULCIMER.delivery.model_copy(update={"crop_wanted": 1.0}),
        "cameras": (
            *DULCIMER.cameras,
            Camera(
                id="face",
                role="face",
                target=Target(kind="face"),
                body=SMALL,
                lens=STANDARD_ZOOM,
                focal_mm=22,
                f_number=8,
                position=Position(x_mm=-873.3, y_mm=196.5, z_mm=681.9),
                aim=Aim(tilt_deg=90, toward_deg=130),
                support="library-tripod",
                storage=card("64 GB card"),
            ),
            Camera(
                id="side",
                role="low-side",
                body=OLDER,
                lens=NORMAL,
                focal_mm=35,
                f_number=10,
                position=Position(x_mm=-1491.5, y_mm=1491.5, z_mm=354.7),
                aim=Aim(tilt_deg=82, toward_deg=135),
                support="library-arm",
                storage=card("32 GB card"),
            ),
        ),
        "supports": (
            *DULCIMER.supports,
            PlacedSupport(
                id="library-tripod",
                gear=support("Floor tripod with ball joint"),
                sandbag_g=14_000,
                sandbag_on="column",
                tether=True,
            ),
            PlacedSupport(
                id="library-arm",
                gear=support("Tripod with horizontal arm"),
                sandbag_g=8_000,
                sandbag_on="column",
                tether=True,
            ),
        ),
        "adapters": (*DULCIMER.adapters, *_QUICK_RELEASE),
        "lights": (
            DULCIMER.lights[0].model_copy(
                update={
                    "position": LampPlace(x_mm=-99.6, y_mm=371.8, z_mm=884.3),
                    "level_percent": 70,
                }
            ),
        ),
    }
)

CLASS = DUMPLINGS.model_copy(
    update={
        "mics": CLASS_MICS,
        "sound": CLASS_SOUND,
        "leads": CLASS_LEADS,
        "room": DUMPLINGS.room.model_copy(update={"surfaces": CLASS_SURFACES}),
        "cameras": (
            *DUMPLINGS.cameras,
            Camera(
                id="side",
                role="low-side",
                body=MIDSIZE,
                mode="4K whole width",
                lens=NORMAL,
                focal_mm=35,
                f_number=13,
                position=Position(x_mm=1465, y_mm=-1026, z_mm=405),
                aim=Aim(tilt_deg=80, toward_deg=305),
                support="hall-tripod",
                storage=card("128 GB card"),
                supply=MAINS,
            ),
            Camera(
                id="phone",
                role="three-quarter",
                body=PHONE,
                mode="4K",
                position=Position(x_mm=-334, y_mm=0, z_mm=1087),
                aim=Aim(tilt_deg=18, toward_deg=90),
                storage=card("64 GB card"),
            ),
        ),
        "supports": (
            *DUMPLINGS.supports,
            PlacedSupport(
                id="hall-tripod",
                gear=support("Floor tripod with ball joint"),
                sandbag_g=12_500,
                sandbag_on="column",
                tether=True,
            ),
        ),
        "adapters": (*DUMPLINGS.adapters, _QUICK_RELEASE[0]),
    }
)

SHELF = (LESSON, CLASS, GILDING)
"""What the demo puts on its shelf, in the order in which it is made."""
