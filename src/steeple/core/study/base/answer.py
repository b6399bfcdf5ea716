"""The answer line of a step."""

from __future__ import annotations

from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence


class Answer(Result):
    """The first line of a sheet, and the smaller line under it."""

    step: str
    about: str
    line: Sentence
    under: Sentence
