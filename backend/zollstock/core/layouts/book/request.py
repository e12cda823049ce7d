"""The request for a book: pages, binding, cover, and which picture lies where."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from ...documents.plan import Plan
from ...edges import Problem
from ...ground import show
from ...ground.lengths import Length
from ...ground.plaintext import Line
from ...ground.rational import Fraction, exact
from ...parts.part import Part, length_of
from ...shapes.box import ZERO
from ..request import LayoutRequest, Paper
from .binding import BINDINGS, USUAL_GUTTER, Binding, BindingName, leaf_of, spine_width
from .labrules import BookLab
from .openings import Opening, Side, openings
from .spreads import BookSpread

MOST_PICTURES = 300
MOST_PAGES = 400
#: So many boxes a book has at most.
MOST_BOXES = 600
#: Letters of all texts, and how high capitals are, mm.
MOST_LETTERS = 100_000
LEAST_CAPITALS, MOST_CAPITALS = 1, 200
#: A page is printed at this, unless it is said otherwise.
USUAL_PPI = 300
PROOF_PPI = 100
#: A target that is given may be off by what typing to a hundredth of a millimetre makes.
_TYPED = Fraction(1, 50)

FilesOf = Literal["pages", "spreads", "booklet", "proof"]


class PageSize(Part):
    """A page after trimming."""

    width: Length
    height: Length


class BookPaper(Part):
    """The leaves inside: how thick one is, or its grammage (g/m²) and bulk (cm³/g); `factor` of the medium."""

    thickness: Length | None = None
    grammage: float | None = Field(default=None, gt=0, le=2000)
    bulk: float | None = Field(default=None, gt=0, le=10)
    factor: float = Field(default=0.85, gt=0, le=1)

    @property
    def leaf(self) -> Fraction:
        """mm; a usual paper of 150 g/m² where nothing is said."""
        if self.thickness is not None:
            return self.thickness.mm
        if self.grammage is None:
            return Fraction(18, 100)
        bulk = Fraction(12, 10) if self.bulk is None else exact(self.bulk)
        return leaf_of(exact(self.grammage), bulk)


class Cover(Part):
    """A cover of boards: how thick they are, how far they stand out, the hinge beside the spine, what is turned in."""

    board: Length = length_of("2.5 mm")
    overhang: Length = length_of("3 mm")
    hinge: Length = length_of("8 mm")
    wrap: Length = length_of("15 mm")


class Outside(Part):
    """What stands on the cover: the picture of a plan on its front, words there and on the spine; null: the title."""

    plan: int | None = Field(default=None, ge=0)
    words: Line | None = Field(default=None, max_length=120)
    spine: Line | None = Field(default=None, max_length=120)


class BookRequest(LayoutRequest):
    """A book. Without `spreads` it is laid out by the least cost; `sheet` is what a booklet is printed on at home."""

    kind: Literal["book"] = "book"
    plans: Annotated[list[Plan], Field(min_length=1, max_length=MOST_PICTURES)]
    sheet: Paper = Field(
        default_factory=lambda: Paper.model_validate({"width": "297 mm", "height": "420 mm"})
    )
    pages: int = Field(default=24, ge=1, le=MOST_PAGES)
    page: PageSize = Field(
        default_factory=lambda: PageSize.model_validate({"width": "21 cm", "height": "28 cm"})
    )
    bleed: Length = length_of("3 mm")
    safe: Length = length_of("6 mm")
    gutter: Length | None = Field(
        default=None,
        description="What the binding swallows on each page; null: 8 mm, of a lay-flat 0.",
    )
    binding: BindingName = "glued"
    signature: Literal[4, 8, 16] | None = Field(
        default=None, description="Pages that are folded of one sheet; stapled and sewn: 4."
    )
    opens: Side = "left"
    paper: BookPaper = Field(default_factory=BookPaper)
    cover: Cover | None = None
    outside: Outside = Field(default_factory=Outside)
    lab: BookLab | None = Field(
        default=None, description="What the lab that binds it asks, as its row said then."
    )
    profile: None = None
    numbers: bool = Field(default=False, description="Page numbers, at the outer lower corner.")
    captions: bool = Field(default=False, description="Under every picture its plan's title.")
    title_page: bool = Field(
        default=False, description="Page 1 carries the title and no picture of the first layout."
    )
    spreads: Annotated[list[BookSpread], Field(max_length=MOST_PAGES)] | None = None
    keep_together: Annotated[list[list[int]], Field(max_length=MOST_PICTURES)] = []
    leave_out: Annotated[list[int], Field(max_length=MOST_PICTURES)] = []
    ppi: float | None = Field(
        default=None, ge=36, le=1200, description="Of every page; null: 300, of a proof 100."
    )
    files: FilesOf = "pages"

    @property
    def lengths(self) -> list[Length]:
        return [self.page.width, self.page.height]

    @property
    def bound(self) -> Binding:
        return BINDINGS[self.binding]

    @property
    def step(self) -> int:
        """The pages of a book are a multiple of this."""
        return self.signature if self.signature and self.bound.in_signatures else self.bound.step

    @property
    def swallowed(self) -> Fraction:
        """What the binding swallows of each page, mm."""
        if self.gutter is not None:
            return self.gutter.mm
        return ZERO if self.bound.flat else USUAL_GUTTER

    @property
    def spine(self) -> Fraction:
        """mm; none where sheets are stapled."""
        if not self.bound.has_spine:
            return ZERO
        board = ZERO if self.cover is None else self.cover.board.mm
        return spine_width(self.pages, self.paper.leaf, board)

    @property
    def file_ppi(self) -> Fraction:
        if self.ppi is not None:
            return exact(self.ppi)
        return Fraction(PROOF_PPI if self.files == "proof" else USUAL_PPI)

    @property
    def openings(self) -> tuple[Opening, ...]:
        return openings(self.pages, self.page.width.mm, self.page.height.mm, self.opens)

    @property
    def spine_words(self) -> str:
        return self.title if self.outside.spine is None else self.outside.spine

    @property
    def cover_words(self) -> str:
        return self.title if self.outside.words is None else self.outside.words

    def contradictions(self) -> Iterator[Problem]:
        wrong = list(self._sizes())
        yield from wrong
        if self.profile is not None:
            yield "profile", "profiles for paper are not known yet; leave it out"
        yield from self._numbers()
        if not wrong:
            yield from self._spreads()

    def _sizes(self) -> Iterator[Problem]:
        width, height = self.page.width.mm, self.page.height.mm
        for side, mm in (("width", width), ("height", height)):
            if mm < 10:
                yield f"page.{side}", f"the {side} is {show.decimal(mm, 1)} mm; a page has 10 mm at least"  # fmt: skip
            if mm > 2000:
                yield f"page.{side}", f"the {side} is over 2 m; no book is so large"
        short = min(width, height)
        for name, mm, most in (
            ("bleed", self.bleed.mm, Fraction(50)),
            ("safe", self.safe.mm, short / 4),
            ("gutter", self.swallowed, width / 4),
        ):
            if mm > most:
                yield name, f"{show.decimal(mm, 1)} mm are too much; {show.decimal(most, 1)} mm at most of such a page"  # fmt: skip
        if self.paper.leaf > 10:
            yield "paper.thickness", "paper is 10 mm thick at most"
        if self.paper.bulk is not None and self.paper.grammage is None:
            yield "paper.bulk", "bulk without a grammage says nothing of thickness"
        if self.paper.thickness is not None and self.paper.grammage is not None:
            yield "paper.grammage", "take thickness, or grammage and bulk, not both"
        if self.cover is not None and self.cover.hinge.mm >= width / 2:
            yield "cover.hinge", "the hinge takes half of the board"
        if self.files == "booklet":
            yield from self.sheet.problems()
        for number, plan in enumerate(self.plans):
            if plan.target.in_pixels:
                yield f"plans[{number}].target", "a target in pixels has no size in a book"
            if plan.edge.kind != "none" or plan.marks.margin.mm:
                yield f"plans[{number}].edge", "a picture in a book has neither edge nor marks"

    def _numbers(self) -> Iterator[Problem]:
        count = len(self.plans)
        for name, numbers in (("keep_together", [one for group in self.keep_together for one in group]),
                              ("leave_out", self.leave_out)):  # fmt: skip
            strangers = [one for one in numbers if not 0 <= one < count]
            if strangers:
                yield name, f"there is no picture {strangers[0]}; they are 0 to {count - 1}"
        twice = [one for group in self.keep_together for one in group]
        if len(twice) != len(set(twice)):
            yield "keep_together", "a picture stands in one group only"
        if self.outside.plan is not None and self.outside.plan >= count:
            yield "outside.plan", f"there is no picture {self.outside.plan}; they are 0 to {count - 1}"  # fmt: skip

    def _spreads(self) -> Iterator[Problem]:
        firsts = {one.first for one in self.openings}
        seen: set[int] = set()
        boxes = letters = 0
        for at, spread in enumerate(self.spreads or []):
            if spread.start in seen:
                yield f"spreads[{at}].from", f"page {spread.start} begins two spreads"
            seen.add(spread.start)
            if spread.start not in firsts and (spread.start == 1 or spread.start % 2):
                yield f"spreads[{at}].from", f"a spread begins with page 1 or an even one, not {spread.start}"  # fmt: skip
            for number, box in enumerate(spread.boxes):
                boxes += 1
                letters += len(box.text or "")
                path = f"spreads[{at}].boxes[{number}]"
                if box.plan is not None and box.plan >= len(self.plans):
                    yield f"{path}.plan", f"there is no picture {box.plan}; they are 0 to {len(self.plans) - 1}"  # fmt: skip
                if box.plan is None and box.text is None:
                    yield path, "a box holds a picture or a text"
                for side in ("width", "height"):
                    if getattr(box, side).mm < 1:
                        yield f"{path}.{side}", f"the {side} of a box is 1 mm at least"
                    elif getattr(box, side).mm > 5000:
                        yield f"{path}.{side}", f"the {side} of a box is 5 m at most"
                if not LEAST_CAPITALS <= box.capitals.mm <= MOST_CAPITALS:
                    yield (
                        f"{path}.capitals",
                        f"capitals are {LEAST_CAPITALS} to {MOST_CAPITALS} mm high",
                    )
        if letters > MOST_LETTERS:
            yield "spreads", f"{letters} letters; a book has {MOST_LETTERS} at most"
        if boxes > MOST_BOXES:
            yield "spreads", f"{boxes} boxes; a book has {MOST_BOXES} at most"
