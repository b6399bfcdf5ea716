"""Reference values are rows of data; a file without a source is refused."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

HERE = Path(__file__).parent


class NoSource(Exception):
    """A reference file that does not say where its numbers come from."""


def load(path: Path) -> dict[str, Any]:
    """A reference file with its source and at least one row or case."""
    data: dict[str, Any] = json.loads(path.read_text(encoding="utf-8"))
    if not data.get("source"):
        raise NoSource(f"{path.name} names no source")
    if not (data.get("rows") or data.get("cases")):
        raise NoSource(f"{path.name} holds no row")
    return data
