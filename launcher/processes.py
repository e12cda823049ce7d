"""A program started by Zollstock: watched, logged, and stopped with everything it started."""

from __future__ import annotations

import ctypes
import os
import signal
import subprocess
from pathlib import Path

_PR_SET_PDEATHSIG = 1


class Process:
    """One running program. `restart` says whether its death is put right by starting it again."""

    def __init__(
        self, name: str, command: list[str], environment: dict[str, str], log: Path,
        folder: Path, restart: bool = False,
    ) -> None:  # fmt: skip
        self.name, self.restart, self.log = name, restart, log
        self._command, self._environment, self._folder = command, environment, folder
        self.start()

    def start(self) -> None:
        self.log.parent.mkdir(parents=True, exist_ok=True)
        with self.log.open("ab") as out:
            self.handle = subprocess.Popen(
                self._command, env=self._environment, cwd=self._folder, stdout=out, stderr=out,
                stdin=subprocess.DEVNULL, start_new_session=True, preexec_fn=_die_with_parent,
            )  # fmt: skip

    @property
    def alive(self) -> bool:
        return self.handle.poll() is None

    def stop(self, patience: float = 15) -> None:
        """Ask it to end, wait, then end it and its children for good."""
        if self.alive:
            self.handle.terminate()
            try:
                self.handle.wait(patience)
            except subprocess.TimeoutExpired:
                pass
        try:
            os.killpg(self.handle.pid, signal.SIGKILL)
        except ProcessLookupError:
            pass
        self.handle.wait()


def _die_with_parent() -> None:
    """Even a launcher that is killed outright leaves no service behind."""
    ctypes.CDLL(None).prctl(_PR_SET_PDEATHSIG, signal.SIGTERM)
