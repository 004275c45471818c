"""Who is asking, and only their gym's rows."""

from __future__ import annotations

from functools import lru_cache

import structlog
from django.contrib.auth.models import AnonymousUser
from django.db.models import Count, F, OuterRef, Prefetch, QuerySet, Subquery
from django.db.models.functions import Coalesce, JSONObject
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja.errors import AuthenticationError

from server.accounts.models import Account
from server.accounts.sessions import note_seen
from server.api.problems import Problem
from server.people.models import Person
from server.programme.models import Attending, GymClass, Session
from server.publishing.models import Instead, Publication

GYM_HEADER = "X-Gym"  # of the gym a page is open for: two tabs may be open for two
_ROWS = "chalk.rows"
GYM_CHOSEN = "gym"  # in the sign-in's session: the gym of a page that says none


def account_of(request: HttpRequest) -> Account:
    """The account that has signed in. The API lets nobody else through to an address that asks this."""
    if isinstance(request.user, AnonymousUser):
        raise AuthenticationError(401)
    return request.user


def rows_of(request: HttpRequest) -> list[Person]:
    """The rows of whoever has signed in, one a gym they belong to; asked once a request."""
    account = account_of(request)
    if _ROWS not in request.META:
        mine = Person.objects.current().filter(account=account).select_related("gym")
        note_seen(request)
        request.META[_ROWS] = sorted(mine, key=lambda row: (not row.coaches, row.gym.name, row.pk))
    rows: list[Person] = request.META[_ROWS]
    return rows


def forget_rows(request: HttpRequest) -> None:
    """Ask for the rows of whoever has signed in anew: they have changed."""
    request.META.pop(_ROWS, None)


def signed_in(request: HttpRequest) -> Person:
    """Who has signed in, in the gym this request is for: the one the page names, else the one last chosen.
    Raises Problem for a gym they have no part in, and for an account that is in none."""
    rows = rows_of(request)
    if not rows:
        detail = "Your account is in no gym at the moment. Ask your coach for an invitation."
        raise Problem(403, "No gym", detail, "gym")
    named = request.headers.get(GYM_HEADER)
    chosen = named or request.session.get(GYM_CHOSEN)
    person = next((row for row in rows if str(row.gym_id) == str(chosen)), None)
    if person is None and named:
        raise Problem(403, "Another gym", "You have no part in that gym, or not any more.", "gym")
    person = person or rows[0]
    structlog.contextvars.bind_contextvars(gym=person.gym_id)  # for the request's line in the log
    return person


def coach(request: HttpRequest) -> Person:
    """The signed-in coach. Members are told so plainly."""
    person = signed_in(request)
    if not person.coaches:
        raise Problem(403, "For coaches", "This page is for the coaches of your gym.")
    return person


def owner(request: HttpRequest) -> Person:
    """The signed-in owner of the gym."""
    person = coach(request)
    if not person.owns:
        raise Problem(403, "For owners", "Only an owner of the gym can do this.")
    return person


def person_of(by: Person, person_id: int) -> Person:
    """A person of the same gym, as far as ``by`` may see them (a member sees only themselves), or not
    found."""
    rows = by.gym.people.all() if by.coaches else by.gym.people.filter(pk=by.pk)
    return get_object_or_404(rows, pk=person_id)


@lru_cache(maxsize=1)
def _classes() -> QuerySet[GymClass]:
    """Classes with their head counts, and what each was last given: put together once."""
    newest = Publication.objects.filter(gym_class=OuterRef("pk")).order_by("-version")
    told = JSONObject(version="version", digest="digest", held_at="held_at")
    chosen = Instead.objects.filter(gym_class=OuterRef("pk")).order_by("-changed_at")
    coming = Attending.objects.filter(gym_class=OuterRef("pk")).order_by().values("gym_class")
    rows = GymClass.objects.annotate(
        coach_name=F("coach__name"),
        coming=Coalesce(Subquery(coming.values(count=Count("pk"))), 0),
        newest=Subquery(newest.values(told=told)[:1]),
        chosen_at=Subquery(chosen.values("changed_at")[:1]),
    )
    only = rows.only("session_id", "starts_at", "cancelled_at", "touched_at")
    return only.order_by("starts_at", "pk")


def sessions_of(person: Person) -> QuerySet[Session]:
    """A gym's sessions with their drafts, classes, head counts and versions, in a fixed number of queries."""
    rows = person.gym.sessions.select_related("draft")
    return rows.prefetch_related(Prefetch("classes", _classes()), "gym__kit")


def session_of(person: Person, session_id: int) -> Session:
    """A session of the person's gym, or not found."""
    return get_object_or_404(sessions_of(person), pk=session_id)


def class_of(person: Person, class_id: int) -> GymClass:
    """A class of the person's gym, or not found."""
    rows = GymClass.objects.filter(session__gym_id=person.gym_id).select_related("session__gym", "coach")
    return get_object_or_404(rows, pk=class_id)
