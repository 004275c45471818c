"""A whole week at once: reviewed day by day before anything is saved; the same week twice changes nothing."""

from __future__ import annotations

import datetime
import hashlib
from dataclasses import dataclass
from typing import Literal, NamedTuple

from django.db import transaction
from django.db.models.functions import ExtractWeekDay

from core.week import ClassTime, DayText, WeekText
from server.computing.run import compute
from server.computing.tasks import WeekSource, week_read
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.versions import Stale

LONGEST_TITLE = 120
EARLIER_CLASSES = 20  # looked through for one at the same hour
Status = Literal["new", "changed", "same"]


@dataclass(frozen=True, kw_only=True)
class Planned:
    """One day of the import. session: what stands there already."""

    day: DayText
    title: str
    status: Status
    session: Session | None
    times: tuple[ClassTime, ...]
    new_times: tuple[ClassTime, ...]


class PlannedWeek(NamedTuple):
    """What an import would do. stands: names the sessions it was planned against, as they were."""

    week: WeekText
    days: list[Planned]
    stands: str

    def count(self, status: Status) -> int:
        """How many days are so."""
        return sum(day.status == status for day in self.days)


class Imported(NamedTuple):
    """How many sessions were added, changed and left, and how many classes were added."""

    added: int
    changed: int
    same: int
    classes: int


def plan_import(gym: Gym, source: WeekSource) -> PlannedWeek:
    """What an import would do, day by day. Saves nothing. Raises ImportRefused naming text, calendar or
    pattern."""
    week, times = compute(gym.pk, week_read, source, gym.timezone)
    told = bool(source.calendar.strip() or source.pattern.strip())
    weekly = [] if told else list(gym.weekly_classes.all())
    dates = {day.date for day in week.days}
    standing = list(gym.sessions.filter(date__in=dates).prefetch_related("classes"))
    stands = ",".join(f"{session.pk}:{session.version}" for session in standing)
    days: list[Planned] = []
    for day in week.days:
        session = _standing(day, standing)
        if session is not None:
            standing.remove(session)
        own = [time for time in times if time.starts_at.date() == day.date]
        if session is None:
            own += [
                ClassTime(datetime.datetime.combine(day.date, one.starts, gym.zone))
                for one in weekly
                if one.weekday == day.date.weekday()
            ]
        days.append(_planned(day, session, own))
    return PlannedWeek(week, days, hashlib.sha256(stands.encode()).hexdigest())


def _planned(day: DayText, session: Session | None, times: list[ClassTime]) -> Planned:
    title = title_of(day)
    there = {gym_class.starts_at for gym_class in session.classes.all()} if session else set()
    new_times = tuple(time for time in times if time.starts_at not in there)
    status: Status = "new"
    if session is not None:
        same_text = session.text.strip() == day.text.strip()
        unchanged = same_text and session.title == title and not new_times
        status = "same" if unchanged else "changed"
    return Planned(
        day=day, title=title, status=status, session=session, times=tuple(times), new_times=new_times
    )


def title_of(day: DayText) -> str:
    """The title written with the day, else the name of the weekday."""
    return (day.title or f"{day.date:%A}")[:LONGEST_TITLE]


def _standing(day: DayText, standing: list[Session]) -> Session | None:
    """The session this day is already, of those no other day is: the same text first, then the same title."""
    here = [session for session in standing if session.date == day.date]
    text, title = day.text.strip(), title_of(day)
    same_text = next((session for session in here if session.text.strip() == text), None)
    return same_text or next((session for session in here if session.title == title), None)


@transaction.atomic
def import_week(
    gym: Gym, by: Person, source: WeekSource, skip: frozenset[int] = frozenset(), stands: str | None = None
) -> Imported:
    """Save what the review showed, except the days (by number, from 0) the coach left out. Counts what was
    done.

    New days become sessions, changed ones get the new text; a class time that is there already is left
    alone, with its roster. stands: as the review said; Raises Stale when a session it would change has
    changed since. Raises ImportRefused or PermissionError; nothing is saved unless everything is.
    """
    if not by.coaches_in(gym.pk):
        raise PermissionError("Only a coach of this gym can import a week.")
    Gym.objects.select_for_update().get(
        pk=gym.pk
    )  # two imports at once: the second finds the first one's days
    planned = plan_import(gym, source)
    taken = [day for number, day in enumerate(planned.days) if number not in skip]
    if stands not in (None, planned.stands) and any(day.status != "same" for day in taken):
        raise Stale("The week")
    for day in taken:
        if day.status != "same":
            _save(gym, day)
    statuses = [day.status for day in taken]
    return Imported(
        added=statuses.count("new"),
        changed=statuses.count("changed"),
        same=statuses.count("same"),
        classes=sum(len(day.new_times) for day in taken),
    )


def _save(gym: Gym, day: Planned) -> None:
    session = day.session or Session(gym=gym, date=day.day.date)
    session.title, session.text = day.title, day.day.text
    session.version += 1 if session.pk else 0
    session.save()
    for time in day.new_times:
        _add_class(gym, session, time)


def _add_class(gym: Gym, session: Session, time: ClassTime) -> None:
    """A class at a time, with the people who came to the latest one on that weekday at that hour."""
    zone = gym.zone
    local = time.starts_at.astimezone(zone)
    weekly = gym.weekly_classes.filter(weekday=local.weekday(), starts=local.time()).first()
    added = GymClass.objects.create(
        session=session, starts_at=time.starts_at, coach=weekly.coach if weekly else None
    )
    earlier = (
        GymClass.objects.filter(session__gym=gym, starts_at__lt=time.starts_at)
        .annotate(weekday=ExtractWeekDay("starts_at", tzinfo=zone))
        .filter(weekday=time.starts_at.astimezone(zone).isoweekday() % 7 + 1)
        .order_by("-starts_at")[:EARLIER_CLASSES]
    )
    clock = time.starts_at.astimezone(zone).time()
    same_hour = (other for other in earlier if other.starts_at.astimezone(zone).time() == clock)
    model = next(same_hour, None)
    if model is not None:
        added.people.set(model.people.current())
        added.coach = added.coach or model.coach
        added.save(update_fields=["coach"])
