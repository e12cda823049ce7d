"""The one size that is typed into a dialog: the file as it is to come out, a scale that was measured made good."""

from __future__ import annotations

from ..ground.rational import Fraction
from ..parts.device import Feed
from ..work.outcome import Work
from .lying import Lying, lying

ONE = Fraction(1)


def corrected_scale(work: Work, laid: Lying | None = None) -> tuple[Fraction, Fraction]:
    """What the device makes of the file's width and of its height, where that is made good in the file; else 1 and 1.

    `laid` is how the print lies, where that is known already.

    >>> from tests.devices import corrected
    >>> small = fog(target={"width": "27 cm", "height": "18 cm"}, device=corrected("desk/a4", 0.995, 1.0))
    >>> [float(one) for one in corrected_scale(small)]
    [1.0, 0.995]
    """
    used = work.device
    if used is None or not used.corrects or used.feed.true_to_size:
        return ONE, ONE
    laid = laid or lying(work)
    return _of_file(used.feed, laid is not None and laid.turned)


def _of_file(feed: Feed, turned: bool) -> tuple[Fraction, Fraction]:
    across, along = feed.scale
    return (along, across) if turned else (across, along)


def entered_size(work: Work) -> tuple[Fraction, Fraction]:
    """Width and height of the file, mm, as they are typed: marks included, a measured scale made good.

    A driver that prints 96.4 % of the size gets 10 cm ÷ 0.964:

    >>> from ..documents.plan import parse_plan
    >>> from ..work.outcome import work_out
    >>> device = {"key": "d", "feed": "f", "used": {"name": "D", "corrects": True,
    ...           "feed": {"name": "F", "width": "21 cm", "height": "297 mm", "scale_x": 0.964}}}
    >>> plan = {"picture": {"width_px": 3000, "height_px": 2000}, "target": {"width": "10 cm", "height": "10 cm"}, "device": device}
    >>> [round(float(side), 2) for side in entered_size(work_out(parse_plan(plan)))]
    [103.73, 100.0]
    """
    across, along = corrected_scale(work)
    document = work.boxes.document
    return document.w / across, document.h / along
