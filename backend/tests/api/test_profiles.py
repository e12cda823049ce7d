"""Print profiles over the wire: added with suspicion, named, taken away; prints made in them."""

from __future__ import annotations

import struct
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import pyvips
from django.contrib.auth.models import User

from tests.api.caller import Caller, ready_print
from tests.pictures import chart, save
from zollstock.core.colour.icc import MOST_BYTES
from zollstock.gamuts.tasks import measure
from zollstock.pixels.profiles import display_p3, grey
from zollstock.pixels.shipping import shipped
from zollstock.profiles import keeping
from zollstock.profiles.models import ProfileRow
from zollstock.renders.models import OrderLine
from zollstock.renders.tasks import make

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]

SHIPPED = {one.key: one for one in shipped()}


def another(key: str = "wide-cotton", name: bytes = b"Our own cotton") -> bytes:
    """A profile that does not ship: a shipped one with another name."""
    content = Path(SHIPPED[key].file).read_bytes()
    at = content.index(b"desc" + bytes(4)) + 12
    held = content.index(b"\0", at) - at
    return content[:at] + name[:held].ljust(held) + content[at + held :]


def added(caller: Caller, content: bytes, name: str = "cotton.icc", expect: int = 200) -> Any:
    answer = caller.client.generic("POST", f"/api/profiles?name={name}", content, "application/octet-stream",
                                   headers={"X-CSRFToken": caller.client.cookies["csrftoken"].value})  # fmt: skip
    assert answer.status_code == expect, answer.content
    return answer.json()


def test_shipped_ones_are_there_with_what_was_read_from_their_files(caller: Caller) -> None:
    held = {one["key"]: one for one in caller("GET", "profiles")}
    assert {"desk-glossy", "wide-canvas", "press-coated", "grey-uncoated"} <= set(held)
    cotton = held["wide-cotton"]
    assert cotton["medium"] == "fine-art cotton paper" and cotton["device"] == "wide printer"
    assert (
        15 < cotton["black"][0] < 20 and 94 < cotton["white"][0] < 98 and cotton["most_ink"] is None
    )
    slices = caller("GET", "profiles/wide-cotton/reach")["slices"]
    by_light = {one[0]: one[1] for one in slices} if isinstance(slices[0], list) else {one["lightness"]: one["outline"] for one in slices}  # fmt: skip
    assert by_light[10] == [] and len(by_light[50]) == 60, "nothing is as dark as 10 on cotton"


def test_a_file_is_added_once_named_and_taken_away_with_its_file(caller: Caller, other: Caller, settings: Any) -> None:  # fmt: skip
    content = another()
    row = added(caller, content)
    assert (
        row["name"] == "Our own cotton" and row["key"] == "our-own-cotton" and row["space"] == "rgb"
    )
    assert added(caller, content)["id"] == row["id"]
    named = caller(
        "PATCH", f"profiles/{row['id']}", {"medium": "satin photo paper", "device": "wide printer"}
    )
    assert named["medium"] == "satin photo paper"
    kept = Path(settings.MEDIA_ROOT) / "profiles"
    assert len(list(kept.rglob("*.icc"))) == 1
    assert caller.client.get("/api/profiles/our-own-cotton.icc").status_code == 200
    other("PATCH", f"profiles/{row['id']}", {"name": "mine"}, expect=404)
    other("DELETE", f"profiles/{row['id']}", expect=404)
    other("GET", "profiles/our-own-cotton/reach", expect=404)
    assert other.client.get("/api/profiles/our-own-cotton.icc").status_code == 404
    caller("DELETE", f"profiles/{row['id']}", expect=204)
    assert list(kept.rglob("*.icc")) == []


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "no ICC profile"),
        (b"text" * 100, "no ICC profile"),
        (another()[:9000], "cut off"),
        (another() + bytes(MOST_BYTES), "16 MiB"),
        (Path(SHIPPED["wide-cotton"].file).read_bytes(), "ships with"),
        (another()[:12] + b"link" + another()[16:], "joins two devices"),
        (another()[:132] + b"A2B0" + struct.pack(">II", 2**31, 99) + another()[144:], "outside"),
    ],
)
def test_what_is_hostile_or_broken_is_told_and_nothing_is_kept(caller: Caller, content: bytes, words: str) -> None:  # fmt: skip
    assert words in added(caller, content, expect=422)["message"]
    assert not ProfileRow.objects.exists()


def test_what_hangs_the_engine_is_ended(
    caller: Caller, monkeypatch: pytest.MonkeyPatch, settings: Any
) -> None:
    monkeypatch.setattr(keeping, "_SECONDS", 0.01)
    assert "does not get through" in added(caller, another(), expect=422)["message"]
    assert list((Path(settings.MEDIA_ROOT) / "profiles").rglob("*.icc")) == []


def test_a_print_is_made_in_an_added_profile_and_told_when_that_is_gone(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    row = added(caller, another("press-coated", b"Our press"))
    profile = {name: row[name] for name in ("key", "name", "hash", "space")}
    held = ready_print(caller, save(chart(600, 400), tmp_path / "a.png"), title="Fog",
                       target={"width": "6 cm", "height": "4 cm"}, output={"format": "tiff", "profile": profile})  # fmt: skip
    caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    line = OrderLine.objects.get()
    make(str(line.id))
    made = line.files.get()
    image = pyvips.Image.new_from_file(made.file.path)
    assert image.bands == 4 and bytes(image.get("icc-profile-data")) == another(
        "press-coated", b"Our press"
    )
    caller("DELETE", f"profiles/{row['id']}", expect=204)
    found = caller("POST", "reckon", {"plan": held["plan"]})["reckoning"]["findings"]
    assert "profile-missing" in [one["id"] for one in found]
    refused = caller(
        "POST", f"prints/{held['id']}/orders", {"version": held["version"]}, expect=422
    )
    assert "is not here" in refused["message"]


def on_paper(caller: Caller, held: dict[str, Any], expect: int = 200, **output: Any) -> Any:
    plan = held["plan"] | {"output": held["plan"]["output"] | output}
    return caller("POST", f"pictures/{held['picture']['id']}/gamuts", {"plan": plan}, expect=expect)


def chosen(key: str) -> dict[str, Any]:
    one = SHIPPED[key]
    return {"key": one.key, "name": one.name, "hash": one.hash, "space": one.space}


def test_what_a_paper_shows_is_measured_once_and_told_with_a_better_one(
    caller: Caller, other: Caller, tmp_path: Path
) -> None:
    held = ready_print(caller, save(chart(600, 400), tmp_path / "a.png"), title="Fog",
                       medium={"name": "fine-art cotton paper", "factor": 0.7})  # fmt: skip
    row = on_paper(caller, held, profile=chosen("wide-cotton"))
    assert row["state"] == "waiting" and row["found"] is None
    assert on_paper(caller, held, profile=chosen("wide-cotton"))["id"] == row["id"], "asked once"
    measure(row["id"])
    found = caller("GET", f"gamuts/{row['id']}")["found"]
    values = {one["id"]: one["value"] for one in found["report"]["figures"]}
    assert 0.02 < values["out_of_gamut"] < 1
    assert {one["key"] for one in found["others"]} == {"wide-glossy", "wide-satin", "wide-canvas"}
    plan = held["plan"] | {"output": held["plan"]["output"] | {"profile": chosen("wide-cotton")}}
    findings = caller("POST", "reckon", {"plan": plan, "picture": held["picture"]["id"]})[
        "reckoning"
    ]["findings"]
    told = next(one for one in findings if one["id"] == "beyond-the-paper")
    assert "lies beyond “Wide printer, cotton”" in told["text"] and told["place"] == "colour"
    # Another crop is another picture on that paper: nothing is told of it before it is measured.
    cropped = plan | {"fit": plan["fit"] | {"zoom": 2.0}}
    findings = caller("POST", "reckon", {"plan": cropped, "picture": held["picture"]["id"]})[
        "reckoning"
    ]["findings"]
    assert "beyond-the-paper" not in {one["id"] for one in findings}
    assert "Choose the profile" in on_paper(caller, held, expect=422)["message"]
    other("GET", f"gamuts/{row['id']}", expect=404)
    other("POST", f"pictures/{held['picture']['id']}/gamuts", {"plan": plan}, expect=404)


def test_ink_is_measured_against_what_the_lab_takes(caller: Caller, tmp_path: Path) -> None:
    held = ready_print(caller, save(chart(600, 400), tmp_path / "a.png"), title="Fog")
    lab = {"key": "quay", "size": "s1", "used": {"name": "Quay Press", "ink_limit": 220, "size": {
        "key": "s1", "width": "30 cm", "height": "20 cm"}}}  # fmt: skip
    plan = held["plan"] | {
        "lab": lab,
        "output": {"format": "tiff", "profile": chosen("press-coated")},
    }
    asked = f"pictures/{held['picture']['id']}/gamuts"
    row = caller("POST", asked, {"plan": plan})
    measure(row["id"])
    figures = {
        one["id"]: one for one in caller("GET", f"gamuts/{row['id']}")["found"]["report"]["figures"]
    }
    assert (
        figures["ink_share_over"]["working"].startswith("limit 220 %")
        and figures["ink_share_over"]["value"] > 0
    )
    findings = caller("POST", "reckon", {"plan": plan, "picture": held["picture"]["id"]})[
        "reckoning"
    ]["findings"]
    (told,) = (one for one in findings if one["id"] == "too-much-ink")
    assert figures["ink_share_over"]["text"] in told["text"], "one share, wherever it is told"
    lab["used"]["ink_limit"] = 400
    assert caller("POST", asked, {"plan": plan})["id"] != row["id"], (
        "another limit is measured anew"
    )


def test_a_table_of_the_soft_proof_says_what_colours_look_like(caller: Caller) -> None:
    def table(query: str) -> np.ndarray:
        answer = caller.client.get(f"/api/profiles/wide-cotton/table/{query}")
        assert answer.status_code == 200
        return np.frombuffer(answer.content, np.uint8).reshape(33, 33, 33, 4)

    hidden, paper = table("perceptual"), table("perceptual?paper=true")
    assert hidden[32, 32, 32].tolist() == [255, 255, 255, 0]
    assert paper[32, 32, 32, 2] < paper[32, 32, 32, 0] < 255, "a warm paper, no light"
    assert hidden[0, 0, 0, 3] > 30 and hidden[16, 16, 16, 3] < 10, (
        "black lies beyond, grey does not"
    )
    assert caller.client.get("/api/profiles/wide-cotton/table/nice").status_code == 422
    assert caller.client.get("/api/profiles/none/table/relative").status_code == 404


def test_a_screen_has_a_profile_of_its_own_that_prints_nothing(
    caller: Caller, other: Caller
) -> None:
    row = added(caller, display_p3(), "wide screen.icc")
    assert row["prints"] is False and row["space"] == "rgb"
    usual = caller.client.get("/api/profiles/wide-cotton/table/relative").content
    on_it = caller.client.get(f"/api/profiles/wide-cotton/table/relative?screen={row['key']}")
    assert on_it.status_code == 200 and on_it.content != usual
    assert (
        other.client.get(
            f"/api/profiles/wide-cotton/table/relative?screen={row['key']}"
        ).status_code
        == 404
    )
    assert caller.client.get(f"/api/profiles/{row['key']}/table/relative").status_code == 404, (
        "it is no paper"
    )
    assert "not for RGB" in added(caller, grey(), expect=422)["message"]
