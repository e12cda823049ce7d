"""The made-up lab as tests have it: in this process, or in one of its own that can be killed."""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import sys
import threading
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from standins.lab import served
from standins.rules import rules_of_shipped

BACKEND = Path(__file__).resolve().parents[2]


def free_port() -> int:
    with socket.socket() as one:
        one.bind(("127.0.0.1", 0))
        return int(one.getsockname()[1])


@contextmanager
def lab_here(folder: Path, seed: int | None = None, pace: float = 0.0) -> Iterator[str]:
    """Its address, while it answers from a thread."""
    server = served(folder, 0, rules_of_shipped(), seed, pace)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    try:
        yield f"http://127.0.0.1:{server.server_address[1]}"
    finally:
        server.shutdown()
        server.server_close()


class LabProcess:
    """A lab in a process of its own; its book outlives it."""

    def __init__(self, folder: Path, seed: int, pace: float) -> None:
        self.port = free_port()
        folder.mkdir(parents=True, exist_ok=True)
        rules = folder / "rules.json"
        rules.write_text(json.dumps(rules_of_shipped()))
        self._command = [sys.executable, "-m", "standins.lab", "--folder", str(folder), "--port", str(self.port),
                         "--rules", str(rules), "--faults", str(seed), "--pace", str(pace)]  # fmt: skip
        self.start()

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def start(self) -> None:
        self.process = subprocess.Popen(self._command, cwd=BACKEND, stderr=subprocess.DEVNULL)
        until = time.monotonic() + 20
        while time.monotonic() < until:
            try:
                self.book()
                return
            except OSError:
                time.sleep(0.05)
        raise AssertionError("the made-up lab does not answer")

    def book(self) -> list[dict[str, Any]]:
        with urllib.request.urlopen(f"{self.address}/book", timeout=20) as answer:
            found: list[dict[str, Any]] = json.load(answer)["orders"]
        return found

    def kill(self) -> None:
        os.kill(self.process.pid, signal.SIGKILL)
        self.process.wait()


def book_of(address: str) -> list[dict[str, Any]]:
    with urllib.request.urlopen(f"{address}/book", timeout=20) as answer:
        found: list[dict[str, Any]] = json.load(answer)["orders"]
    return found
