"""The picture shows what lies beyond the table."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import change
from steeple.core.findings.scene import Scene
from steeple.core.geometry.rectangle import SIDES
from steeple.core.study.answers import SIDE_WORDS
from steeple.core.study.result import mm, say

_TOLERANCE_MM = 0.5


def _judge(scene: Scene) -> Said | None:
    sight = scene.sight
    if sight is None or sight.table_beyond is None:
        return None
    beyond = sight.table_beyond
    least = beyond.least
    against = measured(least, unit="mm", least=0)
    if least >= -_TOLERANCE_MM:
        return Said(
            verdict="holds",
            title=say("The picture shows only the table"),
            reason=say("The table reaches {least} beyond the picture.", least=mm(least)),
            measured=against,
        )
    sides = [side for side in SIDES if beyond.on(side) < -_TOLERANCE_MM]
    where = [SIDE_WORDS[side] for side in sides]
    return Said(
        verdict="watch",
        title=say(
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


def _propose(scene: Scene) -> Iterator[Proposal]:
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


RULE = Rule(
    code="lens.past-table-edge",
    step="lens",
    name="Picture past the table edge",
    trigger="the coverage at table height reaches beyond the table top",
    harm="Floor, knees and clutter draw the eye, and no edge on the table marks the frame.",
    source="Ray, Applied Photographic Optics, close-range photography",
    judge=_judge,
    propose=_propose,
    moves="after",
)
