"""Cells of a batch over the wire: some of them at a time, one placed by hand, one placed automatically again."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from django.db import transaction
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.inorder import overtaken
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.plan import PlanError
from zollstock.core.parts.part import Colour, Share
from zollstock.core.sizes.library import Size
from zollstock.pictures.models import Picture
from zollstock.studio.composition import studio_of

from .api import own_batches
from .cells import Cell, cell, cell_plan, edits_of, sizes_of_batch
from .models import Batch, CellEdit

router = Router(tags=["batches"])


class CellRow(Schema):
    picture: UUID
    cells: list[Cell]


class CellFit(Schema):
    """How a picture lies in one size; `auto` goes back to automatic placement for good."""

    picture: UUID
    size: Annotated[str, Field(max_length=40)]
    mode: Literal["fill", "contain"] = "fill"
    anchor: tuple[Share, Share] = (0.5, 0.5)
    zoom: Annotated[float, Field(ge=1, le=100)] = 1.0
    angle: Annotated[float, Field(ge=-15, le=15)] = 0.0
    colour: Colour | None = None


class CellName(Schema):
    picture: UUID
    size: Annotated[str, Field(max_length=40)]


@router.get("/batches/{int:batch_id}/cells", response=list[CellRow])
def cells(
    request: SignedRequest,
    batch_id: int,
    start: Annotated[int, Query(ge=0, le=10**6)] = 0,
    count: Annotated[int, Query(ge=1, le=500)] = 100,
) -> list[CellRow]:
    """The cells of `count` pictures from `start`, reckoned now."""
    batch = get_object_or_404(own_batches(request), id=batch_id)
    rows = batch.rows.select_related("picture")[start : start + count]
    pictures, sizes = [row.picture for row in rows], sizes_of_batch(batch)
    edits, studio = edits_of(batch, pictures), studio_of(batch.account)
    return [
        CellRow.model_construct(
            picture=picture.id,
            cells=[
                cell(batch, picture, size, edits.get((picture.id, size.key)), studio)
                for size in sizes
            ],
        )
        for picture in pictures
    ]


def _cell_at(
    request: SignedRequest, batch_id: int, picture_id: UUID, key: str
) -> tuple[Batch, Picture, Size]:
    """The cell, held until the transaction ends."""
    batch = get_object_or_404(own_batches(request), id=batch_id)
    row = get_object_or_404(
        batch.rows.select_related("picture").select_for_update(), picture_id=picture_id
    )
    size = next((size for size in sizes_of_batch(batch) if size.key == key), None)
    if size is None:
        raise HttpError(404, "This batch has no such size any more.")
    return batch, row.picture, size


def _placed(batch: Batch, picture: Picture, size: Size) -> Cell:
    """The cell as it is kept."""
    by_hand = edits_of(batch, [picture]).get((picture.id, size.key))
    return cell(batch, picture, size, by_hand, studio_of(batch.account))


@router.put("/batches/{int:batch_id}/cells", response=Cell)
def place(request: SignedRequest, batch_id: int, given: CellFit) -> Cell:
    """Place a picture in one size by hand; kept at once."""
    fit = {"mode": given.mode, "anchor": list(given.anchor), "auto": False, "angle": given.angle,
           "zoom": given.zoom if given.mode == "fill" else 1.0, "colour": given.colour}  # fmt: skip
    with transaction.atomic():
        batch, picture, size = _cell_at(request, batch_id, given.picture, given.size)
        try:
            cell_plan(batch, picture, size, fit)
        except PlanError as error:
            raise HttpError(422, f"{error.problems[0][1]}. The cell stays as it was.") from None
        if not overtaken(request):
            CellEdit.objects.update_or_create(
                batch=batch, picture=picture, size=size.key, defaults={"fit": fit}
            )
        return _placed(batch, picture, size)


@router.post("/batches/{int:batch_id}/cells/auto", response=Cell)
def auto(request: SignedRequest, batch_id: int, given: CellName) -> Cell:
    """Back to automatic placement."""
    with transaction.atomic():
        batch, picture, size = _cell_at(request, batch_id, given.picture, given.size)
        if not overtaken(request):
            CellEdit.objects.filter(batch=batch, picture=picture, size=size.key).delete()
        return _placed(batch, picture, size)
