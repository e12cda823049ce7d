"""A sheet as a page of a PDF: the picture in pixels, lines and letters as such, its boxes exact.

The page is a `MediaBox` as large as the document, with `TrimBox` and `BleedBox`; the file's profile is
embedded, and named as what the page is meant for (`OutputIntents`).
"""

from __future__ import annotations

import io
from collections.abc import Sequence
from math import ceil
from pathlib import Path
from typing import NamedTuple

import pikepdf
from pikepdf import Array, Dictionary, Name
from reportlab.pdfgen.canvas import FILL_NON_ZERO, Canvas

from zollstock.core.parts.file import OutputSpec
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.sheets import Sheet

from . import profiles
from .appended import Encoded, append, lossy, packed
from .channels import CHANNELS, FULL, channels_of
from .colour import Paint, rendering_of
from .page import Page
from .pdfink import draw_label, draw_outline, draw_stroke, fill, font_name, register_fonts
from .quality import JPEG_QUALITY
from .rescue.onpaper import OnPaper
from .rights import Rights
from .vips import pyvips

POINTS_PER_MM = 72 / 25.4
#: A page may be so many units long, which are points until a page says otherwise.
_LONGEST = 14_400


def write_pdf(pages: Sequence[Page], path: Path, output: OutputSpec) -> None:
    """Write the pages to `path`. Raises `pyvips.Error` where their pixels cannot be made."""
    append(path, _built(pages, output), [_encoded(page.image, output) for page in pages])


def _encoded(image: pyvips.Image, output: OutputSpec) -> Encoded:
    """How a page's picture is encoded, and who does it."""
    if output.picture == "jpeg":
        coded = Dictionary(Filter=Name.DCTDecode)
        if channels_of(image).ink:
            # Inks in a JPEG are written the other way round, as programs do since the format had any.
            coded.Decode = Array([1, 0] * image.bands)
        return Encoded(coded, lambda take: lossy(image, output.quality or JPEG_QUALITY, take))
    rows = Dictionary(
        Predictor=15, Colors=image.bands, BitsPerComponent=output.bits, Columns=image.width
    )
    return Encoded(
        Dictionary(Filter=Name.FlateDecode, DecodeParms=rows),
        lambda take: packed(image, output.bits, take),
    )


def _built(pages: Sequence[Page], output: OutputSpec) -> bytes:
    """The whole file but for the pictures' pixels."""
    built = io.BytesIO()
    with pikepdf.new() as document:
        first = pages[0].image
        profile = profiles.own(first)
        space = None if profile is None else _profile(document, profile, first.bands)
        for page in pages:
            _lay_out(document, page, output, space)
        if space is not None:
            document.Root.OutputIntents = Array(
                [_intent(document, space, rendering_of(first) is not None)]
            )
        _say(document, pages[0].title or pages[0].sheet.name, pages[0].rights)
        document.save(
            built,
            object_stream_mode=pikepdf.ObjectStreamMode.disable,
            deterministic_id=True,
            min_version="1.7",
        )
    return built.getvalue()


def _lay_out(
    document: pikepdf.Pdf, page: Page, output: OutputSpec, space: pikepdf.Object | None
) -> None:
    """A page around its picture, whose colours `space` describes."""
    sheet, image = page.sheet, page.image
    profile = profiles.own(image)
    units = _units(sheet)
    wide, high = float(sheet.width) * units.scale, float(sheet.height) * units.scale
    document.add_blank_page(page_size=(wide, high))
    made = document.pages[-1]
    made.MediaBox = _numbers(0, 0, wide, high)
    made.TrimBox = _box(sheet.trim, sheet, units.scale)
    made.BleedBox = _box(sheet.bleed, sheet, units.scale)
    if units.of_points != 1:
        made.UserUnit = units.of_points
    made.Resources = Dictionary(
        XObject=Dictionary(Picture=_picture(document, image, output, space))
    )
    laid = f"q {wide:.5f} 0 0 {high:.5f} 0 0 cm /Picture Do Q".encode()
    made.Contents = document.make_stream(laid)
    if sheet.strokes or sheet.labels or sheet.outlines or page.lettering:
        with pikepdf.open(io.BytesIO(_ink(page, wide, high, units.scale))) as ink:
            if profile is not None and not channels_of(image).ink:
                # What is painted is a colour of the file's own profile. Of inks it is their amounts, as they stand: through a
                # profile a press could make four inks of black letters.
                name = channels_of(image).default
                kept = Array([Name.ICCBased, _profile(ink, profile, image.bands)])
                ink.pages[0].Resources.ColorSpace = Dictionary({name: kept})
            made.add_overlay(ink.pages[0], pikepdf.Rectangle(0, 0, wide, high))
    if any(share != 1 for share in page.scale):
        _made_good(made, *(1 / float(share) for share in page.scale))


def _made_good(made: pikepdf.Page, x: float, y: float) -> None:
    """The page and all that is on it so many times as wide and as high: a device that prints small makes it true."""
    for name in (Name.MediaBox, Name.TrimBox, Name.BleedBox):
        left, bottom, right, top = (float(side) for side in made[name])
        made[name] = _numbers(left * x, bottom * y, right * x, top * y)
    made.contents_add(f"q {x:.7f} 0 0 {y:.7f} 0 0 cm\n".encode(), prepend=True)
    made.contents_add(b"\nQ")


def _say(document: pikepdf.Pdf, title: str, rights: Rights) -> None:
    """What the document says of itself, and whose its picture is."""
    with document.open_metadata(set_pikepdf_as_editor=False) as said:
        said["dc:title"] = title or "Print"
        said["xmp:CreatorTool"] = "Zollstock"
        said["pdf:Producer"] = "Zollstock"
        if rights.copyright:
            said["dc:rights"] = rights.copyright
        if rights.creator:
            said["dc:creator"] = [rights.creator]
    document.docinfo[Name.Title] = title or "Print"
    document.docinfo[Name.Producer] = "Zollstock"
    if rights.creator:
        document.docinfo[Name.Author] = rights.creator


def _picture(
    document: pikepdf.Pdf, image: pyvips.Image, output: OutputSpec, space: pikepdf.Object | None
) -> pikepdf.Object:
    """The picture as it is described, without its pixels."""
    made = document.make_stream(b"")
    made.Type, made.Subtype = Name.XObject, Name.Image
    made.Width, made.Height = image.width, image.height
    made.ColorSpace = (
        Name(channels_of(image).device) if space is None else Array([Name.ICCBased, space])
    )
    made.BitsPerComponent = output.bits
    return made


class _Units(NamedTuple):
    """How many points a unit of the page has, and how many units a mm."""

    of_points: int
    scale: float


def _units(sheet: Sheet) -> _Units:
    longest = float(max(sheet.width, sheet.height)) * POINTS_PER_MM
    of_points = max(1, ceil(longest / _LONGEST))
    return _Units(of_points, POINTS_PER_MM / of_points)


def _profile(document: pikepdf.Pdf, profile: bytes, bands: int) -> pikepdf.Object:
    space = document.make_stream(profile)
    space.N = bands
    space.Alternate = Name(CHANNELS[bands].device)
    return space


def _intent(document: pikepdf.Pdf, space: pikepdf.Object, printed: bool) -> pikepdf.Object:
    """What the page is meant for: a press or a printer, or any screen."""
    return document.make_indirect(
        Dictionary(
            Type=Name.OutputIntent,
            S=Name.GTS_PDFX if printed else Name.GTS_PDFA1,
            OutputConditionIdentifier="Custom",
            Info="The profile embedded here",
            DestOutputProfile=space,
        )
    )


def _box(box: Box, sheet: Sheet, scale: float) -> Array:
    """A rectangle (mm from the top left) as a PDF's, counted from below."""
    return _numbers(
        float(box.x) * scale,
        float(sheet.height - box.bottom) * scale,
        float(box.right) * scale,
        float(sheet.height - box.y) * scale,
    )


def _numbers(*values: float) -> Array:
    return Array([round(value, 5) for value in values])


def _ink(page: Page, wide: float, high: float, scale: float) -> bytes:
    """Strokes and labels as a page of their own."""
    register_fonts()
    drawn = io.BytesIO()
    # Without a font of ours to begin with, it would name one that nobody uses.
    canvas = Canvas(drawn, pagesize=(wide, high), invariant=1, initialFontName=font_name("text"))
    paint, full = Paint(page.image), FULL[page.image.format]
    for one in page.lettering:
        fill(canvas, paint(one.lettering.colour), full)
        _letters(canvas, one, high, scale)
    for outline in page.sheet.outlines:
        draw_outline(canvas, outline, (paint, full), high, scale)
    for stroke in page.sheet.strokes:
        fill(canvas, paint(stroke.colour), full)
        draw_stroke(canvas, stroke, high, scale)
    for label in page.sheet.labels:
        fill(canvas, paint(label.colour), full)
        draw_label(canvas, label, high, scale)
    canvas.save()
    return drawn.getvalue()


def _letters(canvas: Canvas, held: OnPaper, high: float, scale: float) -> None:
    """Outlines of lettering, filled; what lies beyond its picture is cut off."""

    def at(x: float, y: float) -> tuple[float, float]:
        return x * scale, high - y * scale

    x, y, w, h = held.clip.as_floats()
    canvas.saveState()
    window = canvas.beginPath()
    window.rect(x * scale, high - (y + h) * scale, w * scale, h * scale)
    canvas.clipPath(window, stroke=0, fill=0)
    path = canvas.beginPath()
    for contour in held.lettering.contours:
        path.moveTo(*at(*contour.start))
        for one in contour.segments:
            if one.handles is None:
                path.lineTo(*at(*one.end))
            else:
                path.curveTo(*at(*one.handles[0]), *at(*one.handles[1]), *at(*one.end))
        path.close()
    canvas.drawPath(path, stroke=0, fill=1, fillMode=FILL_NON_ZERO)
    canvas.restoreState()
