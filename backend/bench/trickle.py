"""Two hundred lines that send a byte now and then, with and without an account's address in mind.

The baseline is how quickly the server says that it is well without them.
"""

from __future__ import annotations

import contextlib
import os
import socket
import statistics
import time
import urllib.request
from collections.abc import Iterator
from urllib.parse import urlsplit

ADDRESS = os.environ.get("ZOLLSTOCK_ADDRESS", "")
LINES, ASKED, GOAL_MS = 200, 100, 100
#: (what they begin with, the body that never comes to its end)
BEGINNINGS = (
    b"POST /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: multipart/form-data; boundary=x\r\n"
    b"Content-Length: 1000000\r\n\r\n--x",
    b"POST /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
    b"Content-Length: 100000\r\n\r\n{",
    b"POST /api/pictures?name=x HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/octet-stream\r\n"
    b"Content-Length: 900000000\r\n\r\n",
    b"GET /api/health HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: ",
)


@contextlib.contextmanager
def trickling(count: int, address: str) -> Iterator[list[socket.socket]]:
    """So many open requests that go on for ever, a byte at a time."""
    host = urlsplit(address)
    lines = []
    for number in range(count):
        line = socket.create_connection((host.hostname, host.port), timeout=5)
        line.sendall(BEGINNINGS[number % len(BEGINNINGS)])
        lines.append(line)
    try:
        yield lines
    finally:
        for line in lines:
            line.close()


def feed(lines: list[socket.socket]) -> int:
    """A byte on every line; returns how many are still taken."""
    taken = 0
    for line in lines:
        with contextlib.suppress(OSError):
            line.sendall(b"a")
            taken += 1
    return taken


def well(address: str, count: int, between: list[socket.socket] | None = None) -> list[float]:
    """How long the server takes to say that it is well, ms, sorted."""
    found = []
    for number in range(count):
        if between and number % 10 == 0:
            feed(between)
        begin = time.perf_counter()
        with urllib.request.urlopen(f"{address}/api/health", timeout=10) as answer:
            answer.read()
        found.append((time.perf_counter() - begin) * 1000)
    return sorted(found)


def main() -> None:
    calm = well(ADDRESS, ASKED)
    with trickling(LINES, ADDRESS) as lines:
        time.sleep(1)
        busy = well(ADDRESS, ASKED, lines)
    ratio = statistics.median(busy) / statistics.median(calm)
    print(
        f"  health, nobody else (baseline)       median {statistics.median(calm):.1f} ms  "
        f"most {calm[-1]:.1f} ms"
    )
    print(
        f"  health, {LINES} lines trickling         median {statistics.median(busy):.1f} ms  "
        f"most {busy[-1]:.1f} ms  {ratio:.2f} × baseline"
    )
    if busy[-1] > GOAL_MS:
        raise SystemExit(f"the longest took {busy[-1]:.0f} ms; the goal is {GOAL_MS} ms")


if __name__ == "__main__":
    main()
