"""Scenes: of a kind, by a seed, at a difficulty; of chance or of a plan of the maker's own.

The same kind, seed, difficulty and plan give the same scene. Of several scenes that chance gives, those in which the
answer stands out clearly are the easy ones.
"""

from __future__ import annotations

from dataclasses import dataclass
from random import Random

from pydantic import ValidationError

from steeple.core.budget import look
from steeple.core.drills.kind import DrillKind, Found
from steeple.core.errors import InputError, SteepleError
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import camera_studies

EASIEST, HARDEST = 1, 5
MORE_TRIES = 4
"""Where chance gives no good scene at first, it is asked so many times more."""


@dataclass(frozen=True, slots=True, eq=False)
class Scene:
    """A plan to look at, and what the core says of it. ``own`` tells that it is a plan of the maker's."""

    kind: DrillKind
    seed: int
    difficulty: int
    plan: Plan
    found: Found
    own: bool


def scene_of(
    kind: DrillKind, seed: int, difficulty: int, plan: Plan | None = None, *,
    owned: Owned = NOTHING_OWNED, cache: StudyCache | None = None,
) -> Scene | None:  # fmt: skip
    """A scene.

    Parameters
    ----------
    kind
        of drill.
    seed
        chance begins with it.
    difficulty
        from `EASIEST` to `HARDEST`.
    plan
        the maker's own; None = one of chance.
    owned, cache
        what the maker has, for plans of chance; where studies are remembered.

    Returns
    -------
    None where the plan has not what such a drill takes, whatever chance does with it.

    Raises
    ------
    InputError
        ``no-such-difficulty``.
    """
    if not EASIEST <= difficulty <= HARDEST:
        raise InputError(
            "no-such-difficulty", f"How hard a scene is goes from {EASIEST} to {HARDEST}; {difficulty} is not in it.",
            field="difficulty", value=difficulty, allowed=f"between {EASIEST} and {HARDEST}",
        )  # fmt: skip
    found: list[tuple[Plan, Found]] = []
    for number in range(kind.tries * MORE_TRIES):
        look()
        if len(found) == kind.tries:
            break
        made = _made(kind, Random(f"{kind.id} {seed} {number}"), plan, owned, cache)
        if made is not None:
            found.append(made)
    if not found:
        return None
    found.sort(key=lambda one: -one[1].margin)
    at = round((difficulty - EASIEST) / (HARDEST - EASIEST) * (len(found) - 1))
    chosen, says = found[at]
    return Scene(kind, seed, difficulty, chosen, says, own=plan is not None)


def _made(
    kind: DrillKind, rng: Random, plan: Plan | None, owned: Owned, cache: StudyCache | None
) -> tuple[Plan, Found] | None:
    try:
        varied = kind.vary(rng, kind.make(rng, owned) if plan is None else plan)
        if varied is None:
            return None
        # What chance made of a plan must be a whole plan: it can be opened as one.
        varied = Plan.model_validate_json(varied.model_dump_json())
        found = kind.found(camera_studies(varied, cache=cache))
    except (SteepleError, ValidationError):
        return None
    return None if found is None else (varied, found)
