"""The running whole: MariaDB, Redis, web server, workers and the clock, on loopback only."""

from __future__ import annotations

import fcntl
import hashlib
import os
import secrets
import shutil
import socket
import subprocess
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from types import TracebackType

from .front import LANES, configuration
from .places import BACKEND, PYTHON
from .processes import PRIVATE, Process
from .say import Trouble, step, tell

#: Names and passwords compare exactly: upper and lower case, marks, and spaces at the end.
COLLATION = "utf8mb4_nopad_bin"
#: Queues with the processes of their worker, and the memory each of these may take, MiB.
WORKERS = {
    "quick": (2, 3072),
    "looks": (1, 3072),
    "heavy": (1, 4096),
    "render": (1, 6144),
}
#: Memory that a process for large questions may take, MiB, and the lines for downloads that are packed on their way.
HEAVY_MIB, STREAMS = 2048, 24
#: How often, seconds, the parts are looked after, and their logs.
WATCH_EVERY, ROTATE_EVERY = 0.2, 60.0
_SBIN = "/usr/local/sbin:/usr/sbin:/sbin"
#: A Unix socket's path may have 107 bytes; longer folders get theirs under the temporary folder.
_LONGEST_SOCKET = 100


@contextmanager
def running_alone(var: Path) -> Iterator[None]:
    """Only one Zollstock runs from a folder."""
    with (var / "running.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            raise Trouble("Zollstock is running from this folder already; stop it first") from None
        yield


class Stack:
    """Starts, watches and stops the parts; `var` holds all their data.

    `fast` trades the database's safety against a power cut for speed, for tests.
    """

    def __init__(self, var: Path, port: int, fast: bool = False) -> None:
        var.mkdir(mode=0o700, parents=True, exist_ok=True)
        var.chmod(0o700)
        self.var, self.fast = var, fast
        self.port = port or _free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        #: What everything stands on, and what stands on it.
        self._services: list[Process] = []
        self._programs: list[Process] = []
        run = _run_folder(var)
        self._database, self._broker = run / "mariadb.sock", run / "redis.sock"
        self._web = run / "web.sock"
        self._lanes = {name: run / f"{name}.sock" for name in LANES}
        self.environment = self._environment()

    def __enter__(self) -> Stack:
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        self.stop()

    def start(self) -> None:
        """Everything, in the order in which one needs the other."""
        _port_is_free(self.port)
        self.start_services()
        # A restore that was killed in the middle is put back before anybody sees half of it.
        from .restore import mend

        mend(self)
        step("Bringing the tables up to date")
        self.manage("prepare", COLLATION)
        step("Starting web server and workers")
        self.start_web()
        self.start_workers()
        self._wait_for_web()

    def start_services(self) -> None:
        if not self.environment.get("ZOLLSTOCK_DB_ELSEWHERE"):
            self._start_mariadb()
        if not self.environment.get("ZOLLSTOCK_REDIS_ELSEWHERE"):
            self._start_redis()

    def start_lab(self, pace: float = 20.0, slow: str = "lantern") -> None:
        """The made-up labs, before the parts that are told of them; `pace` is seconds from one state of an order to the next,
        but at the `slow` one, where an order is on its way for a day.

        They play faults by a plan, as real ones do; what they wrote down stays in their own folder.
        """
        folder, port = self.var / "lab", _free_port()
        folder.mkdir(mode=0o700, exist_ok=True)
        rules = subprocess.run([PYTHON, "-m", "standins.rules", "--slow", slow], cwd=BACKEND, env=self.environment, check=True, stdout=subprocess.PIPE)  # fmt: skip
        (folder / "rules.json").write_bytes(rules.stdout)
        self.environment["ZOLLSTOCK_LABS"] = f"simulated=http://127.0.0.1:{port}"
        self._program("lab", [
            PYTHON, "-m", "standins.lab", "--folder", str(folder), "--port", str(port), "--rules", str(folder / "rules.json"),
            "--faults", "1884", "--pace", str(pace),
        ])  # fmt: skip

    def start_web(self) -> None:
        """The application on a socket, and nginx before it on the port.

        Each process takes no more requests than it has threads: what waits, waits before all of them,
        and goes to the first that is free.
        """
        self._serve("web", self._web, 3, 3, 120)
        # Large questions: one at a time in each process, which stands back and may take so much memory.
        self._serve("heavy", self._lanes["heavy"], 3, 1, 60, most_mib=HEAVY_MIB)
        # Downloads that are packed on their way: they cost little, and each is as slow as its reader.
        self._serve("streams", self._lanes["streams"], 1, STREAMS, 120)
        folder = self.var / "nginx"
        folder.mkdir(mode=0o700, exist_ok=True)
        settings = folder / "nginx.conf"
        settings.write_text(
            configuration(
                folder,
                self.port,
                self._web,
                self.media,
                int(self.environment.get("ZOLLSTOCK_MOST_BYTES", 2**30)),
                self.environment.get("ZOLLSTOCK_CLIENT_HEADER", ""),
                self._lanes,
            )
        )
        self._program("front", ["nginx", "-p", str(folder), "-e", "stderr", "-c", str(settings)])

    def _serve(
        self,
        name: str,
        at: Path,
        processes: int,
        threads: int,
        seconds: int,
        most_mib: int = 0,
    ) -> None:
        """The application on a socket; a lane of it (`zollstock.site.lanes`) under its own name."""
        stand_back = [] if name == "web" else ["nice", "-n", "10"]
        self._program(name, [
            *stand_back, PYTHON, "-m", "gunicorn", "zollstock.site.wsgi", "--bind", f"unix:{at}",
            "--worker-class", "gthread", "--workers", str(processes), "--threads", str(threads),
            "--timeout", str(seconds), "--worker-connections", str(threads), "--keep-alive", "0", "--preload",
            # The front holds both to its own, smaller, limits, and says so in the API's words.
            "--limit-request-line", "0", "--limit-request-field_size", "65536",
            "--log-level", "warning", "--worker-tmp-dir", str(self.var), "--umask", "0077",
        ], {
            "ZOLLSTOCK_FRONT": "1",
            "ZOLLSTOCK_LANE": "" if name == "web" else name,
            "ZOLLSTOCK_WORKER_MIB": str(most_mib),
        })  # fmt: skip

    def start_workers(self) -> None:
        for queue in WORKERS:
            self.start_worker(queue)
        # A second one for files: while one is being started again, the other goes on.
        self.start_worker("render", "render-2")
        self._program("clock", [*self._celery(), "beat", "--loglevel", "warning", "--pidfile="])

    def start_worker(self, queue: str, name: str = "") -> Process:
        processes, most_mib = WORKERS[queue]
        # Long work stands back: screens are answered first.
        stand_back = [] if queue in ("quick", "looks") else ["nice", "-n", "10"]
        return self._program(f"worker-{name or queue}", [
            *stand_back, *self._celery(), "worker", "--queues", queue, "--concurrency", str(processes),
            "--loglevel", "info", "--hostname", f"{queue}-{secrets.token_hex(3)}@%h",
            "--without-gossip", "--without-mingle",
        ], {
            "ZOLLSTOCK_WORKER_MIB": str(most_mib),
            "ZOLLSTOCK_WORKER_READY": self._ready_at_once(queue),
        })  # fmt: skip

    def _ready_at_once(self, queue: str) -> str:
        """Whether a worker reads in what is compiled when it starts: where somebody waits for a first look."""
        return self.environment.get("ZOLLSTOCK_WORKER_READY", "1") if queue == "looks" else "0"

    def manage(self, *arguments: str) -> None:
        """A Django command; its last line is the reason when it fails."""
        done = subprocess.run(
            [PYTHON, "-W", "ignore", "manage.py", *arguments],
            cwd=BACKEND,
            env=self.environment,
            umask=PRIVATE,
            stderr=subprocess.PIPE,
            text=True,
        )
        if done.returncode:
            reason = (done.stderr.strip() or "no reason given").splitlines()[-1]
            raise Trouble(f"{arguments[0]} failed: {reason}")

    def watch(self) -> None:
        """Until Ctrl-C: whatever dies is started again, and logs are kept from growing."""
        looked_at_logs = time.monotonic()
        while True:
            time.sleep(WATCH_EVERY)
            self.revive()
            if time.monotonic() > looked_at_logs + ROTATE_EVERY:
                looked_at_logs = time.monotonic()
                for process in self._processes:
                    process.rotate_log()

    def revive(self) -> None:
        """Start again what has died: one that dies at once over and over waits longer each time."""
        for process in self._processes:
            if not process.alive and process.may_start():
                tell(f"{process.name} stopped and is started again; see {process.log}")
                process.start()

    def stop(self) -> None:
        if self._processes:
            step("Stopping")
        # What takes orders goes first, all at once; then what it stands on, the database last.
        for process in self._programs:
            process.ask_to_stop()
        for process in [*self._programs, *reversed(self._services)]:
            process.stop()
        self._programs.clear()
        self._services.clear()

    @property
    def _processes(self) -> list[Process]:
        return [*self._services, *self._programs]

    def services_answer(self) -> bool:
        return all(_answers(path) for path in (self._database, self._broker))

    @property
    def media(self) -> Path:
        return Path(self.environment.get("ZOLLSTOCK_MEDIA", self.var / "media"))

    def part(self, name: str) -> Process:
        """A running part by its name."""
        return next(process for process in self._processes if process.name == name)

    def _program(
        self, name: str, command: list[str], more: dict[str, str] | None = None
    ) -> Process:
        process = Process(name, command, self.environment | (more or {}), self._log(name), BACKEND)
        self._programs.append(process)
        return process

    def _celery(self) -> list[str]:
        return [PYTHON, "-m", "celery", "--quiet", "--app", "zollstock.site"]

    def _log(self, name: str) -> Path:
        return self.var / "log" / f"{name}.log"

    def _environment(self) -> dict[str, str]:
        """What the parts are told. What the person set stays; secrets are made at first start."""
        own = dict(os.environ)
        own["PATH"] = f"{own.get('PATH', '')}:{_SBIN}"
        own["ZOLLSTOCK_VAR"] = str(self.var)
        # Django's checks are the web's: each worker would read the whole API in for them first.
        own.setdefault("CELERY_SKIP_CHECKS", "1")
        own["VIPS_CONCURRENCY"] = own.get("VIPS_CONCURRENCY", str(os.cpu_count() or 2))
        if "ZOLLSTOCK_DB_HOST" in own:
            own["ZOLLSTOCK_DB_ELSEWHERE"] = "1"
        if "ZOLLSTOCK_REDIS" in own:
            own["ZOLLSTOCK_REDIS_ELSEWHERE"] = "1"
        own.setdefault("ZOLLSTOCK_DB_HOST", str(self._database))
        own.setdefault("ZOLLSTOCK_REDIS", f"redis+socket://{self._broker}")
        for name in ("SECRET_KEY", "DB_PASSWORD"):
            own.setdefault(f"ZOLLSTOCK_{name}", self._secret(name.lower()))
        return own

    def _secret(self, name: str) -> str:
        path = self.var / "secrets" / name
        if not path.exists():
            path.parent.mkdir(mode=0o700, exist_ok=True)
            path.touch(mode=0o600)
            path.write_text(secrets.token_urlsafe(48))
        return path.read_text()

    def _start_mariadb(self) -> None:
        data, me = self.var / "mariadb", _user()
        if not (data / "mysql").is_dir():
            step("Making the database")
            shutil.rmtree(data, ignore_errors=True)
            self._run_or_trouble([
                "mariadb-install-db", "--no-defaults", f"--datadir={data}", f"--user={me}",
                "--auth-root-authentication-method=socket", f"--auth-root-socket-user={me}",
                "--skip-test-db",
            ], "the database could not be made")  # fmt: skip
        step("Starting MariaDB")
        # Its own: one that starts clears away whatever temporary tables lie where it puts its own.
        scratch = self.var / "database-tmp"
        scratch.mkdir(mode=0o700, exist_ok=True)
        safety = ["--innodb-flush-log-at-trx-commit=0", "--skip-innodb-doublewrite"]
        self._database.unlink(missing_ok=True)
        process = Process("MariaDB", [
            "mariadbd", "--no-defaults", f"--datadir={data}", f"--socket={self._database}",
            f"--tmpdir={scratch}", f"--pid-file={self.var / 'mariadb.pid'}", f"--user={me}", "--skip-networking",
            "--skip-log-bin", "--character-set-server=utf8mb4",
            f"--collation-server={COLLATION}", "--innodb-buffer-pool-size=128M",
            *(safety if self.fast else []),
        ], self.environment, self._log("mariadb"), self.var)  # fmt: skip
        self._services.append(process)
        self._wait_for(process, self._database)
        password = self.environment["ZOLLSTOCK_DB_PASSWORD"]
        grant = (
            f"CREATE DATABASE IF NOT EXISTS zollstock CHARACTER SET utf8mb4 COLLATE {COLLATION};"
            f"ALTER DATABASE zollstock CHARACTER SET utf8mb4 COLLATE {COLLATION};"
            "CREATE USER IF NOT EXISTS zollstock@localhost;"
            f"ALTER USER zollstock@localhost IDENTIFIED BY '{password}';"
            "GRANT ALL ON `%zollstock%`.* TO zollstock@localhost;"
        )
        self._run_or_trouble(
            ["mariadb", "--no-defaults", f"--socket={self._database}", f"--user={me}"],
            "the database does not let its owner in",
            grant,
        )

    def _start_redis(self) -> None:
        step("Starting Redis")
        self._broker.unlink(missing_ok=True)
        process = Process("Redis", [
            "redis-server", "--port", "0", "--unixsocket", str(self._broker), "--unixsocketperm",
            "700", "--dir", str(self.var), "--save", "", "--daemonize", "no",
            # Messages outlive a killed Redis; without them the clock would send them again, later.
            "--appendonly", "no" if self.fast else "yes", "--appenddirname", "redis",
        ], self.environment, self._log("redis"), self.var)  # fmt: skip
        self._services.append(process)
        self._wait_for(process, self._broker)

    def _wait_for(self, process: Process, path: Path, patience: float = 60) -> None:
        end = time.monotonic() + patience
        while time.monotonic() < end and process.alive:
            if _answers(path):
                return
            time.sleep(0.05)
        raise Trouble(f"{process.name} does not start; its last words are in {process.log}")

    def _wait_for_web(self, patience: float = 60) -> None:
        end = time.monotonic() + patience
        request = urllib.request.Request(
            f"{self.address}/api/health", headers={"X-Forwarded-Proto": "https"}
        )
        while time.monotonic() < end:
            try:
                with urllib.request.urlopen(request, timeout=5):
                    return
            except urllib.error.HTTPError as error:
                if error.code == 503:  # the front is there, the application behind it not yet
                    time.sleep(0.1)
                    continue
                raise Trouble(
                    f"the web server answers {error.code}; see {self._log('web')}"
                ) from None
            except OSError:
                time.sleep(0.1)
        raise Trouble(f"the web server does not answer; see {self._log('web')}")

    def _run_or_trouble(self, command: list[str], what: str, given: str = "") -> None:
        done = subprocess.run(
            command, env=self.environment, input=given, capture_output=True, text=True
        )
        if done.returncode:
            last = (done.stderr.strip() or done.stdout.strip() or "no reason given").splitlines()[
                -1
            ]
            raise Trouble(f"{what}: {last}")


def _run_folder(var: Path) -> Path:
    """A private folder for sockets, short enough for their paths."""
    run = var / "run"
    if len(str(run / "mariadb.sock")) > _LONGEST_SOCKET:
        name = hashlib.sha256(str(var).encode()).hexdigest()[:12]
        run = Path(tempfile.gettempdir()) / f"zollstock-{os.getuid()}-{name}"
    run.mkdir(mode=0o700, parents=True, exist_ok=True)
    if run.stat().st_uid != os.getuid():
        raise Trouble(f"{run} belongs to somebody else")
    return run


def _user() -> str:
    import pwd

    return pwd.getpwuid(os.getuid()).pw_name


def _answers(path: Path) -> bool:
    with socket.socket(socket.AF_UNIX) as line:
        try:
            line.connect(str(path))
        except OSError:
            return False
    return True


def _free_port() -> int:
    with socket.socket() as line:
        line.bind(("127.0.0.1", 0))
        return int(line.getsockname()[1])


def _port_is_free(port: int) -> None:
    with socket.socket() as line:
        line.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            line.bind(("127.0.0.1", port))
        except OSError:
            raise Trouble(
                f"port {port} is in use; stop what uses it, or choose another with --port"
            ) from None
