"""A picture that is read is long work like any other: its fields are called as everywhere."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("pictures", "0004_parcel")]

    operations = [
        migrations.RenameField("picture", "reader", "worker"),
        migrations.RenameField("picture", "touched", "pulse"),
        migrations.AlterField("picture", "pulse", models.DateTimeField(auto_now_add=True)),
    ]
