"""Moves that may mend something: raise or lower, zoom, slide, turn, another lens from the cupboard.

Each gives a proposal in plain words with its changes; none is a promise before it was tried.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator

from pydantic import JsonValue

from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.inputs.camera import ROLE_AIM, given_camera_of
from steeple.core.study.lens.framing import STEEP_DEG, Framing, framing_of
from steeple.core.study.lens.heights import height_range
from steeple.core.study.lens.settings import longest_fitting, settle
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.plan_study import CameraStudy

_SAME_MM = 0.05
SQUARE = (0.0, 0.0)
Place = tuple[Change, ...]


def change(scene: CameraStudy, field: str, value: JsonValue) -> Change:
    """Set a field of the scene's camera."""
    return Change(path=f"{scene.at}/{field}", value=value)


def focal(value: float) -> Quantity:
    """A focal length, said in millimetres."""
    return Quantity(value=value, unit="mm_exact")


def tidy(value: float) -> float:
    """A length as it is put into a plan: to a tenth of a millimetre."""
    return round(value, 1)


def hang_words(study: LensStudy, value_mm: float) -> Sentence:
    """``Raise the lens by …`` or ``Lower the lens by …``; closer or farther for one that looks
    level."""
    step = value_mm - study.settings.value_mm
    if study.by_height:
        word = "Raise" if step > 0 else "Lower"
        return say(
            word + " the lens by {step}, to {height}", step=mm(abs(step)), height=mm(value_mm)
        )
    word = "farther away" if step > 0 else "closer"
    return say(
        "Put the camera {step} " + word + ", {away} from the work",
        step=mm(abs(step)),
        away=mm(value_mm),
    )


def placed(scene: CameraStudy, framing: Framing, value_mm: float) -> tuple[Change, ...]:
    """The changes that put the camera at a height or distance on its line."""
    camera = scene.camera
    assert camera is not None
    given = camera.position
    place = framing.position(framing.d_of(value_mm))
    changes = [change(scene, "position/z_mm", tidy(place.z))]
    for name, was, now in (("x_mm", given.x_mm, place.x), ("y_mm", given.y_mm, place.y)):
        if framing.measure == "distance" or (was is not None and abs(was - now) > _SAME_MM):
            changes.append(change(scene, f"position/{name}", tidy(now)))
    return tuple(changes)


def change_height(scene: CameraStudy) -> Iterator[Proposal]:
    """The nearest height that works at the present zoom, from either end."""
    study = scene.lens
    if study is None:
        return
    heights = study.settings.heights
    targets = [heights.suggested_mm]
    for low, high in heights.stretches:
        if high < study.settings.value_mm:
            targets.insert(0, float(int(high)))
        elif low > study.settings.value_mm:
            targets.append(float(math.ceil(low)))
    greatest = heights.greatest
    if greatest is not None and greatest.height_mm < study.settings.value_mm:
        targets.insert(0, float(int(greatest.height_mm)))
    for target in dict.fromkeys(tidy(one) for one in targets):
        if abs(target - study.settings.value_mm) > _SAME_MM:
            yield Proposal(
                action=hang_words(study, target),
                changes=placed(scene, study.framing, target),
            )


def change_zoom(scene: CameraStudy) -> Iterator[Proposal]:
    """From the present height: the longest zoom at which the zone fits and the lens focuses."""
    study = scene.lens
    if study is None or study.camera.lens is None or study.settings.focal_mm is None:
        return
    now = study.settings.focal_mm
    setting = longest_fitting(study.camera, scene.work, study.camera.lens, study.settings.d_mm)
    if setting is not None and abs(setting - now) > _SAME_MM:
        word = "in" if setting > now else "out"
        yield Proposal(
            action=say("Zoom " + word + " to {focal}", focal=focal(setting)),
            changes=(change(scene, "focal_mm", setting),),
        )


def change_both(scene: CameraStudy) -> Iterator[Proposal]:
    """The height and zoom that Steeple itself would choose with this lens."""
    study = scene.lens
    if study is None or study.camera.lens is None:
        return
    yield from _rehang(scene, study.camera.lens, swap=False)


def other_lens(scene: CameraStudy) -> Iterator[Proposal]:
    """Another lens of the maker's own, hung and set as Steeple would."""
    study = scene.lens
    if study is None or study.camera.lens is None:
        return
    for lens in scene.owned.lenses:
        if lens != study.camera.lens and lens.fits(study.camera.body):
            yield from _rehang(scene, lens, swap=True)


def _rehang(scene: CameraStudy, lens: Lens, *, swap: bool) -> Iterator[Proposal]:
    assert scene.lens is not None
    assert scene.index is not None
    free = (
        Change(path=f"{scene.at}/lens", value=lens.model_dump(mode="json")),
        change(scene, "lens_id", None),
        change(scene, "focal_mm", None),
        change(scene, "position/z_mm", None),
    )
    freed = apply_changes(scene.plan, free)
    camera = given_camera_of(freed, scene.index, scene.work)
    if camera is None:
        return
    settings = settle(camera, scene.work, Assumptions())
    now = scene.lens.settings
    same_zoom = now.focal_mm is not None and settings.focal_mm == now.focal_mm
    if not settings.heights.works or (not swap and same_zoom):
        return
    assert settings.focal_mm is not None
    framing = framing_of(camera, scene.work, settings.focal_mm)
    value = tidy(settings.value_mm)
    changes = free[:2] if swap else ()
    fixed = lens.focal_min_mm == lens.focal_max_mm
    hang = "hang it at {height}" if framing.measure == "height" else "put it {height} away"
    told = f"; {hang}" if fixed else f"; zoom to {{focal}}, {hang}"
    words = (
        say("Take your {name}" + told, name=lens.name, focal=focal(settings.focal_mm),
            height=mm(value))
        if swap
        else say("Zoom to {focal} and " + hang.replace("it", "the lens"),
                 focal=focal(settings.focal_mm), height=mm(value))
    )  # fmt: skip
    yield Proposal(
        action=words,
        changes=(
            *changes,
            change(scene, "focal_mm", settings.focal_mm),
            *placed(scene, framing, value),
        ),
        swaps=swap,
    )


def slide_to_centre(scene: CameraStudy) -> Iterator[Proposal]:
    """The lens over the centre of the zone."""
    study = scene.lens
    if study is None:
        return
    aimed = study.framing.work.plane.middle
    x, y = study.framing.base.x - aimed.x, study.framing.base.y - aimed.y
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
        changes=(
            change(scene, "position/x_mm", tidy(study.position.x - x)),
            change(scene, "position/y_mm", tidy(study.position.y - y)),
        ),
    )


def slide_from_head(scene: CameraStudy) -> Iterator[Proposal]:
    """The lens slid away from the maker as far as the zone allows, so that the head stays outside
    the near edge of the picture."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or not study.looks_down:
        return
    room = float(int(sight.spare.near - scene.work.margin_mm))
    for step in dict.fromkeys((float(int(room / 2)), room)):
        if step >= 5:
            yield Proposal(
                action=say("Slide the lens {step} away from you", step=mm(step)),
                changes=(change(scene, "position/y_mm", tidy(study.position.y + step)),),
                family="slide",
            )


def turn(scene: CameraStudy) -> Iterator[Proposal]:
    """The camera turned by 90°, at the height that this needs."""
    study = scene.lens
    if study is None or scene.index is None:
        return
    roll = 0 if study.camera.roll_deg in (90, 270) else 90
    turned = apply_changes(scene.plan, (change(scene, "roll_deg", roll),))
    camera = given_camera_of(turned, scene.index, scene.work)
    assert camera is not None
    yield Proposal(action=say("Turn the camera by 90°"), changes=(change(scene, "roll_deg", roll),))
    framing = framing_of(camera, scene.work, study.settings.focal_mm)
    heights = height_range(framing, study.settings.focal_mm)
    if heights.works:
        height = tidy(heights.suggested_mm)
        where = "hang the lens at" if study.by_height else "put it away by"
        yield Proposal(
            action=say("Turn the camera by 90° and " + where + " {height}", height=mm(height)),
            changes=(change(scene, "roll_deg", roll), *placed(scene, framing, height)),
        )


def square_up(scene: CameraStudy) -> Iterator[Proposal]:
    """The camera square to the work, as far off as it is; not for an angle that is meant to slant."""
    study = scene.lens
    if study is None or study.sight is None or study.sight.out_of_square_deg < 1:
        return
    if ROLE_AIM.get(study.camera.part.role, SQUARE) != SQUARE:
        return
    tilt = scene.work.plane.tilt_deg
    place = scene.work.plane.point(0.0, 0.0, study.sight.middle_mm)
    yield Proposal(
        action=say("Set the camera square to the work"),
        changes=(
            change(scene, "aim/tilt_deg", tilt),
            change(scene, "aim/toward_deg", 0.0),
            change(scene, "position/x_mm", None if tilt <= STEEP_DEG else tidy(place.x)),
            change(scene, "position/y_mm", None if tilt <= STEEP_DEG else tidy(place.y)),
            change(scene, "position/z_mm", tidy(place.z)),
        ),
    )


def _lean_back(scene: CameraStudy) -> Iterator[Proposal]:
    for lean in range(5 * math.ceil(scene.work.maker.lean_deg / 5 - 1), -1, -5):
        yield Proposal(
            action=say("Lean in no further than {lean}", lean=Quantity(value=lean, unit="deg")),
            changes=(Change(path="/maker/lean_deg", value=float(lean)),),
            family="lean",
        )


def lean_back(scene: CameraStudy) -> Iterator[Proposal]:
    """Lean in less, in steps of 5°, while the head is in the picture."""
    sight = scene.sight
    if sight is not None and sight.body is not None and sight.body.head_clearance_mm < 0:
        yield from _lean_back(scene)


def lean_back_from_camera(scene: CameraStudy) -> Iterator[Proposal]:
    """Lean in less, in steps of 5°, so that head and camera keep apart."""
    yield from _lean_back(scene)


def clear_away(scene: CameraStudy) -> Iterator[Proposal]:
    """Each thing in the room moved elsewhere, where it can be."""
    obstacles = scene.plan.room.obstacles
    for index, one in enumerate(obstacles):
        if one.stays:
            continue
        rest = [other.model_dump(mode="json") for at, other in enumerate(obstacles) if at != index]
        yield Proposal(
            action=say("If it can be moved: take the {named} away", named=one.name),
            changes=(Change(path="/room/obstacles", value=rest),),
        )


def other_body(scene: CameraStudy, suits: Callable[[Body], bool]) -> Iterator[Proposal]:
    """Another camera body of the maker's own, with the same lens."""
    study = scene.lens
    if study is None or study.camera.lens is None:
        return
    for body in scene.owned.bodies:
        if body != study.camera.body and suits(body) and study.camera.lens.fits(body):
            yield Proposal(
                action=say("Take your {name} instead", name=body.name),
                changes=(
                    Change(path=f"{scene.at}/body", value=body.model_dump(mode="json")),
                    change(scene, "body_id", None),
                    change(scene, "mode", None),
                ),
                swaps=True,
            )


def camera_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """Every move of the camera that is worth a try, the least disturbing first."""
    yield from slide_to_centre(scene)
    yield from change_zoom(scene)
    yield from change_height(scene)
    yield from change_both(scene)
    yield from turn(scene)
    yield from square_up(scene)
    yield from other_lens(scene)
