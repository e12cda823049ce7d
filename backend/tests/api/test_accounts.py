"""Sign-in and who may see what."""

from __future__ import annotations

import json

import pytest
from django.core.management import call_command
from django.test import Client

from tests.api.caller import Caller, ready_print
from tests.conftest import PASSWORD


def test_signs_in_keeps_and_ends_a_session(account) -> None:
    caller = Caller()
    caller("GET", "session", expect=401)
    assert caller("POST", "session", {"name": "keeper", "password": PASSWORD})["name"] == "keeper"
    assert caller("GET", "session")["unit"] == "cm"
    caller("DELETE", "session", expect=204)
    caller("GET", "session", expect=401)


def test_signing_in_needs_the_token(account) -> None:
    client = Client(enforce_csrf_checks=True)
    body = {"name": "keeper", "password": PASSWORD}
    assert client.post("/api/session", body, content_type="application/json").status_code == 403


def test_every_change_needs_the_token(caller) -> None:
    response = caller.client.post("/api/jobs", {"title": "x"}, content_type="application/json")
    assert response.status_code == 403


def test_wrong_tries_are_throttled(account) -> None:
    caller = Caller()
    wrong = {"name": "keeper", "password": "guess"}
    statuses = [
        caller.send("POST", "session", json.dumps(wrong), "application/json").status_code
        for _ in range(9)
    ]
    assert statuses[0] == 401 and statuses[-1] == 429
    answer = caller("POST", "session", {"name": "keeper", "password": PASSWORD}, expect=429)
    assert "Wait ten minutes" in answer["message"]


def test_password_changes_with_the_old_one_and_rules(caller) -> None:
    change = lambda old, new, expect: caller(  # noqa: E731
        "POST", "account/password", {"old": old, "new": new}, expect=expect
    )
    assert "old password is wrong" in change("no", "a-long-new-one-7", 422)["message"]
    assert "too short" in change(PASSWORD, "short", 422)["message"]
    change(PASSWORD, "a-long-new-one-7", 204)
    assert caller("GET", "session")["name"] == "keeper"


def test_a_page_of_somebody_else_neither_shows_nor_changes_anything(caller) -> None:
    """Another window of the same browser has signed in: the session is its own."""
    for name, status in (("keeper", 200), ("miller", 401), ("M%C3%BCller", 401), ("", 401)):
        page = {"X-Account": name, "X-CSRFToken": caller.client.cookies["csrftoken"].value}
        change = {"unit": "in" if status == 200 else "mm"}
        changed = caller.client.patch(
            "/api/account", change, content_type="application/json", headers=page
        )
        assert changed.status_code == status
        assert caller.client.get("/api/jobs", headers=page).status_code == status
        # Where sessions are remembered for a moment, too.
        typed = {"text": "20 cm", "purpose": "distance"}
        read = caller.client.post(
            "/api/lengths/read", typed, content_type="application/json", headers=page
        )
        assert read.status_code == status
    assert caller("GET", "session")["unit"] == "in"


def test_preferences_are_kept(caller) -> None:
    assert caller("PATCH", "account", {"unit": "in", "light": "booth"})["light"] == "booth"
    assert caller("GET", "session")["unit"] == "in"
    caller("PATCH", "account", {"unit": "cubit"}, expect=422)


def test_nothing_of_one_account_is_seen_by_another(caller, other, photo) -> None:
    held = ready_print(caller, photo())
    render = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    job, picture = held["job"], held["picture"]["id"]
    plan = {"plan": held["plan"], "version": held["version"]}
    for method, path, body in (
        ("GET", f"jobs/{job}", None), ("PUT", f"jobs/{job}", {"title": "mine"}),
        ("DELETE", f"jobs/{job}", None), ("GET", f"jobs/{job}/archive", None),
        ("POST", f"jobs/{job}/prints", {"picture": picture}),
        ("GET", f"prints/{held['id']}", None), ("DELETE", f"prints/{held['id']}", None),
        ("PUT", f"prints/{held['id']}/plan", plan), ("GET", f"prints/{held['id']}/plan.json", None),
        ("POST", f"prints/{held['id']}/undo", {"version": 1}),
        ("POST", f"prints/{held['id']}/orders", {"version": 1}),
        ("GET", f"pictures/{picture}", None), ("DELETE", f"pictures/{picture}", None),
        ("GET", f"pictures/{picture}/bench.jpg", None),
        ("GET", f"order-lines/{render['id']}", None), ("GET", f"order-lines/{render['id']}/files/1", None),
        ("POST", f"order-lines/{render['id']}/cancel", None),
    ):  # fmt: skip
        answer = other(method, path, body, expect=404)
        assert "keeper" not in str(answer)
    assert other.listed("jobs") == [] and other.listed("pictures") == []
    mine = other("POST", "jobs", {"title": "Mine"})
    other("POST", f"jobs/{mine['id']}/prints", {"picture": picture}, expect=404)
    assert caller("GET", f"prints/{held['id']}")["version"] == held["version"]


def test_the_same_file_of_another_account_is_not_given_away(caller, other, photo) -> None:
    file = photo()
    first, second = caller.upload(file), other.upload(file)
    assert not second["known"]
    assert first["picture"]["id"] != second["picture"]["id"]


@pytest.mark.parametrize("path", ["jobs", "pictures", "reference", "prints/1", "session"])
def test_strangers_are_sent_to_the_door(db, path: str) -> None:
    assert Caller()("GET", path, expect=401)["message"] == "Sign in first."


def test_the_sign_in_page_tells_the_login_of_a_demo_and_of_nothing_else(db, settings) -> None:
    assert Caller()("GET", "welcome") == {"demo": None}
    settings.DEMO_LOGIN = "keeper:tide-mill"
    assert Caller()("GET", "welcome") == {"demo": {"name": "keeper", "password": "tide-mill"}}


def test_the_page_has_a_strict_policy(db) -> None:
    response = Client().get("/")
    policy = response.headers["Content-Security-Policy"]
    assert "default-src 'none'" in policy and "script-src 'self'" in policy
    assert "unsafe" not in policy
    assert response.headers["X-Frame-Options"] == "DENY"


def test_deployment_check_is_clean_under_production_settings() -> None:
    import os
    import subprocess
    import sys
    from pathlib import Path

    backend = Path(__file__).resolve().parents[2]
    environment = os.environ | {"ZOLLSTOCK_HTTPS": "1", "ZOLLSTOCK_SECRET_KEY": "k9-" * 30 + "Zw4"}
    environment.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)  # set for the browser tests
    done = subprocess.run(
        [sys.executable, "-W", "ignore", "manage.py", "check", "--deploy", "--fail-level", "WARNING"],
        cwd=backend, env=environment, capture_output=True, text=True,
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
    assert "no issues" in done.stdout


def test_an_account_is_made_from_the_shell(db, monkeypatch, capsys) -> None:
    monkeypatch.setenv("ZOLLSTOCK_PASSWORD", PASSWORD)
    call_command("make_account", "printer")
    assert "printer is ready" in capsys.readouterr().out
    Caller()("POST", "session", {"name": "printer", "password": PASSWORD})
