"""What an offer would make worse, in any step: said in its sentence before it is taken."""

from __future__ import annotations

from collections.abc import Sequence

from steeple.core.errors import SteepleError
from steeple.core.findings.finding import GRAVITY, Finding
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.study.base.sentence import Sentence, say
from steeple.core.study.plan_study import CameraStudy, changed

SAID = 3
"""So many of what becomes worse are named; the others are counted."""


def heavier(before: Sequence[Finding], after: Sequence[Finding]) -> tuple[Finding, ...]:
    """What weighs more after a change than before; of what was not judged before, what fails now.

    Parameters
    ----------
    before, after
        all that is found without and with it.

    Returns
    -------
    As found after the change, the heaviest first.
    """
    was = {(one.code, one.about): one for one in before}
    found = []
    for now in after:
        earlier = was.get((now.code, now.about))
        worse = (
            now.verdict == "fails"
            if earlier is None
            else GRAVITY[now.verdict] > GRAVITY[earlier.verdict]
        )
        if worse and now.speaks:
            found.append(now)
    return tuple(sorted(found, key=lambda one: -GRAVITY[one.verdict]))


def worsened(
    scenes: Sequence[CameraStudy], before: Sequence[Finding], changes: Sequence[Change]
) -> tuple[Finding, ...]:
    """What some changes to a plan make worse.

    Parameters
    ----------
    scenes
        every camera of the plan as it is.
    before
        all that is found of it.
    changes
        that are offered.
    """
    try:
        plan = apply_changes(scenes[0].plan, changes)
    except SteepleError:
        return ()
    return heavier(before, judge(changed(scenes, plan)))


def worse_words(found: Sequence[Finding]) -> Sentence:
    """The same as the end of a sentence; empty where nothing becomes worse."""
    if not found:
        return ()
    said: Sentence = say("makes worse: ")
    titles = list(dict.fromkeys(one.title for one in found))
    for index, title in enumerate(titles[:SAID]):
        said += (say("; ") if index else ()) + title
    rest = len(titles) - SAID
    return said + say(f"; and {rest} more") if rest > 0 else said


def and_worse(scenes: Sequence[CameraStudy], changes: Sequence[Change]) -> Sentence:
    """What is put to an offer that makes something worse: a sentence of its own; empty where it does not,
    or where nothing is offered.

    Parameters
    ----------
    scenes
        every camera of the plan as it is.
    changes
        that are offered.
    """
    if not changes:
        return ()
    worse = worse_words(worsened(scenes, judge(scenes), changes))
    return say(" It ") + worse + say(".") if worse else ()
