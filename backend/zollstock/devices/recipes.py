"""What is ticked of recipes: kept with the print, and compared with the last one for the same device and medium."""

from __future__ import annotations

from collections.abc import Sequence

from django.contrib.auth.models import User
from django.utils import timezone

from zollstock.accounts.principal import Principal
from zollstock.core.devices.recipe import Recipe

from .models import TickedRecipe


def ticked_of(account: User, design: int, made: Recipe) -> list[str]:
    """The lines of a recipe that are ticked; a line whose setting changed since is not."""
    row = Principal(account).may_see(TickedRecipe.objects).filter(design=design).first()
    return still_ticked(row.ticked if row else {}, made)


def still_ticked(ticked: dict[str, str], made: Recipe) -> list[str]:
    return [line.id for line in made.lines if ticked.get(line.id) == line.value]


def last_of(account: User, design: int, made: Recipe) -> TickedRecipe | None:
    """The last recipe that was ticked to its end for the same device and medium, of another print or of this one before."""
    rows = Principal(account).may_see(TickedRecipe.objects)
    done = rows.filter(device=made.device, medium=made.medium_key, done__isnull=False)
    return done.exclude(design=design).order_by("-done").first()


def ticked_row(account: User, design: int, made: Recipe) -> TickedRecipe:
    """What is ticked of a print, held by the transaction that asks: two windows may tick at once."""
    row, _ = TickedRecipe.objects.select_for_update().get_or_create(
        account=account, design=design, defaults={"device": made.device, "medium": made.medium_key[:120]}
    )  # fmt: skip
    return row


def tick(row: TickedRecipe, made: Recipe, ticks: Sequence[tuple[str, str, bool]]) -> bool:
    """Tick lines as they were read, or take ticks away (line, value, on); whether the recipe is done by that.

    The lines that another window has ticked stay as they are.
    """
    known = {one.id for one in made.lines}
    ticked = {name: held for name, held in row.ticked.items() if name in known}
    for line, value, on in ticks:
        if on:
            ticked[line] = value
        else:
            ticked.pop(line, None)
    before = row.done is not None and (row.device, row.medium) == (made.device, made.medium_key)
    row.ticked, row.device, row.medium = ticked, made.device, made.medium_key[:120]
    whole = len(still_ticked(ticked, made)) == len(made.lines)
    row.done = (row.done if before else timezone.now()) if whole else None
    row.save()
    return whole and not before
