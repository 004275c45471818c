"""``./chalk bench log``: five years of 300 members. How large the tables are, and how soon the log's screens
answer."""

from __future__ import annotations

import datetime
import random
import time
from collections.abc import Callable, Iterator
from itertools import islice

from django.db import connection
from django.test import Client, override_settings
from django.utils import timezone

from server.blocks.models import Enrolled, Ticked
from server.blocks.starting import BlockIn, give_homework, start_block
from server.demo.scenario import WORKOUTS
from server.floor.models import Ran, Run
from server.logbook.asked import note_asked
from server.people.models import MeasuredRange, Person
from server.programme.models import Attending, GymClass, Session
from server.publishing.models import Said
from server.tests.gyms import SmallGym

MEMBERS, YEARS, CLASSES, HEADS = 300, 5, 10, 15  # classes a day, people a class
ASKED = 25  # requests of each kind
AT_ONCE = 5_000
POSITIONS = ("front-rack", "overhead-lockout", "hang")
DRILLS = ("cat-arch", "calf-rocks", "easy-row", "snap-down", "wrist-rocks", "band-lat-opener")
SEED = 19


def log() -> dict[str, dict[str, float]]:
    """Rows and megabytes of each table, then milliseconds of each screen: median, 95th percentile, most."""
    home = SmallGym("Kiln Row")
    chance = random.Random(SEED)
    members = [*home.members, *_members(home)]
    _years(home, members, chance)
    _blocks(home, members)
    with connection.cursor() as cursor:
        cursor.execute("ANALYZE")
    with override_settings(ALLOWED_HOSTS=["testserver"]):
        return {**_sizes(), **_screens(home, members)}


def _members(home: SmallGym) -> list[Person]:
    rows = [Person(gym=home.gym, name=f"Member {number:03}", born=1990) for number in range(MEMBERS - 3)]
    return Person.objects.bulk_create(rows)


def _batched(model, rows: Iterator) -> None:
    while batch := list(islice(rows, AT_ONCE)):
        model.objects.bulk_create(batch)


def _years(home: SmallGym, members: list[Person], chance: random.Random) -> None:
    today = timezone.localdate()
    days = [today - datetime.timedelta(days=back) for back in range(1, 365 * YEARS)]
    days = [day for day in days if day.weekday() < 6]
    sessions = Session.objects.bulk_create(
        Session(gym=home.gym, date=day, title=WORKOUTS[n % 18][0], text=WORKOUTS[n % 18][1])
        for n, day in enumerate(days)
    )
    classes = [
        GymClass(session=session, starts_at=_at(session.date, 6 + slot), coach=home.coach)
        for session in sessions
        for slot in range(CLASSES)
    ]
    GymClass.objects.bulk_create(classes, batch_size=AT_ONCE)
    rosters = [(one, chance.sample(members, HEADS)) for one in classes]
    _batched(
        Attending, (Attending(gym_class=one, person=person) for one, people in rosters for person in people)
    )
    _batched(Said, _said(rosters, chance))
    runs = Run.objects.bulk_create(
        [Run(gym_class=one, key="k", started_ms=1, ended_ms=2) for one in classes], batch_size=AT_ONCE
    )
    _batched(Ran, _ran(runs))
    _batched(MeasuredRange, _tests(members, days, chance))
    note_asked(home.gym, days[-1], today, most=len(days))


def _at(date: datetime.date, hour: int) -> datetime.datetime:
    return datetime.datetime.combine(date, datetime.time(hour), tzinfo=datetime.UTC)


def _said(rosters: list[tuple[GymClass, list[Person]]], chance: random.Random) -> Iterator[Said]:
    for one, people in rosters:
        for person in people:
            if chance.random() < 0.5:
                yield Said(
                    gym_class=one, person=person, kind="extras", value="yes", key="e", said_at=one.starts_at
                )
            if chance.random() < 0.5:
                position = chance.choice(POSITIONS)
                yield Said(
                    gym_class=one,
                    person=person,
                    kind="felt",
                    position=position,
                    value=chance.choice(("better", "same", "worse")),
                    key="f",
                    said_at=one.starts_at,
                )


def _ran(runs: list[Run]) -> Iterator[Ran]:
    for run in runs:
        for place, drill in enumerate(DRILLS):
            yield Ran(
                run=run,
                place=place,
                name=drill,
                drill=drill,
                section="prep",
                planned_s=90,
                ran_s=80,
                outcome="run",
            )


def _tests(
    members: list[Person], days: list[datetime.date], chance: random.Random
) -> Iterator[MeasuredRange]:
    for person in members:
        for _ in range(100):
            yield MeasuredRange(
                person=person,
                motion="ankle.dorsiflexion",
                test="knee-to-wall",
                side=chance.choice(("left", "right")),
                value=round(chance.gauss(9, 2), 1),
                measured_on=chance.choice(days),
            )


def _blocks(home: SmallGym, members: list[Person]) -> None:
    """Forty people in a jump block, twenty with homework, and five years of ticks."""
    today = home.gym.today()
    ids = tuple(person.pk for person in members[:40])
    start_block(home.coach, BlockIn("jump", "Springs", today, 6, (0, 2, 4), people=ids))
    for person in members[40:60]:
        give_homework(home.coach, person, "ankle.dorsiflexion")
    ended = [
        Enrolled(block=row.block, person=person, ended="done")
        for row in Enrolled.objects.filter(block__homework=True)[:1]
        for person in members
        if person.pk != row.person_id
    ]
    rows = Enrolled.objects.bulk_create(ended)
    now = timezone.now()
    _batched(
        Ticked,
        (
            Ticked(
                enrolled=row,
                on=today - datetime.timedelta(days=back),
                value="yes",
                key=f"k{back}",
                said_at=now,
            )
            for row in rows
            for back in range(1, 300)
        ),
    )


def _sizes() -> dict[str, dict[str, float]]:
    found = {}
    for model in (Session, GymClass, Attending, Said, Ran, MeasuredRange, Ticked):
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_total_relation_size(%s)", [model._meta.db_table])
            size = cursor.fetchone()[0]
        found[model._meta.db_table] = {"rows": model.objects.count(), "megabytes": round(size / 1e6, 1)}
    return found


def _screens(home: SmallGym, members: list[Person]) -> dict[str, dict[str, float]]:
    client = home.client()
    person = members[45].pk
    class_id = GymClass.objects.order_by("-starts_at").values_list("pk", flat=True)[3]
    block = Enrolled.objects.filter(block__aim="jump").first()
    token = client.get(f"/api/people/{person}/training").json()["token"]
    paths = {
        "log, 12 weeks": "log",
        "log, 53 weeks": "log?weeks=53",
        "classes": "log/classes",
        "one class": f"log/classes/{class_id}",
        "a person, 12 weeks": f"people/{person}/log",
        "a person, 53 weeks": f"people/{person}/log?weeks=53",
        "a gym's year": f"year?year={timezone.localdate().year - 1}",
        "a person's year": f"people/{person}/year?year={timezone.localdate().year - 1}",
        "blocks": "blocks",
        "a block of 40": f"blocks/{block.block_id if block else 0}",
        "how the week leans": "week/lean",
        "a member's blocks": f"training/{token}",
    }
    return {name: _timed(lambda path=path: _ask(client, path)) for name, path in paths.items()}


def _ask(client: Client, path: str) -> None:
    answer = client.get(f"/api/{path}")
    if answer.status_code != 200:
        raise RuntimeError(f"{path}: {answer.status_code}, {answer.content[:200]!r}")


def _timed(ask: Callable[[], None]) -> dict[str, float]:
    ask()  # what is kept for later is made once
    took = []
    for _ in range(ASKED):
        begun = time.perf_counter()
        ask()
        took.append((time.perf_counter() - begun) * 1000)
    took.sort()
    return {
        "median_ms": round(took[len(took) // 2], 1),
        "p95_ms": round(took[int(len(took) * 0.95) - 1], 1),
        "most_ms": round(took[-1], 1),
    }
