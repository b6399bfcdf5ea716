"""What the frame takes in, and which way round."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import change, square_up, turn
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.rectangle import SIDES
from steeple.core.plan.changes import Change
from steeple.core.study.base.phrases import SIDE_WORDS
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.answer import FAR_MM, side_words, way_round_words
from steeple.core.study.lens.study import LensStudy, Sight
from steeple.core.study.plan_study import CameraStudy

_TOLERANCE_MM = 0.05
_EDGE_MM = 0.5

NOTICED = 1.10
"""Opposite edges that differ by more than this look skew; our own planning value."""

FLAT_ROLES = ("overhead",)
"""Angles from which the work is shown flat; from others the slant is meant."""

_WORTH_SAYING = 1.10

_SQUARE_DEG = 5.0


def _why(study: LensStudy, sight: Sight) -> Sentence:
    """At which height the zone would fit, and what the height of the work takes away."""
    fits = study.settings.heights.at("zone")
    reason: Sentence = ()
    if fits is not None and fits > study.settings.value_mm:
        reason = say(
            "At this zoom the lens must hang at {fits}; it hangs at {height}."
            if study.by_height
            else "At this zoom the lens must be {fits} away; it is {height} away.",
            fits=mm(fits),
            height=mm(study.settings.value_mm),
        )
    if sight.spare.least < sight.spare_surface.least - _TOLERANCE_MM:
        reason += say(
            (" " if reason else "")
            + "The top of the work is {top} nearer to the lens, so the picture is tighter there.",
            top=mm(study.work.top_mm),
        )
    return reason


def _zone_cut_off_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    sight = scene.sight
    if sight is None:
        return
    margin = float(int(min(sight.margin_mm, scene.work.margin_mm)))
    if margin >= 0:
        yield Proposal(
            action=say("Be content with a margin of {margin}", margin=mm(margin)),
            changes=(
                Change(
                    path=scene.asked_at("margin_mm"),
                    value=margin,
                ),
            ),
        )


def _cut_words(work: GivenWork, least: float, where: str) -> Sentence:
    if work.target is None:
        if least < -FAR_MM:
            return say("The zone is not in the picture " + where)
        return say("The zone sticks out {over} " + where, over=mm(-least))
    if least < -FAR_MM:
        return say("Not in the picture " + where + ": {what}", what=work.called)
    return say("{over} cut off " + where + ": {what}", over=mm(-least), what=work.called)


def _fits_words(work: GivenWork, least: float) -> Sentence:
    if work.target is None:
        if least > FAR_MM:
            return say("The zone fits with metres to spare")
        return say("The zone fits with {least} to spare", least=mm(least))
    if least > FAR_MM:
        return say("Metres are to spare round {what}", what=work.called)
    return say("{least} is to spare round {what}", least=mm(least), what=work.called)


@rule(
    "lens.zone-cut-off",
    name="Zone cut off",
    trigger="the zone, at table height or at the top of the work, reaches beyond the picture; "
    "watch: less than the margin wanted is to spare",
    harm="Hands and work leave the frame where the viewer looks.",
    source="Ray, Applied Photographic Optics, close-range photography",
    fixes=_zone_cut_off_fixes,
    moves="before",
)
def zone_cut_off(scene: CameraStudy) -> Judgement | None:
    """The zone does not fit into the picture, at the table or at the top of the work."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    least, wanted, side = sight.spare.least, scene.work.margin_mm, sight.spare.tightest
    where, target = side_words(scene.work, side), scene.work.target
    against = measured(least, unit="mm", least=wanted)
    place = f"zone-{side}"
    if least < -_TOLERANCE_MM:
        return Judgement(
            verdict="fails",
            title=_cut_words(scene.work, least, where),
            reason=_why(study, sight),
            measured=against,
            place=place,
        )
    least = min(least, max(0.0, sight.margin_mm))
    against = measured(least, unit="mm", least=wanted)
    if least < wanted - _TOLERANCE_MM:
        return Judgement(
            verdict="watch",
            title=say("The zone fits, but only {least} is to spare " + where, least=mm(least))
            if target is None
            else say(
                "Only {least} is to spare " + where + " of {what}",
                least=mm(least),
                what=target.called,
            ),
            reason=say("You want {wanted} on every side. ", wanted=mm(wanted)) + _why(study, sight),
            measured=against,
            place=place,
        )
    return Judgement(
        verdict="holds",
        title=_fits_words(scene.work, least),
        measured=against,
        place=place,
    )


@rule(
    "lens.keystone",
    name="Keystone of a tipped camera",
    trigger="opposite edges of the picture on the work differ by more than 10 %, for a camera that "
    "is to show it flat",
    harm="Pages, boards and cloth look skew, and focus runs across the work.",
    source="Hartley & Zisserman, Multiple View Geometry, ch. 6",
    fixes=square_up,
)
def keystone(scene: CameraStudy) -> Judgement | None:
    """A tipped camera draws the work as a trapezium."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or study.camera.part.role not in FLAT_ROLES:
        return None
    if sight.keystone is None:
        return Judgement(
            verdict="watch",
            title=say("The picture reaches past the work to the horizon"),
            reason=say("The camera is tipped so far that the whole room is in the frame."),
            place="frame",
        )
    ratio = Quantity(value=sight.keystone, unit="times")
    holds = sight.keystone <= NOTICED
    longer, shorter = sight.keystone_edges
    return Judgement(
        verdict="holds" if holds else "watch",
        title=say("Straight edges stay straight and parallel")
        if holds
        else say("Parallel edges run together: one is {ratio} the other", ratio=ratio),
        reason=say(
            "The camera is {angle} out of square with the work; the picture shows {longer} of it "
            "along one edge and {shorter} along the opposite one.",
            angle=Quantity(value=sight.out_of_square_deg, unit="deg"),
            longer=mm(longer),
            shorter=mm(shorter),
        ),
        measured=measured(sight.keystone, unit="times", most=NOTICED),
        place="frame",
    )


def _past_table_edge_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None or sight.seen_surface is None:
        return
    table, seen, margin = scene.work.table, sight.seen_surface, scene.work.margin_mm
    dx = max(0.0, table.left - seen.left) - max(0.0, seen.right - table.right)
    dy = max(0.0, table.near - seen.near) - max(0.0, seen.far - table.far)
    spare = sight.spare_top
    dx = max(margin - spare.right, min(dx, spare.left - margin)) if dx else 0.0
    dy = max(margin - spare.far, min(dy, spare.near - margin)) if dy else 0.0
    dx, dy = round(dx, 1), round(dy, 1)
    ways = []
    if abs(dx) >= 1:
        ways.append((abs(dx), "to the right" if dx > 0 else "to the left"))
    if abs(dy) >= 1:
        ways.append((abs(dy), "away from you" if dy > 0 else "toward you"))
    if ways:
        action = say("Slide the lens {step} " + ways[0][1], step=mm(ways[0][0]))
        for step, way in ways[1:]:
            action += say(" and {step} " + way, step=mm(step))
        yield Proposal(
            action=action,
            changes=(
                change(scene, "position/x_mm", round(study.position.x + dx, 1)),
                change(scene, "position/y_mm", round(study.position.y + dy, 1)),
            ),
        )


@rule(
    "lens.past-table-edge",
    name="Picture past the table edge",
    trigger="the coverage at table height reaches beyond the table top",
    harm="Floor, knees and clutter draw the eye, and no edge on the table marks the frame.",
    source="Ray, Applied Photographic Optics, close-range photography",
    fixes=_past_table_edge_fixes,
    moves="after",
)
def past_table_edge(scene: CameraStudy) -> Judgement | None:
    """The picture shows what lies beyond the table."""
    sight = scene.sight
    if sight is None or sight.table_beyond is None:
        return None
    beyond = sight.table_beyond
    least = beyond.least
    against = measured(least, unit="mm", least=0)
    if least >= -_EDGE_MM:
        return Judgement(
            verdict="holds",
            title=say("The picture shows only the table"),
            reason=say("The table reaches {least} beyond the picture.", least=mm(least)),
            measured=against,
        )
    sides = [side for side in SIDES if beyond.on(side) < -_EDGE_MM]
    where = [SIDE_WORDS[side] for side in sides]
    return Judgement(
        verdict="watch",
        title=say("The picture reaches far past the table " + SIDE_WORDS[beyond.tightest])
        if least < -FAR_MM
        else say(
            "The picture shows {over} of floor past the table " + where[0],
            over=mm(-beyond.on(sides[0])),
        )
        if len(sides) == 1
        else say(
            "The picture reaches past the table, up to {over} " + SIDE_WORDS[beyond.tightest],
            over=mm(-least),
        ),
        reason=say(
            "Floor, knees or clutter are in frame " + " and ".join(where) + ". Frame tighter, "
            "move the zone further onto the table, or hang a cloth."
        ),
        place=f"table-{beyond.tightest}",
        measured=against,
    )


def _gain(scene: CameraStudy) -> float | None:
    """How much larger the zone would be in the picture if the camera were turned by 90°."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    work, seen = scene.work, sight.seen_top
    if seen is None or sight.out_of_square_deg > _SQUARE_DEG:
        return None
    off = study.framing.base.minus(work.plane.middle)
    wide = work.zone.width_mm + 2 * (work.margin_mm + abs(off.x))
    deep = work.zone.depth_mm + 2 * (work.margin_mm + abs(off.dot(work.plane.slope)))
    now = min(seen.width_mm / wide, seen.depth_mm / deep)
    other = min(seen.depth_mm / wide, seen.width_mm / deep)
    return other / now


def _way_round_fixes(scene: CameraStudy) -> Iterator[Proposal]:
    if scene.lens is not None and scene.lens.camera.roll_deg == 180:
        yield Proposal(
            action=say("Turn the camera by 180°"), changes=(change(scene, "roll_deg", 0),)
        )
    yield from turn(scene)


@rule(
    "lens.way-round",
    name="Frame the wrong way round",
    trigger="turned by 90° the zone would be more than 1.1 times as large; or the picture is "
    "upside down as seen from the maker's seat",
    harm="Picture is wasted beside the zone, or the viewer sees the work upside down.",
    source="Plane geometry",
    fixes=_way_round_fixes,
)
def way_round(scene: CameraStudy) -> Judgement | None:
    """The frame would lie better turned by 90°, or the picture is upside down."""
    study, gain = scene.lens, _gain(scene)
    if study is None or gain is None:
        return None
    times = Quantity(value=gain, unit="times")
    if study.camera.roll_deg == 180:
        return Judgement(
            verdict="watch",
            title=say("The picture is upside down for someone who sits as you do"),
            reason=say("Its top edge points toward you. Right for a viewer across the table."),
            place="frame",
        )
    if gain > _WORTH_SAYING:
        return Judgement(
            verdict="watch",
            title=say("Turned by 90° the zone fills the picture {gain} as large", gain=times),
            reason=say(
                "The zone lies the other way than the frame. " + way_round_words(study) + "."
            ),
            measured=measured(gain, unit="times", most=_WORTH_SAYING),
            place="frame",
        )
    return Judgement(
        verdict="holds",
        title=say("The frame lies the better way round"),
        reason=say(way_round_words(study) + "."),
        measured=measured(gain, unit="times", most=_WORTH_SAYING),
    )
