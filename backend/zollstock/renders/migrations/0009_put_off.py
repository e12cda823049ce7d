# 

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('renders', '0008_wanted'),
    ]

    operations = [
        migrations.AddField(
            model_name='order',
            name='deadline',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='order',
            name='next_try',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='order',
            name='outside_id',
            field=models.CharField(blank=True, max_length=120),
        ),
        migrations.AddField(
            model_name='run',
            name='deadline',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='run',
            name='next_try',
            field=models.DateTimeField(blank=True, null=True),
        ),
        migrations.AddField(
            model_name='run',
            name='outside_id',
            field=models.CharField(blank=True, max_length=120),
        ),
    ]
