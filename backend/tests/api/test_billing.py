"""What a job costs at the counter, and its ticket."""

from __future__ import annotations

import subprocess
from pathlib import Path
from typing import Any

import pytest
import zxingcpp
from PIL import Image

from tests.api.caller import Caller
from tests.api.counted import ONE, another
from zollstock.jobs.models import Job

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]


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


@pytest.mark.parametrize("paper", ["ticket.pdf", "contact.pdf"])
def test_another_program_reads_the_codes_and_what_it_reads_finds_job_and_print(
    caller: Caller, held: dict[str, Any], tmp_path: Path, paper: str
) -> None:
    number = Job.objects.get(id=held["job"]).number
    another(caller, held, title="Salt")
    path = tmp_path / "paper.pdf"
    path.write_bytes(caller("GET", f"jobs/{held['job']}/{paper}"))
    # As a phone sees it: 150 px an inch.
    subprocess.run(["pdftoppm", "-r", "150", "-png", "-gray", path, tmp_path / "page"], check=True)
    with Image.open(next(tmp_path.glob("page*.png"))) as page:
        read = {code.text for code in zxingcpp.read_barcodes(page)}
    assert read == {f"ZS{number}", f"ZS{number}-1", f"ZS{number}-2"}
    for code, kind, title in (
        (f"ZS{number}", "job", None),
        (f"ZS{number}-2", "print", "Salt"),
    ):
        (hit,) = [one for one in caller("GET", f"find?q={code}")["items"] if one["exact"]]
        assert hit["kind"] == kind and title in (None, hit["title"])


def test_a_job_without_prints_has_no_ticket(caller: Caller) -> None:
    empty = caller("POST", "jobs", {"title": "Empty"})
    caller("GET", f"jobs/{empty['id']}/ticket.pdf", expect=422)
