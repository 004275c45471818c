"""Blocks as they run: each person's course, what their tests say, and how much of it they did."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from django.db.models import Prefetch, QuerySet

from core.blocks import Asked, ClassDay, Course, Verdict, course_of, judge_range
from core.blocks.judging import BEFORE_DAYS
from core.catalog import Catalog
from core.demand import Person as PersonValue
from core.testing import Measurement, measured
from server.blocks.days import class_days_of
from server.blocks.models import Enrolled
from server.gym.models import Gym
from server.people.models import MeasuredRange, Person
from server.shelf.actions import vocabulary_of

NEAR = datetime.timedelta(days=13)


class Area(NamedTuple):
    """One range of somebody's block. tests: of it, oldest first, each with the error of its own day."""

    motion: str
    side: str
    drill: str
    goal_deg: float
    tests: tuple[Measurement, ...]
    verdict: Verdict


class Running(NamedTuple):
    """A block of one person as it stands. planned and done: days up to today."""

    row: Enrolled
    person: PersonValue
    course: Course
    areas: tuple[Area, ...]
    planned: int
    done: int

    @property
    def share_done(self) -> float:
        """Of the days that were planned up to today."""
        return min(1.0, self.done / self.planned) if self.planned else 0.0


def enrolled_in(gym: Gym) -> QuerySet[Enrolled]:
    """People in blocks of a gym, with all it takes to say how each runs."""
    rows = Enrolled.objects.filter(block__gym=gym, person__left_at=None)
    return rows.select_related("block__gym", "person").prefetch_related("ticks")


def open_in(gym: Gym) -> QuerySet[Enrolled]:
    """Those that still run."""
    return enrolled_in(gym).filter(ended="", block__stopped_on=None)


def running(
    gym: Gym, rows: Sequence[Enrolled], today: datetime.date | None = None, *, near: bool = False
) -> list[Running]:
    """How some blocks run, in order; a fixed number of queries. near: only as far as the next two weeks."""
    today = today or gym.today()
    ids = {row.person_id for row in rows}
    people = {row.pk: row.value(today) for row in _people(rows, ids)}
    days = class_days_of(gym, ids, today) if ids else {}
    catalog = vocabulary_of(gym).catalog
    until = today + NEAR if near else None
    return [
        _running(row, people[row.person_id], days.get(row.person_id, []), today, catalog, until)
        for row in rows
    ]


def _people(rows: Sequence[Enrolled], ids: set[int]) -> QuerySet[Person]:
    """Those in some blocks, with no more of their tests than the blocks are judged by."""
    motions = {motion for row in rows for motion in row.areas}
    since = min((row.block.starts_on for row in rows), default=datetime.date.max)
    tests = MeasuredRange.objects.filter(
        motion__in=motions, measured_on__gte=since - datetime.timedelta(days=BEFORE_DAYS)
    )
    known = ("cautions", "bests", "spots", Prefetch("ranges", tests))
    return Person.objects.filter(pk__in=ids).prefetch_related(*known)


def _running(
    row: Enrolled,
    person: PersonValue,
    days: Sequence[ClassDay],
    today: datetime.date,
    catalog: Catalog,
    until: datetime.date | None,
) -> Running:
    block, done = row.value(), row.done()
    course = course_of(block, person, days, done, today, catalog, until)
    planned = sum(
        min(len(block.weekdays), _days_so_far(block.weekdays, week.starts_on, today)) for week in course.weeks
    )
    found = Running(row, person, course, (), planned, len(done))
    areas = tuple(_area(motion, found, today) for motion in row.areas)
    return found._replace(areas=areas)


def _days_so_far(weekdays: Sequence[int], starts_on: datetime.date, today: datetime.date) -> int:
    week = (starts_on + datetime.timedelta(days=number) for number in range(7))
    return sum(1 for day in week if day < today and day.weekday() in weekdays)


def _area(motion: str, found: Running, today: datetime.date) -> Area:
    area = found.row.areas[motion]
    tests = tests_of(found.person, motion, area["side"])
    selected, since = area.get("selected_on"), area.get("since")
    began = found.row.block.starts_on
    if found.row.resumed_at is not None:
        began = max(began, found.row.resumed_at.astimezone(found.row.block.gym.zone).date())
    verdict = judge_range(
        Asked(
            tests=tests,
            starts_on=began,
            drill_since=datetime.date.fromisoformat(since) if since else None,
            today=today,
            goal_deg=area["goal_deg"],
            share_done=found.share_done,
            selected_on=datetime.date.fromisoformat(selected) if selected else None,
            hurt=found.course.ended == "pain",
        )
    )
    return Area(motion, area["side"], area["drill"], area["goal_deg"], tests, verdict)


def tests_of(person: PersonValue, motion: str, side: str) -> tuple[Measurement, ...]:
    """Somebody's tests of a motion, oldest first, each with the error it was read with; of both sides the
    tighter one where no side is named, as one day is one test."""
    tests = [test for test in (*person.earlier, *person.ranges) if test.motion == motion and test.on]
    if side in ("left", "right"):
        tests = [test for test in tests if test.side in (side, "both")]
    by_day: dict[str, Measurement] = {}
    for test in tests:
        there = by_day.get(test.on)
        if there is None or test.degrees < there.degrees:
            by_day[test.on] = test
    read = (measured(replace(test), person.body, test.on) for _, test in sorted(by_day.items()))
    return tuple(read)
