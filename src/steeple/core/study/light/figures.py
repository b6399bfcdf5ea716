"""Every figure of the light step with its formula, source and the numbers put in."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from steeple.core.light.softness import soft_edges_mm
from steeple.core.study.base.figure import (
    ISO_2720,
    PLAIN,
    Computed,
    FigureSpec,
    Numbers,
    Put,
)
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.light.dome import soft_mm
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.lamps.targets import ninths
from steeple.core.study.light.study import LightStudy

IES = "IES, Lighting Handbook; Moon & Spencer, The Photic Field"

WALTER = "Walter et al. 2007 (GGX, Smith, Fresnel)"

PLACE = ("x_mm", "y_mm", "z_mm")
MAKER = (
    "height_mm",
    "posture",
    "handedness",
    "lean_deg",
    "x_mm",
    "from_edge_mm",
    "tool_mm",
    "seat_mm",
)
HAND_MM, LIFT_MM = 60.0, 20.0
"""Height of the hand over the work for the soft edge of its shadow; a planning value of our own."""


@dataclass(frozen=True, slots=True)
class LightNumbers(Numbers[LightStudy]):
    """The numbers that formulas of the light take."""

    def lit(self) -> tuple[str, ...]:
        """The fields that say where every lit lamp and every card stands and how it shines."""
        fields: list[str] = []
        for one in self.study.lit:
            fields += self.lamp(one)
        for card in self.study.ground.cards:
            fields += [f"{card.at}/position/{axis}" for axis in PLACE]
            fields += [f"{card.at}/card/{share}" for share in ("reflectance", "transmittance")]
        if self.study.daylight is not None:
            fields += self.windows()
        return tuple(fields)

    def lamp(self, one: LampStudy) -> tuple[str, ...]:
        """The fields that say where a lamp stands and how it shines."""
        at = one.lamp.at
        return (
            *(f"{at}/position/{axis}" for axis in PLACE),
            f"{at}/fixture/width_mm",
            f"{at}/fixture/beam_deg",
        )

    def windows(self) -> tuple[str, ...]:
        """The fields that say how daylight comes in."""
        windows = self.study.daylight.study.windows if self.study.daylight else ()
        each = (f"{one.at}/{name}" for one in windows for name in ("away_mm", "transmittance"))
        return ("room/daylight/sky", *each)

    @property
    def maker(self) -> tuple[str, ...]:
        """The fields that say where head and hands are."""
        return tuple(f"maker/{name}" for name in MAKER)


def _illuminance(i: LightNumbers) -> Computed | None:
    study = i.study
    if not study.known or not study.is_bright:
        return None
    puts: tuple[Put, ...] = ()
    for one in study.lit:
        puts += i.put("E", one.lamp.name, one.zone_lx, "lx", *i.lamp(one))
    if study.daylight is not None:
        puts += i.put("E", "the windows, at the beginning", study.daylight.lux, "lx", *i.windows())
    return Quantity(value=study.mean_lx, unit="lx"), puts


def _evenness(i: LightNumbers) -> Computed | None:
    study = i.study
    if not study.is_bright:
        return None
    middle = float(study.seen_lx.mean()) or 1.0
    puts = i.put(
        "E⁺", "brightest place ÷ mean", float(study.seen_lx.max()) / middle, "ratio", *i.lit()
    )
    puts += i.put(
        "E⁻", "darkest place ÷ mean", float(study.seen_lx.min()) / middle, "ratio", *i.lit()
    )
    return Quantity(value=study.evenness_stops, unit="stops"), puts


def _ninths(i: LightNumbers) -> Computed | None:
    study = i.study
    if not study.is_bright:
        return None
    middle, parts = float(study.seen_lx.mean()) or 1.0, ninths(study.seen_lx)
    bright, dark = float(parts.max()) / middle, float(parts.min()) / middle
    puts = i.put("E⁺", "brightest ninth ÷ mean", bright, "ratio", *i.lit())
    puts += i.put("E⁻", "darkest ninth ÷ mean", dark, "ratio", *i.lit())
    return Quantity(value=study.uneven_stops, unit="stops"), puts


def _share(i: LightNumbers) -> Computed | None:
    key = i.study.key
    if key is None:
        return None
    fields = (*i.lamp(key), *i.maker)
    puts = i.put("s", "mean over nine poses", 100 * key.share, "percent", *fields)
    return Quantity(value=100 * key.share, unit="percent"), puts + i.put(
        "s⁻", "the worst pose", 100 * key.worst, "percent", *fields
    )


def _shade(name: str) -> Callable[[LightNumbers], Computed | None]:
    def compute(i: LightNumbers) -> Computed | None:
        shade = i.study.shade
        if shade is None:
            return None
        fields = (*i.lit(), *i.maker)
        puts = i.put("mean", "over what is seen, nine poses", shade.mean, "stops", *fields)
        puts += i.put("p95", "95 of 100 places are lighter", shade.p95, "stops", *fields)
        puts += i.put("worst", "the darkest place of all", shade.worst, "stops", *fields)
        return Quantity(value=getattr(shade, name), unit="stops"), puts

    return compute


def _iso(i: LightNumbers) -> Computed | None:
    study = i.study
    if study.iso is None or study.needed_lx is None or study.lens is None:
        return None
    at = study.lens.camera.at
    clean = f"{at}/body/clean_iso"
    exposed = (clean, f"{at}/f_number", "delivery/frame_rate_hz", "room/mains_hz")
    puts = i.put("S₀", "highest clean ISO", study.lens.camera.clean_iso, "iso", clean)
    puts += i.put("E₀", "light needed at it", study.needed_lx, "lx", *exposed)
    puts += i.put("E", "light on the zone", study.mean_lx, "lx", *i.lit())
    return Quantity(value=study.iso, unit="iso"), puts


def _penumbra(i: LightNumbers) -> Computed | None:
    key = i.study.key
    if key is None:
        return None
    plane, area = i.study.work.plane, key.shines
    across, along = soft_edges_mm(area, foot=plane.middle, normal=plane.normal, caster_mm=HAND_MM)
    if not math.isfinite(across + along):
        return None
    puts = i.put(
        "b", "width of what shines", area.width_mm, "mm", f"{key.lamp.at}/fixture/width_mm"
    )
    puts += i.put("b′", "its other side", area.height_mm, "mm", f"{key.lamp.at}/fixture/height_mm")
    puts += i.put("h", "hand above the work", HAND_MM, "mm")
    away = area.centre.minus(plane.middle).length
    puts += i.put("d", "from it to the work", away, "mm", *i.lamp(key))
    puts += i.put("θ", "off the normal of the work", key.incidence_deg, "deg", *i.lamp(key))
    puts += i.put("p", "edges along the slant", across, "mm")
    puts += i.put("p′", "edges square to it", along, "mm")
    return mm(min(across, along)), puts


def _lift(i: LightNumbers) -> Computed | None:
    key = i.study.key
    if key is None or key.incidence_deg > 89.0:
        return None
    aside = LIFT_MM * math.tan(math.radians(key.incidence_deg))
    soft = soft_mm(i.study.work.plane, key.shines, LIFT_MM)
    puts = i.put("h", "lifted off the background", LIFT_MM, "mm")
    puts += i.put("θ", "lamp off the normal of the work", key.incidence_deg, "deg", *i.lamp(key))
    return mm(aside), puts + i.put("p", "soft over", soft, "mm")


def _glare(i: LightNumbers) -> Computed | None:
    worst = max(i.study.lit, key=lambda one: one.glare_ratio, default=None)
    if worst is None:
        return None
    puts = i.put(
        "A",
        "share of the zone with 0.3 or more",
        100 * worst.glare,
        "percent",
        *i.lamp(worst),
        "work/gloss",
        "work/reflectance",
    )
    return Quantity(value=round(worst.glare_ratio, 2), unit="ratio"), puts


def _coloured(i: LightNumbers) -> tuple[Put, ...]:
    """Each light on the zone with its colour and its share; the windows among them."""
    study = i.study
    parts: list[tuple[str, float, float, tuple[str, ...]]] = [
        (one.lamp.name, one.zone_lx, one.lamp.cct_k, (f"{one.lamp.at}/fixture/cct_k",))
        for one in study.lit
    ]
    if study.daylight is not None and study.daylight.lux > 0:
        windows = study.daylight
        parts.append(("daylight", windows.lux, windows.study.cct_k, i.windows()))
    total = sum(lux for _, lux, _, _ in parts)
    puts: tuple[Put, ...] = ()
    for name, lux, cct_k, fields in parts:
        puts += i.put("K", name, cct_k, "k", *fields)
        puts += i.put("s", f"share of {name}", lux / total if total else 0.0, "ratio")
    return puts


def _mired(i: LightNumbers) -> Computed | None:
    if len(i.study.lit) < 2:
        return None
    return Quantity(value=i.study.spread_mired, unit="mired"), _coloured(i)


def _balance(i: LightNumbers) -> Computed | None:
    if i.study.cct_k is None:
        return None
    return Quantity(value=i.study.cct_k, unit="k"), _coloured(i)


def _drift(i: LightNumbers) -> Computed | None:
    windows = i.study.daylight
    if windows is None:
        return None
    changes = windows.study.drifts(i.study.lamps_lx)
    worst, sky = max(changes, key=lambda one: abs(one[0]))
    moments = windows.study.moments
    first, at = moments[0], moments[changes.index((worst, sky))]
    then, now = (
        (first.clear_lx, at.clear_lx) if sky == "clear" else (first.overcast_lx, at.overcast_lx)
    )
    puts = i.put("E₀", "lamps alone", i.study.lamps_lx, "lx", *i.lit())
    puts += i.put("D₀", f"{sky} sky at the beginning", then, "lx", *i.windows())
    puts += i.put("D", f"{sky} sky at {at.clock}", now, "lx", *i.windows())
    puts += i.put("h", f"sun at {at.clock}", at.sun_deg, "deg")
    return Quantity(value=abs(worst), unit="stops"), puts


# fmt: off
LIGHT_FIGURES: tuple[FigureSpec[LightNumbers], ...] = (
    FigureSpec("light.illuminance", "Light on the zone", "mean over the zone, everything in place, no maker",
               "Σ ∫ I(θ)·cos ÷ r² dA", IES, _illuminance),
    FigureSpec("light.evenness", "Evenness", "greatest ÷ least on the zone, everything in place",
               "log₂(E⁺ ÷ E⁻), at most 6", IES, _evenness,
               note="Everything that stands there takes its light away, but for the maker. Six stops stand for a "
               "place that no light reaches."),
    FigureSpec("light.even_ninths", "Evenness by ninths", "brightest ÷ darkest ninth of the zone, everything in place",
               "log₂(E⁺ ÷ E⁻), at most 6", IES, _ninths,
               note="What the zone is judged by: a side in the dark counts, the small shadow beside a pot does not."),
    FigureSpec("light.share", "Stays lit", "what the camera sees of action and zone, lamp alone",
               "Σ E with maker and rig ÷ Σ E without", IES, _share,
               note="Weighted: the disc of 80 mm round the tool tip counts twice the rest of the zone."),
    FigureSpec("light.shade", "Depth of shadows", "95 of 100 places that the camera sees, all lamps, nine poses",
               "log₂(E without maker and rig ÷ E with them)", IES, _shade("p95")),
    FigureSpec("light.shade_worst", "Deepest shadow", "the darkest place that the camera sees, in any pose",
               "log₂(E without maker and rig ÷ E with them)", IES, _shade("worst"),
               note="Six stops stand for no light at all."),
    FigureSpec("light.penumbra", "Soft edge", "shadow of a hand over the work, from the lamp that gives most",
               "outline of what shines, drawn on the work through a place of the hand", PLAIN, _penumbra,
               note="Straight down on a small lamp it is b·h ÷ (d − h); the slant makes it wider."),
    FigureSpec("light.lift", "Shadow of a small thing lifted 2 cm", "how far aside it falls, from the lamp that gives most",
               "h·tan(θ)", PLAIN, _lift,
               note="On a pin or a block a small thing parts from its shadow: twice as high, twice as far and as soft."),
    FigureSpec("light.glare", "Gloss against the work’s own light", "the worst place; seen from 0.3, burnt from 4",
               "∫ D·F·G·L ÷ (4·cos·cos) dω ÷ (E·ρ ÷ π)", WALTER, _glare),
    FigureSpec("light.iso", "ISO needed", "at the f-number and exposure time set", "S₀·E₀ ÷ E", ISO_2720, _iso),
    FigureSpec("light.drift", "Drift of daylight", "greatest change over the session, clear or overcast, whichever is more",
               "log₂((E₀ + D) ÷ (E₀ + D₀))", "Gillette, Pierpoint & Treado 1984 (sky); astral (place of the sun)", _drift,
               note="An even sky, nothing before the window; a given day may differ by a stop."),
    FigureSpec("light.mired", "Difference in colour", "between lamps that give a tenth of the light or more",
               "10⁶ ÷ K₁ − 10⁶ ÷ K₂", "CIE S 017", _mired),
    FigureSpec("light.balance", "White balance to set", "the mixed light on the zone", "10⁶ ÷ Σ s·(10⁶ ÷ K)",
               "CIE S 017", _balance),
)
# fmt: on
