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


def test_nobodys_first_request_waits_for_the_application_to_be_read_in() -> None:
    """All of it, and what it reckons once, is there before there are several processes, but no line to
    the database, which they must not share."""
    said = subprocess.run(
        [sys.executable, "-c", READ_IN], cwd=BACKEND, check=True, capture_output=True, text=True
    ).stdout
    assert said.splitlines() == ["1 True", "True []"]
