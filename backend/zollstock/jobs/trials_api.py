"""From a strip to its trial."""

from __future__ import annotations

from django.shortcuts import get_object_or_404
from ninja import Router

from zollstock.accounts.signed import SignedRequest
from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.strip.request import StripRequest
from zollstock.studio.composition import studio_of
from zollstock.trials.api import TrialState, state_of
from zollstock.trials.keeping import NoTrial, begin_trial

from .kinds import plan_key
from .layouts_api import own_layouts

router = Router(tags=["trials"])


@router.post("/layouts/{int:layout_id}/trial", response=TrialState)
def begin(request: SignedRequest, layout_id: int) -> TrialState:
    """A trial of the strip as it is now."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    strip = parse_layout(held.document)
    if not isinstance(strip, StripRequest):
        raise NoTrial("A trial is made of a test strip; this layout is none.")
    held_pictures = held.by_key()
    pictures = [str(held_pictures[plan_key(at)].id) for at in range(len(strip.plans))]
    trial = begin_trial(
        request.user,
        strip,
        held.id,
        studio_of(request.user, held_pictures[plan_key(0)].id),
        pictures,
    )
    return state_of(trial)
