"""A whole week at once: reviewed day by day before anything is saved; the same week twice changes nothing."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from zoneinfo import ZoneInfo

from django.db import transaction

from core.demand import derive
from core.errors import CoreError, UnusableText
from core.reading.vocabulary import Vocabulary
from core.week import ClassTime, DayText, WeekText, read_calendar, read_pattern, read_week
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass, Session
from server.shelf.actions import vocabulary_of

TOP_DEMANDS = 3
UNTITLED = "{weekday}"


@dataclass(frozen=True)
class WeekSource:
    """What a coach handed over. calendar and pattern say when classes are; both may be empty."""

    text: str
    monday: datetime.date
    calendar: str = ""
    pattern: str = ""


@dataclass(frozen=True)
class Planned:
    """One day of the import. status: new | changed | same | unreadable. session: what stands there already."""

    day: DayText
    title: str
    status: str
    session: Session | None
    times: tuple[ClassTime, ...]
    new_times: tuple[ClassTime, ...]


class ImportRefused(CoreError):
    """The import cannot be done; ``field`` names the part of it at fault."""

    def __init__(self, field: str, message: str):
        self.field = field
        super().__init__(message)


def plan_import(gym: Gym, source: WeekSource) -> tuple[WeekText, list[Planned]]:
    """What an import would do, day by day. Saves nothing. Raises ImportRefused naming text, calendar or pattern."""
    try:
        week = read_week(source.text, source.monday)
    except UnusableText as problem:
        raise ImportRefused("text", str(problem)) from problem
    times = _times(gym, source, week)
    standing = list(gym.sessions.filter(date__in={day.date for day in week.days}).prefetch_related("classes"))
    taken: set[int] = set()
    rows = []
    for day in week.days:
        title = title_of(day)
        session = _standing(day, title, standing, taken)
        if session is not None:
            taken.add(session.pk)
        on_day = tuple(one for one in times if one.starts_at.date() == day.date)
        there = {one.starts_at for one in session.classes.all()} if session else set()
        fresh = tuple(one for one in on_day if one.starts_at not in there)
        rows.append(Planned(day, title, _status(day, title, session, fresh), session, on_day, fresh))
    return week, rows


def _times(gym: Gym, source: WeekSource, week: WeekText) -> tuple[ClassTime, ...]:
    first, last = min(day.date for day in week.days), max(day.date for day in week.days)
    found: set[ClassTime] = set()
    for field, raw, read in (
        ("calendar", source.calendar, read_calendar),
        ("pattern", source.pattern, read_pattern),
    ):
        if raw.strip():
            try:
                found.update(read(raw, first, last, gym.timezone))
            except UnusableText as problem:
                raise ImportRefused(field, str(problem)) from problem
    return tuple(sorted(found))


def title_of(day: DayText) -> str:
    """The title written with the day; else the text's own first line when it is one; else the name of the weekday."""
    return (day.title or f"{day.date:%A}")[:120]


def _standing(day: DayText, title: str, standing: list[Session], taken: set[int]) -> Session | None:
    """The session this day is already: the same text first, then the same title."""
    here = [one for one in standing if one.date == day.date and one.pk not in taken]
    same = next((one for one in here if one.text.strip() == day.text.strip()), None)
    return same or next((one for one in here if one.title == title), None)


def _status(day: DayText, title: str, session: Session | None, fresh: tuple[ClassTime, ...]) -> str:
    if session is None:
        return "new"
    if session.text.strip() != day.text.strip() or session.title != title or fresh:
        return "changed"
    return "same"


def review(gym: Gym, source: WeekSource) -> dict:
    """The review screen: every day as it would be read, and what is there already. Saves nothing."""
    week, rows = plan_import(gym, source)
    words = vocabulary_of(gym)
    return {
        "kind": week.kind,
        "days": [_review_day(one, words) for one in rows],
        "troubles": [
            {"line": one.line, "text": one.text[:200], "reason": one.reason} for one in week.troubles
        ],
        "new": sum(one.status == "new" for one in rows),
        "changed": sum(one.status == "changed" for one in rows),
        "same": sum(one.status == "same" for one in rows),
    }


def _review_day(one: Planned, words: Vocabulary) -> dict:
    row = {
        "date": one.day.date,
        "title": one.title,
        "text": one.day.text,
        "line": one.day.line,
        "status": one.status,
        "times": [time.starts_at for time in one.times],
        "new_times": len(one.new_times),
        "parts": [],
        "unread": [],
        "assumed": [],
        "asks": [],
        "problem": "",
    }
    try:
        workout = words.read(one.day.text)
    except UnusableText as problem:
        return row | {"problem": str(problem)}
    movements = words.catalog.movements
    row["parts"] = [
        {
            "name": part.name,
            "format": part.format.kind,
            "movements": list(dict.fromkeys(movements[work.movement].name for work in part.work)),
        }
        for part in workout.parts
    ]
    row["unread"] = [one.text for one in workout.unread]
    row["assumed"] = [work.assumed for part in workout.parts for work in part.work if work.assumed]
    demands = [demand for demand in derive(workout, catalog=words.catalog).demands if demand.kind == "reach"][
        :TOP_DEMANDS
    ]
    row["asks"] = [words.catalog.demands[demand.id].name for demand in demands]
    return row


@transaction.atomic
def import_week(
    gym: Gym, by: Person, source: WeekSource, skip: frozenset[int] = frozenset()
) -> dict[str, int]:
    """Save what the review showed, except the days (by place) the coach left out. Counts what was done.

    New days become sessions, changed ones get the new text; a class time that is there already is left alone, with its
    roster. Raises ImportRefused or PermissionError; nothing is saved unless everything is.
    """
    if not by.coaches or by.gym_id != gym.pk:
        raise PermissionError("Only a coach of this gym can import a week.")
    _, rows = plan_import(gym, source)
    done = {"added": 0, "changed": 0, "same": 0, "classes": 0}
    for place, one in enumerate(rows):
        if place in skip:
            continue
        session = one.session
        if one.status == "same":
            done["same"] += 1
            continue
        if session is None:
            session = Session.objects.create(gym=gym, date=one.day.date, title=one.title, text=one.day.text)
            done["added"] += 1
        else:
            session.title, session.text = one.title, one.day.text
            session.save()
            done["changed"] += 1
        for time in one.new_times:
            _add_class(gym, session, time)
            done["classes"] += 1
    return done


def _add_class(gym: Gym, session: Session, time: ClassTime) -> None:
    """A class at a time, with the people who came to the latest one on that weekday at that hour."""
    added = GymClass.objects.create(session=session, starts_at=time.starts_at)
    zone = ZoneInfo(gym.timezone)
    earlier = GymClass.objects.filter(
        session__gym=gym,
        starts_at__lt=time.starts_at,
        starts_at__week_day=time.starts_at.isoweekday() % 7 + 1,
    ).order_by("-starts_at")[:20]
    clock = time.starts_at.astimezone(zone).time()
    model = next((one for one in earlier if one.starts_at.astimezone(zone).time() == clock), None)
    if model is not None:
        added.people.set(model.people.filter(is_active=True))
        added.coach = model.coach
        added.save(update_fields=["coach"])
