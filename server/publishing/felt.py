"""What members' answers after class move: read from what they said, so that one put aside leaves no trace."""

from __future__ import annotations

import datetime
from collections import defaultdict
from collections.abc import Iterable
from typing import Any

from django.db import transaction
from django.db.models import F, Q
from django.utils import timezone

from core.catalog import Catalog
from core.errors import Refused
from core.learning import Answer, DidFor, FeltNeed, felt_needs
from core.learning.felt import Felt
from server.people.audit import changed
from server.people.models import Person
from server.publishing.models import Said

LOOK_BACK_DAYS = 400  # after a year less than a hundredth of a raised need is left
_FELT: dict[str, Felt] = {"better": "better", "same": "same", "worse": "worse"}


class NotAside(Refused):
    """Something said that cannot be put aside."""


def felt_of(people: Iterable[int], day: datetime.date) -> dict[int, tuple[FeltNeed, ...]]:
    """What each of some people's answers move on a day: person, then by position; those whose do nothing are
    left out. One query."""
    needs = {person: felt_needs(answers, day) for person, answers in answers_of(people, day).items()}
    moving = {person: tuple(need for need in found if need.moves) for person, found in needs.items()}
    return {person: found for person, found in moving.items() if found}


def answers_of(people: Iterable[int], day: datetime.date) -> dict[int, list[Answer]]:
    """Answers on positions that count on a day, person by person."""
    since = timezone.now() - datetime.timedelta(days=LOOK_BACK_DAYS)
    rows = Said.objects.filter(
        Q(kind=Said.Kind.PAIN) | Q(kind=Said.Kind.FELT) & ~Q(position=""),
        person_id__in=list(people),
        said_at__gte=since,
        aside_at=None,
        gym_class__session__gym__felt_moves=True,
        gym_class__session__date__lte=day,
    ).annotate(day=F("gym_class__session__date"))
    some = rows.only("person", "kind", "position", "value", "drills", "said_at", "gym_class")
    hurt: set[tuple[int, int]] = set()
    felt: list[Any] = []  # rows with their day
    for row in some:
        if row.kind == Said.Kind.PAIN:
            hurt.add((row.person_id, row.gym_class_id))
        else:
            felt.append(row)
    answers: dict[int, list[Answer]] = defaultdict(list)
    for row in felt:
        answers[row.person_id].append(
            Answer(
                on=row.day,
                position=row.position,
                said=_FELT[row.value],
                drills=tuple(DidFor(drill, seconds) for drill, seconds in row.drills),
                hurt=(row.person_id, row.gym_class_id) in hurt,
                key=_key(row),
            )
        )
    return answers


def _key(row: Said) -> str:
    """Names an answer, and orders two of one day."""
    return f"{row.said_at.astimezone(datetime.UTC):%Y%m%d%H%M%S%f}-{row.pk}"


def said_of_key(key: str) -> int:
    """The row that an answer was read from."""
    return int(key.rpartition("-")[2])


def drills_for(page: dict[str, Any], position: str, catalog: Catalog) -> list[tuple[str, int]]:
    """What a page had for a position: its member's extras that serve it, else the class's drills that do."""
    asked = {*catalog.positions[position].reaches, *catalog.positions[position].holds}
    for items in (page["extras"], page["items"]):
        serving = [item for item in items if not asked.isdisjoint(item["serves"])]
        if serving:
            return [(item["drill"], item["seconds"]) for item in serving]
    return []


@transaction.atomic
def put_aside(by: Person, said_id: int, aside: bool) -> Said:
    """An answer that moves nothing any more, or does again; what was said stays. A member for their own, a
    coach for the gym's. Raises Said.DoesNotExist for one of another gym, PermissionError, and NotAside for
    what moves nothing anyway."""
    rows = Said.objects.select_for_update(of=("self",)).select_related("person")
    row = rows.get(pk=said_id, person__gym_id=by.gym_id)
    if not (by.pk == row.person_id or by.coaches):
        raise PermissionError("Only the member and their coaches can do this.")
    if row.kind not in (Said.Kind.FELT, Said.Kind.PAIN):
        raise NotAside("said", "Only how it felt, or that it hurt, can be put aside.")
    if row.kind == Said.Kind.PAIN and by.pk == row.person_id and not by.coaches:
        raise PermissionError("That something hurt is put aside by a coach, once it was talked over.")
    row.aside_at, row.aside_by = (timezone.now(), by) if aside else (None, None)
    row.save(update_fields=["aside_at", "aside_by"])
    changed(by, row.person, "answer put aside" if aside else "answer counts again")
    return row
