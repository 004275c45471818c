"""Which rule holds for a class, what will go out next, and who may change it."""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Sequence
from typing import NamedTuple

from django.core.exceptions import ValidationError
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from core.errors import Refused
from core.week.sending import BEFORE_QUIET, LEAD
from server.delivery.models import Reach
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.publishing.models import Publication
from server.schedule.models import MOST_HOURS, Planned, Rule

AHEAD = datetime.timedelta(hours=MOST_HOURS + 24)  # a class further ahead is not due by any rule


class NotRuled(Refused):
    """A rule that cannot be; ``field`` names what is wrong with it."""


class Due(NamedTuple):
    """A class to come and when it goes out; first: earlier than due where somebody wants quiet then."""

    gym_class: GymClass
    rule: Rule
    due: datetime.datetime
    first: datetime.datetime


def classes_ahead(now: datetime.datetime) -> QuerySet[GymClass]:
    """Classes that a rule may send now or soon."""
    return (
        GymClass.objects.filter(starts_at__gt=now, starts_at__lte=now + AHEAD, cancelled_at=None)
        .select_related("session__gym", "session__rule", "rule", "coach", "planned")
        .defer("session__text")
        .order_by("starts_at", "pk")
    )


def due_of(classes: Sequence[GymClass]) -> list[Due]:
    """When each of some classes goes out, those left out that do not by themselves; three queries."""
    gyms = {one.session.gym_id for one in classes}
    usual = {rule.gym_id: rule for rule in Rule.objects.filter(gym__in=gyms, session=None, gym_class=None)}
    quiet = _quiet_people(classes)
    found: list[Due] = []
    for gym_class in classes:
        rule = rule_of(gym_class, usual)
        due = rule.due(gym_class.starts_at, gym_class.session.gym) if rule else None
        if rule and due:
            found.append(Due(gym_class, rule, due, _first(gym_class, due, quiet.get(gym_class.pk, ()))))
    return found


def rule_of(gym_class: GymClass, usual: dict[int, Rule]) -> Rule | None:
    """The nearest rule: the class's, its session's, its gym's."""
    return (
        getattr(gym_class, "rule", None)
        or getattr(gym_class.session, "rule", None)
        or usual.get(gym_class.session.gym_id)
    )


def _quiet_people(classes: Iterable[GymClass]) -> dict[int, list[Reach]]:
    """Who of each class wants quiet at some hours."""
    rows = GymClass.people.through.objects.filter(
        gym_class__in=[one.pk for one in classes], person__reach__quiet_from__isnull=False
    )
    quiet: dict[int, list[Reach]] = {}
    for row in rows.select_related("person__reach"):
        quiet.setdefault(row.gym_class_id, []).append(row.person.reach)
    return quiet


def _first(gym_class: GymClass, due: datetime.datetime, reaches: Iterable[Reach]) -> datetime.datetime:
    """When a class has to be there for the first of its people: before the quiet hours that hold when it is
    due and last until it."""
    first = due
    for reach in reaches:
        quiet = reach.quiet(gym_class.session.gym)
        hours = quiet.around(due) if quiet else None
        if hours and hours[1] > gym_class.starts_at - LEAD:
            first = min(first, hours[0] - BEFORE_QUIET)
    return first


class Next(NamedTuple):
    """A class that will go out, or should have. version: that its people have; planned: what became of it so
    far."""

    due: Due
    version: int | None
    planned: Planned | None


def coming_out(gym: Gym, now: datetime.datetime | None = None) -> list[Next]:
    """What a gym sends next, the earliest first; what is done is left out."""
    rows = list(classes_ahead(now or timezone.now()).filter(session__gym=gym))
    versions: dict[int, int] = {}
    published = Publication.objects.filter(gym_class__in=rows).order_by("version")
    versions.update(published.values_list("gym_class_id", "version"))
    found = [
        Next(due, versions.get(due.gym_class.pk), getattr(due.gym_class, "planned", None))
        for due in due_of(rows)
    ]
    left = [one for one in found if not is_done(one.planned, one.due)]
    return sorted(left, key=lambda one: (one.due.first, one.due.gym_class.starts_at))


def is_done(planned: Planned | None, due: Due) -> bool:
    """Whether a class went out as its rule says now; one that was moved is due again."""
    return planned is not None and planned.state == Planned.State.DONE and planned.due_at == due.due


@transaction.atomic
def set_rule(
    by: Person,
    fields: dict[str, object] | None,
    *,
    session: Session | None = None,
    gym_class: GymClass | None = None,
) -> Rule | None:
    """Set when classes go out: the gym's (by an owner), a session's or a class's (by a coach); None: what
    holds above it. Raises NotRuled naming what cannot be, and PermissionError."""
    if not (by.coaches if session or gym_class else by.owns):
        raise PermissionError("Only an owner says what the gym sends by itself.")
    where = {"gym_id": by.gym_id, "session": session, "gym_class": gym_class}
    Rule.objects.filter(**where).delete()
    if fields is None:
        return None
    rule = Rule(**where, **fields)
    try:
        rule.clean_fields(exclude=["gym", "session", "gym_class"])
    except ValidationError as problem:
        field, said = next(iter(problem.message_dict.items()))
        raise NotRuled(field, " ".join(said)) from problem
    rule.save()
    return rule


@transaction.atomic
def pause(by: Person, paused: bool) -> Gym:
    """Stop everything that a gym sends, or let it go on. Raises PermissionError for anyone but an owner."""
    if not by.owns:
        raise PermissionError("Only an owner can stop what the gym sends.")
    gym = Gym.objects.select_for_update().get(pk=by.gym_id)
    if paused != (gym.paused_at is not None):
        gym.paused_at = timezone.now() if paused else None
        gym.save(update_fields=["paused_at"])
    return gym


@transaction.atomic
def approve(by: Person, gym_class: GymClass) -> Planned:
    """A coach's yes: the class goes out when it is due, or now when that has passed. Raises NotRuled for a
    class that does not go out by itself, and PermissionError for anyone but a coach of the gym."""
    if not by.coaches_in(gym_class.session.gym_id):
        raise PermissionError("Only a coach of this gym can say yes to it.")
    due = next(iter(due_of([gym_class])), None)
    if due is None:
        raise NotRuled("how", "This class does not go out by itself; send it by hand.")
    planned, _ = Planned.objects.select_for_update().get_or_create(
        gym_class=gym_class, defaults={"due_at": due.due}
    )
    planned.approved_at, planned.approved_by = timezone.now(), by
    planned.save(update_fields=["approved_at", "approved_by"])
    return planned
