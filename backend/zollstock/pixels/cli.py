"""`zollstock render`: a plan and a picture in, the delivered file out."""

from __future__ import annotations

import argparse
import sys
from contextlib import ExitStack
from pathlib import Path

from zollstock.core.cli import INVALID, read_document
from zollstock.core.colour.icc import ProfileError
from zollstock.core.documents.plan import Plan
from zollstock.core.layouts.request import LayoutRequest
from zollstock.core.questions.canvas.request import Canvas
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.studio.studio import DEFAULT_STUDIO, Studio

from .errors import Cancelled, PictureError, RenderError
from .hanging import write_hanging
from .heif import readable
from .inprofile import in_profile
from .inspect import inspect
from .interrupts import Interrupts
from .layouts import render_layout
from .newcanvas import write_canvas
from .previews import check_whole
from .render import render
from .wallpicture import proof_of, wall_picture


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock render",
        description="Make the print-ready file of a plan, the sheets of a layout, or a new canvas.",
    )
    parser.add_argument("plan", help="the plan or layout, or - for standard input")
    parser.add_argument(
        "picture",
        type=Path,
        nargs="*",
        help="the picture the plan is for; one for each plan of a layout",
    )
    parser.add_argument(
        "-o", "--output", type=Path, required=True,
        help="the file to write; of a layout a PDF, or a folder for a file a sheet",
    )  # fmt: skip
    parser.add_argument(
        "--hanging", action="store_true",
        help="of panels or a row of prints the hanging plan alone, as .pdf or .svg; no picture is needed",
    )  # fmt: skip
    parser.add_argument(
        "--wall", action="store_true",
        help="of panels or a row of prints the wall as it is seen, as .png or .jpg",
    )  # fmt: skip
    parser.add_argument(
        "--guides", action="store_true",
        help="of a new canvas its guides alone, as .png with transparency or .svg",
    )  # fmt: skip
    parser.add_argument(
        "--profile", type=Path,
        help="a print profile (.icc) that the file is made in, whatever the plan says; intent and black point are the plan's",
    )  # fmt: skip
    options = parser.parse_args(arguments)
    wanted = read_document(options.plan)
    if wanted is None:
        return INVALID
    studio = DEFAULT_STUDIO
    if options.profile is not None and not isinstance(wanted, Canvas):
        try:
            wanted, studio = in_profile(wanted, options.profile)
        except OSError as error:
            return _refuse(f"{options.profile}: {error.strerror or error}")
        except ProfileError as error:
            return _refuse(str(error))
    if isinstance(wanted, Canvas):
        return _canvas(wanted, options.output, options.guides)
    if options.wall:
        return _seen(wanted, options.picture, options.output)
    if options.hanging:
        return _hung(wanted, options.output)
    if not options.picture:
        return _refuse("name the picture, or the pictures of a layout")
    return _made(wanted, options.picture, options.output, studio)


def _canvas(wanted: Canvas, out: Path, guides: bool) -> int:
    """Write a new canvas, or its guides; the exit code."""
    try:
        write_canvas(wanted, out, guides)
    except FileExistsError:
        return _refuse(f"{out} exists already; it was left as it is")
    except OSError as error:
        return _refuse(error.strerror or str(error))
    except RenderError as error:
        return _refuse(str(error))
    return 0


def _seen(wanted: Plan | LayoutRequest, pictures: list[Path], out: Path) -> int:
    """Write the wall as it is seen, in a photograph of it where the request has one (its picture comes last)."""
    if isinstance(wanted, Plan):
        return _refuse("a plan has no wall; a row of one print has")
    photographed = getattr(getattr(wanted, "view", None), "photo", None) is not None
    if len(pictures) != len(wanted.plans) + photographed:
        return _refuse(
            f"name {len(wanted.plans)} pictures{', and the photograph of the wall' * photographed}"
        )
    if out.exists():
        return _refuse(f"{out} exists already; it was left as it is")
    try:
        photo = proof_of(pictures[-1]) if photographed else None
        wall_picture(wanted, lambda number: proof_of(pictures[number]), out, photo=photo)
    except FileNotFoundError as error:
        return _refuse(f"{error.filename}: there is no such file or folder")
    except OSError as error:
        return _refuse(error.strerror or str(error))
    except (PictureError, RenderError) as error:
        return _refuse(str(error))
    return 0


def _hung(wanted: Plan | LayoutRequest, out: Path) -> int:
    """Write the hanging plan; the exit code."""
    try:
        write_hanging(wanted, out)
    except FileExistsError:
        return _refuse(f"{out} exists already; it was left as it is")
    except OSError as error:
        return _refuse(error.strerror or str(error))
    except RenderError as error:
        return _refuse(str(error))
    return 0


def _made(wanted: Plan | LayoutRequest, pictures: list[Path], out: Path, studio: Studio) -> int:
    """Make the file of a plan, or the sheets of a layout; the exit code."""
    if isinstance(wanted, Plan):
        if len(pictures) != 1:
            return _refuse("a plan is for one picture")
        wrong = _wrong_ending(wanted, out)
        if wrong:
            return _refuse(wrong)
    with Interrupts() as interrupts:

        def go_on(percent: int) -> bool:
            if sys.stderr.isatty():
                _show(percent)
            return not interrupts.received

        try:
            for picture in pictures:
                inspect(picture)
            with ExitStack() as held:
                masters = [held.enter_context(readable(picture)) for picture in pictures]
                for master in masters:
                    check_whole(master)
                if interrupts.received:
                    pass
                elif isinstance(wanted, Plan):
                    render(wanted, masters[0], out, go_on, studio)
                else:
                    render_layout(wanted, masters, out, go_on, studio)
        except FileNotFoundError as error:
            return _refuse(f"{error.filename}: there is no such file or folder")
        except OSError as error:
            return _refuse(error.strerror or str(error))
        except (PictureError, RenderError) as error:
            return _refuse(str(error))
        except Cancelled:
            pass
        if interrupts.received and not out.exists():
            print("\nzollstock: stopped; nothing was left behind", file=sys.stderr)
            return interrupts.exit_code
    return 0


def _wrong_ending(plan: Plan, out: Path) -> str:
    """What is wrong with a file's name; empty where it has the ending of the plan's output."""
    endings = [f".{ending}" for ending in FILE_FORMATS[plan.output.format].endings]
    if out.suffix.lower() in endings:
        return ""
    return f"the plan asks for {plan.output.format}: name the file {' or '.join(endings)}"


def _show(percent: int) -> None:
    print(f"\r{percent:3d} %", end="" if percent < 99 else "\n", file=sys.stderr, flush=True)


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID


if __name__ == "__main__":
    sys.exit(main())
