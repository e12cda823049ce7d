"""The way of a file's numbers to the colours on a paper, through a driver that manages colour or does not."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from zollstock.core.devices.press import SEEN_DELTA_E, Difference, Settings
from zollstock.core.ground import show
from zollstock.core.parts.device import DeviceUsed
from zollstock.core.studio.profiles import Profiles, StudioProfile

from . import colour, profiles
from .cielab import on_white
from .deltae import ciede2000
from .gamut import PrintColours
from .prooftable import POINTS, Screen, screen_of
from .vips import pyvips

Floats = NDArray[np.float64]
#: Colours are compared on so many px a side of the file; where there is no file, on greys of so many steps.
_COMPARED, _GREYS = 256, 18
#: A paper without a profile, in sRGB.
_WHITE = (255.0, 255.0, 255.0)
_INTENT = "relative"


@dataclass(frozen=True, slots=True)
class Inks:
    """The way of a file's numbers to a paper: through the driver where that manages colour, then as the device prints
    them on what lies in it. A device without a profile for its paper prints what a screen shows."""

    driver: PrintColours | None
    paper: PrintColours | None

    def on_paper(self, file: pyvips.Image, twice: bool) -> pyvips.Image:
        """The colours that come out, as an image in CIELAB, the paper's white among them. `twice`: the driver takes numbers
        that are for the paper already for sRGB's."""
        numbers = profiles.tagged(file, profiles.srgb()) if twice and file.bands == 3 else file
        if self.paper is None:
            return colour.to_srgb(numbers, 16).icc_import(embedded=True, pcs="lab", intent="relative")  # fmt: skip
        own = profiles.own(numbers) or (profiles.grey() if numbers.bands == 1 else profiles.srgb())
        if self.driver is not None or numbers.bands != profiles.bands_of(self.paper.content):
            driven = self.driver or self.paper
            lab = profiles.tagged(numbers, own).icc_import(
                embedded=True, pcs="lab", intent="relative", black_point_compensation=True
            )
            numbers = profiles.tagged(lab, driven.content).icc_export(
                depth=16, pcs="lab", intent=_INTENT, black_point_compensation=True
            )
        on_it = profiles.tagged(numbers, self.paper.content)
        return on_it.icc_import(embedded=True, pcs="lab", intent="relative")


#: Inks, and whether the driver takes what is for the paper already for sRGB.
Way = tuple[Inks, bool]


def inks_of(
    file_profile: StudioProfile | None, settings: Settings, used: DeviceUsed, loaded: str, known: Profiles
) -> Way:  # fmt: skip
    """How a file comes to the paper by what is set, and whether it is managed twice.

    `loaded` is the key of the medium that was planned; the setting says which one it is printed as.
    """

    def of(key: str) -> PrintColours | None:
        medium = used.medium(key)
        row = known.by_key(medium.profile) if medium and medium.profile else None
        return PrintColours(Path(row.file)) if row else None

    if file_profile is not None and (not settings.medium or settings.medium == loaded):
        paper: PrintColours | None = PrintColours(Path(file_profile.file))
    else:
        paper = of(settings.medium or loaded)
    driver = (of(settings.medium or loaded) or paper) if settings.driver_colour else None
    return Inks(driver, paper), settings.driver_colour and file_profile is not None


def file_profile_of(image: pyvips.Image, known: Profiles) -> StudioProfile | None:
    """The print profile that a file carries, where it is one of those that are here."""
    own = profiles.own(image)
    if own is None:
        return None
    return next((row for row in known if Path(row.file).read_bytes() == own), None)


def paper_white(inks: Inks) -> tuple[float, float, float]:
    """sRGB of the bare paper, 0 to 255."""
    if inks.paper is None:
        return _WHITE
    lab = on_white(np.array([[100.0, 0.0, 0.0]]), inks.paper.white)
    shown = _shown(pyvips.Image.new_from_array(lab[None].astype(np.float32)).copy(interpretation="lab"))  # fmt: skip
    red, green, blue = shown(0, 0)
    return float(red), float(green), float(blue)


def _shown(lab: pyvips.Image) -> pyvips.Image:
    """CIELAB of D50 as sRGB, 8 bits."""
    tagged = profiles.tagged(lab.cast("float").copy(interpretation="lab"), profiles.srgb())
    return tagged.icc_export(depth=8, pcs="lab", intent="relative")


def seen_on(lab: pyvips.Image, inks: Inks) -> pyvips.Image:
    """Colours relative to the paper as they are seen on it, in sRGB."""
    if inks.paper is None:
        return _shown(lab)
    xyz = lab.cast("float").copy(interpretation="lab").colourspace("xyz")
    return _shown((xyz * [float(one) for one in inks.paper.white]).copy(interpretation="xyz").colourspace("lab"))  # fmt: skip


def apart(image: pyvips.Image, planned: Way, made: Way) -> float:
    """How far the colours of a file are from those planned, ΔE00 on average of its pixels, paper against paper too."""
    colours, _ = colour.split(image)
    small = colours.resize(min(1.0, _COMPARED / max(image.width, image.height)))
    return _apart(small, planned, made)


def greys_apart(
    file_profile: StudioProfile | None, intent: str, black_point: bool, planned: Way, made: Way
) -> float:
    """The same where there is no file yet: of greys, as the file would have them."""
    steps = np.rint(np.linspace(20, 245, _GREYS)).astype(np.uint8)
    greys = pyvips.Image.new_from_array(np.repeat(steps[None, :, None], 3, axis=2)).copy(interpretation="srgb")  # fmt: skip
    if file_profile is not None:
        greys = colour.through(greys, Path(file_profile.file), intent, black_point)
    return _apart(greys, planned, made)


def _apart(numbers: pyvips.Image, planned: Way, made: Way) -> float:
    def seen(way: Way) -> Floats:
        inks, twice = way
        lab = np.asarray(inks.on_paper(numbers, twice).numpy().reshape(-1, 3).astype(float))
        return lab if inks.paper is None else on_white(lab, inks.paper.white)

    return float(ciede2000(seen(planned), seen(made)).mean())


def colour_differences(
    settings: Settings, recipe: Settings, apart_by: Callable[[Settings], float], of_what: str
) -> Iterator[Difference]:
    """What comes out in other colours than planned. `apart_by` says how far, ΔE00, with settings of colour alone changed;
    `of_what` is measured: on average, in the greys."""
    if settings.driver_colour != recipe.driver_colour:
        off = apart_by(recipe.model_copy(update={"driver_colour": settings.driver_colour}))
        twice, words = settings.driver_colour, f"ΔE00 {show.decimal(off, 1)} {of_what}"
        if off > SEEN_DELTA_E:
            yield Difference(
                id="twice-managed" if twice else "unmanaged",
                text=f"Colours managed twice, {words}: the file is converted, and the driver converts again."
                if twice
                else f"Colours managed by nobody, {words}: the file is for no device, and the driver is off.",
                delta_e=off,
                because=f"driver-colour={'yes' if twice else 'no'}",
                fix=f"driver-colour={'no' if twice else 'yes'}",
            )
    if settings.medium != recipe.medium:
        off = apart_by(recipe.model_copy(update={"medium": settings.medium}))
        yield Difference(
            id="wrong-paper",
            text=f"Set to another paper than was planned, ΔE00 {show.decimal(off, 1)} {of_what}.",
            delta_e=off,
            because=f"medium={settings.medium}",
            fix=f"medium={recipe.medium}",
        )


def press_table(
    file_profile: StudioProfile | None, intent: str, black_point: bool, way: Way, screen: Screen | None = None
) -> bytes:  # fmt: skip
    """What the colours of a screen come out as, as `prooftable.proof_table` has them: the paper's white shown, nothing told of
    what lies beyond."""
    screen, (inks, twice) = screen or screen_of("srgb"), way
    axis = np.linspace(0, 65535, POINTS)
    grid = np.stack(np.meshgrid(axis, axis, axis, indexing="ij"), -1).reshape(-1, 3)
    words = np.rint(grid).astype(np.uint16)[None]
    numbers = profiles.tagged(
        pyvips.Image.new_from_array(words).copy(interpretation="rgb16"), screen.given
    )
    if file_profile is not None:
        numbers = colour.through(numbers, Path(file_profile.file), intent, black_point)
    elif not profiles.is_srgb(screen.given):
        numbers = colour.to_srgb(numbers, 16)
    lab = np.asarray(inks.on_paper(numbers, twice).numpy()[0].astype(float))
    if inks.paper is not None:
        lab = on_white(lab, inks.paper.white)
    image = pyvips.Image.new_from_array(lab[None].astype(np.float32)).copy(interpretation="lab")
    shown = profiles.tagged(image, screen.shown).icc_export(depth=8, pcs="lab", intent="relative").numpy()[0]  # fmt: skip
    return np.column_stack([shown.astype(np.uint8), np.zeros(len(shown), np.uint8)]).tobytes()
