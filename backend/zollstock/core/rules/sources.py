"""Where the rules come from: the `source` of a figure, in words."""

from __future__ import annotations

from ..criteria import CRITERIA
from ..edges import EDGES
from .pixelcount import DEVICE_LEAST, DEVICE_MOST, DEVICE_STEP
from .viewing import NEAREST_WHOLE_PRINT, grades_in_words

SOURCES: dict[str, str] = {
    "orientation": "The EXIF orientation (1 to 8) is applied first, then the plan's own turn, "
    "clockwise.",
    "target": "The finished size as typed: the trim, the sheet or the face, according to the edge.",
    "lab-price": "The price of one print in the lab's row, to the cent; what it really asks stands on its bill.",
    "ratio": "Width ÷ height; named by the nearest small whole numbers within 0.1 %.",
    **{kind: edge.source for kind, edge in EDGES.items()},
    "fill": "Fill takes the largest crop of the box's ratio; zoom shrinks it, the anchor places it. "
    "Nothing is stretched unequally.",
    "contain": "Contain puts the whole picture inside the box; what remains is background, placed by "
    "the anchor.",
    "anchor": "The anchor is the share of the spare room left and above: 0 is left or top, 1 right "
    "or bottom. Automatic placement gives the keep zones the most room: the least of the four gaps is as large "
    "as the picture allows.",
    "straighten": "The picture is turned by the angle about its centre; the crop is the largest upright "
    "one that stays inside it, and what the corners cost is counted as loss.",
    "loss": "Loss = 1 − crop area ÷ picture area.",
    "resolution": "Effective ppi = source pixels ÷ printed inches, before any resampling. A file's "
    "ppi tag changes no pixel and means nothing here.",
    "detail": "Effective ppi × √(pixels whose detail is really there ÷ pixels): where the spectrum of the most "
    "detailed parts sinks into nothing; measured as a range, of which the middle counts. A verdict that counts detail "
    "takes the share that the plan sets.",
    "distance-set": "The distance set in the plan.",
    "whole-print": "A whole print is taken in from about 1.5 times its visible diagonal, and never "
    f"from nearer than {NEAREST_WHOLE_PRINT} mm.",
    **{name: school.source for name, school in CRITERIA.items()},
    "pixel-target": "A target in pixels shows one picture pixel for each of its own: the need is its "
    "own grid, whatever the tag says and from wherever it is seen.",
    "grades": f"Quality ratio = effective ÷ needed: {grades_in_words('from', '{} below')}.",
    "rescue-blocks": "Coefficients under half a quantisation step are dropped in the DCT over all 64 places of an 8 px "
    "block and averaged; those of the file's own blocks stay within 0.35 steps of what they were. Strength mixes with the "
    "picture as it was.",
    "rescue-noise": "Total variation on luma and colour, by the measured noise times the share that is taken out.",
    "rescue-smooth": "A guided filter over the length: gradients stay, and edges over 10 levels where they are kept.",
    "rescue-lettering": "The colour picked by ΔE00, then how much of each pixel is paint, along the line from the ground "
    "around it to the paint; enlarged four times and traced. 95 of 100 places of an edge were measured within 0.4 px for "
    "capitals of 60 px in a JPEG, 40 px once its blocks are out, 30 px without one, and within 0.6 px down to 14 px.",
    "rescue-enlarge": "Width = (picture + rim) × factor. Left alone, the factor is what brings the print to 150 ppi, a whole "
    "number up to 6. True detail stays the picture's own.",
    "rescue-rim": "A share of the picture's side, filled at the picture's own size and enlarged with it.",
    "rescue-tone": "255 × ((v − black) ÷ (white − black)) ^ (1 ÷ middle). Left alone, black and white are where a thousandth "
    "of the pixels lie beyond, never more than 40 levels in.",
    "output": "As it is: the effective ppi; as needed: the chosen criterion's; for the device: the effective ppi to "
    f"the nearest step of {DEVICE_STEP} within {DEVICE_LEAST} and {DEVICE_MOST}, or the printer's native ppi; fixed: as set.",
    "tiles": "Sheets in one direction: 1 where the side fits the usable area (the sheet without its margins), else "
    "ceil((side − overlap) ÷ (usable − overlap)). Both turns are tried, the fewer sheets count, standing where they are equal.",
    "id": "The head, from chin to crown, is as high as the middle of its range; crown or eye line lie in the middle of "
    "theirs. Photos a row: floor((usable + gap) ÷ (photo + gap)), both turns, the more. The authority's own page decides.",
    "life": "ppi = px between two points ÷ (their real distance in inches × scale); a part is the usable area of a sheet "
    "around its middle, moved into the picture. The grade is by acuity from 600 mm, arm's length.",
    "panels": "The spread is what the picture fills: the box around all faces; with nothing hidden the same without the "
    "stretches that no face covers, each face moved up to the covered length on its left and above. Every edge of every "
    "face is rounded on the one grid of the spread.",
    "hanging": "The middle of all pieces together hangs at the height that is set, 1500 mm where nothing is; a nail is "
    "under the upper edge of its piece, at its middle, or two of them at a quarter of its width from each side.",
    "gang": "Pieces lie with their gap between them on the usable width (roll − 2 × margin). Several ways of laying, each in "
    "several orders, are tried; the fewest sheets and the shortest length count, never more than simple rows of falling height. "
    "Length = prints and gaps + lead + tail; a price is by the metre of it, of the least length at least.",
    "book": "Spine = pages ÷ 2 × paper thickness + 2 × board; paper thickness is grammage (g/m²) × bulk (cm³/g) ÷ 1000 mm. A cover of boards "
    "is 2 × (page + overhang) + spine + 2 × turn-in wide, one of paper 2 × page + spine + 2 × bleed. Creep = thickness × sheets inside "
    "the outermost. The first layout has the least sum of 10 × loss + 100 × keep zones cut or in the gutter + 5 × grades under nearly clean "
    "+ 1 for an arrangement like the one before + ½ × |boxes − mean|. Pictures are judged from 35 cm, a book in the hand.",
    "gamut": "A colour goes to the paper and back (relative colorimetric, no black point compensation); what comes back by more "
    "than ΔE00 3 (CIEDE2000 under D50) lies beyond it. Colours are counted on a grid of 64 steps a channel.",
    "paper-tones": "L* of the profile's white point, and of what its tables give for no light.",
    "total-ink": "C + M + Y + K in per cent, by the profile's own tables with the chosen intent.",
    "strip": "Every patch shows the same part on the device's own grid, in linear light; nothing finer than its step is left, by a low-pass with a soft "
    "edge at its Nyquist frequency. A step finer than the picture or the grid is left out; the finest that is left is what the others are held "
    "against. Order and letters are shuffled by seed and copy.",
    "trial": "Advantage of the reference over p ppi: 0.6745 × (p ÷ threshold) ^ −slope; the impression is that plus a standard normal, no difference "
    "where it lies within ± criterion, and a share of slips. All of it on a grid; judges differ by a log-normal of their own. Under 30 answers nothing is said, "
    "to 80 only the interval. Under a fit of 0.05 the figure is a rough one.",
    "new-canvas": "Pixels = (finished size + 2 × bleed) × ppi. A layer = pixels × channels × bytes a channel; layers = memory × (1 − overhead) "
    "÷ a layer, whole ones. At least and wanted at final size: offset 300 and 300, digital press 150 and 300, large format 100 and 150; from a "
    "distance what the eye resolves there. Several products share the smallest canvas that holds all of them at their size.",
    "rounding": "Pixels = floor(length in inches × ppi + 1/2).",
}
