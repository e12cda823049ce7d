"""Who asks is decided in one place, and every model says whose its rows are."""

from __future__ import annotations

import ast
from pathlib import Path

import pytest
from django.apps import apps
from django.contrib.auth.models import User

from zollstock.accounts.principal import Principal

CODE = Path(__file__).parents[2] / "zollstock"
#: What belongs to nobody: how fast this machine is, and the log of whatever row.
NOBODYS = {"MethodPace", "Event"}
#: Set up for somebody else, with nobody asking.
NOT_ASKED = ("accounts/principal.py", "/migrations/", "demo/management/")
QUERIES = {"filter", "get", "exclude", "get_object_or_404"}

OURS = [model for model in apps.get_models() if model.__module__.startswith("zollstock.")]


@pytest.mark.django_db
@pytest.mark.parametrize("model", OURS, ids=lambda model: model.__name__)
def test_every_row_is_somebodys(model, account: User) -> None:
    if model.__name__ in NOBODYS:
        assert not any(field.related_model is User for field in model._meta.get_fields())
        return
    assert not Principal(account).may_see(model._default_manager).exists()


def asks_by_itself(call: ast.Call) -> bool:
    named = call.func.attr if isinstance(call.func, ast.Attribute) else getattr(call.func, "id", "")
    owners = {"account", *(getattr(model, "OWNER", "account") for model in OURS)}
    return named in QUERIES and any(word.arg in owners for word in call.keywords)


def test_no_query_decides_by_itself_whose_rows_it_sees() -> None:
    found = [
        f"{path.relative_to(CODE)}:{node.lineno}"
        for path in CODE.rglob("*.py")
        if not any(part in path.relative_to(CODE).as_posix() for part in NOT_ASKED)
        for node in ast.walk(ast.parse(path.read_text()))
        if isinstance(node, ast.Call) and asks_by_itself(node)
    ]
    assert not found, "ask `Principal.may_see` in accounts/principal.py"
