"""One card of the light step as it is in the plan: what it gives, and whether it can stand there."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from steeple.core.geometry.meeting import Boxes
from steeple.core.light.emitters import Emitter, light_at, rows_of
from steeple.core.study.inputs.panel import THICK_MM, GivenCard
from steeple.core.study.light.lamps.lamp_light import Ground, Spread, flux_lm, room_lx_per_lm
from steeple.core.study.light.lamps.places import ANOTHER_LAMP, boxes_blocked, in_another, in_frame
from steeple.core.study.light.lamps.scene import LightScene
from steeple.core.study.light.lamps.targets import DEEPEST_STOPS

SIDE_ABOVE_MM = 15.0
"""So far above the tallest thing of the work the light on a side is taken: at the height of a hand."""


@dataclass(frozen=True, slots=True)
class CardStudy:
    """One card. ``gives_lx`` is what it sends onto the zone, in the mean past everything but the maker;
    ``side_lx`` what it sends onto the side of a hand that faces it; ``side_stops`` how far that side is
    under the light on the zone with the card, ``lifts_stops`` by how much the card lifts it;
    ``blocked`` says what stands where it would. In lux, or in shares where brightness is not known."""

    card: GivenCard
    gives_lx: float
    side_lx: float
    side_stops: float
    lifts_stops: float
    in_frame: bool
    blocked: str


def body_of(card: GivenCard) -> Boxes:
    """A card as a thin box."""
    row = card.emitter.row
    out, u, v = (np.array(row[at : at + 3]) for at in (3, 6, 9))
    middle = np.array(row[0:3]) - THICK_MM / 2 * out
    halves = [card.emitter.width_mm / 2, card.emitter.height_mm / 2, THICK_MM / 2]
    return Boxes(middle[None], np.array([[u, v, out]]), np.array([halves]))


def card_blocked(scene: LightScene, card: GivenCard, lamps: Sequence[Emitter]) -> str:
    """What stands where a card would; empty where nothing does.

    Parameters
    ----------
    scene
        what stands there, the cards of the plan among it.
    card
        of the plan or not; it is never in its own way.
    lamps
        that stand there.
    """
    others = tuple(one for one in scene.obstacles if one[1] is not card.hull)
    (found,) = boxes_blocked(replace(scene, obstacles=others), [body_of(card)])
    if found:
        return found
    # What is clipped before a lamp touches it; only what stands in it has no room.
    thin = replace(card.emitter, width_mm=0.9 * card.emitter.width_mm)
    return ANOTHER_LAMP if in_another(thin, lamps, clear_mm=-THICK_MM) else ""


def card_studies(
    ground: Ground,
    together: Spread,
    shining: Sequence[Emitter],
    card_cd: Sequence[float],
    lamps: Sequence[Emitter],
) -> tuple[CardStudy, ...]:
    """Every card of a ground as it is lit.

    Parameters
    ----------
    ground
        with the cards and what each sends on at 1 cd.
    together
        all light, that of the cards with it.
    shining
        what gives light by itself: lamps that are lit, windows.
    card_cd
        intensity that each card has by all that shines on it.
    lamps
        that stand there.
    """
    if not ground.cards:
        return ()
    areas = [
        *shining,
        *(replace(c.emitter, intensity_cd=cd) for c, cd in zip(ground.cards, card_cd, strict=True)),
    ]
    rows = rows_of(tuple(areas))
    bounce = room_lx_per_lm(ground.scene.work)
    everywhere = bounce * sum(flux_lm(one, ground.scene.tables) for one in shining)
    plane = ground.scene.work.plane
    hand = plane.point(0.0, 0.0, ground.scene.work.top_mm + SIDE_ABOVE_MM)
    zone_lx = float(together.still.mean())
    studies = []
    for index, (card, spread, cd) in enumerate(
        zip(ground.cards, ground.card_spreads, card_cd, strict=True)
    ):
        way = card.emitter.centre.minus(hand)
        side = way.minus(plane.normal.times(way.dot(plane.normal))).unit
        lit = light_at(
            np.array([[*hand]]), np.array([*side]), rows, ground.scene.still, ground.scene.tables
        ).seen[:, 0]
        own = float(lit[len(shining) + index])
        rest = float(lit.sum()) - own + everywhere
        studies.append(
            CardStudy(
                card=card,
                gives_lx=float(spread.still.mean()) * cd,
                side_lx=own,
                side_stops=_under(zone_lx, rest + own),
                lifts_stops=_under(zone_lx, rest) - _under(zone_lx, rest + own),
                in_frame=in_frame(ground.scene, card.emitter),
                blocked=card_blocked(ground.scene, card, lamps),
            )
        )
    return tuple(studies)


def _under(zone_lx: float, side_lx: float) -> float:
    """How far the light on a side is under that on the zone, in stops, at most `DEEPEST_STOPS`."""
    if side_lx <= zone_lx * 2.0**-DEEPEST_STOPS:
        return DEEPEST_STOPS
    return math.log2(zone_lx / side_lx) if zone_lx > 0 else 0.0
