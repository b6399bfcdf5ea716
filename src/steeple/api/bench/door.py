"""The door: the second address, which the local network reaches, opened on purpose and closed again."""

from __future__ import annotations

import asyncio
import contextlib
import ipaddress
import socket
import time
from collections.abc import Callable, Generator
from dataclasses import dataclass, field

import psutil
import uvicorn
from starlette.types import ASGIApp

from steeple.api.bench.gate import Gate
from steeple.api.patience import Patient
from steeple.core.errors import InputError
from steeple.services.bench.pairing import PairingService

BENCH_PORT = 8732
SCHEME = "http"
"""A certificate for an address of a local network is not to be had."""
PORTS_TRIED = 20
LOOK_AGAIN_S = 5.0
"""A network that has changed is seen after so long."""


class _Server(uvicorn.Server):
    """A server beside the one of this machine, which alone hears signals."""

    @contextlib.contextmanager
    def capture_signals(self) -> Generator[None, None, None]:
        """Leave them to the other."""
        yield


@dataclass(slots=True)
class _Seen:
    at: float = -1e9
    addresses: tuple[str, ...] = ()


@dataclass(slots=True)
class BenchDoor:
    """The second address. It is closed until somebody opens it.

    Parameters
    ----------
    pairing
        who may come in.
    port
        where it tries to listen first; 0 = any.
    wanted
        whether it is opened as soon as the application runs.
    """

    pairing: PairingService
    port: int = BENCH_PORT
    wanted: bool = False
    app: ASGIApp | None = None
    opened: Callable[[], None] | None = None
    """Called whenever it was opened."""
    _sockets: list[socket.socket] = field(default_factory=list)
    _server: _Server | None = None
    _task: asyncio.Task[None] | None = None
    _seen: _Seen = field(default_factory=_Seen)

    @property
    def is_open(self) -> bool:
        """Whether the local network is served."""
        return self._server is not None

    @property
    def open_port(self) -> int:
        """The port that listens; 0 while it is closed."""
        return int(self._sockets[0].getsockname()[1]) if self._sockets else 0

    def addresses(self) -> tuple[str, ...]:
        """The addresses that this machine has now, those of the older family first; looked at anew every
        `LOOK_AGAIN_S`, as a laptop is carried from one network to another."""
        now = time.monotonic()
        if now - self._seen.at > LOOK_AGAIN_S:
            self._seen = _Seen(now, own_addresses())
        return self._seen.addresses

    def urls(self) -> tuple[str, ...]:
        """Where devices reach it."""
        families = {one.family for one in self._sockets}
        found = []
        for one in self.addresses():
            is_6 = ":" in one
            if (socket.AF_INET6 if is_6 else socket.AF_INET) in families:
                host = f"[{one}]" if is_6 else one
                found.append(f"{SCHEME}://{host}:{self.open_port}")
        return tuple(found)

    async def open(self) -> None:
        """Listen. Open already, nothing changes.

        Raises
        ------
        InputError
            ``port-in-use`` where no port can be had.
        """
        if self.is_open or self.app is None:
            return
        self._sockets = _listening(self.port)
        config = uvicorn.Config(
            Gate(self.app, self.pairing, self.addresses), http=Patient, log_level="warning",
            lifespan="off", timeout_graceful_shutdown=2, server_header=False,
        )  # fmt: skip
        self._server = _Server(config)
        self._task = asyncio.get_running_loop().create_task(
            self._server.serve(sockets=self._sockets)
        )
        self.pairing.new_code()
        if self.opened is not None:
            self.opened()

    async def close(self) -> None:
        """Listen no more; devices stay paired, for when it is opened again."""
        server, task = self._server, self._task
        self._server = self._task = None
        self.pairing.withdraw_codes()
        if server is not None and task is not None:
            server.should_exit = True
            with contextlib.suppress(asyncio.CancelledError, TimeoutError):
                await asyncio.wait_for(task, 5)
        for one in self._sockets:
            one.close()
        self._sockets = []


def _listening(port: int) -> list[socket.socket]:
    """Sockets of both address families on one port, the first that is free; of one where the machine has no other."""
    tried = [0] if port == 0 else range(port, min(port + PORTS_TRIED, 65_536))
    why: OSError | None = None
    for one in tried:
        try:
            first = _bound(socket.AF_INET, "0.0.0.0", one)
        except OSError as error:
            why = error
            continue
        found = [first]
        with contextlib.suppress(OSError):
            found.append(_bound(socket.AF_INET6, "::", first.getsockname()[1]))
        return found
    raise InputError(
        "port-in-use",
        f"No port from {port} on can be used for the bench ({why.strerror if why else 'none is free'}). Nothing was "
        "opened.",
        field="port", value=port,
    )  # fmt: skip


def _bound(family: socket.AddressFamily, address: str, port: int) -> socket.socket:
    listener = socket.socket(family, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    try:
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        if family == socket.AF_INET6:
            listener.setsockopt(socket.IPPROTO_IPV6, socket.IPV6_V6ONLY, 1)
        listener.bind((address, port))
        listener.listen(128)
    except OSError:
        listener.close()
        raise
    return listener


def own_addresses() -> tuple[str, ...]:
    """Addresses of this machine that another one on its network reaches, of the older family first."""
    found: list[str] = []
    for cards in psutil.net_if_addrs().values():
        for card in cards:
            if card.family not in (socket.AF_INET, socket.AF_INET6) or "%" in card.address:
                continue
            address = ipaddress.ip_address(card.address)
            if not (address.is_loopback or address.is_link_local or address.is_multicast):
                found.append(card.address)
    return tuple(sorted(dict.fromkeys(found), key=lambda one: (":" in one, one)))
