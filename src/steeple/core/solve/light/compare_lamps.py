"""Every lamp that one owns, and kinds that one could get, each in its best place over the same work."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from steeple.core.findings.finding import Verdict
from steeple.core.plan.changes import Change
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.lamp import Light
from steeple.core.solve.lens.search import check_camera
from steeple.core.solve.light.place_lamps import option_of
from steeple.core.solve.light.ways import (
    Way,
    aim_lx,
    distances_mm,
    dome_for_all,
    grounds_of,
    judged,
    needed_lx,
    rests_of,
    stands_at,
)
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, percent, say
from steeple.core.study.light.dome import merit, soft_words
from steeple.core.study.light.lamps.lamp_light import Ground, Spread
from steeple.core.study.plan_study import camera_studies

# fmt: off
KINDS: tuple[Fixture, ...] = (
    Fixture(name="a bare bulb in a holder", emitter="bulb", width_mm=60, flux_lm=1000, cct_k=4000,
            colour_rendering=90, least_level_percent=100, flicker="free", mass_g=250, power_w=10),
    Fixture(name="a bulb in a deep shade", emitter="shaded bulb", width_mm=160, flux_lm=800, beam_deg=90,
            cct_k=4000, colour_rendering=90, least_level_percent=100, flicker="free", mass_g=900, power_w=10),
    Fixture(name="a small panel, the size of a hand", emitter="rectangle", width_mm=160, height_mm=90,
            flux_lm=900, beam_deg=115, cct_k=5600, colour_rendering=95, least_level_percent=10,
            flicker="free", mass_g=350, power_w=12),
    Fixture(name="a flat panel, the size of a page", emitter="rectangle", width_mm=300, height_mm=300,
            flux_lm=3500, beam_deg=110, cct_k=5600, colour_rendering=95, least_level_percent=5,
            flicker="free", remote=True, mass_g=1300, power_w=40),
    Fixture(name="a soft box, as wide as a stool", emitter="rectangle", width_mm=600, height_mm=600,
            flux_lm=5000, beam_deg=105, cct_k=5600, colour_rendering=95, least_level_percent=5,
            flicker="free", remote=True, mass_g=2200, power_w=70),
    Fixture(name="a soft box, as wide as an arm is long", emitter="rectangle", width_mm=900, height_mm=900,
            flux_lm=8000, beam_deg=105, cct_k=5600, colour_rendering=95, least_level_percent=5,
            flicker="free", remote=True, mass_g=3200, power_w=110),
    Fixture(name="a paper lantern", emitter="bulb", width_mm=500, flux_lm=2500, cct_k=4000,
            colour_rendering=90, least_level_percent=20, flicker="free", mass_g=500, power_w=25),
    Fixture(name="a spot with a lens", emitter="spot", width_mm=80, flux_lm=1400, beam_deg=20, cct_k=5600,
            colour_rendering=95, least_level_percent=1, flicker="free", remote=True, mass_g=1300, power_w=50),
)
# fmt: on
"""Kinds of lamp that are common everywhere; planning values of our own."""
LOOKED = 3
"""So many of the best directions of each lamp are worked out."""
SHADE_MOST, EVEN_MOST, SOFT_LEAST_MM, GLARE_MOST = 0.7, 1.0, 15.0, 0.02
"""The limits of the findings, by which a row is marked."""


class LampRow(Result):
    """One lamp alone in its best place. ``decides`` says what is nearest to its limit; ``shade_stops`` is the
    depth of shadows, ``even_stops`` from the darkest to the brightest ninth, ``short_stops`` what it lacks in
    light (negative: to spare), None where its brightness is not known."""

    name: str
    owned: bool
    present: bool
    considered: bool
    verdict: Verdict
    line: Sentence
    decides: Sentence
    shade_stops: float
    even_stops: float
    soft_mm: float
    glare: float
    short_stops: float | None
    power_w: float | None
    mass_g: float | None
    changes: tuple[Change, ...]


class LampComparison(Result):
    """Every lamp side by side, what one owns first, and of that the best first."""

    rows: tuple[LampRow, ...]


def compare_lamps(
    plan: Plan, *, index: int = 0, owned: Owned = NOTHING_OWNED, considered: Owned = NOTHING_OWNED
) -> LampComparison:
    """Each lamp of plan and cupboard, and kinds that one could get, alone over the work.

    Parameters
    ----------
    plan
        any valid plan.
    index
        the camera in hand; the others count too.
    owned, considered
        what the maker has, and what they think of.

    Raises
    ------
    InputError
        ``no-such-camera``.
    """
    check_camera(plan, index)
    scenes = camera_studies(plan, owned)
    scene = scenes[min(index, len(scenes) - 1)]
    entries = list(_entries(plan, owned, considered))
    lights = [light for light, _, _ in entries]
    grounds = grounds_of(plan, scenes, index, lights)
    rests = rests_of(scenes, index)
    needed, aim = needed_lx(scenes), aim_lx(scenes, rests[0])
    distance = distances_mm(scene.work)[0]
    rows = []
    for light, mine, present in entries:
        way = _best(light, grounds, distance, needed, aim, rests)
        if way is None:
            continue
        option = option_of(plan, scene, "alone", way, way)
        verdict, decides = _decides(way)
        rows.append(
            (
                (not mine, way.cost),
                LampRow(
                    name=light.fixture.name,
                    owned=mine,
                    present=present,
                    considered=not mine and light.fixture not in KINDS,
                    verdict=verdict,
                    line=option.line,
                    decides=decides,
                    shade_stops=way.shade,
                    even_stops=way.even,
                    soft_mm=way.soft_mm,
                    glare=way.glare,
                    short_stops=way.short_stops if way.stands[0].flux_known and needed else None,
                    power_w=light.fixture.power_w,
                    mass_g=light.fixture.mass_g,
                    changes=option.changes if mine else (),
                ),
            )
        )
    rows.sort(key=lambda one: one[0])
    return LampComparison(rows=tuple(row for _, row in rows))


def _entries(plan: Plan, owned: Owned, considered: Owned) -> Iterator[tuple[Light, bool, bool]]:
    """Each lamp as it would stand: whether it is owned, and whether it is in the plan."""
    names = set()
    for one in plan.lights:
        if one.fixture.name not in names:
            names.add(one.fixture.name)
            yield one, one.owned, True
    used = {one.id for one in plan.lights}
    fresh = next(name for number in range(1, 99) if (name := f"lamp-{number}") not in used)
    for stored in owned.fixtures:
        if stored.gear.name not in names:
            yield Light(id=fresh, fixture=stored.gear, fixture_id=stored.id), True, False
    for thought_of in considered.fixtures:
        yield Light(id=fresh, fixture=thought_of.gear, owned=False), False, False
    for kind in KINDS:
        yield Light(id=fresh, fixture=kind, owned=False), False, False


def _best(
    light: Light,
    grounds: Sequence[Ground],
    distance_mm: float,
    needed: float | None,
    aim: float | None,
    rests: Sequence[Spread | None],
) -> Way | None:
    """A lamp alone where it is best; None where it can stand nowhere."""
    found = dome_for_all(grounds, light, distance_mm=distance_mm)
    able = sorted((one for one in found if one.free), key=merit, reverse=True)[:LOOKED]
    if not able:
        return None
    stands = stands_at(grounds, 0, light, able, distance_mm)
    ways = [judged((one,), grounds, needed, rests=rests, aim=aim) for one in stands]
    return min(ways, key=lambda one: one.cost)


def _decides(way: Way) -> tuple[Verdict, Sentence]:
    """How a lamp alone stands against the limits, and the figure that is nearest to one."""
    stops = {
        name: Quantity(value=round(value, 1), unit="stops")
        for name, value in (
            ("shade", way.shade), ("even", way.even), ("short", abs(way.short_stops)),
        )
    }  # fmt: skip
    shares: list[tuple[float, Sentence]] = [
        (way.shade / SHADE_MOST, say("shadows to {shade}", shade=stops["shade"])),
        (way.even / EVEN_MOST, say("even to {even}", even=stops["even"])),
        (
            SOFT_LEAST_MM / max(way.soft_mm, 1.0),
            say("edges of shadows soft over ") + soft_words(way.soft_mm),
        ),
        (
            way.glare / GLARE_MOST,
            say(
                "mirrored over {share} of the zone",
                share=percent(way.glare),
            ),
        ),
    ]
    if way.stands[0].flux_known:
        dark = 1.0 + way.short_stops
        words = "{short} too dark" if way.short_stops > 0.05 else "{short} of light to spare"
        shares.append((dark if dark > 0 else 0.0, say(words, short=stops["short"])))
    worst, said = max(shares, key=lambda one: one[0])
    return ("holds" if worst <= 1.0 else "watch" if worst <= 2.0 else "fails"), said
