"""What follows by rule from tests and ticks: homework that is given, another drill, done, stop, a level up;
each written down with what it follows from."""

from __future__ import annotations

import datetime
from collections.abc import Iterable
from typing import Any

from django.db import transaction

from core.blocks.values import MOST_WEEKS
from core.errors import Refused
from core.prep.homework import may_be_homework
from server.blocks.actions import change_drill, end_for, next_drill
from server.blocks.courses import Area, Running, open_in, running
from server.blocks.models import Block, Enrolled
from server.blocks.starting import HOMEWORK_WEEKS, give_homework, note
from server.gym.models import Gym
from server.people.models import MeasuredRange, Person
from server.publishing.models import Publication
from server.shelf.actions import vocabulary_of

AGAINST = "A caution stands against the one before."
AGAIN_DAYS = 56  # homework that was stopped is not given again by rule before; estimate


def give_by_rule(publication: Publication) -> list[Enrolled]:
    """Homework that the sheets of a version ask for, for those who do not work on it yet: two areas at the
    most, and not what was ended lately."""
    given: list[Enrolled] = []
    if publication.kind != Publication.Kind.PREP:
        return given
    for sheet in publication.sheets.select_related("person", "publication"):
        for task in sheet.page().get("homework", ()):
            row = _give(sheet.person, task)
            if row is not None:
                given.append(row)
    return given


def _give(person: Person, task: dict[str, Any]) -> Enrolled | None:
    today = person.gym.today()
    since = today - datetime.timedelta(days=AGAIN_DAYS)
    mine = Enrolled.objects.filter(person=person, areas__has_key=task["motion"])
    if mine.filter(ended="").exists() or mine.filter(ended_on__gte=since).exists():
        return None
    tests = person.ranges.filter(motion=task["motion"]).order_by("-measured_on", "-pk")
    because = {"kind": "tests", "ids": list(tests.values_list("pk", flat=True)[: task["visits"]])}
    try:
        with transaction.atomic():
            return give_homework(
                None,
                person,
                task["motion"],
                drill=task["drill"],
                goal_deg=task["needed_deg"],
                because=because,
            )
    except Refused:
        return None  # a third area, or nothing that may reach them


def settle(gym: Gym, people: Iterable[int] | None = None) -> int:
    """Do what the rules say of blocks that run; how many changed. people: only theirs."""
    rows = open_in(gym)
    if people is not None:
        rows = rows.filter(person_id__in=list(people))
    return sum(_settle(one) for one in running(gym, list(rows), near=True))


def _settle(one: Running) -> int:
    if one.course.ended == "pain":
        end_for(None, one.row.pk, Enrolled.Ended.PAIN, "Something hurt; it waits for a coach.")
        return 1
    barred = sum(_barred(one, area) for area in one.areas)
    if barred:
        return barred
    verdicts = {area.motion: area.verdict.stands for area in one.areas}
    for area in one.areas:
        if area.verdict.stands == "stop":
            end_for(None, one.row.pk, Enrolled.Ended.FELL, area.verdict.why, _tests(one, area))
            return 1
    if verdicts and set(verdicts.values()) == {"done"}:
        last = one.areas[-1]
        end_for(None, one.row.pk, Enrolled.Ended.DONE, last.verdict.why, _tests(one, last))
        return 1
    changed = sum(_another(one, area) for area in one.areas if area.verdict.stands == "another drill")
    if one.course.ended in ("done", "competition", "too many missed"):
        return changed + _over(one)
    return changed


def _barred(one: Running, area: Area) -> int:
    """A drill that a caution stands against since: another by rule, where a rule gave it; its days are empty
    till then, and a coach is asked."""
    catalog = vocabulary_of(one.row.block.gym).catalog
    row = catalog.drills.get(area.drill)
    if row is not None and may_be_homework(row, area.motion, one.person, catalog):
        return 0
    drill = next_drill(one.row, area.motion) if one.row.block.by_rule else None
    if drill is None:
        return 0
    try:
        change_drill(None, one.row.pk, area.motion, drill, AGAINST)
    except Refused:
        return 0
    return 1


def _over(one: Running) -> int:
    """All its weeks lie behind it. Homework goes on until its tests say that it is done."""
    block = one.row.block
    if block.homework and one.course.ended == "done" and block.weeks + HOMEWORK_WEEKS <= MOST_WEEKS:
        Block.objects.filter(pk=block.pk).update(weeks=block.weeks + HOMEWORK_WEEKS)
        note(one.row, "goes on", f"{HOMEWORK_WEEKS} more weeks: {one.areas[0].verdict.why}", None)
        return 1
    ended = Enrolled.Ended.DONE if one.course.ended == "done" else Enrolled.Ended.OVER
    whys = {
        "done": "All its weeks are done.",
        "competition": "The competition is there.",
        "too many missed": "Too many weeks were missed; begin anew with your coach.",
    }
    end_for(None, one.row.pk, ended, whys[one.course.ended])
    return 1


def _another(one: Running, area: Area) -> int:
    """The drill changes by rule where homework was given by rule; else the coach is told, once."""
    because = _tests(one, area)
    drill = next_drill(one.row, area.motion)
    if drill is None or not one.row.block.by_rule:
        told = one.row.events.filter(what="ask", because=because).exists()
        if not told:
            note(one.row, "ask", f"{area.verdict.why} Try another drill.", None, because)
        return int(not told)
    try:
        change_drill(None, one.row.pk, area.motion, drill, area.verdict.why, because)
    except Refused:
        return 0
    return 1


def _tests(one: Running, area: Area) -> dict[str, Any]:
    """The rows of the tests that a verdict rests on."""
    rows = MeasuredRange.objects.filter(
        person_id=one.row.person_id,
        motion=area.motion,
        measured_on__gte=one.row.block.starts_on - datetime.timedelta(days=120),
    )
    return {"kind": "tests", "ids": sorted(rows.values_list("pk", flat=True))}
