"""`load_demo NAME PASSWORD`: account, painted pictures, jobs, sizes, a batch. Done once."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from datetime import date, timedelta
from functools import partial
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandParser
from django.db import transaction
from django.utils import timezone

from zollstock.accounts.models import Preferences
from zollstock.batches.cells import shared_part, size_entry
from zollstock.batches.models import Batch, BatchPicture, CellEdit
from zollstock.core.documents.plan import PLAN_FORMAT
from zollstock.core.layouts import Beginning, begin_layout, parse_layout
from zollstock.core.layouts.strip.request import StripRequest
from zollstock.core.printlog.entry import parse_entry
from zollstock.core.studio.stock import read_stock
from zollstock.jobs.firstplan import first_plan
from zollstock.jobs.kinds import LAYOUT, PRINT, plan_key
from zollstock.jobs.log_api import about
from zollstock.jobs.models import Design, Job
from zollstock.jobs.revisions import begin, begin_print, save_document
from zollstock.jobs.variants import make_variants
from zollstock.labs.kept import LABS
from zollstock.labs.models import LabOrder
from zollstock.labs.ordering import begin as begin_order
from zollstock.pictures.intake import take_in
from zollstock.pictures.measured import measures_of
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import read
from zollstock.pixels.vips import pyvips
from zollstock.printlog.keeping import bring_in
from zollstock.printlog.models import LogRow
from zollstock.renders.laborders import wanted_of, with_files
from zollstock.renders.orders import give_order
from zollstock.renders.tasks import make
from zollstock.rescues.asking import rescue_for
from zollstock.sizes.models import OwnSize, SizeSet
from zollstock.sizes.shelf import by_keys, sizes_of
from zollstock.stock.kept import STOCK
from zollstock.stock.models import StockRows
from zollstock.studio.composition import studio_of
from zollstock.trials.keeping import begin_trial

from ...catalogue import catalogue
from ...counter import at_counter
from ...judged import judge_all
from ...logged import LOG
from ...museum import (
    AT_LABS,
    CATALOGUE,
    CATALOGUE_SET,
    HALL_SET,
    JOB,
    OWN_SIZES,
    PLANS,
    POSTCARD,
    RESCUE,
)
from ...plates import PLATES, Plate, paint
from ...portraits import STAFF, Sitter, portrait
from ...strips import JOB as STRIPS
from ...strips import TRIALS
from ...walls import STAIRS, walls
from ...walls import STOCK as HALLS_STOCK
from ...workshop import PRINTS, WORKSHOP, layouts


class Command(BaseCommand):
    help = "Make the demo account and paint the Tide Mill Museum, where they are not there yet."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name")
        parser.add_argument("password")

    def handle(self, *args: Any, name: str, password: str, **options: Any) -> None:
        account, made = User.objects.get_or_create(username=name)
        if made:
            account.set_password(password)
            account.save()
            Preferences.objects.create(account=account)
        if not Job.objects.filter(account=account, title=JOB["title"]).exists():
            self._hall(account)
        if not Job.objects.filter(account=account, title=CATALOGUE["title"]).exists():
            self._catalogue(account)
        if not Job.objects.filter(account=account, title=WORKSHOP["title"]).exists():
            self._workshop(account)
        if not Job.objects.filter(account=account, title=STRIPS["title"]).exists():
            self._strips(account)
        if not LogRow.objects.filter(account=account).exists():
            self._log(account)
        if settings.LAB_SERVICES and not LabOrder.objects.filter(account=account).exists():
            self._at_labs(account)

    def _hall(self, account: User) -> None:
        # Whole before it shows: a start that was broken off paints again from the beginning.
        pictures = {file: self._picture(account, file) for file in PLANS}
        if not StockRows.objects.filter(account=account).exists():
            STOCK.save(account, read_stock(HALLS_STOCK), 0)
        job = Job.objects.create(account=account, **JOB)
        plans = {}
        for position, (file, wanted) in enumerate(PLANS.items(), 1):
            plan = {"format": PLAN_FORMAT, "picture": pictures[file].plan_part()} | wanted
            held = begin_print(job, pictures[file], plan, position)
            plans[file] = held.document
        # The last picture also in three other sizes: variants, not copies.
        make_variants(
            held, by_keys(sizes_of(account), ["cm-20x30", "cm-30x30", "px-1920x1080"]), "same"
        )
        postcard = job.prints.get(under_keys__picture=pictures[POSTCARD])
        rescue = rescue_for(pictures[POSTCARD], postcard)
        rescue.document = rescue.document | {"steps": RESCUE}
        rescue.save()
        for position, (files, layout) in enumerate(walls(plans), 100):
            held_under = {plan_key(number): pictures[file] for number, file in enumerate(files)}
            begin(job, LAYOUT, layout, held_under, position)
        at_counter(job, account)

    @transaction.atomic
    def _catalogue(self, account: User) -> None:
        """The plates, each with a small print, a set of sizes, and the batch of all of them."""
        self.stdout.write(f"  painting {len(PLATES)} plates")
        OwnSize.objects.bulk_create(OwnSize(account=account, **size) for size in OWN_SIZES)
        for name, keys in (CATALOGUE_SET, HALL_SET):
            SizeSet.objects.create(account=account, name=name, keys=keys)
        job = Job.objects.create(account=account, **CATALOGUE)
        pictures = []
        for plate in PLATES:
            picture = self._taken_in(account, plate.file, partial(_save_plate, plate))
            picture.keep = [plate.keep] if plate.keep else []
            picture.save(update_fields=["keep"])
            plan = first_plan(picture, "cm")
            begin_print(job, picture, plan, plate.number)
            pictures.append(picture)
        sizes = [size_entry(size) for size in by_keys(sizes_of(account), CATALOGUE_SET[1])]
        batch = Batch.objects.create(
            account=account,
            job=job,
            title="Plates in eight sizes",
            sizes=sizes,
            shared=shared_part("jpeg"),
            pattern="{number}_{picture}_{width}x{height}{unit}",
        )
        BatchPicture.objects.bulk_create(
            BatchPicture(batch=batch, picture=picture, position=position)
            for position, picture in enumerate(pictures, 1)
        )
        self._book(account, job, pictures)
        CellEdit.objects.create(
            batch=batch,
            picture=pictures[1],
            size="cm-20x20",
            fit={"mode": "contain", "anchor": [0.5, 0.5], "zoom": 1.0, "auto": False, "angle": 0.0},
        )

    def _book(self, account: User, job: Job, plates: list[Picture]) -> None:
        """The catalogue itself, of the plates and two pictures of the hall."""
        hall = [self._picture(account, file) for file in (STAIRS, POSTCARD)]
        of_hall = [
            first_plan(picture, "cm") | {"title": PLANS[picture.name]["title"]} for picture in hall
        ]
        of_plates = [held.document for held in job.prints]
        document = catalogue(of_plates, *of_hall)
        held_under = {plan_key(number): one for number, one in enumerate([*plates, *hall])}
        begin(job, LAYOUT, document, held_under, len(plates) + 1)

    def _at_labs(self, account: User) -> None:
        """Two plates at labs: one comes back cropped from the centre, one is on its way."""
        job = Job.objects.get(account=account, title=CATALOGUE["title"])
        labs, _ = LABS.of(account)
        for number, (key, size) in AT_LABS.items():
            held = job.prints.get(position=number)
            lab, chosen = labs.lab(key), labs.chosen(key, size)
            if lab is None or chosen is None or chosen.used is None:
                continue
            at_lab = {"lab": chosen.model_dump(mode="json"), "output": {"format": "jpeg"}}
            save_document(held.id, held.document | at_lab, held.version)
            line = give_order(job.prints.get(id=held.id))
            make(str(line.id))
            wanted = wanted_of(with_files(job.prints.filter(id=held.id)).get(), chosen.used, 1)
            begin_order(account, lab.key, lab.address, wanted.title, [wanted], job.id)

    @transaction.atomic
    def _workshop(self, account: User) -> None:
        """A mural on tiles, three passes, a weed in life size: each beside the print that it began with."""
        sitters = {sitter.file: sitter for sitter in STAFF}
        self.stdout.write(f"  painting {len(sitters)} portraits")
        job = Job.objects.create(account=account, **WORKSHOP, due=_in_days(3))
        pictures, plans = {}, {}
        for position, (file, wanted) in enumerate(PRINTS.items(), 1):
            if file in sitters:
                painted = partial(_save_portrait, sitters[file])
                pictures[file] = self._taken_in(account, file, painted)
            else:
                pictures[file] = self._picture(account, file)
            plan = {"format": PLAN_FORMAT, "picture": pictures[file].plan_part()} | wanted
            plans[file] = begin_print(job, pictures[file], plan, position).document
        for position, (file, layout) in enumerate(layouts(plans), len(PRINTS) + 1):
            begin(job, LAYOUT, layout, {plan_key(0): pictures[file]}, position)

    @transaction.atomic
    def _strips(self, account: User) -> None:
        """Test strips, and trials of them that simulated people judged."""
        job = Job.objects.create(account=account, **STRIPS, due=_in_days(1))
        for position, made_up in enumerate(TRIALS, 1):
            picture = self._picture(account, made_up.picture)
            plan = {"format": PLAN_FORMAT, "picture": picture.plan_part(), "title": made_up.title,
                    "target": made_up.target, "medium": made_up.medium}  # fmt: skip
            held = begin_print(job, picture, plan, position)
            at = Beginning("cm", job.title, measures=measures_of(account, picture.id))
            begun = begin_layout("strip", [held.document], at)
            document = begun | {"title": made_up.title, "number": f"T{position}"} | made_up.strip
            layout = begin(job, LAYOUT, document, {plan_key(0): picture}, len(TRIALS) + position)
            strip = parse_layout(layout.document)
            assert isinstance(strip, StripRequest)
            judge_all(
                begin_trial(
                    account, strip, layout.id, studio_of(account, picture.id), [str(picture.id)]
                ),
                made_up,
            )

    @transaction.atomic
    def _log(self, account: User) -> None:
        """The log; rows of prints that are here can be made again."""
        bring_in(account, [parse_entry(row) for row in LOG])
        prints = {held.title: held for held in Design.objects.filter(account=account, kind=PRINT)}
        for row in LogRow.objects.filter(account=account):
            row.made_up = True
            if (held := prints.get(row.title)) is not None:
                known = about(held)
                for name in ("job", "design", "version", "document", "picture"):
                    setattr(row, name, known[name])
            row.save()

    def _picture(self, account: User, file: str) -> Picture:
        known = Picture.objects.filter(account=account, name=file).first()
        if known is not None:
            return known
        self.stdout.write(f"  painting {file}")
        return self._taken_in(account, file, lambda path: _paint(file, path))

    def _taken_in(self, account: User, file: str, painted_to: Callable[[Path], None]) -> Picture:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / file
            painted_to(path)
            with path.open("rb") as painted:
                picture, _ = take_in(account, file, iter(lambda: painted.read(2**20), b""))
        read(str(picture.id))
        picture.refresh_from_db()
        return picture


def _save_plate(plate: Plate, path: Path) -> None:
    _save_jpeg(paint(plate), path)


def _save_portrait(sitter: Sitter, path: Path) -> None:
    _save_jpeg(portrait(sitter), path)


def _save_jpeg(image: pyvips.Image, path: Path) -> None:
    image.jpegsave(str(path), Q=90, profile="srgb")


def _paint(file: str, path: Path) -> None:
    """Paint one scene to a file as its camera would have written it."""
    from ...scenes import SCENES

    scene = next(scene for scene in SCENES if scene.file == file)
    image = scene.paint(scene.width, scene.height).copy(xres=72 / 25.4, yres=72 / 25.4)
    if path.suffix == ".jpg":
        if scene.camera:
            maker, model = scene.camera.split()
            for tag, text in (("Make", maker), ("Model", model)):
                image.set_type(pyvips.GValue.gstr_type, f"exif-ifd0-{tag}", text)
        image.jpegsave(str(path), Q=scene.quality, profile="srgb")
    elif path.suffix == ".tif":
        image.tiffsave(
            str(path), compression="lzw", predictor="horizontal", resunit="inch", profile="srgb"
        )
    else:
        image.pngsave(str(path), compression=3)


def _in_days(days: int) -> date:
    """A day of the week ahead, whenever the demo is begun: something must begin then."""
    return timezone.localdate() + timedelta(days=days)
