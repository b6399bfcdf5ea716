"""What the card says of the work."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.sentence import mm
from steeple.core.study.inputs.work import GivenWork


def work_sections(work: GivenWork, of: str, fields: Collection[str]) -> Sequence[PlacedSection]:
    """The zone that stays in frame."""
    del of
    return (("work", _zone(work, fields)),)


def _zone(work: GivenWork, fields: Collection[str]) -> CardSection:
    return CardSection(
        heading="Work",
        rows=(
            CardRow(
                label="Zone, left to right",
                quantity=mm(work.zone.width_mm),
                assumed="/work/zone/width_mm" in fields,
            ),
            CardRow(
                label="Zone, near to far",
                quantity=mm(work.zone.depth_mm),
                assumed="/work/zone/depth_mm" in fields,
            ),
            CardRow(
                label="Tallest point",
                quantity=mm(work.top_mm),
                assumed="/work/zone_top_mm" in fields,
            ),
        ),
    )
