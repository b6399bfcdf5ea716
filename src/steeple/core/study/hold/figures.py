"""The figures of the hold step: each with its formula, the numbers put in, and where they come from."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from steeple.core.hold.beams import GRAVITY
from steeple.core.hold.tipping import Edge
from steeple.core.plan.parts.room import Knock
from steeple.core.study.base.figure import (
    MERIAM,
    PLAIN,
    ROARK,
    THOMSON,
    Computed,
    FigureSpec,
    Numbers,
    Put,
)
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.hold.clashes import Placement
from steeple.core.study.hold.forces.balance import KNOCKS, Tipping, counterweight_at
from steeple.core.study.hold.forces.statics import Loads, beam_of
from steeple.core.study.hold.study import HoldStudy


@dataclass(frozen=True, slots=True)
class HoldNumbers(Numbers[HoldStudy]):
    """The numbers that formulas of a support take."""

    def gear(self, field: str) -> str:
        """Path of a figure of the support."""
        return f"{self.study.support.at}/gear/{field}"

    @property
    def placement(self) -> Placement | None:
        """The support in its place; None where the room does not say enough."""
        return self.study.placement

    @property
    def loads(self) -> Loads | None:
        """What it carries; None without a place."""
        return self.study.loads


def _screw(i: HoldNumbers) -> Computed | None:
    study, placement = i.study, i.placement
    if placement is None:
        return None
    support, screw = study.support, study.held.screw
    if support.model == "hung":
        value = placement.foot.z - screw.z
        return mm(value), i.put(
            "C", "what it hangs from, above the table", placement.foot.z, "mm"
        ) + i.put("z", "camera screw above the table", screw.z, "mm")
    base = placement.foot.z if support.model != "pole" else -study.work.table_height_mm
    return mm(screw.z - base), i.put("z", "camera screw above the table", screw.z, "mm") + i.put(
        "T", "table above what it stands on", -base, "mm", "table/height_mm"
    )


def _axis(i: HoldNumbers) -> Computed | None:
    study, placement = i.study, i.placement
    support = study.support
    if (
        placement is None
        or support.model == "hung"
        or not (support.has_boom or support.model in ("bar", "pole"))
    ):
        return None
    base = -study.work.table_height_mm if support.model in ("bar", "pole") else placement.foot.z
    puts = i.put("z", "camera screw above the table", study.held.screw.z, "mm")
    puts += i.put(
        "d", "boom, bar or pole down to the screw", support.drop_mm, "mm", i.gear("drop_mm")
    )
    puts += i.put("T", "table above what it stands on", -base, "mm", "table/height_mm")
    return mm(placement.root.z - base), puts


def _reach(i: HoldNumbers) -> Computed | None:
    study, placement = i.study, i.placement
    if placement is None or study.support.model in ("bar", "pole"):
        return None
    screw, foot = study.held.screw, placement.foot
    puts = i.put("Δx", "column to screw, left to right", screw.x - foot.x, "mm")
    puts += i.put("Δy", "column to screw, near to far", screw.y - foot.y, "mm")
    return mm(placement.reach_mm), puts


def _span(i: HoldNumbers) -> Computed | None:
    placement = i.placement
    if placement is None or placement.span_mm is None or placement.second is None:
        return None
    across = abs(placement.toward.x) > 0.5
    one, two = (
        (placement.foot.x, placement.second.x) if across else (placement.foot.y, placement.second.y)
    )
    puts = i.put("a", "one end, from the middle of the zone", one, "mm")
    return mm(placement.span_mm), puts + i.put("b", "the other end", two, "mm")


def _load(i: HoldNumbers) -> Computed | None:
    loads, study = i.loads, i.study
    if loads is None:
        return None
    at = study.lens.camera.at
    puts = i.put(
        "m", "camera and lens", loads.camera_g, "g", f"{at}/body/mass_g", f"{at}/lens/mass_g"
    )
    puts += i.put("k", "head with its plate", loads.head_g, "g", i.gear("head_mass_g"))
    puts += i.put("j", "parts between, 60 g each", loads.joining_g, "g")
    if loads.beside_g:
        puts += i.put("c", "other cameras on it, with their heads", loads.beside_g, "g")
    puts += i.put("o", "other things on the same arm", loads.others_g, "g")
    return Quantity(value=loads.total_g, unit="g"), puts


def _allowed(i: HoldNumbers) -> Computed | None:
    loads, placement, gear = i.loads, i.placement, i.study.support.gear
    if loads is None or placement is None or loads.allowed_g is None or gear.rated_load_g is None:
        return None
    puts = i.put("P", "rated load on its plate", gear.rated_load_g, "g")
    if gear.rated_reach_mm is not None and i.study.support.has_boom:
        puts += i.put("r₀", "reach that it holds for", gear.rated_reach_mm, "mm")
        puts += i.put("r", "reach at hand", placement.reach_mm, "mm")
    return Quantity(value=loads.allowed_g, unit="g"), puts


def _ratio(value: float) -> Quantity:
    return Quantity(value=min(value, 99.0), unit="ratio")


def _edge_puts(i: HoldNumbers, edge: Edge, *, knock: Knock | None) -> tuple[Put, ...]:
    puts = i.put("R", "moment of the weights inside the edge", edge.restoring_n_m, "n_m")
    puts += i.put("O", "moment of the weights outside it", edge.overturning_n_m, "n_m")
    if knock is not None:
        words = f"a knock of {KNOCKS[knock][0]:g} N at the top"
        puts += i.put("K", words, edge.knock_n_m, "n_m", "/room/knock")
    return puts


def _tipping(*, knocked: bool) -> Callable[[HoldNumbers], Computed | None]:
    def compute(i: HoldNumbers) -> Computed | None:
        tipping = i.study.tipping
        if tipping is None:
            return None
        edge = tipping.knocked if knocked else tipping.still
        return _ratio(edge.ratio(knocked=knocked)), _edge_puts(
            i, edge, knock=tipping.knock if knocked else None
        )

    return compute


def sandbag_best(tipping: Tipping) -> tuple[str, float] | None:
    """The place where the lightest sandbag does it, and its mass; None where none does."""
    able = [one for one in tipping.sandbags if math.isfinite(one[1])]
    return min(able, key=lambda one: one[1], default=None)


def _sandbag(i: HoldNumbers) -> Computed | None:
    tipping = i.study.tipping
    best = sandbag_best(tipping) if tipping else None
    if tipping is None or best is None or best[1] <= 0:
        return None
    puts = _edge_puts(i, tipping.knocked, knock=tipping.knock)
    return Quantity(value=best[1], unit="g"), puts


def _counterweight(i: HoldNumbers) -> Computed | None:
    study = i.study
    at = counterweight_at(study.support)
    if not study.counterweight_g or not at:
        return None
    puts = i.put("a", "behind the column", at, "mm", i.gear("behind_mm"))
    if i.loads is not None and i.placement is not None:
        puts += i.put("F", "load at the head", i.loads.total_g, "g")
        puts += i.put("r", "reach", i.placement.reach_mm, "mm")
    return Quantity(value=study.counterweight_g, unit="g"), puts


def _torque(i: HoldNumbers) -> Computed | None:
    known = [one for one in i.study.torques if one.holds_n_m is not None]
    if not known:
        return None
    worst = max(known, key=lambda one: one.torque_n_m / (one.holds_n_m or 1.0))
    puts = i.put("H", f"what the {worst.name} holds", worst.holds_n_m or 0.0, "n_m")
    loads = i.loads
    if loads is not None and loads.total_g:
        mass_g = loads.camera_g if worst.of_head else loads.total_g
        lever_mm = worst.torque_n_m / (mass_g / 1000 * GRAVITY) * 1000
        puts += i.put("m", "camera" if worst.of_head else "load at the head", mass_g, "g")
        puts += i.put(
            "r",
            "its lever, boom and counterweight counted in",
            lever_mm,
            "mm_exact",
            i.gear("tube_mm"),
        )
    return Quantity(value=worst.torque_n_m, unit="n_m"), puts


def _beam_puts(i: HoldNumbers) -> tuple[Put, ...]:
    study, placement = i.study, i.placement
    beam = beam_of(study.support, placement) if placement else None
    if beam is None or i.loads is None:
        return ()
    first = beam.stretches[0]
    puts = i.put("L", "length of boom, bar or pole", beam.length_mm, "mm")
    puts += i.put(
        "m", "load at the head", i.loads.camera_g + i.loads.head_g + i.loads.joining_g, "g"
    )
    puts += i.put("m_b", "its own mass, from tube and material", beam.mass_g, "g")
    return puts + i.put(
        "E·I", "stiffness of its first tube, N·m²", first.stiffness_n_mm2 / 1e6, "ratio"
    )


def _sag(i: HoldNumbers) -> Computed | None:
    bending = i.study.bending
    if bending is None:
        return None
    return Quantity(value=bending.sag_mm, unit="mm_exact"), _beam_puts(i)


def _shift(i: HoldNumbers) -> Computed | None:
    bending, sight = i.study.bending, i.study.lens.sight
    if bending is None or sight is None:
        return None
    puts = i.put("s", "sag at the camera", bending.sag_mm, "mm_exact")
    puts += i.put("φ", "slope there", math.degrees(bending.slope_rad), "deg")
    puts += i.put("H", "lens to the middle of the work", sight.middle_mm, "mm")
    puts += i.put("B", "what bends, to the middle of the work", i.study.bends_above_mm, "mm")
    work = i.study.work
    half = max(work.zone.width_mm, work.zone.depth_mm) / 2
    return Quantity(value=bending.shift_mm, unit="mm_exact"), puts + i.put(
        "b", "half the zone", half, "mm"
    )


def _frequency(i: HoldNumbers) -> Computed | None:
    study = i.study
    if study.shake is None:
        return None
    puts: tuple[Put, ...] = ()
    if study.shake.by == "estimate":
        puts = i.put(
            "f₀", "stand without its boom, a planning value", study.support.traits.base_hz, "hz"
        )
        if study.bending is not None:
            puts += i.put("f₁", "boom, bar or pole", study.bending.frequency_hz, "hz")
    return Quantity(value=study.shake.frequency_hz, unit="hz"), puts


def _wobble(i: HoldNumbers) -> Computed | None:
    study, sight = i.study, i.study.lens.sight
    if study.shake is None or study.wobble_px is None or sight is None:
        return None
    shake = study.shake
    puts = i.put("Δv", "change of speed at its foot, mm/s, a planning value", shake.jolt_mm_s, "ratio",
                 "work/liveliness")  # fmt: skip
    puts += i.put("f", "first frequency", shake.frequency_hz, "hz")
    puts += i.put("p", "delivered pixels on a millimetre", sight.delivered_px_per_mm, "px_per_mm")
    return Quantity(value=study.wobble_px[1], unit="px"), puts


# fmt: off
HOLD_FIGURES: tuple[FigureSpec[HoldNumbers], ...] = (
    FigureSpec("hold.screw_height", "Camera screw", "above what the support stands on, or below what it hangs from",
               "z + T; C − z for what hangs", PLAIN, _screw,
               note="The screw lies beside the axis of the camera: 4.5 cm from it for a camera body."),
    FigureSpec("hold.axis_height", "Boom, bar or pole", "above what the support stands on, or the floor",
               "z + d + T", PLAIN, _axis),
    FigureSpec("hold.reach", "Reach", "column to camera screw, level", "√(Δx² + Δy²)", PLAIN, _reach),
    FigureSpec("hold.span", "Span", "between the two ends of bar or pole", "b − a", PLAIN, _span),
    FigureSpec("hold.load", "Load at the head", "everything on the camera's arm", "m + k + j + c + o",
               MERIAM, _load),
    FigureSpec("hold.allowed", "What it may carry there", "at this reach",
               "P where r ≤ r₀; P·r₀ ÷ r beyond", MERIAM, _allowed,
               note="The plate and the manual rule where they say less."),
    FigureSpec("hold.tipping", "Restoring ÷ overturning", "the worst edge of its footprint; 1.5 is needed",
               "R ÷ O", MERIAM, _tipping(knocked=False), note="Said as 99 where nothing overturns."),
    FigureSpec("hold.tipping_knocked", "The same when knocked", "the worst edge; 1.5 is needed",
               "R ÷ (O + K)", MERIAM, _tipping(knocked=True)),
    FigureSpec("hold.sandbag", "Sandbag needed", "so that it stands when knocked",
               "(1.5·(O + K) − R) ÷ (g·d), the greatest over all edges, up to the next half kilogram",
               MERIAM, _sandbag),
    FigureSpec("hold.counterweight", "Counterweight", "behind the column; balances the boom",
               "Σ m·r ÷ a, to 100 g, at most what there is", MERIAM, _counterweight),
    FigureSpec("hold.torque", "Torque at the joint most taxed", "level arms, gravity",
               "Σ m·g·r", MERIAM, _torque,
               note="A ball joint bears the camera about its own middle, every other joint the boom."),
    FigureSpec("hold.sag", "Sag", "boom, bar or pole at the camera",
               "∫ M·m ÷ (E·I): F·L³ ÷ (3·E·I) + w·L⁴ ÷ (8·E·I) at the end of a boom; "
               "F·a²·b² ÷ (3·E·I·L) on two ends", ROARK, _sag,
               note="Tubes only; clamps and joints give besides. Frame the picture with everything "
               "hung on, then this is taken out."),
    FigureSpec("hold.shift", "Shift of the picture by the sag", "on the work",
               "B·tan φ + b·s ÷ H", ROARK, _shift),
    FigureSpec("hold.frequency", "First frequency", "support with this load",
               "√(3·E·I ÷ ((m + 0.24·m_b)·L³)) ÷ 2π for a boom; 1 ÷ f² = 1 ÷ f₀² + 1 ÷ f₁²",
               THOMSON, _frequency, note="A tap test replaces it."),
    FigureSpec("hold.wobble", "Wobble", "delivered pixels to one side, while you work",
               "Δv ÷ (2·π·f)·p", THOMSON, _wobble,
               note="An estimate: a third to three times as much is possible. A tap test narrows it."),
)
# fmt: on
