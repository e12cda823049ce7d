"""The demo: plates in four ratios with zones that lie in them, painted alike every time, loaded once."""

from __future__ import annotations

from collections import Counter
from fractions import Fraction
from pathlib import Path

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command

from tests.pictures import chart, noise
from zollstock.batches.cells import cell, edits_of, sizes_of_batch
from zollstock.batches.models import Batch
from zollstock.core.documents.plan import PLAN_FORMAT
from zollstock.core.layouts import (
    LAYOUT_FORMAT,
    PageQuery,
    blocking_reasons,
    lay,
    layout_page,
    parse_layout,
)
from zollstock.core.layouts.strip.request import StripRequest
from zollstock.core.sizes.library import library
from zollstock.core.studio.stock import read_stock
from zollstock.core.studio.studio import DEFAULT_STUDIO, Studio
from zollstock.demo import museum, plates, strips, walls, workshop
from zollstock.demo.catalogue import catalogue
from zollstock.demo.judged import judge_all
from zollstock.demo.management.commands import load_demo
from zollstock.demo.scenes import SCENES
from zollstock.jobs.kinds import PRINT
from zollstock.jobs.models import Design, Job
from zollstock.pictures.models import Picture
from zollstock.printlog.models import LogRow
from zollstock.sizes.models import OwnSize, SizeSet
from zollstock.stock.kept import STOCK
from zollstock.trials.keeping import begin_trial
from zollstock.trials.models import Trial


def test_the_plates_come_in_four_ratios_with_zones_inside() -> None:
    assert len(plates.PLATES) >= 40 and len({plate.file for plate in plates.PLATES}) == len(
        plates.PLATES
    )
    ratios = Counter(Fraction(p.width, p.height).limit_denominator(20) for p in plates.PLATES)
    assert len(ratios) == 4 and min(ratios.values()) >= 8
    kept = [plate.keep for plate in plates.PLATES if plate.keep]
    assert len(kept) >= 20
    for zone in kept:
        assert 0 <= zone["x"] <= zone["x"] + zone["w"] <= 1
        assert 0 <= zone["y"] <= zone["y"] + zone["h"] <= 1


def test_a_plate_is_painted_alike_every_time_and_shows_something() -> None:
    first, again = (plates.paint(plates.PLATES[2]) for _ in range(2))
    assert (first.width, first.height) == (plates.PLATES[2].width, plates.PLATES[2].height)
    assert (first - again).abs().max() == 0
    assert first.deviate() > 8


def test_sets_and_sizes_of_the_demo_exist() -> None:
    keys = {size.key for size in library()}
    for _, wanted in (museum.CATALOGUE_SET, museum.HALL_SET):
        assert set(wanted) <= keys


@pytest.mark.django_db(transaction=True)
def test_the_demo_is_loaded_once_and_whole(monkeypatch: pytest.MonkeyPatch) -> None:
    """With small stand-ins for the paintings; everything else is the demo's own."""
    counter = iter(range(10_000))

    of_strips = {made_up.picture for made_up in strips.TRIALS}

    def small(file: str, path: Path) -> None:
        # A strip is made of what a picture holds.
        wide, high = (3000, 2000) if file in of_strips else (300, 200)
        noise(wide, high, seed=next(counter)).write_to_file(str(path))

    monkeypatch.setattr(load_demo, "_paint", small)
    monkeypatch.setattr(load_demo, "paint", lambda plate: chart(plate.width // 10, plate.height // 10).copy(
        interpretation="srgb") + plate.number % 7)  # fmt: skip
    monkeypatch.setattr(load_demo, "portrait", lambda sitter: chart(300, 400) + sitter.seed % 7)
    monkeypatch.setattr(load_demo, "_save_jpeg", lambda image, path: image.cast("uchar").copy(
        interpretation="srgb").jpegsave(str(path), Q=80 + next(counter) % 15))  # fmt: skip
    for _ in range(2):
        call_command("load_demo", "keeper", "tide-mill-1884", stdout=open("/dev/null", "w"))  # noqa: SIM115, PTH123
    account = User.objects.get(username="keeper")
    hall, catalogue = (
        Job.objects.get(account=account, title=job["title"])
        for job in (museum.JOB, museum.CATALOGUE)
    )
    assert hall.prints.count() == 11 and catalogue.prints.count() == len(plates.PLATES)
    # The last picture of the hall has four prints and is there once.
    sluice = Picture.objects.get(account=account, name="sluice-at-dusk.jpg")
    assert sluice.designs.filter(kind=PRINT).count() == 4 and [
        zone["name"] for zone in sluice.keep
    ] == [
        "sun",
        "reed bed",
    ]
    assert OwnSize.objects.count() == 3 and SizeSet.objects.count() == 2
    batch = Batch.objects.get()
    pictures = list(batch.pictures.all())
    edits = edits_of(batch, pictures)
    cells = [
        cell(batch, p, s, edits.get((p.id, s.key)), DEFAULT_STUDIO)
        for p in pictures
        for s in sizes_of_batch(batch)
    ]
    assert len(cells) == len(pictures) * 8 and sum(one.edited for one in cells) == 1
    assert {one.zones for one in cells} == {"none", "kept", "near", "cut"}
    shop = Job.objects.get(account=account, title=workshop.WORKSHOP["title"])
    assert shop.prints.count() == len(workshop.PRINTS)
    kinds = [held.document["kind"] for held in shop.layouts]
    assert kinds == ["tiles", "id", "id", "id", "life"]
    hung = [held.document["kind"] for held in hall.layouts]
    assert hung == ["panels", "hang", "gang"]
    plated = Job.objects.get(account=account, title=museum.CATALOGUE["title"])
    assert [held.document["kind"] for held in plated.layouts] == ["book"]
    judged = Job.objects.get(account=account, title=strips.JOB["title"])
    assert [held.document["kind"] for held in judged.layouts] == ["strip"] * 3
    assert Design.objects.count() == 12 + len(plates.PLATES) + len(workshop.PRINTS) + len(
        kinds
    ) + len(hung) + 2 * len(strips.TRIALS)
    trials = list(Trial.objects.order_by("number"))
    assert [one.over for one in trials] == [True, True, False] and all(
        one.made_up for one in trials
    )
    assert LogRow.objects.count() == 20
    assert LogRow.objects.filter(result__in=("again", "thrown")).count() == 2
    assert len(list(STOCK.of(account)[0].papers())) == 7


@pytest.mark.django_db(transaction=True)
def test_the_truth_of_the_simulated_judges_lies_in_what_their_trials_say() -> None:
    """By the real sizes of the pictures; the half-done one says nothing yet."""
    account = User.objects.create(username="keeper")
    sizes = {scene.file: (scene.width, scene.height) for scene in SCENES}
    for made_up in strips.TRIALS:
        width, height = sizes[made_up.picture]
        plan = {"format": PLAN_FORMAT, "picture": {"width_px": width, "height_px": height},
                "target": made_up.target, "medium": made_up.medium}  # fmt: skip
        request = parse_layout(
            {"format": LAYOUT_FORMAT, "kind": "strip", "plans": [plan]} | made_up.strip
        )
        assert isinstance(request, StripRequest)
        trial = begin_trial(account, request, None, DEFAULT_STUDIO)
        judge_all(trial, made_up)
        trial.refresh_from_db()
        truths = sorted(eyes.threshold for eyes in made_up.eyes)
        if not made_up.over:
            assert trial.need_ppi is None and not trial.rests_on
            continue
        assert trial.low_ppi is not None and trial.high_ppi is not None and trial.rests_on
        assert trial.low_ppi < truths[0] and truths[-1] < trial.high_ppi
        assert trial.need_ppi == pytest.approx(sum(truths) / len(truths), rel=0.15)


def test_the_halls_layouts_are_those_that_the_story_tells() -> None:
    """Four frames whose gap hides a post, a row on the north wall, one roll; all can be made, from what is in stock."""
    sides = {
        walls.STAIRS: (12_000, 4000),
        "the-keeper.png": (1800, 2400),
        "mill-gears.jpg": (4000, 6000),
    }
    plans = {}
    for file, wanted in museum.PLANS.items():
        width, height = sides.get(file, (6000, 4000))
        plans[file] = {"picture": {"width_px": width, "height_px": height}} | wanted
    stairs, row, roll = (parse_layout(layout) for _, layout in walls.walls(plans))
    for layout in (stairs, row, roll):
        assert not blocking_reasons(lay(layout))
    (torn,) = [one for one in lay(stairs).findings if one.id == "zone-off-faces"]
    assert torn.fix is not None and "post" in torn.text
    stock = read_stock(walls.STOCK)
    page = layout_page(roll, "cm", PageQuery(Studio(stock=stock)))
    assert [way.id for way in page.ways if way.taken and way.id.startswith("paper")] == [
        "paper-satin-90"
    ]
    assert sum(way.id.startswith("paper-") for way in page.ways) == len(list(stock.papers()))
    seen = layout_page(row, "cm").scene
    assert seen is not None and seen.caption.endswith("seen from 4 m") and not seen.missing


def test_the_catalogue_has_one_bad_box_and_one_post_in_the_gutter() -> None:
    """24 pages of plates in their order; the post can be freed, the postcard is too large."""
    of_plates = [
        {"title": plate.file, "picture": {"width_px": plate.width, "height_px": plate.height}}
        | {"fit": {"keep": [plate.keep] if plate.keep else []}, "target": {"width": "9 cm", "height": "6 cm"}}
        for plate in plates.PLATES
    ]  # fmt: skip
    wall, postcard = (
        museum.PLANS[file] | {"picture": {"width_px": width, "height_px": height}, "fit": {}}
        for file, width, height in ((walls.STAIRS, 12_000, 4000), (museum.POSTCARD, 1200, 800))
    )
    layout = parse_layout(catalogue(of_plates, wall, postcard))
    laid = lay(layout)
    assert not blocking_reasons(laid)
    assert len(laid.sheets) == 24 and len(laid.apart) == 1
    (torn,) = [one for one in laid.findings if one.id == "zone-in-gutter"]
    assert "post" in torn.text and torn.fix is not None
    (bad,) = [one for one in laid.findings if one.id == "box-soft"]
    assert "page 20" in bad.text
    assert not any(one.id == "book-no-place" for one in laid.findings)


def test_the_workshops_layouts_are_those_that_the_story_tells() -> None:
    """A hub on a seam that can be moved off, faces that fit their frames, a weed that is 20 cm wide."""
    plans = {
        file: {"picture": {"width_px": width, "height_px": height}} | wanted
        for (file, wanted), (width, height) in zip(
            workshop.PRINTS.items(), [(4000, 6000), (4200, 4200), *[(2400, 3200)] * 3], strict=True
        )
    }
    pages = [layout_page(parse_layout(layout)) for _, layout in workshop.layouts(plans)]
    (on_seam,) = [one for one in pages[0].findings if one.id == "zone-on-seam"]
    assert on_seam.fix is not None and "hub" in on_seam.text
    for page in pages[1:4]:
        assert not any(one.level == "stop" for one in page.findings)
        assert [part.turn for part in page.sheets[0].drawing.parts] == [0] * 6
    assert pages[4].sides == ("200 mm", "200 mm")
