"""A plan as its steps study it: each step once for everything it depends on, and remembered."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Sequence
from dataclasses import dataclass, field, replace
from hashlib import blake2b
from typing import Any, Literal, TypeVar

from pydantic import BaseModel

from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.study.angles.step import ANGLES
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.base.assumptions import Assumption, Assumptions
from steeple.core.study.base.step import Context, Step, StepId, Studied
from steeple.core.study.cache import StudyCache
from steeple.core.study.hold.step import HOLD
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.step import LENS
from steeple.core.study.lens.study import LensStudy, Sight
from steeple.core.study.light.step import LIGHT
from steeple.core.study.light.study import LightStudy
from steeple.core.study.work.step import WORK

S = TypeVar("S")
Made = TypeVar("Made")
_NOTHING: Studied[Any] = Studied(None, ())


def _written(value: object) -> str:
    """Anything a step reads of a plan, as text that differs where it differs."""
    if isinstance(value, BaseModel):
        return value.model_dump_json()
    if isinstance(value, tuple | list):
        return "[" + ",".join(_written(one) for one in value) + "]"
    return repr(value)


class PlanStudy:
    """The studies of one plan, each made when it is first asked for.

    Parameters
    ----------
    plan
        any valid plan.
    cache
        where studies are remembered beyond this plan; its own where none is given.
    """

    def __init__(self, plan: Plan, cache: StudyCache | None = None) -> None:
        self.plan = plan
        self.cache = StudyCache() if cache is None else cache
        self._keys: dict[tuple[str, str], str] = {}
        self._studied: dict[tuple[str, str], Studied[Any]] = {}

    def key(self, step: Step[Any], of: str = "") -> str:
        """The fingerprint of everything that a study depends on."""
        known = self._keys.get((step.id, of))
        if known is None:
            parts = [step.id, of, _written(tuple(step.reads(self.plan, of)))]
            for need in step.needs:
                parts += [self.key(need.step, one) for one in need.of(self.plan, of)]
            known = blake2b("\n".join(parts).encode(), digest_size=16).hexdigest()
            self._keys[step.id, of] = known
        return known

    def get(self, step: Step[S], of: str = "") -> Studied[S]:
        """What a step works out: for the plan (``of`` empty), a camera, or a support, by its id."""

        known = self._studied.get((step.id, of))
        if known is not None:
            return known

        def make() -> Studied[S]:
            context = _Context(self, of)
            value = step.study(context)
            return Studied(value, tuple(context.assumptions.made))

        studied = self.cache.get(self.key(step, of), make)
        self._studied[step.id, of] = studied
        return studied

    def of_camera(self, step: Step[Any], camera: Camera | None) -> str | None:
        """What a step is asked for where it concerns a camera: the plan (empty), the camera, or the
        support which carries it; None where there is nothing to ask for."""
        if step.scope == "plan":
            return ""
        if step.scope == "camera":
            if camera is None:
                return "" if step.without_camera else None
            return camera.id
        return None if camera is None else camera.support

    def for_camera(self, step: Step[S], camera: Camera | None) -> Studied[S]:
        """What a step works out as far as it concerns a camera."""
        of = self.of_camera(step, camera)
        return _NOTHING if of is None else self.get(step, of)

    def key_for(self, step: Step[Any], camera: Camera | None) -> str:
        """The fingerprint of all that a step depends on as far as it concerns a camera."""
        of = self.of_camera(step, camera)
        return "" if of is None else self.key(step, of)


@dataclass(frozen=True, slots=True)
class _Context:
    """What a study is made from; see `study.base.step.Context`."""

    studies: PlanStudy
    of: str
    assumptions: Assumptions = field(default_factory=Assumptions)

    @property
    def plan(self) -> Plan:
        return self.studies.plan

    def get(self, step: Step[S], of: str) -> S | None:
        return self.studies.get(step, of).value

    def key(self, step: Step[Any], of: str) -> str:
        return self.studies.key(step, of)

    def recall(self, key: Hashable) -> Any:
        return self.studies.cache.recall(key)

    def remember(self, key: Hashable, make: Callable[[], Made]) -> Made:
        return self.studies.cache.get(key, make)


@dataclass(frozen=True, slots=True)
class CameraStudy:
    """A plan as one of its cameras has it: what the rules look at.

    ``index`` is None for a plan without cameras. ``owned`` is what a mend may take from the cupboard.
    ``instead`` are studies put in the place of its own.
    """

    studies: PlanStudy
    index: int | None
    owned: Owned
    instead: tuple[tuple[StepId, Any], ...] = ()

    @property
    def context(self) -> Context:
        """What an answer is made from."""
        return _Context(self.studies, self.about)

    @property
    def plan(self) -> Plan:
        """The whole plan."""
        return self.studies.plan

    @property
    def camera(self) -> Camera | None:
        """The camera as the plan has it."""
        return None if self.index is None else self.plan.cameras[self.index]

    @property
    def about(self) -> str:
        """Id of the camera; empty for a plan without."""
        camera = self.camera
        return camera.id if camera else ""

    @property
    def at(self) -> str:
        """JSON pointer of the camera."""
        return f"/cameras/{self.index or 0}"

    def asked_at(self, field: Literal["finest_detail_mm", "margin_mm"]) -> str:
        """JSON pointer of what is asked of its picture: of its own target, else of the zone."""
        if self.work.target is not None:
            return f"{self.at}/target/{field}"
        return "/work/zone/margin_mm" if field == "margin_mm" else "/work/finest_detail_mm"

    def of(self, step: Step[S]) -> S | None:
        """What a step works out as far as it concerns this camera."""
        for step_id, value in self.instead:
            if step_id == step.id:
                found: S = value
                return found
        return self.studies.for_camera(step, self.camera).value

    def with_study(self, step: Step[S], value: S) -> CameraStudy:
        """The camera as it would be with another study of a step, such as another support under it."""
        return replace(self, instead=((step.id, value), *self.instead))

    def assumed_for(self, steps: Sequence[Step[Any]]) -> tuple[Assumption, ...]:
        """What some steps assumed for this camera, in their order."""
        found: list[Assumption] = []
        for step in steps:
            found += self.studies.for_camera(step, self.camera).assumed
        return tuple(found)

    @property
    def bench(self) -> GivenWork:
        """The figures of work, table, room and maker, whatever this camera films."""
        work = self.of(WORK)
        assert work is not None
        return work

    @property
    def work(self) -> GivenWork:
        """The same as this camera has it: its own target, where it has one, in the place of the zone."""
        lens = self.lens
        return self.bench if lens is None else lens.work

    @property
    def lens(self) -> LensStudy | None:
        """What it covers; None while it lacks what a study needs."""
        return self.of(LENS)

    @property
    def sight(self) -> Sight | None:
        """What it sees; None besides while it hangs inside the work."""
        return self.lens.sight if self.lens else None

    @property
    def hold(self) -> HoldStudy | None:
        """The support under it; None where none is chosen."""
        held = self.of(HOLD)
        return None if held is None else held.of(self.about)

    @property
    def light(self) -> LightStudy | None:
        """The lamps as it has them; None where there are none."""
        return self.of(LIGHT)

    @property
    def angles(self) -> AngleStudy | None:
        """The camera among the others; None while it forms no picture."""
        return self.of(ANGLES)


def camera_studies(
    plan: Plan, owned: Owned = NOTHING_OWNED, cache: StudyCache | None = None
) -> tuple[CameraStudy, ...]:
    """One for each camera of the plan; one without a camera where it has none. Nothing is worked out
    before it is asked for."""
    studies = PlanStudy(plan, cache)
    return tuple(
        CameraStudy(studies, index, owned) for index in range(len(plan.cameras)) or (None,)
    )


def changed(cameras: Sequence[CameraStudy], plan: Plan) -> tuple[CameraStudy, ...]:
    """The cameras of a changed plan; what both have in common is not worked out again."""
    return camera_studies(plan, cameras[0].owned, cameras[0].studies.cache)
