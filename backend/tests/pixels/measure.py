"""What other programs say of a file."""

from __future__ import annotations

import atexit
import functools
import json
import re
import subprocess
from pathlib import Path
from typing import Any


@functools.cache
def _exiftool() -> subprocess.Popen[bytes]:
    """One exiftool for all files: to start it takes longer than to read ten of them."""
    running = subprocess.Popen(
        ["exiftool", "-stay_open", "True", "-@", "-"],
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        stderr=subprocess.DEVNULL,
    )
    atexit.register(running.kill)
    return running


def exif_of(paths: list[Path]) -> dict[str, dict[str, Any]]:
    """exiftool's facts of files by their names, numbers as numbers."""
    if not paths:
        return {}
    running = _exiftool()
    assert running.stdin and running.stdout
    asked = ["-json", "-n", *map(str, paths), "-execute"]
    running.stdin.write("\n".join([*asked, ""]).encode())
    running.stdin.flush()
    said = b"".join(iter(running.stdout.readline, b"{ready}\n"))
    return {Path(facts["SourceFile"]).name: facts for facts in json.loads(said)}


def exif(path: Path) -> dict[str, Any]:
    """The same for one file."""
    return exif_of([path])[path.name]


def tiff(path: Path) -> dict[str, str]:
    """tiffinfo's lines as a table."""
    said = subprocess.run(["tiffinfo", str(path)], capture_output=True, check=True, text=True)
    found = dict(re.findall(r"^\s*([\w /]+?): (.+)$", said.stdout, re.M))
    size = re.search(r"Image Width: (\d+) Image Length: (\d+)", said.stdout)
    assert size
    return found | {"width": size[1], "height": size[2]}
