"""The table of timings: ``python -m bench [--json]``."""

from __future__ import annotations

import argparse
import gzip
import http.client
import json
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from functools import partial
from pathlib import Path

from bench.dragging import dragging
from bench.light import light_step
from bench.plans import large_plan
from bench.renderer import renderer
from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import Owned, OwnedFixture
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.fixture import Fixture
from steeple.core.plan.reading import write_plan
from steeple.core.solve.lens.compare import compare
from steeple.core.solve.lens.work_out import work_out
from steeple.core.solve.lens.zoom_map import zoom_map
from steeple.core.study.cache import StudyCache
from steeple.demo.cupboard import BODIES, LENSES
from steeple.demo.plans import PLANS
from steeple.demo.rigging import LAMPS
from steeple.formats.gear_json import write_gear_json
from steeple.main import DATABASE_NAME, PAGES, make_context
from steeple.services.picture import picture_file
from steeple.store.database import Database

OWNED = Owned(
    lenses=LENSES,
    bodies=BODIES,
    fixtures=tuple(OwnedFixture(gear=one) for one in LAMPS if isinstance(one, Fixture)),
)
STORED_PLANS = 2_000
CLIENTS = 8
REQUESTS = 60


def _moved(plan: Plan, path: str, step: int) -> Plan:
    """A plan with a figure a few millimetres on, as it is while something is dragged."""
    camera = path.startswith("/cameras")
    now = plan.cameras[0].position.z_mm if camera else plan.lights[0].position.x_mm
    return apply_changes(plan, (Change(path=path, value=(now or 700.0) + 3.0 * step),))


def _dragged(plans: Sequence[Plan]) -> list[float]:
    """How long each of some plans takes one after the other, sorted."""
    recent = StudyCache()
    coming = iter(plans)
    return milliseconds(
        lambda: evaluate(next(coming), try_mends=False, cache=recent), times=len(plans) - 3
    )


def evaluations() -> Iterator[Timing]:
    """The core alone, on the demo plan that takes longest."""
    mended, whole, lens, lamp = 0.0, 0.0, 0.0, 0.0
    for plan in PLANS:
        full = milliseconds(lambda plan=plan: evaluate(plan, owned=OWNED), times=20)  # type: ignore[misc]
        fast = milliseconds(lambda plan=plan: evaluate(plan, try_mends=False), times=60)  # type: ignore[misc]
        mended = max(mended, percentile(full, 0.5))
        whole = max(whole, percentile(fast, 0.5))
        moved = [_moved(plan, "/cameras/0/position/z_mm", step) for step in range(60)]
        lens = max(lens, percentile(_dragged(moved), 0.95))
        moved = [_moved(plan, "/lights/0/position/x_mm", step) for step in range(60)]
        lamp = max(lamp, percentile(_dragged(moved), 0.95))
    large = milliseconds(lambda: evaluate(large_plan(), try_mends=False), times=20)
    yield line("full evaluation, every figure and finding, slowest demo plan", whole, "ms", 250)
    yield line("the same, 3 cameras and 4 lamps", percentile(large, 0.5), "ms", 250)
    yield line("slowest demo plan with every mend tried, which follows it", mended, "ms", None)
    yield line("evaluation while a lamp is dragged, slowest demo plan, p95", lamp, "ms", 40)
    yield line("evaluation while the lens is dragged, p95", lens, "ms", None)


def lens_step() -> Iterator[Timing]:
    """What the lens step works out beside the evaluation, on the slowest demo plan."""
    rows: list[tuple[str, Callable[[Plan], object], int, float]] = [
        ("zoom against height", zoom_map, 12, 150),
        ("what the lens sees, 320 px wide", lambda plan: _picture(plan, 320, "draft"), 12, 120),
        ("what the lens sees, 1280 px wide", lambda plan: _picture(plan, 1280, "fine"), 4, 1500),
        ("what is owned side by side", lambda plan: compare(plan, owned=OWNED), 4, 1000),
        ("a camera worked out", lambda plan: work_out(plan, owned=OWNED), 3, 10_000),
    ]
    for name, work, times, goal in rows:
        middles = []
        for plan in PLANS:
            taken = milliseconds(partial(work, plan), times=times, warm_up=1)
            middles.append(percentile(taken, 0.5))
        yield line(f"{name}, slowest demo plan, median", max(middles), "ms", goal)


def _picture(plan: Plan, width_px: int, quality: str) -> object:
    return picture_file(plan, camera=0, width_px=width_px, quality=quality, pose=4)


def cupboard(folder: Path) -> Iterator[Timing]:
    """A search among `STORED_PLANS` things, as the service answers it."""
    database = Database(folder / "cupboard.db")
    gear = make_context(database).gear
    lenses = [LENSES[n % 7].model_copy(update={"name": f"lens {n}"}) for n in range(STORED_PLANS)]
    gear.take_in(write_gear_json(lenses).encode())
    taken = milliseconds(lambda: gear.find(words="lens 199"), times=40)
    yield line(f"search among {STORED_PLANS} things, p95", percentile(taken, 0.95), "ms", 50)
    database.close()


@contextmanager
def server(folder: Path) -> Iterator[tuple[int, float]]:
    """A running Steeple; its port, and the seconds from its word to the first page."""
    process = subprocess.Popen(
        [
            sys.executable,
            "-m",
            "steeple.cli.command",
            "serve",
            "--data",
            str(folder),
            "--port",
            "0",
        ],
        stdout=subprocess.PIPE,
        text=True,
    )
    try:
        assert process.stdout is not None
        port = int(process.stdout.readline().rsplit(":", 1)[1].strip().rstrip("/"))
        start = time.perf_counter()
        request(connect(port), "GET", "/")
        yield port, time.perf_counter() - start
    finally:
        process.terminate()
        process.wait(timeout=10)


def connect(port: int) -> http.client.HTTPConnection:
    """A connection that is kept open, as a browser's is."""
    return http.client.HTTPConnection("127.0.0.1", port, timeout=30)


def request(
    connection: http.client.HTTPConnection, method: str, path: str, body: object = None
) -> dict[str, object]:
    """One request; the JSON of its reply."""
    headers = {"content-type": "application/json"}
    connection.request(method, path, json.dumps(body) if body is not None else None, headers)
    reply = connection.getresponse()
    content = reply.read()
    if reply.status >= 400:
        raise RuntimeError(f"{method} {path}: {reply.status} {content[:200]!r}")
    return json.loads(content) if content[:1] in (b"{", b"[") else {}


def fill(folder: Path) -> list[str]:
    """Put `STORED_PLANS` plans into a database; their ids."""
    database = Database(folder / DATABASE_NAME)
    plans = make_context(database).plans
    ids = [plans.add(PLANS[n % len(PLANS)], label="bench").id for n in range(STORED_PLANS)]
    database.close()
    return ids


def api(port: int, ids: list[str]) -> Iterator[Timing]:
    """Reads and saves by several clients at once; every save must be there afterwards."""
    reads: list[float] = []
    saves: list[float] = []
    lost: list[str] = []
    guard = threading.Lock()

    def client(number: int) -> None:
        mine = ids[number]
        server = connect(port)
        data = json.loads(write_plan(PLANS[0]))
        revision = 1
        for turn in range(REQUESTS):
            start = time.perf_counter()
            request(server, "GET", f"/api/plans/{ids[(number * 97 + turn) % len(ids)]}")
            between = time.perf_counter()
            data["title"] = f"plan {number}, change {turn}"
            body = {"base_revision": revision, "plan": data}
            revision = int(str(request(server, "PUT", f"/api/plans/{mine}", body)["revision"]))
            end = time.perf_counter()
            with guard:
                reads.append((between - start) * 1000)
                saves.append((end - between) * 1000)
        kept = request(server, "GET", f"/api/plans/{mine}")
        if kept["revision"] != REQUESTS + 1 or kept["plan"]["title"] != data["title"]:  # type: ignore[index]
            with guard:
                lost.append(mine)

    threads = [threading.Thread(target=client, args=(number,)) for number in range(CLIENTS)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    yield line(
        f"API read, {STORED_PLANS} plans, {CLIENTS} clients, p95",
        percentile(sorted(reads), 0.95),
        "ms",
        40,
    )
    yield line(
        f"API save, {STORED_PLANS} plans, {CLIENTS} clients, p95",
        percentile(sorted(saves), 0.95),
        "ms",
        40,
    )
    yield line("plans with a lost save", len(lost), "plans", 0)


def memory_of(port: int) -> float:
    """Resident memory of the server that listens on a port, in megabytes."""
    for process in Path("/proc").iterdir():
        command = process / "cmdline"
        if process.name.isdigit() and command.exists():
            words = command.read_bytes().split(b"\0")
            if b"steeple.cli.command" in words:
                status = (process / "status").read_text().splitlines()
                kilobytes = next(row.split()[1] for row in status if row.startswith("VmRSS"))
                return int(kilobytes) / 1024
    raise RuntimeError(f"no server on port {port}")


def pages() -> Iterator[Timing]:
    """What the first load of the interface weighs."""
    if PAGES.is_dir():
        scripts = sum(len(gzip.compress(path.read_bytes())) for path in PAGES.glob("assets/*.js"))
        yield line("first load of scripts, gzip", scripts / 1000, "kB", 350)


def table() -> Iterator[Timing]:
    """Every line."""
    yield from evaluations()
    yield from lens_step()
    yield from light_step(OWNED)
    yield from renderer()
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        yield from cupboard(folder)
        ids = fill(folder)
        with server(folder) as (port, first):
            yield line("first page after the server is up", first, "s", 1)
            yield from api(port, ids)
            yield from dragging(f"http://127.0.0.1:{port}", ids[-1])
            yield line("server memory after it", memory_of(port), "MB", 450)
    yield from pages()


def main() -> int:
    """Print the table."""
    parser = argparse.ArgumentParser(prog="python -m bench")
    parser.add_argument("--json", action="store_true")
    as_json = parser.parse_args().json
    lines = list(table())
    if as_json:
        print(json.dumps([one.as_dict() for one in lines], indent=2))
        return 0
    for one in lines:
        goal = "" if one.goal is None else f"goal {one.goal:g}"
        print(f"{one.name:62} {one.value:>10.2f} {one.unit:6} {goal:10} ratio {one.ratio}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
