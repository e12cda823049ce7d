"""`test` and `bench`: every check, against services of their own that end with it."""

from __future__ import annotations

import os
import shutil
import signal
import subprocess
import threading
import time
from pathlib import Path

from .places import BACKEND, FRONTEND, PROJECT, PYTHON, VAR, VENV
from .say import Trouble, step, tell
from .stack import Stack, running_alone

Check = tuple[str, list[str], Path]

_SEPARATE = ["tests/front", "tests/browser", "tests/api"]
#: Two processes share these, file by file, and one running whole: one alone waits half of the time, for
#: what it has asked of that whole.
_IN_TWO = ["-n", "2", "--dist", "loadfile", "--no-loadscope-reorder"]
#: A test in the browser that fails is run once more, so that one moment of a loaded machine does not keep a
#: whole change from landing; it is named at the end all the same (RERUN), and wants its cause found.
_ONCE_MORE = ["--reruns", "1", "-rR"]
#: The lanes take them off in this order: what is long first, so that all end at about the same time.
_CHECKS: list[Check] = [
    (
        "Tests of the running whole, in the browser too",
        [PYTHON, "-m", "pytest", *_IN_TWO, *_ONCE_MORE, "tests/front", "tests/browser"],
        BACKEND,
    ),
    ("Tests of the API", [PYTHON, "-m", "pytest", "tests/api"], BACKEND),
    (
        "Tests of the core, pixels, leaves and launcher",
        [PYTHON, "-m", "pytest", *(f"--ignore={folder}" for folder in _SEPARATE)],
        BACKEND,
    ),
    ("Front-end tests", ["npm", "run", "--silent", "test"], FRONTEND),
    ("Lint TypeScript", ["npm", "run", "--silent", "lint"], FRONTEND),
    ("Types of Python", [PYTHON, "-m", "mypy"], BACKEND),
    ("Format of TypeScript", ["npm", "run", "--silent", "format"], FRONTEND),
    ("Types of TypeScript", ["npm", "run", "--silent", "types"], FRONTEND),
    ("Import rules", [str(VENV / "bin" / "lint-imports")], BACKEND),
    ("Lint Python", [PYTHON, "-m", "ruff", "check", ".", "../launcher"], BACKEND),
    (
        "Format of Python",
        [PYTHON, "-m", "ruff", "format", "--check", ".", "../launcher"],
        BACKEND,
    ),
]
LANES = 3
#: So long, seconds, a check that is stopped has to put away what it started.
_TO_END = 40


def run(only: list[str]) -> int:
    """All checks in lanes side by side, or just pytest with the given arguments.

    The lanes share MariaDB and Redis, each with databases of its own. Returns 1 when any check fails.
    """
    var = VAR / "test"
    var.mkdir(mode=0o700, parents=True, exist_ok=True)
    os.environ["ZOLLSTOCK_HTTPS"] = "0"
    # Most tests never look at a proof: their workers need not be ready for it.
    os.environ["ZOLLSTOCK_WORKER_READY"] = "0"
    with running_alone(var), Stack(var, port=0, fast=True) as stack:
        shutil.rmtree(var / "media", ignore_errors=True)
        stack.start_services()
        if only:
            return _all([("Tests", [PYTHON, "-m", "pytest", *only], BACKEND)], stack.environment)
        return _side_by_side(_CHECKS, stack.environment)


def _side_by_side(checks: list[Check], environment: dict[str, str]) -> int:
    """Each lane takes the next check when it is free; what a check says is shown when it is done."""
    failed: list[str] = []
    telling, beginning = threading.Lock(), threading.Lock()
    left = list(reversed(checks))
    running: list[subprocess.Popen[bytes]] = []

    def work_off() -> None:
        while True:
            with beginning:
                if not left:
                    return
                name, command, folder = left.pop()
                begin = time.monotonic()
                done = subprocess.Popen(
                    command,
                    cwd=folder,
                    env=environment,
                    stdout=subprocess.PIPE,
                    stderr=subprocess.STDOUT,
                    stdin=subprocess.DEVNULL,
                )
                running.append(done)
            said, _ = done.communicate()
            with telling:
                step(name)
                tell(said.decode(errors="replace").rstrip())
                tell(f"  {time.monotonic() - begin:.1f} s")
                if done.returncode:
                    failed.append(name)

    threads = [threading.Thread(target=work_off, daemon=True) for _ in range(LANES)]
    for thread in threads:
        thread.start()
    try:
        for thread in threads:
            thread.join()
    except BaseException:
        # Whoever stops this one alone has told none of them: with them go the services that they started. A lane whose
        # check is stopped would take the next one.
        with beginning:
            left.clear()
        _ended(running)
        raise
    return _verdict(failed)


def _ended(running: list[subprocess.Popen[bytes]]) -> None:
    """Every check that still runs is stopped as by Ctrl-C, and after a while for good."""
    left = [one for one in running if one.poll() is None]
    for one in left:
        one.send_signal(signal.SIGINT)
    until = time.monotonic() + _TO_END
    for one in left:
        try:
            one.wait(max(0.1, until - time.monotonic()))
        except subprocess.TimeoutExpired:
            one.kill()


def bench(only: list[str]) -> int:
    """Every benchmark, or those that are named; each prints a ratio against its baseline."""
    there = sorted(path.stem for path in (BACKEND / "bench").glob("[a-z]*.py"))
    if unknown := set(only) - set(there):
        raise Trouble(
            f"there is no benchmark {', '.join(sorted(unknown))}; there are {', '.join(there)}"
        )
    os.environ["ZOLLSTOCK_HTTPS"] = "0"
    var = VAR / "bench"
    with Stack(var, port=0) as stack:
        stack.start()
        environment = stack.environment | {
            "ZOLLSTOCK_ADDRESS": stack.address,
            "ZOLLSTOCK_ROOT": str(PROJECT),
        }
        subprocess.run(
            [PYTHON, "-W", "ignore", "manage.py", "make_account", "crowd"],
            cwd=BACKEND,
            env=environment | {"ZOLLSTOCK_PASSWORD": "pans-and-fog-1884"},
            check=True,
            stdout=subprocess.DEVNULL,
        )
        checks = [
            (f"Benchmark {name}", [PYTHON, "-m", f"bench.{name}"], BACKEND)
            for name in only or there
        ]
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
