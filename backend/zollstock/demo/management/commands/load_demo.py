"""`load_demo NAME PASSWORD`: the account, the painted pictures, the job. Done once."""

from __future__ import annotations

import tempfile
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandParser

from zollstock.accounts.models import Preferences
from zollstock.core.plan import PLAN_FORMAT
from zollstock.jobs.models import Job, Print
from zollstock.jobs.revisions import begin
from zollstock.pictures.intake import take_in
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import read

from ...museum import JOB, PLANS


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
        if Job.objects.filter(account=account).exists():
            return
        # Whole before it shows: a start that was broken off paints again from the beginning.
        pictures = {file: self._picture(account, file) for file in PLANS}
        job = Job.objects.create(account=account, **JOB)
        for position, (file, wanted) in enumerate(PLANS.items(), 1):
            plan = {"format": PLAN_FORMAT, "picture": pictures[file].plan_part()} | wanted
            begin(Print(job=job, picture=pictures[file], position=position), plan)

    def _picture(self, account: User, file: str) -> Picture:
        known = Picture.objects.filter(account=account, name=file).first()
        if known is not None:
            return known
        self.stdout.write(f"  painting {file}")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / file
            _paint(file, path)
            with path.open("rb") as painted:
                picture, _ = take_in(account, file, iter(lambda: painted.read(2**20), b""))
        read(str(picture.id))
        return picture


def _paint(file: str, path: Path) -> None:
    """Paint one scene to a file as its camera would have written it."""
    from zollstock.pixels.vips import pyvips

    from ...scenes import SCENES

    scene = next(scene for scene in SCENES if scene.file == file)
    image = scene.paint(scene.width, scene.height).copy(xres=72 / 25.4, yres=72 / 25.4)
    if path.suffix == ".jpg":
        if scene.camera:
            maker, model = scene.camera.split()
            for tag, text in (("Make", maker), ("Model", model)):
                image.set_type(pyvips.GValue.gstr_type, f"exif-ifd0-{tag}", text)
        image.jpegsave(str(path), Q=92, profile="srgb")
    elif path.suffix == ".tif":
        image.tiffsave(str(path), compression="lzw", predictor="horizontal", resunit="inch",
                       profile="srgb")  # fmt: skip
    else:
        image.pngsave(str(path), compression=3)
