"""What a card is made of: lines under headings."""

from __future__ import annotations

from steeple.core.study.result import Quantity, Result


class CardRow(Result):
    """One line of the card: what, how much, and a word on how to measure it."""

    label: str
    quantity: Quantity | None = None
    text: str = ""
    hint: str = ""
    assumed: bool = False


class CardSection(Result):
    """A group of lines under one heading."""

    heading: str
    rows: tuple[CardRow, ...]
