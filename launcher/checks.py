"""`test` and `bench`: every check, against services of their own that end with it."""

from __future__ import annotations

import os
import shutil
import subprocess
import time
from pathlib import Path

from .places import BACKEND, FRONTEND, PROJECT, PYTHON, VAR, VENV
from .say import step, tell
from .stack import Stack, running_alone

Check = tuple[str, list[str], Path]

_STATIC: list[Check] = [
    ("Lint Python", [PYTHON, "-m", "ruff", "check", ".", "../launcher"], BACKEND),
    ("Format of Python", [PYTHON, "-m", "ruff", "format", "--check", ".", "../launcher"], BACKEND),
    ("Types of Python", [PYTHON, "-m", "mypy"], BACKEND),
    ("Import rules", [str(VENV / "bin" / "lint-imports")], BACKEND),
    ("Lint TypeScript", ["npm", "run", "--silent", "lint"], FRONTEND),
    ("Types of TypeScript", ["npm", "run", "--silent", "types"], FRONTEND),
    ("Front-end tests", ["npm", "run", "--silent", "test"], FRONTEND),
]


def run(only: list[str]) -> int:
    """All checks, or just pytest with the given arguments. Returns 1 when any fails."""
    var = VAR / "test"
    var.mkdir(mode=0o700, parents=True, exist_ok=True)
    os.environ["ZOLLSTOCK_HTTPS"] = "0"
    with running_alone(var), Stack(var, port=0, fast=True) as stack:
        shutil.rmtree(var / "media", ignore_errors=True)
        stack.start_services()
        tests: Check = ("Python and browser tests", [PYTHON, "-m", "pytest", *only], BACKEND)
        checks = [tests] if only else [*_STATIC, tests]
        return _all(checks, stack.environment)


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
    if failed:
        tell(f"FAILED: {', '.join(failed)}")
        return 1
    tell("All is well.")
    return 0
