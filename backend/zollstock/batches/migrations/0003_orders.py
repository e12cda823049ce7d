from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("batches", "0002_indices"), ("renders", "0010_order_lines")]

    operations = [migrations.RenameField("batch", "runs", "orders")]
