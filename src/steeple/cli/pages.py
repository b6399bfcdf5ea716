"""``steeple pages``: writes the reference pages that are generated from the code."""

from __future__ import annotations

import argparse
import inspect
import json
import re
from collections.abc import Callable, Mapping
from pathlib import Path

from steeple.api.app import make_app
from steeple.core.findings.log.notes import LOG_CODES
from steeple.core.findings.registry import CAUTIONS, RULES
from steeple.core.plan.reading import plan_schema
from steeple.core.plan.shapes import SHAPES
from steeple.core.record.pair import KINDS
from steeple.core.solve.rig.score import (
    CLEAN_STOPS,
    EVEN_STOPS,
    FAIL,
    NOT_KNOWN,
    RIG_WEIGHTS,
    UNKNOWN_STOPS,
    WATCH,
)
from steeple.core.study.card.lists.setting_up import CAMERA_MIN, LAMP_MIN, MIC_MIN
from steeple.core.study.inputs.support_forms import FORMS
from steeple.core.study.registry import STEPS
from steeple.formats.log.log_json import log_schema

ROOT = Path(__file__).parents[3]
TESTS_NAMED = 2


def _place(function: Callable[..., object]) -> str:
    """Where a function stands: its file, and its name there."""
    function = getattr(function, "func", function)
    path = Path(inspect.getsourcefile(function) or "").relative_to(ROOT).as_posix()
    return f"`{path}` ({function.__qualname__.split('.')[0].lstrip('_')})"


def _texts_of_tests() -> Mapping[str, str]:
    """Every test file of the core by its path, those nearest to a step first."""
    files = sorted(
        (ROOT / "tests").rglob("*.py"), key=lambda one: (-len(one.parts), one.as_posix())
    )
    return {
        one.relative_to(ROOT).as_posix(): one.read_text(encoding="utf-8")
        for one in files
        if "ui" not in one.parts
    }


def _checked_in(key: str, tests: Mapping[str, str]) -> str:
    """The tests that name a figure or rule; a rule is also named by its function."""
    name = key.split(".")[1].replace("-", "_")
    found = [
        path
        for path, text in tests.items()
        if f'"{key}"' in text
        or (f"/{key.split('.')[0]}/test_rules" in path and re.search(rf"\b{name}\b", text))
    ]
    return " and ".join(f"`{path}`" for path in found[:TESTS_NAMED]) or "no test by name"


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
    checks = _texts_of_tests()
    for step in STEPS:
        for spec in (one for one in step.figures if one.documented):
            lines += [
                f"### {spec.title} (`{spec.key}`)",
                "",
                f"Holds for: {spec.holds_for}.",
                "",
                f"    {spec.formula}",
                "",
                f"Source: {spec.source}." + (f" {spec.note}" if spec.note else ""),
                "",
                f"Computed in {_place(spec.compute)}; checked in {_checked_in(spec.key, checks)}.",
                "",
            ]
    lines += ["## Rules", ""]
    for rule in RULES:
        lines += [
            f"### {rule.name} (`{rule.code}`)",
            "",
            f"Speaks up when {rule.trigger}. {rule.harm} Source: {rule.source}.",
            "",
            f"Judged in {_place(rule.looked)}; checked in {_checked_in(rule.code, checks)}.",
            "",
        ]
    lines += ["## What the log finds", ""]
    lines += [f"- `{code}`: {says}" for code, says in LOG_CODES.items()]
    lines += ["", "## What is learned", ""]
    lines += [
        "Predicted against measured, by the normal model (`core/learning/normal.py`); how far such a thing is "
        "usually off, and how far one case strays from the next, are planning values of our own.",
        "",
        "| figure | compared by | usually off | strays | kept as |",
        "|---|---|---|---|---|",
    ]
    for figure, kind in KINDS.items():
        lines.append(
            f"| {kind.words} (`{figure}`) | {kind.by} | {kind.belief.usual_off:g} "
            f"| {kind.belief.usual_spread:g} | {kind.gear_field or kind.plan_field or 'shown alone'} |"
        )
    lines += ["", "## What a rig is worth", ""]
    lines += [
        "Each part only adds (`core/solve/rig/score.py`), so that a rig half made is never better than it will be: "
        f"{FAIL:g} for a note that fails, {NOT_KNOWN:g} for one that is not known, {WATCH:g} for one to watch, and by "
        "what is wanted most:",
        "",
        "| wanted | a stop of picture | a thing | a minute | a square metre of floor |",
        "|---|---|---|---|---|",
    ]
    for name, weights in RIG_WEIGHTS.items():
        lines.append(
            f"| {name} | {weights.picture:g} | {weights.thing:g} | {weights.minute:g} | {weights.floor_m2:g} |"
        )
    lines += [
        "",
        f"What a picture lacks, in stops: detail up to twice what is needed; light for an ISO {CLEAN_STOPS:g} stops under "
        f"the highest clean one; light that differs by more than {EVEN_STOPS:g} stops between ninths of the zone. A lamp "
        f"whose light is not known counts as {UNKNOWN_STOPS:g} stops. Minutes: {CAMERA_MIN:g} for a camera, {LAMP_MIN:g} "
        f"for a lamp, {MIC_MIN:g} for a microphone, and those of its kind for a support. Planning values of our own.",
    ]
    lines.append("")
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
        "log.schema.json": _json(log_schema()),
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
