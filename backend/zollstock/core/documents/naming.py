"""Names for files: made from a pattern with fields, safe on every system, none of them twice."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterable, Mapping

from anyascii import anyascii

from ..ground.refusal import Refusal

#: What a pattern may hold between braces, and what it stands for.
FIELDS: dict[str, str] = {
    "picture": "the picture's file name without its ending",
    "title": "the title of the print, else the picture's name",
    "job": "the title of the job or batch",
    "size": "the size's name",
    "width": "finished width",
    "height": "finished height",
    "unit": "its unit",
    "file": "size of the whole file, where wrap, bleed or marks make it larger than the print",
    "ppi": "ppi of the file",
    "number": "running number of the picture, 001",
    "grade": "the grade at its natural distance",
}
DEFAULT_PATTERN = "{picture}_{width}x{height}{unit}"
MOST_LETTERS = 120
#: Names that one system or another keeps for devices, whatever the ending.
_RESERVED = {"con", "prn", "aux", "nul", *(f"{d}{n}" for d in ("com", "lpt") for n in range(1, 10))}
#: Where letters have a spelling of their own that anyascii does not take: ä is ae, not a.
_SPELLED = {"ä": "ae", "ö": "oe", "ü": "ue", "×": "x", "½": "-1-2"}
#: What one file system or another does not take in a name.
_NOT_IN_NAMES = re.compile(r'[\x00-\x1f\x7f<>:"/\\|?*\u200e\u200f\u202a-\u202e\u2066-\u2069]+')


class PatternError(Refusal):
    """A pattern that cannot make names; the message says which part."""


def check_pattern(pattern: str, fields: Mapping[str, str] = FIELDS) -> None:
    """Raises `PatternError` for unknown fields, stray braces, or nothing at all.

    >>> check_pattern("{number}_{picture}")
    """
    if not pattern.strip():
        raise PatternError("the pattern is empty; the usual one is " + DEFAULT_PATTERN)
    if len(pattern) > MOST_LETTERS:
        raise PatternError(f"the pattern is longer than {MOST_LETTERS} letters")
    for field in re.findall(r"\{([^{}]*)\}", pattern):
        if field not in fields:
            raise PatternError(f"“{{{field}}}” is no field; there are {', '.join(fields)}")
    if re.search(r"[{}]", re.sub(r"\{[^{}]*\}", "", pattern)):
        raise PatternError("a brace stands alone; fields are written like {picture}")


def safe_name(text: str, fallback: str = "print") -> str:
    """Letters a–z, digits, point, hyphen and underscore; at most 120; no name that a system reserves.

    Every script is spelled in these letters (夕陽 is xiyang, Größe groesse), since a file for a lab goes
    through forms and machines that take no others; what is no letter becomes a hyphen. A length in
    inches keeps its point.

    >>> safe_name("Größe 夕陽"), safe_name("8.5 x 11 in"), safe_name("con"), safe_name("…")
    ('groesse-xiyang', '8.5-x-11-in', 'con-file', 'print')
    """
    composed = unicodedata.normalize("NFC", text).lower()
    folded = anyascii("".join(_SPELLED.get(sign, sign) for sign in composed)).lower()
    plain = re.sub(r"[^a-z0-9._]+|\.{2,}", "-", folded)
    plain = re.sub(r"-{2,}", "-", plain).strip("-._")[:MOST_LETTERS].strip("-._") or fallback
    return f"{plain}-file" if plain.split(".")[0] in _RESERVED else plain


def lettered_name(text: str, fallback: str) -> str:
    """A name in its own letters, for what stays with people (a plan, a job to take along).

    Only what a file system forbids goes; at most `MOST_LETTERS` bytes, as file systems count.

    >>> lettered_name("Möwe: fog/pans", "print")
    'Möwe fog pans'
    """
    plain = _NOT_IN_NAMES.sub(" ", unicodedata.normalize("NFC", text))
    short = " ".join(plain.split()).encode()[:MOST_LETTERS].decode(errors="ignore")
    name = short.strip(" .-") or fallback
    return f"{name} file" if name.lower().split(".")[0] in _RESERVED else name


def named(pattern: str, fields: Mapping[str, str], known: Mapping[str, str] = FIELDS) -> str:
    """The pattern with its fields filled in, safe; without the ending.

    >>> named("{number}_{picture}", {"number": "007", "picture": "Fog & pans"})
    '007_fog-pans'
    """
    check_pattern(pattern, known)
    return safe_name(re.sub(r"\{([^{}]*)\}", lambda match: fields.get(match[1], ""), pattern))


class Names:
    """Hands out names within folders; one that is taken gets -2, -3 … on any system's count."""

    def __init__(self, taken: Iterable[str] = ()) -> None:
        self._taken = set(taken)

    def free(self, folder: str, name: str, ending: str) -> str:
        """`folder/name.ending`, the first of its kind."""
        number = 1
        while True:
            tail = "" if number == 1 else f"-{number}"
            path = f"{folder}/{name}{tail}.{ending}" if folder else f"{name}{tail}.{ending}"
            if path not in self._taken:
                self._taken.add(path)
                return path
            number += 1
