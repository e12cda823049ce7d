# 

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('proofs', '0002_indices'),
    ]

    operations = [
        migrations.AddField(
            model_name='proof',
            name='deadline',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='proof',
            name='next_try',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='proof',
            name='outside_id',
            field=models.CharField(blank=True, max_length=120),
        ),
    ]
