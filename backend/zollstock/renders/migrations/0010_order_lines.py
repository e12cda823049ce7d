"""What was an order becomes a line, what was a run the order that it belongs to; a line alone gets an order of its own.

The order of a single line has that line's key, so that what was written down of it still leads there.
"""

import django.db.models.deletion
from django.db import migrations, models
from django.db.models import Q

CHUNK = 500


def an_order_each(apps, schema_editor):
    lines = apps.get_model("renders", "OrderLine").objects
    orders = apps.get_model("renders", "Order").objects
    alone = lines.filter(order=None).order_by("id")
    while part := list(alone.select_related("design")[:CHUNK]):
        made, given = [], {}
        for line in part:
            given[line.id] = line.created
            made.append(_order(orders.model, line))
        orders.bulk_create(made)
        for order in made:
            order.created = given[order.id]
        orders.bulk_update(made, ["created"])
        lines.filter(id__in=given).update(order_id=models.F("id"))


def _order(model, line):
    title = line.design.title if line.design is not None else ""
    return model(
        id=line.id,
        account_id=line.account_id,
        title=title[:200],
        state="going",
        percent=100,
        planner="",
        total=1,
        pulse=line.pulse,
    )


def alone_again(apps, schema_editor):
    orders = apps.get_model("renders", "Order").objects.filter(planner="")
    apps.get_model("renders", "OrderLine").objects.filter(order__in=orders).update(order=None)
    orders.delete()


def logs_by_their_new_names(apps, schema_editor):
    events = apps.get_model("longwork", "Event").objects
    events.filter(kind="renders.order").update(kind="renders.orderline")
    events.filter(kind="renders.run").update(kind="renders.order")


def logs_by_their_old_names(apps, schema_editor):
    events = apps.get_model("longwork", "Event").objects
    events.filter(kind="renders.order").update(kind="renders.run")
    events.filter(kind="renders.orderline").update(kind="renders.order")


def known_to_the_database(*operations):
    """A rename of columns takes indices and constraints along: only Django has to be told."""
    return migrations.SeparateDatabaseAndState(state_operations=list(operations))


def renamed_index(table, before, after, model, fields):
    return migrations.SeparateDatabaseAndState(
        database_operations=[
            migrations.RunSQL(
                f"ALTER TABLE {table} RENAME INDEX {before} TO {after}",
                f"ALTER TABLE {table} RENAME INDEX {after} TO {before}",
            )
        ],
        state_operations=[migrations.AddIndex(model, models.Index(fields=fields, name=after))],
    )


class Migration(migrations.Migration):
    dependencies = [
        ("renders", "0009_put_off"),
        ("batches", "0002_indices"),
        ("longwork", "0002_event"),
        # Which reads what was ordered of each design.
        ("jobs", "0006_made_version"),
    ]

    operations = [
        migrations.RemoveConstraint("order", "of_a_design_or_of_a_run"),
        known_to_the_database(
            migrations.RemoveIndex("run", "runs_by_pulse"),
            migrations.RemoveIndex("order", "next_of_a_run"),
            migrations.RemoveIndex("order", "orders_by_pulse"),
            migrations.RemoveIndex("order", "orders_of_a_design"),
            migrations.RemoveConstraint("orderpicture", "one_picture_a_key_of_an_order"),
            migrations.RemoveConstraint("orderfile", "one_file_a_number"),
        ),
        migrations.RenameModel("Order", "OrderLine"),
        migrations.RenameModel("Run", "Order"),
        migrations.RenameField("orderline", "run", "order"),
        migrations.RenameField("orderpicture", "order", "line"),
        migrations.RenameField("orderfile", "order", "line"),
        renamed_index("renders_orderline", "next_of_a_run", "next_line_of_an_order", "orderline", ["order", "state", "position"]),
        renamed_index("renders_orderline", "orders_by_pulse", "lines_by_pulse", "orderline", ["state", "pulse"]),
        renamed_index("renders_orderline", "orders_of_a_design", "lines_of_a_design", "orderline", ["design", "-created"]),
        renamed_index("renders_order", "runs_by_pulse", "orders_by_pulse", "order", ["state", "pulse"]),
        migrations.SeparateDatabaseAndState(
            database_operations=[
                migrations.RunSQL(
                    "ALTER TABLE renders_orderpicture RENAME INDEX one_picture_a_key_of_an_order TO one_picture_a_key_of_a_line",
                    "ALTER TABLE renders_orderpicture RENAME INDEX one_picture_a_key_of_a_line TO one_picture_a_key_of_an_order",
                )
            ],
            state_operations=[
                migrations.AddConstraint(
                    "orderpicture",
                    models.UniqueConstraint(fields=["line", "key"], name="one_picture_a_key_of_a_line"),
                ),
                migrations.AddConstraint(
                    "orderfile",
                    models.UniqueConstraint(fields=["line", "number"], name="one_file_a_number"),
                ),
            ],
        ),
        migrations.AlterField("order", "planner", models.CharField(blank=True, max_length=20)),
        migrations.AlterField(
            "orderline",
            "design",
            models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="lines",
                to="jobs.design",
            ),
        ),
        migrations.AlterField(
            "orderline",
            "pictures",
            models.ManyToManyField(
                related_name="lines", through="renders.OrderPicture", to="pictures.picture"
            ),
        ),
        migrations.AddField("orderline", "copies", models.PositiveSmallIntegerField(default=1)),
        migrations.AddField(
            "orderline",
            "price",
            models.DecimalField(blank=True, decimal_places=2, max_digits=12, null=True),
        ),
        migrations.AddField("orderline", "currency", models.CharField(blank=True, max_length=8)),
        migrations.AddConstraint(
            "orderline",
            models.CheckConstraint(condition=Q(copies__gte=1), name="a_copy_at_least_of_a_line"),
        ),
        migrations.RunPython(an_order_each, alone_again),
        migrations.RunPython(logs_by_their_new_names, logs_by_their_old_names),
        migrations.AlterField(
            "orderline",
            "order",
            models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE,
                related_name="lines",
                to="renders.order",
            ),
        ),
    ]
