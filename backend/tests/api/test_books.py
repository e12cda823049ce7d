"""Books over the wire: begun of prints, changed, made, travelling with their job."""

from __future__ import annotations

import io
from pathlib import Path
from typing import Any

import pikepdf
import pytest

from tests.api.caller import Caller, ready_print
from tests.pictures import noise, save
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


@pytest.fixture
def prints(caller: Caller, tmp_path: Path) -> list[dict[str, Any]]:
    """Three prints of a job, each of its own picture."""
    found = []
    for number, (wide, high) in enumerate(((300, 200), (200, 300), (240, 240))):
        path = save(noise(wide, high, number + 1), tmp_path / f"{number}.jpg")
        found.append(ready_print(caller, path, title=f"Plate {number + 1}"))
    return found


@pytest.fixture
def held(caller: Caller, prints: list[dict[str, Any]]) -> dict[str, Any]:
    body = {"kind": "book", "prints": [one["id"] for one in prints]}
    return caller("POST", f"jobs/{prints[0]['job']}/layouts", body)


def saved(caller: Caller, held: dict[str, Any], expect: int = 200, **changes: Any) -> Any:
    plans = [{**plan, "target": None} for plan in held["document"]["plans"]]
    plans = [{name: part for name, part in plan.items() if name != "target"} for plan in plans]
    document = held["document"] | {"plans": plans} | changes
    body = {"document": document, "version": held["version"]}
    return caller("PUT", f"layouts/{held['id']}/document", body, expect=expect)


def page(caller: Caller, held: dict[str, Any], **asked: Any) -> dict[str, Any]:
    return caller("POST", "layouts/reckon", {"layout": held["document"]} | asked)


def test_a_book_of_prints_is_laid_out_at_once(caller: Caller, held: dict[str, Any]) -> None:
    document = held["document"]
    placed = [box["plan"] for spread in document["spreads"] for box in spread["boxes"]]
    assert placed == [0, 1, 2] and document["pages"] == 8
    shown = page(caller, held, sheet=1)["book"]
    assert [one["name"] for one in shown["openings"]][:2] == ["1", "2–3"]
    assert shown["looked_at"] == 1 and len(shown["audit"]) == 3


def test_it_is_changed_by_version_and_a_stale_window_is_told(
    caller: Caller, held: dict[str, Any]
) -> None:
    after = saved(caller, held, pages=24, binding="sewn")
    assert after["document"]["pages"] == 24
    assert saved(caller, held, pages=20, expect=409)
    undone = caller("POST", f"layouts/{held['id']}/undo", {"version": after["version"]})
    assert undone["document"]["pages"] == 8
    told = saved(caller, undone, expect=422, page={"width": "11 1/ in", "height": "28 cm"})
    assert told["problems"][0]["path"] == "page.width"


def test_pages_and_cover_are_made(caller: Caller, held: dict[str, Any]) -> None:
    held = saved(caller, held, ppi=40, paper={"thickness": "0.2 mm"})
    made = caller("POST", f"layouts/{held['id']}/orders", {"version": held["version"]})
    make(made["id"])
    line = OrderLine.objects.get(id=made["id"])
    assert line.state == OrderLine.State.DONE, line.problem
    names = [file.name for file in line.files.order_by("number")]
    assert len(names) == 2 and names[1].endswith("-cover.pdf")
    answer = caller.client.get(f"/api/order-lines/{line.id}/files/1")
    with pikepdf.open(io.BytesIO(b"".join(answer.streaming_content))) as book:
        assert len(book.pages) == 8


def test_more_prints_come_behind_and_have_no_place_yet(
    caller: Caller, held: dict[str, Any], prints: list[dict[str, Any]]
) -> None:
    more = caller(
        "POST",
        f"layouts/{held['id']}/prints",
        {"prints": [prints[0]["id"]], "version": held["version"]},
    )
    assert len(more["document"]["plans"]) == 4
    assert page(caller, more)["book"]["without_place"] == [3]


def test_pages_that_no_binding_has_are_not_made(caller: Caller, held: dict[str, Any]) -> None:
    held = saved(caller, held, pages=17)
    told = caller("POST", f"layouts/{held['id']}/orders", {"version": held["version"]}, expect=422)
    assert "multiple of 2" in told["message"]


def test_a_book_is_its_accounts_own(caller: Caller, held: dict[str, Any], other: Caller) -> None:
    other("GET", f"layouts/{held['id']}", expect=404)
    other("POST", f"layouts/{held['id']}/orders", {"version": 1}, expect=404)


def test_it_travels_with_its_job(caller: Caller, held: dict[str, Any]) -> None:
    bag = caller("GET", f"jobs/{held['job']}/archive")
    back = caller.send("POST", "jobs/archive", bag, "application/zip").json()
    (book,) = [one for one in caller.listed(f"jobs/{back['id']}/layouts") if one["kind"] == "book"]
    again = caller("GET", f"layouts/{book['id']}")
    assert again["document"]["spreads"] == held["document"]["spreads"]
