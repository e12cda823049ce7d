"""Titles and names as people type them: no sign that is none, such as a NUL that came along with a file."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Annotated, Any

from pydantic import BeforeValidator


def without_controls(text: Any) -> Any:
    r"""A text whose control signs are spaces; what is no text stays for the model to refuse.

    >>> without_controls("Fog\x00 over\nthe pans")
    'Fog  over the pans'
    """
    if not isinstance(text, str) or text.isprintable():
        return text
    return "".join(" " if ord(sign) < 32 or ord(sign) == 127 else sign for sign in text)


#: A line of text.
Line = Annotated[str, BeforeValidator(without_controls)]


def lines_without_controls(text: Any) -> Any:
    r"""The same of a text of several lines, which stay.

    >>> lines_without_controls("Fog\x00\r\nover")
    'Fog \nover'
    """
    if not isinstance(text, str):
        return text
    return "\n".join(without_controls(line) for line in text.replace("\r\n", "\n").split("\n"))


#: Lines of text.
Text = Annotated[str, BeforeValidator(lines_without_controls)]


def plain(text: str) -> str:
    """A text as it is compared: small letters, × as x, a decimal point, no spaces.

    >>> plain("29,7 × 42 CM")
    '29.7x42cm'
    """
    return re.sub(r"\s+", "", text.lower().replace("×", "x").replace(",", "."))


def listed(names: Sequence[str]) -> str:
    """What is there, in a row of words.

    >>> listed(["crown"]), listed(["crown", "chin", "eyes"])
    ('crown', 'crown, chin and eyes')
    """
    return " and ".join([", ".join(names[:-1]), names[-1]]) if len(names) > 1 else names[0]
