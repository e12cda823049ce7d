"""`zollstock render`: from outside where processes and signals matter."""

from __future__ import annotations

import json
import signal
import subprocess
import time
from collections.abc import Callable
from pathlib import Path

import pytest

from tests.commandline import Command, Said
from tests.lengthy import in_a_long_round
from tests.pictures import chart, save
from tests.pixels.measure import exif
from zollstock.pixels.cli import main

ROOT = Path(__file__).resolve().parents[3]
PLAN = {
    "picture": {"width_px": 600, "height_px": 400},
    "target": {"width": "6 in", "height": "4 in"},
}


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    save(chart(600, 400), tmp_path / "picture.jpg", Q=95)
    (tmp_path / "plan.json").write_text(json.dumps(PLAN))
    return tmp_path


@pytest.fixture
def render(command: Command, folder: Path) -> Callable[..., Said]:
    def run(out: str, picture: str = "picture.jpg") -> Said:
        return command(main, "plan.json", picture, "-o", out, folder=folder)

    return run


def test_writes_the_file_of_the_reckoning(folder: Path) -> None:
    done = subprocess.run(
        [ROOT / "zollstock", "render", "plan.json", "picture.jpg", "-o", "out.tif"],
        cwd=folder,
        capture_output=True,
        text=True,
        timeout=60,
    )
    assert (done.returncode, done.stdout, done.stderr) == (0, "", "")
    facts = exif(folder / "out.tif")
    assert (facts["ImageWidth"], facts["ImageHeight"], facts["XResolution"]) == (600, 400, 100)


@pytest.mark.parametrize(
    ("out", "picture", "words"),
    [
        ("plan.json", "picture.jpg", "name the file .tif"),
        ("out.tif", "none.jpg", "no such file"),
        ("no/folder/out.tif", "picture.jpg", "no/folder: there is no such file or folder"),
        ("out.tif", "plan.json", "not a picture"),
    ],
)
def test_refuses_in_one_line_and_leaves_nothing(
    render: Callable[..., Said], folder: Path, out: str, picture: str, words: str
) -> None:
    before = sorted(path.name for path in folder.iterdir())
    done = render(out, picture)
    assert done.returncode == 2 and words in done.stderr
    assert len(done.stderr.splitlines()) == 1 and "Traceback" not in done.stderr
    assert sorted(path.name for path in folder.iterdir()) == before


def test_refuses_to_overwrite(render: Callable[..., Said], folder: Path) -> None:
    (folder / "out.tif").write_text("mine")
    done = render("out.tif")
    assert done.returncode == 2 and "exists already" in done.stderr
    assert (folder / "out.tif").read_text() == "mine"


def test_a_row_of_prints_is_made_as_its_hanging_plan(command: Command, folder: Path) -> None:
    row = {"format": "zollstock.layout/1", "kind": "hang", "plans": [PLAN]}
    (folder / "row.json").write_text(json.dumps(row))
    done = command(main, "row.json", "picture.jpg", "-o", "row.pdf", folder=folder)
    assert (done.returncode, done.stderr) == (0, "")
    assert (folder / "row.pdf").read_bytes().startswith(b"%PDF")


def until(there: Callable[[], object]) -> None:
    end = time.monotonic() + 60
    while not there():
        assert time.monotonic() < end, "it never began"
        time.sleep(0.01)


def listens_to(process: subprocess.Popen, number: int) -> bool:
    """Whether a process does something of its own when it is sent a signal, says the system."""
    status = Path(f"/proc/{process.pid}/status").read_text()
    caught = next(line for line in status.splitlines() if line.startswith("SigCgt:"))
    return bool(int(caught.split()[1], 16) >> (number - 1) & 1)


def has_read(process: subprocess.Popen, library: str) -> bool:
    return library in Path(f"/proc/{process.pid}/maps").read_text()


def test_stopped_while_it_still_starts_it_shows_no_trace(folder: Path) -> None:
    process = subprocess.Popen(
        [ROOT / "zollstock", "reckon", "-"],
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        stderr=subprocess.PIPE,
        text=True,
    )
    until(lambda: has_read(process, "pydantic_core"))
    process.send_signal(signal.SIGINT)
    assert process.communicate(timeout=30) == ("", "")
    assert process.returncode == -signal.SIGINT


@pytest.mark.parametrize(
    ("number", "code", "method"),
    [
        (signal.SIGTERM, 143, "cubic"),
        pytest.param(signal.SIGINT, 130, "cubic", marks=in_a_long_round),
        pytest.param(signal.SIGHUP, 129, "cubic", marks=in_a_long_round),
        # Its pixels are made before there is a file: it stops between two tiles.
        (signal.SIGINT, 130, "careful"),
    ],
)
def test_interrupted_it_says_so_and_leaves_nothing(
    folder: Path, number: int, code: int, method: str
) -> None:
    large = PLAN | {"pixels": {"mode": "fixed", "ppi": 3000, "method": method}}
    (folder / "plan.json").write_text(json.dumps(large))
    process = subprocess.Popen(
        [ROOT / "zollstock", "render", "plan.json", "picture.jpg", "-o", "out.tif"],
        cwd=folder,
        stderr=subprocess.PIPE,
        text=True,
    )
    if method == "cubic":
        until(lambda: list(folder.glob(".out*")))
    else:
        # Python listens too while it starts; what the command reads in comes after that.
        until(lambda: has_read(process, "pydantic_core") and listens_to(process, signal.SIGINT))
        time.sleep(1)
    process.send_signal(number)
    _, said = process.communicate(timeout=30)
    assert process.returncode == code
    assert said.strip() == "zollstock: stopped; nothing was left behind"
    assert sorted(path.name for path in folder.iterdir()) == ["picture.jpg", "plan.json"]
