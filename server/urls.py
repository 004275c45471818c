"""Addresses: the API, a member's page by its link, and the application for everything else."""

from django.urls import path, re_path

from server.api.api import api
from server.pages import application, member

urlpatterns = [
    path("api/", api.urls),
    path("m/<str:token>", member),
    re_path(r"^(?!api/|static/)(?P<path>.*)$", application),
]
