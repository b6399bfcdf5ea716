"""What the rules of the light share."""

from __future__ import annotations

import functools
from collections.abc import Callable

from steeple.core.findings.finding import Judgement, Verdict
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.light.study import UNKNOWN_LM, LightStudy
from steeple.core.study.plan_study import CameraStudy

TEXT = "IES, Lighting Handbook; limits as planning values of our own"


def lit(camera: CameraStudy) -> LightStudy | None:
    """The light of a camera where a lamp is lit."""
    study = camera.light
    return None if study is None or not study.lit else study


def worked_out(camera: CameraStudy) -> LightStudy | None:
    """The light of a camera, though nothing be lit."""
    return camera.light


def bright(camera: CameraStudy) -> LightStudy | None:
    """The light of a camera where anything lights the zone, be it a window alone."""
    study = camera.light
    return None if study is None or not study.is_bright else study


Judge = Callable[[LightStudy], Judgement | None]


def whatever_its_brightness(what: str) -> Callable[[Judge], Judge]:
    """A judgement that stands only where it is the same however bright a lamp of unknown brightness is.

    Parameters
    ----------
    what
        what is judged, as it begins a sentence.
    """

    def wrap(judge: Judge) -> Judge:
        @functools.wraps(judge)
        def within(study: LightStudy) -> Judgement | None:
            said = judge(study)
            others = [judge(one) for one in study.could_be]
            if said is None or all(
                one is not None and one.verdict == said.verdict for one in others
            ):
                return said
            names = " and ".join(one.lamp.name for one in study.lit if one.lamp.full_cd is None)
            dim, bright = (Quantity(value=one, unit="lm") for one in UNKNOWN_LM)
            reason = say(
                "It depends on a lamp whose brightness is not known, and is worked out for {dim} and for "
                "{bright}", dim=dim, bright=bright,
            )  # fmt: skip
            figures = [one.measured.quantity for one in others if one is not None and one.measured]
            if len(figures) > 1:
                least, most = (pick(figures, key=_value) for pick in (min, max))
                reason += say(": between {least} and {most}", least=least, most=most)
            reason += say(". Its flux stands on the box; or measure the light at one metre.")
            return Judgement(
                verdict="unknown",
                title=say("{what} cannot be said: how bright is {names}?", what=what, names=names),
                reason=reason,
                place=said.place,
                fields=tuple(
                    f"/{one.lamp.at}/fixture/flux_lm"
                    for one in study.lit
                    if one.lamp.full_cd is None
                ),
            )

        return within

    return wrap


def _value(quantity: Quantity) -> float:
    return quantity.value


def level_of(value: float, watch: float, fails: float) -> Verdict:
    """Verdict of a figure that should be small."""
    return "holds" if value <= watch else "watch" if value <= fails else "fails"


def stops_of(value: float, limit: float | None = None) -> Quantity:
    """A figure in stops, to a tenth; one that is over its limit is never said to be at it."""
    said = round(value, 1)
    if limit is not None and value > limit >= said:
        said = round(limit + 0.1, 1)
    return Quantity(value=said, unit="stops")
