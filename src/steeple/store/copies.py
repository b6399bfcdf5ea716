"""Whole copies of the database: backup, and restore in one step.

A restore writes the new database beside the old one, links the old one to a name of its own, and only
then replaces it: whenever it is broken off, the database at its place is the old one or the new one.
"""

from __future__ import annotations

import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from tempfile import TemporaryDirectory

from steeple.store.database import Database, half_restored, may_begin
from steeple.store.errors import StoreError
from steeple.store.locks import alone

LOGS = ("-wal", "-shm")


def backup_to(source: Path, target: Path) -> None:
    """Write a whole copy of a database to a new file, also while it is in use.

    Raises
    ------
    StoreError
        ``file-exists``, ``no-database`` or ``cannot-write``; nothing is left behind.
    """
    if not source.exists():
        may_begin(source, new=False)
    if target.exists():
        raise StoreError("file-exists", f"{target} exists already. Name a new file.")
    if not target.parent.is_dir():
        raise StoreError(
            "cannot-write", f"{target} cannot be written: there is no folder {target.parent}."
        )
    partly = target.with_name(f"{target.name}.partly")
    try:
        with _new_file(partly):
            _copy(source, partly)
            _on_disk(partly)
            _put(partly, target)
    except FileExistsError as error:
        raise StoreError("file-exists", f"{target} exists already. Name a new file.") from error
    except (sqlite3.Error, OSError) as error:
        raise StoreError("cannot-write", f"{target} cannot be written: {_said(error)}.") from error


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
        ``no-such-file``, ``not-a-database``, ``in-use``, ``cannot-write``; the present database is
        then as it was.
    """
    if not source.is_file():
        raise StoreError("no-such-file", f"There is no file {source}.")
    if not _is_sound(source):
        raise StoreError(
            "not-a-database", f"{source} is damaged or no backup of Steeple's. Nothing was changed."
        )
    with alone(target):
        fresh = half_restored(target)
        try:
            with _new_file(fresh):
                _copy(source, fresh)
                new = Database(fresh)
                new.begin_line()
                new.close()
                _in_one_file(fresh)
                _on_disk(fresh)
                kept = _kept(target)
                os.replace(fresh, target)
                _on_disk(target.parent)
        except (sqlite3.Error, OSError) as error:
            raise StoreError(
                "cannot-write",
                f"{target} cannot be replaced: {_said(error)}. What was there is still in place.",
            ) from error
    return kept


def _kept(target: Path) -> Path | None:
    """The present database under a name of its own as well, with its log."""
    if not target.exists():
        return None
    kept = _free_name(target)
    # What cannot be opened is kept as it is, with its log, before anybody tries to open it.
    for ending in LOGS:
        part = Path(f"{target}{ending}")
        if part.exists():
            shutil.copy2(part, f"{kept}{ending}")
    with suppress(sqlite3.Error):
        _in_one_file(target)
        for ending in LOGS:
            Path(f"{kept}{ending}").unlink(missing_ok=True)
    _link(target, kept)
    _on_disk(target.parent)
    # A log that stayed behind would be taken for the new database's own.
    for ending in LOGS:
        Path(f"{target}{ending}").unlink(missing_ok=True)
    return kept


def _put(partly: Path, target: Path) -> None:
    """Give a whole file its name, which no other file may have by now."""
    try:
        os.link(partly, target)
    except FileExistsError:
        raise
    except OSError:  # a file system without links
        os.replace(partly, target)


def _link(path: Path, name: Path) -> None:
    try:
        os.link(path, name)
    except OSError:  # a file system without links
        shutil.copy2(path, name)


def _free_name(target: Path) -> Path:
    number = 1
    while (name := target.with_name(f"{target.stem}.before-restore-{number}.db")).exists():
        number += 1
    return name


@contextmanager
def _reading(path: Path) -> Iterator[sqlite3.Connection]:
    """A database to be read, also where it lies on a disk that nobody can write to: the engine keeps
    notes beside a database with a log, so such a one is read from a copy."""
    with TemporaryDirectory() as folder:
        if not os.access(path.parent, os.W_OK):
            copied = Path(folder) / "copied.db"
            for ending in ("", "-wal"):
                if Path(f"{path}{ending}").exists():
                    shutil.copy(f"{path}{ending}", f"{copied}{ending}")
            path = copied
        uri = f"{path.resolve().as_uri()}?mode=ro"
        with closing(sqlite3.connect(uri, uri=True)) as connection:
            yield connection


def _is_sound(path: Path) -> bool:
    try:
        with _reading(path) as probe:
            tables = probe.execute("SELECT 1 FROM sqlite_master WHERE name='revisions'")
            return tables.fetchone() is not None and probe.execute(
                "PRAGMA integrity_check"
            ).fetchone() == ("ok",)
    except sqlite3.Error:
        return False


def _copy(source: Path, target: Path) -> None:
    with _reading(source) as old, closing(sqlite3.connect(target)) as new:
        old.backup(new)
        new.execute("PRAGMA journal_mode=DELETE")


def _in_one_file(path: Path) -> None:
    """Bring what stands in the log into the database, and end the log."""
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("PRAGMA journal_mode=DELETE")


@contextmanager
def _new_file(path: Path) -> Iterator[None]:
    """A file to be written, of which nothing is left behind under this name."""
    _forget(path)
    try:
        yield
    finally:
        _forget(path)


def _forget(path: Path) -> None:
    for ending in ("", "-journal", *LOGS):
        with suppress(OSError):
            Path(f"{path}{ending}").unlink(missing_ok=True)


def _on_disk(path: Path) -> None:
    """Wait until a file or folder is on the disk itself."""
    handle = os.open(path, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


def _said(error: sqlite3.Error | OSError) -> str:
    return str(error.strerror if isinstance(error, OSError) else error).lower()
