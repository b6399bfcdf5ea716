"""How long the server waits for the head of a request: a half-open connection ends."""

from __future__ import annotations

import asyncio
from typing import Any

from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

from steeple.api.limits import BODY_SECONDS

HEAD_SECONDS = BODY_SECONDS


class Patient(HttpToolsProtocol):
    """HTTP as uvicorn speaks it, to clients that say what they want within `HEAD_SECONDS`."""

    _waiting: asyncio.TimerHandle | None = None

    def connection_made(self, transport: Any) -> None:
        """Begin to wait for a first request."""
        super().connection_made(transport)
        self._wait()

    def connection_lost(self, exc: Exception | None) -> None:
        """Wait no longer."""
        self._heard()
        super().connection_lost(exc)

    def on_message_begin(self) -> None:
        """A request begins: its head must follow."""
        super().on_message_begin()
        self._wait()

    def on_headers_complete(self) -> None:
        """The head is whole; its body is waited for elsewhere."""
        self._heard()
        super().on_headers_complete()

    def _wait(self) -> None:
        self._heard()
        self._waiting = self.loop.call_later(HEAD_SECONDS, self._give_up)

    def _heard(self) -> None:
        if self._waiting is not None:
            self._waiting.cancel()
            self._waiting = None

    def _give_up(self) -> None:
        if not self.transport.is_closing():
            self.transport.close()
