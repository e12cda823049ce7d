"""The words of the trade at a counter, in English and German, and what each sets."""

from __future__ import annotations

import re

#: A length as people type it; what it is, the readers of lengths say.
LENGTH = r"\d+(?:[.,]\d+)?(?:\s+\d+/\d+|/\d+)?\s*(?:mm|cm|m|in|inch|inches|zoll|ft|feet|foot|fuß|[\"″”'])?(?![\w/])"
_UNIT_NEEDED = (
    r"\d+(?:[.,]\d+)?\s*(?:mm|cm|m|in|inch|inches|zoll|ft|feet|foot|meters?|metres?|metern?)(?!\w)"
)

NUMBERS: dict[str, int] = {
    "a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
    "eleven": 11, "twelve": 12, "a dozen": 12,
    "ein": 1, "eine": 1, "einen": 1, "einmal": 1, "zwei": 2, "zweimal": 2, "drei": 3, "dreimal": 3, "vier": 4, "viermal": 4,
    "fünf": 5, "sechs": 6, "sieben": 7, "acht": 8, "neun": 9, "zehn": 10, "elf": 11, "zwölf": 12,
}  # fmt: skip
_NUMBER = rf"(?:\d{{1,4}}|{'|'.join(sorted(NUMBERS, key=len, reverse=True))})"
_TIMES = r"(?:x|×|mal|times)"
_PIECES = r"(?:copies|copy|prints?|pieces?|pcs?|photos?|pictures?|abzüge|abzug|stück|stk|fotos?|bilder|drucke?|exemplare)"
_PAIR_AHEAD = r"(?=\d+(?:[.,]\d+)?\s*(?:cm|mm|in|m|\"|″)?\s*(?:x|×|\*|by|auf|mal)\s*\d)"
_PAPER_AHEAD = r"(?=(?:din[\s-]*)?[abc]\d{1,2}\b)"
#: How many, before a size and behind it.
COUNT_BEFORE = re.compile(
    rf"^\s*(?:(?:please|bitte|we need|i need|ich möchte|wir brauchen)\s+)?(?P<count>{_NUMBER})\s*(?:{_TIMES}\s*{_PAIR_AHEAD}(?!\d+\s*$)|{_TIMES}?\s*{_PAPER_AHEAD}|(?:{_TIMES}\s*)?{_PIECES}(?:\s+(?:of|in|à|im format|auf))?\b|{_TIMES}\b(?!\s*\d)|(?<=[a-zü])\s+{_PAIR_AHEAD})",
    re.I,
)
COUNT_BEHIND = re.compile(
    rf"[,\s]\s*(?P<count>{_NUMBER})\s*(?:{_PIECES}|mal|times)(?=\s*(?:,|$)|\s+\D)|[,\s]\s*(?P<count2>\d{{1,4}})\s*(?:x|×)\s*$",
    re.I,
)
ID_PHOTOS = re.compile(
    rf"(?:(?P<count>{_NUMBER})\s*{_TIMES}?\s*)?(?:passport|visa|id|pass|ausweis|bewerbungs)[\s-]*(?:photos?|pictures?|fotos?|bilder|bild)\b",
    re.I,
)
#: Between two prints: a semicolon, a new line, or a comma or *and* before another number of another size.
BETWEEN = re.compile(
    rf"\s*[;\n]\s*|\s*,?\s+(?:and|und|plus|dazu)\s+(?={_NUMBER}\s*(?:{_TIMES}\s*\d|{_TIMES}?\s*(?:din[\s-]*)?[abc]\d|(?:passport|pass|id)[\s-]*\w))"
    rf"|\s*,\s+(?={_NUMBER}\s*{_TIMES}\s*(?:\d+\s*(?:cm|mm|in)?\s*[x×]|[abc]\d)|{_NUMBER}\s+(?:passport|pass|id)[\s-]*\w|{_NUMBER}\s+{_PIECES}\s+(?:(?:of|in|à)\s+)?(?:\d|[abc]\d))",
    re.I,
)
#: A number word before a size begins another print; a bare number there may belong to the size.
_WORD = rf"(?:{'|'.join(sorted(NUMBERS, key=len, reverse=True))})"
BETWEEN = re.compile(
    rf"{BETWEEN.pattern}|\s*(?:,|,?\s+(?:and|und))\s+(?={_WORD}\s+{_PAIR_AHEAD})", re.I
)
_SIDE_WORDS = {
    "top": ("top", "above", "oben"), "bottom": ("bottom", "below", "unten"), "left": ("left", "links"),
    "right": ("right", "rechts"), "sides": ("sides", "left and right", "seitlich", "seiten", "links und rechts"),
}  # fmt: skip
SIDES = {word: side for side, words in _SIDE_WORDS.items() for word in words}
_SIDE = rf"(?:{'|'.join(sorted(SIDES, key=len, reverse=True))})"
_COLOURS = {
    "white": "#ffffff", "weiß": "#ffffff", "weiss": "#ffffff", "black": "#000000", "schwarz": "#000000", "grey": "#808080",
    "gray": "#808080", "grau": "#808080",
}  # fmt: skip
_COLOUR = rf"(?P<colour>(?:{'|'.join(_COLOURS)})\w{{0,2}})"
_BORDER = r"(?:borders?|margins?|rand|ränder)"
BORDERS = (
    re.compile(rf"(?:{_COLOUR}\s+)?{_BORDER}\s*(?:of|von|:|=)?\s*(?P<length>{LENGTH})(?:\s*(?:all round|rundum|ringsum))?", re.I),
    re.compile(rf"(?P<length>{LENGTH})\s*(?:of\s+|wide\s+|breiter?\s+)?(?:{_COLOUR}\s*)?{_BORDER}(?:\s*(?:all round|rundum))?", re.I),
    re.compile(rf"(?P<length>{LENGTH})\s*(?:of\s+)?{_COLOUR}(?:\s*(?:all round|around|round|rundum))?(?!\s*\w)", re.I),
)  # fmt: skip
SIDE = re.compile(
    rf"(?P<side>{_SIDE})\s*:?\s*(?P<length>{LENGTH})|(?P<length2>{LENGTH})\s+(?:at the\s+)?(?P<side2>{_SIDE})\b",
    re.I,
)
#: What is made of the sides of a canvas, by the fills that a wrap has.
FILLS = {
    "mirror": r"(?:mirrored|mirror(?:ed)?(?:\s+(?:edges?|sides?|wrap))?|gespiegelte?[rn]?(?:\s+(?:rand|ränder|seiten))?)",
    "stretch": r"(?:stretched\s+(?:edges?|sides?)|gezogene?[rn]?\s+(?:rand|ränder|seiten))",
    "picture": r"(?:wrapped|wrap|gallery wrap|picture round the (?:sides|edges)|umlaufend|umgeschlagen|um den rahmen)",
}
WRAPS = tuple(
    (fill, re.compile(rf"{word}\s*(?:of|with|mit|von)?\s*(?P<length>{LENGTH})?(?:\s*(?:deep|tief))?", re.I)) for fill, word in FILLS.items()
)  # fmt: skip
BORDERLESS = re.compile(
    r"\b(?:borderless|without (?:a )?border|no border|randlos|ohne rand|full bleed)\b", re.I
)
BLEED = re.compile(
    rf"(?P<length>{LENGTH})\s*(?:of\s+)?(?:bleed|anschnitt|beschnitt(?:zugabe)?)|(?:with\s+|mit\s+)?(?:bleed|anschnitt|beschnitt(?:zugabe)?)(?:\s*(?:of|von)?\s*(?P<length2>{LENGTH}))?",
    re.I,
)
DISTANCE = re.compile(
    rf"(?:(?:seen|viewed|looked at|betrachtet|gesehen)\s+)?(?:from|aus|at|distance|abstand)\s+(?P<length>{_UNIT_NEEDED})(?:\s*(?:away|distance|abstand|entfernung))?",
    re.I,
)
WHOLE = re.compile(
    r"\b(?:uncropped|not cropped|whole picture|the whole picture|unbeschnitten|ganzes bild|nicht beschnitten|ohne beschnitt)\b",
    re.I,
)
FORMAT = re.compile(
    r"(?:(?:as|als)\s+)?(?:an?\s+|ein(?:e|en)?\s+)?(?P<format>jpe?g|tiff?|png|pdf)\b(?:[\s-]?(?:file|datei))?",
    re.I,
)
LIES = re.compile(
    r"\b(?P<word>landscape|lying|quer(?:format)?|portrait|upright|standing|hoch(?:format|kant)?)\b",
    re.I,
)
_LYING = ("landscape", "lying", "quer")
#: Words for what media are, by the keys of those that ship; a stock's own names are read before.
MEDIA = {
    "glossy": ("glossy", "gloss", "glänzend", "glanz", "hochglanz"), "satin": ("satin", "lustre", "luster", "seidenmatt", "seidenglanz", "pearl", "perl"),
    "matte": ("matte", "matt", "mat paper"), "cotton": ("cotton", "fine art", "fine-art", "rag", "baumwolle", "hadern", "büttenpapier", "bütten"),
    "canvas": ("canvas", "leinwand", "leinen"), "textile": ("textile", "fabric", "textil", "stoff", "banner"),
}  # fmt: skip
#: What is done to a print after, by a word that the price list's names have.
FINISHES = {
    "mount": ("mounted", "mount", "on board", "aufgezogen", "kaschiert"), "laminate": ("laminated", "laminate", "laminiert", "folienkaschiert"),
    "frame": ("framed", "frame", "in a frame", "gerahmt", "im rahmen", "mit rahmen"),
}  # fmt: skip
#: Words that set nothing here.
FILLERS = re.compile(
    r"\b(?:with|without any|a|an|the|on|in|of|and|to|for|each|please|print|prints|photo|photos|picture|pictures|copy|copies|paper|"
    r"size|format|edge|edges|mit|auf|als|im|aus|ein|eine|einen|einem|der|die|das|und|je|bitte|foto|fotos|bild|bilder|abzug|abzüge|papier|"
    r"druck|drucke|poster|panorama|banner|rahmen|all|round|around|rundum)\b",
    re.I,
)


def counted(text: str) -> int:
    """
    >>> counted("3"), counted("Zwei"), counted("a dozen")
    (3, 2, 12)
    """
    return int(text) if text.isdigit() else NUMBERS[text.lower()]


def colour_of(word: str | None) -> str:
    """The colour that a word for it means; white where none is said.

    >>> colour_of("Black"), colour_of(None)
    ('#000000', '#ffffff')
    """
    sought = (word or "white").lower()
    return next((colour for name, colour in _COLOURS.items() if sought.startswith(name)), "#ffffff")


def is_lying(word: str) -> bool:
    """Whether a word says that a print lies.

    >>> is_lying("landscape"), is_lying("hochkant")
    (True, False)
    """
    return word.lower().startswith(_LYING)
