"""The matrix of a batch: pictures against sizes, cells placed by hand, what cannot be a batch."""

from __future__ import annotations

from pathlib import Path

import pytest
from django.contrib.auth.models import User

from tests.api.batches import SET, batch_of, brought
from tests.api.caller import Caller, ready_print
from tests.pictures import chart, save
from zollstock.pictures.models import Picture

pytestmark = pytest.mark.django_db


def test_the_matrix_in_pieces(caller: Caller, account: User, tmp_path: Path) -> None:
    pictures = brought(account, tmp_path, 5)
    pictures[0].keep = [{"name": "left", "x": 0.0, "y": 0.2, "w": 0.1, "h": 0.3}]
    pictures[1].keep = [{"name": "all of it", "x": 0.0, "y": 0.0, "w": 1.0, "h": 1.0}]
    for picture in pictures[:2]:
        picture.save()
    batch = batch_of(caller, pictures, SET)
    assert [size["key"] for size in batch["sizes"]] == ["cm-10x15", "cm-20x20", "in-8x10"]
    first = caller("GET", f"batches/{batch['id']}/cells?start=0&count=2")
    rest = caller("GET", f"batches/{batch['id']}/cells?start=2&count=100")
    assert [row["picture"] for row in first + rest] == [str(picture.id) for picture in pictures]
    square = first[0]["cells"][1]
    assert (
        square["loss"] == pytest.approx(1 / 3)
        and square["zones"] == "near"
        and square["drawing"]["boxes"]["document"] == [0, 0, 200, 200]
    )
    (piece,) = square["drawing"]["pieces"]
    assert piece["picture"] == pytest.approx(
        [0, 0, 300, 200]
    )  # automatic placement went to the left
    assert first[1]["cells"][1]["zones"] == "cut" and first[1]["cells"][1]["troubled"]
    assert rest[0]["cells"][1]["loss"] == 0


def test_cells_placed_by_hand_are_kept(
    caller: Caller, other: Caller, account: User, tmp_path: Path
) -> None:
    pictures = brought(account, tmp_path, 2)
    batch = batch_of(caller, pictures)
    at = {"picture": str(pictures[0].id), "size": "cm-20x20"}
    where = f"batches/{batch['id']}/cells"
    cell = caller("PUT", where, at | {"anchor": [1, 0.5], "zoom": 2.0})
    assert cell["edited"] and cell["drawing"]["pieces"][0]["picture"][2] == pytest.approx(600)
    assert caller("GET", where)[0]["cells"][1]["anchor"] == [1, 0.5]
    whole = caller("PUT", where, at | {"mode": "contain", "zoom": 3.0})
    assert whole["loss"] == 0 and whole["mode"] == "contain"
    leaning = caller("PUT", where, at | {"angle": 5.0})
    assert leaning["angle"] == 5 and leaning["loss"] > 1 / 3
    for bad in ({"anchor": [2, 0]}, {"zoom": 0.5}, {"angle": 40}, {"mode": "stretch"}):
        caller("PUT", where, at | bad, expect=422)
    caller("PUT", where, at | {"size": "cm-70x100"}, expect=404)
    other("PUT", where, at, expect=404)
    assert not caller("POST", f"{where}/auto", at)["edited"]


def test_what_cannot_be_a_batch_is_told(
    caller: Caller, other: Caller, account: User, tmp_path: Path
) -> None:
    pictures = brought(account, tmp_path, 1)
    job = caller("POST", "jobs", {"title": "Empty"})
    assert (
        "no picture"
        in caller("POST", "batches", {"title": "A", "set": "all", "job": job["id"]}, expect=422)[
            "message"
        ]
    )
    assert (
        "40 sizes"
        in caller(
            "POST",
            "batches",
            {"title": "A", "set": "all", "pictures": [str(pictures[0].id)]},
            expect=422,
        )["message"]
    )
    bad = {"title": "A", "set": SET, "pictures": [str(pictures[0].id)], "pattern": "{nonsense}"}
    assert "no field" in caller("POST", "batches", bad, expect=422)["message"]
    assert (
        "no picture"
        in other("POST", "batches", bad | {"pattern": "{picture}"}, expect=422)["message"]
    )
    batch = batch_of(caller, pictures)
    assert (
        "no cell is chosen"
        in caller("POST", f"batches/{batch['id']}/orders", {"cells": []}, expect=422)[
            "message"
        ].lower()
    )
    for path in (f"batches/{batch['id']}", f"batches/{batch['id']}/cells"):
        other("GET", path, expect=404)
    assert other.listed("batches") == []
    assert caller.listed("batches")[0]["pictures"] == 1
    caller("DELETE", f"batches/{batch['id']}", expect=204)
    assert Picture.objects.count() == 1


def test_a_whole_job_and_its_zones(caller: Caller, tmp_path: Path) -> None:
    held = ready_print(
        caller,
        save(chart(300, 200), tmp_path / "fog.png"),
        fit={"keep": [{"name": "lamp", "x": 0.9, "y": 0.1, "w": 0.1, "h": 0.2}]},
    )
    batch = caller("POST", "batches", {"title": "All", "set": "keys:cm-20x20", "job": held["job"]})
    cell = caller("GET", f"batches/{batch['id']}/cells")[0]["cells"][0]
    assert cell["anchor"][0] == 1 and "lamp" in cell["zones_text"]


def test_an_edge_that_is_none_is_refused_with_its_path(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    (picture,) = brought(account, tmp_path, 1)
    batch = batch_of(caller, [picture], "keys:cm-20x20")
    wrong = {"shared": {"edge": {"kind": "wrap", "depth": "2 parsecs", "turn": "1 cm"}}}
    answer = caller("PATCH", f"batches/{batch['id']}", wrong, expect=422)
    assert "edge" in answer["problems"][0]["path"] and "parsecs" in answer["problems"][0]["message"]
