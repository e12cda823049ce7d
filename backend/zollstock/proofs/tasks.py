"""Making proofs, while somebody waits with an eye on the screen."""

from __future__ import annotations

import logging
from pathlib import Path

from celery import shared_task

from zollstock.core.documents.plan import parse_plan
from zollstock.core.picture.measures import Measures
from zollstock.core.questions.proofing import part_of, printed_px, takes
from zollstock.core.work.outcome import work_out
from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.queue import Queue
from zollstock.pictures.measured import measures_of
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import discard, local_path, name_of, store, work_folder
from zollstock.pictures.unpacked import clear_unpacked, unpacked
from zollstock.pixels.errors import PictureError
from zollstock.pixels.inspect import open_picture
from zollstock.pixels.measures import measured
from zollstock.pixels.proof import proof, save
from zollstock.pixels.render import opened
from zollstock.pixels.vips import pyvips
from zollstock.studio.composition import studio_of

from .asking import forget_old, send
from .found import Found, found_of
from .models import Proof

log = logging.getLogger(__name__)

#: Nobody looks at a screen for longer than this, seconds; then the worker is ended.
MOST_SECONDS = 120

PROOFS = Queue(
    Proof,
    waiting={"state": Proof.State.WAITING},
    running={"state": Proof.State.RUNNING},
    failed={"state": Proof.State.FAILED},
    what="this proof was made",
    interrupted="This proof could not be made: three times it took more memory or time than there is. The "
    "print and its file are not touched by that.",
)


@shared_task(time_limit=MOST_SECONDS)
def make(proof_id: str) -> None:
    """Make a proof; only the worker that claims its row does."""
    row = PROOFS.claim(proof_id)
    if row is None:
        return
    with PROOFS.fail_with_message(row), PROOFS.alive(row), work_folder() as folder:
        picture = row.design.picture
        with unpacked(picture) as copy:
            image = open_picture(copy)
        work = work_out(parse_plan(row.plan), studio_of(row.account))
        known = _known(picture)
        ways, printed = takes(work, known), printed_px(work)
        part = part_of(printed, **row.part)
        made = proof(work, ways, part, lambda one: opened(one, image), known)
        save(made.image, str(folder / "proof.png"))
        _deliver(row, folder / "proof.png", found_of(ways, part, printed, made.differences, work))


def _known(picture: Picture) -> Measures:
    """What enlarging has to know of the picture: measured now, where that has not been done yet."""
    known = measures_of(picture.account, picture.id)
    if known.noise_sigma is not None or known.lightness is not None:
        return known
    with local_path(name_of(picture.file)) as master:
        return measured(master)


def _deliver(row: Proof, path: Path, found: Found) -> None:
    name = f"proofs/{row.id.hex[:2]}/{row.id}.png"
    discard(name)  # what a worker left that was killed before it could write its row
    stored = store(path, name)
    try:
        there = PROOFS.finish(
            row, state=Proof.State.DONE, found=found.model_dump(mode="json"), file=stored
        )
    except Exception:
        discard(stored)
        raise
    if not there:
        discard(stored)


@shared_task(time_limit=MOST_SECONDS)
def unpack_picture(picture_id: str) -> None:
    """Have a picture at hand before somebody wants to look at it. What goes wrong is told when he does."""
    picture = Picture.objects.filter(id=picture_id, state=Picture.State.READY).first()
    if picture is None:
        return
    try:
        with unpacked(picture):
            return
    except (OSError, PictureError, pyvips.Error):
        log.warning("%s could not be unpacked ahead", picture_id, exc_info=True)


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker or was forgotten, while somebody may still wait for it."""
    for row in (*PROOFS.lost_rows(), *PROOFS.undispatched_rows()):
        send(row)


# Unpacked pictures lie on the machine that looks at them.
@by_the_clock(300, "looks")
@shared_task
def clear() -> None:
    """Proofs and unpacked pictures that nobody looks at any more."""
    forget_old()
    clear_unpacked()
