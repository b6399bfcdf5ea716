"""Moves that may mend something: raise or lower, zoom, slide, turn, another lens from the cupboard.

Each gives a proposal in plain words with its changes; none is a promise before it was tried.
"""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import JsonValue

from steeple.core.findings.finding import Proposal
from steeple.core.findings.scene import Scene
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.gear import Lens
from steeple.core.study.given import Assumptions, given_camera
from steeple.core.study.heights import height_range
from steeple.core.study.lens import LensStudy
from steeple.core.study.result import Quantity, Sentence, mm, say
from steeple.core.study.settings import longest_fitting, settle

_SAME_MM = 0.05


def change(scene: Scene, field: str, value: JsonValue) -> Change:
    """Set a field of the scene's camera."""
    return Change(path=f"{scene.at}/{field}", value=value)


def focal(value: float) -> Quantity:
    """A focal length, said in millimetres."""
    return Quantity(value=value, unit="mm_exact")


def _tidy(value: float) -> float:
    return round(value, 1)


def hang_words(study: LensStudy, height_mm: float) -> Sentence:
    """``Raise the lens by …`` or ``Lower the lens by …``."""
    step = height_mm - study.settings.height_mm
    word = "Raise" if step > 0 else "Lower"
    return say(word + " the lens by {step}, to {height}", step=mm(abs(step)), height=mm(height_mm))


def change_height(scene: Scene) -> Iterator[Proposal]:
    """The nearest height that works at the present zoom, from either end."""
    study = scene.lens
    if study is None:
        return
    heights = study.settings.heights
    targets = [heights.suggested_mm]
    greatest = heights.greatest
    if greatest is not None and greatest.height_mm < study.settings.height_mm:
        targets.insert(0, float(int(greatest.height_mm)))
    for target in targets:
        height = _tidy(target)
        if abs(height - study.settings.height_mm) > _SAME_MM:
            yield Proposal(
                action=hang_words(study, height),
                changes=(change(scene, "position/z_mm", height),),
            )


def change_zoom(scene: Scene) -> Iterator[Proposal]:
    """From the present height: the longest zoom at which the zone fits and the lens focuses."""
    study = scene.lens
    if study is None or study.camera.lens is None or study.settings.focal_mm is None:
        return
    now = study.settings.focal_mm
    setting = longest_fitting(study.camera, scene.work, study.camera.lens, study.settings.height_mm)
    if setting is not None and abs(setting - now) > _SAME_MM:
        word = "in" if setting > now else "out"
        yield Proposal(
            action=say("Zoom " + word + " to {focal}", focal=focal(setting)),
            changes=(change(scene, "focal_mm", setting),),
        )


def change_both(scene: Scene) -> Iterator[Proposal]:
    """The height and zoom that Steeple itself would choose with this lens."""
    study = scene.lens
    if study is None or study.camera.lens is None:
        return
    yield from _rehang(scene, study.camera.lens, swap=False)


def other_lens(scene: Scene) -> Iterator[Proposal]:
    """Another lens of the maker's own, hung and set as Steeple would."""
    study = scene.lens
    if study is None or study.camera.lens is None:
        return
    for lens in scene.owned:
        if lens != study.camera.lens:
            yield from _rehang(scene, lens, swap=True)


def _rehang(scene: Scene, lens: Lens, *, swap: bool) -> Iterator[Proposal]:
    assert scene.lens is not None
    assert scene.index is not None
    free = (
        Change(path=f"{scene.at}/lens", value=lens.model_dump(mode="json")),
        change(scene, "focal_mm", None),
        change(scene, "position/z_mm", None),
    )
    freed = apply_changes(scene.plan, free)
    camera = given_camera(freed.cameras[scene.index], scene.index, scene.work, Assumptions())
    if camera is None:
        return
    settings = settle(camera, scene.work, Assumptions())
    height = _tidy(settings.height_mm)
    now = scene.lens.settings
    same_zoom = now.focal_mm is not None and settings.focal_mm == now.focal_mm
    if not settings.heights.works or (not swap and same_zoom):
        return
    assert settings.focal_mm is not None
    changes = free[:1] if swap else ()
    fixed = lens.focal_min_mm == lens.focal_max_mm
    told = "; hang it at {height}" if fixed else "; zoom to {focal}, hang it at {height}"
    words = (
        say("Take your {name}" + told, name=lens.name, focal=focal(settings.focal_mm),
            height=mm(height))
        if swap
        else say("Zoom to {focal} and hang the lens at {height}", focal=focal(settings.focal_mm),
                 height=mm(height))
    )  # fmt: skip
    yield Proposal(
        action=words,
        changes=(
            *changes,
            change(scene, "focal_mm", settings.focal_mm),
            change(scene, "position/z_mm", height),
        ),
    )


def slide_to_centre(scene: Scene) -> Iterator[Proposal]:
    """The lens over the centre of the zone."""
    study = scene.lens
    if study is None:
        return
    x, y = study.x_mm, study.y_mm
    ways = []
    if abs(x) > _SAME_MM:
        ways.append(("to the left" if x > 0 else "to the right", abs(x)))
    if abs(y) > _SAME_MM:
        ways.append(("toward you" if y > 0 else "away from you", abs(y)))
    if not ways:
        return
    action = say("Slide the lens {step} " + ways[0][0], step=mm(ways[0][1]))
    for way, step in ways[1:]:
        action += say(" and {step} " + way, step=mm(step))
    yield Proposal(
        action=action,
        changes=(change(scene, "position/x_mm", 0.0), change(scene, "position/y_mm", 0.0)),
    )


def turn(scene: Scene) -> Iterator[Proposal]:
    """The camera turned by 90°, at the height that this needs."""
    study = scene.lens
    if study is None or scene.index is None:
        return
    roll = 0 if study.camera.roll_deg in (90, 270) else 90
    turned = apply_changes(scene.plan, (change(scene, "roll_deg", roll),))
    camera = given_camera(turned.cameras[scene.index], scene.index, scene.work, Assumptions())
    assert camera is not None
    yield Proposal(action=say("Turn the camera by 90°"), changes=(change(scene, "roll_deg", roll),))
    heights = height_range(camera, scene.work, study.settings.focal_mm)
    if heights.works:
        height = _tidy(heights.suggested_mm)
        yield Proposal(
            action=say("Turn the camera by 90° and hang the lens at {height}", height=mm(height)),
            changes=(
                change(scene, "roll_deg", roll),
                change(scene, "position/z_mm", height),
            ),
        )


def camera_moves(scene: Scene) -> Iterator[Proposal]:
    """Every move of the camera that is worth a try, the least disturbing first."""
    yield from slide_to_centre(scene)
    yield from change_zoom(scene)
    yield from change_height(scene)
    yield from change_both(scene)
    yield from turn(scene)
    yield from other_lens(scene)
