"""What the ways of a step are: first as groups, then each by its id. Several of a kind have one entry for all."""

from __future__ import annotations

from ..edges import EDGES
from .entry import Entry

_PRINT = "one-print#"


def _edge(kind: str) -> Entry:
    """What an edge says of itself; none is no edge, and has no rule."""
    edge = EDGES[kind]
    if kind == "none":
        return Entry("No edge", edge.says, edge.read_on)
    return Entry(edge.label, edge.says, edge.read_on, kind)


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
    # Each by itself.
    "recrop": Entry("Crop", "The print keeps its size, and what of the picture does not fit its ratio is cut off.", f"{_PRINT}fit", "fill"),
    "whole": Entry("Keep the picture whole", "Nothing is cut off; background shows beside the picture or above and below it.", f"{_PRINT}fit", "contain"),
    "turn-sheet": Entry("Turn the sheet", "The same sheet the other way round, where more of the picture has room.", f"{_PRINT}fit", "fill"),
    "sheet": Entry("Another sheet", "A usual size of the picture's own ratio, so that nothing is cut off; the print becomes larger or smaller.", f"{_PRINT}fit"),
    "sheet-cut": Entry("Cut another sheet", "Print on the sheet, then cut it down to the picture's ratio.", f"{_PRINT}fit"),
    "follow-width": Entry("Keep the width", "The width stays, and the height follows from the picture's ratio.", f"{_PRINT}size"),
    "follow-height": Entry("Keep the height", "The height stays, and the width follows from the picture's ratio.", f"{_PRINT}size"),
    "follow-area": Entry("Keep the area", "As much picture on the wall as was wanted, in the picture's own ratio.", f"{_PRINT}size"),
    "one-size": Entry("A usual size", "What this picture loses in that size, and how easily a frame for it is bought.", f"{_PRINT}fit"),
    **{f"edge-{kind}": _edge(kind) for kind in EDGES},
    "fill-picture": Entry("More picture", "The picture itself goes round the sides, so less of it is seen from the front.", "canvas#canvas-edge", "wrap"),
    "fill-mirror": Entry("Mirrored", "The sides show the picture's edge in a mirror, so nothing of the front is lost.", "canvas#canvas-edge", "wrap"),
    "fill-soft-mirror": Entry("Soft mirror", "As mirrored, and blurred, so that nobody sees a face twice.", "canvas#canvas-edge", "wrap"),
    "fill-stretch": Entry("Stretched edge", "The last line of pixels runs on over the sides.", "canvas#canvas-edge", "wrap"),
    "fill-colour": Entry("A colour", "The sides, or the bleed, are of one colour.", "canvas#canvas-edge", "wrap"),
    "one-mat": Entry("A usual mat", "This print in a mat that framers have in stock.", f"{_PRINT}mat", "mat"),
    "one-frame": Entry("A usual frame", "A frame that is bought ready made, with the mat board cut as large as it is.", f"{_PRINT}mat", "mat"),
    "keep": Entry("As it is", "The file has the pixels that the crop has, none added and none taken away.", f"{_PRINT}pixels", "output"),
    "need": Entry("What is needed", "Just as many pixels as the chosen criterion asks for at that distance.", f"{_PRINT}pixels", "output"),
    "device": Entry("For the device", "As many pixels an inch as the printer works with, so that its driver need not change them.", f"{_PRINT}pixels", "output"),
    "fixed": Entry("Fixed", "The pixels an inch that a lab or a customer asks for, whatever the distance.", f"{_PRINT}pixels", "output"),
    "short-smaller": Entry("A smaller print", "As large as the picture's pixels carry from that distance.", f"{_PRINT}pixels"),
    "short-as-it-is": Entry("From farther away", "The print as it is, hung where people stand back far enough.", f"{_PRINT}pixels"),
    "short-resample": Entry("Enlarge it here", "The missing pixels are made from their neighbours; no detail comes back by it.", f"{_PRINT}pixels"),
    "short-leave": Entry("Leave it to the driver", "The file keeps its pixels, and the driver or the lab enlarges it its own way.", f"{_PRINT}pixels"),
    "method-careful": Entry("Careful", "Looks at the surroundings of every pixel; it takes longer and keeps edges finer.", f"{_PRINT}pixels"),
    "method-lanczos": Entry("Lanczos", "Crisp, with a trace of ringing along hard edges.", f"{_PRINT}pixels"),
    "method-cubic": Entry("Smooth", "The plain cubic: a little softer, and without ringing.", f"{_PRINT}pixels"),
    "turn": Entry("How they lie", "Upright or across the sheet; the way that needs fewer sheets, or holds more, is taken by itself.", "tiles#sheets", "tiles"),
    "save": Entry("A row or column less", "A print that is a little smaller and needs a whole row or column of sheets less.", "tiles#sheets", "tiles"),
    "as-large": Entry("As large as these sheets allow", "The largest print that fits on as many sheets as it takes now.", "tiles#sheets", "tiles"),
    "lean": Entry("How the head is turned", "A half degree at a time, or as the marked eyes say.", "id-photos#face", "id"),
    "scale": Entry("Scale", "How large a thing is on paper for its true size.", "tiles#life-size", "life"),
    "mode-window": Entry("The gaps hide picture", "As through a window: what lies behind the gaps is not printed, and lines run on straight.", "panels#gaps", "panels"),
    "mode-butted": Entry("Nothing is hidden in gaps", "Every part of the picture is printed; lines jump at the gaps.", "panels#gaps", "panels"),
    "line-middle": Entry("One middle line", "The middles of all pieces hang at one height.", "panels#hanging", "hanging"),
    "line-top": Entry("One upper edge", "The upper edges of all pieces hang at one height.", "panels#hanging", "hanging"),
    "line-bottom": Entry("One lower edge", "The lower edges of all pieces hang at one height.", "panels#hanging", "hanging"),
    "cut-free": Entry("Piece by piece", "Cut with knife and ruler; pieces lie as close as they can.", "roll#cutting", "gang"),
    "cut-through": Entry("Only cuts right through", "Every cut goes from edge to edge, as a guillotine or trimmer makes it.", "roll#cutting", "gang"),
    "one-paper": Entry("A paper in stock", "What these prints take of it: length, waste and cost.", "roll#laying", "gang"),
}  # fmt: skip

#: Ways of several sizes, papers or turns, by how their ids begin and end.
FAMILIES: tuple[tuple[str, str, str], ...] = (
    ("size-", "", "one-size"),
    ("mat-", "", "one-mat"),
    ("frame-", "", "one-frame"),
    ("paper-", "", "one-paper"),
    ("turn-", "", "turn"),
    ("save-", "", "save"),
    ("lean-", "", "lean"),
    ("scale-", "", "scale"),
)

#: The ways of each group that has an entry of its own; its leaf tells of each.
GROUPS: dict[str, tuple[str, ...]] = {
    "way": ("recrop", "whole", "turn-sheet", "sheet", "sheet-cut"),
    "size": ("one-size",),
    "follow": ("follow-width", "follow-height", "follow-area"),
    "edge": tuple(f"edge-{kind}" for kind in EDGES),
    "fill": ("fill-picture", "fill-mirror", "fill-soft-mirror", "fill-stretch", "fill-colour"),
    "mat": ("one-mat",),
    "frame": ("one-frame",),
    "short": ("short-smaller", "short-as-it-is", "short-resample", "short-leave"),
    "pixels": ("keep", "need", "device", "fixed"),
    "method": ("method-careful", "method-lanczos", "method-cubic"),
    "cutting": ("cut-free", "cut-through"),
    "paper": ("one-paper",),
    "lie": ("turn", "lean"),
    "gaps": ("mode-window", "mode-butted"),
    "line": ("line-middle", "line-top", "line-bottom"),
    "layout": ("turn", "save", "as-large", "scale"),
}
