"""The commands within this process: as from outside, without a process for each."""

from __future__ import annotations

import io
import sys
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

import pytest

Main = Callable[[list[str]], int]


@dataclass(frozen=True, slots=True)
class Said:
    """What a command ended with and said, that of libraries written in C included."""

    returncode: int
    stdout: str
    stderr: str


Command = Callable[..., Said]


@pytest.fixture
def command(capfd: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch) -> Command:
    """command(main, "plan.json", "--text", folder=tmp_path, given="what comes on standard input")."""

    def run(main: Main, *arguments: str, folder: Path | None = None, given: str = "") -> Said:
        if folder is not None:
            monkeypatch.chdir(folder)
        monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(given.encode())))
        capfd.readouterr()
        try:
            ended = main(list(arguments))
        except SystemExit as left:
            ended = int(left.code or 0)
        said = capfd.readouterr()
        return Said(ended, said.out, said.err)

    return run
