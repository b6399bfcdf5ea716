"""Something to watch that the maker knows of and lives with."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import StringConstraints

from steeple.core.plan.values import Name, Part, Slug

FindingCode = Annotated[
    str, StringConstraints(pattern=r"^[a-z]+\.[a-z0-9][a-z0-9-]*$", max_length=80)
]


class Acceptance(Part):
    """A finding to watch that is accepted, with the reason.

    It is quiet on the sheet and named on the card. Where the same finding fails later, it speaks again.
    """

    finding: FindingCode
    about: Slug | Literal[""] = ""
    reason: Name
