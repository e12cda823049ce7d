"""How far the copies of a print are on their way: planned, made, printed, checked, collected.

The machine alone says *made*; everything after is counted by people, copy by copy. A print has the state that all of its
copies have reached.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from ..ground.refusal import Refusal

State = Literal["planned", "made", "printed", "checked", "collected"]
#: What can be said of copies by hand, in the order of the work; `unprinted` takes back that any was printed.
Step = Literal["unprinted", "printed", "checked", "collected"]
STATES: tuple[State, ...] = ("planned", "made", "printed", "checked", "collected")
MOST_COPIES = 10_000
_COUNTED = ("printed", "checked", "collected")


class CountError(Refusal):
    """Counts that cannot be; the message says which and why."""


@dataclass(frozen=True, slots=True)
class Counts:
    """Copies: how many are wanted, and how many are printed well, printed and spoiled, checked, collected.

    What is collected is checked, and what is checked is printed; a spoiled copy is none of them.
    """

    copies: int = 1
    printed: int = 0
    spoiled: int = 0
    checked: int = 0
    collected: int = 0

    def checked_over(self) -> Counts:
        """The same where it can be. Raises `CountError`."""
        if not 1 <= self.copies <= MOST_COPIES:
            raise CountError(
                f"A print has from 1 to {MOST_COPIES:,} copies.".replace(",", "\u202f")
            )
        if (
            min(self.printed, self.spoiled, self.checked, self.collected) < 0
            or self.spoiled > MOST_COPIES
        ):
            raise CountError("Copies are counted from 0.")
        if self.printed > self.copies:
            raise CountError(
                f"{self.printed} copies are printed already; fewer than those cannot be wanted."
            )
        if self.checked > self.printed:
            raise CountError(
                f"{self.checked} copies cannot be checked where {self.printed} are printed."
            )
        if self.collected > self.checked:
            raise CountError(
                f"{self.collected} copies cannot be collected where {self.checked} are checked."
            )
        return self

    def brought_to(self, step: Step) -> Counts:
        """All copies at a step: what lies before it is done with, what comes after it is not done yet.

        >>> Counts(copies=3, printed=2).brought_to("checked")
        Counts(copies=3, printed=3, spoiled=0, checked=3, collected=0)
        >>> Counts(copies=3, printed=3, checked=3, collected=2).brought_to("printed").collected
        0
        """
        at = 0 if step == "unprinted" else _COUNTED.index(step) + 1
        return replace(
            self,
            **{name: self.copies if number < at else 0 for number, name in enumerate(_COUNTED)},
        )

    def spoil(self, many: int) -> Counts:
        """So many printed copies turned out badly, and have to be printed again. Raises `CountError`.

        >>> Counts(copies=5, printed=3).spoil(1)
        Counts(copies=5, printed=2, spoiled=1, checked=0, collected=0)
        """
        if not 0 < many <= self.printed - self.collected:
            raise CountError(
                f"There are {self.printed - self.collected} printed copies here that could be spoiled."
            )
        printed = self.printed - many
        return replace(
            self, printed=printed, spoiled=self.spoiled + many, checked=min(self.checked, printed)
        )

    @property
    def begun(self) -> bool:
        """Whether anything was printed."""
        return self.printed > 0 or self.spoiled > 0


def state_of(counts: Counts, made: bool) -> State:
    """What all of the copies have reached; `made` is whether the file is that of the print as it is.

    >>> state_of(Counts(copies=5, printed=3), made=True), state_of(Counts(copies=2, printed=2, checked=2, collected=1), made=False)
    ('made', 'checked')
    """
    for state in reversed(_COUNTED):
        if getattr(counts, state) >= counts.copies:
            return state  # type: ignore[return-value]
    return "made" if made else "planned"


def in_words(counts: Counts) -> str:
    """What is between two states, in words; empty where all copies stand together.

    >>> in_words(Counts(copies=5, printed=3, spoiled=1, collected=0))
    '3 of 5 printed, 1 spoiled'
    >>> in_words(Counts(copies=5, printed=5, checked=5, collected=2)), in_words(Counts(copies=2, printed=2))
    ('2 of 5 collected', '')
    """
    parts = [
        f"{getattr(counts, name)} of {counts.copies} {name}"
        for name in _COUNTED
        if 0 < getattr(counts, name) < counts.copies
    ]
    if counts.spoiled:
        parts.append(f"{counts.spoiled} spoiled")
    return ", ".join(parts)
