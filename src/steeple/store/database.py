"""The database file: opening, migrating, transactions.

WAL mode and foreign keys on: a process killed at any moment loses at most the change in flight. A change
is acknowledged when the log that holds it is on the disk, so that a power cut takes no change that was
acknowledged; those who save at the same time wait for one flush together.
"""

from __future__ import annotations

import glob
import os
import secrets
import sqlite3
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import URL, Connection, Engine, create_engine, event, select, update
from sqlalchemy.exc import DBAPIError
from sqlalchemy.pool import ConnectionPoolEntry

from steeple.store.errors import StoreError
from steeple.store.tables import GearRow, LineRow

BUSY_SECONDS = 5.0
"""How long a change waits for another process that holds the database."""
VERSIONS_AHEAD = 1_000_000
_MIGRATIONS = Path(__file__).parent / "migrations"


class Database:
    """One SQLite file, brought up to the newest migration when it is opened.

    Parameters
    ----------
    path
        the file.
    new
        whether it is made, with its folder, where it does not exist.

    Raises
    ------
    StoreError
        ``cannot-open``, ``not-a-database``, ``newer-database``, ``no-database``; ``half-restored``
        where a restore was broken off and the file is gone.

    Attributes
    ----------
    line
        id of the line of revisions in the file. A restore begins a new one: numbers of revisions
        are used again in it.
    """

    def __init__(self, path: Path, *, new: bool = True) -> None:
        self.path = path
        if not path.exists():
            may_begin(path, new)
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
            with self.engine.connect() as connection:
                self.line: str = connection.execute(select(LineRow.id)).scalar_one()
        self._file = _FileSeen(path)
        self._log = _Log(path)

    def _migrate(self) -> None:
        config = Config()
        # A per cent sign in a path of options would be read as the beginning of a name.
        config.set_main_option("script_location", str(_MIGRATIONS).replace("%", "%%"))
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
        growing steps, is left to other processes. Both together wait `BUSY_SECONDS` at most.
        """
        until = time.monotonic() + BUSY_SECONDS
        with (
            self._in_turn(),
            _plain_errors(self.path),
            self.engine.connect().execution_options(writes=True) as connection,
        ):
            left_ms = max(0, round((until - time.monotonic()) * 1000))
            connection.connection.cursor().execute(f"PRAGMA busy_timeout={left_ms}")
            self._file.must_be_there()
            yield connection
            connection.commit()
            # What was written to a file that is gone by now must not be taken for saved.
            self._file.must_be_there()
        self._log.flush()

    @contextmanager
    def _in_turn(self) -> Iterator[None]:
        if not self._turn.acquire(timeout=BUSY_SECONDS):
            raise _busy(self.path)
        try:
            yield
        finally:
            self._turn.release()

    def begin_line(self) -> None:
        """Begin a new line of revisions, as the database does not go on from where windows left it."""
        line = new_line()
        with self.writing() as connection:
            connection.execute(update(LineRow).values(id=line))
            # Versions of gear are counted on from where no window can be.
            connection.execute(update(GearRow).values(version=GearRow.version + VERSIONS_AHEAD))
        self.line = line

    def close(self) -> None:
        """Give back every connection."""
        self._log.close()
        self.engine.dispose()


def new_line() -> str:
    """An id for a line of revisions."""
    return secrets.token_hex(8)


def half_restored(path: Path) -> Path:
    """Where a restore writes the new database before it is put in place."""
    return path.with_name(f"{path.name}.restoring")


def may_begin(path: Path, new: bool) -> None:
    """Refuses to begin an empty database where there should be one."""
    kept = sorted(path.parent.glob(f"{glob.escape(path.stem)}.before-restore-*.db"))
    left = [one for one in (half_restored(path), *kept) if one.exists()]
    if left:
        names = ", ".join(one.name for one in left)
        back = f" or “steeple restore {kept[-1]}” for what was there before" if kept else ""
        raise StoreError(
            "half-restored",
            f"{path} is missing, and {names} beside it say that a restore was broken off. Finish it "
            f"with “steeple restore FILE”{back}; nothing was begun anew.",
        )
    if not new:
        raise StoreError(
            "no-database",
            f"There is no database of Steeple's in {path.parent}. Name the folder of your plans "
            "with --data.",
        )


class _FileSeen:
    """The database file and its log as they were last seen: whether it is still that file."""

    def __init__(self, path: Path) -> None:
        self.path, self.log = path, Path(f"{path}-wal")
        self.file = _identity(path.stat())
        self.log_file: tuple[int, int] | None = None
        self.size = 0

    def must_be_there(self) -> None:
        """Raises `StoreError` ``gone`` where the file was removed, replaced or cut short."""
        with suppress(OSError):
            found = self.path.stat()
            if self.log_file is not None or self.log.exists():
                log = _identity(self.log.stat())
                self.log_file = self.log_file or log
            else:
                log = None
            same = _identity(found) == self.file and log == self.log_file
            if same and found.st_size >= self.size:
                self.size = found.st_size
                return
        raise StoreError(
            "gone",
            f"{self.path} was removed, replaced or cut short while Steeple was running: the change was "
            "not saved. Stop Steeple, put the file or a backup back, and start it again.",
        )


class _Log:
    """The log of the database, flushed to the disk once for all who wait for it."""

    def __init__(self, path: Path) -> None:
        self.path = Path(f"{path}-wal")
        self._one_at_a_time, self._counting = threading.Lock(), threading.Lock()
        self._asked = self._flushed = 0
        self._handle: int | None = None

    def flush(self) -> None:
        """Return when everything that was committed before the call is on the disk."""
        with self._counting:
            self._asked += 1
            mine = self._asked
        with self._one_at_a_time:
            if self._flushed >= mine:
                return
            # Whoever asked by now has committed before.
            upto = self._asked
            with suppress(FileNotFoundError):  # folded into the database, and flushed by that
                if self._handle is None:
                    self._handle = os.open(self.path, os.O_RDONLY | os.O_CLOEXEC)
                os.fsync(self._handle)
            self._flushed = upto

    def close(self) -> None:
        """Give the file back."""
        with self._one_at_a_time:
            if self._handle is not None:
                os.close(self._handle)
            self._handle = None


def _identity(found: os.stat_result) -> tuple[int, int]:
    return found.st_dev, found.st_ino


def _engine(path: Path) -> Engine:
    engine = create_engine(
        URL.create("sqlite", database=str(path.absolute())),
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


def _busy(path: Path) -> StoreError:
    return StoreError(
        "busy", f"{path} is in use by something else: the change was not saved. Try again."
    )


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
            raise _busy(path) from error
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
