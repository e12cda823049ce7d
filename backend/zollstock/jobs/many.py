"""Changing many prints of a job at once, and undoing that at once."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from zollstock.core.counter.settingsof import SETTINGS, Given, Setting, given
from zollstock.core.ground.refusal import Refusal
from zollstock.studio.composition import studio_of

from .kinds import PRINT
from .models import Design, Job, JobChange, JobEvent
from .revisions import save_document, step

#: So many prints are changed at once at most.
MOST = 2000


def previewed(
    prints: Sequence[Design], source: dict[str, Any], which: Collection[Setting]
) -> list[Given]:
    """What would become of each print; nothing is changed."""
    return [_given(held, source, which)[0] for held in prints]


def give(job: Job, prints: Sequence[Design], source: dict[str, Any], which: Collection[Setting], name: str, by: User) -> JobChange:  # fmt: skip
    """Give prints of a job the settings of another; what cannot have them stays as it is. One step of undo for all."""
    if len(prints) > MOST:
        raise Refusal(f"At most {MOST} prints are changed at once.")
    changed: list[tuple[int, int]] = []
    with transaction.atomic():
        for held in prints:
            _, wanted = _given(held, source, which)
            if wanted is None or wanted == held.document:
                continue
            saved = save_document(held.id, wanted, held.version)
            changed.append((saved.id, saved.version))
        what = ", ".join(SETTINGS[one].lower() for one in SETTINGS if one in which)
        words = f"{what} of {name} for {len(changed)} {'print' if len(changed) == 1 else 'prints'}"[
            :400
        ]
        made = JobChange.objects.create(job=job, words=words, designs=changed)
        JobEvent.objects.create(
            account=job.account, job=job, by=by.username, what="settings", words=words
        )
    return made


def take_back(change: JobChange, by: User) -> list[str]:
    """Undo what was done to many; returns the titles of those that were changed since, which stay as they are."""
    stayed: list[str] = []
    with transaction.atomic():
        held = JobChange.objects.select_for_update().get(id=change.id)
        if held.undone is not None:
            return []
        there = {
            one.id: one
            for one in Design.objects.filter(
                id__in=[number for number, _ in held.designs], kind=PRINT
            )
        }
        for number, version in held.designs:
            design = there.get(number)
            if design is None:
                continue
            if design.version == version:
                step(number, version, -1)
            else:
                stayed.append(design.title or "untitled")
        held.undone = timezone.now()
        held.save(update_fields=["undone"])
        JobEvent.objects.create(
            account=held.job.account, job=held.job, by=by.username, what="undone", words=held.words
        )
    return stayed


def _given(
    held: Design, source: dict[str, Any], which: Collection[Setting]
) -> tuple[Given, dict[str, Any] | None]:
    return given(held.id, held.document, source, which, studio_of(held.account, held.picture.id))
