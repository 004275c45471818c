"""Who is asking, and only their gym's rows."""

from __future__ import annotations

import structlog
from django.contrib.auth.models import AnonymousUser
from django.db.models import Count, F, OuterRef, Prefetch, QuerySet, Subquery
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja.errors import AuthenticationError

from server.api.problems import Problem
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.publishing.models import Instead, Publication


def signed_in(request: HttpRequest) -> Person:
    """Who has signed in. The API lets nobody else through to an address that asks this."""
    if isinstance(request.user, AnonymousUser):
        raise AuthenticationError(401)
    structlog.contextvars.bind_contextvars(gym=request.user.gym_id)  # for the request's line in the log
    return request.user


def coach(request: HttpRequest) -> Person:
    """The signed-in coach. Members are told so plainly."""
    person = signed_in(request)
    if not person.coaches:
        raise Problem(403, "For coaches", "This page is for the coaches of your gym.")
    return person


def sessions_of(person: Person) -> QuerySet[Session]:
    """A gym's sessions with their drafts, classes, head counts and versions, in a fixed number of queries."""
    newest = Publication.objects.filter(gym_class=OuterRef("pk")).order_by("-version")
    chosen = Instead.objects.filter(gym_class=OuterRef("pk")).order_by("-changed_at")
    classes = (
        GymClass.objects.annotate(
            coach_name=F("coach__name"),
            coming=Count("people"),
            newest_version=Subquery(newest.values("version")[:1]),
            newest_digest=Subquery(newest.values("digest")[:1]),
            newest_at=Subquery(newest.values("held_at")[:1]),
            chosen_at=Subquery(chosen.values("changed_at")[:1]),
        )
        .only("session_id", "starts_at")
        .order_by("starts_at", "pk")
    )
    return (
        Session.objects.filter(gym_id=person.gym_id)
        .select_related("gym", "draft")
        .prefetch_related(Prefetch("classes", classes))
    )


def session_of(person: Person, session_id: int) -> Session:
    """A session of the person's gym, or not found."""
    return get_object_or_404(sessions_of(person), pk=session_id)


def class_of(person: Person, class_id: int) -> GymClass:
    """A class of the person's gym, or not found."""
    rows = GymClass.objects.filter(session__gym_id=person.gym_id).select_related("session__gym", "coach")
    return get_object_or_404(rows, pk=class_id)
