"""The work is not sharp from the table to its top."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import change
from steeple.core.findings.scene import Scene
from steeple.core.optics.focus import f_number_holding
from steeple.core.study.result import Quantity, mm, say
from steeple.core.study.settings import next_stop

_TOLERANCE_MM = 0.05
_ENDS = {
    True: ("the top of the work", "the table"),
    False: ("the nearest part of the work", "the farthest part"),
}


def _judge(scene: Scene) -> Said | None:
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
        return Said(
            verdict="holds",
            title=say(f"{both} are both sharp at {{stop}}", stop=stop),
            measured=against,
        )
    near, far = _ENDS[study.looks_down]
    soft = near if above < 0 else far
    if above < 0 and below is not None and below < 0:
        soft = f"{far} and {near}"
    return Said(
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


def _propose(scene: Scene) -> Iterator[Proposal]:
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


RULE = Rule(
    code="lens.not-sharp-throughout",
    step="lens",
    name="Not sharp throughout",
    trigger="table or top of the work lies outside the depth of field",
    harm="Either the surface or the hands on top of it are soft in every take.",
    source="Ray, Applied Photographic Optics, depth of field",
    judge=_judge,
    propose=_propose,
    moves="after",
)
