"""Findings of the file that a plan leads to: what its format holds, the profile it carries, how large it may be."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from math import ceil

from ..answer.fixes import pixels_part
from ..answer.reckoning import Finding
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..rules import pixelcount
from ..rules.fileformats import FILE_FORMATS, LONGEST_PDF_PAGE_MM
from ..work.outcome import Work


def file_findings(work: Work, style: LengthStyle) -> Iterator[Finding]:
    """What the file cannot be, or should not be: its sides, bits, profile, size.

    >>> [one.id for one in file_findings(fog(output={"format": "jpeg", "bits": 16}), LengthStyle("cm"))]
    ['jpeg-16-bit']
    """
    output, longest = work.plan.output, max(work.output_w, work.output_h)
    kind = FILE_FORMATS[output.format]
    if kind.vectors and output.picture == "jpeg":
        kind = replace(kind, longest_side=FILE_FORMATS["jpeg"].longest_side)
    if kind.longest_side is not None and longest > kind.longest_side:
        yield Finding(
            id=f"{kind.id}-too-long",
            level="stop",
            step="handover",
            text=f"A {kind.label} holds {show.whole(kind.longest_side)} px a side; this file has "
            f"{show.whole(longest)}.",
            fix={"output.format": "tiff"},
            fix_label="Make it a TIFF",
        )
    if kind.vectors:
        yield from long_page(max(work.boxes.document.w, work.boxes.document.h), style)
    if output.bits not in kind.bits:
        most = max(kind.bits)
        yield Finding(
            id=f"{kind.id}-{output.bits}-bit",
            level="stop",
            step="handover",
            text=f"A {kind.label} has {most} bits a channel, not {output.bits}.",
            fix={"output.bits": most},
            fix_label=f"Take {most} bits",
        )
    if kind.vectors and output.picture == "jpeg" and output.bits != 8:
        yield Finding(
            id="pdf-jpeg-16-bit",
            level="stop",
            step="handover",
            text=f"A JPEG in a PDF has 8 bits a channel, not {output.bits}.",
            fix={"output.picture": "lossless"},
            fix_label="Keep every pixel as it is",
        )
    if work.plan.picture.bits > output.bits:
        has, fits = work.plan.picture.bits, work.plan.picture.bits in kind.bits
        yield Finding(
            id="depth-lost",
            level="note",
            step="handover",
            text=f"The picture has {has} bits a channel; the file keeps {output.bits} of them"
            + ("." if fits else f", as every {kind.label} does."),
            fix={"output.bits": has} | ({} if fits else {"output.format": "tiff"}),
            fix_label=f"Save with {has} bits" + ("" if fits else ", as a TIFF"),
        )
    if work.plan.picture.channels == 4 and not work.plan.picture.tagged:
        yield _untagged_cmyk(output.cmyk)
    if work.plan.picture.channels == 4 and output.profile == "picture":
        yield Finding(
            id="cmyk-own-profile",
            level="stop",
            step="handover",
            text="A CMYK picture cannot keep its own profile here: the file is made in RGB.",
            fix={"output.profile": "srgb"},
            fix_label="Make it sRGB",
        )
    if work.output_w * work.output_h > pixelcount.MOST_OUTPUT_PIXELS:
        ppi = _largest_ppi(work)
        yield Finding(
            id="file-too-large",
            level="stop",
            step="pixels",
            text=f"{show.whole(work.output_w)} × {show.whole(work.output_h)} px is more "
            "than the 4 gigapixels a file may have.",
            fix=pixels_part("fixed", ppi),
            fix_label=f"Make it at {show.ppi(ppi)}",
        )
    elif min(work.output_w, work.output_h) < 1:
        yield Finding(
            id="file-too-small",
            level="stop",
            step="pixels",
            text="At this ppi the file would have less than one pixel a side.",
        )
    elif kind.classic_bytes is not None and work.output_bytes >= kind.classic_bytes:
        yield Finding(
            id="tiff-over-4-gib",
            level="warn",
            step="handover",
            text="Over 4 GiB uncompressed: it is written as BigTIFF, which many labs cannot read.",
        )


#: Why no file is made of a CMYK picture that says nothing of its colours (`pixels.colour` refuses it in these words).
UNTAGGED_CMYK = (
    "This CMYK picture carries no profile, so what its inks look like is written nowhere. Ask who made it for the "
    "profile and add the picture again with that, or say that it is to be taken for a general press."
)


def _untagged_cmyk(said: str) -> Finding:
    if said == "ask":
        return Finding(
            id="cmyk-untagged",
            level="stop",
            step="picture",
            text=UNTAGGED_CMYK,
            fix={"output.cmyk": "press"},
            fix_label="Take it for a general press",
        )
    return Finding(
        id="cmyk-untagged",
        level="warn",
        step="picture",
        text="A CMYK picture without a profile, taken for a general press: its colours are a guess. Look at a proof.",
        fix={"output.cmyk": "ask"},
        fix_label="Ask again",
    )


def long_page(longest: Fraction, style: LengthStyle) -> Iterator[Finding]:
    """A page that counts in larger units than points; `longest` is its longer side, mm.

    >>> [one.id for one in long_page(Fraction(6000), LengthStyle("cm"))], list(long_page(Fraction(600), LengthStyle("cm")))
    (['pdf-user-units'], [])
    """
    if longest <= LONGEST_PDF_PAGE_MM:
        return
    times = ceil(longest / LONGEST_PDF_PAGE_MM)
    yield Finding(
        id="pdf-user-units",
        level="note",
        step="handover",
        text=f"A PDF page ends at {style.length(LONGEST_PDF_PAGE_MM)} in points; this one counts in units {times} times as "
        f"large. Viewers and printing programs that go by PDF 1.5 or older ignore that, and so do many newer ones (the "
        f"command line tools of poppler among them): there it measures a {_NTH.get(times, f'{times}th')}. Ask before, or send a TIFF.",
        fix={"output.format": "tiff"},
        fix_label="Make it a TIFF",
    )


_NTH = {2: "half", 3: "third", 4: "quarter"}


def _largest_ppi(work: Work) -> float:
    """The whole ppi, 300 at the most, at which the document fits into a file."""
    document = work.boxes.document
    square_inches = float(document.w * document.h / MM_PER_INCH**2)
    return float(
        max(1, min(300, int((0.999 * pixelcount.MOST_OUTPUT_PIXELS / square_inches) ** 0.5)))
    )
