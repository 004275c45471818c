"""One member's log: weeks, positions, what their answers move and what was changed because of them."""

from __future__ import annotations

import datetime
from collections import Counter, defaultdict
from collections.abc import Collection, Sequence
from typing import NamedTuple

from django.db.models import Count, Q
from django.db.models.functions import TruncWeek
from django.utils import timezone

from core.learning import Answer, FeltNeed, felt_needs
from core.log import Answered
from server.blocks.models import BlockEvent
from server.gym.models import Gym
from server.logbook.weeks import Span, positions_by_week
from server.people.models import Person
from server.programme.models import Attending
from server.publishing.felt import answers_of, said_of_key
from server.publishing.models import Said
from server.shelf.actions import vocabulary_of

ANSWERS_SHOWN = 60
EVENTS_SHOWN = 60


class PersonWeek(NamedTuple):
    """One week of a member."""

    monday: datetime.date
    classes: int
    extras: int
    better: int
    same: int
    worse: int
    pain: int


class Cause(NamedTuple):
    """An answer that counts in what is different. said: its row."""

    said: int
    on: datetime.date
    value: str


class Moved(NamedTuple):
    """What a member's answers move for one position. next_session and point: where to see it, as the Bench
    opens."""

    need: FeltNeed
    causes: list[Cause]
    next_session: int | None
    next_title: str
    point: str


class Ahead(NamedTuple):
    """A session somebody comes to. demands: demand -> score."""

    session: int
    title: str
    demands: dict[str, float]


class PersonLog(NamedTuple):
    """A member's log. answers and events: the newest first."""

    weeks: list[PersonWeek]
    positions: list[Answered]
    moved: list[Moved]
    answers: list[Said]
    events: list[BlockEvent]


def person_log(gym: Gym, person: Person, span: Span, today: datetime.date) -> PersonLog:
    """A member's log over some weeks, in a fixed number of queries."""
    answers = Said.objects.filter(
        person=person, kind__in=(Said.Kind.FELT, Said.Kind.PAIN), gym_class__session__date__range=span
    )
    events = BlockEvent.objects.filter(enrolled__person=person).select_related("enrolled__block", "by")
    return PersonLog(
        weeks=_weeks(person, span, today),
        positions=positions_by_week(gym, span, person.pk),
        moved=moved_of(gym, [person.pk], today).get(person.pk, []),
        answers=list(
            answers.select_related("gym_class__session", "aside_by").order_by("-said_at", "-pk")[
                :ANSWERS_SHOWN
            ]
        ),
        events=list(events[:EVENTS_SHOWN]),
    )


def _weeks(person: Person, span: Span, today: datetime.date) -> list[PersonWeek]:
    came = (
        Attending.objects.filter(
            person=person,
            gym_class__session__date__range=(span.first, min(span.last, today)),
            gym_class__starts_at__lte=timezone.now(),
            gym_class__cancelled_at=None,
        )
        .exclude(came=False)
        .annotate(monday=TruncWeek("gym_class__session__date"))
        .order_by()
        .values("monday")
        .annotate(classes=Count("gym_class", distinct=True))
    )
    classes = {row["monday"]: row["classes"] for row in came}
    said = (
        Said.objects.filter(person=person, gym_class__session__date__range=span, aside_at=None)
        .annotate(monday=TruncWeek("gym_class__session__date"))
        .order_by()
        .values("monday", "kind", "value")
        .annotate(count=Count("gym_class", distinct=True, filter=~Q(value="no")))
    )
    words: dict[datetime.date, Counter[str]] = defaultdict(Counter)
    for row in said:
        word = row["value"] if row["kind"] == Said.Kind.FELT else row["kind"]
        words[row["monday"]][word] += row["count"]
    return [
        PersonWeek(
            monday=monday,
            classes=classes.get(monday, 0),
            extras=words[monday][Said.Kind.EXTRAS],
            better=words[monday]["better"],
            same=words[monday]["same"],
            worse=words[monday]["worse"],
            pain=words[monday][Said.Kind.PAIN],
        )
        for monday in span.mondays
    ]


def moved_of(gym: Gym, people: Collection[int], today: datetime.date) -> dict[int, list[Moved]]:
    """What is different for some members by their answers, and the next session of each where it shows; a
    fixed number of queries."""
    answers = answers_of(people, today)
    needs = {person: felt_needs(said, today) for person, said in answers.items()}
    moving = {person: [need for need in found if need.moves] for person, found in needs.items()}
    ahead = _ahead([person for person, found in moving.items() if found], today)
    return {
        person: [_moved(need, answers[person], gym, ahead[person]) for need in _most_first(found)]
        for person, found in moving.items()
        if found
    }


def _most_first(needs: list[FeltNeed]) -> list[FeltNeed]:
    return sorted(needs, key=lambda need: (not need.ask_coach, -need.factor, need.position))


def _moved(need: FeltNeed, answers: Sequence[Answer], gym: Gym, ahead: list[Ahead]) -> Moved:
    by_key = {answer.key: answer for answer in answers}
    causes = [
        Cause(said_of_key(key), by_key[key].on, by_key[key].said) for key in need.because if key in by_key
    ]
    return Moved(need, causes, *_where(need.position, gym, ahead))


def _ahead(people: Collection[int], today: datetime.date) -> dict[int, list[Ahead]]:
    """The sessions each of some people comes to next, with what they ask."""
    rows = Attending.objects.filter(
        person_id__in=people,
        gym_class__session__date__gte=today,
        gym_class__cancelled_at=None,
        gym_class__session__asked__isnull=False,
    ).order_by("gym_class__session__date", "gym_class__session_id")
    found: dict[int, list[Ahead]] = defaultdict(list)
    for person, session, title, demands in rows.values_list(
        "person_id",
        "gym_class__session_id",
        "gym_class__session__title",
        "gym_class__session__asked__demands",
    ):
        found[person].append(Ahead(session, title, demands))
    return found


def _where(position: str, gym: Gym, ahead: list[Ahead]) -> tuple[int | None, str, str]:
    """The next session that asks something of a position, and the demand to point at there."""
    row = vocabulary_of(gym).catalog.positions.get(position)
    asked = {*row.reaches, *row.holds} if row else set()
    for session, title, demands in ahead:
        there = {demand: score for demand, score in demands.items() if demand in asked}
        if there:
            return session, title, max(sorted(there), key=lambda demand: there[demand])
    return None, "", ""
