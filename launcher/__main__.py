"""`./zollstock COMMAND`: what each command does, in order. Plain Python, no packages needed."""

from __future__ import annotations

import argparse
import os
import signal
import subprocess
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from launcher import backup as archive
from launcher import checks, places, setup
from launcher.restore import restore as bring_back
from launcher.say import Trouble, step, tell
from launcher.stack import Stack, running_alone

DEMO_NAME, DEMO_PASSWORD = "keeper", "tide-mill-1884"


def main(arguments: list[str]) -> int:
    parser = argparse.ArgumentParser(prog="zollstock", description=__doc__.split(":")[0])
    commands = parser.add_subparsers(dest="command", required=True)
    for name, what in (
        ("demo", "set up, load the Tide Mill Museum, serve it on this machine"),
        ("serve", "set up and serve, settings from the environment, no demo data"),
    ):
        one = commands.add_parser(name, help=what)
        one.add_argument("--port", type=int, default=int(os.environ.get("ZOLLSTOCK_PORT", 8420)))
    test = commands.add_parser("test", help="set up and run every check and test")
    test.add_argument("--long", action="store_true", help="ten times the examples, whole crowds")
    test.add_argument("only", nargs="*", help="pytest paths or options, to run just those")
    commands.add_parser("reckon", help="reckon a plan document", add_help=False)
    commands.add_parser("render", help="make the file of a plan", add_help=False)
    commands.add_parser("inspect", help="measure a picture", add_help=False)
    commands.add_parser("fit", help="a picture against a set of sizes", add_help=False)
    commands.add_parser("rescue", help="a small bad file made fit to hang large", add_help=False)
    commands.add_parser("trial", help="what the answers of a trial say", add_help=False)
    commands.add_parser("gamut", help="what a print profile shows of a picture", add_help=False)
    commands.add_parser("profile", help="what a print profile is", add_help=False)
    commands.add_parser("press", help="what a made-up device makes of a file", add_help=False)
    commands.add_parser("say", help="prints as a customer says them", add_help=False)
    commands.add_parser("shots", help="take the screenshots of the docs anew")
    measure = commands.add_parser("bench", help="measure, against named baselines")
    measure.add_argument("only", nargs="*", help="names of benchmarks, to run just those")
    commands.add_parser("types", help="make the interface's types anew from the API")
    for name, what in (
        ("backup", "database and files into one file, while everything runs"),
        ("restore", "put a backup in the place of what is there, which is laid aside"),
    ):
        commands.add_parser(name, help=what).add_argument("file", type=Path)
    account = commands.add_parser("account", help="make an account, or set its password")
    account.add_argument("name")
    options, rest = parser.parse_known_args(arguments or ["--help"])
    if rest and options.command not in (
        "reckon",
        "render",
        "inspect",
        "fit",
        "rescue",
        "trial",
        "gamut",
        "profile",
        "press",
        "say",
        "test",
    ):
        parser.error(f"not understood: {' '.join(rest)}")
    # Started in the background by a shell, Ctrl-C would arrive ignored.
    signal.signal(signal.SIGINT, signal.default_int_handler)
    # A supervisor's polite end is handled like Ctrl-C: everything started is stopped.
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(143))
    signal.signal(signal.SIGHUP, lambda *_: sys.exit(129))
    try:
        return _COMMANDS[options.command](options, rest)
    except Trouble as trouble:
        print(f"zollstock: {trouble}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        tell("Stopped.")
        return 130


def demo(options: argparse.Namespace, rest: list[str]) -> int:
    setup.everything(dev=False)
    os.environ["ZOLLSTOCK_HTTPS"] = os.environ.get("ZOLLSTOCK_HTTPS", "0")
    os.environ["ZOLLSTOCK_DEMO_LOGIN"] = f"{DEMO_NAME}:{DEMO_PASSWORD}"
    with running_alone(places.VAR), Stack(places.VAR, port=options.port) as stack:
        stack.start_lab()
        stack.start()
        step("Loading the demo data (the first time takes up to a minute)")
        stack.manage("load_demo", DEMO_NAME, DEMO_PASSWORD)
        tell("")
        tell(f"Zollstock is ready:  {stack.address}")
        tell(f"Sign in as           {DEMO_NAME}  with the password  {DEMO_PASSWORD}")
        tell("Stop with Ctrl-C.")
        stack.watch()
    return 0


def serve(options: argparse.Namespace, rest: list[str]) -> int:
    setup.everything(dev=False)
    with running_alone(places.VAR), Stack(places.VAR, port=options.port) as stack:
        stack.start()
        tell(f"Zollstock is ready:  {stack.address}")
        tell("Make an account with ./zollstock account NAME. Stop with Ctrl-C.")
        stack.watch()
    return 0


def account(options: argparse.Namespace, rest: list[str]) -> int:
    setup.everything(dev=False)
    with Stack(places.VAR, port=0) as stack:
        if not stack.services_answer():
            stack.start_services()
        stack.manage("make_account", options.name)
    return 0


def backup(options: argparse.Namespace, rest: list[str]) -> int:
    setup.python(dev=False)
    with Stack(places.VAR, port=0) as stack:
        if not stack.services_answer():
            stack.start_services()
        archive.backup(stack, options.file.absolute())
    return 0


def restore(options: argparse.Namespace, rest: list[str]) -> int:
    if not options.file.is_file():
        raise Trouble(f"{options.file}: there is no such file")
    setup.python(dev=False)
    with running_alone(places.VAR), Stack(places.VAR, port=0) as stack:
        stack.start_services()
        bring_back(stack, options.file.absolute())
    return 0


def reckon(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("reckon", rest)


def render(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("render", rest)


def inspect(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("inspect", rest)


def fit(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("fit", rest)


def rescue(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("rescue", rest)


def trial(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("trial", rest)


def gamut(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("gamut", rest)


def profile(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("profile", rest)


def press(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("press", rest)


def say(options: argparse.Namespace, rest: list[str]) -> int:
    return _core_command("say", rest)


def _core_command(name: str, rest: list[str]) -> int:
    """The shell script runs these itself once set up; here they set up first, told on stderr."""
    with setup.told_on_stderr():
        setup.python(dev=False)
    return subprocess.call([places.PYTHON, "-m", "zollstock.commands", name, *rest])


def test(options: argparse.Namespace, rest: list[str]) -> int:
    setup.everything(dev=True)
    if options.long:
        os.environ["ZOLLSTOCK_LONG"] = "1"
    return checks.run([*options.only, *rest])


def shots(options: argparse.Namespace, rest: list[str]) -> int:
    setup.everything(dev=True)
    os.environ["ZOLLSTOCK_HTTPS"] = "0"
    with running_alone(places.VAR), Stack(places.VAR, port=0) as stack:
        stack.start()
        step("Loading the demo data")
        stack.manage("load_demo", DEMO_NAME, DEMO_PASSWORD)
        step("Taking the screenshots")
        return subprocess.call(
            [places.PYTHON, "-m", "shots", stack.address, DEMO_NAME, DEMO_PASSWORD],
            cwd=places.BACKEND,
        )


def bench(options: argparse.Namespace, rest: list[str]) -> int:
    setup.everything(dev=True)
    return checks.bench(options.only)


def types(options: argparse.Namespace, rest: list[str]) -> int:
    setup.packages(dev=True)
    document = places.VAR / "openapi.json"
    Stack(places.VAR, port=0).manage(
        "export_openapi_schema",
        "--api",
        "zollstock.site.api.api",
        "--output",
        str(document),
    )
    return subprocess.call(["npm", "run", "--silent", "api"], cwd=places.FRONTEND)


_COMMANDS = {
    "demo": demo, "serve": serve, "account": account, "reckon": reckon, "render": render, "inspect": inspect, "fit": fit, "rescue": rescue, "trial": trial, "gamut": gamut, "profile": profile, "press": press, "say": say,
    "backup": backup, "restore": restore, "test": test, "shots": shots, "types": types, "bench": bench,
}  # fmt: skip

if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
