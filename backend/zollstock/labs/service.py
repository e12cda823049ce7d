"""Speaking with a lab's service. Whatever is not understood is *unknown*: it is asked about again, never taken for done."""

from __future__ import annotations

import json
import os
from functools import lru_cache
from pathlib import Path
from typing import Any, NamedTuple

import httpx
from django.conf import settings

from zollstock.core.ground.refusal import Refusal
from zollstock.longwork.queue import TryLater

#: s: until it answers at all, and until it has answered.
_TIMES = httpx.Timeout(30.0, connect=5.0)
#: The most that is read of an answer in words, and of a picture that comes back, bytes.
_MOST_WORDS, _MOST_RETURNED = 1_000_000, 20_000_000
#: The states of an order at a lab, in their order, and those in which it ends otherwise.
STATES = ("open", "received", "checked", "printing", "sent")
ENDS = ("refused", "cancelled")


class NotGranted(Refusal):
    """The lab says no: `status` and its words."""

    def __init__(self, status: int, words: str) -> None:
        super().__init__(words)
        self.status = status


class _Answer(NamedTuple):
    status: int
    content: bytes


class _TooLarge(TryLater):
    """More came than is read of an answer."""


@lru_cache(maxsize=1)
def _client_of(process: int) -> httpx.Client:
    """One for each process: what it needs for TLS takes a twentieth of a second to read in, and an order has hundreds of files."""
    return httpx.Client(
        timeout=_TIMES,
        follow_redirects=False,
        trust_env=False,
        headers={"Accept-Encoding": "identity"},
    )


class Lab:
    """One lab of a service that the keeper of this place allows. Raises `Refusal` where it is none of those.

    An address is `service/lab`: where a service answers is set up here, never typed into a row, so that nobody can have this
    place ask at any address.
    """

    def __init__(self, address: str, name: str) -> None:
        service, _, lab = address.partition("/")
        base = settings.LAB_SERVICES.get(service)
        if not base or not lab or not lab.replace("-", "").isalnum():
            raise Refusal(
                f"{name} has no service here that orders can be sent to. Export the files and send them as you do otherwise."
            )
        self._base, self._name = f"{base}/{lab}/orders", name

    def put_order(self, order: str, body: str) -> str:
        return self._state(self._asked("PUT", f"/{order}", body.encode(), {"Content-Type": "application/json"}))  # fmt: skip

    def put_file(self, order: str, number: int, path: Path, sha256: str) -> None:
        with path.open("rb") as file:
            size = {"Content-Length": str(path.stat().st_size)}
            self._asked("PUT", f"/{order}/files/{number}", file, {"Digest": f"sha-256={sha256}", **size})  # fmt: skip

    def submit(self, order: str) -> str:
        return self._state(self._asked("POST", f"/{order}/submit"))

    def state(self, order: str) -> tuple[str, str]:
        """What the lab says of an order, and why."""
        told = self._asked("GET", f"/{order}")
        return self._state(told), str(self._read(told).get("reason", ""))[:300]

    def cancel(self, order: str) -> str:
        return self._state(self._asked("POST", f"/{order}/cancel"))

    def returned(self, order: str, number: int) -> bytes:
        try:
            return self._asked("GET", f"/{order}/returned/{number}", most=_MOST_RETURNED).content
        except _TooLarge:
            raise Refusal(f"{self._name} sent back a picture that is too large.") from None

    def _asked(
        self,
        method: str,
        path: str,
        content: Any = None,
        headers: dict[str, str] | None = None,
        most: int = _MOST_WORDS,
    ) -> _Answer:
        """An answer that grants what was asked, of at most so many bytes. Raises `NotGranted`, `TryLater`."""
        try:
            with _client_of(os.getpid()).stream(
                method, self._base + path, content=content, headers=headers
            ) as told:
                answer = _Answer(told.status_code, self._content(told, most))
        except httpx.HTTPError:
            raise TryLater(f"{self._name} does not answer; it is asked again.") from None
        if answer.status == 429 or answer.status >= 500:
            raise TryLater(f"{self._name} is busy or has a fault ({answer.status}); it is asked again.")  # fmt: skip
        if not 200 <= answer.status < 300:
            raise NotGranted(answer.status, self._words(answer))
        return answer

    def _content(self, told: httpx.Response, most: int) -> bytes:
        """What comes, in pieces: a service that never ends fills no memory."""
        content = bytearray()
        for piece in told.iter_bytes():
            content += piece
            if len(content) > most:
                raise _TooLarge(f"{self._name} gave an answer that is too long; it is asked again.")
        return bytes(content)

    def _read(self, answer: _Answer) -> dict[str, Any]:
        try:
            told = json.loads(answer.content)
        except (ValueError, RecursionError):
            told = None
        if not isinstance(told, dict):
            raise TryLater(f"{self._name} gave an answer that is none; it is asked again.")
        return told

    def _state(self, answer: _Answer) -> str:
        state = self._read(answer).get("state")
        if state not in (*STATES, *ENDS):
            raise TryLater(f"{self._name} gave an answer that is none; it is asked again.")
        return str(state)

    def _words(self, answer: _Answer) -> str:
        try:
            said = str(json.loads(answer.content)["error"])
        except (ValueError, KeyError, TypeError, RecursionError):
            said = f"status {answer.status}"
        return "".join(sign for sign in said if sign.isprintable())[:300]
