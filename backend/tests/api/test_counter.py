"""A job at the counter over the wire: rows, numbers, copies counted one by one."""

from __future__ import annotations

from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.api.caller import Caller
from tests.api.counted import ONE, another, made, rows
from zollstock.jobs.models import Design, Job, JobEvent

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


def test_jobs_and_prints_have_numbers_of_their_own_that_stay(caller: Caller, other: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    second = another(caller, held, title="Salt")
    (first_row, second_row) = rows(caller, held)
    job = Job.objects.get(id=held["job"])
    assert (first_row["number"], second_row["number"]) == (f"{job.number}-1", f"{job.number}-2")
    caller("DELETE", f"prints/{held['id']}", expect=204)
    third = another(caller, held, title="Mill")
    assert [row["number"][-2:] for row in rows(caller, held)] == ["-2", "-3"] and third[
        "id"
    ] != second["id"]
    theirs = other("POST", "jobs", {"title": "Theirs"})
    assert other("GET", f"jobs/{theirs['id']}/counter")["number"] == 1, "counted for each account"


def test_the_machine_alone_says_made_and_an_edit_takes_it_back(
    caller: Caller, held: dict[str, Any]
) -> None:
    (row,) = rows(caller, held)
    assert (row["state"], row["file"]) == ("planned", "none")
    made(caller, held)
    (row,) = rows(caller, held)
    assert (row["state"], row["file"]) == ("made", "current")
    saved = caller("PUT", f"prints/{held['id']}/plan", {"plan": held["plan"] | {"title": "Fog 2"}, "version": held["version"]})  # fmt: skip
    (row,) = rows(caller, held)
    assert (row["state"], row["file"]) == ("planned", "old")
    assert [one["id"] for one in rows(caller, held, "?show=old")] == [held["id"]]
    caller("POST", f"jobs/{held['job']}/step", {"ids": [held["id"]], "step": "printed"})
    caller("PUT", f"prints/{held['id']}/plan", {"plan": saved["plan"] | {"title": "Fog 3"}, "version": saved["version"]})  # fmt: skip
    (row,) = rows(caller, held)
    assert (row["state"], row["changed_since"]) == ("printed", True), (
        "what is printed stays printed, and says so"
    )


def test_copies_are_counted_one_by_one_back_and_forth_each_an_event(
    caller: Caller, held: dict[str, Any]
) -> None:
    path = f"designs/{held['id']}/copies"
    five = ONE | {"copies": 5}
    caller("PUT", path, {"before": ONE, "after": five})
    three = five | {"printed": 3}
    row = caller("PUT", path, {"before": five, "after": three})
    assert row["counted"] == "3 of 5 printed" and row["state"] == "planned"
    row = caller("POST", f"designs/{held['id']}/spoiled", {"before": three, "many": 1})
    assert row["counted"] == "2 of 5 printed, 1 spoiled"
    late = caller("PUT", path, {"before": three, "after": five}, expect=409)
    assert "another window" in late["message"]
    wrong = caller(
        "PUT", path, {"before": row["counts"], "after": row["counts"] | {"copies": 1}}, expect=422
    )
    assert "printed already" in wrong["message"]
    done = caller("POST", f"jobs/{held['job']}/step", {"ids": [held["id"]], "step": "collected"})
    assert [(one["state"], one["copies"]) for one in done["states"] if one["prints"]] == [
        ("collected", 5)
    ]
    caller("POST", f"jobs/{held['job']}/step", {"ids": [held["id"]], "step": "unprinted"})
    told = list(
        JobEvent.objects.filter(design=held["id"]).order_by("id").values_list("what", "words", "by")
    )
    assert [what for what, _, _ in told] == [
        "counted",
        "counted",
        "counted",
        "collected",
        "unprinted",
    ]
    assert all(by for _, _, by in told)


def test_rows_are_searched_sorted_and_shown_by_what_waits(
    caller: Caller, held: dict[str, Any]
) -> None:
    another(caller, held, title="Salt pans",target={"width": "3 cm", "height": "2 cm"}, edge={"kind": "border", "left": "2 mm", "right": "2 mm", "top": "2 mm", "bottom": "2 mm"})  # fmt: skip
    coarse = another(caller, held, title="Mill", viewing={"distance": "5 cm"})
    assert {row["title"] for row in rows(caller, held, "?search=border")} == {"Salt pans"}
    assert [row["title"] for row in rows(caller, held, "?sort=title")] == [
        "Fog",
        "Mill",
        "Salt pans",
    ]
    troubled = rows(caller, held, "?show=trouble")
    assert coarse["id"] in {row["id"] for row in troubled} and all(
        row["trouble"] for row in troubled
    )
    others = {row["id"] for row in rows(caller, held)} - {row["id"] for row in troubled}
    assert others and not any(row["trouble"] for row in rows(caller, held) if row["id"] in others)
    found = caller("GET", f"jobs/{held['job']}/rows/ids?show=no-file&search=salt")
    assert len(found["ids"]) == 1
    assert (
        caller("GET", f"jobs/{held['job']}/counter")["states"][0]["waiting"]
        == f"{len(troubled)} in trouble"
    )


def test_a_list_asks_as_much_for_60_rows_as_for_3(caller: Caller, held: dict[str, Any]) -> None:
    def asked() -> int:
        with CaptureQueriesContext(connection) as queries:
            rows(caller, held)
            caller("GET", f"jobs/{held['job']}/counter")
        return len(queries)

    for _ in range(2):
        another(caller, held)
    # What is read for a moment may be read anew just then: the least of three counts.
    few = min(asked() for _ in range(3))
    for _ in range(57):
        another(caller, held)
    assert min(asked() for _ in range(3)) == few


def test_steps_of_another_jobs_prints_are_not_taken(caller: Caller, held: dict[str, Any]) -> None:
    elsewhere = caller("POST", "jobs", {"title": "Elsewhere"})
    caller("POST", f"jobs/{elsewhere['id']}/step", {"ids": [held["id"]], "step": "printed"})
    assert Design.objects.get(id=held["id"]).printed == 0


def test_copies_of_many_are_refused_as_a_whole(caller: Caller, held: dict[str, Any]) -> None:
    second = another(caller, held, title="Salt")
    caller(
        "PUT",
        f"designs/{held['id']}/copies",
        {"before": ONE, "after": ONE | {"copies": 4, "printed": 3}},
    )
    refused = caller(
        "PUT",
        f"jobs/{held['job']}/copies",
        {"ids": [held["id"], second["id"]], "copies": 2},
        expect=422,
    )
    assert "3 copies are printed already" in refused["message"]
    assert [row["counts"]["copies"] for row in rows(caller, held)] == [4, 1]


def test_what_two_windows_agree_on_is_never_written_over_unseen(
    caller: Caller, held: dict[str, Any]
) -> None:
    before = {"finishes": [], "price": None, "note": ""}
    mine, theirs = {"note": "by Friday", "price": "12.50"}, {"note": "by Monday"}
    caller("PUT", f"designs/{held['id']}/agreed", mine | {"before": before})
    told = caller("PUT", f"designs/{held['id']}/agreed", theirs | {"before": before}, expect=409)
    assert "the other is safe" in told["message"]
    (row,) = rows(caller, held)
    assert (row["note"], row["price"]) == ("by Friday", "12.5")
    seen = {"finishes": [], "price": "12.50", "note": "by Friday"}
    caller("PUT", f"designs/{held['id']}/agreed", theirs | {"before": seen})
    assert rows(caller, held)[0]["note"] == "by Monday"


def test_a_row_leads_to_the_step_that_wants_a_look(caller: Caller, held: dict[str, Any]) -> None:
    assert rows(caller, held)[0]["step"] == "distance", "too coarse for its size"
    far = held["plan"] | {"output": held["plan"]["output"] | {"format": "jpeg", "bits": 16}}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": far, "version": held["version"]})
    assert rows(caller, held)[0]["step"] == "handover"
