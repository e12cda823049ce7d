"""Made-up trials: strips of the museum's pictures, judged by simulated people whose truth is known.

Nobody ever saw these strips, and every page of them says so.
"""

from __future__ import annotations

from dataclasses import dataclass
from random import Random
from typing import Any

from zollstock.core.trials.document import Said, Step
from zollstock.core.trials.model import THREE_IN_FOUR

Document = dict[str, Any]
JOB = {"title": "Tide Mill Museum, test strips", "client": "Tide Mill Museum"}


@dataclass(frozen=True, slots=True)
class Eyes:
    """A simulated judge: the true threshold, ppi, how steep, how much must be felt, how often a slip."""

    name: str
    threshold: float
    slope: float = 3.0
    criterion: float = 0.4
    slips: float = 0.02
    answers: int = 40

    def says(self, a: Step, b: Step, random: Random) -> Said:
        """Which of two patches, ppi, is called the finer one."""
        fine, coarse = max(float(a), float(b)), min(float(a), float(b))
        advantage = 0.0 if a == b else THREE_IN_FOUR * (coarse / self.threshold) ** -self.slope
        felt = advantage + random.gauss(0, 1)
        if random.random() < self.slips:
            return random.choice(("a", "b"))
        if abs(felt) < self.criterion:
            return "none"
        return "a" if (felt > 0) == (float(a) == fine) else "b"


@dataclass(frozen=True, slots=True)
class MadeUpTrial:
    """A print that a strip is of, what is asked of the strip, and who judged it; whether the judging is over, and prints
    go by it."""

    picture: str
    title: str
    target: Document
    medium: Document
    strip: Document
    eyes: tuple[Eyes, ...]
    over: bool


TRIALS: tuple[MadeUpTrial, ...] = (
    MadeUpTrial(
        "mill-gears.jpg",
        "Gears on satin, from 60 cm",
        {"width": "20 cm", "height": "30 cm"},
        {"name": "satin photo paper", "factor": 1.0},
        {"distance": "60 cm", "seed": 1884},
        (
            Eyes("Ilse, hanging", 190, criterion=0.3),
            Eyes("Jon, keeper", 175, criterion=0.5),
            Eyes("Marta, workshop", 185),
            Eyes("Ebbe, café", 180, criterion=0.7),
            Eyes("Rosa, intern", 186, slips=0.04),
        ),
        True,
    ),
    MadeUpTrial(
        "star-trails.jpg",
        "Stars on canvas, from 1.5 m",
        {"width": "60 cm", "height": "40 cm"},
        {"name": "canvas", "factor": 0.6},
        {
            "distance": "1.5 m",
            "seed": 1901,
            "patch": {"width": "7 cm", "height": "7 cm"},
            "ladder": {"by": "ppi", "steps": [36, 50, 60, 72, 85, 100, 120, 150, 200]},
            "device_ppi": 360,
        },
        (Eyes("Ilse, hanging", 68), Eyes("Jon, keeper", 64, criterion=0.6, answers=55)),
        True,
    ),
    MadeUpTrial(
        "pressed-seaweed.tif",
        "Seaweed on cotton, from 60 cm",
        {"width": "24 cm", "height": "24 cm"},
        {"name": "fine-art cotton paper", "factor": 0.7},
        {"distance": "60 cm", "seed": 1862},
        (Eyes("Ilse, hanging", 140, answers=22), Eyes("Jon, keeper", 140, answers=0)),
        False,
    ),
)
