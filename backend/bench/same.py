"""Whether figures, sheets and files are byte for byte what they were: `python -m bench.same [what was printed before]`.

Prints a line for each plan, layout and file of a matrix, `SHA-256  name`; with the lines of an earlier version it says
which differ. The way to change the house without changing the work. It speaks through the command line alone, whose
documents are contracts, so the same script measures both versions.
"""

from __future__ import annotations

import hashlib
import io
import json
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import redirect_stdout
from itertools import product
from pathlib import Path
from typing import Any

import pyvips

from bench.enlarging import photo_of
from tests import layouts
from zollstock.core import cli as reckoning
from zollstock.pixels import cli as rendering

PICTURE = (1500, 1000)
EDGES: dict[str, dict[str, Any]] = {
    "none": {"kind": "none"},
    "border": {"kind": "border", "left": "1 cm", "top": "2 cm", "right": "1 cm", "bottom": "3 cm",
               "keyline": {}, "caption": {"text": "Åsa's gear"}, "least": "5 mm"},
    "mat": {"kind": "mat", "opening_width": "35 cm", "opening_height": "22 cm", "overlap": "4 mm",
            "card_width": "60 cm", "card_height": "50 cm"},
    "bleed": {"kind": "bleed", "bleed": "3 mm", "safe": "3 mm"},
    "bleed mirrored": {"kind": "bleed", "bleed": "5 mm", "fill": "mirror"},
    **{f"wrap {fill}": {"kind": "wrap", "depth": "3.8 cm", "turn": "1.2 cm", "fill": fill}
       for fill in ("picture", "mirror", "soft-mirror", "stretch", "colour")},
}  # fmt: skip
TARGETS = {
    "A3": {"width": "42 cm", "height": "29.7 cm"},
    "square": {"width": "50 cm", "height": "50 cm"},
    "inches": {"width": "24 in", "height": "16 in"},
}
FITS: dict[str, dict[str, Any]] = {
    "crop": {"mode": "fill", "anchor": [0.3, 0.7], "zoom": 1.2, "angle": 1.5,
             "keep": [{"name": "lamp", "x": 0.1, "y": 0.2, "w": 0.15, "h": 0.3}]},
    "whole": {"mode": "contain", "colour": "#808080"},
}  # fmt: skip
MEDIA = {
    "A3": {"name": "canvas", "factor": 0.5},
    "inches": {"name": "newsprint", "factor": 0.6, "spread": 0.2},
}
VIEWS = {
    criterion: {"school": criterion, "distance": "80 cm"}
    for criterion in ("acuity", "table", "device", "model")
}
PIXELS: dict[str, dict[str, Any]] = {
    "kept": {},
    "careful": {"mode": "fixed", "ppi": 120},
    "reduced": {"mode": "fixed", "ppi": 40},
    "lanczos, noise out": {"mode": "fixed", "ppi": 110, "method": "lanczos", "denoise": 0.4},
    "sharpened": {"mode": "fixed", "ppi": 100, "sharpen": {"amount": 0.8}},
}
FILES: dict[str, dict[str, Any]] = {
    "tiff": {"format": "tiff", "bits": 16},
    "jpeg": {"format": "jpeg"},
    "png": {"format": "png"},
    "pdf": {"format": "pdf"},
}
LAYOUTS = {
    "tiles": layouts.tiles_document(plan={"target": {"width": "30 cm", "height": "45 cm"}}),
    "id": layouts.pass_document(),
    "life": layouts.life_document(),
    "panels": layouts.panels_document(),
    "panels wrapped": layouts.panels_document(
        wrap={"depth": "2 cm", "turn": "1 cm", "fill": "mirror"}
    ),
    "hang": layouts.hang_document(),
    "gang": layouts.gang_document(),
    "book": layouts.book_document(spreads=None, ppi=60),
}
#: Dots an inch at which the pages of a PDF are compared.
_DPI = "72"


def documents() -> Iterator[tuple[str, dict[str, Any]]]:
    """Every plan of the matrix, each with its name; what does not fit together is left out."""
    for edge, target, fit, view in product(EDGES, TARGETS, FITS, VIEWS):
        yield (
            f"{edge}, {target}, {fit}, {view}",
            {"edge": EDGES[edge], "target": TARGETS[target], "fit": FITS[fit], "viewing": VIEWS[view]}
            | ({"medium": MEDIA[target]} if target in MEDIA else {}),
        )  # fmt: skip
    for pixels, file in product(PIXELS, FILES):
        yield f"{pixels}, {file}", {"pixels": PIXELS[pixels], "output": FILES[file]}


def planned(changes: dict[str, Any]) -> dict[str, Any]:
    picture = dict(zip(("width_px", "height_px"), PICTURE, strict=True))
    plan = {"picture": picture, "target": TARGETS["A3"], "viewing": {"distance": "60 cm"}}
    return {"format": "zollstock.plan/1", "title": "Same"} | plan | changes


def said(document: dict[str, Any], *options: str) -> str:
    """What the command line answers."""
    answer = io.StringIO()
    with tempfile.NamedTemporaryFile("w", suffix=".json") as file, redirect_stdout(answer):
        json.dump(document, file)
        file.flush()
        code = reckoning.main([file.name, *options])
    return answer.getvalue() if code == 0 else f"refused: {code}"


def figures() -> Iterator[tuple[str, bytes]]:
    for name, changes in documents():
        for options in ((), ("--text",)):
            yield f"reckon {' '.join((*options, name))}", said(planned(changes), *options).encode()
    for name, layout in LAYOUTS.items():
        for options in ((), ("--text",)):
            yield f"reckon {' '.join((*options, name))}", said(layout, *options).encode()


def files(folder: Path) -> Iterator[tuple[str, bytes]]:
    """Files that are made: every edge and fill, every way of making pixels in every format, every kind of layout."""
    # Compiled in a process of its own, as the launcher does: what has just been compiled and what is read in from
    # there differ in the last bit here and there.
    subprocess.run([sys.executable, "-m", "zollstock.pixels.enlarge"], check=True)
    picture = folder / "picture.jpg"
    photo_of(picture, *PICTURE)
    wanted = {
        **{f"render {name}": planned(changes) for name, changes in documents()
           if name.endswith("acuity") or name.split(", ")[-1] in FILES},
    }  # fmt: skip
    for name, document in wanted.items():
        kind = document.get("output", {}).get("format", "tiff")
        yield from made(name, document, [picture], folder / f"out.{kind}")
    for name, layout in LAYOUTS.items():
        pictures = []
        for number, plan in enumerate(layout["plans"]):
            size = plan["picture"]["width_px"], plan["picture"]["height_px"]
            pictures.append(folder / f"{name} {number}.jpg")
            photo_of(pictures[-1], *size)
        yield from made(f"render {name}", layout, pictures, folder / "out.pdf")
        yield from made(f"sheets {name}", layout, pictures, folder / "sheets")
        if name in ("panels", "hang"):
            for option, ending in (("--hanging", "pdf"), ("--hanging", "svg"), ("--wall", "png")):
                yield from made(f"{option} {ending} {name}", layout, pictures, folder / f"out.{ending}", option)  # fmt: skip


def made(
    name: str, document: dict[str, Any], pictures: list[Path], out: Path, *options: str
) -> Iterator[tuple[str, bytes]]:
    plan = out.parent / "plan.json"
    plan.write_text(json.dumps(document))
    given = [] if "--hanging" in options else [str(picture) for picture in pictures]
    code = rendering.main([str(plan), *given, "-o", str(out), *options])
    if code:
        yield name, f"refused: {code}".encode()
    for file in [out] if out.is_file() else sorted(out.glob("**/*")):
        yield f"{name} {file.name}", CONTENT.get(file.suffix, Path.read_bytes)(file)
        file.unlink()
    if out.is_dir():
        out.rmdir()


def pages(pdf: Path) -> bytes:
    """What a PDF shows and says: its file names its parts anew each time it is written."""
    shown = subprocess.run(["pdftoppm", "-r", _DPI, str(pdf)], stdout=subprocess.PIPE, check=True)
    words = subprocess.run(
        ["pdftotext", "-bbox", str(pdf), "-"], stdout=subprocess.PIPE, check=True
    )
    boxes = subprocess.run(["pdfinfo", "-box", str(pdf)], stdout=subprocess.PIPE, check=True)
    told = [line for line in boxes.stdout.splitlines() if b"Box" in line or b"Title" in line]
    return shown.stdout + words.stdout + b"".join(told)


def pixels(png: Path) -> bytes:
    """The pixels of a PNG: the profile that the wall's has names the second it was made in."""
    return bytes(pyvips.Image.new_from_file(str(png)).write_to_memory())


CONTENT = {".pdf": pages, ".png": pixels}


def main(before: str | None = None) -> int:
    lines = []
    with tempfile.TemporaryDirectory() as folder:
        for source in (figures(), files(Path(folder))):
            for name, content in source:
                lines.append(f"{hashlib.sha256(content).hexdigest()}  {name}")
                if before is None:
                    print(lines[-1], flush=True)
    if before is None:
        return 0
    was, now = set(Path(before).read_text().splitlines()), set(lines)
    for line in sorted(was ^ now, key=lambda line: line.split("  ", 1)[1]):
        print(f"{'before' if line in was else 'now   '}  {line}")
    print(f"{len(was & now)} of {len(was)} the same, {len(now)} now")
    return int(was != now)


if __name__ == "__main__":
    sys.exit(main(*sys.argv[1:2]))
