"""Words that worked examples in docstrings use without saying where they come from: the demo's print, and layouts of its kind."""

from __future__ import annotations

from typing import Any

import pytest

from tests.devices import chosen
from tests.layouts import book, gang, hanging, life, panels, passes, strip, tiles
from tests.plans import border, plan, wrap
from zollstock.core.documents.plan import Plan
from zollstock.core.ground.rational import Fraction, exact
from zollstock.core.ground.show import LengthStyle
from zollstock.core.layouts import lay
from zollstock.core.shapes.box import Box
from zollstock.core.work.outcome import Work, work_out


def fog(**changes: Any) -> Work:
    """Fog over the salt pans, 5000 × 3333 px as 24 × 16 in, worked out; `changes` replace parts of its plan."""
    made: Plan = plan(**changes)
    return work_out(made)


def box(*sides: float) -> Box:
    """A box from x, y, width and height."""
    return Box(*(exact(side) for side in sides))


WORDS = {
    "Fraction": Fraction, "LengthStyle": LengthStyle, "book": book, "border": border, "box": box, "chosen": chosen,
    "fog": fog, "gang": gang, "hanging": hanging, "lay": lay, "life": life, "panels": panels, "passes": passes, "plan": plan,
    "strip": strip, "tiles": tiles, "wrap": wrap,
}  # fmt: skip


@pytest.fixture(scope="session", autouse=True)
def words_of_the_examples(doctest_namespace: dict[str, Any]) -> None:
    doctest_namespace.update(WORDS)
