"""Estimates of time follow what making files has taken here, and what is being made now."""

from __future__ import annotations

import re
from datetime import timedelta
from pathlib import Path

import pytest
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from tests.api.workers import until
from tests.pictures import noise, save
from zollstock.accounts import moment
from zollstock.core.documents.plan import parse_plan
from zollstock.core.work.making import together
from zollstock.core.work.outcome import Work, work_out
from zollstock.longwork import pace
from zollstock.longwork.models import MethodPace
from zollstock.renders.models import OrderLine

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]
LARGE = {"mode": "fixed", "ppi": 1200, "method": "lanczos"}


@pytest.fixture(autouse=True)
def afresh(monkeypatch: pytest.MonkeyPatch) -> None:
    """Nothing is known from the test before."""
    monkeypatch.setattr(moment, "FRESH_S", 0.0)
    monkeypatch.setattr(moment, "LATEST_S", 0.0)


@pytest.fixture
def held(caller: Caller, tmp_path: Path) -> dict:
    held = ready_print(caller, save(noise(900, 600), tmp_path / "noise.png"))
    wanted = {"plan": held["plan"] | {"pixels": LARGE}, "version": held["version"]}
    return caller("PUT", f"prints/{held['id']}/plan", wanted)


def work_of(held: dict) -> Work:
    return work_out(parse_plan(held["plan"]))


def told(caller: Caller, held: dict) -> int:
    """Seconds that the worksheet tells of the plan's own method."""
    sheet = caller("POST", "reckon", {"plan": held["plan"], "step": "pixels"})
    (text,) = [choice["text"] for choice in sheet["choices"] if choice["id"] == "method-lanczos"]
    return int(re.search(r"about (\d+) s", text)[1])


def test_a_slow_machine_is_known_after_a_few_files(caller: Caller, held: dict) -> None:
    """Whatever it is: files that take five times as long are told within a factor of two of that."""
    work = work_of(held)
    took = 5 * together(work)
    assert told(caller, held) < took / 2
    for _ in range(4):
        pace.learn(work, took, 0)
    assert took / 2 < told(caller, held) < took * 2
    for _ in range(4):
        pace.learn(work, took / 20, 0)
    assert told(caller, held) < took / 20 * 2 + 1


def test_what_was_slow_beside_others_is_not_slow_alone(held: dict) -> None:
    work = work_of(held)
    for _ in range(5):
        pace.learn(work, 3 * together(work), 2)
    assert MethodPace.objects.get(method="lanczos").slower == pytest.approx(1, rel=0.01)


def test_one_odd_file_is_no_rule(held: dict) -> None:
    work = work_of(held)
    pace.learn(work, 3600 * 10, 0)
    assert MethodPace.objects.get(method="lanczos").slower < 3


def test_files_that_are_being_made_count(caller: Caller, held: dict) -> None:
    alone = told(caller, held)
    line = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    assert told(caller, held) == alone  # it waits
    OrderLine.objects.filter(id=line["id"]).update(state="running", pulse=timezone.now())
    assert 1.5 * alone <= told(caller, held) <= 2 * alone + 1
    OrderLine.objects.filter(id=line["id"]).update(pulse=timezone.now() - timedelta(minutes=1))
    assert told(caller, held) == alone  # its worker is gone


def test_a_worker_learns_from_what_it_makes(caller: Caller, held: dict, workers) -> None:
    workers("one")
    line = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    until(lambda: OrderLine.objects.get(id=line["id"]).state == "done")
    assert MethodPace.objects.filter(method="lanczos").exists()
