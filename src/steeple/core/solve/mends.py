"""Mends: every proposal is made to the plan, the plan is judged again, and only what helps stays."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from functools import cached_property

from steeple.core.errors import SteepleError
from steeple.core.findings.finding import (
    GRAVITY,
    STEPS,
    Finding,
    Fix,
    Proposal,
)
from steeple.core.findings.judging import judge
from steeple.core.findings.moves import camera_moves
from steeple.core.findings.registry import RULES
from steeple.core.findings.scene import Scene, rehung, relit, scenes_of
from steeple.core.plan.changes import apply_changes
from steeple.core.study.result import Quantity, Sentence, say

FIXES_SHOWN = 3
_NOTICEABLE = 0.02
"""A change of detail below this share is not worth a word."""

Key = tuple[str, str]


def _by_key(findings: Sequence[Finding]) -> dict[Key, Finding]:
    return {(finding.code, finding.about): finding for finding in findings}


def _proposals(
    scenes: Sequence[Scene], troubled: set[Key], *, of_light: bool
) -> Iterator[tuple[Scene, Proposal]]:
    """Every distinct proposal of the rules that have something to mend, in their order: those of the
    light step, or those of all others. What is proposed for the light is tried for it alone."""
    seen: set[str] = set()
    for scene in scenes:
        moves: tuple[Proposal, ...] | None = None
        asked: set[Callable[[Scene], Iterable[Proposal]]] = set()
        for rule in RULES:
            if (rule.code, rule.about(scene)) not in troubled or (rule.step == "light") != of_light:
                continue
            own = rule.propose(scene) if rule.propose not in asked else ()
            asked.add(rule.propose)
            batches: list[Iterable[Proposal]] = [own]
            if rule.moves is not None and moves is None:
                moves = tuple(camera_moves(scene))
                batches = [moves, own] if rule.moves == "before" else [own, moves]
            for proposal in itertools.chain(*batches):
                fingerprint = repr(proposal.changes)
                if fingerprint not in seen:
                    seen.add(fingerprint)
                    yield scene, proposal


class _Trials:
    """Trials made one after the other, as far as they are asked for, and kept."""

    def __init__(self, proposals: Iterator[tuple[Scene, Proposal]], scenes: tuple[Scene, ...],
                 before: Mapping[Key, Finding]) -> None:  # fmt: skip
        self._coming = (Trial(scenes, one, before) for one in proposals)
        self._made: list[Trial] = []

    def __iter__(self) -> Iterator[Trial]:
        yield from self._made
        while (trial := next(self._coming, None)) is not None:
            self._made.append(trial)
            yield trial


_OF_SUPPORTS = ("/supports", "/adapters")
_OF_LAMPS = ("/lights", "/cards")


def _supports_alone(scenes: Sequence[Scene], proposal: Proposal) -> bool:
    """Whether a proposal leaves what the lenses see as it is: it changes supports alone, and every
    camera has a place of its own."""
    placed = all(scene.camera is None or scene.camera.position.z_mm is not None for scene in scenes)
    return placed and all(
        change.path.startswith(_OF_SUPPORTS) or change.path.endswith("/support")
        for change in proposal.changes
    )


class Trial:
    """A proposal made to the plan. What becomes of the light is worked out only when it is asked
    for: where the rest already speaks against the proposal, it never is."""

    def __init__(
        self,
        scenes: tuple[Scene, ...],
        about: tuple[Scene, Proposal],
        before: Mapping[Key, Finding],
    ) -> None:
        self.scene, self.proposal = about
        self.before = before
        self._from = scenes
        self._lamps_alone = all(
            change.path.startswith(_OF_LAMPS) for change in self.proposal.changes
        )

    @cached_property
    def scenes(self) -> tuple[Scene, ...] | None:
        """The plan with the proposal; None where the plan cannot be so."""
        try:
            plan = apply_changes(self.scene.plan, self.proposal.changes)
            if self._lamps_alone:
                return relit(self._from, plan)
            if _supports_alone(self._from, self.proposal):
                return rehung(self._from, plan)
            return scenes_of(plan, self.scene.owned)
        except SteepleError:
            return None

    @cached_property
    def without_light(self) -> dict[Key, Finding]:
        """Findings of all steps but the light."""
        if self.scenes is None:
            return {}
        if self._lamps_alone:
            return {key: one for key, one in self.before.items() if one.step != "light"}
        if _supports_alone(self._from, self.proposal):
            kept = {k: one for k, one in self.before.items() if one.step not in ("hold", "light")}
            return kept | _by_key(judge(self.scenes, steps=("hold",)))
        return _by_key(judge(self.scenes, steps=tuple(one for one in STEPS if one != "light")))

    @cached_property
    def findings(self) -> dict[Key, Finding]:
        """Findings of every step."""
        if self.scenes is None:
            return {}
        return self.without_light | _by_key(judge(self.scenes, steps=("light",)))


def _betters(finding: Finding, findings: Mapping[Key, Finding]) -> bool:
    """Whether a finding holds afterwards, or at least stops failing."""
    after = findings.get((finding.code, finding.about))
    if after is None or GRAVITY[after.verdict] >= GRAVITY[finding.verdict]:
        return False
    return after.verdict in ("holds", "watch")


def _breaks(
    finding: Finding, before: Mapping[Key, Finding], findings: Mapping[Key, Finding]
) -> bool:
    """Whether something fails that did not before; what is only to be watched is not mended at the
    cost of something else to be watched."""
    for key, now in findings.items():
        was = before.get(key)
        worse = was is None or GRAVITY[now.verdict] > GRAVITY[was.verdict]
        if worse and now.verdict == "fails":
            return True
        if worse and finding.verdict == "watch" and now.verdict == "watch":
            return True
    return False


def _mends(finding: Finding, before: Mapping[Key, Finding], trial: Trial) -> bool:
    """Whether a trial makes the finding hold (or at least stop failing) and breaks nothing."""
    if finding.step != "light" and not _betters(finding, trial.without_light):
        return False
    if _breaks(finding, before, trial.without_light):
        return False
    return _betters(finding, trial.findings) and not _breaks(finding, before, trial.findings)


def _cost(scene: Scene, trial: Trial, finding: Finding, before: Mapping[Key, Finding]) -> Sentence:
    """What the mend gives away: detail, and notes that turn to watch."""
    cost: Sentence = ()
    now = next((one.sight for one in trial.scenes or () if one.about == scene.about), None)
    was = scene.sight
    if now is not None and was is not None:
        change = now.delivered_px_per_mm - was.delivered_px_per_mm
        if abs(change) > _NOTICEABLE * was.delivered_px_per_mm:
            word = "more" if change > 0 else "less"
            amount = Quantity(value=abs(change), unit="px_per_mm")
            cost = say("{change} " + word + " detail", change=amount)
    for key, after in trial.findings.items():
        earlier = before.get(key)
        if key == (finding.code, finding.about) or after.verdict != "watch":
            continue
        if earlier is None or earlier.verdict == "holds":
            cost += say("; " if cost else "") + say("but ") + after.title
    return cost


def never() -> bool:
    """Goes on to the end."""
    return False


def with_mends(
    scenes: Sequence[Scene], findings: Sequence[Finding], stop: Callable[[], bool] = never
) -> tuple[Finding, ...]:
    """The findings with up to `FIXES_SHOWN` mends each, every one tried out.

    A mend is kept where the plan, judged again, has the finding better and no other finding
    failing that did not fail before. Mends that make it hold come before those that only ease it;
    among equals, the order of the rules (least disturbing first) is kept. ``stop`` is asked before
    each trial; once it says so, no more are made.
    """
    before = _by_key(findings)
    troubled = {key for key, finding in before.items() if finding.verdict in ("fails", "watch")}
    if not troubled:
        return tuple(findings)
    trials = {
        of_light: _Trials(_proposals(scenes, troubled, of_light=of_light), tuple(scenes), before)
        for of_light in (True, False)
    }
    mended = []
    for finding in findings:
        key = (finding.code, finding.about)
        fixes: list[tuple[int, Fix]] = []
        families: set[str] = set()
        holding = 0
        for trial in trials[finding.step == "light"] if key in troubled else ():
            if holding == FIXES_SHOWN or stop():
                break
            if trial.proposal.family in families:
                continue
            if _mends(finding, before, trial):
                families |= {trial.proposal.family} - {""}
                after = trial.findings[key]
                holding += 1 if after.verdict == "holds" else 0
                fixes.append(
                    (
                        GRAVITY[after.verdict],
                        Fix(
                            action=trial.proposal.action,
                            outcome=after.title,
                            cost=_cost(trial.scene, trial, finding, before),
                            changes=trial.proposal.changes,
                        ),
                    )
                )
        fixes.sort(key=lambda ranked: ranked[0])
        mended.append(
            finding.model_copy(update={"fixes": tuple(fix for _, fix in fixes[:FIXES_SHOWN])})
        )
    return tuple(mended)
