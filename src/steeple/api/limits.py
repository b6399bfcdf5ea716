"""What every request and reply must keep to: size of the body, origin, content policy."""

from __future__ import annotations

from collections.abc import Mapping

from starlette.datastructures import MutableHeaders
from starlette.requests import ClientDisconnect
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from steeple.api.errors import refusal
from steeple.core.plan.problems import Problem
from steeple.core.plan.reading import PLAN_BYTES_LIMIT

BODY_LIMIT = PLAN_BYTES_LIMIT
HEADERS = {
    "content-security-policy": "default-src 'self'; img-src 'self' data: blob:; style-src 'self' "
    "'unsafe-inline'; object-src 'none'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'none'",
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}
"""Mantine sets styles on elements, hence 'unsafe-inline' for styles; scripts only from here."""


class Limits:
    """ASGI middleware: refuses bodies past the limit before they are held in memory, refuses
    requests that another site's page sends, and sets the headers of every reply."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request, or refuse it where it is too large."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        read, past = 0, False

        async def send_with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in HEADERS.items():
                    headers[name] = value
            await send(message)

        async def counted() -> Message:
            nonlocal read, past
            message = await receive()
            read += len(message.get("body", b""))
            if read > BODY_LIMIT:
                past = True
                return {"type": "http.disconnect"}
            return message

        async def send_unless_past(message: Message) -> None:
            if not past:
                await send_with_headers(message)

        headers = dict(scope["headers"])
        length = headers.get(b"content-length", b"0")
        if not _same_origin(headers):
            await refusal(403, [_ELSEWHERE])(scope, receive, send_with_headers)
        elif length.isdigit() and int(length) > BODY_LIMIT:
            await refusal(413, [_TOO_LARGE])(scope, receive, send_with_headers)
        else:
            try:
                await self.app(scope, counted, send_unless_past)
            except ClientDisconnect:
                if not past:
                    raise
            if past:
                await refusal(413, [_TOO_LARGE])(scope, receive, send_with_headers)


def _same_origin(headers: Mapping[bytes, bytes]) -> bool:
    """Whether a request comes from Steeple's own pages, or from no page at all."""
    origin = headers.get(b"origin")
    if origin is None:
        return True
    return origin.split(b"://")[-1] == headers.get(b"host")


_TOO_LARGE = Problem(
    code="too-large",
    sentence=f"This is more than {BODY_LIMIT / 1e6:.0f} MB; a plan file has at most that. "
    "It was not read, and nothing was changed.",
    field="file",
    range=f"at most {BODY_LIMIT} bytes",
)
_ELSEWHERE = Problem(
    code="another-origin",
    sentence="This request comes from a page that is not Steeple's; it was not carried out.",
    field="origin",
)
