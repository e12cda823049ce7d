# 

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('pictures', '0010_preview_and_lineage'),
    ]

    operations = [
        migrations.AddField(
            model_name='inspection',
            name='deadline',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='inspection',
            name='next_try',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='inspection',
            name='outside_id',
            field=models.CharField(blank=True, max_length=120),
        ),
        migrations.AddField(
            model_name='picture',
            name='deadline',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='picture',
            name='next_try',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='picture',
            name='outside_id',
            field=models.CharField(blank=True, max_length=120),
        ),
    ]
