"""One queue for all long work: the same manners for files and for pictures that are read."""

from __future__ import annotations

from datetime import timedelta
from decimal import Decimal

import pytest
from django.db import IntegrityError, OperationalError, transaction
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from tests.api.removing import a_day_after_removing
from zollstock.core.ground.refusal import Refusal
from zollstock.longwork.clock import SCHEDULE
from zollstock.longwork.events import KEPT_FOR, clear_old, log_of
from zollstock.longwork.messages import MESSAGES
from zollstock.longwork.models import Event
from zollstock.longwork.queue import FORGOTTEN_AFTER, LOST_AFTER, MOST_TRIES, Queue, TryLater
from zollstock.pictures.models import Picture
from zollstock.pictures.tasks import READING, read
from zollstock.pixels.errors import Cancelled
from zollstock.renders.models import Order, OrderLine
from zollstock.renders.tasks import LINES
from zollstock.site.celery import app

QUEUES = pytest.mark.parametrize("queue", [READING, LINES], ids=["pictures", "files"])


@pytest.fixture
def rows(caller: Caller, photo) -> dict[Queue, object]:
    """A row that waits, for either queue."""
    held = ready_print(caller, photo())
    line = caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    picture = caller.upload(photo("other.jpg", 300, 200))["picture"]
    return {LINES: line["id"], READING: picture["id"]}


def row_of(queue: Queue, rows):
    return queue.model.objects.get(id=rows[queue])


@QUEUES
def test_a_row_is_claimed_once(queue: Queue, rows) -> None:
    mine = queue.claim(rows[queue])
    assert mine is not None and mine.worker and mine.tries == 1
    assert queue.claim(rows[queue]) is None


@QUEUES
def test_a_row_that_waits_for_something_is_not_claimed(queue: Queue, rows) -> None:
    from django.db.models import Q

    assert queue.claim(rows[queue], Q(tries=7)) is None
    assert row_of(queue, rows).tries == 0


@QUEUES
@pytest.mark.parametrize(
    ("fault", "words"),
    [
        (Refusal("It is cut off."), "It is cut off."),
        (FileNotFoundError("/secret/place"), "missing from the storage"),
        (OSError(28, "full"), "disk full"),
        (MemoryError(), "not enough memory"),
        (ZeroDivisionError("the cause"), "written down"),
    ],
)
def test_whatever_goes_wrong_ends_the_row_at_once_in_words(
    queue: Queue, rows, fault, words
) -> None:
    mine = queue.claim(rows[queue])
    with queue.fail_with_message(mine):
        raise fault
    row = row_of(queue, rows)
    assert {name: getattr(row, name) for name in queue.failed} == dict(queue.failed)
    assert words in row.problem and "secret" not in row.problem and "the cause" not in row.problem


@QUEUES
def test_a_database_that_is_away_ends_nothing(queue: Queue, rows) -> None:
    mine = queue.claim(rows[queue])
    with pytest.raises(OperationalError), queue.fail_with_message(mine):
        raise OperationalError(2006, "gone")
    assert row_of(queue, rows).problem == "" and queue.mine(mine).exists()


def test_what_was_called_off_is_no_failure(rows) -> None:
    mine = LINES.claim(rows[LINES])
    OrderLine.objects.filter(id=mine.id).update(state=OrderLine.State.CANCELLED)
    with LINES.fail_with_message(mine):
        raise Cancelled
    assert row_of(LINES, rows).problem == ""


@QUEUES
def test_a_row_given_to_another_worker_takes_no_result_from_the_first(queue: Queue, rows) -> None:
    first = queue.claim(rows[queue])
    queue.model.objects.filter(id=first.pk).update(worker="another")
    assert queue.finish(first, problem="of the first") is False
    assert row_of(queue, rows).problem == ""


@QUEUES
def test_a_silent_worker_loses_its_row_and_a_living_one_keeps_it(queue: Queue, rows) -> None:
    mine = queue.claim(rows[queue])
    assert list(queue.lost_rows()) == []
    queue.mine(mine).update(pulse=timezone.now() - LOST_AFTER * 2)
    assert [row.pk for row in queue.lost_rows()] == [mine.pk]
    assert queue.claim(rows[queue]).tries == 2


@QUEUES
def test_what_ends_its_workers_is_given_up_in_words(queue: Queue, rows) -> None:
    for _ in range(MOST_TRIES):
        mine = queue.claim(rows[queue])
        queue.mine(mine).update(pulse=timezone.now() - LOST_AFTER * 2)
        list(queue.lost_rows())
    row = row_of(queue, rows)
    assert row.problem == queue.interrupted and row.tries == MOST_TRIES
    assert {name: getattr(row, name) for name in queue.failed} == dict(queue.failed)


@QUEUES
def test_what_nobody_came_for_is_told_about_once_more(queue: Queue, rows) -> None:
    long_ago = timezone.now() - FORGOTTEN_AFTER - timedelta(seconds=1)
    queue.model.objects.filter(id=rows[queue]).update(pulse=long_ago)
    assert [str(row.pk) for row in queue.undispatched_rows()] == [str(rows[queue])]
    assert list(queue.undispatched_rows()) == []


def test_a_fault_nobody_thought_of_ends_the_reading_at_once(
    caller, photo, monkeypatch, caplog
) -> None:
    picture = caller.upload(photo("odd.jpg", 320, 200))["picture"]

    def broken(*given: object) -> None:
        raise ZeroDivisionError("the cause")

    monkeypatch.setattr("zollstock.pictures.tasks.make_previews", broken)
    read(picture["id"])
    told = caller("GET", f"pictures/{picture['id']}")
    assert told["state"] == "refused" and "try it again" in told["problem"]
    assert "the cause" in caplog.text and Picture.objects.get(id=picture["id"]).tries == 1


def test_an_order_of_one_design_has_one_line_under_its_own_key(caller, rows) -> None:
    made = row_of(LINES, rows)
    order = made.order
    assert (order.id, order.total, order.laid, order.title) == (made.id, 1, True, made.design.title)
    assert (made.copies, made.price, made.currency) == (1, None, "")
    # Among those of batches, which can pause, it is not.
    caller("POST", f"orders/{order.id}/pause", expect=404)


def test_an_order_has_a_copy_at_least_and_money_to_the_cent(rows) -> None:
    made = row_of(LINES, rows)
    OrderLine.objects.filter(id=made.id).update(copies=3, price=Decimal("19.90"), currency="€")
    made.refresh_from_db()
    assert (made.copies, made.price, made.currency) == (3, Decimal("19.90"), "€")
    with pytest.raises(IntegrityError), transaction.atomic():
        OrderLine.objects.filter(id=made.id).update(copies=0)


def test_orders_go_with_their_design(caller, rows) -> None:
    made = row_of(LINES, rows)
    caller("DELETE", f"prints/{made.design_id}", expect=204)
    assert OrderLine.objects.filter(id=made.id).exists()  # it can still be brought back
    a_day_after_removing()
    assert not OrderLine.objects.filter(id=made.id).exists()
    assert not Order.objects.filter(id=made.order_id).exists()


def test_a_picture_that_an_order_needs_cannot_go(caller, photo, rows) -> None:
    made = row_of(LINES, rows)
    order = Order.objects.create(account=made.account, title="Plates")
    OrderLine.objects.filter(id=made.id).update(design=None, order=order)
    caller("DELETE", f"prints/{made.design_id}", expect=204)
    picture = made.pictures.get()
    told = caller("DELETE", f"pictures/{picture.id}", expect=409)
    assert "files" in told["message"]
    order.delete()
    caller("DELETE", f"pictures/{picture.id}", expect=204)


@QUEUES
def test_what_hangs_on_others_waits_for_its_next_try(queue: Queue, rows) -> None:
    mine = queue.claim(rows[queue])
    with queue.fail_with_message(mine):
        raise TryLater("The lab does not answer.")
    row = row_of(queue, rows)
    assert {name: getattr(row, name) for name in queue.waiting} == dict(queue.waiting)
    assert row.problem == "The lab does not answer." and row.next_try > timezone.now()
    assert queue.claim(rows[queue]) is None, "its time has not come"
    queue.model.objects.filter(id=row.pk).update(pulse=timezone.now() - 2 * FORGOTTEN_AFTER)
    assert list(queue.undispatched_rows()) == []
    queue.model.objects.filter(id=row.pk).update(next_try=timezone.now())
    assert [one.pk for one in queue.undispatched_rows()] == [row.pk]
    assert queue.claim(rows[queue]).tries == 2


@QUEUES
def test_past_its_deadline_it_fails_in_words(queue: Queue, rows) -> None:
    queue.model.objects.filter(id=rows[queue]).update(deadline=timezone.now())
    mine = queue.claim(rows[queue])
    with queue.fail_with_message(mine):
        raise TryLater("The lab does not answer.")
    row = row_of(queue, rows)
    assert {name: getattr(row, name) for name in queue.failed} == dict(queue.failed)
    assert row.problem == "The lab does not answer."


def test_every_change_of_an_order_is_in_its_log(caller, other, rows) -> None:
    mine = LINES.claim(rows[LINES])
    LINES.mine(mine).update(pulse=timezone.now() - LOST_AFTER * 2)
    list(LINES.lost_rows())
    with LINES.fail_with_message(LINES.claim(rows[LINES])):
        raise Refusal("It is cut off.")
    told = caller("GET", f"order-lines/{rows[LINES]}/log")
    assert [one["what"] for one in told] == ["ordered", "begun", "lost", "begun", "failed"]
    owner = row_of(LINES, rows).account.username
    assert [one["by"] for one in told] == [owner, "", "", "", ""], (
        "a worker's mark is nobody's name"
    )
    assert told[-1]["words"] == "It is cut off."
    other("GET", f"order-lines/{rows[LINES]}/log", expect=404)


def test_a_log_says_who_called_an_order_off(caller, rows) -> None:
    caller("POST", f"order-lines/{rows[LINES]}/cancel")
    caller("POST", f"order-lines/{rows[LINES]}/cancel")  # it is over: nothing more happens
    made = row_of(LINES, rows)
    (last,) = log_of(made).filter(what="cancelled")
    assert last.by == made.account.username


def test_what_is_done_to_a_run_stands_in_the_log_of_its_orders(caller, rows) -> None:
    made = row_of(LINES, rows)
    order = Order.objects.create(
        account=made.account,
        title="All sizes",
        planner="batch",
        state=Order.State.GOING,
        percent=100,
    )
    caller("POST", f"orders/{order.id}/pause")
    assert [one["what"] for one in caller("GET", f"order-lines/{made.id}/log")] == ["ordered"]
    OrderLine.objects.filter(id=made.id).update(design=None, order=order)
    caller("POST", f"orders/{order.id}/cancel")
    told = [(one["what"], one["by"]) for one in caller("GET", f"order-lines/{made.id}/log")]
    owner = made.account.username
    assert told == [("ordered", owner), ("paused", owner), ("cancelled", owner)]


def test_a_log_goes_with_what_it_speaks_of(caller, rows) -> None:
    made = row_of(LINES, rows)
    assert log_of(made).exists()
    picture = made.pictures.get()
    caller("POST", f"pictures/{picture.id}/forget")
    assert not Event.objects.filter(row__in=[str(made.id), str(picture.id)]).exists()


def test_a_log_is_kept_for_a_while(caller, rows) -> None:
    old = log_of(row_of(LINES, rows))
    assert old.count() == 1
    old.update(at=timezone.now() - KEPT_FOR - timedelta(days=1))
    before = Event.objects.count()
    assert clear_old() == 1 and Event.objects.count() == before - 1


def test_every_message_has_its_task_and_every_queue_its_workers() -> None:
    app.loader.import_default_modules()
    assert set(MESSAGES) <= set(app.tasks)
    assert len(MESSAGES) == 14, "each app names its own: a new one is counted here"
    queues = {message.queue for message in MESSAGES.values()}
    queues |= {entry["options"]["queue"] for entry in SCHEDULE.values()}
    assert queues == {"quick", "render", "looks", "heavy"}


def test_the_clock_knows_what_each_app_wants_done() -> None:
    app.loader.import_default_modules()
    assert app.conf.beat_schedule is SCHEDULE and set(SCHEDULE) <= set(app.tasks)
    every_few_seconds = {name for name, entry in SCHEDULE.items() if entry["schedule"] == 5}
    assert every_few_seconds == {
        f"zollstock.{name}.tasks.take_up"
        for name in (
            "gamuts",
            "labs",
            "pictures",
            "proofs",
            "renders",
            "rescues",
            "trials",
        )
    }
