"""`reckon`, `render`, `inspect`, `fit`, `rescue` and `trial`, as the shell script starts them: `python -m zollstock.commands reckon …`."""

import signal
import sys
from importlib import import_module

# Before anything large is read in: Ctrl-C ends a command at once and without a word, until it has something
# to put away (`pixels/interrupts.py`). Python's own way of ending would show where in the code it was.
signal.signal(signal.SIGINT, signal.SIG_DFL)

_MODULES = {
    "reckon": "zollstock.core.cli",
    "render": "zollstock.pixels.cli",
    "inspect": "zollstock.pixels.inspect_cli",
    "fit": "zollstock.pixels.fit_cli",
    "rescue": "zollstock.pixels.rescue.cli",
    "trial": "zollstock.core.trials.cli",
}

if __name__ == "__main__":
    sys.exit(import_module(_MODULES[sys.argv[1]]).main(sys.argv[2:]))
