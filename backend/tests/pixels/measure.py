"""What other programs say of a file."""

from __future__ import annotations

import json
import re
import subprocess
from pathlib import Path
from typing import Any


def exif(path: Path) -> dict[str, Any]:
    """exiftool's facts, numbers as numbers."""
    said = subprocess.run(["exiftool", "-json", "-n", str(path)], capture_output=True, check=True)
    return json.loads(said.stdout)[0]


def exif_of(paths: list[Path]) -> dict[str, dict[str, Any]]:
    """The same for many files at once, by their names."""
    if not paths:
        return {}
    said = subprocess.run(
        ["exiftool", "-json", "-n", *map(str, paths)], capture_output=True, check=True
    )
    return {Path(facts["SourceFile"]).name: facts for facts in json.loads(said.stdout)}


def tiff(path: Path) -> dict[str, str]:
    """tiffinfo's lines as a table."""
    said = subprocess.run(["tiffinfo", str(path)], capture_output=True, check=True, text=True)
    found = dict(re.findall(r"^\s*([\w /]+?): (.+)$", said.stdout, re.M))
    size = re.search(r"Image Width: (\d+) Image Length: (\d+)", said.stdout)
    assert size
    return found | {"width": size[1], "height": size[2]}
