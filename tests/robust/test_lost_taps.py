"""A session at a bench whose connection is lost again and again, and whose server is killed: every tap arrives, once."""

from __future__ import annotations

import http.client
import random
import socket
import threading
import urllib.error
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any, Literal

from tests.cli.test_serving import ask
from tests.robust.test_kills import PLAN, Mortal

DROPS = 200
Fate = Literal["through", "never sent", "no reply", "half a reply"]


class Proxy:
    """A connection between phone and server that is lost as often as it is told to be."""

    def __init__(self, seed: int) -> None:
        self.chance = random.Random(seed)
        self.drops: dict[str, int] = {}
        self.target = ("127.0.0.1", 0)
        self.listener = socket.socket()
        self.listener.bind(("127.0.0.1", 0))
        self.listener.listen(64)
        self.address = f"http://127.0.0.1:{self.listener.getsockname()[1]}"
        threading.Thread(target=self._run, daemon=True).start()

    def aim(self, address: str) -> None:
        self.target = ("127.0.0.1", int(address.rsplit(":", 1)[1]))

    def _fate(self) -> Fate:
        fates: tuple[Fate, ...] = ("through", "never sent", "no reply", "half a reply")
        return self.chance.choices(fates, weights=(4, 2, 3, 1))[0]

    def _run(self) -> None:
        while True:
            try:
                phone, _ = self.listener.accept()
            except OSError:
                return
            threading.Thread(target=self._carry, args=(phone, self._fate()), daemon=True).start()

    def _carry(self, phone: socket.socket, fate: Fate) -> None:
        with phone, suppress(OSError):
            phone.settimeout(5)
            if fate != "through":
                self.drops[fate] = self.drops.get(fate, 0) + 1
            request = _whole(phone)
            if fate == "never sent" or not request:
                return
            with socket.create_connection(self.target, timeout=5) as server:
                server.sendall(request)
                reply = _whole(server)
            if fate == "no reply":
                return
            phone.sendall(reply if fate == "through" else reply[: len(reply) // 2])


def _whole(one: socket.socket) -> bytes:
    """One message of HTTP with the length of its body told."""
    content = b""
    while b"\r\n\r\n" not in content:
        more = one.recv(65_536)
        if not more:
            return content
        content += more
    head, _, body = content.partition(b"\r\n\r\n")
    lengths = [
        int(line.split(b":")[1]) for line in head.split(b"\r\n") if line.lower().startswith(b"content-length")
    ]  # fmt: skip
    while lengths and len(body) < lengths[0]:
        more = one.recv(65_536)
        if not more:
            break
        body += more
    return head + b"\r\n\r\n" + body


class Phone:
    """A phone as its page is: taps are kept until the log says that it has them."""

    def __init__(self, address: str, plan: str, session: str, name: str) -> None:
        self.path = f"/api/log/sessions/{session}/events"
        self.address, self.plan, self.name = address, plan, name
        self.kept: list[dict[str, Any]] = []
        self.count = 0

    def tap(self, at: datetime, kind: str, **more: Any) -> str:
        self.count += 1
        told = f"{self.name}-{self.count:05d}"
        self.kept.append({"id": told, "at": at.isoformat(), "n": self.count, "kind": kind, **more})
        return told

    def send(self) -> bool:
        """One try; whether all taps are in the log now."""
        if not self.kept:
            return True
        body = {
            "plan_id": self.plan, "device": self.name, "sent_at": datetime.now(UTC).isoformat(),
            "events": self.kept[:50],
        }  # fmt: skip
        try:
            reply = ask(self.address, self.path, body, "POST")
        except urllib.error.HTTPError as error:
            error.close()
            return False
        except (OSError, ValueError, http.client.HTTPException):
            return False
        self.kept = [one for one in self.kept if one["id"] not in reply["kept"]]
        return not self.kept


@contextmanager
def killed_now_and_then(server: Mortal, proxy: Proxy) -> Iterator[None]:
    over = threading.Event()

    def kill() -> None:
        while not over.wait(2.5):
            server.kill()
            server.start()
            proxy.aim(server.address)

    thread = threading.Thread(target=kill)
    thread.start()
    yield
    over.set()
    thread.join()


def test_two_hours_with_two_hundred_lost_connections_and_kills_arrive_mark_by_mark(
    tmp_path: Path,
) -> None:
    server, proxy = Mortal(tmp_path), Proxy(seed=5)
    server.start()
    proxy.aim(server.address)
    plan = ask(server.address, "/api/plans/open", PLAN, "POST")["id"]
    phones = [Phone(proxy.address, plan, "two-hours", name) for name in ("phone", "tablet")]
    began = datetime.now(UTC) - timedelta(hours=3)
    chance = random.Random(11)
    wanted: list[str] = []
    phones[0].tap(began, "begin", revision=1)
    with killed_now_and_then(server, proxy):
        for minute in range(120):
            at = began + timedelta(minutes=minute)
            if minute % 20 == 1:
                phones[0].tap(at, "take")
            elif minute % 20 == 19:
                phones[0].tap(at, "cut")
            elif minute % 20:
                phone = chance.choice(phones)
                mark = chance.choice(["good", "again", "cut here"])
                wanted.append(
                    phone.tap(at + timedelta(seconds=5), "mark", mark=mark, says=f"m{minute}")
                )
            for phone in phones:
                for _ in range(chance.choice([0, 1, 2])):
                    phone.send()
        phones[0].tap(began + timedelta(minutes=121), "end")
        while sum(proxy.drops.values()) < DROPS or any(one.kept for one in phones):
            for phone in phones:
                if not phone.kept:
                    wanted_more = phone.tap(
                        began + timedelta(minutes=120), "note", says="still there"
                    )
                    assert wanted_more
                phone.send()
    for phone in phones:
        while not phone.send():
            pass
    record = ask(server.address, "/api/log/sessions/two-hours", None, "GET")["record"]
    server.kill()
    marks = [one["id"] for take in record["takes"] for one in take["marks"]]
    assert sorted(marks) == sorted(wanted), "nothing lost, nothing doubled"
    assert [one["seconds"] for one in record["takes"]] == [1080.0] * 6
    assert record["ended"] is not None
    assert len(record["notes"]) == sum(one.count for one in phones) - len(wanted) - 14
    assert set(proxy.drops) == {"never sent", "no reply", "half a reply"}
    assert sum(proxy.drops.values()) >= DROPS
