"""What lists show of a design stands beside its document from now on."""

import logging
from typing import Any

from django.conf import settings
from django.db import migrations, models

from zollstock.core.studio.studio import DEFAULT_STUDIO
from zollstock.jobs.kinds import KINDS
from zollstock.jobs.search import words_of
from zollstock.jobs.summaries import say_unreadable, summarise

log = logging.getLogger(__name__)
AT_ONCE = 500
#: What lists showed then.
FIELDS = ("title", "wide", "tall", "summary")
COLLATION = "utf8mb4_unicode_520_nopad_ci"


def summarise_all(apps: Any, schema_editor: Any) -> None:
    """Every design there is, removed ones too: they may be brought back."""
    designs = apps.get_model("jobs", "Design")._base_manager
    words = apps.get_model("jobs", "TitleWord")
    last = 0
    while batch := list(designs.filter(id__gt=last).order_by("id")[:AT_ONCE]):
        for held in batch:
            # A document of before is read as it would be now, and stays as it is.
            try:
                held.document = KINDS[held.kind].sound(held.document)
                summarise(held, DEFAULT_STUDIO)
            except Exception:
                # One that nobody can read must not keep everybody from their work.
                log.exception("the document of design %s cannot be read", held.id)
                say_unreadable(held)
        designs.bulk_update(batch, FIELDS)
        words.objects.bulk_create(
            words(account_id=held.account_id, job_id=held.job_id, design_id=held.id, word=word)
            for held in batch
            if held.removed is None
            for word in words_of(held.title)
        )
        last = batch[-1].id


class Migration(migrations.Migration):
    dependencies = [
        ("jobs", "0004_removed"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.AddField(
            "design",
            "account",
            models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.CASCADE),
        ),
        migrations.RunSQL(
            "UPDATE jobs_design d JOIN jobs_job j ON j.id = d.job_id SET d.account_id = j.account_id",
            migrations.RunSQL.noop,
        ),
        migrations.AlterField(
            "design",
            "account",
            models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE),
        ),
        migrations.AddIndex(
            "design",
            models.Index(
                fields=["account", "kind", "removed", "-id"], name="designs_of_an_account"
            ),
        ),
        migrations.AddField(
            "design", "title", models.CharField(default="", max_length=300, db_collation=COLLATION)
        ),
        migrations.AlterField("job", "title", models.CharField(max_length=200, db_collation=COLLATION)),
        migrations.AlterField(
            "job", "client", models.CharField(blank=True, max_length=200, db_collation=COLLATION)
        ),
        migrations.AddField("design", "wide", models.FloatField(default=0)),
        migrations.AddField("design", "tall", models.FloatField(default=0)),
        migrations.AddField("design", "summary", models.JSONField(default=dict)),
        migrations.AddIndex(
            "design",
            models.Index(
                fields=["job", "kind", "removed", "position", "id"], name="in_order_of_a_job"
            ),
        ),
        migrations.AddIndex(
            "job", models.Index(fields=["account", "-created", "-id"], name="jobs_of_an_account")
        ),
        migrations.AddField("design", "kept_bytes", models.PositiveBigIntegerField(default=0)),
        migrations.AddField(
            "design", "thin_at", models.DateTimeField(null=True, db_index=True)
        ),
        migrations.AddIndex(
            "design", models.Index(fields=["account", "kept_bytes"], name="what_designs_weigh")
        ),
        migrations.AddField("revision", "bytes", models.PositiveIntegerField(default=0)),
        migrations.AddField("revision", "holds", models.BooleanField(default=False)),
        migrations.RunSQL(
            "UPDATE jobs_revision SET bytes = LENGTH(document)", migrations.RunSQL.noop
        ),
        migrations.RunSQL(
            "UPDATE jobs_design SET thin_at = UTC_TIMESTAMP(), kept_bytes = "
            "(SELECT SUM(bytes) FROM jobs_revision WHERE design_id = jobs_design.id)",
            migrations.RunSQL.noop,
        ),
        migrations.CreateModel(
            "TitleWord",
            [
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("word", models.CharField(max_length=40, db_collation=COLLATION)),
                ("account", models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)),
                (
                    "design",
                    models.ForeignKey("jobs.design", on_delete=models.CASCADE, related_name="words"),
                ),
                ("job", models.ForeignKey("jobs.job", on_delete=models.CASCADE, related_name="+")),
            ],
            options={
                "indexes": [
                    models.Index(
                        fields=["account", "word", "-design", "job"], name="words_of_titles"
                    )
                ]
            },
        ),
        migrations.RunPython(summarise_all, migrations.RunPython.noop),
    ]
