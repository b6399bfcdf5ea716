"""What one can do with the cupboard."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import TypeVar

from steeple.core.errors import InputError
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.kinds import Gear, GearKind
from steeple.core.plan.cupboard.owned import Owned, owned_of
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.filter import LensFilter
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.gear.sound.absorber import Absorber
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.reading import read_plan
from steeple.formats.gear_csv import RowRefused, Table, read_gear_csv, write_gear_csv
from steeple.formats.gear_json import read_gear_json, write_gear_json
from steeple.services.plans import Clock, new_id
from steeple.store.database import Database
from steeple.store.gear import GearRepository, GearState, StoredGear, things
from steeple.store.plans import PlanRepository, StoredPlan

Kind = TypeVar(
    "Kind",
    Body,
    Lens,
    Support,
    Adapter,
    Fixture,
    LightCard,
    Ballast,
    Gel,
    LensFilter,
    LampStand,
    Medium,
    PowerSource,
    Recorder,
    Microphone,
    MicStand,
    Absorber,
    Lead,
)


@dataclass(frozen=True, slots=True)
class Cupboard:
    """What plans take from the cupboard, as far as it is in use, with its ids."""

    bodies: list[tuple[str, Body]]
    lenses: list[tuple[str, Lens]]
    supports: list[tuple[str, Support]]
    adapters: list[tuple[str, Adapter]]
    fixtures: list[tuple[str, Fixture]]
    cards: list[tuple[str, LightCard]]
    weights: list[tuple[str, Ballast]]
    gels: list[tuple[str, Gel]]
    filters: list[tuple[str, LensFilter]]
    stands: list[tuple[str, LampStand]]
    media: list[tuple[str, Medium]]
    power: list[tuple[str, PowerSource]]
    recorders: list[tuple[str, Recorder]]
    microphones: list[tuple[str, Microphone]]
    mic_stands: list[tuple[str, MicStand]]
    absorbers: list[tuple[str, Absorber]]
    leads: list[tuple[str, Lead]]


@dataclass(frozen=True, slots=True)
class PlanWithCopy:
    """A plan that carries a copy of a thing; ``same`` where the copy says what the cupboard says."""

    id: str
    title: str
    line: str
    revision: int
    same: bool


@dataclass(slots=True)
class Import:
    """What became of a file: nothing is put into the cupboard unless ``done``."""

    table: Table
    done: bool = False
    fresh: list[tuple[int, str, str]] = field(default_factory=list)
    """Line, kind and name of each thing that is new."""
    known: list[tuple[int, str, str]] = field(default_factory=list)
    """The same for things that the cupboard has already, figure for figure."""

    @property
    def refused(self) -> list[RowRefused]:
        """The rows that were not taken, with why."""
        return self.table.refused


def _in_use(gear: GearRepository, kind: GearKind, model: type[Kind]) -> list[tuple[str, Kind]]:
    return [(one.id, one.gear) for one in gear.find(kind=kind) if isinstance(one.gear, model)]


def copies_in(plan: Plan, gear_id: str) -> list[tuple[str, Gear | None]]:
    """Where a plan has a copy of a thing: JSON pointer and the copy."""
    found: list[tuple[str, Gear | None]] = []
    for index, camera in enumerate(plan.cameras):
        if camera.body_id == gear_id:
            found.append((f"/cameras/{index}/body", camera.body))
        if camera.lens_id == gear_id:
            found.append((f"/cameras/{index}/lens", camera.lens))
    for index, support in enumerate(plan.supports):
        if support.gear_id == gear_id:
            found.append((f"/supports/{index}/gear", support.gear))
    for index, recorder in enumerate(plan.recorders):
        if recorder.gear_id == gear_id:
            found.append((f"/recorders/{index}/gear", recorder.gear))
    for index, mic in enumerate(plan.mics):
        if mic.gear_id == gear_id:
            found.append((f"/mics/{index}/gear", mic.gear))
    for index, bank in enumerate(plan.banks):
        if bank.gear_id == gear_id:
            found.append((f"/banks/{index}/gear", bank.gear))
    for index, light in enumerate(plan.lights):
        if light.fixture_id == gear_id:
            found.append((f"/lights/{index}/fixture", light.fixture))
    for index, placed in enumerate(plan.cards):
        if placed.card_id == gear_id:
            found.append((f"/cards/{index}/card", placed.card))
    return found


@dataclass(frozen=True, slots=True)
class GearService:
    """The cupboard. ``clock`` gives aware times."""

    database: Database
    clock: Clock

    def _now(self) -> str:
        return self.clock().isoformat(timespec="microseconds")

    def cupboard(self) -> Cupboard:
        """Every body, lens, support, adapter and lamp in use."""
        with self.database.reading() as connection:
            gear = GearRepository(connection)
            return Cupboard(
                bodies=_in_use(gear, "body", Body),
                lenses=_in_use(gear, "lens", Lens),
                supports=_in_use(gear, "support", Support),
                adapters=_in_use(gear, "adapter", Adapter),
                fixtures=_in_use(gear, "fixture", Fixture),
                cards=_in_use(gear, "card", LightCard),
                weights=_in_use(gear, "weight", Ballast),
                gels=_in_use(gear, "gel", Gel),
                filters=_in_use(gear, "filter", LensFilter),
                stands=_in_use(gear, "stand", LampStand),
                media=_in_use(gear, "medium", Medium),
                power=_in_use(gear, "power", PowerSource),
                recorders=_in_use(gear, "recorder", Recorder),
                microphones=_in_use(gear, "microphone", Microphone),
                mic_stands=_in_use(gear, "mic-stand", MicStand),
                absorbers=_in_use(gear, "absorber", Absorber),
                leads=_in_use(gear, "lead", Lead),
            )

    def considered(self) -> Owned:
        """What is thought of and not owned: it stands beside what is owned wherever things are compared."""
        with self.database.reading() as connection:
            found = GearRepository(connection).find(state="considered")
        return owned_of([one.gear for one in found])

    def get(self, gear_id: str) -> StoredGear:
        """A thing by its id."""
        with self.database.reading() as connection:
            return GearRepository(connection).get(gear_id)

    def find(
        self, *, kind: GearKind | None = None, words: str = "", state: GearState = "owned"
    ) -> list[StoredGear]:
        """Things of a kind, by the words sought."""
        with self.database.reading() as connection:
            return GearRepository(connection).find(kind=kind, words=words, state=state)

    def own(self, gear_id: str) -> StoredGear:
        """A thing that was considered is owned now."""
        with self.database.writing() as connection:
            return GearRepository(connection).own(gear_id)

    def add(self, gear: Gear, *, considered: bool = False) -> StoredGear:
        """Put a thing into the cupboard, or among those that are considered."""
        gear_id = new_id()
        with self.database.writing() as connection:
            repository = GearRepository(connection)
            repository.add(gear_id, gear, at=self._now(), considered=considered)
            return repository.get(gear_id)

    def edit(self, gear_id: str, gear: Gear, *, base: int) -> StoredGear:
        """Change a thing; the same figures again change nothing and are never a conflict."""
        with self.database.writing() as connection:
            repository = GearRepository(connection)
            now = repository.get(gear_id)
            if now.gear == gear:
                return now
            return repository.edit(gear_id, gear, base=base, at=self._now())

    def copy(self, gear_id: str) -> StoredGear:
        """A second thing with the same figures, named as a copy."""
        with self.database.reading() as connection:
            gear = GearRepository(connection).get(gear_id).gear
        return self.add(gear.model_copy(update={"name": f"{gear.name[:110]}, copy"}))

    def retire(self, gear_id: str) -> StoredGear:
        """Take a thing out of use; plans keep their copies, and it can be put back."""
        with self.database.writing() as connection:
            return GearRepository(connection).set_retired(gear_id, self._now())

    def put_back(self, gear_id: str) -> StoredGear:
        """Take a retired thing into use again."""
        with self.database.writing() as connection:
            return GearRepository(connection).set_retired(gear_id, None)

    def as_csv(self, kind: GearKind | None = None) -> str:
        """Everything in use, or one kind, as a table."""
        return write_gear_csv(things(self.find(kind=kind)))

    def as_json(self, kind: GearKind | None = None) -> str:
        """Everything in use, or one kind, as JSON."""
        return write_gear_json(things(self.find(kind=kind)))

    def take_in(
        self, content: bytes, *, kind: GearKind | None = None, only_sound: bool = False,
        look_only: bool = False,
    ) -> Import:  # fmt: skip
        """Put the things of a CSV or JSON file into the cupboard.

        Parameters
        ----------
        content
            the file; JSON where it begins with a brace.
        kind
            what the rows are where a table does not say.
        only_sound
            take the sound rows though others are refused; else nothing is taken then.
        look_only
            say what would become of it, and take nothing.
        """
        is_json = content.lstrip(b"\xef\xbb\xbf \t\r\n").startswith(b"{")
        table = read_gear_json(content) if is_json else read_gear_csv(content, kind=kind)
        outcome = Import(table)
        with self.database.writing() as connection:
            repository = GearRepository(connection)
            there = {(one.kind, one.gear.model_dump_json()) for one in repository.find()}
            take = not look_only and (only_sound or not table.refused)
            for row in table.taken:
                key = (row.kind, row.gear.model_dump_json())
                entry = (row.line, str(row.kind), row.gear.name)
                if key in there:
                    outcome.known.append(entry)
                    continue
                there.add(key)
                outcome.fresh.append(entry)
                if take:
                    repository.add(new_id(), row.gear, at=self._now())
            outcome.done = take
        return outcome

    def plans_with(self, gear_id: str) -> list[PlanWithCopy]:
        """Plans that carry a copy of a thing."""
        with self.database.reading() as connection:
            repository = GearRepository(connection)
            gear = repository.get(gear_id).gear
            found = []
            for using in repository.plans_using(gear_id):
                copies = copies_in(read_plan(using.document.encode()), gear_id)
                if copies:
                    same = all(copy == gear for _, copy in copies)
                    line = self.database.line
                    found.append(PlanWithCopy(using.id, using.title, line, using.revision, same))
            return found

    def renew_in(
        self, gear_id: str, plan_id: str, *, base: int, line: str | None = None
    ) -> StoredPlan:
        """Put what the cupboard says of a thing into a plan that carries a copy of it."""
        with self.database.writing() as connection:
            gear = GearRepository(connection).get(gear_id).gear
            plans = PlanRepository(connection)
            newest = plans.newest(plan_id)
            newest.must_be(base, line)
            before = newest.plan
            copies = copies_in(before, gear_id)
            if not copies:
                raise InputError(
                    "no-copy",
                    "This plan carries no copy of that thing; nothing was changed.",
                    field="plan_id",
                    value=plan_id,
                )
            changes = [Change(path=path, value=gear.model_dump(mode="json")) for path, _ in copies]
            if isinstance(gear, Body):
                modes = {mode.name for mode in gear.modes}
                changes += [
                    Change(path=f"/cameras/{index}/mode", value=None)
                    for index, camera in enumerate(before.cameras)
                    if camera.body_id == gear_id and camera.mode not in modes
                ]
            plan = apply_changes(before, changes)
            if plan == before:
                return plans.get(plan_id)
            label = f"Figures of {gear.name}"[:120]
            at = self.clock().isoformat(timespec="milliseconds")
            return plans.append(newest, plan, label=label, at=at)
