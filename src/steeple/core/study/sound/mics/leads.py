"""Where the lead of a microphone goes: down its stand, over floor or table, up to what records it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.sound.route import Place, Way, shortest_way, straight_way
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.sound.given.mics import GivenMic

SLACK_SHARE, SLACK_MM = 0.1, 300.0
"""A lead is never drawn tight: a tenth more, and a hand's length at its ends. Planning values of our own."""
CORNER_MM = 80.0


@dataclass(frozen=True, slots=True)
class Spot:
    """Where a recorder or camera is reached by a lead: a place on floor or table, and how far up from there."""

    place: Place
    on_table: bool
    rise_mm: float


@dataclass(frozen=True, slots=True)
class GivenLead:
    """The way of a lead. ``points`` are its corners with their heights above the table top, from the microphone to
    what records it. ``needs_mm`` with slack; ``has_mm`` None where its length is not known. ``crosses`` names what
    must stay clear and is crossed."""

    points: tuple[Vector, ...]
    way_mm: float
    needs_mm: float
    has_mm: float | None
    crosses: tuple[str, ...]
    round_needs_mm: float
    """What it would need round all that it crosses; as ``needs_mm`` where it crosses nothing."""

    @property
    def short_mm(self) -> float | None:
        """What is lacking; negative where it is long enough; None where its length is not known."""
        return None if self.has_mm is None else self.needs_mm - self.has_mm


def with_slack(way_mm: float) -> float:
    """How long a lead must be for a way.

    Parameters
    ----------
    way_mm
        along all its corners.
    """
    return way_mm * (1.0 + SLACK_SHARE) + SLACK_MM


def lead_of(
    mic: GivenMic, plan: Plan, work: GivenWork, cameras: Mapping[str, Vector],
    feet: Mapping[str, Place], assumptions: Assumptions,
) -> GivenLead | None:  # fmt: skip
    """The lead of a microphone; None where it has none: a wireless one, one that nothing is said to record, one
    that sits on the camera which records it.

    Parameters
    ----------
    mic, plan, work
        the microphone; the plan; its figures.
    cameras, feet
        where each camera is, and where what holds it stands on floor or table, by the camera's id.
    assumptions
        where it is noted what was taken.
    """
    into = mic.part.into
    if into is None or mic.part.gear.wireless:
        return None
    if into.kind == "camera":
        lens = cameras.get(into.id)
        if lens is None or (mic.part.held == "camera" and mic.part.camera in (None, into.id)):
            return None
        end = _at_camera(lens, feet.get(into.id), work)
    else:
        index = next(at for at, one in enumerate(plan.recorders) if one.id == into.id)
        end = _at_recorder(plan, index, work, assumptions)
    start = _at_mic(mic, work)
    own = mic.part.gear.lead_mm
    lengths = [one.length_mm for one in mic.part.leads]
    has = None if own is None and not lengths else (own or 0.0) + sum(lengths)
    return _laid(mic.place, start, end, work, has)


def _at_mic(mic: GivenMic, work: GivenWork) -> Spot:
    """Where its lead reaches floor or table, and how far it runs down to there."""
    if mic.foot is not None:
        down = abs(mic.place.x - mic.foot[0]) + abs(mic.place.y - mic.foot[1])
        boom = min(
            down, ((mic.place.x - mic.foot[0]) ** 2 + (mic.place.y - mic.foot[1]) ** 2) ** 0.5
        )
        on_table = mic.ground_mm == 0.0
        return Spot(mic.foot, on_table, boom + mic.place.z - mic.ground_mm)
    if mic.part.held == "clip-on":
        hip = work.maker.poses.middle.hip
        return Spot((hip.x, hip.y), False, mic.place.z + work.table_height_mm)
    return _over(mic.place, work)


def _over(place: Vector, work: GivenWork) -> Spot:
    """Under a place that nothing is known to hold: table or floor."""
    table = work.table
    on_table = table.left < place.x < table.right and table.near < place.y < table.far
    ground = 0.0 if on_table else -work.table_height_mm
    return Spot((place.x, place.y), on_table, place.z - ground)


def _at_camera(lens: Vector, foot: Place | None, work: GivenWork) -> Spot:
    """Along what holds it: from the foot up and out to the camera."""
    if foot is None:
        return _over(lens, work)
    table = work.table
    on_table = table.left <= foot[0] <= table.right and table.near <= foot[1] <= table.far
    ground = 0.0 if on_table else -work.table_height_mm
    out = ((lens.x - foot[0]) ** 2 + (lens.y - foot[1]) ** 2) ** 0.5
    return Spot(foot, on_table, abs(lens.z - ground) + out)


def _at_recorder(plan: Plan, index: int, work: GivenWork, assumptions: Assumptions) -> Spot:
    """Where the recorder lies: by the plan, else at the far corner of the table on the side of the hand that
    does not work."""
    part = plan.recorders[index].position
    at = f"recorders/{index}/position"
    why = "at the far corner of the table, on the side of your other hand"
    on = assumptions.choose(part.on, at=f"{at}/on", usual="table", why=why)
    table = work.table
    corner = table.left + CORNER_MM if work.maker.right_handed else table.right - CORNER_MM
    x = assumptions.fill(part.x_mm, at=f"{at}/x_mm", usual=corner, unit="mm", why=why)
    y = assumptions.fill(
        part.y_mm, at=f"{at}/y_mm", usual=table.far - CORNER_MM, unit="mm", why=why
    )
    return Spot((x, y), on == "table", 0.0)


def _laid(
    mic_at: Vector, start: Spot, end: Spot, work: GivenWork, has_mm: float | None
) -> GivenLead:
    """The lead between two places, round what must stay clear where it is long enough for that."""
    floor = -work.table_height_mm
    if start.on_table and end.on_table:
        round_way = shortest_way(start.place, end.place, [work.footprint], bounds=work.table)
        return _lead(mic_at, start, end, round_way, 0.0, 0.0, has_mm, (), round_way)
    # From the table the lead hangs over its nearest edge to the floor.
    down, first = _to_floor(start, work)
    up, last = _to_floor(end, work)
    clear = [box for _, box in work.clear]
    standing = [
        Rectangle(left=one.left, right=one.right, near=one.near, far=one.far)
        for one in work.blocks
        if one.low <= floor + 50.0
    ]
    barred = [*clear, *standing]
    round_way = shortest_way(first, last, barred, bounds=work.walls)
    straight = straight_way(first, last, clear)
    chosen = round_way
    enough = has_mm is None or with_slack(round_way.length_mm + down + up) <= has_mm
    # Where it is too short both ways, the way that is to be laid is the one round.
    if not enough and with_slack(straight.length_mm + down + up) <= (has_mm or 0.0):
        chosen = straight
    names = [one.name for one, _ in work.clear]
    crossed = tuple(names[index] for index in chosen.crosses if index < len(names))
    return _lead(mic_at, start, end, chosen, down + up, floor, has_mm, crossed, round_way)


def _to_floor(spot: Spot, work: GivenWork) -> tuple[float, Place]:
    """How far a lead runs from a place to the floor, and where it reaches it."""
    if not spot.on_table:
        return spot.rise_mm, spot.place
    x, y = spot.place
    table = work.table
    edges = {
        (table.left, y): x - table.left, (table.right, y): table.right - x,
        (x, table.near): y - table.near, (x, table.far): table.far - y,
    }  # fmt: skip
    # Never over the edge in front of the maker: there it hangs about the knees.
    edges.pop((x, table.near), None)
    place = min(edges, key=lambda one: edges[one])
    return spot.rise_mm + edges[place] + work.table_height_mm, place


def _lead(
    mic_at: Vector, start: Spot, end: Spot, way: Way, ends_mm: float, ground_mm: float,
    has_mm: float | None, crosses: tuple[str, ...], round_way: Way,
) -> GivenLead:  # fmt: skip
    at_ends = ends_mm if ground_mm else start.rise_mm + end.rise_mm
    total = way.length_mm + at_ends
    middle = tuple(Vector(x, y, ground_mm) for x, y in way.corners)
    top = Vector(*end.place, 0.0 if end.on_table else end.rise_mm + ground_mm)
    return GivenLead(
        points=(mic_at, Vector(*start.place, 0.0 if start.on_table else ground_mm), *middle, top),
        way_mm=total,
        needs_mm=with_slack(total),
        has_mm=has_mm,
        crosses=crosses,
        round_needs_mm=with_slack(round_way.length_mm + at_ends),
    )
