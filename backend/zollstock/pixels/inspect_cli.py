"""`zollstock inspect`: what a picture says of itself, and what is measured of its pixels."""

from __future__ import annotations

import argparse
import sys
from dataclasses import asdict
from pathlib import Path

from zollstock.core.cli import INVALID
from zollstock.core.picture.copies import copied
from zollstock.core.picture.inspection import inspection
from zollstock.core.picture.measures import Measures
from zollstock.core.picture.measurewords import describe_measures

from .errors import PictureError
from .heif import readable
from .inspect import Facts, inspect
from .measures import measure
from .previews import check_whole


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock inspect", description="Measure a picture: detail, noise, JPEG, clipping."
    )
    parser.add_argument("picture", type=Path)
    parser.add_argument("--json", action="store_true", help="as a document for programs")
    options = parser.parse_args(arguments)
    try:
        facts = inspect(options.picture)
        with readable(options.picture) as master:
            check_whole(master)
            measures = measure(master)
    except FileNotFoundError as error:
        return _refuse(f"{error.filename}: there is no such file")
    except IsADirectoryError as error:
        return _refuse(f"{error.filename}: this is a folder, not a picture")
    except OSError as error:
        return _refuse(error.strerror or str(error))
    except PictureError as error:
        return _refuse(str(error))
    if options.json:
        print(inspection(_document(facts, options.picture), measures).model_dump_json(indent=1))
    else:
        _print(facts, options.picture, measures)
    return 0


def _document(facts: Facts, picture: Path) -> dict[str, object]:
    width, height = facts.upright
    return {"name": picture.name} | asdict(facts) | {"upright_px": [width, height]}


def _print(facts: Facts, picture: Path, measures: Measures) -> None:
    width, height = facts.upright
    kind = f"{facts.format}, {facts.bits} bits, {facts.profile or 'no profile'}"
    print(f"{picture.name}: {width} × {height} px, {kind}")
    words = [
        *describe_measures(measures, width * height),
        *copied(picture.name, width, height, facts.camera, facts.format),
    ]
    wide = max((len(word.label) for word in words), default=0)
    for word in words:
        print(f"  {word.label:{wide}}  {word.text}: {word.meaning}")
    for x, y, w, h in measures.sharpest:
        print(f"  {'Sharp part':{wide}}  {w} × {h} px at {x}, {y}")


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID


if __name__ == "__main__":
    sys.exit(main())
