"""What a card is made of: lines under headings."""

from __future__ import annotations

from typing import Literal, get_args

from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity


class CardRow(Result):
    """One line of the card: what, how much, and a word on how to measure it."""

    label: str
    quantity: Quantity | None = None
    text: str = ""
    hint: str = ""
    assumed: bool = False


CardPlace = Literal["where", "support", "light", "sound", "settings", "work", "roll"]
CARD_PLACES: tuple[CardPlace, ...] = get_args(CardPlace)
"""What stands on a card, from top to bottom: in the order in which it is set up."""
SHARED_PLACES: tuple[CardPlace, ...] = ("light", "sound", "work", "roll")
"""What is the same for every camera, and stands on the card of the first alone."""


class CardSection(Result):
    """A group of lines under one heading."""

    heading: str
    rows: tuple[CardRow, ...]


PlacedSection = tuple[CardPlace, CardSection]
"""A section, and where on the card it stands."""
