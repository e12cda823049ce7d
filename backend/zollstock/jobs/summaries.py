"""What lists show of a design: worked out when its document is written, and stored beside it."""

from __future__ import annotations

from typing import TYPE_CHECKING

from zollstock.core.studio.studio import Studio

from .kinds import KINDS

if TYPE_CHECKING:
    from .models import Design

#: The fields of a design that its document gives.
SUMMARY_FIELDS = ("title", "wide", "tall", "summary", "troubled")


def summarise(held: Design, studio: Studio) -> None:
    """Set what lists show of a design to what its document says now; it is saved with that."""
    summary = KINDS[held.kind].summary(held.document, studio)
    held.title = str(held.document["title"])
    _, _, held.wide, held.tall = summary["drawing"]["boxes"]["document"]
    held.summary = summary
    held.troubled = bool(summary["trouble"])


def say_unreadable(held: Design) -> None:
    """The same of a document that cannot be read: an empty sheet, which says so."""
    document = held.document if isinstance(held.document, dict) else {}
    held.title = str(document.get("title", ""))[:300]
    held.wide = held.tall = 100
    held.troubled = True
    held.summary = {
        "drawing": {
            "boxes": {"document": [0, 0, 100, 100]},
            "pieces": [],
            "strokes": [],
            "labels": [],
        },
        "text": "cannot be read",
        "grade": None,
        "edge": "",
        "edge_kind": "",
        "medium": "",
        "trouble": "This document cannot be read.",
        "kind": str(document.get("kind", "")),
    }
