"""Fourteen ways of working as their makers begin: three questions, at most four typed figures."""

from __future__ import annotations

from steeple.services.rig.beginning import Beginning

BEGUN: dict[str, Beginning] = {
    "small shiny thing": Beginning(
        title="Rings for the stall", shape="small-flat", zone_width_mm=180.0, zone_depth_mm=120.0,
        table_height_mm=760.0,
    ),
    "beauty shot": Beginning(
        title="The ring, upright", shape="small-upright", top_mm=60.0, ceiling_mm=2500.0, away=True,
    ),
    "keyboard": Beginning(
        title="Both hands at the dulcimer", shape="keyboard", zone_width_mm=1250.0,
        ceiling_mm=2600.0,
    ),
    "drawing at a wide desk": Beginning(
        title="Lettering a map", shape="page-flat", zone_width_mm=600.0, zone_depth_mm=420.0,
        table_height_mm=1050.0, ceiling_mm=2500.0,
    ),
    "instrument in a borrowed hall": Beginning(
        title="Evening at the hall", shape="instrument-away", ceiling_mm=5000.0,
    ),
    "one desk, top-down": Beginning(
        title="Desk", shape="page-flat", table_height_mm=740.0, ceiling_mm=2450.0, window="far",
    ),
    "cutting cloth": Beginning(
        title="Cutting sleeves", shape="cloth", zone_width_mm=1200.0, zone_depth_mm=700.0,
        table_height_mm=720.0, ceiling_mm=2550.0, window="left",
    ),
    "lathe": Beginning(
        title="Turning a bowl", shape="turning-machine", zone_width_mm=500.0, zone_depth_mm=350.0,
        ceiling_mm=2400.0,
    ),
    "easel in a basement": Beginning(
        title="The river, in oil", shape="easel", zone_width_mm=500.0, ceiling_mm=2200.0,
    ),
    "fingertips": Beginning(
        title="A netsuke", shape="fingertips", zone_width_mm=120.0, zone_depth_mm=90.0,
        ceiling_mm=2400.0,
    ),
    "fingertips of a client": Beginning(
        title="Ten nails", shape="fingertips", zone_width_mm=240.0, zone_depth_mm=160.0,
        table_height_mm=760.0,
    ),
    "narrow kitchen": Beginning(
        title="Dumplings by the door", shape="hot-counter", zone_width_mm=600.0,
        table_height_mm=900.0, ceiling_mm=2480.0,
    ),
    "cards between two": Beginning(
        title="The last round", shape="cards-between-two", ceiling_mm=3200.0, window="right",
    ),
    "drum kit": Beginning(
        title="Seven drums", shape="percussion", zone_width_mm=2000.0, zone_depth_mm=1800.0,
        ceiling_mm=2700.0,
    ),
}  # fmt: skip
"""By the practice."""


def typed(begun: Beginning) -> list[tuple[str, str]]:
    """The figures that are typed, by the label of their field and in cm."""
    fields = {
        "zone_width_mm": "Wide", "zone_depth_mm": "Deep", "top_mm": "Tallest thing on it",
        "table_height_mm": "Table, from the floor", "ceiling_mm": "Floor to ceiling",
    }  # fmt: skip
    told = begun.model_dump(exclude_none=True)
    return [(words, f"{told[name] / 10:g}") for name, words in fields.items() if name in told]
