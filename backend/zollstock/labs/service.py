"""Speaking with a lab's service. Whatever is not understood is *unknown*: it is asked about again, never taken for done."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import httpx
from django.conf import settings

from zollstock.core.ground.refusal import Refusal
from zollstock.longwork.queue import TryLater

#: s: until it answers at all, and until it has answered.
_TIMES = httpx.Timeout(30.0, connect=5.0)
#: The most of what comes back, bytes.
_MOST_RETURNED = 20_000_000
#: The states of an order at a lab, in their order, and those in which it ends otherwise.
STATES = ("open", "received", "checked", "printing", "sent")
ENDS = ("refused", "cancelled")


class NotGranted(Refusal):
    """The lab says no: `status` and its words."""

    def __init__(self, status: int, words: str) -> None:
        super().__init__(words)
        self.status = status


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
        content = self._asked("GET", f"/{order}/returned/{number}").content
        if len(content) > _MOST_RETURNED:
            raise Refusal(f"{self._name} sent back a picture that is too large.")
        return content

    def _asked(
        self, method: str, path: str, content: Any = None, headers: dict[str, str] | None = None
    ) -> httpx.Response:
        """An answer that grants what was asked. Raises `NotGranted`, `TryLater`."""
        try:
            answer = httpx.request(
                method, self._base + path, content=content, headers=headers, timeout=_TIMES, follow_redirects=False,
                trust_env=False,
            )  # fmt: skip
        except httpx.HTTPError:
            raise TryLater(f"{self._name} does not answer; it is asked again.") from None
        if answer.status_code == 429 or answer.status_code >= 500:
            raise TryLater(f"{self._name} is busy or has a fault ({answer.status_code}); it is asked again.")  # fmt: skip
        if not 200 <= answer.status_code < 300:
            raise NotGranted(answer.status_code, self._words(answer))
        return answer

    def _read(self, answer: httpx.Response) -> dict[str, Any]:
        try:
            told = answer.json()
        except ValueError:
            told = None
        if not isinstance(told, dict):
            raise TryLater(f"{self._name} gave an answer that is none; it is asked again.")
        return told

    def _state(self, answer: httpx.Response) -> str:
        state = self._read(answer).get("state")
        if state not in (*STATES, *ENDS):
            raise TryLater(f"{self._name} gave an answer that is none; it is asked again.")
        return str(state)

    def _words(self, answer: httpx.Response) -> str:
        try:
            said = str(answer.json()["error"])
        except (ValueError, KeyError, TypeError):
            said = f"status {answer.status_code}"
        return "".join(sign for sign in said if sign.isprintable())[:300]
