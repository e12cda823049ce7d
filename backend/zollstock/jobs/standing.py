"""How far the prints of a job are: what of it a query can ask, how copies are counted, and what is written down of it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import asdict, replace
from typing import Literal

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Case, CharField, Count, F, IntegerField, Q, QuerySet, Sum, Value, When
from django.utils import timezone

from zollstock.core.counter.standing import STATES, Counts, State, Step, in_words, state_of
from zollstock.core.ground.refusal import ChangedElsewhere

from .models import Design, Job, JobEvent

#: Whether there is a file of it: none, one of it as it is, one of an earlier version.
File = Literal["none", "current", "old"]
Show = Literal[
    "all", "trouble", "no-file", "old", "planned", "made", "printed", "checked", "collected"
]

_HAS_FILE = Q(made_version=F("version"))
_PRINTED = Q(printed__gte=F("copies"))
#: The state of a design as a query has it; `state_of` says the same of one that is at hand.
STAND = Case(
    When(collected__gte=F("copies"), then=Value("collected")),
    When(checked__gte=F("copies"), then=Value("checked")),
    When(_PRINTED, then=Value("printed")),
    When(_HAS_FILE, then=Value("made")),
    default=Value("planned"),
    output_field=CharField(),
)
#: The same in the order of the work, which is not that of the names.
PLACE = Case(
    *(When(stand=state, then=Value(place)) for place, state in enumerate(STATES)), default=Value(0), output_field=IntegerField()
)  # fmt: skip
#: What is printed already needs its file no more.
OLD_FILE = Q(made_version__gt=0) & ~_HAS_FILE & ~_PRINTED
NO_FILE = Q(made_version=0) & ~_PRINTED


class AgreedElsewhere(ChangedElsewhere):
    """What was agreed of a print was changed in another window."""

    def __init__(self) -> None:
        super().__init__(
            "Another window wrote down something else for this print meanwhile. Yours was not saved, the other is safe."
        )


class CountedElsewhere(ChangedElsewhere):
    """Copies were counted in another window meanwhile."""

    def __init__(self) -> None:
        super().__init__("These copies were counted in another window meanwhile. Nothing was changed here; look again.")  # fmt: skip


def shown(designs: QuerySet[Design], show: Show) -> QuerySet[Design]:
    """Those of the designs that a filter shows."""
    if show == "trouble":
        return designs.filter(troubled=True)
    if show == "no-file":
        return designs.filter(NO_FILE)
    if show == "old":
        return designs.filter(OLD_FILE)
    return designs if show == "all" else designs.annotate(stand=STAND).filter(stand=show)


def stand_of(held: Design) -> State:
    return state_of(held.counts, held.made_version == held.version)


def file_of(held: Design) -> File:
    if not held.made_version:
        return "none"
    return "current" if held.made_version == held.version else "old"


def changed_since(held: Design) -> bool:
    """Whether it was changed after copies of it were printed."""
    return held.printed > 0 and held.printed_version != held.version


def by_state(designs: QuerySet[Design]) -> dict[State, tuple[int, int, int]]:
    """Of each state: prints, their copies, and how many want a second look or a file made anew."""
    rows = (
        designs.annotate(stand=STAND)
        .values("stand")
        .annotate(many=Count("id"), all_copies=Sum("copies"), wanting=Count("id", filter=Q(troubled=True) | OLD_FILE))
        .order_by()
    )  # fmt: skip
    found = {row["stand"]: (row["many"], row["all_copies"], row["wanting"]) for row in rows}
    return {state: found.get(state, (0, 0, 0)) for state in STATES}


def bring(job: Job, ids: Iterable[int], step: Step, by: User) -> int:
    """Bring all copies of designs of a job to a step; returns how many changed. Each change is an event."""
    changed: list[tuple[Design, Counts]] = []
    with transaction.atomic():
        for held in job.designs.select_for_update().filter(id__in=list(ids)):
            wanted = held.counts.brought_to(step)
            if wanted != held.counts:
                changed.append((held, wanted))
        _write(changed, by, {held.id: step for held, _ in changed})
    return len(changed)


def set_copies(job: Job, ids: Iterable[int], copies: int, by: User) -> None:
    """So many copies of each. Raises `CountError` where more are printed of one already; then none is changed."""
    changed: list[tuple[Design, Counts]] = []
    with transaction.atomic():
        for held in job.designs.select_for_update().filter(id__in=list(ids)):
            wanted = replace(held.counts, copies=copies).checked_over()
            if wanted != held.counts:
                changed.append((held, wanted))
        _write(changed, by, {held.id: "counted" for held, _ in changed})


def count(held: Design, before: Counts, after: Counts, by: User) -> None:
    """Count the copies of one. `before` is what the window that counts has seen. Raises `CountError`, `CountedElsewhere`."""
    after.checked_over()
    with transaction.atomic():
        now = Design.objects.select_for_update().get(id=held.id)
        if now.counts != before and now.counts != after:
            raise CountedElsewhere
        if now.counts != after:
            _write([(now, after)], by, {now.id: "counted"})


def _write(changed: Sequence[tuple[Design, Counts]], by: User, what: dict[int, str]) -> None:
    events, now = [], timezone.now()
    for held, counts in changed:
        printed_more = counts.printed + counts.spoiled > held.printed + held.spoiled
        for name, value in asdict(counts).items():
            setattr(held, name, value)
        if printed_more:
            held.printed_version, held.printed_at = held.version, now
        events.append(
            JobEvent(account_id=held.account_id, job_id=held.job_id, design=held.id, by=by.username, what=what[held.id],
                     words=in_words(counts) or f"{counts.copies} {'copy' if counts.copies == 1 else 'copies'}")
        )  # fmt: skip
    fields = [
        "copies",
        "printed",
        "spoiled",
        "checked",
        "collected",
        "printed_version",
        "printed_at",
    ]
    Design.objects.bulk_update([held for held, _ in changed], fields, batch_size=500)
    JobEvent.objects.bulk_create(events, batch_size=500)
