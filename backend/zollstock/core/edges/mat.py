"""A mat (window mount): card with an opening that overlaps the image, or in which the print floats."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, ClassVar, Literal, Self

from ..answer.reckoning import Finding
from ..ground.lengths import MM_PER_INCH, Length
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.medium import Marks
from ..parts.part import Colour, Part, length_of
from ..parts.target import Target
from ..shapes.box import Box
from ..shapes.drawing import BoxName
from .boxes import EdgeBoxes
from .crafts import BLADE, Board, Craft, Cut, fixings
from .grips import Grip, SideName, along_bottom, four, gap, grip, inwards, is_flat, middle_of
from .kind import WHITE, Axis, EdgeKind, Problem, Side, around
from .scaling import scaled_cut
from .usual import Pair, Usual

_CARD: Pair = (Fraction(60), 2 * MM_PER_INCH)
_OVERLAP: Pair = (Fraction(4), MM_PER_INCH / 8)
#: The bevel of a cut as it is seen from the front, mm.
_BEVEL_MM = 1.4


class InnerMat(Part):
    """A second card under the first: `step` of it shows all round the opening."""

    step: Length
    colour: Colour = WHITE


class Mat(EdgeKind):
    """With `reveal` the print floats: so much paper shows between it and the opening."""

    kind: Literal["mat"]
    opening_width: Length
    opening_height: Length
    overlap: Length = length_of("0 mm")
    reveal: Length | None = None
    colour: Colour = WHITE
    card_width: Length | None = None
    card_height: Length | None = None
    card_colour: Colour = WHITE
    inner: InnerMat | None = None

    label: ClassVar[str] = "Mat"
    says: ClassVar[str] = "A window of board over the print, whose opening says what is seen of it."
    read_on: ClassVar[str] = "one-print#mat"
    target_word: ClassVar[str] = "sheet"
    source: ClassVar[str] = (
        "The mat overlaps the image so that no paper shows: image box = opening + 2 × overlap. Or the "
        "print floats in the opening: image box = opening − 2 × reveal."
    )
    cut_words: ClassVar[str] = "hides under the mat at"
    rim_words: ClassVar[str] = "the mat covers its edge"

    scales: ClassVar[bool] = True

    def scaled(self, share: Fraction) -> Self:
        """Opening and card with the print; how far they overlap is the framer's, whatever the size."""
        names = ("opening_width", "opening_height", "card_width", "card_height")
        lengths = {name: getattr(self, name) for name in names}
        return self.model_copy(
            update={name: scaled_cut(held, share) for name, held in lengths.items() if held}
        )

    def boxes(self, trim: Box) -> EdgeBoxes:
        """The opening lies in the middle of the sheet.

        >>> mat = Mat.model_validate({"kind": "mat", "opening_width": "24 cm", "opening_height": "18 cm", "overlap": "5 mm"})
        >>> found = mat.boxes(Box(Fraction(0), Fraction(0), Fraction(400), Fraction(300)))
        >>> found.image.as_floats(), found.named["opening"].as_floats()
        ((75.0, 55.0, 250.0, 190.0), (80.0, 60.0, 240.0, 180.0))
        """
        wide, high = self.opening_width.mm, self.opening_height.mm
        opening = Box((trim.w - wide) / 2, (trim.h - high) / 2, wide, high)
        beyond = self.overlap.mm if self.reveal is None else -self.reveal.mm
        named: dict[BoxName, Box] = {"opening": opening, "card": self._card(trim)}
        if self.inner is not None:
            named["step"] = opening.grown(self.inner.step.mm)
        return EdgeBoxes(trim, trim, opening.grown(beyond), opening, named)

    def _card(self, trim: Box) -> Box:
        """The board, by itself as large as the sheet, else about its middle."""
        if self.card_width is None or self.card_height is None:
            return trim
        wide, high = self.card_width.mm, self.card_height.mm
        return Box(trim.x + (trim.w - wide) / 2, trim.y + (trim.h - high) / 2, wide, high)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        opening = getattr(self, f"opening_{axis}").mm
        if self.reveal is None:
            return around(opening, self.overlap.mm, f"opening {axis} + 2 × overlap")
        formula = f"opening {axis} − 2 × reveal"
        return Side(formula, "{} − 2 × {}", (opening, self.reveal.mm), lambda a, b: a - 2 * b)

    def problems(self, target: Target) -> list[Problem]:
        if self.reveal is not None and self.overlap.mm:
            return [
                ("edge.reveal", "a print floats with a reveal, or hides with an overlap: not both")
            ]
        for axis in ("width", "height"):
            opening = getattr(self, f"opening_{axis}").mm
            if opening <= 0 or opening + 2 * self.overlap.mm <= 0:
                return [(f"edge.opening_{axis}", f"the opening's {axis} is 0")]
            if self.reveal is not None and opening <= 2 * self.reveal.mm:
                return [("edge.reveal", f"the reveal leaves no picture in the opening's {axis}")]
        if (self.card_width is None) != (self.card_height is None):
            return [("edge.card_width", "a mat board has a width and a height")]
        return []

    def findings(self, boxes: EdgeBoxes, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        trim, image = boxes.trim, boxes.image
        if image.w > trim.w or image.h > trim.h:
            need = "Opening and overlap need" if self.reveal is None else "The floating print needs"
            yield Finding(id="image-beyond-sheet", level="stop", step="edge",
                          text=f"{need} {style.size(image.w, image.h)}; the sheet "
                               f"is only {style.size(trim.w, trim.h)}.",
                          fix={"target.width": style.typed_at_least(max(image.w, trim.w)),
                               "target.height": style.typed_at_least(max(image.h, trim.h))},
                          fix_label="Take a sheet that holds it")  # fmt: skip
        if self.card_width is not None and self.card_height is not None:
            card = self.card_width.mm, self.card_height.mm
            opening = self.opening_width.mm, self.opening_height.mm
            if card[0] <= opening[0] or card[1] <= opening[1]:
                yield Finding(
                    id="card-too-small",
                    level="warn",
                    step="edge",
                    text=f"A mat board of {style.size(*card)} has no room for an opening of "
                    f"{style.size(*opening)}.",
                )

    @classmethod
    def first(cls, trim: Box, usual: Usual) -> dict[str, Any]:
        card = usual.at_most(_CARD, min(trim.w, trim.h), 6)
        overlap = min(usual.of(_OVERLAP), card / 2)
        return {"kind": "mat", "opening_width": usual.typed(trim.w - 2 * card),
                "opening_height": usual.typed(trim.h - 2 * card), "overlap": usual.typed(overlap)}  # fmt: skip

    def grips(self, boxes: EdgeBoxes, printed: Box) -> Iterator[Grip]:
        """The opening stays in the middle of the sheet: each side that is dragged moves the other as far."""
        opening, trim, image = boxes.named["opening"], boxes.trim, boxes.image

        def of(side: SideName) -> Grip:
            name, mm, most = (
                ("width", opening.w, trim.w) if is_flat(side) else ("height", opening.h, trim.h)
            )
            return grip(side, f"The opening's {name}, at the {side}", middle_of(opening, side),
                        getattr(self, f"opening_{name}"), mm, most, -2 * inwards(side), flat=is_flat(side),
                        fields=(f"edge.opening_{name}",))  # fmt: skip

        yield from four(of)
        most = min(opening.w, opening.h) / 2 - 1
        at, beyond = along_bottom(image, Fraction(1, 4)), gap(image, opening, "bottom")
        if self.reveal is None:
            yield grip("overlap", "Covered, on the drawing", at, self.overlap, beyond, most, 1)
        else:
            yield grip(
                "reveal", "Paper that shows, on the drawing", at, self.reveal, -beyond, most, -1
            )
        step = boxes.get("step")
        if self.inner is not None and step is not None:
            yield grip("inner.step", "The step, on the drawing", along_bottom(step, Fraction(3, 4)), self.inner.step,
                       gap(step, opening, "bottom"), most, 1)  # fmt: skip
        yield from self._grips_of_card(boxes.named["card"])

    def _grips_of_card(self, card: Box) -> Iterator[Grip]:
        """A board that is not as large as the sheet lies about its middle: a side that is dragged moves the other."""
        if self.card_width is None or self.card_height is None:
            return
        yield grip("card_width", "The card's width, on the drawing", (card.right, card.y + card.h / 4), self.card_width,
                   card.w, card.w * 2, 2, flat=True)  # fmt: skip
        yield grip("card_height", "The card's height, on the drawing", along_bottom(card, Fraction(9, 10)),
                   self.card_height, card.h, card.h * 2, 2)  # fmt: skip

    def craft(
        self, boxes: EdgeBoxes, printed: Box, target: Target, marks: Marks, style: LengthStyle
    ) -> Craft:
        trim, opening, card = boxes.trim, boxes.named["opening"], boxes.named["card"]
        side, above = (card.w - opening.w) / 2, (card.h - opening.h) / 2
        cuts = [
            Cut("Sheet, cut to", style.size(trim.w, trim.h)),
            Cut("Mat board, outside", style.size(card.w, card.h)),
            Cut("Opening", style.size(opening.w, opening.h),
                f"{style.length(side)} of board at the sides, {style.length(above)} above and below"),
        ]  # fmt: skip
        if self.inner is not None:
            upper = boxes.named["step"]
            shows = f"{style.length(self.inner.step.mm)} of the lower board shows"
            cuts += [
                Cut("Upper board, opening", style.size(upper.w, upper.h), shows),
                Cut("Lower board, opening", style.size(opening.w, opening.h)),
            ]
        steps = [
            "Cut the cards to their outside, mark the openings on their backs.",
            "Cut the openings with a bevel of 45°, the face of the bevel to the front.",
            "Hinge the print at its upper edge with paper tape, so that it can move."
            if self.reveal is None
            else "Float the print on its backing, the same white all round.",
            "Close the frame from behind and seal it with tape.",
        ]
        return Craft(cuts, steps, [BLADE, *fixings(card.w, card.h)])

    def boards(self, boxes: EdgeBoxes, style: LengthStyle) -> tuple[Board, ...]:
        card, opening = boxes.named["card"], boxes.named["opening"]
        if self.inner is None:
            return (Board("Mat board", card, opening),)
        shows = f"{style.length(self.inner.step.mm)} of the lower board shows all round."
        return (
            Board("Upper board", card, boxes.named["step"], shows),
            Board("Lower board", card, opening),
        )

    @property
    def board_colour(self) -> str:
        return self.card_colour

    def rings(self) -> tuple[tuple[float, str], ...]:
        """The inner board round the opening, and the bevel of the cut."""
        inner = () if self.inner is None else ((float(self.inner.step.mm), self.inner.colour),)
        return (*inner, (_BEVEL_MM, WHITE))

    def summary(self, style: LengthStyle) -> tuple[str, str]:
        key = f"Mat {style.size(self.opening_width.mm, self.opening_height.mm)}"
        return key, "mat" if self.reveal is None else "floats"
