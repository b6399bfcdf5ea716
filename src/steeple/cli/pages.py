"""``steeple pages``: writes the reference pages that are generated from the code."""

from __future__ import annotations

import argparse
import json
from collections.abc import Mapping
from pathlib import Path
from typing import Any

from steeple.api.app import make_app
from steeple.core.findings.registry import CAUTIONS, RULES
from steeple.core.plan.reading import plan_schema
from steeple.core.plan.shapes import SHAPES
from steeple.core.study.base.figure import FigureSpec
from steeple.core.study.hold.figures import HOLD_FIGURES
from steeple.core.study.inputs.support_forms import FORMS
from steeple.core.study.lens.figures import LENS_FIGURES
from steeple.core.study.light.figures import LIGHT_FIGURES


def physics_page() -> str:
    """Every figure with formula and source, every rule with trigger, harm and source."""
    lines = [
        "# Figures, rules and cautions",
        "",
        "Written by `steeple pages` from the registries of the core; a test compares the two.",
        "Symbols: H lens above the table, t tallest point, f focal length, u lens to focus plane,",
        "v image distance f·u ÷ (u − f), w × h active sensor area after every crop, N f-number,",
        "c circle of confusion, α half the field of view. Lengths in millimetres.",
        "",
        "## Figures",
        "",
    ]
    every: list[FigureSpec[Any]] = [*LENS_FIGURES, *HOLD_FIGURES, *LIGHT_FIGURES]
    for spec in every:
        lines += [
            f"### {spec.title} (`{spec.key}`)",
            "",
            f"Holds for: {spec.holds_for}.",
            "",
            f"    {spec.formula}",
            "",
            f"Source: {spec.source}." + (f" {spec.note}" if spec.note else ""),
            "",
        ]
    lines += ["## Rules", ""]
    for rule in RULES:
        lines += [
            f"### {rule.name} (`{rule.code}`)",
            "",
            f"Speaks up when {rule.trigger}. {rule.harm} Source: {rule.source}.",
            "",
        ]
    lines += ["## Cautions", ""]
    for caution in CAUTIONS:
        lines += [f"- `{caution.code}`, when {caution.trigger}: {caution.sentence}"]
    lines += ["", "## Shapes of work", ""]
    lines += ["Planning values of our own, used and shown as assumed until measured.", ""]
    lines += [
        "| shape | zone (mm) | top | detail | margin | room for hands |",
        "|---|---|---|---|---|---|",
    ]
    for shape in SHAPES.values():
        lines.append(
            f"| {shape.title} | {shape.zone_mm[0]:g} × {shape.zone_mm[1]:g} "
            f"| {shape.zone_top_mm:g} | {shape.finest_detail_mm:g} | {shape.margin_mm:g} "
            f"| {shape.hand_room_mm:g} |"
        )
    lines += ["", "## Kinds of support", ""]
    lines += ["Times, drops and first frequencies are planning values of our own.", ""]
    lines += [
        "| kind | stands on | boom to screw (mm) | first frequency (Hz) | minutes |",
        "|---|---|---|---|---|",
    ]
    for form, traits in FORMS.items():
        lines.append(
            f"| {form}: {traits.says} | {traits.anchor} | {traits.drop_mm:g} "
            f"| {traits.base_hz:g} | {traits.minutes:g} |"
        )
    return "\n".join(lines) + "\n"


def _json(data: object) -> str:
    return json.dumps(data, indent=2, ensure_ascii=False) + "\n"


def generated_pages() -> Mapping[str, str]:
    """Every generated page by its name in ``docs``."""
    return {
        "physics.md": physics_page(),
        "plan.schema.json": _json(plan_schema()),
        "openapi.json": _json(make_app(None, None).openapi()),
    }


def run(arguments: argparse.Namespace) -> int:
    """Write the pages into a folder."""
    folder = Path(arguments.folder)
    folder.mkdir(parents=True, exist_ok=True)
    for name, text in generated_pages().items():
        (folder / name).write_text(text, encoding="utf-8")
        print(folder / name)
    return 0
