"""``steeple warm``: compiles the loops of the core once, so that nobody waits for them later."""

from __future__ import annotations

import argparse

from steeple.core.evaluation import evaluate
from steeple.demo.plans import PLANS
from steeple.services.pictures import picture_file


def run(_arguments: argparse.Namespace) -> int:
    """Work out a demo plan and take a small picture; the compiled loops stay on disk."""
    for plan in PLANS:
        evaluate(plan, try_mends=False)
        picture_file(plan, camera=0, width_px=64, quality="draft", pose=4)
    print("The loops of the core are compiled.")
    return 0
