"""Showing parts of a rescue while somebody waits, and making the picture of one."""

from __future__ import annotations

import hashlib
import json
from pathlib import Path

from celery import shared_task
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.core.documents.naming import safe_name
from zollstock.core.ground.refusal import Refusal
from zollstock.core.parts.file import OutputSpec
from zollstock.core.rescue.chain import Rescue as Chain
from zollstock.core.rescue.chain import parse_rescue, rescue_document
from zollstock.core.rescue.lettered import RescueFound
from zollstock.core.rescue.report import report
from zollstock.core.rescue.showing import shown_as
from zollstock.core.rescue.worked import Worked, work_out_rescue
from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.heartbeat import persistently
from zollstock.longwork.queue import Queue
from zollstock.pictures.intake import take_derived
from zollstock.pictures.measured import measures_of
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import discard, local_path, name_of, store, work_folder
from zollstock.pictures.unpacked import beside, clear_unpacked, forget_unpacked
from zollstock.pixels.errors import PictureError
from zollstock.pixels.progress import Progress, stages
from zollstock.pixels.proof import save
from zollstock.pixels.rescue.file import write_rescued
from zollstock.pixels.rescue.kept import WORDS, keep, read_kept
from zollstock.pixels.rescue.loading import loaded
from zollstock.pixels.rescue.looking import Part, view
from zollstock.pixels.rescue.outlines import Lettering
from zollstock.pixels.rescue.stages import Ground, Stages
from zollstock.pixels.rescue.wire import lettering_document
from zollstock.pixels.rights import rights_of
from zollstock.pixels.vips import pyvips

from .asking import forget_old, send_order, send_view
from .models import Rescue, RescueOrder, RescueView

#: Nobody looks at a screen for longer than this, seconds; nothing takes longer to be made.
MOST_LOOKING, MOST_MAKING = 180, 30 * 60

VIEWS = Queue(
    RescueView,
    waiting={"state": RescueView.State.WAITING},
    running={"state": RescueView.State.RUNNING},
    failed={"state": RescueView.State.FAILED},
    what="this part was shown",
    interrupted="This part could not be shown: three times it took more memory or time than there is. The picture "
    "and the chain are not touched by that; leave out steps, or make areas smaller.",
)
ORDERS = Queue(
    RescueOrder,
    waiting={"state": RescueOrder.State.QUEUED},
    running={"state": RescueOrder.State.RUNNING},
    failed={"state": RescueOrder.State.FAILED},
    what="this picture was rescued",
    interrupted="The work on this picture was interrupted three times. Nothing was left behind; try it again, or "
    "enlarge less.",
)


@shared_task(time_limit=MOST_LOOKING)
def show(view_id: str) -> None:
    """Make a view; only the worker that claims its row does."""
    row = VIEWS.claim(view_id)
    if row is None:
        return
    with VIEWS.fail_with_message(row), VIEWS.alive(row), work_folder() as folder:
        picture = row.rescue.picture
        whole = parse_rescue(row.document)
        where = dict(row.part)
        showing, step = where.pop("show"), where.pop("step")
        chain = shown_as(whole, showing, step)
        ground, found, work, like = _ground(picture, chain)
        made = view(work, ground, like, Part(**where), showing == "marked")
        save(made, str(folder / "view.png"))
        own = work_out_rescue(whole, work.measures)
        said: dict[str, object] = {
            "report": report(own, found if chain == whole else RescueFound()).model_dump(
                mode="json"
            ),
            "letterings": _of_picture(ground.letterings, work),
            "traced": _of_picture(ground.traced, work),
        }
        _deliver(row, folder / "view.png", said)


def _of_picture(letterings: tuple[Lettering, ...], work: Worked) -> list[dict[str, object]]:
    """In px of the picture, whose new rim lies left of 0."""
    return lettering_document(tuple(one.moved(-work.rim[0], -work.rim[1]) for one in letterings))


def _ground(picture: Picture, chain: Chain) -> tuple[Ground, RescueFound, Worked, pyvips.Image]:
    """What a chain comes to at the picture's own size: kept from the last time, or worked out and kept."""
    known = measures_of(picture.account, picture.id)
    work = work_out_rescue(chain, known)
    # Enlarging and sharpening come after; whatever else is written makes another ground.
    asked = chain.model_copy(
        update={"steps": [one for one in chain.steps if one.kind not in ("enlarge", "sharpen")]}
    )
    key = json.dumps([rescue_document(asked), known.model_dump(mode="json")], sort_keys=True)
    begin = beside(picture.id, hashlib.sha256(key.encode()).hexdigest()[:24])
    like = beside(picture.id, "like.tif")
    try:
        ground, found = read_kept(begin)
        return ground, found, work, pyvips.Image.new_from_file(str(like))
    except (FileNotFoundError, pyvips.Error, ValueError, KeyError):
        pass
    with local_path(name_of(picture.file)) as master:
        source = loaded(master, chain.picture)
        bench = Stages(work, source)
        ground, found = bench.ground, bench.found()
    clear_unpacked(ground.planes.nbytes)
    source.like.crop(0, 0, 1, 1).tiffsave(str(like), keep="icc")
    keep(begin, ground, found)
    if not Picture.objects.filter(id=picture.id).exists():
        forget_unpacked(picture.id)
        raise PictureError("The picture was deleted meanwhile.")
    assert Path(f"{begin}{WORDS}").exists()
    return ground, found, work, source.like


def _deliver(row: RescueView, path: Path, said: dict[str, object]) -> None:
    name = f"rescues/{row.id.hex[:2]}/{row.id}.png"
    discard(name)  # what a worker left that was killed before it could write its row
    stored = store(path, name)
    try:
        there = VIEWS.finish(row, state=RescueView.State.DONE, found=said, file=stored)
    except Exception:
        discard(stored)
        raise
    if not there:
        discard(stored)


@shared_task(time_limit=MOST_MAKING)
def make(order_id: str) -> None:
    """Make the picture of a rescue; only the worker that claims its row does."""
    row = ORDERS.claim(order_id)
    if row is None:
        return
    with ORDERS.fail_with_message(row), ORDERS.alive(row) as alive, work_folder() as folder:
        picture, chain = row.rescue.picture, parse_rescue(row.document)
        work = work_out_rescue(chain, measures_of(picture.account, picture.id))
        stopped = [
            note.text for step in report(work).steps for note in step.notes if note.level == "stop"
        ]
        if stopped:
            raise Refusal(" ".join(stopped))
        place = folder / f"{safe_name(Path(picture.name).stem)[:60]}_rescued.tif"
        recipe = _made(work, picture, place, alive.progress)
        persistently(lambda: check_room(picture.account, place.stat().st_size))
        _finish(row, picture, place, recipe)


def _made(work: Worked, picture: Picture, place: Path, progress: Progress) -> dict[str, object]:
    """Write the file; what its recipe has to know of it."""
    looking, writing = stages(progress, 2, 3)
    with local_path(name_of(picture.file)) as master:
        bench = Stages(work, loaded(master, work.rescue.picture), looking)
        ground, found = bench.ground, bench.found()
        output = OutputSpec(format="tiff", bits=16 if work.rescue.picture.bits == 16 else 8)
        write_rescued(work, bench, output, place, writing, rights_of(master))
    scale = work.made_width / work.wide
    return {
        "kind": "rescue",
        "document": rescue_document(work.rescue),
        "lettering": lettering_document(tuple(one.times(scale) for one in ground.vectors)),
        "invented": found.invented,
    }


def _finish(row: RescueOrder, picture: Picture, place: Path, recipe: dict[str, object]) -> None:
    recipe["rescue"] = str(row.rescue_id)
    made = take_derived(picture, place.name, place, recipe, row.version)

    def there() -> None:
        Rescue.objects.filter(id=row.rescue_id, made_version__lte=row.version).update(
            result=made, made_version=row.version
        )

    done = ORDERS.finish(
        row,
        there,
        state=RescueOrder.State.DONE,
        percent=100,
        result=made,
        finished=timezone.now(),
    )
    if not done and not made.designs.exists() and not Rescue.objects.filter(result=made).exists():
        # Called off at the last moment: it goes as it came.
        made.delete()


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker or was forgotten, while somebody may still wait for it."""
    for row in (*VIEWS.lost_rows(), *VIEWS.undispatched_rows()):
        send_view(row)
    for order in (*ORDERS.lost_rows(), *ORDERS.undispatched_rows()):
        send_order(order)


@by_the_clock(300)
@shared_task
def clear() -> None:
    """Views that nobody looks at any more."""
    forget_old()
