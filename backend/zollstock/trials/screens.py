"""Judging on a measured screen: having the patches made for it, and handing them out."""

from __future__ import annotations

import zipfile
from datetime import timedelta

from django.db import transaction
from django.utils import timezone

from zollstock.core.ground.refusal import Refusal
from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.strip.onscreen import OnScreen, on_screen
from zollstock.core.layouts.strip.request import StripRequest
from zollstock.core.trials.document import Step
from zollstock.longwork.messages import Message

from .models import Judge, ScreenSet, Trial

MAKE = Message("zollstock.trials.tasks.make_screen", "looks")
KEPT_FOR = timedelta(days=30)
#: People judge a trial on so many different screens.
MOST_SCREENS = 12


def strip_of(trial: Trial) -> StripRequest:
    """The strip as it was printed."""
    strip = parse_layout(trial.strip)
    assert isinstance(strip, StripRequest)
    return strip


def shown_on(trial: Trial, dots: float) -> OnScreen:
    """The trial's strip for a screen of `dots` px an inch. Raises `Refusal` where such a screen cannot show it."""
    if not isinstance(trial.reference, int | float):
        raise Refusal(
            "On a screen, patches that differ by ppi can be judged; this strip is one for paper."
        )
    return on_screen(strip_of(trial), float(trial.reference), dots)


def may_be_on_screen(trial: Trial) -> bool:
    return trial.by == "ppi" and bool(trial.pictures)


def choose_screen(judge: Judge, dots: float | None) -> None:
    """Judge on a screen of so many px an inch from now on, or on paper again. Raises `Refusal`."""
    trial = judge.trial
    if dots is None:
        judge.screen = None
    else:
        if not trial.pictures:
            raise Refusal("The pictures of this strip are not known any more; judge on paper.")
        dots = round(dots, 1)
        shown_on(trial, dots)
        judge.screen = _set_for(trial, dots)
    judge.begun = None
    judge.save(update_fields=["screen", "begun"])


def _set_for(trial: Trial, dots: float) -> ScreenSet:
    with transaction.atomic():
        # Of two judges with such a screen the second finds what the first has asked for.
        Trial.objects.select_for_update().get(pk=trial.pk)
        found = trial.screens.filter(dots=dots).first()
        if found is not None and found.state == ScreenSet.State.FAILED:
            found.delete()
            found = None
        if found is None:
            if trial.screens.count() >= MOST_SCREENS:
                raise Refusal(
                    f"People judge this trial on {MOST_SCREENS} screens already; judge on paper."
                )
            found = ScreenSet.objects.create(trial=trial, dots=dots)
            send(found)
        return found


def forget_old() -> None:
    """Patches that were made long ago go; whoever judges on has them made again."""
    ScreenSet.objects.filter(created__lt=timezone.now() - KEPT_FOR).delete()


def send(row: ScreenSet) -> None:
    """Tell a worker; a silent broker is no loss, `take_up` finds the row."""
    MAKE.send_when_there(row.id)


def name_in_set(picture: int, step: Step) -> str:
    """The name of a patch in the file of a set, which nobody but the server sees."""
    return f"{picture} {float(step):g}.png"


def patch_bytes(row: ScreenSet, picture: int, step: Step) -> bytes:
    """A patch as PNG. Raises `Refusal` where it is not there."""
    if row.state != ScreenSet.State.DONE:
        raise Refusal("The patches are still being made for your screen. Look again in a moment.")
    try:
        with row.file.open("rb") as opened, zipfile.ZipFile(opened) as held:
            return held.read(name_in_set(picture, step))
    except (OSError, KeyError, zipfile.BadZipFile):
        raise Refusal("The patches for this screen are gone. Choose the screen again.") from None
