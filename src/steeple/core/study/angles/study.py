"""The angles step: what each camera sees past arms, heads and gear, what of the gear it films, and which
other cameras it cuts with."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from steeple.core.angles.cutting import (
    Join,
    LineSide,
    angle_apart,
    are_swapped,
    crop_noise_stops,
    join_of,
    line_side,
    off_line_deg,
    size_in_picture,
)
from steeple.core.angles.sight import (
    Edge,
    InPicture,
    Seen,
    disc_points,
    hides,
    in_picture,
    seen_among,
)
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.pose import Pyramid
from steeple.core.geometry.vectors import ORIGIN, Vector
from steeple.core.plan.words import camera_names
from steeple.core.study.angles.things import (
    GEAR,
    Thing,
    people_before,
    solids_in,
    things_before,
)
from steeple.core.study.base.step import Context
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.body_sight import ACTION_RADIUS_MM
from steeple.core.study.lens.step import LENS
from steeple.core.study.lens.study import LensStudy, Sight
from steeple.core.study.light.lamps.scene import OFF_WORK_MM, lattice, lifted
from steeple.core.study.work.step import WORK

ACTION_POINTS = 160
ZONE_POINTS = (16, 12)
LOW_SHARE = 5.0
"""The percentile of the poses that is told beside mean and worst."""
MAKER_RIGHT = Vector(1.0, 0.0, 0.0)
STEPS_ALONG = 24
LEAST_SHARE = 2e-4
"""Less of the picture than that is not seen."""


@dataclass(frozen=True, slots=True)
class PoseSight:
    """What is seen in one pose: of the action, and the share of the zone."""

    action: Seen
    zone: float


@dataclass(frozen=True, slots=True, eq=False)
class Intrusion:
    """A piece of gear in the picture.

    ``depth`` is how far it reaches in from ``edge``, as a share of the picture; ``depth_mm`` the same
    where it stands, ``away_mm`` from the camera.
    """

    thing: Thing
    place: InPicture
    away_mm: float
    depth_mm: float

    @property
    def edge(self) -> Edge:
        """The edge over which it leaves the picture soonest."""
        return self.place.edge

    @property
    def depth(self) -> float:
        """How far it reaches in from that edge, as a share of the picture."""
        return self.place.depth(self.edge)


@dataclass(frozen=True, slots=True)
class Cut:
    """How a camera cuts with another.

    ``size_ratio`` ≥ 1; ``closer`` says whether the subject is the larger in the picture of the camera
    itself. ``crop_px_per_mm``: what the wider of the two would keep if it were cropped to the picture of
    the closer one, and ``crop_noise_stops`` what that adds to its grain.
    """

    other: str
    other_name: str
    angle_deg: float
    size_ratio: float
    closer: bool
    from_mm: float
    other_from_mm: float
    between_mm: float
    """From the subject to the camera, to the other, and from the one to the other."""
    wide_mm: float
    other_wide_mm: float
    """What the two pictures show across at the subject."""
    join: Join
    side: LineSide
    other_side: LineSide
    swapped: bool
    same: bool
    """Whether both show the same thing; between pictures of different things no cut jumps."""
    crop_px_per_mm: float
    crop_noise_stops: float
    crop_left: float
    crop_top: float
    """Where in the wider picture the crop begins, in shares of its width and height; it is 1 ÷ ``size_ratio``
    of both."""
    crop_px: float
    """Pixels across the finest line that the crop keeps."""

    @property
    def gravity(self) -> tuple[int, float]:
        """The more the less it cuts: by how it joins, then by how near the two are."""
        return ("whole", "swaying", "torn").index(self.join), -self.angle_deg

    @property
    def crosses(self) -> bool:
        """Whether the two stand on different sides of the line."""
        return {self.side, self.other_side} == {"left", "right"}


@dataclass(frozen=True, eq=False)
class AngleStudy:
    """Everything the angles step knows about one camera."""

    lens: LensStudy
    sight: Sight
    still: tuple[Thing, ...]
    cuts: tuple[Cut, ...]

    @property
    def work(self) -> GivenWork:
        """The figures of work, table, room and maker."""
        return self.lens.work

    @property
    def pyramid(self) -> Pyramid:
        """Where it stands and what it sees."""
        return self.sight.pyramid

    @cached_property
    def intrusions(self) -> tuple[Intrusion, ...]:
        """The gear in its picture, what covers most first."""
        gear = tuple(one for one in self.still if one.kind in GEAR)
        found, _ = in_picture(self.pyramid, solids_in(gear))
        there = [
            _intrusion(self.pyramid, thing, place)
            for thing, place in zip(gear, found, strict=True)
            if place.share > LEAST_SHARE
        ]
        return tuple(sorted(there, key=lambda one: -one.place.share))

    @cached_property
    def poses(self) -> tuple[PoseSight, ...]:
        """What it sees in each pose of the maker; in one where they are away."""
        work, eye, maker = self.work, self.lens.position, self.lens.camera.sees_maker
        zone = lattice(work, *ZONE_POINTS)
        actions = actions_in(work, poses_in(work, maker=maker), maker=maker, count=ACTION_POINTS)
        points = np.vstack([zone, *actions])
        # What stands still is looked past once for all poses.
        inside = self.pyramid.within(points)
        still = hides(eye, points, solids_in(self.still))
        ends = len(zone) + ACTION_POINTS * np.arange(len(actions) + 1)
        in_sight = inside[: len(zone)] & ~still[:, : len(zone)].any(axis=0)
        found = []
        for pose, (first, last) in enumerate(itertools.pairwise(ends)):
            people = solids_in(people_before(work, pose, maker=maker))
            hidden = hides(eye, np.vstack([zone, actions[pose]]), people)
            seen = in_sight & ~hidden[:, : len(zone)].any(axis=0)
            action = np.vstack([still[:, first:last], hidden[:, len(zone) :]])
            found.append(
                PoseSight(action=seen_among(inside[first:last], action), zone=float(seen.mean()))
            )
        return tuple(found)

    def things(self, pose: int, *, maker: bool) -> tuple[Thing, ...]:
        """Everything that may hide something in one pose."""
        return (*self.still, *people_before(self.work, pose, maker=maker))

    @property
    def action_seen(self) -> tuple[float, ...]:
        """Share of the action that is seen, by pose."""
        return tuple(one.action.seen for one in self.poses)

    @property
    def mean_action(self) -> float:
        """In the mean of the poses."""
        return float(np.mean(self.action_seen))

    @property
    def low_action(self) -> float:
        """In the fifth percentile of the poses."""
        return float(np.percentile(self.action_seen, LOW_SHARE))

    @property
    def worst_action(self) -> float:
        """In the worst pose."""
        return min(self.action_seen)

    @property
    def mean_zone(self) -> float:
        """Share of the zone that is seen, in the mean of the poses."""
        return float(np.mean([one.zone for one in self.poses]))

    @property
    def hardest(self) -> Cut | None:
        """The cut that passes least; None for a camera alone."""
        return max(self.cuts, key=lambda one: one.gravity, default=None)

    def hidden(self, kinds: Sequence[str]) -> tuple[str, float]:
        """Of the things of some kinds the one that hides most of the action, and how much of it in the
        mean of the poses; no name where none hides any."""
        names = self.things(0, maker=self.lens.camera.sees_maker)
        shares = np.array([one.action.hidden_by for one in self.poses]).mean(axis=0)
        best = max(
            ((share, one.name) for share, one in zip(shares.tolist(), names, strict=True)
             if one.kind in kinds),
            default=(0.0, ""),
        )  # fmt: skip
        return (best[1], best[0]) if best[0] > 0 else ("", 0.0)


def poses_in(work: GivenWork, *, maker: bool) -> Sequence[int]:
    """The poses that are looked at: all of them, or one where nobody is at the work."""
    return range(len(work.maker.poses.figures) if maker else 1)


def actions_in(work: GivenWork, poses: Sequence[int], *, maker: bool, count: int) -> Array:
    """Points of the action in some poses, shape (poses, count, 3): a disc about the tip of the tool, or
    on the middle of the work where nobody is at it."""
    plane = work.plane
    middle = plane.point(0.0, 0.0, work.face_mm + OFF_WORK_MM)
    tips = np.array([[*(work.eye_rests(pose) if maker else middle)] for pose in poses])
    # A left-handed maker's disc is the mirror image of a right-handed one's, point by point.
    flip = np.array([1.0 if work.maker.right_handed else -1.0, 1.0, 1.0])
    normal = Vector(*(flip * np.array([*plane.normal])).tolist())
    disc = flip * disc_points(ORIGIN, normal, ACTION_RADIUS_MM, count=count)
    points = tips[:, None, :] + disc
    return lifted(work, points.reshape(-1, 3)).reshape(points.shape)


def _points_on(thing: Thing) -> Array:
    """Places on a thing, shape (n, 3): along its tubes, at the corners and along the edges of its boxes."""
    along = np.linspace(0.0, 1.0, STEPS_ALONG)[None, :, None]
    parts = [thing.capsules[:, None, :3] * (1 - along) + thing.capsules[:, None, 3:6] * along]
    for hull in thing.hulls:
        a, b = hull.corners[hull.edges[:, 0]], hull.corners[hull.edges[:, 1]]
        parts.append(a[:, None, :] * (1 - along) + b[:, None, :] * along)
    return np.vstack([one.reshape(-1, 3) for one in parts])


def _intrusion(pyramid: Pyramid, thing: Thing, place: InPicture) -> Intrusion:
    points = _points_on(thing)
    depths = (points - np.array([*pyramid.pose.position])) @ np.array([*pyramid.pose.axis])
    inside = pyramid.within(points)
    ahead = depths[inside] if inside.any() else depths[depths > 0]
    away = float(ahead.mean()) if len(ahead) else 0.0
    half = pyramid.half_width if place.edge in ("left", "right") else pyramid.half_height
    return Intrusion(
        thing=thing,
        place=place,
        away_mm=away,
        depth_mm=place.depth(place.edge) * 2 * half * away,
    )


def subject_of(work: GivenWork) -> Vector:
    """What cameras look at in common: the middle of the zone, halfway up the work."""
    return work.plane.point(0.0, 0.0, work.top_mm / 2)


def line_of(work: GivenWork) -> tuple[Vector, Vector] | None:
    """The line of action: from one person to the other where two face each other, else from the maker's
    chest through the middle of the work; None where nobody is there."""
    maker = work.maker
    if maker.away:
        return None
    chest = maker.poses.middle.hip
    if maker.company:
        return chest, maker.company[0].hip
    middle = subject_of(work)
    flat = Vector(middle.x - chest.x, middle.y - chest.y, 0.0)
    return (chest, middle) if flat.length > 1.0 else None


def _shared(study: LensStudy, other: LensStudy) -> Vector | None:
    """What both cameras show: the middle of the work, or the smaller of their targets that lies in
    both pictures; None where they show different things."""
    works = (study.work, other.work)
    if works[0].target is None and works[1].target is None:
        return subject_of(study.work)
    assert study.sight is not None
    assert other.sight is not None
    pyramids = (study.sight.pyramid, other.sight.pyramid)
    for work in sorted(works, key=lambda one: one.plane.width_mm + one.plane.depth_mm):
        subject = subject_of(work)
        if all(one.sees(subject) for one in pyramids):
            return subject
    return None


def _cut(study: LensStudy, other: LensStudy, name: str) -> Cut | None:
    if study.sight is None or other.sight is None:
        return None
    work = study.work.bench
    shared = _shared(study, other)
    same = shared is not None
    subject = subject_of(work) if shared is None else shared
    ours, theirs = study.sight.pyramid, other.sight.pyramid
    sizes = size_in_picture(ours, subject), size_in_picture(theirs, subject)
    if min(sizes) <= 0:
        return None
    ratio = max(sizes) / min(sizes)
    angle = angle_apart(ours.pose, theirs.pose, subject)
    line = line_of(work)
    sides: list[LineSide] = ["on it", "on it"]
    if line is not None and same:
        start, end = line
        middle = subject if not work.maker.company else start.plus(end).times(0.5)
        sides = [
            line_side(off_line_deg(one.pose.position, start, Vector(middle.x, middle.y, middle.z)))
            for one in (ours, theirs)
        ]
    wide, close = (study, other) if sizes[0] < sizes[1] else (other, study)
    assert wide.sight is not None
    crop_px_per_mm = min(wide.sight.recorded_px_per_mm, wide.sight.delivered_px_per_mm * ratio)
    middle_at = wide.sight.pyramid.project(subject) or (0.0, 0.0)
    a, b = ours.pose.position, theirs.pose.position
    return Cut(
        other=other.camera.id,
        other_name=name,
        from_mm=a.minus(subject).length,
        other_from_mm=b.minus(subject).length,
        between_mm=a.minus(b).length,
        wide_mm=1 / sizes[0],
        other_wide_mm=1 / sizes[1],
        angle_deg=angle,
        size_ratio=ratio,
        closer=sizes[0] >= sizes[1],
        join=join_of(angle, ratio) if same else "whole",
        side=sides[0],
        other_side=sides[1],
        swapped=same and not work.maker.away and are_swapped(ours.pose, theirs.pose, MAKER_RIGHT),
        same=same,
        crop_px_per_mm=crop_px_per_mm,
        crop_noise_stops=crop_noise_stops(ratio),
        crop_left=_crop_from(middle_at[0], ratio),
        crop_top=_crop_from(-middle_at[1], ratio),
        crop_px=crop_px_per_mm * close.work.detail_mm,
    )


def _crop_from(at: float, ratio: float) -> float:
    """Where a crop begins that has a place in its middle, as far as the picture allows: a share of its
    width or height. ``at`` is the place, −1 … 1 from the left or from the top."""
    size = 1.0 / ratio
    return min(1.0 - size, max(0.0, (at + 1.0) / 2.0 - size / 2.0))


def study_angles(ctx: Context) -> AngleStudy | None:
    """A camera of the plan among everything else; None while it forms no picture."""
    work, lens = ctx.get(WORK, ""), ctx.get(LENS, ctx.of)
    assert work is not None
    if lens is None or lens.sight is None:
        return None
    others = [ctx.get(LENS, one.id) for one in ctx.plan.with_camera(ctx.of) if one.id != ctx.of]
    names = camera_names(ctx.plan.cameras)
    cuts = [_cut(lens, one, names[one.camera.id]) for one in others if one is not None]
    return AngleStudy(
        lens=lens,
        sight=lens.sight,
        still=things_before(ctx, work, lens.position),
        cuts=tuple(one for one in cuts if one is not None),
    )
