"""The aperture is so small that diffraction is wider than the pixels delivered."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import change
from steeple.core.findings.scene import Scene
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.study.result import Quantity, say
from steeple.core.study.settings import MARKED_STOPS, widest_f_number


def _pixels(scene: Scene) -> float | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or sight.airy_mm is None or study.camera.area_mm is None:
        return None
    return sight.airy_mm / study.camera.area_mm.width * scene.work.delivery_px.width


def _judge(scene: Scene) -> Said | None:
    study, px = scene.lens, _pixels(scene)
    if study is None or px is None or study.settings.f_number is None:
        return None
    stop = Quantity(value=study.settings.f_number, unit="f_number")
    holds = px <= PIXELS_PER_LINE
    return Said(
        verdict="holds" if holds else "watch",
        title=say("Diffraction at {stop} stays within two delivered pixels", stop=stop)
        if holds
        else say("At {stop} diffraction softens the whole picture", stop=stop),
        reason=say(
            "Its disc is {px} across as published; two are noticed.",
            px=Quantity(value=px, unit="px"),
        ),
        measured=measured(px, unit="px", most=PIXELS_PER_LINE),
        place="plumb",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    study, px = scene.lens, _pixels(scene)
    if study is None or px is None or study.settings.f_number is None:
        return
    if study.camera.lens is None or study.settings.focal_mm is None:
        return
    widest = widest_f_number(study.camera.lens, study.settings.focal_mm)
    most = study.settings.f_number * PIXELS_PER_LINE / px
    fitting = [stop for stop in MARKED_STOPS if widest - 0.05 <= stop <= most]
    if fitting:
        yield Proposal(
            action=say("Open up to {stop}", stop=Quantity(value=fitting[-1], unit="f_number")),
            changes=(change(scene, "f_number", fitting[-1]),),
        )


RULE = Rule(
    code="lens.diffraction-soft",
    step="lens",
    name="Diffraction",
    trigger="the Airy disc at the effective f-number is wider than two delivered pixels",
    harm="Stopping down further for depth makes everything softer, not sharper.",
    source="Hecht, Optics, ch. 10 (Fraunhofer diffraction, circular aperture)",
    judge=_judge,
    propose=_propose,
)
