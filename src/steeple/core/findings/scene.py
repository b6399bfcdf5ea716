"""What the rules look at: a plan with one of its cameras studied."""

from __future__ import annotations

from dataclasses import dataclass, replace

from steeple.core.plan.document import Camera, Plan
from steeple.core.plan.gear import Body, Lens
from steeple.core.plan.parts import Part, Slug
from steeple.core.plan.rigging import Adapter, Support
from steeple.core.study.assumptions import Assumptions
from steeple.core.study.given import GivenWork, given_work
from steeple.core.study.given_camera import given_camera
from steeple.core.study.hold import HoldStudy, study_hold
from steeple.core.study.lens import LensStudy, Sight, study_lens
from steeple.core.study.result import Assumption


class OwnedSupport(Part):
    """A support that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: Support


@dataclass(frozen=True, slots=True)
class Owned:
    """What the maker owns and a mend may take."""

    lenses: tuple[Lens, ...] = ()
    bodies: tuple[Body, ...] = ()
    supports: tuple[OwnedSupport, ...] = ()
    adapters: tuple[Adapter, ...] = ()


NOTHING_OWNED = Owned()


@dataclass(frozen=True, slots=True)
class Scene:
    """A plan, the figures of its work, and the study of one camera.

    ``lens`` is None while the camera lacks what a study needs; ``index`` is None for a plan
    without cameras. ``hold`` is the camera on its support, None where none is chosen. ``owned`` is
    what a mend may take from the cupboard.
    """

    plan: Plan
    work: GivenWork
    index: int | None
    lens: LensStudy | None
    hold: HoldStudy | None
    assumptions: Assumptions
    owned: Owned

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
        return tuple(self.assumptions.made)


def scenes_of(plan: Plan, owned: Owned = NOTHING_OWNED) -> tuple[Scene, ...]:
    """One scene for each camera of the plan; one without camera where it has none."""
    scenes = []
    for index in range(len(plan.cameras)) or (None,):
        assumptions = Assumptions()
        work = given_work(plan, assumptions)
        lens = None
        if index is not None:
            camera = given_camera(plan.cameras[index], index, work, assumptions)
            lens = study_lens(camera, work, assumptions) if camera else None
        scenes.append(
            Scene(
                plan=plan,
                work=work,
                index=index,
                lens=lens,
                hold=None
                if lens is None or index is None
                else study_hold(plan, index, lens, assumptions),
                assumptions=assumptions,
                owned=owned,
            )
        )
    return tuple(scenes)


def rehung(scenes: tuple[Scene, ...], plan: Plan) -> tuple[Scene, ...]:
    """The scenes of a plan that differs from theirs in its supports alone: lenses stay as they are.

    Right only where the place of every camera is given, for otherwise the reach of its support has
    a say in it.
    """
    again = []
    for scene in scenes:
        hold = None
        if scene.lens is not None and scene.index is not None:
            hold = study_hold(plan, scene.index, scene.lens, Assumptions())
        again.append(replace(scene, plan=plan, hold=hold))
    return tuple(again)
