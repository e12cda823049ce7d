"""How fast files are made where the studio's files are made."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..seeing.enlarging import MethodName


@dataclass(frozen=True, slots=True)
class Pace:
    """How a studio's machine compares with the one on which the costs were measured.

    `slower` says of a method how many times as long it took there as was reckoned, `others` how many are being
    made just now: the processors are shared with them.
    """

    slower: Mapping[MethodName, float] = field(default_factory=dict)
    others: int = 0


#: That of the machine on which the costs were measured, with nothing else to do.
MEASURED_PACE = Pace()
