"""Rows of the log: begun by themselves, written by hand, brought in, and told to the next print."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Max, Q, QuerySet
from django.db.models.functions import Lower
from django.utils import timezone

from zollstock.accounts.principal import Principal
from zollstock.accounts.untilchanged import UntilChanged
from zollstock.core.ground.refusal import Refusal
from zollstock.core.printlog.entry import MOST_ROWS, LogEntry, day_of
from zollstock.core.studio.logged import LoggedFault
from zollstock.devices.kept import DEVICES

from .models import LogRow

#: Faults older than the newest so many are not told of any more.
_TOLD = 200
_faults: UntilChanged[tuple[LoggedFault, ...]] = UntilChanged(LogRow)


class LogFull(Refusal):
    """The log has as many rows as it holds."""


def entry_of(row: LogRow) -> LogEntry:
    """A row as `zollstock.log/1` has it."""
    fields: dict[str, Any] = {name: getattr(row, name) for name in LogRow.FIELDS}
    return LogEntry.model_validate(
        fields
        | {
            "made_on": row.made_on.isoformat() if row.made_on else "",
            "print": row.design,
            "distance": row.distance or None,
        }
    )


def write(account: User, entry: LogEntry, row: LogRow | None = None) -> LogRow:
    """An entry as a row: a new one, or in place of what stood there. Raises `LogFull`."""
    if row is None:
        _check_room(account, 1)
        row = LogRow(account=account)
    for name in LogRow.FIELDS:
        setattr(row, name, getattr(entry, name))
    row.design = entry.print
    row.made_on = day_of(entry.made_on) if entry.made_on else None
    row.distance = entry.distance.typed[:60] if entry.distance else ""
    row.open = row.open and not entry.result
    row.save()
    return row


def bring_in(account: User, entries: Iterable[LogEntry]) -> int:
    """Rows from a table or a document, behind those that are there; how many."""
    rows = list(entries)
    _check_room(account, len(rows))
    for entry in rows:
        write(account, entry)
    return len(rows)


def _check_room(account: User, more: int) -> None:
    if Principal(account).may_see(LogRow.objects).count() + more > MOST_ROWS:
        raise LogFull(f"A log holds {MOST_ROWS} rows; export older ones, and delete them.")


def begin_row(account: User, anew: bool = False, **known: Any) -> None:
    """A row that asks whether it was printed; of one file of one version there is one, however often it is fetched.

    `anew`: it was printed once more, so that only a row that is still asking is the same one; there what is empty is filled in.
    """
    own = Principal(account).may_see(LogRow.objects)
    of_version = own.filter(design=known.get("design"), version=known.get("version"))
    same = of_version.filter(file_sha256=known.get("file_sha256", ""))
    if anew:
        # The row that a fetched file began is of the same printing.
        asking = of_version.filter(open=True).first()
        if asking is not None:
            for name, value in known.items():
                if not getattr(asking, name):
                    setattr(asking, name, value)
            asking.save()
            return
    elif same.exists():
        return
    if own.count() >= MOST_ROWS:
        return
    LogRow.objects.create(account=account, open=True, made_on=timezone.localdate(), **known)


def rows_of(
    account: User, search: str = "", result: str = "", device: str = "", medium: str = "", design: int | None = None,
    job: int | None = None,
) -> QuerySet[LogRow]:  # fmt: skip
    """The rows that a list shows, by words of title, device, medium, lab, note, judgement and faults, and by filters."""
    rows = Principal(account).may_see(LogRow.objects)
    for word in search.split()[:8]:
        rows = rows.filter(words__icontains=word)
    if result == "open":
        rows = rows.filter(open=True)
    elif result == "failed":
        rows = rows.filter(result__in=("again", "thrown"))
    elif result:
        rows = rows.filter(result=result)
    if device:
        held = DEVICES.held(account).named(device)
        # Rows from before devices had keys say the name alone.
        named = Q(said=device.lower())
        rows = rows.annotate(said=Lower("device")).filter(
            named | Q(device_key=held.key) if held else named
        )
    if medium:
        rows = rows.filter(medium=medium)
    if job is not None:
        rows = rows.filter(job=job)
    return rows if design is None else rows.filter(design=design)


def faults_of(account: User) -> tuple[LoggedFault, ...]:
    """What failed; held until the log is changed, for a moving hand asks many times a second."""
    return _faults.of(account.pk, lambda: tuple(_read(account)))


def _read(account: User) -> Iterable[LoggedFault]:
    rows = rows_of(account)
    devices = DEVICES.held(account)

    def name_of(key: str, said: str) -> str:
        """What a device is called by now; one that is gone, or was only said, as the row has it."""
        held = devices.device(key) or devices.named(said)
        return held.name if held else said

    kept: dict[tuple[str, str], int] = {}
    good = rows.filter(result="kept").values_list("device_key", "device", "lab", "medium")
    for key, said, lab, medium, last in good.annotate(Max("id")).order_by():
        pair = (name_of(key, said) or lab, medium)
        kept[pair] = max(last, kept.get(pair, 0))
    failed = rows.filter(result__in=("again", "thrown")).order_by("-id")[:_TOLD]
    for one in failed.only(
        "device", "device_key", "lab", "note", "medium", "medium_key", "faults", "made_on"
    ):
        day: date | None = one.made_on
        device = name_of(one.device_key, one.device)
        since = kept.get((device or one.lab, one.medium), 0) > one.id
        yield LoggedFault(device, one.medium_key, one.medium, tuple(one.faults), day.isoformat() if day else "", since, one.lab, one.note[:300])  # fmt: skip
