"""Pages for clients: made, shown while they last, answered, taken back."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from datetime import date, timedelta

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from zollstock.core.ground.refusal import Refusal

from .kinds import PRINT
from .models import ClientAnswer, ClientLink, Design, Job, JobEvent
from .walls import hangs

#: So many prints a page shows, so many pages a job has that still last, and so long one lasts at most.
MOST_PRINTS, MOST_LINKS, LONGEST = 60, 20, timedelta(days=366)
_LETTERS = 18


def make_link(
    job: Job, ids: Sequence[int], until: date, words: str, wall: int | None = None
) -> ClientLink:
    """A page of chosen prints, with the wall of a layout of the job. Raises `Refusal` where there is no print or no such
    wall, or its end is not to come."""
    held = list(job.prints.filter(id__in=list(ids)).values_list("id", flat=True))
    shown = [one for one in dict.fromkeys(ids) if one in held]
    if not shown:
        raise Refusal("Choose the prints that the client is to see.")
    if len(shown) > MOST_PRINTS:
        raise Refusal(f"A page shows {MOST_PRINTS} prints; make several of it.")
    today = timezone.localdate()
    if not today <= until <= today + LONGEST:
        raise Refusal("A page ends today at the earliest, and in a year at the latest.")
    if lasting(job.client_links.all()).count() >= MOST_LINKS:
        raise Refusal(f"{MOST_LINKS} pages of this job are open; take one back first.")
    on = None if wall is None else job.layouts.filter(id=wall).first()
    if wall is not None and (on is None or not hangs(on)):
        raise Refusal("This layout hangs on no wall, or is gone. Choose another, or none.")
    return ClientLink.objects.create(
        account=job.account,
        job=job,
        code=secrets.token_urlsafe(_LETTERS),
        designs=shown,
        words=words,
        wall=on,
        until=until,
    )


def lasting(links: QuerySet[ClientLink]) -> QuerySet[ClientLink]:
    """Those that can be opened: of a job that is there, not taken back, not over."""
    return links.filter(taken_back=None, until__gte=timezone.localdate(), job__removed=None)


def take_back(link: ClientLink) -> None:
    """From now on it opens for nobody; what was said stays with the job."""
    ClientLink.objects.filter(id=link.id, taken_back=None).update(taken_back=timezone.now())


def shown_by(link: ClientLink) -> list[Design]:
    """The prints of a link that are still there, in its order."""
    found = {
        one.id: one
        for one in Design.objects.filter(job=link.job_id, kind=PRINT, id__in=link.designs)
    }
    return [found[number] for number in link.designs if number in found]


def wall_of(link: ClientLink) -> Design | None:
    """The layout whose wall a link shows, while it is there."""
    return Design.objects.filter(id=link.wall_id, job=link.job_id).first() if link.wall_id else None


def answer(link: ClientLink, held: Design, said: str, comment: str, by: str = "client") -> None:
    """What the client says of a print; it arrives on the job, each time it changes."""
    with transaction.atomic():
        row, _ = ClientAnswer.objects.select_for_update().get_or_create(link=link, design=held.id)
        if (row.said, row.comment) == (said, comment):
            return
        row.said, row.comment = said, comment
        row.save()
        told = ": ".join(part for part in (said or "no word", comment) if part)
        JobEvent.objects.create(
            account_id=link.account_id,
            job_id=link.job_id,
            design=held.id,
            by=by,
            what="client",
            words=told[:400],
        )
