"""Rules for ID photos over the wire: as rows that are edited."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.layouts.idphotos.rules import DECIDES, RuleBook, read_rules
from zollstock.core.layouts.idphotos.rulestable import rules_from, write_rules

from .rules import RULES

router = Router(tags=["sizes"])
Version = Annotated[int, Field(ge=0, le=2**31 - 2)]


class RulesKept(Schema):
    """The rules as they are kept; version 0 are those that ship. `decides` is said beside them."""

    version: int
    book: RuleBook
    decides: str


class RulesChange(Schema):
    """All rules (checked by the core, so that errors carry the path)."""

    version: Version
    book: dict[str, Any]


class RulesCsv(Schema):
    """A table's text; its rules take the place of all others."""

    version: Version
    text: Annotated[str, Field(max_length=200_000)]


def _kept(request: SignedRequest) -> RulesKept:
    book, version = RULES.of(request.user)
    return RulesKept(version=version, book=book, decides=DECIDES)


@router.get("/photo-rules", response=RulesKept)
def rules(request: SignedRequest) -> RulesKept:
    return _kept(request)


@router.put("/photo-rules", response=RulesKept)
def change_rules(request: SignedRequest, given: RulesChange) -> RulesKept:
    """Keep rules. `version` must be the one in force, else 409 and nothing is changed."""
    RULES.save(request.user, read_rules(given.book), given.version)
    return _kept(request)


@router.post("/photo-rules/csv", response=RulesKept)
def take_in_rules(request: SignedRequest, given: RulesCsv) -> RulesKept:
    """Rules from CSV in the place of those that are there."""
    RULES.save(request.user, rules_from(given.text), given.version)
    return _kept(request)


@router.get("/photo-rules.csv", include_in_schema=False)
def rules_as_csv(request: SignedRequest) -> HttpResponse:
    text = write_rules(RULES.of(request.user)[0])
    made = HttpResponse(text, content_type="text/csv; charset=utf-8")
    made["Content-Disposition"] = 'attachment; filename="photo-rules.csv"'
    return made


@router.delete("/photo-rules", response=RulesKept)
def rules_back(
    request: SignedRequest, version: Annotated[int, Query(ge=0, le=2**31 - 2)]
) -> RulesKept:
    """Back to the rules that ship."""
    RULES.reset(request.user, version)
    return _kept(request)
