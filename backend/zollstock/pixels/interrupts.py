"""Ctrl-C and a polite end while libvips works: the work is called off, nothing is left behind.

libvips runs outside Python for long; an exception raised meanwhile would be printed and forgotten.
"""

from __future__ import annotations

import signal
from collections.abc import Callable
from types import FrameType

_ENDS = (signal.SIGINT, signal.SIGTERM, signal.SIGHUP)


class Interrupts:
    """Within `with`, remembers the first signal to end; `received` is its number, 0 before."""

    def __init__(self) -> None:
        self.received = 0
        self._before: dict[int, Callable[[int, FrameType | None], object] | int | None] = {}

    def __enter__(self) -> Interrupts:
        for number in _ENDS:
            self._before[number] = signal.signal(number, self._note)
        return self

    def __exit__(self, *_: object) -> None:
        for number, handler in self._before.items():
            signal.signal(number, handler)

    def _note(self, number: int, frame: FrameType | None) -> None:
        self.received = self.received or number

    @property
    def exit_code(self) -> int:
        """What a shell expects of a program that was ended by the signal."""
        return 128 + self.received
