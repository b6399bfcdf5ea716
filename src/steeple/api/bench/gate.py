"""The gate of the bench: everything that comes over the local network goes through it, and nothing passes without a
pairing but the page that asks for the code."""

from __future__ import annotations

import asyncio
import ipaddress
import re
from collections.abc import Callable, Collection
from http.cookies import CookieError, SimpleCookie
from urllib.parse import parse_qs, urlencode, urlsplit

from fastapi.concurrency import run_in_threadpool
from starlette.datastructures import Headers, MutableHeaders
from starlette.requests import ClientDisconnect, Request
from starlette.responses import HTMLResponse, RedirectResponse, Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from steeple.api.bench.asking import asking_page
from steeple.api.errors import problem_of, refusal
from steeple.api.limits import BODY_SECONDS, HEADERS
from steeple.core.errors import SteepleError
from steeple.core.plan.problems import Problem
from steeple.services.bench.pairing import PAIRED_DAYS, PairingService, TooManyTries
from steeple.store.paired import Paired

COOKIE = "steeple_bench"
FORM_BYTES = 2_000
PAIR = "/pair"
AT_THE_BENCH: tuple[tuple[str, str], ...] = (
    ("GET", "/api/plans"),
    ("GET", "/api/plans/{plan_id}"),
    ("GET", "/api/plans/{plan_id}/head"),
    ("GET", "/api/plans/{plan_id}/revisions/{number}"),
    ("GET", "/api/plans/{plan_id}/card.pdf"),
    ("GET", "/api/plans/{plan_id}/drawing"),
    ("GET", "/api/health"),
    ("GET", "/api/fields"),
    ("GET", "/api/shapes"),
    ("GET", "/api/gear"),
    ("GET", "/api/bench/me"),
    ("POST", "/api/glance"),
    ("POST", "/api/evaluate"),
    ("POST", "/api/picture"),
    ("POST", "/api/roll"),
    ("POST", "/api/alarms"),
    ("POST", "/api/card"),
    ("POST", "/api/chart"),
    ("POST", "/api/check"),
    ("POST", "/api/check/steps"),
    ("POST", "/api/check/meter"),
    ("POST", "/api/check/stand-in"),
    ("POST", "/api/check/stand-in/readings"),
    ("POST", "/api/roll-call"),
    ("POST", "/api/roll-call/stand-in"),
    ("POST", "/api/log/sessions/{session_id}/events"),
    ("GET", "/api/log/sessions"),
    ("GET", "/api/log/sessions/{session_id}"),
    ("GET", "/api/log/takes"),
    ("GET", "/api/log/losses"),
    ("GET", "/api/log/compared"),
    ("GET", "/api/log/takes.csv"),
    ("GET", "/api/log/sessions/{session_id}/marks.csv"),
    ("GET", "/api/log/sessions/{session_id}/markers.otio"),
    ("GET", "/api/log/pictures"),
    ("GET", "/api/log/pictures/{picture_id}"),
    ("POST", "/api/log/pictures"),
    ("POST", "/api/log/readings/frame"),
    ("POST", "/api/log/readings/meter"),
)
"""What a paired device may do: read plans, see the card, check, call the roll, run a session, read the log. It changes
no plan, no thing in the cupboard, and removes nothing."""
_ALLOWED = tuple(
    (method, re.compile("^" + re.sub(r"\{[a-z_]+\}", "[^/]+", path) + "$"))
    for method, path in AT_THE_BENCH
)


def may_do(method: str, path: str) -> bool:
    """Whether a paired device may ask for something.

    Parameters
    ----------
    method, path
        of the request.
    """
    if not (path == "/api" or path.startswith("/api/")):
        return method in ("GET", "HEAD")
    return any(
        ("GET" if method == "HEAD" else method) == allowed and form.match(path)
        for allowed, form in _ALLOWED
    )


class Gate:
    """ASGI application for the local network, before the one that this machine is served by.

    Parameters
    ----------
    app
        the application; it is asked as this machine would ask it.
    pairing
        who may come in.
    addresses
        the addresses that this machine has now, as text.
    """

    def __init__(
        self, app: ASGIApp, pairing: PairingService, addresses: Callable[[], Collection[str]]
    ) -> None:
        self.app, self.pairing, self.addresses = app, pairing, addresses

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer, or let through."""
        if scope["type"] != "http":
            if scope["type"] == "websocket":
                await send({"type": "websocket.close", "code": 1008})
            return
        reply = await self._stopped(scope, receive)
        outward = _without_opener_policy(send)
        if reply is None:
            await self.app(_as_here(scope), receive, outward)
            return
        for name, value in HEADERS.items():
            reply.headers[name] = value
        # Else a browser would not say from where the form comes.
        reply.headers["referrer-policy"] = "same-origin"
        reply.headers["cache-control"] = "no-store"
        await reply(scope, receive, outward)

    async def _stopped(self, scope: Scope, receive: Receive) -> Response | None:
        """What is answered here; None where the application answers."""
        headers = Headers(scope=scope)
        where = scope["client"][0] if scope.get("client") else ""
        if not _is_near(where):
            return refusal(403, [_FAR])
        host = headers.get("host", "")
        if _host_name(host) not in self.addresses():
            return refusal(421, [_OTHER_HOST])
        origin = headers.get("origin")
        if origin is not None and origin != f"{scope['scheme']}://{host}":
            return refusal(403, [_ELSEWHERE])
        method, path = scope["method"], scope["path"]
        device = self.pairing.who(_token(headers.get("cookie", "")))
        if path == PAIR:
            return await self._pair(scope, receive, device, where)
        if device is None:
            return _ask(headers, method, path)
        if not may_do(method, path):
            return refusal(403, [_NOT_HERE])
        if self.pairing.is_news(device, where):
            await run_in_threadpool(self.pairing.seen, device, where)
        scope.setdefault("state", {})["paired"] = device
        return None

    async def _pair(
        self, scope: Scope, receive: Receive, device: Paired | None, where: str
    ) -> Response:
        request = Request(scope, receive)
        if scope["method"] in ("GET", "HEAD"):
            if device is not None:
                return RedirectResponse("/bench", 303)
            code = request.query_params.get("code", "")[:40]
            return HTMLResponse(asking_page(code=code))
        if scope["method"] != "POST":
            return refusal(405, [_WRONG_METHOD])
        body = b""
        try:
            async with asyncio.timeout(BODY_SECONDS):
                async for chunk in request.stream():
                    body += chunk
                    if len(body) > FORM_BYTES:
                        return refusal(413, [_LONG_FORM])
        except (TimeoutError, ClientDisconnect):
            return refusal(408, [_SLOW_FORM])
        form = parse_qs(body.decode("utf-8", "replace"), max_num_fields=10)
        code, name = form.get("code", [""])[0], form.get("name", [""])[0]
        try:
            token, _ = await run_in_threadpool(self.pairing.pair, code, name=name, where=where)
        except SteepleError as error:
            status = 429 if isinstance(error, TooManyTries) else 403
            return HTMLResponse(asking_page(said=problem_of(error).sentence), status)
        reply = RedirectResponse("/bench", 303)
        reply.set_cookie(
            COOKIE, token, max_age=PAIRED_DAYS * 86_400, httponly=True, samesite="strict", path="/"
        )
        return reply


def _without_opener_policy(send: Send) -> Send:
    """Replies without a header that browsers heed on encrypted addresses alone, and complain of on others."""

    async def outward(message: Message) -> None:
        if message["type"] == "http.response.start":
            del MutableHeaders(scope=message)["cross-origin-opener-policy"]
        await send(message)

    return outward


def _as_here(scope: Scope) -> Scope:
    """The request as this machine itself would make it: host and origin were looked at already."""
    headers = [
        (name, b"127.0.0.1" if name == b"host" else value)
        for name, value in scope["headers"]
        if name not in (b"origin", b"cookie")
    ]
    return {**scope, "headers": headers}


def _ask(headers: Headers, method: str, path: str) -> Response:
    """A page that asks for the code where a page was asked for; else a refusal."""
    wants_page = method == "GET" and "text/html" in headers.get("accept", "")
    if wants_page and not path.startswith("/api"):
        query = urlencode({"code": ""})
        return RedirectResponse(f"{PAIR}?{query}", 303)
    return refusal(401, [_NOT_PAIRED])


def _token(cookies: str) -> str:
    try:
        found = SimpleCookie(cookies).get(COOKIE)
    except CookieError:
        return ""
    return "" if found is None else found.value


def _host_name(host: str) -> str:
    """The name in a Host header, without its port; empty where it is none."""
    try:
        return urlsplit(f"//{host}").hostname or ""
    except ValueError:
        return ""


def _is_near(where: str) -> bool:
    """Whether an address is one of a local network."""
    try:
        address = ipaddress.ip_address(where.split("%")[0])
    except ValueError:
        return False
    mapped = getattr(address, "ipv4_mapped", None)
    address = mapped or address
    return address.is_private or address.is_link_local or address.is_loopback


_NOT_PAIRED = Problem(
    code="not-paired",
    sentence="This device is not paired with this Steeple, or its pairing was withdrawn. Open /pair and type the code "
    "that the desk shows.",
)
_NOT_HERE = Problem(
    code="not-at-the-bench",
    sentence="A device at the bench shows the card, checks, calls the roll and runs the session. Plans, the cupboard "
    "and what is kept are changed at the desk; nothing was changed.",
)
_FAR = Problem(
    code="another-network",
    sentence="This address is not one of the local network; nothing is served there.",
)
_OTHER_HOST = Problem(
    code="another-host",
    sentence="This is not an address of this machine. Open the bench by the address that the desk shows.",
    field="host",
)
_ELSEWHERE = Problem(
    code="another-origin",
    sentence="This request comes from a page that is not Steeple's; it was not carried out.",
    field="origin",
)
_WRONG_METHOD = Problem(
    code="wrong-method", sentence="This address does not take that kind of request."
)
_LONG_FORM = Problem(
    code="too-large", sentence="This is more than a code and a name.", field="code"
)
_SLOW_FORM = Problem(
    code="too-slow", sentence="Nothing more of the code came; type it again.", field="code"
)
