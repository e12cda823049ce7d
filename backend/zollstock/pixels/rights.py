"""What a picture says of whose it is: copyright and creator, and nothing else of what a camera wrote.

They are read from EXIF (tags 33432 and 315), IPTC-like fields of XMP (`dc:rights`, `dc:creator`), and written as XMP into
every kind of file, into a JPEG's EXIF too. Position and serial numbers are never touched.
"""

from __future__ import annotations

from collections.abc import Iterable
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path
from xml.etree import ElementTree
from xml.sax.saxutils import escape

from PIL import Image

from .vips import pyvips

_COPYRIGHT, _ARTIST = 33432, 315
_MOST_SIGNS, _MOST_XMP = 500, 1_000_000
_DC, _RDF = "{http://purl.org/dc/elements/1.1/}", "{http://www.w3.org/1999/02/22-rdf-syntax-ns#}"


@dataclass(frozen=True, slots=True)
class Rights:
    """Whose a picture is, in words; empty where it does not say."""

    copyright: str = ""
    creator: str = ""

    @property
    def said(self) -> bool:
        return bool(self.copyright or self.creator)


NOBODYS_WORD = Rights()


def rights_of(picture: Path) -> Rights:
    """What a file says; a broken tag says nothing."""
    in_exif, in_xmp = _of_exif(picture), _of_xmp(picture)
    return Rights(in_exif.copyright or in_xmp.copyright, in_exif.creator or in_xmp.creator)


def joined(several: Iterable[Rights]) -> Rights:
    """Of a file with several pictures: what each says, once.

    >>> joined([Rights("© A", "A"), Rights("© B"), Rights("© A", "A")])
    Rights(copyright='© A; © B', creator='A')
    """
    held = list(several)
    return Rights(
        "; ".join(dict.fromkeys(one.copyright for one in held if one.copyright)),
        "; ".join(dict.fromkeys(one.creator for one in held if one.creator)),
    )


def with_rights(image: pyvips.Image, rights: Rights) -> pyvips.Image:
    """The image with them as XMP, in place of all that it had; a JPEG writer finds them as EXIF too."""
    image = image.copy()
    image.set_type(pyvips.GValue.blob_type, "xmp-data", xmp_of(rights))
    for name, value in (("Copyright", rights.copyright), ("Artist", rights.creator)):
        if value:
            image.set_type(pyvips.GValue.gstr_type, f"exif-ifd0-{name}", value)
    return image


def xmp_of(rights: Rights) -> bytes:
    """An XMP packet of both (ISO 16684-1)."""
    parts = ""
    if rights.copyright:
        parts += f'<dc:rights><rdf:Alt><rdf:li xml:lang="x-default">{escape(rights.copyright)}</rdf:li></rdf:Alt></dc:rights>'
    if rights.creator:
        parts += (
            f"<dc:creator><rdf:Seq><rdf:li>{escape(rights.creator)}</rdf:li></rdf:Seq></dc:creator>"
        )
    return (
        '<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/">'
        '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" '
        f'xmlns:dc="http://purl.org/dc/elements/1.1/">{parts}</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>'
    ).encode()


def _of_exif(picture: Path) -> Rights:
    try:
        with Image.open(picture, formats=("JPEG", "TIFF")) as opened:
            exif = opened.getexif()
            return Rights(_plain(exif.get(_COPYRIGHT)), _plain(exif.get(_ARTIST)))
    except Exception:  # any fault in foreign tags: Pillow raises whatever the parser met
        return NOBODYS_WORD


def _of_xmp(picture: Path) -> Rights:
    try:
        image = pyvips.Image.new_from_file(str(picture))
        if not image.get_typeof("xmp-data"):
            return NOBODYS_WORD
        text = bytes(image.get("xmp-data"))
        # Entities are what makes XML dangerous; none belongs into XMP.
        if len(text) > _MOST_XMP or b"<!" in text:
            return NOBODYS_WORD
        root = ElementTree.fromstring(text.strip(b"\0 \r\n"))  # noqa: S314 - no entities, and not long
    except (pyvips.Error, ElementTree.ParseError, ValueError):
        return NOBODYS_WORD
    first = {
        name: next((item.text for item in root.iterfind(f".//{_DC}{name}//{_RDF}li")), "")
        for name in ("rights", "creator")
    }
    return Rights(_plain(first["rights"]), _plain(first["creator"]))


def _plain(value: object) -> str:
    text = value.decode("utf-8", "replace") if isinstance(value, bytes) else str(value or "")
    # EXIF is ASCII by its book and UTF-8 by everybody's use; the reader took it for Latin 1.
    with suppress(UnicodeError):
        text = text.encode("latin-1").decode("utf-8")
    return "".join(sign for sign in text if sign.isprintable()).strip()[:_MOST_SIGNS]
