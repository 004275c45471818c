"""A gym as plain data."""

from __future__ import annotations

import datetime
from collections import defaultdict
from collections.abc import Iterable, Mapping
from typing import Any

from django.db.models import Model

from server.blocks.models import Enrolled
from server.gym.models import Gym
from server.people.models import Person
from server.whole.shape import (
    FORMAT,
    GYM_FIELDS,
    OF_A_PERSON,
    OF_THE_GYM,
    PERSON,
    VERSION,
    Kind,
)


def gym_document(gym: Gym) -> dict[str, Any]:
    """Everything a gym has but accounts: who signs in is invited again. People are numbered from 1; a row
    that points to somebody erased points to nobody."""
    people = list(gym.people.prefetch_related("groups").order_by("pk"))
    numbers = {person.pk: number for number, person in enumerate(people, 1)}
    hung = {name: _by_parent(kind, people, numbers) for name, kind in OF_A_PERSON.items()}
    return {
        "format": FORMAT,
        "version": VERSION,
        "gym": {name: _plain(getattr(gym, name)) for name in GYM_FIELDS},
        "people": [
            {
                "number": numbers[person.pk],
                **_fields(person, PERSON, numbers),
                "groups": [group.name for group in person.groups.all()],
                **{name: rows[person.pk] for name, rows in hung.items()},
            }
            for person in people
        ],
        **{
            name: _written(kind, kind.model._default_manager.filter(gym=gym).order_by("pk"), numbers)
            for name, kind in OF_THE_GYM.items()
        },
    }


def _by_parent(
    kind: Kind, parents: Iterable[Model], numbers: Mapping[int, int]
) -> dict[int, list[dict[str, Any]]]:
    """Rows of a kind by the row they hang on: one query for all."""
    parent_id = f"{kind.parent}_id"
    rows = list(kind.model._default_manager.filter(**{f"{kind.parent}__in": list(parents)}).order_by("pk"))
    found: dict[int, list[dict[str, Any]]] = defaultdict(list)
    for row, written in zip(rows, _written(kind, rows, numbers), strict=True):
        found[getattr(row, parent_id)].append(written)
    return found


def _written(kind: Kind, rows: Iterable[Model], numbers: Mapping[int, int]) -> list[dict[str, Any]]:
    rows = list(rows)
    inside = {name: _by_parent(each, rows, numbers) for name, each in kind.inside.items()}
    return [
        {**_fields(row, kind, numbers), **{name: found[row.pk] for name, found in inside.items()}}
        for row in rows
    ]


def _fields(row: Model, kind: Kind, numbers: Mapping[int, int]) -> dict[str, Any]:
    own = {name: _plain(getattr(row, name)) for name in kind.fields}
    return {**own, **{name: numbers.get(getattr(row, f"{name}_id")) for name in kind.people}}


def _plain(value: Any) -> Any:
    if isinstance(value, datetime.date | datetime.time):
        return value.isoformat()
    return value


def _block_of(row: Enrolled) -> dict[str, Any]:
    """What somebody did of one block, and what was changed for them."""
    return {
        "block": row.block.name,
        "starts_on": row.block.starts_on,
        "ended": row.ended,
        "areas": row.areas,
        "ticks": [
            {"on": tick.on, "value": tick.value, "words": tick.words} for tick in row.ticks.order_by("pk")
        ],
        "events": [{"at": event.at, "what": event.what, "said": event.said} for event in row.events.all()],
    }


def kept_of(person: Person) -> dict[str, Any]:
    """What else is kept of a person beside what their page shows: how they are reached, and what they said of
    their classes."""
    lines = person.line_sheets.select_related("competition").order_by("competition_id", "version")
    said = person.said.select_related("gym_class").order_by("said_at", "pk")
    return {
        "reach": _by_parent(OF_A_PERSON["reach"], [person], {})[person.pk],
        "said": [
            {
                "class": row.gym_class.starts_at,
                "kind": row.kind,
                "position": row.position,
                "value": row.value,
                "at": row.said_at,
            }
            for row in said
        ],
        "blocks": [_block_of(row) for row in person.enrolled.select_related("block")],
        "trials": [
            {
                "test": row.test,
                "side": row.side,
                "before": row.before,
                "after": row.after,
                "between": row.between,
                "at": row.before_at,
            }
            for row in person.trials.filter(after__isnull=False)
        ],
        "competitions": [
            {
                "competition": row.competition.name,
                "version": row.version,
                "at": row.published_at,
                "line": row.page,
                "said": [
                    {"event": said.event, "kind": said.kind, "value": said.value, "at": said.said_at}
                    for said in person.said_at_events.filter(competition=row.competition).order_by("said_at")
                ],
            }
            for row in lines
        ],
    }
