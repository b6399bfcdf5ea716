"""What ``steeple warm`` compiles is all that the requests of a plan ask for: nobody waits for a compiler later."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parents[2]
ASKED = """
import json, sys
from pathlib import Path
from numba.core.dispatcher import Dispatcher
from starlette.testclient import TestClient
from steeple.cli import warm
from steeple.core.plan.reading import write_plan
from steeple.demo.plans import PLANS
from steeple.main import build
from steeple.store.database import Database

def kinds():
    return {
        f"{name}.{one.__name__}": len(one.signatures)
        for name, module in list(sys.modules.items()) if name.startswith("steeple.core")
        for one in list(vars(module).values()) if isinstance(one, Dispatcher)
    }

warm.run(None)
before = kinds()
app = build(Database(Path(sys.argv[1]) / "x.db"))
with TestClient(app, base_url="http://127.0.0.1") as api:
    for plan in PLANS:
        asked = {"plan": json.loads(write_plan(plan))}
        for path in ("evaluate", "compare", "dome", "light-map", "picture", "place-lamps"):
            assert api.post(f"/api/{path}", json=asked).status_code == 200, path
print(json.dumps({
    "anew": sorted(name for name, count in kinds().items() if count > before.get(name, 0)),
    "gloss": before["steeple.core.light.gloss.gloss_on"],
}))
"""


def test_no_request_of_a_plan_compiles_a_loop_anew(tmp_path: Path) -> None:
    done = subprocess.run(
        [sys.executable, "-c", ASKED, str(tmp_path)],
        cwd=ROOT,
        # What is compiled is asked here, not how long a busy machine takes.
        env={**os.environ, "STEEPLE_WORK_SECONDS": "600"},
        capture_output=True,
        text=True,
        check=True,
        timeout=600,
    )
    told = json.loads(done.stdout.splitlines()[-1])
    assert told == {"anew": [], "gloss": 1}
