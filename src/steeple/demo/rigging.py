"""The rest of the demo cupboard: lamps, cards, supports, sound, memory, power, leads, adapters."""

from __future__ import annotations

from steeple.core.plan.cupboard.kinds import Gear
from steeple.core.plan.gear.cameras.filter import LensFilter
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Joint, Section, Support
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.gear.sound.absorber import Absorber
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone

# fmt: off
LAMPS: tuple[Gear, ...] = (
    Fixture(name="Bare bulb in a holder", emitter="bulb", width_mm=60, flux_lm=1055, cct_k=2700,
            colour_rendering=82, least_level_percent=100, flicker="mains", mass_g=220, power_w=10),
    Fixture(name="Flat panel, 30 × 30", emitter="rectangle", width_mm=300, height_mm=300,
            flux_lm=3000, beam_deg=110, cct_k=3200, cct_warmest_to_k=5600, colour_rendering=96,
            least_level_percent=5, flicker="free", remote=True, mass_g=1100, power_w=36),
    Fixture(name="Flat panel, 20 × 12", emitter="rectangle", width_mm=200, height_mm=120,
            flux_lm=900, beam_deg=115, cct_k=5600, colour_rendering=95, least_level_percent=10,
            flicker="free", remote=False, mass_g=380, power_w=12),
    Fixture(name="Soft square, 60", emitter="rectangle", width_mm=600, height_mm=600,
            flux_lm=4200, beam_deg=105, cct_k=5500, colour_rendering=95, least_level_percent=10,
            flicker="free", remote=True, mass_g=1900, power_w=60),
    Fixture(name="Soft square, 90", emitter="rectangle", width_mm=900, height_mm=900,
            flux_lm=6500, beam_deg=105, cct_k=5500, colour_rendering=96, least_level_percent=1,
            flicker="free", remote=True, mass_g=2800, power_w=100),
    Fixture(name="Ring, 36 across", emitter="ring", width_mm=360, flux_lm=2600, beam_deg=110,
            cct_k=3000, cct_warmest_to_k=6000, colour_rendering=92, least_level_percent=5,
            flicker="free", remote=False, mass_g=1500, power_w=40),
    Fixture(name="Spot with a lens", emitter="spot", width_mm=80, flux_lm=1400, beam_deg=20,
            cct_k=5600, colour_rendering=96, least_level_percent=1, flicker="free", remote=True,
            mass_g=1300, power_w=60),
    Fixture(name="Desk lamp with poor colour", emitter="disc", width_mm=120, flux_lm=450,
            beam_deg=90, cct_k=4000, colour_rendering=72, least_level_percent=100,
            flicker="mains", mass_g=900, power_w=6),
    Fixture(name="Round diffuser lamp, 50 across", emitter="disc", width_mm=500,
            illuminance_at_1_m_lx=900, beam_deg=110, cct_k=5500, colour_rendering=94,
            least_level_percent=20, mass_g=1700, power_w=45),
)
CARDS: tuple[Gear, ...] = (
    LightCard(name="White foam card", use="bounce", width_mm=700, height_mm=500, reflectance=0.85,
              mass_g=180),
    LightCard(name="Silver card", use="bounce", width_mm=420, height_mm=300, reflectance=0.75,
              mass_g=120),
    LightCard(name="Black card", use="flag", width_mm=700, height_mm=500, reflectance=0.04,
              mass_g=180),
    LightCard(name="Frosted sheet", use="diffuser", width_mm=600, height_mm=600,
              transmittance=0.6, mass_g=240),
)
SUPPORTS: tuple[Gear, ...] = (
    Support(name="Floor tripod with ball joint", form="floor tripod", anchor="floor",
            rated_load_g=4000, lowest_mm=420, highest_mm=1620, footprint_mm=820, legs=3,
            mass_g=1900, threads=("quick-release clamp",), quick_release="wide dovetail",
            joints=(Joint(name="ball joint", holds_n_m=8),)),
    Support(name="Tripod with horizontal arm", form="tripod with horizontal arm", anchor="floor",
            rated_load_g=3000, rated_reach_mm=250, lowest_mm=300, highest_mm=1750, reach_mm=550,
            behind_mm=150, drop_mm=40, footprint_mm=870, legs=3, tube_mm=28, wall_mm=1.5,
            material="aluminium", mass_g=2300, head_mass_g=280, threads=("3/8-16 stud",),
            joints=(Joint(name="arm clamp", holds_n_m=12), Joint(name="ball joint", holds_n_m=8))),
    Support(name="Boom stand with counterweight", form="boom stand", anchor="floor",
            rated_load_g=5000, rated_reach_mm=1200, lowest_mm=900, highest_mm=2300, reach_mm=1600,
            behind_mm=600, drop_mm=80, footprint_mm=950, legs=3, tube_mm=35, wall_mm=1.5,
            material="steel", mass_g=7800, head_mass_g=320, counterweight_g=4000,
            threads=("5/8 spigot", "3/8-16 stud"), joints=(Joint(name="boom clamp", holds_n_m=30),
                                                           Joint(name="ball joint", holds_n_m=8))),
    Support(name="Desk arm with springs", form="desk arm", anchor="table", rated_load_g=1500,
            rated_reach_mm=750, lowest_mm=150, highest_mm=800, reach_mm=750, mass_g=1700,
            head_mass_g=60, threads=("5/8-27 stud",),
            joints=(Joint(name="elbow", holds_n_m=4),)),
    Support(name="Pole clamped to the table", form="table clamp pole", anchor="table",
            rated_load_g=2500, rated_reach_mm=400, lowest_mm=200, highest_mm=1000, reach_mm=400,
            drop_mm=40, tube_mm=22, wall_mm=1.5, material="aluminium", mass_g=1300,
            head_mass_g=250, threads=("1/4-20 stud", "3/8-16 stud"),
            joints=(Joint(name="cross clamp", holds_n_m=6), Joint(name="ball joint", holds_n_m=5))),
    Support(name="Wall-to-wall pole", form="wall-to-wall pole", anchor="wall", rated_load_g=5000,
            sections=(Section(length_mm=900), Section(length_mm=900), Section(length_mm=900),
                      Section(length_mm=450)), adjust_mm=300, drop_mm=150, tube_mm=40, wall_mm=1.5,
            material="aluminium", mass_g=2600, threads=("tube",)),
    Support(name="Crossbar on two stands, rating unknown", form="crossbar on two stands",
            anchor="floor", sections=(Section(length_mm=800), Section(length_mm=800),
                                      Section(length_mm=800)), adjust_mm=100, lowest_mm=800,
            highest_mm=2200, drop_mm=150, footprint_mm=780, legs=3, tube_mm=32, wall_mm=1.2,
            material="aluminium", mass_g=6400, threads=("tube",)),
)
SOUND: tuple[Gear, ...] = (
    Microphone(name="Small microphones, a pair", pattern="cardioid", pair=True, lead_mm=5000,
               length_mm=140, across_mm=40, self_noise_db=16, mass_g=110),
    Microphone(name="Clip-on microphone", pattern="clip-on", pair=False, lead_mm=1200,
               self_noise_db=24, mass_g=12),
    Microphone(name="Wireless clip-on", pattern="clip-on", pair=False, wireless=True, runs_s=16200,
               self_noise_db=26, mass_g=30),
    Microphone(name="Directional microphone", pattern="supercardioid", pair=False, lead_mm=3000,
               length_mm=220, across_mm=60, self_noise_db=14, mass_g=120),
    MicStand(name="Microphone stand with a boom", form="floor stand with a boom", reach_mm=750,
             lowest_mm=900, highest_mm=2100, rated_load_g=1000, mass_g=2600),
    MicStand(name="Low stand for the table", form="table stand", reach_mm=0, lowest_mm=120,
             highest_mm=320, rated_load_g=800, mass_g=700),
    Absorber(name="Winter duvet", form="duvet", width_mm=1350, height_mm=2000, owned=2),
    Absorber(name="Wool rug", form="rug", width_mm=1700, height_mm=2400),
    Recorder(name="Two-channel recorder", channels=2, bitrate_mbit_s=2.3, power_w=0.9,
             battery_wh=6, file_limit_bytes=2_000_000_000, goes_on_after_file=True,
             fed_while_recording=True),
)
SUPPLIES: tuple[Gear, ...] = (
    Medium(name="32 GB card", capacity_bytes=32e9, write_mbit_s=90),
    Medium(name="64 GB card", capacity_bytes=64e9, write_mbit_s=240),
    Medium(name="128 GB card", capacity_bytes=128e9, write_mbit_s=480),
    Medium(name="Disk, 1 TB", capacity_bytes=1e12, write_mbit_s=900),
    PowerSource(name="Spare battery", form="battery", energy_wh=7.6, voltage_v=7.2),
    PowerSource(name="Power bank", form="power bank", capacity_mah=20000, voltage_v=5,
                current_a=3),
    PowerSource(name="Mains adapter for cameras", form="mains adapter", power_w=18, voltage_v=9),
    Lead(name="Extension lead, 5 m", form="mains", length_mm=5000, rated_w=2300),
    Lead(name="Picture lead, 3 m", form="picture", length_mm=3000),
    Lead(name="Sound lead, 5 m", form="sound", length_mm=5000),
    Lead(name="Sound lead, 10 m", form="sound", length_mm=10_000),
)
ADAPTERS: tuple[Gear, ...] = (
    Adapter(name="Bush, 3/8 outside, 1/4 inside", one_end="3/8-16 stud", other_end="1/4-20 socket",
            mass_g=6, owned=4),
    Adapter(name="Screw plate, 3/8 hole, 1/4 stud", one_end="3/8-16 socket",
            other_end="1/4-20 stud", mass_g=35, owned=2),
    Adapter(name="Spigot sleeve with 1/4 stud", one_end="5/8 receiver", other_end="1/4-20 stud",
            rated_load_g=5000, length_mm=60, mass_g=90, owned=1),
    Adapter(name="Quick-release plate", one_end="quick-release plate", other_end="1/4-20 stud",
            mass_g=55, quick_release="wide dovetail", owned=2),
    Adapter(name="Quick-release clamp with 3/8 hole", one_end="3/8-16 socket",
            other_end="quick-release clamp", mass_g=110, quick_release="wide dovetail", owned=1),
    Adapter(name="Shoe mount", one_end="shoe foot", other_end="1/4-20 stud", mass_g=30, owned=2),
    Adapter(name="Tube clamp with spigot", one_end="tube clamp", other_end="5/8 spigot",
            rated_load_g=10000, mass_g=420, owned=1),
    Adapter(name="Phone grip", one_end="1/4-20 socket", other_end="phone grip", mass_g=70,
            owned=1),
)
# fmt: on
LIGHT_PARTS: tuple[Gear, ...] = (
    LampStand(
        name="Light stand, three legs",
        form="floor stand",
        lowest_mm=700,
        highest_mm=2200,
        rated_load_g=3000,
        mass_g=1400,
    ),
    LampStand(
        name="Light stand with a short boom",
        form="floor stand with a boom",
        lowest_mm=900,
        highest_mm=2400,
        rated_load_g=1500,
        mass_g=2600,
    ),
    LampStand(
        name="Clamp with a bending arm",
        form="clamp on the table",
        lowest_mm=80,
        highest_mm=520,
        rated_load_g=600,
        mass_g=350,
    ),
    Gel(name="Half orange gel", shift_mired=81, transmittance=0.7),
    Gel(name="Half blue gel", shift_mired=-78, transmittance=0.55),
    LensFilter(name="Polarising filter, turned by hand", form="polarising", lost_stops=1.5),
)
WEIGHTS: tuple[Gear, ...] = (
    Ballast(name="Bag of sand", mass_g=5000),
    Ballast(name="Saddle bag, half filled", mass_g=3000),
    Ballast(name="Bottle of water in a net", mass_g=1500),
)
RIGGING: tuple[Gear, ...] = (
    *LAMPS,
    *LIGHT_PARTS,
    *CARDS,
    *SUPPORTS,
    *WEIGHTS,
    *SOUND,
    *SUPPLIES,
    *ADAPTERS,
)
"""One joint cannot be made without buying a stud: the desk arm's 5/8-27 takes none of the adapters."""


def support(name: str) -> Support:
    """The support of that name in the demo cupboard."""
    return next(one for one in SUPPORTS if isinstance(one, Support) and one.name == name)


def adapter(name: str) -> Adapter:
    """The adapter of that name in the demo cupboard."""
    return next(one for one in ADAPTERS if isinstance(one, Adapter) and one.name == name)


def lamp(name: str) -> Fixture:
    """The lamp of that name in the demo cupboard."""
    return next(one for one in LAMPS if isinstance(one, Fixture) and one.name == name)
