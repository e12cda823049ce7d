"""Words of the screens that a newcomer may not know: the trade's, and the few of our own."""

from __future__ import annotations

from .entry import Entry

_PRINT = "one-print#"

WORDS: dict[str, Entry] = {
    # Our own.
    "folding-rule": Entry("The folding rule", "The seven steps of a print in the order of the work: each blade shows its key figure and how it stands.", "one-print"),
    "paper-and-booth": Entry("Paper and Booth", "Two lights for the screen: Paper is warm and light, Booth a neutral grey for judging colours.", f"{_PRINT}two-lights"),
    "grades": Entry("The grades", "Coarse, soft, nearly clean, clean and ample: how the print looks from where it is seen.", f"{_PRINT}distance", "grades"),
    "keep-zones": Entry("Keep zones", "Boxes drawn over what must not be cut: a face, a hand, a word.", f"{_PRINT}keep-zones", "anchor"),
    "distance-rail": Entry("The distance rail", "Drag the viewer along the ruler: the bands say how the print looks from there.", f"{_PRINT}distance", "grades"),
    "careful": Entry("Careful", "The way of enlarging that looks at the surroundings of every pixel; it takes longer and keeps edges finer.", f"{_PRINT}pixels"),
    "judge-by": Entry("Judge by", "Photographers disagree on how fine a print must be; each row is one answer, and one of them gives the verdict.", f"{_PRINT}distance"),
    "judge-acuity": Entry("By acuity", "As fine as an eye can resolve from there.", f"{_PRINT}distance", "acuity"),
    "judge-table": Entry("By distance", "A table many studios use, by distance alone.", f"{_PRINT}distance", "table"),
    "judge-device": Entry("By the device", "Never below 300 ppi, from wherever it is seen.", f"{_PRINT}distance", "device"),
    "judge-trials": Entry("By own trials", "What this studio saw in its own tests.", f"{_PRINT}distance", "trials"),
    "judge-model": Entry("By the model", "What a model of eye, ink and surface says; nobody was measured for it.", f"{_PRINT}distance", "model"),
    # The trade's.
    "ppi": Entry("ppi", "Pixels per inch of the print; dpi, dots per inch, counts a printer's dots and is something else.", f"{_PRINT}pixels", "resolution"),
    "native-grid": Entry("Printer's native grid", "The pixels per inch that a printer's driver works in, often 300, 360, 600 or 720.", f"{_PRINT}pixels", "output"),
    "detail-factor": Entry("Detail factor", "How much of the detail a surface can hold: 1 on glossy paper, about 0.6 on canvas.", f"{_PRINT}medium"),
    "ink-spread": Entry("Ink spread (dot gain)", "How far ink runs into the surface; it softens the print and decides how much sharpening is right.", f"{_PRINT}medium", "model"),
    "bleed": Entry("Bleed", "Picture beyond the finished size that is cut away, so that no paper shows at the edge.", f"{_PRINT}edge", "bleed"),
    "safe-area": Entry("Safe area", "Inside the cut: nothing important lies between it and the edge.", f"{_PRINT}edge", "bleed"),
    "unprintable-margins": Entry("Unprintable margins", "What a printer leaves blank at the edges of its paper.", f"{_PRINT}edge", "border"),
    "keyline": Entry("Keyline", "A thin line around the picture, inside the border.", f"{_PRINT}edge", "border"),
    "mat": Entry("Mat", "A window of board over the print; its opening overlaps the picture or leaves paper around it.", f"{_PRINT}mat", "mat"),
    "overlap": Entry("Overlap", "How far the mat covers the picture at every side, so that no paper shows.", f"{_PRINT}mat", "mat"),
    "reveal": Entry("Reveal", "Paper that shows between the print and the mat, or a second board that shows round the opening.", f"{_PRINT}mat", "mat"),
    "cap-height": Entry("Cap height", "How high the capital letters are, measured on the print.", f"{_PRINT}caption"),
    "stretcher-depth": Entry("Stretcher depth", "How thick the bars are that the canvas goes round.", "canvas#measures", "wrap"),
    "staple-allowance": Entry("Staple allowance", "Canvas that goes round to the back, where the staples sit.", "canvas#measures", "wrap"),
    "stretch-allowance": Entry("Stretch allowance", "How much longer canvas gets when it is stretched; the file is made that much smaller.", "canvas#stretching", "wrap"),
    "marks": Entry("Marks", "Lines outside the print that say where to cut, fold and staple, and where its middle is.", f"{_PRINT}marks"),
    "whole-print": Entry("Whole print", "The distance from which people take in a print as a whole: about one and a half of its diagonals.", f"{_PRINT}distance", "whole-print"),
    "closest-look": Entry("Closest look", "Where a curious visitor stands with the nose near the print.", f"{_PRINT}distance"),
    "room": Entry("How deep the room is", "Nobody can look from farther away than the room allows.", f"{_PRINT}distance"),
    "denoise": Entry("Noise reduction", "Takes grain out before enlarging, since enlarging makes it larger too.", f"{_PRINT}pixels"),
    "sharpening": Entry("Output sharpening", "Sharpening at the final size, for this medium and distance; it comes last.", f"{_PRINT}pixels"),
    "profile": Entry("Profile", "The colour space that the file's numbers are meant in; sRGB unless a lab asks for another.", f"{_PRINT}hand-over"),
    "guides": Entry("Guides", "Lines to compose by; they are not printed.", f"{_PRINT}fit"),
    "file-names": Entry("Names of the files", "A pattern of fields in braces, filled in for every file.", "batch#names"),
    "ganging": Entry("Roll and sheet layout (ganging)", "Several prints together on a roll or on sheets, with as little waste as can be.", "roll", "gang"),
    "gaps": Entry("What the gaps do", "Between frames the picture can run on unseen, or be cut so that nothing is hidden.", "panels#gaps", "panels"),
    "proof": Entry("Proof", "A part of the real file, made in every way side by side, to choose by eye.", f"{_PRINT}pixels"),
}  # fmt: skip
