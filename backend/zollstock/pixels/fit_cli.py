"""`zollstock fit`: one picture against a set of sizes, as a table."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path

from zollstock.core.cli import INVALID
from zollstock.core.documents.plan import Plan, PlanError, parse_plan
from zollstock.core.ground.csvtable import TableError, write_table
from zollstock.core.ground.pipes import reader_may_leave
from zollstock.core.questions.survey import SizeVerdict, survey
from zollstock.core.questions.tables import SURVEY_COLUMNS, read_sizes, survey_rows, survey_text
from zollstock.core.sizes.finder import find
from zollstock.core.sizes.library import Size, library

from .errors import PictureError
from .inspect import inspect

_MOST_BYTES = 2**20
_EPILOG = """A keep zone is given as NAME=X,Y,W,H in shares of the upright picture, from its top left:
--keep hand=0.8,0.4,0.15,0.3. Sizes come from a CSV file with columns width, height and, if you like,
unit, name, group, frames and note; - reads it from standard input. Without --sizes the library that
everybody has is taken, or what --find finds in it."""


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock fit",
        description="What every size of a set costs a picture.",
        epilog=_EPILOG,
    )
    parser.add_argument("picture", type=Path)
    parser.add_argument("--sizes", metavar="SET.CSV", help="the sizes, - for standard input")
    parser.add_argument("--find", default="", metavar="TEXT", help="only sizes with this in them")
    parser.add_argument("--format", choices=("text", "csv", "json"), default="text")
    parser.add_argument("--sort", choices=("loss", "area", "quality"), default="loss")
    parser.add_argument("--unit", choices=("mm", "cm", "in"), help="unit of texts and bare numbers")
    parser.add_argument("--keep", action="append", default=[], metavar="NAME=X,Y,W,H")
    parser.add_argument(
        "--factor", type=float, default=1.0, help="medium factor, 1 for photo paper"
    )
    options = parser.parse_args(arguments)
    try:
        sizes = find(
            _sizes(options.sizes, options.unit or "cm"), options.find, options.unit or "cm"
        )
        if not sizes:
            return _refuse(f"no size has “{options.find}” in it")
        base = _base(options.picture, options.keep, options.factor)
    except PlanError as error:
        return _refuse("; ".join(f"{path}: {message}" for path, message in error.problems))
    except (PictureError, TableError) as error:
        return _refuse(str(error))
    except OSError as error:
        return _refuse(f"{error.filename}: {(error.strerror or 'cannot be read').lower()}")
    answer = _shown(survey(base, sizes, options.unit, options.sort), options.format)
    with reader_may_leave():
        print(answer, end="")
    return 0


def _sizes(name: str | None, unit: str) -> list[Size]:
    if name is None:
        return list(library())
    try:
        if name == "-":
            return read_sizes(sys.stdin.read(_MOST_BYTES), unit)
        path = Path(name)
        if path.stat().st_size > _MOST_BYTES:
            raise TableError(f"{name}: a set of sizes has at most 1 MiB")
        return read_sizes(path.read_text(encoding="utf-8"), unit)
    except UnicodeDecodeError:
        raise TableError(f"{name}: this is not a text file") from None
    except TableError as error:
        raise TableError(str(error) if name in str(error) else f"{name}: {error}") from None


def _base(picture: Path, keep: list[str], factor: float) -> Plan:
    """A plan of the picture with its zones; its size is a stand-in that the survey replaces."""
    facts = inspect(picture)
    zones = []
    for text in keep:
        name, divider, numbers = text.rpartition("=")
        try:
            x, y, w, h = (float(number) for number in numbers.split(","))
        except ValueError:
            divider = ""
        if not divider:
            raise TableError(f"--keep {text}: a zone is written NAME=X,Y,W,H, each from 0 to 1")
        zones.append({"name": name, "x": x, "y": y, "w": w, "h": h})
    return parse_plan(
        {
            "picture": {
                "width_px": facts.width_px,
                "height_px": facts.height_px,
                "orientation": facts.orientation,
            },
            "target": {"width": "1 in", "height": "1 in"},
            "fit": {"keep": zones},
            "medium": {"factor": factor},
        }
    )


def _shown(verdicts: list[SizeVerdict], how: str) -> str:
    if how == "csv":
        return write_table(SURVEY_COLUMNS, survey_rows(verdicts))
    if how == "json":
        rows = [verdict.model_dump(mode="json", exclude={"drawing"}) for verdict in verdicts]
        return json.dumps(rows, ensure_ascii=False, indent=1) + "\n"
    return survey_text(verdicts) + "\n"


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID


if __name__ == "__main__":
    sys.exit(main())
