"""What a device makes of a file by what is set in its dialog: where it comes to lie, what is lost, and because of what.

A made-up device that does what devices do: it shrinks to the page, clips at its margins, prints beyond the sheet when it
prints borderless, and goes by its own grid. Colours are worked out where there are pixels.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from pydantic import Field

from ..answer.reckoning import Record
from ..ground import show
from ..ground.rational import Fraction, exact
from ..ground.refusal import Refusal
from ..ground.show import LengthStyle
from ..parts.device import DeviceUsed, Feed
from ..shapes.box import ZERO, Box
from ..studio.devices import Device
from .lying import Sides

PRESS_FORMAT: Literal["zollstock.press/1"] = "zollstock.press/1"
#: A print differs from what was planned where something is off by more: mm, and ΔE00.
SEEN_MM, SEEN_DELTA_E = Fraction(1, 5), 1.0
#: The ppi of the picture that lies in the tray.
TRAY_PPI = 360
_ONE = Fraction(1)
_LEAST, _MOST = Fraction(1, 10), Fraction(4)

DifferenceId = Literal[
    "scaled", "clipped", "oversprayed", "regridded", "twice-managed", "unmanaged", "turned", "wrong-paper",
]  # fmt: skip


class SettingError(Refusal):
    """A setting that no dialog has; the message says which there are."""


class Settings(Record):
    """What is set in the dialog. `scaling` is `100`, `fit`, or per cent of the size; `turn` is by a quarter clockwise;
    `driver_colour`: whether the driver manages colour; `medium` is the key of the media type that is set."""

    scaling: str = "100"
    borderless: bool = False
    driver_colour: bool = False
    quality: Literal["best", "draft"] = "best"
    turn: Literal[0, 90] = 0
    medium: str = ""

    @property
    def percent(self) -> Fraction | None:
        """The scale that was typed; None where the page decides. Raises `SettingError`."""
        if self.scaling == "fit":
            return None
        try:
            share = exact(float(self.scaling.strip().removesuffix("%").replace(",", "."))) / 100
        except (ValueError, OverflowError):
            share = ZERO
        if not _LEAST <= share <= _MOST:
            raise SettingError(
                f"scaling is fit, or from 10 to 400 per cent, not “{self.scaling[:20]}”"
            )
        return share


#: Settings by the names that a command line has for them.
SETTING_NAMES = ("scaling", "borderless", "driver-colour", "quality", "turn", "medium")


def with_setting(settings: Settings, text: str) -> Settings:
    """The settings with one more, as `name=value`. Raises `SettingError`.

    >>> with_setting(Settings(), "scaling=fit").scaling, with_setting(Settings(), "driver-colour=yes").driver_colour
    ('fit', True)
    """
    name, _, value = (part.strip().lower() for part in text.partition("="))
    if name not in SETTING_NAMES:
        raise SettingError(f"“{name[:30]}” is no setting; there are {', '.join(SETTING_NAMES)}")
    given: dict[str, object] = {name.replace("-", "_"): value}
    if name in ("borderless", "driver-colour"):
        if value not in ("yes", "no"):
            raise SettingError(f"{name} is yes or no, not “{value[:20]}”")
        given = {name.replace("-", "_"): value == "yes"}
    elif name == "turn":
        if value not in ("0", "90"):
            raise SettingError(f"turn is 0 or 90, not “{value[:20]}”")
        given = {"turn": int(value)}
    elif name == "quality" and value not in ("best", "draft"):
        raise SettingError(f"quality is best or draft, not “{value[:20]}”")
    changed = settings.model_copy(update=given)
    _ = changed.percent
    return changed


class Difference(Record):
    """One thing that comes out other than planned, and the setting that it comes from; `fix` is the setting that cures it,
    as `name=value`, or in words where it is none."""

    id: DifferenceId
    text: str
    mm: float | None = None
    percent: float | None = None
    delta_e: float | None = None
    because: str
    fix: str


class PressReport(Record):
    """What the device does, in a document for programs."""

    format: Literal["zollstock.press/1"] = PRESS_FORMAT
    device: str
    feed: str
    settings: Settings
    grid_ppi: int | None = Field(description="The device's grid that the file came to.")
    differences: list[Difference]


@dataclass(frozen=True, slots=True)
class FileOnPaper:
    """A file as it goes to a device: its sides as it says them, where ink is on it, mm of it; its finished size, which is
    the same but for bleed and marks; ppi, and the size it is to have, which differs where a scale is made good."""

    width: Fraction
    height: Fraction
    ink: Box
    trim: Box
    ppi: Fraction
    wanted: tuple[Fraction, Fraction]

    def turned(self) -> FileOnPaper:
        """By a quarter clockwise."""

        def quarter(box: Box) -> Box:
            return Box(self.height - box.bottom, box.x, box.h, box.w)

        return replace(
            self, width=self.height, height=self.width, ink=quarter(self.ink), trim=quarter(self.trim),
            wanted=(self.wanted[1], self.wanted[0]),
        )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Pressed:
    """Where a file comes to lie, mm of the paper as it goes in: `file` the whole of it, `clip` what the device prints on."""

    paper: Box
    file: Box
    clip: Box
    turned: bool

    def on_paper(self, of: FileOnPaper, box: Box) -> Box:
        """A box of the (turned) file, on the paper."""
        x, y = self.file.w / of.width, self.file.h / of.height
        return Box(self.file.x + box.x * x, self.file.y + box.y * y, box.w * x, box.h * y)


def fits(feed: Feed, w: Fraction, h: Fraction) -> bool:
    """Whether sides of that length, mm, go on the paper of a feed; a file of whole pixels is a hair larger at times.

    >>> feed = fog(device=chosen("desk/a4")).device.feed
    >>> fits(feed, Fraction(210), Fraction(297)), fits(feed, Fraction(297), Fraction(210))
    (True, False)
    """
    most = feed.height.mm if feed.height is not None else None
    return w <= feed.width.mm + SEEN_MM and (most is None or h <= most + SEEN_MM)


def recipe_settings(file: FileOnPaper, used: DeviceUsed, borderless: bool, driver_colour: bool, medium: str) -> Settings:  # fmt: skip
    """The dialog as the recipe says: 100 %, turned as it fits.

    >>> from .fileonpaper import file_of
    >>> work = fog(target={"width": "27 cm", "height": "18 cm"}, device=chosen("desk/a4"))
    >>> recipe_settings(file_of(work), work.device, False, True, "satin").turn
    90
    """
    w, h = (file.trim.w, file.trim.h) if borderless else file.wanted
    stands, lies = fits(used.feed, w, h), fits(used.feed, h, w)
    turn = lies and (not stands or (used.feed.is_roll and w < h))
    return Settings(
        borderless=borderless, driver_colour=driver_colour, turn=90 if turn else 0, medium=medium
    )


def dialog_settings(recipe: Settings, device: Device | None) -> Settings:
    """The dialog as it begins when nobody sets anything.

    >>> dialog_settings(Settings(), None).scaling
    '100'
    """
    quirks = device.quirks if device else []
    return recipe.model_copy(
        update={
            "scaling": "fit" if "fits-to-page" in quirks else "100",
            "driver_colour": recipe.driver_colour or "driver-colour" in quirks,
        }
    )


def pressed(file: FileOnPaper, used: DeviceUsed, settings: Settings, enlarges: bool) -> Pressed:
    """Where it comes to lie. `enlarges`: whether fit to page makes small files larger. Raises `SettingError`.

    >>> from .fileonpaper import file_of
    >>> work = fog(target={"width": "18 cm", "height": "12 cm"}, device=chosen("desk/a4"))
    >>> [round(float(side), 1) for side in pressed(file_of(work), work.device, Settings(), enlarges=False).file.as_floats()]
    [15.0, 88.5, 180.0, 120.0]
    """
    feed = used.feed
    if settings.turn:
        file = file.turned()
    x, y = _scales(file, feed, settings, enlarges)
    across, along = feed.scale
    w, h = file.width * x * across, file.height * y * along
    # What is printed from a roll is cut off behind it.
    paper = Box(ZERO, ZERO, feed.width.mm, feed.height.mm if feed.height is not None else h)
    place = Box(
        (paper.w - w) / 2 + exact(feed.offset_x), (paper.h - h) / 2 + exact(feed.offset_y), w, h
    )
    clip = paper if settings.borderless and feed.borderless else _printable(paper, feed)
    return Pressed(paper, place, clip, bool(settings.turn))


def _scales(
    file: FileOnPaper, feed: Feed, settings: Settings, enlarges: bool
) -> tuple[Fraction, Fraction]:
    """What the dialog makes of a (turned) file's width and height."""
    percent = settings.percent
    if percent is None:
        printable = _printable(Box(ZERO, ZERO, feed.width.mm, _length(feed, file)), feed)
        share = printable.w / file.width
        if not feed.is_roll:
            share = min(share, printable.h / file.height)
        share = share if enlarges else min(share, _ONE)
        return share, share
    if not (settings.borderless and feed.borderless and percent == 1):
        return percent, percent
    # A print that covers its paper is enlarged each way as far as it takes to reach beyond.
    over, almost = 2 * feed.overspray.mm, Fraction(1)
    x = y = _ONE
    if file.width >= feed.width.mm - almost:
        x = max(_ONE, (feed.width.mm + over) / file.width)
    if feed.height is not None and file.height >= feed.height.mm - almost:
        y = max(_ONE, (feed.height.mm + over) / file.height)
    return x, y


def _length(feed: Feed, file: FileOnPaper) -> Fraction:
    return feed.height.mm if feed.height is not None else file.height


def _printable(paper: Box, feed: Feed) -> Box:
    """What a feed's margins leave of its paper; the ends of a roll are cut where they have to be."""
    left, top, right, bottom = feed.margins.mm
    if feed.is_roll:
        top = bottom = ZERO
    return paper.inset(left, top, right, bottom)


def grid_of(used: DeviceUsed, ppi: Fraction) -> int | None:
    """The grid that a file of so many ppi on the paper comes to: the least at or above it, else the greatest.

    >>> used = fog(device=chosen("desk/a4")).device
    >>> used.native_ppi, grid_of(used, Fraction(250)), grid_of(used, Fraction(5000))
    ([360, 720], 360, 720)
    """
    grids = used.native_ppi
    return min((grid for grid in grids if grid >= ppi), default=max(grids)) if grids else None


def differences(
    file: FileOnPaper, used: DeviceUsed, settings: Settings, recipe: Settings, enlarges: bool, style: LengthStyle,
) -> Iterator[Difference]:  # fmt: skip
    """What comes out other than planned, of what can be told without pixels.

    >>> from .fileonpaper import file_of
    >>> work = fog(target={"width": "18 cm", "height": "12 cm"}, device=chosen("desk/a4"))
    >>> wrong = Settings(scaling="fit")
    >>> [one.id for one in differences(file_of(work), work.device, wrong, Settings(), True, LengthStyle("cm"))]
    ['scaled']
    """
    made = pressed(file, used, settings, enlarges)
    yield from _turned(settings, recipe)
    yield from _scaled(file, made, used, settings, recipe)
    yield from _oversprayed(file, made, used, settings, style)
    yield from _clipped(file, made, used, settings, recipe, style)
    if settings.quality == "draft":
        grid = grid_of(used, file.ppi)
        yield Difference(
            id="regridded",
            text=f"Draft: the file’s {show.ppi(file.ppi)} are taken to the device’s {grid or 'own'} ppi pixel by pixel, and steps show on slanting lines.",
            because="quality=draft",
            fix="quality=best",
        )


def planned(file: FileOnPaper, used: DeviceUsed, recipe: Settings) -> Pressed:
    """Where it was to lie: of the wanted size, in the middle, nothing lost.

    >>> from .fileonpaper import file_of
    >>> work = fog(target={"width": "18 cm", "height": "12 cm"}, device=chosen("desk/a4"))
    >>> [round(float(side), 1) for side in planned(file_of(work), work.device, Settings()).file.as_floats()]
    [15.0, 88.5, 180.0, 120.0]
    """
    if recipe.turn:
        file = file.turned()
    w, h = file.wanted
    feed = used.feed
    paper = Box(ZERO, ZERO, feed.width.mm, feed.height.mm if feed.height is not None else h)
    return Pressed(paper, Box((paper.w - w) / 2, (paper.h - h) / 2, w, h), paper, bool(recipe.turn))


def _turned(settings: Settings, recipe: Settings) -> Iterator[Difference]:
    if settings.turn != recipe.turn:
        yield Difference(
            id="turned",
            text="The print lies the other way on its paper.",
            because=f"turn={settings.turn}",
            fix=f"turn={recipe.turn}",
        )


def _scaled(
    file: FileOnPaper, made: Pressed, used: DeviceUsed, settings: Settings, recipe: Settings
) -> Iterator[Difference]:
    wanted_w, wanted_h = file.wanted if not settings.turn else (file.wanted[1], file.wanted[0])
    over = used.feed.overspray.mm if settings.borderless and used.feed.borderless else ZERO
    # What borderless enlarges is told as what the overspray eats.
    apart = max(abs(made.file.w - wanted_w), abs(made.file.h - wanted_h))
    if apart <= SEEN_MM + 2 * over:
        return
    share = max(made.file.w / wanted_w, made.file.h / wanted_h, key=lambda one: abs(one - 1))
    if settings.scaling == recipe.scaling:
        because, fix = "the device’s own scale", "measure the device, and have the file corrected"
        text = f"{show.percent(share)} of its size: so the device prints."
    else:
        because, fix = f"scaling={settings.scaling}", f"scaling={recipe.scaling}"
        how = (
            "The dialog fits it to the page."
            if settings.scaling == "fit"
            else "The dialog scales it."
        )
        text = f"{show.percent(share)} of its size. {how}"
    yield Difference(
        id="scaled",
        text=text,
        percent=float(share * 100),
        mm=float(apart),
        because=because,
        fix=fix,
    )


def _oversprayed(
    file: FileOnPaper, made: Pressed, used: DeviceUsed, settings: Settings, style: LengthStyle
) -> Iterator[Difference]:
    if not (settings.borderless and used.feed.borderless):
        return
    turned = file.turned() if settings.turn else file
    lost = _beyond(made.on_paper(turned, turned.trim), made.paper, used.feed.is_roll)
    if lost > SEEN_MM:
        over = used.feed.overspray.typed
        yield Difference(
            id="oversprayed",
            text=f"{style.length(lost)} of the finished print lies beyond the paper at a side.",
            mm=float(lost),
            because="borderless=yes",
            fix=f"{over} of bleed in the file",
        )


def _clipped(
    file: FileOnPaper, made: Pressed, used: DeviceUsed, settings: Settings, recipe: Settings,
    style: LengthStyle,
) -> Iterator[Difference]:  # fmt: skip
    if settings.borderless and used.feed.borderless:
        return
    turned = file.turned() if settings.turn else file
    lost = _beyond(
        made.on_paper(turned, turned.ink), made.clip, used.feed.is_roll and not settings.turn
    )
    if lost <= SEEN_MM:
        return
    if settings.turn != recipe.turn:
        because, fix = f"turn={settings.turn}", f"turn={recipe.turn}"
    elif recipe.borderless and not settings.borderless:
        because, fix = "borderless=no", "borderless=yes"
    elif settings.scaling != recipe.scaling:
        because, fix = f"scaling={settings.scaling}", f"scaling={recipe.scaling}"
    else:
        because, fix = "the device’s margins", "a border as wide as the margins"
    yield Difference(
        id="clipped",
        text=f"{style.length(lost)} of what is to be printed is cut off at a side.",
        mm=float(lost),
        because=because,
        fix=fix,
    )


def _beyond(box: Box, within: Box, open_ends: bool) -> Fraction:
    """By how much a box reaches beyond another, at the side where it does most, mm."""
    sides = Sides(within.x - box.x, within.y - box.y, box.right - within.right, box.bottom - within.bottom)  # fmt: skip
    if open_ends:
        sides = sides._replace(top=ZERO, bottom=ZERO)
    return max(ZERO, *sides)
