"""Who is asking, and only their gym's rows."""
from __future__ import annotations

from django.db.models import QuerySet
from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from server.api.problems import Problem
from server.people.models import Person
from server.programme.models import GymClass, Session


def coach(request: HttpRequest) -> Person:
    """The signed-in coach. Members are told so plainly."""
    person = request.user
    if not person.coaches:
        raise Problem(403, "For coaches", "This page is for the coaches of your gym.")
    return person


def sessions_of(person: Person) -> QuerySet[Session]:
    return Session.objects.filter(gym_id=person.gym_id).select_related("gym", "draft")


def session_of(person: Person, session_id: int) -> Session:
    """A session of the person's gym, or not found."""
    return get_object_or_404(sessions_of(person), pk=session_id)


def class_of(person: Person, class_id: int) -> GymClass:
    """A class of the person's gym, or not found."""
    rows = GymClass.objects.filter(session__gym_id=person.gym_id).select_related("session__gym", "coach")
    return get_object_or_404(rows, pk=class_id)
