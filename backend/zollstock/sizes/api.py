"""The size library over the wire: find, add, describe, sets, CSV in and out."""

from __future__ import annotations

from typing import Annotated

from django.db import transaction
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.accounts.units import unit_of
from zollstock.core.ground.csvtable import TableError
from zollstock.core.ground.show import style_for
from zollstock.core.questions.tables import read_sizes, write_sizes
from zollstock.core.sizes.finder import find
from zollstock.core.sizes.library import Frames, Size
from zollstock.core.sizes.readings import read_size

from .models import OwnSize, SizeSet
from .shelf import NoSuchSizes, by_keys, own_key, row_of, sizes_added, sizes_of

router = Router(tags=["sizes"])
#: Own sizes and sets of an account; people have some dozens.
MOST_OWN, MOST_SETS, MOST_IN_SET = 1000, 200, 300

Name = Annotated[str, Field(max_length=80)]
Side = Annotated[str, Field(min_length=1, max_length=60)]


class SizeEntry(Schema):
    """A size of the library; `own` ones can be changed altogether, others described."""

    key: str
    name: str
    group: str
    width: str
    height: str
    shown: str
    frames: Frames
    note: str
    own: bool
    in_pixels: bool


class NewSize(Schema):
    name: Name = ""
    width: Side
    height: Side
    unit: Annotated[str, Field(pattern="^(mm|cm|in|px)$")] = "cm"
    group: Name = ""
    frames: Frames = "order"
    note: Annotated[str, Field(max_length=300)] = ""


class SizeWords(Schema):
    frames: Frames | None = None
    note: Annotated[str, Field(max_length=300)] | None = None


class Imported(Schema):
    added: int
    known: int


class SetDetails(Schema):
    name: Annotated[str, Field(min_length=1, max_length=80)]
    keys: Annotated[
        list[Annotated[str, Field(max_length=40)]], Field(min_length=1, max_length=MOST_IN_SET)
    ]


class SetEntry(Schema):
    id: int
    name: str
    keys: list[str]


def _entry(size: Size) -> SizeEntry:
    style = style_for([size.width, size.height])
    return SizeEntry(
        key=size.key, name=size.name, group=size.group, width=size.width.typed,
        height=size.height.typed, shown=style.size(size.width.mm, size.height.mm),
        frames=size.frames, note=size.note, own=size.key.startswith("own-"), in_pixels=size.in_pixels,
    )  # fmt: skip


def _one(request: SignedRequest, key: str) -> Size:
    found = by_keys(sizes_of(request.user), [key])
    if not found:
        raise HttpError(404, "There is no such size here.")
    return found[0]


@router.get("/sizes", response=list[SizeEntry])
def every(
    request: SignedRequest, text: Annotated[str, Query(max_length=80, alias="find")] = ""
) -> list[SizeEntry]:
    """Every size with the typed pieces in its name, group, note or numbers."""
    unit = unit_of(request.user)
    return [_entry(size) for size in find(sizes_of(request.user), text, unit)]


@router.post("/sizes", response=SizeEntry)
def add(request: SignedRequest, given: NewSize) -> SizeEntry:
    row = _checked_row(request, given)
    with transaction.atomic():
        _room_for(request, 1)
        row.save()
    return _entry(_one(request, own_key(row)))


def _checked_row(request: SignedRequest, given: NewSize) -> OwnSize:
    sides = read_size(f"{given.width} x {given.height}", given.unit).sides
    made = Size("", given.name, "", sides.width, sides.height)
    return OwnSize(
        account=request.user,
        name=given.name.strip() or made.label[:80],
        group=given.group.strip(),
        width=sides.width.typed,
        height=sides.height.typed,
        frames=given.frames,
        note=given.note,
    )


def _room_for(request: SignedRequest, more: int) -> None:
    if who_asks(request).may_see(OwnSize.objects).filter(base=None).count() + more > MOST_OWN:
        raise HttpError(422, f"An account holds {MOST_OWN} sizes of its own. Nothing was added.")


@router.put("/sizes/{key}", response=SizeEntry)
def change(request: SignedRequest, key: str, given: NewSize) -> SizeEntry:
    """Change a size of one's own altogether."""
    row = row_of(request.user, key)
    if row is None or row.base:
        raise HttpError(404, "Only sizes of your own can be changed altogether.")
    wanted = _checked_row(request, given)
    wanted.pk = row.pk
    wanted.save()
    return _entry(_one(request, key))


@router.patch("/sizes/{key}", response=SizeEntry)
def describe(request: SignedRequest, key: str, words: SizeWords) -> SizeEntry:
    """Say how common frames of a size are here, or note something."""
    size = _one(request, key)
    row = row_of(request.user, key) or OwnSize(
        account=request.user, base=key, frames=size.frames, note=size.note
    )
    for name, value in words.model_dump(exclude_none=True).items():
        setattr(row, name, value)
    row.save()
    return _entry(_one(request, key))


@router.delete("/sizes/{key}", response={204: None})
def remove(request: SignedRequest, key: str) -> tuple[int, None]:
    """Remove a size of one's own; of the library's, what was said about it."""
    row = row_of(request.user, key)
    if row is not None:
        row.delete()
    return 204, None


@router.post("/sizes.csv", response=Imported)
def bring(request: SignedRequest) -> Imported:
    """Add the sizes of a CSV table, the request's body. All or, where a line is wrong, none."""
    try:
        text = request.body.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise HttpError(422, "This is not a text file in UTF-8. Nothing was added.") from None
    unit = unit_of(request.user)
    try:
        sizes = read_sizes(text, unit)
    except TableError as error:
        raise HttpError(422, f"{error}. Nothing was added.") from None
    held = {(s.name, s.width.mm, s.height.mm) for s in sizes_of(request.user)}
    fresh = [s for s in sizes if (s.name, s.width.mm, s.height.mm) not in held]
    with transaction.atomic():
        _room_for(request, len(fresh))
        OwnSize.objects.bulk_create(
            OwnSize(account=request.user, name=s.name, group=s.group, width=s.width.typed,
                    height=s.height.typed, frames=s.frames, note=s.note)
            for s in fresh
        )  # fmt: skip
        sizes_added(request.user)
    return Imported(added=len(fresh), known=len(sizes) - len(fresh))


@router.get("/sizes.csv", include_in_schema=False)
def table(request: SignedRequest, which: str = "all") -> HttpResponse:
    """The library as CSV: `all`, or only `own` sizes."""
    sizes = sizes_of(request.user)
    if which == "own":
        sizes = [size for size in sizes if size.key.startswith("own-")]
    response = HttpResponse(write_sizes(sizes), content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = (
        f'attachment; filename="sizes-{"own" if which == "own" else "all"}.csv"'
    )
    return response


@router.get("/size-sets", response=list[SetEntry])
def sets(request: SignedRequest) -> list[SizeSet]:
    return list(who_asks(request).may_see(SizeSet.objects))


def _known(request: SignedRequest, keys: list[str]) -> list[str]:
    found = [size.key for size in by_keys(sizes_of(request.user), keys)]
    if not found:
        raise NoSuchSizes("None of these sizes is in your library. Nothing was kept.")
    return found


@router.post("/size-sets", response=SetEntry)
def make_set(request: SignedRequest, given: SetDetails) -> SizeSet:
    if who_asks(request).may_see(SizeSet.objects).count() >= MOST_SETS:
        raise HttpError(422, f"An account holds {MOST_SETS} sets. Nothing was kept.")
    return SizeSet.objects.create(
        account=request.user, name=given.name, keys=_known(request, given.keys)
    )


@router.put("/size-sets/{int:set_id}", response=SetEntry)
def change_set(request: SignedRequest, set_id: int, given: SetDetails) -> SizeSet:
    held = get_object_or_404(who_asks(request).may_see(SizeSet.objects), id=set_id)
    held.name, held.keys = given.name, _known(request, given.keys)
    held.save()
    return held


@router.delete("/size-sets/{int:set_id}", response={204: None})
def remove_set(request: SignedRequest, set_id: int) -> tuple[int, None]:
    get_object_or_404(who_asks(request).may_see(SizeSet.objects), id=set_id).delete()
    return 204, None
