"""Calls the API as an interface would: signed in, with the token, JSON in and out."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any
from urllib.parse import quote

from django.contrib.auth.models import User
from django.test import Client


class Caller:
    """A signed-in client that checks CSRF tokens, as the real server does."""

    def __init__(self, account: User | None = None) -> None:
        self.client = Client(enforce_csrf_checks=True)
        if account is not None:
            self.client.force_login(account)
        self.client.get("/")
        self.status = 0

    def __call__(self, method: str, path: str, body: Any = None, expect: int = 200) -> Any:
        """The decoded answer; fails the test when the status is not `expect`."""
        response = self.send(
            method, path, json.dumps(body) if body is not None else "", "application/json"
        )
        answer = self._decoded(response)
        assert response.status_code == expect, (response.status_code, answer)
        return answer

    def listed(self, path: str) -> list[Any]:
        """All items of a list, page by page."""
        found, cursor = [], ""
        while cursor is not None:
            mark = "&" if "?" in path else "?"
            page = self("GET", f"{path}{mark}cursor={quote(cursor)}" if cursor else path)
            found += page["items"]
            cursor = page["next"]
        return found

    def send(self, method: str, path: str, data: Any, kind: str) -> Any:
        token = self.client.cookies["csrftoken"].value if "csrftoken" in self.client.cookies else ""
        return self.client.generic(
            method, f"/api/{path}", data, content_type=kind, headers={"X-CSRFToken": token}
        )

    def upload(self, file: Path | bytes, name: str = "", expect: int = 200) -> Any:
        data = file if isinstance(file, bytes) else file.read_bytes()
        name = name or (file.name if isinstance(file, Path) else "file")
        response = self.send(
            "POST", f"pictures?name={quote(name)}", data, "application/octet-stream"
        )
        assert response.status_code == expect, response.content
        return self._decoded(response)

    @staticmethod
    def _decoded(response: Any) -> Any:
        if response.streaming:
            return b"".join(response.streaming_content)
        kind = response.headers.get("Content-Type", "")
        return (
            response.json()
            if kind.startswith("application/json") and response.content
            else (response.content)
        )


def ready_print(caller: Caller, file: Path, **plan: Any) -> dict:
    """A job with one print of an uploaded, read picture; `plan` replaces parts of its plan."""
    from zollstock.pictures.tasks import read

    picture = caller.upload(file)["picture"]
    read(picture["id"])
    job = caller("POST", "jobs", {"title": "Hall"})
    held = caller("POST", f"jobs/{job['id']}/prints", {"picture": picture["id"]})
    if plan:
        change = {"plan": held["plan"] | plan, "version": held["version"]}
        held = caller("PUT", f"prints/{held['id']}/plan", change)
    return held
