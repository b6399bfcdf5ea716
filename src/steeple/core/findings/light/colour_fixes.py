"""What may mend the colour of the light: the blind, another setting, a gel of the maker's own."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.rule import Proposal
from steeple.core.light.colour import NOTICED, mired
from steeple.core.plan.changes import Change
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy


def colour_moves(scene: CameraStudy, study: LightStudy) -> Iterator[Proposal]:
    """Every move that may bring the colours of the light together, least disturbing first.

    Parameters
    ----------
    scene
        the camera asked about.
    study
        its light.
    """
    yield from _blinds(scene)
    yield from _colour(study)
    yield from _gels(scene, study)


def _blinds(scene: CameraStudy) -> Iterator[Proposal]:
    for index, window in enumerate(scene.plan.room.windows):
        if not window.closed:
            yield Proposal(
                action=say("Close the blind: {named}", named=window.name),
                changes=(Change(path=f"/room/windows/{index}/closed", value=True),),
            )


def _as_the_window(study: LightStudy) -> Iterator[Proposal]:
    """Every lamp whose colour can be set, set to that of the daylight."""
    if study.daylight is None or study.daylight.lux <= 0:
        return
    day_k, changes, said = study.daylight.study.cct_k, [], 0.0
    for lamp in study.lit:
        low, high = lamp.lamp.part.fixture.cct_k, lamp.lamp.part.fixture.cct_warmest_to_k
        if low is None or high is None:
            continue
        said = min(max(day_k, low), high)
        if abs(said - lamp.lamp.cct_k) > 50:
            changes.append(Change(path=f"/{lamp.lamp.at}/cct_k", value=said))
    if changes:
        yield Proposal(
            action=say(
                "Set the lamps to {k}, nearest to the window", k=Quantity(value=said, unit="k")
            ),
            changes=tuple(changes),
        )


def _gels(scene: CameraStudy, study: LightStudy) -> Iterator[Proposal]:
    """A gel of the maker's own before a lamp that is of another colour than the light beside it, if it
    brings the two together."""
    key, day = study.key, study.daylight
    if key is None:
        return
    target = day.study.cct_k if day is not None and day.lux > 0 else key.lamp.cct_k
    for lamp in study.lit:
        off = mired(target) - mired(lamp.lamp.cct_k)
        able = [
            one
            for one in scene.owned.gels
            if lamp.lamp.part.gel is None and abs(off - one.shift_mired) < abs(off) - NOTICED
        ]
        best = min(able, key=lambda one: abs(off - one.shift_mired), default=None)
        if best is not None:
            yield Proposal(
                action=say("Put your {gel} before {named}", gel=best.name, named=lamp.lamp.name),
                changes=(Change(path=f"/{lamp.lamp.at}/gel", value=best.model_dump(mode="json")),),
            )


def _colour(study: LightStudy) -> Iterator[Proposal]:
    key = study.key
    if key is None:
        return
    yield from _as_the_window(study)
    for lamp in study.lit:
        fixture = lamp.lamp.part.fixture
        low, high = fixture.cct_k, fixture.cct_warmest_to_k
        if lamp is key or low is None or high is None:
            continue
        target = min(max(key.lamp.cct_k, low), high)
        if abs(target - lamp.lamp.cct_k) > 50:
            yield Proposal(
                action=say(
                    "Set {named} to {k}", named=lamp.lamp.name, k=Quantity(value=target, unit="k")
                ),
                changes=(Change(path=f"/{lamp.lamp.at}/cct_k", value=target),),
            )
    own = key.lamp.part.fixture
    if own.cct_k is not None and own.cct_warmest_to_k is not None:
        for lamp in study.lit:
            if lamp is not key and own.cct_k <= lamp.lamp.cct_k <= own.cct_warmest_to_k:
                yield Proposal(
                    action=say(
                        "Set {named} to {k}",
                        named=own.name,
                        k=Quantity(value=lamp.lamp.cct_k, unit="k"),
                    ),
                    changes=(Change(path=f"/{key.lamp.at}/cct_k", value=lamp.lamp.cct_k),),
                )
