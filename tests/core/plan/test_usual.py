"""The board of usual things: whole, of every subject, and enough to plan with."""

from __future__ import annotations

import pytest

from steeple.core.plan.cupboard.kinds import kind_of, validate_gear
from steeple.core.plan.cupboard.owned import owned_of
from steeple.core.plan.cupboard.usual import SUBJECTS, USUAL, UsualThing
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens

OWNED = owned_of([one.gear for one in USUAL])


def test_every_subject_is_there_in_its_order() -> None:
    order = [SUBJECTS.index(one.subject) for one in USUAL]
    assert order == sorted(order)
    assert set(order) == set(range(len(SUBJECTS)))
    assert len({one.id for one in USUAL}) == len(USUAL)


@pytest.mark.parametrize("thing", USUAL, ids=lambda one: one.id)
def test_each_is_a_whole_thing_of_the_cupboard(thing: UsualThing) -> None:
    again = validate_gear(kind_of(thing.gear), thing.gear.model_dump())
    assert again == thing.gear
    assert thing.says
    assert not thing.says.endswith(".")


def test_a_lens_fits_the_camera_that_it_is_of_and_no_other() -> None:
    for lens in (one for one in OWNED.lenses if isinstance(one, Lens)):
        fits = [one for one in OWNED.bodies if isinstance(one, Body) and lens.fits(one)]
        assert len(fits) == 1


def test_what_a_rig_needs_is_on_the_board() -> None:
    assert OWNED.bodies
    assert OWNED.supports
    assert OWNED.fixtures
    assert OWNED.microphones
    assert OWNED.media
    assert all(one.clean_iso for one in OWNED.bodies)
    assert all(one.gear.rated_load_g for one in OWNED.supports)
    assert all(one.gear.flux_lm for one in OWNED.fixtures)
