"""When something runs, out of stretches: together, not at all, and at a moment."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence

Stretch = tuple[int, int]
"""From a second to a second."""


def joined(stretches: Iterable[Stretch]) -> list[Stretch]:
    """Stretches that touch or overlap as one, in order.

    Parameters
    ----------
    stretches
        in any order; empty ones are left out.
    """
    found: list[Stretch] = []
    for start, end in sorted(one for one in stretches if one[1] > one[0]):
        if found and start <= found[-1][1]:
            found[-1] = found[-1][0], max(found[-1][1], end)
        else:
            found.append((start, end))
    return found


def without(whole: Iterable[Stretch], out: Iterable[Stretch]) -> list[Stretch]:
    """What is left of stretches where others are taken out.

    Parameters
    ----------
    whole, out
        stretches, and what is taken out of them, each in any order.
    """
    gone = joined(out)
    found: list[Stretch] = []
    for start, end in joined(whole):
        at = start
        for first, last in gone:
            if last <= at or first >= end:
                continue
            if first > at:
                found.append((at, first))
            at = max(at, last)
        if at < end:
            found.append((at, end))
    return found


def common(one: Iterable[Stretch], other: Iterable[Stretch]) -> list[Stretch]:
    """What lies in both.

    Parameters
    ----------
    one, other
        stretches in any order.
    """
    whole = joined(one)
    return without(whole, without(whole, other))


def length(stretches: Iterable[Stretch]) -> int:
    """Seconds in all of them together, each counted once.

    Parameters
    ----------
    stretches
        in any order.
    """
    return sum(end - start for start, end in joined(stretches))


def count_over(
    stretches: Sequence[Sequence[Stretch]], window: Stretch
) -> list[tuple[Stretch, int]]:
    """How many of several run, moment by moment.

    Parameters
    ----------
    stretches
        those of each device.
    window
        what is looked at.

    Returns
    -------
    Stretches of the window, in order, each with how many devices run throughout it.
    """
    first, last = window
    edges = {first, last}
    for device in stretches:
        edges |= {min(max(at, first), last) for stretch in device for at in stretch}
    marks = sorted(edges)
    found: list[tuple[Stretch, int]] = []
    for start, end in itertools.pairwise(marks):
        count = sum(any(a <= start and end <= b for a, b in device) for device in stretches)
        if found and found[-1][1] == count:
            found[-1] = (found[-1][0][0], end), count
        else:
            found.append(((start, end), count))
    return found
