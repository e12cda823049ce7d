"""A job's prints become one kind of design; their pictures lie under keys."""

import django.db.models.deletion
from django.db import migrations, models


def pictures_under_keys(apps, schema_editor):
    held = apps.get_model("jobs", "DesignPicture")
    designs = apps.get_model("jobs", "Design").objects.values_list("id", "picture_id")
    held.objects.bulk_create(
        (
            held(design_id=design, key="picture", picture_id=picture)
            for design, picture in designs.iterator(chunk_size=1000)
        ),
        batch_size=1000,
    )


def pictures_of_prints(apps, schema_editor):
    for held in apps.get_model("jobs", "DesignPicture").objects.filter(key="picture").iterator():
        apps.get_model("jobs", "Design").objects.filter(id=held.design_id).update(
            picture_id=held.picture_id
        )


class Migration(migrations.Migration):
    # Orders point to prints: their table must be known when its name changes.
    dependencies = [("jobs", "0001_initial"), ("renders", "0003_print_or_run")]

    operations = [
        migrations.RenameModel("Print", "Design"),
        migrations.AlterField(
            "design",
            "job",
            models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE,
                related_name="designs",
                to="jobs.job",
            ),
        ),
        migrations.RenameField("design", "plan", "document"),
        migrations.AddField(
            "design",
            "kind",
            models.CharField(choices=[("print", "print")], default="print", max_length=12),
        ),
        migrations.RemoveConstraint("revision", "one_plan_a_number"),
        migrations.RenameField("revision", "print", "design"),
        migrations.RenameField("revision", "plan", "document"),
        migrations.AddConstraint(
            "revision",
            models.UniqueConstraint(fields=["design", "number"], name="one_document_a_number"),
        ),
        migrations.CreateModel(
            name="DesignPicture",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("key", models.CharField(max_length=60)),
                (
                    "design",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="under_keys",
                        to="jobs.design",
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
                    models.UniqueConstraint(fields=["design", "key"], name="one_picture_a_key")
                ]
            },
        ),
        # Without a value while a migration is taken back; the next step fills it again.
        migrations.AlterField(
            "design",
            "picture",
            models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="prints",
                to="pictures.picture",
            ),
        ),
        migrations.RunPython(pictures_under_keys, pictures_of_prints),
        migrations.RemoveField("design", "picture"),
        migrations.AddField(
            "design",
            "pictures",
            models.ManyToManyField(
                related_name="designs", through="jobs.DesignPicture", to="pictures.picture"
            ),
        ),
    ]
