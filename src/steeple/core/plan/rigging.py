"""Gear that is not a camera: lamps, cards, supports, sound, media, power, leads and adapters.

Later steps read these; here they are described, kept, and exchanged. None means "not known".
"""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.errors import DocumentError
from steeple.core.light.ies import read_ies
from steeple.core.plan.parts import (
    CapacityMah,
    CctK,
    Count,
    CurrentA,
    DetailMm,
    EnergyWh,
    ExtentMm,
    FluxLm,
    FocusMm,
    FrequencyHz,
    IesText,
    IlluminanceLx,
    LightAngleDeg,
    LoadG,
    MassG,
    Name,
    Part,
    Percent,
    PowerW,
    ReachMm,
    RingS,
    RoomMm,
    SectionMm,
    Share,
    SizeBytes,
    TorqueNm,
    VoltageV,
    WallMm,
)

Thread = Literal[
    "1/4-20 stud",
    "1/4-20 socket",
    "3/8-16 stud",
    "3/8-16 socket",
    "5/8 spigot",
    "5/8 receiver",
    "5/8-27 stud",
    "5/8-27 socket",
    "M6 stud",
    "M6 socket",
    "shoe foot",
    "cold shoe",
    "quick-release plate",
    "quick-release clamp",
    "tube",
    "tube clamp",
    "phone",
    "phone grip",
]
"""What a part offers to the next. A stud is a screw that stands out, a socket the hole it goes into;
each of these mates with exactly one other: see `hold.joining.MATES`."""
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
    ies: IesText | None = Field(
        default=None, description="Its IES LM-63 file, whole: what it gives in every direction."
    )

    @model_validator(mode="after")
    def _ies_is_read(self) -> Self:
        if self.ies is not None:
            try:
                read_ies(self.ies)
            except DocumentError as error:
                raise ValueError(error.sentence) from error
        return self


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


class Section(Part):
    """One tube of a pole or crossbar. Tube and wall are those of the support where left open."""

    length_mm: SectionMm
    tube_mm: WallMm | None = None
    wall_mm: WallMm | None = None


class TapTest(Part):
    """What a support did when it was tapped, or when the work was done under it.

    It replaces the estimate for this support from then on.
    """

    frequency_hz: FrequencyHz | None = Field(
        default=None, description="Swings seen in a clip, divided by the seconds they took."
    )
    rings_s: RingS | None = Field(default=None, description="Until the picture stood still again.")
    seen_mm: DetailMm | None = Field(
        default=None,
        description="How far the picture moved to one side on the work, with the work going on.",
    )
    reach_mm: ReachMm | None = Field(default=None, description="Boom out this far at the test.")
    load_g: LoadG | None = Field(default=None, description="What it carried at the test.")


Form = Literal[
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
Anchor = Literal["floor", "table", "wall", "ceiling", "shelf"]


class Support(Part):
    """What holds a camera, lamp or microphone."""

    name: Name
    form: Form
    anchor: Anchor | None = None
    rated_load_g: LoadG | None = Field(
        default=None, description="As printed on its plate, at the head; empty = not known."
    )
    rated_reach_mm: ReachMm | None = Field(
        default=None, description="Reach at which the rating holds."
    )
    lowest_mm: ReachMm | None = Field(
        default=None,
        description="Camera screw at its lowest, from its foot; from the ceiling for what hangs.",
    )
    highest_mm: ReachMm | None = Field(
        default=None,
        description="Camera screw at its highest, from its foot; farthest from the ceiling for "
        "what hangs.",
    )
    reach_mm: ReachMm | None = Field(default=None, description="Boom or arm, from its column.")
    behind_mm: ReachMm | None = Field(
        default=None, description="How far the boom reaches behind its column, for a counterweight."
    )
    drop_mm: RoomMm | None = Field(
        default=None, description="Boom, bar or pole down to the camera screw."
    )
    span_least_mm: ReachMm | None = Field(default=None, description="Of a pole or crossbar.")
    span_most_mm: ReachMm | None = None
    sections: tuple[Section, ...] = Field(
        default=(), max_length=8, description="Tubes of a pole or crossbar, each one."
    )
    adjust_mm: ReachMm | None = Field(
        default=None, description="What the ends of a pole or crossbar can be drawn out by."
    )
    footprint_mm: ReachMm | None = Field(
        default=None, description="From foot to foot next to it; the side of a square base."
    )
    legs: Count | None = None
    tube_mm: WallMm | None = Field(default=None, description="Outer diameter of the tube.")
    wall_mm: WallMm | None = Field(default=None, description="Wall of the tube.")
    material: Material | None = None
    mass_g: MassG | None = None
    head_mass_g: MassG | None = Field(
        default=None, description="Ball joint or head with its plate, where it is not in the mass."
    )
    counterweight_g: MassG | None = Field(
        default=None, description="The heaviest that there is for it."
    )
    threads: tuple[Thread, ...] = Field(
        default=(), max_length=8, description="What it offers to a camera or an adapter."
    )
    joints: tuple[Joint, ...] = Field(default=(), max_length=8)
    quick_release: Name | None = Field(
        default=None, description="Family of its quick-release; plates of one family fit together."
    )
    tap: TapTest | None = None


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
    mass_g: MassG | None = None
    quick_release: Name | None = Field(
        default=None, description="Family of its quick-release; plates of one family fit together."
    )
    length_mm: RoomMm | None = None
    owned: Count | None = Field(default=None, description="How many there are.")
