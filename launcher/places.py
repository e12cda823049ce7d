"""Where things are."""

from __future__ import annotations

from pathlib import Path

PROJECT = Path(__file__).resolve().parent.parent
BACKEND = PROJECT / "backend"
FRONTEND = PROJECT / "frontend"
VAR = PROJECT / "var"
VENV = PROJECT / ".venv"
PYTHON = str(VENV / "bin" / "python")
CHROMIUM = "/usr/bin/chromium-headless-shell"
