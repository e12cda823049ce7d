"""Lists of any length: a page of rows, and the cursor of the next."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any, TypeVar, get_type_hints
from urllib.parse import parse_qs, urlsplit

from django.core.exceptions import ValidationError as DjangoError
from django.db.models import QuerySet
from django.http import HttpRequest
from ninja import Schema
from ninja.errors import HttpError
from ninja.errors import ValidationError as NinjaError
from ninja.pagination import CursorPagination, paginate

View = TypeVar("View", bound=Callable[..., Any])

#: Rows of a page where nobody says how many, and at most.
PAGE, MOST = 20, 100


#: What a cursor that nobody here has made ends in.
UNREAD = (NinjaError, DjangoError, ValueError)


class Pages(CursorPagination):
    """Pages of a query set, its rows `shown` all at once: what they need besides is asked for a page, not for a row.

    The answer has `items`, and `next`: the cursor to ask with for what follows, or null.
    """

    items_attribute = "items"

    class Output(Schema):
        items: list[Any]
        next: str | None

    def __init__(
        self,
        *,
        ordering: tuple[str, ...],
        shown: Callable[[HttpRequest, Sequence[Any]], Sequence[Any]],
        page_size: int = PAGE,
        **more: Any,
    ) -> None:
        super().__init__(ordering=ordering, page_size=page_size, max_page_size=MOST, **more)
        self.shown = shown

    def paginate_queryset(
        self,
        queryset: QuerySet[Any],
        pagination: CursorPagination.Input,
        request: HttpRequest,
        **more: Any,
    ) -> Any:
        try:
            found = super().paginate_queryset(queryset, pagination, request=request, **more)
        except UNREAD:
            raise HttpError(
                422, "This list cannot be gone on with from there. Load it anew."
            ) from None
        return {"items": self.shown(request, found["items"]), "next": _cursor(found["next"])}


def paged(
    ordering: tuple[str, ...],
    shown: Callable[[HttpRequest, Sequence[Any]], Sequence[Any]],
    page_size: int = PAGE,
) -> Callable[[View], View]:
    """Answers the query set of an operation in pages."""

    def decorated(view: View) -> View:
        # Read here, by the names of its own module: the package reads them by those of its own.
        view.__annotations__ = get_type_hints(view, include_extras=True)
        pages: View = paginate(Pages, ordering=ordering, shown=shown, page_size=page_size)(view)
        return pages

    return decorated


def _cursor(address: str | None) -> str | None:
    return parse_qs(urlsplit(address).query)["cursor"][0] if address else None
