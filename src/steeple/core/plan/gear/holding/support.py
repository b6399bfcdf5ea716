"""What holds a camera, lamp or microphone."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    Count,
    DetailMm,
    FrequencyHz,
    LoadG,
    MassG,
    Name,
    Part,
    ReachMm,
    RingS,
    RoomMm,
    SagMm,
    SectionMm,
    TorqueNm,
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
    "gooseneck",
    "hanging tube",
    "pipe clamp",
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
    learned_sag_mm: SagMm | None = Field(
        default=None,
        description="Learned from the log: how much lower the lens ends up than it was set.",
    )


SUPPORT_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "form": FieldWords("Kind of support"),
        "anchor": FieldWords("Stands on or is fixed to"),
        "rated_load_g": FieldWords("Rated load", "on its plate; empty if not known"),
        "rated_reach_mm": FieldWords("Reach of that rating", "arms carry less farther out"),
        "lowest_mm": FieldWords(
            "Lowest camera screw", "above its foot; below the ceiling if it hangs"
        ),
        "highest_mm": FieldWords(
            "Highest camera screw", "above its foot; below the ceiling if it hangs"
        ),
        "reach_mm": FieldWords("Boom or arm", "from its column"),
        "behind_mm": FieldWords("Boom behind the column", "where a counterweight goes"),
        "drop_mm": FieldWords("Boom down to the screw", "boom, bar or pole to the camera screw"),
        "span_least_mm": FieldWords("Shortest span", "pole or crossbar"),
        "span_most_mm": FieldWords("Longest span", "pole or crossbar"),
        "sections": FieldWords("Sections"),
        "sections/*/length_mm": FieldWords(
            "Length of the section", "without what slides into the next"
        ),
        "sections/*/tube_mm": FieldWords("Tube of the section", "outer diameter"),
        "sections/*/wall_mm": FieldWords("Wall of the section"),
        "adjust_mm": FieldWords("Ends draw out by", "pole or crossbar"),
        "footprint_mm": FieldWords("Foot to foot", "between two feet side by side"),
        "legs": FieldWords("Legs"),
        "tube_mm": FieldWords("Tube", "outer diameter"),
        "wall_mm": FieldWords("Wall of the tube"),
        "material": FieldWords("Material"),
        "mass_g": MASS,
        "head_mass_g": FieldWords(
            "Mass of its head", "ball joint and plate, if not weighed with it"
        ),
        "counterweight_g": FieldWords("Counterweight", "the heaviest there is"),
        "threads": FieldWords("Studs and sockets", "a stud stands out, a socket is the hole"),
        "joints": FieldWords("Joints"),
        "joints/*/name": FieldWords("Joint", "such as ball joint"),
        "joints/*/holds_n_m": FieldWords("Holds", "torque, in its manual"),
        "quick_release": FieldWords("Quick-release family", "one word for those that fit"),
        "tap": FieldWords("Tap test"),
        "tap/frequency_hz": FieldWords("Swings a second", "counted in a clip after a tap"),
        "tap/rings_s": FieldWords("Stands still after", "from the tap"),
        "tap/seen_mm": FieldWords("Picture moved", "to one side, on the work, while working"),
        "tap/reach_mm": FieldWords("Boom out at the test"),
        "tap/load_g": FieldWords("Load at the test"),
        "learned_sag_mm": FieldWords(
            "Learned: gives way by", "lower than it was set; empty = not at all"
        ),
    }
)
