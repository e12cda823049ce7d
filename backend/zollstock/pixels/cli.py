"""`zollstock render`: a plan and a picture in, the delivered file out."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path

from zollstock.core.cli import INVALID, read_plan
from zollstock.core.outputs import OUTPUTS

from .errors import Cancelled, PictureError, RenderError
from .inspect import inspect
from .interrupts import Interrupts
from .previews import check_whole
from .render import render


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock render", description="Make the print-ready file of a plan."
    )
    parser.add_argument("plan", help="the plan document, or - for standard input")
    parser.add_argument("picture", type=Path, help="the picture the plan is for")
    parser.add_argument("-o", "--output", type=Path, required=True, help="the file to write")
    options = parser.parse_args(arguments)
    plan = read_plan(options.plan)
    if plan is None:
        return INVALID
    endings = [f".{ending}" for ending in OUTPUTS[plan.output.format].endings]
    if options.output.suffix.lower() not in endings:
        ending = " or ".join(endings)
        return _refuse(f"the plan asks for {plan.output.format}: name the file {ending}")
    with Interrupts() as interrupts:

        def go_on(percent: int) -> bool:
            if sys.stderr.isatty():
                _show(percent)
            return not interrupts.received

        try:
            inspect(options.picture)
            check_whole(options.picture)
            if not interrupts.received:
                render(plan, options.picture, options.output, go_on)
        except FileNotFoundError as error:
            return _refuse(f"{error.filename}: there is no such file or folder")
        except OSError as error:
            return _refuse(error.strerror or str(error))
        except (PictureError, RenderError) as error:
            return _refuse(str(error))
        except Cancelled:
            pass
        if interrupts.received and not options.output.exists():
            print("\nzollstock: stopped; nothing was left behind", file=sys.stderr)
            return interrupts.exit_code
    return 0


def _show(percent: int) -> None:
    print(f"\r{percent:3d} %", end="" if percent < 99 else "\n", file=sys.stderr, flush=True)


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID


if __name__ == "__main__":
    sys.exit(main())
