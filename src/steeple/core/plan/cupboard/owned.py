"""What a maker owns, as far as mends and comparisons may take it."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.plan.gear.adapter import Adapter
from steeple.core.plan.gear.body import Body
from steeple.core.plan.gear.fixture import Fixture
from steeple.core.plan.gear.lens import Lens
from steeple.core.plan.gear.support import Support
from steeple.core.plan.values import Part, Slug


class OwnedSupport(Part):
    """A support that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: Support


class OwnedFixture(Part):
    """A lamp that is owned, with its id in the cupboard."""

    id: Slug | None = None
    gear: Fixture


@dataclass(frozen=True, slots=True)
class Owned:
    """What the maker owns and a mend may take."""

    lenses: tuple[Lens, ...] = ()
    bodies: tuple[Body, ...] = ()
    fixtures: tuple[OwnedFixture, ...] = ()
    supports: tuple[OwnedSupport, ...] = ()
    adapters: tuple[Adapter, ...] = ()


NOTHING_OWNED = Owned()
