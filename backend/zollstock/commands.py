"""`reckon`, `render`, `inspect`, `fit`, `rescue`, `trial`, `gamut`, `profile`, `press` and `say`, as the shell script starts them: `python -m zollstock.commands reckon …`."""

import gc
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
    "gamut": "zollstock.pixels.gamut_cli",
    "profile": "zollstock.pixels.gamut_cli",
    "press": "zollstock.pixels.press_cli",
    "say": "zollstock.pixels.say_cli",
}
#: Commands that share a module stand in it under their own names.
_NAMES = {"gamut": "gamut", "profile": "profile", "press": "press", "say": "say"}

if __name__ == "__main__":
    name = sys.argv[1]
    # What is read in stays until the end: looking it through for rubbish all the while would take a fifteenth of it.
    gc.disable()
    module = import_module(_MODULES[name])
    gc.freeze()
    gc.enable()
    sys.exit(getattr(module, _NAMES.get(name, "main"))(sys.argv[2:]))
