"""Drawings of a plan, its scene and its figures as files."""

from __future__ import annotations

from typing import Literal

from steeple.core.errors import InputError
from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.cache import StudyCache
from steeple.core.study.card.full import Drawn, drawn_of, full_card
from steeple.core.study.card.scene import scene_of
from steeple.core.study.plan_study import camera_studies
from steeple.core.units import UnitSystem
from steeple.formats.drawing.dxf import drawing_dxf
from steeple.formats.drawing.gltf import scene_glb
from steeple.formats.drawing.pdf import drawing_pdf
from steeple.formats.drawing.style import Paper, Scale
from steeple.formats.drawing.svg import drawing_svg
from steeple.formats.plan_csv import write_plan_csv

ViewName = Literal["side", "above", "frame", "parts"]
DrawingForm = Literal["svg", "pdf", "dxf"]
WRITERS = {"svg": drawing_svg, "pdf": drawing_pdf, "dxf": drawing_dxf}
MISSING = {
    "frame": "the picture of this camera does not lie on the table, so there is nothing to tape down",
    "parts": "it is not known how this camera is joined to its support",
}


def drawing_file(
    plan: Plan,
    *,
    view: ViewName,
    camera: str | None,
    form: DrawingForm,
    paper: Paper,
    scale: Scale,
    system: UnitSystem,
    cache: StudyCache | None = None,
) -> bytes:
    """One drawing of a plan to scale.

    Parameters
    ----------
    plan, view, camera
        the plan, which drawing, and of which camera; None: the first.
    form, paper, scale, system
        kind of file, family of sheets, scale, and units of lengths.
    cache
        what was worked out for the plans before.

    Raises
    ------
    InputError
        Where there is no such camera or drawing, or it does not fit at the scale.
    """
    drawn = _drawn(plan, view, camera, cache)
    return WRITERS[form](drawn, paper=paper, scale=scale, system=system, title=plan.title)


def _drawn(plan: Plan, view: ViewName, camera: str | None, cache: StudyCache | None) -> Drawn:
    studies = camera_studies(plan, cache=cache)
    ids = [one.about for one in studies]
    if camera is not None and camera not in ids:
        raise InputError(
            "unknown-camera",
            f"There is no camera “{camera}” in the plan: there are {', '.join(ids) or 'none'}.",
            field="camera",
            value=camera,
            allowed=", ".join(ids),
        )
    views = drawn_of(studies[0 if camera is None else ids.index(camera)].context)
    drawn: Drawn | None = getattr(views, view)
    if drawn is None:
        raise InputError(
            "no-drawing",
            f"There is no such drawing: {MISSING[view]}.",
            field="view",
            value=view,
            allowed="side, above",
        )
    return drawn


def scene_file(plan: Plan, *, cache: StudyCache | None = None) -> bytes:
    """The rig in space, as binary glTF."""
    return scene_glb(scene_of([one.context for one in camera_studies(plan, cache=cache)]))


def figures_file(plan: Plan, *, system: UnitSystem, cache: StudyCache | None = None) -> bytes:
    """The figures of a plan as a table, UTF-8."""
    evaluation = evaluate(plan, try_mends=False, cache=cache)
    full = full_card([one.context for one in camera_studies(plan, cache=cache)])
    return write_plan_csv(evaluation, full, system).encode("utf-8")
