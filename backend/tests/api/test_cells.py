"""One cell of a batch by hand, apart from all others."""

from __future__ import annotations

from pathlib import Path

import pytest
from django.contrib.auth.models import User

from tests.api.batches import batch_of
from tests.api.caller import Caller
from tests.pictures import chart, save
from zollstock.pictures.intake import take_in
from zollstock.pictures.tasks import read

pytestmark = pytest.mark.django_db(transaction=True)


def test_a_cell_has_padding_of_its_own_and_gives_it_back(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    path = save(chart(240, 160), tmp_path / "chart.png")
    picture, _ = take_in(account, "chart.png", [path.read_bytes()])
    read(str(picture.id))
    shared = {"format": "tiff", "padding": "#112233"}
    batch = batch_of(caller, [picture], "keys:cm-20x20,cm-10x15", shared=shared)
    cells = f"batches/{batch['id']}/cells"
    whole = {"picture": str(picture.id), "size": "cm-20x20", "mode": "contain"}

    as_batch = caller("PUT", cells, whole)
    assert (as_batch["padding"], as_batch["own_padding"]) == ("#112233", False)
    own = caller("PUT", cells, whole | {"colour": "#445566"})
    assert (own["padding"], own["own_padding"]) == ("#445566", True)
    other = caller("PUT", cells, whole | {"size": "cm-10x15"})
    assert (other["padding"], other["own_padding"]) == ("#112233", False)
    back = caller("PUT", cells, whole | {"colour": None})
    assert (back["padding"], back["own_padding"]) == ("#112233", False)
    caller("PUT", cells, whole | {"colour": "blue-ish"}, expect=422)


def test_a_batch_says_how_its_pixels_are_made(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    path = save(chart(240, 160), tmp_path / "chart.png")
    picture, _ = take_in(account, "chart.png", [path.read_bytes()])
    read(str(picture.id))
    usual = batch_of(caller, [picture], shared={"format": "jpeg"})
    assert (usual["shared"]["method"], usual["shared"]["denoise"]) == ("careful", 0)
    said = {"format": "jpeg", "ppi": 300, "method": "lanczos", "denoise": 0.4}
    changed = caller("PATCH", f"batches/{usual['id']}", {"shared": said})
    assert (changed["shared"]["method"], changed["shared"]["denoise"]) == ("lanczos", 0.4)
    caller("PATCH", f"batches/{usual['id']}", {"shared": said | {"method": "magic"}}, expect=422)
