"""The rungs that a picture can be shown at, the finest of which the others are held against."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ...colour.renderings import RENDERINGS
from ...ground.rational import Fraction, exact
from ...seeing.enlarging import METHODS

if TYPE_CHECKING:
    from .request import Ladder, StripRequest


@dataclass(frozen=True, slots=True)
class Rung:
    """A step of the ladder for the picture of a plan."""

    plan: int
    step: float | str


@dataclass(frozen=True, slots=True)
class Rungs:
    """What stands for one picture, what had to be left out, and the one the others are held against."""

    plan: int
    standing: list[Rung]
    left_out: list[Rung]
    reference: Rung

    @property
    def alike(self) -> list[Rung]:
        """The two that stand twice on every copy: the reference, and the one in the middle of the others."""
        others = [one for one in self.standing if one != self.reference]
        return [self.reference, others[len(others) // 2]] if others else [self.reference]


def rungs_of(layout: StripRequest, plan: int, effective: Fraction) -> Rungs:
    """The rungs for a picture of `effective` ppi. A patch finer than the picture, or than the device's own grid, shows
    nothing more, and is left out.

    >>> [float(one.step) for one in rungs_of(strip(), 0, Fraction(338)).standing][-2:]
    [240.0, 300.0]
    """
    ladder = layout.ladder
    all_of_it = [Rung(plan, step) for step in _in_order(ladder)]
    standing = all_of_it
    if ladder.by == "ppi":
        most = min(effective, Fraction(layout.device_ppi))
        standing = [one for one in all_of_it if exact(float(one.step)) <= most]
    left_out = [one for one in all_of_it if one not in standing]
    reference = _reference(ladder, standing or all_of_it)
    return Rungs(plan, standing, left_out, reference)


def _in_order(ladder: Ladder) -> list[float | str]:
    if ladder.by == "method":
        return [name for name in METHODS if name in ladder.steps]
    if ladder.by == "profile":
        return [name for name in RENDERINGS if name in ladder.steps]
    return sorted(ladder.steps, key=float)


def _reference(ladder: Ladder, rungs: Sequence[Rung]) -> Rung:
    """The finest; of exposures the one as planned, or nearest to it."""
    if ladder.by == "exposure":
        return min(rungs, key=lambda one: abs(float(one.step)))
    return rungs[0] if ladder.by in ("method", "profile") else rungs[-1]


def step_text(by: str, step: float | str) -> str:
    """A step as it is said.

    >>> step_text("ppi", 240.0), step_text("exposure", -2), step_text("method", "careful")
    ('240 ppi', '−2/3 stop', 'Careful')
    """
    if by == "method":
        return next((way.label for name, way in METHODS.items() if name == step), str(step))
    if by == "profile":
        return RENDERINGS[str(step)].label if step in RENDERINGS else str(step)
    if by == "ppi":
        return f"{float(step):g} ppi"
    if by == "exposure":
        thirds = int(step)
        sign = "−" if thirds < 0 else "+" if thirds else ""
        if thirds % 3:
            return f"{sign}{abs(thirds)}/3 stop"
        whole = abs(thirds) // 3
        return f"{sign}{whole} {'stop' if whole == 1 else 'stops'}"
    return f"sharpened {float(step):g}"
