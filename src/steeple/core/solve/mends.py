"""Mends: every proposal is made to the plan, the plan is judged again, and only what helps stays."""

from __future__ import annotations

import itertools
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from steeple.core.budget import look, spent
from steeple.core.errors import SteepleError
from steeple.core.findings.finding import GRAVITY, Finding, Fix
from steeple.core.findings.judging import judge
from steeple.core.findings.lens.fixes import camera_moves
from steeple.core.findings.registry import FOLLOWS, RULES, STEP_RULES
from steeple.core.findings.rule import Fixes, Proposal
from steeple.core.plan.changes import apply_changes
from steeple.core.study.base.sentence import Quantity, Sentence, lowered, say
from steeple.core.study.base.step import STEP_IDS, StepId
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.core.study.registry import STEPS

FIXES_SHOWN = 3
ENOUGH = 0.7
"""Once so much of the budget is spent no more mends are tried: an answer with some is better than none."""
_NOTICEABLE = 0.02
"""A change of detail below this share is not worth a word."""

Key = tuple[str, str]


def _by_key(findings: Sequence[Finding]) -> dict[Key, Finding]:
    return {(finding.code, finding.about): finding for finding in findings}


def _group(step: StepId) -> str:
    """What is proposed for a step that mends apart is tried for its findings alone."""
    return step if any(one.step == step and one.mends_apart for one in STEP_RULES) else ""


def _alone(step: StepId) -> bool:
    """Whether a step is asked for the plan as a whole, no step builds on it, and its mends change what it alone
    looks at: they leave all other steps as they are, and are tried in a moment."""
    needed = {need.step.id for one in STEPS for need in one.needs}
    own = next(one for one in STEPS if one.id == step)
    return own.scope == "plan" and step not in needed and _group(step) == step


def _quickly(step: StepId) -> int:
    """The order in which mends are tried: first of what builds on nothing, last of what others build on."""
    own = next(one for one in STEPS if one.id == step)
    return 2 if not _alone(step) else 1 if own.needs else 0


def _proposals(
    cameras: Sequence[CameraStudy], troubled: set[Key], *, group: str
) -> Iterator[tuple[CameraStudy, Proposal]]:
    """Every distinct proposal of the rules of a group that have something to mend, in their order."""
    seen: set[str] = set()
    for camera in cameras:
        moves: tuple[Proposal, ...] | None = None
        asked: set[Fixes] = set()
        for rule in RULES:
            if (rule.code, rule.about(camera)) not in troubled or _group(rule.step) != group:
                continue
            own = rule.fixes(camera) if rule.fixes not in asked else ()
            asked.add(rule.fixes)
            batches: list[Iterable[Proposal]] = [own]
            if rule.moves is not None and moves is None:
                moves = tuple(camera_moves(camera))
                batches = [moves, own] if rule.moves == "before" else [own, moves]
            for proposal in itertools.chain(*batches):
                fingerprint = repr(proposal.changes)
                if fingerprint not in seen:
                    seen.add(fingerprint)
                    yield camera, proposal


class _Trials:
    """Trials made one after the other, as far as they are asked for, and kept."""

    def __init__(self, proposals: Iterator[tuple[CameraStudy, Proposal]], bench: _Bench) -> None:
        self._coming = (Trial(bench, one) for one in proposals)
        self._made: list[Trial] = []

    def __iter__(self) -> Iterator[Trial]:
        yield from self._made
        while (trial := next(self._coming, None)) is not None:
            look()
            self._made.append(trial)
            yield trial


@dataclass(frozen=True, slots=True)
class _Bench:
    """What every trial starts from: the plan as it is, its findings, and where trials are remembered."""

    cameras: tuple[CameraStudy, ...]
    before: Mapping[Key, Finding]
    cache: StudyCache

    def depends(self, cameras: Sequence[CameraStudy]) -> list[list[str]]:
        """For each step the fingerprints of all that it looks at, camera by camera."""
        return [[one.studies.key_for(step, one.camera) for one in cameras] for step in STEPS]


class Trial:
    """A proposal made to the plan. What becomes of a step is worked out only when it is asked for:
    where an earlier step already speaks against the proposal, it never is."""

    def __init__(self, bench: _Bench, about: tuple[CameraStudy, Proposal]) -> None:
        self._bench = bench
        self.camera, self.proposal = about
        self._found: dict[StepId, dict[Key, Finding]] = {}

    def with_proposal(self, proposal: Proposal) -> Trial:
        """Another proposal of the same camera, tried on the same bench."""
        return Trial(self._bench, (self.camera, proposal))

    @cached_property
    def cameras(self) -> tuple[CameraStudy, ...]:
        """The cameras of the plan with the proposal; none where the plan cannot be so."""
        try:
            plan = apply_changes(self.camera.plan, self.proposal.changes)
            return camera_studies(plan, self.camera.owned, self._bench.cache)
        except SteepleError:
            return ()

    @cached_property
    def _untouched(self) -> int:
        """How many of the first steps depend on nothing that the proposal changes."""
        was, now = self._bench.depends(self._bench.cameras), self._bench.depends(self.cameras)
        same = [one == other for one, other in zip(was, now, strict=True)]
        return same.index(False) if False in same else len(same)

    def found(self, step: StepId) -> dict[Key, Finding]:
        """The findings of a step."""
        if not self.cameras:
            return {}
        known = self._found.get(step)
        if known is None:
            if STEP_IDS.index(step) < self._untouched:
                known = {k: one for k, one in self._bench.before.items() if one.step == step}
            else:
                known = _by_key(judge(self.cameras, steps=(step,)))
            self._found[step] = known
        return known

    @property
    def findings(self) -> dict[Key, Finding]:
        """The findings of every step, in the order of the cameras and the rules."""
        every = {key: one for step in STEP_IDS for key, one in self.found(step).items()}
        cameras = [one.about for one in self.cameras]
        rules = [rule.code for rule in RULES]
        order = sorted(
            every, key=lambda key: (cameras.index(key[1] or cameras[0]), rules.index(key[0]))
        )
        return {key: every[key] for key in order}


def _betters(finding: Finding, findings: Mapping[Key, Finding]) -> bool:
    """Whether a finding holds afterwards, or at least stops failing."""
    after = findings.get((finding.code, finding.about))
    if after is None or GRAVITY[after.verdict] >= GRAVITY[finding.verdict]:
        return False
    return after.verdict in ("holds", "watch")


def _breaks(
    finding: Finding,
    before: Mapping[Key, Finding],
    findings: Mapping[Key, Finding],
    brings: Sequence[str],
) -> bool:
    """Whether something fails that did not before; what is only to be watched is not mended at the
    cost of something else to be watched, but for what could not be judged before."""
    for key, now in findings.items():
        was = before.get(key)
        if was is None and now.verdict == "watch" and key[0] in brings:
            continue
        if FOLLOWS.get(key[0], finding.step) != finding.step:
            continue
        worse = was is None or GRAVITY[now.verdict] > GRAVITY[was.verdict]
        if worse and now.verdict == "fails":
            return True
        if worse and finding.verdict == "watch" and now.verdict == "watch" and not now.accepted:
            return True
    return False


def _mends(finding: Finding, before: Mapping[Key, Finding], trial: Trial) -> bool:
    """Whether a trial makes the finding hold (or at least stop failing) and breaks nothing."""
    if finding.code in trial.proposal.no_mend_for:
        return False
    for step in STEP_IDS:
        found = trial.found(step)
        if step == finding.step and not _betters(finding, found):
            return False
        if _breaks(finding, before, found, trial.proposal.brings):
            return False
    return True


def _followed(finding: Finding, before: Mapping[Key, Finding], trial: Trial) -> Trial | None:
    """The same with what follows put right too: a microphone out of the new picture. None where that cannot be:
    no mend breaks what held."""
    broken = [
        key
        for key, now in trial.findings.items()
        if FOLLOWS.get(key[0], finding.step) != finding.step
        and now.verdict == "fails"
        and (key not in before or before[key].verdict != "fails")
    ]
    if not broken:
        return trial
    steps = {FOLLOWS[code] for code, _ in broken}
    for rules in STEP_RULES:
        for more in rules.follow(trial.cameras[0]) if rules.step in steps else ():
            given = trial.proposal
            both = replace(
                given,
                action=given.action + say(", and ") + lowered(more.action),
                changes=(*given.changes, *more.changes),
            )
            again = trial.with_proposal(both)
            if _mends(finding, before, again) and not any(
                again.findings[key].verdict == "fails" for key in broken if key in again.findings
            ):
                return again
    return None


def _cost(
    camera: CameraStudy, trial: Trial, finding: Finding, before: Mapping[Key, Finding]
) -> Sentence:
    """What the mend gives away: detail, and notes that turn to watch."""
    cost: Sentence = ()
    now = next((one.sight for one in trial.cameras if one.about == camera.about), None)
    was = camera.sight
    if now is not None and was is not None:
        change = now.delivered_px_per_mm - was.delivered_px_per_mm
        if abs(change) > _NOTICEABLE * was.delivered_px_per_mm:
            word = "more" if change > 0 else "less"
            amount = Quantity(value=abs(change), unit="px_per_mm")
            cost = say("{change} " + word + " detail", change=amount)
    for key, after in trial.findings.items():
        earlier = before.get(key)
        if key == (finding.code, finding.about) or after.verdict != "watch" or after.accepted:
            continue
        if earlier is None or earlier.verdict == "holds":
            cost += say("; " if cost else "") + say("but ") + after.title
    return cost


def with_mends(
    cameras: Sequence[CameraStudy],
    findings: Sequence[Finding],
    *,
    only: Collection[Key] | None = None,
    first: StepId | None = None,
) -> tuple[tuple[Finding, ...], tuple[Key, ...]]:
    """The findings with up to `FIXES_SHOWN` mends each, every one tried out; and those for which not all that was
    worth a try was tried before the budget was nearly spent.

    A mend is kept where the plan, judged again, has the finding better and no other finding
    failing that did not fail before. What the gear at hand can do comes before other gear, then what
    makes it hold before what only eases it; among equals, the order of the rules (least disturbing first) is kept.

    Parameters
    ----------
    cameras, findings
        the plan worked out, and all that is found in it.
    only
        for which of the findings mends are tried; for all that ask for something where it is not given.
    first
        the step whose findings come first: the one that is looked at.
    """
    before = _by_key(findings)
    troubled = {
        key
        for key, finding in before.items()
        if finding.speaks and finding.verdict != "unknown" and (only is None or key in only)
    }
    if not troubled:
        return tuple(findings), ()
    bench = _Bench(tuple(cameras), before, cameras[0].studies.cache.branch())
    trials = {
        group: _Trials(_proposals(cameras, troubled, group=group), bench)
        for group in dict.fromkeys(_group(step) for step in STEP_IDS)
    }
    mended: dict[Key, Finding] = {}
    left: list[Key] = []
    # What is looked at comes first, then what is tried in a moment: where time is short they do not go without.
    for finding in sorted(findings, key=lambda one: (one.step != first, _quickly(one.step))):
        key = (finding.code, finding.about)
        fixes: list[tuple[bool, int, Fix]] = []
        families: set[str] = set()
        holding = 0
        for trial in trials[_group(finding.step)] if key in troubled else ():
            if holding == FIXES_SHOWN:
                break
            if spent() > ENOUGH:
                left.append(key)
                break
            if trial.proposal.family in families:
                continue
            if _mends(finding, before, trial):
                followed = _followed(finding, before, trial)
                if followed is None:
                    continue
                trial = followed
                families |= {trial.proposal.family} - {""}
                after = trial.findings[key]
                holding += 1 if after.verdict == "holds" else 0
                fixes.append(
                    (
                        trial.proposal.swaps,
                        GRAVITY[after.verdict],
                        Fix(
                            action=trial.proposal.action,
                            outcome=after.title,
                            cost=_cost(trial.camera, trial, finding, before),
                            changes=trial.proposal.changes,
                        ),
                    )
                )
        fixes.sort(key=lambda ranked: ranked[:2])
        shown = tuple(fix for *_, fix in fixes[:FIXES_SHOWN])
        mended[key] = finding.model_copy(update={"fixes": shown})
    return tuple(mended[one.code, one.about] for one in findings), tuple(left)
