"""`zollstock say`: prints as a customer says them, read for a picture; the plans that they lead to, where that is wanted."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Iterator
from pathlib import Path

from zollstock.core.counter.said import SaidCard, SaidLine, document_of, said
from zollstock.core.ground.pipes import reader_may_leave
from zollstock.core.ground.refusal import Refusal
from zollstock.core.sizes.firstsize import first_size
from zollstock.core.studio.prices import SHIPPED

from .errors import PictureError
from .inspect import inspect

INVALID, DOUBTFUL = 2, 1


def say(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock say",
        description="Prints as somebody says them: '2 x 50x40 satin, white border 3, bottom 5; 1 x 90x60 canvas mirrored 4 cm'. "
        "Ends with 1 where something was not understood or is doubtful.",
    )
    parser.add_argument("text", help="what is said, English or German")
    parser.add_argument("picture", type=Path, help="the picture that they are of")
    parser.add_argument(
        "--unit", choices=("cm", "mm", "in"), default="cm", help="of bare numbers (cm)"
    )
    parser.add_argument("--json", action="store_true", help="the cards as a document for programs")
    parser.add_argument(
        "--plans", type=Path, metavar="FOLDER", help="write a plan for each print into a new folder"
    )
    options = parser.parse_args(arguments)
    try:
        with reader_may_leave():
            return _say(options)
    except FileNotFoundError as error:
        return _refuse(f"{error.filename}: there is no such file")
    except FileExistsError as error:
        return _refuse(f"{error.filename} is there already; nothing was written")
    except OSError as error:
        return _refuse(error.strerror or str(error))
    except (PictureError, Refusal) as error:
        return _refuse(str(error))


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID


def _say(options: argparse.Namespace) -> int:
    found = inspect(options.picture)
    picture = {"width_px": found.width_px, "height_px": found.height_px, "orientation": found.orientation,
               "bits": 16 if found.bits > 8 else 8, "channels": found.channels}  # fmt: skip
    size = first_size(*found.upright, options.unit)
    base = {
        "picture": picture, "title": options.picture.stem,
        "target": {"width": size.width.typed, "height": size.height.typed},
    }  # fmt: skip
    prices = SHIPPED.chosen("")
    line = said(options.text, base, options.unit, finishes=tuple(prices.finishes if prices else ()))
    if options.plans is not None:
        _write(options.plans, line, base)
    if options.json:
        print(line.model_dump_json(indent=1))
    else:
        print("\n".join(_lines(line)))
    return 0 if line.cards and all(card.sure for card in line.cards) else DOUBTFUL


def _write(folder: Path, line: SaidLine, base: dict[str, object]) -> None:
    folder.mkdir()
    for number, card in enumerate(line.cards, 1):
        if card.kind == "print" and not card.problem:
            text = json.dumps(document_of(card, base), ensure_ascii=False, indent=1)
            (folder / f"{number:02d}.plan.json").write_text(text, encoding="utf-8")


def _lines(line: SaidLine) -> Iterator[str]:
    for card in line.cards:
        yield f"{card.copies} × {_what(card)}"
        for word in card.words:
            yield f"    {word.text:24} {word.sets or 'not understood: it changes nothing'}"
        if card.assumed:
            yield f"    assumed                  {', '.join(card.assumed)}"
        for doubt in (*card.doubts, *([card.problem] if card.problem else [])):
            yield f"    ?                        {doubt}"


def _what(card: SaidCard) -> str:
    if card.kind == "id":
        return "ID photos"
    return " · ".join(
        part for part in (card.size_text or "no print", card.says, *card.finishes) if part
    )
