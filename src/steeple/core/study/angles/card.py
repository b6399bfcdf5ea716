"""What the card says of the angles: what this camera is cut with, and what is to be kept out of it."""

from __future__ import annotations

from collections.abc import Collection

from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.sentence import Quantity, mm


def angles_sections(study: AngleStudy, of: str, fields: Collection[str]) -> list[PlacedSection]:
    """The angle to each other camera, and the gear that its picture shows."""
    del of, fields
    rows = [
        CardRow(
            label=f"Apart from the {one.other_name} camera",
            quantity=Quantity(value=round(one.angle_deg), unit="deg"),
            hint={"whole": "cuts", "swaying": "cuts uneasily", "torn": "jumps"}[one.join]
            + (", from the other side of the line" if one.crosses else "")
            + (", left and right swapped" if one.swapped else ""),
        )
        for one in study.cuts
    ]
    rows += [
        CardRow(
            label=f"In the picture: {one.thing.name}",
            quantity=mm(one.depth_mm),
            hint=f"from the {one.edge} edge; look for it in the screen",
        )
        for one in study.intrusions
    ]
    return [("where", CardSection(heading="Among the cameras", rows=tuple(rows)))] if rows else []
