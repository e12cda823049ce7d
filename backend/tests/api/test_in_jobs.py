"""Prints in order, moved, named, found, said, brought back, and their versions."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from urllib.parse import quote

import pytest
from django.utils import timezone

from tests.api.caller import Caller
from tests.api.counted import another, made, rows
from zollstock.jobs import search
from zollstock.jobs.models import Design, Job
from zollstock.jobs.removed import clear_removed

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


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
    again = caller("POST", f"jobs/{job}/duplicates", {"ids": [ids[1]]})["ids"]
    assert titles() == ["Salt", "Fog", "Mill", "Salt (again)"]
    assert again == [rows(caller, held)[-1]["id"]]
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


def test_words_are_found_together_however_many_titles_have_one_of_them(
    caller: Caller, held: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(search, "_PIECE", 1)
    account = Design.objects.get(id=held["id"]).account
    made = [another(caller, held, title=f"Fog {word}")["id"] for word in ("mill", "salt", "mill")]
    another(caller, held, title="Mill alone")
    assert search.found_designs(account, ["fog", "mill"]) == [made[2], made[0]], "the newest first"
    assert search.found_designs(account, ["mill", "fo"], 1) == [made[2]]
    assert search.found_designs(account, ["fog", "nowhere"]) == []
    assert search.found_designs(account, []) == []
