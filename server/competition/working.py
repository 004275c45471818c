"""From a saved competition to what is worked out of it, and back from words to heats."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from typing import Any, NamedTuple

from django.db.models import Prefetch

from core.day.asks import later_limits
from core.day.heats import HeatList, read_heats
from core.day.values import Entry as EntryValue
from core.day.values import Fault
from core.day.values import Heat as HeatValue
from core.demand import Person as PersonValue
from core.documents.day_work import (
    AT_ONCE,
    DayDone,
    DayWork,
    Preparing,
    day_done,
    day_values,
    no_sheet_json,
    prepared_jsons,
    sheet_json,
)
from core.errors import CoreError
from core.prep.settings import PlanSettings
from core.week.clock import clock_words, day_of, instant_of
from server.competition.models import Athlete, Competition, Entry, Heat
from server.computing.run import compute
from server.computing.stored import kept, kept_each
from server.people.models import Person
from server.prep.drafts import drills_known
from server.shelf.actions import vocabulary_of

USUAL_RACKS = 2  # where neither the coach nor the sheet says how many; estimate
NEW_AT_MOST = 18  # preparations of one request; more are asked for again
CALM, QUICK = 0.5, 0.06  # effort of the search for racks: at a desk, and while a finger waits


class Day(NamedTuple):
    """A competition worked out. sheet: as read; people: athletes by key."""

    sheet: dict[str, Any]
    done: DayDone
    people: dict[str, PersonValue]


def competitions_of(by: Person) -> Any:
    """A gym's competitions with all that belongs to them, in a fixed number of queries."""
    entries = Entry.objects.filter(person__left_at=None).select_related("person").order_by("lane", "pk")
    athletes = Athlete.objects.filter(person__left_at=None).select_related("person", "coach")
    return (
        Competition.objects.filter(gym_id=by.gym_id)
        .select_related("gym")
        .prefetch_related(
            "coaches",
            Prefetch("heats", Heat.objects.prefetch_related(Prefetch("entries", entries))),
            Prefetch("athletes", athletes),
        )
    )


def sheet_of(competition: Competition) -> dict[str, Any]:
    """The sheet as read; an empty one that says why where it cannot be."""
    try:
        words = vocabulary_of(competition.gym)
        return kept(competition.gym_id, sheet_json, competition.sheet, words)
    except CoreError as why:
        return no_sheet_json(why)


def heats_of(competition: Competition) -> tuple[HeatValue, ...]:
    """Its heats as the core sees them."""
    return tuple(
        HeatValue(
            key=heat.key,
            event=heat.event,
            number=heat.number,
            starts_at=int(heat.starts_at.timestamp()),
            entries=tuple(
                EntryValue(
                    athlete=str(entry.person_id),
                    lane=entry.lane,
                    division=entry.division or None,
                    opening_kg=entry.opening_kg,
                )
                for entry in heat.entries.all()
            ),
        )
        for heat in competition.heats.all()
    )


def racks_of(competition: Competition, sheet: Mapping[str, Any]) -> int:
    """Racks that are reckoned with."""
    said = sheet["venue"]["racks"]
    if competition.racks is not None:
        return competition.racks
    return said if said is not None else USUAL_RACKS


def worked_out(
    competition: Competition,
    before: Mapping[str, Mapping[str, Any]] | None = None,
    now: int | None = None,
    heats: Sequence[HeatValue] | None = None,
    effort: float = CALM,
    pages: bool = False,
) -> Day:
    """Everybody's line. before: lines as athletes have them; heats: in place of those that are saved; pages:
    athletes' own too."""
    sheet = sheet_of(competition)
    heats = tuple(heats if heats is not None else heats_of(competition))
    numbers = {event["number"] for event in sheet["events"]}
    known = tuple(heat for heat in heats if heat.event in numbers)
    people = _people(competition, known)
    prepared = _prepared(competition, sheet, known, people)
    work = DayWork(
        text=competition.sheet,
        words=vocabulary_of(competition.gym),
        prepared=prepared,
        heats=heats,
        racks=racks_of(competition, sheet),
        zone=str(competition.zone),
        check_in_s=competition.check_in_min * 60,
        arrives_at=_arrivals(competition),
        before=before or {},
        now=now,
        effort=effort,
        coaches=tuple(coach.name for coach in competition.coaches.all()),
        own_coach={
            str(one.person_id): one.coach.name for one in competition.athletes.all() if one.coach is not None
        },
        names={key: person.name for key, person in people.items()},
        heads=competition.heads if competition.heads is not None else sheet["venue"]["heads"],
        people=people if pages else {},
        own_kit={str(one.person_id): tuple(one.own_kit) for one in competition.athletes.all()},
        gym_kit=competition.gym.kit_pieces() or None,
        known=drills_known(competition.gym, competition.first) if pages else None,
    )
    if not sheet["events"]:
        nothing: dict[str, Any] = {"lines": [], "stretches": [], "clashes": [], "crowds": [], "missed": 0}
        return Day(sheet, DayDone(nothing, {}, {}, [], {}), people)
    if now is None and not before and not pages:  # the same until something of it changes
        return Day(sheet, DayDone(*kept(competition.gym_id, day_values, work)), people)
    return Day(sheet, compute(competition.gym_id, day_done, work), people)


def _arrivals(competition: Competition) -> dict[str, int]:
    return {
        str(one.person_id): int(one.arrives_at.timestamp())
        for one in competition.athletes.all()
        if one.arrives_at
    }


def _people(competition: Competition, heats: Sequence[HeatValue]) -> dict[str, PersonValue]:
    """Everybody who starts, as the core sees them on the first day."""
    keys = {int(entry.athlete) for heat in heats for entry in heat.entries}
    day = max(competition.first, competition.gym.today())
    rows = competition.gym.people.current().whole().filter(pk__in=keys)
    return {str(row.pk): row.value(day) for row in rows}


def _prepared(
    competition: Competition,
    sheet: Mapping[str, Any],
    heats: Sequence[HeatValue],
    people: Mapping[str, PersonValue],
) -> list[dict[str, Any]]:
    """Every athlete's preparation for every event of theirs: what is kept of each, and the rest worked
    out."""
    gym, words = competition.gym, vocabulary_of(competition.gym)
    kit = sheet["venue"]["kit_ids"]
    gym_kit = gym.kit_pieces() or None
    settings = PlanSettings(
        minutes=competition.minutes, method=competition.method, kit=kit, rack=gym.rack_value()
    )
    settings.check(words.catalog)
    events = {event["number"]: event for event in sheet["events"]}
    own_kit = {str(one.person_id): tuple(one.own_kit) for one in competition.athletes.all()}
    asks: dict[str, Preparing] = {}
    told: dict[str, Any] = {}
    for key, person in people.items():
        own = [(heat, entry) for heat in heats for entry in heat.entries if entry.athlete == key]
        own.sort(key=lambda start: start[0].starts_at)
        limits = {
            heat.event: _limits(events[heat.event], entry.division or person.division) for heat, entry in own
        }
        later = later_limits(list(limits), limits)
        for heat, entry in own:
            name = f"{key} {heat.event}"
            ask = Preparing(
                heat.event,
                person,
                EntryValue(athlete=key, division=entry.division, opening_kg=entry.opening_kg),
                own_kit.get(key, ()),
                later[heat.event],
            )
            asks[name] = ask
            event = events[heat.event]
            of_event = [event[field] for field in OF_AN_EVENT]
            told[name] = (person, [ask.entry, ask.own_kit, ask.later, settings, gym_kit, of_event])

    def make(missing: Sequence[str]) -> list[Any]:
        return compute(
            gym.pk,
            prepared_jsons,
            competition.sheet,
            words,
            settings,
            gym_kit,
            [asks[one] for one in missing],
        )

    found = kept_each(gym.pk, "preparation", told, words, make, AT_ONCE, NEW_AT_MOST)
    return [found[name] for name in asks]


OF_AN_EVENT = ("text", "line", "lane_m", "window_s", "team")  # all that a preparation hangs on


def _limits(event: Mapping[str, Any], division: str | None) -> tuple[str, ...]:
    rows = {one["division"]: tuple(one["limits"]) for one in event["divisions"]}
    return rows.get(division or "rx", rows.get("rx", ()))


class PlacedHeat(NamedTuple):
    """A heat of a list with its instant; None where its day is not one of the competition's."""

    event: str
    number: str
    line: int
    starts_at: int | None
    starting: list[dict[str, Any]]


class HeatsRead(NamedTuple):
    """A pasted list as it would be taken."""

    heats: list[PlacedHeat]
    strangers: tuple[str, ...]
    faults: tuple[Fault, ...]


def read_list(competition: Competition, text: str) -> HeatsRead:
    """A heat list as it would be taken. Raises UnusableText."""
    sheet = sheet_of(competition)
    people = [(str(pk), name) for pk, name in competition.gym.people.current().values_list("pk", "name")]
    teams = {
        group.name: [str(one.pk) for one in group.people.all() if one.left_at is None]
        for group in competition.gym.groups.prefetch_related("people")
    }
    events = [event["number"] for event in sheet["events"]]
    found: HeatList = compute(competition.gym_id, read_heats, text, events, people, teams)
    names = dict(people)
    placed: list[PlacedHeat] = []
    faults = list(found.faults)
    for heat in found.heats:
        date = day_of(heat.day, competition.first, competition.days)
        if date is None:
            first, last = competition.first, competition.last
            faults.append(
                Fault(
                    "past",
                    f"“{heat.day}” is none of its days ({first:%a} {first.day} to {last:%a} {last.day}).",
                    "Put the day right here, or the days of the competition above.",
                    heat.line,
                )
            )
        starts_at = instant_of(date, heat.clock_min, competition.zone) if date else None
        placed.append(
            PlacedHeat(
                heat.event,
                heat.number,
                heat.line,
                starts_at,
                [
                    {
                        "person": int(one.athlete),
                        "name": names[one.athlete],
                        "lane": one.lane,
                        "division": one.division or "",
                    }
                    for one in heat.starting
                ],
            )
        )
    placed.sort(key=lambda heat: (heat.starts_at or 0, heat.event, heat.number))
    return HeatsRead(placed, found.strangers, tuple(sorted(faults, key=lambda fault: fault.line)))


def at_clock(competition: Competition, date: datetime.date, minutes: int) -> datetime.datetime:
    """The instant at which its clock shows so many minutes after midnight."""
    return datetime.datetime.fromtimestamp(instant_of(date, minutes, competition.zone), datetime.UTC)


def clock_of(competition: Competition, instant: int) -> str:
    """What its clock shows."""
    return clock_words(instant, competition.zone)
