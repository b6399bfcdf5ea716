"""Lengths of the body as shares of body height.

Planning values for a figure of average build. People differ: what matters is measured.

Reference: Drillis & Contini, *Body Segment Parameters* (1966), as in Winter, *Biomechanics and
Motor Control of Human Movement*, fig. 4.1 (segment lengths as shares of body height H).
"""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.units import positive

USUAL_HEIGHT_MM = 1_720.0
"""Used where no body height is given."""
SHOE_MM = 25.0

HIP = 0.530
SHOULDER = 0.818
ELBOW = 0.630
EYE = 0.936
UPPER_ARM = 0.186
FOREARM = 0.146
HAND = 0.108
SHOULDER_HALF = 0.11
"""Half the distance between the shoulder joints; half the shoulder breadth is 0.129."""
HIP_HALF = 0.07
SITTING_HEIGHT = 0.520
HEAD_ACROSS = 0.13
"""Head and hair as one sphere."""
SEAT = 0.25
"""Seat above the floor, feet flat: height of the hollow of the knee."""


@dataclass(frozen=True, slots=True)
class Proportions:
    """Lengths of one figure in millimetres."""

    height_mm: float

    def __post_init__(self) -> None:
        positive(self.height_mm, "height_mm")

    @property
    def trunk_mm(self) -> float:
        """Hip joint to the middle between the shoulders."""
        return (SHOULDER - HIP) * self.height_mm

    @property
    def neck_mm(self) -> float:
        """Middle between the shoulders to the middle of the head."""
        return (1 - SHOULDER - HEAD_ACROSS / 2) * self.height_mm

    @property
    def upper_arm_mm(self) -> float:
        """Shoulder to elbow."""
        return UPPER_ARM * self.height_mm

    @property
    def forearm_mm(self) -> float:
        """Elbow to wrist."""
        return FOREARM * self.height_mm

    @property
    def hand_mm(self) -> float:
        """Wrist to fingertips."""
        return HAND * self.height_mm

    @property
    def head_radius_mm(self) -> float:
        """Half the width of the head."""
        return HEAD_ACROSS / 2 * self.height_mm

    @property
    def trunk_half_depth_mm(self) -> float:
        """Hip joint to the front of the trunk."""
        return 0.07 * self.height_mm

    @property
    def usual_seat_mm(self) -> float:
        """A seat at which the feet stand flat."""
        return SEAT * self.height_mm

    def hip_mm(self, seat_mm: float | None) -> float:
        """Hip joint above the floor; standing where no seat is given."""
        if seat_mm is None:
            return HIP * self.height_mm + SHOE_MM
        return seat_mm + (SITTING_HEIGHT - (1 - HIP)) * self.height_mm

    def elbow_mm(self, seat_mm: float | None) -> float:
        """Elbow above the floor, upper arm hanging and trunk upright."""
        return self.hip_mm(seat_mm) + (ELBOW - HIP) * self.height_mm

    def eye_mm(self, seat_mm: float | None) -> float:
        """Eyes above the floor, upright."""
        return self.hip_mm(seat_mm) + (EYE - HIP) * self.height_mm
