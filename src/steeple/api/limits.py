"""What every request and reply must keep to: size of the body, origin, content policy."""

from __future__ import annotations

import asyncio
import os
from collections.abc import Collection, Mapping
from threading import Event

from pydantic_core import from_json
from starlette.datastructures import MutableHeaders
from starlette.requests import ClientDisconnect
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from steeple.api.apart import LEFT, Busy, is_full
from steeple.api.errors import problem_of, refusal
from steeple.core.plan.problems import Problem
from steeple.core.plan.reading import PLAN_BYTES_LIMIT

BODY_LIMIT = PLAN_BYTES_LIMIT + 100_000
"""A plan, and what a request says besides."""
SOUND_LIMIT = 64_000_000
"""Recordings of claps, all of one request together: minutes of sound, or half a minute of a clip."""
FULL_SECONDS = 0.3
"""So long a request for heavy work waits at the door where no more can wait inside."""
BODY_SECONDS = float(os.environ.get("STEEPLE_BODY_SECONDS", "15"))
"""So long a request may stop in the middle of its body."""
HEADERS = {
    "content-security-policy": "default-src 'self'; img-src 'self' data:; style-src 'self' "
    "'unsafe-inline'; object-src 'none'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'none'",
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}
"""Mantine sets styles on elements, hence 'unsafe-inline' for styles; scripts only from here."""


class Limits:
    """ASGI middleware round all others: refuses bodies past the limit before they are held in memory,
    those that stay half sent, requests that another site's page sends, and heavy work that would not be
    begun; answers HEAD as GET; sets the headers of every reply; and says within the request when whoever
    asked has gone away."""

    def __init__(
        self, app: ASGIApp, *, heavy: Collection[str] = (), sounds: Collection[str] = ()
    ) -> None:
        self.app = app
        self.heavy = heavy
        self.sounds = sounds

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer one request, or refuse it."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        reply = _Reply(send, without_body=scope["method"] == "HEAD")
        headers = dict(scope["headers"])
        length = headers.get(b"content-length", b"0")
        if not _same_origin(scope, headers):
            await refusal(403, [_ELSEWHERE])(scope, receive, reply)
            return
        too_large, limit = (
            (_SOUND_TOO_LARGE, SOUND_LIMIT)
            if scope["path"] in self.sounds
            else (_TOO_LARGE, BODY_LIMIT)
        )
        if length.isdigit() and int(length) > limit:
            await refusal(413, [too_large])(scope, receive, reply)
            return
        if scope["path"] in self.heavy and is_full():
            # There may be room in a moment; and who asks again at once is held up.
            await asyncio.sleep(FULL_SECONDS)
        if scope["path"] in self.heavy and is_full():
            # Before a body is read that nobody will work at.
            await refusal(503, [problem_of(Busy())])(scope, receive, reply)
            return
        if scope["method"] == "HEAD":
            scope = {**scope, "method": "GET"}
        is_json = headers.get(b"content-type", b"").split(b";")[0].strip() == b"application/json"
        body = _Body(receive, is_json=is_json, limit=limit, too_large=too_large)
        if b"content-length" not in headers and b"transfer-encoding" not in headers:
            body.is_empty()
        token = LEFT.set(body.left)

        async def unless_refused(message: Message) -> None:
            if body.refused is None or reply.begun:
                await reply(message)

        try:
            await self.app(scope, body, unless_refused)
        except ClientDisconnect:
            if body.refused is None:
                raise
        finally:
            LEFT.reset(token)
            body.end()
        if body.refused is not None and not reply.begun:
            status = _STATUS[body.refused.code]
            await refusal(status, [body.refused])(scope, receive, reply)


class _Reply:
    """A reply with the headers of every reply, and without its body where none is wanted."""

    def __init__(self, send: Send, *, without_body: bool) -> None:
        self.send, self.without_body, self.begun = send, without_body, False

    async def __call__(self, message: Message) -> None:
        if message["type"] == "http.response.start":
            self.begun = True
            headers = MutableHeaders(scope=message)
            for name, value in HEADERS.items():
                headers[name] = value
        elif message["type"] == "http.response.body" and self.without_body:
            message = {**message, "body": b""}
        await self.send(message)


class _Body:
    """The body of a request as it comes, within size and time; then whether anybody is still there."""

    def __init__(self, receive: Receive, *, is_json: bool, limit: int, too_large: Problem) -> None:
        self.receive, self.limit, self.too_large = receive, limit, too_large
        self._json: list[bytes] | None = [] if is_json else None
        self.left = Event()
        self.refused: Problem | None = None
        self._read = 0
        self._told = False
        self._watch: asyncio.Task[None] | None = None

    def is_empty(self) -> None:
        """There is no body to wait for."""
        self._watch = asyncio.create_task(self._until_left())

    async def __call__(self) -> Message:
        told, self._told = self._told, True
        if self._watch is not None and not told:
            return {"type": "http.request", "body": b"", "more_body": False}
        if self._watch is not None:
            await asyncio.shield(self._watch)
            return {"type": "http.disconnect"}
        try:
            async with asyncio.timeout(BODY_SECONDS):
                message = await self.receive()
        except TimeoutError:
            self.refused = _TOO_SLOW
            return {"type": "http.disconnect"}
        self._read += len(message.get("body", b""))
        if self._json is not None and message["type"] == "http.request":
            self._json.append(message.get("body", b""))
        if message["type"] == "http.disconnect":
            self.left.set()
        elif self._read > self.limit:
            self.refused = self.too_large
            return {"type": "http.disconnect"}
        elif not message.get("more_body", False):
            self._watch = asyncio.create_task(self._until_left())
            if self._json and (why := _why_no_json(b"".join(self._json))):
                self.refused = _NOT_JSON.model_copy(update={"value": why})
                return {"type": "http.disconnect"}
        return message

    async def _until_left(self) -> None:
        while (await self.receive())["type"] != "http.disconnect":
            pass
        self.left.set()

    def end(self) -> None:
        """The request is answered."""
        if self._watch is not None:
            self._watch.cancel()


def _same_origin(scope: Scope, headers: Mapping[bytes, bytes]) -> bool:
    """Whether a request comes from Steeple's own pages, or from no page at all."""
    origin = headers.get(b"origin")
    if origin is None:
        return True
    own: bytes = scope["scheme"].encode() + b"://" + headers.get(b"host", b"")
    return origin == own


_TOO_LARGE = Problem(
    code="too-large",
    sentence=f"This is more than {BODY_LIMIT / 1e6:.0f} MB; a plan file has at most that. "
    "It was not read, and nothing was changed.",
    field="file",
    range=f"at most {BODY_LIMIT} bytes",
)


_SOUND_TOO_LARGE = Problem(
    code="too-large",
    sentence=f"These files have more than {SOUND_LIMIT / 1e6:.0f} MB together. Cut a few seconds out of a recording or "
    "clip, save a picture as JPEG, or read them on the command line (steeple clap, steeple check). Nothing was changed.",
    field="files",
    range=f"at most {SOUND_LIMIT} bytes",
)


def _why_no_json(body: bytes) -> str:
    """Why a body is no JSON that can be kept: cut short, too deep, or with half a character in it, which
    Python's own reader takes."""
    try:
        from_json(body)
    except ValueError as error:
        return str(error)[:80]
    return ""


_NOT_JSON = Problem(
    code="not-json",
    sentence="The request is not whole JSON text.",
    field="body",
)
_TOO_SLOW = Problem(
    code="too-slow",
    sentence=f"Nothing more of this request came for {BODY_SECONDS:.0f} s; it was not carried out.",
    field="body",
)
_ELSEWHERE = Problem(
    code="another-origin",
    sentence="This request comes from a page that is not Steeple's; it was not carried out.",
    field="origin",
)
_STATUS = {_TOO_LARGE.code: 413, _TOO_SLOW.code: 408, _NOT_JSON.code: 422}
