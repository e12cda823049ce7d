"""What the ways of a step are, by the group they stand in."""

from __future__ import annotations

from .entry import Entry

_PRINT = "one-print#"

CHOICES: dict[str, Entry] = {
    "way": Entry("Ways to fit", "Crop the picture to the sheet, keep it whole with background around it, turn the sheet, or take another one.", f"{_PRINT}fit", "fill"),
    "size": Entry("Nearest sizes", "Usual sizes in which this picture loses little or nothing, and how easily frames for them are bought.", f"{_PRINT}fit"),
    "follow": Entry("Sheets that follow the picture", "Nothing is cropped: one side, or the area, stays, and the other side follows the picture's ratio.", f"{_PRINT}size"),
    "edge": Entry("Kinds of edge", "What is at the edge of the print: nothing, a white border, a mat, bleed to cut away, or canvas round the sides.", f"{_PRINT}edge"),
    "fill": Entry("Canvas edge and bleed", "What is printed where the picture ends: more of it, its mirror image, its stretched edge, or a colour.", "canvas#canvas-edge", "wrap"),
    "mat": Entry("Usual mats", "Openings that framers stock, as this print would look in them.", f"{_PRINT}mat", "mat"),
    "frame": Entry("Usual frames", "Frames that are bought ready made; the mat board is cut as large as they are.", f"{_PRINT}mat", "mat"),
    "short": Entry("Four ways when pixels are short", "A smaller print, the print as it is from farther away, enlarging it here, or leaving that to the driver or lab.", f"{_PRINT}pixels"),
    "pixels": Entry("How many pixels", "As many as the picture has, as many as are needed, as the printer works with, or a fixed number an inch.", f"{_PRINT}pixels", "output"),
    "method": Entry("Ways of enlarging", "Careful looks at the surroundings of every pixel, Lanczos is crisper than smooth, smooth is the plain cubic.", f"{_PRINT}pixels"),
    "cutting": Entry("How it is cut", "Piece by piece with knife and ruler, or only by cuts right through, as a guillotine makes them.", "roll#cutting", "gang"),
    "paper": Entry("Paper in stock", "Every roll and sheet of the stock, with the length it takes, the waste and the cost.", "roll#laying", "gang"),
    "lie": Entry("How the photos lie", "Upright or across the sheet; the way that holds more is taken by itself.", "id-photos#sheet", "id"),
    "gaps": Entry("What the gaps do", "They hide picture, so that lines run on behind them, or nothing is hidden, and lines jump.", "panels#gaps", "panels"),
    "line": Entry("What they share", "All pieces of a row have their middles, upper edges or lower edges at one height.", "panels#hanging", "hanging"),
    "layout": Entry("Ways to lay it out", "Each way with what it costs: the fewest sheets, no waste, or a small cut that saves a row.", "tiles#sheets", "tiles"),
}  # fmt: skip
