"""What is this? Every figure, every finding and every group of choices has its sentence, its rule and a page to read on."""

from __future__ import annotations

import ast
import os
import re
from collections.abc import Iterator
from functools import cache
from pathlib import Path

import pytest

from tests.layouts import book, gang, hanging, life, panels, passes, tiles
from tests.plans import border, plan
from zollstock.core.layouts import layout_page
from zollstock.core.legend import (
    CHOICES,
    FIGURES,
    FINDINGS,
    WORDS,
    Entry,
    choices,
    of_choice,
    of_figure,
    of_finding,
)
from zollstock.core.reckon import reckon
from zollstock.core.rules.sources import SOURCES
from zollstock.core.rules.viewing import GRADES
from zollstock.core.worksheet import STEPS, worksheet

ROOT = Path(__file__).resolve().parents[3]
CORE = ROOT / "backend" / "zollstock" / "core"
HANDBOOK = ROOT / "docs" / "handbook"
ENTRIES = [
    (f"{kind}:{name}", entry)
    for kind, entries in (
        ("figure", FIGURES),
        ("finding", FINDINGS),
        ("choice", CHOICES),
        ("word", WORDS),
    )
    for name, entry in entries.items()
]


def names_in(call: str, argument: str | int) -> Iterator[tuple[str, str]]:
    """(file, id) of every id that the core writes in calls of `call`; what is filled in stands as x."""
    for file in sorted(CORE.rglob("*.py")):
        for node in ast.walk(ast.parse(file.read_text())):
            if not isinstance(node, ast.Call) or getattr(node.func, "id", "") != call:
                continue
            given = (
                next((one.value for one in node.keywords if one.arg == argument), None)
                if isinstance(argument, str)
                else (node.args[argument] if len(node.args) > argument else None)
            )
            if isinstance(given, ast.Constant):
                yield file.name, str(given.value)
            elif isinstance(given, ast.JoinedStr):
                parts = (
                    str(one.value) if isinstance(one, ast.Constant) else "x" for one in given.values
                )
                yield file.name, "".join(parts)


def test_every_finding_says_why_it_is_told() -> None:
    found = list(names_in("Finding", "id"))
    assert len(found) > 60
    assert [name for name in found if of_finding(name[1]) is None] == []


def test_every_figure_that_is_written_says_what_it_is() -> None:
    found = [name for name in names_in("figure", 0) if name[1] != "x"]
    assert len(found) > 40
    assert [name for name in found if of_figure(name[1]) is None] == []


LAYOUTS = (tiles, passes, life, panels, hanging, gang, book)


def edges() -> list[dict[str, object]]:
    """A document of every kind of edge."""
    sheet = {"kind": "mat", "opening_width": "30 cm", "opening_height": "20 cm", "overlap": "3 mm"}
    wrap: dict[str, object] = {
        "kind": "wrap",
        "depth": "3.8 cm",
        "turn": "1.2 cm",
        "fill": "mirror",
        "give": {"x": 0.01, "y": 0},
    }
    return [{"kind": "none"}, border("2 in"), {"kind": "bleed", "bleed": "3 mm"}, sheet, wrap]


@cache
def shown() -> list[str]:
    """The ids of all figures of prints and layouts of many kinds."""
    found = [
        figure.id
        for edge in edges()
        for mode in ("fill", "contain")
        for figure in reckon(plan(edge=edge, fit={"mode": mode, "angle": 2})).figures
    ]
    for layout in LAYOUTS:
        found += [figure.id for figure in layout_page(layout()).figures]
    return found


def test_every_figure_of_prints_and_layouts_says_what_it_is() -> None:
    assert len(set(shown())) > 60
    assert [name for name in shown() if of_figure(name) is None] == []


def test_every_way_that_is_offered_says_what_it_is() -> None:
    """Of prints that are cropped or kept whole, large enough or short of pixels, with every edge; of every layout."""
    found = {
        choice.id
        for edge in edges()
        for mode in ("fill", "contain")
        for width in ("60 cm", "300 cm")
        for step in STEPS
        for choice in worksheet(
            plan(edge=edge, fit={"mode": mode}, target={"width": width, "height": "50 cm"}),
            step=step,
        ).choices
    }
    found |= {way.id for layout in LAYOUTS for way in layout_page(layout()).ways}
    assert len(found) > 40
    assert sorted(name for name in found if of_choice(name) is None) == []


def test_every_step_and_every_grade_says_what_it_is() -> None:
    steps = {*STEPS, *(step.step for layout in LAYOUTS for step in layout_page(layout()).steps)}
    assert [step for step in sorted(steps) if f"step-{step}" not in WORDS] == []
    assert [grade for grade, _ in GRADES if f"grade-{grade}" not in WORDS] == []


def test_the_screens_ask_for_nothing_that_is_not_told() -> None:
    asked = {
        (file.name, kind, name)
        for file in (ROOT / "frontend" / "src").rglob("*.tsx")
        if ".test" not in file.name
        for kind, name in re.findall(r'"(figure|finding|choice|word):([\w-]+)"', file.read_text())
    }
    tells = {"figure": of_figure, "finding": of_finding, "choice": of_choice, "word": WORDS.get}
    assert len(asked) > 60
    assert [one for one in sorted(asked) if tells[one[1]](one[2]) is None] == []


@pytest.mark.parametrize(("name", "entry"), ENTRIES, ids=[name for name, _ in ENTRIES])
def test_an_entry_is_one_sentence_with_a_rule_and_a_page_that_exist(
    name: str, entry: Entry
) -> None:
    assert entry.word and entry.says.endswith(".") and ". " not in entry.says, name
    assert not entry.rule or entry.rule in SOURCES
    page, _, heading = entry.read.partition("#")
    text = (HANDBOOK / f"{page}.md").read_text()
    headings = [
        re.sub(r"[^a-z0-9]+", "-", line.lstrip("# ").lower()).strip("-")
        for line in text.splitlines()
        if line.startswith("#")
    ]
    assert not heading or heading in headings, f"{page} has no heading {heading}"


def test_a_groups_leaf_tells_of_each_of_its_ways() -> None:
    ways = {way for group in choices.GROUPS.values() for way in group}
    assert choices.GROUPS.keys() | ways == CHOICES.keys()
    assert not choices.GROUPS.keys() & ways, "a way and a group of one name"


def the_document() -> str:
    """docs/rules.md, as the core has it."""
    lines = [
        "# Where the rules come from, and what the words mean",
        "",
        "Written by the tests from `core/rules/sources.py` and `core/legend/` (`ZOLLSTOCK_WRITE_VECTORS=1`); the interface shows",
        "the same at every figure, finding, choice and word. The `source` of a figure names one of these rules.",
        "",
        *(f"- **{name}**: {text}" for name, text in SOURCES.items()),
    ]
    for title, entries in (
        ("Words", WORDS),
        ("Figures", FIGURES),
        ("Findings", FINDINGS),
        ("Choices", CHOICES),
    ):
        lines += ["", f"## {title}", ""]
        lines += [
            f"- **{one.word}** (`{name}`): {one.says}{f' Rule: {one.rule}.' if one.rule else ''}"
            for name, one in entries.items()
        ]
    return "\n".join([*lines, ""])


def test_the_docs_say_what_the_core_says() -> None:
    document = ROOT / "docs" / "rules.md"
    if os.environ.get("ZOLLSTOCK_WRITE_VECTORS"):
        document.write_text(the_document())
    assert document.read_text() == the_document()
