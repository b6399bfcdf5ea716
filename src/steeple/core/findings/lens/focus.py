"""What is sharp."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import change
from steeple.core.findings.rule import Proposal, rule
from steeple.core.optics.focus import f_number_holding
from steeple.core.optics.frame import PIXELS_PER_LINE
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.lens.settings import MARKED_STOPS, next_stop, widest_f_number
from steeple.core.study.plan_study import CameraStudy

_TOLERANCE_MM = 0.05

_ENDS = {
    True: ("the top of the work", "the table"),
    False: ("the nearest part of the work", "the farthest part"),
}


def _measure(scene: CameraStudy) -> Sentence:
    camera = scene.camera
    if camera is not None and camera.lens is None:
        return say("Hold it over print and note the nearest distance at which letters are sharp.")
    return say(
        "Read the minimum focus distance on the lens, or focus as near as it goes and measure "
        "from the sensor mark (a circle with a line through it) to the print."
    )


@rule(
    "lens.too-close-to-focus",
    name="Too close to focus",
    trigger="the focus plane is nearer than the nearest focus; unknown where neither minimum focus "
    "distance nor greatest magnification is given",
    harm="Everything is soft, whatever the aperture.",
    source="ISO 517; Ray, Applied Photographic Optics",
    moves="before",
)
def too_close_to_focus(scene: CameraStudy) -> Judgement | None:
    """The lens cannot focus so near."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    nearest, distance = study.nearest_focus_mm, sight.focus_distance_mm
    if nearest is None:
        return Judgement(
            verdict="unknown",
            title=say("Whether the lens focuses at {distance} is not known", distance=mm(distance)),
            reason=_measure(scene),
            place="plumb",
            fields=(f"{scene.at}/lens/min_focus_from_mark_mm",)
            if scene.camera is not None and scene.camera.lens is not None
            else (f"{scene.at}/body/min_focus_mm",),
        )
    holds = distance >= nearest - _TOLERANCE_MM
    return Judgement(
        verdict="holds" if holds else "fails",
        title=say("The lens focuses here with {spare} to spare", spare=mm(distance - nearest))
        if holds
        else say("The lens is {short} too near to focus", short=mm(nearest - distance)),
        reason=say(
            "Its nearest focus is {nearest} from the lens; the focus plane is {distance} away.",
            nearest=mm(nearest),
            distance=mm(distance),
        ),
        measured=measured(distance, unit="mm", least=nearest),
        place="plumb",
    )


def _not_sharp_throughout_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    study = scene.lens
    sight = scene.sight
    if study is None or sight is None:
        return
    if study.settings.focal_mm is None or study.settings.coc_mm is None:
        return
    needed = f_number_holding(
        focal_mm=study.settings.focal_mm,
        circle_of_confusion_mm=study.settings.coc_mm,
        near_mm=sight.work_near_mm,
        far_mm=sight.work_far_mm,
    )
    if needed is not None and (stop := next_stop(needed)) is not None:
        said = Quantity(value=stop, unit="f_number")
        shared = change(scene, "focus_height_mm", None)
        yield Proposal(action=say("Share the focus between table and top"), changes=(shared,))
        yield Proposal(
            action=say("Stop down to {stop}", stop=said),
            changes=(change(scene, "f_number", stop),),
        )
        yield Proposal(
            action=say("Stop down to {stop} and share the focus", stop=said),
            changes=(change(scene, "f_number", stop), shared),
        )


@rule(
    "lens.not-sharp-throughout",
    name="Not sharp throughout",
    trigger="table or top of the work lies outside the depth of field",
    harm="Either the surface or the hands on top of it are soft in every take.",
    source="Ray, Applied Photographic Optics, depth of field",
    fixes=_not_sharp_throughout_fixes,
    moves="after",
)
def not_sharp_throughout(scene: CameraStudy) -> Judgement | None:
    """The work is not sharp from the table to its top."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or sight.sharp_near_mm is None:
        return None
    above = sight.work_near_mm - sight.sharp_near_mm
    below = None if sight.sharp_far_mm is None else sight.sharp_far_mm - sight.work_far_mm
    least = above if below is None else min(above, below)
    stop = Quantity(value=study.settings.f_number or 0.0, unit="f_number")
    against = measured(least, unit="mm", least=0)
    both = "Table and top of the work" if study.looks_down else "Nearest and farthest point"
    if least >= -_TOLERANCE_MM:
        return Judgement(
            verdict="holds",
            title=say(f"{both} are both sharp at {{stop}}", stop=stop),
            measured=against,
        )
    near, far = _ENDS[study.looks_down]
    soft = near if above < 0 else far
    if above < 0 and below is not None and below < 0:
        soft = f"{far} and {near}"
    return Judgement(
        verdict="fails",
        title=say("At {stop} " + soft + " is soft", stop=stop),
        reason=say(
            "The sharp stretch misses it by {short}. The circle of confusion is "
            + (
                "two delivered pixels." if study.camera.critical else "the active diagonal by 1500."
            ),
            short=mm(-least),
        ),
        measured=against,
        place="zone",
    )


def _pixels(scene: CameraStudy) -> float | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or sight.airy_mm is None or study.camera.area_mm is None:
        return None
    return sight.airy_mm / study.camera.area_mm.width * scene.work.delivery_px.width


def _diffraction_soft_fixes(scene: CameraStudy) -> Iterator[Proposal]:
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


@rule(
    "lens.diffraction-soft",
    name="Diffraction",
    trigger="the Airy disc at the effective f-number is wider than two delivered pixels",
    harm="Stopping down further for depth makes everything softer, not sharper.",
    source="Hecht, Optics, ch. 10 (Fraunhofer diffraction, circular aperture)",
    fixes=_diffraction_soft_fixes,
)
def diffraction_soft(scene: CameraStudy) -> Judgement | None:
    """The aperture is so small that diffraction is wider than the pixels delivered."""
    study, px = scene.lens, _pixels(scene)
    if study is None or px is None or study.settings.f_number is None:
        return None
    stop = Quantity(value=study.settings.f_number, unit="f_number")
    holds = px <= PIXELS_PER_LINE
    return Judgement(
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
