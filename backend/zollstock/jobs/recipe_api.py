"""The recipe of a print over the wire, and the trial before paper: what its device makes of it by what is set."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Literal

from django.contrib.auth.models import User
from django.db import transaction
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.inorder import overtaken
from zollstock.accounts.signed import SignedRequest
from zollstock.accounts.units import unit_of
from zollstock.core.devices.fileonpaper import file_of, settings_of
from zollstock.core.devices.lying import lying
from zollstock.core.devices.press import (
    Difference,
    Pressed,
    Settings,
    dialog_settings,
    differences,
    grid_of,
    planned,
    pressed,
)
from zollstock.core.devices.recipe import PaperDrawn, Recipe, paper_drawn, recipe
from zollstock.core.documents.plan import lengths_of, parse_plan
from zollstock.core.ground.show import style_for
from zollstock.core.shapes.drawing import BoxMm, Drawing
from zollstock.core.sheet.drawings import whole_drawing
from zollstock.core.studio.profiles import StudioProfile
from zollstock.core.telling.devicefindings import device_findings
from zollstock.core.work.outcome import Work, work_out
from zollstock.devices.recipes import last_of, tick, ticked_of, ticked_row
from zollstock.pixels.presscolours import Way, colour_differences, greys_apart, inks_of, press_table
from zollstock.pixels.prooftable import screen_of
from zollstock.printlog.keeping import begin_row
from zollstock.studio.composition import studio_of

from .api import own_prints
from .log_api import about
from .models import Design

router = Router(tags=["devices"])


class RecipeState(Schema):
    """A recipe and what of it is ticked. Where there is none, `missing` says why. `before` has the settings of the last
    recipe for the same device and medium where they were others, by the lines' ids; `before_day` is its day."""

    recipe: Recipe | None
    missing: str = ""
    ticked: list[str] = []
    before: dict[str, str] = {}
    before_day: str = ""


class Tick(Schema):
    """A line, and its setting as it was read when it was ticked."""

    line: Annotated[str, Field(max_length=40)]
    value: Annotated[str, Field(max_length=400)]
    on: bool


class Ticks(Schema):
    """What one hand has ticked since its last word was heard; no recipe has more lines than may come at once."""

    ticks: Annotated[list[Tick], Field(min_length=1, max_length=60)]


class Dialog(Schema):
    """What is set; what is left out is as the recipe says."""

    scaling: Annotated[str, Field(max_length=20)] | None = None
    borderless: bool | None = None
    driver_colour: bool | None = None
    quality: Literal["best", "draft"] | None = None
    turn: Literal[0, 90] | None = None
    medium: Annotated[str, Field(max_length=40)] | None = None


class MediaType(Schema):
    """A media type of the dialog, by the key of its medium."""

    key: str
    label: str


class Tray(Schema):
    """What lies in the tray, mm of the paper as it goes in: where the file came to lie and where it was to lie, what the
    device prints on, and what comes out other than planned. `drawing` is the print as it stands; `settings` are those in
    force, `recipe` and `dialog` those of the recipe and of the dialog as it begins."""

    device: str
    feed: str
    paper: PaperDrawn
    file: BoxMm
    planned: BoxMm
    clip: BoxMm
    sheet: BoxMm
    turned: bool
    drawing: Drawing
    settings: Settings
    recipe: Settings
    dialog: Settings
    media: list[MediaType]
    can_borderless: bool
    grid_ppi: int | None
    differences: list[Difference]


def _worked(account: User, held: Design) -> Work:
    plan = parse_plan(held.document)
    return work_out(plan, studio_of(account, held.picture.id))


@router.get("/prints/{int:print_id}/recipe", response=RecipeState)
def read_recipe(request: SignedRequest, print_id: int) -> RecipeState:
    """The recipe of the print as it is saved."""
    held = get_object_or_404(own_prints(request), id=print_id)
    work = _worked(request.user, held)
    return _state(request.user, held, work, _recipe(request.user, work))


@router.post("/prints/{int:print_id}/recipe/ticks", response=RecipeState)
def tick_lines(request: SignedRequest, print_id: int, given: Ticks) -> RecipeState:
    """Tick lines, or take ticks away, all of them or none. With the last line ticked a row of the log is begun."""
    held = get_object_or_404(own_prints(request), id=print_id)
    work = _worked(request.user, held)
    made = _recipe(request.user, work)
    if made is None:
        raise HttpError(
            409, "This print has no recipe any more: its device or its size was changed."
        )
    if not {one.line for one in given.ticks} <= {line.id for line in made.lines}:
        raise HttpError(409, "The recipe has no such line any more. It is shown as it is now.")
    with transaction.atomic():
        row = ticked_row(request.user, held.id, made)
        done = not overtaken(request) and tick(row, made, [(one.line, one.value, one.on) for one in given.ticks])  # fmt: skip
    if done:
        text = "\n".join(f"{line.name}: {line.value}" for line in made.lines)
        begin_row(request.user, anew=True, **(about(held) | {"recipe": text[:2000]}))
    return _state(request.user, held, work, made)


def _recipe(account: User, work: Work) -> Recipe | None:
    style = style_for(lengths_of(work.plan), unit_of(account))
    return recipe(work, style, timezone.localdate())


def _missing(account: User, work: Work) -> str:
    """Why there is no recipe."""
    style = style_for(lengths_of(work.plan), unit_of(account))
    why = next((one.text for one in device_findings(work, style) if one.level == "stop"), None)
    return why or "Say first under Hand-over which device this print goes to."


def _state(account: User, held: Design, work: Work, made: Recipe | None) -> RecipeState:
    if made is None:
        return RecipeState(recipe=None, missing=_missing(account, work))
    last = last_of(account, held.id, made)
    before = {} if last is None else {
        line.id: last.ticked[line.id]
        for line in made.lines
        if line.part == "dialog" and last.ticked.get(line.id, line.value) != line.value
    }  # fmt: skip
    day = timezone.localdate(last.done).isoformat() if last is not None and last.done else ""
    return RecipeState(
        recipe=made, ticked=ticked_of(account, held.id, made), before=before, before_day=day
    )


@router.get("/prints/{int:print_id}/tray", response=Tray)
def tray(request: SignedRequest, print_id: int, asked: Query[Dialog]) -> Tray:
    """*Try it before paper*: what comes out of the device by what is set."""
    held = get_object_or_404(own_prints(request), id=print_id)
    work = _worked(request.user, held)
    laid, used, choice = lying(work), work.device, work.plan.device
    if laid is None or used is None or choice is None:
        raise HttpError(409, _missing(request.user, work))
    style = style_for(lengths_of(work.plan), unit_of(request.user))
    by_recipe, file = settings_of(work, laid), file_of(work)
    given = {name: value for name, value in asked.dict().items() if value is not None}
    settings = by_recipe.model_copy(update=given)
    device = work.studio.devices.device(choice.key)
    enlarges = device is not None and "enlarges" in device.quirks
    made: Pressed = pressed(file, used, settings, enlarges)
    found = [
        *differences(file, used, settings, by_recipe, enlarges, style),
        *colour_differences(settings, by_recipe, _greys_off(work, by_recipe), "in the greys"),
    ]
    names = {medium.key: medium.name for medium in work.studio.stock.media}
    return Tray(
        device=used.name, feed=used.feed.name, paper=paper_drawn(work, laid),
        file=made.file.as_floats(), planned=planned(file, used, by_recipe).file.as_floats(),
        clip=made.clip.as_floats(), sheet=made.paper.as_floats(), turned=made.turned,
        drawing=_inked(work), settings=settings, recipe=by_recipe,
        dialog=dialog_settings(by_recipe, device),
        media=[MediaType(key=one.stock, label=one.setting or names.get(one.stock, one.stock)) for one in used.media],
        can_borderless=used.feed.borderless, grid_ppi=grid_of(used, file.ppi), differences=found,
    )  # fmt: skip


@router.get("/prints/{int:print_id}/tray/table", include_in_schema=False)
def tray_table(
    request: SignedRequest, print_id: int, asked: Query[Dialog], space: Literal["srgb", "p3"] = "srgb"
) -> HttpResponse:  # fmt: skip
    """The colours that come out, as a table of 33 points a channel for the screen's pixels (`pixels.prooftable`)."""
    held = get_object_or_404(own_prints(request), id=print_id)
    work = _worked(request.user, held)
    laid = lying(work)
    if laid is None:
        raise HttpError(409, _missing(request.user, work))
    by_recipe = settings_of(work, laid)
    given = {name: value for name, value in asked.dict().items() if value is not None}
    settings = by_recipe.model_copy(update=given)
    made = press_table(_file_profile(work), work.plan.output.intent, work.plan.output.black_point,
                       _way(work, by_recipe, settings), screen_of(space))  # fmt: skip
    return HttpResponse(made, content_type="application/octet-stream")


def _inked(work: Work) -> Drawing:
    """What of a print is ink on paper: no card of a mat, no line of a fold."""
    drawn = whole_drawing(work)
    return Drawing({"document": drawn.boxes["document"]}, drawn.pieces, drawn.strokes, drawn.labels)


def _file_profile(work: Work) -> StudioProfile | None:
    wanted = work.plan.output.print_profile
    return work.studio.profiles.by_hash(wanted.hash) if wanted else None


def _way(work: Work, by_recipe: Settings, settings: Settings) -> Way:
    used = work.device
    assert used is not None, "asked for only where a print lies on a device's paper"
    return inks_of(_file_profile(work), settings, used, by_recipe.medium, work.studio.profiles)


def _greys_off(work: Work, by_recipe: Settings) -> Callable[[Settings], float]:
    output, profile = work.plan.output, _file_profile(work)
    planned = _way(work, by_recipe, by_recipe)

    def off(settings: Settings) -> float:
        made = _way(work, by_recipe, settings)
        return greys_apart(profile, output.intent, output.black_point, planned, made)

    return off
