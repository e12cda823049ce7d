"""The real application, complete: front, web server, workers and clock on a database of its own."""

from __future__ import annotations

import fcntl
import os
import sys
from collections.abc import Callable, Generator, Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

import pytest

sys.path.insert(0, str(Path(__file__).resolve().parents[2]))

from launcher.stack import COLLATION, Stack

#: So many lines of each worker's log stand with a test that failed.
LAST_LINES = 25
DATABASE = "zollstock_running"
#: Of a test in the browser: what its page was answered and shows, under headings.
ON_THE_PAGE = pytest.StashKey[Callable[[], list[tuple[str, str]]]]()
#: Each of the processes that share the tests is a person of its own.
_PART = os.environ.get("PYTEST_XDIST_WORKER", "gw0").removeprefix("gw")
NAME, PASSWORD = "keeper" if _PART == "0" else f"keeper-{_PART}", "pans-and-fog-1884"


@pytest.fixture(scope="session")
def stack(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Stack]:
    """One for all processes that share the tests: who needs it first starts it, and stops it when nobody
    needs it any more."""
    own = tmp_path_factory.getbasetemp()
    common = own.parent if "PYTEST_XDIST_WORKER" in os.environ else own
    known = common / "running.port"
    with (common / "running.used").open("w") as used:
        with _alone(common):
            mine = not known.exists()
            running = Stack(common / "running", 0 if mine else int(known.read_text()))
            running.environment |= {
                "ZOLLSTOCK_DB_NAME": DATABASE,
                "ZOLLSTOCK_PASSWORD": PASSWORD,
                "ZOLLSTOCK_REDIS_DB": "4",
                "ZOLLSTOCK_HTTPS": "0",
            }
            with ExitStack() as undone:
                undone.callback(running.stop)
                if mine:
                    _make_database()
                    running.start_lab(pace=1.0)
                    running.start()
                running.manage("make_account", NAME)
                known.write_text(str(running.port))
                undone.pop_all()
            fcntl.flock(used, fcntl.LOCK_SH)
        yield running
        if mine:
            fcntl.flock(used, fcntl.LOCK_EX)
            with _alone(common):
                known.unlink()
                running.stop()


@contextmanager
def _alone(folder: Path) -> Iterator[None]:
    """One process at a time starts or stops the whole."""
    with (folder / "running.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def _make_database() -> None:
    import MySQLdb
    from django.conf import settings

    database = settings.DATABASES["default"]
    line = MySQLdb.connect(
        unix_socket=database["HOST"], user=database["USER"], password=database["PASSWORD"]
    )
    line.query(f"DROP DATABASE IF EXISTS {DATABASE}")
    line.query(f"CREATE DATABASE {DATABASE} CHARACTER SET utf8mb4 COLLATE {COLLATION}")
    line.close()


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(
    item: pytest.Item, call: pytest.CallInfo[None]
) -> Generator[None, pytest.TestReport, pytest.TestReport]:
    """What the page and the workers said last, with a test of the running whole that failed."""
    report = yield
    if report.failed and call.when == "call" and ON_THE_PAGE in item.stash:
        report.sections.extend(item.stash[ON_THE_PAGE]())
    running = getattr(item, "funcargs", {}).get("stack")
    if report.failed and running is not None:
        for log in sorted((running.var / "log").glob("worker-*.log")):
            said = [line for line in log.read_text().splitlines() if " pyvips: " not in line]
            report.sections.append((log.name, "\n".join(said[-LAST_LINES:])))
    return report


def pytest_terminal_summary(terminalreporter: pytest.TerminalReporter) -> None:
    """What went wrong in a test that passed the second time is shown: it is a fault all the same."""
    for report in terminalreporter.getreports("rerun"):
        terminalreporter.section(f"failed at first: {report.nodeid}")
        terminalreporter.line(str(report.longrepr)[:6000])
