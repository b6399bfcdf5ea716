"""The room as it sounds: more that takes sound up echoes less, a larger room more, and a clap is believed."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import assume, example, given
from hypothesis import strategies as st

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.sounding.sound import Soft, SpareRoom, Surfaces
from steeple.core.sound.absorption import SOFT
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import given_work
from steeple.core.study.sound.given.room import GivenRoom, amount_of, given_room, spare_room
from steeple.demo.plans import DULCIMER

SIDE = st.floats(2200, 9000)


def given_of(plan: Plan) -> GivenRoom:
    return given_room(plan, given_work(plan, Assumptions()), Assumptions())


def bare(width: float, depth: float, height: float, **sound: object) -> Plan:
    room = Room(width_mm=width, depth_mm=depth, ceiling_mm=height)
    plain = {"rt60_s": None, "soft": (), **sound}
    return DULCIMER.model_copy(
        update={"room": room, "sound": DULCIMER.sound.model_copy(update=plain)}
    )


@given(width=SIDE, depth=SIDE, height=st.floats(2200, 4500))
def test_a_larger_room_echoes_longer(width: float, depth: float, height: float) -> None:
    small, large = given_of(bare(width, depth, height)), given_of(bare(width, depth, height * 1.3))
    assert small.mid_s is not None
    assert large.mid_s is not None
    assert large.mid_s > small.mid_s
    assert small.volume_m3 == pytest.approx(width * depth * height / 1e9, rel=0.02)


@given(
    kind=st.sampled_from(["duvet", "rug", "curtain", "foam", "blanket"]),
    area=st.floats(0.5, 6),
)
def test_more_that_takes_sound_up_echoes_less(kind: str, area: float) -> None:
    plain = given_of(bare(4500, 4000, 2500))
    soft = (Soft.model_validate({"kind": kind, "area_m2": area}),)
    less = given_of(bare(4500, 4000, 2500, soft=soft))
    more = given_of(bare(4500, 4000, 2500, soft=soft * 2))
    assert plain.mid_s is not None
    assert less.mid_s is not None
    assert more.mid_s is not None
    assert plain.mid_s >= less.mid_s - 1e-9
    assert less.mid_s >= more.mid_s - 1e-9


@given(measured=st.floats(0.25, 2.5))
@example(0.4278349343849036)  # just where it jumps
def test_a_clap_is_believed_and_treatments_start_from_it(measured: float) -> None:
    room = given_of(bare(5000, 4500, 2600, rt60_s=measured))
    assert room.mid_s == measured
    echo = room.echo
    assert echo is not None
    assume(room.learned not in (1e-3, 1e3))
    plain = given_of(bare(5000, 4500, 2600))
    assert plain.mid_s is not None
    if 0.4 * plain.mid_s < measured < 2.5 * plain.mid_s:
        # All of it takes up so much more. Where one formula takes over from the other it jumps: then it is at the jump.
        less, more = (replace(room, learned=room.learned * by).echo for by in (0.998, 1.002))
        assert less is not None
        assert more is not None
        assert more.mid_s * 0.99 <= measured <= less.mid_s * 1.01
        assert 0.89 * measured <= echo.mid_s <= 1.12 * measured
    treated = room.with_things([room.brought_in("duvet", 4.0)])
    assert treated is not None
    assert treated.mid_s < echo.mid_s


def test_a_room_whose_size_is_not_known_has_no_echo_and_a_clap_is_kept() -> None:
    plan = DULCIMER.model_copy(
        update={
            "room": Room(), "sound": DULCIMER.sound.model_copy(update={"rt60_s": 0.7, "soft": ()}),
        }
    )  # fmt: skip
    room = given_of(plan)
    assert room.volume_m3 is None
    assert room.echo is None
    assert room.mid_s == 0.7
    assert room.absorption_m2 is None


@pytest.mark.parametrize("floor", ["carpet", "tiles"])
def test_a_carpet_echoes_less_than_tiles(floor: str) -> None:
    surfaces = Surfaces.model_validate({"floor": floor})
    other = Surfaces.model_validate({"floor": "tiles"})
    room = Room(width_mm=4000, depth_mm=4000, ceiling_mm=2500, surfaces=surfaces)
    tiles = Room(width_mm=4000, depth_mm=4000, ceiling_mm=2500, surfaces=other)
    sound = DULCIMER.sound.model_copy(update={"rt60_s": None, "soft": ()})
    mine, theirs = (
        given_of(DULCIMER.model_copy(update={"room": one, "sound": sound})) for one in (room, tiles)
    )
    assert mine.mid_s is not None
    assert theirs.mid_s is not None
    assert mine.mid_s <= theirs.mid_s


def test_more_people_take_up_more() -> None:
    room = given_of(bare(4000, 4000, 2500))
    crowd = replace(room, things=(*room.things, *([room.brought_in("duvet", 1.0)] * 5)))
    assert (crowd.absorption_m2 or 0) > (room.absorption_m2 or 0)
    assert SOFT["person"][3] > 0


@pytest.mark.parametrize(
    ("soft", "amount"),
    [
        ({"kind": "duvet", "area_m2": 3.0}, 3.0), ({"kind": "duvet", "area_m2": 3.0, "count": 2}, 6.0),
        ({"kind": "rug"}, 2.0), ({"kind": "rug", "count": 3}, 6.0),
    ],
)  # fmt: skip
def test_how_much_of_something_there_is(soft: dict[str, object], amount: float) -> None:
    assert amount_of(Soft.model_validate(soft)) == amount


def test_another_room_is_worked_out_the_same_way() -> None:
    part = SpareRoom(name="bedroom", width_mm=3500, depth_mm=3000, height_mm=2400)
    noted = Assumptions()
    room = spare_room(part, "sound/rooms/0", noted)
    assert room.volume_m3 == pytest.approx(3.5 * 3.0 * 2.4)
    assert room.mid_s is not None
    assert {one.field for one in noted.made} >= {"/sound/rooms/0/surfaces/floor"}
