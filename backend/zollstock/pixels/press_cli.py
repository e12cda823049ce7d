"""`zollstock press`: what a made-up device makes of a file, by what is set in its dialog."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from zollstock.core.cli import INVALID
from zollstock.core.devices.fileonpaper import file_of, settings_of
from zollstock.core.devices.lying import lying
from zollstock.core.devices.press import (
    SEEN_MM,
    Difference,
    FileOnPaper,
    PressReport,
    Settings,
    differences,
    grid_of,
    pressed,
    recipe_settings,
    with_setting,
)
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.ground.pipes import reader_may_leave
from zollstock.core.ground.rational import Fraction, exact
from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import LengthStyle
from zollstock.core.parts.device import DeviceUsed
from zollstock.core.shapes.box import ZERO, Box
from zollstock.core.studio.devices import SHIPPED, Device
from zollstock.core.studio.media import MEDIA, spread_of
from zollstock.core.studio.profiles import Profiles
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import Work, work_out

from .errors import PictureError
from .inspect import inspect, open_picture
from .press import draft_apart, ink_box_of, tray
from .presscolours import Way, apart, colour_differences, file_profile_of, inks_of
from .previews import check_whole
from .shipping import shipped
from .vips import pyvips

#: Without a plan a file that is larger than its paper by up to so much a side, mm, has bleed.
_BLEED = 10
_STYLE = LengthStyle("mm")


@dataclass(frozen=True, slots=True)
class Job:
    """A file on its way into a device: how it was planned, and how its dialog is set."""

    image: pyvips.Image
    file: FileOnPaper
    device: Device
    used: DeviceUsed
    recipe: Settings
    settings: Settings
    loaded: str
    spread: float

    @property
    def enlarges(self) -> bool:
        return "enlarges" in self.device.quirks


def press(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(
        prog="zollstock press", description="What a made-up device makes of a file before paper is spent."
    )  # fmt: skip
    parser.add_argument("file", type=Path)
    parser.add_argument("--device", required=True, help="its key: " + ", ".join(one.key for one in SHIPPED.devices))  # fmt: skip
    parser.add_argument("--feed", required=True)
    parser.add_argument("--plan", type=Path, help="the plan that the file was made of")
    parser.add_argument(
        "--set", action="append", default=[], metavar="NAME=VALUE",
        help="a setting of the dialog: scaling=fit|96, borderless=yes, driver-colour=yes, quality=draft, turn=90, medium=KEY; none: as the recipe says",
    )  # fmt: skip
    parser.add_argument("--json", action="store_true", help="as a document for programs")
    parser.add_argument("-o", "--out", type=Path, help="the picture that lies in the tray, a PNG")
    options = parser.parse_args(arguments)
    try:
        with reader_may_leave():
            _press(options)
    except FileNotFoundError as error:
        return _refuse(f"{error.filename}: there is no such file")
    except IsADirectoryError as error:
        return _refuse(f"{error.filename}: this is a folder")
    except FileExistsError as error:
        return _refuse(f"{error.filename} is there already; nothing was written")
    except OSError as error:
        return _refuse(error.strerror or str(error))
    except (PictureError, Refusal) as error:
        return _refuse(str(error))
    except (json.JSONDecodeError, UnicodeDecodeError, RecursionError):
        return _refuse(f"{options.plan}: this is not JSON")
    except pyvips.Error:
        return _refuse("This file could not be read to its end.")
    return 0


def _refuse(message: str) -> int:
    print(f"zollstock: {message}", file=sys.stderr)
    return INVALID


def _press(options: argparse.Namespace) -> None:
    device = SHIPPED.device(options.device)
    if device is None:
        names = ", ".join(one.key for one in SHIPPED.devices)
        raise Refusal(f"There is no device “{options.device}”; there are {names}.")
    feed = device.feed(options.feed)
    if feed is None:
        names = ", ".join(one.key for one in device.feeds)
        raise Refusal(f"The {device.name} has no feed “{options.feed}”; it has {names}.")
    if options.out is not None and options.out.exists():
        raise FileExistsError(17, "", str(options.out))
    inspect(options.file)
    check_whole(options.file)
    known = Profiles(shipped(), whole=False)
    job = _job(options, device, device.used(feed), known)
    found = list(_found(job, known))
    report = PressReport(
        device=device.key, feed=feed.key, settings=job.settings,
        grid_ppi=grid_of(job.used, job.file.ppi), differences=found,
    )  # fmt: skip
    if options.out is not None:
        made = pressed(job.file, job.used, job.settings, job.enlarges)
        ways = inks_of(file_profile_of(job.image, known), job.settings, job.used, job.loaded, known)
        drawn = tray(job.image, job.file, made, job.used, job.settings, ways, job.spread)
        beside = options.out.with_name(f".{options.out.name}.part")
        try:
            drawn.pngsave(str(beside), compression=3)
            beside.rename(options.out)
        finally:
            beside.unlink(missing_ok=True)
    if options.json:
        print(report.model_dump_json(indent=1, exclude_none=True))
        return
    where = f"{device.name}, {feed.name}"
    print(
        f"{where}: {'as planned' if not found else _count(len(found)) + ' out other than planned'}"
    )
    for one in found:
        print(f"  {one.id}: {one.text} ({one.because}; cure: {one.fix})")


def _job(options: argparse.Namespace, device: Device, used: DeviceUsed, known: Profiles) -> Job:
    image = open_picture(options.file)
    profile = file_profile_of(image, known)
    if options.plan is not None:
        work = _planned(options.plan, device, used, known)
        laid = lying(work)
        if laid is None:
            raise Refusal(f"The {used.feed.name} of the {device.name} does not hold this print.")
        file, recipe = file_of(work), settings_of(work, laid)
        recipe = recipe.model_copy(update={"driver_colour": profile is None})
        spread = spread_of(work.plan.medium.name, work.plan.medium.spread)
    else:
        file = _as_it_says(image, used)
        covers = used.feed.borderless and file.trim != Box(ZERO, ZERO, file.width, file.height)
        medium = next(
            (one.stock for one in used.media if profile and one.profile == profile.key), ""
        )
        medium = medium or (used.media[0].stock if used.media else "")
        recipe = recipe_settings(
            file, used, covers or _reaches(file, used), profile is None, medium
        )
        spread = next((one.spread for one in MEDIA if one.key == medium), spread_of(""))
    settings = recipe
    for text in options.set:
        settings = with_setting(settings, text)
    if (
        settings.medium
        and settings.medium != recipe.medium
        and used.medium(settings.medium) is None
    ):
        raise Refusal(f"The {device.name} has no media type “{settings.medium}”; it has {', '.join(one.stock for one in used.media)}.")  # fmt: skip
    return Job(image, file, device, used, recipe, settings, recipe.medium, spread)


def _planned(path: Path, device: Device, used: DeviceUsed, known: Profiles) -> Work:
    """The plan, for the device that was asked for."""
    document = json.loads(path.read_text(encoding="utf-8"))
    if not isinstance(document, dict):
        parse_plan(document)
    held = document.get("device")
    if not isinstance(held, dict) or (held.get("key"), held.get("feed")) != (
        device.key,
        used.feed.key,
    ):
        document = {**document, "device": {"key": device.key, "feed": used.feed.key}}
    return work_out(parse_plan(document), Studio(profiles=known))


def _as_it_says(image: pyvips.Image, used: DeviceUsed) -> FileOnPaper:
    """A file by its ppi tag: what is planned is what it says."""
    # Pixels of a mm; what says nothing has 1.
    x, y = (
        exact(one) * MM_PER_INCH if one > 1.001 else Fraction(72)
        for one in (image.xres, image.yres)
    )
    x, y = (Fraction(round(one * 1000), 1000) for one in (x, y))
    width, height = (
        MM_PER_INCH * side / ppi for side, ppi in ((image.width, x), (image.height, y))
    )
    whole = Box(ZERO, ZERO, width, height)
    ink = ink_box_of(image, (float(x), float(y))) or whole
    return FileOnPaper(width, height, ink, _trim(whole, used), x, (width, height))


def _trim(whole: Box, used: DeviceUsed) -> Box:
    """The finished size: of a file that is larger than its paper by a bleed on each side, the paper."""
    feed = used.feed
    if feed.height is None or not feed.borderless:
        return whole
    for w, h in ((feed.width.mm, feed.height.mm), (feed.height.mm, feed.width.mm)):
        if SEEN_MM < whole.w - w <= 2 * _BLEED and SEEN_MM < whole.h - h <= 2 * _BLEED:
            return Box((whole.w - w) / 2, (whole.h - h) / 2, w, h)
    return whole


def _reaches(file: FileOnPaper, used: DeviceUsed) -> bool:
    """Whether a file without bleed has the size of its paper, and ink to its sides."""
    feed, slack = used.feed, SEEN_MM
    if not feed.borderless or feed.height is None:
        return False
    sides = sorted((feed.width.mm, feed.height.mm))
    covers = all(abs(a - b) <= slack for a, b in zip(sorted((file.width, file.height)), sides, strict=True))  # fmt: skip
    return covers and (file.ink.x < min(feed.margins.mm) or file.ink.y < min(feed.margins.mm))


def _found(job: Job, known: Profiles) -> Iterator[Difference]:
    settings, recipe = job.settings, job.recipe
    profile = file_profile_of(job.image, known)

    def way(of: Settings) -> Way:
        return inks_of(profile, of, job.used, job.loaded, known)

    def off(of: Settings) -> float:
        return apart(job.image, way(recipe), way(of))

    for one in differences(job.file, job.used, settings, recipe, job.enlarges, _STYLE):
        drafted = one.id == "regridded"
        yield (
            one.model_copy(update={"delta_e": draft_apart(job.image, job.file, job.used)})
            if drafted
            else one
        )
    yield from colour_differences(settings, recipe, off, "on average")


def _count(many: int) -> str:
    return "one thing comes" if many == 1 else f"{many} things come"
