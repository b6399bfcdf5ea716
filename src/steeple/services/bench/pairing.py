"""Use case: a device is paired by a code that the desk shows, once, for a while, and not by guessing."""

from __future__ import annotations

import secrets
import threading
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from hashlib import sha256

from steeple.core.errors import InputError, SteepleError
from steeple.services.plans import Clock, new_id
from steeple.store.database import Database
from steeple.store.paired import Paired, PairedRepository

LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789"
"""Without those that are taken for one another."""
CODE_LENGTH = 8
CODE_MINUTES = 10
PAIRED_DAYS = 30
TRIES_EACH, TRIES_ALL = 5, 20
"""So many wrong codes from one address make it wait; so many in all withdraw the codes that stand."""
WAIT_S, LONGEST_WAIT_S = 30.0, 900.0
SEEN_EVERY_S = 300.0
USED_KEPT = 50
NAME_LENGTH = 60


class TooManyTries(SteepleError):
    """Codes were guessed from this address."""


@dataclass(frozen=True, slots=True)
class Code:
    """A code that pairs one device."""

    code: str
    expires_at: datetime


@dataclass(slots=True)
class _Tries:
    """Wrong codes from an address: how many, and until when it waits."""

    count: int = 0
    until: datetime | None = None


@dataclass(slots=True)
class _State:
    codes: dict[str, Code] = field(default_factory=dict)
    used: dict[str, str] = field(default_factory=dict)
    """Codes that paired a device, with its address."""
    tries: dict[str, _Tries] = field(default_factory=dict)
    wrong: int = 0
    by_hash: dict[str, Paired] = field(default_factory=dict)
    withdrawn_for_guessing: bool = False


class PairingService:
    """Codes that stand, and devices that were paired. ``clock`` gives aware times."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self.database, self.clock = database, clock
        self._turn = threading.Lock()
        self._state = _State()
        with database.reading() as connection:
            self._state.by_hash = {
                one.token_hash: one for one in PairedRepository(connection).all()
            }

    def new_code(self) -> Code:
        """A fresh code; those that stood do not count any more."""
        code = Code(
            "".join(secrets.choice(LETTERS) for _ in range(CODE_LENGTH)),
            self.clock() + timedelta(minutes=CODE_MINUTES),
        )
        with self._turn:
            self._state.codes = {code.code: code}
            self._state.wrong = 0
            self._state.withdrawn_for_guessing = False
        return code

    def code(self) -> Code | None:
        """The code that stands, where one does."""
        now = self.clock()
        with self._turn:
            return next((one for one in self._state.codes.values() if one.expires_at > now), None)

    def withdraw_codes(self) -> None:
        """No code stands any more."""
        with self._turn:
            self._state.codes.clear()

    @property
    def was_guessed_at(self) -> bool:
        """Whether codes were withdrawn because they were guessed at."""
        return self._state.withdrawn_for_guessing

    def pair(self, code: str, *, name: str, where: str) -> tuple[str, Paired]:
        """Pair a device.

        Parameters
        ----------
        code
            as typed; blanks, dashes and small letters do not matter.
        name, where
            what the device is called, and its address.

        Returns
        -------
        Its token, which is not kept, and the device.

        Raises
        ------
        TooManyTries
            ``too-many-tries``: this address must wait.
        InputError
            ``code-used``, ``code-expired`` or ``wrong-code``.
        """
        typed = "".join(letter for letter in code.upper() if letter.isalnum())[:40]
        now = self.clock()
        with self._turn:
            self._must_not_wait(where, now)
            stands = self._state.codes.get(typed)
            if stands is None or stands.expires_at <= now:
                raise self._refused(typed, stands, where, now)
            del self._state.codes[typed]
            self._state.used[typed] = where
            while len(self._state.used) > USED_KEPT:
                self._state.used.pop(next(iter(self._state.used)))
            self._state.tries.pop(where, None)
        token = secrets.token_urlsafe(32)
        device = Paired(
            id=new_id(),
            name=" ".join(name.split())[:NAME_LENGTH] or "a device",
            token_hash=_hashed(token),
            paired_at=now.isoformat(timespec="seconds"),
            seen_at=now.isoformat(timespec="seconds"),
            seen_from=where[:60],
            expires_at=(now + timedelta(days=PAIRED_DAYS)).isoformat(timespec="seconds"),
            withdrawn_at=None,
        )
        with self.database.writing() as connection:
            PairedRepository(connection).add(device)
        with self._turn:
            self._state.by_hash[device.token_hash] = device
        return token, device

    def _must_not_wait(self, where: str, now: datetime) -> None:
        tries = self._state.tries.get(where)
        if tries is None or tries.until is None or tries.until <= now:
            return
        seconds = max(1, round((tries.until - now).total_seconds()))
        raise TooManyTries(
            "too-many-tries",
            f"{tries.count} wrong codes came from this device. Wait {seconds} s, then type the code "
            "that the desk shows.",
            field="code", value=tries.count, allowed=f"after {seconds} s",
        )  # fmt: skip

    def _refused(self, typed: str, stands: Code | None, where: str, now: datetime) -> SteepleError:
        """What is said of a code that does not pair, counted as a try where it is a guess."""
        if stands is not None:
            return InputError(
                "code-expired",
                f"This code was good for {CODE_MINUTES} minutes and has run out. Ask for a new one at the desk.",
                field="code",
            )
        if typed in self._state.used:
            words = "by this device" if self._state.used[typed] == where else "by another device"
            return InputError(
                "code-used",
                f"This code was used already, {words}. A code pairs one device; ask for a new one at the desk.",
                field="code",
            )
        tries = self._state.tries.setdefault(where, _Tries())
        tries.count += 1
        self._state.wrong += 1
        if tries.count >= TRIES_EACH:
            over = min(tries.count - TRIES_EACH, 10)
            wait = min(LONGEST_WAIT_S, WAIT_S * 2.0**over)
            tries.until = now + timedelta(seconds=wait)
        if self._state.wrong >= TRIES_ALL and self._state.codes:
            self._state.codes.clear()
            self._state.withdrawn_for_guessing = True
        if len(self._state.tries) > 10_000:
            self._state.tries.clear()
        return InputError(
            "wrong-code",
            f"This is not the code. It has {CODE_LENGTH} letters and figures, and stands on the desk’s page.",
            field="code",
        )

    def who(self, token: str) -> Paired | None:
        """The device that a token belongs to; None where it may not, or not any more, come in."""
        if not token:
            return None
        found = self._state.by_hash.get(_hashed(token))
        if found is None or found.withdrawn_at is not None:
            return None
        return found if datetime.fromisoformat(found.expires_at) > self.clock() else None

    def is_news(self, device: Paired, where: str) -> bool:
        """Whether it is to be noted that a device was heard: from elsewhere, or after a while."""
        last = datetime.fromisoformat(device.seen_at)
        quiet_s = (self.clock() - last).total_seconds()
        return device.seen_from != where or quiet_s >= SEEN_EVERY_S

    def seen(self, device: Paired, where: str) -> None:
        """Note that a device was heard."""
        now = self.clock()
        at = now.isoformat(timespec="seconds")
        with self._turn:
            self._state.by_hash[device.token_hash] = replace(
                device, seen_at=at, seen_from=where[:60]
            )
        with self.database.writing() as connection:
            PairedRepository(connection).seen(device.id, at=at, where=where[:60])

    def devices(self) -> list[Paired]:
        """Devices that may come in, the one paired last first."""
        now = self.clock()
        with self._turn:
            there = [
                one
                for one in self._state.by_hash.values()
                if one.withdrawn_at is None and datetime.fromisoformat(one.expires_at) > now
            ]
        return sorted(there, key=lambda one: (one.paired_at, one.id), reverse=True)

    def withdraw(self, device_id: str) -> None:
        """Take a device's right away, at once."""
        at = self.clock().isoformat(timespec="seconds")
        with self.database.writing() as connection:
            PairedRepository(connection).withdraw(device_id, at=at)
        with self._turn:
            for key, one in self._state.by_hash.items():
                if one.id == device_id:
                    self._state.by_hash[key] = replace(one, withdrawn_at=at)


def _hashed(token: str) -> str:
    return sha256(token.encode()).hexdigest()
