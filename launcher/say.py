"""Progress lines, and the one clear line when something is in the way."""

from __future__ import annotations

import sys

_stream = [sys.stdout]


class Trouble(Exception):
    """Something only the person at the keyboard can put right; the message says what."""


def step(what: str) -> None:
    print(f"· {what}", file=_stream[0], flush=True)


def tell(what: str) -> None:
    print(what, file=_stream[0], flush=True)


def to_stderr(on: bool) -> None:
    _stream[0] = sys.stderr if on else sys.stdout
