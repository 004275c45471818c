"""What else people's days hold: the classes they are on the roster of, what those ask, and competitions."""

from __future__ import annotations

import datetime
from collections import defaultdict
from collections.abc import Collection, Iterable
from typing import Any

from core.blocks import ClassDay
from core.catalog import Catalog
from core.documents.glance import Glance
from core.prep.jumps import WEIGHT
from server.competition.models import Athlete
from server.computing.stored import kept_glances
from server.gym.models import Gym
from server.programme.models import Attending
from server.publishing.models import Publication
from server.shelf.actions import vocabulary_of

BEHIND = datetime.timedelta(days=3)  # of which rest may still count
AHEAD = datetime.timedelta(days=35)


def class_days_of(gym: Gym, people: Collection[int], today: datetime.date) -> dict[int, list[ClassDay]]:
    """The days around today on which some people have classes or compete: person, then day by day. A fixed
    number of queries; each board is looked at once."""
    span = (today - BEHIND, today + AHEAD)
    rows = list(
        Attending.objects.filter(
            person_id__in=people,
            gym_class__session__date__range=span,
            gym_class__session__gym=gym,
            gym_class__cancelled_at=None,
        )
        .exclude(came=False)
        .select_related("gym_class__session")
        .order_by("gym_class__starts_at")
    )
    words = vocabulary_of(gym)
    texts = list(dict.fromkeys(row.gym_class.session.text for row in rows))
    looked = dict(zip(texts, kept_glances(gym.pk, texts, words), strict=True))
    jumped = _prep_contacts({row.gym_class_id for row in rows}, words.catalog)
    by_day: dict[tuple[int, datetime.date], list[ClassDay]] = defaultdict(list)
    for row in rows:
        starts = row.gym_class.starts_at.astimezone(gym.zone)
        seen = looked[row.gym_class.session.text]
        day = _class_day(starts, seen, jumped.get(row.gym_class_id, 0.0), row.gym_class.session.title)
        by_day[row.person_id, day.on].append(day)
    for person, on in _competing(people, span):
        by_day[person, on].append(ClassDay(on=on, competition=True))
    days: dict[int, list[ClassDay]] = defaultdict(list)
    for (person, _), all_of in sorted(by_day.items()):
        days[person].append(_together(all_of))
    return days


def _class_day(starts: datetime.datetime, seen: Glance, in_prep: float, title: str) -> ClassDay:
    return ClassDay(
        on=starts.date(),
        hour=starts.hour + starts.minute / 60,
        contacts=seen.contacts + in_prep,
        asks={asked.id: asked.score for asked in seen.asks},
        reps=seen.reps,
        names=(title,),
    )


def _together(days: list[ClassDay]) -> ClassDay:
    """Two classes of one day are one: their jumps and repetitions add, the harder asks."""
    if len(days) == 1:
        return days[0]
    asks: dict[str, float] = {}
    reps: dict[str, float] = defaultdict(float)
    for day in days:
        for demand, score in day.asks.items():
            asks[demand] = max(asks.get(demand, 0.0), score)
        for movement, count in day.reps.items():
            reps[movement] += count
    hours = [day.hour for day in days if day.hour is not None]
    return ClassDay(
        on=days[0].on,
        hour=max(hours, default=None),
        contacts=sum(day.contacts for day in days),
        asks=asks,
        reps=dict(reps),
        names=tuple(name for day in days for name in day.names),
        competition=any(day.competition for day in days),
    )


def _prep_contacts(classes: Iterable[int], catalog: Catalog) -> dict[int, float]:
    """Weighted contacts of the drills each class was given, by its newest version."""
    found: dict[int, float] = {}
    rows = Publication.objects.filter(gym_class_id__in=classes).order_by("version")
    for class_id, page in rows.values_list("gym_class_id", "page"):
        found[class_id] = sum(_item_contacts(item, catalog) for item in page.get("items", ()))
    return found


def _item_contacts(item: dict[str, Any], catalog: Catalog) -> float:
    row = catalog.drills.get(item["drill"])
    dose = item["dose"]
    if row is None or row.landing is None or not dose["reps"]:
        return 0.0
    sides = 2 if dose["per_side"] else 1
    return float(WEIGHT[row.landing] * dose["reps"] * dose["sets"] * sides)


def _competing(
    people: Collection[int], span: tuple[datetime.date, datetime.date]
) -> Iterable[tuple[int, datetime.date]]:
    rows = Athlete.objects.filter(person_id__in=people, competition__first__lte=span[1])
    for row in rows.select_related("competition"):
        for number in range(row.competition.days):
            on = row.competition.first + datetime.timedelta(days=number)
            if span[0] <= on <= span[1]:
                yield row.person_id, on
