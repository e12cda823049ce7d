"""An account's rules for ID photos: those that ship until they are changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.layouts.idphotos.rules import DECIDES, SHIPPED, RulesChanged, read_rules
from zollstock.core.layouts.idphotos.rulestable import rules_from, write_rules

from .models import RuleRows

RULES = StudioTable(
    "/photo-rules",
    RuleRows,
    SHIPPED,
    read_rules,
    RulesChanged,
    write_rules,
    lambda text, _: rules_from(text),
    note=DECIDES,
)
