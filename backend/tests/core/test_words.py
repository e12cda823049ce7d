"""The screens say what the trade says: no text of the app, the handouts, the command line or the docs has a retired word."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[3]

#: What is no longer said (a pattern) and what is said for it.
RETIRED: dict[str, str] = {
    r"\bWorkroom\b": "Studio",
    r"[Tt]ake it further": "More from this print",
    r"[Bb]ring (?:pictures|a picture|it again|the file|the picture|the whole file|some into)": "Add pictures",
    r"^(?:is|was) (?:sent|read|here|refused)$": "uploading, checking, added",
    r"[Tt]ake (?:along|the plan along|the layout along)|[Bb]ring (?:back a|a plan back|a table)": "Export, Import",
    r"\b[Ll]eaf\b": "Job sheet, sheet",
    r"\bMany sizes\b(?! of one picture)": "Compare sizes, Batch",
    r"\bLaid out\b|\bLay (?:it )?out\b(?! it)": "Layouts, New layout",
    r"\b[Ss]chools?\b": "Judge by, criterion",
    r"\bsurplus\b|more than the eye can use": "ample",
    r"nose on (?:it|the print)": "closest look",
    r"\b[Ss]ee(?:n)? it from there\b|^From there$": "at viewing distance",
    r"\bEvery pixel\b(?! as it is)": "100 % (pixel for pixel)",
    r"^(?:Closer|Nearer)$": "Zoom",
    r"[Cc]all(?:ed|s|ing)? (?:it )?off\b": "Cancel",
    r"^Keep(?: the (?:size|set)| it)?$": "Save",
    r"[Hh]olds detail|Detail it holds": "Detail factor",
    r"^Ink spreads": "Ink spread (dot gain)",
    r"White (?:sides|it leaves|at both)|[Pp]rinter leaves white": "Unprintable margins",
    r"^A (?:metre|sheet)$|Price of a|Charged from": "Price per metre, per sheet, Minimum length charged",
    r"^Left(?: of it| over)$|[Ll]eft over$": "Remaining, Waste",
    r"Back to (?:what ships|the table that ships|those that ship)": "Reset to examples",
    r"Depth of the bar|[Rr]ound to the back$": "Stretcher depth, Staple allowance",
    r"Drawn out$": "Stretched edge",
    r"canvas gives": "Stretch allowance",
    r"printer.s dialog$|^Type into": "Print size to enter, marks included",
    r"Height of its capitals|Words of the caption": "Cap height, Caption text",
    r"Covers the rim": "Mat overlaps the picture",
    r"Cut the sheet to": "Use another sheet",
    r"Keep the pixels$": "As it is",
    r"As it came|[Ss]harpened before": "Not sharpened yet, Already sharpened",
    r"Noise taken out": "Noise reduction",
    r"^Troubled$|^By hand$": "To check, Adjusted by hand",
    r"Begin a gang": "Roll and sheet layout (ganging)",
    r"plain shelves": "simple rows",
    r"In truth the two points": "Real distance between the points",
    r"Padding of whole": "Background around uncropped pictures",
    r"Begins from the wall": "Distance from the left end of the wall",
    r"ink takes nothing away": "No sharpening needed at this distance",
}  # fmt: skip
#: Where an old word is read, or names what was called so before.
ALLOWED = (
    "older headings",  # the handbook, of tables with the headings from before
)
_COMMENT = re.compile(r"/\*.*?\*/|(?<![:\"'`\w])//[^\n]*", re.S)
_IN_TSX = re.compile(r"\"([^\"\n]+)\"|'([^'\n]+)'|`([^`]+)`|>\s*([^<>{}]+?)\s*<", re.S)
_EXPORTS = re.compile(r"__all__ = [\[(].*?[\])]", re.S)
_CLASSES = re.compile(r"className=(?:\"[^\"]*\"|\{`[^`]*`\})")


def _screens() -> Iterator[tuple[str, str]]:
    for file in sorted((ROOT / "frontend" / "src").rglob("*.ts*")):
        if ".test." in file.name or ".testing." in file.name or file.name == "schema.d.ts":
            continue
        for match in _IN_TSX.finditer(_CLASSES.sub("", _COMMENT.sub("", file.read_text()))):
            text = " ".join(next(part for part in match.groups() if part).split())
            if " " in text or text[:1].isupper():
                yield file.name, text


def _said_in_python() -> Iterator[tuple[str, str]]:
    folder = ROOT / "backend" / "zollstock"
    for file in sorted(folder.rglob("*.py")):
        if "migrations" in file.parts:
            continue
        tree = ast.parse(_EXPORTS.sub("", file.read_text()))
        docs = {
            id(node.body[0].value)
            for node in ast.walk(tree)
            if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef)
            and node.body
            and isinstance(node.body[0], ast.Expr)
        }
        for node in ast.walk(tree):
            if (
                isinstance(node, ast.Constant)
                and isinstance(node.value, str)
                and id(node) not in docs
            ):
                text = " ".join(node.value.split())
                # One small word alone is an id of a format: those stay.
                if " " in text or text[:1].isupper():
                    yield str(file.relative_to(folder)), text


def _documents() -> Iterator[tuple[str, str]]:
    for file in (ROOT / "README.md", *sorted((ROOT / "docs").rglob("*.md"))):
        for line in file.read_text().splitlines():
            if not any(word in line for word in ALLOWED):
                yield file.name, re.sub(r"`[^`]*`", "", line)


def test_no_text_of_a_screen_has_a_retired_word() -> None:
    said = list(_screens())
    assert len(said) > 1200
    assert _found(said) == []


def test_nothing_that_the_server_or_the_command_line_says_has_a_retired_word() -> None:
    said = list(_said_in_python())
    assert len(said) > 1500
    assert _found(said) == []


def test_no_document_has_a_retired_word() -> None:
    said = list(_documents())
    assert len(said) > 500
    assert _found(said) == []


@pytest.mark.parametrize(
    "text",
    ["Workroom", "Bring pictures", "Leaf for the client", "Closer", "Called off", "Drawn out"],
)
def test_the_search_finds_what_it_looks_for(text: str) -> None:
    assert _found([("here", text)]) != []


def _found(said: list[tuple[str, str]]) -> list[str]:
    return [
        f"{file}: {text[:90]!r} ({now})"
        for file, text in said
        for pattern, now in RETIRED.items()
        if re.search(pattern, text)
    ]
