"""What every kind of edge can be asked; each kind answers in its own file.

An edge knows everything about itself: the fields of its document, the boxes it makes of a finished
size by their names, the arithmetic of its sides, what contradicts it, what a careful colleague would say of it, the
words of its step, what the rim of the file is made of, the edge that a print gets first, what can be taken hold of,
what the workshop does, how it looks on a wall. A kind that is added is one file beside
these, and one line in the package.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any, ClassVar, Literal, NamedTuple, Self

from ..answer.reckoning import Finding
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.medium import Marks
from ..parts.part import Part
from ..parts.target import Target
from ..shapes.box import Box
from ..shapes.ink import Ink
from .boxes import EdgeBoxes
from .crafts import BLADE, CUT_TO, CUT_TO_SIZE, Board, Craft, Cut, fixings
from .grips import Grip
from .usual import Usual

Axis = Literal["width", "height"]
#: A contradiction: path into the document, message.
Problem = tuple[str, str]
WHITE = "#ffffff"
#: What shows in a frame round a print that has no mat.
BACKING = "#fbf9f4"


class Side(NamedTuple):
    """How a side comes about: in words, and as a form with the lengths put in (mm) and their sum.

    Those whose numbers are in `plain` are no lengths but plain numbers.
    """

    formula: str
    form: str
    put_in: tuple[Fraction, ...]
    result: Callable[..., Fraction]
    plain: tuple[int, ...] = ()


class EdgeFill(NamedTuple):
    """What the file is made of beyond the image box: a way of filling, a colour, how soft a soft one is."""

    fill: str
    colour: str
    softness: float = 0.5


class Fill(NamedTuple):
    """A way of filling what lies beyond the image box: its word in a plan, its name, what it does."""

    id: str
    label: str
    words: str


class EdgeKind(Part):
    """What happens at the edge of a print. Lengths and boxes are exact, in mm."""

    #: What it is called.
    label: ClassVar[str]
    #: What its legend says: a sentence, and where in the handbook to read on.
    says: ClassVar[str]
    read_on: ClassVar[str] = "one-print#edge"
    #: What the finished size is called under this edge.
    target_word: ClassVar[str] = "print"
    #: The rule behind its figures, in words.
    source: ClassVar[str]
    #: Whether the sheet may be cut to another size, to follow the picture.
    sheet_follows: ClassVar[bool] = False
    #: Where the part of a keep zone is that is not seen: "3 mm of it …the left edge".
    cut_words: ClassVar[str] = "lies beyond"
    #: What a picture that is kept whole still loses, where it loses anything.
    rim_words: ClassVar[str] = ""
    #: The ways in which it can fill its rim, where there are several.
    fills: ClassVar[tuple[Fill, ...]] = ()
    #: The change that keeps the picture off the folds, and its label.
    fold_cure: ClassVar[tuple[dict[str, Any], str] | None] = None

    #: Whether it grows and shrinks with the print; a cutter's bleed and a stretcher's bar do not.
    scales: ClassVar[bool] = False

    def scaled(self, share: Fraction) -> Self:
        """The same edge on a print whose long side is `share` of this one's; its lengths in steps people cut."""
        return self

    def boxes(self, trim: Box) -> EdgeBoxes:
        """The boxes around a finished size, in its own coordinates.

        The image box may come out empty or negative; `problems` tells such an edge.
        """
        return EdgeBoxes(trim, trim, trim, trim)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        """How a side of the image box comes about from the finished size; None where it is that."""
        return None

    def document_side(self, axis: Axis, full: Fraction) -> Side | None:
        """The same for the file, without the margin of marks."""
        return None

    def seen(self, boxes: EdgeBoxes, printed: Box) -> Box:
        """What a viewer takes for the picture, of which `printed` holds the picture itself."""
        return boxes.visible

    def problems(self, target: Target) -> list[Problem]:
        """What cannot be, with the path into the plan."""
        return []

    def findings(self, boxes: EdgeBoxes, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        """What is worth a look, with what cures it."""
        yield from ()

    def summary(self, style: LengthStyle) -> tuple[str, str]:
        """The key figure of its step, and its word of state."""
        raise NotImplementedError

    def rim(self) -> EdgeFill:
        return EdgeFill("colour", self.paper)

    def ink(self, boxes: EdgeBoxes, printed: Box) -> Ink:
        """What it prints itself, beside the picture."""
        return Ink()

    @classmethod
    def first(cls, trim: Box, usual: Usual) -> dict[str, Any]:
        """The document of the edge that a print of this finished size (mm) gets first when somebody takes the kind."""
        raise NotImplementedError

    @classmethod
    def first_of_many(cls, usual: Usual) -> dict[str, Any] | None:
        """The same for prints of many sizes that share one edge; None where each size needs its own."""
        return None

    def grips(self, boxes: EdgeBoxes, printed: Box) -> Iterator[Grip]:
        """What of it can be taken hold of on the drawing."""
        yield from ()

    def craft(
        self, boxes: EdgeBoxes, printed: Box, target: Target, marks: Marks, style: LengthStyle
    ) -> Craft:
        """What the workshop cuts for it, in which order it works, and what it minds."""
        trim = boxes.trim
        return Craft(
            [Cut(CUT_TO, style.size(trim.w, trim.h))],
            [CUT_TO_SIZE],
            [BLADE, *fixings(trim.w, trim.h)],
        )

    def boards(self, boxes: EdgeBoxes, style: LengthStyle) -> tuple[Board, ...]:
        """The boards that a framer cuts for it, the upper one first."""
        return ()

    @property
    def depth_on_wall(self) -> Fraction:
        """How deep it makes the print stand off the wall, mm; 0 where it is flat."""
        return Fraction(0)

    @property
    def board_colour(self) -> str:
        """What is seen on a wall between the print and its frame."""
        return BACKING

    def rings(self) -> tuple[tuple[float, str], ...]:
        """What is seen all round the opening: how far each reaches (mm) and its colour, the widest first."""
        return ()

    @property
    def caption_text(self) -> str:
        """The words that are printed in it; empty where there are none."""
        return ""

    def fill_label(self) -> str:
        """The name of the fill in force, as its step has it."""
        fill = getattr(self, "fill", "")
        return next((one.label.lower() for one in self.fills if one.id == fill), fill)

    @property
    def paper(self) -> str:
        """The colour around the image, also of padding that has none of its own."""
        return str(getattr(self, "colour", WHITE))


def too_shallow(
    needed: Fraction, printed: Box, what: str, word: str, style: LengthStyle
) -> Iterator[Finding]:
    """A picture cannot be mirrored further than it is deep; lengths in mm.

    >>> [shallow] = too_shallow(Fraction(50), box(0, 0, 300, 40), "wrap", "face", LengthStyle("cm"))
    >>> shallow.text
    'A mirrored wrap needs 5 cm of picture; the face has only 4 cm.'
    >>> list(too_shallow(Fraction(50), box(0, 0, 300, 60), "wrap", "face", LengthStyle("cm")))
    []
    """
    has = min(printed.w, printed.h)
    if has < needed:
        yield Finding(
            id="mirror-too-shallow",
            level="stop",
            step="edge",
            text=f"A mirrored {what} needs {style.length(needed)} of picture; the {word} "
            f"has only {style.length(has)}.",
            fix={"edge.fill": "stretch"},
            fix_label="Stretch the outermost pixels",
        )


def around(inner: Fraction, more: Fraction, formula: str) -> Side:
    """Something with the same on both sides of it.

    >>> side = around(Fraction(300), Fraction(3), "trim width + 2 × bleed")
    >>> side.result(*side.put_in)
    Fraction(306, 1)
    """
    return Side(formula, "{} + 2 × {}", (inner, more), lambda a, b: a + 2 * b)
