"""What the rules of the light share."""

from __future__ import annotations

from steeple.core.findings.finding import Verdict
from steeple.core.study.base.sentence import Quantity
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

TEXT = "IES, Lighting Handbook; limits as planning values of our own"


def lit(camera: CameraStudy) -> LightStudy | None:
    """The light of a camera where a lamp is lit."""
    study = camera.light
    return None if study is None or not study.lit else study


def bright(camera: CameraStudy) -> LightStudy | None:
    """The light of a camera where anything lights the zone, be it a window alone."""
    study = camera.light
    return None if study is None or not study.is_bright else study


def level_of(value: float, watch: float, fails: float) -> Verdict:
    """Verdict of a figure that should be small."""
    return "holds" if value <= watch else "watch" if value <= fails else "fails"


def stops_of(value: float) -> Quantity:
    """A figure in stops, to a tenth."""
    return Quantity(value=round(value, 1), unit="stops")
