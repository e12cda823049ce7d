"""`zollstock reckon`: a plan in, its reckoning out. Needs no database and no server."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from .pipes import reader_may_leave
from .plan import Plan, PlanError, parse_plan

INVALID = 2


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock reckon", description="Reckon a print plan (zollstock.plan/1)."
    )
    parser.add_argument("plan", help="the plan document, or - for standard input")
    parser.add_argument("--text", action="store_true", help="print the worksheet for people")
    options = parser.parse_args(arguments)
    plan = read_plan(options.plan)
    if plan is None:
        return INVALID
    if options.text:
        from .worksheet import text_worksheet

        answer = text_worksheet(plan)
    else:
        from .reckon import reckon
        from .reckoning import reckoning_json

        answer = reckoning_json(reckon(plan), indent=1)
    with reader_may_leave():
        print(answer)
    return 0


def read_plan(name: str) -> Plan | None:
    """The plan in a file or on standard input; None after telling every fault on standard error."""
    try:
        given = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
        text = given.decode("utf-8-sig")
    except UnicodeDecodeError:
        _refuse(f"{name}: this is not a text file")
        return None
    except (OSError, ValueError) as error:  # ValueError: a name that no file can have
        reason = getattr(error, "strerror", None) or "cannot be read"
        _refuse(f"{name}: {reason.lower()}")
        return None
    try:
        document: Any = json.loads(text)
    except (ValueError, RecursionError) as error:
        where = f"line {error.lineno}: " if isinstance(error, json.JSONDecodeError) else ""
        _refuse(f"{name}: {where}this is not JSON")
        return None
    try:
        return parse_plan(document)
    except PlanError as error:
        for path, message in error.problems:
            print(f"{path}: {message}", file=sys.stderr)
        return None


def _refuse(message: str) -> None:
    print(message, file=sys.stderr)


if __name__ == "__main__":
    sys.exit(main())
