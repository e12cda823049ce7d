"""A line to the front, and the headers of somebody who signed in."""

from __future__ import annotations

import json
from urllib.parse import urlsplit

import pytest
from launcher.stack import Stack

from tests.front.lines import Line
from tests.running import NAME, PASSWORD


@pytest.fixture
def line(stack: Stack):
    opened = Line(stack)
    yield opened
    opened.close()


@pytest.fixture(scope="module")
def known(stack: Stack) -> str:
    """The headers of somebody who signed in."""
    line = Line(stack)
    line.send(f"GET / HTTP/1.1\r\nHost: {line.host}\r\n\r\n")
    _, headers, _ = line.answer()
    token = headers["set-cookie"].split("csrftoken=")[1].split(";")[0]
    body = json.dumps({"name": NAME, "password": PASSWORD})
    line.send(
        f"POST /api/session HTTP/1.1\r\nHost: {line.host}\r\nCookie: csrftoken={token}\r\n"
        f"X-CSRFToken: {token}\r\nContent-Type: application/json\r\nContent-Length: {len(body)}\r\n"
        f"\r\n{body}"
    )
    host = urlsplit(stack.address)
    cookies = {}
    raw = b""
    while b"\r\n\r\n" not in raw:
        raw += line._socket.recv(65536)
    for row in raw.split(b"\r\n\r\n")[0].decode().split("\r\n"):
        if row.lower().startswith("set-cookie:"):
            name, value = row.split(":", 1)[1].strip().split(";")[0].split("=", 1)
            cookies[name] = value
    line.close()
    token = cookies.get("csrftoken", token)
    return (
        f"Host: {host.netloc}\r\nCookie: csrftoken={token}; sessionid={cookies['sessionid']}\r\n"
        f"X-CSRFToken: {token}\r\n"
    )
