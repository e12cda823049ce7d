"""Checks that are stopped from outside leave nothing running."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[3]
RUN = """
import os, signal, sys
sys.path.insert(0, {root!r})
signal.signal(signal.SIGTERM, lambda *_: sys.exit(143))
# Begun in the background of a shell, a program inherits that Ctrl-C is not for it.
signal.signal(signal.SIGINT, signal.default_int_handler)
from pathlib import Path
from launcher import checks
child = "import os, pathlib, time; pathlib.Path({told!r}).write_text(str(os.getpid())); time.sleep(300)"
checks._side_by_side([("long", [sys.executable, "-c", child], Path("."))], dict(os.environ))
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
    told = tmp_path / "child"
    code = RUN.format(root=str(ROOT), told=str(told))
    launcher = subprocess.Popen([sys.executable, "-c", code], start_new_session=True)
    for _ in range(200):
        if told.exists() and told.read_text():
            break
        time.sleep(0.1)
    child = int(told.read_text())
    assert alive(child)
    launcher.send_signal(sent)
    launcher.wait(60)
    for _ in range(50):
        if not alive(child):
            break
        time.sleep(0.1)
    assert not alive(child)
