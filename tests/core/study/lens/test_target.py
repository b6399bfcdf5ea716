"""A camera with a target of its own: which face of it is judged, and that every figure is that face's."""

from __future__ import annotations

import itertools
import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import SteepleError
from steeple.core.evaluation import evaluate
from steeple.core.findings.judging import judge, judge_camera
from steeple.core.geometry.pose import looking
from steeple.core.geometry.vectors import ORIGIN, Vector
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Aim, Position
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.plan.reading import validate_plan
from steeple.core.solve.lens.closer import closer_ways
from steeple.core.solve.lens.work_out import work_out
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.aimed import PART_WORDS, face_of, given_target
from steeple.core.study.inputs.target import GivenTarget
from steeple.core.study.inputs.work import given_work
from steeple.core.study.lens.study import Sight
from steeple.core.study.plan_study import CameraStudy, camera_studies
from tests.angles_cases import beside, seen_from
from tests.plans import SOUND, changed, finding

side = st.floats(20, 800)
place = st.floats(-600, 600)


def box(x: float, y: float, z: float, w: float, d: float, h: float) -> GivenTarget:
    low, high = Vector(x - w / 2, y - d / 2, z), Vector(x + w / 2, y + d / 2, z + h)
    return GivenTarget("box", "a pot", low, high, ((low, high),))


def aimed(target: dict[str, Any], **values: Any) -> CameraStudy:
    """The sound camera with a target."""
    return camera_studies(changed(cameras__0__target=target, **values))[0]


def sight_of(scene: CameraStudy) -> Sight:
    assert scene.sight is not None
    return scene.sight


@given(place, place, place, side, side, side, st.floats(0, 89), st.floats(0, 360))
def test_the_face_is_the_one_seen_largest_and_its_corners_are_those_of_the_box(
    x: float, y: float, z: float, w: float, d: float, h: float, tilt: float, toward: float
) -> None:
    target = box(x, y, z, w, d, h)
    axis = looking(position=ORIGIN, tilt_deg=tilt, toward_deg=toward, top_toward_deg=toward).axis
    plane, deep = face_of(target, axis)
    areas = [w * d * max(0.0, -axis.z), w * h * abs(axis.y), d * h * abs(axis.x)]
    shown = plane.width_mm * plane.depth_mm * abs(plane.normal.dot(axis))
    assert shown == pytest.approx(max(areas), rel=1e-9)
    assert plane.normal.dot(axis) <= 1e-9
    found = np.array([[*one] for h_ in (0.0, deep) for one in plane.corners(h_)])
    wanted = np.array(
        list(itertools.product((x - w / 2, x + w / 2), (y - d / 2, y + d / 2), (z, z + h)))
    )
    assert np.allclose(
        np.sort(found.round(6).view(), axis=0), np.sort(wanted.round(6), axis=0), atol=1e-5
    )


@given(place, side, side, side, st.floats(5, 85), st.floats(1, 179))
def test_a_mirrored_target_has_the_mirrored_face(
    x: float, w: float, d: float, h: float, tilt: float, toward: float
) -> None:
    def face(x_: float, toward_: float) -> tuple[Any, float]:
        pose = looking(position=ORIGIN, tilt_deg=tilt, toward_deg=toward_, top_toward_deg=toward_)
        return face_of(box(x_, 0.0, 0.0, w, d, h), pose.axis)

    (one, deep), (other, also) = face(x, toward), face(-x, 360.0 - toward)
    assert deep == also
    assert (one.width_mm, one.depth_mm, one.tilt_deg) == (
        other.width_mm,
        other.depth_mm,
        other.tilt_deg,
    )
    assert one.middle.x == -other.middle.x
    assert (one.middle.y, one.middle.z) == (other.middle.y, other.middle.z)


def test_from_straight_above_the_figures_of_a_box_are_closed_forms() -> None:
    """Fewest pixels at its base; spare at its top, where it is nearest: all by similar triangles."""
    scene = aimed(
        {"kind": "box", "x_mm": 60.0, "y_mm": -30.0, "width_mm": 100.0, "depth_mm": 80.0,
         "height_mm": 50.0}
    )  # fmt: skip
    sight = sight_of(scene)
    half = sight.pyramid.half_width
    lens = sight.pyramid.pose.position
    assert sight.delivered_px_per_mm == pytest.approx(1920 / (2 * half * lens.z), rel=1e-6)
    reach = half * (lens.z - 50.0)
    assert sight.spare_top.right == pytest.approx(reach - (60.0 + 50.0 - lens.x), abs=1e-6)
    assert sight.spare_top.left == pytest.approx(reach + (60.0 - 50.0 - lens.x), abs=1e-6)
    assert sight.work_near_mm == pytest.approx(lens.z - 50.0)
    assert sight.work_far_mm == pytest.approx(lens.z)


def test_a_box_as_large_as_the_zone_is_judged_as_the_zone() -> None:
    work = given_work(SOUND, Assumptions())
    whole = {"kind": "box", "width_mm": work.plane.width_mm, "depth_mm": work.plane.depth_mm,
             "height_mm": work.top_mm}  # fmt: skip
    one, other = sight_of(camera_studies(SOUND)[0]), sight_of(aimed(whole))
    assert other.spare_surface == one.spare_surface
    assert other.detail_px == one.detail_px
    assert other.margin_mm == pytest.approx(one.margin_mm)


@pytest.mark.parametrize("kind", [one for one in PART_WORDS if one != "box"])
def test_a_part_of_a_person_is_within_its_box_in_every_pose(kind: Any) -> None:
    work = given_work(SOUND, Assumptions())
    target = given_target(work, Target(kind=kind))
    for low, high in target.poses:
        for corner in (low, high):
            assert target.low.x <= corner.x <= target.high.x
            assert target.low.y <= corner.y <= target.high.y
            assert target.low.z <= corner.z <= target.high.z
    assert min(target.sizes) > 50
    if kind == "feet":
        assert target.high.z < -0.7 * work.table_height_mm


def test_hands_are_told_apart_and_swap_with_the_working_hand() -> None:
    def middle(kind: Any, plan: Plan) -> float:
        return given_target(given_work(plan, Assumptions()), Target(kind=kind)).middle.x

    left = changed(maker__handedness="left")
    assert middle("left-hand", SOUND) < middle("right-hand", SOUND)
    assert middle("left-hand", left) == pytest.approx(-middle("right-hand", SOUND), abs=1e-6)


def test_a_face_is_seen_from_the_front_and_not_from_behind() -> None:
    middle = given_target(given_work(SOUND, Assumptions()), Target(kind="face")).middle
    seen = []
    for toward, away in ((180.0, 1_200.0), (0.0, -1_200.0)):
        camera = seen_from(0, 15, role="face", target=Target(kind="face")).model_copy(
            update={
                "aim": Aim(tilt_deg=90.0, toward_deg=toward),
                "position": Position(x_mm=middle.x, y_mm=middle.y + away, z_mm=middle.z),
            }
        )
        angles = camera_studies(beside(camera))[1].angles
        assert angles is not None
        seen.append(angles.mean_action)
    assert seen[0] > 0.95
    assert seen[1] < 0.2


def test_light_is_judged_on_the_face_that_is_shown() -> None:
    """A lamp before the maker lights the face more than the work is lit; the dark side is dark."""
    face = seen_from(0, 15, 1100, role="face", target=Target(kind="face"))
    plan = beside(face)
    lit = camera_studies(plan)[1].light
    assert lit is not None
    normal = lit.scene.work.plane.normal
    assert normal.y == pytest.approx(1.0)
    behind = apply_changes(plan, changed_lamp({"x_mm": 0.0, "y_mm": -1500.0, "z_mm": 700.0}))
    dark = camera_studies(behind)[1].light
    assert dark is not None
    assert dark.mean_lx < 0.2 * lit.mean_lx


def changed_lamp(at: dict[str, float]) -> list[Any]:
    return [Change(path="/lights/0/position", value=at)]


def test_a_head_that_is_filmed_is_no_trouble() -> None:
    plan = beside(seen_from(0, 15, 1100, role="face", target=Target(kind="face")))
    scenes = camera_studies(plan)
    codes = {one.code for one in judge_camera(scenes[1])}
    assert "lens.head-in-frame" not in codes
    assert "lens.head-in-frame" in {one.code for one in judge_camera(scenes[0])}


def test_the_margin_of_a_target_is_its_own() -> None:
    target = {"kind": "box", "width_mm": 300.0, "depth_mm": 150.0, "margin_mm": 300.0}
    plan = changed(cameras__0__target=target)
    found = finding(plan, "lens.zone-cut-off")
    assert found is not None
    assert found.verdict == "watch"
    assert found.limit is not None
    assert found.limit.value == 300


def test_an_overview_leaves_the_finest_line_to_another_camera() -> None:
    wide = seen_from(60, 12, 1400, role="low-side")
    alone = SOUND.model_copy(update={"cameras": (wide,)})
    lost = finding(alone, "lens.detail-lost")
    assert lost is not None
    assert lost.verdict == "watch"
    two = [one for one in judged(beside(wide)) if one.code == "lens.detail-lost"]
    assert [one.verdict for one in two] == ["holds", "holds"]


def judged(plan: Plan) -> tuple[Any, ...]:
    return judge(camera_studies(plan))


@pytest.mark.parametrize(
    ("target", "said"),
    [
        ({"kind": "box", "width_mm": 100.0}, "needs its width and depth"),
        ({"kind": "face", "width_mm": 100.0}, "follows from the body"),
        ({"kind": "box", "width_mm": 100.0, "depth_mm": -2.0}, "must be between"),
        ({"kind": "elbow"}, "must be one of"),
    ],
)
def test_a_target_that_cannot_be_is_refused_with_a_sentence(target: Any, said: str) -> None:
    data = SOUND.model_dump(mode="json")
    data["cameras"][0]["target"] = target
    with pytest.raises(SteepleError) as refused:
        validate_plan(data)
    assert said in str(refused.value) + " ".join(
        one.sentence for one in getattr(refused.value, "problems", ())
    )


def test_below_the_table_and_looking_up_a_camera_forms_a_picture() -> None:
    feet = seen_from(0, 15, 900, role="pedals", target=Target(kind="feet"))
    low = feet.model_copy(
        update={"position": feet.position.model_copy(update={"x_mm": 0.0, "y_mm": 700.0, "z_mm": -500.0}),
                "aim": feet.aim.model_copy(update={"tilt_deg": 80.0, "toward_deg": 180.0})}
    )  # fmt: skip
    up = feet.model_copy(
        update={"target": Target(kind="face"),
                "position": feet.position.model_copy(update={"x_mm": 0.0, "y_mm": 500.0, "z_mm": 60.0}),
                "aim": feet.aim.model_copy(update={"tilt_deg": 112.0, "toward_deg": 180.0})}
    )  # fmt: skip
    for camera in (low, up):
        scene = camera_studies(beside(camera))[1]
        assert scene.sight is not None
        assert math.isfinite(scene.sight.detail_px)
        assert scene.sight.detail_px > 0


SECOND = {"opposite": (0.0, -1.0), "left": (1.0, 0.0), "right": (-1.0, 0.0)}
"""Where the second person looks, by where they sit."""


@pytest.mark.parametrize("place", list(SECOND))
@pytest.mark.parametrize("hand", ["left", "right"])
def test_parts_of_the_second_person_are_where_they_sit(place: str, hand: Any) -> None:
    """They face the table, work with the right hand whatever the maker does, and their feet are before
    them."""
    plan = changed(maker__handedness=hand, maker__second={"place": place, "posture": "seated"})
    work = given_work(plan, Assumptions())
    x, y = SECOND[place]
    figure = work.maker.company[0]

    def part(kind: Any) -> GivenTarget:
        return given_target(work, Target(kind=kind, whose="second"))

    face = part("face").faces
    assert face is not None
    assert (face.x, face.y, face.z) == pytest.approx((x, y, 0.0), abs=1e-9)
    apart = part("right-hand").middle.minus(part("left-hand").middle)
    # To their right, as they look.
    assert apart.x * y - apart.y * x > 50
    feet = part("feet")
    ahead = feet.middle.minus(figure.hip)
    assert ahead.x * x + ahead.y * y > 300
    long, wide = (feet.sizes.x, feet.sizes.y) if x else (feet.sizes.y, feet.sizes.x)
    assert long == pytest.approx(0.22 * 1700, rel=0.15)
    assert wide == pytest.approx(0.28 * 1700, rel=0.15)
    assert "of the second person" in part("left-hand").called


def test_a_second_person_who_is_not_there_is_said_to_be_the_maker() -> None:
    plan = changed(cameras__0__target={"kind": "face", "whose": "second"})
    assumed = {one.field: one for one in evaluate(plan, try_mends=False).assumed}
    said = assumed["/cameras/0/target/whose"]
    assert said.text == "maker"
    assert "nobody else" in said.why
    work = given_work(plan, Assumptions())
    mine = given_target(work, Target(kind="face"))
    assert given_target(work, Target(kind="face", whose="second")).middle == mine.middle


def test_a_face_looks_ahead_wherever_the_hand_is() -> None:
    """In the first pose the hand is far to the side; the face is still shown from the front."""
    work = given_work(changed(work__zone__width_mm=1100), Assumptions())
    face = given_target(work, Target(kind="face")).faces
    assert face == Vector(0.0, 1.0, 0.0)


@pytest.mark.parametrize("side", ["left", "right", "near", "far"])
def test_the_spare_of_a_target_follows_from_what_is_shown(side: str) -> None:
    """Half of what is seen less half of the target, and how far the lens is off its middle."""
    target = {"kind": "box", "x_mm": 60.0, "y_mm": -30.0, "width_mm": 100.0, "depth_mm": 80.0}
    said = evaluate(changed(cameras__0__target=target), try_mends=False).cameras[0].working
    working = next(one for one in said if one.figure == f"lens.spare_{side}")
    puts = {one.symbol: one for one in working.puts}
    assert puts["z"].meaning == "target"
    assert not puts["z"].assumed
    found = puts["s"].quantity.value / 2 - puts["z"].quantity.value / 2 + puts["d"].quantity.value
    sight = sight_of(aimed(target))
    assert getattr(sight.spare_surface, side) == pytest.approx(found, abs=0.2)


def test_what_a_target_asks_gives_way_at_the_target() -> None:
    plan = changed(cameras__0__target={"kind": "box", "width_mm": 400.0, "depth_mm": 250.0,
                                       "finest_detail_mm": 0.2})  # fmt: skip
    outcome = work_out(plan)
    assert not outcome.works
    paths = {one.path for fix in outcome.give_ways for one in fix.changes}
    assert "/cameras/0/target/finest_detail_mm" in paths
    assert not any(path.startswith("/work") for path in paths)
    for fix in outcome.give_ways:
        assert work_out(apply_changes(plan, fix.changes)).works


def test_closer_to_a_target_is_by_zoom_or_crop_of_the_target() -> None:
    plan = changed(cameras__0__target={"kind": "box", "name": "the keys", "width_mm": 300.0,
                                       "depth_mm": 150.0})  # fmt: skip
    ways = closer_ways(plan, 0, NOTHING_OWNED)
    assert [one.way for one in ways] == ["crop in the edit", "zoom in the lens"]
    assert [one.way for one in closer_ways(SOUND, 0, NOTHING_OWNED)][-1] == "one more camera"
