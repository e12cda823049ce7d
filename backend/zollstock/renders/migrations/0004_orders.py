"""A render becomes an order, with its pictures under keys and its files as rows of their own."""

import django.db.models.deletion
from django.db import migrations, models


def pictures_and_files(apps, schema_editor):
    held = apps.get_model("renders", "OrderPicture")
    file = apps.get_model("renders", "OrderFile")
    pictures, files = [], []

    def write():
        held.objects.bulk_create(pictures)
        file.objects.bulk_create(files)
        pictures.clear()
        files.clear()

    for order in apps.get_model("renders", "Order").objects.iterator(chunk_size=500):
        pictures.append(held(order_id=order.id, key="picture", picture_id=order.picture_id))
        files.append(
            file(
                order_id=order.id,
                number=1,
                folder=order.folder,
                name=order.name,
                type=order.document["output"]["format"],
                file=order.file,
                bytes=order.bytes,
                sha256=order.sha256,
                facts=order.facts,
            )
        )
        if len(files) >= 500:
            write()
    write()


def laid_out_already(apps, schema_editor):
    for run in apps.get_model("renders", "Run").objects.iterator():
        apps.get_model("renders", "Run").objects.filter(id=run.id).update(
            percent=100, total=run.orders.count()
        )


STATES = [
    ("waiting", "Waiting"),
    ("laying", "Laying"),
    ("going", "Going"),
    ("paused", "Paused"),
    ("cancelled", "Cancelled"),
    ("failed", "Failed"),
]


class Migration(migrations.Migration):
    dependencies = [
        ("jobs", "0002_designs"),
        ("pictures", "0005_long_work"),
        ("renders", "0003_print_or_run"),
    ]

    operations = [
        migrations.RemoveConstraint("render", "of_a_print_or_of_a_run"),
        migrations.RenameModel("Render", "Order"),
        migrations.RenameField("order", "print", "design"),
        migrations.RenameField("order", "plan", "document"),
        migrations.AlterField(
            "order",
            "design",
            models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="orders",
                to="jobs.design",
            ),
        ),
        migrations.AlterField(
            "order",
            "run",
            models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="orders",
                to="renders.run",
            ),
        ),
        migrations.AddField(
            "order",
            "kind",
            models.CharField(choices=[("print", "print")], default="print", max_length=12),
        ),
        migrations.AddConstraint(
            "order",
            models.CheckConstraint(
                condition=models.Q(("design__isnull", True), ("run__isnull", True), _connector="OR"),
                name="of_a_design_or_of_a_run",
            ),
        ),
        migrations.CreateModel(
            name="OrderPicture",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("key", models.CharField(max_length=60)),
                (
                    "order",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="under_keys",
                        to="renders.order",
                    ),
                ),
                (
                    "picture",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT,
                        related_name="+",
                        to="pictures.picture",
                    ),
                ),
            ],
            options={
                "constraints": [
                    models.UniqueConstraint(
                        fields=["order", "key"], name="one_picture_a_key_of_an_order"
                    )
                ]
            },
        ),
        migrations.CreateModel(
            name="OrderFile",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("number", models.PositiveSmallIntegerField(default=1)),
                ("folder", models.CharField(blank=True, max_length=120)),
                ("name", models.CharField(max_length=200)),
                ("type", models.CharField(max_length=8)),
                ("file", models.FileField(blank=True, max_length=200, upload_to="")),
                ("bytes", models.PositiveBigIntegerField(default=0)),
                ("sha256", models.CharField(blank=True, max_length=64)),
                ("facts", models.JSONField(default=dict)),
                (
                    "order",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="files",
                        to="renders.order",
                    ),
                ),
            ],
            options={
                "ordering": ["number"],
                "constraints": [
                    models.UniqueConstraint(fields=["order", "number"], name="one_file_a_number")
                ],
            },
        ),
        migrations.RunPython(pictures_and_files, migrations.RunPython.noop),
        *[
            migrations.RemoveField("order", name)
            for name in ("picture", "folder", "name", "file", "bytes", "sha256", "facts")
        ],
        migrations.AddField(
            "order",
            "pictures",
            models.ManyToManyField(
                related_name="orders", through="renders.OrderPicture", to="pictures.picture"
            ),
        ),
        # Runs that are there were laid out when they were ordered.
        *[
            migrations.AddField("run", name, field)
            for name, field in {
                "problem": models.CharField(blank=True, max_length=400),
                "worker": models.CharField(blank=True, max_length=36),
                "tries": models.PositiveSmallIntegerField(default=0),
                "percent": models.PositiveSmallIntegerField(default=0),
                "wish": models.JSONField(default=dict),
                "total": models.PositiveIntegerField(default=0),
            }.items()
        ],
        migrations.AlterField(
            "run", "state", models.CharField(choices=STATES, default="waiting", max_length=9)
        ),
        migrations.RunPython(laid_out_already, migrations.RunPython.noop),
    ]
