"""A step of the work: what it needs, what it reads of the plan, and what it gives.

One small record a step; the evaluation, the card and the documentation walk the records and name no
step. How to add one is told in ``docs/architecture.md``.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Hashable, Sequence
from dataclasses import dataclass
from typing import Any, Generic, Literal, Protocol, TypeVar, get_args

from steeple.core.plan.document import Plan
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.assumptions import Assumption, Assumptions
from steeple.core.study.base.card import PlacedSection
from steeple.core.study.base.figure import FigureSpec, Numbers
from steeple.core.study.base.result import Result

StepId = Literal["work", "lens", "hold", "light", "angles", "sound", "roll"]
STEP_IDS: tuple[StepId, ...] = get_args(StepId)
"""Every step that works something out, in the order in which one step builds on another."""
Scope = Literal["plan", "camera", "support"]
"""What a step is asked for: once, for each camera, or for each support with all it carries."""

S = TypeVar("S")
Made = TypeVar("Made")


@dataclass(frozen=True, slots=True)
class Studied(Generic[S]):
    """What a step worked out, and what it assumed for that; ``value`` is None where the plan does
    not say enough."""

    value: S | None
    assumed: tuple[Assumption, ...]


class Context(Protocol):
    """What a study is made from: the plan, what it is asked for, and the steps before.

    ``of`` is the id of the camera or support that is asked about, empty for the plan.
    """

    @property
    def plan(self) -> Plan:
        """The whole plan."""

    @property
    def of(self) -> str:
        """Id of what the step is asked for."""

    @property
    def assumptions(self) -> Assumptions:
        """Where a study notes what it assumes."""

    def get(self, step: Step[S], of: str) -> S | None:
        """What an earlier step worked out for a camera or support."""

    def key(self, step: Step[Any], of: str) -> str:
        """The fingerprint of everything that an earlier step depends on."""

    def recall(self, key: Hashable) -> Any:
        """What was remembered under a key; None where nothing was."""

    def remember(self, key: Hashable, make: Callable[[], Made]) -> Made:
        """Something that goes into a study, made once for everything that ``key`` names."""


Asked = Callable[[Plan, str], Sequence[str]]
"""Of a plan, and of what a step is asked for: which cameras or supports it asks another step about."""


def once(plan: Plan, of: str) -> Sequence[str]:
    """The plan as a whole."""
    del plan, of
    return ("",)


def every_camera(plan: Plan, of: str) -> Sequence[str]:
    """All cameras of the plan."""
    del of
    return tuple(one.id for one in plan.cameras)


def every_camera_beside(plan: Plan, of: str) -> Sequence[str]:
    """The cameras that stand while one films, itself among them; all where none is named."""
    return tuple(one.id for one in plan.with_camera(of)) if of else every_camera(plan, of)


def carried(plan: Plan, of: str) -> Sequence[str]:
    """The cameras that a support carries."""
    return tuple(one.id for one in plan.cameras if one.support == of)


def every_support_in_use(plan: Plan, of: str) -> Sequence[str]:
    """All supports that carry a camera."""
    del of
    return tuple(dict.fromkeys(one.support for one in plan.cameras if one.support is not None))


@dataclass(frozen=True, slots=True)
class Need:
    """An earlier step that a step uses, and for which cameras or supports."""

    step: Step[Any]
    of: Asked


@dataclass(frozen=True, slots=True)
class Step(Generic[S]):
    """A step of the work.

    ``needs`` are the steps before it whose studies it uses. ``reads`` gives the parts of the plan that
    it looks at itself: a study is made again only when one of them, or what it needs, has changed.
    ``numbers`` puts a study of a camera into the shape that its figures are computed from. ``answer``
    is given what was found for a camera, or None. ``card`` is given the pointers of the fields that were
    assumed. ``without_camera``: whether a step asked for each camera says something of a plan that
    has none.
    """

    id: StepId
    scope: Scope
    needs: tuple[Need, ...]
    reads: Callable[[Plan, str], Sequence[object]]
    study: Callable[[Context], S | None]
    drawn: type[Result]
    drawing: Callable[[S, str], Result | None]
    answer: Callable[[S | None, Context], Answer]
    figures: tuple[FigureSpec[Any], ...] = ()
    numbers: Callable[[S, Assumptions, str], Numbers[Any] | None] | None = None
    card: Callable[[S, str, Collection[str]], Sequence[PlacedSection]] | None = None
    without_camera: bool = False
