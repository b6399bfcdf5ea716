"""What one part offers to the next: threads, studs, plates and clamps."""

from __future__ import annotations

from typing import Literal

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
