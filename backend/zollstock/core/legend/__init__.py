"""The legend: what is this? One sentence for every figure, finding, choice and word that a newcomer may not know.

Screens, handouts and docs take it from here. `tests/core/test_legend.py` finds figures and findings without an entry.
"""

from __future__ import annotations

from . import choices, figures, findings
from .choices import CHOICES
from .entry import Entry
from .figures import FIGURES
from .findings import FINDINGS
from .words import WORDS

__all__ = [
    "CHOICES",
    "FIGURES",
    "FINDINGS",
    "WORDS",
    "Entry",
    "of_choice",
    "of_figure",
    "of_finding",
]

_Families = tuple[tuple[str, str, str], ...]


def of_figure(name: str) -> Entry | None:
    """What a figure is, by its id.

    >>> of_figure("nail_x_3").word, of_figure("crop_width").word
    ('Nail from the left', 'Crop width')
    """
    return FIGURES.get(_known(name, FIGURES, figures.FAMILIES))


def of_finding(name: str) -> Entry | None:
    """Why a finding is told, by its id.

    >>> of_finding("quality-soft").word
    'Softer than it should be'
    """
    return FINDINGS.get(_known(name, FINDINGS, findings.FAMILIES))


def of_choice(name: str) -> Entry | None:
    """What a way leads to, by its id or that of its group.

    >>> of_choice("size-cm-50x70").word
    'A usual size'
    """
    return CHOICES.get(_known(name, CHOICES, choices.FAMILIES))


def _known(name: str, entries: dict[str, Entry], families: _Families) -> str:
    if name in entries:
        return name
    for begin, end, family in families:
        if name.startswith(begin) and name.endswith(end):
            return family
    return ""
