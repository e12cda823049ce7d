"""Saving a design's document: every change a revision, undo and redo between them, no stale window."""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any

from django.db import transaction
from django.db.models import Max, QuerySet
from django.utils import timezone

from zollstock.core.ground.refusal import Refusal
from zollstock.pictures.models import Picture
from zollstock.studio.composition import studio_of

from .kinds import KINDS, PICTURE, PRINT
from .models import Design, DesignPicture, Job, Revision
from .search import note_words
from .summaries import summarise
from .thinning import ALL_OF


class StaleVersion(Refusal):
    """The design was changed meanwhile; `current` is the version in force."""

    def __init__(self, current: int, word: str = "print") -> None:
        self.current = current
        super().__init__(
            f"This {word} was changed in another window. Your change was not saved yet, the other one is "
            "safe."
        )


def save_document(
    design_id: int,
    document: dict[str, Any],
    version: int,
    more: Mapping[str, Picture] | None = None,
) -> Design:
    """Make `document` the one in force; what had been undone is forgotten. `more` are pictures that come with it.

    Raises `DocumentError`, or `StaleVersion` when `version` is not the one in force. A document equal
    to the one in force changes nothing, whatever its version: it is the save whose answer was lost, sent
    again.
    """
    with transaction.atomic():
        held = _locked(design_id)
        kind = KINDS[held.kind]
        wanted = kind.sound(document)
        if wanted == held.document:
            return held
        _refuse_stale(held, version)
        pictures = held.by_key() | dict(more or {})
        kind.check(wanted, _parts(pictures))
        for key, picture in (more or {}).items():
            held.under_keys.update_or_create(key=key, defaults={"picture": picture})
        held.revisions.filter(number__gt=held.head).delete()
        before, held.document = kind.zones(held.document), wanted
        held.head += 1
        held.version += 1
        _note(held)
        summarise(held, studio_of(held.account))
        held.save()
        note_words(held)
        redrawn = {
            key: zones for key, zones in kind.zones(wanted).items() if zones != before.get(key)
        }
        _keep_with_pictures(pictures, redrawn)
    return held


def _note(held: Design) -> None:
    """The document in force as a revision; what it weighs is counted, and when it thins out is noted."""
    weight = len(json.dumps(held.document))
    Revision.objects.create(design=held, number=held.head, document=held.document, bytes=weight)
    held.kept_bytes += weight
    held.thin_at = held.thin_at or timezone.now() + ALL_OF


def earlier_than(held: Design) -> QuerySet[Revision]:
    """What can be gone back to, the nearest first: old revisions thin out."""
    return held.revisions.filter(number__lt=held.head).order_by("-number")


def later_than(held: Design) -> QuerySet[Revision]:
    """What was undone, the nearest first."""
    return held.revisions.filter(number__gt=held.head).order_by("number")


def step(design_id: int, version: int, by: int) -> Design:
    """Undo (`by` = −1) or redo (+1); at the end of the chain nothing changes."""
    with transaction.atomic():
        held = _locked(design_id)
        _refuse_stale(held, version)
        revision = (earlier_than(held) if by < 0 else later_than(held)).first()
        if revision is None:
            return held
        held.head, held.document = revision.number, revision.document
        held.version += 1
        summarise(held, studio_of(held.account))
        held.save()
        note_words(held)
    return held


def begin(
    job: Job, kind: str, document: dict[str, Any], pictures: Mapping[str, Picture], position: int
) -> Design:
    """A new design with its first revision. Raises `DocumentError`."""
    sound = KINDS[kind].sound(document)
    KINDS[kind].check(sound, _parts(pictures))
    with transaction.atomic():
        held = Design(
            account_id=job.account_id,
            job=job,
            kind=kind,
            position=position,
            document=sound,
            number=next_number(job),
        )
        summarise(held, studio_of(held.account))
        held.save()
        _note(held)
        held.save(update_fields=["kept_bytes", "thin_at"])
        note_words(held)
        DesignPicture.objects.bulk_create(
            DesignPicture(design=held, key=key, picture=picture)
            for key, picture in pictures.items()
        )
        drawn = {key: zones for key, zones in KINDS[kind].zones(sound).items() if zones}
        _keep_with_pictures(pictures, drawn)
    return held


def next_number(job: Job) -> int:
    """The job is locked until the transaction ends: no two of its designs have one number."""
    Job.objects.select_for_update().get(id=job.id)
    return (Design.every.filter(job=job).aggregate(last=Max("number"))["last"] or 0) + 1


def begin_print(job: Job, picture: Picture, document: dict[str, Any], position: int) -> Design:
    """A new print of one picture. Raises `PlanError`."""
    return begin(job, PRINT, document, {PICTURE: picture}, position)


def _keep_with_pictures(
    pictures: Mapping[str, Picture], zones: Mapping[str, list[dict[str, Any]]]
) -> None:
    """Zones drawn on one design are the picture's: its next designs begin with them."""
    for key, drawn in zones.items():
        Picture.objects.filter(id=pictures[key].id).update(keep=drawn)


def _parts(pictures: Mapping[str, Picture]) -> dict[str, dict[str, Any]]:
    return {key: picture.plan_part() for key, picture in pictures.items()}


def _locked(design_id: int) -> Design:
    """The design, locked until the transaction ends."""
    return Design.objects.select_for_update().get(id=design_id)


def _refuse_stale(held: Design, version: int) -> None:
    if held.version != version:
        raise StaleVersion(held.version, KINDS[held.kind].word)
