"""The recipe of a print: every setting that a person makes in a print dialog, in the order of the work."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from typing import Literal

from pydantic import Field

from ..answer.reckoning import Record
from ..colour.renderings import INTENT_WORDS
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.device import DeviceUsed
from ..shapes.drawing import BoxMm
from ..studio.logged import LoggedFault, fault_words, faults_on
from ..work.outcome import Work
from .entered import entered_size
from .lying import Lying, ink_box, lying
from .media import medium_of, stock_key
from .quirks import CHECKS

RECIPE_FORMAT: Literal["zollstock.recipe/1"] = "zollstock.recipe/1"
#: Days of a month and of a year, for an age in words.
_MONTH, _YEAR = 30.44, 365.25


class RecipeLine(Record):
    """A setting: what it is called, and how it is to be set. `part` is *before* (checks) or *dialog*.

    `key` marks the one size that is typed. `why` says what happens else.
    """

    id: str
    part: Literal["before", "dialog"]
    name: str
    value: str
    why: str = ""
    key: bool = False


class PaperDrawn(Record):
    """The paper as it goes in, the end that goes in first on top, mm of it: what cannot be printed, where the file lies,
    what of it is ink. `turned`: the file lies turned by a quarter clockwise. A roll goes on below."""

    sheet: BoxMm
    printable: BoxMm
    file: BoxMm
    ink: BoxMm
    turned: bool
    roll: bool
    first_end: str
    side: str


class Recipe(Record):
    """All of it, for one print on its device; `medium_key` and `device` are what the last one is looked up by."""

    format: Literal["zollstock.recipe/1"] = RECIPE_FORMAT
    device: str
    device_name: str
    feed: str
    medium_key: str
    lines: list[RecipeLine]
    paper: PaperDrawn
    size_entered: str = Field(description="The one size that is typed.")
    logged: str | None = Field(default=None, description="What went wrong with both before.")


def recipe(work: Work, style: LengthStyle, today: date) -> Recipe | None:
    """The recipe of a print; None without a device, or where the feed does not hold it.

    >>> made = recipe(fog(target={"width": "18 cm", "height": "12 cm"}, device=chosen("desk/a4")), LengthStyle("cm"), date(2026, 12, 1))
    >>> [(line.name, line.value) for line in made.lines if line.key]
    [('Print size to enter', '18 × 12 cm')]
    """
    used, choice, laid = work.device, work.plan.device, lying(work)
    if used is None or choice is None or laid is None:
        return None
    size = style.size(*entered_size(work))
    lines = [*_before(work, used, today), *_dialog(work, used, laid, size, style)]
    found = [
        one
        for one in faults_on(work.studio.faults, work.plan.medium.key, work.plan.medium.name)
        if one.device.casefold() == used.name.casefold()
    ]
    return Recipe(
        device=choice.key,
        device_name=used.name,
        feed=choice.feed,
        medium_key=stock_key(work) or work.plan.medium.name,
        lines=lines,
        paper=paper_drawn(work, laid),
        size_entered=size,
        logged=_logged(found),
    )


def _logged(found: list[LoggedFault]) -> str | None:
    """What went wrong with both before, with what was written down of it."""
    if not found:
        return None
    written = next((one.note for one in found if one.note), "")
    return fault_words(found) + (f" It says: “{written}”" if written else "")


def _before(work: Work, used: DeviceUsed, today: date) -> Iterator[RecipeLine]:
    """What is looked at before paper is spent: checks that the row asks for, how old the profile is."""
    device = work.studio.devices.device(work.plan.device.key) if work.plan.device else None
    for check in device.checks if device else []:
        known = CHECKS[check]
        yield RecipeLine(id=f"check-{check}", part="before", name=known.label, value="printed and looked at", why=known.says)  # fmt: skip
    wanted = work.plan.output.print_profile
    row = work.studio.profiles.by_hash(wanted.hash) if wanted else None
    if wanted is not None and row is not None and row.made:
        made = date.fromisoformat(row.made)
        yield RecipeLine(
            id="profile-age", part="before", name="Profile", value=f"{wanted.name}, {age((today - made).days)} old",
            why="A profile describes one paper and one setting on the day it was made; inks, nozzles and paper change.",
        )  # fmt: skip


def age(days: int) -> str:
    """How long ago, as people say it.

    >>> age(0), age(1), age(40), age(800)
    ('not a day', '1 day', '1 month', '2 years')
    """
    for length, word in ((_YEAR, "year"), (_MONTH, "month"), (1.0, "day")):
        count = int(days / length)
        if count >= 1:
            return f"{count} {word}{'s' if count > 1 else ''}"
    return "not a day"


def _dialog(
    work: Work, used: DeviceUsed, laid: Lying, size: str, style: LengthStyle
) -> Iterator[RecipeLine]:
    feed, medium, output = used.feed, work.plan.medium.name, work.plan.output
    row, best = medium_of(work), used.kind != "office"

    def line(id: str, name: str, value: str, why: str = "", key: bool = False) -> RecipeLine:
        return RecipeLine(id=id, part="dialog", name=name, value=value, why=why, key=key)

    yield line("device", "Device", used.name)
    yield line("feed", "Feed", f"{feed.name}, {'cut behind the print' if feed.is_roll else 'one sheet'}")  # fmt: skip
    yield line(
        "medium", "Media type", row.setting if row and row.setting else medium or "as the paper is",
        "It decides how much ink is laid down.",
    )  # fmt: skip
    paper = style.size(laid.sheet.w, laid.sheet.h)
    yield line("paper", "Paper size", paper if feed.is_roll else f"{feed.name}, {paper}")
    yield line("size", "Print size to enter", size, "Marks are included; nothing else is typed.", True)  # fmt: skip
    yield line("scale", "Scale", "100 %, nothing fitted to the page", "Fitted, it comes out smaller.")  # fmt: skip
    yield line("turn", "Orientation", "turned by a quarter clockwise" if laid.turned else "as it stands")  # fmt: skip
    yield line("place", "Position", "centred")
    if laid.borderless:
        over = style.length(feed.overspray.mm)
        yield line("edge", "Borderless", f"on, {over} over", "More expansion than that cuts more of the picture.")  # fmt: skip
    else:
        yield line("edge", "Borderless", "off", "It would enlarge the print beyond the paper.")
    yield line("quality", "Quality", "best, one direction only" if best else "best")
    profile = output.print_profile
    if profile is not None:
        yield line(
            "colour", "Colour", "by the file; off in the driver",
            f"The file is in “{profile.name}” already ({INTENT_WORDS[output.intent]}); converted again it goes wrong.",
        )  # fmt: skip
    else:
        yield line("colour", "Colour", "by the driver, sRGB in", "The file is for no device; the driver brings it to the paper.")  # fmt: skip


def paper_drawn(work: Work, laid: Lying) -> PaperDrawn:
    """The paper with the print on it.

    >>> from .lying import lying
    >>> work = fog(target={"width": "18 cm", "height": "12 cm"}, device=chosen("desk/a4"))
    >>> paper_drawn(work, lying(work)).sheet
    (0.0, 0.0, 210.0, 297.0)
    """
    left, top, right, bottom = laid.feed.margins.mm
    ends = (Fraction(0), Fraction(0)) if laid.feed.is_roll else (top, bottom)
    printable = laid.sheet if laid.borderless else laid.sheet.inset(left, ends[0], right, ends[1])
    ink, document, place = ink_box(work), work.boxes.document, laid.document
    if laid.turned:
        x, y, w, h = document.h - ink.bottom, ink.x, ink.h, ink.w
    else:
        x, y, w, h = ink.x, ink.y, ink.w, ink.h
    away = laid.feed.face == "away-from-you"
    return PaperDrawn(
        sheet=laid.sheet.as_floats(),
        printable=printable.as_floats(),
        file=place.as_floats(),
        ink=(float(place.x + x), float(place.y + y), float(w), float(h)),
        turned=laid.turned,
        roll=laid.feed.is_roll,
        first_end="the left side of the print" if laid.turned else "the top of the print",
        side="printed side away from you" if away else "printed side towards you",
    )
