"""The hall's job at the counter: copies wanted and counted, what is done to prints after, a quote and a deposit."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

from django.contrib.auth.models import User

from zollstock.core.counter.standing import Counts
from zollstock.jobs.billing import note_payment
from zollstock.jobs.models import Job
from zollstock.jobs.search import note_words
from zollstock.jobs.standing import bring, count

_NOTE = "Opens on 20 March; everything hangs by the 18th."
#: Of the hall's prints by their place: copies, finishing, a note.
_WANTED = {
    0: (2, ["mount on board"], ""),
    1: (1, ["frame, oak 20 mm"], "for the stairs"),
    2: (3, [], "one for the keeper's family"),
    4: (1, [], "ask about the white below"),
}


def at_counter(job: Job, account: User) -> None:
    """Give a job what a counter would have written down by now."""
    job.prices, job.note = "museum", _NOTE
    job.save(update_fields=["prices", "note"])
    prints = list(job.prints.order_by("position", "id"))
    for place, (copies, finishes, note) in _WANTED.items():
        held = prints[place]
        held.finishes, held.note = finishes, note
        held.save(update_fields=["finishes", "note"])
        note_words(held)
        count(held, Counts(), Counts(copies=copies), account)
    bring(job, [prints[1].id], "checked", account)
    two = Counts(copies=3, printed=2)
    count(prints[2], Counts(copies=3), replace(two, spoiled=1), account)
    note_payment(job, "quote", Decimal(750), "by letter", account)
    note_payment(job, "deposit", Decimal(200), "transfer", account)
