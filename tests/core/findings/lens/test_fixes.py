"""The moves that mends are made of: each says what it does, and does what it says."""

from __future__ import annotations

from collections.abc import Callable, Iterable

import pytest

from steeple.core.findings.lens import fixes as moves
from steeple.core.findings.rule import Proposal
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.demo.cupboard import LENSES
from tests.plans import BARE, PHONE, SOUND, WIDE, changed, scene

Move = Callable[[CameraStudy], Iterable[Proposal]]


def said(proposals: Iterable[Proposal]) -> list[str]:
    return [sentence_words(one.action, "cm") for one in proposals]


def after(plan: Plan, proposal: Proposal) -> Plan:
    return apply_changes(plan, proposal.changes)


def test_a_lens_too_low_is_raised_to_where_all_fits() -> None:
    plan = changed(cameras__0__position__z_mm=500)
    (proposal,) = moves.change_height(scene(plan))
    assert sentence_words(proposal.action, "cm") == "Raise the lens by 19.5 cm, to 69.5 cm"
    assert after(plan, proposal).cameras[0].position.z_mm == 695


def test_a_lens_too_high_may_be_lowered_to_the_bound_or_to_the_best() -> None:
    plan = changed(cameras__0__position__z_mm=1900)
    proposals = list(moves.change_height(scene(plan)))
    assert all(words.startswith("Lower the lens by ") for words in said(proposals))
    heights = [after(plan, one).cameras[0].position.z_mm for one in proposals]
    assert len(heights) == 2
    assert heights == sorted(heights, key=lambda z: -(z or 0))


def test_zoom_goes_in_and_out_to_the_longest_that_fits() -> None:
    for focal, word in ((45, "out"), (18, "in")):
        plan = changed(cameras__0__focal_mm=focal)
        (proposal,) = moves.change_zoom(scene(plan))
        assert said([proposal])[0].startswith(f"Zoom {word} to ")
        fitted = scene(after(plan, proposal)).sight
        assert fitted is not None
        assert fitted.spare.least >= 20


def test_a_lens_off_the_centre_slides_back_both_ways() -> None:
    plan = changed(cameras__0__position__x_mm=35, cameras__0__position__y_mm=-20)
    (proposal,) = moves.slide_to_centre(scene(plan))
    assert said([proposal]) == ["Slide the lens 3.5 cm to the left and 2.0 cm away from you"]
    place = after(plan, proposal).cameras[0].position
    assert (place.x_mm, place.y_mm) == (0, 0)
    assert not list(moves.slide_to_centre(scene(SOUND)))


def test_turning_is_offered_at_this_height_and_at_the_one_it_needs() -> None:
    proposals = list(moves.turn(scene(SOUND)))
    assert said(proposals)[0] == "Turn the camera by 90°"
    assert all(after(SOUND, one).cameras[0].roll_deg == 90 for one in proposals)
    back = list(moves.turn(scene(changed(cameras__0__roll_deg=270))))
    assert after(SOUND, back[0]).cameras[0].roll_deg == 0


def test_other_lenses_of_ones_own_are_hung_as_they_need() -> None:
    (with_wide,) = camera_studies(SOUND, Owned(lenses=(WIDE,)))
    (proposal,) = moves.other_lens(with_wide)
    assert said([proposal])[0].startswith("Take your a wide; hang it at ")
    taken = after(SOUND, proposal).cameras[0]
    assert taken.lens == WIDE
    assert taken.focal_mm == 14
    fitted = scene(after(SOUND, proposal)).lens
    assert fitted is not None
    assert fitted.settings.heights.works


EVERY: list[Move] = [
    moves.change_height,
    moves.change_zoom,
    moves.change_both,
    moves.other_lens,
    moves.slide_to_centre,
    moves.turn,
    moves.camera_moves,
]


@pytest.mark.parametrize("move", EVERY)
def test_no_move_is_proposed_without_a_camera(move: Move) -> None:
    assert list(move(scene(BARE))) == []


def test_a_phone_is_not_zoomed_nor_given_a_lens() -> None:
    plan = changed(
        cameras__0__mode=None,
        cameras__0__lens=None,
        cameras__0__focal_mm=None,
        cameras__0__body=PHONE.model_dump(mode="json"),
    )
    (with_lenses,) = camera_studies(plan, Owned(lenses=LENSES))
    for move in (moves.change_zoom, moves.change_both, moves.other_lens):
        assert list(move(with_lenses)) == []
    assert list(moves.change_height(with_lenses))


@pytest.mark.parametrize("z", [300, 720, 1500])
def test_every_move_gives_a_plan_that_is_valid(z: float) -> None:
    plan = changed(cameras__0__position__z_mm=z)
    (with_lenses,) = camera_studies(plan, Owned(lenses=LENSES))
    proposals = list(moves.camera_moves(with_lenses))
    assert len(proposals) >= 3
    for proposal in proposals:
        assert after(plan, proposal) != plan
        assert sentence_words(proposal.action, "in")


@pytest.mark.parametrize(
    ("role", "offered"),
    [
        ("overhead", True),
        ("beauty", True),
        ("low-side", False),
        ("three-quarter", False),
        ("face", False),
    ],
)
def test_a_camera_that_is_to_see_a_slant_is_not_set_square(role: str, offered: bool) -> None:
    plan = changed(
        cameras__0__role=role,
        cameras__0__aim={"tilt_deg": 40.0, "toward_deg": 20.0},
        cameras__0__position={"x_mm": None, "y_mm": None, "z_mm": None},
    )
    assert ("Set the camera square to the work" in said(moves.square_up(scene(plan)))) == offered
