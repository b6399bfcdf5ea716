"""Routes of the door: whether the local network is served, by which code devices are paired, and which are."""

from __future__ import annotations

from typing import Annotated

import segno
from fastapi import APIRouter, Depends, Path, Request, Response
from pydantic import Field

from steeple.api.context import Context, context_of
from steeple.api.replies import as_json
from steeple.core.plan.values import Part

router = APIRouter(prefix="/api/bench", tags=["bench"])
Ctx = Annotated[Context, Depends(context_of)]
DeviceId = Annotated[str, Path(pattern=r"^[a-z0-9]{8,40}$")]


class PairedDevice(Part):
    """A device that may come in."""

    id: str
    name: str
    paired_at: str
    seen_at: str
    seen_from: str
    expires_at: str


class Address(Part):
    """Where devices reach the bench, and the square code that leads there with the code filled in."""

    url: str
    square: str = Field(
        description="The square code as a data address of an SVG; empty without a code."
    )


class Door(Part):
    """Whether the bench is open to the local network, and what lets devices in."""

    open: bool
    addresses: tuple[Address, ...]
    code: str = Field(description="Pairs one device; empty where none stands.")
    code_expires_at: str
    guessed_at: bool = Field(
        description="Whether the code was withdrawn because it was guessed at."
    )
    devices: tuple[PairedDevice, ...]


class WantedDoor(Part):
    """Whether it shall be open."""

    open: bool


class Me(Part):
    """Who asks: this machine, or a device at the bench."""

    at_the_bench: bool
    name: str


def door_of(ctx: Context) -> Door:
    """The door as it stands."""
    code = ctx.pairing.code()
    return Door(
        open=ctx.door.is_open,
        addresses=tuple(
            Address(
                url=url,
                square="" if code is None else square_of(f"{url}/pair?code={code.code}"),
            )
            for url in ctx.door.urls()
        ),
        code="" if code is None else code.code,
        code_expires_at="" if code is None else code.expires_at.isoformat(timespec="seconds"),
        guessed_at=ctx.pairing.was_guessed_at,
        devices=tuple(
            PairedDevice(
                id=one.id, name=one.name, paired_at=one.paired_at, seen_at=one.seen_at,
                seen_from=one.seen_from, expires_at=one.expires_at,
            )
            for one in ctx.pairing.devices()
        ),
    )  # fmt: skip


def square_of(url: str) -> str:
    """A square code (ISO/IEC 18004) as the data address of an SVG.

    Parameters
    ----------
    url
        what it says.
    """
    return str(
        segno.make(url, micro=False, error="m").svg_data_uri(scale=5, border=3, light="white")
    )


@router.get("/door", response_model=Door)
def door(ctx: Ctx) -> Response:
    """The door as it stands."""
    return as_json(door_of(ctx).model_dump_json())


@router.post("/door", response_model=Door)
async def swing(wanted: WantedDoor, ctx: Ctx) -> Response:
    """Open the bench to the local network, or close it."""
    await (ctx.door.open() if wanted.open else ctx.door.close())
    return as_json(door_of(ctx).model_dump_json())


@router.post("/codes", response_model=Door)
def fresh_code(ctx: Ctx) -> Response:
    """A fresh code; the one that stood does not count any more."""
    if ctx.door.is_open:
        ctx.pairing.new_code()
    return as_json(door_of(ctx).model_dump_json())


@router.delete("/codes", response_model=Door)
def no_code(ctx: Ctx) -> Response:
    """No code stands any more; devices stay paired."""
    ctx.pairing.withdraw_codes()
    return as_json(door_of(ctx).model_dump_json())


@router.delete("/devices/{device_id}", response_model=Door)
def send_away(device_id: DeviceId, ctx: Ctx) -> Response:
    """Take a device's right away, at once."""
    ctx.pairing.withdraw(device_id)
    return as_json(door_of(ctx).model_dump_json())


@router.get("/me", response_model=Me)
async def me(request: Request) -> Response:
    """Who asks: this machine, or which device at the bench."""
    paired = request.scope.get("state", {}).get("paired")
    return as_json(
        Me(
            at_the_bench=paired is not None, name="" if paired is None else paired.name
        ).model_dump_json()
    )
