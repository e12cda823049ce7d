"""The files that a layout becomes: a PDF of all sheets or a file a sheet, and the single photo for an office's form."""

from __future__ import annotations

from dataclasses import dataclass

from ..documents.naming import Names, safe_name
from ..ground.show import style_for
from ..handouts.sizednames import sheet_in_name
from ..parts.file import OutputSpec
from ..rules.fileformats import FILE_FORMATS
from ..sheet.sheets import Sheet
from .idphotos.photo import IdRequest, Upload
from .kind import PlannedLayout
from .request import LayoutRequest


@dataclass(frozen=True, slots=True)
class LayoutFile:
    """A file before it is made: its name, its kind (`core.outputs`), and the sheets in it; or the upload alone."""

    name: str
    output: OutputSpec
    sheets: tuple[Sheet, ...] = ()
    upload: Upload | None = None


def layout_files(
    layout: LayoutRequest, laid: PlannedLayout, output: OutputSpec | None = None
) -> list[LayoutFile]:
    """The files of a layout, in their order; by its first plan's output where no other is asked for.

    >>> [file.name for file in layout_files(tiles(), lay(tiles()))][:2]
    ['mill-gears-a1_21x29.7cm.tif', 'mill-gears-a2_21x29.7cm.tif']
    """
    output = output or layout.plans[0].output
    if not laid.used:
        output = OutputSpec(format="pdf")  # lines and letters want no raster
    names = Names()
    title, style = layout.title or "sheets", style_for(layout.lengths)
    found = []
    ending = FILE_FORMATS[output.format].ending
    if FILE_FORMATS[output.format].vectors:
        stem = safe_name(title, "sheets")[:80]
        found.append(LayoutFile(names.free("", stem, ending), output, laid.sheets))
        for sheet in laid.apart:
            name = names.free("", f"{stem}-{safe_name(sheet.name, 'apart')}", ending)
            found.append(LayoutFile(name, output, (sheet,)))
    else:
        for sheet in laid.all_sheets:
            stem = safe_name(
                f"{title[:60]}-{sheet.name[:30]}_{sheet_in_name(sheet, style)}", "sheet"
            )
            found.append(LayoutFile(names.free("", stem, ending), output, (sheet,)))
    if isinstance(layout, IdRequest) and layout.upload is not None:
        jpeg = OutputSpec(format="jpeg", profile="srgb", bits=8)
        name = names.free("", safe_name(f"{title[:80]}-upload", "upload"), "jpg")
        found.append(LayoutFile(name, jpeg, upload=layout.upload))
    return found
