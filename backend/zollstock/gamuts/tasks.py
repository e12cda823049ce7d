"""Measuring pictures on papers, while somebody waits with an eye on the screen."""

from __future__ import annotations

from pathlib import Path

from celery import shared_task

from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.refusal import Refusal
from zollstock.core.questions.gamut import gamut_report
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import work_out
from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.queue import Queue
from zollstock.pictures.unpacked import unpacked
from zollstock.pixels.gamut import (
    PrintColours,
    colours_of,
    median_change,
    numbers_of,
    printed_part,
    share_beyond,
)
from zollstock.pixels.inspect import open_picture
from zollstock.profiles.keeping import profiles_of

from .asking import forget_old, send
from .found import GamutFound, OtherPaper
from .models import GamutRow

MOST_SECONDS = 120
#: So many other papers of the device are tried.
MOST_OTHERS = 8
_USUAL = ("perceptual", "relative")

GAMUTS = Queue(
    GamutRow,
    waiting={"state": GamutRow.State.WAITING},
    running={"state": GamutRow.State.RUNNING},
    failed={"state": GamutRow.State.FAILED},
    what="this picture was measured on a paper",
    interrupted="This picture could not be measured on this paper: three times it took more memory or time than there is. "
    "The print and its file are not touched by that.",
)


@shared_task(time_limit=MOST_SECONDS)
def measure(row_id: str) -> None:
    """Measure a picture on a paper; only the worker that claims its row does."""
    row = GAMUTS.claim(row_id)
    if row is None:
        return
    with GAMUTS.fail_with_message(row), GAMUTS.alive(row):
        found = _measured(row)
        GAMUTS.finish(row, state=GamutRow.State.DONE, found=found.model_dump(mode="json"))


def _measured(row: GamutRow) -> GamutFound:
    known = profiles_of(row.account)
    chosen = known.by_hash(row.hash)
    if chosen is None:
        raise Refusal("The profile was deleted meanwhile.")
    printing = PrintColours(Path(chosen.file))
    work = work_out(parse_plan(row.plan), Studio(profiles=known))
    with unpacked(row.picture) as copy:
        colours = colours_of(printed_part(open_picture(copy), work))
    numbers = numbers_of(colours, printing, row.intent, row.black_point, row.ink_limit)
    others = [
        one
        for one in known
        if one.hash != chosen.hash and one.device == chosen.device and one.space == chosen.space
    ]
    papers = []
    for one in others[:MOST_OTHERS]:
        share = share_beyond(colours, PrintColours(Path(one.file)))
        papers.append(
            OtherPaper(
                key=one.key,
                name=one.name,
                hash=one.hash,
                space=one.space,
                medium=one.medium,
                share=share,
            )
        )
    return GamutFound(
        report=gamut_report(numbers, chosen.name, chosen.space, row.intent, row.black_point),
        medians={
            intent: median_change(colours, printing, intent, row.black_point) for intent in _USUAL
        },
        others=papers,
    )


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker or was forgotten, while somebody may still wait for it."""
    for row in (*GAMUTS.lost_rows(), *GAMUTS.undispatched_rows()):
        send(row)


@by_the_clock(3600)
@shared_task
def clear() -> None:
    forget_old()
