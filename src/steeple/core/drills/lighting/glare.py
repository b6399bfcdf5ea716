"""Will it glare from here?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found, margin_of
from steeple.core.drills.lighting.lamps import LAMPS, fixture_of, hung, somewhere, with_lamp
from steeple.core.drills.making import SHINY, made_plan
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import mm, percent, say
from steeple.core.study.plan_study import CameraStudy

FAIR_MM = 30.0
FARTHEST_MM = 900.0


def _vary(rng: Random, plan: Plan) -> Plan | None:
    bare = hung(rng, plan)
    if bare is None:
        return None
    return with_lamp(bare, fixture_of(rng.choice(LAMPS)), somewhere(rng, (50.0, 85.0)))


def mirrored_at(lens: Vector, lamp: Vector, surface_mm: float = 0.0) -> Vector:
    """Where a level surface mirrors a lamp into a lens.

    Parameters
    ----------
    lens, lamp
        both above the surface, millimetres.
    surface_mm
        height of the surface above the table.

    Returns
    -------
    The place on the surface at which the ways to both make the same angle with it.
    """
    up, over = lens.z - surface_mm, lamp.z - surface_mm
    share = up / (up + over)
    return Vector(
        lens.x + (lamp.x - lens.x) * share, lens.y + (lamp.y - lens.y) * share, surface_mm
    )


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    lens, light = cameras[0].lens, cameras[0].light
    if (
        lens is None
        or light is None
        or not light.lamps
        or not lens.work.is_flat
        or lens.work.plane.tilt_deg
    ):
        return None
    lamp, eye = light.lamps[0].lamp.emitter.centre, lens.position
    if min(lamp.z, eye.z) < 100.0:
        return None
    place = mirrored_at(eye, lamp, lens.work.face_mm)
    if max(abs(place.x), abs(place.y)) > FARTHEST_MM:
        return None
    half_x, half_y = (eye.x + lamp.x) / 2, (eye.y + lamp.y) / 2
    off = ((place.x - half_x) ** 2 + (place.y - half_y) ** 2) ** 0.5
    share = light.lamps[0].glare
    return Found(
        truth=(place.x, place.y), margin=margin_of(off, FAIR_MM),
        asks=say(
            "The lens hangs {eye} over the table, one lamp {lamp}. Where on the table does its middle mirror into the lens?",
            eye=mm(eye.z), lamp=mm(lamp.z),
        ),
        reason=say(
            "The way in and the way out make the same angle with the table, so the place lies nearer to the lower of the two. "
            "Over {share} of the work it is seen.", share=percent(share),
        ),
        hints={"lamp_x_mm": lamp.x, "lamp_y_mm": lamp.y, "lamp_z_mm": lamp.z},
    )  # fmt: skip


GLARE = DrillKind(
    id="glare", title="Will it glare from here?", step="light", form="place", view="plan", unit="mm",
    fair=FAIR_MM, vary=_vary, found=_found, make=lambda rng, owned: made_plan(rng, owned, SHINY), tries=4,
    teaches=("light.glare", "light.mat-glare", "light.hot-spot"),
)  # fmt: skip
