"""A page that has failed is written down, by its account, and not without end."""

from __future__ import annotations

import logging

from tests.api.caller import Caller


def test_a_fault_is_written_down_on_one_line(caller: Caller, caplog) -> None:
    told = {"message": "x is null\nERROR forged line", "stack": "at Rail", "place": "/prints/7"}
    with caplog.at_level(logging.ERROR):
        caller("POST", "faults", told, expect=204)
    (line,) = [one.getMessage() for one in caplog.records if one.name == "zollstock.site.faults"]
    assert "x is null" in line and "/prints/7" in line and "\n" not in line


def test_nobody_fills_the_log(caller: Caller) -> None:
    caller("POST", "faults", {"message": "x" * 2001}, expect=422)
    for _ in range(30):
        caller.send("POST", "faults", '{"message": "again"}', "application/json")
    assert (
        caller.send("POST", "faults", '{"message": "again"}', "application/json").status_code == 429
    )
