"""Jobs and designs of before get their numbers, in the order in which they came; lists say what can be said of them unread."""

from django.db import migrations

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


class Migration(migrations.Migration):
    dependencies = [("jobs", "0008_counter")]
    operations = [
        migrations.RunSQL(_JOBS, migrations.RunSQL.noop),
        migrations.RunSQL(_DESIGNS, migrations.RunSQL.noop),
        migrations.RunSQL(_SUMMARIES, migrations.RunSQL.noop),
    ]
