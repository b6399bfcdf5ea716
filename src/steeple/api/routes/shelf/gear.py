"""Routes for the cupboard."""

from __future__ import annotations

from collections import Counter
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import Field, JsonValue

from steeple.api.apart import run
from steeple.api.context import Context, context_of
from steeple.api.cupboard import CupboardReply, cupboard_reply
from steeple.api.links import thing_links
from steeple.api.replies import PlanId, Revision
from steeple.api.routes.shelf.plans import Line, PlanSheet, Step, sheet_reply
from steeple.core.plan.cupboard.field_words import KIND_TITLES
from steeple.core.plan.cupboard.kinds import KINDS, GearField, GearKind, gear_fields, validate_gear
from steeple.core.plan.values import Part
from steeple.formats.ies import read_ies_file
from steeple.formats.registry import GEAR_CSV, GEAR_JSON, file_name
from steeple.services.gear import Import
from steeple.store.gear import GearState, StoredGear


class MeasuredLamp(Part):
    """What an IES LM-63 file says of a lamp. ``axis_cd`` is its intensity along its axis."""

    ies: str
    width_mm: float | None
    height_mm: float | None
    beam_deg: float
    flux_lm: float
    axis_cd: float
    power_w: float | None
    remarks: tuple[str, ...]


class Thing(Part):
    """A thing in the cupboard; ``figures`` are those of its kind."""

    id: str
    kind: GearKind
    name: str
    figures: dict[str, JsonValue]
    version: int
    changed_at: str
    retired: bool
    considered: bool = Field(description="Thought of, and not owned: no plan takes it.")


class Things(Part):
    """Things found, and how many there are of each kind."""

    things: tuple[Thing, ...]
    counts: dict[str, int]


class NewThing(Part):
    """A thing to put into the cupboard."""

    kind: GearKind
    figures: dict[str, JsonValue]
    considered: bool = Field(default=False, description="Thought of, and not owned.")


class EditThing(Part):
    """New figures of a thing, and the version they started from."""

    base_version: Revision
    figures: dict[str, JsonValue]


class GearKindReply(Part):
    """A kind of gear and its fields."""

    kind: GearKind
    title: str
    plural: str
    fields: tuple[GearField, ...]


class PlanWithThing(Part):
    """A plan that carries a copy of a thing; ``same`` where the copy agrees with the cupboard."""

    id: str
    title: str
    line: Line
    revision: int
    same: bool


class RowReport(Part):
    """A row of an imported file."""

    line: int
    kind: str
    name: str


class RowProblem(Part):
    """A row of an imported file that is refused."""

    line: int
    column: str
    value: str
    sentence: str


class ImportReport(Part):
    """What became of an imported file. Nothing was taken unless ``done``."""

    done: bool
    encoding: str
    delimiter: str
    decimal_mark: str
    fresh: tuple[RowReport, ...]
    known: tuple[RowReport, ...]
    refused: tuple[RowProblem, ...]


GearId = PlanId

router = APIRouter(prefix="/api/gear", tags=["gear"])


Ctx = Annotated[Context, Depends(context_of)]


Words = Annotated[str, Query(max_length=120)]


def _thing(stored: StoredGear) -> Thing:
    return Thing(
        id=stored.id,
        kind=stored.kind,
        name=stored.gear.name,
        figures=stored.gear.model_dump(mode="json"),
        version=stored.version,
        changed_at=stored.changed_at,
        retired=stored.retired,
        considered=stored.considered,
    )


_FILE: dict[str, Any] = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string"}}},
    }
}


@router.get("")
def cupboard(ctx: Ctx) -> CupboardReply:
    """What is in use and plans take: cameras, lenses, lamps, what holds and shapes light, supports."""
    return cupboard_reply(ctx.gear.cupboard())


@router.get("/kinds")
def kinds() -> tuple[GearKindReply, ...]:
    """Every kind of gear with its fields, their words, units and ranges."""
    return tuple(
        GearKindReply(
            kind=kind,
            title=KIND_TITLES[kind][0],
            plural=KIND_TITLES[kind][1],
            fields=gear_fields(kind),
        )
        for kind in KINDS
    )


@router.get("/things", response_model=Things)
def find(
    ctx: Ctx, kind: GearKind | None = None, words: Words = "", state: GearState = "owned"
) -> Response:
    """Things by kind and words; the counts are of everything that the words find."""
    found = ctx.gear.find(words=words, state=state)
    counts = Counter(str(one.kind) for one in found)
    things = tuple(_thing(one) for one in found if kind is None or one.kind == kind)
    reply = Things.model_construct(things=things, counts=dict(counts))
    return Response(reply.model_dump_json(), media_type="application/json")


@router.post("/things", status_code=201, responses=thing_links(201))
def add(ctx: Ctx, new: NewThing) -> Thing:
    """Put a thing into the cupboard."""
    gear = validate_gear(new.kind, new.figures)
    return _thing(ctx.gear.add(gear, considered=new.considered))


@router.get("/file")
def export(ctx: Ctx, form: Annotated[str, Query(pattern="^(csv|json)$")] = "csv",
           kind: GearKind | None = None) -> Response:  # fmt: skip
    """Everything in use, or one kind, as a file: CSV for a spreadsheet, or JSON."""
    about = GEAR_CSV if form == "csv" else GEAR_JSON
    text = ctx.gear.as_csv(kind) if form == "csv" else ctx.gear.as_json(kind)
    name = file_name(KIND_TITLES[kind][1] if kind else "cupboard", about)
    return Response(
        text.encode(),
        media_type=about.media_type,
        headers={"content-disposition": f'attachment; filename="{name}"'},
    )


def _report(outcome: Import) -> ImportReport:
    def rows(entries: list[tuple[int, str, str]]) -> tuple[RowReport, ...]:
        return tuple(RowReport(line=line, kind=kind, name=name) for line, kind, name in entries)

    return ImportReport(
        done=outcome.done,
        encoding=outcome.table.encoding,
        delimiter=outcome.table.delimiter,
        decimal_mark=outcome.table.decimal_mark,
        fresh=rows(outcome.fresh),
        known=rows(outcome.known),
        refused=tuple(
            RowProblem(line=one.line, column=one.column, value=one.value, sentence=one.sentence)
            for one in outcome.refused
        ),
    )


@router.post("/ies", openapi_extra=_FILE)
async def measured_lamp(request: Request) -> MeasuredLamp:
    """What an IES LM-63 file says of a lamp, for its form; nothing is kept."""
    content = await request.body()
    text, found = await run(lambda: read_ies_file(content))
    return MeasuredLamp(
        ies=text,
        width_mm=found.width_mm or None,
        height_mm=found.length_mm or None,
        beam_deg=round(min(found.beam_deg, 180.0), 1),
        flux_lm=round(found.flux_lm, 1),
        axis_cd=round(found.axis_cd, 1),
        power_w=found.power_w or None,
        remarks=found.remarks,
    )


@router.post("/file", openapi_extra=_FILE)
async def take_in(
    ctx: Ctx,
    request: Request,
    kind: GearKind | None = None,
    only_sound: bool = False,
    look_only: bool = False,
) -> ImportReport:
    """Take in a CSV or JSON file: everything, or nothing and the reasons. With ``only_sound`` the
    rows that are sound are taken though others are not; with ``look_only`` nothing is taken."""
    content = await request.body()
    return _report(
        await run(
            lambda: ctx.gear.take_in(content, kind=kind, only_sound=only_sound, look_only=look_only)
        )
    )


@router.put("/things/{gear_id}", responses=thing_links())
def edit(ctx: Ctx, gear_id: GearId, change: EditThing) -> Thing:
    """Change a thing. Plans keep their copies."""
    kind = ctx.gear.get(gear_id).kind
    gear = validate_gear(kind, change.figures)
    return _thing(ctx.gear.edit(gear_id, gear, base=change.base_version))


@router.post("/things/{gear_id}/copy", status_code=201, responses=thing_links(201))
def copy(ctx: Ctx, gear_id: GearId) -> Thing:
    """A second thing with the same figures."""
    return _thing(ctx.gear.copy(gear_id))


@router.post("/things/{gear_id}/retire", responses=thing_links())
def retire(ctx: Ctx, gear_id: GearId) -> Thing:
    """Take a thing out of use; plans keep their copies."""
    return _thing(ctx.gear.retire(gear_id))


@router.post("/things/{gear_id}/own", responses=thing_links())
def own(ctx: Ctx, gear_id: GearId) -> Thing:
    """A thing that was considered is owned now, and plans may take it."""
    return _thing(ctx.gear.own(gear_id))


@router.post("/things/{gear_id}/put-back", responses=thing_links())
def put_back(ctx: Ctx, gear_id: GearId) -> Thing:
    """Take a retired thing into use again."""
    return _thing(ctx.gear.put_back(gear_id))


@router.get("/things/{gear_id}/plans")
def plans_with(ctx: Ctx, gear_id: GearId) -> tuple[PlanWithThing, ...]:
    """Plans that carry a copy of a thing, and whether the copy still agrees with the cupboard."""
    return tuple(
        PlanWithThing(
            id=one.id, title=one.title, line=one.line, revision=one.revision, same=one.same
        )
        for one in ctx.gear.plans_with(gear_id)
    )


@router.post("/things/{gear_id}/plans/{plan_id}", response_model=PlanSheet)
def renew(ctx: Ctx, gear_id: GearId, plan_id: PlanId, step: Step) -> Response:
    """Put what the cupboard says of a thing into a plan that carries a copy of it."""
    return sheet_reply(ctx.gear.renew_in(gear_id, plan_id, line=step.line, base=step.base_revision))
