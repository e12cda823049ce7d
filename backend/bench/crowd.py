"""Fifty and 200 people dragging a crop at the same time, against the same crowds with empty requests.

Each holds one line, asks for the figures of a moved crop as soon as the last answer is there and a
frame has passed, as the screen does.
"""

from __future__ import annotations

import asyncio
import http.cookiejar
import json
import os
import statistics
import time
import urllib.request
from urllib.parse import urlsplit

ADDRESS = os.environ.get("ZOLLSTOCK_ADDRESS", "")
PEOPLE, SECONDS, FRAME = 50, 12.0, 0.016
#: More than one machine of two cores is meant for.
MANY = 200
NAME, PASSWORD = "crowd", "pans-and-fog-1884"
GOAL_MS = 300
PLAN = {
    "picture": {"width_px": 6000, "height_px": 4000},
    "target": {"width": "50 cm", "height": "40 cm"},
    "fit": {"keep": [{"name": "lamp", "x": 0.1, "y": 0.2, "w": 0.15, "h": 0.3}]},
}


def sign_in(name: str = NAME) -> tuple[str, str]:
    """The cookies of a signed-in person and their token, made through the API."""
    jar = http.cookiejar.CookieJar()
    opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))
    opener.open(f"{ADDRESS}/").read()
    token = next(cookie.value for cookie in jar if cookie.name == "csrftoken") or ""
    request = urllib.request.Request(
        f"{ADDRESS}/api/session",
        json.dumps({"name": name, "password": PASSWORD}).encode(),
        {"Content-Type": "application/json", "X-CSRFToken": token},
    )
    opener.open(request).read()
    cookies = "; ".join(f"{cookie.name}={cookie.value}" for cookie in jar)
    return cookies, next(cookie.value for cookie in jar if cookie.name == "csrftoken") or ""


def head_of(cookies: str, token: str) -> str:
    """What every request of a signed-in person begins with."""
    return (
        f"Host: {urlsplit(ADDRESS).netloc}\r\nCookie: {cookies}\r\nX-CSRFToken: {token}\r\n"
        "Content-Type: application/json\r\n"
    )


async def person(number: int, head: str, path: str, until: float, delays: list[float]) -> None:
    host = urlsplit(ADDRESS)
    reader, writer = await asyncio.open_connection(host.hostname, host.port)
    move = number
    while time.monotonic() < until:
        move += 1
        body = b""
        if path == "/api/reckon":
            fit = PLAN["fit"] | {"anchor": [(move * 7 % 100) / 100, 0.5]}
            body = json.dumps({"plan": PLAN | {"fit": fit}, "unit": "cm", "step": None}).encode()
        method = "POST" if body else "GET"
        begin = time.monotonic()
        writer.write(
            f"{method} {path} HTTP/1.1\r\n{head}Content-Length: {len(body)}\r\n\r\n".encode() + body
        )
        status = await reader.readline()
        length = 0
        while (line := await reader.readline()) not in (b"\r\n", b""):
            if line.lower().startswith(b"content-length:"):
                length = int(line.split(b":")[1])
        await reader.readexactly(length)
        delays.append((time.monotonic() - begin) * 1000)
        if b" 200 " not in status:
            raise SystemExit(f"{path} answered {status.decode().strip()}")
        await asyncio.sleep(max(0.0, FRAME - (time.monotonic() - begin)))
    writer.close()


async def crowd(head: str, path: str, people: int = PEOPLE) -> list[float]:
    delays: list[float] = []
    until = time.monotonic() + SECONDS
    await asyncio.gather(*(person(n, head, path, until, delays) for n in range(people)))
    return sorted(delays)


def told(name: str, found: list[float]) -> str:
    p95 = found[int(len(found) * 0.95)]
    return (
        f"  {name:<34} median {statistics.median(found):6.1f} ms  p95 {p95:6.1f} ms  "
        f"{len(found) / SECONDS:5.0f} a second"
    )


def main() -> None:
    head = head_of(*sign_in())
    asyncio.run(crowd(head, "/api/reckon", 2))  # everybody is awake
    p95 = compared(head, PEOPLE)
    compared(head, MANY)
    print(told("one alone, dragging", asyncio.run(crowd(head, "/api/reckon", 1))))
    if p95 > GOAL_MS:
        raise SystemExit(f"p95 {p95:.0f} ms; the goal is {GOAL_MS} ms")


def compared(head: str, people: int) -> float:
    """A crowd beside the same crowd with empty requests; the 95th percentile of those who drag, ms."""
    empty = asyncio.run(crowd(head, "/api/health", people))
    found = asyncio.run(crowd(head, "/api/reckon", people))
    ratio = statistics.median(found) / statistics.median(empty)
    p95 = found[int(len(found) * 0.95)]
    print(told(f"{people} with empty requests (baseline)", empty))
    print(
        told(f"{people} dragging", found)
        + f"  {ratio:.1f} × baseline, p95 {p95 / empty[int(len(empty) * 0.95)]:.1f} ×"
    )
    return p95


if __name__ == "__main__":
    main()
