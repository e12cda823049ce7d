"""The contact sheet of a log, with the prints as they lay on their sheets."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import ExitStack
from pathlib import Path
from uuid import UUID

from django.http import HttpResponse
from ninja import Query, Router

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.faults import DocumentError
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.refusal import Refusal
from zollstock.core.shapes.drawing import Drawing
from zollstock.core.sheet.drawings import small_drawing
from zollstock.core.work.outcome import work_out
from zollstock.handouts.contact_handout import MOST_ON_CONTACT, ContactPrint, contact_handout
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import local_path, name_of
from zollstock.printlog.api import LogQuestion, found_rows
from zollstock.printlog.keeping import entry_of
from zollstock.printlog.models import LogRow

router = Router(tags=["log"])


@router.get("/log.pdf", include_in_schema=False)
def contact_sheet(request: SignedRequest, asked: Query[LogQuestion]) -> HttpResponse:
    """What the list shows, twenty prints a page. Refused where that are too many to look at."""
    rows = list(found_rows(request, asked)[: MOST_ON_CONTACT + 1])
    if len(rows) > MOST_ON_CONTACT:
        raise Refusal(
            f"A contact sheet has {MOST_ON_CONTACT} prints at most. Narrow the list by a word or a filter."
        )
    own = who_asks(request).may_see(Picture.objects)
    pictures = own.filter(id__in={row.picture for row in rows if row.picture}).exclude(small="")
    with ExitStack() as held:
        proofs = {one.id: held.enter_context(local_path(name_of(one.small))) for one in pictures}
        made = contact_handout(list(_prints(rows, proofs)), _what(asked, len(rows)))
    response = HttpResponse(made, content_type="application/pdf")
    to_keep(response, "Log", " contact sheet.pdf")
    return response


def _prints(rows: list[LogRow], proofs: dict[UUID, Path]) -> Iterator[ContactPrint]:
    for row in rows:
        proof = proofs.get(row.picture) if row.picture else None
        drawing = None if proof is None else _drawing(row)
        yield ContactPrint(entry_of(row), drawing, proof)


def _drawing(row: LogRow) -> Drawing | None:
    """The print as it lay on its sheet; none where its plan is one that is not understood any more."""
    try:
        return None if row.document is None else small_drawing(work_out(parse_plan(row.document)))
    except DocumentError:
        return None


def _what(asked: LogQuestion, count: int) -> str:
    told = [f"{count} {'print' if count == 1 else 'prints'}"]
    told += [f"“{asked.search}”"] if asked.search else []
    told += [one for one in (asked.device, asked.medium) if one]
    told += {"": [], "open": ["not said yet"], "failed": ["failed"]}.get(
        asked.result, [asked.result]
    )
    return ", ".join(told)
