"""Every table that a studio keeps, over the wire in one way: read, kept, taken from CSV, given out as CSV, reset.

The annotations of the operations are made here, so that the API's description knows the rows of each table: this
module cannot put off reading them.
"""

from typing import Annotated, Any

from django.http import HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field, create_model

from .signed import SignedRequest
from .studiotable import StudioTable

Version = Annotated[int, Field(ge=0, le=2**31 - 2)]
#: Signs of a table as CSV; more is refused, not cut.
MOST_CSV = 500_000


class TableChange(Schema):
    """The whole table (checked by the core, so that errors carry the path)."""

    version: Version
    table: dict[str, Any]


class TableCsv(Schema):
    """A table's text; its rows take the place of all others."""

    version: Version
    text: Annotated[str, Field(max_length=MOST_CSV)]


def table_router(table: StudioTable[Any]) -> Router:
    """`GET`, `PUT` and `DELETE` at its path, `POST` at `path/csv`, `GET` at `path.csv`."""
    router, path = Router(tags=["tables"]), table.path
    rows = type(table.shipped)
    kept_as = create_model(
        f"{rows.__name__}Kept",
        __base__=Schema,
        __doc__="The table as it is kept; version 0 is the one that ships. `note` is said beside it.",
        version=(int, ...),
        note=(str, ...),
        table=(rows, ...),
    )
    name = path.strip("/").replace("-", "_")

    def kept(request: SignedRequest) -> Any:
        held, version = table.of(request.user)
        return kept_as(version=version, note=table.note, table=held)

    @router.get(path, response=kept_as, operation_id=f"{name}_read")
    def read(request: SignedRequest) -> Any:
        return kept(request)

    @router.put(path, response=kept_as, operation_id=f"{name}_keep")
    def keep(request: SignedRequest, given: TableChange) -> Any:
        """Keep a table. `version` must be the one in force, else 409 and nothing is changed."""
        table.save(request.user, table.read(given.table), given.version)
        return kept(request)

    @router.post(f"{path}/csv", response=kept_as, operation_id=f"{name}_take_in")
    def take_in(request: SignedRequest, given: TableCsv) -> Any:
        """Rows from CSV in the place of those that are there; what is no row stays."""
        before, _ = table.of(request.user)
        table.save(request.user, table.from_csv(given.text, before), given.version)
        return kept(request)

    @router.delete(path, response=kept_as, operation_id=f"{name}_reset")
    def reset(request: SignedRequest, version: Annotated[int, Query(ge=0, le=2**31 - 2)]) -> Any:
        """Back to what ships."""
        table.reset(request.user, version)
        return kept(request)

    @router.get(f"{path}.csv", include_in_schema=False)
    def as_csv(request: SignedRequest) -> HttpResponse:
        held, _ = table.of(request.user)
        made = HttpResponse(table.to_csv(held), content_type="text/csv; charset=utf-8")
        made["Content-Disposition"] = f'attachment; filename="{path.strip("/")}.csv"'
        return made

    return router
