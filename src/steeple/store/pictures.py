"""Small pictures that the log keeps."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy import Connection, delete, func, insert, select

from steeple.store.errors import NotFound
from steeple.store.tables import PictureRow


@dataclass(frozen=True, slots=True)
class StoredPicture:
    """A picture of the log, without its content."""

    id: str
    plan_id: str
    session_id: str | None
    says: str
    taken_at: str
    size: int


class PictureRepository:
    """Reads and changes within one transaction."""

    def __init__(self, connection: Connection) -> None:
        self.connection = connection

    def put_picture(
        self, picture_id: str, *, plan_id: str, session_id: str | None, says: str, taken_at: str,
        content: bytes,
    ) -> None:  # fmt: skip
        """Keep a picture."""
        self.connection.execute(
            insert(PictureRow).values(
                id=picture_id, plan_id=plan_id, session_id=session_id, says=says[:200],
                taken_at=taken_at, content=content,
            )
        )  # fmt: skip

    def pictures(self, plan_id: str | None = None, most: int = 200) -> list[StoredPicture]:
        """Pictures without their content, the newest first."""
        query = (
            select(
                PictureRow.id, PictureRow.plan_id, PictureRow.session_id, PictureRow.says,
                PictureRow.taken_at, func.length(PictureRow.content),
            )
            .order_by(PictureRow.taken_at.desc(), PictureRow.id)
            .limit(most)
        )  # fmt: skip
        if plan_id is not None:
            query = query.where(PictureRow.plan_id == plan_id)
        return [StoredPicture(*row) for row in self.connection.execute(query)]

    def picture(self, picture_id: str) -> bytes:
        """The content of a picture.

        Raises
        ------
        NotFound
            ``no-such-picture``.
        """
        row = self.connection.execute(
            select(PictureRow.content).where(PictureRow.id == picture_id)
        ).one_or_none()
        if row is None:
            raise NotFound(
                "no-such-picture", "This picture is not kept, or was removed.", field="picture",
                value=picture_id,
            )  # fmt: skip
        return bytes(row.content)

    def drop_picture(self, picture_id: str) -> None:
        """Remove a picture for good."""
        self.connection.execute(delete(PictureRow).where(PictureRow.id == picture_id))

    def drop_pictures_before(self, at: str) -> int:
        """Remove every picture taken before a time; says how many."""
        return self.connection.execute(delete(PictureRow).where(PictureRow.taken_at < at)).rowcount
