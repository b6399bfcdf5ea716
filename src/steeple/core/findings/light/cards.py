"""Cards: what each gives, whether it lies in the picture, and whether it can stand there."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement
from steeple.core.findings.light.levels import bright, stops_of
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.changes import Change
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.phrases import clock_words
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.inputs.lamp import direction_before, spot_before
from steeple.core.study.inputs.panel import GivenCard, card_at
from steeple.core.study.light.lamps.card_study import CardStudy, card_blocked
from steeple.core.study.light.lamps.places import in_frame
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

IDLE_SHARE, IDLE_STOPS = 0.02, 0.25
"""A bounce card that gives less of the light than that, and lifts the side that faces it by less, does nothing
there."""
_ASIDE_DEG = (180.0, 150.0, 210.0, 120.0, 240.0)
_OFF_MM = (80.0, 180.0, 320.0)
_UP_DEG = (0.0, 25.0, 45.0)
_TRIED = 3


def has_cards(camera: CameraStudy) -> LightStudy | None:
    """The light of a camera where a card stands in it."""
    study = bright(camera)
    return study if study is not None and study.cards else None


def card_moves(scene: CameraStudy) -> Iterator[Proposal]:
    """Other places for what does not do its work: opposite the key first, near the zone, out of the
    picture and of the maker's way."""
    study = scene.light
    if study is None:
        return
    for one in study.cards:
        if _idle(study, one) or one.in_frame or one.blocked:
            yield from _places(study, one.card)


def _places(study: LightStudy, card: GivenCard) -> Iterator[Proposal]:
    plane, found = study.work.plane, 0
    key = study.key
    facing = 270.0 if key is None else direction_before(plane, key.lamp.centre)[0]
    lamps = [one.lamp.emitter for one in study.lit]
    half = max(plane.width_mm, plane.depth_mm) / 2
    if card.part.card.use != "bounce":
        return
    for aside in _ASIDE_DEG:
        for off in _OFF_MM:
            for up in _UP_DEG:
                azimuth = (facing + aside) % 360.0
                spot = spot_before(plane, azimuth, up, half + off)
                place = Vector(spot.x, spot.y, max(spot.z, card.part.card.height_mm / 2 + 5.0))
                moved = card_at(card, place, study.work, Assumptions())
                if in_frame(study.scene, moved.emitter) or card_blocked(study.scene, moved, lamps):
                    continue
                at = f"/{card.at}"
                yield Proposal(
                    action=say(
                        "Stand {named} at {clock}, {off} beside the zone",
                        named=card.name, clock=clock_words(azimuth), off=mm(off),
                    ),
                    changes=(
                        Change(path=f"{at}/position/x_mm", value=round(place.x, 1)),
                        Change(path=f"{at}/position/y_mm", value=round(place.y, 1)),
                        Change(path=f"{at}/position/z_mm", value=round(place.z, 1)),
                        Change(path=f"{at}/facing/x_mm", value=None),
                        Change(path=f"{at}/facing/y_mm", value=None),
                        Change(path=f"{at}/facing/z_mm", value=None),
                    ),
                    family=f"card {card.index} {aside}",
                )  # fmt: skip
                found += 1
                break
            else:
                continue
            break
        if found == _TRIED:
            return


def _idle(study: LightStudy, one: CardStudy) -> bool:
    """Whether a bounce card does next to nothing where it stands."""
    return (
        one.card.part.card.use == "bounce"
        and one.lifts_stops < IDLE_STOPS
        and one.gives_lx < IDLE_SHARE * study.mean_lx
    )


def _gives(study: LightStudy, one: CardStudy) -> Sentence:
    """What a card gives, in lux where they are known, and by how much it lifts the side that faces it."""
    lifts = stops_of(one.lifts_stops)
    if not study.known:
        return say(
            "{named} lifts the side of your hand that faces it by {lifts}",
            named=one.card.name, lifts=lifts,
        )  # fmt: skip
    lux, side = (Quantity(value=round(each), unit="lx") for each in (one.gives_lx, one.side_lx))
    return say(
        "{named} gives {lux} on the work and {side} on the side of your hand that faces it, which it lifts by "
        "{lifts}",
        named=one.card.name, lux=lux, side=side, lifts=lifts,
    )  # fmt: skip


@rule(
    "light.card-idle",
    name="Card without effect",
    trigger="a bounce card gives less than 2 % of the light on the zone, and lifts the side of a hand that faces it by less than 0.25 stop",
    harm="It takes up room and lifts no shadow side.",
    source="IES, Lighting Handbook (bounce off matt surfaces); limits as planning values",
    when=has_cards,
    fixes=card_moves,
)
def card_idle(study: LightStudy) -> Judgement | None:
    """What every bounce card gives."""
    cards = [one for one in study.cards if one.card.part.card.use == "bounce"]
    if not cards:
        return None
    idle = [one for one in cards if _idle(study, one)]
    if not idle:
        said: Sentence = ()
        for one in cards:
            said += (say("; ") if said else ()) + _gives(study, one)
        return Judgement(verdict="holds", title=said)
    (first, *_) = idle
    return Judgement(
        verdict="watch",
        title=say("{named} does next to nothing where it stands", named=first.card.name),
        reason=_gives(study, first)
        + say(". It must see the lamp and the work: opposite the key, close to the zone, upright."),
        place="dome",
    )


@rule(
    "light.card-in-frame",
    name="Card in frame",
    trigger="a part of a card, flag or diffuser is in the picture",
    harm="It is filmed.",
    source="Plane geometry",
    when=has_cards,
    fixes=card_moves,
)
def card_in_frame(study: LightStudy) -> Judgement | None:
    """Cards in the picture."""
    found = [one.card.name for one in study.cards if one.in_frame]
    if not found:
        return Judgement(verdict="holds", title=say("No card is in the picture"))
    return Judgement(
        verdict="fails",
        title=say("In the picture: {names}", names=", ".join(found)),
        reason=say("Farther aside, or higher; or a smaller one nearer."),
        place="dome",
    )


@rule(
    "light.card-unplaceable",
    name="No room for the card",
    trigger="a card stands in the maker, a lamp, a camera, table, wall, another card, or a thing of the room",
    harm="It cannot stand there, or lies in the maker's lap.",
    source="Plane geometry",
    when=has_cards,
    fixes=card_moves,
    once=True,
)
def card_unplaceable(study: LightStudy) -> Judgement | None:
    """Cards that stand in something."""
    found = next((one for one in study.cards if one.blocked), None)
    if found is None:
        return Judgement(verdict="holds", title=say("Every card has room where it stands"))
    return Judgement(
        verdict="fails",
        title=say(
            "No room there for {named}: it stands in {what}",
            named=found.card.name, what=found.blocked,
        ),
        reason=say("Put it beside the zone where hands do not pass."),
        place="dome",
    )  # fmt: skip
