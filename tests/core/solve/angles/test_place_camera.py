"""Places for one more camera: what is offered is so, mirrors itself, and says honestly what it lacks."""

from __future__ import annotations

from dataclasses import replace

import pytest

from steeple.core.errors import InputError
from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned, OwnedSupport, owned_of
from steeple.core.plan.document import CAMERA_LIMIT, Plan
from steeple.core.plan.parts.setup import MountPoint, Setup
from steeple.core.solve.angles.place_camera import CameraOffer, CameraPlaces, place_camera
from steeple.core.solve.angles.roles import ASKS, Ask, directions_for
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.dome import apart_deg
from steeple.core.study.plan_study import camera_studies
from steeple.demo.cupboard import EVERYTHING
from steeple.demo.plans import DULCIMER, DUMPLINGS, GILDING
from tests.angles_cases import seen_from
from tests.core.test_mirror import mirrored
from tests.plans import BARE, BODY, BRACKET, CLAMP, LAMP_STAND, SOUND, STAND, ZOOM

CUPBOARD = owned_of(EVERYTHING)
WANTED: list[tuple[Plan, Ask]] = [
    (GILDING, "face"),
    (GILDING, "left-hand"),
    (GILDING, "pedals"),
    (DUMPLINGS, "low-side"),
    (DULCIMER, "face"),
]


@pytest.mark.parametrize(("plan", "ask"), WANTED, ids=lambda one: getattr(one, "title", one))
def test_what_is_offered_is_so(plan: Plan, ask: Ask) -> None:
    """Each place taken for itself: the camera sees what was said, is held, and fails in nothing new."""
    found = place_camera(plan, ask, owned=CUPBOARD)
    assert any(one.works for one in found.offers), sentence_words(found.says, "cm")
    known = {(one.code, one.about) for one in evaluate(plan, try_mends=False).findings
             if one.verdict == "fails"}  # fmt: skip
    for offer in found.offers:
        there = apply_changes(plan, offer.changes)
        index = next(at for at, one in enumerate(there.cameras) if one.id == found.camera_id)
        angles = camera_studies(there, CUPBOARD)[index].angles
        assert angles is not None
        assert angles.mean_action == pytest.approx(offer.seen)
        assert angles.worst_action == pytest.approx(offer.worst)
        if not offer.works:
            continue
        assert offer.held_by
        fails = {
            one.code
            for one in evaluate(there, owned=CUPBOARD, try_mends=False).findings
            if one.verdict == "fails" and one.about == found.camera_id
        }
        assert all(code.startswith("light.") for code in fails - {code for code, _ in known})


@pytest.mark.parametrize("ask", list(ASKS))
def test_no_two_offers_are_of_one_kind(ask: Ask) -> None:
    offers = place_camera(GILDING, ask, owned=CUPBOARD).offers
    assert len(offers) <= 3
    for at, one in enumerate(offers):
        for other in offers[:at]:
            ways = [(each.azimuth_deg, each.elevation_deg) for each in (one, other)]
            far = sorted(each.distance_mm for each in (one, other))
            assert apart_deg(*ways) >= 35 or far[1] >= 1.5 * far[0]


def figures(found: CameraPlaces, sign: float) -> list[tuple[float, ...]]:
    return [
        (sign * one.place.x, one.place.y, one.place.z, one.seen, one.worst, one.px_per_mm)
        for one in found.offers
    ]


@pytest.mark.parametrize("ask", ["face", "left-hand", "low-side", "over-shoulder"])
def test_a_mirrored_bench_gets_the_mirrored_places(ask: Ask) -> None:
    other: Ask = "right-hand" if ask == "left-hand" else ask
    here = place_camera(SOUND, ask, owned=CUPBOARD)
    there = place_camera(mirrored(SOUND), other, owned=CUPBOARD)
    # Which of two equal places comes first hangs on how the legs of a stand fall.
    wanted = sorted(figures(there, -1.0))
    assert sorted(figures(here, 1.0)) == [pytest.approx(one, abs=0.2) for one in wanted]


def test_every_wish_has_directions_and_left_handers_mirrored_ones() -> None:
    for asked in ASKS.values():
        right = directions_for(asked, right_handed=True)
        left = directions_for(asked, right_handed=False)
        assert right
        assert {((360 - a) % 360, e) for a, e in right} == set(left)


def test_with_nothing_owned_it_says_what_to_get() -> None:
    found = place_camera(SOUND, "face", owned=NOTHING_OWNED)
    assert found.offers
    assert not any(one.works for one in found.offers)
    assert all(one.to_get and not one.held_by for one in found.offers)
    assert "one more" in sentence_words(found.says, "cm")


def test_without_any_camera_it_says_so_and_whence_it_would_be_seen() -> None:
    found = place_camera(BARE, "three-quarter")
    assert found.offers == ()
    words = sentence_words(found.says, "cm")
    assert "No camera is free" in words
    assert "would be seen" in words


def test_a_room_that_is_full_names_what_is_in_the_way() -> None:
    walled = SOUND.model_copy(
        update={
            "room": SOUND.room.model_copy(
                update={"width_mm": 1900.0, "depth_mm": 1500.0,
                        "table_from_left_wall_mm": 50.0, "table_from_far_wall_mm": 10.0}
            )
        }
    )  # fmt: skip
    found = place_camera(walled, "wide", owned=CUPBOARD)
    assert not any(one.works for one in found.offers)
    assert "wall" in sentence_words(found.says, "cm") or found.offers


def test_a_camera_of_the_plan_can_be_asked_instead() -> None:
    found = place_camera(GILDING, "three-quarter", index=0, owned=CUPBOARD)
    assert found.camera_id == GILDING.cameras[0].id
    there = apply_changes(GILDING, found.offers[0].changes)
    assert len(there.cameras) == len(GILDING.cameras)
    assert there.cameras[0].role == "three-quarter"


def test_a_free_mount_point_is_used_and_needs_no_stand() -> None:
    first = place_camera(GILDING, "face", owned=CUPBOARD).offers[0].place
    mount = MountPoint(name="beam", x_mm=first.x, y_mm=first.y + 60, z_mm=first.z, bears_g=4000)
    plan = GILDING.model_copy(update={"mounts": (mount,)})
    found = place_camera(plan, "face", owned=CUPBOARD)
    there = next(one for one in found.offers if one.held_by == "beam")
    assert there.set_up_min == 0
    camera = apply_changes(plan, there.changes).cameras[-1]
    assert camera.mount == "beam"
    assert camera.support is None


def test_eight_cameras_are_enough() -> None:
    more = [seen_from(40.0 * at, 40, camera_id=f"c{at}") for at in range(CAMERA_LIMIT - 1)]
    plan = SOUND.model_copy(update={"cameras": (*SOUND.cameras, *more)})
    with pytest.raises(InputError, match="8 cameras"):
        place_camera(plan, "face", owned=CUPBOARD)
    with pytest.raises(InputError, match="is not in this plan"):
        place_camera(SOUND, "face", index=3, owned=CUPBOARD)


ONE_STAND = Owned(
    bodies=(BODY,), lenses=(ZOOM,), supports=(OwnedSupport(gear=STAND),), stands=(LAMP_STAND,)
)
TALKING = SOUND.model_copy(
    update={
        "cameras": (
            *SOUND.cameras,
            seen_from(0, 15, 1100, camera_id="face", role="face", support=None),
        ),
        "setups": (
            Setup(id="a", name="top-down", cameras=("overhead",)),
            Setup(id="b", name="talking", cameras=("face",)),
        ),
    }
)


def carried_by(offer: CameraOffer, plan: Plan, camera: int) -> list[str]:
    """The supports of a plan in which an offer was taken that some camera names."""
    there = apply_changes(plan, offer.changes)
    named = {one.support for one in there.cameras}
    assert all(one.id in named for one in there.supports), "a support stands there for nobody"
    assert there.cameras[camera].mount is None
    return [one.id for one in there.supports]


def test_the_camera_in_hand_leaves_its_support_and_its_mount_point_behind() -> None:
    """Where it is asked to show something else, what held it is free again, and holds nothing twice."""
    found = place_camera(SOUND, "face", index=0, owned=ONE_STAND)
    assert any(one.held_by == STAND.name for one in found.offers)
    for offer in found.offers:
        assert len(carried_by(offer, SOUND, 0)) == bool(offer.held_by)
    hung = SOUND.model_copy(
        update={
            "mounts": (BRACKET,),
            "cameras": (SOUND.cameras[0].model_copy(update={"support": None, "mount": BRACKET.name}),),
            "supports": (),
        }
    )  # fmt: skip
    for offer in place_camera(hung, "overhead", index=0, owned=ONE_STAND).offers:
        if offer.held_by == STAND.name:
            carried_by(offer, hung, 0)


def test_a_support_that_carries_something_else_stays_where_it_is() -> None:
    other = seen_from(0, 15, 1100, camera_id="other", support="stand")
    plan = SOUND.model_copy(update={"cameras": (*SOUND.cameras, other)})
    for offer in place_camera(plan, "face", index=0, owned=ONE_STAND).offers:
        there = apply_changes(plan, offer.changes)
        assert "stand" in {one.id for one in there.supports}
        assert there.cameras[1].support == "stand"
        assert offer.held_by != STAND.name, "the one stand is in use"


def test_what_another_set_up_uses_is_free_for_this_one() -> None:
    found = place_camera(TALKING, "face", index=1, owned=ONE_STAND)
    assert any(one.held_by == STAND.name for one in found.offers)
    assert all(not one.to_get for one in found.offers)
    together = TALKING.model_copy(update={"setups": ()})
    for offer in place_camera(together, "face", index=1, owned=ONE_STAND).offers:
        assert offer.held_by != STAND.name


def test_a_stand_whose_rated_load_is_not_known_is_not_said_to_hold() -> None:
    """It may well hold; nobody can say so, and the offer says what is missing."""
    unknown = STAND.model_copy(update={"rated_load_g": None})
    owned = replace(ONE_STAND, supports=(OwnedSupport(gear=unknown),))
    bare = SOUND.model_copy(update={"supports": (), "cameras": (), "mics": ()})
    found = place_camera(bare, "overhead", owned=owned)
    held = [one for one in found.offers if one.held_by == STAND.name]
    assert held
    for offer in held:
        assert not offer.works
        assert "rated load" in " ".join(sentence_words(one, "cm") for one in offer.lacks)


def test_the_one_that_holds_is_found_behind_many_that_do_not() -> None:
    weak = [
        CLAMP.model_copy(update={"name": f"small pole {n}", "highest_mm": 200.0 + n, "reach_mm": 100})
        for n in range(9)
    ]  # fmt: skip
    owned = replace(ONE_STAND, supports=tuple(OwnedSupport(gear=one) for one in (*weak, STAND)))
    bare = SOUND.model_copy(update={"supports": (), "cameras": (), "mics": ()})
    found = place_camera(bare, "overhead", owned=owned)
    assert any(one.held_by == STAND.name for one in found.offers)
