"""`test` and `bench`: every check, against services of their own that end with it."""

from __future__ import annotations

import os
import shutil
import subprocess
import threading
import time
from pathlib import Path

from .places import BACKEND, FRONTEND, PROJECT, PYTHON, VAR, VENV
from .say import step, tell
from .stack import Stack, running_alone

Check = tuple[str, list[str], Path]

_RUNNING = ["tests/front", "tests/browser"]
#: Two lanes that take about as long as each other.
_WITHOUT: list[Check] = [
    ("Lint Python", [PYTHON, "-m", "ruff", "check", ".", "../launcher"], BACKEND),
    ("Format of Python", [PYTHON, "-m", "ruff", "format", "--check", ".", "../launcher"], BACKEND),
    ("Types of Python", [PYTHON, "-m", "mypy"], BACKEND),
    ("Import rules", [str(VENV / "bin" / "lint-imports")], BACKEND),
    ("Lint TypeScript", ["npm", "run", "--silent", "lint"], FRONTEND),
    ("Types of TypeScript", ["npm", "run", "--silent", "types"], FRONTEND),
    ("Front-end tests", ["npm", "run", "--silent", "test"], FRONTEND),
    ("Tests of the core, pixels, leaves, launcher and API",
     [PYTHON, "-m", "pytest", *(f"--ignore={folder}" for folder in _RUNNING)], BACKEND),
]  # fmt: skip
_RUN: list[Check] = [
    (
        "Tests of the running whole, in the browser too",
        [PYTHON, "-m", "pytest", *_RUNNING],
        BACKEND,
    ),
]


def run(only: list[str]) -> int:
    """All checks in two lanes side by side, or just pytest with the given arguments.

    The lanes share MariaDB and Redis, each with databases of its own. Returns 1 when any check fails.
    """
    var = VAR / "test"
    var.mkdir(mode=0o700, parents=True, exist_ok=True)
    os.environ["ZOLLSTOCK_HTTPS"] = "0"
    with running_alone(var), Stack(var, port=0, fast=True) as stack:
        shutil.rmtree(var / "media", ignore_errors=True)
        stack.start_services()
        if only:
            return _all([("Tests", [PYTHON, "-m", "pytest", *only], BACKEND)], stack.environment)
        return _side_by_side([_WITHOUT, _RUN], stack.environment)


def _side_by_side(lanes: list[list[Check]], environment: dict[str, str]) -> int:
    """Each lane's checks one after the other; what a check says is shown when it is done."""
    failed: list[str] = []
    telling = threading.Lock()

    def work_off(lane: list[Check]) -> None:
        for name, command, folder in lane:
            begin = time.monotonic()
            done = subprocess.run(command, cwd=folder, env=environment, stdout=subprocess.PIPE,
                                  stderr=subprocess.STDOUT, stdin=subprocess.DEVNULL)  # fmt: skip
            with telling:
                step(name)
                tell(done.stdout.decode(errors="replace").rstrip())
                tell(f"  {time.monotonic() - begin:.1f} s")
                if done.returncode:
                    failed.append(name)

    threads = [threading.Thread(target=work_off, args=(lane,), daemon=True) for lane in lanes]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return _verdict(failed)


def bench() -> int:
    """Every benchmark; each prints a ratio against its baseline."""
    os.environ["ZOLLSTOCK_HTTPS"] = "0"
    var = VAR / "bench"
    with Stack(var, port=0) as stack:
        stack.start()
        environment = stack.environment | {"ZOLLSTOCK_ADDRESS": stack.address,
                                           "ZOLLSTOCK_ROOT": str(PROJECT)}  # fmt: skip
        subprocess.run([PYTHON, "-W", "ignore", "manage.py", "make_account", "crowd"], cwd=BACKEND,
                       env=environment | {"ZOLLSTOCK_PASSWORD": "pans-and-fog-1884"}, check=True,
                       stdout=subprocess.DEVNULL)  # fmt: skip
        names = sorted(path.stem for path in (BACKEND / "bench").glob("[a-z]*.py"))
        checks = [(f"Benchmark {name}", [PYTHON, "-m", f"bench.{name}"], BACKEND) for name in names]
        return _all(checks, environment)


def _all(checks: list[Check], environment: dict[str, str]) -> int:
    failed = []
    for name, command, folder in checks:
        step(name)
        begin = time.monotonic()
        if subprocess.call(command, cwd=folder, env=environment):
            failed.append(name)
        tell(f"  {time.monotonic() - begin:.1f} s")
    return _verdict(failed)


def _verdict(failed: list[str]) -> int:
    if failed:
        tell(f"FAILED: {', '.join(failed)}")
        return 1
    tell("All is well.")
    return 0
