"""An account's rules for ID photos: those that ship until they are changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.layouts.idphotos.rules import SHIPPED, RulesChanged, read_rules

from .models import RuleRows

RULES = StudioTable(RuleRows, SHIPPED, read_rules, RulesChanged)
