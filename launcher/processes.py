"""A program started by Zollstock: watched, logged, and stopped with everything it started."""

from __future__ import annotations

import ctypes
import os
import shutil
import signal
import subprocess
import time
from pathlib import Path

_PR_SET_PDEATHSIG = 1


#: What a program writes is its owner's alone.
PRIVATE = 0o077
#: A log larger than this, bytes, is laid aside; so many older ones are kept.
LARGEST_LOG, OLDER_LOGS = 10 * 2**20, 3
#: One that lived shorter than this, seconds, died at once.
_AT_ONCE = 5.0
_LONGEST_PAUSE = 10.0


class Process:
    """One running program."""

    def __init__(
        self,
        name: str,
        command: list[str],
        environment: dict[str, str],
        log: Path,
        folder: Path,
    ) -> None:
        self.name, self.log = name, log
        self._command, self._environment, self._folder = command, environment, folder
        self._pause, self._ended = 0.0, 0.0
        self.handle: subprocess.Popen[bytes] | None = None
        self.start()

    def start(self) -> None:
        """Start it, or start it again: what is left of it before, children too, is ended first."""
        self._end_group()
        self.rotate_log()
        self._started, self._asked = time.monotonic(), False
        self.log.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
        self.log.touch(mode=0o600)
        with self.log.open("ab") as out:
            self.handle = subprocess.Popen(
                self._command, env=self._environment, cwd=self._folder, stdout=out, stderr=out,
                stdin=subprocess.DEVNULL, start_new_session=True, preexec_fn=_die_with_parent, umask=PRIVATE,
            )  # fmt: skip

    @property
    def pid(self) -> int:
        assert self.handle is not None
        return self.handle.pid

    @property
    def alive(self) -> bool:
        return self.handle is not None and self.handle.poll() is None

    def may_start(self) -> bool:
        """Whether a dead one may be started now; one that died at once waits, longer each time."""
        now = time.monotonic()
        if not self._ended:
            self._ended = now
            died_at_once = now - self._started < _AT_ONCE
            self._pause = min(_LONGEST_PAUSE, 2 * self._pause + 0.5) if died_at_once else 0.0
        if now < self._ended + self._pause:
            return False
        self._ended = 0.0
        return True

    def rotate_log(self) -> None:
        """Lay a large log aside. It is emptied in place: the program goes on writing to its end."""
        if not self.log.exists() or self.log.stat().st_size < LARGEST_LOG:
            return
        for number in range(OLDER_LOGS, 1, -1):
            older = self.log.with_suffix(f".log.{number - 1}")
            if older.exists():
                older.replace(self.log.with_suffix(f".log.{number}"))
        shutil.copy(self.log, self.log.with_suffix(".log.1"))
        os.truncate(self.log, 0)

    def ask_to_stop(self) -> None:
        """Ask it to end, once, without waiting: several then end at the same time."""
        # Asked twice, a worker would let go of what it has in hand.
        if self.handle is not None and self.alive and not self._asked:
            self._asked = True
            self.handle.terminate()

    def stop(self, patience: float = 15) -> None:
        """Ask it to end, wait, then end it and its children for good."""
        self.ask_to_stop()
        if self.handle is not None:
            try:
                self.handle.wait(patience)
            except subprocess.TimeoutExpired:
                pass
        self._end_group()

    def _end_group(self) -> None:
        if self.handle is None:
            return
        try:
            os.killpg(self.handle.pid, signal.SIGKILL)
        except ProcessLookupError:
            pass
        self.handle.wait()


def _die_with_parent() -> None:
    """Even a launcher that is killed outright leaves no service behind."""
    ctypes.CDLL(None).prctl(_PR_SET_PDEATHSIG, signal.SIGTERM)
