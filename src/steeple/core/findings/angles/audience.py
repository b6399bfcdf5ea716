"""What people who watch see past a camera and what holds it."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from steeple.core.angles.sight import hides
from steeple.core.findings.angles.seen import past_it
from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.hold.fixes import foot_moves
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.vectors import Vector
from steeple.core.study.angles.things import own_things, solids_in
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy

SEATED_EYE_MM = 1_150.0
"""Eyes of people on chairs; Kroemer & Grandjean, *Fitting the Task to the Human*, seated eye height."""
WATCH, FAILS = 10.0, 30.0
"""Per cent of the work behind gear, in the mean of the seats; planning values of our own."""
SEATS, PLACES = (4, 2), (7, 5)


def _seats(scene: CameraStudy) -> list[Vector]:
    """Eyes over every stretch of floor on which an audience sits."""
    found = []
    work = scene.bench
    for part, area in work.clear:
        if part.kind != "audience":
            continue
        z = (part.eye_mm or SEATED_EYE_MM) - work.table_height_mm
        across, along = SEATS
        for i in range(across):
            for j in range(along):
                x = area.left + (i + 0.5) / across * (area.right - area.left)
                y = area.near + (j + 0.5) / along * (area.far - area.near)
                found.append(Vector(x, y, z))
    return found


def _points(scene: CameraStudy) -> Array:
    """The work at half its height, and the hands over it."""
    work = scene.bench
    lattice = work.plane.lattice(*PLACES, work.top_mm / 2 + 1.0)
    hands = np.array([[*one.action] for one in work.maker.poses.figures])
    return lattice if work.maker.away else np.vstack([lattice, hands])


def hidden_percent(scene: CameraStudy) -> tuple[float, str] | None:
    """How much of work and hands a camera with what holds it hides from an audience, in the mean of the
    seats, and what hides most; None where nobody watches or the camera is nowhere.

    Parameters
    ----------
    scene
        the camera.
    """
    seats = _seats(scene)
    things = own_things(scene.context)
    if not seats or not things or scene.sight is None:
        return None
    points, solids = _points(scene), solids_in(things)
    shares = np.array([hides(eye, points, solids).mean(axis=1) for eye in seats])
    together = np.array([hides(eye, points, solids).any(axis=0).mean() for eye in seats])
    return 100.0 * float(together.mean()), things[int(shares.mean(axis=0).argmax())].name


def _watched(scene: CameraStudy) -> CameraStudy | None:
    return scene if hidden_percent(scene) is not None else None


def _out_of_their_view(scene: CameraStudy) -> Iterator[Proposal]:
    yield from foot_moves(scene)
    yield from past_it(scene)


@rule(
    "angles.audience",
    name="Before the audience",
    trigger="camera and support hide more than 10 % of work and hands from the seats, in the mean; more "
    "than 30 % fails",
    harm="Those who came to see it see a stand.",
    source="Projective geometry; Kroemer & Grandjean, Fitting the Task to the Human",
    when=_watched,
    fixes=_out_of_their_view,
)
def before_audience(scene: CameraStudy) -> Judgement | None:
    """Whether people who watch see past this camera."""
    found = hidden_percent(scene)
    if found is None:
        return None
    share, name = found
    percent = Quantity(value=round(share), unit="percent")
    if share <= WATCH:
        return Judgement(
            verdict="holds",
            title=say("The audience sees past it: {share} hidden", share=percent),
            measured=measured(share, unit="percent", most=WATCH),
        )
    return Judgement(
        verdict="fails" if share > FAILS else "watch",
        title=say("{name} hides {share} from the audience", name=name[:1].upper() + name[1:], share=percent),
        reason=say("In the mean of the seats, of the work and of your hands. Stand it aside, or higher."),
        measured=measured(share, unit="percent", most=WATCH),
        place="angles",
    )  # fmt: skip
