"""``steeple serve`` and ``steeple demo``: the application on this machine."""

from __future__ import annotations

import argparse
import gc
import socket
import sys
from datetime import UTC, datetime

import segno
import uvicorn
from fastapi import FastAPI

from steeple.api.bench.door import BENCH_PORT, BenchDoor
from steeple.api.patience import Patient
from steeple.core.errors import InputError
from steeple.demo.log import fill_log
from steeple.demo.world import fill
from steeple.main import DATABASE_NAME, PAGES, build, data_folder
from steeple.services.bench.pairing import CODE_MINUTES
from steeple.store.database import Database
from steeple.store.locks import served

DEFAULT_PORT = 8731
HOST = "127.0.0.1"
SWITCH_S = 0.0005
"""How long a thread works before another may go on."""


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """Declare the options."""
    parser.add_argument("--data", metavar="FOLDER", help="where plans are kept")
    parser.add_argument(
        "--bench",
        action="store_true",
        help="serve the local network too, to devices that are paired by a code",
    )
    parser.add_argument(
        "--bench-port", type=int, default=BENCH_PORT, help=f"port for the bench ({BENCH_PORT})"
    )
    parser.add_argument(
        "--port", type=int, default=DEFAULT_PORT, help=f"port on this machine ({DEFAULT_PORT})"
    )


def must_be_port(port: int) -> None:
    """Raises `InputError` ``out-of-range`` for what is no port."""
    if not 0 <= port <= 65535:
        raise InputError(
            "out-of-range",
            f"Port {port} is not a port; it must be between 0 and 65535.",
            field="port",
            value=port,
            allowed="0 to 65535",
        )


def open_port(port: int) -> socket.socket:
    """A listening socket on this machine alone.

    Raises
    ------
    InputError
        ``out-of-range`` or ``port-in-use``.
    """
    must_be_port(port)
    # The protocol is named, as asyncio turns off the small-packet delay only where it is.
    listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((HOST, port))
        listener.listen(128)
    except OSError as error:
        listener.close()
        raise InputError(
            "port-in-use",
            f"Port {port} cannot be used ({error.strerror}). Another Steeple may be running; "
            f"choose another port with --port, such as --port {min(port + 1, 65535)}.",
            field="port",
            value=port,
        ) from error
    return listener


def print_door(door: BenchDoor) -> None:
    """Print where devices at the bench come in, with the code and its square."""
    code = door.pairing.code()
    urls = door.urls()
    if not urls:
        print("The bench is open, but this machine has no address on a network now.", flush=True)
        return
    words = "" if code is None else f" Code: {code.code}, for one device, {CODE_MINUTES} minutes."
    print(f"The bench is open at {urls[0]}/ to devices on this network.{words}", flush=True)
    for url in urls[1:]:
        print(f"  also at {url}/", flush=True)
    if code is not None and sys.stdout.isatty():
        segno.make(f"{urls[0]}/pair?code={code.code}", micro=False).terminal(compact=True)
    print(
        "What goes over it is not encrypted: open it on your own network, and close it afterwards.",
        flush=True,
    )


def answer_on(listener: socket.socket, app: FastAPI) -> None:
    """Answer until stopped, several requests side by side."""
    # What lives as long as the server need not be looked through again by every collection.
    gc.collect()
    gc.freeze()
    # A thread back from a compiled loop need not wait long for one that draws a picture.
    sys.setswitchinterval(SWITCH_S)
    config = uvicorn.Config(app, http=Patient, log_level="warning", timeout_graceful_shutdown=2)
    uvicorn.Server(config).run(sockets=[listener])


def run(arguments: argparse.Namespace, *, demo: bool) -> int:
    """Serve until stopped."""
    path = data_folder(arguments.data) / DATABASE_NAME
    must_be_port(arguments.bench_port)
    with open_port(arguments.port) as listener, served(path):
        database = Database(path)
        if demo:
            fill(database)
            fill_log(database, lambda: datetime.now(UTC))
        app = build(database, bench=arguments.bench, bench_port=arguments.bench_port)
        door: BenchDoor = app.state.context.door
        door.opened = lambda: print_door(door)
        if not PAGES.is_dir():
            print("The pages are not built; only the API is served.", file=sys.stderr)
        print(f"Steeple is open at http://{HOST}:{listener.getsockname()[1]}/", flush=True)
        print(f"Plans are kept in {path}. Stop with Ctrl+C.", flush=True)
        try:
            answer_on(listener, app)
        except KeyboardInterrupt:
            pass
        finally:
            database.close()
    return 0
