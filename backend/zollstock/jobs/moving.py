"""Putting the designs of a job elsewhere: in another order, once more beside themselves, into another job."""

from __future__ import annotations

from collections.abc import Sequence

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Max

from zollstock.core.counter.settingsof import SETTINGS, settings_in
from zollstock.core.ground.refusal import Refusal

from .firstplan import standard_settings
from .models import Design, Job, JobEvent
from .revisions import begin, next_number, save_document
from .search import note_words

#: So many are moved or made again at once at most.
MOST = 2000
#: From here on a number at the end of a title is a year.
_YEARS = 1000


def reorder(job: Job, moved: Sequence[int], before: int | None) -> None:
    """Put designs of a job before another one of it (at the end where none is named), in the order in which they are given."""
    with transaction.atomic():
        Job.objects.select_for_update().get(id=job.id)
        designs = {
            held.id: held for held in job.designs.order_by("position", "id").only("id", "position")
        }
        going = [number for number in moved if number in designs]
        staying = [number for number in designs if number not in set(going)]
        at = staying.index(before) if before in staying else len(staying)
        changed = []
        for place, number in enumerate([*staying[:at], *going, *staying[at:]], 1):
            held = designs[number]
            if held.position != place:
                held.position = place
                changed.append(held)
        # Not `save`: in another order a design has not changed.
        Design.objects.bulk_update(changed, ["position"], batch_size=500)


def duplicate(job: Job, designs: Sequence[Design]) -> list[Design]:
    """Each once more, behind the others; copies, files and what was agreed do not go along."""
    made = []
    with transaction.atomic():
        last = job.designs.aggregate(last=Max("position"))["last"] or 0
        for held in designs:
            last += 1
            document = held.document | {"title": f"{held.title or 'untitled'} (again)"[:200]}
            made.append(begin(job, held.kind, document, held.by_key(), last))
    return made


def next_delivery(job: Job) -> Job:
    """A job for the next pictures of the same client, without any yet: its device, price list and name pattern, and new
    prints with the same settings: those that it has for new ones, else those of its first print."""
    document, own = standard_settings(job)
    if not own and (first := job.prints.order_by("position", "id").first()):
        document = settings_in(first.document, list(SETTINGS))
    return Job.objects.create(
        account=job.account,
        title=_counted_on(job.title),
        client=job.client,
        device=job.device,
        prices=job.prices,
        pattern=job.pattern,
        standard=document,
    )


def _counted_on(title: str) -> str:
    """`Hall` is followed by `Hall 2`, `Hall 2` by `Hall 3`; 2026 is a year."""
    name, _, last = title.rpartition(" ")
    if name and last.isdecimal() and 1 <= int(last) < _YEARS:
        return f"{name} {int(last) + 1}"[:200]
    return f"{title[:190]} 2"


def move(designs: Sequence[Design], to: Job, by: User) -> None:
    """Put designs into another job, where they get numbers of that. Raises `Refusal` where the jobs are not of one account."""
    with transaction.atomic():
        for held in designs:
            if held.account_id != to.account_id:
                raise Refusal("This job is not here.")
            if held.job_id == to.id:
                continue
            words = f"{held.title or 'untitled'}: from {held.job.title} to {to.title}"[:400]
            for job in (held.job, to):
                JobEvent.objects.create(account_id=held.account_id, job=job, design=held.id, by=by.username, what="moved", words=words)  # fmt: skip
            last = to.designs.aggregate(last=Max("position"))["last"] or 0
            Design.objects.filter(id=held.id).update(
                job=to, position=last + 1, number=next_number(to)
            )
            held.words.all().delete()
            held.job = to
            note_words(held)


def rename(design: Design, title: str, version: int) -> Design:
    """Another title, as any change of the document. Raises `StaleVersion`."""
    return save_document(design.id, design.document | {"title": title}, version)
