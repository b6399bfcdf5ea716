"""Routes for plans: shelf, sheet, revisions, files."""

from __future__ import annotations

import json
from collections.abc import Callable
from contextlib import suppress
from typing import Annotated

from fastapi import APIRouter, Depends, Path, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import Response as PlainResponse
from pydantic import Field

from steeple.api.apart import is_idle, run
from steeple.api.context import Context, context_of
from steeple.api.links import sheet_links
from steeple.api.replies import PlanId, Revision, download
from steeple.core.errors import SteepleError
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.work import ShapeId
from steeple.core.plan.reading import AnyPlan, is_current
from steeple.core.plan.values import Name, Part
from steeple.formats.registry import PLAN_JSON, file_name
from steeple.store.plans import ShelfEntry, StoredPlan

FIGURES_S = 0.25
"""How long a save waits for its figures; whoever wants them later asks for them."""
router = APIRouter(prefix="/api/plans", tags=["plans"])
Ctx = Annotated[Context, Depends(context_of)]


Line = Annotated[
    str,
    Field(
        min_length=1,
        max_length=40,
        description="Which line of revisions a revision is one of; a restore begins a new one.",
    ),
]


class PlanSheet(Part):
    """A plan as it stands."""

    id: str
    revision: int
    changed_at: str
    undo_label: str | None
    redo_label: str | None
    line: Line
    plan: Plan
    evaluation: Evaluation | None = Field(
        default=None, description="Its figures without mends, where they were asked for."
    )


class PlanOnShelf(Part):
    """A line of the shelf."""

    id: str
    title: str
    shape: str
    revision: int
    changed_at: str


class Shelf(Part):
    """Plans, those changed last first."""

    plans: tuple[PlanOnShelf, ...]
    removed: tuple[PlanOnShelf, ...]


class NewPlan(Part):
    """What a new plan begins with."""

    title: Name
    shape: ShapeId


class Edit(Part):
    """A plan to save, and the revision it started from."""

    line: Line
    base_revision: Revision
    plan: AnyPlan


class Step(Part):
    """Undo or redo, and the revision it starts from."""

    line: Line
    base_revision: Revision


class Head(Part):
    """The newest revision of a plan."""

    line: Line
    revision: int


class OldPlan(Part):
    """A plan as it was at a revision."""

    revision: int
    plan: Plan


Figures = Annotated[bool, Query(description="Whether the figures of the plan shall come with it.")]


async def _with_figures(ctx: Context, work: Callable[[], StoredPlan], figures: bool) -> Response:
    """A plan as it stands after some work, with its figures where they are asked for and come soon;
    nobody waits for a save because of them."""
    stored = await run_in_threadpool(work)
    words = "null"
    if figures and is_idle():
        with suppress(SteepleError):
            words = await run(
                lambda: evaluate(stored.plan, try_mends=False, cache=ctx.cache).model_dump_json(),
                seconds=FIGURES_S,
            )
    return sheet_reply(stored, figures=words)


def sheet_reply(stored: StoredPlan, status: int = 200, *, figures: str = "null") -> Response:
    """A plan as it stands, in the text that is stored: it was validated before it was written. With its
    figures as JSON."""
    head = {
        "id": stored.id,
        "revision": stored.revision,
        "changed_at": stored.changed_at,
        "undo_label": stored.undo_label,
        "redo_label": stored.redo_label,
        "line": stored.line,
    }
    document = stored.document if is_current(stored.document) else stored.plan.model_dump_json()
    text = f'{json.dumps(head, ensure_ascii=False)[:-1]}, "plan": {document}, "evaluation": {figures}}}'
    return PlainResponse(text, status_code=status, media_type="application/json")


def _on_shelf(entries: list[ShelfEntry]) -> tuple[PlanOnShelf, ...]:
    return tuple(
        PlanOnShelf(
            id=one.id,
            title=one.title,
            shape=one.shape,
            revision=one.revision,
            changed_at=one.changed_at,
        )
        for one in entries
    )


@router.get("")
def shelf(ctx: Ctx) -> Shelf:
    """Every plan, those changed last first."""
    return Shelf(
        plans=_on_shelf(ctx.plans.shelf()), removed=_on_shelf(ctx.plans.shelf(removed=True))
    )


@router.post("", status_code=201, response_model=PlanSheet, responses=sheet_links(201))
def begin(ctx: Ctx, new: NewPlan) -> Response:
    """A new plan from a title and a shape of work."""
    return sheet_reply(ctx.plans.begin(title=new.title, shape=new.shape), 201)


@router.post(
    "/open",
    status_code=201,
    response_model=PlanSheet,
    responses=sheet_links(201),
    openapi_extra={
        "requestBody": {
            "required": True,
            "content": {"application/octet-stream": {"schema": {"type": "string"}}},
        }
    },
)
async def open_file(ctx: Ctx, request: Request) -> Response:
    """Put the plan of a file on the shelf, as a new plan."""
    content = await request.body()
    return sheet_reply(await run_in_threadpool(ctx.plans.open_file, content), 201)


@router.get("/{plan_id}", response_model=PlanSheet, responses=sheet_links())
async def get(ctx: Ctx, plan_id: PlanId, figures: Figures = False) -> Response:
    """A plan as it stands."""
    return await _with_figures(ctx, lambda: ctx.plans.get(plan_id), figures)


@router.put("/{plan_id}", response_model=PlanSheet, responses=sheet_links())
async def save(ctx: Ctx, plan_id: PlanId, edit: Edit, figures: Figures = False) -> Response:
    """Save a plan. Refused with 409 where the revision it started from is not the newest."""
    return await _with_figures(
        ctx,
        lambda: ctx.plans.save(plan_id, edit.plan, line=edit.line, base=edit.base_revision),
        figures,
    )


@router.delete("/{plan_id}", status_code=204)
def remove(ctx: Ctx, plan_id: PlanId) -> Response:
    """Take a plan off the shelf. It can be put back."""
    ctx.plans.remove(plan_id)
    return PlainResponse(status_code=204)


@router.post("/{plan_id}/put-back", response_model=PlanSheet, responses=sheet_links())
def put_back(ctx: Ctx, plan_id: PlanId) -> Response:
    """Put a removed plan back on the shelf."""
    return sheet_reply(ctx.plans.put_back(plan_id))


@router.post("/{plan_id}/undo", response_model=PlanSheet, responses=sheet_links())
async def undo(ctx: Ctx, plan_id: PlanId, step: Step, figures: Figures = False) -> Response:
    """Take the last edit back, as a new revision."""
    return await _with_figures(
        ctx,
        lambda: ctx.plans.undo(plan_id, line=step.line, base=step.base_revision),
        figures,
    )


@router.post("/{plan_id}/redo", response_model=PlanSheet, responses=sheet_links())
async def redo(ctx: Ctx, plan_id: PlanId, step: Step, figures: Figures = False) -> Response:
    """Make the edit again that was taken back last, as a new revision."""
    return await _with_figures(
        ctx,
        lambda: ctx.plans.redo(plan_id, line=step.line, base=step.base_revision),
        figures,
    )


@router.post(
    "/{plan_id}/copy", status_code=201, response_model=PlanSheet, responses=sheet_links(201)
)
def keep_as_copy(ctx: Ctx, plan_id: PlanId, edit: Edit) -> Response:  # noqa: ARG001
    """Keep one's own version as a new plan, where the plan was changed or removed elsewhere, or is not
    in this database at all."""
    title = f"{edit.plan.title[:112]} (mine)"
    return sheet_reply(
        ctx.plans.add(edit.plan.model_copy(update={"title": title}), label="Kept as a copy"), 201
    )


@router.get("/{plan_id}/head")
def head(ctx: Ctx, plan_id: PlanId) -> Head:
    """The newest revision, for a window that wants to know whether it is up to date."""
    line, revision = ctx.plans.head(plan_id)
    return Head(line=line, revision=revision)


@router.get("/{plan_id}/revisions/{number}")
def revision(
    ctx: Ctx, plan_id: PlanId, number: Annotated[int, Path(ge=1, le=1_000_000_000)]
) -> OldPlan:
    """A plan as it was at a revision."""
    return OldPlan(revision=number, plan=ctx.plans.at(plan_id, number))


@router.get(
    "/{plan_id}/file",
    response_class=PlainResponse,
    responses={200: {"content": {PLAN_JSON.media_type: {}}}},
)
def file(ctx: Ctx, plan_id: PlanId) -> Response:
    """The plan as a file."""
    title, text = ctx.plans.file(plan_id)
    return download(text.encode(), PLAN_JSON.media_type, file_name(title, PLAN_JSON))
