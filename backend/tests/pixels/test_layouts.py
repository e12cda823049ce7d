"""Sheets of tiles, measured by other programs: pages, bars, marks, and pixels that join to the plan's own file."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path

import numpy
import pikepdf
import pytest
from PIL import Image

from tests.devices import corrected
from tests.layouts import life, passes, tiles, tiles_document
from tests.lengthy import spread
from tests.pictures import chart, noise, save
from zollstock.core.documents.plan import Plan
from zollstock.core.layouts import reckon_layout
from zollstock.core.layouts.document import Sheets
from zollstock.core.layouts.request import LayoutRequest
from zollstock.pixels.cli import main
from zollstock.pixels.errors import Cancelled, RenderError
from zollstock.pixels.layouts import render_layout
from zollstock.pixels.render import render
from zollstock.pixels.vips import pyvips

MM = 72 / 25.4
#: Rendered so finely a tenth of a millimetre is more than two pixels.
FINE = 600
EDGES = {
    "none": {"kind": "none"},
    "border": {"kind": "border", "left": "20 mm", "top": "12 mm", "right": "20 mm", "bottom": "31 mm"},
    "wrap": {"kind": "wrap", "depth": "20 mm", "turn": "10 mm", "fill": "mirror"},
}  # fmt: skip
SMALL = {
    "width": "100 mm",
    "height": "148 mm",
    "margins": dict.fromkeys(("left", "top", "right", "bottom"), "4 mm"),
}


def layout(**changes) -> LayoutRequest:
    plan = {
        "picture": {"width_px": 1200, "height_px": 900},
        "target": {"width": "25 cm", "height": "18.7 cm"},
        "pixels": {"mode": "fixed", "ppi": 133, "method": "cubic"},
    } | changes.pop("plan", {})
    return tiles(plan, **({"sheet": SMALL, "overlap": "7 mm"} | changes))


@pytest.fixture(scope="module")
def source(tmp_path_factory) -> Path:
    return save(noise(1200, 900), tmp_path_factory.mktemp("tiles") / "noise.png")


def pixels(path: Path) -> numpy.ndarray:
    return pyvips.Image.new_from_file(str(path)).numpy()


def own_file(folder: Path, plan: Plan, source: Path) -> numpy.ndarray:
    """The plan's own file, as it would be alone."""
    out = folder / "own.tif"
    render(plan, source, out)
    return pixels(out)


def joined(
    made: Sheets, pages: dict[str, numpy.ndarray], shape: tuple[int, ...], dtype: str
) -> numpy.ndarray:
    """The tiles cut out of their sheets and laid at their places; what lies over must be the same."""
    whole, laid = numpy.zeros(shape, dtype), numpy.zeros(shape[:2], bool)
    for sheet in made.sheets:
        piece = sheet.pieces[0]
        x, y, w, h = piece.pixels
        at_x, at_y, _, _ = piece.file
        tile = pages[sheet.name][y : y + h, x : x + w]
        place = numpy.s_[at_y : at_y + h, at_x : at_x + w]
        before = laid[place]
        assert (whole[place][before] == tile[before]).all()
        whole[place], laid[place] = tile, True
    assert laid.all()
    return whole


@pytest.mark.parametrize(("edge", "way"), spread(2, EDGES, ("full", "even")))
def test_cut_out_of_their_pages_by_another_program_and_joined_they_are_the_file(
    tmp_path: Path, source: Path, edge: str, way: str
) -> None:
    wanted = layout(plan={"edge": EDGES[edge]}, spread=way)
    out = tmp_path / "tiles.pdf"
    made, count = reckon_layout(wanted), render_layout(wanted, [source], out)
    subprocess.run(["pdfimages", out, tmp_path / "page"], check=True)
    files = sorted(tmp_path.glob("page-*.ppm"))
    assert len(files) == count == len(made.sheets) > 4
    pages = {
        sheet.name: numpy.asarray(Image.open(file))
        for sheet, file in zip(made.sheets, files, strict=True)
    }
    own = own_file(tmp_path, wanted.plans[0], source)
    assert (joined(made, pages, own.shape, "uint8") == own).all()


def test_a_folder_holds_a_file_a_sheet_in_16_bits_too(tmp_path: Path) -> None:
    deep = save(chart(1200, 900, bits=16), tmp_path / "deep.tif")
    wanted = layout(plan={"output": {"format": "tiff", "bits": 16}}, marks=False, turn=90)
    made = reckon_layout(wanted)
    render_layout(wanted, [deep], tmp_path / "sheets")
    names = sorted(path.name for path in (tmp_path / "sheets").iterdir())
    assert names == sorted(
        f"mill-gears-{sheet.name.lower()}_14.8x10cm.tif" for sheet in made.sheets
    )
    pages = {
        sheet.name: pixels(tmp_path / "sheets" / f"mill-gears-{sheet.name.lower()}_14.8x10cm.tif")
        for sheet in made.sheets
    }
    first = pages["A1"]
    assert first.dtype == numpy.uint16 and first.shape[:2] == (524, 775)  # 100 × 148 mm, lying
    assert (first[:20] == 65535).all()  # no marks: white paper
    own = own_file(tmp_path, wanted.plans[0], deep)
    assert (joined(made, pages, own.shape, "uint16") == own).all()
    said = subprocess.run(
        ["exiftool", "-j", "-XResolution", tmp_path / "sheets" / "mill-gears-a1_14.8x10cm.tif"],
        check=True, capture_output=True,
    ).stdout  # fmt: skip
    assert json.loads(said)[0]["XResolution"] == pytest.approx(133, abs=0.01)


def strip(document: Path, page: int, at: float) -> numpy.ndarray:
    """The row of a page `at` mm from its top, finely rendered; nothing else of it is."""
    made = document.with_name("strip")
    row = ["-x", "0", "-y", str(round(at / 25.4 * FINE)), "-W", "99999", "-H", "1"]
    only = ["-f", str(page), "-l", str(page), "-singlefile"]
    subprocess.run(
        ["pdftoppm", "-r", str(FINE), "-gray", "-png", *row, *only, document, made], check=True
    )
    return pixels(made.with_suffix(".png"))[0, :, 0]


def test_pages_are_as_large_as_the_sheet_and_bars_measure_100_mm(
    tmp_path: Path, source: Path
) -> None:
    wanted = tiles(
        {"picture": {"width_px": 1200, "height_px": 900}, "target": {"width": "30 cm", "height": "22.5 cm"}}
    )  # fmt: skip
    out = tmp_path / "tiles.pdf"
    count = render_layout(wanted, [source], out)
    with pikepdf.open(out) as document:
        assert document.check_pdf_syntax() == []
        assert len(document.pages) == count == 2
        assert str(document.docinfo["/Title"]) == "Mill gears"
        for page in document.pages:
            sides = [float(side) for side in page.MediaBox]
            assert sides == pytest.approx([0, 0, 210 * MM, 297 * MM], abs=0.01)
    for number in (1, 2):
        bar = next(
            stroke
            for stroke in reckon_layout(wanted).sheets[number - 1].lines
            if stroke.kind == "scale"
        )
        row = strip(out, number, bar.start[1])
        dark = numpy.flatnonzero(row < 100)
        run = max(numpy.split(dark, numpy.flatnonzero(numpy.diff(dark) > 1) + 1), key=len)
        assert len(run) / FINE * 25.4 == pytest.approx(100, abs=0.1)
        assert run[0] / FINE * 25.4 == pytest.approx(bar.start[0], abs=0.1)
    text = subprocess.run(["pdftotext", out, "-"], check=True, capture_output=True, text=True)
    assert "A1" in text.stdout and "A2" in text.stdout and text.stdout.count("100 mm") == 2


def test_whole_or_not_at_all(tmp_path: Path, source: Path) -> None:
    def after(most: int):  # type: ignore[no-untyped-def]
        return lambda percent: percent < most

    for name in ("tiles.pdf", "sheets"):
        for most in (10, 60, 90):
            with pytest.raises(Cancelled):
                render_layout(layout(), [source], tmp_path / name, after(most))
        assert list(tmp_path.iterdir()) == []
    render_layout(layout(), [source], tmp_path / "tiles.pdf")
    before = (tmp_path / "tiles.pdf").read_bytes()
    with pytest.raises(FileExistsError, match="left as it is"):
        render_layout(layout(), [source], tmp_path / "tiles.pdf")
    assert (tmp_path / "tiles.pdf").read_bytes() == before


def test_progress_grows_and_never_goes_back(tmp_path: Path, source: Path) -> None:
    told: list[int] = []
    render_layout(
        layout(), [source], tmp_path / "sheets", lambda percent: told.append(percent) or True
    )
    assert told == sorted(told) and told[0] >= 0 and 90 < told[-1] <= 100


def test_another_picture_is_refused_and_nothing_is_left(tmp_path: Path) -> None:
    other = save(chart(90, 60), tmp_path / "other.png")
    with pytest.raises(RenderError, match="another picture"):
        render_layout(layout(), [other], tmp_path / "sheets")
    with pytest.raises(RenderError, match="a picture for each"):
        render_layout(layout(), [other, other], tmp_path / "sheets")
    assert [path.name for path in tmp_path.iterdir()] == ["other.png"]


def test_a_plan_that_stops_stops_its_layout(tmp_path: Path, source: Path) -> None:
    trials = layout(plan={"viewing": {"school": "trials"}})
    with pytest.raises(RenderError, match="trials"):
        render_layout(trials, [source], tmp_path / "sheets")


def test_on_the_command_line(
    tmp_path: Path, source: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    document = tiles_document({"picture": {"width_px": 1200, "height_px": 900}})
    given = tmp_path / "layout.json"
    given.write_text(json.dumps(document))
    out = tmp_path / "tiles.pdf"
    assert main([str(given), str(source), "-o", str(out)]) == 0 and out.is_file()
    assert main([str(given), str(source), "-o", str(out)]) == 2
    assert "exists already" in capsys.readouterr().err
    given.write_text(json.dumps(document | {"overlap": "11 1/ in"}))
    assert main([str(given), str(source), "-o", str(tmp_path / "b.pdf")]) == 2
    assert capsys.readouterr().err.startswith("overlap: ")


def test_four_passes_measured(tmp_path: Path) -> None:
    """A head of 400 px, black on grey, on four photos of 35 × 45 mm: 34 mm high, 4 mm under the upper edge."""
    grey = pyvips.Image.black(900, 1200, bands=3).linear(1, 200).cast("uchar")
    head = grey.draw_rect([0, 0, 0], 350, 300, 200, 400, fill=True)
    picture = save(head.copy(interpretation="srgb"), tmp_path / "keeper.png")
    face = {"crown": [450 / 900, 300 / 1200], "chin": [450 / 900, 700 / 1200]}
    wanted = passes(
        {"picture": {"width_px": 900, "height_px": 1200}}, face=face, copies=4, marks=False
    )
    out = tmp_path / "passes.pdf"
    render_layout(wanted, [picture], out)
    subprocess.run(
        ["pdftoppm", "-r", str(FINE), "-gray", "-png", out, tmp_path / "seen"], check=True
    )
    seen = pixels(tmp_path / "seen-1.png")[:, :, 0]
    pieces = reckon_layout(wanted).sheets[0].pieces
    assert len(pieces) == 4
    for piece in pieces:
        x, y, w, h = (round(side / 25.4 * FINE) for side in piece.box)
        photo = seen[y - 8 : y + h + 8, x + w // 2]
        inside = numpy.flatnonzero(photo < 250)
        dark = numpy.flatnonzero(photo < 100)
        per_mm = FINE / 25.4
        assert len(inside) / per_mm == pytest.approx(45, abs=0.15)
        assert len(dark) / per_mm == pytest.approx(34, abs=0.15)
        assert (dark[0] - inside[0]) / per_mm == pytest.approx(4, abs=0.15)


def test_a_photo_beyond_the_picture_is_not_made(tmp_path: Path) -> None:
    picture = save(chart(300, 400), tmp_path / "keeper.png")
    face = {"crown": [0.5, 0.01], "chin": [0.5, 0.41]}
    wanted = passes({"picture": {"width_px": 300, "height_px": 400}}, face=face)
    with pytest.raises(RenderError, match="beyond the top"):
        render_layout(wanted, [picture], tmp_path / "passes.pdf")


def test_two_points_lie_on_the_page_as_far_apart_as_in_truth(tmp_path: Path) -> None:
    """Two dark squares, middles 500 px apart: 80 mm in truth, so 80 mm on the page."""
    white = pyvips.Image.black(900, 1200, bands=3).linear(1, 255).cast("uchar")
    for x, y in ((200, 300), (500, 700)):
        white = white.draw_rect([0, 0, 0], x - 10, y - 10, 20, 20, fill=True)
    picture = save(white.copy(interpretation="srgb"), tmp_path / "weed.png")
    measure = {"from": [200 / 900, 300 / 1200], "to": [500 / 900, 700 / 1200], "length": "80 mm"}
    wanted = life(
        {"picture": {"width_px": 900, "height_px": 1200}},
        measure=measure, parts=[{"name": "../../up", "x": 0.4, "y": 0.4}], marks=False,
    )  # fmt: skip
    out = tmp_path / "weed.pdf"
    render_layout(wanted, [picture], out)
    subprocess.run(["pdftoppm", "-r", "300", "-gray", "-png", out, tmp_path / "seen"], check=True)
    seen = pixels(tmp_path / "seen-1.png")[:, :, 0]
    rows, columns = numpy.nonzero(seen < 128)
    first = rows < (rows.min() + rows.max()) / 2
    (x1, y1), (x2, y2) = ((columns[mask].mean(), rows[mask].mean()) for mask in (first, ~first))
    assert numpy.hypot(x2 - x1, y2 - y1) / 300 * 25.4 == pytest.approx(80, abs=0.1)
    # What a part is called is no way out of its folder.
    render_layout(wanted, [picture], tmp_path / "sheets")
    assert [path.name for path in (tmp_path / "sheets").iterdir()] == [
        "pressed-weed-up_210x297mm.tif"
    ]


def the_overview(folder: Path, source: Path, **changes: object) -> tuple[numpy.ndarray, Sheets]:
    wanted = layout(plan={"output": {"format": "png"}}, overview=True, **changes)
    render_layout(wanted, [source], folder / "sheets")
    return pixels(next((folder / "sheets").glob("mill-gears-overview_*.png"))), reckon_layout(
        wanted
    )


def test_the_overview_shows_the_whole_in_small_and_light(tmp_path: Path, source: Path) -> None:
    seen, made = the_overview(tmp_path, source, marks=False)
    piece = made.sheets[0].pieces[0]
    x, y, w, h = piece.pixels
    own = own_file(tmp_path, layout().plans[0], source).astype(float)
    times = own.shape[1] // w
    assert times > 1 and (w, h) == (own.shape[1] // times, own.shape[0] // times)
    small = own[: h * times, : w * times].reshape(h, times, w, times, 3).mean((1, 3))
    light = small * 0.5 + 255 * 0.5
    shown = seen[y : y + h, x : x + w].astype(float)
    off = numpy.abs(shown - light)
    # Where neither a seam nor a number is printed over it, it is half way to white.
    assert numpy.median(off) <= 1 and (off.max(2) > 3).mean() < 0.35
    assert (shown.min(2) < 40).any()  # the seams


def test_to_trace_from_there_is_no_colour_and_black_is_grey(tmp_path: Path) -> None:
    patches = [(0, 0, 0), (255, 255, 255), (255, 0, 0), (0, 255, 0), (0, 0, 255)]
    blocks = [pyvips.Image.black(200, 400, bands=3).linear(1, list(patch)) for patch in patches]
    image = pyvips.Image.arrayjoin(blocks, across=5).cast("uchar").copy(interpretation="srgb")
    picture = save(image, tmp_path / "patches.png")
    plan = {"picture": {"width_px": 1000, "height_px": 400}, "target": {"width": "15 cm", "height": "6 cm"},
            "output": {"format": "png"}}  # fmt: skip
    wanted = tiles(plan, marks=False, tracing={"grey": True, "light": 0.4})
    render_layout(wanted, [picture], tmp_path / "sheets")
    piece = reckon_layout(wanted).sheets[0].pieces[0]
    x, y, w, h = piece.pixels
    seen = pixels(next((tmp_path / "sheets").glob("mill-gears-a1_*.png")))[y : y + h, x : x + w]
    assert (seen[..., 0] == seen[..., 1]).all() and (seen[..., 1] == seen[..., 2]).all()
    middles = [int(seen[h // 2, round(w * (n + 0.5) / 5), 0]) for n in range(5)]
    lightness = [0, 255, 0.2126 * 255, 0.7152 * 255, 0.0722 * 255]
    assert middles == pytest.approx([0.6 * value + 0.4 * 255 for value in lightness], abs=1)


def test_only_lightened_the_colours_stay(tmp_path: Path, source: Path) -> None:
    wanted = layout(
        plan={"output": {"format": "png"}}, marks=False, tracing={"grey": False, "light": 0.5}
    )
    render_layout(wanted, [source], tmp_path / "sheets")
    made = reckon_layout(wanted)
    pages = {
        sheet.name: pixels(
            next((tmp_path / "sheets").glob(f"mill-gears-{sheet.name.lower()}_*.png"))
        )
        for sheet in made.sheets
    }
    own = own_file(tmp_path, layout().plans[0], source).astype(float)
    whole = joined(made, pages, own.shape, "uint8").astype(float)
    assert numpy.abs(whole - (own + 255) / 2).max() <= 1


def test_made_for_a_driver_the_bar_is_printed_100_mm_long(tmp_path: Path, source: Path) -> None:
    """On the page it measures 100 ÷ 0.96 mm; the driver makes 96 % of it."""
    wanted = layout(
        printed={"bar": "96 mm", "correct": True}, sheet={"width": "210 mm", "height": "297 mm"}
    )
    out = tmp_path / "tiles.pdf"
    render_layout(wanted, [source], out)
    sheet = reckon_layout(wanted).sheets[0]
    bar = next(line for line in sheet.lines if line.kind == "scale")
    dark = numpy.flatnonzero(strip(out, 1, bar.start[1]) < 100)
    run = max(numpy.split(dark, numpy.flatnonzero(numpy.diff(dark) > 1) + 1), key=len)
    assert len(run) / FINE * 25.4 * 0.96 == pytest.approx(100, abs=0.1)


def test_sheets_for_a_device_are_its_paper_and_each_way_is_put_right_by_its_own(
    tmp_path: Path, source: Path
) -> None:
    """The device prints 98 % across and 96.4 % along its feed: what is measured in the file comes out as it should."""
    across, along = 0.98, 0.964
    wanted = tiles(
        {"picture": {"width_px": 1200, "height_px": 900}, "target": {"width": "16 cm", "height": "12 cm"}},
        device=corrected("desk/a4", across, along), turn=0,
    )  # fmt: skip
    out = tmp_path / "tiles.pdf"
    assert render_layout(wanted, [source], out) == 1
    with pikepdf.open(out) as document:
        (page,) = document.pages
        sides = [float(side) for side in page.MediaBox]
        assert sides == pytest.approx([0, 0, 210 * MM, 297 * MM], abs=0.01)
    (sheet,) = reckon_layout(wanted).sheets
    bar = next(stroke for stroke in sheet.lines if stroke.kind == "scale")
    dark = numpy.flatnonzero(strip(out, 1, bar.start[1] / along) < 100)
    run = max(numpy.split(dark, numpy.flatnonzero(numpy.diff(dark) > 1) + 1), key=len)
    assert len(run) / FINE * 25.4 * across == pytest.approx(100, abs=0.1)
    # The picture as another program finds it in the page, in the points of the file.
    subprocess.run(
        ["pdftoppm", "-r", "100", "-png", "-singlefile", out, tmp_path / "page"], check=True
    )
    inked = pixels(tmp_path / "page.png").min(axis=2) < 250
    rows = numpy.flatnonzero(inked.sum(axis=1) > 450)
    assert (rows[-1] - rows[0] + 1) / 100 * 25.4 * along == pytest.approx(120, abs=0.5)


def test_a_raster_of_a_sheet_for_a_device_says_its_ppi_for_both_ways(
    tmp_path: Path, source: Path
) -> None:
    wanted = tiles(
        {"picture": {"width_px": 1200, "height_px": 900}, "target": {"width": "16 cm", "height": "12 cm"},
         "output": {"format": "tiff"}},
        device=corrected("desk/a4", 0.98, 0.964), turn=0,
    )  # fmt: skip
    folder = tmp_path / "sheets"
    render_layout(wanted, [source], folder)
    (made,) = folder.iterdir() if folder.is_dir() else (folder,)
    image = Image.open(made)
    across, along = (float(one) for one in image.info["dpi"])
    assert image.width / across * 25.4 == pytest.approx(210, abs=0.2)
    assert image.height / along * 25.4 == pytest.approx(297, abs=0.2)
    assert across / along == pytest.approx(0.98 / 0.964, rel=1e-3)
