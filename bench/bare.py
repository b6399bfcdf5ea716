"""A server with one more route, which selects a row and gives it: the yardstick for reads and saves.

``python -m bench.bare FOLDER`` serves the plans of a folder on a free port, as ``steeple serve`` does.
"""

from __future__ import annotations

import socket
import sys
from pathlib import Path

from sqlalchemy import text
from starlette.requests import Request
from starlette.responses import Response
from starlette.routing import Route

from steeple.cli.serving import answer_on
from steeple.main import DATABASE_NAME, build
from steeple.store.database import Database

ROW = text(
    "select r.document from plans p join revisions r on r.plan_id = p.id and r.number = p.node "
    "where p.id = :id"
)


def main() -> None:
    """Serve until stopped."""
    database = Database(Path(sys.argv[1]) / DATABASE_NAME)

    def bare(request: Request) -> Response:
        with database.engine.connect() as connection:
            document = connection.execute(ROW, {"id": request.path_params["plan_id"]}).scalar_one()
        return Response(document, media_type="application/json")

    app = build(database)
    app.router.routes.insert(0, Route("/bare/{plan_id}", bare))
    listener = socket.socket()
    listener.bind(("127.0.0.1", 0))
    listener.listen(128)
    print(f"open at http://127.0.0.1:{listener.getsockname()[1]}/", flush=True)
    answer_on(listener, app)


if __name__ == "__main__":
    main()
