"""Each part of the running whole killed in turn (kill -9) while 132 files are being made.

Counts what is lost, done twice or left over, and the longest time in which nothing was finished or
nobody was answered; the baseline is the same run in which nothing dies.
"""

from __future__ import annotations

import json
import os
import signal
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[2]))

from launcher.stack import Stack

FILES, PPI = 132, 180
PARTS = ("front", "web", "worker-render", "worker-quick", "clock", "Redis", "MariaDB")
GOALS = {"MariaDB": 10.0}
GOAL = 5.0
#: Runs inside the application: makes the orders, tells their state, tells what lies in the storage.
MAKE = """
import pathlib, sys, time
from django.contrib.auth.models import User
from zollstock.pictures.intake import take_in
from zollstock.pictures.models import Picture
from zollstock.jobs.models import Job
from zollstock.jobs.revisions import begin_print
from zollstock.jobs.firstplan import first_plan
from zollstock.renders.orders import give_order
from zollstock.renders.models import OrderLine
user, _ = User.objects.get_or_create(username="kills")
OrderLine.objects.all().delete()
picture, known = take_in(user, "p.jpg", iter([pathlib.Path({source!r}).read_bytes()]))
while picture.state == "reading":
    time.sleep(0.1)
    picture.refresh_from_db()
job = Job.objects.create(account=user, title="kills")
for number in range({files}):
    plan = first_plan(picture, "cm") | {{"pixels": {{"mode": "fixed", "ppi": {ppi} + number % 7}}}}
    give_order(begin_print(job, picture, plan, number))
"""
STATE = """
import json, pathlib
from django.conf import settings
from zollstock.renders.models import OrderLine
root = pathlib.Path(settings.MEDIA_ROOT)
rows = list(OrderLine.objects.values_list("state", "tries", "files__file"))
stored = [str(p.relative_to(root)) for p in (root / "renders").rglob("*") if p.is_file()]
known = [row[2] for row in rows if row[2]]
print("STATE " + json.dumps({"rows": len(rows), "done": sum(r[0] == "done" for r in rows),
    "failed": sum(r[0] == "failed" for r in rows), "again": sum(r[1] > 1 for r in rows),
    "lost": len(set(known) - set(stored)), "left": len(set(stored) - set(known)),
    "doubled": len(known) - len(set(known)),
    "scratch": len(list((root / "scratch").glob("*/")))}))
"""


def told(stack: Stack, code: str) -> str:
    done = subprocess.run(
        [sys.executable, "-W", "ignore", "manage.py", "shell", "-v", "0", "-c", code],
        cwd=Path(__file__).resolve().parents[1],
        env=stack.environment,
        capture_output=True,
        text=True,
    )
    if done.returncode:
        raise SystemExit(done.stderr[-2000:])
    return done.stdout


class Watcher:
    """Asks ten times a second whether the server is well, and how many files lie in the storage."""

    def __init__(self, stack: Stack) -> None:
        self._stack, self._stop = stack, threading.Event()
        self.silent = self.idle = 0.0
        self.count = 0
        self._thread = threading.Thread(target=self._run, daemon=True)
        self._thread.start()

    def end(self) -> None:
        self._stop.set()
        self._thread.join()

    def _run(self) -> None:
        answered = finished = time.monotonic()
        folder = self._stack.media / "renders"
        while not self._stop.wait(0.1):
            now = time.monotonic()
            try:
                with urllib.request.urlopen(
                    f"{self._stack.address}/api/health", timeout=2
                ) as answer:
                    answered = now if answer.status == 200 else answered
            except (urllib.error.URLError, OSError):
                pass
            count = sum(1 for path in folder.rglob("*") if path.is_file())
            if count != self.count:
                self.count, finished = count, now
            self.silent = max(self.silent, now - answered)
            if self.count < FILES:
                self.idle = max(self.idle, now - finished)


def trial(stack: Stack, source: Path, victim: str | None) -> dict[str, float]:
    for path in (stack.media / "renders").rglob("*"):
        if path.is_file():
            path.unlink()
    told(stack, MAKE.format(source=str(source), files=FILES, ppi=PPI))
    begin, watcher = time.monotonic(), Watcher(stack)
    # In this thread, as the launcher does: a part ends with the thread that started it.
    while watcher.count < FILES and time.monotonic() - begin < 240:
        if victim and watcher.count >= FILES // 3:
            os.kill(stack.part(victim).pid, signal.SIGKILL)
            victim = None
        time.sleep(0.2)
        stack.revive()
    seconds = time.monotonic() - begin
    time.sleep(2)
    watcher.end()
    stack.manage("tidy")
    said = next(line for line in told(stack, STATE).splitlines() if line.startswith("STATE "))
    state = json.loads(said.removeprefix("STATE "))
    return state | {"seconds": seconds, "silent": watcher.silent, "idle": watcher.idle}


def main() -> None:
    from .enlarging import photo_of

    os.environ["ZOLLSTOCK_HTTPS"] = "0"
    for name in [
        name for name in os.environ if name.startswith("ZOLLSTOCK_") and name != "ZOLLSTOCK_HTTPS"
    ]:
        del os.environ[name]
    bad = []
    with tempfile.TemporaryDirectory() as folder, Stack(Path(folder), port=0) as stack:
        source = Path(folder) / "photo.jpg"
        photo_of(source, 1800, 1200)
        stack.start()
        print(
            f"  {'killed':<14} {'seconds':>7} {'× base':>6} {'silent':>7} {'idle':>6}  done failed again "
            "lost doubled left scratch"
        )
        base = 0.0
        for victim in (None, *PARTS):
            found = trial(stack, source, victim)
            base = base or found["seconds"]
            print(
                f"  {victim or 'nothing':<14} {found['seconds']:7.1f} {found['seconds'] / base:6.2f} "
                f"{found['silent']:6.1f}s {found['idle']:5.1f}s  {found['done']:4} {found['failed']:6} "
                f"{found['again']:5} {found['lost']:4} {found['doubled']:7} {found['left']:4} "
                f"{found['scratch']:7}",
                flush=True,
            )
            goal = GOALS.get(victim or "", GOAL)
            if found["done"] != FILES or found["lost"] or found["doubled"] or found["left"]:
                bad.append(f"{victim}: not every file is there once")
            if max(found["silent"], found["idle"]) > goal:
                bad.append(f"{victim}: longer than {goal:.0f} s")
    if bad:
        raise SystemExit("; ".join(bad))


if __name__ == "__main__":
    main()
