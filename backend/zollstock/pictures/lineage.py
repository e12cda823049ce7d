"""What was made of a picture by a recipe is a picture too: it goes with its parent, and shows no more detail than it."""

from __future__ import annotations

from collections.abc import Iterable
from uuid import UUID

from .models import Picture

#: A chain of pictures made of each other is no longer than this; a longer one is a fault.
MOST_GENERATIONS = 20


def with_derived(pictures: Iterable[UUID]) -> set[UUID]:
    """These pictures and all that were made of them, one question a generation."""
    found = set(pictures)
    newest = found
    while newest:
        newest = set(
            Picture.objects.filter(parent__in=newest)
            .exclude(id__in=found)
            .values_list("id", flat=True)
        )
        found |= newest
    return found


def ancestors(picture: Picture) -> list[Picture]:
    """What a picture was made of, its parent first; empty for one that was brought."""
    line: list[Picture] = []
    while picture.parent is not None and len(line) < MOST_GENERATIONS:
        picture = picture.parent
        line.append(picture)
    return line
