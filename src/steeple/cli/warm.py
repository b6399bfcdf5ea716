"""``steeple warm``: compiles the loops of the core once, so that nobody waits for them later."""

from __future__ import annotations

import argparse

import numpy as np

from steeple.core.evaluation import evaluate
from steeple.core.geometry.solids import solids_of
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, light_at
from steeple.core.light.gloss import FINISHES, gloss_luminance
from steeple.demo.angles import SHELF
from steeple.services.picture import picture_file


def run(_arguments: argparse.Namespace) -> int:
    """Work out a demo plan and take a small picture; the compiled loops stay on disk."""
    for plan in SHELF:
        evaluate(plan, try_mends=False)
        picture_file(plan, camera=0, width_px=64, quality="draft", pose=4)
    lamp = Emitter("rectangle", Vector(0, 300, 700), Vector(0, -300, -700), 300, 300, 900.0)
    solids = solids_of(np.array([(40, -20, 35, 230, -310, 130, 42.0)]))
    light_at(np.zeros((1, 3)), np.array([0.0, 0.0, 1.0]), (lamp,), solids)
    gloss_luminance(
        np.zeros((1, 3)), Vector(0, 0, 1), Vector(0, 0, 700), (lamp,), FINISHES["satin"]
    )
    print("The loops of the core are compiled.")
    return 0
