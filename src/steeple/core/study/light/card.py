"""What the card says of the light beside the round of the lamps: what is off, the white balance, the ISO."""

from __future__ import annotations

from collections.abc import Collection

from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.sentence import Quantity
from steeple.core.study.light.study import LightStudy


def light_sections(light: LightStudy, of: str, fields: Collection[str]) -> list[PlacedSection]:
    """What is set once before the take. Where each lamp and card stands, and at what level, is on the round."""
    del of, fields
    rows = _once(light)
    sections: list[PlacedSection] = []
    if rows:
        sections.append(
            ("light", CardSection(heading="Set once, before you sit down", rows=tuple(rows)))
        )
    if light.iso is not None:
        row = CardRow(label="ISO", quantity=Quantity(value=light.iso, unit="iso"))
        sections.append(("settings", CardSection(heading="By this light", rows=(row,))))
    return sections


def _once(light: LightStudy) -> list[CardRow]:
    """What is off, and the white balance."""
    rows = []
    off = [one.lamp.name for one in light.lamps if not one.lamp.is_lit]
    if off:
        rows.append(CardRow(label="Switched off", text=", ".join(off)))
    if light.lit and light.cct_k is not None:
        rows.append(
            CardRow(
                label="White balance",
                quantity=Quantity(value=round(light.cct_k / 50) * 50, unit="k"),
                hint="set by hand, never left to the camera",
            )
        )
    return rows
