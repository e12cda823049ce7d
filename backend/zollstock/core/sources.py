"""Where the rules come from: the `source` of a figure, in words."""

from __future__ import annotations

SOURCES: dict[str, str] = {
    "orientation": "The EXIF orientation (1 to 8) is applied first, then the plan's own turn, "
    "clockwise.",
    "target": "The finished size as typed: the trim, the sheet or the face, according to the edge.",
    "ratio": "Width ÷ height; named by the nearest small whole numbers within 0.1 %.",
    "none": "Without an edge the image covers the whole print.",
    "border": "A border is unprinted margin inside the sheet: image box = sheet − borders.",
    "bleed": "Bleed is image beyond the trim that is cut away: image box = file = trim + 2 × bleed.",
    "wrap": "A canvas is printed larger than its face: file = face + 2 × (depth + turn). With every "
    "fill but picture the image box is the face.",
    "mat": "The mat overlaps the image so that no paper shows: image box = opening + 2 × overlap.",
    "fill": "Fill takes the largest crop of the box's ratio; zoom shrinks it, the anchor places it. "
    "Nothing is stretched unequally.",
    "contain": "Contain puts the whole picture inside the box; what remains is padding, placed by "
    "the anchor.",
    "anchor": "The anchor is the share of the spare room left and above: 0 is left or top, 1 right "
    "or bottom. Automatic placement gives the keep zones the most room: the least of the four gaps is as large "
    "as the picture allows.",
    "straighten": "The picture is turned by the angle about its centre; the crop is the largest upright "
    "one that stays inside it, and what the corners cost is counted as loss.",
    "loss": "Loss = 1 − crop area ÷ picture area.",
    "resolution": "Effective ppi = source pixels ÷ printed inches, before any resampling. A file's "
    "ppi tag changes no pixel and means nothing here.",
    "distance-set": "The distance set in the plan.",
    "whole-print": "A whole print is taken in from about 1.5 times its visible diagonal, and never "
    "from nearer than 300 mm.",
    "acuity": "An eye that resolves an angle a (1 minute of arc for 20/20) at a distance D uses "
    "1 ÷ (D · tan a) pixels per inch, D in inches: 3437.75 ÷ D for 1′. Times the medium factor.",
    "table": "Table of distances, as many studios use it: to 0.4 m 300, 0.8 m 240, 1.5 m 200, "
    "2.5 m 150, 5 m 100, "
    "10 m 50, beyond 15 ppi. Times the medium factor.",
    "device": "The device school never goes below 300 ppi. Times the medium factor.",
    "trials": "What this studio's own trials showed for this medium and distance.",
    "pixel-target": "A target in pixels shows one picture pixel for each of its own: the need is its "
    "own grid, whatever the tag says and from wherever it is seen.",
    "grades": "Quality ratio = effective ÷ needed: surplus from 2, clean from 1, near from 0.8, "
    "soft from 0.5, coarse below.",
    "output": "keep: the effective ppi; need: the chosen school's; device: the effective ppi to "
    "the nearest step of 60 within 300 and 480, or the printer's native ppi; fixed: as set.",
    "rounding": "Pixels = floor(length in inches × ppi + 1/2).",
}
