"""A print's file as it goes to a device, from its plan: what the recipe says is what is planned."""

from __future__ import annotations

from ..shapes.box import Box
from ..work.outcome import Work
from .entered import entered_size
from .lying import Lying, ink_box
from .media import stock_key
from .press import FileOnPaper, Settings


def file_of(work: Work) -> FileOnPaper:
    """The file of a print, mm as it says them itself.

    >>> made = file_of(fog(edge=border("2 in")))
    >>> float(made.width), [round(float(side), 1) for side in made.ink.as_floats()]
    (609.6, [50.8, 50.8, 508.0, 304.8])
    """
    document = work.boxes.document
    width, height = entered_size(work)
    x, y = width / document.w, height / document.h

    def entered(box: Box) -> Box:
        return Box(box.x * x, box.y * y, box.w * x, box.h * y)

    return FileOnPaper(
        width, height, entered(ink_box(work)), entered(work.boxes.trim), work.output_ppi,
        (document.w, document.h),
    )  # fmt: skip


def settings_of(work: Work, laid: Lying) -> Settings:
    """The dialog as the recipe says.

    >>> from .lying import lying
    >>> work = fog(target={"width": "27 cm", "height": "18 cm"}, device=chosen("desk/a4"))
    >>> settings_of(work, lying(work)).turn
    90
    """
    return Settings(
        borderless=laid.borderless,
        driver_colour=work.plan.output.print_profile is None,
        turn=90 if laid.turned else 0,
        medium=stock_key(work) or "",
    )
