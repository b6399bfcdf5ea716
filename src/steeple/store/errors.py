"""What can go wrong with stored plans."""

from __future__ import annotations

from steeple.core.errors import SteepleError


class StoreError(SteepleError):
    """The database cannot be opened, read or written."""


class NotFound(SteepleError):
    """There is no such plan, revision or gear."""


class RevisionConflict(SteepleError):
    """A write that started from a revision which is no longer the newest."""

    def __init__(self, *, base: int, newest: int, what: str = "This plan") -> None:
        super().__init__(
            "outdated-revision",
            f"{what} was changed elsewhere: revision {newest} is the newest, and your change "
            f"started from revision {base}. Nothing was overwritten.",
            field="base_revision",
            value=base,
            allowed=str(newest),
        )
        self.newest = newest


class OtherLine(SteepleError):
    """A write by who still shows a plan from before a restore."""

    def __init__(self) -> None:
        super().__init__(
            "another-line",
            "The plans were restored from a backup since this page was opened: its revisions are others "
            "now. Nothing was overwritten; open the page anew, or keep your change as a copy.",
            field="line",
        )
