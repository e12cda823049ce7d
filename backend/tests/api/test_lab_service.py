"""How a lab's service is spoken with: over one line, and never longer than it has something to say."""

from __future__ import annotations

from collections.abc import Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from threading import Thread

import pytest

from zollstock.core.ground.refusal import Refusal
from zollstock.labs.service import Lab, NotGranted
from zollstock.longwork.queue import TryLater

PIECE = b" " * 65_536
MOST_RETURNED = 20_000_000


class Service(ThreadingHTTPServer):
    """Answers as the last part of an order's number says; knows its lines, and how much it could send."""

    daemon_threads = True

    def __init__(self) -> None:
        super().__init__(("127.0.0.1", 0), Handler)
        self.lines = self.sent = 0


class Handler(BaseHTTPRequestHandler):
    protocol_version = "HTTP/1.1"
    wbufsize = -1
    server: Service

    def setup(self) -> None:
        super().setup()
        self.server.lines += 1

    def do_GET(self) -> None:
        if "endless" in self.path:
            self._without_end()
        elif "deep" in self.path:
            self._say(200, b"[" * 200_000)
        elif "refused" in self.path:
            self._say(404, b"no such order")
        else:
            self._say(200, b'{"state": "printing"}')

    def _say(self, status: int, words: bytes) -> None:
        self.send_response(status)
        self.send_header("Content-Length", str(len(words)))
        self.end_headers()
        self.wfile.write(words)

    def _without_end(self) -> None:
        self.send_response(200)
        self.end_headers()
        try:
            while self.server.sent < 20 * MOST_RETURNED:
                self.wfile.write(PIECE)
                self.server.sent += len(PIECE)
        except OSError:
            return

    def log_message(self, *_: object) -> None:
        """Nothing in the middle of the tests."""


@pytest.fixture
def service(settings) -> Iterator[Service]:
    server = Service()
    Thread(target=server.serve_forever, daemon=True).start()
    settings.LAB_SERVICES = {"made-up": f"http://127.0.0.1:{server.server_port}"}
    yield server
    server.shutdown()
    server.server_close()


@pytest.fixture
def lab(service: Service) -> Lab:
    return Lab("made-up/harbour", "Harbour Lab")


def test_an_order_of_many_files_is_spoken_of_over_one_line(service: Service, lab: Lab) -> None:
    for number in range(30):
        assert lab.state(f"order-{number}") == ("printing", "")
    assert service.lines == 1


def test_a_picture_without_an_end_is_no_longer_listened_to(service: Service, lab: Lab) -> None:
    with pytest.raises(Refusal, match="too large") as refused:
        lab.returned("endless", 1)
    assert not isinstance(refused.value, TryLater), "it would be as large the next time"
    # What lies in the line's own buffers was sent as well.
    assert service.sent < 2 * MOST_RETURNED


@pytest.mark.parametrize("order", ["endless", "deep"])
def test_words_that_are_none_are_asked_for_again(lab: Lab, order: str) -> None:
    with pytest.raises(TryLater, match="asked again"):
        lab.state(order)
    assert lab.state("order") == ("printing", ""), "the next question is answered as before"


def test_what_a_lab_refuses_in_no_words_is_told_by_its_status(lab: Lab) -> None:
    with pytest.raises(NotGranted, match="status 404"):
        lab.state("refused")
