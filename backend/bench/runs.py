"""Ordering 20,000 files at once: how long the answer takes, and until the last of them has its order.

Against an empty request of the same application, and against validating the same plans (baselines).
"""

from __future__ import annotations

import os
import time

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "zollstock.site.settings")
django.setup()

from django.contrib.auth.models import User  # noqa: E402
from django.test import Client  # noqa: E402

from zollstock.batches.cells import cell_document, sizes_of_batch  # noqa: E402
from zollstock.batches.models import Batch  # noqa: E402
from zollstock.core.documents.plan import parse_plan  # noqa: E402
from zollstock.renders.models import Order  # noqa: E402

from .matrix import NAME, laid_out  # noqa: E402

PICTURES = 2000
KEYS = (
    "cm-10x15",
    "cm-13x18",
    "cm-20x20",
    "cm-30x40",
    "iso-a4",
    "iso-a3",
    "in-8x10",
    "in-11x14",
    "cm-20x50",
    "cm-20x30",
)


def timed(client: Client, method: str, path: str) -> float:
    begin = time.perf_counter()
    response = client.generic(
        method, f"/api/{path}", b"{}", "application/json", headers={"host": "127.0.0.1"}
    )
    assert response.status_code in (200, 204), response.content
    return time.perf_counter() - begin


def main() -> None:
    batch = Batch.objects.get(id=laid_out(PICTURES, KEYS))
    client = Client()
    client.force_login(User.objects.get(username=NAME))
    empty = min(timed(client, "GET", "session") for _ in range(20))
    answer = timed(client, "POST", f"batches/{batch.pk}/orders")
    begin = time.perf_counter()
    order = Order.objects.get(account__username=NAME)
    while not order.laid:
        time.sleep(0.1)
        order.refresh_from_db()
        assert order.state != Order.State.FAILED, order.problem
    laid = time.perf_counter() - begin
    # No file is to be made: the pictures are rows alone.
    Order.objects.filter(id=order.id).update(state=Order.State.CANCELLED)
    begin = time.perf_counter()
    sizes = sizes_of_batch(batch)
    for row in batch.rows.select_related("picture"):
        for size in sizes:
            parse_plan(cell_document(batch, row.picture, size, None))
    validating = time.perf_counter() - begin
    cells = PICTURES * len(KEYS)
    print(f"  an empty request (baseline)             {empty * 1000:.1f} ms")
    print(
        f"  ordering {cells} files is answered in {answer:.2f} s  {answer / empty:.0f} × baseline"
    )
    print(f"  validating {cells} plans (baseline)     {validating:.1f} s")
    print(
        f"  until all have their orders             {laid:.1f} s  {laid / validating:.1f} × baseline"
    )
    removing = timed(client, "DELETE", f"orders/{order.id}")
    print(
        f"  removing them is answered in            {removing:.2f} s  {removing / empty:.0f} × baseline"
    )


if __name__ == "__main__":
    main()
