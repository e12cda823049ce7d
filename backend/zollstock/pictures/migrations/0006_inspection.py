"""What is measured of a picture's pixels is long work of its own."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("pictures", "0005_long_work")]

    operations = [
        migrations.CreateModel(
            name="Inspection",
            fields=[
                ("id", models.BigAutoField(primary_key=True, serialize=False)),
                ("problem", models.CharField(blank=True, max_length=400)),
                ("worker", models.CharField(blank=True, max_length=36)),
                ("pulse", models.DateTimeField(auto_now_add=True)),
                ("tries", models.PositiveSmallIntegerField(default=0)),
                (
                    "state",
                    models.CharField(
                        choices=[
                            ("waiting", "Waiting"),
                            ("running", "Running"),
                            ("done", "Done"),
                            ("failed", "Failed"),
                        ],
                        default="waiting",
                        max_length=8,
                    ),
                ),
                ("measures", models.JSONField(default=dict)),
                (
                    "picture",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.CASCADE, to="pictures.picture"
                    ),
                ),
            ],
        ),
    ]
