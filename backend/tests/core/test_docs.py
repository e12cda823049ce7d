"""The docs for who reads the code name files that are there, and one version stands everywhere."""

from __future__ import annotations

import ast
import json
import re
import tomllib
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[3]
#: Where a path that a document names may begin.
BEGINS = ("", "backend", "backend/zollstock", "frontend/src")
PAGES = ("development", "words", "whereabouts", "testing", "formats", "pixels", "seeing")


def named(page: str) -> set[str]:
    """The files that a page names in code, with at least one folder before them."""
    text = (ROOT / "docs" / f"{page}.md").read_text()
    return set(re.findall(r"`((?:[\w-]+/)+[\w-]+\.(?:py|tsx?|mjs|css))\b", text))


@pytest.mark.parametrize("page", PAGES)
def test_every_file_that_the_docs_name_is_there(page: str) -> None:
    gone = {
        name
        for name in named(page)
        if not any((ROOT / begin / name).exists() for begin in BEGINS)
        # A kind's own files are named as from its layouts, or from their own app.
        and not list((ROOT / "backend" / "zollstock").glob(f"**/{name}"))
    }
    assert not gone


def test_one_version_stands_in_the_changes_the_packages_and_the_app() -> None:
    changes = re.search(r"^## (\d+\.\d+\.\d+)", (ROOT / "CHANGELOG.md").read_text(), re.MULTILINE)
    assert changes
    package = json.loads((ROOT / "frontend" / "package.json").read_text())
    lock = json.loads((ROOT / "frontend" / "package-lock.json").read_text())
    python = tomllib.loads((ROOT / "backend" / "pyproject.toml").read_text())
    assert {package["version"], lock["version"], python["project"]["version"]} == {changes[1]}


RULES = [
    pytest.param(path, node, id=f"{path.stem}.{node.name}")
    for room in (
        "rules",
        "criteria",
        "seeing",
        "letters",
        "shapes",
        "edges",
        "work",
        "sheet",
        "figures",
        "devices",
    )
    for path in sorted((ROOT / "backend" / "zollstock" / "core" / room).glob("*.py"))
    for node in ast.parse(path.read_text()).body
    if isinstance(node, ast.FunctionDef)
    and not node.name.startswith("_")
    # What answers nothing is no rule, nor is the reading of a document.
    and not (isinstance(node.returns, ast.Constant) and node.returns.value is None)
    and not node.name.startswith("parse_")
]


@pytest.mark.parametrize(("path", "node"), RULES)
def test_every_rule_has_a_worked_example(path: Path, node: ast.FunctionDef) -> None:
    """They run as tests (`--doctest-modules`)."""
    assert ">>>" in (ast.get_docstring(node) or "")


def test_every_page_of_the_handbook_stands_in_its_contents() -> None:
    page = (ROOT / "frontend" / "src" / "help" / "HandbookPage.tsx").read_text()
    contents = page.partition("const CONTENTS = [")[2].partition("] as const")[0]
    there = {file.stem for file in (ROOT / "docs" / "handbook").glob("*.md")}
    assert set(re.findall(r'\["([a-z-]+)",', contents)) == there
