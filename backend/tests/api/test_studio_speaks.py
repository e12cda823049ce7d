"""What a studio has tried reaches every verdict that the server gives: prints, lists, other sizes, batches, layouts."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User

from tests.api.batches import batch_of, brought
from tests.api.caller import Caller, ready_print
from tests.pictures import chart, save
from zollstock.core.criteria import Known, TrialResult
from zollstock.renders.models import OrderFile
from zollstock.studio import composition

pytestmark = pytest.mark.django_db

MEDIUM = {"name": "Harbour satin", "key": "harbour", "factor": 1.0, "spread": 0.04}
ASKED = {"school": "trials", "distance": "60 cm"}


@pytest.fixture
def tried(monkeypatch: pytest.MonkeyPatch) -> None:
    """This studio has seen that 90 ppi do on its satin from 60 cm."""
    known = Known(trials=(TrialResult("harbour", 600, 90.0),))
    monkeypatch.setattr(composition, "known_of", lambda account: known)


def on_satin(caller: Caller, folder: Path, **plan: Any) -> dict:
    picture = save(chart(1200, 800), folder / "fog.jpg", Q=90)
    return ready_print(caller, picture, medium=MEDIUM, viewing=ASKED, **plan)


def test_a_list_of_prints_says_what_the_trials_say(
    caller: Caller, tmp_path: Path, tried: None
) -> None:
    held = on_satin(caller, tmp_path)
    (one,) = caller("GET", f"jobs/{held['job']}/prints")["items"]
    assert one["grade"]


def test_without_trials_there_is_no_grade(caller: Caller, tmp_path: Path) -> None:
    held = on_satin(caller, tmp_path)
    (one,) = caller("GET", f"jobs/{held['job']}/prints")["items"]
    assert one["grade"] is None


def test_a_file_is_as_fine_as_the_trials_want(caller: Caller, tmp_path: Path, tried: None) -> None:
    held = on_satin(caller, tmp_path, pixels={"mode": "need"})
    caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    assert OrderFile.objects.get().facts["ppi"] == 90


def test_other_sizes_and_cells_of_a_batch_are_judged_by_the_trials(
    caller: Caller, tmp_path: Path, tried: None
) -> None:
    held = on_satin(caller, tmp_path)
    sizes = caller("GET", f"prints/{held['id']}/sizes?set=keys:cm-30x45")["sizes"]
    assert [bool(one["grade"]) for one in sizes] == [True]


def test_a_batch_takes_a_medium_with_its_key_and_its_ink_spread(
    caller: Caller, account: User, tmp_path: Path
) -> None:
    pictures = brought(account, tmp_path, 1)
    held = batch_of(caller, pictures, shared={"medium": MEDIUM | {"spread": 0.2}})
    assert held["shared"]["medium"] == MEDIUM | {"spread": 0.2}


def test_a_layout_is_judged_by_the_trials(caller: Caller, tmp_path: Path, tried: None) -> None:
    held = on_satin(caller, tmp_path)
    made = caller("POST", f"jobs/{held['job']}/layouts", {"kind": "tiles", "print": held["id"]})
    page = caller("POST", "layouts/reckon", {"layout": made["document"], "unit": "cm"})
    assert "no trials" not in str(page["steps"])
