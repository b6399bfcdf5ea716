"""The maker's body in figures, and the poses over the zone in which everything is judged."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from steeple.core.body.figure import Figure, Solid, Stance, figure_at
from steeple.core.body.proportions import USUAL_HEIGHT_MM, Proportions
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.maker import Maker, SecondPerson
from steeple.core.plan.parts.work import Effort
from steeple.core.plan.shapes import Shape
from steeple.core.study.base.assumptions import Assumptions

LATTICE = (-0.35, 0.0, 0.35)
"""Places of the working hand over the zone, in shares of its width and depth: nine poses."""
MIDDLE_POSE = 4
FROM_EDGE_MM = 40.0
STANDING_TABLE_MM = 900.0
"""From this height on a table is taken as one to stand at: kitchen counters begin here, desks to sit at end at 80 cm."""
SWAY = {"seated": 0.25, "standing": 0.6}
"""Share of a sideways reach by which the trunk follows; our own planning values."""
SWAY_UPRIGHT = 0.2
BESIDE_MM = 120.0
UPRIGHT_DEG = 45.0
"""Before work as steep as this the other hand rests by the body."""
TABLE_AGAINST_ELBOW_MM: dict[Effort, tuple[float, float]] = {
    "fine": (0.0, 100.0),
    "light": (-150.0, -20.0),
    "forceful": (-300.0, -100.0),
}
"""Height of the hands against the elbow, least and most, by kind of work.

Reference: Kroemer & Grandjean, *Fitting the Task to the Human*, ch. on working height: delicate
work above the elbow, light work a hand's breadth below it, heavy work well below it.
"""
HEAD_PARTS = ("head", "neck", "trunk")


@dataclass(frozen=True, slots=True)
class PoseKey:
    """Everything that the poses depend on."""

    height_mm: float
    seat_mm: float | None
    lean_deg: float
    right_handed: bool
    tool_mm: float
    hip_x_mm: float
    hip_y_mm: float
    table_height_mm: float
    plane: WorkPlane
    action_mm: float
    sway: float


@dataclass(frozen=True, slots=True, eq=False)
class Poses:
    """The nine poses, with their solids as arrays for the kernels.

    ``upper`` holds head, neck and trunk, ``arms`` the rest; each of shape (m, 7), one a pose.
    ``heads`` has shape (9, 4).
    """

    figures: tuple[Figure, ...]
    upper: tuple[Array, ...]
    arms: tuple[Array, ...]
    heads: Array

    @property
    def middle(self) -> Figure:
        """The pose with the hand at the middle of the zone."""
        return self.figures[MIDDLE_POSE]


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody at the table as they sit or stand. ``looks`` is the way that they face, level; ``seat_mm``
    None = standing."""

    figures: tuple[Figure, ...]
    """One a pose; one where they keep still."""
    looks: Vector
    right_handed: bool
    height_mm: float
    seat_mm: float | None


@dataclass(frozen=True)
class GivenMaker:
    """The maker's body. Lengths in millimetres; ``seat_mm`` None = standing."""

    proportions: Proportions
    seat_mm: float | None
    lean_deg: float
    right_handed: bool
    tool_mm: float
    effort: Effort
    poses: Poses
    others: tuple[Person, ...]
    """The other people at the table, the second person first."""
    away: bool
    """Whether the maker is not at the work while it is filmed."""
    inside: bool
    """Whether the maker sits or stands within the work, so that the pictures show them."""

    @property
    def elbow_mm(self) -> float:
        """Elbow above the floor."""
        return self.proportions.elbow_mm(self.seat_mm)

    @cached_property
    def person(self) -> Person:
        """The maker in all poses; they face away from their edge of the table."""
        return Person(
            figures=self.poses.figures,
            looks=Vector(0.0, 1.0, 0.0),
            right_handed=self.right_handed,
            height_mm=self.proportions.height_mm,
            seat_mm=self.seat_mm,
        )

    @cached_property
    def company(self) -> tuple[Figure, ...]:
        """The others as they keep still."""
        return tuple(one.figures[0] for one in self.others)

    @cached_property
    def heads(self) -> Array:
        """Every head that may enter a picture, in all poses: shape (n, 4); none where nobody is there."""
        own = np.zeros((0, 4)) if self.away else self.poses.heads
        others = [[*one.head.a, one.head.radius_mm] for one in self.company]
        return np.vstack([own, np.array(others).reshape(-1, 4)])

    @cached_property
    def company_rows(self) -> Array:
        """The other people as capsules, shape (n, 7)."""
        return rows_of(tuple(solid for one in self.company for solid in one.solids))


def rows_of(solids: tuple[Solid, ...]) -> Array:
    """Solids as capsules of shape (n, 7)."""
    return np.array([solid.row for solid in solids], dtype=np.float64).reshape(-1, 7)


@lru_cache(maxsize=256)
def poses_of(key: PoseKey) -> Poses:
    """The poses of a body at a work plane; the same key gives the same poses."""
    body = Proportions(key.height_mm)
    stance = Stance(
        proportions=body,
        hip=Vector(key.hip_x_mm, key.hip_y_mm, body.hip_mm(key.seat_mm) - key.table_height_mm),
        lean_deg=key.lean_deg,
        sway=key.sway,
        right_handed=key.right_handed,
        tool_mm=key.tool_mm,
    )
    plane = key.plane
    resting = None
    if plane.tilt_deg >= UPRIGHT_DEG:
        side = 1.0 if key.right_handed else -1.0
        resting = stance.hip.plus(Vector(-side * 0.13 * key.height_mm, 0.12 * key.height_mm, 40.0))
    figures = tuple(
        figure_at(
            stance,
            action=plane.point(x * plane.width_mm, s * plane.depth_mm, key.action_mm),
            other_hand=resting,
        )
        for s in LATTICE
        for x in LATTICE
    )
    upper = tuple(
        rows_of(tuple(one for one in figure.solids if one.part in HEAD_PARTS)) for figure in figures
    )
    arms = tuple(
        rows_of(tuple(one for one in figure.solids if one.part not in HEAD_PARTS))
        for figure in figures
    )
    heads = np.array([[*figure.head.a, figure.head.radius_mm] for figure in figures])
    return Poses(figures=figures, upper=upper, arms=arms, heads=heads)


def action_height(top_mm: float) -> float:
    """Where the hands work above the work surface: on top of low work, within tall work."""
    return min(top_mm, 60.0 + 0.5 * top_mm)


def given_maker(
    plan: Plan,
    *,
    shape: Shape,
    plane: WorkPlane,
    table: Rectangle,
    table_height_mm: float,
    top_mm: float,
    assumptions: Assumptions,
) -> GivenMaker:
    """The maker in figures; gaps filled from proportions and the shape of the work."""
    part = plan.maker
    why = f"usual for: {shape.title.lower()}"
    height = assumptions.fill(
        part.height_mm,
        at="maker/height_mm",
        usual=USUAL_HEIGHT_MM,
        unit="mm",
        why="a figure of middle height; give your own",
    )
    # Nobody sits at a table as high as a counter: where its height was measured, it tells.
    stands = (plan.table.height_mm or 0.0) >= STANDING_TABLE_MM and shape.posture == "seated"
    posture = assumptions.choose(
        part.posture,
        at="maker/posture",
        usual="standing" if stands else shape.posture,
        why="a table so high is one to stand at" if stands else why,
    )
    hand = assumptions.choose(
        part.handedness, at="maker/handedness", usual="right", why="most people's"
    )
    body = Proportions(height)
    seat = None
    if posture == "seated":
        seat = assumptions.fill(
            part.seat_mm,
            at="maker/seat_mm",
            usual=round(body.usual_seat_mm),
            unit="mm",
            why="feet flat on the floor",
        )
    lean = assumptions.fill(
        part.lean_deg, at="maker/lean_deg", usual=shape.lean_deg, unit="deg", why=why
    )
    gap = part.from_edge_mm or FROM_EDGE_MM
    if part.y_mm is None:
        gap = assumptions.fill(
            part.from_edge_mm,
            at="maker/from_edge_mm",
            usual=FROM_EDGE_MM,
            unit="mm",
            why="close to the table",
        )
    upright = plane.tilt_deg >= UPRIGHT_DEG
    aside = plane.width_mm / 2 + BESIDE_MM if upright and posture == "standing" else 0.0
    x = assumptions.fill(
        part.x_mm,
        at="maker/x_mm",
        usual=-aside if hand == "right" else aside,
        unit="mm",
        why="beside upright work, on the side of the hand that rests"
        if aside
        else "before the middle of the zone",
    )
    tool = assumptions.fill(
        part.tool_mm, at="maker/tool_mm", usual=shape.tool_mm, unit="mm", why=why
    )
    effort: Effort = assumptions.choose(
        plan.work.effort, at="work/effort", usual=shape.effort, why=why
    )
    hip_y = table.near - gap - body.trunk_half_depth_mm if part.y_mm is None else part.y_mm
    key = PoseKey(
        height_mm=height,
        seat_mm=seat,
        lean_deg=lean,
        right_handed=hand == "right",
        tool_mm=tool,
        hip_x_mm=x,
        hip_y_mm=hip_y,
        table_height_mm=table_height_mm,
        plane=plane,
        action_mm=action_height(top_mm),
        sway=SWAY_UPRIGHT if upright else SWAY[posture],
    )
    return GivenMaker(
        proportions=body,
        seat_mm=seat,
        lean_deg=lean,
        right_handed=hand == "right",
        tool_mm=tool,
        effort=effort,
        poses=poses_of(key),
        others=_others(part, key, table, assumptions),
        away=part.away,
        inside=not part.away and _is_inside(plane, x, hip_y),
    )


def _is_inside(plane: WorkPlane, x_mm: float, y_mm: float) -> bool:
    """Whether a place on the floor lies within the work, seen from above."""
    return abs(x_mm) < plane.width_mm / 2 and abs(y_mm) < plane.footprint_depth_mm / 2


def _others(
    part: Maker, key: PoseKey, table: Rectangle, assumptions: Assumptions
) -> tuple[Person, ...]:
    """Everybody else at the table."""
    people = [] if part.second is None else [("maker/second", part.second)]
    people += [(f"maker/others/{index}", one) for index, one in enumerate(part.others)]
    return tuple(_person(one, at, key, table, assumptions) for at, one in people)


def _person(
    person: SecondPerson, at: str, maker: PoseKey, table: Rectangle, assumptions: Assumptions
) -> Person:
    """Someone opposite or beside, with their hands at their own side of the zone."""
    height = assumptions.fill(
        person.height_mm,
        at=f"{at}/height_mm",
        usual=USUAL_HEIGHT_MM,
        unit="mm",
        why="a figure of middle height",
    )
    usual = "standing" if maker.seat_mm is None else "seated"
    posture = assumptions.choose(
        person.posture, at=f"{at}/posture", usual=usual, why="as the maker"
    )
    body = Proportions(height)
    seat = None if posture == "standing" else body.usual_seat_mm
    turn, edge, reach = {
        "opposite": (180.0, table.far, maker.plane.footprint_depth_mm / 2),
        "right": (270.0, table.right, maker.plane.width_mm / 2),
        "left": (90.0, -table.left, maker.plane.width_mm / 2),
    }[person.place]
    gap = FROM_EDGE_MM if person.from_edge_mm is None else person.from_edge_mm
    # Seen from their own side, to their right.
    along = (person.along_mm or 0.0) * {"opposite": -1.0, "right": 1.0, "left": -1.0}[person.place]
    stance = Stance(
        proportions=body,
        hip=Vector(
            along,
            -(edge + gap + body.trunk_half_depth_mm),
            body.hip_mm(seat) - maker.table_height_mm,
        ),
        lean_deg=5.0,
        sway=0.0,
        right_handed=True,
        tool_mm=0.0,
    )
    hands = Vector(along + 60.0, -min(reach + 60.0, edge - 40.0), maker.action_mm)
    return Person(
        figures=(figure_at(stance, action=hands).turned(turn),),
        looks=Vector(0.0, 1.0, 0.0).turned(turn),
        right_handed=stance.right_handed,
        height_mm=height,
        seat_mm=seat,
    )
