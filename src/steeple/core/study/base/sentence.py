"""What a study gives back: figures, their working, assumptions, and sentences with figures in them.

A sentence is kept in pieces, so that the interface can say each length in centimetres or inches
and make each figure a door to its field or its working.
"""

from __future__ import annotations

import re
from collections.abc import Sequence

from steeple.core.study.base.result import Result
from steeple.core.units import Unit, UnitSystem, quantity_words


class Quantity(Result):
    """A value with its unit; lengths in millimetres."""

    value: float
    unit: Unit

    def words(self, system: UnitSystem) -> str:
        """The figure in the units of the maker."""
        return quantity_words(self.value, self.unit, system)


class Piece(Result):
    """A stretch of a sentence: plain text, or a figure with the doors it opens."""

    text: str = ""
    quantity: Quantity | None = None
    figure: str | None = None
    """Key of the figure whose working stands behind it."""
    field: str | None = None
    """JSON pointer of the field that sets it."""


Sentence = tuple[Piece, ...]
TIMES = " × "
_PLACE = re.compile(r"(\{[a-z_0-9]+\})")


def percent(share: float, *, whole: bool = True) -> Quantity:
    """A share of one in per cent: whole ones for a sentence, else as it is, for a figure."""
    return Quantity(value=round(100 * share) if whole else 100 * share, unit="percent")


def times_or_none(value: float | None) -> Quantity | None:
    """So many times, or None.

    Parameters
    ----------
    value
        the factor.
    """
    return None if value is None else Quantity(value=value, unit="times")


def mm(value: float) -> Quantity:
    """A bench length, said in centimetres or inches."""
    return Quantity(value=value, unit="mm")


def door(quantity: Quantity, *, figure: str | None = None, field: str | None = None) -> Piece:
    """A figure in a sentence, with what it opens."""
    return Piece(quantity=quantity, figure=figure, field=field)


def say(template: str, **figures: Quantity | Piece | str) -> Sentence:
    """A sentence from a template with named places: ``say("Raise it by {step}.", step=mm(120))``.

    Only places that are given count: what a maker calls a thing may hold any braces.
    """
    pieces: list[Piece] = []
    text = ""
    for part in _PLACE.split(template):
        put = figures.get(part[1:-1]) if part[:1] == "{" else None
        if put is None or isinstance(put, str):
            text += part if put is None else put
            continue
        if text:
            pieces.append(Piece(text=text))
            text = ""
        pieces.append(put if isinstance(put, Piece) else Piece(quantity=put))
    if text:
        pieces.append(Piece(text=text))
    return tuple(pieces)


def lowered(sentence: Sentence) -> Sentence:
    """An order within a sentence: with a small first letter.

    Parameters
    ----------
    sentence
        that begins with words.
    """
    first = sentence[0]
    text = first.text[:1].lower() + first.text[1:]
    return (first.model_copy(update={"text": text}), *sentence[1:])


def dotted(sentences: Sequence[Sentence]) -> Sentence:
    """Several short sayings in one line, with a dot between each two."""
    joined: list[Piece] = []
    for sentence in sentences:
        if joined:
            joined.append(Piece(text=" · "))
        joined.extend(sentence)
    return tuple(joined)


def sentence_words(sentence: Sequence[Piece], system: UnitSystem) -> str:
    """The sentence as plain text in one unit system.

    Of two lengths joined by a times sign only the second says its unit: ``59.7 × 33.6 cm``.
    """
    words = []
    for index, piece in enumerate(sentence):
        if piece.quantity is None:
            words.append(piece.text)
            continue
        said = piece.quantity.words(system)
        joined = [one.text for one in sentence[index + 1 : index + 2]] == [TIMES]
        words.append(said.removesuffix(f" {system}") if joined else said)
    return "".join(words)
