"""The answer line of the light step, its drawing, and its figures with their working."""

from __future__ import annotations

from steeple.core.study.base.answer import Answer
from steeple.core.study.base.phrases import by_edges, clock_words, noise_words
from steeple.core.study.base.sentence import Quantity, Sentence, door, dotted, mm, percent, say
from steeple.core.study.base.step import Context
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.study import LightStudy


def light_missing_answer(about: str) -> Answer:
    """Before there is a lamp."""
    return Answer(
        step="light",
        about=about,
        line=say("Take a lamp from the cupboard: the dome then says where it throws no shadow."),
        under=(),
    )


def lamp_words(lamp: LampStudy) -> str:
    """A lamp's direction: ``11 o'clock, 50° up``."""
    return f"{clock_words(lamp.azimuth_deg)}, {lamp.elevation_deg:.0f}° up"


def light_answer(study: LightStudy | None, ctx: Context) -> Answer:
    """Where the lamp that gives most stands, and what it leaves lit; then lux, evenness, ISO."""
    about = ctx.of
    if study is None:
        return light_missing_answer(about)
    key = study.key
    if key is None:
        return Answer(step="light", about=about, line=_without_lamps(study), under=())
    at = f"/{key.lamp.at}/position"
    share = door(percent(key.share), figure="light.share")
    worst = percent(key.worst)
    line = say(
        "{name}{by} at "
        + clock_words(key.azimuth_deg)
        + ", {up} up, {away} from the work: {share} of "
        "what the camera sees round your fingers stays lit",
        name=key.lamp.name[:1].upper() + key.lamp.name[1:],
        by=_by(key),
        up=door(Quantity(value=round(key.elevation_deg), unit="deg"), field=f"{at}/z_mm"),
        away=door(mm(key.distance_mm)),
        share=share,
    )
    line += (
        say(" in every pose.")
        if key.worst > 0.97
        else say(", {worst} in the worst pose.", worst=worst)
    )
    others = [one for one in study.lit if one is not key]
    if others:
        line += say(
            " With it: "
            + "; ".join(f"{one.lamp.name} at {lamp_words(one)}" for one in others)
            + "."
        )
    return Answer(step="light", about=about, line=line, under=_under(study, key))


def _by(key: LampStudy) -> str:
    """By way of which card the light of a lamp comes."""
    if key.through is None:
        return ""
    word = "through" if key.through.part.card.use == "diffuser" else "by way of"
    return f" {word} the {key.through.name[:1].lower()}{key.through.name[1:]}"


def _without_lamps(study: LightStudy) -> Sentence:
    """By the window alone, or in the dark."""
    if study.daylight is None or study.daylight.lux <= 0:
        if study.known and study.has_windows:
            return say("No lamp is switched on; say where and when, and the window is worked out.")
        return say("No lamp is switched on: the work is dark.")
    windows = study.daylight.study
    last = windows.moments[-1]
    change = windows.drift_stops(0.0)[-1]
    return say(
        "By the window alone: {lux} on the zone at " + windows.moments[0].clock + " under "
        + ("an " if windows.sky == "overcast" else "a ") + windows.sky
        + " sky, {change} " + ("brighter" if change > 0 else "darker") + f" at {last.clock}.",
        lux=door(Quantity(value=study.mean_lx, unit="lx"), figure="light.illuminance"),
        change=Quantity(value=round(abs(change), 1), unit="stops"),
    )  # fmt: skip


def _under(study: LightStudy, key: LampStudy) -> Sentence:
    table, c = study.work.table, key.lamp.centre
    at = f"/{key.lamp.at}/position"
    (across, right), (away, far) = by_edges(table, c.x, c.y)
    pieces: list[Sentence] = [
        say(
            "Its middle {x} " + across + ", {y} " + away + ", {z} above the table",
            x=door(mm(right), field=f"{at}/x_mm"),
            y=door(mm(far), field=f"{at}/y_mm"),
            z=door(mm(c.z), field=f"{at}/z_mm"),
        )
    ]
    if study.known:
        lux = Quantity(value=study.mean_lx, unit="lx")
        pieces.append(say("{lux} on the zone", lux=door(lux, figure="light.illuminance")))
        if study.daylight is not None:
            day = Quantity(value=study.daylight.lux, unit="lx")
            pieces.append(say("{lux} of it daylight", lux=day))
    stops = Quantity(value=round(study.uneven_stops, 1), unit="stops")
    pieces.append(say("even to {stops}", stops=door(stops, figure="light.even_ninths")))
    if study.iso is not None and study.lens is not None:
        words = noise_words(study.iso, study.lens.camera.clean_iso)
        pieces.append(
            say(
                "{iso}, " + words,
                iso=door(Quantity(value=study.iso, unit="iso"), figure="light.iso"),
            )
        )
    if study.shade is not None:
        deep = Quantity(value=round(study.shade.p95, 1), unit="stops")
        pieces.append(say("shadows to {deep}", deep=door(deep, figure="light.shade")))
    return dotted(pieces)
