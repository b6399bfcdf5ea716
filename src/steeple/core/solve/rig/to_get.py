"""Where no rig of the cupboard holds: the one thing that would mend it, by the figures to look for.

Every kind that is common everywhere takes its place in the best rig there is; the whole plan is judged again; what
clears most with one thing comes first. No figure is invented: each is what this place in this plan asks for.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from steeple.core.budget import look, spent
from steeple.core.errors import SteepleError
from steeple.core.findings.hold.fixes import take_support
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned, OwnedFixture, OwnedSupport
from steeple.core.plan.cupboard.usual import USUAL
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.solve.hold.supports import KINDS as SUPPORT_KINDS
from steeple.core.solve.lens.rows import FULL_WIDTH_MM, kind_lens
from steeple.core.solve.lens.rows import KINDS as LENS_KINDS
from steeple.core.solve.light.compare_lamps import KINDS as LAMP_KINDS
from steeple.core.solve.light.compare_lamps import compare_lamps
from steeple.core.solve.light.place_lamps import LightingOutcome, place_lamps
from steeple.core.solve.rig.nodes import Rig, framed, held, rig_of
from steeple.core.solve.rig.offers import changes_to
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.base.step import StepId

ENOUGH = 0.9
ROUND_G, ROUND_MM = 100.0, 10.0
"""Figures to look for are said a little up, to round ones."""
SHOWN = 4
LAMPS_TRIED = 3
"""So many kinds of lamp, those that do best alone, are placed."""


class KindToGet(Result):
    """A kind of thing: what it is, the figures to look for, and how many failing notes it clears or leaves.
    ``changes`` put one with usual figures into the plan, as a thing that is not owned."""

    subject: StepId
    name: str
    look_for: Sentence
    clears: int
    leaves: int
    changes: tuple[Change, ...]


def kinds_to_get(rig: Rig, owned: Owned) -> tuple[KindToGet, ...]:
    """The kinds of things of which one would mend most of what fails in a rig, the best first.

    Parameters
    ----------
    rig, owned
        the best rig of the cupboard, judged; what the maker has.
    """
    failing = [one.step for one in rig.findings if one.verdict == "fails" and one.speaks]
    found: list[KindToGet] = []
    if not rig.plan.cameras or rig.plan.cameras[0].body is None:
        return ()
    if {"lens", "work", "angles"} & set(failing):
        found += _lenses(rig, owned)
    if "hold" in failing or rig.plan.cameras[0].support is None:
        found += _supports(rig, owned)
    if "light" in failing or not rig.plan.lights:
        found += _lamps(rig, owned)
    found.sort(key=lambda one: (one.leaves, -one.clears))
    return tuple(one for one in found if one.clears > 0)[:SHOWN]


def _judged(
    rig: Rig, owned: Owned, subject: StepId, name: str, look_for: Sentence,
    changes: tuple[Change, ...],
) -> KindToGet | None:  # fmt: skip
    """What a change to a rig clears, judged over all of it."""
    look()
    if spent() > ENOUGH:
        return None
    try:
        after = rig_of("lit", apply_changes(rig.plan, changes), owned, rig.cameras[0])
    except SteepleError:
        return None
    return KindToGet(
        subject=subject, name=name, look_for=look_for, changes=changes,
        clears=_bad(rig) - _bad(after), leaves=_bad(after),
    )  # fmt: skip


def _bad(rig: Rig) -> int:
    """What fails, and what is missing altogether."""
    return sum(
        one.verdict == "fails" or one.code in ("hold.no-support", "light.no-lamp")
        for one in rig.findings
        if one.speaks
    )


def _lenses(rig: Rig, owned: Owned) -> Iterator[KindToGet]:
    plan, camera = rig.plan, rig.plan.cameras[0]
    body = camera.body
    if body is None:
        return
    if body.kind != "camera":
        return
    # Another lens hangs at another height: what holds it is looked for anew.
    alone = camera.model_copy(update={"support": None})
    start = plan.model_copy(
        update={"cameras": (alone, *plan.cameras[1:]), "supports": (), "adapters": ()}
    )
    width = body.mode(camera.mode).sensor_width_mm or FULL_WIDTH_MM
    for kind in LENS_KINDS:
        lens = kind_lens(kind, width)
        name, fresh = f"a {kind.name}", alone.model_copy(update={"lens": lens, "lens_id": None})
        hung = [
            under
            for one in framed(start, (name, False, fresh), owned)
            for under in held(one, owned)
        ]
        if not hung:
            continue
        best = min(hung, key=lambda one: one.score.total())
        words = _lens_words(lens, best.plan.cameras[0].focal_mm)
        got = _judged(rig, owned, "lens", name, words, changes_to(plan, best.plan))
        if got is not None:
            yield got


def _lens_words(lens: Lens, focal_mm: float | None) -> Sentence:
    focal = Quantity(value=lens.focal_min_mm if focal_mm is None else focal_mm, unit="mm_exact")
    if lens.focal_min_mm == lens.focal_max_mm:
        return say("about {focal} for this camera", focal=focal)
    if focal_mm is not None and focal_mm - lens.focal_min_mm <= lens.focal_max_mm - focal_mm:
        return say("a short end of {focal} or shorter", focal=focal)
    return say("a long end of {focal} or longer", focal=focal)


def _supports(rig: Rig, owned: Owned) -> Iterator[KindToGet]:
    scene = rig.cameras[0]
    for kind in SUPPORT_KINDS:
        placed = PlacedSupport(id="to-get", gear=kind, owned=False)
        changes = take_support(scene, placed)
        words = _support_words(rig, owned, changes)
        # What has no place here (no shelf, no wall that is known) is no advice.
        got = _judged(rig, owned, "hold", kind.name, words, changes) if words else None
        if got is not None:
            yield got


def _support_words(rig: Rig, owned: Owned, changes: tuple[Change, ...]) -> Sentence:
    """What this place in this plan asks of a support: reach, height and what it must carry there."""
    try:
        after = rig_of("held", apply_changes(rig.plan, changes), owned, rig.cameras[0])
    except SteepleError:
        return ()
    hold = after.cameras[0].hold
    if hold is None or hold.placement is None or hold.loads is None:
        return ()
    reach = ROUND_MM * math.ceil(hold.placement.reach_mm / ROUND_MM)
    load = ROUND_G * math.ceil(hold.loads.total_g / ROUND_G)
    said = say("it carries {load} or more", load=Quantity(value=load, unit="g"))
    if reach >= ROUND_MM:
        said += say(" at a reach of {reach}", reach=mm(reach))
    foot = hold.lens.work.table_height_mm if hold.support.anchor == "floor" else 0.0
    height = ROUND_MM * math.ceil((hold.held.screw.z + foot) / ROUND_MM)
    if height > 0:
        over = "the floor" if hold.support.anchor == "floor" else "the table"
        said += say(", {height} over " + over, height=mm(height))
    return said


def _lamps(rig: Rig, owned: Owned) -> Iterator[KindToGet]:
    rows = [one for one in compare_lamps(rig.plan, owned=NOTHING_OWNED).rows if not one.owned]
    kinds = {one.name: one for one in LAMP_KINDS}
    for row in [one for one in rows if one.name in kinds][:LAMPS_TRIED]:
        kind = kinds[row.name]
        words = say("{wide} across or wider", wide=mm(kind.width_mm or 0.0))
        if kind.flux_lm is not None:
            words += say(", {flux} or more", flux=Quantity(value=kind.flux_lm, unit="lm"))
        more = replace(owned, fixtures=(OwnedFixture(gear=kind),))
        for step in place_lamps(rig.plan, owned=more):
            if isinstance(step, LightingOutcome) and step.options:
                got = _judged(rig, owned, "light", row.name, words, step.options[0].changes)
                if got is not None:
                    yield got


def board_as_owned(owned: Owned) -> Owned:
    """A cupboard filled up with usual kinds where it has nothing of a subject: what one who owns nothing could get.

    Parameters
    ----------
    owned
        what the maker has.
    """
    things = [one.gear for one in USUAL]
    bodies = tuple(one for one in things if isinstance(one, Body))
    lenses = tuple(one for one in things if isinstance(one, Lens))
    adapters = tuple(one for one in things if isinstance(one, Adapter))
    if not owned.bodies:
        owned = replace(
            owned, bodies=bodies, lenses=(*owned.lenses, *lenses),
            media=owned.media or tuple(one for one in things if isinstance(one, Medium)),
            power=owned.power or tuple(one for one in things if isinstance(one, PowerSource)),
        )  # fmt: skip
    elif not owned.lenses and all(one.kind == "camera" for one in owned.bodies):
        widths = [one.modes[0].sensor_width_mm or FULL_WIDTH_MM for one in owned.bodies]
        made = tuple(
            kind_lens(kind, width) for width in dict.fromkeys(widths) for kind in LENS_KINDS
        )
        owned = replace(owned, lenses=made)
    if not owned.supports:
        supports = tuple(OwnedSupport(gear=one) for one in SUPPORT_KINDS)
        owned = replace(owned, supports=supports, adapters=(*owned.adapters, *adapters))
    if not owned.fixtures:
        owned = replace(owned, fixtures=tuple(OwnedFixture(gear=one) for one in LAMP_KINDS))
    return owned
