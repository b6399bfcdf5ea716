"""The few kinds of error the core raises. Each carries a stable code and the value refused."""

from __future__ import annotations


class SteepleError(Exception):
    """A refusal in plain words.

    Parameters
    ----------
    code
        stable identifier of the kind of refusal, such as ``out-of-range``.
    sentence
        what is wrong and what would be right, in one or two plain sentences.
    field
        name or JSON pointer of the value refused; empty where there is none.
    value
        the value as given, as text; empty where there is none.
    allowed
        the range or the choices allowed, as text; empty where there is none.
    """

    def __init__(
        self, code: str, sentence: str, *, field: str = "", value: object = "", allowed: str = ""
    ) -> None:
        super().__init__(sentence)
        self.code = code
        self.sentence = sentence
        self.field = field
        self.value = "" if value == "" else str(value)[:80]
        self.allowed = allowed


class InputError(SteepleError):
    """A value outside what the formula or the plan allows."""


class DocumentError(SteepleError):
    """A plan file that cannot be read: not JSON, cut short, of another format or version."""
