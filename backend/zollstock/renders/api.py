"""Orders over the wire: give one, watch it, call it off, fetch the file."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.db.models import QuerySet
from django.http import HttpRequest
from django.http.response import HttpResponseBase
from django.shortcuts import get_object_or_404
from ninja import Router, Schema

from zollstock.core.outputs import OUTPUTS
from zollstock.core.show import size_of_file
from zollstock.jobs.api import VersionOnly, own_prints
from zollstock.jobs.revisions import StaleVersion
from zollstock.pictures.serving import stored

from .models import Render
from .orders import call_off, order

router = Router(tags=["renders"])


class RenderState(Schema):
    id: UUID
    state: str
    percent: int
    problem: str
    name: str
    version: int
    size_text: str
    made_text: str
    sha256: str
    created: datetime
    finished: datetime | None


def _state(render: Render) -> RenderState:
    names = (
        "id",
        "state",
        "percent",
        "problem",
        "name",
        "version",
        "sha256",
        "created",
        "finished",
    )
    size = size_of_file(render.bytes) if render.bytes else ""
    kind = OUTPUTS[render.plan["output"]["format"]].label
    return RenderState(
        **{name: getattr(render, name) for name in names},
        size_text=size,
        made_text=f"{kind} {size}" if size else "",
    )


def own_renders(request: HttpRequest) -> QuerySet[Render]:
    return Render.objects.filter(account=request.user)


@router.post("/prints/{int:print_id}/renders", response=RenderState)
def make_file(request: HttpRequest, print_id: int, at: VersionOnly) -> RenderState:
    """Order the file of the plan as saved; `version` must be the one in force."""
    held = get_object_or_404(own_prints(request), id=print_id)
    if held.version != at.version:
        raise StaleVersion(held.version)
    return _state(order(held))


@router.get("/prints/{int:print_id}/renders", response=list[RenderState])
def of_print(request: HttpRequest, print_id: int) -> list[RenderState]:
    held = get_object_or_404(own_prints(request), id=print_id)
    return [_state(render) for render in own_renders(request).filter(print=held)[:20]]


@router.get("/renders/{uuid:render_id}", response=RenderState)
def one(request: HttpRequest, render_id: UUID) -> RenderState:
    return _state(get_object_or_404(own_renders(request), id=render_id))


@router.post("/renders/{uuid:render_id}/cancel", response=RenderState)
def cancel(request: HttpRequest, render_id: UUID) -> RenderState:
    call_off(get_object_or_404(own_renders(request), id=render_id))
    return _state(get_object_or_404(own_renders(request), id=render_id))


@router.get("/renders/{uuid:render_id}/file", include_in_schema=False)
def file(request: HttpRequest, render_id: UUID) -> HttpResponseBase:
    render = get_object_or_404(own_renders(request), id=render_id, state=Render.State.DONE)
    return stored(render.file, "application/octet-stream", render.name)
