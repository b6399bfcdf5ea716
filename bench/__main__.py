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

from bench.angles import angles_step
from bench.check import check_step
from bench.dragging import dragging
from bench.drills import drill_step
from bench.light import light_step
from bench.log import STORED_TAKES, fill_log, log_step
from bench.machine import REFERENCE_S, Machine, by_speed, machine
from bench.plans import large_plan
from bench.renderer import renderer
from bench.rig import rig_step
from bench.roll import roll_step
from bench.sound import sound_step
from bench.timing import Timing, line, milliseconds, percentile
from steeple.core.evaluation import evaluate, glance
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import Owned, OwnedFixture
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.reading import write_plan
from steeple.core.solve.lens.compare import compare
from steeple.core.solve.lens.work_out import work_out
from steeple.core.solve.lens.zoom_map import zoom_map
from steeple.core.study.base.step import StepId
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


HANDLES: tuple[tuple[str, StepId, str, float], ...] = (
    ("lens", "lens", "/cameras/0/position/z_mm", 700.0),
    ("lamp", "light", "/lights/0/position/x_mm", -400.0),
    ("foot of the support", "hold", "/supports/0/foot/x_mm", -700.0),
    ("zone", "work", "/work/zone/width_mm", 300.0),
)


def _moved(plan: Plan, path: str, usual: float, step: int) -> Plan:
    """A plan with a figure a few millimetres on, as it is while something is dragged."""
    now = valued(plan, path)
    start = usual if now is None else now
    return apply_changes(plan, (Change(path=path, value=start + 3.0 * step),))


def valued(plan: Plan, path: str) -> float | None:
    """The figure that stands at a pointer."""
    node = plan.model_dump(mode="json")
    for step in path.strip("/").split("/"):
        node = node[int(step)] if isinstance(node, list) else node[step]
    found: float | None = node  # type: ignore[assignment]
    return found


def _dragged(plans: Sequence[Plan], step: StepId) -> list[float]:
    """How long the step on screen takes for each of some plans one after the other, sorted."""
    cache = StudyCache()
    coming = iter(plans)
    return milliseconds(lambda: glance(next(coming), step=step, cache=cache), times=len(plans) - 3)


def evaluations() -> Iterator[Timing]:
    """The core alone, on the demo plan that takes longest."""
    mended, whole = 0.0, 0.0
    for plan in PLANS:
        full = milliseconds(lambda plan=plan: evaluate(plan, owned=OWNED), times=10)  # type: ignore[misc]
        fast = milliseconds(lambda plan=plan: evaluate(plan, try_mends=False), times=40)  # type: ignore[misc]
        mended = max(mended, percentile(full, 0.5))
        whole = max(whole, percentile(fast, 0.5))
    large = milliseconds(lambda: evaluate(large_plan(), try_mends=False), times=20)
    yield line("full evaluation, every figure and finding, slowest demo plan", whole, "ms", 250)
    yield line("the same, 3 cameras and 4 lamps", percentile(large, 0.5), "ms", 150)
    yield line("slowest demo plan with every mend tried, which follows it", mended, "ms", None)
    for name, step, path, usual in HANDLES:
        slowest = 0.0
        for plan in (*PLANS, large_plan()):
            moved = [_moved(plan, path, usual, number) for number in range(40)]
            slowest = max(slowest, percentile(_dragged(moved, step), 0.95))
        yield line(f"step on screen while the {name} is dragged, any plan, p95", slowest, "ms", 15)


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
            "bench.bare",
            str(folder),
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
    text = body if isinstance(body, str) or body is None else json.dumps(body)
    connection.request(method, path, text, headers)
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
    fill_log(database, ids)
    database.close()
    return ids


def api(port: int, ids: list[str]) -> Iterator[Timing]:
    """Reads and saves by several clients at once; every save must be there afterwards."""
    reads: list[float] = []
    bares: list[float] = []
    saves: list[float] = []
    lost: list[str] = []
    guard = threading.Lock()

    def client(number: int) -> None:
        mine = ids[number]
        server = connect(port)
        data = json.loads(write_plan(PLANS[0]))
        line, revision = request(server, "GET", f"/api/plans/{mine}")["line"], 1
        for turn in range(REQUESTS):
            data["title"] = f"plan {number}, change {turn}"
            body = json.dumps({"line": line, "base_revision": revision, "plan": data})
            start = time.perf_counter()
            request(server, "GET", f"/api/plans/{ids[(number * 97 + turn) % len(ids)]}")
            read = time.perf_counter()
            request(server, "GET", f"/bare/{ids[(number * 89 + turn) % len(ids)]}")
            between = time.perf_counter()
            revision = int(str(request(server, "PUT", f"/api/plans/{mine}", body)["revision"]))
            end = time.perf_counter()
            with guard:
                reads.append((read - start) * 1000)
                bares.append((between - read) * 1000)
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
    bare = percentile(sorted(bares), 0.95)
    yield line(
        f"bare route, {STORED_PLANS} plans, {STORED_TAKES} takes, {CLIENTS} clients, p95",
        bare,
        "ms",
        None,
    )
    for name, taken in (("read", reads), ("save", saves)):
        p95 = percentile(sorted(taken), 0.95)
        yield line(f"API {name}, the same, p95", p95, "ms", None)
        yield line(f"API {name} ÷ bare route, p95", p95 / bare, "times", 1.5)
    yield line("plans with a lost save", len(lost), "plans", 0)


def memory_of(port: int) -> float:
    """Resident memory of the server that listens on a port, in megabytes."""
    for process in Path("/proc").iterdir():
        command = process / "cmdline"
        if process.name.isdigit() and command.exists():
            words = command.read_bytes().split(b"\0")
            if b"bench.bare" in words:
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
    """Every line, each with the speed of the machine at its time."""
    yield from by_speed(evaluations())
    yield from by_speed(lens_step())
    yield from by_speed(light_step(OWNED))
    yield from by_speed(angles_step())
    yield from by_speed(roll_step())
    yield from by_speed(rig_step())
    yield from by_speed(drill_step())
    yield from by_speed(sound_step())
    yield from by_speed(check_step())
    yield from by_speed(renderer())
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        yield from by_speed(cupboard(folder))
        yield from by_speed(log_step(folder))
        ids = fill(folder)
        with server(folder) as (port, first):
            yield from by_speed([line("first page after the server is up", first, "s", 1)])
            yield from by_speed(api(port, ids))
            yield from by_speed(dragging(f"http://127.0.0.1:{port}", ids[-1]))
            yield line("server memory after it", memory_of(port), "MB", 450)
    yield from pages()


def main() -> int:
    """Print the table."""
    parser = argparse.ArgumentParser(prog="python -m bench")
    parser.add_argument("--json", action="store_true")
    as_json = parser.parse_args().json
    now = machine()
    lines = list(table())
    if as_json:
        print(json.dumps([*_of(now), *(one.as_dict() for one in lines)], indent=2))
        return 0
    print(f"this machine now: {now.slowness:.2f} times slower than the reference, in a Python loop")
    for one in lines:
        goal = "" if one.goal is None else f"goal {one.goal:g}"
        at = "" if one.scaled_ratio is None else f"scaled {one.scaled_ratio}"
        print(f"{one.name:62} {one.value:>10.2f} {one.unit:6} {goal:10} ratio {one.ratio!s:6} {at}")
    return 0


def _of(now: Machine) -> list[dict[str, object]]:
    """The speed of the machine as lines of the table."""
    pieces = (
        ("20 million additions in Python", now.python_s, REFERENCE_S),
        ("8 products of 700 × 700", now.numpy_s, None),
        ("one study of light", now.kernel_s, None),
    )
    return [line(f"machine: {name}", value, "s", goal).as_dict() for name, value, goal in pieces]


if __name__ == "__main__":
    sys.exit(main())
