"""`zollstock gamut` and `zollstock profile`: what a paper shows of a picture, and what a print profile is."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Callable
from pathlib import Path
from typing import get_args

import numpy as np

from zollstock.core.cli import INVALID
from zollstock.core.colour.renderings import Intent
from zollstock.core.ground.pipes import reader_may_leave
from zollstock.core.ground.refusal import Refusal
from zollstock.core.questions.gamut import gamut_report

from .errors import PictureError
from .gamut import PrintColours, gamut_numbers
from .heif import readable
from .inspect import inspect, open_picture
from .previews import check_whole
from .vips import pyvips

#: Colours that reach into the corners of any table.
_CORNERS = np.array([[light, a, b] for light in (0.0, 50.0, 100.0) for a in (-100.0, 0.0, 100.0) for b in (-100.0, 0.0, 100.0)])  # fmt: skip


def gamut(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock gamut",
        description="What a print profile shows of a picture, and what it does not.",
    )
    parser.add_argument("picture", type=Path)
    parser.add_argument(
        "--profile", type=Path, required=True, help="the print profile, an .icc file"
    )
    parser.add_argument("--intent", choices=get_args(Intent), default="perceptual")
    parser.add_argument(
        "--no-black-point", action="store_true", help="without black point compensation"
    )
    parser.add_argument("--ink-limit", type=float, help="per cent; else the profile's own most")
    parser.add_argument("--json", action="store_true", help="as a document for programs")
    options = parser.parse_args(arguments)
    return _told(lambda: _gamut(options))


def profile(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock profile", description="What a print profile is."
    )
    parser.add_argument("profile", type=Path)
    parser.add_argument("--json", action="store_true", help="as a document for programs")
    options = parser.parse_args(arguments)
    return _told(lambda: _profile(options))


def _gamut(options: argparse.Namespace) -> None:
    printing = PrintColours(options.profile)
    inspect(options.picture)
    black_point = not options.no_black_point
    with readable(options.picture) as master:
        check_whole(master)
        image = open_picture(master, access="sequential")
        numbers = gamut_numbers(image, printing, options.intent, black_point, options.ink_limit)
    name = printing.facts.name or options.profile.stem
    report = gamut_report(numbers, name, printing.facts.space, options.intent, black_point)
    if options.json:
        print(report.model_dump_json(indent=1))
        return
    print(report.says)
    wide = max(len(one.label) for one in report.figures)
    for one in report.figures:
        print(f"  {one.label:{wide}}  {one.text:12}  {one.formula}: {one.working}")


def _profile(options: argparse.Namespace) -> None:
    printing = PrintColours(options.profile)
    # Every table is gone through once: what gets through here gets through when files are made.
    for intent in get_args(Intent):
        printing.colours(printing.numbers(_CORNERS, intent, True))
        printing.numbers(_CORNERS, intent, False)
    facts, tones = printing.facts, printing.tones
    if options.json:
        document = {"format": "zollstock.profile/1", "name": facts.name, "space": facts.space, "class": facts.kind,
                    "version": facts.version, "white": tones.white, "black": tones.black,
                    "most_ink": tones.most_ink or None}  # fmt: skip
        print(json.dumps(document, indent=1, ensure_ascii=False))
        return
    print(
        f"{facts.name or options.profile.name}: a profile {facts.kind}, {facts.space.upper()}, ICC {facts.version}"
    )
    for label, lab in (("paper", tones.white), ("black", tones.black)):
        print(f"  {label}  L* {lab[0]:.1f}  a* {lab[1]:.1f}  b* {lab[2]:.1f}")
    if tones.most_ink:
        print(f"  most ink  {tones.most_ink:.0f} %")


def _told(work: Callable[[], None]) -> int:
    try:
        with reader_may_leave():
            work()
    except FileNotFoundError as error:
        return _refuse(f"{error.filename}: there is no such file")
    except IsADirectoryError as error:
        return _refuse(f"{error.filename}: this is a folder")
    except OSError as error:
        return _refuse(error.strerror or str(error))
    except (PictureError, Refusal) as error:
        return _refuse(str(error))
    except pyvips.Error:
        return _refuse("This profile cannot be used: the colour engine refuses it.")
    return 0


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID
