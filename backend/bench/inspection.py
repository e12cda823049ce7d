"""Inspection: cutting a picture into tiles, all its measures, and one tile as the screen asks for it.

The baseline is reading the same file through once with libvips.
"""

from __future__ import annotations

import statistics
import tempfile
import time
import zipfile
from collections.abc import Callable
from pathlib import Path

import pyvips

from zollstock.demo.scenes import stars
from zollstock.pixels.measures import measure
from zollstock.pixels.pyramid import TILE, levels, make_pyramid, tile_name

SIZES = ((6000, 4000), (9488, 6326))
TILES = 40


def timed(what: Callable[..., object], *given: object) -> float:
    begun = time.perf_counter()
    what(*given)
    return time.perf_counter() - begun


def read_through(picture: Path) -> None:
    pyvips.Image.new_from_file(str(picture), access="sequential").avg()


def first_tile(bag: Path, width: int, height: int) -> float:
    """Seconds to open the bag and read one tile of the finest level, the median of many."""
    top = levels(width, height)
    columns, rows = -(-width // TILE), -(-height // TILE)

    def one(number: int) -> None:
        with zipfile.ZipFile(bag) as tiles:
            tiles.read(tile_name(bag.stem, top, number * 7 % columns, number * 3 % rows))

    return statistics.median(timed(one, number) for number in range(TILES))


def inspected(picture: Path, bag: Path, width: int, height: int) -> None:
    stars(width, height).jpegsave(str(picture), Q=92)
    measure(picture)  # what is compiled is read in before
    base = timed(read_through, picture)
    cut, measured = timed(make_pyramid, picture, bag), timed(measure, picture)
    print(
        f"  {width * height / 1e6:.0f} megapixels: tiles {cut:.1f} s ({cut / base:.1f} ×), all measures "
        f"{measured:.1f} s ({measured / base:.1f} × reading it through, {base:.2f} s), one tile "
        f"{first_tile(bag, width, height) * 1000:.1f} ms",
        flush=True,
    )


def main() -> None:
    with tempfile.TemporaryDirectory() as name:
        for width, height in SIZES:
            picture = Path(name) / f"stars-{width}.jpg"
            inspected(picture, picture.with_name(f"tiles-{width}.zip"), width, height)


if __name__ == "__main__":
    main()
