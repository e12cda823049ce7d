"""What a paper can show of a picture: figures from what was measured, as `zollstock.gamut/1`."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from ..answer.reckoning import Figure, Record
from ..figures.figure import figure
from ..ground import show
from ..ground.plaintext import listed

GAMUT_FORMAT: Literal["zollstock.gamut/1"] = "zollstock.gamut/1"
#: A colour that comes back from the paper by more than this, CIEDE2000, lies beyond it.
BEYOND = 3.0
#: Families of colours under this share of the picture are not named.
_NAMED = 0.004
_MOST_NAMED = 3


@dataclass(frozen=True, slots=True)
class GamutNumbers:
    """What was measured of a picture through a profile.

    `px` of the printed picture, `beyond` those that the paper cannot show; `families` their share of all px by name;
    `worst` and `median` in CIEDE2000; `white` and `black` the paper's L*; ink in per cent, `over` the share over the limit.
    """

    px: int
    beyond: int
    families: Mapping[str, float]
    worst: float
    median: float
    white: float
    black: float
    ink_most: float
    ink_limit: float
    ink_over: float


class GamutReport(Record):
    """The figures, and what they say in a line. `families` are the colours beyond the paper, the most first."""

    format: Literal["zollstock.gamut/1"] = GAMUT_FORMAT
    profile: str
    space: str
    intent: str
    black_point: bool
    says: str
    families: dict[str, float]
    figures: list[Figure]


def gamut_report(
    numbers: GamutNumbers, profile: str, space: str, intent: str, black_point: bool
) -> GamutReport:
    """Everything that is said of a picture on a paper.

    >>> found = GamutNumbers(px=1000, beyond=120, families={"red": 0.1, "blue": 0.02}, worst=14.2, median=3.1, white=96,
    ...                      black=12, ink_most=280, ink_limit=300, ink_over=0)
    >>> gamut_report(found, "Satin", "rgb", "relative", True).says
    '12 % of this picture lies beyond Satin: red and blue above all.'
    """
    named = {name: share for name, share in sorted(numbers.families.items(), key=lambda one: -one[1])
             if share >= _NAMED}  # fmt: skip
    families = dict(list(named.items())[:_MOST_NAMED])
    return GamutReport(
        profile=profile, space=space, intent=intent, black_point=black_point, says=_says(numbers, families, profile),
        families=families, figures=list(_figures(numbers, space, intent)),
    )  # fmt: skip


def _says(numbers: GamutNumbers, families: Mapping[str, float], profile: str) -> str:
    share = numbers.beyond / max(1, numbers.px)
    if share < _NAMED:
        return f"{profile} shows practically all colours of this picture."
    what = f"{listed(list(families))} above all" if families else "many colours, each a little"
    return f"{show.percent(share)} of this picture lies beyond {profile}: {what}."


def _figures(numbers: GamutNumbers, space: str, intent: str) -> Iterator[Figure]:
    share = numbers.beyond / max(1, numbers.px)
    yield figure("out_of_gamut", "Beyond the paper", share, "–", show.percent(share),
                 f"px that come back by more than ΔE00 {BEYOND:g} ÷ px",
                 f"{show.whole(numbers.beyond)} px ÷ {show.whole(numbers.px)} px", "gamut")  # fmt: skip
    yield _delta(
        "gamut_worst", "Largest change there", numbers.worst, "the largest ΔE00 of the same"
    )
    yield _delta("gamut_median", "Median change everywhere", numbers.median,
                 f"the median ΔE00 of all px by the intent {intent}, relative to the paper")  # fmt: skip
    for name, label, value in (("paper_white", "Paper", numbers.white), ("paper_black", "Blackest black", numbers.black)):  # fmt: skip
        yield figure(name, label, value, "L*", f"L* {show.decimal(value, 1)}", "lightness of the profile's white or black",
                     "from the profile", "paper-tones")  # fmt: skip
    if space == "cmyk":
        yield figure("ink_most", "Most ink", numbers.ink_most, "%", f"{numbers.ink_most:.0f} %", "the largest sum of all inks on a px",
                     "C + M + Y + K there", "total-ink")  # fmt: skip
        over = show.percent(numbers.ink_over)
        yield figure("ink_share_over", "Over the ink limit", numbers.ink_over, "–", over, "px over the limit ÷ px",
                     f"limit {numbers.ink_limit:.0f} %", "total-ink")  # fmt: skip


def _delta(name: str, label: str, value: float, formula: str) -> Figure:
    return figure(name, label, value, "ΔE00", f"ΔE00 {show.decimal(value, 1)}", formula, "over all colours of the picture", "gamut")  # fmt: skip
