"""What the card says of the support: settings along its tubes, weights, parts, order, and checks."""

from __future__ import annotations

from collections.abc import Collection

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.study.base.card import CardRow, CardSection, PlacedSection
from steeple.core.study.base.phrases import by_edges, clock_words
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.hold.answer import azimuth_of
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.drawing import chain_parts
from steeple.core.study.hold.forces.balance import counterweight_at
from steeple.core.study.hold.study import HoldStudy


def hold_sections(hold: HoldStudy, fields: Collection[str]) -> list[PlacedSection]:
    """The support on the card: where and how it is set, then in which order."""
    placement = hold.placement
    if placement is None:
        return []
    return [
        ("support", CardSection(heading="Support", rows=tuple(_setting(hold, placement, fields)))),
        (
            "support",
            CardSection(heading="Put together in this order", rows=tuple(_order(hold))),
        ),
    ]


def _setting(hold: HoldStudy, placement: Placement, fields: Collection[str]) -> list[CardRow]:
    support, table = hold.support, hold.work.table
    drop_assumed = f"/{support.at}/gear/drop_mm" in fields
    rows = [CardRow(label="Support", text=support.gear.name)]
    if support.model in ("column", "hung"):
        what = "Column" if support.model == "column" else "Its fixing overhead"
        rows += _foot_rows(what, placement, table)
    else:
        rows += _bar_rows(hold, placement)
    rows += _heights(hold, placement, assumed=drop_assumed)
    if support.gear.learned_sag_mm:
        higher = support.gear.learned_sag_mm > 0
        rows.append(
            CardRow(
                label="Set it higher by" if higher else "Set it lower by",
                quantity=mm(abs(support.gear.learned_sag_mm)),
                hint="learned: it gives way so far under the camera"
                if higher
                else "learned: it ends up so much higher than it is set",
            )
        )
    if support.has_boom and placement.reach_mm > 1.0:
        where = clock_words(azimuth_of(placement.toward.x, placement.toward.y))
        rows.append(
            CardRow(
                label="Arm out, along its tube",
                quantity=mm(placement.reach_mm),
                hint=f"middle of the column to the middle of the head, toward {where}",
            )
        )
    if placement.feet and support.model == "column":
        given = support.placed.legs_toward_deg
        turn = azimuth_of(placement.toward.x, placement.toward.y) if given is None else given
        rows.append(
            CardRow(
                label="One leg toward",
                text=clock_words(turn),
                hint="12 is away from you" + ("; that is under the arm" if given is None else ""),
            )
        )
    if hold.counterweight_g:
        rows.append(
            CardRow(
                label="Counterweight",
                quantity=Quantity(value=hold.counterweight_g, unit="g"),
                hint="hang it before the camera goes on",
            )
        )
        rows.append(
            CardRow(label="Counterweight behind the column", quantity=mm(counterweight_at(support)))
        )
    if support.placed.sandbag_g:
        rows.append(
            CardRow(
                label="Sandbag",
                quantity=Quantity(value=support.placed.sandbag_g, unit="g"),
                hint="at the " + (support.placed.sandbag_on or "column"),
            )
        )
    return rows


def _foot_rows(what: str, placement: Placement, table: Rectangle) -> list[CardRow]:
    """Where the column stands, by the nearest edges of the table, in figures above 0."""
    edges = by_edges(table, placement.foot.x, placement.foot.y)
    return [
        CardRow(label=f"{what} {edge}", quantity=mm(length), hint="to the middle of its tube")
        for edge, length in edges
    ]


def _bar_rows(hold: HoldStudy, placement: Placement) -> list[CardRow]:
    table = hold.work.table
    across = abs(placement.toward.x) > 0.5
    rows = [CardRow(label="Span, end to end", quantity=mm(placement.span_mm or 0.0))]
    if placement.span is not None and placement.span.sections:
        rows.append(CardRow(label="Sections", text=f"{len(placement.span.sections)} of its tubes"))
    line = placement.root.y - table.near if across else placement.root.x - table.left
    edge = "your table edge" if across else "the left table edge"
    rows.append(CardRow(label=f"Its line from {edge}", quantity=mm(line)))
    rows.append(
        CardRow(
            label="Camera along it, from the " + ("left end" if across else "near end"),
            quantity=mm(placement.reach_mm),
        )
    )
    return rows


def _heights(hold: HoldStudy, placement: Placement, *, assumed: bool) -> list[CardRow]:
    support = hold.support
    floor = -hold.work.table_height_mm
    if support.model == "hung":
        return [
            CardRow(
                label="Camera screw below what it hangs from",
                quantity=mm(placement.foot.z - hold.held.screw.z),
            )
        ]
    base, words = (
        (0.0, "the table")
        if placement.foot.z >= 0 and support.model == "column"
        else (floor, "the floor")
    )
    if support.model in ("bar", "pole") or support.has_boom:
        name = {"bar": "Bar", "pole": "Pole"}.get(support.model, "Arm")
        return [
            CardRow(
                label=f"{name} above {words}",
                quantity=mm(placement.root.z - base),
                hint="to the middle of its tube",
                assumed=assumed,
            )
        ]
    return [CardRow(label=f"Camera screw above {words}", quantity=mm(hold.held.screw.z - base))]


def _order(hold: HoldStudy) -> list[CardRow]:
    support = hold.support
    rows: list[CardRow] = []

    def step(text: str, hint: str = "") -> None:
        rows.append(CardRow(label=f"{len(rows) + 1}", text=text, hint=hint))

    if support.model == "pole":
        step(
            "Jam the pole level against studs or masonry, then pull down on it",
            "an installer fixes ends for good",
        )
    elif support.model == "hung":
        step(
            "Check the fixing overhead before anything hangs on it",
            "fixed by a qualified installer",
        )
    elif support.model == "bar":
        step("Spread both stands, legs out, columns upright; then the bar on top")
    elif support.anchor == "table":
        step("Clamp or set its foot down, column upright")
        if support.is_clamped_down and support.gear.form == "table-top stand":
            step("Clamp its foot to the table", "before the camera goes on; a pad saves the top")
    else:
        step("Spread the legs, one under the arm; column upright, lock it")
    if support.placed.sandbag_g:
        step("Lay the sandbag before anything goes up")
    if hold.counterweight_g:
        step("Hang the counterweight, then draw the arm out and lock it")
    elif support.has_boom:
        step("Draw the arm out and lock it, one hand under it")
    parts = chain_parts(hold)
    for part in parts:
        step(part.name, part.joins + ("" if part.owned else "; still to get"))
    if support.placed.tether:
        step("Tie the second fixing", "before the camera is let go")
    step("Level, frame, lock every joint once more from the foot up")
    step(
        "After an hour: rim height again, every joint, the frame marks",
        "whatever creeps shows first there",
    )
    return rows
