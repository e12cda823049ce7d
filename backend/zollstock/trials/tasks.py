"""Making the patches of a trial for a screen, while a judge waits."""

from __future__ import annotations

import zipfile
from pathlib import Path

from celery import shared_task

from zollstock.accounts.principal import Principal
from zollstock.core.ground.refusal import Refusal
from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.queue import Queue
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import discard, local_path, name_of, store, work_folder
from zollstock.pixels.onscreen import screen_patches

from .models import ScreenSet
from .screens import forget_old, name_in_set, send, shown_on

MOST_SECONDS = 300

SCREENS = Queue(
    ScreenSet,
    waiting={"state": ScreenSet.State.WAITING},
    running={"state": ScreenSet.State.RUNNING},
    failed={"state": ScreenSet.State.FAILED},
    what="these patches were made",
    interrupted="The patches could not be made for this screen: three times it took more memory or time than there "
    "is. Judge on paper.",
)


@shared_task(time_limit=MOST_SECONDS)
def make_screen(set_id: str) -> None:
    """Make every patch for a screen; only the worker that claims the row does."""
    row = SCREENS.claim(set_id)
    if row is None:
        return
    with SCREENS.fail_with_message(row), SCREENS.alive(row), work_folder() as folder:
        made = folder / "patches.zip"
        _write(row, made)
        name = f"screens/{row.id.hex[:2]}/{row.id}.zip"
        discard(name)  # what a worker left that was killed before it could write its row
        stored = store(made, name)
        try:
            there = SCREENS.finish(row, state=ScreenSet.State.DONE, file=stored)
        except Exception:
            discard(stored)
            raise
        if not there:
            discard(stored)


def _write(row: ScreenSet, to: Path) -> None:
    """All patches, none of them compressed: how long a file is would say how much there is to be seen on it."""
    trial = row.trial
    strip = shown_on(trial, row.dots).strip
    shown = {(plan, float(step)) for patches in trial.key.values() for _, plan, step in patches}
    with zipfile.ZipFile(to, "w", zipfile.ZIP_STORED) as held:
        for number, wanted in enumerate(trial.pictures):
            steps = sorted(step for plan, step in shown if plan == number)
            picture = Principal(trial.account).may_see(Picture.objects).filter(id=wanted).first()
            if picture is None or picture.state != Picture.State.READY:
                raise Refusal(
                    "A picture of this strip was deleted, so its patches cannot be made for a screen. Judge on paper."
                )
            with local_path(name_of(picture.file)) as master:
                for step, patch in screen_patches(strip, number, master, steps):
                    held.writestr(
                        name_in_set(number, step), patch.pngsave_buffer(compression=0, keep="none")
                    )


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker or was forgotten, while somebody may still wait for it."""
    for row in (*SCREENS.lost_rows(), *SCREENS.undispatched_rows()):
        send(row)


@by_the_clock(3600)
@shared_task
def clear() -> None:
    forget_old()
