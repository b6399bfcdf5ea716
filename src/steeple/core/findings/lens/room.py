"""What the lens and its camera meet where they hang."""

from __future__ import annotations

from steeple.core.budget import look
from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import clear_away
from steeple.core.findings.rule import rule
from steeple.core.geometry.vectors import Vector
from steeple.core.study.base.sentence import Quantity, mm, say
from steeple.core.study.inputs.camera import CAMERA_HALF_MM
from steeple.core.study.lens.heights import TIGHT_MM
from steeple.core.study.plan_study import CameraStudy

_STEPS = 8
TABLE_DEEP_MM = 30.0
"""A table top is taken as so thick; a planning value."""

_ACROSS, _ALONG = 9, 7

_TOLERANCE_MM = 0.05

FIST_MM = 100.0
"""A closed hand is about this high; less room than this cannot be worked in."""


@rule(
    "lens.in-the-work",
    name="Lens in the work",
    trigger="the lens is below the tallest point, or nearer to the focus plane than its focal length",
    harm="The lens would touch the work, and no picture is formed.",
    source="Hecht, Optics, ch. 5 (thin lenses)",
    moves="before",
)
def in_the_work(scene: CameraStudy) -> Judgement | None:
    """The lens hangs inside the work, or so near that it forms no picture."""
    study = scene.lens
    if study is None:
        return None
    height = study.settings.value_mm
    lowest = study.framing.value_of(study.framing.lowest)
    clear = height >= lowest
    return Judgement(
        verdict="holds" if clear else "fails",
        title=say("The lens is clear of the work")
        if clear
        else say("The lens hangs in the work: it must be above {lowest}", lowest=mm(lowest)),
        reason=say("It hangs at {height}.", height=mm(height))
        if height >= 0
        else say("It hangs {under} under the plane of the work.", under=mm(-height)),
        measured=measured(height, unit="mm", least=lowest),
        place="plumb",
    )


@rule(
    "lens.ceiling-in-the-way",
    name="Ceiling in the way",
    trigger="the back of the camera is above the lowest ceiling; watch: less than 5 cm is left; "
    "unknown where the ceiling has not been measured",
    harm="The camera cannot hang where the plan puts it.",
    source="Plane geometry",
    moves="before",
)
def ceiling_in_the_way(scene: CameraStudy) -> Judgement | None:
    """The camera would stand in the ceiling, the slope of the roof, or a beam."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    clearance = sight.ceiling_clearance_mm
    back = study.framing.back(sight.middle_mm)
    if clearance is None:
        return Judgement(
            verdict="unknown",
            title=say("Whether the ceiling is in the way is not known"),
            reason=say(
                "The back of the camera is {back} above the table. Measure from the floor to the "
                "lowest ceiling, slope or beam above it.",
                back=mm(sight.back_height_mm),
            ),
            place="ceiling",
            fields=("/room/ceiling_mm",),
        )
    against = measured(clearance, unit="mm", least=0)
    if clearance < 0:
        return Judgement(
            verdict="fails",
            title=say("The camera stands {over} into the ceiling", over=mm(-clearance)),
            reason=say(
                "The ceiling is {ceiling} above the table there; the back of the camera is at {back}.",
                ceiling=mm(study.work.ceiling_at(back.x, back.y) or 0.0),
                back=mm(sight.back_height_mm),
            ),
            measured=against,
            place="ceiling",
        )
    return Judgement(
        verdict="watch" if clearance < TIGHT_MM else "holds",
        title=say(
            "Only {clearance} is left above the camera"
            if clearance < TIGHT_MM
            else "{clearance} is left above the camera",
            clearance=mm(clearance),
        ),
        reason=say("What holds the camera needs room there too."),
        measured=against,
        place="ceiling",
    )


def clearances(scene: CameraStudy) -> list[tuple[float, str]]:
    """Free room between the camera and each thing in the room, with its name, nearest first."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return []
    rim, back = study.framing.rim(sight.middle_mm), study.framing.back(sight.middle_mm)
    way = back.minus(rim)
    places: list[Vector] = [rim.plus(way.times(step / _STEPS)) for step in range(_STEPS + 1)]
    rooms = []
    for block in scene.work.blocks:
        look()
        nearest = min(block.distance(place) for place in places)
        rooms.append((nearest - CAMERA_HALF_MM, block.name))
    if sight.wall_clearance_mm is not None:
        rooms.append((sight.wall_clearance_mm - CAMERA_HALF_MM, "wall"))
    return sorted(rooms)


def _in_table(scene: CameraStudy) -> bool:
    """Whether the middle line of camera and lens runs through the table top."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return False
    table = scene.bench.table
    rim, back = study.framing.rim(sight.middle_mm), study.framing.back(sight.middle_mm)
    way = back.minus(rim)
    places = (rim.plus(way.times(step / _STEPS)) for step in range(_STEPS + 1))
    return any(
        -TABLE_DEEP_MM <= one.z <= 0
        and table.left <= one.x <= table.right
        and table.near <= one.y <= table.far
        for one in places
    )


@rule(
    "lens.obstacle-in-the-way",
    name="Obstacle in the way",
    trigger="camera or lens would be inside a box of the room or the table top, or past a wall",
    harm="The camera cannot hang where the plan puts it.",
    source="Plane geometry; width of a camera as a planning value of our own",
    fixes=clear_away,
    moves="before",
)
def obstacle_in_the_way(scene: CameraStudy) -> Judgement | None:
    """The camera would stand in a cupboard, a beam or a wall."""
    if scene.sight is None:
        return None
    if _in_table(scene):
        return Judgement(
            verdict="fails",
            title=say("The camera stands in the table top"),
            reason=say("Hang it above the table, or stand it below."),
            place="ceiling",
        )
    rooms = clearances(scene)
    if not rooms:
        return Judgement(verdict="holds", title=say("Nothing is known to be in the camera’s way"))
    gap, name = rooms[0]
    against = measured(gap, unit="mm", least=0)
    if gap >= 0:
        return Judgement(
            verdict="holds",
            title=say("The camera keeps {gap} from the {named}", named=name, gap=mm(gap)),
            measured=against,
        )
    return Judgement(
        verdict="fails",
        title=say("The camera stands in the {named}", named=name),
        reason=say(
            "A camera is taken as {wide} wide; what holds it needs room too.",
            wide=mm(2 * CAMERA_HALF_MM),
        ),
        measured=against,
        place="ceiling",
    )


@rule(
    "lens.obstacle-in-view",
    name="Obstacle in the view",
    trigger="a box of the room lies between the lens and a point of the zone",
    harm="A beam or lamp is in every picture.",
    source="Plane geometry (slab test)",
    fixes=clear_away,
    moves="before",
)
def obstacle_in_view(scene: CameraStudy) -> Judgement | None:
    """Something in the room stands between the lens and the zone."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    plane, worst, name = scene.work.plane, 0.0, ""
    points = [
        plane.point((i / (_ACROSS - 1) - 0.5) * plane.width_mm, (j / (_ALONG - 1) - 0.5) * plane.depth_mm, h)
        for i in range(_ACROSS)
        for j in range(_ALONG)
        for h in (0.0, scene.work.top_mm)
    ] if scene.work.blocks else []  # fmt: skip
    for block in scene.work.blocks:
        look()
        hidden = sum(block.meets(study.position, point) for point in points) / len(points)
        if hidden > worst:
            worst, name = hidden, block.name
    share = Quantity(value=100 * worst, unit="percent")
    return Judgement(
        verdict="fails" if worst > 0 else "holds",
        title=say("The {named} hides {share} of the zone", named=name, share=share)
        if worst > 0
        else say("Nothing in the room stands before the zone"),
        reason=say("It lies between the lens and the work.") if worst > 0 else (),
        measured=measured(100 * worst, unit="percent", most=0),
        place="frame",
    )


@rule(
    "lens.stand-ends",
    name="Stand ends",
    trigger="the lens height lies outside what the stand allows, where that was measured",
    harm="At the bench the column ends before the height, and the plan is worth nothing.",
    source="As measured by the maker",
    moves="before",
)
def stand_ends(scene: CameraStudy) -> Judgement | None:
    """The stand does not go so low, or not so high."""
    study = scene.lens
    if study is None:
        return None
    part, height = study.camera.part, study.height_mm
    if part.stand_lowest_mm is not None and height < part.stand_lowest_mm - _TOLERANCE_MM:
        return Judgement(
            verdict="fails",
            title=say(
                "The stand does not go so low: {short} are missing",
                short=mm(part.stand_lowest_mm - height),
            ),
            reason=say(
                "It holds the lens at {least} at the lowest. A longer zoom setting from there may "
                "frame the same.",
                least=mm(part.stand_lowest_mm),
            ),
            measured=measured(height, unit="mm", least=part.stand_lowest_mm),
            place="plumb",
        )
    if part.stand_highest_mm is None:
        if part.stand_lowest_mm is None:
            return None
        return Judgement(verdict="holds", title=say("The stand goes so low"))
    reaches = height <= part.stand_highest_mm + _TOLERANCE_MM
    return Judgement(
        verdict="holds" if reaches else "fails",
        title=say("The stand reaches this height")
        if reaches
        else say(
            "The stand does not go so high: {short} are missing",
            short=mm(height - part.stand_highest_mm),
        ),
        reason=say("It holds the lens at {most} at the highest.", most=mm(part.stand_highest_mm)),
        measured=measured(height, unit="mm", most=part.stand_highest_mm),
        place="plumb",
    )


@rule(
    "lens.no-hand-room",
    name="No room for hands",
    trigger="less room between work and lens rim than wanted; fails below 10 cm",
    harm="Knuckles and tools strike the lens, and every stroke shakes the picture.",
    source="Plane geometry; height of a closed hand as a planning value of our own",
    moves="before",
)
def no_hand_room(scene: CameraStudy) -> Judgement | None:
    """Hands and tool have no room between the work and the lens."""
    study = scene.lens
    if study is None or study.hand_room_mm is None:
        return None
    room, wanted = study.hand_room_mm, scene.work.hand_room_mm
    against = measured(room, unit="mm", least=wanted)
    if room >= wanted - _TOLERANCE_MM:
        return Judgement(
            verdict="holds",
            title=say("Hands and tool have {room} under the lens", room=mm(room)),
            reason=say("You want {wanted}.", wanted=mm(wanted)),
            measured=against,
        )
    title = (
        say("The rim of the lens touches the work")
        if room <= 0
        else say("Hands and tool have only {room} under the lens", room=mm(room))
    )
    return Judgement(
        verdict="fails" if room < min(FIST_MM, wanted) else "watch",
        title=title,
        reason=say(
            "You want {wanted} between the top of the work and the rim. A longer zoom setting "
            "from higher up frames the same.",
            wanted=mm(wanted),
        ),
        place="plumb",
        measured=against,
    )
