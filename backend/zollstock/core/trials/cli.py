"""`zollstock trial`: answers in, what they say out. Needs no database and no server."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import get_args

from ..documents.faults import DocumentError
from ..ground.csvtable import TableError
from ..ground.pipes import reader_may_leave
from .document import Trial, TrialBy, as_step, parse_trial, read_answers
from .result import JudgeResult, TrialResultDocument, result_of

INVALID = 2


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock trial",
        description="What a trial's answers say: zollstock.trial/1, or a table with who, a, b, said.",
    )
    parser.add_argument("answers", help="the file, .json or .csv, or - for standard input")
    parser.add_argument("--json", action="store_true", help="zollstock.trialresult/1")
    parser.add_argument("--reference", help="of a table: ppi of the finest patch, or another step")
    parser.add_argument(
        "--by", choices=get_args(TrialBy), help="of a table: what its patches differ by; ppi"
    )
    parser.add_argument("--distance", help="of a table: from where it was judged")
    parser.add_argument("--medium", help="of a table: what it was printed on")
    options = parser.parse_args(arguments)
    trial = _read(options)
    if trial is None:
        return INVALID
    made = result_of(trial)
    with reader_may_leave():
        print(made.model_dump_json(exclude_none=True, indent=1) if options.json else text_of(made))
    return 0


def _read(options: argparse.Namespace) -> Trial | None:
    """The trial; None after telling every fault on standard error."""
    name = options.answers
    try:
        given = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
        text = given.decode("utf-8-sig")
    except UnicodeDecodeError:
        return refused(f"{name}: this is not a text file")
    except (OSError, ValueError) as error:
        reason = getattr(error, "strerror", None) or "cannot be read"
        return refused(f"{name}: {reason.lower()}")
    try:
        if text.lstrip().startswith("{"):
            return parse_trial(json.loads(text))
        medium = {"name": options.medium} if options.medium else None
        by = options.by or "ppi"
        reference = as_step(options.reference) if options.reference else None
        return read_answers(
            text, by=by, reference=reference, distance=options.distance, medium=medium
        )
    except DocumentError as error:
        for path, message in error.problems:
            print(f"{path}: {message}", file=sys.stderr)
        return None
    except TableError as error:
        return refused(str(error))
    except (ValueError, RecursionError):
        return refused(f"{name}: this is not JSON")


def refused(message: str) -> Trial | None:
    """No trial, after telling why."""
    print(message, file=sys.stderr)
    return None


def text_of(made: TrialResultDocument) -> str:
    """The sentence, what is doubtful, the numbers, the pairs, the judges."""
    lines = [made.says, *(f"Check. {one.text}" for one in made.doubts), ""]
    lines += [f"{one.label}: {one.text} ({one.formula})" for one in made.figures]
    lines += ["", "ppi      right  wrong  no difference  by chance"]
    for pair in made.pairs:
        name = pair.step or ("alike" if pair.ppi is None else f"{pair.ppi:g}")
        lines.append(f"{name:8s} {pair.right:5d}  {pair.wrong:5d}  {pair.none:13d}  {pair.p:.3f}")
    if len(made.judges) > 1:
        lines += ["", *(_judge_line(one) for one in made.judges)]
    return "\n".join(lines)


def _judge_line(one: JudgeResult) -> str:
    own = (
        ""
        if one.threshold is None
        else f"{one.threshold:.0f} ppi ({one.low:.0f} to {one.high:.0f}), "
    )
    return f"{one.who or 'no name'}: {own}{one.answers} answers"


if __name__ == "__main__":
    sys.exit(main())
