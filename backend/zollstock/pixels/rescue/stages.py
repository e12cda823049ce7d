"""The chain at the picture's own size: what each step leaves to the next, worked out when it is asked for."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from zollstock.core.rescue.lettered import RescueFound
from zollstock.core.rescue.steps import Clean, Lettering, Rim, Smooth, Tone
from zollstock.core.rescue.worked import Worked

from ..enlarge.shape import Floats
from ..errors import Cancelled
from ..progress import Progress, unheard
from .cleaning import ScreenFound, dust, without_noise, without_screen
from .fill import Mask, filled
from .lettering import TakenOff, taken_off, without
from .loading import Loaded
from .outlines import Lettering as Outlines
from .picking import near_colour, within
from .rimming import with_rim
from .smoothing import evened
from .toning import ToneCurve, tone_curve


@dataclass(frozen=True)
class Ground:
    """What is enlarged: `planes` with their new rim, `letterings` in their px (and as they were `traced`), and which px
    were `invented`; the `curve` comes after."""

    planes: Floats
    letterings: tuple[Outlines, ...]
    invented: Mask
    curve: ToneCurve | None
    traced: tuple[Outlines, ...] = ()

    @property
    def vectors(self) -> tuple[Outlines, ...]:
        """The lettering in the colours that it is printed in."""
        if self.curve is None:
            return self.letterings
        return tuple(replace(one, colour=self.curve.colour(one.colour)) for one in self.letterings)


class Stages:
    """A rescue of one picture. Raises `Cancelled` where `progress` says so, between two steps."""

    def __init__(self, work: Worked, source: Loaded, progress: Progress | None = None) -> None:
        self.work, self.source = work, source
        self._progress = progress or unheard
        self._screen: ScreenFound | None = None

    @cached_property
    def cleaned(self) -> Floats:
        """Without blocks, screen, noise and dust, in that order."""
        work, planes = self.work, self.source.planes
        step = work.rescue.step(Clean)
        if step is None:
            return planes
        if work.blocks > 0:
            free = self.source.without_blocks(work.quality, work.has_grid)
            planes = planes + np.float32(work.blocks) * (free - planes)
        self._told(25)
        if step.screen:
            planes, self._screen = without_screen(planes)
        if work.noise > 0:
            planes = without_noise(planes, work.noise, work.sigma)
        self._told(40)
        if step.dabs:
            spots = dust(planes.shape[:2], [(dab.x, dab.y, dab.r) for dab in step.dabs])
            planes = filled(planes, spots)
        return planes

    @cached_property
    def taken(self) -> TakenOff:
        """The lettering of the picture as it was cleaned."""
        found = taken_off(
            self.cleaned,
            self.source.seen(self.cleaned),
            self.work.rescue.step(Lettering),
            self.work.thicker,
        )
        self._told(55)
        return found

    @cached_property
    def under(self) -> Floats:
        """Cleaned, and without its lettering where it is filled, or where the ground alone is smoothed."""
        return without(self.cleaned, self.taken) if self.taken.letterings else self.cleaned

    @cached_property
    def smoothed(self) -> Floats:
        """What the outlines lie on."""
        step, lettering = self.work.rescue.step(Smooth), self.work.rescue.step(Lettering)
        filled_under = lettering is not None and lettering.under == "fill"
        ground = self.under if filled_under else self.cleaned
        if step is None:
            return ground
        if step.areas == "ground":
            even = evened(
                self.under, np.ones(ground.shape[:2], bool), self.work.smooth, step.keep_edges
            )
            return even if filled_under else self._put_back(even)
        seen = self.source.seen(ground)
        for area in step.areas:
            mask = near_colour(seen, area.colour, area.near) & within(seen.shape[:2], area.area)
            ground = evened(ground, mask, self.work.smooth, step.keep_edges)
        self._told(80)
        return ground

    def _put_back(self, even: Floats) -> Floats:
        """The smoothed ground with the old lettering on it: what each pixel differed from its ground by."""
        hole = self.taken.hole[:, :, None]
        return np.where(hole, even + (self.cleaned - self.under), even).astype(np.float32)

    @cached_property
    def ground(self) -> Ground:
        """Everything that is done before enlarging."""
        step, tone = self.work.rescue.step(Rim), self.work.rescue.step(Tone)
        lettering = self.work.rescue.step(Lettering)
        planes, invented = with_rim(self.smoothed, self.work.rim, step.by if step else "patches")
        left, top = self.work.rim[:2]
        high, wide = self.smoothed.shape[:2]
        if lettering is not None and lettering.under == "fill":
            invented[top : top + high, left : left + wide] |= self.taken.hole
        curve = None if tone is None else tone_curve(planes, tone.black, tone.white, tone.middle)
        letterings = tuple(one.moved(left, top) for one in self.taken.letterings)
        traced = tuple(one.moved(left, top) for one in self.taken.traced)
        self._told(100)
        return Ground(planes, letterings, invented, curve, traced)

    def found(self) -> RescueFound:
        """What only the pixels tell."""
        ground = self.ground
        return RescueFound(
            screen_px=self._screen.period if self._screen else 0.0,
            grid_kept=self.source.jpeg is not None,
            black=ground.curve.black if ground.curve else 0.0,
            white=ground.curve.white if ground.curve else 255.0,
            lettering=self.taken.told,
            invented=round(float(ground.invented.mean()), 4),
            width=ground.planes.shape[1],
            height=ground.planes.shape[0],
        )

    def _told(self, percent: int) -> None:
        if not self._progress(percent):
            raise Cancelled
