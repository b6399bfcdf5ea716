"""How far may the microphone be?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, margin_of
from steeple.core.drills.making import FLAT, looks_down, made_plan, to_cm, with_camera
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.plan.parts.sounding.microphone import PlacedMic
from steeple.core.study.base.sentence import mm, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.sound.step import SOUND

FAIR_MM, FAIR_SHARE, MOST_MM, USUAL_MM = 60.0, 0.2, 3000.0, 500.0
PATTERNS = ("omni", "cardioid", "supercardioid")


def _vary(rng: Random, plan: Plan) -> Plan | None:
    still = looks_down(plan)
    if still is None:
        return None
    width, depth = to_cm(rng.uniform(2200, 6000)), to_cm(rng.uniform(2400, 7000))
    room = still.room.model_copy(
        update={"width_mm": width, "depth_mm": depth, "ceiling_mm": still.room.ceiling_mm or 2500.0}
    )
    sound = still.sound.model_copy(
        update={
            "heard": "voice",
            "rt60_s": round(rng.uniform(0.25, 1.6), 2),
            "noises": (),
            "way": "live",
        }
    )
    mic = PlacedMic(
        id="practice",
        gear=Microphone(name="Microphone", pattern=rng.choice(PATTERNS)),
        held="boom",
        hears="voice",
    )
    return with_camera(still, position=Position()).model_copy(
        update={"room": room, "sound": sound, "mics": (mic,), "recorders": ()}
    )


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    study = cameras[0].of(SOUND)
    if study is None or not study.mics:
        return None
    mic = study.mics[0]
    reach = mic.hearing.reach_mm
    if reach is None or not 50.0 <= reach <= MOST_MM:
        return None
    room, plan = cameras[0].plan.room, cameras[0].plan
    return Found(
        truth=(reach,), margin=margin_of(reach - USUAL_MM, max(FAIR_MM, FAIR_SHARE * reach)),
        asks=say(
            "A room of {wide} × {deep} × {high} in which a clap dies away in {echo}; a microphone ({kind}) that is pointed "
            "at the mouth. How far away may it be before the echo is as loud as the voice?",
            kind=plan.mics[0].gear.pattern or "usual", wide=mm(room.width_mm or 0.0), deep=mm(room.depth_mm or 0.0),
            high=mm(room.ceiling_mm or 0.0), echo=f"{plan.sound.rt60_s or 0.0:.2g} s",
        ),
        reason=say(
            "The reach grows with the root of volume ÷ echo, and with how much a microphone leaves out from behind."
        ),
        low=50.0, high=MOST_MM, figure="sound.reach.1",
        hints={"x_mm": mic.given.place.x, "y_mm": mic.given.place.y},
    )  # fmt: skip


MICROPHONE = DrillKind(
    id="microphone", title="How far may the microphone be?", step="sound", form="rule", view="plan", unit="mm",
    fair=FAIR_MM, fair_share=FAIR_SHARE, vary=_vary, found=_found, make=lambda rng, owned: made_plan(rng, owned, FLAT),
    teaches=("sound.echo", "sound.no-microphone", "sound.noise"), figures=("room.rt60",),
)  # fmt: skip
