from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("renders", "0007_indices")]

    operations = [
        migrations.RenameField("run", "wish", "wanted"),
        migrations.AddField("run", "planner", models.CharField(default="batch", max_length=20)),
    ]
