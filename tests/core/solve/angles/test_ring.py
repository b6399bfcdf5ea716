"""The ring of views: it agrees with the study, knows what stands there, and puts the camera where it says."""

from __future__ import annotations

import pytest

from steeple.core.errors import InputError
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.solve.angles.ring import RingReply, ring_of
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import GILDING
from tests.angles_cases import beside, seen_from
from tests.light_cases import lamp
from tests.plans import BARE, BULB, SOUND, changed

LOW = beside(seen_from(150, 25))


def seen(plan: Plan, index: int) -> tuple[float, float]:
    found = camera_studies(plan)[index].angles
    assert found is not None
    return found.mean_action, found.worst_action


@pytest.fixture(scope="module")
def ring() -> RingReply:
    return ring_of(LOW, index=1)


def test_it_has_every_direction_and_the_zenith(ring: RingReply) -> None:
    assert len(ring.views) == 24 * 8 + 1
    assert ring.views[-1].elevation_deg == 90
    assert [one.id for one in ring.cameras] == ["overhead"]
    assert ring.here.azimuth_deg == pytest.approx(150, abs=0.1)
    assert ring.here.elevation_deg == pytest.approx(25, abs=0.1)


def test_here_it_agrees_with_what_the_camera_sees(ring: RingReply) -> None:
    mean, worst = seen(LOW, 1)
    assert ring.here.seen == pytest.approx(mean, abs=0.03)
    assert ring.here.worst == pytest.approx(worst, abs=0.05)


def test_the_best_place_shows_what_was_promised(ring: RingReply) -> None:
    assert ring.best is not None
    assert ring.best.seen > ring.here.seen + 0.1
    there = apply_changes(LOW, ring.changes)
    mean, worst = seen(there, 1)
    assert mean == pytest.approx(ring.best.seen, abs=0.03)
    assert worst == pytest.approx(ring.best.worst, abs=0.05)
    again = ring_of(there, index=1)
    assert again.changes == ()


def test_directions_near_another_camera_are_named(ring: RingReply) -> None:
    for view in ring.views:
        assert (view.beside == "overhead") is (view.elevation_deg > 60), view


def test_what_stands_there_is_named() -> None:
    found = ring_of(beside(seen_from(100, 25, 700)), index=1)
    said = {view.blocked for view in found.views}
    assert "your body" in said or "your head" in said
    under = ring_of(changed(room__ceiling_mm=1500), index=0)
    assert "ceiling" in {view.blocked for view in under.views}


def test_a_lamp_mirrors_from_where_it_is_seen_in_the_gloss() -> None:
    plan = changed(LOW, work__gloss="polished", lights=[lamp(BULB, 0, 500, 800)])
    found = ring_of(plan, index=1)
    hit = [view for view in found.views if view.mirrors > 0.02]
    assert hit
    # Away from the lamp the mirror image lies on the maker's side.
    assert {round(view.azimuth_deg) for view in hit} <= set(range(90, 271))


def test_a_draft_is_marked_and_knows_one_pose() -> None:
    draft = ring_of(LOW, index=1, draft=True)
    assert draft.draft
    assert all(view.seen == view.worst for view in draft.views)


def test_it_is_asked_of_a_camera_that_forms_a_picture() -> None:
    with pytest.raises(InputError, match="a lens first"):
        ring_of(changed(cameras__0__lens=None))
    with pytest.raises(InputError):
        ring_of(SOUND, index=3)
    with pytest.raises((InputError, IndexError)):
        ring_of(BARE)


def test_an_absent_maker_leaves_every_direction_open() -> None:
    found = ring_of(changed(GILDING, maker__away=True, work__items=[]))
    free = [view for view in found.views if not view.blocked and view.elevation_deg >= 30]
    assert min(view.seen for view in free) > 0.5
    assert sum(view.seen > 0.99 for view in free) > len(free) / 2


BOXED = {"kind": "box", "name": "a pot", "x_mm": 0, "y_mm": 60, "width_mm": 200, "depth_mm": 120,
         "height_mm": 300}  # fmt: skip


@pytest.mark.parametrize("target", [BOXED, {"kind": "face"}], ids=["box", "face"])
def test_what_is_seen_from_a_side_does_not_hang_on_where_the_camera_stands(
    target: dict[str, object],
) -> None:
    """A target shows another face to each side: judged from there, not from where the camera is now."""
    first = changed(
        beside(seen_from(0, 30, 1200), plan=changed(maker__away=target["kind"] == "box")),
        cameras__1__target=target,
    )
    lens = camera_studies(first)[1].lens
    assert lens is not None
    middle = lens.work.middle
    away = lens.position.minus(middle)
    across = changed(
        first,
        cameras__1__position__x_mm=round(middle.x - away.x, 6),
        cameras__1__position__y_mm=round(middle.y - away.y, 6),
        cameras__1__aim__toward_deg=0,
    )
    rings = [ring_of(plan, index=1) for plan in (first, across)]
    for one, other in zip(rings[0].views, rings[1].views, strict=True):
        assert (one.azimuth_deg, one.elevation_deg) == (other.azimuth_deg, other.elevation_deg)
        assert one.seen == pytest.approx(other.seen, abs=1e-9)
        assert one.worst == pytest.approx(other.worst, abs=1e-9)


def test_a_face_is_seen_from_before_it_and_not_from_behind() -> None:
    plan = changed(beside(seen_from(0, 15, 1200)), cameras__1__target={"kind": "face"})
    at = {
        (round(one.azimuth_deg), round(one.elevation_deg)): one
        for one in ring_of(plan, index=1).views
    }
    low = min(elevation for _, elevation in at if elevation > 0)
    assert at[0, low].seen > 0.9
    assert at[180, low].seen < 0.1
