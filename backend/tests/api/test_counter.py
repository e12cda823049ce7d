"""A job at the counter over the wire: rows, copies, prices, settings given to many and undone at once."""

from __future__ import annotations

import io
import subprocess
import zipfile
from collections.abc import Callable
from datetime import timedelta
from pathlib import Path
from typing import Any
from urllib.parse import quote

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from zollstock.jobs.models import Design, Job, JobEvent
from zollstock.jobs.removed import clear_removed
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]
ONE = {"copies": 1, "printed": 0, "spoiled": 0, "checked": 0, "collected": 0}


@pytest.fixture
def held(caller: Caller, photo: Callable[[], Path]) -> dict[str, Any]:
    return ready_print(caller, photo(), title="Fog", target={"width": "30 cm", "height": "20 cm"})


def another(caller: Caller, held: dict[str, Any], **plan: Any) -> dict[str, Any]:
    made: dict[str, Any] = caller("POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"], "plan": held["plan"] | plan})  # fmt: skip
    return made


def rows(caller: Caller, held: dict[str, Any], query: str = "") -> list[dict[str, Any]]:
    found: dict[str, Any] = caller("GET", f"jobs/{held['job']}/rows{query}")
    assert found["total"] >= len(found["items"])
    return list(found["items"])


def made(caller: Caller, held: dict[str, Any]) -> None:
    caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    make(str(OrderLine.objects.order_by("-created")[0].id))


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


def test_a_job_has_a_bill_quotes_and_payments(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    caller("PUT", f"designs/{held['id']}/copies", {"before": ONE, "after": ONE | {"copies": 2}})
    caller("PUT", f"designs/{held['id']}/agreed", {"finishes": ["laminate"], "note": "by Friday"})
    counter = caller("GET", f"jobs/{held['job']}/counter")
    assert [(line["text"], line["amount_text"]) for line in counter["bill"]["lines"]] == [
        ("30 × 20 cm satin photo paper", "13.00"), ("laminate", "8.00"),
    ]  # fmt: skip
    assert counter["balance"] == "21.00 €" and "laminate" in counter["finishes"]
    counter = caller(
        "POST",
        f"jobs/{held['job']}/payments",
        {"what": "quote", "amount": "21", "words": "by telephone"},
    )
    assert counter["balance"] == "21.00 €", "a quote is said, not received"
    counter = caller("POST", f"jobs/{held['job']}/payments", {"what": "deposit", "amount": "10,50"})
    assert counter["balance"] == "10.50 €"
    paid = counter["payments"][-1]
    counter = caller("POST", f"jobs/{held['job']}/payments/{paid['id']}/back", {})
    assert counter["balance"] == "21.00 €" and counter["payments"][-1]["taken_back"]
    caller("POST", f"jobs/{held['job']}/payments", {"what": "paid", "amount": "0"}, expect=422)
    caller("PUT", f"jobs/{held['job']}/counter", {"prices": "museum", "note": "the hall"})
    assert caller("GET", f"jobs/{held['job']}/counter")["bill"]["tax_included"] is False
    caller("PUT", f"jobs/{held['job']}/counter", {"prices": "nowhere"}, expect=422)
    other("GET", f"jobs/{held['job']}/counter", expect=404)
    other("PUT", f"designs/{held['id']}/agreed", {"note": "mine"}, expect=404)
    other("POST", f"jobs/{held['job']}/step", {"ids": [held["id"]], "step": "printed"}, expect=404)


def test_steps_of_another_jobs_prints_are_not_taken(caller: Caller, held: dict[str, Any]) -> None:
    elsewhere = caller("POST", "jobs", {"title": "Elsewhere"})
    caller("POST", f"jobs/{elsewhere['id']}/step", {"ids": [held["id"]], "step": "printed"})
    assert Design.objects.get(id=held["id"]).printed == 0


def test_settings_are_looked_at_given_and_undone_at_once(
    caller: Caller, held: dict[str, Any]
) -> None:
    others = [
        another(caller, held, title=f"Salt {number}", target={"width": "10 cm", "height": "10 cm"})
        for number in range(4)
    ]
    wanted = {"of": held["id"], "which": ["size", "edge"], "ids": [one["id"] for one in others]}
    preview = caller("POST", f"jobs/{held['job']}/settings/preview", wanted)
    assert (
        preview["name"] == "Fog"
        and [one["after"] for one in preview["items"]] == ["30 × 20 cm"] * 4
    )
    assert {row["size_text"] for row in rows(caller, held)} == {"30 × 20 cm", "10 × 10 cm"}, (
        "nothing is changed yet"
    )
    change = caller("POST", f"jobs/{held['job']}/settings", wanted)
    assert change["count"] == 4 and change["words"] == "size, edge of Fog for 4 prints"
    assert {row["size_text"] for row in rows(caller, held)} == {"30 × 20 cm"}
    touched = caller("GET", f"prints/{others[0]['id']}")
    caller("PUT", f"prints/{touched['id']}/plan", {"plan": touched["plan"] | {"title": "Mine"}, "version": touched["version"]})  # fmt: skip
    back = caller("POST", f"jobs/{held['job']}/changes/{change['id']}/undo", {})
    assert back["stayed"] == ["Mine"] and back["undone"]
    assert [row["size_text"] for row in rows(caller, held)].count("10 × 10 cm") == 3
    assert caller("POST", f"jobs/{held['job']}/changes/{change['id']}/undo", {})["stayed"] == [], (
        "once"
    )


def test_new_prints_begin_with_the_standard_of_their_job_or_account(caller: Caller, held: dict[str, Any], photo: Callable[[], Path]) -> None:  # fmt: skip
    source = another(
        caller,
        held,
        target={"width": "50 cm", "height": "40 cm"},
        medium={"name": "canvas", "factor": 0.6},
    )

    def new() -> dict[str, Any]:
        plan: dict[str, Any] = caller(
            "POST", f"jobs/{held['job']}/prints", {"picture": held["picture"]["id"]}
        )["plan"]
        return plan

    usual = new()
    caller(
        "PUT",
        f"jobs/{held['job']}/standard",
        {"of": source["id"], "which": ["size", "medium"], "where": "account"},
    )
    plan = new()
    assert (
        plan["target"]["width"] == "50 cm"
        and plan["medium"]["name"] == "canvas"
        and plan["title"] == usual["title"]
    )
    own = caller(
        "PUT", f"jobs/{held['job']}/standard", {"of": held["id"], "which": ["size"], "where": "job"}
    )
    assert own == {"which": ["size"], "text": "30 cm × 20 cm", "own": True}
    assert new()["target"]["width"] == "30 cm"
    caller("PUT", f"jobs/{held['job']}/standard", {"where": "job"})
    assert new()["target"]["width"] == "50 cm", "the account's again"
    caller("PUT", f"jobs/{held['job']}/standard", {"where": "account"})
    assert new()["target"] == usual["target"]


def test_nobody_else_gives_settings_here(
    caller: Caller, other: Caller, held: dict[str, Any], account: User
) -> None:
    wanted = {"of": held["id"], "which": ["size"]}
    other("POST", f"jobs/{held['job']}/settings", wanted, expect=404)
    theirs = other("POST", "jobs", {"title": "Theirs"})
    other("POST", f"jobs/{theirs['id']}/settings", wanted, expect=404)
    refused = caller("POST", f"jobs/{held['job']}/settings", {"which": ["size"]}, expect=409)
    assert "standard" in refused["message"]


def work_all(order: Any) -> None:
    """As workers would: lay it out, then make file by file."""
    from zollstock.renders.tasks import lay_out_job, work_off

    lay_out_job(str(order["id"]))
    for _ in range(20):
        work_off(str(order["id"]))


def test_all_files_of_a_job_are_made_at_once_and_only_what_changed_again(caller: Caller, other: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    made(caller, held)
    second = another(caller, held, title="Salt", edge={"kind": "border", "left": "1 cm"})
    broken = another(
        caller,
        held,
        title="Mill",
        target={"width": "3 m", "height": "2 m"},
        pixels={"mode": "fixed", "ppi": 10000},
    )
    state = caller("POST", f"jobs/{held['job']}/files", {})
    assert (state["total"], state["current"], state["run"]["total"]) == (3, 1, 2)
    again = caller("POST", f"jobs/{held['job']}/files", {})
    assert again["run"]["id"] == state["run"]["id"], "asked twice, made once"
    work_all(state["run"])
    done = caller("GET", f"jobs/{held['job']}/files")
    assert (done["current"], done["run"]["done"], done["run"]["failed"]) == (2, 1, 1)
    assert done["run"]["problems"][0].startswith("Mill: ")
    assert {row["title"]: row["file"] for row in rows(caller, held)} == {
        "Fog": "current",
        "Salt": "current",
        "Mill": "none",
    }
    bag = zipfile.ZipFile(io.BytesIO(caller("GET", f"jobs/{held['job']}/files.zip")))
    assert bag.testzip() is None
    names = bag.namelist()
    assert len([name for name in names if name.endswith(".tif")]) == 2 and {
        "files.csv",
        "ticket.pdf",
    } <= set(names)
    table = bag.read("files.csv").decode("utf-8-sig").splitlines()
    assert (
        table[0].startswith("number,file,title,size,width_px")
        and "Salt" in table[2]
        and ",made," in table[1]
    )
    saved = caller("PUT", f"prints/{second['id']}/plan", {"plan": second["plan"] | {"title": "Salt 2"}, "version": second["version"]})  # fmt: skip
    caller("DELETE", f"prints/{broken['id']}", expect=204)
    state = caller("POST", f"jobs/{held['job']}/files", {})
    assert (state["run"]["total"], saved["version"]) == (1, second["version"] + 1), (
        "only what changed"
    )
    work_all(state["run"])
    assert caller("POST", f"jobs/{held['job']}/files", {}, expect=422)["message"].startswith(
        "Every print and layout has"
    )
    other("GET", f"jobs/{held['job']}/files.zip", expect=404)
    other("POST", f"jobs/{held['job']}/files", {}, expect=404)


def test_a_worker_that_dies_over_the_files_of_a_job_loses_none(
    caller: Caller, held: dict[str, Any]
) -> None:
    for number in range(3):
        another(caller, held, title=f"Salt {number}")
    from zollstock.renders.tasks import lay_out_job, take_up, work_off

    run = caller("POST", f"jobs/{held['job']}/files", {})["run"]
    lay_out_job(run["id"])
    OrderLine.objects.filter(order=run["id"], position=1).update(state="running", worker="gone", pulse=timezone.now() - timedelta(hours=1), tries=1)  # fmt: skip
    paused = caller("POST", f"runs/{run['id']}/pause", {})
    assert paused["state"] == "paused"
    work_off(run["id"])
    take_up()
    assert OrderLine.objects.filter(order=run["id"], state="done").count() == 0, (
        "a pause holds for all of them"
    )
    caller("POST", f"runs/{run['id']}/resume", {})
    for _ in range(20):
        work_off(run["id"])
    assert caller("GET", f"jobs/{held['job']}/files")["current"] == 4


def test_files_are_called_by_the_pattern_of_the_job(caller: Caller, held: dict[str, Any]) -> None:
    another(caller, held)
    shown = caller("GET", f"jobs/{held['job']}/names?pattern={{number}}_{{copies}}_{{medium}}")
    job = Job.objects.get(id=held["job"])
    assert shown["names"] == [f"{job.number}-{n}_1x_satin-photo-paper.tif" for n in (1, 2)]
    same = caller("GET", f"jobs/{held['job']}/names?pattern={{job}}")
    assert same["names"] == ["hall.tif", "hall-2.tif"], "no two alike"
    refused = caller("GET", f"jobs/{held['job']}/names?pattern={{colour}}", expect=422)
    assert "is no field" in refused["message"]
    caller("PUT", f"jobs/{held['job']}/names", {"pattern": "{number} {title}"})
    made(caller, held)
    files = caller("GET", f"prints/{held['id']}/orders")
    assert str(files).count(f"{job.number}-1-fog.tif")


def test_a_ticket_and_a_contact_sheet(
    caller: Caller, other: Caller, held: dict[str, Any], tmp_path: Path
) -> None:
    caller(
        "PUT",
        f"designs/{held['id']}/copies",
        {"before": ONE, "after": ONE | {"copies": 5, "printed": 3}},
    )
    caller("POST", f"jobs/{held['job']}/payments", {"what": "deposit", "amount": "10"})
    number = Job.objects.get(id=held["job"]).number
    path = tmp_path / "ticket.pdf"
    path.write_bytes(caller("GET", f"jobs/{held['job']}/ticket.pdf"))
    text = subprocess.run(
        ["pdftotext", "-layout", path, "-"], capture_output=True, text=True, check=True
    ).stdout
    for said in (
        f"Job {number}",
        f"{number}-1",
        "Fog",
        "5 ×",
        "3 of 5",
        "− 5 % from 5 copies",
        "deposit",
        "To be paid",
    ):
        assert said in text, said
    assert "Job:" not in text, "the title stands above; nothing empty stands for it"
    path.write_bytes(caller("GET", f"jobs/{held['job']}/contact.pdf"))
    assert (
        "Fog"
        in subprocess.run(
            ["pdftotext", path, "-"], capture_output=True, text=True, check=True
        ).stdout
    )
    other("GET", f"jobs/{held['job']}/ticket.pdf", expect=404)
    empty = caller("POST", "jobs", {"title": "Empty"})
    caller("GET", f"jobs/{empty['id']}/ticket.pdf", expect=422)


def test_prints_are_put_in_order_made_again_moved_and_named(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    ids = [held["id"], *(another(caller, held, title=title)["id"] for title in ("Salt", "Mill"))]
    job = held["job"]

    def titles() -> list[str]:
        return [row["title"] for row in rows(caller, held)]

    caller("PUT", f"jobs/{job}/order", {"ids": [ids[2], ids[1]], "before": ids[0]}, expect=204)
    assert titles() == ["Mill", "Salt", "Fog"]
    caller("PUT", f"jobs/{job}/order", {"ids": [ids[2]]}, expect=204)
    assert titles() == ["Salt", "Fog", "Mill"]
    caller("POST", f"jobs/{job}/duplicates", {"ids": [ids[1]]})
    assert titles() == ["Salt", "Fog", "Mill", "Salt (again)"]
    caller("PUT", f"designs/{ids[0]}/title", {"title": "Fog over the pans"})
    caller("PUT", f"jobs/{job}/copies", {"ids": ids, "copies": 3})
    elsewhere = caller("POST", "jobs", {"title": "Elsewhere"})
    caller("POST", f"jobs/{job}/moved", {"ids": [ids[0]], "to": elsewhere["id"]})
    assert titles() == ["Salt", "Mill", "Salt (again)"]
    (moved,) = caller("GET", f"jobs/{elsewhere['id']}/rows")["items"]
    assert (moved["title"], moved["counts"]["copies"], moved["number"][-2:]) == (
        "Fog over the pans",
        3,
        "-1",
    )
    found = caller.listed("jobs?search=over")
    assert [one["title"] for one in found] == ["Elsewhere"], "it is found where it is now"
    theirs = other("POST", "jobs", {"title": "Theirs"})
    caller("POST", f"jobs/{job}/moved", {"ids": [ids[1]], "to": theirs["id"]}, expect=404)
    caller("POST", f"jobs/{job}/removed", {"ids": [ids[1], ids[2]]})
    assert titles() == ["Salt (again)"] and len(caller("GET", f"jobs/{job}")["removed"]) == 2


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


def test_everything_is_found_by_one_search(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    caller("PUT", f"jobs/{held['job']}", {"title": "Hall", "client": "Tide Mill Museum"})
    another(
        caller,
        held,
        title="Salt",
        target={"width": "50 cm", "height": "40 cm"},
        medium={"name": "canvas", "factor": 0.6},
    )
    caller("PUT", f"designs/{held['id']}/agreed", {"note": "for the lighthouse keeper"})
    number = Job.objects.get(id=held["job"]).number

    def found(text: str, who: Caller = caller) -> list[tuple[str, str]]:
        return [(one["kind"], one["title"]) for one in who("GET", f"find?q={quote(text)}")["items"]]

    assert found("museum") == [("job", "Hall")]
    assert found("50x40") == found("50 × 40 cm") == [("print", "Salt")]
    assert found("canvas") == [("print", "Salt")]
    assert found("lighth") == [("print", "Fog")]
    assert found(f"{number}")[0] == ("job", "Hall")
    assert found(f"ZS{number}-2") == [("print", "Salt")] == found(f"{number} - 2")
    assert ("picture", held["picture"]["name"]) in found(held["picture"]["name"].split(".")[0])
    assert found("…") == [] and found("museum", other) == [] and found(f"{number}-1", other) == []


def test_a_job_goes_into_the_archive_and_a_removed_one_comes_back_whole(caller: Caller, other: Caller, held: dict[str, Any]) -> None:  # fmt: skip
    gone = another(caller, held, title="Gone before")
    caller("DELETE", f"prints/{gone['id']}", expect=204)
    assert caller("PUT", f"jobs/{held['job']}/archived", {"archived": True})["archived"]
    assert caller.listed("jobs") == [] and len(caller.listed("jobs?archived=true")) == 1
    assert len(caller.listed("jobs?search=hall")) == 1, "a search looks everywhere"
    caller("PUT", f"jobs/{held['job']}/archived", {"archived": False})
    caller("DELETE", f"jobs/{held['job']}", expect=204)
    assert caller.listed("jobs") == [] and caller.listed("prints") == []
    assert caller("GET", "find?q=fog")["items"] == [] or all(one["kind"] == "picture" for one in caller("GET", "find?q=fog")["items"])  # fmt: skip
    caller("GET", f"jobs/{held['job']}", expect=404)
    caller("GET", f"prints/{held['id']}", expect=404)
    (removed,) = caller("GET", "jobs/removed")
    assert removed["title"] == "Hall" and other("GET", "jobs/removed") == []
    other("POST", f"jobs/{held['job']}/back", {}, expect=404)
    back = caller("POST", f"jobs/{held['job']}/back", {})
    assert [row["title"] for row in rows(caller, held)] == ["Fog"], (
        "what was removed before stays so"
    )
    assert back["removed"][0]["title"] == "Gone before"
    caller("DELETE", f"jobs/{held['job']}", expect=204)
    Job.every.update(removed=timezone.now() - timedelta(days=31))
    clear_removed()
    assert not Job.every.exists() and not Design.every.exists()
    assert caller("POST", "jobs", {"title": "Next"})["number"] >= 1


def test_prints_are_said_read_and_taken(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    said = {
        "picture": held["picture"]["id"],
        "text": "2 x 50x40 canvas mirrored 4 cm, laminated; 8 passport photos; a purple one",
    }
    path = f"jobs/{held['job']}/said"
    cards = caller("POST", f"{path}/read", said)["cards"]
    assert [card["problem"] for card in cards] == ["", "", "no size is said"]
    assert len(rows(caller, held)) == 1, "reading changes nothing"
    refused = caller("POST", f"{path}/prints", said | {"cards": [0, 2]}, expect=422)
    assert "Nothing was made" in refused["message"] and len(rows(caller, held)) == 1
    made = caller("POST", f"{path}/prints", said | {"cards": [0, 1]})
    assert len(made["ids"]) == 2
    canvas = next(row for row in rows(caller, held) if row["medium"] == "canvas")
    assert (canvas["size_text"], canvas["counts"]["copies"], canvas["finishes"]) == (
        "50 × 40 cm",
        2,
        ["laminate"],
    )
    layout = next(row for row in rows(caller, held) if row["kind"] == "layout")
    assert caller("GET", f"layouts/{layout['id']}")["document"]["copies"] == 8
    other("POST", f"{path}/read", said, expect=404)
    theirs = other("POST", "jobs", {"title": "Theirs"})
    other("POST", f"jobs/{theirs['id']}/said/read", said, expect=404)


def test_all_versions_of_a_print_are_there_in_words_and_gone_back_to(
    caller: Caller, other: Caller, held: dict[str, Any]
) -> None:
    for part in ({"title": "Fog 2"}, {"target": {"width": "60 cm", "height": "40 cm"}}):
        plan = held["plan"] | part
        held = caller(
            "PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]}
        )
    made(caller, held)
    caller("POST", f"jobs/{held['job']}/step", {"ids": [held["id"]], "step": "printed"})
    found = caller("GET", f"prints/{held['id']}/versions")
    newest, named, *_ = found["items"]
    assert newest["in_force"] and newest["holds"] and newest["by"] and newest["drawing"]
    assert newest["words"][-1].endswith("→ 60 × 40 cm") and named["words"] == ["title “Fog 2”"]
    assert found["items"][-1]["words"] == ["the first version"]
    assert {"printed", "file made", "file ordered"} <= {one["what"] for one in found["happened"]}
    beside = caller(
        "GET",
        f"prints/{held['id']}/versions/beside?first={named['number']}&second={newest['number']}",
    )
    assert beside["words"] == newest["words"]
    late = caller(
        "POST",
        f"prints/{held['id']}/versions/{named['number']}/back",
        {"version": held["version"] - 1},
        expect=409,
    )
    assert "another window" in late["message"]
    back = caller(
        "POST", f"prints/{held['id']}/versions/{named['number']}/back", {"version": held["version"]}
    )
    assert back["plan"]["target"]["width"] == "30 cm" and back["can_undo"]
    assert (
        len(caller("GET", f"prints/{held['id']}/versions")["items"]) == len(found["items"]) + 1
    ), "nothing is lost by it"
    (row,) = rows(caller, held)
    assert row["state"] == "printed" and row["changed_since"]
    other("GET", f"prints/{held['id']}/versions", expect=404)
    other("POST", f"prints/{held['id']}/versions/1/back", {"version": 1}, expect=404)


def test_what_two_windows_agree_on_is_never_written_over_unseen(
    caller: Caller, held: dict[str, Any]
) -> None:
    before = {"finishes": [], "price": None, "note": ""}
    mine, theirs = {"note": "by Friday", "price": "12.50"}, {"note": "by Monday"}
    caller("PUT", f"designs/{held['id']}/agreed", mine | {"before": before})
    told = caller("PUT", f"designs/{held['id']}/agreed", theirs | {"before": before}, expect=409)
    assert "the other is safe" in told["message"]
    (row,) = rows(caller, held)
    assert (row["note"], row["price"]) == ("by Friday", "12.50")
    seen = {"finishes": [], "price": "12.50", "note": "by Friday"}
    caller("PUT", f"designs/{held['id']}/agreed", theirs | {"before": seen})
    assert rows(caller, held)[0]["note"] == "by Monday"


def test_a_row_leads_to_the_step_that_wants_a_look(caller: Caller, held: dict[str, Any]) -> None:
    assert rows(caller, held)[0]["step"] == ""
    far = held["plan"] | {"output": held["plan"]["output"] | {"format": "jpeg", "bits": 16}}
    caller("PUT", f"prints/{held['id']}/plan", {"plan": far, "version": held["version"]})
    assert rows(caller, held)[0]["step"] == "handover"
