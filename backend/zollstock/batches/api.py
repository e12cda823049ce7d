"""Batches over the wire: make one, change or remove it, order its files."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Count, QuerySet
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.colour.renderings import Intent
from zollstock.core.documents.naming import DEFAULT_PATTERN, FIELDS, check_pattern
from zollstock.core.ground.plaintext import Line
from zollstock.core.ground.rowkeys import Key
from zollstock.core.parts.device import DeviceChoice
from zollstock.core.parts.file import FormatName, PrintProfile
from zollstock.core.parts.medium import Medium
from zollstock.core.parts.part import Colour, Share
from zollstock.core.seeing.enlarging import MethodName
from zollstock.devices.kept import DEVICES
from zollstock.jobs.api import own_jobs
from zollstock.jobs.kinds import PICTURE
from zollstock.jobs.models import DesignPicture
from zollstock.pictures.api import own_pictures
from zollstock.pictures.models import Picture, untagged_cmyk, upright
from zollstock.renders.orders_api import OrderState, order_states
from zollstock.renders.removing import not_removed
from zollstock.renders.removing import remove as remove_orders
from zollstock.sizes.shelf import chosen

from .cells import (
    USUAL_MEDIUM,
    Colours,
    shared_part,
    size_entry,
    whole_edge,
)
from .models import Batch, BatchPicture
from .orders import order_batch

router = Router(tags=["batches"])
#: Limits of a batch; the matrix is made for 500 × 8.
MOST_PICTURES, MOST_SIZES, MOST_CELLS = 2000, 40, 20_000

Title = Annotated[Line, Field(min_length=1, max_length=200)]
Which = Annotated[str, Field(max_length=8000)]


class DeviceOfBatch(Schema):
    """A device and its feed by their keys; what stands in their rows is kept beside them when they are chosen."""

    key: Key
    feed: Key
    borderless: bool | None = None


class Shared(Schema):
    """What all prints of a batch share."""

    format: FormatName = "jpeg"
    ppi: Annotated[float, Field(ge=1, le=10_000)] | None = None
    #: With its key and what its row said then, as a plan has it.
    medium: Medium = Medium(name=USUAL_MEDIUM)
    #: An edge as a plan has it; checked by the core, so that errors carry the path into the document.
    edge: dict[str, Any] = {"kind": "none"}
    padding: Colour | None = None
    #: How pixels are made where a print needs more, and what share of the noise is taken out before.
    method: MethodName = "careful"
    denoise: Share = 0.0
    cmyk: Literal["ask", "press"] = "ask"
    #: A print profile for all files; null: sRGB.
    profile: PrintProfile | None = None
    #: What all prints go to.
    device: DeviceOfBatch | None = None
    intent: Intent = "perceptual"
    black_point: bool = True


class NewBatch(Schema):
    """A batch of a whole job, or of the pictures named (then `job` says where it belongs)."""

    title: Title
    job: int | None = None
    pictures: Annotated[list[UUID], Field(max_length=MOST_PICTURES)] = []
    set: Which
    shared: Shared = Shared()
    pattern: Annotated[str, Field(max_length=120)] = DEFAULT_PATTERN


class BatchSize(Schema):
    key: str
    name: str
    group: str
    width: str
    height: str
    frames: str
    note: str


class BatchItem(Schema):
    id: UUID
    name: str
    width_px: int
    height_px: int
    untagged_cmyk: bool


class BatchState(Schema):
    id: int
    title: str
    job: int | None
    sizes: list[BatchSize]
    pictures: list[BatchItem]
    shared: Shared
    pattern: str
    fields: dict[str, str]
    orders: list[OrderState]
    created: datetime


class BatchSummary(Schema):
    """A batch in a list."""

    id: int
    title: str
    job: int | None
    pictures: int
    sizes: int
    created: datetime


class BatchChange(Schema):
    title: Title | None = None
    set: Which | None = None
    shared: Shared | None = None
    pattern: Annotated[str, Field(max_length=120)] | None = None


class BatchOrder(Schema):
    """The cells to make, or none named for all of them."""

    cells: (
        Annotated[
            list[tuple[UUID, Annotated[str, Field(max_length=40)]]], Field(max_length=MOST_CELLS)
        ]
        | None
    ) = None
    pattern: Annotated[str, Field(max_length=120)] | None = None


def own_batches(request: SignedRequest) -> QuerySet[Batch]:
    return who_asks(request).may_see(Batch.objects)


def _shared(given: Shared, account: User, before: dict[str, Any] | None = None) -> dict[str, Any]:
    return shared_part(
        given.format,
        given.ppi,
        given.medium,
        whole_edge(given.edge),
        given.padding,
        given.method,
        given.denoise,
        given.cmyk,
        Colours(given.profile, given.intent, given.black_point),
        _device(given.device, account, before),
    )


def _device(
    given: DeviceOfBatch | None, account: User, before: dict[str, Any] | None
) -> DeviceChoice | None:
    """A device as plans keep it; the one that was there stays as it was when it was chosen."""
    if given is None:
        return None
    held = (before or {}).get("device")
    if held and (held["key"], held["feed"]) == (given.key, given.feed):
        return DeviceChoice.model_validate(held | {"borderless": given.borderless})
    chosen = DEVICES.of(account)[0].chosen(given.key, given.feed)
    return chosen and chosen.model_copy(update={"borderless": given.borderless})


def _shared_back(held: dict[str, Any]) -> Shared:
    profile = held["output"].get("profile", "srgb")
    return Shared(
        format=held["output"]["format"],
        ppi=held["pixels"].get("ppi"),
        medium=Medium(**held["medium"]),
        edge=held.get("edge", {"kind": "none"}),
        padding=held.get("fit", {}).get("colour"),
        method=held["pixels"].get("method", "careful"),
        denoise=held["pixels"].get("denoise", 0.0),
        cmyk=held["output"].get("cmyk", "ask"),
        profile=None if isinstance(profile, str) else PrintProfile(**profile),
        intent=held["output"].get("intent", "perceptual"),
        black_point=held["output"].get("black_point", True),
        device=DeviceOfBatch(
            **{name: held["device"].get(name) for name in ("key", "feed", "borderless")}
        )
        if held.get("device")
        else None,
    )


def _items(batch: Batch) -> list[BatchItem]:
    """The pictures in their order; as rows, since 500 of them as models take six times as long."""
    found = Picture.objects.filter(batchpicture__batch=batch).order_by("batchpicture__position")
    told = found.values_list(
        "id", "name", "width_px", "height_px", "orientation", "channels", "profile"
    )
    items = []
    for id, name, *stored, channels, profile in told:
        width, height = upright(*stored)
        items.append(
            BatchItem.model_construct(
                id=id,
                name=name,
                width_px=width,
                height_px=height,
                untagged_cmyk=untagged_cmyk(channels, profile),
            )
        )
    return items


def _state(batch: Batch) -> BatchState:
    return BatchState(
        id=batch.pk, title=batch.title, job=batch.job_id,
        sizes=[BatchSize(**entry) for entry in batch.sizes], pictures=_items(batch),
        shared=_shared_back(batch.shared), pattern=batch.pattern, fields=FIELDS,
        orders=order_states(not_removed(batch.orders.all())), created=batch.created,
    )  # fmt: skip


def _summaries(request: HttpRequest, found: Sequence[Batch]) -> list[BatchSummary]:
    many = dict(
        BatchPicture.objects.filter(batch__in=found)
        .values_list("batch")
        .annotate(many=Count("id"))
        .order_by()
    )
    return [
        BatchSummary(
            id=batch.pk,
            title=batch.title,
            job=batch.job_id,
            pictures=many.get(batch.pk, 0),
            sizes=len(batch.sizes),
            created=batch.created,
        )
        for batch in found
    ]


@router.get("/batches", response=list[BatchSummary])
@paged(ordering=("-created", "-id"), shown=_summaries)
def every(request: SignedRequest, job: int | None = None) -> QuerySet[Batch]:
    """Batches, the newest first; with `job` those that belong to it."""
    held = own_batches(request)
    return held if job is None else held.filter(job=job)


@router.post("/batches", response=BatchState)
def make(request: SignedRequest, given: NewBatch) -> BatchState:
    check_pattern(given.pattern)
    job = get_object_or_404(own_jobs(request), id=given.job) if given.job is not None else None
    pictures = _asked_for(request, given, job)
    sizes = _fitting_sizes(request, given.set, len(pictures))
    with transaction.atomic():
        batch = Batch.objects.create(
            account=request.user,
            title=given.title,
            job=job,
            sizes=sizes,
            shared=_shared(given.shared, request.user),
            pattern=given.pattern,
        )
        BatchPicture.objects.bulk_create(
            BatchPicture(batch=batch, picture=picture, position=position)
            for position, picture in enumerate(pictures, 1)
        )
    return _state(batch)


def _asked_for(request: SignedRequest, given: NewBatch, job: Any) -> list[Picture]:
    """The pictures that can be printed, each once, in their order."""
    if job is not None and not given.pictures:
        held = DesignPicture.objects.filter(design__in=job.prints, key=PICTURE)
        found = [
            one.picture
            for one in held.select_related("picture").order_by("design__position", "design_id")
        ]
    else:
        known = {
            picture.id: picture for picture in own_pictures(request).filter(id__in=given.pictures)
        }
        found = [known[asked] for asked in given.pictures if asked in known]
    sound = {p.id: p for p in found if p.state != Picture.State.REFUSED}
    if not sound:
        raise HttpError(422, "There is no picture in it yet. Add pictures first.")
    if len(sound) > MOST_PICTURES:
        raise HttpError(422, f"A batch holds {MOST_PICTURES} pictures. Nothing was made.")
    return list(sound.values())


def _fitting_sizes(request: SignedRequest, which: str, pictures: int) -> list[dict[str, Any]]:
    sizes = [size_entry(size) for size in chosen(request.user, which)]
    if len(sizes) > MOST_SIZES or len(sizes) * pictures > MOST_CELLS:
        raise HttpError(
            422,
            f"A batch holds {MOST_SIZES} sizes and {MOST_CELLS} cells; these are "
            f"{len(sizes)} sizes for {pictures} pictures. Take fewer.",
        )
    return sizes


@router.get("/batches/{int:batch_id}", response=BatchState)
def one(request: SignedRequest, batch_id: int) -> BatchState:
    return _state(get_object_or_404(own_batches(request), id=batch_id))


@router.patch("/batches/{int:batch_id}", response=BatchState)
def change(request: SignedRequest, batch_id: int, given: BatchChange) -> BatchState:
    batch = get_object_or_404(own_batches(request), id=batch_id)
    if given.title is not None:
        batch.title = given.title
    if given.set is not None:
        batch.sizes = _fitting_sizes(request, given.set, batch.rows.count())
    if given.shared is not None:
        batch.shared = _shared(given.shared, request.user, batch.shared)
    if given.pattern is not None:
        check_pattern(given.pattern)
        batch.pattern = given.pattern
    batch.save()
    return _state(batch)


@router.delete("/batches/{int:batch_id}", response={204: None})
def remove(request: SignedRequest, batch_id: int) -> tuple[int, None]:
    """Remove a batch with its orders and their files; the pictures stay."""
    batch = get_object_or_404(own_batches(request), id=batch_id)
    with transaction.atomic():
        remove_orders(batch.orders.all())
        batch.delete()
    return 204, None


@router.post("/batches/{int:batch_id}/orders", response=OrderState)
def order(request: SignedRequest, batch_id: int, given: BatchOrder) -> OrderState:
    """Make the files of the chosen cells, in the background."""
    batch = get_object_or_404(own_batches(request), id=batch_id)
    pattern = given.pattern or batch.pattern
    ordered = order_batch(batch, None if given.cells is None else set(given.cells), pattern)
    if pattern != batch.pattern:
        batch.pattern = pattern
        batch.save(update_fields=["pattern"])
    return order_states(batch.orders.filter(id=ordered.id))[0]
