"""Changing a competition: permission, change and record in one place."""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Mapping, Sequence
from typing import Any, NamedTuple

from django.core.exceptions import ValidationError
from django.db import transaction

from core.catalog import load_catalog
from core.errors import Refused
from core.prep.settings import PlanSettings
from server.competition.models import Athlete, Competition, Entry, Heat
from server.people.models import Person, set_fields
from server.versions import check_version

MOST_COMPETITIONS = 500  # of a gym
MOST_HEATS = 400
MOST_ENTRIES = 60  # of a heat: the gym's own
FIELDS = frozenset("name place first days timezone sheet minutes method check_in_min racks heads".split())


class NotKept(Refused):
    """Something about a competition that cannot be; ``field`` names it."""


def _coach(by: Person) -> None:
    if not by.coaches:
        raise PermissionError("Only a coach of this gym can change a competition.")


def _filled(competition: Competition, fields: Mapping[str, Any]) -> None:
    """Write fields of a row. Raises NotKept naming the first that cannot be."""
    try:
        set_fields(competition, dict(fields))
    except ValidationError as problem:
        field, said = next(iter(problem.message_dict.items()))
        raise NotKept(field, " ".join(said)) from problem
    if competition.method not in load_catalog().methods:
        PlanSettings(method=competition.method).check(load_catalog())


@transaction.atomic
def add_competition(by: Person, fields: Mapping[str, Any], key: str | None = None) -> Competition:
    """A new competition; for a ``key`` that came before, the one it made then. Raises NotKept, and
    PermissionError for anyone but a coach."""
    _coach(by)
    made = Competition.objects.filter(gym_id=by.gym_id, key=key).first() if key else None
    if made:
        return made
    if by.gym.competitions.count() >= MOST_COMPETITIONS:
        raise NotKept("name", f"A gym keeps up to {MOST_COMPETITIONS} competitions; take an old one out.")
    competition = Competition(gym=by.gym, key=key, method=by.gym.method)
    _filled(competition, fields)
    competition.save()
    competition.coaches.set([by])
    return competition


def locked(by: Person, competition_id: int, made_on: int | None) -> Competition:
    """The competition of a coach's gym as it is now, held until the transaction ends. made_on: the version a
    change was made on, None for one that carries what it saw itself. Raises Stale, PermissionError and
    Competition.DoesNotExist."""
    _coach(by)
    rows = Competition.objects.select_for_update(of=("self",)).select_related("gym")
    competition = rows.get(gym_id=by.gym_id, pk=competition_id)
    if made_on is not None:
        check_version("This competition", competition.version, made_on)
    return competition


def stepped(competition: Competition, *fields: str) -> Competition:
    """Saved, one version further."""
    competition.version += 1
    competition.save(update_fields=["version", "changed_at", *fields])
    return competition


@transaction.atomic
def change_competition(
    by: Person,
    competition_id: int,
    made_on: int,
    fields: Mapping[str, Any],
    coaches: Sequence[int] | None = None,
) -> Competition:
    """Other fields, and other coaches where they are given. A first day that moves takes its heats along at
    their clock times. Raises Stale, NotKept and PermissionError."""
    competition = locked(by, competition_id, made_on)
    before, zone = competition.first, competition.zone
    unknown = set(fields) - FIELDS
    if unknown:
        raise NotKept(sorted(unknown)[0], "There is no such field.")
    _filled(competition, fields)
    if coaches is not None:
        rows = by.gym.people.current().filter(pk__in=coaches)
        competition.coaches.set([row for row in rows if row.coaches])
    if (competition.first, competition.zone) != (before, zone):
        _carry_heats(competition, competition.first - before, zone)
    return stepped(competition, *fields)


def _carry_heats(competition: Competition, by: datetime.timedelta, zone: datetime.tzinfo) -> None:
    """Every heat at the same clock time, so many days on, by the competition's own clock."""
    heats = list(competition.heats.all())
    for heat in heats:
        there = heat.starts_at.astimezone(zone).replace(tzinfo=None) + by
        heat.starts_at = there.replace(tzinfo=competition.zone)
    Heat.objects.bulk_update(heats, ["starts_at"])


@transaction.atomic
def remove_competition(by: Person, competition_id: int, made_on: int) -> None:
    """Take it away, with all that athletes were given. Raises Stale and PermissionError."""
    locked(by, competition_id, made_on).delete()


class EntryIn(NamedTuple):
    """An athlete for a heat."""

    person: int
    lane: int | None = None
    division: str = ""
    opening_kg: float | None = None


class HeatIn(NamedTuple):
    """A heat as it is to be; heat: its key, None for a new one."""

    event: str
    number: str
    starts_at: datetime.datetime
    entries: Sequence[EntryIn]
    heat: str | None = None


@transaction.atomic
def take_heats(by: Person, competition_id: int, made_on: int, heats: Sequence[HeatIn]) -> Competition:
    """These heats in place of all there were; the first weight somebody named for an event stays theirs.
    Raises Stale, NotKept and PermissionError."""
    competition = locked(by, competition_id, made_on)
    if len(heats) > MOST_HEATS:
        raise NotKept("heats", f"{len(heats)} heats are more than a competition holds ({MOST_HEATS}).")
    named = Entry.objects.filter(heat__competition=competition).exclude(opening_kg=None)
    openings = {(one.person_id, one.heat.event): one.opening_kg for one in named.select_related("heat")}
    competition.heats.all().delete()
    for heat in heats:
        row = _heat_row(competition, heat)
        row.save()
        _set_entries(row, heat.entries, openings)
    _athletes(competition)
    return stepped(competition)


@transaction.atomic
def put_heat(by: Person, competition_id: int, made_on: int, heat: HeatIn) -> Competition:
    """A heat as it is to be, new or changed. Raises Stale, NotKept, PermissionError and Heat.DoesNotExist."""
    competition = locked(by, competition_id, made_on)
    if heat.heat is None and competition.heats.count() >= MOST_HEATS:
        raise NotKept("heats", f"A competition holds up to {MOST_HEATS} heats.")
    row = _heat_row(competition, heat)
    row.save()
    _set_entries(row, heat.entries, {})
    _athletes(competition)
    return stepped(competition)


def _heat_row(competition: Competition, heat: HeatIn) -> Heat:
    row = competition.heats.get(key=heat.heat) if heat.heat else Heat(competition=competition)
    row.event, row.number, row.starts_at = heat.event, heat.number, heat.starts_at
    date = heat.starts_at.astimezone(competition.zone).date()
    if not competition.first <= date <= competition.last:
        said = f"{competition.first:%-d %B} to {competition.last:%-d %B}"
        raise NotKept("starts_at", f"{date:%-d %B} is not among its days ({said}).")
    return row


def _set_entries(
    row: Heat, entries: Sequence[EntryIn], openings: Mapping[tuple[int, str], float | None]
) -> None:
    """Who is in a heat. Raises NotKept for somebody of another gym, or twice."""
    if len(entries) > MOST_ENTRIES:
        raise NotKept("entries", f"Up to {MOST_ENTRIES} of yours can be in one heat.")
    people = [entry.person for entry in entries]
    known = set(row.competition.gym.people.current().filter(pk__in=people).values_list("pk", flat=True))
    if len(set(people)) < len(people):
        raise NotKept("entries", "Somebody stands in this heat twice.")
    if set(people) - known:
        raise NotKept("entries", "Somebody in this heat is not on your gym's list any more.")
    row.entries.all().delete()
    Entry.objects.bulk_create(
        Entry(
            heat=row,
            person_id=entry.person,
            lane=entry.lane,
            division=entry.division,
            opening_kg=entry.opening_kg or openings.get((entry.person, row.event)),
        )
        for entry in entries
    )


@transaction.atomic
def remove_heat(by: Person, competition_id: int, made_on: int, heat: str) -> Competition:
    """Take a heat out. Raises Stale, PermissionError and Heat.DoesNotExist."""
    competition = locked(by, competition_id, made_on)
    competition.heats.get(key=heat).delete()
    _athletes(competition)
    return stepped(competition)


def _athletes(competition: Competition) -> None:
    """A row for everybody who starts; who no longer does keeps none."""
    starting = set(Entry.objects.filter(heat__competition=competition).values_list("person_id", flat=True))
    there = set(competition.athletes.values_list("person_id", flat=True))
    Athlete.objects.bulk_create(
        Athlete(competition=competition, person_id=person) for person in sorted(starting - there)
    )
    competition.athletes.exclude(person_id__in=starting).delete()


@transaction.atomic
def set_athlete(
    by: Person, competition_id: int, made_on: int, person_id: int, fields: Mapping[str, Any]
) -> Competition:
    """Whose they are that day, what they bring, when they are there. Raises Stale, NotKept, PermissionError
    and Athlete.DoesNotExist."""
    competition = locked(by, competition_id, made_on)
    athlete = competition.athletes.get(person_id=person_id)
    if "coach" in fields:
        coach = fields["coach"]
        row = competition.coaches.filter(pk=coach).first() if coach else None
        if coach and row is None:
            raise NotKept("coach", "They are not among the coaches of this competition.")
        athlete.coach = row
    if "own_kit" in fields:
        athlete.own_kit = _known_kit(fields["own_kit"])
    if "arrives_at" in fields:
        athlete.arrives_at = fields["arrives_at"]
    athlete.save()
    return stepped(competition)


def _known_kit(kit: Iterable[str]) -> list[str]:
    shelf = load_catalog().kit
    wanted = sorted(set(kit))
    unknown = [item for item in wanted if item not in shelf]
    if unknown:
        raise NotKept("own_kit", f"There is no kit called '{unknown[0]}' on the shelf.")
    return wanted
