"""Rules for ID photos over the wire: as rows that are edited."""

from __future__ import annotations

from typing import Annotated, Any

from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.layouts.idphotos.rules import DECIDES, RuleBook, read_rules

from .rules import forget_rules, rules_of, save_rules

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


def _kept(request: SignedRequest) -> RulesKept:
    book, version = rules_of(request.user)
    return RulesKept(version=version, book=book, decides=DECIDES)


@router.get("/photo-rules", response=RulesKept)
def rules(request: SignedRequest) -> RulesKept:
    return _kept(request)


@router.put("/photo-rules", response=RulesKept)
def change_rules(request: SignedRequest, given: RulesChange) -> RulesKept:
    """Keep rules. `version` must be the one in force, else 409 and nothing is changed."""
    save_rules(request.user, read_rules(given.book), given.version)
    return _kept(request)


@router.delete("/photo-rules", response=RulesKept)
def rules_back(
    request: SignedRequest, version: Annotated[int, Query(ge=0, le=2**31 - 2)]
) -> RulesKept:
    """Back to the rules that ship."""
    forget_rules(request.user, version)
    return _kept(request)
