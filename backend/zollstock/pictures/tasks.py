"""Reading a picture through once: previews for the screen, and proof that the file is whole.

Pictures are decoded here and nowhere nearer to the web: in worker processes with a limit of memory
(zollstock.site.limits) and of time. One that ends its worker is given up after three tries.
"""

from __future__ import annotations

from pathlib import Path

from celery import shared_task

from zollstock.accounts import once
from zollstock.accounts.quota import check_room
from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.queue import Queue
from zollstock.pixels.heif import HEIF, decode_once
from zollstock.pixels.measures import EDITION, measure
from zollstock.pixels.previews import BENCH_PX, LIST_PX, LONG_PX, make_preview, make_previews

from . import elsewhere  # noqa: F401 - has every worker know what it may be told
from .later import inspect_later, read_later
from .looking import cut_up
from .models import Inspection, Picture
from .parcels import give_up_old
from .signals import picture_read
from .storage import discard, local_path, name_of, store, work_folder
from .tidying import clear_orphans, clear_scratch, part_of_this_minute

#: Nothing takes longer to read than this, seconds; then the worker is ended.
MOST_SECONDS = 180
#: Nor longer to be cut up and measured: a gigapixel takes some minutes.
MOST_INSPECTING = 900


def _refused(picture: Picture) -> None:
    """A damaged file is not kept; the row stays to say why."""
    discard(name_of(picture.file))
    picture_read.send(Picture, picture_id=picture.id)


READING = Queue(
    Picture,
    waiting={"state": Picture.State.READING, "worker": ""},
    running={"state": Picture.State.READING},
    failed={"state": Picture.State.REFUSED},
    what="this picture was read",
    interrupted="This picture could not be read: three times its reader ran out of memory or time. Save it "
    "again without interlacing, or smaller, and add it again.",
    ended=_refused,
)


INSPECTING = Queue(
    Inspection,
    waiting={"state": Inspection.State.WAITING},
    running={"state": Inspection.State.RUNNING},
    failed={"state": Inspection.State.FAILED},
    what="this picture was measured",
    interrupted="This picture could not be measured: three times it took more memory or time than there is. "
    "Everything else works without.",
)
#: What was measured in an older way is measured anew by so many at a time.
_AT_A_TIME = 20


@shared_task(time_limit=MOST_SECONDS)
def read(picture_id: str) -> None:
    """Make the previews of a picture; only the worker that claims it reads it."""
    picture = READING.claim(picture_id)
    if picture is None:
        return
    with (
        READING.fail_with_message(picture),
        READING.alive(picture),
        local_path(name_of(picture.file)) as master,
        work_folder() as folder,
    ):
        home = name_of(picture.file).rsplit("/", 1)[0]
        pixels, unpacked = _decoded(picture, master, folder)
        bench, small = folder / "bench.jpg", folder / "small.jpg"
        sooner = _seen_sooner(picture)
        if sooner:
            make_preview(pixels, LIST_PX, small)
        else:
            make_previews(pixels, bench, small)
        made = [store(small, f"{home}/small.jpg")]
        result: dict[str, object] = {"small": made[0]}
        if not sooner:
            made.append(store(bench, f"{home}/bench.jpg"))
            result["preview"] = made[-1]
        if unpacked:
            result["bytes"] = pixels.stat().st_size
            made.append(store(pixels, f"{home}/master.tif"))
            result["file"] = made[-1]
        try:
            read_whole = READING.finish(
                picture,
                also=lambda: inspect_later(Inspection.objects.get_or_create(picture=picture)[0]),
                state=Picture.State.READY,
                **result,
            )
        except Exception:
            discard(*made)
            raise
        if not read_whole:
            discard(*made)
            return
        if unpacked:
            discard(name_of(picture.file))
        picture_read.send(Picture, picture_id=picture.id)
        if sooner:
            make_bench_preview(picture, pixels, folder)


def _seen_sooner(picture: Picture) -> bool:
    """Whether the proof for lists is made first and alone. That takes longer in all, so only while nobody waits behind it."""
    if picture.format != "JPEG" or max(picture.width_px, picture.height_px) < LONG_PX:
        return False
    others = Picture.objects.filter(state=Picture.State.READING).exclude(pk=picture.pk)
    return not others.exists()


def make_bench_preview(picture: Picture, pixels: Path, folder: Path) -> None:
    """The proof for the bench of a picture that is in lists already; `folder` is for files on the way."""
    bench = folder / "bench.jpg"
    make_preview(pixels, BENCH_PX, bench)
    made = store(bench, f"{name_of(picture.file).rsplit('/', 1)[0]}/bench.jpg")
    lacking = Picture.objects.filter(pk=picture.pk, state=Picture.State.READY, preview="")
    if not lacking.update(preview=made):
        discard(made)


def _decoded(picture: Picture, master: Path, folder: Path) -> tuple[Path, bool]:
    """The file that is worked with, and whether it was made here: what stands in boxes is decoded once, into a TIFF."""
    if picture.format not in HEIF or master.suffix == ".tif":
        return master, False
    made = folder / "master.tif"
    decode_once(master, picture.format, made)
    check_room(picture.account, made.stat().st_size - picture.bytes)
    return made, True


@shared_task(time_limit=MOST_INSPECTING)
def inspect(inspection_id: str) -> None:
    """Measure a picture; only the worker that claims its row does."""
    inspection = INSPECTING.claim(inspection_id)
    if inspection is None:
        return
    with (
        INSPECTING.fail_with_message(inspection),
        INSPECTING.alive(inspection),
        local_path(name_of(inspection.picture.file)) as master,
    ):
        if not inspection.picture.tiles:
            cut_up(inspection.picture, master)
        found = measure(master).model_dump(mode="json")
        if Picture.objects.filter(pk=inspection.picture_id, preview="").exists():
            # Its reader was ended between the two proofs.
            with work_folder() as folder:
                make_bench_preview(inspection.picture, master, folder)
        INSPECTING.finish(inspection, state=Inspection.State.DONE, measures=found, edition=EDITION)


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what nobody has read or measured; give up what ended its worker three times."""
    for picture in (*READING.lost_rows(), *READING.undispatched_rows()):
        read_later(picture)
    for inspection in (*INSPECTING.lost_rows(), *INSPECTING.undispatched_rows()):
        inspect_later(inspection)
    _measure_anew()


def _measure_anew() -> None:
    """What was measured in an older way is measured again; until then it is what is known."""
    for inspection in Inspection.objects.filter(state=Inspection.State.DONE, edition__lt=EDITION)[
        :_AT_A_TIME
    ]:
        Inspection.objects.filter(pk=inspection.pk).update(
            state=Inspection.State.WAITING, worker="", tries=0
        )
        inspect_later(inspection)


@by_the_clock(60)
@shared_task
def clear_left_behind() -> None:
    """Scratch folders of processes that are gone."""
    clear_scratch()


@by_the_clock(60)
@shared_task
def clear_what_belongs_to_nothing() -> None:
    """Parcels that nobody adds to any more, stored files that no row knows, answers that nobody asks for again."""
    give_up_old()
    once.forget_old()
    clear_orphans(part_of_this_minute())
