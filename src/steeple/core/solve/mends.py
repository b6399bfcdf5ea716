"""Mends: every proposal is made to the plan, the plan is judged again, and only what helps stays."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass

from steeple.core.errors import SteepleError
from steeple.core.findings.finding import GRAVITY, OF_A_CAMERA, Finding, Fix, Proposal
from steeple.core.findings.judging import judge
from steeple.core.findings.moves import camera_moves
from steeple.core.findings.registry import RULES
from steeple.core.findings.scene import Scene, rehung, scenes_of
from steeple.core.plan.changes import apply_changes
from steeple.core.study.result import Quantity, Sentence, say

FIXES_SHOWN = 3
_NOTICEABLE = 0.02
"""A change of detail below this share is not worth a word."""

Key = tuple[str, str]


@dataclass(frozen=True, slots=True)
class Trial:
    """A proposal with what became of the plan."""

    proposal: Proposal
    scenes: tuple[Scene, ...]
    findings: Mapping[Key, Finding]


def _by_key(findings: Sequence[Finding]) -> dict[Key, Finding]:
    return {(finding.code, finding.about): finding for finding in findings}


def _proposals(scenes: Sequence[Scene], troubled: set[Key]) -> list[tuple[Scene, Proposal]]:
    """Every distinct proposal of the rules that have something to mend, in their order."""
    seen: set[str] = set()
    proposals = []
    for scene in scenes:
        moves: tuple[Proposal, ...] | None = None
        asked: dict[Callable[[Scene], Iterable[Proposal]], tuple[Proposal, ...]] = {}
        for rule in RULES:
            about = scene.about if rule.step in OF_A_CAMERA else ""
            if (rule.code, about) not in troubled:
                continue
            if rule.propose not in asked:
                asked[rule.propose] = tuple(rule.propose(scene))
            own = list(asked[rule.propose])
            if rule.moves is not None:
                if moves is None:
                    moves = tuple(camera_moves(scene))
                own = [*moves, *own] if rule.moves == "before" else [*own, *moves]
            for proposal in own:
                fingerprint = repr(proposal.changes)
                if fingerprint not in seen:
                    seen.add(fingerprint)
                    proposals.append((scene, proposal))
    return proposals


_OF_SUPPORTS = ("/supports", "/adapters")


def _supports_alone(scenes: Sequence[Scene], proposal: Proposal) -> bool:
    """Whether a proposal leaves what the lenses see as it is: it changes supports alone, and every
    camera has a place of its own."""
    placed = all(scene.camera is None or scene.camera.position.z_mm is not None for scene in scenes)
    return placed and all(
        change.path.startswith(_OF_SUPPORTS) or change.path.endswith("/support")
        for change in proposal.changes
    )


def _try(
    scenes: tuple[Scene, ...], scene: Scene, proposal: Proposal, before: Mapping[Key, Finding]
) -> Trial | None:
    try:
        plan = apply_changes(scene.plan, proposal.changes)
        if _supports_alone(scenes, proposal):
            scenes = rehung(scenes, plan)
            findings = {key: one for key, one in before.items() if one.step != "hold"}
            findings |= _by_key(judge(scenes, step="hold"))
        else:
            scenes = scenes_of(plan, scene.owned)
            findings = _by_key(judge(scenes))
    except SteepleError:
        return None
    return Trial(proposal=proposal, scenes=scenes, findings=findings)


def _mends(finding: Finding, before: Mapping[Key, Finding], trial: Trial) -> bool:
    """Whether a trial makes the finding hold (or at least stop failing) and breaks nothing."""
    after = trial.findings.get((finding.code, finding.about))
    if after is None or GRAVITY[after.verdict] >= GRAVITY[finding.verdict]:
        return False
    if after.verdict not in ("holds", "watch"):
        return False
    for key, now in trial.findings.items():
        was = before.get(key)
        worse = was is None or GRAVITY[now.verdict] > GRAVITY[was.verdict]
        if worse and now.verdict == "fails":
            return False
        if worse and finding.verdict == "watch" and now.verdict == "watch":
            return False
    return True


def _cost(scene: Scene, trial: Trial, finding: Finding, before: Mapping[Key, Finding]) -> Sentence:
    """What the mend gives away: detail, and notes that turn to watch."""
    cost: Sentence = ()
    now = next((one.sight for one in trial.scenes if one.about == scene.about), None)
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


def with_mends(scenes: Sequence[Scene], findings: Sequence[Finding]) -> tuple[Finding, ...]:
    """The findings with up to `FIXES_SHOWN` mends each, every one tried out.

    A mend is kept where the plan, judged again, has the finding better and no other finding
    failing that did not fail before. Mends that make it hold come before those that only ease it;
    among equals, the order of the rules (least disturbing first) is kept.
    """
    before = _by_key(findings)
    troubled = {key for key, finding in before.items() if finding.verdict in ("fails", "watch")}
    if not troubled:
        return tuple(findings)
    trials = [
        (scene, trial)
        for scene, proposal in _proposals(scenes, troubled)
        if (trial := _try(tuple(scenes), scene, proposal, before)) is not None
    ]
    mended = []
    for finding in findings:
        key = (finding.code, finding.about)
        fixes: list[tuple[int, Fix]] = []
        families: set[str] = set()
        for scene, trial in trials if key in troubled else ():
            if trial.proposal.family in families:
                continue
            if _mends(finding, before, trial):
                families |= {trial.proposal.family} - {""}
                after = trial.findings[key]
                fixes.append(
                    (
                        GRAVITY[after.verdict],
                        Fix(
                            action=trial.proposal.action,
                            outcome=after.title,
                            cost=_cost(scene, trial, finding, before),
                            changes=trial.proposal.changes,
                        ),
                    )
                )
        fixes.sort(key=lambda ranked: ranked[0])
        mended.append(
            finding.model_copy(update={"fixes": tuple(fix for _, fix in fixes[:FIXES_SHOWN])})
        )
    return tuple(mended)
