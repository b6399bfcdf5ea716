"""One clap for all cameras: by brute force over the places, and by the speed of sound."""

from __future__ import annotations

import math

import numpy as np
import pytest

from steeple.core.geometry.vectors import Vector
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.solve.angles.sync_words import sync_words
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.angles.syncing import clap_of, leads, unlike
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import CameraStudy, camera_studies
from tests.angles_cases import beside, seen_from
from tests.plans import BODY, SOUND

TWO = beside(seen_from(150, 25))


def studies(scenes: tuple[CameraStudy, ...]) -> list[AngleStudy]:
    return [one.angles for one in scenes if one.angles is not None]


def test_the_place_is_in_every_picture_and_no_nearer_one_is() -> None:
    scenes = camera_studies(TWO)
    known = studies(scenes)
    clap = clap_of(scenes[0].bench, known)
    assert clap is not None
    assert clap.unseen == ()
    for one in known:
        assert one.pyramid.sees(clap.place)
    high = clap.place.z
    places = scenes[0].bench.plane.lattice(9, 7, high)
    off = math.hypot(clap.place.x, clap.place.y)
    for x, y, z in places.tolist():
        if math.hypot(x, y) < off - 1e-6:
            assert not all(one.pyramid.sees(Vector(x, y, z)) for one in known)


def test_sound_comes_later_by_its_way() -> None:
    scenes = camera_studies(TWO)
    known = studies(scenes)
    clap = clap_of(scenes[0].bench, known)
    assert clap is not None
    for one, (name, frames) in zip(known, clap.late_frames, strict=True):
        assert one.lens.camera.id == name
        way = np.linalg.norm(np.array([*clap.place]) - np.array([*one.lens.position]))
        assert frames == pytest.approx(way / 1000 / 343 * 25)
    assert (
        leads(known)
        == min(
            known, key=lambda one: one.lens.position.minus(one.work.plane.middle).length
        ).lens.camera.id
    )


def test_a_camera_that_sees_no_clap_is_named() -> None:
    shelf = Target(y_mm=2_500.0, width_mm=300.0, depth_mm=100.0, height_mm=300.0)
    face = seen_from(0, 15, 900, role="wide", target=shelf)
    away = face.model_copy(
        update={"aim": face.aim.model_copy(update={"tilt_deg": 90.0, "toward_deg": 0.0})}
    )
    scenes = camera_studies(beside(away))
    clap = clap_of(scenes[0].bench, studies(scenes))
    assert clap is not None
    assert clap.unseen == ("side",)
    said = [sentence_words(one, "cm") for one in sync_words(scenes, 0)]
    assert "not seen by: wide" in said[0]


def test_what_differs_is_said() -> None:
    slow = BODY.model_copy(
        update={"modes": (BODY.modes[0].model_copy(update={"frame_rate_hz": 15.0}),)}
    )
    other = seen_from(150, 25, body=slow, mode=None)
    scenes = camera_studies(beside(other))
    assert "frame rate" in [one.what for one in unlike(studies(scenes))]
    assert unlike(studies(camera_studies(TWO))) == ()
    assert any("frame rate" in sentence_words(one, "cm") for one in sync_words(scenes, 1))


def test_alone_there_is_nothing_to_match() -> None:
    assert sync_words(camera_studies(SOUND), 0) == ()
