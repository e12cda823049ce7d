"""Set-up: Debian packages, the virtual environment, the front end. Each only where it is missing.

A stamp holds the hash of what a part was made from; an unchanged part is not made again, and
needs no network.
"""

from __future__ import annotations

import fcntl
import hashlib
import os
import shutil
import subprocess
import sys
import sysconfig
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path

from .places import BACKEND, CHROMIUM, FRONTEND, PROJECT, PYTHON, VAR, VENV
from .say import Trouble, step, to_stderr

#: Takes the server's name out of nginx's answers.
MORE_HEADERS = Path("/usr/lib/nginx/modules/ngx_http_headers_more_filter_module.so")
_STAMPS = VAR / "setup"
_LEAST_FREE = 500 * 2**20


def everything(dev: bool) -> None:
    """All that demo, serve and test need; `dev` adds what only tests and screenshots use."""
    VAR.mkdir(mode=0o700, exist_ok=True)
    free = shutil.disk_usage(VAR).free
    if free < _LEAST_FREE:
        raise Trouble(f"the disk is nearly full ({free // 2**20} MB free); 500 MB are needed")
    with _one_at_a_time():
        _with_node(dev)
        _at_once(lambda: (_debian(dev), _python(dev), _compiled()), _interface)


def packages(dev: bool) -> None:
    """The packages alone, without building the interface: its types may just be about to change."""
    VAR.mkdir(mode=0o700, exist_ok=True)
    with _one_at_a_time():
        _with_node(dev)
        _at_once(lambda: (_debian(dev), _python(dev)), _npm)


def python(dev: bool) -> None:
    """Only the virtual environment, for reckon and render."""
    VAR.mkdir(mode=0o700, exist_ok=True)
    with _one_at_a_time():
        _debian(dev)
        _python(dev)


def _at_once(*parts: Callable[[], object]) -> None:
    """Parts that need nothing of each other; what went wrong is told when all have come to an end."""
    with ThreadPoolExecutor(len(parts)) as pool:
        for part in [pool.submit(part) for part in parts]:
            part.result()


@contextmanager
def told_on_stderr() -> Iterator[None]:
    """Progress on standard error, for commands whose standard output is a document."""
    to_stderr(True)
    try:
        yield
    finally:
        to_stderr(False)


@contextmanager
def _one_at_a_time() -> Iterator[None]:
    _STAMPS.mkdir(parents=True, exist_ok=True)
    with (_STAMPS / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def _with_node(dev: bool) -> None:
    """The front end is made while Debian's packages are still on their way, but not without Node."""
    if not shutil.which("node") or not shutil.which("npm"):
        _debian(dev)


def _debian(dev: bool) -> None:
    """Install the Debian packages that are not there: as root, else with sudo, else say which."""
    missing = [package for package, there in _needed(dev) if not there()]
    if not missing:
        return
    names = " ".join(missing)
    if not shutil.which("apt-get"):
        raise Trouble(f"these Debian packages (or what they hold) are needed: {names}")
    lead: list[str] = []
    if os.geteuid() != 0:
        if not shutil.which("sudo"):
            raise Trouble(f"not root, and no sudo here; ask for: apt-get install {names}")
        lead = ["sudo"]
    step(f"Installing Debian packages: {names}")
    quiet = {
        "stdout": subprocess.DEVNULL,
        # In this runlevel Debian's scripts do not start the services that come with the packages.
        "env": os.environ | {"DEBIAN_FRONTEND": "noninteractive", "RUNLEVEL": "1"},
    }
    for command in (["update"], ["install", "-y", "--no-install-recommends", *missing]):
        if subprocess.call([*lead, "apt-get", "-qq", *command], **quiet):
            raise Trouble(f"apt-get {command[0]} failed; try it by hand: apt-get install {names}")


def _needed(dev: bool) -> Iterator[tuple[str, Callable[[], bool]]]:
    def program(name: str) -> Callable[[], bool]:
        return lambda: shutil.which(name, path=f"{os.environ['PATH']}:/usr/sbin:/sbin") is not None

    def built() -> bool:
        return _stamped("python", _hash(_requirements(dev))) and Path(PYTHON).exists()

    def library() -> bool:
        return subprocess.call(["pkg-config", "--exists", "libmariadb"]) == 0

    yield "mariadb-server", program("mariadbd")
    yield "redis-server", program("redis-server")
    yield "nginx-light", program("nginx")
    yield "potrace", program("potrace")
    yield "libnginx-mod-http-headers-more-filter", MORE_HEADERS.exists
    yield "chromium-headless-shell", Path(CHROMIUM).exists
    if not built():
        yield "python3-venv", _can_make_environments
        yield "python3-dev", (Path(sysconfig.get_path("include")) / "Python.h").exists
        yield "gcc", program("gcc")
        yield "pkg-config", program("pkg-config")
        yield "libmariadb-dev", lambda: program("pkg-config")() and library()
    if not program("node")() or not program("npm")():
        yield "nodejs", program("node")
        yield "npm", program("npm")
    if dev:
        yield "libimage-exiftool-perl", program("exiftool")
        yield "libtiff-tools", program("tiffinfo")
        yield "liblcms2-utils", program("transicc")
        yield "poppler-utils", program("pdftoppm")


def _can_make_environments() -> bool:
    try:
        import ensurepip  # noqa: F401
        import venv  # noqa: F401
    except ImportError:
        return False
    return True


def _requirements(dev: bool) -> Path:
    return BACKEND / ("requirements-dev.txt" if dev else "requirements.txt")


def _python(dev: bool) -> None:
    if sys.version_info < (3, 11):  # noqa: UP036 - the launcher may meet an older one
        raise Trouble("Python 3.11 or newer is needed")
    # The development requirements hold the others, so they satisfy both.
    if _stamped("python-dev", _hash(BACKEND / "requirements-dev.txt")) or (
        not dev and _stamped("python", _hash(BACKEND / "requirements.txt"))
    ):
        return
    if not Path(PYTHON).exists():
        step("Making the virtual environment")
        _run([sys.executable, "-m", "venv", str(VENV)], "the virtual environment")
    step("Installing the locked Python packages")
    locked = ["--quiet", "--require-hashes", "-r", str(_requirements(dev))]
    if not _quickly(locked):
        _run([*_PIP, *locked], "the Python packages")
    _stamp("python", _hash(BACKEND / "requirements.txt"))
    if dev:
        _stamp("python-dev", _hash(BACKEND / "requirements-dev.txt"))


_PIP = [PYTHON, "-m", "pip", "install", "--disable-pip-version-check"]


def _quickly(locked: list[str]) -> bool:
    """Install with uv, a tenth of pip's time; False where it cannot, as behind an index only pip knows."""
    tool = [
        "--quiet",
        "--require-hashes",
        "-r",
        str(BACKEND / "requirements-install.txt"),
    ]
    commands = (
        [*_PIP, *tool],
        [PYTHON, "-m", "uv", "pip", "install", "--python", PYTHON, *locked],
    )
    environment = {key: value for key, value in os.environ.items() if key != "PYTHONPATH"}
    return not any(
        subprocess.run(command, cwd=PROJECT, env=environment, capture_output=True).returncode
        for command in commands
    )


def _compiled() -> None:
    """The compiled loops of the pixels, so that nobody waits for them at the first file."""
    pixels = BACKEND / "zollstock" / "pixels"
    sources = [*sorted((pixels / "enlarge").glob("*.py")), pixels / "denoise.py"]
    made_of = _hash(*sources, BACKEND / "requirements.txt")
    if not _stamped("compiled", made_of):
        step("Compiling the pixels' loops")
        _run([PYTHON, "-m", "zollstock.pixels.enlarge"], "the pixels' loops", BACKEND)
        _stamp("compiled", made_of)


def _npm() -> None:
    lock = _hash(FRONTEND / "package-lock.json")
    if not _stamped("npm", lock) or not (FRONTEND / "node_modules").is_dir():
        step("Installing the locked front-end packages")
        _run(
            ["npm", "ci", "--no-audit", "--no-fund", "--loglevel=error"],
            "the front-end packages",
            FRONTEND,
        )
        _stamp("npm", lock)


def _interface() -> None:
    _npm()
    _build()


def _build() -> None:
    settings = [path for path in FRONTEND.glob("*.*") if path.suffix != ".tsbuildinfo"]
    sources = _hash(*sorted(settings), *sorted((FRONTEND / "src").rglob("*")))
    if not _stamped("build", sources) or not (FRONTEND / "dist" / "index.html").exists():
        step("Building the interface")
        _run(["npm", "run", "--silent", "build"], "the interface", FRONTEND)
        _stamp("build", sources)


def _run(command: list[str], what: str, folder: Path = PROJECT) -> None:
    environment = {key: value for key, value in os.environ.items() if key != "PYTHONPATH"}
    done = subprocess.run(command, cwd=folder, env=environment, capture_output=True, text=True)
    if done.returncode:
        log = VAR / "setup" / "failed.log"
        log.write_text(done.stdout + done.stderr)
        last = (done.stderr.strip() or done.stdout.strip() or "no reason given").splitlines()[-1]
        raise Trouble(f"{what} could not be set up: {last} (all of it: {log})")


def _hash(*files: Path) -> str:
    digest = hashlib.sha256()
    for file in files:
        if file.is_file():
            digest.update(str(file.relative_to(PROJECT)).encode() + b"\0" + file.read_bytes())
    return digest.hexdigest()


def _stamped(name: str, value: str) -> bool:
    stamp = _STAMPS / f"{name}.stamp"
    return stamp.exists() and stamp.read_text() == value


def _stamp(name: str, value: str) -> None:
    (_STAMPS / f"{name}.stamp").write_text(value)
