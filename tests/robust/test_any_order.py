"""Requests in any order: what follows from an answer is asked next, and the shelf is what a simple model of
it says it is."""

from __future__ import annotations

import json
import tempfile
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import pytest
import schemathesis
from fastapi import FastAPI
from hypothesis import HealthCheck, Phase, settings
from hypothesis import strategies as st
from hypothesis.stateful import (
    Bundle,
    RuleBasedStateMachine,
    consumes,
    invariant,
    precondition,
    rule,
)
from starlette.testclient import TestClient

from steeple.core.plan.reading import write_plan
from steeple.main import DATABASE_NAME, build
from steeple.store.copies import backup_to, restore_from
from steeple.store.database import Database
from tests.plans import SOUND

PLAN = json.loads(write_plan(SOUND))
HOST = {"host": "127.0.0.1"}
ANY_TITLE = st.sampled_from(["bread", "clay", "lute", "{x}", "a % b", "—", "<b>", "?"])


def settings_of(examples: int, steps: int) -> settings:
    return settings(
        max_examples=examples,
        stateful_step_count=steps,
        deadline=None,
        suppress_health_check=list(HealthCheck),
        database=None,
        phases=[Phase.generate],
        derandomize=True,
    )


@pytest.fixture
def app(tmp_path: Path) -> Iterator[FastAPI]:
    database = Database(tmp_path / DATABASE_NAME)
    yield build(database)
    database.close()


def links_followed(app: FastAPI, examples: int) -> dict[str, int]:
    """Requests invented from the description, each led on by the links of the answers before it; how many
    of each status came back."""
    schema: Any = schemathesis.openapi.from_asgi("/api/openapi.json", app, headers=HOST)
    machine: Any = schema.as_state_machine()
    seen: dict[str, int] = {}

    class Linked(machine):  # type: ignore[misc]
        def get_call_kwargs(self, _case: Any) -> dict[str, Any]:
            return {"headers": HOST}

        def validate_response(self, response: Any, case: Any, *_: Any, **__: Any) -> None:
            said = (case.method, case.path, response.status_code, response.content[:300])
            assert response.status_code < 500, said
            key = f"{case.method} {case.path} {response.status_code}"
            seen[key] = seen.get(key, 0) + 1
            if response.status_code >= 400 and response.status_code != 403:
                assert "problems" in response.json(), said

    Linked.run(settings=settings_of(examples, 20))
    return seen


def test_links_lead_to_what_is_there(app: FastAPI) -> None:
    document = app.openapi()
    operations = {
        one["operationId"]: one for path in document["paths"].values() for one in path.values()
    }
    links = [
        link
        for one in operations.values()
        for reply in one["responses"].values()
        for link in reply.get("links", {}).values()
    ]
    assert len(links) > 60
    for link in links:
        aimed = operations[link["operationId"]]
        wanted = {one["name"] for one in aimed.get("parameters", ()) if one["required"]}
        assert wanted == set(link.get("parameters", {}))
        assert ("requestBody" in link) == ("requestBody" in aimed)


def test_requests_led_by_links_never_give_a_500(app: FastAPI) -> None:
    seen = links_followed(app, 8)
    assert sum(seen.values()) > 60
    assert any(key.startswith("GET /api/plans/{plan_id}") and "200" in key for key in seen)


@pytest.mark.exhaustive
def test_thousands_of_requests_led_by_links_never_give_a_500(app: FastAPI) -> None:
    assert sum(links_followed(app, 400).values()) > 4000


@dataclass
class Known:
    """What must be true of a plan: its edits as a tree, the one that shows, what undo leads back to."""

    id: str
    revision: int = 1
    title: str = ""
    back: list[str] = field(default_factory=list)
    forth: list[str] = field(default_factory=list)
    removed: bool = False
    lost: bool = False
    """Whether it is in no database any more, after a restore."""

    def shows(self, sheet: dict[str, Any]) -> None:
        assert sheet["id"] == self.id
        assert sheet["revision"] == self.revision
        assert sheet["plan"]["title"] == self.title
        assert (sheet["undo_label"] is None) == (not self.back)
        assert (sheet["redo_label"] is None) == (not self.forth)


class Shelf(RuleBasedStateMachine):
    """A shelf through the API beside a model of it, with restarts, backups and restores between."""

    plans: Any = Bundle("plans")

    def __init__(self) -> None:
        super().__init__()
        self.folder = tempfile.TemporaryDirectory()
        self.path = Path(self.folder.name) / DATABASE_NAME
        self.known: list[Known] = []
        self.kept: tuple[Path, list[Known]] | None = None
        self.open()

    def open(self) -> None:
        self.database = Database(self.path)
        self.line = self.database.line
        self.api = TestClient(build(self.database), base_url="http://127.0.0.1")

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        return self.api.request(method, f"/api/plans{path}", json=body)

    def step(self, plan: Known, word: str, base: int) -> Any:
        return self.ask("POST", f"/{plan.id}/{word}", {"line": self.line, "base_revision": base})

    @rule(target=plans, title=ANY_TITLE)
    def open_a_file(self, title: str) -> Known:
        reply = self.ask("POST", "/open", {**PLAN, "title": title})
        assert reply.status_code == 201
        plan = Known(id=reply.json()["id"], title=title)
        plan.shows(reply.json())
        self.known.append(plan)
        return plan

    @rule(plan=plans, title=ANY_TITLE, behind=st.sampled_from([0, 0, 0, 1, -1]))
    def save(self, plan: Known, title: str, behind: int) -> None:
        base = max(1, plan.revision - behind)
        body = {"line": self.line, "base_revision": base, "plan": {**PLAN, "title": title}}
        reply = self.ask("PUT", f"/{plan.id}", body)
        if plan.removed:
            assert reply.status_code == 404
        elif title == plan.title:
            plan.shows(reply.json())
        elif base != plan.revision:
            assert reply.status_code == 409
            assert reply.json()["newest_revision"] == plan.revision
        else:
            plan.back.append(plan.title)
            plan.forth.clear()
            plan.title, plan.revision = title, plan.revision + 1
            plan.shows(reply.json())

    @rule(plan=plans, word=st.sampled_from(["undo", "redo"]))
    def step_back_or_forth(self, plan: Known, word: str) -> None:
        reply = self.step(plan, word, plan.revision)
        leaves, finds = (plan.forth, plan.back) if word == "undo" else (plan.back, plan.forth)
        if plan.removed or not finds:
            assert reply.status_code == (404 if plan.removed else 409)
            return
        leaves.append(plan.title)
        plan.title, plan.revision = finds.pop(), plan.revision + 1
        plan.shows(reply.json())

    @rule(plan=plans)
    def remove(self, plan: Known) -> None:
        reply = self.ask("DELETE", f"/{plan.id}")
        assert reply.status_code == (404 if plan.lost else 204)
        plan.removed = True

    @rule(plan=plans)
    def put_back(self, plan: Known) -> None:
        reply = self.ask("POST", f"/{plan.id}/put-back")
        if plan.lost:
            assert reply.status_code == 404
            return
        plan.removed = False
        plan.shows(reply.json())

    @rule(target=plans, plan=plans, title=ANY_TITLE)
    def keep_a_copy(self, plan: Known, title: str) -> Known:
        body = {"line": "elsewhere", "base_revision": 7, "plan": {**PLAN, "title": title}}
        reply = self.ask("POST", f"/{plan.id}/copy", body)
        assert reply.status_code == 201
        copy = Known(id=reply.json()["id"], title=f"{title} (mine)")
        copy.shows(reply.json())
        self.known.append(copy)
        return copy

    @rule(plan=plans)
    def save_from_another_line(self, plan: Known) -> None:
        body = {"line": "elsewhere", "base_revision": plan.revision, "plan": {**PLAN, "title": "x"}}
        reply = self.ask("PUT", f"/{plan.id}", body)
        assert reply.status_code == (404 if plan.removed else 409)

    @rule()
    def start_again(self) -> None:
        self.database.close()
        self.open()

    @rule()
    def back_up(self) -> None:
        path = Path(self.folder.name) / f"copy-{len(list(Path(self.folder.name).iterdir()))}.db"
        backup_to(self.path, path)
        as_it_was = [
            Known(**{**vars(one), "back": [*one.back], "forth": [*one.forth]}) for one in self.known
        ]
        self.kept = (path, as_it_was)

    @precondition(lambda self: self.kept is not None)
    @rule()
    def restore(self) -> None:
        assert self.kept is not None
        path, as_it_was = self.kept
        self.database.close()
        before = self.line
        restore_from(path, self.path)
        self.open()
        assert self.line != before
        there = {one.id: one for one in as_it_was}
        for plan in self.known:
            was = there.get(plan.id)
            # Of a plan that the backup has not there is nothing left to know.
            vars(plan).update(vars(was) if was else {"removed": True, "lost": True})
        self.known = [one for one in self.known if not one.lost]
        self.kept = None

    @rule(plan=consumes(plans))
    def forget(self, plan: Known) -> None:
        """What was removed stays readable as it was."""
        if not plan.lost:
            found = self.ask("GET", f"/{plan.id}/revisions/{plan.revision}").json()
            assert found["plan"]["title"] == plan.title

    @invariant()
    def the_shelf_is_as_the_model(self) -> None:
        shelf = self.ask("GET", "").json()
        for name, removed in (("plans", False), ("removed", True)):
            found = sorted((one["id"], one["title"], one["revision"]) for one in shelf[name])
            wanted = [
                (one.id, one.title, one.revision) for one in self.known if one.removed == removed
            ]
            assert found == sorted(wanted)

    def teardown(self) -> None:
        self.database.close()
        self.folder.cleanup()


TestShelf = Shelf.TestCase
TestShelf.settings = settings_of(12, 25)


class _LongShelf(Shelf):
    """The same for longer."""


TestShelfAtLength = pytest.mark.exhaustive(_LongShelf.TestCase)
TestShelfAtLength.settings = settings_of(400, 60)
