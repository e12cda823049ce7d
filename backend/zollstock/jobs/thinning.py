"""Old revisions thin out: all of a day are kept, then one an hour for a week, then one a day."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import Sum
from django.utils import timezone

from .models import Design, Revision

#: So long every revision is kept, and so long one of every hour; of what is older one of every day.
ALL_OF, HOURLY_FOR = timedelta(hours=24), timedelta(days=7)
#: So many designs are thinned out in one go.
AT_ONCE = 100

_HOUR, _DAY = 3600, 24 * 3600


def superfluous(revisions: Iterable[tuple[int, datetime]], now: datetime) -> list[int]:
    """The numbers of those revisions that go, given as (number, when it was saved) in their order.

    The last of an hour or a day stays: it is what the work had come to.

    >>> from datetime import UTC
    >>> noon = datetime(2026, 11, 30, 12, tzinfo=UTC)
    >>> saved = [noon - timedelta(days=2, minutes=minutes) for minutes in (50, 40, 30)]
    >>> superfluous(enumerate([*saved, noon], 1), noon)
    [1, 2]
    """
    last: dict[tuple[int, int], int] = {}
    numbers = []
    for number, saved in revisions:
        age = now - saved
        if age < ALL_OF:
            continue
        numbers.append(number)
        span = _HOUR if age < HOURLY_FOR else _DAY
        last[span, int(saved.timestamp()) // span] = number
    kept = set(last.values())
    return [number for number in numbers if number not in kept]


def thin_out(design_id: int, now: datetime) -> None:
    """Thin a design's revisions out. The first stays, the one in force, and those that something was made of."""
    with transaction.atomic():
        held = Design.every.select_for_update().get(id=design_id)
        revisions = list(held.revisions.order_by("number").values_list("number", "saved", "holds"))
        staying = {held.head, revisions[0][0], *(number for number, _, holds in revisions if holds)}
        going = superfluous(((number, saved) for number, saved, _ in revisions), now)
        held.revisions.filter(number__in=[n for n in going if n not in staying]).delete()
        held.kept_bytes = held.revisions.aggregate(sum=Sum("bytes"))["sum"] or 0
        young = any(now - saved < HOURLY_FOR for _, saved, _ in revisions)
        held.thin_at = now + ALL_OF if young else None
        held.save(update_fields=["kept_bytes", "thin_at"])


def thin_out_due() -> None:
    """Those designs whose turn it is."""
    now = timezone.now()
    due = Design.every.filter(thin_at__lt=now).order_by("thin_at")
    for design_id in due.values_list("id", flat=True)[:AT_ONCE]:
        thin_out(design_id, now)


def hold(design: Design) -> None:
    """Something was made of the document in force, or booked or judged by it: its revision stays."""
    Revision.objects.filter(design=design, number=design.head).update(holds=True)
