"""One table: kind of error to HTTP status, and one shape for every refusal."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from steeple.core.budget import TooLong
from steeple.core.errors import DocumentError, InputError, SteepleError
from steeple.core.plan.problems import Problem, problems_from
from steeple.core.plan.reading import PlanRefused, plan_bounds
from steeple.store.errors import NotFound, OtherLine, RevisionConflict, StoreError

STATUS_BY_CODE = {
    "too-large": 413,
    "nothing-to-undo": 409,
    "nothing-to-redo": 409,
    "busy-working": 503,
    "stopped": 503,
    "too-extreme": 422,
}
STATUS_BY_KIND: tuple[tuple[type[SteepleError], int], ...] = (
    (RevisionConflict, 409),
    (OtherLine, 409),
    (NotFound, 404),
    (StoreError, 503),
    (PlanRefused, 422),
    (DocumentError, 422),
    (InputError, 422),
    (TooLong, 422),
)
_ROUTING = {
    404: ("no-such-address", "There is nothing at this address."),
    405: ("wrong-method", "This address does not take that kind of request."),
}


def status_of(error: SteepleError) -> int:
    """HTTP status of an error of ours."""
    by_kind = next((status for kind, status in STATUS_BY_KIND if isinstance(error, kind)), 400)
    return STATUS_BY_CODE.get(error.code, by_kind)


def refusal(
    status: int, problems: Sequence[Problem], newest_revision: int | None = None
) -> JSONResponse:
    """A reply in the one shape of refusals."""
    content: dict[str, Any] = {
        "problems": [problem.model_dump() for problem in problems],
        "newest_revision": newest_revision,
    }
    return JSONResponse(content, status_code=status)


def problem_of(error: SteepleError) -> Problem:
    """An error of ours as replies carry it."""
    return Problem(
        code=error.code,
        sentence=error.sentence,
        field=error.field,
        value=error.value,
        range=error.allowed,
    )


def problems_of(error: SteepleError) -> Sequence[Problem]:
    """The problems that an error of ours carries."""
    return error.problems if isinstance(error, PlanRefused) else (problem_of(error),)


def install(app: FastAPI) -> None:
    """Give an application the table of errors."""

    @app.exception_handler(SteepleError)
    def ours(_request: Request, error: SteepleError) -> JSONResponse:
        newest = error.newest if isinstance(error, RevisionConflict) else None
        return refusal(status_of(error), problems_of(error), newest)

    @app.exception_handler(RequestValidationError)
    def invalid(_request: Request, error: RequestValidationError) -> JSONResponse:
        errors = error.errors()
        if any(one["type"] == "json_invalid" for one in errors):
            sentence = "The request is not whole JSON text."
            return refusal(422, [Problem(code="not-json", sentence=sentence, field="body")])
        return refusal(422, problems_from(errors, plan_bounds()))

    @app.exception_handler(HTTPException)
    def routing(_request: Request, error: HTTPException) -> JSONResponse:
        code, sentence = _ROUTING.get(error.status_code, ("refused", str(error.detail)))
        reply = refusal(error.status_code, [Problem(code=code, sentence=sentence)])
        reply.headers.update(error.headers or {})
        return reply
