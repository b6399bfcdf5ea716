"""How the parts from support to camera join up, from the adapters in the plan and kinds to get."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from types import MappingProxyType

from steeple.core.hold.joining import Chain, Piece, end_of, shortest_chain
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Support

TAKES = {
    "camera": "1/4-20 socket",
    "fixed-lens camera": "1/4-20 socket",
    "phone": "phone",
    "webcam": "1/4-20 socket",
}
"""What a camera is held by where it is not given: ISO 1222 for cameras, the edges of a phone."""

END_WORDS: Mapping[str, str] = MappingProxyType(
    {
        "1/4-20 stud": "¼-20 screw",
        "1/4-20 socket": "¼-20 hole",
        "3/8-16 stud": "⅜-16 screw",
        "3/8-16 socket": "⅜-16 hole",
        "5/8 spigot": "⅝ spigot",
        "5/8 receiver": "sleeve for a ⅝ spigot",
        "5/8-27 stud": "⅝-27 screw",
        "5/8-27 socket": "⅝-27 hole",
        "M6 stud": "M6 screw",
        "M6 socket": "M6 hole",
        "shoe foot": "shoe foot",
        "cold shoe": "cold shoe",
        "quick-release plate": "quick-release plate",
        "quick-release clamp": "quick-release clamp",
        "tube": "bare tube",
        "tube clamp": "clamp for a tube",
        "phone": "edges of the phone",
        "phone grip": "grip for a phone",
    }
)
"""What an end is called at the bench."""
JOIN_WORDS: Mapping[str, str] = MappingProxyType(
    {
        "stud": "screws into",
        "socket": "takes",
        "spigot": "goes into",
        "receiver": "slips over",
        "foot": "slides into",
        "shoe": "takes",
        "plate": "locks into",
        "clamp": "closes on",
        "tube": "is held by",
        "phone": "is held by",
        "grip": "holds",
    }
)


def end_words(end: str) -> str:
    """An end in words, with its quick-release family."""
    kind, _, family = end.partition(":")
    return END_WORDS[kind] + (f" ({family})" if family else "")


def join_words(end: str) -> str:
    """What an end does with the one it meets: a stud screws into its hole."""
    return JOIN_WORDS[end.partition(":")[0].rsplit(" ", 1)[-1]]


_KINDS = (
    ("reducing bush, ⅜ outside, ¼ inside", "3/8-16 stud", "1/4-20 socket"),
    ("adapter screw, ⅜ hole to ¼ stud", "3/8-16 socket", "1/4-20 stud"),
    ("adapter screw, ¼ hole to ⅜ stud", "1/4-20 socket", "3/8-16 stud"),
    ("double stud ¼", "1/4-20 stud", "1/4-20 stud"),
    ("double stud ⅜ to ¼", "3/8-16 stud", "1/4-20 stud"),
    ("coupling nut ¼", "1/4-20 socket", "1/4-20 socket"),
    ("spigot adapter with ¼ stud", "5/8 receiver", "1/4-20 stud"),
    ("spigot with ¼ stud", "5/8 spigot", "1/4-20 stud"),
    ("spigot with ⅜ stud", "5/8 spigot", "3/8-16 stud"),
    ("adapter ⅝-27 hole to ¼ stud", "5/8-27 socket", "1/4-20 stud"),
    ("adapter ⅝-27 stud to ¼ stud", "5/8-27 stud", "1/4-20 stud"),
    ("tube clamp with ¼ stud", "tube clamp", "1/4-20 stud"),
    ("tube clamp with 16 mm spigot", "tube clamp", "5/8 spigot"),
    ("phone grip with ¼ hole", "1/4-20 socket", "phone grip"),
    ("shoe adapter with ¼ stud", "shoe foot", "1/4-20 stud"),
    ("M6 hole to ¼ stud", "M6 socket", "1/4-20 stud"),
)
KINDS_TO_GET: tuple[Piece, ...] = tuple(Piece(name, (one, other), 0) for name, one, other in _KINDS)
"""Small parts that any supplier of camera or microphone stands has; simplest first."""


@dataclass(frozen=True, slots=True)
class Joined:
    """How a support and a camera join; ``chain`` None where no way is known.

    ``known`` is False where the support's ends were not given.
    """

    known: bool
    takes: str
    chain: Chain | None


def piece_of(adapter: Adapter) -> Piece:
    """An adapter as a part with two ends."""
    return Piece(
        name=adapter.name,
        ends=(
            end_of(adapter.one_end, adapter.quick_release),
            end_of(adapter.other_end, adapter.quick_release),
        ),
        count=adapter.owned or 1,
        mass_g=adapter.mass_g,
        rated_load_g=adapter.rated_load_g,
    )


def plates_for(support: Support) -> tuple[Piece, ...]:
    """A plate of the support's own quick-release family, which one could get."""
    if "quick-release clamp" not in support.threads:
        return ()
    end = end_of("quick-release plate", support.quick_release)
    return (Piece("a plate for its quick-release", (end, "1/4-20 stud"), 0),)


def joined(support: Support, body: Body, adapters: Sequence[Adapter]) -> Joined:
    """The way from a support to a camera body."""
    takes: str = body.thread or TAKES[body.kind]
    if not support.threads:
        return Joined(known=False, takes=takes, chain=None)
    offers = tuple(end_of(one, support.quick_release) for one in support.threads)
    pieces = (*map(piece_of, adapters), *plates_for(support))
    return Joined(known=True, takes=takes, chain=_chain(offers, takes, pieces))


@lru_cache(maxsize=256)
def _chain(offers: tuple[str, ...], takes: str, pieces: tuple[Piece, ...]) -> Chain | None:
    return shortest_chain(offers=offers, takes=takes, pieces=(*pieces, *KINDS_TO_GET))
