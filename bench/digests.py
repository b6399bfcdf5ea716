"""Digests of everything Steeple answers, to show that moving code changed no answer.

``python -m bench.digests --out FILE`` keeps them; ``python -m bench.digests --against FILE`` works them
out again, prints every piece that differs, and exits 1 if any does. Answers of the demo plans, of plans
made from a seed, and of the API are taken piece by piece, so that a piece may move within an answer.
"""

from __future__ import annotations

import argparse
import hashlib
import json
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from bench.plans import seeded_plans
from steeple.api.app import make_app
from steeple.core.plan.document import Plan
from steeple.demo.cupboard import BODIES, LENSES
from steeple.demo.plans import PLANS
from steeple.demo.rigging import ADAPTERS, LAMPS, SUPPORTS
from steeple.main import make_context
from steeple.store.database import Database

SEEDED = 100
WITH_MENDS = 12
"""So many of the seeded plans are also asked for their mends, which take a second each."""
OWNED = {
    "owned_lenses": [one.model_dump(mode="json") for one in LENSES],
    "owned_bodies": [one.model_dump(mode="json") for one in BODIES],
    "owned_supports": [{"gear": one.model_dump(mode="json")} for one in SUPPORTS],
    "owned_adapters": [one.model_dump(mode="json") for one in ADAPTERS],
    "owned_fixtures": [
        {"gear": one.model_dump(mode="json")} for one in LAMPS if type(one).__name__ == "Fixture"
    ],
}
ASKED: tuple[tuple[str, dict[str, Any]], ...] = (
    ("zoom-map", {}),
    ("light-map", {"of": "light"}),
    ("light-map", {"of": "shadow"}),
    ("light-map", {"of": "gloss"}),
    ("lifting", {"size_mm": 20.0}),
    ("compare-glare", OWNED),
    ("dome", {"lamp": 0, "draft": True}),
)
SLOW: tuple[tuple[str, dict[str, Any]], ...] = (
    ("work-out", OWNED),
    ("compare", OWNED),
    ("compare-supports", OWNED),
    ("light-layouts", OWNED),
    ("place-lamps", OWNED),
    ("dome", {"lamp": 0, "draft": False}),
)


def digest(value: object) -> str:
    """A short digest of anything that JSON can say."""
    text = json.dumps(value, sort_keys=True, ensure_ascii=False)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def pieces(evaluation: dict[str, Any]) -> Iterator[tuple[str, object]]:
    """The parts of an evaluation, wherever its shape has them."""
    for name in ("title", "findings", "steps", "assumed"):
        yield name, evaluation[name]
    yield "cautions", sorted(json.dumps(one) for one in evaluation["cautions"])
    yield "answers", sorted(json.dumps(one) for one in evaluation["answers"])
    yield "card", (evaluation["cards"] if "cards" in evaluation else [evaluation["card"]])
    whole = evaluation.get("drawings", evaluation)
    yield "work", whole["work"]
    for camera in evaluation["cameras"]:
        drawn = camera.get("drawings")
        about = camera["id"]
        yield f"{about} figures", camera["figures"]
        yield f"{about} working", camera["working"]
        for name, old in (("lens", "drawing"), ("hold", "hold"), ("light", "light")):
            yield f"{about} {name}", drawn[name] if drawn is not None else camera[old]


def _asked(client: TestClient, path: str, body: dict[str, Any]) -> object:
    reply = client.post(f"/api/{path}", json=body)
    if reply.headers["content-type"].startswith("image/"):
        return hashlib.sha256(reply.content).hexdigest()
    if "ndjson" in reply.headers["content-type"]:
        return [json.loads(row) for row in reply.text.splitlines()]
    return reply.json()


def _of_plan(client: TestClient, plan: Plan, *, slow: bool) -> Iterator[tuple[str, str]]:
    body = {"plan": plan.model_dump(mode="json")}
    found = client.post("/api/evaluate", json={**body, **OWNED, "try_mends": slow}).json()
    for name, value in pieces(found):
        yield name, digest(value)
    for path, more in (*ASKED, *(SLOW if slow else ())):
        for camera in range(len(plan.cameras)):
            if path == "dome" and not plan.lights:
                continue
            answer = _asked(client, path, {**body, **more, "camera": camera})
            yield f"{path} {more.get('of', more.get('draft', ''))} {camera}", digest(answer)
    if slow:
        for camera in range(len(plan.cameras)):
            picture = _asked(client, "picture", {**body, "camera": camera, "width_px": 96})
            yield f"picture {camera}", digest(picture)


def digests() -> dict[str, str]:
    """Every digest, by plan and piece."""
    found: dict[str, str] = {}
    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "digests.db")
        client = TestClient(make_app(make_context(database), None), headers={"host": "127.0.0.1"})
        plans = [*PLANS, *seeded_plans(SEEDED)]
        for number, plan in enumerate(plans):
            slow = number < len(PLANS) + WITH_MENDS
            for name, value in _of_plan(client, plan, slow=slow):
                found[f"{number:03} {name}"] = value
        database.close()
    return found


def main() -> int:
    """Keep digests, or hold them against those that were kept."""
    parser = argparse.ArgumentParser(prog="python -m bench.digests")
    parser.add_argument("--out", type=Path)
    parser.add_argument("--against", type=Path)
    given = parser.parse_args()
    now = digests()
    if given.out is not None:
        given.out.write_text(json.dumps(now, indent=1, ensure_ascii=False) + "\n", encoding="utf-8")
        print(f"{len(now)} digests kept")
        return 0
    if given.against is None:
        parser.error("say --out FILE or --against FILE")
    kept: dict[str, str] = json.loads(given.against.read_text(encoding="utf-8"))
    differ = sorted(key for key in now.keys() | kept.keys() if now.get(key) != kept.get(key))
    for key in differ:
        print(key)
    print(f"{len(now) - len(differ)} of {len(kept)} digests as they were")
    return 1 if differ else 0


if __name__ == "__main__":
    sys.exit(main())
