"""Rescues over the wire: begun, changed, looked at, made; two windows, strangers, what is removed."""

from __future__ import annotations

import io
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from django.conf import settings
from PIL import Image, ImageDraw, ImageFont

from tests.api.caller import Caller, ready_print
from tests.api.test_once import post
from zollstock.batches.cells import cell_plan, shared_part
from zollstock.batches.models import Batch
from zollstock.core.letters import FILES
from zollstock.jobs.models import Design
from zollstock.pictures.models import Inspection, Picture
from zollstock.pixels.measures import EDITION
from zollstock.rescues.models import Rescue, RescueOrder, RescueView
from zollstock.rescues.tasks import make, show
from zollstock.sizes.shelf import by_keys, sizes_of

pytestmark = pytest.mark.django_db(transaction=True)
LETTERS = {"kind": "lettering", "picks": [{"colour": "#3a2a22"}]}
PART = {"x": 0, "y": 0, "scale": 2, "width": 320, "height": 200}


def sign(path: Path) -> Path:
    """A sign with four painted letters, saved small."""
    image = Image.new("RGB", (300, 200), (214, 200, 168))
    font = ImageFont.truetype(str(FILES["text"]), 84)
    ImageDraw.Draw(image).text((40, 50), "MILL", fill=(58, 42, 34), font=font)
    image.save(path, quality=50)
    return path


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict[str, Any]:
    print_ = ready_print(caller, sign(tmp_path / "sign.jpg"))
    return caller("POST", f"prints/{print_['id']}/rescue", {})


def changed(caller: Caller, held: dict[str, Any], *steps: dict[str, Any], expect: int = 200) -> Any:
    document = held["document"] | {"steps": list(steps)}
    return caller(
        "PUT",
        f"rescues/{held['id']}",
        {"version": held["version"], "document": document},
        expect=expect,
    )


def seen(caller: Caller, held: dict[str, Any], **more: Any) -> dict[str, Any]:
    asked = {"document": held["document"]} | PART | more
    view = caller("POST", f"rescues/{held['id']}/views", asked)
    show(view["id"])
    return caller("GET", f"rescue-views/{view['id']}")


def pixels(caller: Caller, view: dict[str, Any]) -> np.ndarray[Any, Any]:
    return np.asarray(
        Image.open(io.BytesIO(caller("GET", f"rescue-views/{view['id']}.png"))), np.int16
    )


def made(caller: Caller, held: dict[str, Any]) -> dict[str, Any]:
    order = caller("POST", f"rescues/{held['id']}/orders", {"version": held["version"]})
    make(order["id"])
    return caller("GET", f"rescue-orders/{order['id']}")


def test_a_rescue_begins_with_the_print_it_is_for(caller: Caller, held: dict[str, Any]) -> None:
    assert [step["kind"] for step in held["document"]["steps"]] == ["clean", "enlarge"]
    assert held["mm_per_px"] > 0
    again = caller("POST", f"prints/{held['print']}/rescue", {})
    assert again["id"] == held["id"]


def test_a_part_is_shown_before_after_and_lettered(caller: Caller, held: dict[str, Any]) -> None:
    held = changed(caller, held, {"kind": "clean"}, LETTERS, {"kind": "enlarge", "factor": 4})
    after, before = seen(caller, held), seen(caller, held, show="before")
    assert after["state"] == before["state"] == "done"
    lettering = after["found"]["report"]["steps"][2]
    assert lettering["value"] == "4 letters"
    assert len(after["found"]["traced"][0]["contours"]) == 4
    one, other = pixels(caller, after), pixels(caller, before)
    assert one.shape == other.shape == (200, 320, 3)

    # The painted edge is steep after: fewer pixels lie between ground and paint.
    def between(image: np.ndarray[Any, Any]) -> float:
        return float(((image[:, :, 0] > 80) & (image[:, :, 0] < 190)).mean())

    assert between(one) < between(other) / 2


def test_the_second_part_comes_from_what_is_kept(caller: Caller, held: dict[str, Any]) -> None:
    held = changed(caller, held, {"kind": "clean"}, LETTERS)
    seen(caller, held)
    kept = {path.name for path in Path(settings.UNPACKED_ROOT).glob(f"{held['picture']}.*")}
    assert kept
    seen(caller, held, x=40, scale=3)
    assert {path.name for path in Path(settings.UNPACKED_ROOT).glob(f"{held['picture']}.*")} == kept


def test_what_is_made_is_a_picture_of_its_parent(caller: Caller, held: dict[str, Any]) -> None:
    held = changed(caller, held, {"kind": "clean"}, LETTERS, {"kind": "enlarge", "factor": 3})
    order = made(caller, held)
    assert (order["state"], order["percent"]) == ("done", 100)
    row = Picture.objects.get(id=order["result"])
    assert (row.width_px, row.height_px, str(row.parent_id)) == (900, 600, held["picture"])
    assert row.recipe["kind"] == "rescue" and len(row.recipe["lettering"][0]["contours"]) == 4
    now = caller("GET", f"rescues/{held['id']}")
    assert (now["result"], now["is_old"]) == (order["result"], False)
    printed = caller("POST", f"rescues/{held['id']}/print", {})
    plan = caller("GET", f"prints/{printed['print']}")["plan"]
    assert plan["picture"]["width_px"] == 900
    later = changed(caller, now, {"kind": "clean"}, LETTERS)
    assert later["is_old"] is True
    # From the print of what was made one comes to the chain that made it.
    assert caller("POST", f"prints/{printed['print']}/rescue", {})["id"] == held["id"]


def test_what_is_asked_again_under_its_key_is_made_once(
    caller: Caller, held: dict[str, Any]
) -> None:
    made(caller, held)
    version = {"version": held["version"]}
    for path, body, rows in (
        (f"rescues/{held['id']}/print", {}, Design),
        (f"rescues/{held['id']}/orders", version, RescueOrder),
    ):
        before = rows.objects.count()
        first, again = (post(caller, path, body, f"lost-{rows.__name__}") for _ in range(2))
        assert first == again and first[0] == 200
        assert rows.objects.count() == before + 1


def test_a_picture_takes_what_was_made_of_it_along(caller: Caller, held: dict[str, Any]) -> None:
    order = made(caller, held)
    Picture.objects.get(id=held["picture"]).designs.all().delete()
    Picture.objects.filter(id=held["picture"]).first().delete()
    assert not Picture.objects.filter(id=order["result"]).exists()
    assert not Rescue.objects.exists() and not RescueOrder.objects.exists()
    assert not list(Path(settings.UNPACKED_ROOT).glob(f"{held['picture']}.*"))


def test_a_stale_window_is_told_and_nothing_is_lost(caller: Caller, held: dict[str, Any]) -> None:
    changed(caller, held, {"kind": "clean", "noise": 0.5})
    refused = changed(caller, held, {"kind": "tone"}, expect=409)
    assert "elsewhere" in refused["message"] or "window" in refused["message"]
    assert caller("GET", f"rescues/{held['id']}")["document"]["steps"][0]["noise"] == 0.5
    # A lost answer may be asked for again.
    changed(caller, held, {"kind": "clean", "noise": 0.5})


def test_wrong_chains_are_told_in_words(caller: Caller, held: dict[str, Any]) -> None:
    for steps, word in (
        ([{"kind": "tone"}, {"kind": "clean"}], "order is fixed"),
        ([{"kind": "enlarge", "factor": 2, "width_px": 9}], "not both"),
        ([{"kind": "blur"}], "kind must be one of"),
        ([{"kind": "smooth", "length": "11 1/ in"}], "11 1/"),
    ):
        assert word in changed(caller, held, *steps, expect=422)["message"]


def test_a_pick_that_finds_nothing_is_told_beside_the_picture(
    caller: Caller, held: dict[str, Any]
) -> None:
    nothing = {"kind": "lettering", "picks": [{"colour": "#00ff00", "near": 3}]}
    everything = {"kind": "lettering", "picks": [{"colour": "#d6c8a8", "near": 20}]}
    for step, word in ((nothing, "Nothing there"), (everything, "the ground, not lettering")):
        view = seen(caller, held | {"document": held["document"] | {"steps": [step]}})
        notes = view["found"]["report"]["steps"][2]["notes"]
        assert word in notes[0]["text"]


def test_nobody_sees_another_accounts_rescue(
    caller: Caller, held: dict[str, Any], other: Caller
) -> None:
    view = seen(caller, held)
    for method, path in (
        ("GET", f"rescues/{held['id']}"),
        ("GET", f"rescue-views/{view['id']}"),
        ("GET", f"rescue-views/{view['id']}.png"),
        ("POST", f"pictures/{held['picture']}/rescue"),
        ("POST", f"rescues/{held['id']}/print"),
    ):
        other(method, path, {} if method == "POST" else None, expect=404)


def test_an_order_is_called_off(caller: Caller, held: dict[str, Any]) -> None:
    order = caller("POST", f"rescues/{held['id']}/orders", {"version": held["version"]})
    assert caller("POST", f"rescue-orders/{order['id']}/cancel", {})["state"] == "cancelled"
    make(order["id"])
    assert caller("GET", f"rescue-orders/{order['id']}")["result"] is None
    assert Picture.objects.count() == 1


def test_the_same_chain_goes_to_other_pictures(
    caller: Caller, held: dict[str, Any], tmp_path: Path
) -> None:
    held = changed(
        caller,
        held,
        {"kind": "clean", "noise": 0.4, "dabs": [{"x": 0.5, "y": 0.5, "r": 0.01}]},
        LETTERS,
    )
    image = Image.open(sign(tmp_path / "other.jpg")).rotate(180)
    image.save(tmp_path / "other.jpg", quality=60)
    other = ready_print(caller, tmp_path / "other.jpg")
    (done,) = caller("POST", f"rescues/{held['id']}/others", {"pictures": [other["picture"]["id"]]})
    assert done["problem"] == ""
    chain = caller("GET", f"rescues/{done['rescue']}")["document"]["steps"]
    assert (chain[0]["noise"], chain[0]["dabs"]) == (0.4, [])
    make(str(RescueOrder.objects.get(rescue=done["rescue"]).id))
    assert Rescue.objects.get(id=done["rescue"]).result is not None


def test_views_are_few_and_go(caller: Caller, held: dict[str, Any]) -> None:
    for x in range(30):
        seen(caller, held, x=x)
    assert RescueView.objects.count() <= 24


def measured(picture: str) -> None:
    """As if it had been measured: 60 000 px hold detail, of which the half along a side."""
    Inspection.objects.update_or_create(
        picture_id=picture,
        defaults={
            "state": "done",
            "edition": EDITION,
            "measures": {"true_detail": [12_000, 18_000], "jpeg_quality": 50},
        },
    )


def test_every_plan_of_a_rescued_picture_counts_the_detail_that_was_there(
    caller: Caller, held: dict[str, Any]
) -> None:
    measured(held["picture"])
    held = changed(caller, held, {"kind": "clean"}, {"kind": "enlarge", "factor": 3})
    order = made(caller, held)
    # 15 000 of 540 000 px: a sixth along a side, whatever the new pixels say.
    printed = caller("POST", f"rescues/{held['id']}/print", {})
    plan = caller("GET", f"prints/{printed['print']}")["plan"]
    assert plan["viewing"]["detail"] == pytest.approx(0.167)
    new = caller("POST", f"jobs/{printed['job']}/prints", {"picture": order["result"]})
    assert new["plan"]["viewing"]["detail"] == pytest.approx(0.167)
    batch = Batch(shared=shared_part("jpeg"))
    picture = Picture.objects.get(id=order["result"])
    size = by_keys(sizes_of(picture.account), ["iso-a4"])[0]
    assert cell_plan(batch, picture, size, None).viewing.detail == pytest.approx(0.167)


def findings(caller: Caller, print_: dict[str, Any]) -> dict[str, dict[str, Any]]:
    asked = {"plan": print_["plan"], "unit": "cm", "picture": print_["picture"]["id"]}
    return {
        one["id"]: one
        for one in caller("POST", "reckon", asked | {"step": "picture"})["reckoning"]["findings"]
    }


def test_little_detail_on_a_large_print_leads_to_the_bench_and_a_changed_chain_is_told(
    caller: Caller, held: dict[str, Any]
) -> None:
    measured(held["picture"])
    before = caller("GET", f"prints/{held['print']}")
    before["plan"]["target"] = {"width": "90 cm", "height": "60 cm"}
    offered = findings(caller, before)["rescue-offered"]
    assert offered["place"] == "rescue"
    assert "150 px on 90 cm" in offered["text"]
    held = changed(caller, held, {"kind": "enlarge", "factor": 2})
    made(caller, held)
    printed = caller("POST", f"rescues/{held['id']}/print", {})
    print_ = caller("GET", f"prints/{printed['print']}")
    assert not {"rescue-offered", "rescue-changed"} & findings(caller, print_).keys()
    changed(caller, held, {"kind": "clean"}, {"kind": "enlarge", "factor": 2})
    assert findings(caller, print_)["rescue-changed"]["place"] == "rescue"
