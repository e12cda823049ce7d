"""An account's rules for ID photos: those that ship until they are changed."""

from __future__ import annotations

from django.contrib.auth.models import User

from zollstock.accounts.savedtable import forget, keep, saved_table
from zollstock.core.layouts.idphotos.rules import SHIPPED, RuleBook, RulesChanged

from .models import RuleRows


def rules_of(account: User) -> tuple[RuleBook, int]:
    """The rules and their version; 0 while they are those that ship."""
    document, version = saved_table(RuleRows, account)
    return (SHIPPED if document is None else RuleBook.model_validate(document)), version


def save_rules(account: User, book: RuleBook, version: int) -> int:
    """Keep rules; returns their version. Raises `RulesChanged` when `version` is not the one in force."""
    return keep(RuleRows, account, book.model_dump(mode="json"), version, RulesChanged())


def forget_rules(account: User, version: int) -> None:
    """Back to the rules that ship. Raises `RulesChanged` likewise."""
    forget(RuleRows, account, version, RulesChanged())
