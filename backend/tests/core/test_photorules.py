"""Rules for ID photos as rows: those that ship are sound and made up, and a wrong one is refused where it is."""

from __future__ import annotations

import pytest

from tests.layouts import pass_document
from zollstock.core.layouts import layout_page, parse_layout
from zollstock.core.layouts.idphotos.rules import DECIDES, SHIPPED, RuleError, read_rules


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
    assert page.blades[0].state == rule["name"]


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
