"""The whole way: a real picture brought by hand becomes a file of the promised size."""

from __future__ import annotations

import json
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.standing import standing
from tests.pictures import noise, save
from tests.pixels.measure import exif, tiff


def saved(page: Page) -> None:
    page.locator("[data-saving=saved]").wait_for()


def key_of(page: Page, step: str) -> str:
    return page.locator(f"[data-step={step}] .blade-key").inner_text().replace("\u00a0", " ")


def test_from_upload_to_a_measured_file(bench, tmp_path: Path) -> None:
    page = bench(save(noise(1500, 1000, seed=5), tmp_path / "fog-over-the-pans.jpg"))
    page.get_by_role("button", name="in", exact=True).click()

    size = page.get_by_label("Finished size")
    size.fill("24 x 16 in")
    size.press("Enter")
    expect(page.locator("[data-step=size] .blade-key")).to_contain_text("24")

    page.keyboard.press("Escape")
    page.get_by_role("tab", name="Edge").click()
    page.get_by_role("button", name="Border", exact=True).click()
    page.get_by_label("Every side").fill("2")
    page.get_by_label("Every side").press("Enter")
    expect(page.locator("[data-step=edge] .blade-key")).to_have_text("Border 2\u00a0in")
    expect(page.get_by_role("button", name="Crop to 5:3")).to_have_attribute("aria-pressed", "true")
    assert key_of(page, "pixels") == "75 ppi"

    page.get_by_role("tab", name="Fit").click()
    window = page.get_by_role("application")
    box = standing(window)
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2 + 200, steps=8)
    page.mouse.up()
    expect(page.get_by_label("Off the top")).to_have_value("0 px")
    expect(page.locator("[data-figure=crop_y]")).to_contain_text("= 0\u00a0px")

    viewer = page.get_by_role("slider", name="Viewer's distance")
    before = viewer.get_attribute("aria-valuenow")
    spot = standing(viewer)
    page.mouse.move(spot["x"] + 13, spot["y"] + 30)
    page.mouse.down()
    page.mouse.move(spot["x"] + 150, spot["y"] + 30, steps=6)
    page.mouse.up()
    expect(viewer).not_to_have_attribute("aria-valuenow", before or "")
    assert float(viewer.get_attribute("aria-valuenow") or 0) > float(before or 0)
    saved(page)

    page.get_by_role("button", name="Make the file").first.click()
    expect(page.locator("[data-order=done]")).to_be_visible(timeout=30_000)
    with page.expect_download() as download:
        page.get_by_role("link", name="Download").click()
    assert download.value.suggested_filename == "fog-over-the-pans_24x16in_75ppi.tif"
    out = tmp_path / download.value.suggested_filename
    download.value.save_as(out)
    facts = exif(out)
    assert (facts["ImageWidth"], facts["ImageHeight"]) == (1800, 1200)
    assert facts["XResolution"] == 75
    assert "sRGB" in facts["ProfileDescription"]
    assert tiff(out)["Compression Scheme"] == "LZW"
    expect(page.locator("[data-step=handover]")).to_contain_text("made")


def test_undo_and_redo_survive_a_reload(bench) -> None:
    page = bench()
    for size in ("40 x 30 cm", "60 x 40 cm"):
        with page.expect_response(lambda answer: answer.url.endswith("/plan")):
            page.get_by_label("Finished size").fill(size)
            page.get_by_label("Finished size").press("Enter")
        saved(page)
    page.reload()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Finished size")).to_have_value("40 × 30 cm")
    page.reload()
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_label("Finished size")).to_have_value("60 × 40 cm")


def test_bad_input_is_told_and_loses_nothing(bench) -> None:
    page = bench()
    size = page.get_by_label("Finished size")
    before = size.input_value()
    size.fill("11 1/ in")
    expect(page.get_by_role("alert")).to_contain_text("half a fraction")
    size.press("Escape")
    expect(size).to_have_value(before)
    page.get_by_role("tab", name="Edge").click()
    page.get_by_role("button", name="Border", exact=True).click()
    side = page.get_by_label("Every side")
    side.fill("11 1/ in")
    expect(page.get_by_role("alert").first).to_contain_text("half a fraction")
    side.fill("40 cm")
    expect(page.get_by_text("leave no picture")).to_have_count(1)
    expect(page.get_by_text("The print keeps 40")).to_have_count(0)
    expect(side).to_have_attribute("aria-invalid", "true")
    side.fill("2 cm")
    expect(page.locator("[data-step=edge] .blade-key")).to_have_text("Border 2\u00a0cm")
    expect(page.get_by_text("leave no picture")).to_have_count(0)


def test_a_stale_window_is_told_and_may_choose(bench, context) -> None:
    page = bench()
    second = context.new_page()
    second.goto(page.url)
    expect(second.get_by_label("Finished size")).to_be_visible()
    with page.expect_response(lambda answer: answer.url.endswith("/plan")):
        page.get_by_role("button", name="Swap sides").click()
    second.get_by_label("Finished size").fill("A4")
    second.get_by_label("Finished size").press("Enter")
    expect(second.get_by_role("alert")).to_contain_text("changed in another window")
    words, desk = (second.locator(at).bounding_box() for at in (".bench-words", ".desk"))
    # Over the foot of the drawing, and over nothing else.
    assert words and desk
    assert desk["x"] < words["x"] and words["x"] + words["width"] < desk["x"] + desk["width"]
    assert desk["y"] < words["y"] and words["y"] + words["height"] < desk["y"] + desk["height"]
    second.get_by_role("button", name="save mine on top").click()
    saved(second)
    page.reload()
    expect(page.get_by_label("Finished size")).to_have_value("297 × 210 mm")


def test_refused_files_are_told_beside_the_good_ones(page: Page, tmp_path: Path) -> None:
    good = save(noise(600, 400, seed=77), tmp_path / "good.jpg")
    text = tmp_path / "letter.tif"
    text.write_text("Dear museum,")
    cut = tmp_path / "cut.jpg"
    cut.write_bytes(good.read_bytes()[:40_000])
    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Title").fill("Several")
    page.get_by_role("button", name="Make the job").click()
    page.get_by_label("Pictures to add").set_input_files([text, good, cut])
    rows = page.get_by_role("region", name="Arriving files").get_by_role("listitem")
    expect(rows.nth(0)).to_contain_text("not a picture that Zollstock can read")
    expect(rows.nth(1)).to_contain_text("added", timeout=15_000)
    expect(rows.nth(2)).to_contain_text("ends too soon", timeout=15_000)
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(1)


def test_dropped_and_pasted_files_come_in(page: Page, tmp_path: Path) -> None:
    import base64

    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Title").fill("Dropped")
    page.get_by_role("button", name="Make the job").click()
    expect(page.get_by_text("No prints yet")).to_be_visible()
    page.wait_for_timeout(200)  # a person is slower than the page's listeners
    for kind, seed in (("drop", 91), ("paste", 92)):
        data = base64.b64encode(
            save(noise(300, 200, seed=seed), tmp_path / f"{kind}.png").read_bytes()
        )
        page.evaluate(
            """async ([kind, data]) => {
                const bytes = Uint8Array.from(atob(data), (sign) => sign.charCodeAt(0));
                const transfer = new DataTransfer();
                transfer.items.add(new File([bytes], kind + ".png", { type: "image/png" }));
                const event = kind === "drop"
                    ? new DragEvent("drop", { dataTransfer: transfer, bubbles: true })
                    : new ClipboardEvent("paste", { clipboardData: transfer, bubbles: true });
                document.body.dispatchEvent(event);
            }""",
            [kind, data.decode()],
        )
        expect(page.get_by_role("region", name="Arriving files")).to_contain_text(f"{kind}.png")
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(2, timeout=15_000)


def test_plan_and_job_go_out_and_come_back(bench, tmp_path: Path) -> None:
    page = bench(title="There and back")
    page.get_by_role("tab", name="Hand-over").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="Export the plan").click()
    path = tmp_path / "plan.json"
    download.value.save_as(path)
    document = json.loads(path.read_text())
    assert document["format"] == "zollstock.plan/1"
    document["target"] = {"width": "50 cm", "height": "70 cm"}
    path.write_text(json.dumps(document))
    page.get_by_label("Plan document").set_input_files(path)
    expect(page.locator("[data-step=size] .blade-key")).to_contain_text("50\u00a0×\u00a070")
    path.write_text("no plan")
    page.get_by_label("Plan document").set_input_files(path)
    expect(page.get_by_role("alert")).to_contain_text("not a plan document")
    saved(page)

    page.get_by_role("link", name="There and back").click()
    with page.expect_download() as packed:
        page.get_by_role("link", name="Export").click()
    bag = tmp_path / "job.zip"
    packed.value.save_as(bag)
    page.goto("/")
    page.get_by_label("ZIP of a job").set_input_files(bag)
    expect(page.get_by_role("heading", name="There and back")).to_be_visible(timeout=15_000)
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(1)


def test_an_order_in_work_can_be_called_off(bench) -> None:
    page = bench()
    page.get_by_role("tab", name="Pixels").click()
    page.get_by_role("button", name="Fixed").click()
    page.get_by_label("Pixels per inch").fill("1500")
    expect(page.locator("[data-step=pixels] .blade-key")).to_contain_text("1500")
    page.get_by_role("button", name="Make the file").first.click()
    page.get_by_role("button", name="Cancel").click()
    expect(page.locator("[data-order=cancelled]")).to_contain_text("nothing left behind")


def test_the_drawing_is_a_place_to_work(bench) -> None:
    page = bench()
    page.get_by_role("button", name="Width 30", exact=False).click()
    width = page.get_by_role("textbox", name="Width")
    width.fill("11 1/ in")
    width.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("half a fraction")
    width.fill("45")
    width.press("Enter")
    expect(page.locator("[data-step=size] .blade-key")).to_have_text("45\u00a0×\u00a020\u00a0cm")

    page.get_by_role("tab", name="Edge").click()
    page.get_by_role("button", name="Border", exact=True).click()
    expect(page.locator("[data-step=edge] .blade-key")).to_have_text("Border 3\u00a0cm")
    grip = page.get_by_role("slider", name="Border at the left")
    box = standing(grip)
    page.mouse.move(box["x"] + 13, box["y"] + 13)
    page.mouse.down()
    page.mouse.move(box["x"] - 17, box["y"] + 13, steps=5)
    page.mouse.up()
    expect(page.locator("[data-step=edge] .blade-key")).not_to_have_text("Border 3\u00a0cm")
    assert page.locator("[data-step=edge] .blade-state").inner_text() in ("all round", "check")
    grip.focus()
    before = page.locator("[data-step=edge] .blade-key").inner_text()
    page.keyboard.press("ArrowUp")
    expect(page.locator("[data-step=edge] .blade-key")).not_to_have_text(before)
    saved(page)
