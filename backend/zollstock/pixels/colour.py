"""Colour and depth on the way to the file: profiles, bits, and paint for borders."""

from __future__ import annotations

from pathlib import Path

from zollstock.core.parts.file import OutputSpec
from zollstock.core.telling.filefindings import UNTAGGED_CMYK
from zollstock.core.work.outcome import Work

from . import profiles
from .channels import CHANNELS, FULL, channels_of
from .errors import RenderError
from .srgb import srgb_encoded, srgb_light
from .vips import pyvips

_WHITE, _BLACK = (255, 255, 255), (0, 0, 0)


def converted(image: pyvips.Image, work: Work) -> pyvips.Image:
    """The picture in the file's profile and depth, tagged with that profile, without alpha.

    A picture without a usable profile is taken as sRGB, one in CMYK for a general press where the plan says
    so. Values stay untouched where profile and
    depth are right already. What is transparent is filled with the padding's colour, after the
    conversion, so that it is the same colour as the padding. Raises `RenderError` for what cannot
    keep its own profile in a file of ours.
    """
    bits = work.plan.output.bits
    colours, alpha = split(image)
    if colours.bands == 4 and profiles.own(colours) is None and work.plan.output.cmyk == "ask":
        raise RenderError(UNTAGGED_CMYK)
    printed = work.plan.output.print_profile is not None
    if work.plan.output.profile == "picture":
        colours = _kept(colours, bits)
    elif printed and colours.bands != 4 and profiles.own(colours) is not None:
        # It is worked on in its own colours, and goes from there to the paper's.
        colours = _kept(colours, bits)
    elif printed and colours.bands == 1 and profiles.embedded(colours) is None:
        colours = _kept(colours, bits)
    else:
        colours = to_srgb(colours, bits)
    if work.channels == 3 and colours.bands == 1 and not printed:
        raise RenderError("The plan is for a picture in colour; this file is grey.")
    if alpha is None:
        return colours
    return filled(colours, alpha, Paint(colours)(work.padding_colour))


#: How an image came to its print profile goes along with it, as the profile does: whatever is painted on it goes the same way.
_RENDERING = "zollstock-rendering"


def rendering_of(image: pyvips.Image) -> tuple[str, bool] | None:
    """Intent and black point compensation of an image in a print profile; None for any other."""
    if image.get_typeof(_RENDERING) == 0:
        return None
    intent, _, black_point = str(image.get(_RENDERING)).partition(" ")
    return intent, black_point == "black-point"


def printed(image: pyvips.Image, work: Work) -> pyvips.Image:
    """Finished pixels in the print profile of the plan; as they are where it has none. Raises `RenderError`."""
    output = work.plan.output
    wanted = output.print_profile
    if wanted is None:
        return image
    row = work.studio.profiles.by_hash(wanted.hash)
    if row is None:
        raise RenderError(
            f"The profile “{wanted.name}” is not here, so no file can be made in it. Choose another."
        )
    return through(image, Path(row.file), output.intent, output.black_point)


def through(image: pyvips.Image, profile: Path, intent: str, black_point: bool) -> pyvips.Image:
    """An image in its own profile (sRGB, or its curve in grey, where it has none) brought into a print profile.

    In two steps, by way of colours: in one the engine takes a table of its own for both, which is up to ΔE00 2 off. Raises
    `RenderError`.
    """
    own = profiles.own(image) or (profiles.grey() if image.bands == 1 else profiles.srgb())
    try:
        content = profile.read_bytes()
        colours = profiles.tagged(image, own).icc_import(
            embedded=True, pcs="lab", intent=_seen_by(intent),
            black_point_compensation=black_point,
        )  # fmt: skip
        made = profiles.tagged(colours, content).icc_export(
            depth=16 if image.format == "ushort" else 8,
            pcs="lab",
            intent=intent,
            black_point_compensation=black_point,
        )
    except (OSError, pyvips.Error):
        raise RenderError(
            "This print profile cannot be used for a conversion; add it again, or choose another."
        ) from None
    made = CHANNELS[profiles.bands_of(content)].named(made)
    return _came_by(profiles.tagged(made, content), intent, black_point)


def _seen_by(intent: str) -> str:
    """How colours are read that go to a paper by an intent: with their own white, where the paper's is printed too."""
    return "absolute" if intent == "absolute" else "relative"


def remembered(image: pyvips.Image, output: OutputSpec) -> pyvips.Image:
    """A file that was put down on the disk for a while, with what its own format does not keep."""
    if output.print_profile is None:
        return image
    return _came_by(image.copy(), output.intent, output.black_point)


def _came_by(image: pyvips.Image, intent: str, black_point: bool) -> pyvips.Image:
    held = f"{intent} {'black-point' if black_point else 'as-it-is'}"
    image.set_type(pyvips.GValue.gstr_type, _RENDERING, held)
    return image


def filled_like(like: pyvips.Image, width: int, height: int, paint: str) -> pyvips.Image:
    """One colour, in the print profile, the depth and the rendering of `like`."""
    made = pyvips.Image.black(width, height, bands=1) + Paint(like)(paint)
    made = made.cast(like.format).copy(interpretation=like.interpretation)
    own = profiles.own(like)
    made = made if own is None else profiles.tagged(made, own)
    return _came_by(made, *(rendering_of(like) or ("relative", True)))


def split(image: pyvips.Image) -> tuple[pyvips.Image, pyvips.Image | None]:
    """Colour channels and alpha (0 to 1; None where there is none), the former named as what they are."""
    has_alpha = bool(image.hasalpha())
    count = image.bands - has_alpha
    colours = image.extract_band(0, n=count) if has_alpha else image
    colours = CHANNELS[count].named(colours)
    return colours, image[count] / FULL[image.format] if has_alpha else None


def filled(colours: pyvips.Image, alpha: pyvips.Image, paint: list[float]) -> pyvips.Image:
    """Transparency filled with a paint, rounded to the nearest value."""
    mixed = colours * alpha + (1 - alpha) * paint
    return mixed.rint().cast(colours.format).copy(interpretation=colours.interpretation)


def _kept(colours: pyvips.Image, bits: int) -> pyvips.Image:
    """The picture with its own profile; one without has sRGB's, or its curve in grey."""
    if colours.bands == 4:
        raise RenderError(
            "A CMYK picture cannot keep its own profile here: the file is made in RGB. Choose the "
            "profile sRGB, or convert the picture first in the program it came from."
        )
    own, embedded = profiles.own(colours), profiles.embedded(colours)
    if own is None and embedded is not None and profiles.bands_of(embedded) == 3:
        raise RenderError(
            "This grey picture carries a profile for colour pictures, which a grey file cannot "
            "have. Choose the profile sRGB."
        )
    if own is None:
        own = profiles.srgb() if colours.bands == 3 else profiles.grey()
    return profiles.tagged(_to_depth(colours, bits), own)


def to_srgb(colours: pyvips.Image, bits: int) -> pyvips.Image:
    """RGB values in sRGB, tagged so. CMYK without a profile is taken as libvips' own generic one."""
    if colours.bands == 1 and profiles.bands_of(profiles.embedded(colours) or b"") == 3:
        # Grey values saved under an RGB profile mean the neutral colours of that profile.
        colours = colours.bandjoin([colours, colours])
        colours = CHANNELS[3].named(colours)
    own = profiles.own(colours)
    if colours.bands == 4 or (own is not None and not profiles.is_srgb(own)):
        if own is None:
            colours = profiles.untagged(colours)
        try:
            colours = colours.icc_transform(
                "srgb",
                embedded=True,
                input_profile="cmyk" if colours.bands == 4 else "srgb",
                intent="relative",
                black_point_compensation=True,
                depth=bits,
            )
        except pyvips.Error:
            raise RenderError(
                "The picture's colour profile cannot be used for a conversion. Save the picture "
                "with sRGB and add it again."
            ) from None
    elif colours.bands == 1:
        colours = colours.bandjoin([colours, colours])
        colours = CHANNELS[3].named(colours)
    return profiles.tagged(_to_depth(colours, bits), profiles.srgb())


def _to_depth(image: pyvips.Image, bits: int) -> pyvips.Image:
    if bits == 16 and image.format == "uchar":
        image = (image * 257).cast("ushort")
    elif bits == 8 and image.format == "ushort":
        image = (image / 257).rint().cast("uchar")
    return channels_of(image).named(image)


class Paint:
    """Turns #rrggbb (sRGB) into a pixel of the image at hand: its profile, depth and channels, by the intent with which the
    image came to its profile."""

    def __init__(self, image: pyvips.Image) -> None:
        self._space, self._full = channels_of(image), FULL[image.format]
        self._rendering = rendering_of(image)
        own = profiles.own(image)
        plain = own is None or own == profiles.grey() or profiles.is_srgb(own)
        self._profile = None if plain else own

    def __call__(self, colour: str) -> list[float]:
        parts = tuple(int(colour[at : at + 2], 16) for at in (1, 3, 5))
        if self._space.ink:
            return self._inked(parts)
        if self._rendering is not None and parts == _WHITE:
            # Nothing is printed on white, whatever the intent.
            return [float(self._full)] * self._space.count
        if self._profile is not None:
            return self._through(self._profile, parts)
        if self._space.count == 1:
            light = sum(
                weight * srgb_light(part / 255)
                for weight, part in zip((0.2126, 0.7152, 0.0722), parts, strict=True)
            )
            return [round(srgb_encoded(light) * self._full)]
        return [part * self._full / 255 for part in parts]

    def _inked(self, parts: tuple[int, ...]) -> list[float]:
        """White stays paper, black is black ink alone; all else goes through the profile, or a general press."""
        if parts in (_WHITE, _BLACK):
            return [0.0] * (self._space.count - 1) + [self._full if parts == _BLACK else 0.0]
        return self._through(self._profile or profiles.general_press(), parts)

    def _through(self, profile: bytes, parts: tuple[int, ...]) -> list[float]:
        intent, black_point = self._rendering or ("relative", True)
        pixel = pyvips.Image.black(1, 1, bands=3).linear(1, list(parts)).cast("uchar")
        # As a picture goes (`through`): a border is the very colour that the picture would be.
        seen = pixel.copy(interpretation="srgb").icc_import(
            input_profile="srgb", pcs="lab", intent=_seen_by(intent), black_point_compensation=True
        )
        painted = profiles.tagged(seen, profile).icc_export(
            depth=16 if self._full == FULL["ushort"] else 8,
            pcs="lab",
            intent=intent,
            black_point_compensation=black_point,
        )
        return [float(part) for part in painted(0, 0)[: self._space.count]]
