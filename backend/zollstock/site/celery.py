"""The Celery app: Redis is only the messenger, rows in MariaDB are the truth."""

import os

from celery import Celery

from zollstock.longwork.clock import SCHEDULE

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "zollstock.site.settings")
app = Celery("zollstock")
app.config_from_object("django.conf:settings", namespace="CELERY")
# The very table that the apps' tasks write into when they are read in.
app.conf.beat_schedule = SCHEDULE
app.autodiscover_tasks()

from . import limits  # noqa: E402, F401 - connects itself
