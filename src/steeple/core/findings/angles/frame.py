"""Gear that stands in a picture: other cameras, what holds them, the stands of lamps."""

from __future__ import annotations

import math
from collections.abc import Iterator

from steeple.core.angles.sight import least_shift
from steeple.core.findings.angles.seen import ASIDE, past_it
from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.hold.fixes import foot_moves
from steeple.core.findings.light.fixes import as_bright
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.changes import Change
from steeple.core.study.angles.study import AngleStudy, Intrusion
from steeple.core.study.angles.things import solids_in
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.inputs.lamp import direction_of
from steeple.core.study.plan_study import CameraStudy

BARELY = 0.01
"""What reaches in no farther than this share of the picture is cut away in the edit; a planning value."""
FARTHEST_MM = 1_500.0
FARTHEST_SLID_MM = 400.0
"""A camera that is slid farther no longer looks at its work."""
SPARE_MM = 20.0
UPRIGHT = (("up", Vector(0.0, 0.0, 1.0)), ("down", Vector(0.0, 0.0, -1.0)))


def _found(scene: CameraStudy) -> list[Intrusion]:
    """What stands in the picture and is judged here: lamps and cards are judged with the light, what
    holds the camera itself with the hold."""
    study, camera = scene.angles, scene.camera
    if study is None or camera is None:
        return []
    return [
        one
        for one in study.intrusions
        if one.thing.kind in ("camera", "lamp stand")
        or (one.thing.kind == "support" and one.thing.of != camera.support)
    ]


def _lamp_aside(scene: CameraStudy, study: AngleStudy, one: Intrusion) -> Iterator[Proposal]:
    """A lamp with its stand moved out of the picture, by the least that clears it and as bright as it was;
    not one that is fixed where it hangs."""
    lamps = () if scene.light is None else scene.light.lamps
    lamp = next((each for each in lamps if f"/{each.lamp.at}" == one.thing.of), None)
    if lamp is None or lamp.lamp.part.stays:
        return
    solids = solids_in(tuple(thing for thing in study.still if thing.of == one.thing.of))
    ways = []
    for words, way in ASIDE:
        step = least_shift(study.pyramid, solids, way, most_mm=FARTHEST_MM)
        if step:
            ways.append((math.ceil((step + SPARE_MM) / 10) * 10.0, words, way))
    middle = scene.work.plane.middle
    for step, words, way in sorted(ways, key=lambda each: each[0]):
        place = lamp.lamp.centre.plus(way.times(step))
        _, up_deg, away = direction_of(middle, place)
        level = as_bright(lamp, up_deg, away)
        changes = [
            Change(path=f"{one.thing.of}/position/x_mm", value=round(place.x, 1)),
            Change(path=f"{one.thing.of}/position/y_mm", value=round(place.y, 1)),
        ]
        action = say("Move {name} {step} " + words, name=lamp.lamp.name, step=mm(step))
        if level is not None:
            changes.append(Change(path=f"{one.thing.of}/level_percent", value=level))
            action += say(", at {level}", level=Quantity(value=level, unit="percent"))
        yield Proposal(action=action, changes=tuple(changes))


def _slid(scene: CameraStudy, study: AngleStudy, one: Intrusion) -> Iterator[Proposal]:
    """The camera slid, as it looks, by the least that clears its picture of a thing: as if the thing moved
    the other way."""
    solids = solids_in(tuple(thing for thing in study.still if thing.of == one.thing.of))
    ways = []
    for words, way in (*ASIDE, *UPRIGHT):
        step = least_shift(study.pyramid, solids, way.times(-1.0), most_mm=FARTHEST_SLID_MM)
        if step:
            ways.append((math.ceil((step + SPARE_MM) / 10) * 10.0, words, way))
    for step, words, way in sorted(ways, key=lambda each: each[0]):
        place = study.lens.position.plus(way.times(step))
        yield Proposal(
            action=say("Slide the camera {step} " + words, step=mm(step)),
            changes=tuple(
                Change(path=f"{scene.at}/position/{name}_mm", value=round(value, 1))
                for name, value in zip("xyz", place, strict=True)
            ),
        )


def _gear_away(scene: CameraStudy) -> Iterator[Proposal]:
    """The thing out of the picture, or the camera past the thing."""
    study = scene.angles
    if study is None:
        return
    cameras = {one.id: index for index, one in enumerate(scene.plan.cameras)}
    for one in _found(scene)[:2]:
        if one.thing.kind == "lamp stand":
            yield from _lamp_aside(scene, study, one)
            yield from _slid(scene, study, one)
            continue
        carried = [
            each.id
            for each in scene.plan.cameras
            if one.thing.of in (each.id, each.support) and each.id != scene.about
        ]
        for other in carried[:1]:
            beside = CameraStudy(scene.studies, cameras[other], scene.owned)
            yield from foot_moves(beside)
            yield from past_it(beside)
        yield from _slid(scene, study, one)
    yield from past_it(scene)


@rule(
    "angles.gear-in-frame",
    name="Gear in frame",
    trigger="another camera, what holds it, or the stand of a lamp is in the picture; what reaches in by no "
    "more than 1 % of it, or stands in a wide picture, is to be watched",
    harm="The viewer looks at the stand.",
    source="Projective geometry; limits as planning values",
    fixes=_gear_away,
    moves="after",
)
def gear_in_frame(scene: CameraStudy) -> Judgement | None:
    """Other cameras, their supports, and lamp stands in the picture."""
    if scene.angles is None or scene.camera is None:
        return None
    found = _found(scene)
    if not found:
        return Judgement(verdict="holds", title=say("No other gear stands in the picture"))
    worst = max(found, key=lambda one: one.depth)
    wide = scene.camera.role == "wide"
    name = worst.thing.name
    others = [one.thing.name for one in found if one is not worst]
    return Judgement(
        verdict="watch" if wide or worst.depth <= BARELY else "fails",
        title=say("{name} stands in the picture", name=name[:1].upper() + name[1:]),
        reason=say(
            "It reaches in {deep} from the " + worst.edge + ", {share} of the picture"
            + ("; also in it: {others}. " if others else ". ")
            + ("In a wide picture it may belong there." if wide else "Move it, or the camera."),
            deep=mm(worst.depth_mm),
            share=Quantity(value=round(100 * worst.depth, 1), unit="percent"),
            others=", ".join(others),
        ),
        measured=measured(100 * worst.depth, unit="percent", most=0.0),
        place="angles",
    )  # fmt: skip
