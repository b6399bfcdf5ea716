"""What the card says of the lamps: where each stands by the tape, how it is set, and in which order."""

from __future__ import annotations

from collections.abc import Collection

from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.phrases import by_edges, clock_words
from steeple.core.study.base.sentence import Quantity, mm, percent
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy


def light_sections(light: LightStudy, of: str, fields: Collection[str]) -> list[PlacedSection]:
    """Each lit lamp and each card, then what is set once before the take."""
    del of
    rows: list[CardRow] = []
    for lamp in light.lit:
        rows += _lamp_rows(light, lamp, fields)
    for card in light.ground.cards:
        table, place = light.work.table, card.hull.ball
        rows.append(
            CardRow(
                label=f"{card.name}, its middle above the table",
                quantity=mm(place[2]),
                hint="facing the middle of the zone",
                assumed=f"/{card.at}/position/z_mm" in fields,
            )
        )
        rows += [
            CardRow(label=edge, quantity=mm(length))
            for edge, length in by_edges(table, place[0], place[1])
        ]
    once = _once(light)
    sections: list[PlacedSection] = []
    if rows:
        sections.append(("light", CardSection(heading="Light", rows=tuple(rows))))
    if once:
        sections.append(
            ("light", CardSection(heading="Set once, before you sit down", rows=tuple(once)))
        )
    if light.iso is not None:
        row = CardRow(label="ISO", quantity=Quantity(value=light.iso, unit="iso"))
        sections.append(("settings", CardSection(heading="By this light", rows=(row,))))
    return sections


def _lamp_rows(light: LightStudy, lamp: LampStudy, fields: Collection[str]) -> list[CardRow]:
    table, c = light.work.table, lamp.lamp.centre
    (across, right), (away, far) = by_edges(table, c.x, c.y)
    at = f"/{lamp.lamp.at}/position"
    where = f"at {clock_words(lamp.azimuth_deg)}, {lamp.elevation_deg:.0f}° up from the work"
    return [
        CardRow(
            label=f"{lamp.lamp.name}, its middle above the table",
            quantity=mm(c.z),
            hint=where + "; turned to the middle of the zone",
            assumed=f"{at}/z_mm" in fields,
        ),
        CardRow(
            label=across,
            quantity=mm(right),
            hint="drop a plumb line from its middle",
            assumed=f"{at}/x_mm" in fields,
        ),
        CardRow(
            label=away,
            quantity=mm(far),
            assumed=f"{at}/y_mm" in fields,
        ),
    ]


def _once(light: LightStudy) -> list[CardRow]:
    """Dimmers and colours, those without a remote first: they are what one walks for."""
    rows = []
    walked = sorted(light.lit, key=lambda one: bool(one.lamp.part.fixture.remote))
    for lamp in walked:
        fixture = lamp.lamp.part.fixture
        fixed = (fixture.least_level_percent or 0.0) >= 100.0
        hint = "cannot be dimmed" if fixed else "by its remote" if fixture.remote else "at the lamp"
        if lamp.lamp.full_cd is not None:
            hint += f"; {lamp.zone_lx:.0f} lx of it on the zone, by a meter laid flat"
        rows.append(
            CardRow(
                label=f"Dimmer: {lamp.lamp.name}",
                quantity=percent(lamp.lamp.level),
                hint=hint,
            )
        )
        if fixture.cct_warmest_to_k is not None:
            rows.append(
                CardRow(
                    label=f"Colour: {lamp.lamp.name}",
                    quantity=Quantity(value=lamp.lamp.cct_k, unit="k"),
                )
            )
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
