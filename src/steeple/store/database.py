"""The database file: opening, migrating, transactions, backup, restore.

WAL mode and foreign keys on: a process killed at any moment loses at most the change in flight.
Synchronisation is NORMAL: what a power cut may take is the last changes before it, never the file.
"""

from __future__ import annotations

import fcntl
import os
import sqlite3
import threading
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import IO

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.pool import ConnectionPoolEntry

from steeple.store.errors import StoreError

BUSY_SECONDS = 10.0
_MIGRATIONS = Path(__file__).parent / "migrations"


class Database:
    """One SQLite file, brought up to the newest migration when it is opened.

    Parameters
    ----------
    path
        the file; made with its folder where it does not exist.

    Raises
    ------
    StoreError
        ``cannot-open``, ``not-a-database``, ``newer-database``.
    """

    def __init__(self, path: Path) -> None:
        self.path = path
        try:
            path.parent.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            raise StoreError(
                "cannot-open", f"The folder {path.parent} cannot be made: {error.strerror}."
            ) from error
        self.engine = _engine(path)
        self._turn = threading.Lock()
        with _plain_errors(path):
            self._migrate()

    def _migrate(self) -> None:
        config = Config()
        config.set_main_option("script_location", str(_MIGRATIONS))
        scripts = ScriptDirectory.from_config(config)
        with self.engine.connect() as connection:
            now = MigrationContext.configure(connection).get_current_revision()
            connection.rollback()
            if now == scripts.get_current_head():
                return
            if now is not None and now not in {one.revision for one in scripts.walk_revisions()}:
                raise StoreError(
                    "newer-database",
                    f"The file {self.path} was written by a newer Steeple (its state is {now}). "
                    "Open it with that one; nothing was changed.",
                )
            connection.execution_options(writes=True)
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
            connection.commit()

    @contextmanager
    def reading(self) -> Iterator[Connection]:
        """A transaction for reading; sees one consistent state."""
        with _plain_errors(self.path), self.engine.connect() as connection:
            yield connection

    @contextmanager
    def writing(self) -> Iterator[Connection]:
        """A transaction that holds the write lock from its first statement and commits at the end.

        Threads of this process wait for each other in turn; SQLite's own waiting, which sleeps in
        growing steps, is left to other processes.
        """
        with (
            self._turn,
            _plain_errors(self.path),
            self.engine.connect().execution_options(writes=True) as connection,
        ):
            yield connection
            connection.commit()

    def close(self) -> None:
        """Give back every connection."""
        self.engine.dispose()

    def backup_to(self, target: Path) -> None:
        """Write a whole copy to a new file, also while the database is in use.

        Raises
        ------
        StoreError
            ``file-exists`` or ``cannot-write``.
        """
        if target.exists():
            raise StoreError("file-exists", f"{target} exists already. Name a new file.")
        try:
            with sqlite3.connect(self.path) as source, sqlite3.connect(target) as copy:
                source.backup(copy)
                copy.execute("PRAGMA journal_mode=DELETE")
        except (sqlite3.Error, OSError) as error:
            target.unlink(missing_ok=True)
            raise StoreError("cannot-write", f"{target} cannot be written: {error}.") from error
        finally:
            source.close()
            copy.close()


def _engine(path: Path) -> Engine:
    engine = create_engine(
        f"sqlite:///{path}",
        connect_args={"check_same_thread": False, "timeout": BUSY_SECONDS},
        pool_size=16,
        max_overflow=16,
    )

    @event.listens_for(engine, "connect")
    def _prepare(raw: sqlite3.Connection, _record: ConnectionPoolEntry) -> None:
        raw.isolation_level = None
        for pragma in ("journal_mode=WAL", "synchronous=NORMAL", "foreign_keys=ON"):
            raw.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begin(connection: Connection) -> None:
        writes = connection.get_execution_options().get("writes", False)
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")

    return engine


@contextmanager
def _plain_errors(path: Path) -> Iterator[None]:
    """What the database engine complains of, as a sentence."""
    try:
        yield
    except DBAPIError as error:
        text = str(error.orig).lower()
        if "readonly" in text or "read-only" in text:
            raise StoreError(
                "read-only",
                f"{path} is read-only: the change was not saved. Make the file and its folder "
                "writable, then try again.",
            ) from error
        if "full" in text:
            raise StoreError(
                "disk-full", f"The disk with {path} is full: the change was not saved."
            ) from error
        if "locked" in text or "busy" in text:
            raise StoreError(
                "busy", f"{path} is in use by something else: the change was not saved. Try again."
            ) from error
        if "not a database" in text or "malformed" in text:
            raise StoreError(
                "not-a-database",
                f"{path} is damaged or no database of Steeple's. Restore a backup with "
                "“steeple restore FILE”.",
            ) from error
        if "unable to open" in text:
            raise StoreError(
                "cannot-open",
                f"{path} cannot be opened. The file and its folder must be there and writable.",
            ) from error
        raise


@contextmanager
def exclusive(path: Path) -> Iterator[None]:
    """Hold the database for one process: a server while it runs, or a restore.

    Raises
    ------
    StoreError
        ``in-use`` where another process holds it.
    """
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
        lock: IO[str] = open(f"{path}.lock", "w", encoding="utf-8")  # noqa: SIM115
    except OSError as error:
        raise StoreError(
            "cannot-open",
            f"The folder {path.parent} cannot be written to ({error.strerror}). Make it writable, "
            "or name another with --data.",
        ) from error
    try:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            raise StoreError(
                "in-use",
                f"Another Steeple has {path} open. Stop it first, or name another place with "
                "--data.",
            ) from error
        yield
    finally:
        lock.close()


def restore_from(source: Path, target: Path) -> Path | None:
    """Put a backup in the place of the database; the present one is kept beside it.

    Parameters
    ----------
    source
        a file written by ``backup``.
    target
        the database file.

    Returns
    -------
    Where the present database was kept, or None where there was none.

    Raises
    ------
    StoreError
        ``no-such-file``, ``not-a-database``, ``in-use``.
    """
    if not source.is_file():
        raise StoreError("no-such-file", f"There is no file {source}.")
    try:
        with sqlite3.connect(f"file:{source}?mode=ro", uri=True) as probe:
            sound = probe.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
            sound = sound and bool(
                probe.execute("SELECT 1 FROM sqlite_master WHERE name='revisions'").fetchone()
            )
    except sqlite3.Error:
        sound = False
    if not sound:
        raise StoreError(
            "not-a-database", f"{source} is damaged or no backup of Steeple's. Nothing was changed."
        )
    with exclusive(target):
        fresh = target.with_name(target.name + ".restoring")
        fresh.unlink(missing_ok=True)
        with sqlite3.connect(source) as old, sqlite3.connect(fresh) as new:
            old.backup(new)
        old.close()
        new.close()
        Database(fresh).close()
        kept = None
        if target.exists():
            with suppress(StoreError):  # what cannot be opened is kept as it is
                Database(target).close()
            kept = _free_name(target)
            os.replace(target, kept)
        for suffix in ("-wal", "-shm"):
            Path(f"{target}{suffix}").unlink(missing_ok=True)
        os.replace(fresh, target)
    return kept


def _free_name(target: Path) -> Path:
    number = 1
    while (name := target.with_name(f"{target.stem}.before-restore-{number}.db")).exists():
        number += 1
    return name
