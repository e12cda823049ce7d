"""What is slow or large has lanes of its own: nobody else waits, and nothing piles up on the disk."""

from __future__ import annotations

import json
import time
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

import pytest
from launcher.stack import Stack

from tests.front.lines import Line
from tests.pictures import noise, save

MIB = 2**20


@pytest.fixture(scope="module")
def job(stack: Stack, known: str, tmp_path_factory: pytest.TempPathFactory) -> int:
    """A job with a picture of 36 MiB, whose archive is as large."""
    data = save(noise(4096, 3072), tmp_path_factory.mktemp("big") / "big.tif").read_bytes()
    line = Line(stack)
    line.send(
        f"POST /api/pictures?name=big.tif HTTP/1.1\r\n{known}"
        f"Content-Type: application/octet-stream\r\nContent-Length: {len(data)}\r\n\r\n"
    )
    line.send(data)
    picture = json.loads(line.answer()[2])["picture"]["id"]
    made = asked(stack, known, "POST", "/api/jobs", {"title": "Hall"})
    for _ in range(200):
        if asked(stack, known, "GET", f"/api/pictures/{picture}")["state"] == "ready":
            break
        time.sleep(0.1)
    asked(stack, known, "POST", f"/api/jobs/{made['id']}/prints", {"picture": picture})
    return int(made["id"])


def asked(stack: Stack, known: str, method: str, path: str, body: object = None) -> dict:
    line, text = Line(stack), "" if body is None else json.dumps(body)
    line.send(
        f"{method} {path} HTTP/1.1\r\n{known}Content-Type: application/json\r\n"
        f"Content-Length: {len(text)}\r\nConnection: close\r\n\r\n{text}"
    )
    status, _, answer = line.answer()
    line.close()
    assert status == 200, answer
    return json.loads(answer)


@contextmanager
def reading_slowly(stack: Stack, known: str, path: str, lines: int) -> Iterator[list[int]]:
    """So many lines that ask for a stream and then read nothing of it; tells what each was answered."""
    with ExitStack() as opened:
        found = []
        for _ in range(lines):
            line = Line(stack)
            opened.callback(line.close)
            line.send(f"GET {path} HTTP/1.1\r\n{known}\r\n")
            found.append(int(line._socket.recv(64).split()[1]))
        yield found


def spooled(stack: Stack) -> int:
    """Bytes that the front keeps of answers, also of files that have no name any more."""
    nginx = int((stack.var / "nginx" / "nginx.pid").read_text())
    total = 0
    for process in (nginx, *_children(nginx)):
        for handle in Path(f"/proc/{process}/fd").iterdir():
            if "/nginx/proxy/" in str(handle.readlink()):
                total += handle.stat().st_size
    return total


def _children(pid: int) -> list[int]:
    return [int(one) for one in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]


def test_slow_readers_of_a_stream_fill_no_disk_and_hold_nobody(stack, known, job) -> None:
    path = f"/api/jobs/{job}/archive"
    with reading_slowly(stack, known, path, 8) as answered:
        # Two of an account run at once; the others are told, and take no line of anybody's.
        assert sorted(answered) == [200] * 2 + [429] * 6
        time.sleep(1)
        assert spooled(stack) < MIB
        began = time.monotonic()
        for _ in range(20):
            asked(stack, known, "GET", "/api/session")
        assert time.monotonic() - began < 5
    # A line that is gone gives its place back.
    for _ in range(100):
        with reading_slowly(stack, known, path, 1) as answered:
            if answered == [200]:
                return
        time.sleep(0.1)
    raise AssertionError("the places were not given back")


def test_a_large_question_is_answered_in_its_lane(stack, known) -> None:
    line = Line(stack)
    line.send(f"GET /api/leave-room.pdf?ratio=3:2&set=keys:cm-20x30 HTTP/1.1\r\n{known}\r\n")
    status, headers, body = line.answer()
    assert status == 200 and headers["content-type"] == "application/pdf"
    assert body.startswith(b"%PDF")
    assert "content-security-policy" in headers and headers["x-frame-options"] == "DENY"


def test_who_has_no_place_in_a_lane_is_told_when_to_ask_again(stack, known) -> None:
    """The page does so by itself, as its words promise: by a header that no other trouble has."""
    path, answers = "/api/leave-room.pdf?ratio=3:2&set=all", []
    lines = [Line(stack) for _ in range(12)]
    for line in lines:
        line.send(f"GET {path} HTTP/1.1\r\n{known}\r\n")
    for line in lines:
        status, headers, body = line.answer()
        answers.append(status)
        if status == 503:
            assert headers["x-place-in"] == "1" and "asked again in a moment" in body.decode()
    assert 200 in answers and 503 in answers


def test_files_that_the_front_sends_are_kept_by_nobody_and_run_nowhere(stack, known) -> None:
    line = Line(stack)
    line.send(f"GET /api/pictures HTTP/1.1\r\n{known}\r\n")
    picture = json.loads(line.answer()[2])["items"][0]["id"]
    line.send(f"GET /api/pictures/{picture}/small.jpg HTTP/1.1\r\n{known}\r\n")
    status, headers, _ = line.answer()
    assert status == 200
    assert headers["x-content-type-options"] == "nosniff"
    assert "sandbox" in headers["content-security-policy"]
    assert headers["x-frame-options"] == "DENY"
    assert headers["cache-control"].startswith("private")


@pytest.mark.parametrize(
    ("request_text", "status"),
    [
        # Longer than gunicorn's own limit, shorter than the front's.
        ("GET /api/jobs?x={long} HTTP/1.1\r\nHost: {host}\r\n\r\n", 401),
        ("GET /api/nothing-{long} HTTP/1.1\r\nHost: {host}\r\n\r\n", 404),
        (
            "POST /api/jobs HTTP/1.1\r\nHost: {host}\r\nTransfer-Encoding: gzip, chunked\r\n\r\n",
            501,
        ),
        ("GET /-media/nothing HTTP/1.1\r\nHost: {host}\r\n\r\n", 404),
    ],
)
def test_the_fronts_and_the_servers_own_answers_have_the_apis_shape(
    line: Line,
    request_text: str,
    status: int,
) -> None:
    line.send(request_text.format(host=line.host, long="x" * 6000))
    found, _, body = line.answer()
    assert found == status
    said = json.loads(body)
    assert said["message"] and said["problems"] == []


def test_what_is_written_is_its_owners_alone(stack: Stack) -> None:
    """Logs, the broker's files, everything under var: nobody else on the machine reads them."""
    assert stack.var.stat().st_mode & 0o777 == 0o700
    open_ones = [
        path
        for path in stack.var.rglob("*")
        if path.suffix == ".log" and path.stat().st_mode & 0o077
    ]
    assert open_ones == []
