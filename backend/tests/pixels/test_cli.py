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
    end = time.monotonic() + (20 if method == "cubic" else 3)
    while not list(folder.glob(".out*")) and time.monotonic() < end:
        time.sleep(0.01)
    process.send_signal(number)
    _, said = process.communicate(timeout=30)
    assert process.returncode == code
    assert said.strip() == "zollstock: stopped; nothing was left behind"
    assert sorted(path.name for path in folder.iterdir()) == ["picture.jpg", "plan.json"]
