from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("renders", "0007_indices")]

    operations = [migrations.RenameField("run", "wish", "wanted")]
