"""One print of what was said: each word that is understood is taken out of the text with what it sets, until none is left."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import Any

from ...ground.lengths import LengthError
from ...sizes.lengthreadings import read_length
from ...sizes.readings import read_size, size_shown
from ...studio.stock import SHIPPED as SHIPPED_STOCK
from ...studio.stock import Stock, StockMedium
from . import words

Document = dict[str, Any]
#: What a size may look like; whether it is one, the readers say.
_NUMBER = r"\d+(?:[.,]\d+)?(?:\s+\d+/\d+|/\d+|\s?[½⅓⅔¼¾⅛⅜⅝⅞])?"
#: `in` is no unit where what follows is what it lies in: 13x18 in a frame.
_UNIT = r"(?:mm|cm|m|inch(?:es)?|in(?!\s+(?:an?|the|einem|einer|my)\b)|zoll|px|pixels?|[\"″”'])"
_SIZES = (
    re.compile(rf"{_NUMBER}\s*{_UNIT}?\s*(?:x|×|\*|by|auf|mal)\s*{_NUMBER}\s*{_UNIT}?(?!\w)", re.I),
    re.compile(r"(?:(?:half|double|halbe[sr]?|doppelte[sr]?)\s+)?(?:din[\s-]*|iso[\s-]*)?(?<!\w)[abc]\s?\d{1,2}(?!\w)(?:\s*plus|\+)?", re.I),
    re.compile(rf"{_NUMBER}\s*{_UNIT}\s*(?:square|quadratisch|wide|high|breit|hoch|(?:long|short)\s+(?:side|edge)|lange\s+(?:seite|kante))|(?:long|short)\w*\s+(?:side|edge)\s+{_NUMBER}\s*{_UNIT}?", re.I),
    re.compile(rf"\d+r\b|postcard|postkarte|{_NUMBER}\s*{_UNIT}(?!\w)", re.I),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Word:
    """Words at `start` to `end` of the whole text, and what they set; nothing where they were not understood."""

    text: str
    start: int
    end: int
    sets: str


@dataclass
class Clause:
    """What was understood of one print so far; `rest` is the text with what was taken blanked out."""

    text: str
    offset: int
    unit: str
    rest: str = ""
    kind: str = "print"
    copies: int = 1
    fix: Document = field(default_factory=dict)
    finishes: list[str] = field(default_factory=list)
    taken: list[Word] = field(default_factory=list)
    assumed: list[str] = field(default_factory=list)
    doubts: list[str] = field(default_factory=list)
    problem: str = ""

    def __post_init__(self) -> None:
        self.rest = self.text

    def take(self, match: re.Match[str], sets: str) -> None:
        """The words of a match are understood, and set something."""
        start, end = match.span()
        while start < end and self.text[start] in " ,":
            start += 1
        self.taken.append(Word(self.text[start:end], self.offset + start, self.offset + end, sets))
        self.rest = (
            self.rest[: match.start()]
            + " " * (match.end() - match.start())
            + self.rest[match.end() :]
        )


def read_clause(
    text: str,
    offset: int,
    unit: str,
    stock: Stock,
    finishes: Sequence[str],
    picture: tuple[int, int] | None,
) -> Clause:
    """Read one print. `unit` is that of bare numbers, `picture` its px as it lies; `finishes` those of the price list."""
    clause = Clause(text, offset, unit)
    if _id_photos(clause):
        _left(clause)
        return clause
    _distance(clause)
    _count(clause)
    _format_and_fit(clause)
    _finishes(clause, finishes)
    _size(clause, picture)
    _medium(clause, stock)
    _wrap(clause)
    _bleed(clause)
    _border(clause)
    _left(clause)
    return clause


def _id_photos(clause: Clause) -> bool:
    match = words.ID_PHOTOS.search(clause.rest)
    if match is None:
        return False
    clause.kind, clause.copies = "id", words.counted(match["count"]) if match["count"] else 1
    clause.take(match, f"{clause.copies} ID photos on a sheet")
    return True


def _distance(clause: Clause) -> None:
    match = words.DISTANCE.search(clause.rest)
    if match is None:
        return
    length = read_length(match["length"], clause.unit, "distance").length
    clause.fix["viewing"] = {"distance": length.typed}
    clause.take(match, f"looked at from {length.typed}")


def _count(clause: Clause) -> None:
    match = words.COUNT_BEFORE.search(clause.rest) or words.COUNT_BEHIND.search(clause.rest)
    if match is None:
        return
    behind = match.re is words.COUNT_BEHIND
    clause.copies = words.counted(match["count"] or (match["count2"] if behind else "1"))
    clause.take(match, f"{clause.copies} {'copy' if clause.copies == 1 else 'copies'}")
    if not 1 <= clause.copies <= 10_000:
        clause.problem = "a print has from 1 to 10 000 copies"


def _format_and_fit(clause: Clause) -> None:
    if match := words.WHOLE.search(clause.rest):
        clause.fix["fit"] = {"mode": "contain"}
        clause.take(match, "the whole picture, not cropped")
    if match := words.FORMAT.search(clause.rest):
        kind = {"jpg": "jpeg", "tif": "tiff"}.get(match["format"].lower(), match["format"].lower())
        clause.fix["output"] = {"format": kind}
        clause.take(match, f"the file is {kind.upper()}")


def _finishes(clause: Clause, known: Sequence[str]) -> None:
    for name in sorted(known, key=len, reverse=True):
        if match := re.search(rf"(?<!\w){re.escape(name)}(?!\w)", clause.rest, re.I):
            clause.finishes.append(name)
            clause.take(match, name)
    for stem, said in words.FINISHES.items():
        for word in said:
            match = re.search(rf"(?<!\w){re.escape(word)}(?!\w)", clause.rest, re.I)
            if match is None:
                continue
            name = next((one for one in known if stem in one.lower()), "")
            clause.take(match, name or f"{word}, which the price list does not have")
            if name and name not in clause.finishes:
                clause.finishes.append(name)
            if not name:
                clause.doubts.append(f"“{word}” is in no price list here: it changes nothing.")
            break


def _size(clause: Clause, picture: tuple[int, int] | None) -> None:
    for pattern in _SIZES:
        for match in pattern.finditer(clause.rest):
            text = match.group().strip()
            lies = words.LIES.search(clause.rest)
            try:
                read = read_size(f"{text} {lies['word']}" if lies else text, clause.unit, picture)
            except LengthError as error:
                if not clause.problem:
                    clause.problem = f"{str(error)[:160]}"
                continue
            clause.problem = ""
            bare, unit = clause.unit, read.sides.width.unit
            # What is said of its edge is in the same unit.
            clause.unit = unit if unit != "px" and _is_inch(unit) != _is_inch(bare) else bare
            clause.fix["target"] = {
                "width": read.sides.width.typed,
                "height": read.sides.height.typed,
            }
            if lies:
                clause.take(lies, "lying" if words.is_lying(lies["word"]) else "standing")
            clause.take(match, size_shown(read.sides))
            _say(clause, read.said, unit, bare, [one.label for one in read.others])
            return
        if clause.problem:
            # Two sides that cannot be are not one of them alone.
            return
    clause.problem = "no size is said"


def _is_inch(unit: str) -> bool:
    return unit in ("in", "ft")


def _say(clause: Clause, said: str, unit: str, own: str, others: Sequence[str]) -> None:
    """How a size was read where that was not written out: assumed, or doubtful where it is not of the unit of bare numbers."""
    if said and unit != "px" and _is_inch(unit) != _is_inch(own):
        meant = f" Or {', or '.join(one.rstrip('?') for one in others)}?" if others else ""
        clause.doubts.append(f"{said[0].upper()}{said[1:]}.{meant}")
    elif said:
        clause.assumed.append(said)


def _medium(clause: Clause, stock: Stock) -> None:
    rows = stock.media or SHIPPED_STOCK.media
    for row in sorted(rows, key=lambda row: -len(row.name)):
        if match := re.search(rf"(?<!\w){re.escape(row.name)}(?!\w)", clause.rest, re.I):
            return _set_medium(clause, match, row)
    for key, said in words.MEDIA.items():
        for word in said:
            match = re.search(
                rf"(?<!\w){re.escape(word)}(?:e[rsn]?)?(?:\s+(?:photo\s+)?paper|\s*papier)?(?!\w)",
                clause.rest,
                re.I,
            )
            if match is None:
                continue
            fitting = [row for row in rows if row.key == key or key in row.name.lower()]
            if fitting:
                if len(fitting) > 1:
                    clause.doubts.append(
                        f"“{word}” may be {' or '.join(row.name for row in fitting)}."
                    )
                return _set_medium(clause, match, fitting[0])
            clause.take(match, f"{word}, which is not in stock")
            clause.doubts.append(f"No medium in stock is “{word}”: it stays {_usual(rows).name}.")
    usual = _usual(rows)
    clause.fix["medium"] = _part(usual)
    clause.assumed.append(f"on {usual.name}")
    return None


def _part(row: StockMedium) -> Document:
    """A row of the stock as a plan names it."""
    return {"name": row.name, "key": row.key, "factor": row.factor, "spread": row.spread}


def _usual(rows: Sequence[StockMedium]) -> StockMedium:
    return next((row for row in rows if "satin" in row.name.lower()), rows[0])


def _set_medium(clause: Clause, match: re.Match[str], row: StockMedium) -> None:
    clause.fix["medium"] = _part(row)
    clause.take(match, f"on {row.name}")


def _wrap(clause: Clause) -> None:
    on_canvas = "canvas" in str(clause.fix.get("medium", {}).get("name", "")).lower()
    for fill, pattern in words.WRAPS:
        match = pattern.search(clause.rest)
        if match is None:
            continue
        depth = match["length"] or ("1.5 in" if clause.unit == "in" else "4 cm")
        length = read_length(depth, clause.unit).length
        turn = "1 in" if clause.unit == "in" else "2 cm"
        clause.fix["edge"] = {"kind": "wrap", "depth": length.typed, "turn": turn, "fill": fill}
        clause.assumed.append(f"{turn} to staple")
        clause.take(
            match,
            f"wrapped {length.typed} deep, sides {'from the picture' if fill == 'picture' else fill + 'ed'}",
        )
        if not match["length"]:
            clause.assumed.append(f"a stretcher {length.typed} deep")
        if not on_canvas:
            clause.doubts.append("Wrapped round a stretcher, but not on canvas.")
        return


def _bleed(clause: Clause) -> None:
    if "edge" in clause.fix:
        return
    if match := words.BORDERLESS.search(clause.rest):
        clause.fix["edge"] = {"kind": "none"}
        clause.take(match, "no edge")
        return
    match = words.BLEED.search(clause.rest)
    if match is None:
        return
    said = match["length"] or match["length2"]
    length = read_length(said or ("1/8 in" if clause.unit == "in" else "3 mm"), clause.unit).length
    clause.fix["edge"] = {"kind": "bleed", "bleed": length.typed}
    clause.take(match, f"{length.typed} of bleed")
    if not said:
        clause.assumed.append(f"{length.typed} of bleed")


def _border(clause: Clause) -> None:
    if "edge" in clause.fix:
        return
    match = next(
        (found for pattern in words.BORDERS if (found := pattern.search(clause.rest))), None
    )
    if match is None:
        return
    around = read_length(match["length"], clause.unit).length.typed
    colour = words.colour_of(match["colour"])
    sides = dict.fromkeys(("left", "top", "right", "bottom"), around)
    clause.take(match, f"a border of {around}")
    for other in list(words.SIDE.finditer(clause.rest)):
        side = words.SIDES[(other["side"] or other["side2"]).lower()]
        length = read_length(other["length"] or other["length2"], clause.unit).length.typed
        for name in ("left", "right") if side == "sides" else (side,):
            sides[name] = length
        clause.take(other, f"{length} at the {side}")
    clause.fix["edge"] = {"kind": "border", "colour": colour, **sides}


def _left(clause: Clause) -> None:
    """Words that say nothing are passed over; every other one that is left was not understood."""
    rest = words.FILLERS.sub(lambda found: " " * len(found.group()), clause.rest)
    for word in _words_left(rest):
        clause.taken.append(
            Word(word.group(), clause.offset + word.start(), clause.offset + word.end(), "")
        )
    clause.taken.sort(key=lambda one: one.start)


def _words_left(rest: str) -> Iterator[re.Match[str]]:
    return re.finditer(r"[^\s,.;:!?()–—-][^\s,;()]*", rest)
