"""Light and sharpness of a test frame, against the plan."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from steeple.core.findings.check.note import CheckFigure, CheckNote
from steeple.core.findings.finding import Verdict
from steeple.core.frame.light.lighting import HOT_STOPS, Lighting
from steeple.core.frame.reading import FrameReading
from steeple.core.frame.sharpness import SEEN_AT
from steeple.core.study.base.sentence import Quantity, percent, say
from steeple.core.study.check.compared import Compared
from steeple.core.study.check.planned import Planned, lamp_fields, plan_number
from steeple.core.units import Unit

EVEN_STOPS = 0.7
"""A zone lit as evenly as this is even, whatever was planned."""
MORE_UNEVEN_STOPS = 0.25
"""So much more uneven than planned is said."""
EXPOSURE_STOPS = 0.5
CAST_MIRED, CAST_DISTURBS = 10.0, 25.0
CAST_GREEN = 0.006
CLIPPED_SHARE = 0.01
SOFT_CY_PX = 0.15
"""Contrast that has halved below this frequency is seen as soft when the picture is looked at whole."""
SOFTER = 0.6
"""A place with less than this share of the sharpness of the best is soft there."""
PRINTER_SHARE = 0.004


def planned_evenness(planned: Planned, lighting: Lighting) -> float | None:
    """Greatest by least light over the told part of the zone as planned, in stops; None where nothing is lit."""
    fields = lamp_fields(planned, lighting.lattice)
    if fields is None:
        return None
    total = fields[0].sum(axis=0)[np.isfinite(lighting.field)]
    return float(np.log2(total.max() / max(1e-9, total.min())))


def _figure(
    key: str, name: str, value: float, unit: Unit, verdict: Verdict | None = None,
    planned: float | None = None, error: float | None = None,
) -> CheckFigure:  # fmt: skip
    return CheckFigure(
        key=key,
        name=name,
        planned=None if planned is None else Quantity(value=planned, unit=unit),
        measured=Quantity(value=value, unit=unit),
        error=None if error is None else Quantity(value=error, unit=unit),
        verdict=verdict,
    )


def picture_figures(compared: Compared) -> Iterator[CheckFigure]:
    """Evenness, exposure, colour, noise, bands and sharpness."""
    reading = compared.reading
    if reading is None:
        return
    lit = reading.lighting
    if lit is not None:
        planned = planned_evenness(compared.planned, lit)
        yield _figure(
            "evenness_stops", "Darkest to brightest of the zone", lit.evenness_stops, "stops",
            _uneven(lit, planned), planned, lit.evenness_error,
        )  # fmt: skip
        yield _figure(
            "told_percent",
            "Share of the zone that tells of the light",
            100 * lit.told_share,
            "percent",
        )
        yield _figure(
            "exposure_stops", "Paper brighter than it should be", lit.exposure_stops, "stops",
            "holds" if abs(lit.exposure_stops) <= EXPOSURE_STOPS else "watch", 0.0,
        )  # fmt: skip
        yield _figure(
            "clipped_percent", "Burnt out", 100 * lit.clipped_share, "percent",
            "holds" if lit.clipped_share <= CLIPPED_SHARE else "watch", 0.0,
        )  # fmt: skip
        yield _figure("crushed_percent", "Sunk in black", 100 * lit.crushed_share, "percent")
        yield _figure(
            "cast_mired", "Cast, positive is warm", lit.cast_mired, "mired", _cast(lit), 0.0
        )
        yield _figure("cast_green", "Cast toward green (CIE 1960)", lit.cast_green, "ratio")
        if lit.signal_stops is not None:
            yield _figure("signal_stops", "Middle grey over its noise", lit.signal_stops, "stops")
    bands = reading.bands
    yield _figure(
        "bands_stops", "Bands of flicker", 0.0 if bands is None else bands.depth_stops, "stops",
        "holds" if bands is None else "watch", 0.0,
    )  # fmt: skip
    for place in reading.sharpness:
        yield _figure(
            f"mtf50_{place.name.replace(' ', '_')}", f"Half contrast, {place.name}, cycles a pixel",
            place.mtf50_cy_px, "ratio", None, None, place.error,
        )  # fmt: skip


def _uneven(lit: Lighting, planned: float | None) -> Verdict:
    if lit.evenness_stops <= max(EVEN_STOPS, (planned or 0.0) + MORE_UNEVEN_STOPS):
        return "holds"
    return "fails" if lit.evenness_stops > max(2.0, 2 * (planned or 0.0)) else "watch"


def _cast(lit: Lighting) -> Verdict:
    cast = abs(lit.cast_mired)
    if cast <= CAST_MIRED and abs(lit.cast_green) <= CAST_GREEN:
        return "holds"
    return "fails" if cast > CAST_DISTURBS else "watch"


def where_words(x_mm: float, y_mm: float, width_mm: float, depth_mm: float) -> str:
    """A place of the zone by its ninth: “at the far left”, “in the middle”."""
    across = "left" if x_mm < -width_mm / 6 else "right" if x_mm > width_mm / 6 else ""
    along = "near" if y_mm < -depth_mm / 6 else "far" if y_mm > depth_mm / 6 else ""
    if not across and not along:
        return "in the middle"
    if not across:
        return "on your side" if along == "near" else "on the far side"
    return f"at the {along} {across}".replace("  ", " ")


def picture_notes(compared: Compared) -> Iterator[CheckNote]:
    """What is not as planned of light and sharpness."""
    reading = compared.reading
    if reading is None:
        return
    yield from _chart_notes(compared, reading)
    if reading.lighting is not None:
        yield from _light_notes(compared, reading.lighting)
    if reading.bands is not None:
        bands = reading.bands
        yield CheckNote(
            code="check.bands",
            verdict="watch",
            title=say("{count} bands of {depth} lie over the picture", count=Quantity(value=round(bands.count, 1), unit="count"),
                      depth=Quantity(value=bands.depth_stops, unit="stops")),
            reason=say("A lamp flickers while the rows are read. A shutter of 1/50 (at 50 Hz mains; 1/60 at 60 Hz) or "
                       "a multiple of it takes them away; or the lamp that does it, found by switching off one after the other."),
        )  # fmt: skip
    yield from _sharpness_notes(compared, reading)


def _chart_notes(compared: Compared, reading: FrameReading) -> Iterator[CheckNote]:
    number = reading.found[0].plan_number
    if number is not None and number != plan_number(compared.planned.plan):
        yield CheckNote(
            code="check.other-plan",
            verdict="watch",
            title=say("This is the chart of another plan"),
            reason=say("Place and light are read all the same, as the sizes of its marks are known. The lines for the finest "
                       "detail are not those of this plan: print its own chart."),
        )  # fmt: skip


def _light_notes(compared: Compared, lit: Lighting) -> Iterator[CheckNote]:
    zone = compared.planned.zone
    planned = planned_evenness(compared.planned, lit)
    verdict = _uneven(lit, planned)
    if verdict != "holds":
        dark = where_words(*lit.darkest, zone.width_mm, zone.depth_mm)
        yield CheckNote(
            code="check.uneven",
            verdict=verdict,
            title=say("The zone is uneven by {stops}: darkest " + dark, stops=Quantity(value=lit.evenness_stops, unit="stops")),
            reason=say("Planned: {stops}. The fall of light toward the corners of the lens is in what was measured.",
                       stops=Quantity(value=planned, unit="stops")) if planned is not None else
                   say("The fall of light toward the corners of the lens is in what was measured."),
        )  # fmt: skip
    said: set[str] = set()
    for hot in lit.hot:
        # Where the plan itself is uneven, no smooth surface follows it: what stands out of it must stand out more.
        if hot.stops < HOT_STOPS + 0.3 * (planned or 0.0):
            continue
        where = where_words(hot.x_mm, hot.y_mm, zone.width_mm, zone.depth_mm)
        if where in said:
            continue
        said.add(where)
        yield CheckNote(
            code="check.hot-patch",
            verdict="watch",
            title=say("A patch " + where + " is {stops} brighter than the light about it", stops=Quantity(value=hot.stops, unit="stops")),
            reason=say("A spot or a mirror image of a lamp: turn the lamp that does it away, or put a diffuser before it."),
        )  # fmt: skip
    if abs(lit.exposure_stops) > EXPOSURE_STOPS:
        bright = lit.exposure_stops > 0
        yield CheckNote(
            code="check.exposure",
            verdict="watch",
            title=say("The picture is {stops} too " + ("bright" if bright else "dark"), stops=Quantity(value=abs(lit.exposure_stops), unit="stops")),
            reason=say("By the paper of the chart, of which 85 % of the light should come back. " + (
                "Less ISO first, then a smaller aperture." if bright else "More light first: raise all lamps alike; then ISO.")),
        )  # fmt: skip
    elif lit.clipped_share > CLIPPED_SHARE:
        yield CheckNote(
            code="check.clipped",
            verdict="watch",
            title=say("{share} of the zone is burnt out", share=percent(lit.clipped_share)),
            reason=say("What is burnt out has no drawing left: less exposure, or less of the lamp that does it."),
        )  # fmt: skip
    if _cast(lit) != "holds":
        words = []
        if abs(lit.cast_mired) > CAST_MIRED:
            words.append("warm" if lit.cast_mired > 0 else "cool")
        if abs(lit.cast_green) > CAST_GREEN:
            words.append("green" if lit.cast_green > 0 else "magenta")
        yield CheckNote(
            code="check.cast",
            verdict=_cast(lit),
            title=say("The paper is pictured " + " and ".join(words or ["tinted"]) + ", by {cast}", cast=Quantity(value=abs(lit.cast_mired), unit="mired")),
            reason=say("Set the white balance on this paper, lit as it is, and take the frame again."),
        )  # fmt: skip


def _sharpness_notes(compared: Compared, reading: FrameReading) -> Iterator[CheckNote]:
    places = reading.sharpness
    if not places:
        return
    best = max(one.mtf50_cy_px for one in places)
    delivery = compared.planned.work.delivery_px
    per_delivered = max(compared.size_px) / max(delivery.width, delivery.height)
    soft = [
        one for one in places
        if one.mtf50_cy_px * per_delivered < SOFT_CY_PX or one.mtf50_cy_px < SOFTER * best
    ]  # fmt: skip
    if soft:
        everywhere = best * per_delivered < SOFT_CY_PX
        worst = min(soft, key=lambda one: one.mtf50_cy_px)
        where = "all over" if len(soft) == len(places) else _listed([_at(one.name) for one in soft])
        yield CheckNote(
            code="check.soft",
            verdict="watch",
            title=say("Soft " + where + ": contrast has halved at {value} cycles a pixel", value=Quantity(value=round(worst.mtf50_cy_px, 3), unit="ratio")),
            reason=say("Focus on the work, with the picture enlarged on the screen; then close the aperture a little." if everywhere else
                       "It is sharper elsewhere: the camera looks aslant, the paper is not flat there, or the lens is soft "
                       "toward its edge; a smaller aperture helps."),
        )  # fmt: skip
    told = [one for one in places if one.detail_contrast is not None]
    lost = [one for one in told if (one.detail_contrast or 0.0) < SEEN_AT]
    if lost:
        where = "anywhere" if len(lost) == len(told) else _listed([_at(one.name) for one in lost])
        yield CheckNote(
            code="check.detail-lost",
            verdict="watch",
            title=say("Lines of {detail} are not told apart " + where, detail=Quantity(value=compared.planned.work.detail_mm, unit="mm_exact")),
            reason=say("That is the finest that you asked to show. Focus, more zoom or a lower lens brings it back; what the picture "
                       "delivers is told on the Lens sheet."),
        )  # fmt: skip


def _listed(words: list[str]) -> str:
    return words[0] if len(words) == 1 else ", ".join(words[:-1]) + " and " + words[-1]


def _at(name: str) -> str:
    return "in the middle" if name == "middle" else f"at the {name}"


def printer_note(bar_mm: float) -> CheckNote | None:
    """What is said of a printer that does not print true to size; None where it does.

    Parameters
    ----------
    bar_mm
        the bar of 150 mm, as measured.
    """
    if abs(bar_mm / 150.0 - 1.0) <= PRINTER_SHARE:
        return None
    return CheckNote(
        code="check.printer-scale",
        verdict="watch",
        title=say(
            "Your printer makes 150.0 mm into {bar}", bar=Quantity(value=bar_mm, unit="mm_exact")
        ),
        reason=say(
            "All figures are corrected for it. Print at 100 %, without “fit to page”, to be rid of it."
        ),
    )
