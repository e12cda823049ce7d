"""Of which version files were made last: stands beside the design, so that no list asks the orders."""

from django.db import migrations, models

FROM_ORDERS = """
    UPDATE jobs_design d JOIN (
        SELECT design_id, MAX(version) AS made FROM renders_order
        WHERE state = 'done' AND design_id IS NOT NULL GROUP BY design_id
    ) o ON o.design_id = d.id SET d.made_version = o.made
"""


class Migration(migrations.Migration):
    dependencies = [("jobs", "0005_summaries"), ("renders", "0007_indices")]

    operations = [
        migrations.AddField("design", "made_version", models.PositiveIntegerField(default=0)),
        migrations.RunSQL(FROM_ORDERS, migrations.RunSQL.noop),
    ]
