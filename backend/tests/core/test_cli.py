"""`zollstock reckon`: from outside where processes matter."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from functools import partial
from pathlib import Path

import pytest

from tests.commandline import Command
from tests.plans import border, document
from zollstock.core.cli import main

ROOT = Path(__file__).resolve().parents[3]


@pytest.fixture
def reckon(command: Command) -> Command:
    return partial(command, main)


def test_prints_the_reckoning_and_nothing_else(tmp_path: Path) -> None:
    path = tmp_path / "plan.json"
    path.write_text(json.dumps(document(edge=border("2 in"))))
    done = subprocess.run(
        [ROOT / "zollstock", "reckon", path], text=True, capture_output=True, timeout=30
    )
    assert done.returncode == 0 and done.stderr == ""
    figures = {f["id"]: f["value"] for f in json.loads(done.stdout)["figures"]}
    assert figures["effective_ppi"] == 250.0


def test_reads_standard_input_and_writes_for_people(reckon: Command) -> None:
    done = reckon("-", "--text", given=json.dumps(document(edge=border("2 in"))))
    assert "5000 px ÷ 20 in = 250 ppi" in done.stdout
    assert "no trials yet" in done.stdout


@pytest.mark.parametrize(
    ("given", "line"),
    [
        (json.dumps(document(zoom=1)), "zoom: unknown field zoom"),
        ("{", "this is not JSON"),
        ("[" * 100_000, "this is not JSON"),
        ("[]", "plan: a plan is a JSON object"),
    ],
)
def test_two_and_one_clear_line_for_what_is_no_plan(reckon: Command, given: str, line: str) -> None:
    done = reckon("-", given=given)
    assert done.returncode == 2 and done.stdout == ""
    assert line in done.stderr and "Traceback" not in done.stderr
    assert len(done.stderr.splitlines()) == 1


def test_a_file_that_is_not_there(reckon: Command, tmp_path: Path) -> None:
    done = reckon(str(tmp_path / "none.json"))
    assert done.returncode == 2 and "no such file" in done.stderr


def test_needs_no_database_and_no_django() -> None:
    code = (
        "import sys, zollstock.core.cli, zollstock.core.reckon, zollstock.core.worksheet;"
        "print([m for m in ('django', 'pyvips', 'celery') if m in sys.modules])"
    )
    done = subprocess.run(
        [sys.executable, "-c", code],
        capture_output=True,
        text=True,
        env=os.environ | {"PYTHONPATH": str(ROOT / "backend")},
    )
    assert done.stdout.strip() == "[]"


def test_a_reader_that_leaves_early_is_no_fault() -> None:
    """`zollstock reckon plan.json --text | head -1`: no trace, and what was read is right."""
    long = json.dumps(document(title="fog " * 40, edge=border("2 in")))
    program = subprocess.Popen(
        [sys.executable, "-m", "zollstock.core.cli", "-", "--text"],
        cwd=ROOT / "backend",
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        stderr=subprocess.PIPE,
    )
    assert program.stdin and program.stdout and program.stderr
    program.stdout.close()
    program.stdin.write(long.encode())
    program.stdin.close()
    assert program.wait(30) == 141
    assert program.stderr.read() == b""
