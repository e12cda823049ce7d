"""Files in print profiles, measured beside another program; the shipped profiles themselves; what a paper shows."""

from __future__ import annotations

import hashlib
import json
import subprocess
from itertools import pairwise, product
from pathlib import Path
from typing import Any

import colour
import numpy as np
import pikepdf
import pytest
import pyvips
from numpy.typing import NDArray
from PIL import Image, ImageCms

from making.profiles import PROFILES, Made
from making.profiles import made as make_profile
from tests.lengthy import LONG
from tests.pictures import chart, noise, save
from zollstock.core.colour.icc import read_profile
from zollstock.core.colour.renderings import RENDERINGS
from zollstock.core.documents.plan import parse_plan
from zollstock.core.layouts import parse_layout, reckon_layout
from zollstock.core.studio.profiles import Profiles, StudioProfile
from zollstock.core.studio.studio import Studio
from zollstock.pixels import profiles
from zollstock.pixels.colour import through
from zollstock.pixels.deltae import ciede2000
from zollstock.pixels.errors import RenderError
from zollstock.pixels.gamut import PrintColours, gamut_numbers
from zollstock.pixels.gamut_cli import gamut, profile
from zollstock.pixels.layouts import render_layout
from zollstock.pixels.prooftable import Screen, proof_table, screen_of
from zollstock.pixels.render import render
from zollstock.pixels.shipping import shipped_tones

Floats = NDArray[np.float64]
SHIPPED = Path(__file__).resolve().parents[2] / "zollstock" / "pixels" / "shipped"
COTTON, COATED = SHIPPED / "wide-cotton.icc", SHIPPED / "press-coated.icc"
INTENTS = ("perceptual", "relative", "saturation", "absolute")


def of(path: Path) -> tuple[dict[str, str], Studio]:
    """A shipped profile as a plan has it, and a studio that keeps it."""
    content = path.read_bytes()
    facts, digest = read_profile(content), hashlib.sha256(content).hexdigest()
    chosen = {"key": path.stem, "name": facts.name, "hash": digest, "space": facts.space}
    row = StudioProfile(path.stem, facts.name, digest, facts.space, str(path))
    return chosen, Studio(profiles=Profiles((row,)))


def made(tmp_path: Path, path: Path, picture: Path, ending: str = "tif", **parts: Any) -> Path:
    """A print of 60 × 40 mm with a white border and a black caption."""
    chosen, studio = of(path)
    image = pyvips.Image.new_from_file(str(picture))
    output = {
        "format": {"tif": "tiff", "jpg": "jpeg"}.get(ending, ending),
        "profile": chosen,
    } | parts.pop("output", {})
    document = {
        "picture": {"width_px": image.width, "height_px": image.height, "channels": image.bands},
        "target": {"width": "60 mm", "height": "40 mm"},
        "edge": {"kind": "border", "left": "5 mm", "top": "5 mm", "right": "5 mm", "bottom": "12 mm", "colour": "#ffffff",
                 "caption": {"text": "Fog", "height": "3 mm", "colour": "#000000"}},
        "pixels": {"mode": "fixed", "ppi": 300}, "output": output,
    } | parts  # fmt: skip
    out = tmp_path / f"out-{path.stem}.{ending}"
    render(parse_plan(document), picture, out, studio=studio)
    return out


def by_transicc(colours: Floats, path: Path, intent: str, black_point: bool, srgb: Path) -> Floats:
    """Numbers of the device, 0 to 1, by another program; colours are sRGB, 0 to 255."""
    lines = "\n".join(" ".join(f"{part:.5f}" for part in row) for row in colours)
    options = ["-v0", "-n", f"-t{INTENTS_OF[intent]}", f"-i{srgb}", f"-o{path}"]
    found = subprocess.run(["transicc", *options, *["-b"] * black_point], input=lines + "\n", capture_output=True, text=True, check=True)  # fmt: skip
    full = 100 if path is COATED else 255
    return np.array([[float(part) for part in line.split()] for line in found.stdout.splitlines() if line.strip()]) / full  # fmt: skip


def by_pillow(colours: NDArray[np.uint16], path: Path, srgb: Path) -> Floats:
    """The same, relative with black point compensation, by the engine that comes with Pillow; 8 bits."""
    eight = Image.fromarray(np.rint(colours / 257).astype(np.uint8)[None])
    way = ImageCms.buildTransform(str(srgb), str(path), "RGB", "RGB", ImageCms.Intent.RELATIVE_COLORIMETRIC,
                                  ImageCms.Flags.BLACKPOINTCOMPENSATION | ImageCms.Flags.NOOPTIMIZE)  # fmt: skip
    return np.asarray(ImageCms.applyTransform(eight, way))[0] / 255


INTENTS_OF = {"perceptual": 0, "relative": 1, "saturation": 2, "absolute": 3}


@pytest.mark.parametrize("path", [COTTON, COATED], ids=["rgb", "cmyk"])
@pytest.mark.parametrize(("intent", "black_point"), list(product(INTENTS, (True, False))))
def test_a_thousand_colours_come_out_as_another_program_has_them(
    path: Path, intent: str, black_point: bool, tmp_path: Path
) -> None:
    srgb = tmp_path / "srgb.icc"
    srgb.write_bytes(profiles.srgb())
    colours = np.random.default_rng(1884).integers(0, 65536, (1000, 3)).astype(np.uint16)
    other = by_transicc(colours / 257, path, intent, black_point, srgb)
    image = profiles.tagged(pyvips.Image.new_from_array(colours[None]).copy(interpretation="rgb16"), profiles.srgb())  # fmt: skip
    deep = through(image, path, intent, black_point).numpy()[0] / 65535
    printing = PrintColours(path)
    apart = ciede2000(printing.colours(deep), printing.colours(other))
    if (path, intent, black_point) == (COTTON, "relative", True):
        # The program is older, and finds another black of the paper here; a newer engine agrees with ours.
        assert np.median(apart) < 0.3
        other = by_pillow(colours, path, srgb)
        apart = ciede2000(printing.colours(deep), printing.colours(other))
        assert np.median(apart) < 0.15 and apart.max() <= 0.7, "8 bits in and out"
        return
    assert apart.max() <= 0.5
    eight = np.rint(colours / 257).astype(np.uint8)
    image = profiles.tagged(pyvips.Image.new_from_array(eight[None]).copy(interpretation="srgb"), profiles.srgb())  # fmt: skip
    flat = through(image, path, intent, black_point).numpy()[0].astype(float)
    other = by_transicc(eight.astype(float), path, intent, black_point, srgb) * 255
    # A level of light; of inks one in a hundred.
    off = (
        np.abs(flat - np.rint(other)).max(axis=1)
        if path is COTTON
        else np.abs(flat - other).max(axis=1)
    )
    assert (off <= (1 if path is COTTON else 2.55)).mean() >= 0.995


@pytest.mark.parametrize("path", sorted(SHIPPED.glob("*.icc")), ids=lambda path: path.stem)
def test_a_shipped_profile_comes_back_to_itself(path: Path) -> None:
    printing = PrintColours(path)
    count = {"grey": 1, "rgb": 3, "cmyk": 4}[printing.facts.space]
    # Of mixtures that nobody prints (all inks full) the nearest that is printed counts.
    random = np.random.default_rng(7).random((3000, count))
    lab = printing.colours(printing.numbers(printing.colours(random)))
    inside = printing.colours(printing.numbers(lab))
    assert np.median(ciede2000(lab, inside)) < 1
    assert np.percentile(ciede2000(lab, inside), 95) < 2
    bare = printing.numbers(np.array([[100.0, 0, 0]]), "perceptual", True)
    paper = 0.0 if count == 4 else 1.0
    assert np.abs(bare - paper).max() < 1e-4, "white is bare paper"
    greys = printing.colours(printing.numbers(np.array([[light, 0.0, 0.0] for light in range(30, 100, 10)])))  # fmt: skip
    if count > 1:
        assert np.hypot(greys[:, 1], greys[:, 2]).max() < 0.5, "greys stay grey"


def test_the_tones_that_ship_are_those_of_the_profiles() -> None:
    measured = {path.stem: PrintColours(path).tones for path in SHIPPED.glob("*.icc")}
    assert shipped_tones() == measured


def test_papers_differ_as_papers_do() -> None:
    tones = {path.stem: PrintColours(path).tones for path in SHIPPED.glob("*.icc")}
    assert tones["desk-glossy"].black[0] < 12 < 16 < tones["desk-cotton"].black[0] < 22
    assert all(90 < one.white[0] < 98 for one in tones.values())
    assert 200 < tones["press-coated"].most_ink <= 300


def test_a_file_is_in_its_profile_with_bare_paper_and_black_letters(tmp_path: Path) -> None:
    picture = save(chart(900, 600), tmp_path / "a.png")
    out = made(tmp_path, COATED, picture)
    image = pyvips.Image.new_from_file(str(out))
    assert (image.bands, image.interpretation, image.format) == (4, "cmyk", "uchar")
    assert bytes(image.get("icc-profile-data")) == COATED.read_bytes()
    values = image.numpy()
    assert (values[:40, :] == 0).all(), "nothing is printed on the border"
    caption = values[-100:, 59:-59]
    inked = caption[caption.max(axis=2) > 0]
    assert len(inked) and (inked[:, :3] == 0).all() and inked[:, 3].max() == 255, (
        "letters are black ink alone"
    )
    said = subprocess.run(["exiftool", "-s", "-PhotometricInterpretation", "-ProfileDescription", str(out)],
                          capture_output=True, text=True, check=True).stdout  # fmt: skip
    assert "CMYK" in said and "Press, coated paper" in said


@pytest.mark.parametrize("intent", INTENTS)
def test_white_inks_nothing_under_any_intent(tmp_path: Path, intent: str) -> None:
    picture = save(chart(900, 600), tmp_path / "a.png")
    values = pyvips.Image.new_from_file(str(made(tmp_path, COTTON, picture, output={"intent": intent}))).numpy()  # fmt: skip
    assert (values[:40, :] == 255).all()


@pytest.mark.parametrize("path", [COTTON, COATED], ids=["rgb", "cmyk"])
@pytest.mark.parametrize(("intent", "black_point"), list(product(INTENTS, (True, False))))
def test_a_border_is_the_colour_that_the_picture_would_be(
    path: Path, intent: str, black_point: bool, tmp_path: Path
) -> None:
    plain = pyvips.Image.black(60, 40, bands=3).linear(1, [0x33, 0x66, 0x99])
    picture = save(plain.cast("uchar").copy(interpretation="srgb"), tmp_path / "plain.png")
    edge = {
        "kind": "border",
        "left": "5 mm",
        "top": "5 mm",
        "right": "5 mm",
        "bottom": "5 mm",
        "colour": "#336699",
    }
    output = {"intent": intent, "black_point": black_point}
    values = pyvips.Image.new_from_file(
        str(made(tmp_path, path, picture, edge=edge, output=output))
    ).numpy()
    assert (values == values[0, 0]).all()


def test_sixteen_bits_jpeg_and_grey_are_what_they_say(tmp_path: Path) -> None:
    picture = save(chart(900, 600), tmp_path / "a.png")
    deep = pyvips.Image.new_from_file(str(made(tmp_path, COATED, picture, output={"bits": 16})))
    assert (deep.bands, deep.format) == (4, "ushort")
    jpeg = pyvips.Image.new_from_file(str(made(tmp_path, COATED, picture, "jpg")))
    assert (jpeg.bands, jpeg.interpretation) == (4, "cmyk")
    assert jpeg.numpy()[:30].max() <= 2, "paper, as inks are counted"
    grey = pyvips.Image.new_from_file(str(made(tmp_path, SHIPPED / "grey-uncoated.icc", picture)))
    assert grey.bands == 1 and grey.numpy()[:40].min() == 255


def test_a_pdf_has_the_inks_their_profile_and_black_letters(tmp_path: Path) -> None:
    picture = save(chart(900, 600), tmp_path / "a.png")
    with pikepdf.open(made(tmp_path, COATED, picture, "pdf")) as document:
        page = document.pages[0]
        space = page.Resources.XObject.Picture.ColorSpace
        assert space[0] == "/ICCBased" and space[1].N == 4
        assert bytes(space[1].read_bytes()) == COATED.read_bytes()
        assert document.Root.OutputIntents[0].DestOutputProfile.N == 4
        assert document.Root.OutputIntents[0].S == "/GTS_PDFX"
        (form,) = (one for one in page.Resources.XObject.values() if one.Subtype == "/Form")
        assert b"0 0 0 1 k" in bytes(form.read_bytes())
        assert "/ColorSpace" not in form.Resources, "black letters go through no profile"
        states = [dict(one) for one in form.Resources.ExtGState.values()]
        assert {"/op": True} in states and {"/OPM": 1} in states, "and lie over what is below them"


def test_png_holds_no_inks_and_a_missing_profile_makes_no_file(tmp_path: Path) -> None:
    picture = save(chart(900, 600), tmp_path / "a.png")
    with pytest.raises(RenderError, match="PNG holds no CMYK"):
        made(tmp_path, COATED, picture, "png")
    chosen, _ = of(COTTON)
    plan = parse_plan({"picture": {"width_px": 900, "height_px": 600}, "target": {"width": "60 mm", "height": "40 mm"},
                       "output": {"profile": chosen}})  # fmt: skip
    with pytest.raises(RenderError, match="is not here"):
        render(plan, picture, tmp_path / "none.tif")
    assert not (tmp_path / "none.tif").exists()


def test_a_layout_keeps_the_profile_also_where_no_picture_lies(tmp_path: Path) -> None:
    picture = save(chart(900, 600), tmp_path / "a.png")
    chosen, studio = of(COATED)
    plan = {"format": "zollstock.plan/1", "title": "Fog", "picture": {"width_px": 900, "height_px": 600},
            "target": {"width": "6 cm", "height": "4 cm"}, "output": {"format": "pdf", "profile": chosen}}  # fmt: skip
    book = {"format": "zollstock.layout/1", "kind": "book", "title": "Book", "pages": 8, "binding": "stapled",
            "page": {"width": "8 cm", "height": "6 cm"}, "cover": None, "plans": [plan],
            "spreads": [{"from": 2, "boxes": [{"plan": 0, "x": "1 cm", "y": "1 cm", "width": "5 cm", "height": "4 cm"}]}]}  # fmt: skip
    out = tmp_path / "book.pdf"
    render_layout(parse_layout(book), [picture], out, studio=studio)
    with pikepdf.open(out) as document:
        counts = {int(page.Resources.XObject.Picture.ColorSpace[1].N) for page in document.pages}
        assert counts == {4}
    shown = subprocess.run(["pdftoppm", "-r", "30", "-png", str(out), str(tmp_path / "page")], capture_output=True, text=True, check=True)  # fmt: skip
    assert shown.stderr == ""
    pages = sorted(tmp_path.glob("page*.png"))
    assert len(pages) == 8 and pyvips.Image.new_from_file(str(pages[0])).min() > 250, (
        "an empty page is white"
    )


def test_delta_e_is_what_the_tables_say() -> None:
    random = np.random.default_rng(3)
    one, other = (np.column_stack([random.uniform(0, 100, 4000), random.uniform(-100, 100, (4000, 2))]) for _ in range(2))  # fmt: skip
    other[:500] = one[:500]
    other[500:900, 1:] = 0
    wanted = colour.difference.delta_E_CIE2000(one, other)
    assert np.abs(ciede2000(one, other) - wanted).max() < 1e-9


def test_what_lies_beyond_is_counted_as_px_by_px() -> None:
    image = pyvips.Image.new_from_array(noise(300, 200, 4).numpy() if isinstance(noise(8, 8, 4), pyvips.Image) else np.asarray(noise(300, 200, 4))).copy(interpretation="srgb")  # fmt: skip
    printing = PrintColours(COTTON)
    numbers = gamut_numbers(image, printing, "perceptual", True)
    each = image.numpy().reshape(-1, 3) / 255
    tagged = profiles.tagged(pyvips.Image.new_from_array((each * 65535).astype(np.uint16)[None]).copy(interpretation="rgb16"), profiles.srgb())  # fmt: skip
    lab = tagged.icc_import(embedded=True, pcs="lab", intent="relative").numpy()[0].astype(float)
    apart = ciede2000(lab, printing.colours(printing.numbers(lab)))
    share = (apart > 3).mean()
    assert numbers.px == 60_000
    assert abs(numbers.beyond / numbers.px - share) < 0.02
    assert abs(numbers.worst - apart.max()) < 1.5
    assert abs(sum(numbers.families.values()) - numbers.beyond / numbers.px) < 1e-6


def test_the_command_line_says_what_a_profile_and_a_picture_on_it_are(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    picture = save(chart(900, 600), tmp_path / "a.jpg")
    assert profile([str(COATED), "--json"]) == 0
    facts = json.loads(capsys.readouterr().out)
    assert (
        facts["format"] == "zollstock.profile/1"
        and facts["space"] == "cmyk"
        and facts["most_ink"] <= 300
    )
    assert gamut([str(picture), "--profile", str(COTTON), "--json"]) == 0
    report = json.loads(capsys.readouterr().out)
    assert report["format"] == "zollstock.gamut/1"
    values = {one["id"]: one["value"] for one in report["figures"]}
    assert 0 < values["out_of_gamut"] < 1 and values["gamut_worst"] > 3
    assert gamut([str(picture), "--profile", str(picture)]) == 2
    assert "no ICC profile" in capsys.readouterr().err
    assert profile([str(tmp_path / "none.icc")]) == 2


def test_a_strip_of_renderings_shows_each_of_them_in_the_profile(tmp_path: Path) -> None:
    picture = save(chart(1200, 800), tmp_path / "a.png")
    chosen, studio = of(COTTON)
    plan = {"format": "zollstock.plan/1", "title": "Fog", "picture": {"width_px": 1200, "height_px": 800},
            "target": {"width": "12 cm", "height": "8 cm"}, "output": {"format": "tiff", "profile": chosen}}  # fmt: skip
    document = {"format": "zollstock.layout/1", "kind": "strip", "title": "Strip", "plans": [plan], "copies": 1,
                "device_ppi": 254, "patch": {"width": "3 cm", "height": "3 cm"}, "distance": "60 cm", "method": "cubic",
                "ladder": {"by": "profile", "steps": ["perceptual", "relative", "relative-plain", "absolute"]}}  # fmt: skip
    layout = parse_layout(document)
    made = reckon_layout(layout, studio=studio)
    render_layout(layout, [picture], tmp_path / "strip", studio=studio)
    (file,) = (tmp_path / "strip").iterdir()
    sheet = pyvips.Image.new_from_file(str(file))
    assert bytes(sheet.get("icc-profile-data")) == COTTON.read_bytes()
    values = sheet.numpy().astype(int)
    assert (values[:20] == 255).all(), "the paper stays bare"
    key = {one.id.split("_")[2]: one.text for one in made.figures if one.id.startswith("key_1_")}
    shown: dict[str, list[NDArray[Any]]] = {}
    for piece in made.sheets[0].pieces:
        x, y, w, h = piece.pixels
        shown.setdefault(key[piece.name], []).append(values[y : y + h, x : x + w])
    assert set(shown) == {
        RENDERINGS[step].label for step in ("perceptual", "relative", "relative-plain", "absolute")
    }
    assert (shown["Perceptual"][0] == shown["Perceptual"][1]).all(), (
        "alike is alike to the last pixel"
    )
    names = sorted(shown)
    for one, other in pairwise(names):
        assert np.abs(shown[one][0] - shown[other][0]).max() > 2, f"{one} is not {other}"


def test_a_proof_on_another_screen_is_the_same_colour_in_its_numbers() -> None:
    printing = PrintColours(COTTON)

    def table(screen: Screen | None) -> NDArray[np.uint8]:
        return np.frombuffer(proof_table(printing, "relative", True, True, screen), np.uint8).reshape(33, 33, 33, 4)  # fmt: skip

    def seen(values: NDArray[np.uint8], own: bytes) -> Floats:
        image = pyvips.Image.new_from_array(values.reshape(1, -1, 3)).copy(interpretation="srgb")
        return profiles.tagged(image, own).icc_import(embedded=True, pcs="lab", intent="relative").numpy()[0].astype(float)  # fmt: skip

    usual, own = table(None), table(screen_of("srgb", profiles.display_p3()))
    inner = np.s_[8:26:4, 8:26:4, 8:26:4]
    one = seen(usual[inner][..., :3], profiles.srgb())
    other = seen(own[inner][..., :3], profiles.display_p3())
    assert ciede2000(one, other).max() < 1.2, "the same colours, rounded to 8 bits of another space"
    assert (usual[inner][..., :3] != own[inner][..., :3]).any()
    wide = table(screen_of("p3"))
    assert wide[32, 0, 0, 3] > usual[32, 0, 0, 3], (
        "the red of a wide screen lies farther beyond the paper"
    )


@pytest.mark.parametrize("one", PROFILES if LONG else PROFILES[-1:], ids=lambda one: one.key)
def test_the_script_makes_the_very_profiles_that_ship(one: Made) -> None:
    assert make_profile(one) == (SHIPPED / f"{one.key}.icc").read_bytes()
