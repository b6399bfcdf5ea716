"""A server killed again and again in the middle of what it does: nothing acknowledged is lost."""

from __future__ import annotations

import http.client
import json
import random
import signal
import subprocess
import sys
import threading
import time
import urllib.error
from pathlib import Path
from typing import Any

import pytest

from steeple.core.plan.reading import write_plan
from steeple.main import DATABASE_NAME
from steeple.store.copies import backup_to, restore_from
from tests.cli.test_serving import ask
from tests.plans import SOUND

PLAN = json.loads(write_plan(SOUND))


class Mortal:
    """A server that is killed and started again on the same folder."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.process: subprocess.Popen[str] | None = None
        self.address = ""

    def start(self) -> None:
        words = ["-m", "steeple.cli.command", "serve", "--data", str(self.folder), "--port", "0"]
        self.process = subprocess.Popen([sys.executable, *words], stdout=subprocess.PIPE, text=True)
        assert self.process.stdout is not None
        self.address = self.process.stdout.readline().split()[-1].rstrip("/")

    def kill(self) -> None:
        assert self.process is not None
        self.process.send_signal(signal.SIGKILL)
        self.process.communicate()


def saving(server: Mortal, plan_id: str, line: str, told: list[int], seed: int) -> None:
    """Save, undo and redo as fast as it goes, until the server is gone; what was acknowledged goes to
    ``told``."""
    chance = random.Random(seed)
    try:
        revision = ask(server.address, f"/api/plans/{plan_id}/head")["revision"]
        while True:
            body: dict[str, Any] = {"line": line, "base_revision": revision}
            move = chance.choice(["save", "save", "save", "undo", "redo"])
            path, method = f"/api/plans/{plan_id}/{move}", "POST"
            if move == "save":
                body["plan"] = {**PLAN, "title": f"revision {revision + 1}"}
                path, method = f"/api/plans/{plan_id}", "PUT"
            try:
                revision = ask(server.address, path, body, method)["revision"]
                told.append(revision)
            except urllib.error.HTTPError as error:
                error.close()
                if error.code != 409:  # else there was nothing to undo or redo
                    told.append(-error.code)
    except (OSError, http.client.HTTPException):
        return


def loop(folder: Path, kills: int, seed: int) -> int:
    """So many kills in the middle of changes; how many changes were acknowledged."""
    server = Mortal(folder)
    server.start()
    ids = [ask(server.address, "/api/plans/open", PLAN, "POST")["id"] for _ in range(3)]
    line = ask(server.address, f"/api/plans/{ids[0]}/head")["line"]
    chance = random.Random(seed)
    acknowledged = 0
    for turn in range(kills):
        told: list[list[int]] = [[] for _ in ids]
        threads = [
            threading.Thread(target=saving, args=(server, plan_id, line, list_of, seed + turn))
            for plan_id, list_of in zip(ids, told, strict=True)
        ]
        for thread in threads:
            thread.start()
        time.sleep(chance.uniform(0.02, 0.4))
        server.kill()
        for thread in threads:
            thread.join()
        server.start()
        for plan_id, list_of in zip(ids, told, strict=True):
            sheet = ask(server.address, f"/api/plans/{plan_id}")
            assert sheet["line"] == line
            assert min(list_of, default=0) >= 0, "an answer that should not have come"
            if list_of:
                assert sheet["revision"] in (list_of[-1], list_of[-1] + 1)
                acknowledged += len(list_of)
    server.kill()
    return acknowledged


def test_kills_while_saving_lose_nothing_acknowledged(tmp_path: Path) -> None:
    assert loop(tmp_path, 3, seed=1) > 3


@pytest.mark.exhaustive
@pytest.mark.parametrize("seed", range(10))
def test_hundreds_of_kills_lose_nothing_acknowledged(tmp_path: Path, seed: int) -> None:
    assert loop(tmp_path, 30, seed=seed * 1000) > 30


def test_a_backup_while_saving_is_whole(tmp_path: Path) -> None:
    server = Mortal(tmp_path / "plans")
    server.start()
    plan_id = ask(server.address, "/api/plans/open", PLAN, "POST")["id"]
    line = ask(server.address, f"/api/plans/{plan_id}/head")["line"]
    told: list[int] = []
    thread = threading.Thread(target=saving, args=(server, plan_id, line, told, 5))
    thread.start()
    copies = []
    for turn in range(5):
        time.sleep(0.1)
        least = told[-1] if told else 1
        copies.append((tmp_path / f"copy{turn}.db", least))
        backup_to(server.folder / DATABASE_NAME, copies[-1][0])
    server.kill()
    thread.join()
    for copy, least in copies:
        restore_from(copy, server.folder / DATABASE_NAME)
        server.start()
        head = ask(server.address, f"/api/plans/{plan_id}/head")
        assert head["revision"] >= least
        assert head["line"] != line
        server.kill()
