"""What goes wrong with a support, as small changes to the sound plan."""

from __future__ import annotations

from typing import Any

from steeple.core.findings.finding import Verdict
from steeple.core.plan.cupboard.owned import Owned, OwnedSupport
from steeple.core.plan.gear.holding.support import Joint, Section, Support
from steeple.core.plan.parts.support import PlacedSupport
from tests.plans import BUSH, CLAMP, SOUND, STAND

HELD = SOUND.supports[0]
OWNED_HOLD = Owned(
    supports=(OwnedSupport(id="one", gear=STAND), OwnedSupport(id="two", gear=CLAMP)),
    adapters=(BUSH,),
)
BAR = Support(
    name="a bar of tubes",
    form="crossbar on two stands",
    anchor="floor",
    rated_load_g=8000,
    sections=(Section(length_mm=800), Section(length_mm=800)),
    adjust_mm=100,
    lowest_mm=800,
    highest_mm=2400,
    drop_mm=150,
    footprint_mm=900,
    legs=3,
    tube_mm=38,
    wall_mm=2,
    material="aluminium",
    mass_g=12_000,
    threads=("1/4-20 stud",),
)


def held(support: Support = STAND, **values: Any) -> dict[str, Any]:
    """The change that puts a support, set up like the sound one, under the camera."""
    placed = PlacedSupport.model_validate(
        {**HELD.model_dump(), "gear": support.model_dump(), **values}
    )
    return {"supports": [placed.model_dump(mode="json")]}


def gear(**values: Any) -> Support:
    """The sound support with other figures."""
    return Support.model_validate({**STAND.model_dump(), **values})


Row = tuple[str, Verdict, dict[str, Any], str]


def mounted(**values: Any) -> dict[str, Any]:
    """The change that screws the camera to a mount point where its screw is."""
    place = {"name": "beam", "x_mm": 0, "y_mm": -45, "z_mm": 751, "bears_g": 3000, **values}
    return {"mounts": [place], "cameras__0__support": None, "cameras__0__mount": "beam"}


HOLD_FIRING: list[Row] = [
    ("hold.mount", "fails", mounted(bears_g=500), "beam bears 500 g"),
    ("hold.mount", "fails", mounted(x_mm=300), "30"),
    ("hold.mount", "unknown", mounted(bears_g=None), "not known"),
    ("hold.no-support", "unknown", {"cameras__0__support": None}, "Nothing is chosen"),
    ("hold.out-of-reach", "fails", held(gear(highest_mm=1400)), "does not go so high"),
    ("hold.out-of-reach", "fails", held(gear(lowest_mm=1700)), "does not go so low"),
    ("hold.out-of-reach", "fails", held(gear(reach_mm=600)), "20.0 cm are missing"),
    ("hold.out-of-reach", "unknown", held(gear(highest_mm=None)), "not known"),
    ("hold.out-of-reach", "fails", held(BAR, foot={"x_mm": None, "y_mm": None}) | {"table__width_mm": 1700}, "No set of its sections"),
    ("hold.over-rating", "fails", held(gear(rated_load_g=1000)), "Overloaded"),
    ("hold.over-rating", "fails", held(gear(rated_load_g=2000, rated_reach_mm=400)), "1 kg are allowed"),
    ("hold.rating-unknown", "unknown", held(gear(rated_load_g=None)), "not cleared"),
    ("hold.rating-unknown", "unknown", held(gear(rated_reach_mm=None)), "At which reach"),
    ("hold.rating-unknown", "unknown", held(loads=[{"name": "lamp"}]), "Not weighed"),
    ("hold.tips", "fails", held(gear(mass_g=3500), counterweight_g=0.0, sandbag_g=None,
                                legs_toward_deg=270.0, loads=[{"name": "lamp", "mass_g": 4000, "along_mm": 900}]), "tips over by itself"),
    ("hold.tips", "unknown", held(gear(mass_g=None)), "not known"),
    ("hold.tips-when-knocked", "fails", held(sandbag_g=None), "A knock turns it over"),
    ("hold.tips-when-knocked", "watch", held(sandbag_g=5000), "nearly"),
    ("hold.joint-slips", "fails", held(gear(joints=[{"name": "boom clamp", "holds_n_m": 8}]), counterweight_g=0.0), "slips"),
    ("hold.joint-slips", "watch", held(gear(joints=[{"name": "boom clamp", "holds_n_m": 16}]), counterweight_g=0.0), "near its limit"),
    ("hold.joint-slips", "unknown", held(gear(joints=[{"name": "elbow"}])), "not known"),
    ("hold.sags", "fails", held(gear(tube_mm=14, wall_mm=1, material="aluminium"), loads=[{"name": "lamp", "mass_g": 1800, "along_mm": 750}]), "moves the picture"),
    ("hold.sags", "unknown", held(gear(tube_mm=None)), "sag is not known"),
    ("hold.shakes", "watch", held(CLAMP, foot={"x_mm": None, "y_mm": None}) | {"work__liveliness": "kneading"}, "May shake"),
    ("hold.shakes", "fails", held(CLAMP, foot={"x_mm": None, "y_mm": None}) | {"work__liveliness": "hammering"}, "Shakes"),
    ("hold.cannot-be-joined", "fails", held(gear(threads=["3/8-16 stud"])), "missing is"),
    ("hold.cannot-be-joined", "unknown", held(gear(threads=[])), "not known"),
    ("hold.does-not-fit", "fails", held(foot={"x_mm": -300.0, "y_mm": 0.0}), "go through the table"),
    ("hold.does-not-fit", "fails", {"room__ceiling_mm": 1580}, "meets the ceiling"),
    ("hold.in-makers-place", "fails", held(foot={"x_mm": 0.0, "y_mm": -700.0}), "your place"),
    ("hold.blocks-way", "fails", {"room__keep_clear__0__from_left_edge_mm": -900, "room__keep_clear__0__from_front_edge_mm": 0}, "blocks the door"),
    ("hold.no-second-fixing", "watch", held(tether=None), "No second fixing"),
]  # fmt: skip


def joints(*pairs: tuple[str, float | None]) -> tuple[Joint, ...]:
    """Joints by name and what they hold."""
    return tuple(Joint(name=name, holds_n_m=holds) for name, holds in pairs)
