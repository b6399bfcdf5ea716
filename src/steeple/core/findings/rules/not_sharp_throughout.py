"""The work is not sharp from the table to its top."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import camera_moves, change
from steeple.core.findings.scene import Scene
from steeple.core.optics.focus import f_number_holding
from steeple.core.study.result import Quantity, mm, say
from steeple.core.study.settings import next_stop

_TOLERANCE_MM = 0.05


def _judge(scene: Scene) -> Said | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or sight.sharp_up_to_mm is None:
        return None
    top, up = scene.work.top_mm, sight.sharp_up_to_mm
    above = up - top
    below = None if sight.sharp_down_to_mm is None else -sight.sharp_down_to_mm
    least = above if below is None else min(above, below)
    stop = Quantity(value=study.settings.f_number or 0.0, unit="f_number")
    against = measured(least, unit="mm", least=0)
    if least >= -_TOLERANCE_MM:
        return Said(
            verdict="holds",
            title=say("Table and top of the work are both sharp at {stop}", stop=stop),
            measured=against,
        )
    soft = "the top of the work" if above < 0 else "the table"
    if above < 0 and below is not None and below < 0:
        soft = "the table and the top of the work"
    return Said(
        verdict="fails",
        title=say("At {stop} " + soft + " is soft", stop=stop),
        reason=say(
            "The sharp stretch misses it by {short}. The circle of confusion is the active "
            "diagonal by 1500.",
            short=mm(-least),
        ),
        measured=against,
        place="zone",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    study = scene.lens
    if study is None or study.settings.focal_mm is None or study.settings.coc_mm is None:
        return
    height = study.settings.height_mm
    needed = f_number_holding(
        focal_mm=study.settings.focal_mm,
        circle_of_confusion_mm=study.settings.coc_mm,
        near_mm=height - scene.work.top_mm,
        far_mm=height,
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
    yield from camera_moves(scene)


RULE = Rule(
    code="lens.not-sharp-throughout",
    step="lens",
    name="Not sharp throughout",
    trigger="table or top of the work lies outside the depth of field",
    harm="Either the surface or the hands on top of it are soft in every take.",
    source="Ray, Applied Photographic Optics, depth of field",
    judge=_judge,
    propose=_propose,
)
