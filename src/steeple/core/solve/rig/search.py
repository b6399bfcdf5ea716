"""The search over whole rigs: cameras framed, held and lit, the best of each kind.

Scores of rigs half made are bounds: what is still to come can only raise them. So a camera whose bound is above the
best whole rig of every kind is never held, and one that is held never lit. Everything is counted, not timed: the same
cupboard gives the same answer on any machine.

References: Hart, Nilsson & Raphael (1968), best-first search with bounds that never say too much; Land & Doig (1960),
branch and bound.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field

from steeple.core.budget import look, spent
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.angles.roles import Ask
from steeple.core.solve.rig.nodes import (
    Rig,
    framed,
    held,
    lit,
    lit_as,
    pairs_in_order,
    with_angles,
)
from steeple.core.solve.rig.score import RIG_WEIGHTS, RigKind

ENOUGH = 0.6
"""Once so much of the budget is spent, what is known has to do: the one place where time counts."""
MOST_FRAMED, MOST_HELD, MOST_COMPARED, MOST_LIT = 90, 16, 60, 3
"""So many pairs of camera and lens, cameras under supports, held ones under the lamps of others, and rigs whose lamps
are placed anew. Of cameras and supports all are looked at until one is found that holds as far as any could."""


@dataclass(frozen=True, slots=True)
class Step:
    """How far the search is, of about how much; what is looked at now, and the best rig so far."""

    done: int
    of: int
    now: str
    best: Rig | None


@dataclass(slots=True)
class Search:
    """Rigs over one plan and cupboard. ``borrowed`` are under the lamps of another, and lack other views that are
    wanted; ``missing`` are views for which no place was found, by rig; ``cut_short`` tells
    that the time did not do for all."""

    plan: Plan
    owned: Owned
    asks: tuple[Ask, ...] = ()
    cameras: list[Rig] = field(default_factory=list)
    under: list[Rig] = field(default_factory=list)
    whole: list[Rig] = field(default_factory=list)
    borrowed: list[Rig] = field(default_factory=list)
    missing: dict[int, tuple[str, ...]] = field(default_factory=dict)
    cut_short: bool = False
    done: int = 0
    of: int = 0

    @property
    def best(self) -> Rig | None:
        """The best rig so far: a whole one, else one as far as it is made."""
        return min(self.whole or self.under or self.cameras, key=_total, default=None)

    def best_of(self, kind: RigKind) -> Rig | None:
        """The best of a kind among whole rigs, and those under the lamps of another."""
        return min(
            (*self.whole, *self.borrowed), key=lambda one: one.score.total(kind), default=None
        )

    def _at(self, now: str) -> Step:
        self.done += 1
        self.of = max(self.of, self.done)
        return Step(self.done, self.of, now, self.best)

    def run(self, kinds: Sequence[RigKind] = tuple(RIG_WEIGHTS)) -> Iterator[Step]:
        """Work out the best rig of each kind.

        Parameters
        ----------
        kinds
            what is wanted most.

        Yields
        ------
        Each step of the work. At its end ``whole`` has every rig that was made to the end.
        """
        yield from self._frame()
        yield from self._dive()
        yield from self._hold(kinds)
        yield from self._light(kinds)

    def _frame(self) -> Iterator[Step]:
        pairs = pairs_in_order(self.plan, self.owned)
        self.of = min(len(pairs), MOST_FRAMED) + MOST_HELD + 8 * MOST_LIT
        for at, named in enumerate(pairs):
            look()
            if at >= MOST_FRAMED and any(not one.score.fails for one in self.cameras):
                break
            self.cameras += framed(self.plan, named, self.owned)
            yield self._at(f"{named[0]}: height and zoom")
        self.cameras.sort(key=_total)

    def _dive(self) -> Iterator[Step]:
        """The first whole rig: the best camera under its best support, with lamps."""
        if not self.cameras:
            return
        first = held(self.cameras[0], self.owned)
        self.under += first
        yield self._at(f"{camera_words(self.cameras[0])}: what holds it")
        yield from self._lit(min(first, key=_total))

    def _hold(self, kinds: Sequence[RigKind]) -> Iterator[Step]:
        fewest = min((one.score.fails for one in self.cameras), default=0)
        for at, rig in enumerate(self.cameras[1:], start=1):
            look()
            holds = any(one.score.fails <= fewest for one in self.under)
            if (at >= MOST_HELD and holds) or (holds and self._short()):
                break
            if not self._promises(rig, kinds):
                continue
            self.under += held(rig, self.owned)
            yield self._at(f"{camera_words(rig)}: what holds it")

    def _promises(self, rig: Rig, kinds: Sequence[RigKind]) -> bool:
        """Whether a rig half made may still be better than the best whole one, by any of the kinds."""
        for kind in kinds:
            best = self.best_of(kind)
            if best is None or rig.score.total(kind) < best.score.total(kind):
                return True
        return False

    def _light(self, kinds: Sequence[RigKind]) -> Iterator[Step]:
        """Every held rig under the lamps that are known; then those that come out best get lamps of their own. This goes
        on until the best of each kind has them."""
        lamps = list(self.whole)
        sources: dict[int, Rig] = {}
        for rig in sorted(self.under, key=_total)[:MOST_COMPARED]:
            if self._promises(rig, kinds) and not self._short():
                self._lit_like(rig, lamps, sources)
        yield self._at("the lamps for each")
        for _ in range(MOST_LIT):
            best = [self.best_of(kind) for kind in kinds]
            fresh = [one for one in best if one is not None and id(one) in sources]
            if not fresh or self._short():
                break
            rig = sources[id(fresh[0])]
            yield from self._lit(rig)
            self.borrowed = [one for one in self.borrowed if sources[id(one)] is not rig]
        if not self.asks:
            # Under borrowed lamps they are whole rigs too: all of it was judged.
            self.whole += self.borrowed

    def _lit_like(self, rig: Rig, lamps: Iterable[Rig], sources: dict[int, Rig]) -> None:
        for other in lamps:
            look()
            made = None if _same_held(rig, other) else lit_as(rig, other, self.owned)
            if made is not None:
                self.borrowed.append(made)
                sources[id(made)] = rig

    def _lit(self, rig: Rig) -> Iterator[Step]:
        """A held rig with the other views that are wanted, and lamps of its own."""
        if self.asks:
            yield self._at("one more view")
        angled, missing = with_angles(rig, self.asks, self.owned)
        for step in lit(angled, self.owned):
            if isinstance(step, Rig):
                self.whole.append(step)
                self.missing[id(step)] = missing
            else:
                yield self._at(step)
        yield self._at("judging what is left")

    def _short(self) -> bool:
        """Whether the time that is given is nearly spent."""
        if spent() <= ENOUGH:
            return False
        self.cut_short = True
        return True


def _total(rig: Rig) -> float:
    return rig.score.total()


def _same_held(rig: Rig, other: Rig) -> bool:
    """Whether two rigs have the same camera under the same support."""
    return rig.plan.cameras == other.plan.cameras and rig.plan.supports == other.plan.supports


def camera_words(rig: Rig) -> str:
    """The camera and lens of a rig.

    Parameters
    ----------
    rig
        with a camera.
    """
    camera = rig.plan.cameras[0]
    names = [one.name for one in (camera.body, camera.lens) if one is not None]
    return ", ".join(names) or "a camera"
