"""A made-up lab as a small HTTP service: `python -m standins.lab --folder F --port P --rules rules.json [--faults SEED] [--pace S]`.

`PUT /{lab}/orders/{id}` (the same again is the same order, another body 409), `PUT …/files/{n}` with a digest, `POST …/submit`,
`GET …` with its state, `POST …/cancel` (409 once printing), `GET …/returned/{n}`: the print as it would come back.
Its book lies in an SQLite file, so that it survives being killed. With a seed it plays faults, by the request and how
often that came: the same seed, the same faults.
"""

from __future__ import annotations

import argparse
import hashlib
import json
import random
import re
import sqlite3
import threading
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any

from .returned import returned_print

#: The longest body of an order, and of a file where the lab sets no limit itself, bytes.
MOST_ORDER, MOST_FILE = 1_000_000, 600_000_000
STATES = ("open", "received", "checked", "printing", "sent")
_PATH = re.compile(r"^/([a-z0-9-]{1,40})/orders/([A-Za-z0-9-]{1,80})(?:/(files|returned)/(\d{1,4})|/(submit|cancel))?$")  # fmt: skip
_TABLES = """
CREATE TABLE IF NOT EXISTS orders (lab TEXT, id TEXT, body TEXT, submitted REAL, cancelled REAL, refused TEXT, PRIMARY KEY (lab, id));
CREATE TABLE IF NOT EXISTS files (lab TEXT, id TEXT, n INTEGER, digest TEXT, bytes INTEGER, PRIMARY KEY (lab, id, n));
CREATE TABLE IF NOT EXISTS asked (path TEXT PRIMARY KEY, times INTEGER);
CREATE TABLE IF NOT EXISTS submits (lab TEXT, id TEXT, at REAL);
"""
#: Faults and how often each is played, of a hundred requests: what is told before anything is stored, and after.
BEFORE = {"429": 5, "500": 5, "503": 3}
AFTER = {"500 after": 5, "no answer": 6, "late": 3, "garbled": 3, "backwards": 4}


class Refused(Exception):
    """A request that is not granted: its status, and what is said."""

    def __init__(self, status: int, words: str) -> None:
        super().__init__(words)
        self.status = status


class Book:
    """What a lab has written down."""

    def __init__(self, folder: Path, rules: dict[str, Any], pace: float) -> None:
        folder.mkdir(parents=True, exist_ok=True)
        self.folder, self.rules, self.pace = folder, rules, pace
        self._writing = threading.Lock()
        with self.open() as db:
            db.executescript(_TABLES)

    @contextmanager
    def open(self) -> Iterator[sqlite3.Connection]:
        """The book, for one who writes at a time; written whole or not at all."""
        with self._writing, closing(sqlite3.connect(self.folder / "book.sqlite", timeout=30)) as db:
            db.row_factory = sqlite3.Row
            with db:
                yield db

    def times_asked(self, path: str) -> int:
        """How often this was asked, this time included."""
        with self.open() as db:
            db.execute("INSERT INTO asked VALUES (?, 1) ON CONFLICT (path) DO UPDATE SET times = times + 1", (path,))  # fmt: skip
            return int(db.execute("SELECT times FROM asked WHERE path = ?", (path,)).fetchone()[0])

    def file(self, lab: str, order: str, number: int) -> Path:
        return self.folder / f"{lab}-{order}-{number}.file"

    def put_order(self, lab: str, order: str, body: bytes) -> tuple[int, dict[str, Any]]:
        try:
            said = json.loads(body)
            items = said["items"]
            assert isinstance(items, list) and items
            for item in items:
                assert isinstance(item["n"], int) and isinstance(item["copies"], int)
        except (ValueError, KeyError, TypeError, AssertionError):
            raise Refused(422, "an order has items, each with n, size and copies") from None
        with self.open() as db:
            held = self._row(db, lab, order)
            if held is not None and held["body"] != body.decode():
                raise Refused(409, "there is another order of this number")
            if held is None:
                db.execute("INSERT INTO orders VALUES (?, ?, ?, NULL, NULL, NULL)", (lab, order, body.decode()))  # fmt: skip
        return (200 if held is not None else 201), self.state(lab, order)

    def put_file(self, lab: str, order: str, number: int, content: bytes, digest: str) -> tuple[int, dict[str, Any]]:  # fmt: skip
        found = hashlib.sha256(content).hexdigest()
        if digest != f"sha-256={found}":
            raise Refused(422, "the file is not the one of its digest: send it again")
        most = self.rules[lab].get("most_bytes")
        if most and len(content) > most:
            raise Refused(413, f"a file has at most {most} bytes")
        with self.open() as db:
            held = self._held(db, lab, order)
            if number not in {item["n"] for item in json.loads(held["body"])["items"]}:
                raise Refused(404, "the order has no such item")
            there = db.execute("SELECT digest FROM files WHERE lab = ? AND id = ? AND n = ?", (lab, order, number)).fetchone()  # fmt: skip
            if there is not None and there["digest"] != found:
                raise Refused(409, "there is another file of this number")
            if there is None and held["submitted"] is not None:
                raise Refused(409, "the order is submitted already")
            if there is None:
                self.file(lab, order, number).write_bytes(content)
                db.execute("INSERT INTO files VALUES (?, ?, ?, ?, ?)", (lab, order, number, found, len(content)))  # fmt: skip
        return 200, self.state(lab, order)

    def submit(self, lab: str, order: str) -> tuple[int, dict[str, Any]]:
        with self.open() as db:
            held = self._held(db, lab, order)
            if held["cancelled"] is not None:
                raise Refused(409, "the order was cancelled")
            if held["submitted"] is None:
                wanted = {item["n"] for item in json.loads(held["body"])["items"]}
                there = {row["n"] for row in db.execute("SELECT n FROM files WHERE lab = ? AND id = ?", (lab, order))}  # fmt: skip
                if wanted != there:
                    raise Refused(409, f"files are missing: {sorted(wanted - there)}")
                db.execute("UPDATE orders SET submitted = ?, refused = ? WHERE lab = ? AND id = ?",
                           (time.time(), self._reason(lab, order, held), lab, order))  # fmt: skip
                db.execute("INSERT INTO submits VALUES (?, ?, ?)", (lab, order, time.time()))
        return 200, self.state(lab, order)

    def _reason(self, lab: str, order: str, held: sqlite3.Row) -> str | None:
        """Why the lab sends an order back; None where it takes it."""
        rules = self.rules[lab]
        for item in json.loads(held["body"])["items"]:
            if item.get("format") not in (rules.get("formats") or [item.get("format")]):
                return f"item {item['n']}: {item.get('format')} is not taken"
            if item.get("size") not in {size["key"] for size in rules["sizes"]}:
                return f"item {item['n']}: there is no size {item.get('size')}"
        return None

    def cancel(self, lab: str, order: str) -> tuple[int, dict[str, Any]]:
        now = self.state(lab, order)
        if now["state"] in ("printing", "sent"):
            raise Refused(409, "it is printing already")
        with self.open() as db:
            db.execute("UPDATE orders SET cancelled = coalesce(cancelled, ?) WHERE lab = ? AND id = ?", (time.time(), lab, order))  # fmt: skip
        return 200, self.state(lab, order)

    def state(self, lab: str, order: str) -> dict[str, Any]:
        with self.open() as db:
            held = self._held(db, lab, order)
            count = db.execute("SELECT count(*) FROM files WHERE lab = ? AND id = ?", (lab, order)).fetchone()[0]  # fmt: skip
        return {
            "id": order,
            "state": self._state(held),
            "reason": held["refused"] or "",
            "files": count,
        }

    def _state(self, held: sqlite3.Row) -> str:
        if held["cancelled"] is not None:
            return "cancelled"
        if held["submitted"] is None:
            return "open"
        pace = self.rules[held["lab"]].get("pace", self.pace)
        step = int((time.time() - held["submitted"]) / pace) if pace else 3
        if step and held["refused"]:
            return "refused"
        return STATES[min(1 + step, 4)]

    def returned(self, lab: str, order: str, number: int) -> bytes:
        with self.open() as db:
            held = self._held(db, lab, order)
            items = {item["n"]: item for item in json.loads(held["body"])["items"]}
        if self._state(held) != "sent" or number not in items:
            raise Refused(404, "nothing has come back yet")
        sizes = {size["key"]: size for size in self.rules[lab]["sizes"]}
        return returned_print(
            self.file(lab, order, number), self.rules[lab], sizes[items[number]["size"]]
        )

    def _row(self, db: sqlite3.Connection, lab: str, order: str) -> sqlite3.Row | None:
        found: sqlite3.Row | None = db.execute("SELECT * FROM orders WHERE lab = ? AND id = ?", (lab, order)).fetchone()  # fmt: skip
        return found

    def _held(self, db: sqlite3.Connection, lab: str, order: str) -> sqlite3.Row:
        found = self._row(db, lab, order)
        if found is None:
            raise Refused(404, "there is no such order")
        return found

    def all(self) -> list[dict[str, Any]]:
        """Every order, and how often it was submitted: for those who check."""
        with self.open() as db:
            rows = db.execute("SELECT o.*, (SELECT count(*) FROM submits s WHERE s.lab = o.lab AND s.id = o.id) AS submits FROM orders o").fetchall()  # fmt: skip
        return [{"lab": row["lab"], "id": row["id"], "body": json.loads(row["body"]), "state": self._state(row), "submits": row["submits"]} for row in rows]  # fmt: skip


class Answers(BaseHTTPRequestHandler):
    """One request after the other, with the faults of the plan."""

    protocol_version = "HTTP/1.1"
    #: Heads and what follows them go out together: apart, the second waits until the first was acknowledged.
    wbufsize = -1
    book: Book
    seed: int | None

    def do_GET(self) -> None:
        if self.path == "/book":
            self._say(200, {"orders": self.book.all()})
        else:
            self._answer("GET")

    def do_PUT(self) -> None:
        self._answer("PUT")

    def do_POST(self) -> None:
        self._answer("POST")

    def log_message(self, *_: object) -> None:
        """Nothing is written: the book says what was done."""

    def _answer(self, method: str) -> None:
        length = int(self.headers.get("Content-Length") or 0)
        found = _PATH.match(self.path)
        if length > (MOST_FILE if found and found[3] else MOST_ORDER):
            # What was not read would be taken for the next question.
            self.close_connection = True
            self._say(413, {"error": "too long"}, {"Connection": "close"})
            return
        body = self.rfile.read(length)
        fault = self._fault(f"{method} {self.path}")
        if fault in BEFORE:
            wait = {"Retry-After": "1"} if fault != "500" else {}
            self._say(int(fault), {"error": "come again"}, wait)
            return
        try:
            if found is None or found[1] not in self.book.rules:
                raise Refused(404, "there is nothing at this address")
            status, told = self._done(method, found, body)
        except Refused as refused:
            status, told = refused.status, {"error": str(refused)}
        if isinstance(told, bytes):
            self._send(200, told, "image/jpeg", {})
            return
        if fault == "500 after":
            self._say(500, {"error": "something broke"})
            return
        if fault == "no answer":
            self.close_connection = True
            self.connection.close()
            return
        if fault == "late":
            time.sleep(1.2)
        if fault == "garbled":
            self._send(status, b'{"state": "che', "application/json", {})
            return
        if (
            fault == "backwards"
            and method == "GET"
            and told.get("state") in ("checked", "printing")
        ):
            told = told | {"state": "received"}
        self._say(status, told)

    def _done(self, method: str, found: re.Match[str], body: bytes) -> tuple[int, Any]:
        lab, order, part, number, verb = found.groups()
        book = self.book
        if method == "PUT" and part == "files":
            return book.put_file(lab, order, int(number), body, self.headers.get("Digest", ""))
        if method == "GET" and part == "returned":
            return 200, book.returned(lab, order, int(number))
        if method == "POST" and verb == "submit":
            return book.submit(lab, order)
        if method == "POST" and verb == "cancel":
            return book.cancel(lab, order)
        if method == "PUT" and part is None and verb is None:
            return book.put_order(lab, order, body)
        if method == "GET" and part is None and verb is None:
            return 200, book.state(lab, order)
        raise Refused(405, "this cannot be asked here")

    def _fault(self, asked: str) -> str:
        """What the plan has for this request, by its seed and how often it came."""
        if self.seed is None:
            return ""
        dice = random.Random(f"{self.seed} {asked} {self.book.times_asked(asked)}").uniform(0, 100)
        for name, share in {**BEFORE, **AFTER}.items():
            dice -= share
            if dice < 0:
                return name
        return ""

    def _say(self, status: int, told: dict[str, Any], more: dict[str, str] | None = None) -> None:
        self._send(status, json.dumps(told).encode(), "application/json", more or {})

    def _send(self, status: int, content: bytes, kind: str, more: dict[str, str]) -> None:
        try:
            self.send_response(status)
            self.send_header("Content-Type", kind)
            self.send_header("Content-Length", str(len(content)))
            for name, value in more.items():
                self.send_header(name, value)
            self.end_headers()
            self.wfile.write(content)
        except OSError:
            pass  # whoever asked is gone; what was done is done


def served(folder: Path, port: int, rules: dict[str, Any], seed: int | None, pace: float) -> ThreadingHTTPServer:  # fmt: skip
    """The service on loopback, ready to `serve_forever`."""
    handler = type("LabAnswers", (Answers,), {"book": Book(folder, rules, pace), "seed": seed})
    return ThreadingHTTPServer(("127.0.0.1", port), handler)


def main() -> None:
    parser = argparse.ArgumentParser(description="A made-up lab.")
    parser.add_argument("--folder", type=Path, required=True)
    parser.add_argument("--port", type=int, required=True)
    parser.add_argument(
        "--rules", type=Path, required=True, help="labs by their keys, as rows have them"
    )
    parser.add_argument(
        "--faults", type=int, help="the seed of the plan of faults; none are played without"
    )
    parser.add_argument(
        "--pace", type=float, default=20.0, help="seconds from one state to the next"
    )
    options = parser.parse_args()
    rules = json.loads(options.rules.read_text(encoding="utf-8"))
    served(options.folder, options.port, rules, options.faults, options.pace).serve_forever()


if __name__ == "__main__":
    main()
