"""The real application, complete: front, web server, workers and clock on a database of its own."""

from __future__ import annotations

import os
import sys
from collections.abc import Generator, Iterator
from pathlib import Path

import pytest

sys.path.insert(0, str(Path(__file__).resolve().parents[2]))

from launcher.stack import COLLATION, Stack

#: So many lines of each worker's log stand with a test that failed.
LAST_LINES = 25
#: Which of the processes that share the tests this is: each has a running whole of its own.
_PART = int(os.environ.get("PYTEST_XDIST_WORKER", "gw0").removeprefix("gw"))
DATABASE = f"zollstock_running_{_PART}"
#: Of Redis' sixteen databases the whole takes two, from the fifth on.
_REDIS_DB = 4 + 2 * _PART
NAME, PASSWORD = "keeper", "pans-and-fog-1884"


@pytest.fixture(scope="session")
def stack(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Stack]:
    import MySQLdb
    from django.conf import settings

    database = settings.DATABASES["default"]
    line = MySQLdb.connect(
        unix_socket=database["HOST"], user=database["USER"], password=database["PASSWORD"]
    )
    line.query(f"DROP DATABASE IF EXISTS {DATABASE}")
    line.query(f"CREATE DATABASE {DATABASE} CHARACTER SET utf8mb4 COLLATE {COLLATION}")
    line.close()
    with Stack(tmp_path_factory.mktemp("running"), port=0) as running:
        running.environment |= {
            "ZOLLSTOCK_DB_NAME": DATABASE,
            "ZOLLSTOCK_PASSWORD": PASSWORD,
            "ZOLLSTOCK_REDIS_DB": str(_REDIS_DB),
            "ZOLLSTOCK_HTTPS": "0",
        }
        running.start()
        running.manage("make_account", NAME)
        yield running


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(
    item: pytest.Item, call: pytest.CallInfo[None]
) -> Generator[None, pytest.TestReport, pytest.TestReport]:
    """What the workers said last, with a test of the running whole that failed."""
    report = yield
    running = getattr(item, "funcargs", {}).get("stack")
    if report.failed and running is not None:
        for log in sorted((running.var / "log").glob("worker-*.log")):
            said = [line for line in log.read_text().splitlines() if " pyvips: " not in line]
            report.sections.append((log.name, "\n".join(said[-LAST_LINES:])))
    return report
