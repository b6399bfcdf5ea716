"""What the rules look at: a plan with one of its cameras studied."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from threading import Lock

from steeple.core.plan.document import Camera, Plan
from steeple.core.plan.gear import Body, Lens
from steeple.core.plan.parts import Part, Slug
from steeple.core.plan.rigging import Adapter, Fixture, Support
from steeple.core.study.assumptions import Assumptions
from steeple.core.study.given import GivenWork, given_work
from steeple.core.study.given_camera import given_camera
from steeple.core.study.hold import HoldStudy, study_hold
from steeple.core.study.lens import LensStudy, Sight, study_lens
from steeple.core.study.light import LightStudy, study_light
from steeple.core.study.light_scene import Standing
from steeple.core.study.result import Assumption


class OwnedSupport(Part):
    """A support that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: Support


class OwnedFixture(Part):
    """A lamp that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: Fixture


@dataclass(frozen=True, slots=True)
class Owned:
    """What the maker owns and a mend may take."""

    lenses: tuple[Lens, ...] = ()
    bodies: tuple[Body, ...] = ()
    fixtures: tuple[OwnedFixture, ...] = ()
    supports: tuple[OwnedSupport, ...] = ()
    adapters: tuple[Adapter, ...] = ()


NOTHING_OWNED = Owned()


class Once:
    """A light study made when it is first asked for: most trials of a mend never need theirs."""

    __slots__ = ("_found", "_lock", "_make")

    def __init__(self, make: Callable[[], LightStudy | None]) -> None:
        self._make: Callable[[], LightStudy | None] | None = make
        self._found: LightStudy | None = None
        self._lock = Lock()

    def get(self) -> LightStudy | None:
        """The study; None where there are no lamps."""
        with self._lock:
            if self._make is not None:
                self._found, self._make = self._make(), None
            return self._found

    @property
    def found(self) -> LightStudy | None:
        """The study if it has been made."""
        return self._found


@dataclass(frozen=True, slots=True)
class Scene:
    """A plan, the figures of its work, and the study of one camera.

    ``lens`` is None while the camera lacks what a study needs; ``index`` is None for a plan
    without cameras. ``hold`` is the camera on its support, None where none is chosen;
    ``light``, worked out when it is asked for, the lamps for this camera, None where there are none.
    ``beside`` are the other cameras, with what holds them.
    ``assumptions`` are those of work, lens and hold, ``of_light`` those of the light. ``owned`` is what
    a mend may take from the cupboard.
    """

    plan: Plan
    work: GivenWork
    index: int | None
    lens: LensStudy | None
    hold: HoldStudy | None
    beside: tuple[Standing, ...]
    lit: Once
    assumptions: Assumptions
    of_light: Assumptions
    owned: Owned

    @property
    def light(self) -> LightStudy | None:
        return self.lit.get()

    @property
    def camera(self) -> Camera | None:
        return None if self.index is None else self.plan.cameras[self.index]

    @property
    def about(self) -> str:
        camera = self.camera
        return camera.id if camera else ""

    @property
    def at(self) -> str:
        """JSON pointer of the camera."""
        return f"/cameras/{self.index or 0}"

    @property
    def sight(self) -> Sight | None:
        return self.lens.sight if self.lens else None

    @property
    def assumed(self) -> tuple[Assumption, ...]:
        return tuple(self.all_assumptions.made)

    @property
    def all_assumptions(self) -> Assumptions:
        """Everything assumed, that of the light included."""
        self.lit.get()
        return Assumptions([*self.assumptions.made, *self.of_light.made])


def scenes_of(plan: Plan, owned: Owned = NOTHING_OWNED) -> tuple[Scene, ...]:
    """One scene for each camera of the plan; one without camera where it has none."""
    found = []
    for index in range(len(plan.cameras)) or (None,):
        assumptions = Assumptions()
        work = given_work(plan, assumptions)
        lens = None
        if index is not None:
            camera = given_camera(plan.cameras[index], index, work, assumptions)
            lens = study_lens(camera, work, assumptions) if camera else None
        hold = None
        if lens is not None and index is not None:
            hold = study_hold(plan, index, lens, assumptions)
        found.append((work, index, lens, hold, assumptions))
    stand = [(lens, hold) for _, _, lens, hold, _ in found]
    scenes = []
    for place, (work, index, lens, hold, assumptions) in enumerate(found):
        of_light, beside = Assumptions(), _beside(stand, place)
        scenes.append(
            Scene(
                plan=plan,
                work=work,
                index=index,
                lens=lens,
                hold=hold,
                beside=beside,
                lit=_lit(plan, work, lens, hold, beside, of_light),
                assumptions=assumptions,
                of_light=of_light,
                owned=owned,
            )
        )
    return tuple(scenes)


def _beside(stand: Sequence[Standing], place: int) -> tuple[Standing, ...]:
    """All cameras but one."""
    return tuple(one for index, one in enumerate(stand) if index != place and one[0] is not None)


def _lit(
    plan: Plan,
    work: GivenWork,
    lens: LensStudy | None,
    hold: HoldStudy | None,
    beside: tuple[Standing, ...],
    assumptions: Assumptions,
    before: Scene | None = None,
) -> Once:
    return Once(
        lambda: study_light(
            plan,
            work,
            lens,
            hold,
            assumptions,
            beside=beside,
            before=before.lit.found if before else None,
        )
    )


def rehung(scenes: tuple[Scene, ...], plan: Plan) -> tuple[Scene, ...]:
    """The scenes of a plan that differs from theirs in its supports alone: lenses stay as they are.

    Right only where the place of every camera is given, for otherwise the reach of its support has
    a say in it.
    """
    stand: list[Standing] = []
    for scene in scenes:
        hold = None
        if scene.lens is not None and scene.index is not None:
            hold = study_hold(plan, scene.index, scene.lens, Assumptions())
        stand.append((scene.lens, hold))
    again = []
    for place, scene in enumerate(scenes):
        (lens, hold), beside = stand[place], _beside(stand, place)
        light = Assumptions()
        lit = _lit(plan, scene.work, lens, hold, beside, light, before=scene)
        again.append(replace(scene, plan=plan, hold=hold, beside=beside, lit=lit, of_light=light))
    return tuple(again)


def relit(scenes: tuple[Scene, ...], plan: Plan) -> tuple[Scene, ...]:
    """The scenes of a plan that differs from theirs in its lamps alone: lenses and supports stay."""
    again = []
    for scene in scenes:
        light = Assumptions()
        lit = _lit(plan, scene.work, scene.lens, scene.hold, scene.beside, light, before=scene)
        again.append(replace(scene, plan=plan, lit=lit, of_light=light))
    return tuple(again)


SceneMaker = Callable[[Plan, Owned], tuple[Scene, ...]]
"""How the scenes of a plan are come by: `scenes_of`, or a `Recent` that remembers."""
ALIKE = 8


class Recent:
    """The scenes of the plans worked out last.

    What the next plan has in common with one of them is not worked out again: a plan with a lamp moved
    keeps work, lens, hold and the other lamps. That changes nothing but the time it takes. Safe in
    threads.
    """

    def __init__(self, keep: int = ALIKE) -> None:
        self._keep = keep
        self._kept: OrderedDict[str, tuple[Scene, ...]] = OrderedDict()
        self._lock = Lock()

    def __call__(self, plan: Plan, owned: Owned = NOTHING_OWNED) -> tuple[Scene, ...]:
        """The scenes of a plan; as `scenes_of`."""
        key = plan.model_dump_json(exclude={"lights", "cards"})
        # Held throughout: who asks for the same plan meanwhile gets these scenes, with their light.
        with self._lock:
            found = self._kept.get(key)
            if found is None:
                found = scenes_of(plan, owned)
            elif found[0].plan != plan:
                found = relit(found, plan)
            found = tuple(replace(one, plan=plan, owned=owned) for one in found)
            self._kept[key] = found
            self._kept.move_to_end(key)
            while len(self._kept) > self._keep:
                self._kept.popitem(last=False)
        return found
