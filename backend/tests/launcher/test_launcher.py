"""The launcher from outside, and its parts that have to work before anything else does."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import sys
import time
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[3]
sys.path.insert(0, str(ROOT))

from launcher import processes, setup, stack  # noqa: E402
from launcher.processes import Process  # noqa: E402
from launcher.say import Trouble  # noqa: E402


def zollstock(*arguments: str) -> subprocess.CompletedProcess:
    return subprocess.run(
        [ROOT / "zollstock", *arguments], capture_output=True, text=True, timeout=60
    )


def test_help_names_every_command() -> None:
    said = zollstock("--help").stdout
    for command in ("demo", "serve", "test", "reckon", "render", "shots", "bench", "account"):
        assert command in said


def test_unknown_commands_and_options_are_refused() -> None:
    assert zollstock("frame").returncode == 2
    assert "not understood" in zollstock("demo", "--fast").stderr


def test_it_works_through_a_link_from_any_folder(tmp_path: Path) -> None:
    link = tmp_path / "zs"
    link.symlink_to(ROOT / "zollstock")
    done = subprocess.run(
        [link, "reckon", "-"], input="{}", cwd=tmp_path, capture_output=True, text=True
    )
    assert done.returncode == 2 and "picture: picture is missing; it is required" in done.stderr


def test_a_port_in_use_is_told_in_one_line() -> None:
    with socket.socket() as line:
        line.bind(("127.0.0.1", 0))
        line.listen()
        with pytest.raises(Trouble, match="in use"):
            stack._port_is_free(line.getsockname()[1])


def test_a_full_disk_is_told_before_anything_starts(monkeypatch) -> None:
    usage = type("Usage", (), {"free": 3 * 2**20})
    monkeypatch.setattr(setup.shutil, "disk_usage", lambda _: usage)
    with pytest.raises(Trouble, match="nearly full"):
        setup.everything(dev=False)


def test_without_root_and_sudo_it_says_what_to_ask_for(monkeypatch) -> None:
    monkeypatch.setattr(setup, "_needed", lambda dev: iter([("mariadb-server", lambda: False)]))
    monkeypatch.setattr(setup.os, "geteuid", lambda: 1000)
    monkeypatch.setattr(setup.shutil, "which", lambda name: None if name == "sudo" else name)
    with pytest.raises(Trouble, match="ask for: apt-get install mariadb-server"):
        setup._debian(dev=False)


def test_only_one_runs_from_a_folder(tmp_path: Path) -> None:
    with (
        stack.running_alone(tmp_path),
        pytest.raises(Trouble, match="running from this folder already"),
        stack.running_alone(tmp_path),
    ):
        pass


def test_stamps_follow_what_a_part_is_made_from(monkeypatch, tmp_path: Path) -> None:
    monkeypatch.setattr(setup, "_STAMPS", tmp_path)
    before = setup._hash(ROOT / "README.md")
    setup._stamp("part", before)
    assert setup._stamped("part", before)
    assert not setup._stamped("part", setup._hash(ROOT / "README.md", ROOT / "LICENSE"))
    assert not setup._stamped("other", before)


def test_secrets_are_made_once_and_for_their_owner_alone(tmp_path: Path, monkeypatch) -> None:
    for name in ("ZOLLSTOCK_SECRET_KEY", "ZOLLSTOCK_DB_PASSWORD"):
        monkeypatch.delenv(name, raising=False)
    first, again = stack.Stack(tmp_path, port=0), stack.Stack(tmp_path, port=0)
    key = first.environment["ZOLLSTOCK_SECRET_KEY"]
    assert len(key) > 50 and key == again.environment["ZOLLSTOCK_SECRET_KEY"]
    assert key != first.environment["ZOLLSTOCK_DB_PASSWORD"]
    assert (tmp_path / "secrets" / "secret_key").stat().st_mode & 0o077 == 0


def test_long_folders_get_short_sockets(tmp_path: Path) -> None:
    deep = tmp_path / ("fog" * 30)
    deep.mkdir()
    run = stack._run_folder(deep)
    assert len(str(run / "mariadb.sock")) <= 100
    assert run.stat().st_mode & 0o077 == 0
    run.rmdir()


def test_what_the_person_set_goes_before_what_is_made(tmp_path: Path, monkeypatch) -> None:
    monkeypatch.setenv("ZOLLSTOCK_DB_HOST", "db.example")
    made = stack.Stack(tmp_path, port=0).environment
    assert made["ZOLLSTOCK_DB_HOST"] == "db.example" and made["ZOLLSTOCK_DB_ELSEWHERE"] == "1"


SLEEPER = [
    sys.executable,
    "-c",
    "import subprocess,sys,time;"
    "print(subprocess.Popen([sys.executable,'-c','import time;time.sleep(60)']).pid,flush=True);"
    "time.sleep(60)",
]


def child_in(log: Path) -> int:
    """The number of the child that a sleeper tells in its log."""
    end = time.monotonic() + 20
    while not log.read_text().strip():
        assert time.monotonic() < end
        time.sleep(0.05)
    return int(log.read_text())


def is_gone(pid: int) -> bool:
    """Whether a process is gone, or dead and waiting for the machine's first process to notice."""
    stat = Path(f"/proc/{pid}/stat")
    return not stat.exists() or stat.read_text().rsplit(")", 1)[1].split()[0] == "Z"


def test_a_process_is_stopped_with_what_it_started(tmp_path: Path) -> None:
    log = tmp_path / "log" / "sleeper.log"
    process = Process("sleeper", SLEEPER, dict(os.environ), log, tmp_path)
    child = child_in(log)
    process.stop(patience=5)
    assert not process.alive
    time.sleep(0.2)
    assert is_gone(child)


def test_a_program_is_asked_to_end_once_however_often_it_is_told(tmp_path: Path) -> None:
    counts = (
        "import signal,time\n"
        "signal.signal(signal.SIGTERM, lambda *_: print('asked', flush=True))\n"
        "print('ready', flush=True)\n"
        "while True: time.sleep(1)"
    )
    log = tmp_path / "log"
    counting = Process("counting", [sys.executable, "-c", counts], dict(os.environ), log, tmp_path)
    end = time.monotonic() + 20
    while "ready" not in log.read_text():
        assert time.monotonic() < end
        time.sleep(0.05)
    counting.ask_to_stop()
    counting.stop(patience=1)
    assert log.read_text().split() == ["ready", "asked"]
    assert not counting.alive


def test_a_process_that_dies_is_noticed_and_can_start_again(tmp_path: Path) -> None:
    process = Process("sleeper", SLEEPER, dict(os.environ), tmp_path / "s.log", tmp_path)
    os.killpg(process.pid, signal.SIGKILL)
    end = time.monotonic() + 5
    while process.alive and time.monotonic() < end:
        time.sleep(0.01)
    assert not process.alive
    process.start()
    assert process.alive
    process.stop()


def test_no_lock_file_holds_an_address_or_a_path_of_a_machine() -> None:
    for name in (
        "backend/requirements.txt",
        "backend/requirements-dev.txt",
        "frontend/package-lock.json",
    ):
        text = (ROOT / name).read_text()
        assert (
            '"resolved"' not in text
            and "--index-url" not in text
            and "file://" not in text
            and "--find-links" not in text
        )


def test_a_log_that_has_grown_is_laid_aside_and_emptied_in_place(
    tmp_path: Path, monkeypatch
) -> None:
    monkeypatch.setattr(processes, "LARGEST_LOG", 1000)
    log = tmp_path / "log" / "talker.log"
    talk = [sys.executable, "-uc", "import time\nwhile True: print('x' * 99); time.sleep(0.001)"]
    process = Process("talker", talk, dict(os.environ), log, tmp_path)
    try:
        for _ in range(6):
            end = time.monotonic() + 10
            while log.stat().st_size < 1500 and time.monotonic() < end:
                time.sleep(0.01)
            process.rotate_log()
    finally:
        process.stop(patience=5)
    older = sorted(path.name for path in log.parent.iterdir())
    assert older == ["talker.log", "talker.log.1", "talker.log.2", "talker.log.3"]
    # What the program writes goes on at the new end: no hole of noughts where the old text was.
    assert b"\0" not in log.read_bytes() and (log.parent / "talker.log.1").stat().st_size >= 1500


def test_one_that_dies_at_once_waits_longer_each_time(tmp_path: Path, monkeypatch) -> None:
    now = [100.0]
    monkeypatch.setattr(processes.time, "monotonic", lambda: now[0])
    process = Process(
        "gone", [sys.executable, "-c", ""], dict(os.environ), tmp_path / "g.log", tmp_path
    )
    pauses = []
    for _ in range(6):
        process.handle.wait()
        began = now[0]
        while not process.may_start():
            now[0] += 0.1
        pauses.append(round(now[0] - began, 1))
        process.start()
    process.stop()
    assert pauses == sorted(pauses) and pauses[0] <= 0.6 and 9 < pauses[-1] <= 10.1


def test_started_again_nothing_of_the_one_before_is_left(tmp_path: Path) -> None:
    """The children of a killed program would hold its port or socket."""
    log = tmp_path / "sleeper.log"
    process = Process("sleeper", SLEEPER, dict(os.environ), log, tmp_path)
    child = child_in(log)
    os.kill(process.pid, signal.SIGKILL)
    while process.alive:
        time.sleep(0.01)
    process.start()
    process.stop()
    assert is_gone(child)


def test_a_worker_that_takes_too_much_memory_is_stopped_by_its_limit() -> None:
    """What the worker does at its start, and then a picture that wants a gigabyte."""
    code = (
        "from zollstock.site.limits import hold_memory; hold_memory()\n"
        "try: bytearray(2**30)\n"
        "except MemoryError: print('held')\n"
        "print(len(bytearray(2**25)))"
    )
    done = subprocess.run(
        [sys.executable, "-c", code],
        capture_output=True,
        text=True,
        cwd=ROOT / "backend",
        env=os.environ | {"ZOLLSTOCK_WORKER_MIB": "400"},
    )
    assert done.stdout.split() == ["held", str(2**25)], done.stderr


def test_help_names_backup_and_restore() -> None:
    said = zollstock("--help").stdout
    assert "backup" in said and "restore" in said
    assert zollstock("restore", "/nowhere/at/all.tar").returncode != 0
