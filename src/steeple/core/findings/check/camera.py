"""Where the camera stands, against the plan."""

from __future__ import annotations

import math
from collections.abc import Iterator

from steeple.core.findings.check.note import CheckCode, CheckFigure, CheckNote
from steeple.core.findings.finding import Verdict
from steeple.core.frame.pose.measures import Measure, figures_of
from steeple.core.study.base.phrases import SIDE_WORDS
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.check.compared import Compared, covered_mm, turned_deg
from steeple.core.units import Unit

HEIGHT_SHARE, HEIGHT_MM = 0.01, 5.0
CENTRE_SHARE, CENTRE_MM = 0.012, 4.0
TILT_DEG, TURN_DEG = 0.7, 0.7
FOCAL_SHARE = 0.015
FAR_OFF = 6.0
"""So many times its tolerance a figure is off before it is said to fail; less is to be watched."""


def height_tolerance(planned_mm: float) -> float:
    """How far a lens may hang off its height: a hundredth of it, and no less than a tape is held."""
    return max(HEIGHT_MM, HEIGHT_SHARE * abs(planned_mm))


def centre_tolerance(width_mm: float) -> float:
    """How far the middle of the picture may lie off: about a hundredth of what it covers."""
    return max(CENTRE_MM, CENTRE_SHARE * width_mm)


def _verdict(off: float, tolerance: float) -> Verdict:
    if abs(off) <= tolerance:
        return "holds"
    return "fails" if abs(off) > FAR_OFF * tolerance else "watch"


def _figure(
    key: str, name: str, planned: float | None, found: Measure, tolerance: float | None, unit: Unit,
    off: float | None = None,
) -> CheckFigure:  # fmt: skip
    away = off if off is not None else None if planned is None else found.value - planned
    return CheckFigure(
        key=key,
        name=name,
        planned=None if planned is None else Quantity(value=planned, unit=unit),
        measured=Quantity(value=found.value, unit=unit),
        error=Quantity(value=found.error, unit=unit),
        tolerance=None if tolerance is None else Quantity(value=tolerance, unit=unit),
        verdict=None if tolerance is None or away is None else _verdict(away, tolerance),
    )


def camera_figures(compared: Compared) -> Iterator[CheckFigure]:
    """Height, centre, tilt, roll, zoom and coverage."""
    found, wanted = compared.measures, figures_of(compared.wanted)
    height = wanted["height_mm"]
    far = "Height of the lens" if compared.planned.work.is_flat else "Lens off the work"
    yield _figure("height_mm", far, height, found["height_mm"], height_tolerance(height), "mm")
    cover = covered_mm(compared.wanted, compared.planned, 0.0)
    width = compared.planned.zone.width_mm if cover is None else cover[0]
    for axis, name in (
        ("x", "Middle of the picture, to the right"),
        ("y", "Middle of the picture, away from you"),
    ):
        key = f"centre_{axis}_mm"
        if math.isfinite(found[key].value) and math.isfinite(wanted[key]):
            yield _figure(key, name, wanted[key], found[key], centre_tolerance(width), "mm")
    tilt = tilt_off(compared)
    error = math.hypot(found["lean_x_deg"].error, found["lean_y_deg"].error)
    yield _figure(
        "tilt_deg", "Tilt out of straight down", wanted["tilt_deg"],
        Measure(found["tilt_deg"].value, error), TILT_DEG, "deg", tilt,
    )  # fmt: skip
    about = turned_deg(compared.camera, compared.wanted)[2]
    yield _figure(
        "turn_deg", "Turned about its axis", 0.0, Measure(-about, found["turn_deg"].error), TURN_DEG, "deg"
    )  # fmt: skip
    planned_focal = compared.planned.lens.settings.focal_mm
    if compared.focal_mm is not None and planned_focal is not None:
        yield _figure(
            "focal_mm", "Focal length", planned_focal, compared.focal_mm,
            FOCAL_SHARE * planned_focal if compared.trusted != "zoom" else None, "mm_exact",
        )  # fmt: skip
    for level, name in (
        (0.0, "on the table"),
        (compared.planned.work.top_mm, "at the top of the work"),
    ):
        mine, theirs = (
            covered_mm(one, compared.planned, level) for one in (compared.camera, compared.wanted)
        )
        if mine is None or (level == 0.0 and name != "on the table"):
            continue
        share = found["height_mm"].error / max(1.0, found["height_mm"].value)
        for index, way in enumerate(("wide", "high")):
            planned = None if theirs is None else theirs[index]
            yield _figure(
                f"covered_{way}_{'table' if level == 0 else 'top'}", f"Picture {name}, {way}", planned,
                Measure(mine[index], share * mine[index]), None, "mm",
            )  # fmt: skip
    yield _figure("k1", "Distortion of the lens (k1)", None, found["k1"], None, "ratio")


def tilt_off(compared: Compared) -> float:
    """Degrees between the axes, as it stands and as planned."""
    cosine = compared.camera.pose.axis.dot(compared.wanted.pose.axis)
    return math.degrees(math.acos(max(-1.0, min(1.0, cosine))))


def ways(x_mm: float, y_mm: float, least_mm: float = 1.0) -> Sentence:
    """How far and which way: to the right or left, away or toward.

    Parameters
    ----------
    x_mm, y_mm, least_mm
        along the axes of the plan; less than the last is left out.
    """
    parts: list[Sentence] = []
    if abs(x_mm) >= least_mm:
        parts.append(say("{far} to your " + ("right" if x_mm > 0 else "left"), far=mm(abs(x_mm))))
    if abs(y_mm) >= least_mm:
        parts.append(
            say("{far} " + ("away from you" if y_mm > 0 else "toward you"), far=mm(abs(y_mm)))
        )
    return (
        parts[0]
        if len(parts) == 1
        else (*parts[0], *say(" and "), *parts[1])
        if parts
        else say("nowhere")
    )


def lean_words(away_deg: float, right_deg: float) -> str:
    """Which way a view is moved: away, toward, right, left, or between."""
    words = []
    if abs(away_deg) > 0.25 * abs(right_deg):
        words.append("away from you" if away_deg > 0 else "toward you")
    if abs(right_deg) > 0.25 * abs(away_deg):
        words.append(f"to your {'right' if right_deg > 0 else 'left'}")
    return " and ".join(words)


def camera_notes(compared: Compared) -> Iterator[CheckNote]:
    """What is not as planned of the place of the camera."""
    spare = compared.spare
    if spare.mm < 0:
        where = SIDE_WORDS[spare.side] + (", at the top of the work" if spare.at_top else "")
        yield CheckNote(
            code="check.zone-cut-off",
            verdict="fails",
            title=say("The frame cuts off {far} of the zone " + where, far=mm(-spare.mm)),
            reason=say("This is the truth of the test frame, whatever was planned."),
        )
    found, wanted = compared.measures, figures_of(compared.wanted)
    height = found["height_mm"].value - wanted["height_mm"]
    tolerance = height_tolerance(wanted["height_mm"])
    if abs(height) > tolerance:
        word, code = ("high", "check.too-high") if height > 0 else ("low", "check.too-low")
        known: CheckCode = "check.too-high" if height > 0 else "check.too-low"
        del code
        yield CheckNote(
            code=known,
            verdict=_verdict(height, tolerance),
            title=say("The lens hangs {off} too " + word + ": {now}, planned {then}", off=mm(abs(height)),
                      now=mm(found["height_mm"].value), then=mm(wanted["height_mm"])),
            reason=_trust_words(compared),
        )  # fmt: skip
    tilt = tilt_off(compared)
    if tilt > TILT_DEG:
        away, right, _ = turned_deg(compared.camera, compared.wanted)
        yield CheckNote(
            code="check.tilted",
            verdict=_verdict(tilt, TILT_DEG),
            title=say("The camera looks {off} too far " + lean_words(-away, -right), off=Quantity(value=tilt, unit="deg")),
            reason=say("A tilt shows one edge of the work larger than the other, and moves the middle of the picture."),
        )  # fmt: skip
    about = turned_deg(compared.camera, compared.wanted)[2]
    if abs(about) > TURN_DEG:
        yield _turned(about)
    off = (
        found["centre_x_mm"].value - wanted["centre_x_mm"],
        found["centre_y_mm"].value - wanted["centre_y_mm"],
    )
    cover = covered_mm(compared.wanted, compared.planned, 0.0)
    width = compared.planned.zone.width_mm if cover is None else cover[0]
    if math.isfinite(off[0] + off[1]) and math.hypot(*off) > centre_tolerance(width):
        yield CheckNote(
            code="check.off-centre",
            verdict=_verdict(math.hypot(*off), centre_tolerance(width)),
            title=(
                *say("The middle of the picture lies "),
                *ways(*off),
                *say(" of where it was planned"),
            ),
        )
    planned_focal, focal = compared.planned.lens.settings.focal_mm, compared.focal_mm
    if (
        focal is not None
        and planned_focal is not None
        and compared.trusted != "zoom"
        and abs(focal.value - planned_focal) > max(FOCAL_SHARE * planned_focal, focal.error)
    ):
        yield CheckNote(
            code="check.zoom-off",
            verdict="watch",
            title=say("The lens is at {now}, planned {then}", now=Quantity(value=focal.value, unit="mm_exact"),
                      then=Quantity(value=planned_focal, unit="mm_exact")),
            reason=say("Told by the picture itself; the ring of a zoom is printed to a millimetre or two at best."),
        )  # fmt: skip


def _turned(about: float) -> CheckNote:
    quarter = round(about / 90.0)
    if quarter and abs(about - 90.0 * quarter) < 20.0:
        upside = abs(quarter) == 2
        return CheckNote(
            code="check.turned",
            verdict="fails",
            title=say("The picture is upside down against the plan" if upside else "The picture stands on its side against the plan"),
            reason=say("Turn the camera, or the picture in the edit."),
        )  # fmt: skip
    return CheckNote(
        code="check.turned",
        verdict=_verdict(about, TURN_DEG),
        title=say(
            "The camera is turned by {off} about its axis",
            off=Quantity(value=abs(about), unit="deg"),
        ),
        reason=say("Lines of the table do not run along the edges of the picture."),
    )


def _trust_words(compared: Compared) -> Sentence:
    """What told zoom from distance."""
    if compared.trusted == "picture":
        return say("Zoom and distance are told apart by this picture itself.")
    if compared.trusted == "tape":
        return say("The height is that of your tape; the zoom was worked out from it.")
    return say(
        "One picture taken square on cannot tell zoom from distance: the zoom is taken as set. If its ring is off by "
        "1 %, so is this height. Measure the height, or take a second picture with the chart raised on a block."
    )
