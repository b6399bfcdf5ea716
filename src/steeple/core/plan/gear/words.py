"""What a field of gear is called, with a word on where its figure is found."""

from __future__ import annotations

from typing import NamedTuple


class FieldWords(NamedTuple):
    """Label of a field, and a short explanation."""

    label: str
    explain: str = ""


NAME = FieldWords("What you call it", "kind and figures, not a maker’s name")
MASS = FieldWords("Mass", "on a kitchen scale")
