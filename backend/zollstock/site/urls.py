"""Where requests go: the API under /api/, everything else is the single-page interface."""

from django.urls import path, re_path

from .api import api
from .pages import interface

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!static/|api/).*$", interface),
]
handler404 = "zollstock.site.pages.not_found"
handler500 = "zollstock.site.pages.server_error"
