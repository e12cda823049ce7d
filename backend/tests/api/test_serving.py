"""What the web server's processes share: they are forked from one that has read the application in."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

BACKEND = Path(__file__).resolve().parents[2]
READ_IN = """
import gc, sys
import zollstock.site.wsgi
from django.db import connections
from zollstock.core.seeing import contrast
print(contrast._curve.cache_info().currsize, "zollstock.site.api" in sys.modules)
print(gc.get_freeze_count() > 100_000, [line for line in connections.all() if line.connection])
"""
#: The modules that a first message reads in, the patterns that are not compiled yet, and whether tones are there.
FIRST_ANSWERS = """
import sys
import zollstock.site.wsgi
from celery import current_app
from django.urls import get_resolver
from zollstock.pixels.shipping import shipped_tones

before = set(sys.modules)
current_app.send_task("nobody.there", ["x"], retry=False, queue="nobody")
print(sorted(name for name in set(sys.modules) - before if name.startswith(("celery", "kombu"))))
patterns = [one.pattern for one in get_resolver().url_patterns[0].url_patterns]
print([str(one) for one in patterns if "regex" not in vars(one)])
print(shipped_tones.cache_info().currsize)
"""


def test_nobodys_first_request_waits_for_the_application_to_be_read_in() -> None:
    """All of it, and what it reckons once, is there before there are several processes, but no line to
    the database, which they must not share."""
    said = subprocess.run(
        [sys.executable, "-c", READ_IN], cwd=BACKEND, check=True, capture_output=True, text=True
    ).stdout
    assert said.splitlines() == ["1 True", "True []"]


def test_nor_for_what_a_message_takes_nor_for_patterns_and_profiles() -> None:
    said = subprocess.run(
        [sys.executable, "-c", FIRST_ANSWERS],
        cwd=BACKEND,
        check=True,
        capture_output=True,
        text=True,
    ).stdout
    assert said.splitlines() == ["[]", "[]", "1"]
