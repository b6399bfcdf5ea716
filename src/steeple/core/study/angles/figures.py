"""Every figure of the angles step: formula, source, and the numbers put in."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from steeple.core.study.angles.study import (
    ACTION_POINTS,
    LOW_SHARE,
    ZONE_POINTS,
    AngleStudy,
    Cut,
)
from steeple.core.study.base.figure import (
    HARTLEY,
    PLAIN,
    Computed,
    FigureSpec,
    Numbers,
    Put,
)
from steeple.core.study.base.sentence import Quantity, mm, percent

KATZ = "Katz, Film Directing: Shot by Shot, the 30° rule"
RAYS = "Lines of sight past capsules and hulls: Ericson, Real-Time Collision Detection, ch. 5"


@dataclass(frozen=True, slots=True)
class AngleNumbers(Numbers[AngleStudy]):
    """The numbers that formulas of the angles take."""

    def poses(self) -> tuple[Put, ...]:
        """sᵢ, what is seen of the action in each pose."""
        puts: tuple[Put, ...] = ()
        for index, share in enumerate(self.study.action_seen):
            puts += self.put(
                "s", f"of {ACTION_POINTS} points, seen in pose {index + 1}", 100 * share, "percent"
            )
        return puts


def _action(value: Callable[[AngleStudy], float]) -> Callable[[AngleNumbers], Computed | None]:
    return lambda i: (percent(value(i.study), whole=False), i.poses())


def _zone(i: AngleNumbers) -> Computed | None:
    puts: tuple[Put, ...] = ()
    points = ZONE_POINTS[0] * ZONE_POINTS[1]
    for index, one in enumerate(i.study.poses):
        meaning = f"of {points} points of the zone, seen in pose {index + 1}"
        puts += i.put("z", meaning, 100 * one.zone, "percent")
    return percent(i.study.mean_zone, whole=False), puts


def _gear(i: AngleNumbers) -> Computed | None:
    if not i.study.intrusions:
        return None
    worst = i.study.intrusions[0]
    puts = i.put(
        "p", f"of the picture, covered by {worst.thing.name}", 100 * worst.place.share, "percent"
    )
    puts += i.put("d", f"how far it reaches in from the {worst.edge}", 100 * worst.depth, "percent")
    return percent(worst.place.share, whole=False), puts


def _of_cut(
    compute: Callable[[AngleNumbers, Cut], Computed],
) -> Callable[[AngleNumbers], Computed | None]:
    def found(i: AngleNumbers) -> Computed | None:
        cut = i.study.hardest
        return None if cut is None else compute(i, cut)

    return found


def _apart(i: AngleNumbers, cut: Cut) -> Computed:
    puts = i.put("a", "from the middle of the work to this camera", cut.from_mm, "mm_exact")
    puts += i.put("b", f"to the {cut.other_name} camera", cut.other_from_mm, "mm_exact")
    puts += i.put("c", "from the one camera to the other", cut.between_mm, "mm_exact")
    return Quantity(value=cut.angle_deg, unit="deg"), puts


def _widths(i: AngleNumbers, cut: Cut) -> tuple[Put, ...]:
    puts = i.put("w₁", "across this picture at the middle of the work", cut.wide_mm, "mm_exact")
    return puts + i.put(
        "w₂", f"across that of the {cut.other_name} camera", cut.other_wide_mm, "mm_exact"
    )


def _size(i: AngleNumbers, cut: Cut) -> Computed:
    return Quantity(value=cut.size_ratio, unit="times"), _widths(i, cut)


def _noise(i: AngleNumbers, cut: Cut) -> Computed:
    return Quantity(value=cut.crop_noise_stops, unit="stops"), _widths(i, cut)


def _between(i: AngleNumbers, cut: Cut) -> Computed:
    puts = i.put("a", "from the middle of the work to this camera", cut.from_mm, "mm")
    return mm(cut.between_mm), puts + i.put(
        "∠", "between the two, at the work", cut.angle_deg, "deg"
    )


BACKDROP_MM = 1_000.0
"""Behind the work, where the walls are not known; a planning value."""


def _behind_mm(study: AngleStudy) -> float:
    """From the entrance pupil along the axis to the wall behind the work, or to a backdrop."""
    walls, sight = study.work.walls, study.sight
    place, axis = sight.pyramid.pose.position, sight.pyramid.pose.axis
    found = []
    for way, at, low, high in (
        (axis.x, place.x, walls.left if walls else 0.0, walls.right if walls else 0.0),
        (axis.y, place.y, walls.near if walls else 0.0, walls.far if walls else 0.0),
    ):
        if walls is not None and abs(way) > 1e-6:
            found.append(((high if way > 0 else low) - at) / way)
    past = [one for one in found if one > sight.work_far_mm]
    return min(past, default=sight.work_far_mm + BACKDROP_MM)


def _backdrop(i: AngleNumbers) -> Computed | None:
    camera, settings = i.study.lens.camera, i.study.lens.settings
    focal, number = settings.focal_mm, settings.f_number
    if camera.part.role != "beauty" or camera.area_mm is None or focal is None or number is None:
        return None
    u, d, w = i.study.sight.focus_distance_mm, _behind_mm(i.study), camera.area_mm.width
    blur = focal * focal / number * abs(d - u) / (d * (u - focal)) / w
    puts = i.put("f", "focal length", focal, "mm_exact") + i.put(
        "N", "f-number", number, "f_number"
    )
    puts += i.put("u", "lens to the focused plane", u, "mm_exact")
    puts += i.put("d", "lens to what is behind the work", d, "mm_exact")
    puts += i.put("w", "width of the sensor that is used", w, "mm_exact")
    return percent(blur, whole=False), puts


POSES = "all poses of your hands"
HARDEST = "the other camera with which it cuts least"
ANGLE_FIGURES: tuple[FigureSpec[AngleNumbers], ...] = (
    FigureSpec(
        "angles.action_seen", "Action seen from here", f"mean of {POSES}",
        "mean of s", RAYS, _action(lambda study: study.mean_action),
        "a disc of 80 mm about the tip of the tool: what is in the picture with nothing before it, neither "
        "hands, head, things nor gear",
    ),
    FigureSpec(
        "angles.action_low", "Action seen in the worst twentieth", POSES,
        f"{LOW_SHARE:.0f}th percentile of s", RAYS, _action(lambda study: study.low_action),
    ),
    FigureSpec(
        "angles.action_worst", "Action seen in the worst pose", POSES,
        "least of s", RAYS, _action(lambda study: study.worst_action),
    ),
    FigureSpec(
        "angles.zone_seen", "Zone seen from here", f"mean of {POSES}", "mean of z", RAYS, _zone
    ),
    FigureSpec(
        "angles.gear_share", "Picture covered by gear", "the piece that covers most", "p", HARTLEY,
        _gear, "rows and columns of the picture, what a solid covers of each in closed form",
    ),
    FigureSpec(
        "angles.apart", "Angle to the other camera", HARDEST,
        "arccos((a² + b² − c²) ÷ 2ab)", KATZ, _of_cut(_apart),
    ),
    FigureSpec(
        "angles.size_change", "Change of size in the cut", HARDEST,
        "larger of w₁ and w₂ ÷ smaller", KATZ, _of_cut(_size),
    ),
    FigureSpec(
        "angles.between", "From lens to lens", HARDEST, "distance of the two entrance pupils", PLAIN,
        _of_cut(_between),
    ),
    FigureSpec(
        "angles.backdrop_blur", "Blur of what is behind", "of the width of the picture",
        "f² ÷ N · |d − u| ÷ (d · (u − f) · w)", "Ray, Applied Photographic Optics: circle of confusion",
        _backdrop,
        "from a few per cent on a background melts away; it is the wall, where the room is known, or one "
        "metre behind the work",
    ),
    FigureSpec(
        "angles.crop_noise", "Grain that a crop would add", "the wider picture cropped to the closer one",
        "log₂ of larger ÷ smaller", PLAIN, _of_cut(_noise),
        "a punch-in from the one picture in place of the other camera; each stop is as if the light were "
        "halved",
    ),
)  # fmt: skip
