"""Gear that is not a camera: lamps, cards, supports, sound, media, power, leads and adapters.

Later steps read these; here they are described, kept, and exchanged. None means "not known".
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.plan.parts import (
    CapacityMah,
    CctK,
    Count,
    CurrentA,
    EnergyWh,
    ExtentMm,
    FluxLm,
    FocusMm,
    IlluminanceLx,
    LightAngleDeg,
    LoadG,
    MassG,
    Name,
    Part,
    Percent,
    PowerW,
    ReachMm,
    RoomMm,
    Share,
    SizeBytes,
    TorqueNm,
    VoltageV,
    WallMm,
)

Thread = Literal[
    "1/4-20", "3/8-16", "5/8 spigot", "5/8-27", "cold shoe", "quick-release", "M6", "clamp"
]
Material = Literal["steel", "aluminium", "carbon", "wood"]


class Fixture(Part):
    """A lamp. Either the flux or the illuminance at one metre says how bright it is."""

    name: Name
    emitter: Literal["rectangle", "disc", "ring", "bulb", "spot"]
    width_mm: ExtentMm | None = Field(default=None, description="Or the diameter.")
    height_mm: ExtentMm | None = None
    flux_lm: FluxLm | None = None
    illuminance_at_1_m_lx: IlluminanceLx | None = None
    beam_deg: LightAngleDeg | None = Field(
        default=None, description="Full angle at which half the intensity is left."
    )
    cct_k: CctK | None = Field(default=None, description="Colour temperature, or its lower end.")
    cct_warmest_to_k: CctK | None = Field(
        default=None, description="Upper end where the colour temperature can be set."
    )
    colour_rendering: Percent | None = None
    least_level_percent: Percent | None = Field(
        default=None, description="Lowest setting of its dimmer; 100 = cannot be dimmed."
    )
    flicker: Literal["free", "mains"] | None = None
    remote: bool | None = None
    mass_g: MassG | None = None
    power_w: PowerW | None = None


class LightCard(Part):
    """A bounce card, flag or diffuser."""

    name: Name
    use: Literal["bounce", "flag", "diffuser"]
    width_mm: ExtentMm
    height_mm: ExtentMm
    reflectance: Share | None = None
    transmittance: Share | None = None
    mass_g: MassG | None = None


class Joint(Part):
    """A joint of a support and the torque that it holds."""

    name: Name
    holds_n_m: TorqueNm | None = None


class Support(Part):
    """What holds a camera, lamp or microphone."""

    name: Name
    form: Literal[
        "floor tripod",
        "tripod with horizontal arm",
        "boom stand",
        "desk arm",
        "table clamp pole",
        "table-top stand",
        "crossbar on two stands",
        "wall-to-wall pole",
        "ceiling arm",
        "hand-built",
    ]
    anchor: Literal["floor", "table", "wall", "ceiling"] | None = None
    rated_load_g: LoadG | None = Field(
        default=None, description="As printed on its plate, at the head; empty = not known."
    )
    rated_reach_mm: ReachMm | None = Field(
        default=None, description="Reach at which the rating holds."
    )
    lowest_mm: ReachMm | None = Field(default=None, description="Lowest head, from its foot.")
    highest_mm: ReachMm | None = Field(default=None, description="Highest head, from its foot.")
    reach_mm: ReachMm | None = Field(default=None, description="Boom or arm, from its column.")
    span_least_mm: ReachMm | None = Field(default=None, description="Of a pole or crossbar.")
    span_most_mm: ReachMm | None = None
    footprint_mm: ReachMm | None = Field(default=None, description="Across its feet.")
    legs: Count | None = None
    tube_mm: WallMm | None = Field(default=None, description="Outer diameter of the tube.")
    wall_mm: WallMm | None = Field(default=None, description="Wall of the tube.")
    material: Material | None = None
    mass_g: MassG | None = None
    counterweight_g: MassG | None = None
    threads: tuple[Thread, ...] = Field(default=(), max_length=8)
    joints: tuple[Joint, ...] = Field(default=(), max_length=8)


class Microphone(Part):
    """A microphone."""

    name: Name
    pattern: Literal["omni", "cardioid", "supercardioid", "figure of eight", "clip-on"] | None = (
        None
    )
    pair: bool | None = Field(default=None, description="Whether there are two alike.")
    lead_mm: ReachMm | None = None
    mass_g: MassG | None = None


class Recorder(Part):
    """A sound recorder."""

    name: Name
    channels: Count | None = None
    bitrate_mbit_s: float | None = Field(default=None, strict=True, ge=0.01, le=100)
    power_w: PowerW | None = None
    battery_wh: EnergyWh | None = None


class Medium(Part):
    """A memory card or disk."""

    name: Name
    capacity_bytes: SizeBytes | None = None
    write_mbit_s: float | None = Field(default=None, strict=True, ge=1, le=200_000)


class PowerSource(Part):
    """A battery, power bank or mains adapter."""

    name: Name
    form: Literal["battery", "power bank", "mains adapter"]
    energy_wh: EnergyWh | None = None
    capacity_mah: CapacityMah | None = None
    voltage_v: VoltageV | None = None
    current_a: CurrentA | None = None
    power_w: PowerW | None = None


class Lead(Part):
    """A lead: mains, data, picture or sound."""

    name: Name
    form: Literal["mains", "picture", "data", "sound"]
    length_mm: FocusMm
    rated_w: PowerW | None = None


class Adapter(Part):
    """What joins one thread, stud or clamp to another."""

    name: Name
    one_end: Thread
    other_end: Thread
    rated_load_g: LoadG | None = None
    length_mm: RoomMm | None = None
    owned: Count | None = Field(default=None, description="How many there are.")
