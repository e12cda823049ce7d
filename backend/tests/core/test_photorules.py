"""Rules for ID photos as rows: those that ship are sound and made up, and a wrong one is refused where it is."""

from __future__ import annotations

import re

import pytest

from tests.layouts import pass_document
from zollstock.core.ground.csvtable import TableError
from zollstock.core.layouts import layout_page, parse_layout
from zollstock.core.layouts.idphotos import rulestable
from zollstock.core.layouts.idphotos.rules import DECIDES, SHIPPED, RuleBook, RuleError, read_rules
from zollstock.core.layouts.idphotos.rulestable import rules_from, write_rules


def test_three_ship_in_the_three_sizes_with_source_and_date() -> None:
    sizes = [(rule.width.typed, rule.height.typed) for rule in SHIPPED.rules]
    assert sizes == [("35 mm", "45 mm"), ("2 in", "2 in"), ("50 mm", "70 mm")]
    assert all("made-up" in rule.source and rule.checked == "never" for rule in SHIPPED.rules)
    assert "authority" in DECIDES


@pytest.mark.parametrize("number", range(3))
def test_a_photo_can_be_made_by_each_that_ships(number: int) -> None:
    rule = SHIPPED.rules[number].model_dump(mode="json")
    face = {"crown": [0.5, 0.3], "chin": [0.5, 0.6], "eyes": [0.5, 0.45]}
    page = layout_page(parse_layout(pass_document(rule=rule, face=face)))
    assert not any(one.level == "stop" for one in page.findings)
    assert page.steps[0].state == rule["name"]


@pytest.mark.parametrize(
    ("changes", "path"),
    [
        ({"head": ["36 mm", "32 mm"]}, "rules[1].head"),
        ({"width": "0 mm"}, "rules[1].width"),
        ({"crown": None}, "rules[1].rule"),
        ({"height": "4 1/ in"}, "rules[1].height"),
        ({"hight": "4 in"}, "rules[1].hight"),
    ],
)
def test_a_wrong_rule_is_refused_with_its_place(changes: dict, path: str) -> None:
    rows = [rule.model_dump(mode="json") for rule in SHIPPED.rules]
    rows[1] = {**rows[0], **changes}
    with pytest.raises(RuleError) as refused:
        read_rules({"rules": rows})
    assert refused.value.problems[0][0] == path


def test_one_rule_has_to_stay() -> None:
    with pytest.raises(RuleError):
        read_rules({"rules": []})


def test_rules_come_back_from_their_table_and_start_nothing_in_a_spreadsheet() -> None:
    first = SHIPPED.rules[0].model_copy(update={"name": "=cmd|' /C calc'!A0", "source": "@page, 3"})
    book = RuleBook(rules=[first, *SHIPPED.rules[1:]])
    text = write_rules(book)
    assert "'=cmd" in text and "'@page" in text
    assert rules_from(text) == book


@pytest.mark.parametrize(
    ("line", "words"),
    [
        (
            "Harbour,35 mm,45 mm,36 mm,32 mm,3 mm,5 mm,,,,",
            "line 2: head: a range goes from the less",
        ),
        ("Harbour,35 mm,45 mm,32 mm,36 mm,,,,,,", "line 2: "),
        ("Harbour,35 mm,11 1/ in,32 mm,36 mm,3 mm,5 mm,,,,", "line 2: height: "),
    ],
)
def test_a_table_that_is_none_says_in_which_line(line: str, words: str) -> None:
    header = ",".join(rulestable.COLUMNS)
    with pytest.raises(TableError, match=re.escape(words)):
        rules_from(f"{header}\n{line}\n")
