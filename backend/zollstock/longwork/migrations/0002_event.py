# 

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('longwork', '0001_initial'),
    ]

    operations = [
        migrations.CreateModel(
            name='Event',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(max_length=40)),
                ('row', models.CharField(max_length=36)),
                ('at', models.DateTimeField(auto_now_add=True, db_index=True)),
                ('what', models.CharField(max_length=16)),
                ('by', models.CharField(blank=True, max_length=150)),
                ('words', models.CharField(blank=True, max_length=400)),
            ],
            options={
                'ordering': ['id'],
                'indexes': [models.Index(fields=['kind', 'row', 'id'], name='log_of_a_row')],
            },
        ),
    ]
