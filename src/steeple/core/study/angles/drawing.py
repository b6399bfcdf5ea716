"""What the drawings of the angles step need: shares, what stands in the picture, and the cuts."""

from __future__ import annotations

import math

from steeple.core.study.angles.answer import cut_words, punch_in_words
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Sentence
from steeple.core.study.base.shapes import Point, point


class IntrusionDrawing(Result):
    """A piece of gear in a picture. ``left`` to ``top`` are the places it reaches within the picture, in
    shares of half width and half height from its middle; ``of`` is what moves it."""

    name: str
    kind: str
    of: str
    share_percent: float
    edge: str
    depth_percent: float
    depth_mm: float
    away_mm: float
    left: float
    right: float
    bottom: float
    top: float


class CutDrawing(Result):
    """How a camera cuts with another: ``join`` is whole, swaying or torn; the sides are those of the line
    of action on which the two stand; ``same`` says whether both show the same thing."""

    other: str
    join: str
    angle_deg: float
    size_ratio: float
    closer: bool
    side: str
    other_side: str
    swapped: bool
    same: bool
    crop_px_per_mm: float
    crop_noise_stops: float
    crop_left_percent: float
    crop_top_percent: float
    punch_in: Sentence
    says: Sentence


class AnglesDrawing(Result):
    """One camera among the others: what it films, and the middle of that. Shares 0 … 1 of action and zone;
    half the angle that its picture takes in across."""

    camera_id: str
    films: str
    subject: Point
    half_angle_deg: float
    action_seen: float
    action_worst: float
    zone_seen: float
    intrusions: tuple[IntrusionDrawing, ...]
    cuts: tuple[CutDrawing, ...]


def angles_drawing(study: AngleStudy) -> AnglesDrawing:
    """What the sheet shows of one camera."""
    return AnglesDrawing(
        camera_id=study.lens.camera.id,
        films=study.work.called if study.work.target else "the action",
        subject=point(study.work.middle),
        half_angle_deg=math.degrees(math.atan(study.pyramid.half_width)),
        action_seen=study.mean_action,
        action_worst=study.worst_action,
        zone_seen=study.mean_zone,
        intrusions=tuple(
            IntrusionDrawing(
                name=one.thing.name,
                kind=one.thing.kind,
                of=one.thing.of,
                share_percent=100 * one.place.share,
                edge=one.edge,
                depth_percent=100 * one.depth,
                depth_mm=one.depth_mm,
                away_mm=one.away_mm,
                left=one.place.left,
                right=one.place.right,
                bottom=one.place.bottom,
                top=one.place.top,
            )
            for one in study.intrusions
        ),
        cuts=tuple(
            CutDrawing(
                other=one.other,
                join=one.join,
                angle_deg=one.angle_deg,
                size_ratio=one.size_ratio,
                closer=one.closer,
                side=one.side,
                other_side=one.other_side,
                swapped=one.swapped,
                same=one.same,
                crop_px_per_mm=one.crop_px_per_mm,
                crop_noise_stops=one.crop_noise_stops,
                crop_left_percent=100 * one.crop_left,
                crop_top_percent=100 * one.crop_top,
                punch_in=punch_in_words(one),
                says=cut_words(one),
            )
            for one in study.cuts
        ),
    )
