"""Who holds the database file: one server, any number of commands, or a restore alone.

Locks are `flock`s on files beside the database; they end with the process that holds them.
"""

from __future__ import annotations

import errno
import fcntl
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from steeple.store.errors import StoreError


@contextmanager
def used(path: Path) -> Iterator[None]:
    """Use the database beside others; no restore takes it away meanwhile.

    Raises
    ------
    StoreError
        ``in-use`` while a restore is under way; ``cannot-open`` where the folder cannot be made.
    """
    with _lock(
        path, "lock", fcntl.LOCK_SH, f"A restore of {path} is under way. Try again after it."
    ):
        yield


@contextmanager
def served(path: Path) -> Iterator[None]:
    """Hold the database for the one server of it.

    Raises
    ------
    StoreError
        ``in-use`` where another server has it; as `used`.
    """
    with (
        used(path),
        _lock(
            path,
            "served",
            fcntl.LOCK_EX,
            f"Another Steeple has {path} open. Stop it first, or name another place with --data.",
        ),
    ):
        yield


@contextmanager
def alone(path: Path) -> Iterator[None]:
    """Hold the database alone, for a restore.

    Raises
    ------
    StoreError
        ``in-use`` where a server or a command has it; ``cannot-open``.
    """
    with _lock(
        path,
        "lock",
        fcntl.LOCK_EX,
        f"Another Steeple has {path} open. Stop it first, or name another place with --data.",
    ):
        yield


@contextmanager
def _lock(path: Path, ending: str, kind: int, refusal: str) -> Iterator[None]:
    """A lock on the file beside the database; none on a disk that nobody can write to."""
    name = f"{path}.{ending}"
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
        handle = os.open(name, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o644)
    except OSError as error:
        if error.errno == errno.EROFS and kind == fcntl.LOCK_SH:
            yield
            return
        raise StoreError(
            "cannot-open",
            f"The folder {path.parent} cannot be written to ({error.strerror}). Make it writable, "
            "or name another with --data.",
        ) from error
    try:
        try:
            fcntl.flock(handle, kind | fcntl.LOCK_NB)
        except OSError as error:
            raise StoreError("in-use", refusal) from error
        yield
    finally:
        os.close(handle)
