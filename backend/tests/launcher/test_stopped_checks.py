"""Checks that are stopped from outside leave nothing running."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path

import pytest
from launcher.checks import LANES

ROOT = Path(__file__).resolve().parents[3]
RUN = """
import os, signal, sys
sys.path.insert(0, {root!r})
signal.signal(signal.SIGTERM, lambda *_: sys.exit(143))
# Begun in the background of a shell, a program inherits that Ctrl-C is not for it.
signal.signal(signal.SIGINT, signal.default_int_handler)
from pathlib import Path
from launcher import checks
child = "import os, pathlib, sys, time; pathlib.Path(sys.argv[1]).write_text(str(os.getpid())); time.sleep(300)"
# More than there are lanes: the last ones wait for their turn.
long = [(f"long {{n}}", [sys.executable, "-c", child, f"{told}-{{n}}"], Path(".")) for n in range(checks.LANES + 2)]
checks._side_by_side(long, dict(os.environ))
"""


def alive(number: int) -> bool:
    try:
        os.kill(number, 0)
    except ProcessLookupError:
        return False
    state = Path(f"/proc/{number}/stat").read_text().rpartition(")")[2].split()[0]
    return state != "Z"


@pytest.mark.parametrize("sent", [signal.SIGTERM, signal.SIGINT])
def test_who_stops_the_launcher_alone_stops_its_checks(
    tmp_path: Path, sent: signal.Signals
) -> None:
    code = RUN.format(root=str(ROOT), told=str(tmp_path / "child"))
    launcher = subprocess.Popen([sys.executable, "-c", code], start_new_session=True)

    def children() -> list[int]:
        told = [path.read_text() for path in sorted(tmp_path.glob("child-*"))]
        return [int(number) for number in told if number]

    until(lambda: len(children()) == LANES)
    running = children()
    assert all(alive(child) for child in running)
    launcher.send_signal(sent)
    launcher.wait(60)
    until(lambda: not any(alive(child) for child in running))
    time.sleep(0.5)
    assert children() == running, "a lane whose check was stopped took the next one"


def until(true: Callable[[], bool]) -> None:
    end = time.monotonic() + 20
    while not true():
        assert time.monotonic() < end, "it stays as it is"
        time.sleep(0.1)
