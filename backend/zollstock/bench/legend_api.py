"""What is this? The core's legend over the wire."""

from __future__ import annotations

from collections.abc import Mapping

from django.http import HttpRequest
from ninja import Router, Schema

from zollstock.accounts.remembered import RememberedSession
from zollstock.core import legend
from zollstock.core.rules.sources import SOURCES

router = Router(tags=["bench"], auth=RememberedSession())

Families = list[tuple[str, str, str]]


class LegendEntry(Schema):
    """The word, a sentence, the rule in words (empty where there is none), a page of the handbook with a heading."""

    word: str
    says: str
    rule: str
    read: str


class Legend(Schema):
    """Entries by id. Ids of several sides or pieces share one: by how they begin and end (`families`).

    `choice_groups` names the ways that stand together, each with an entry of its own.
    """

    figures: dict[str, LegendEntry]
    findings: dict[str, LegendEntry]
    choices: dict[str, LegendEntry]
    words: dict[str, LegendEntry]
    figure_families: Families
    finding_families: Families
    choice_families: Families
    choice_groups: dict[str, list[str]]


@router.get("/legend", response=Legend)
def whole(request: HttpRequest) -> Legend:
    """The whole legend; it changes with the version of the application alone."""
    return Legend(
        figures=_told(legend.FIGURES),
        findings=_told(legend.FINDINGS),
        choices=_told(legend.CHOICES),
        words=_told(legend.WORDS),
        figure_families=list(legend.figures.FAMILIES),
        finding_families=list(legend.findings.FAMILIES),
        choice_families=list(legend.choices.FAMILIES),
        choice_groups={name: list(ways) for name, ways in legend.choices.GROUPS.items()},
    )


def _told(entries: Mapping[str, legend.Entry]) -> dict[str, LegendEntry]:
    return {
        name: LegendEntry(
            word=one.word, says=one.says, rule=SOURCES.get(one.rule, ""), read=one.read
        )
        for name, one in entries.items()
    }
