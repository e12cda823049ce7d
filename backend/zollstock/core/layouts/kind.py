"""What every kind of layout can be asked; each answers in its own file."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, ClassVar

from ..answer.reckoning import Figure, Finding
from ..ground.show import LengthStyle
from ..sheet.sheets import Sheet
from ..studio.studio import DEFAULT_STUDIO, Studio
from ..work.outcome import Work, work_out
from .beginning import Beginning, Document
from .request import MOST_PLANS, LayoutRequest

if TYPE_CHECKING:
    from .page import LayoutPage
    from .wall.scene import Scene


@dataclass(frozen=True, slots=True)
class PageQuery:
    """What a page is asked for and goes by beside the request.

    `on`: how many sheets somebody would give (None: as many as there are); `sheet`: the number of the one that is
    looked at. What was measured of the picture is in `studio`.
    """

    studio: Studio = DEFAULT_STUDIO
    on: int | None = None
    sheet: int | None = None


@dataclass(frozen=True, slots=True)
class PlannedLayout:
    """A layout worked out: its plans, its sheets in the order of printing, figures and findings.

    `plans` are the numbers of the plans of its `works`, where a plan is worked out several times; `apart` sheets that
    are a file of their own, such as a cover.
    """

    works: tuple[Work, ...]
    sheets: tuple[Sheet, ...]
    figures: list[Figure]
    findings: list[Finding]
    plans: tuple[int, ...] | None = None
    apart: tuple[Sheet, ...] = ()

    def plan_of(self, work: int) -> int:
        """The number of the plan, and so of the picture, of a work."""
        return work if self.plans is None else self.plans[work]

    @property
    def all_sheets(self) -> tuple[Sheet, ...]:
        return (*self.sheets, *self.apart)

    @property
    def used(self) -> list[int]:
        """The numbers of the works whose pixels lie on a sheet; a hanging plan has lines and letters alone."""
        sides = [side for sheet in self.all_sheets for side in sheet.sides]
        return sorted({part.plan for side in sides for part in side.parts})


WHOLE_PAGE = PageQuery()


class Kind(ABC):
    """One kind of layout: its request, and the planner that turns one into sheets."""

    name: ClassVar[str]
    #: What it is called, what the button says that begins one, and what it is for, in a sentence.
    label: ClassVar[str]
    begins: ClassVar[str]
    says: ClassVar[str]
    #: Whether it is made of several prints.
    of_several: ClassVar[bool] = False
    request: ClassVar[type[LayoutRequest]]
    #: So many plans it takes.
    most: ClassVar[int] = MOST_PLANS
    #: Whether it decides how large a plan is, so that the plan's target may be left out.
    sizes: ClassVar[bool] = False

    def completed(self, document: dict[str, Any]) -> dict[str, Any]:
        """The request with what the kind itself decides, before it is checked; nothing that was given is changed."""
        return document

    @abstractmethod
    def first(self, plans: list[Document], at: Beginning) -> Document:
        """What a new one of prints as they are planned begins with: `plans`, and what the kind adds to them.

        One that is not `of_several` is given the plan of one. Nothing that was given is changed.
        """

    def with_more(self, document: Document, plans: list[Document]) -> Document:
        """A request of several prints with more of them behind those that it has."""
        return document | {"plans": [*document["plans"], *plans]}

    @abstractmethod
    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        """The sheets of a sound request, by what a studio knows; never fails for one."""

    def in_short(self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle) -> str:
        """A line on a list of jobs: by itself the finished size, and how many sheets it takes."""
        trim, count = laid.works[0].boxes.trim, len(laid.sheets)
        return f"{style.size(trim.w, trim.h)}, {count} sheet{'s' if count != 1 else ''}"

    def works(self, layout: LayoutRequest, studio: Studio) -> list[Work]:
        """The plans of a layout request worked out, as what hangs shows them."""
        return [work_out(plan, studio) for plan in layout.plans]

    def scene(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> Scene | None:
        """What a look at the wall shows; None where nothing hangs."""
        return None

    def hanging_plan(self, layout: LayoutRequest, style: LengthStyle) -> list[Sheet]:
        """The plan for who hangs it, its list on further sheets; empty where nothing hangs."""
        return []

    @abstractmethod
    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        """What its page shows of a layout request that was laid out."""
