"""HTTP by hand, over raw lines."""

from __future__ import annotations

import socket
from urllib.parse import urlsplit

from launcher.stack import Stack


class Line:
    """One connection that speaks HTTP by hand."""

    def __init__(self, stack: Stack, caller: str = "127.0.0.1") -> None:
        host = urlsplit(stack.address)
        self._socket = socket.create_connection(
            (host.hostname, host.port), timeout=20, source_address=(caller, 0)
        )
        self.host = host.netloc

    def send(self, text: str | bytes) -> None:
        self._socket.sendall(text.encode() if isinstance(text, str) else text)

    def answer(self) -> tuple[int, dict[str, str], bytes]:
        """Status, headers (small letters) and body of the next answer."""
        data = b""
        while b"\r\n\r\n" not in data:
            piece = self._socket.recv(65536)
            if not piece:
                return 0, {}, b""
            data += piece
        head, body = data.split(b"\r\n\r\n", 1)
        lines = head.decode().split("\r\n")
        headers = {
            name.lower(): value.strip()
            for name, value in (line.split(":", 1) for line in lines[1:])
        }
        while len(body) < int(headers.get("content-length", 0)):
            body += self._socket.recv(65536)
        return int(lines[0].split()[1]), headers, body

    def close(self) -> None:
        self._socket.close()
