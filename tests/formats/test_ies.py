"""IES LM-63 files of every layout, type and symmetry; broken ones are refused with line and reason."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import Any

import numpy as np
import pytest

from steeple.core.errors import DocumentError
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter, light_at
from steeple.core.light.ies import read_ies
from steeple.core.plan.reading import PlanRefused, validate_plan
from steeple.formats.ies import read_ies_file
from tests.light_cases import lamp, with_lamps
from tests.plans import SOFT, changed, scene

Law = Callable[[float, float], float]
V, AXIAL = range(0, 91, 5), (0,)


def matt(v: float, _h: float) -> float:
    return 1000.0 * max(0.0, math.cos(math.radians(v)))


def ies(
    law: Law = matt,
    *,
    v: Sequence[float] = V,
    h: Sequence[float] = AXIAL,
    kind: int = 1,
    units: int = 2,
    head: str = "IESNA:LM-63-2002\n[TEST] made up\n[MANUFAC] none\n",
    tilt: str = "TILT=NONE\n",
    times: float = 1.0,
    size: str = "0.3 0.3 0",
    lines: int = 0,
) -> str:
    """A file by a law of intensities; ``lines`` breaks its numbers after so many."""
    numbers = [1, -1, times, len(v), len(h), kind, units, *size.split(), 1, 1, 36]
    words = [str(one) for one in (*numbers, *v, *h)]
    words += [f"{law(a, b) / times:.4f}" for b in h for a in v]
    step = lines or 10
    body = "\n".join(" ".join(words[i : i + step]) for i in range(0, len(words), step))
    return f"{head}{tilt}{body}\n"


@pytest.mark.parametrize(
    ("head", "layout"),
    [
        ("IESNA:LM-63-2002\n", "2002"),
        ("IESNA:LM-63-1995\n", "1995"),
        ("IESNA91\n", "1991"),
        ("a lamp\nsecond line\n", "1986"),
        ("", "1986"),
    ],
)
def test_every_layout_is_read(head: str, layout: str) -> None:
    found = read_ies(ies(head=head))
    assert found.layout == layout
    assert found.axis_cd == pytest.approx(1000)
    assert found.flux_lm == pytest.approx(1000 * math.pi, rel=2e-3)
    assert found.beam_deg == pytest.approx(120, abs=0.2)
    assert found.power_w == 36


@pytest.mark.parametrize("lines", [1, 3, 7, 1000])
def test_numbers_may_be_broken_into_any_lines(lines: int) -> None:
    assert np.allclose(read_ies(ies(lines=lines)).table, read_ies(ies()).table)


def test_feet_multipliers_commas_and_odd_ends() -> None:
    feet = read_ies(ies(units=1, size="1 -2 0"))
    assert feet.width_mm == pytest.approx(304.8)
    assert feet.length_mm == pytest.approx(609.6)
    assert read_ies(ies(times=2.5)).axis_cd == pytest.approx(1000)
    assert read_ies(ies().replace("\n", "\r\n") + "\x1a").axis_cd == pytest.approx(1000)
    assert read_ies(ies().replace(" ", ", ")).axis_cd == pytest.approx(1000)
    more = read_ies(ies() + "7 7 7\n")
    assert "More numbers" in more.remarks[0]


def test_tilt_is_read_past() -> None:
    tilt = "TILT=INCLUDE\n1\n3\n0 45 90\n1 0.9 0.8\n"
    found = read_ies(ies(tilt=tilt))
    assert found.axis_cd == pytest.approx(1000)
    assert "tipped" in found.remarks[0]
    assert "another file" in read_ies(ies(tilt="TILT=lamp.tlt\n")).remarks[0]


def lopsided(v: float, h: float) -> float:
    return matt(v, h) * (1.0 + 0.5 * math.cos(math.radians(h)) * math.sin(math.radians(v)))


@pytest.mark.parametrize(
    ("h", "law"),
    [
        (tuple(range(0, 361, 15)), lopsided),
        (tuple(range(0, 181, 15)), lopsided),
        (tuple(range(0, 91, 15)), lambda v, h: matt(v, h) * (1 + 0.3 * math.cos(math.radians(2 * h)))),
        (tuple(range(90, 271, 15)), lambda v, h: matt(v, h) * (1.2 + 0.4 * math.sin(math.radians(h)))),
    ],
)  # fmt: skip
def test_symmetries_fill_the_whole_circle(h: Sequence[float], law: Law) -> None:
    table = read_ies(ies(law, h=h))
    for row, angle in enumerate(range(0, 361, 5)):
        for v in (10, 30, 60):
            assert table.table[row, v] * table.axis_cd == pytest.approx(law(v, angle), rel=0.02)


@pytest.mark.parametrize("kind", [2, 3])
def test_types_a_and_b_tell_the_same_beam(kind: int) -> None:
    """A beam round its axis, written in latitude and longitude: I = 1000·cos⁴ of the angle from the
    axis, which is cos(up)·cos(across)."""

    def law(up: float, across: float) -> float:
        return 1000.0 * max(0.0, math.cos(math.radians(up)) * math.cos(math.radians(across))) ** 4

    for h, v in (
        (range(0, 91, 5), range(0, 91, 5)),
        (range(-90, 91, 5), range(-90, 91, 5)),
    ):
        found = read_ies(ies(law, kind=kind, v=v, h=h))
        assert found.type == ("B" if kind == 2 else "A")
        for row in (0, 7, 18, 40):
            for angle in (0, 10, 25, 40, 60):
                expected = math.cos(math.radians(angle)) ** 4
                assert found.table[row, angle] == pytest.approx(expected, abs=0.01)


def test_a_measured_lamp_gives_what_its_law_gives() -> None:
    """By file and by cosᵏ the same lamp lights the same."""
    law: Law = lambda v, _h: 1000.0 * max(0.0, math.cos(math.radians(v))) ** 3  # noqa: E731
    found = read_ies(ies(law, v=range(91)))
    points = np.array([[x, y, 0.0] for x in (-300, 0, 250) for y in (-200, 0, 300)], dtype=float)
    up, down = np.array([0.0, 0.0, 1.0]), Vector(0.0, 0.1, -1.0)
    plain = Emitter("rectangle", Vector(0, 0, 900), down, 300, 300, 1000.0, exponent=3.0)
    told = Emitter("rectangle", Vector(0, 0, 900), down, 300, 300, 1000.0, exponent=3.0, table=0)
    one = light_at(points, up, (plain,)).free
    for how in ("fine", "map", "sums"):
        two = light_at(points, up, (told,), tables=found.table[None], how=how).free
        assert two == pytest.approx(one, rel=5e-3)


def test_a_plan_is_lit_by_its_file() -> None:
    narrow = ies(lambda v, _h: 2000.0 * math.exp(-((v / 15.0) ** 2)), v=range(0, 91, 3))
    spot = SOFT.model_copy(
        update={"ies": narrow, "flux_lm": None, "width_mm": 100.0, "height_mm": 100.0}
    )
    wide = SOFT.model_copy(
        update={"ies": ies(), "flux_lm": None, "width_mm": 100.0, "height_mm": 100.0}
    )
    tight, even = (
        scene(changed(**with_lamps(lamp(one, -200, 300, 800)))).light for one in (spot, wide)
    )
    assert tight is not None and even is not None  # noqa: PT018
    assert tight.evenness_stops > even.evenness_stops + 0.5
    assert tight.lamps[0].lamp.full_cd == pytest.approx(2000)


BROKEN: list[tuple[str, str, int]] = [
    ("no lamp at all", "no line begins with TILT=", 1),
    (ies().replace("36", "thirty-six"), "“thirty-six” stands where the power should", 6),
    ("\n".join(ies().split("\n")[:8]), "ends before", 8),
    (ies(v=(0, 10, 5)), "vertical angles do not rise", 7),
    (ies(h=(0, 100)), "tell of no symmetry", 9),
    (ies(kind=7), "the photometric type is 7, which cannot be", 5),
    (ies(lambda *_: 0.0), "every intensity is 0", 9),
    (ies().replace("TILT=NONE\n1 ", "TILT=NONE\nnan "), "the number of lamps is nan", 5),
]


@pytest.mark.parametrize(("text", "reason", "line"), BROKEN)
def test_broken_files_are_refused_with_line_and_reason(text: str, reason: str, line: int) -> None:
    with pytest.raises(DocumentError, match=r"^Line \d+: ") as caught:
        read_ies(text)
    assert caught.value.code == "broken-ies"
    assert reason in caught.value.sentence
    assert abs(int(caught.value.value) - line) <= 6


@pytest.mark.parametrize(
    "content",
    [
        ies().encode(),
        b"\xef\xbb\xbf" + ies().encode(),
        ies(head="IESNA91\n[OTHER] Stra\u00dfe 5 \u00b0\n").encode("cp1252"),
        ies().encode("utf-16"),
    ],
)
def test_any_usual_encoding_is_read(content: bytes) -> None:
    _, found = read_ies_file(content)
    assert found.axis_cd == pytest.approx(1000)


def test_what_is_no_text_or_far_too_long_is_refused() -> None:
    for content in (b"\x00\x01\x02" * 50, b"9 " * 500_000):
        with pytest.raises(DocumentError):
            read_ies_file(content)


def test_a_plan_with_a_broken_file_is_refused_in_words() -> None:
    data: dict[str, Any] = changed().model_dump(mode="json")
    data["lights"][0]["fixture"]["ies"] = ies(h=(0, 100))
    with pytest.raises(PlanRefused) as caught:
        validate_plan(data)
    assert "symmetry" in caught.value.problems[0].sentence
