"""How parts join up: the shortest way from what a support offers to what a camera takes.

Every end of a part mates with exactly one other kind of end. The ways are edges of a graph whose
nodes are the ends offered so far; the shortest path is found by Dijkstra's method (networkx).

References: ISO 1222 (tripod connections: 1/4 and 3/8 inch); ISO 518 (camera accessory shoes).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import islice, pairwise
from types import MappingProxyType

import networkx as nx

_PAIRS = (
    ("1/4-20 stud", "1/4-20 socket"),
    ("3/8-16 stud", "3/8-16 socket"),
    ("5/8 spigot", "5/8 receiver"),
    ("5/8-27 stud", "5/8-27 socket"),
    ("M6 stud", "M6 socket"),
    ("shoe foot", "cold shoe"),
    ("quick-release plate", "quick-release clamp"),
    ("tube", "tube clamp"),
    ("phone", "phone grip"),
)
MATES: Mapping[str, str] = MappingProxyType(
    {**dict(_PAIRS), **{other: one for one, other in _PAIRS}}
)
"""What each end goes into, or takes."""
_GET = 10.0
"""A part that must be got first counts as this many that are there."""
_PATHS_TRIED = 24


@dataclass(frozen=True, slots=True)
class Piece:
    """A part with two ends; ``count`` is how many there are, 0 for one that would have to be got."""

    name: str
    ends: tuple[str, str]
    count: int
    mass_g: float | None = None
    rated_load_g: float | None = None


@dataclass(frozen=True, slots=True)
class Link:
    """A part in its place: ``lower`` goes to what is below, ``upper`` to what comes next."""

    piece: Piece
    lower: str
    upper: str

    @property
    def owned(self) -> bool:
        """Whether the piece is there, and not one to get."""
        return self.piece.count > 0


@dataclass(frozen=True, slots=True)
class Chain:
    """The way from a support to a camera. ``start`` is the end of the support that is used."""

    start: str
    goal: str
    links: tuple[Link, ...]

    @property
    def missing(self) -> tuple[Link, ...]:
        """The links whose piece is not owned."""
        return tuple(link for link in self.links if not link.owned)


def mate_of(end: str) -> str:
    """What goes with an end. A quick-release goes with its own family only: ``…clamp:family``.

    Parameters
    ----------
    end
        an end as `end_of` gives it, such as ``1/4-male``.
    """
    kind, colon, family = end.partition(":")
    return MATES[kind] + colon + family


def end_of(kind: str, family: str | None) -> str:
    """An end as the graph knows it: a quick-release with its family.

    Parameters
    ----------
    kind, family
        kind of thread or plate, and the family of a quick-release; None for others.
    """
    return f"{kind}:{family or ''}" if kind.startswith("quick-release") else kind


def _graph(pieces: Sequence[Piece]) -> nx.DiGraph:
    graph = nx.DiGraph()
    for index, piece in enumerate(pieces):
        for side in (0, 1):
            lower, upper = piece.ends[side], piece.ends[1 - side]
            offered = mate_of(lower)
            weight = (1.0 if piece.count else _GET) + index * 1e-6
            if offered == upper:
                continue
            known = graph.get_edge_data(offered, upper)
            if known is None or known["weight"] > weight:
                graph.add_edge(offered, upper, weight=weight, link=Link(piece, lower, upper))
    return graph


def _enough(links: Sequence[Link]) -> bool:
    """Whether no part is used more often than there are of it."""
    used: dict[Piece, int] = {}
    for link in links:
        used[link.piece] = used.get(link.piece, 0) + 1
    return all(piece.count == 0 or count <= piece.count for piece, count in used.items())


def shortest_chain(*, offers: Sequence[str], takes: str, pieces: Sequence[Piece]) -> Chain | None:
    """The way from one of the ends that a support offers to the end of a camera.

    Parameters
    ----------
    offers
        ends of the support, in the order in which they are preferred.
    takes
        end of the camera, such as ``1/4-20 socket``.
    pieces
        adapters owned, then kinds that could be got.

    Returns
    -------
    The way with the fewest parts to get, then the fewest parts; None where there is none.
    """
    wanted = mate_of(takes)
    graph = _graph(pieces)
    graph.add_node(wanted)
    best: tuple[float, Chain] | None = None
    for place, start in enumerate(dict.fromkeys(offers)):
        if start not in graph:
            continue
        if not nx.has_path(graph, start, wanted):
            continue
        for path in islice(
            nx.shortest_simple_paths(graph, start, wanted, weight="weight"), _PATHS_TRIED
        ):
            links = tuple(graph[one][other]["link"] for one, other in pairwise(path))
            if not _enough(links):
                continue
            cost = sum(graph[a][b]["weight"] for a, b in pairwise(path)) + place * 1e-3
            if best is None or cost < best[0]:
                best = (cost, Chain(start=start, goal=takes, links=links))
            break
    return None if best is None else best[1]
