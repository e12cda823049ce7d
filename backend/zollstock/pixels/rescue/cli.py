"""`zollstock rescue`: a chain and a picture in, the rescued picture out, or its lettering alone as SVG."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path

from zollstock.core.cli import INVALID, decoded, is_nothing
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.refusal import Refusal
from zollstock.core.parts.file import FormatName, OutputSpec
from zollstock.core.rescue.chain import Rescue, RescueError, parse_rescue
from zollstock.core.rescue.report import text_report
from zollstock.core.rescue.worked import Worked, work_out_rescue
from zollstock.core.rules.fileformats import FILE_FORMATS

from ..errors import Cancelled, PictureError, RenderError
from ..heif import readable
from ..inspect import inspect
from ..interrupts import Interrupts
from ..measures import measure
from ..previews import check_whole
from ..progress import Progress, stages
from ..rights import rights_of
from .file import write_rescued
from .loading import loaded
from .stages import Stages
from .svg import svg_of


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock rescue",
        description="Make a small bad file fit to hang large: the steps of a chain (zollstock.rescue/1), on a copy.",
    )
    parser.add_argument("chain", help="the chain, or - for standard input")
    parser.add_argument("picture", type=Path, help="the picture; it is not touched")
    parser.add_argument(
        "-o", "--output", type=Path, required=True,
        help="the file to write: .tif, .png, .jpg, or .svg for the lettering alone",
    )  # fmt: skip
    options = parser.parse_args(arguments)
    document = decoded(options.chain)
    if is_nothing(document):
        return INVALID
    try:
        rescue = parse_rescue(document)
    except RescueError as error:
        for path, message in error.problems:
            print(f"{path}: {message}", file=sys.stderr)
        return INVALID
    return _rescued(rescue, options.picture, options.output)


def _rescued(rescue: Rescue, picture: Path, out: Path) -> int:
    kind = _kind(out)
    if kind is None:
        return _refuse(
            f"{out.name}: name the file .tif, .png, .jpg, or .svg for the lettering alone"
        )
    if out.exists():
        return _refuse(f"{out} exists already; it was left as it is")
    with Interrupts() as interrupts:

        def go_on(percent: int) -> bool:
            if sys.stderr.isatty():
                end = "" if percent < 99 else "\n"
                print(f"\r{percent:3d} %", end=end, file=sys.stderr, flush=True)
            return not interrupts.received

        try:
            inspect(picture)
            with readable(picture) as master:
                check_whole(master)
                _write(rescue, master, out, kind, go_on)
        except FileNotFoundError as error:
            return _refuse(f"{error.filename}: there is no such file or folder")
        except OSError as error:
            return _refuse(error.strerror or str(error))
        except (PictureError, RenderError, Refusal) as error:
            return _refuse(str(error))
        except Cancelled:
            print("\nzollstock: stopped; nothing was left behind", file=sys.stderr)
            return interrupts.exit_code
    return 0


def _write(rescue: Rescue, picture: Path, out: Path, kind: str, go_on: Progress) -> None:
    work = work_out_rescue(rescue, measure(picture))
    looking, writing = stages(go_on, 1, 1)
    bench = Stages(work, loaded(picture, rescue.picture), looking)
    ground = bench.ground
    if kind == "svg":
        if not ground.vectors:
            told = [one.problem for one in bench.taken.told]
            raise RenderError(
                " ".join(told) or "This chain picks no lettering: there is nothing to outline."
            )
        out.write_text(svg_of(ground.vectors, work.wide, work.high, width_mm(work)), "utf-8")
    else:
        output = OutputSpec(format=kind, bits=_bits(work, kind))  # type: ignore[arg-type]
        write_rescued(work, bench, output, out, writing, rights_of(picture))
    for line in text_report(work, bench.found()):
        print(line)


def width_mm(work: Worked) -> float | None:
    """How wide the result is on the print, new rim and all."""
    return None if work.mm_per_px is None else float(work.mm_per_px * Fraction(work.wide))


def _bits(work: Worked, kind: str) -> int:
    most = 16 if kind in ("tiff", "png") else 8
    return min(most, work.rescue.picture.bits)


def _kind(out: Path) -> FormatName | str | None:
    ending = out.suffix.lower().lstrip(".")
    if ending == "svg":
        return "svg"
    return next(
        (
            name
            for name, held in FILE_FORMATS.items()
            if ending in held.endings and not held.vectors
        ),
        None,
    )


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID


if __name__ == "__main__":
    sys.exit(main())
