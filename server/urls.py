"""Addresses: the API, a member's page by its link, and the application for everything else."""

from django.urls import path, re_path

from server.api.api import api
from server.health import live, ready
from server.mails import feed, unsubscribe
from server.pages import (
    application,
    day_calendar,
    member,
    member_day,
    member_training,
    wall,
    wall_screen,
    worker,
)

handler400 = handler403 = "server.api.problems.page_refused"
handler404 = "server.api.problems.page_missing"
handler500 = "server.api.problems.page_failed"
urlpatterns = [
    path("healthz", ready),
    path("healthz/live", live),
    path("api/", api.urls),
    path("sw.js", worker),
    path("m/", member),
    path("m/<str:token>", member),
    path("m/d/<str:token>.ics", day_calendar),
    path("m/d/<str:token>", member_day),
    path("m/h/<str:token>", member_training),
    path("w/<str:word>", wall),
    path("wall", wall_screen),
    path("u/<str:word>", unsubscribe),
    path("feed/<str:token>.ics", feed),
    re_path(r"^(?!api/|static/|healthz)(?P<path>.*)$", application),
]
