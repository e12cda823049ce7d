"""Asking for a proof, and how many are kept."""

from __future__ import annotations

from datetime import timedelta
from typing import TYPE_CHECKING

from django.utils import timezone

from zollstock.accounts.principal import Principal
from zollstock.core.documents.plan import Plan, lengths_of
from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import style_for
from zollstock.core.telling.findings import stops
from zollstock.core.work.outcome import work_out
from zollstock.jobs.models import Design
from zollstock.longwork.messages import Message
from zollstock.pictures.models import Picture
from zollstock.studio.composition import studio_of

from .models import Proof

if TYPE_CHECKING:
    from django.contrib.auth.models import User

MAKE = Message("zollstock.proofs.tasks.make", "looks")
UNPACK = Message("zollstock.proofs.tasks.unpack_picture", "looks")

#: Of an account: kept at most, being made at most.
MOST_KEPT, MOST_AT_ONCE = 12, 4
#: So long a proof is there to be looked at; one that goes soon is not handed out again.
KEPT_FOR = timedelta(hours=1)
AGAIN_FOR = KEPT_FOR / 2
UNFINISHED = (Proof.State.WAITING, Proof.State.RUNNING)


class TooMany(Refusal):
    """More is wanted at once than is made for one account."""


def ask(account: User, design: Design, plan: Plan, part: dict[str, float]) -> Proof:
    """A proof of a plan for a print's picture, one that is there or on its way if there is such a one.

    Raises a `Refusal` where there is nothing to be shown.
    """
    picture = design.picture
    if picture.state != Picture.State.READY:
        raise Refusal(picture.problem or "The picture is still being read. Look again in a moment.")
    against = stops(work_out(plan, studio_of(account)), style_for(lengths_of(plan)))
    if against:
        raise Refusal(" ".join(item.text for item in against))
    mine = Principal(account).may_see(Proof.objects)
    document = plan.model_dump(mode="json")
    recent = mine.filter(design=design, created__gt=timezone.now() - AGAIN_FOR)
    for there in recent.exclude(state=Proof.State.FAILED):
        if there.plan == document and there.part == part:
            return there
    if mine.filter(state__in=UNFINISHED).count() >= MOST_AT_ONCE:
        raise TooMany("Other proofs of yours are still being made. Look again in a moment.")
    finished = mine.exclude(state__in=UNFINISHED).values_list("id", flat=True)
    mine.filter(id__in=list(finished[MOST_KEPT - 1 :])).delete()
    made = Proof.objects.create(account=account, design=design, plan=document, part=part)
    send(made)
    return made


def send(made: Proof) -> None:
    """Tell a worker; a silent broker is no loss, `take_up` finds the row."""
    MAKE.send_when_there(made.id)


def unpack_ahead(design: Design) -> None:
    """Have the picture of a print at hand before a proof is asked for."""
    UNPACK.send(design.picture.id)


def forget_old() -> None:
    """Proofs that were looked at long ago go, with their files."""
    Proof.objects.filter(created__lt=timezone.now() - KEPT_FOR).delete()
