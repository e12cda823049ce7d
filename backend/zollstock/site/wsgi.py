"""The application as gunicorn serves it."""

import gc
import os
from contextlib import suppress
from importlib import import_module

from django.conf import settings
from django.core.wsgi import get_wsgi_application
from django.urls import Resolver404, resolve

from zollstock.core.seeing import contrast as seeing
from zollstock.longwork.messages import read_in_sending
from zollstock.pixels.shipping import shipped, shipped_tones
from zollstock.site.limits import hold_memory

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "zollstock.site.settings")
application = get_wsgi_application()

# Read in here, once for all processes that are forked from this one; else each would at its first request,
# and somebody waits for it. What is there now stays: it is not looked through for what may go, and so
# remains memory that they share.
import_module(settings.ROOT_URLCONF)
with suppress(Resolver404):
    # Asking for what is not there compiles the patterns of all that is.
    resolve("/api/-")
hold_memory()
seeing.read_in()
shipped()
shipped_tones()
read_in_sending()
gc.collect()
gc.freeze()
