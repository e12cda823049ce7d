"""Documents of earlier versions: stored once, they stay readable for ever.

Each step turns a document of one format into the next; they are taken one after the other before
anything is checked. A document that names no format is of the first.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Literal

Document = dict[str, Any]
#: From a format to the one after it.
Steps = Mapping[str, Callable[[Document], Document]]

#: What a layout's document names itself. It stands here, since who only looks at a document reads no layouts in.
LAYOUT_FORMAT: Literal["zollstock.layout/1"] = "zollstock.layout/1"
#: And a new canvas's, likewise.
CANVAS_FORMAT: Literal["zollstock.canvas/1"] = "zollstock.canvas/1"

#: There is one version of the plan so far.
PLAN_STEPS: Steps = {}


def upgrade(document: Document, steps: Steps = PLAN_STEPS) -> Document:
    """The document in the newest format; one whose format nobody knows is left as it is.

    Each step gives its result the format that it leads to. The source is not changed.

    >>> upgrade({"format": "a/1", "x": 1}, {"a/1": lambda old: {"format": "a/2", "y": old["x"]}})
    {'format': 'a/2', 'y': 1}
    """
    seen: set[str] = set()
    while True:
        name = str(document.get("format"))
        if name not in steps or name in seen:
            return document
        seen.add(name)
        document = steps[name](dict(document))
