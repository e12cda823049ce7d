"""Asking what a paper shows of a picture, and how much of that is kept."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import timedelta
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db.models.signals import post_delete, post_save
from django.utils import timezone

from zollstock.accounts.moment import AMomentAgo
from zollstock.accounts.principal import Principal
from zollstock.core.devices.inks import most_ink
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.refusal import Refusal
from zollstock.core.studio.gamut import KnownGamut, KnownInk, OnPaper
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import work_out
from zollstock.devices.kept import DEVICES
from zollstock.labs.kept import LABS
from zollstock.longwork.messages import Message
from zollstock.pictures.models import Picture
from zollstock.profiles.keeping import profiles_of
from zollstock.stock.kept import STOCK

from .found import GamutFound
from .models import GamutRow

MEASURE = Message("zollstock.gamuts.tasks.measure", "looks")
#: Of an account: kept of a picture, at work at once.
MOST_OF_A_PICTURE, MOST_AT_ONCE = 24, 6
KEPT_FOR = timedelta(days=90)
UNFINISHED = (GamutRow.State.WAITING, GamutRow.State.RUNNING)
_gamuts: AMomentAgo[tuple[int, UUID], tuple[KnownGamut, ...]] = AMomentAgo()


class TooMany(Refusal):
    """More is wanted at once than is measured for one account."""


def ask(account: User, picture: Picture, document: dict[str, Any]) -> GamutRow:
    """What the paper of a plan's profile shows of a picture; a row that is there where nothing differs.

    Raises a `Refusal` where the plan has no print profile, or one that is not here.
    """
    if picture.state != Picture.State.READY:
        raise Refusal(picture.problem or "The picture is still being read. Look again in a moment.")
    plan = parse_plan(document)
    wanted = plan.output.print_profile
    if wanted is None:
        raise Refusal("Choose the profile of a printer or press first.")
    if profiles_of(account).by_hash(wanted.hash) is None:
        raise Refusal(f"The profile “{wanted.name}” is not here. Add it, or choose another.")
    work = work_out(plan, studio_with_devices(account))
    crop, limit = list(work.crop_px), most_ink(work)
    percent = limit.percent if limit else None
    mine = Principal(account).may_see(GamutRow.objects)
    of_picture = mine.filter(picture=picture)
    same = of_picture.filter(
        hash=wanted.hash,
        intent=plan.output.intent,
        black_point=plan.output.black_point,
        ink_limit=percent,
    )
    for there in same.exclude(state=GamutRow.State.FAILED):
        if there.crop == crop:
            return there
    if mine.filter(state__in=UNFINISHED).count() >= MOST_AT_ONCE:
        raise TooMany("Other pictures of yours are still being measured. Look again in a moment.")
    old = of_picture.exclude(state__in=UNFINISHED).values_list("id", flat=True)
    mine.filter(id__in=list(old[MOST_OF_A_PICTURE - 1 :])).delete()
    made = GamutRow.objects.create(
        account=account, picture=picture, plan=plan.model_dump(mode="json"), crop=crop, hash=wanted.hash,
        intent=plan.output.intent, black_point=plan.output.black_point, ink_limit=percent,
    )  # fmt: skip
    send(made)
    return made


def studio_with_devices(account: User) -> Studio:
    """What of a studio a print's inks go by: its profiles, its stock, its devices and labs."""
    return Studio(
        profiles=profiles_of(account),
        stock=STOCK.held(account),
        devices=DEVICES.held(account),
        labs=LABS.held(account),
    )


def send(row: GamutRow) -> None:
    """Tell a worker; a silent broker is no loss, `take_up` finds the row."""
    MEASURE.send_when_there(row.id)


def gamuts_of(account: User, picture: UUID) -> tuple[KnownGamut, ...]:
    """What is known of a picture on papers, as it was a moment ago at most: a moving hand asks many times a second."""
    return _gamuts.of((account.pk, picture), lambda: tuple(_read(account, picture)))


def _read(account: User, picture: UUID) -> Iterable[KnownGamut]:
    rows = Principal(account).may_see(GamutRow.objects)
    done = rows.filter(picture=picture, state=GamutRow.State.DONE)
    return map(_known, done.defer("plan"))


def _known(row: GamutRow) -> KnownGamut:
    found = GamutFound.model_validate(row.found)
    values = {one.id: float(one.value) for one in found.report.figures}
    ink = None
    if row.ink_limit is not None and "ink_most" in values:
        ink = KnownInk(values["ink_most"], row.ink_limit, values["ink_share_over"])
    x, y, width, height = row.crop
    others = tuple(OnPaper(**one.model_dump()) for one in found.others)
    return KnownGamut(
        row.hash,
        (x, y, width, height),
        values["out_of_gamut"],
        found.report.families,
        found.medians,
        others,
        ink,
    )


def forget_moment(row: GamutRow) -> None:
    """What was read a moment ago is read again."""
    _gamuts.forget((row.account_id, row.picture_id))


def _changed(instance: GamutRow, **_: object) -> None:
    forget_moment(instance)


for signal in (post_save, post_delete):
    signal.connect(_changed, sender=GamutRow, weak=False)


def forget_old() -> None:
    """What was measured long ago goes; it is measured again when it is asked for."""
    GamutRow.objects.filter(created__lt=timezone.now() - KEPT_FOR).delete()
