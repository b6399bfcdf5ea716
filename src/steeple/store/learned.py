"""What the log learns from: figures predicted and measured, and corrections that are switched off."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from pydantic import TypeAdapter
from sqlalchemy import Connection, delete, insert, select
from sqlalchemy.dialects.sqlite import insert as put

from steeple.core.record.pair import Pair
from steeple.store.log import in_utc
from steeple.store.tables import PairRow, SwitchedOffRow

_PAIRS: TypeAdapter[list[Pair]] = TypeAdapter(list[Pair])


class LearnedRepository:
    """Reads and changes within one transaction."""

    def __init__(self, connection: Connection) -> None:
        self.connection = connection

    def put_pairs(self, pairs: Sequence[Pair]) -> None:
        """Keep pairs; those with the same id are replaced."""
        for one in pairs:
            values = {
                "session_id": one.session_id,
                "plan_id": one.plan_id,
                "figure": one.figure,
                "of": one.of,
                "at": in_utc(one.at),
                "pair": one.model_dump_json(),
            }
            self.connection.execute(
                put(PairRow)
                .values(id=one.id, **values)
                .on_conflict_do_update(index_elements=["id"], set_=values)
            )

    def drop_pairs(self, session_id: str, figures: Collection[str]) -> None:
        """Forget what a session told of some figures, to be made anew; its test frames and readings stay."""
        self.connection.execute(
            delete(PairRow).where(PairRow.session_id == session_id, PairRow.figure.in_(figures))
        )

    def pairs(self, figure: str | None = None, of: str | None = None) -> list[Pair]:
        """Pairs, the oldest first."""
        query = select(PairRow.pair).order_by(PairRow.at, PairRow.id)
        if figure is not None:
            query = query.where(PairRow.figure == figure)
        if of is not None:
            query = query.where(PairRow.of == of)
        return _PAIRS.validate_json(
            "[" + ",".join(row.pair for row in self.connection.execute(query)) + "]"
        )

    def pairs_of(self, session_id: str) -> list[Pair]:
        """Pairs that were made of a session."""
        query = select(PairRow.pair).where(PairRow.session_id == session_id)
        return [Pair.model_validate_json(row.pair) for row in self.connection.execute(query)]

    def switched_off(self) -> set[tuple[str, str]]:
        """Corrections that are not wanted: figure and thing."""
        rows = self.connection.execute(select(SwitchedOffRow.figure, SwitchedOffRow.of))
        return {(row.figure, row.of) for row in rows}

    def switch(self, figure: str, of: str, *, on: bool, at: str) -> None:
        """Switch a correction off, or on again."""
        self.connection.execute(
            delete(SwitchedOffRow).where(SwitchedOffRow.figure == figure, SwitchedOffRow.of == of)
        )
        if not on:
            self.connection.execute(insert(SwitchedOffRow).values(figure=figure, of=of, at=at))
