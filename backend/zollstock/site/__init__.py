"""The Django project: settings, urls, the API's assembly and the Celery app."""

from .celery import app as celery_app

__all__ = ["celery_app"]
