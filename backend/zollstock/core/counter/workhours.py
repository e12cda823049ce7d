"""A studio's working time: work is done while it is open, drying goes by the clock. Moments are local, without a zone."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date, datetime, timedelta

from ..studio.times import WorkTimes

#: So many days are looked over; what takes longer takes as many.
_MOST_DAYS = 400


@dataclass(frozen=True)
class WorkHours:
    """The hours of a studio."""

    times: WorkTimes

    def works(self, day: date) -> bool:
        return day.weekday() in self.times.days and day not in self.times.closed

    def end_of(self, day: date) -> datetime:
        """When somebody can still hand over what is due that day: the end of it, or of the last working day before."""
        for back in range(_MOST_DAYS):
            held = day - timedelta(days=back)
            if self.works(held):
                return datetime.combine(held, self.times.closes)
        return datetime.combine(day, self.times.closes)

    def before(self, moment: datetime, work: timedelta) -> datetime:
        """When so much work has to begin that it ends by a moment."""
        left, day = work, moment.date()
        for _ in range(_MOST_DAYS):
            opens, closes = self._span(day)
            end = min(moment, closes)
            if self.works(day) and end > opens:
                if end - opens >= left:
                    return end - left
                left -= end - opens
            day -= timedelta(days=1)
        return moment - timedelta(days=_MOST_DAYS)

    def after(self, moment: datetime, work: timedelta) -> datetime:
        """When so much work ends that begins at a moment, or as soon as somebody works again."""
        left, day = work, moment.date()
        for _ in range(_MOST_DAYS):
            opens, closes = self._span(day)
            begin = max(moment, opens)
            if self.works(day) and closes > begin:
                if closes - begin >= left:
                    return begin + left
                left -= closes - begin
            day += timedelta(days=1)
        return moment + timedelta(days=_MOST_DAYS)

    def _span(self, day: date) -> tuple[datetime, datetime]:
        return datetime.combine(day, self.times.opens), datetime.combine(day, self.times.closes)


@dataclass
class Hands:
    """One who does one thing at a time: a device that prints, a bench for finishing. `taken` are spans."""

    hours: WorkHours
    taken: list[tuple[datetime, datetime]] = field(default_factory=list)

    def last(self, end: datetime, work: timedelta) -> tuple[datetime, datetime]:
        """The latest span in which so much is done by `end` with nothing else in between; it is taken from then on."""
        begin = self.hours.before(end, work)
        while clash := [span for span in self.taken if span[0] < end and span[1] > begin]:
            end = min(span[0] for span in clash)
            begin = self.hours.before(end, work)
        if work:
            self._take(begin, end)
        return begin, end

    def _take(self, begin: datetime, end: datetime) -> None:
        """One span of what touches: a queue is stepped over at once, however long it is."""
        apart = [span for span in self.taken if span[1] < begin or span[0] > end]
        touching = [span for span in self.taken if span not in apart]
        first = min([begin, *(span[0] for span in touching)])
        last = max([end, *(span[1] for span in touching)])
        self.taken = [*apart, (first, last)]
