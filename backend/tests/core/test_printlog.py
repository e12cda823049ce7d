"""The log: its document, its table, and what the next print is told."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import document
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.csvtable import TableError
from zollstock.core.printlog.entry import FAULTS, Log, LogEntry, LogError, parse_entry, parse_log
from zollstock.core.printlog.table import log_from, write_log
from zollstock.core.reckon import reckon
from zollstock.core.studio.logged import LoggedFault, fault_words
from zollstock.core.studio.studio import Studio

words = st.text(st.characters(blacklist_categories=("Cc", "Cs", "Zl", "Zp")), max_size=30).map(
    lambda text: " ".join(text.split())
)
rows = st.builds(
    dict,
    title=words.filter(bool), device=words, note=words, copies=st.integers(1, 99),
    result=st.sampled_from(["", "kept", "again", "thrown"]),
    faults=st.lists(st.sampled_from(FAULTS), unique=True, max_size=3),
    made_on=st.dates().map(lambda day: day.isoformat()), cost=st.decimals(0, 999, places=2).map(str),
    distance=st.sampled_from([None, "1.5 m", "60 cm", "2'6\""]), dried=st.none() | st.integers(0, 99).map(float),
)  # fmt: skip


@given(held=st.lists(rows, min_size=1, max_size=4))
def test_a_log_reads_back_as_it_was_written(held: list[dict[str, Any]]) -> None:
    log = parse_log({"rows": held})
    assert log_from(write_log(log.rows)) == log
    assert parse_log(log.model_dump(mode="json")) == log


def test_a_table_that_a_spreadsheet_made_is_read() -> None:
    text = "title;made_on;cost;faults;copies\nFog;30.11.2026;18,40;banding | dust;2\n"
    (row,) = log_from(text).rows
    assert (row.title, row.cost, row.faults, row.copies) == (
        "Fog",
        Decimal("18.40"),
        ["banding", "dust"],
        2,
    )


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "nothing in this table"),
        ("name,size\nFog,A4\n", "title"),
        ("title,copies\nFog,two\n", "line 2: “two” is no number under copies"),
        ("title,made_on\nFog,yesterday\n", "line 2: made_on"),
        ("title,result\nFog,fine\n", "line 2: result"),
    ],
)
def test_what_is_no_log_is_told_with_its_line(text: str, words: str) -> None:
    with pytest.raises(TableError, match=words):
        log_from(text)


def test_a_row_that_is_none_is_told_with_its_field() -> None:
    with pytest.raises(LogError) as refused:
        parse_entry({"copies": 0, "made_on": "31.2.2026", "result": "fine"})
    assert {path for path, _ in refused.value.problems} == {"copies", "made_on", "result"}
    with pytest.raises(LogError, match="a version is of a print"):
        parse_log({"rows": [{"version": 3}]})
    assert (
        Log().rows == [] and not LogEntry(result="kept").failed and LogEntry(result="again").failed
    )


def told(**medium: Any) -> str:
    faults = (
        LoggedFault("wide printer", "", "satin", ("banding",), "2026-11-02"),
        LoggedFault("wide printer", "", "satin", ("dust", "banding"), "2026-11-20"),
        LoggedFault("", "key-7", "cotton", (), ""),
    )
    found = reckon(parse_plan(document(medium=medium)), None, Studio(faults=faults)).findings
    return next((one.text for one in found if one.id == "logged-fault"), "")


def test_the_next_print_on_the_medium_is_told_before_the_paper_is_spent() -> None:
    assert told(name="Satin", factor=1.0) == (
        "Prints on Satin have failed. With the wide printer: dust and banding, 2 times, last on 2026-11-20."
    )
    assert "made again" in told(name="renamed since", key="key-7", factor=1.0)
    assert told(name="gloss", factor=1.0) == ""


def test_one_fault_is_said_plainly() -> None:
    assert (
        fault_words([LoggedFault("", "", "satin", (), "")])
        == "With a device that was not named: it had to be made again."
    )


def test_what_was_mended_since_is_a_note_and_no_warning() -> None:
    """A later print with the same device on the same medium was kept."""
    for since, level in ((False, "warn"), (True, "note")):
        fault = LoggedFault("wide printer", "", "satin", ("banding",), "2026-11-02", since)
        found = reckon(
            parse_plan(document(medium={"name": "satin", "factor": 1.0})),
            None,
            Studio(faults=(fault,)),
        ).findings
        (one,) = [one for one in found if one.id == "logged-fault"]
        assert one.level == level and ("A later print was kept." in one.text) == since
