"""The stated answer of every kind is what the core says, by another way than the drill takes: the answer is put into the
plan, and the plan is judged anew."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
import pytest

from steeple.core.drills.carrying.fingers import FINGERS
from steeple.core.drills.lighting.lamp_place import looked_at
from steeple.core.drills.registry import DRILLS, drill
from steeple.core.drills.scene import Scene
from steeple.core.findings.judging import judge
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.study.hold.step import HOLD
from steeple.core.study.light.dome import merit
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.core.study.roll.step import ROLL
from steeple.core.study.sound.step import SOUND
from tests.core.drills.scenes import MANY, scenes


def first(plan: Plan) -> CameraStudy:
    return camera_studies(plan)[0]


def spare(plan: Plan) -> float:
    sight = first(plan).sight
    assert sight is not None
    return sight.margin_mm - first(plan).work.margin_mm


def fits_as_tightly_as_it_can(scene: Scene) -> None:
    """At the answer the zone with its margin touches the edge of the picture."""
    assert spare(scene.kind.solved(scene.plan, scene.found.truth)) == pytest.approx(0.0, abs=0.6)


def edge_at_top(scene: Scene) -> None:
    """By similar triangles from the lens."""
    lens, sight = first(scene.plan).lens, first(scene.plan).sight
    assert lens is not None
    assert sight is not None
    assert sight.seen_surface is not None
    height, top = lens.settings.value_mm, lens.work.top_mm
    assert scene.found.truth[0] == pytest.approx(
        sight.seen_surface.right * (height - top) / height, rel=1e-6
    )


def sharp(scene: Scene) -> None:
    """At that height the blur is as wide as what counts as sharp."""
    lens, sight = first(scene.plan).lens, first(scene.plan).sight
    assert lens is not None
    assert sight is not None
    assert lens.settings.focal_mm is not None
    assert lens.settings.f_number is not None
    focal = lens.camera.true_focal_mm(lens.settings.focal_mm)
    focus, there = sight.focus_distance_mm, lens.settings.value_mm - scene.found.truth[0]
    blur = focal**2 * (focus - there) / (lens.settings.f_number * there * (focus - focal))
    area = lens.camera.area_mm
    assert area is not None
    assert blur == pytest.approx(math.hypot(area.width, area.height) / 1500.0, rel=0.02)


def level(scene: Scene) -> None:
    built = scene.plan.cameras[0].as_built
    assert built is not None
    assert scene.found.truth == (built.turn_deg,)


def bag(scene: Scene) -> None:
    """With the bag it stands a knock, with a little less it does not."""

    def falls(grams: float) -> bool:
        plan = scene.kind.solved(scene.plan, (grams,))
        placed = plan.supports[0]
        where = scene.found.asks
        on = next(
            one for one, words in (("column", "on its column"), ("legs behind", "legs behind"),
                                   ("leg under the boom", "under the boom"))
            if any(words in piece.text for piece in where)
        )  # fmt: skip
        placed = placed.model_copy(update={"sandbag_on": on})
        found = judge(
            camera_studies(plan.model_copy(update={"supports": (placed,)})), steps=(HOLD.id,)
        )
        return any(one.code == "hold.tips-when-knocked" and one.verdict != "holds" for one in found)

    truth = scene.found.truth[0]
    assert not falls(truth + 50.0)
    assert falls(max(0.0, truth - 600.0))


def shadow(scene: Scene) -> None:
    """No place of the work that hands shade is darker by much than the one that is stated."""
    light = first(scene.plan).light
    assert light is not None
    points, without, within = (
        light.ground.targets.points[4], light.together.pose_things[4], light.together.pose_all[4],
    )  # fmt: skip
    low = points[:, 2] < 10.0 + light.work.face_mm
    depth = np.log2(np.maximum(without, 1e-9) / np.maximum(within, 1e-9))[low]
    at = np.hypot(
        points[low, 0] - scene.found.truth[0], points[low, 1] - scene.found.truth[1]
    ).argmin()
    assert min(depth[at], 6.0) >= 0.8 * min(float(depth.max()), 6.0)


def lamp_place(scene: Scene) -> None:
    """No way that is looked at has more merit."""
    found = {one.way: merit(one) for one in looked_at(first(scene.plan))}
    assert found[(scene.found.truth[0], scene.found.truth[1])] >= max(found.values()) - 0.011
    assert {(one[0], one[1]) for one in scene.found.right} <= set(found)


def glare(scene: Scene) -> None:
    """The angles on both sides of the normal are the same; and the core sees its own glare not far from there."""
    study = first(scene.plan)
    assert study.lens is not None
    assert study.light is not None
    lamp, eye = study.light.lamps[0].lamp.emitter.centre, study.lens.position
    x, y = scene.found.truth
    face = study.lens.work.face_mm
    to_eye = math.atan2(math.hypot(eye.x - x, eye.y - y), eye.z - face)
    to_lamp = math.atan2(math.hypot(lamp.x - x, lamp.y - y), lamp.z - face)
    assert to_eye == pytest.approx(to_lamp, abs=1e-6)
    seen = study.light.lamps[0].glare_at
    if (
        seen is not None
        and abs(x) < study.work.plane.width_mm / 2
        and abs(y) < study.work.plane.depth_mm / 2
    ):
        assert math.hypot(seen.x - x, seen.y - y) < 0.6 * max(
            study.work.plane.width_mm, study.work.plane.depth_mm
        )


def schools(scene: Scene) -> None:
    assert scene.found.truth == ()
    assert [name for name, _ in scene.found.sides] == ["soft", "bare"]


def jump(scene: Scene) -> None:
    """The core's own note says that it jumps, and of no other of the first picture."""
    cameras = camera_studies(scene.plan)
    angles = cameras[0].angles
    assert angles is not None
    joins = {one.other: one.join for one in angles.cuts}
    torn = [at for at, one in enumerate(cameras) if joins.get(one.about) == "torn"]
    assert torn == [round(scene.found.truth[0])]


def fingers(scene: Scene) -> None:
    seen = [one.angles.action_seen for one in camera_studies(scene.plan) if one.angles is not None]
    means = [sum(one) / len(one) for one in seen]
    assert max(range(len(means)), key=means.__getitem__) == round(scene.found.truth[0])
    assert FINGERS.form == "picture"


def stops(scene: Scene) -> None:
    """By the rates: the least of card, battery, heat and limit."""
    roll = first(scene.plan).of(ROLL)
    assert roll is not None
    device = roll.cameras[0].device
    assert device.bytes_per_s
    assert device.card_bytes
    limits = [device.card_bytes / device.bytes_per_s]
    if device.battery_j and device.power_w:
        limits.append(device.battery_j / device.power_w)
    limits += [one for one in (device.take_limit_s, device.heat_limit_s) if one is not None]
    assert scene.found.truth[0] <= min(limits) / 60.0 + 0.05
    assert scene.found.truth[0] >= 0.75 * min(limits) / 60.0


def microphone(scene: Scene) -> None:
    """The critical distance of diffuse rooms: 0.057·√(Q·V ÷ T), metres."""
    study = first(scene.plan).of(SOUND)
    assert study is not None
    room = scene.plan.room
    volume = (room.width_mm or 0) * (room.depth_mm or 0) * (room.ceiling_mm or 0) / 1e9
    q = {"omni": 1.0, "cardioid": 3.0, "supercardioid": 3.7}[
        scene.plan.mics[0].gear.pattern or "omni"
    ]
    known = 57.0 * math.sqrt(q * volume / (scene.plan.sound.rt60_s or 1.0))
    assert scene.found.truth[0] == pytest.approx(known, rel=0.35)


CHECKS: dict[str, Callable[[Scene], None]] = {
    "lens-height": fits_as_tightly_as_it_can, "zoom": fits_as_tightly_as_it_can, "edge-at-top": edge_at_top,
    "sharp": sharp, "level": level, "counterweight": bag, "shadow": shadow, "lamp-place": lamp_place,
    "glare": glare, "soft-or-bare": schools, "jump": jump, "fingers": fingers, "microphone": microphone,
    "stops": stops,
}  # fmt: skip


@pytest.mark.parametrize("kind", list(CHECKS))
def test_the_stated_answer_is_what_the_core_says(kind: str) -> None:
    found = scenes(drill(kind), MANY)
    assert len(found) == MANY
    for one in found:
        CHECKS[kind](one)


def test_every_kind_is_checked() -> None:
    assert {one.id for one in DRILLS} == set(CHECKS)


def test_a_camera_that_is_solved_hangs_where_it_is_said() -> None:
    for one in scenes(drill("lens-height"), 3):
        solved = one.kind.solved(one.plan, one.found.truth)
        assert solved.cameras[0].position == Position(z_mm=round(one.found.truth[0], 1))
