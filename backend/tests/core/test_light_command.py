"""The command line reads in what it needs: who reckons a plan waits for no layouts."""

from __future__ import annotations

import json
import subprocess
import sys


def test_a_plan_is_reckoned_without_layouts_being_read_in() -> None:
    plan = {
        "picture": {"width_px": 300, "height_px": 200},
        "target": {"width": "3 cm", "height": "2 cm"},
    }
    script = (
        "import sys; from zollstock.core.cli import main; main(['-']); "
        "sys.exit(sorted(n for n in sys.modules if n.startswith('zollstock.core.layouts'))[:1] or 0)"
    )
    run = subprocess.run(
        [sys.executable, "-c", script],
        input=json.dumps(plan),
        text=True,
        capture_output=True,
        check=False,
    )
    assert (run.returncode, run.stderr) == (0, "")
