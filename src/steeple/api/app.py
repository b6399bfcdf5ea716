"""The web application: routes, errors, limits, and the pages built from ``web``."""

from __future__ import annotations

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

from anyio import to_thread
from fastapi import FastAPI
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.exceptions import HTTPException
from starlette.middleware.gzip import GZipMiddleware
from starlette.middleware.trustedhost import TrustedHostMiddleware
from starlette.responses import Response
from starlette.types import ASGIApp, Scope

from steeple import __version__
from steeple.api import errors
from steeple.api.apart import HEAVY
from steeple.api.context import Context
from steeple.api.limits import Limits
from steeple.api.replies import Problems
from steeple.api.routes.check.frames import CHECK_PATHS
from steeple.api.routes.log.exchange import PICTURE_PATHS
from steeple.api.routes.registry import ROUTERS
from steeple.api.routes.sound import SOUND_PATHS

WORKERS = 2
"""Threads that answer at once. More than there are cores only take turns and make all wait: with four a
save takes 1.9 times as long as a bare read, with two 1.3 times, and less in itself."""
GZIP_BYTES, GZIP_LEVEL = 16_000, 4
LOCAL_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
_REFUSALS = {status: {"model": Problems} for status in (400, 404, 409, 413, 422, 503)}


class Pages(StaticFiles):
    """The built pages; every address that is not a file is answered by the one page."""

    async def get_response(self, path: str, scope: Scope) -> Response:
        """A file of the pages, or the one page for any other address that is none of the API's."""
        try:
            reply = await super().get_response(path, scope)
        except HTTPException as error:
            if error.status_code != 404 or path.startswith(("api", "assets")):
                raise
            reply = await super().get_response("index.html", scope)
        if path.startswith("assets"):
            reply.headers["cache-control"] = "public, max-age=31536000, immutable"
        else:
            reply.headers["cache-control"] = "no-cache"
        return reply


class Application(FastAPI):
    """FastAPI with the limits round everything, also round replies to errors that nobody foresaw."""

    def build_middleware_stack(self) -> ASGIApp:
        """All layers, the limits outermost."""
        return Limits(
            super().build_middleware_stack(),
            heavy=_heavy_paths(),
            sounds=(*SOUND_PATHS, *CHECK_PATHS, *PICTURE_PATHS),
        )


def _heavy_paths() -> frozenset[str]:
    routes = (one for router in ROUTERS for one in router.routes if isinstance(one, APIRoute))
    return frozenset(one.path for one in routes if one.endpoint in HEAVY)


@asynccontextmanager
async def _running(app: FastAPI) -> AsyncIterator[None]:
    to_thread.current_default_thread_limiter().total_tokens = WORKERS
    context: Context | None = app.state.context
    if context is not None:
        context.door.app = app
        if context.door.wanted:
            await context.door.open()
    yield
    if context is not None:
        await context.door.close()


def make_app(context: Context | None, pages: Path | None) -> FastAPI:
    """The application.

    Parameters
    ----------
    context
        the services; None only to write down the OpenAPI document.
    pages
        folder of the built pages; None serves the API alone.
    """
    app = Application(
        title="Steeple",
        version=__version__,
        description="Plans, checks and remembers a filming rig over a work surface.",
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        lifespan=_running,
        responses=dict(_REFUSALS),  # type: ignore[arg-type]
    )
    app.state.context = context
    errors.install(app)
    app.add_middleware(GZipMiddleware, minimum_size=GZIP_BYTES, compresslevel=GZIP_LEVEL)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=LOCAL_HOSTS)
    for router in ROUTERS:
        app.include_router(router)
    if pages is not None:
        app.mount("/", Pages(directory=pages, html=True), name="pages")
    return app
