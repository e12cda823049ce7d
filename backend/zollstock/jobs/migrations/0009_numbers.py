"""Jobs and designs of before get their numbers, in the order in which they came; lists say what can be said of them unread."""

from typing import Any

from django.db import migrations

from zollstock.jobs.search import words_to_find

AT_ONCE = 500

_JOBS = """
UPDATE jobs_job JOIN (SELECT id, ROW_NUMBER() OVER (PARTITION BY account_id ORDER BY id) AS place FROM jobs_job) counted
ON counted.id = jobs_job.id SET jobs_job.number = counted.place
"""
_DESIGNS = """
UPDATE jobs_design JOIN (SELECT id, ROW_NUMBER() OVER (PARTITION BY job_id ORDER BY position, id) AS place FROM jobs_design) counted
ON counted.id = jobs_design.id SET jobs_design.number = counted.place
"""
_SUMMARIES = """
UPDATE jobs_design SET summary = JSON_SET(
    summary,
    '$.edge_kind', IF(kind = 'print', COALESCE(JSON_VALUE(document, '$.edge.kind'), 'none'), ''),
    '$.edge', IF(kind = 'print', REPLACE(COALESCE(JSON_VALUE(document, '$.edge.kind'), ''), 'none', ''), ''),
    '$.medium', COALESCE(JSON_VALUE(document, '$.medium.name'), JSON_VALUE(document, '$.plans[0].medium.name'), ''),
    '$.trouble', IF(JSON_VALUE(summary, '$.grade') IN ('soft', 'coarse'), JSON_VALUE(summary, '$.grade'), '')
), troubled = COALESCE(JSON_VALUE(summary, '$.grade') IN ('soft', 'coarse'), 0)
"""


def note_sizes_and_media(apps: Any, schema_editor: Any) -> None:
    """Prints of before are found by their size and medium too."""
    designs = apps.get_model("jobs", "Design")._base_manager
    words = apps.get_model("jobs", "TitleWord")
    last = 0
    while batch := list(designs.filter(id__gt=last, removed=None).order_by("id").defer("document")[:AT_ONCE]):
        there = set(words.objects.filter(design__in=[one.id for one in batch]).values_list("design", "word"))
        words.objects.bulk_create(
            words(account_id=held.account_id, job_id=held.job_id, design_id=held.id, word=word)
            for held in batch
            for word in sorted(words_to_find(held))
            if (held.id, word) not in there
        )
        last = batch[-1].id


class Migration(migrations.Migration):
    dependencies = [("jobs", "0008_counter")]
    operations = [
        migrations.RunSQL(_JOBS, migrations.RunSQL.noop),
        migrations.RunSQL(_DESIGNS, migrations.RunSQL.noop),
        migrations.RunSQL(_SUMMARIES, migrations.RunSQL.noop),
        migrations.RunPython(note_sizes_and_media, migrations.RunPython.noop),
    ]
