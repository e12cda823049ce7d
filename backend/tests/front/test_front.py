"""The running server from outside, by raw lines: slow ones, broken ones, wrong ones."""

from __future__ import annotations

import gzip
import json
import socket
import time
from pathlib import Path

import pytest
from launcher.stack import Stack

from bench.trickle import feed, trickling, well
from tests.front.lines import Line
from tests.pictures import noise, save


def pictures(line: Line, known: str) -> list[dict]:
    line.send(f"GET /api/pictures HTTP/1.1\r\n{known}\r\n")
    status, _, body = line.answer()
    assert status == 200
    return json.loads(body)


def test_two_hundred_trickling_lines_keep_nobody_waiting(stack: Stack) -> None:
    calm = well(stack.address, 30)
    with trickling(200, stack.address) as lines:
        feed(lines)
        busy = well(stack.address, 60, lines)
    assert busy[len(busy) // 2] < max(150, 3 * calm[len(calm) // 2])
    # A busy test machine may stumble; nobody waits for a line to come to its end (30 s).
    assert busy[-3] < 1000


def test_nobody_sends_a_file_without_an_account(line: Line) -> None:
    """The answer comes before the body: nothing is taken in and laid down somewhere first."""
    line.send(
        f"POST /api/pictures?name=x HTTP/1.1\r\nHost: {line.host}\r\n"
        "Content-Type: application/octet-stream\r\nContent-Length: 900000000\r\n\r\nonly the beginning"
    )
    status, _, body = line.answer()
    assert status == 401 and json.loads(body)["message"] == "Sign in first."


@pytest.mark.parametrize(
    "kind",
    ["multipart/form-data; boundary=x", "multipart/form-data", "application/x-www-form-urlencoded"],
)
@pytest.mark.parametrize("path", ["/api/jobs", "/api/session", "/api/pictures?name=x", "/"])
def test_forms_are_refused_unread(line: Line, kind: str, path: str) -> None:
    line.send(
        f"POST {path} HTTP/1.1\r\nHost: {line.host}\r\nContent-Type: {kind}\r\n"
        "Content-Length: 3000000\r\n\r\n--x\r\n"
    )
    status, _, body = line.answer()
    assert status == 415 and "not taken in this way" in json.loads(body)["message"]


def test_half_a_file_is_not_a_picture(stack: Stack, known: str, tmp_path: Path) -> None:
    data = save(noise(900, 700), tmp_path / "half.jpg").read_bytes()
    before = len(pictures(Line(stack), known))
    line = Line(stack)
    line.send(
        f"POST /api/pictures?name=half.jpg HTTP/1.1\r\n{known}"
        f"Content-Type: application/octet-stream\r\nContent-Length: {len(data)}\r\n\r\n"
    )
    line.send(data[: len(data) // 3])
    line.close()
    time.sleep(0.5)
    assert len(pictures(Line(stack), known)) == before


def test_half_a_file_is_not_a_picture_without_the_front_either(
    stack: Stack, known: str, tmp_path: Path
) -> None:
    """The application's own socket, where bytes arrive as they come."""
    data = save(noise(901, 700), tmp_path / "half.jpg").read_bytes()
    before = len(pictures(Line(stack), known))
    with socket.socket(socket.AF_UNIX) as own:
        own.connect(str(stack._web))
        own.settimeout(20)
        own.sendall(
            (
                f"POST /api/pictures?name=half.jpg HTTP/1.1\r\n{known}"
                f"Content-Type: application/octet-stream\r\nContent-Length: {len(data)}\r\n\r\n"
            ).encode()
        )
        own.sendall(data[: len(data) // 3])
        own.shutdown(socket.SHUT_WR)
        answer = b""
        while piece := own.recv(65536):
            answer += piece
    assert b" 400 " in answer.split(b"\r\n")[0] and b"broke off" in answer
    assert len(pictures(Line(stack), known)) == before


def test_a_file_in_chunks_is_taken(stack: Stack, known: str, tmp_path: Path) -> None:
    data = save(noise(640, 480, seed=7), tmp_path / "chunks.jpg").read_bytes()
    line = Line(stack)
    line.send(
        f"POST /api/pictures?name=chunks.jpg HTTP/1.1\r\n{known}"
        "Content-Type: application/octet-stream\r\nTransfer-Encoding: chunked\r\n\r\n"
    )
    for at in range(0, len(data), 50_000):
        piece = data[at : at + 50_000]
        line.send(f"{len(piece):x}\r\n".encode() + piece + b"\r\n")
    line.send("0\r\n\r\n")
    status, _, body = line.answer()
    assert status == 200, body
    assert json.loads(body)["picture"]["width_px"] == 640


@pytest.mark.parametrize(
    ("request_text", "status"),
    [
        ("GET /{long} HTTP/1.1\r\nHost: {host}\r\n\r\n", 414),
        ("GET /api/health HTTP/1.1\r\nHost: {host}\r\nX-Long: {long}\r\n\r\n", 431),
        ("GET /api/health HTTP/9\r\n\r\n", 400),
        (
            "POST /api/jobs HTTP/1.1\r\nHost: {host}\r\nContent-Type: application/json\r\n"
            "Content-Length: 9000000\r\n\r\n",
            413,
        ),
        ("GET /api/nothing HTTP/1.1\r\nHost: {host}\r\n\r\n", 404),
        ("DELETE /api/reckon HTTP/1.1\r\nHost: {host}\r\n\r\n", 405),
        ("GET /api/health HTTP/1.1\r\nHost: elsewhere.example\r\n\r\n", 400),
    ],
)
def test_every_error_has_one_shape_and_no_name(line: Line, request_text: str, status: int) -> None:
    line.send(request_text.format(host=line.host, long="x" * 70_000))
    found, headers, body = line.answer()
    assert found == status
    said = json.loads(body)
    assert said["message"] and said["problems"] == []
    assert "server" not in headers


def test_static_files_are_for_our_own_pages(line: Line) -> None:
    line.send(f"GET / HTTP/1.1\r\nHost: {line.host}\r\n\r\n")
    _, headers, page = line.answer()
    assert "server" not in headers
    address = page.decode().split('src="')[1].split('"')[0]
    line.send(f"GET {address} HTTP/1.1\r\nHost: {line.host}\r\n\r\n")
    status, headers, plain = line.answer()
    assert status == 200 and "access-control-allow-origin" not in headers
    assert "immutable" in headers["cache-control"]
    line.send(f"GET {address} HTTP/1.1\r\nHost: {line.host}\r\nAccept-Encoding: gzip\r\n\r\n")
    _, headers, packed = line.answer()
    assert headers["content-encoding"] == "gzip" and headers["vary"] == "Accept-Encoding"
    assert gzip.decompress(packed) == plain and 3 * len(packed) < len(plain)


def test_stored_files_are_nobodys_by_their_path(line: Line) -> None:
    for path in ("/-media/pictures", "/-who"):
        line.send(f"GET {path} HTTP/1.1\r\nHost: {line.host}\r\n\r\n")
        status, _, _ = line.answer()
        assert status == 404


def test_a_caller_cannot_choose_the_address_that_is_throttled(stack: Stack) -> None:
    """Wrong tries under ever new names, each claiming to come from elsewhere."""
    # An address of its own, so that nobody else is kept out.
    caller = "127.0.0.2"
    stack.manage(
        "shell", "-v", "0", "-c",
        "from axes.models import AccessAttempt as A;"
        f"A.objects.create(username='x', ip_address='{caller}', failures_since_start=38)",
    )  # fmt: skip
    line = Line(stack, caller)
    line.send(f"GET / HTTP/1.1\r\nHost: {line.host}\r\n\r\n")
    _, headers, _ = line.answer()
    token = headers["set-cookie"].split("csrftoken=")[1].split(";")[0]
    said = []
    for number in range(4):
        body = json.dumps({"name": f"name-{number}", "password": "a-wrong-one"})
        line.send(
            f"POST /api/session HTTP/1.1\r\nHost: {line.host}\r\nCookie: csrftoken={token}\r\n"
            f"X-Real-IP: 10.0.0.{number}\r\nX-Forwarded-For: 10.0.1.{number}\r\n"
            f"X-CSRFToken: {token}\r\nContent-Type: application/json\r\n"
            f"Content-Length: {len(body)}\r\n\r\n{body}"
        )
        said.append(line.answer()[0])
    line.close()
    assert said == [401, 401, 429, 429]
