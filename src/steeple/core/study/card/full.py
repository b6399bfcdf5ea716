"""The card in full: drawings of every camera, its settings on a line, the round of the lamps, and the lists."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import partial

from steeple.core.plan.words import camera_names
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, mm
from steeple.core.study.base.step import Context
from steeple.core.study.card.drawn.above import above_view
from steeple.core.study.card.drawn.chain import ON_CHAIN, chain_view
from steeple.core.study.card.drawn.frame import frame_view
from steeple.core.study.card.drawn.lines import ON_CARD, DrawnView, Letters
from steeple.core.study.card.drawn.side import side_view
from steeple.core.study.card.drawn.things import Bench, letter_of, work_of
from steeple.core.study.card.lists.away import ListItem, leaving_list, location_list
from steeple.core.study.card.lists.packing import PackGroup, packing_list
from steeple.core.study.card.lists.round import EdgeLength, RoundStop, edge_lengths, round_of
from steeple.core.study.light.step import LIGHT
from steeple.core.study.light.study import standing


class CameraLine(Result):
    """What is set on one camera and where it hangs, on one line. ``letter`` is its name in the drawings."""

    camera: str
    letter: str
    name: str
    body: str
    lens: str
    rim: Quantity | None = None
    across: EdgeLength | None = None
    away: EdgeLength | None = None
    tilt: Quantity | None = None
    zoom: Quantity | None = None
    aperture: Quantity | None = None
    time: Quantity | None = None
    iso: Quantity | None = None
    white: Quantity | None = None
    focus: Quantity | None = None


class CameraViews(Result):
    """The drawings of one camera; ``frame`` and ``parts`` None where there is nothing to draw."""

    camera: str
    side: DrawnView
    above: DrawnView
    frame: DrawnView | None
    parts: DrawnView | None


class Round(Result):
    """The round of the lamps while some cameras film; all of them where there are no set-ups."""

    setup: str
    stops: tuple[RoundStop, ...]


class FullCard(Result):
    """Everything of a card beside its sections, which `Card` has."""

    lines: tuple[CameraLine, ...]
    views: tuple[CameraViews, ...]
    rounds: tuple[Round, ...]
    packing: tuple[PackGroup, ...]
    location: tuple[ListItem, ...]
    leaving: tuple[ListItem, ...]


Drawn = Callable[[Letters], DrawnView]


@dataclass(frozen=True, slots=True)
class CameraDrawn:
    """The drawings of one camera before it is known how high letters are."""

    camera: str
    side: Drawn
    above: Drawn
    frame: Drawn | None
    parts: Drawn | None


def drawn_of(ctx: Context) -> CameraDrawn:
    """The drawings of a camera, to be made with letters of any height.

    Parameters
    ----------
    ctx
        the plan as this camera has it; as none has it, where it has none.
    """

    bench = Bench(ctx)

    def where_there(draw: Callable[[Bench, Letters], DrawnView | None]) -> Drawn | None:
        if draw(bench, ON_CARD) is None:
            return None

        def drawn(letters: Letters) -> DrawnView:
            view = draw(bench, letters)
            assert view is not None
            return view

        return drawn

    return CameraDrawn(
        camera=ctx.of,
        side=partial(side_view, bench),
        above=partial(above_view, bench),
        frame=where_there(frame_view),
        parts=where_there(chain_view),
    )


def full_card(cameras: Sequence[Context], letters: Letters = ON_CARD) -> FullCard:
    """The card in full.

    Parameters
    ----------
    cameras
        the plan as each of its cameras has it; one without a camera where it has none.
    letters
        how high letters are on the drawings.
    """
    first = cameras[0]
    return FullCard(
        lines=tuple(_line(one) for one in cameras if one.of),
        views=tuple(_views(drawn_of(one), letters) for one in cameras),
        rounds=_rounds(cameras),
        packing=packing_list(first),
        location=location_list(first),
        leaving=leaving_list(first),
    )


def _views(drawn: CameraDrawn, letters: Letters) -> CameraViews:
    return CameraViews(
        camera=drawn.camera,
        side=drawn.side(letters),
        above=drawn.above(letters),
        frame=None if drawn.frame is None else drawn.frame(letters),
        parts=None if drawn.parts is None else drawn.parts(ON_CHAIN),
    )


def _rounds(cameras: Sequence[Context]) -> tuple[Round, ...]:
    """One round a set-up, by its first camera; one where there are none."""
    plan = cameras[0].plan
    by_id = {one.of: one for one in cameras}
    if not plan.setups:
        asked = [("", cameras[0])]
    else:
        asked = [(one.name, by_id[one.cameras[0]]) for one in plan.setups]
    return tuple(
        Round(setup=name, stops=round_of(one.get(LIGHT, one.of), work_of(one)))
        for name, one in asked
    )


def _line(ctx: Context) -> CameraLine:
    camera = ctx.plan.camera(ctx.of)
    assert camera is not None
    lens, _ = standing(ctx, ctx.of)
    line = CameraLine(
        camera=ctx.of,
        letter=letter_of(ctx, ctx.of),
        name=camera_names(ctx.plan.cameras)[ctx.of],
        body=camera.body.name if camera.body else "",
        lens=camera.lens.name if camera.lens else "",
    )
    if lens is None or lens.sight is None:
        return line
    light = ctx.get(LIGHT, ctx.of)
    settings, sight = lens.settings, lens.sight
    across, away = edge_lengths(work_of(ctx).table, lens.position)

    def unless_none(value: float | None, unit: str) -> Quantity | None:
        return None if value is None else Quantity.model_validate({"value": value, "unit": unit})

    return line.model_copy(
        update={
            "rim": mm(sight.rim_height_mm),
            "across": across,
            "away": away,
            "tilt": unless_none(lens.camera.tilt_deg or None, "deg"),
            "zoom": unless_none(settings.focal_mm, "mm_exact"),
            "aperture": unless_none(settings.f_number, "f_number"),
            "time": unless_none(sight.shutter_s, "seconds"),
            "iso": unless_none(light.iso if light else None, "iso"),
            "white": unless_none(
                round(light.cct_k / 50) * 50 if light and light.cct_k else None, "k"
            ),
            "focus": unless_none(sight.focus_distance_mm, "mm"),
        }
    )
