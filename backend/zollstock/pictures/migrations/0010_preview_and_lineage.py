import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("pictures", "0009_indices")]

    operations = [
        migrations.RenameField("picture", "proof", "preview"),
        migrations.AddField(
            "picture",
            "parent",
            models.ForeignKey(
                null=True,
                blank=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="derived",
                to="pictures.picture",
            ),
        ),
        migrations.AddField("picture", "recipe", models.JSONField(blank=True, default=None, null=True)),
        migrations.AddField(
            "picture", "recipe_version", models.PositiveIntegerField(default=0)
        ),
    ]
