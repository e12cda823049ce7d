"""How fine the detail of the print is, beside how fine its pixels are."""

from __future__ import annotations

from collections.abc import Iterator

from ..answer.reckoning import Figure
from ..ground import show
from ..ground.rational import exact
from ..ground.workings import number, written
from ..picture.measures import Measures
from ..work.detail import detail_range, detail_share
from ..work.outcome import Work
from .figure import figure


def detail(work: Work, measures: Measures) -> Iterator[Figure]:
    """The share that the plan sets; else what was measured; nothing where neither is known.

    >>> from ..picture.measures import Measures
    >>> [(one.id, one.working) for one in detail(fog(viewing={"detail": 0.5}), Measures())]
    [('detail_ppi', '208.3 × 0.5 = 104.2 ppi')]
    """
    share = work.plan.viewing.detail
    if share is None:
        share = detail_share(work, measures)
    if share is None or work.plan.target.in_pixels:
        return
    ppi = work.effective * exact(share)
    put_in = written(
        "{} × {}",
        (number(work.effective, 1), number(exact(share), 2)),
        lambda has, part: has * part,
        show.ppi,
        show.ppi(ppi),
    )
    spread = detail_range(work, measures)
    if spread is not None and share < 1:
        low, high = (show.decimal(one, 0) for one in spread)
        put_in = f"between {low} and {high}: {put_in}"
    yield figure("detail_ppi", "Detail of about", ppi, "ppi", show.ppi(ppi),
                 "effective ppi × share of it that is detail", put_in, "detail")  # fmt: skip
