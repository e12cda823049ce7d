"""Looking at a picture pixel by pixel: its tiles, made by a worker, read one by one for the screen."""

from __future__ import annotations

import zipfile
from pathlib import Path, PurePath

from zollstock.pixels.pyramid import make_pyramid, tile_name

from .models import Picture
from .storage import discard, name_of, store, work_folder

_STEM = "tiles"


def cut_up(picture: Picture, master: Path) -> None:
    """Make the tiles of a picture and put them into the storage. Raises what `make_pyramid` raises."""
    home = PurePath(name_of(picture.file)).parent
    with work_folder() as folder:
        made = folder / f"{_STEM}.zip"
        make_pyramid(master, made)
        discard(
            f"{home}/{_STEM}.zip"
        )  # what a worker left that was killed before it could write its row
        name = store(made, f"{home}/{_STEM}.zip")
    if not Picture.objects.filter(id=picture.id).update(tiles=name):
        discard(name)  # the picture went meanwhile


def tile_of(picture: Picture, level: int, column: int, row: int) -> bytes | None:
    """The JPEG of a tile; None where there is none."""
    if not picture.tiles:
        return None
    with picture.tiles.open("rb") as file, zipfile.ZipFile(file) as bag:
        try:
            return bag.read(tile_name(_STEM, level, column, row))
        except KeyError:
            return None
