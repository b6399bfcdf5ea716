"""What is asked of one more camera, over the plan with that camera in it."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.errors import InputError
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import CAMERA_LIMIT, Plan
from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.solve.angles.around import work_from
from steeple.core.solve.angles.roles import ASKS, Ask, RoleAsk
from steeple.core.solve.lens.search import check_camera
from steeple.core.study.cache import StudyCache
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.plan_study import CameraStudy, camera_studies


@dataclass(frozen=True, slots=True)
class Wish:
    """What is asked, over the plan with the camera in it, still without gear."""

    plan: Plan
    index: int
    asked: RoleAsk
    target: Target | None
    scenes: tuple[CameraStudy, ...]

    @property
    def scene(self) -> CameraStudy:
        """The camera asked for."""
        return self.scenes[self.index]

    @property
    def others(self) -> tuple[Camera, ...]:
        """The cameras that stand while this one films; what those of other set-ups use is free."""
        mine = self.plan.cameras[self.index].id
        return tuple(one for one in self.plan.with_camera(mine) if one.id != mine)

    @property
    def bench(self) -> GivenWork:
        """The work as it lies on the table."""
        return self.scene.bench

    @property
    def maker(self) -> bool:
        """Whether the maker is at work while it films."""
        return self.asked.role != "beauty" and not self.bench.maker.away

    def work(self, azimuth: float, elevation: float) -> GivenWork:
        """The work as a camera has it from a direction."""
        return work_from(self.bench, self.target, (azimuth, elevation))


def wish_of(
    plan: Plan, ask: Ask, index: int | None, target: Target | None, owned: Owned,
    cache: StudyCache | None,
) -> Wish:  # fmt: skip
    """A wish over a plan, with the camera in it that shall meet it.

    Parameters
    ----------
    plan, ask, index, target, owned, cache
        as `solve.angles.place_camera.place_camera` takes them.

    Raises
    ------
    InputError
        ``no-such-camera``; ``too-many-cameras`` where one more does not fit into the plan.
    """
    asked = ASKS[ask]
    target = asked.target_of(target)
    if index is None or not plan.cameras:
        if len(plan.cameras) >= CAMERA_LIMIT:
            raise InputError(
                "too-many-cameras",
                f"The plan has {CAMERA_LIMIT} cameras, and no plan holds more. Take one out first.",
                field="cameras",
                value=len(plan.cameras),
                allowed=f"at most {CAMERA_LIMIT}",
            )
        used = {one.id for one in plan.cameras}
        fresh = next(name for number in range(1, 99) if (name := f"camera-{number}") not in used)
        cameras = (*plan.cameras, Camera(id=fresh, role=asked.role, target=target))
        index = len(plan.cameras)
    else:
        check_camera(plan, index)
        now = plan.cameras[index]
        bare = now.model_copy(
            update={"role": asked.role, "target": target, "position": Position(), "aim": Aim(),
                    "focal_mm": None, "focus_height_mm": None, "roll_deg": None, "support": None,
                    "mount": None}
        )  # fmt: skip
        cameras = (*plan.cameras[:index], bare, *plan.cameras[index + 1 :])
        plan = plan.model_copy(update={"supports": _left_standing(plan, now)})
    wished = plan.model_copy(update={"cameras": cameras})
    return Wish(wished, index, asked, target, camera_studies(wished, owned, cache))


def _left_standing(plan: Plan, camera: Camera) -> tuple[PlacedSupport, ...]:
    """The supports of a plan once a camera is in the hand: its own goes with it, unless that carries
    something else."""
    own = plan.support_of(camera)
    carry = [one.support for one in plan.cameras if one.id != camera.id]
    if own is None or own.loads or own.id in carry:
        return plan.supports
    return tuple(one for one in plan.supports if one.id != own.id)


def wide_mm(work: GivenWork) -> float:
    """How wide a picture of what is filmed is at the least."""
    return max(work.plane.width_mm, work.plane.depth_mm * 16 / 9) + 2 * work.margin_mm
