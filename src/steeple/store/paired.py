"""Devices that are paired for the bench. A token is never kept, its hash alone."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy import Connection, insert, select, update

from steeple.store.errors import NotFound
from steeple.store.tables import PairedRow

_PAIRED = PairedRow.__table__


@dataclass(frozen=True, slots=True)
class Paired:
    """A device that was paired. Times are ISO, in UTC."""

    id: str
    name: str
    token_hash: str
    paired_at: str
    seen_at: str
    seen_from: str
    expires_at: str
    withdrawn_at: str | None


class PairedRepository:
    """Reads and changes within one transaction."""

    def __init__(self, connection: Connection) -> None:
        self.connection = connection

    def add(self, device: Paired) -> None:
        """Keep a device."""
        self.connection.execute(
            insert(PairedRow).values(
                id=device.id, name=device.name, token_hash=device.token_hash,
                paired_at=device.paired_at, seen_at=device.seen_at, seen_from=device.seen_from,
                expires_at=device.expires_at, withdrawn_at=device.withdrawn_at,
            )
        )  # fmt: skip

    def all(self) -> list[Paired]:
        """Every device, the one paired last first."""
        rows = self.connection.execute(select(_PAIRED).order_by(_PAIRED.c.paired_at.desc()))
        return [Paired(**row._mapping) for row in rows]

    def seen(self, device_id: str, *, at: str, where: str) -> None:
        """Note when and from where a device was last heard."""
        self.connection.execute(
            update(PairedRow).where(PairedRow.id == device_id).values(seen_at=at, seen_from=where)
        )

    def withdraw(self, device_id: str, *, at: str) -> None:
        """Take a device's right away.

        Raises
        ------
        NotFound
            ``no-such-device``.
        """
        done = self.connection.execute(
            update(PairedRow).where(PairedRow.id == device_id).values(withdrawn_at=at)
        )
        if done.rowcount == 0:
            raise NotFound(
                "no-such-device", "There is no such device among those paired.", field="device",
                value=device_id,
            )  # fmt: skip
