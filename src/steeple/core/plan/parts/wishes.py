"""What the maker wants to keep to, whatever would be better, and what they know of and live with."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from steeple.core.plan.parts.cameras.camera import Role
from steeple.core.plan.values import Name, Part, Slug

FindingCode = Annotated[
    str, StringConstraints(pattern=r"^[a-z]+\.[a-z0-9][a-z0-9-]*$", max_length=80)
]


class Wishes(Part):
    """Wishes that placing and mends keep."""

    only_these_lamps: bool = Field(
        default=False, description="No lamp of the cupboard is put beside those of the plan."
    )
    roles: tuple[Role, ...] = Field(
        default=(), max_length=13, description="Angles that the film is to have."
    )
    no_soft_boxes: bool = Field(default=False, description="No large soft lamp is taken or placed.")


class FindingName(Part):
    """Which finding of a plan: its code, and the camera concerned; none for the plan as a whole."""

    finding: FindingCode
    about: Slug | Literal[""] = ""


class Acceptance(FindingName):
    """A finding to watch that is accepted, with the reason.

    It is quiet on the sheet and named on the card. Where the same finding fails later, it speaks again.
    """

    reason: Name
