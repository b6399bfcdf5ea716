"""What the maker wants to keep to, whatever would be better."""

from __future__ import annotations

from pydantic import Field

from steeple.core.plan.values import Part


class Wishes(Part):
    """Wishes that placing and mends keep."""

    only_these_lamps: bool = Field(
        default=False, description="No lamp of the cupboard is put beside those of the plan."
    )
    no_soft_boxes: bool = Field(default=False, description="No large soft lamp is taken or placed.")
