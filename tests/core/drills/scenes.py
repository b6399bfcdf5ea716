"""Scenes of every kind, by seed."""

from __future__ import annotations

from dataclasses import replace
from itertools import islice

from steeple.core.drills.kind import DrillKind
from steeple.core.drills.registry import DRILLS
from steeple.core.drills.scene import Scene, scene_of

MANY = 200
KINDS = [one.id for one in DRILLS]


def scenes(kind: DrillKind, count: int) -> list[Scene]:
    """So many scenes, the first that chance gives for each seed."""
    quick = replace(kind, tries=1)
    made = (scene_of(quick, seed, 1) for seed in range(2 * count))
    return list(islice((one for one in made if one is not None), count))
