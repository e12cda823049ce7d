"""The workshop's paper: what is cut to which size, in which order the work is done, what to mind."""

from __future__ import annotations

from dataclasses import dataclass

from ..colour.renderings import INTENT_WORDS
from ..devices.entered import entered_size
from ..edges.crafts import Cut
from ..ground.show import LengthStyle
from ..parts.file import OutputSpec
from ..rules.fileformats import FILE_FORMATS
from ..work.outcome import Work

_RULES = "Local rules and licensed practice come first."


@dataclass(frozen=True, slots=True)
class Workshop:
    """A print as the workshop needs it: pieces, the order of work, material, cautions."""

    title: str
    edge: str
    cuts: list[Cut]
    steps: list[str]
    material: list[str]
    cautions: list[str]


def _colours(output: OutputSpec) -> list[str]:
    """Who manages colour: a file in a print profile must not be managed once more."""
    profile = output.print_profile
    if profile is None:
        return []
    compensated = output.black_point and output.intent != "absolute"
    black = f"{'with' if compensated else 'without'} black point compensation"
    return [
        f"The file is in the profile “{profile.name}” ({INTENT_WORDS[output.intent]}, {black}): turn the driver's own colour management off."
    ]


def workshop(work: Work, style: LengthStyle) -> Workshop:
    """The workshop's paper of a print, every measure as reckoned.

    >>> [(cut.what, cut.size) for cut in workshop(fog(edge=border("2 in")), LengthStyle("cm")).cuts]
    [('Print, at 100 %', '60.96 × 40.64 cm'), ('Sheet, cut to', '60.96 × 40.64 cm')]
    """
    plan, edge = work.plan, work.plan.edge
    cuts, steps, cautions = edge.craft(
        work.boxes, work.placement.printed, plan.target, plan.marks, style
    )
    key, state = edge.summary(style)
    kind = FILE_FORMATS[plan.output.format]
    printed = Cut(
        "Print, at 100 %",
        style.size(*entered_size(work)),
        f"{kind.label}, {work.output_w} × {work.output_h} px",
    )
    factor = f"holds {float(plan.medium.factor):.0%} of the detail".replace("%", " %")
    return Workshop(
        title=plan.title or "Print",
        edge=f"{key}, {state}",
        cuts=[printed, *cuts],
        steps=[
            "Print at 100 %, nothing fitted to the page, and measure one side of the print.",
            *_colours(plan.output),
            *steps,
        ],
        material=[f"{plan.medium.name or 'No medium named'}: {factor}."],
        cautions=[*cautions, _RULES],
    )
