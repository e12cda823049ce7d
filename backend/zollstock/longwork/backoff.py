"""When work that could not be done just now is tried again."""

from __future__ import annotations

import random
from dataclasses import dataclass
from datetime import timedelta


@dataclass(frozen=True)
class BackOff:
    """Growing pauses: `first` after the first try, `times` as long after each other one, never over `most`.

    Each is shortened by up to a share `jitter`, so that what failed together does not come back together.
    """

    first: timedelta = timedelta(seconds=5)
    times: float = 3.0
    most: timedelta = timedelta(minutes=30)
    jitter: float = 0.25

    def pause(self, tries: int, chance: float | None = None) -> timedelta:
        """The pause after so many tries (1 or more); `chance`, 0 to 1, stands for the dice.

        >>> plain = BackOff(first=timedelta(seconds=10), times=2, most=timedelta(minutes=1))
        >>> [plain.pause(tries, chance=0).seconds for tries in (1, 2, 3, 4, 40)]
        [10, 20, 40, 60, 60]
        >>> plain.pause(1, chance=1).total_seconds()
        7.5
        """
        # A power of thousands of tries is no number of seconds any more.
        grown = self.first * self.times ** min(tries - 1, 60)
        shortened = 1 - self.jitter * (random.random() if chance is None else chance)
        return min(grown, self.most) * shortened


DEFAULT_BACK_OFF = BackOff()
