"""A competition worked out from values alone: the sheet, each athlete's preparations, and the day. What
takes long (preparations) is asked apart, so that it can be kept; a heat that moves asks for the day
only."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, NamedTuple
from zoneinfo import ZoneInfo

from core.day.before import pack_list, spots_before
from core.day.checks import faults_of
from core.day.coaches import with_coaches
from core.day.line import CHECK_IN_S, DayAsk, Line
from core.day.moving import changes_between
from core.day.packed import line_json, line_of, prepared_json, prepared_of
from core.day.prepared import PrepareAsk, Prepared, prepare
from core.day.sheet import read_sheet
from core.day.timing import day_lines
from core.day.values import Entry, Heat
from core.demand import Person
from core.documents.day import day_document
from core.documents.events import EventSheet as SheetDocument
from core.documents.events import Fault, fault_documents, sheet_document
from core.documents.member_day import member_day
from core.errors import CoreError
from core.prep.settings import PlanSettings
from core.reading.vocabulary import Vocabulary
from core.week.clock import clock_words

AT_ONCE = 6  # preparations of one task: about 0.1 s each on a quiet machine


class Preparing(NamedTuple):
    """One athlete for one event, by number. See PrepareAsk."""

    event: str
    person: Person
    entry: Entry
    own_kit: tuple[str, ...]
    later: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class DayWork:
    """text: of the sheet; prepared: preparations as JSON values; before: lines as athletes have them, as JSON
    values; own_coach: athlete -> coach, by name; heads: how many the warm-up area holds. people: those whose
    own page is wanted too; own_kit: what each brings; gym_kit and known: for the day before."""

    text: str
    words: Vocabulary
    prepared: Sequence[Mapping[str, Any]]
    heats: tuple[Heat, ...]
    racks: int
    zone: str
    check_in_s: int = CHECK_IN_S
    arrives_at: Mapping[str, int] = field(default_factory=dict)
    before: Mapping[str, Mapping[str, Any]] = field(default_factory=dict)
    now: int | None = None
    effort: float = 1.0
    coaches: tuple[str, ...] = ()
    own_coach: Mapping[str, str] = field(default_factory=dict)
    names: Mapping[str, str] = field(default_factory=dict)
    heads: int | None = None
    people: Mapping[str, Person] = field(default_factory=dict)
    own_kit: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    gym_kit: Mapping[str, int] | None = None
    known: frozenset[str] | None = None


class DayDone(NamedTuple):
    """document: as it is shown; lines: by athlete, as they are kept; changes: athlete -> what is another than
    before, in sentences; faults: of the heats; pages: by athlete, their own."""

    document: dict[str, Any]
    lines: dict[str, dict[str, Any]]
    changes: dict[str, list[str]]
    faults: list[dict[str, Any]]
    pages: dict[str, dict[str, Any]]


def sheet_json(text: str, words: Vocabulary) -> dict[str, Any]:
    """The sheet as read. Raises UnusableText."""
    sheet = read_sheet(text, words)
    return sheet_document(sheet, text, words.catalog).json_value()


def no_sheet_json(why: CoreError) -> dict[str, Any]:
    """What stands for a sheet that cannot be read."""
    says = Fault(
        kind="unread",
        says=str(why),
        way="Paste the event sheet, each event under its number.",
        line=0,
        text="",
        heat="",
        athlete="",
        candidates=(),
    )
    return SheetDocument.model_validate(
        {
            "title": "",
            "events": (),
            "venue": {"kit": None, "kit_ids": None, "racks": None, "heads": None, "said": ()},
            "notes": (),
            "faults": (says,),
            "divisions": ("rx",),
        }
    ).json_value()


def prepared_jsons(
    text: str,
    words: Vocabulary,
    settings: PlanSettings,
    gym_kit: Mapping[str, int] | None,
    asks: Sequence[Preparing],
) -> list[dict[str, Any]]:
    """Preparations as JSON values, in order. Raises UnusableText and PlanRefused."""
    sheet = read_sheet(text, words)
    events = {event.number: event for event in sheet.events}
    return [
        prepared_json(
            prepare(
                PrepareAsk(
                    person=ask.person,
                    entry=ask.entry,
                    event=events[ask.event],
                    settings=settings,
                    gym_kit=gym_kit,
                    own_kit=ask.own_kit,
                    later=ask.later,
                    catalog=words.catalog,
                )
            )
        )
        for ask in asks
    ]


def day_done(work: DayWork) -> DayDone:
    """The day worked out. Raises UnusableText for a sheet that cannot be read."""
    catalog, zone = work.words.catalog, ZoneInfo(work.zone)
    sheet = read_sheet(work.text, work.words)
    titles = {event.number: event.title for event in sheet.events}
    prepared = _prepared(work)
    before = {athlete: line_of(kept, catalog) for athlete, kept in work.before.items()}
    found = day_lines(
        DayAsk(
            heats=work.heats,
            prepared=prepared,
            racks=work.racks,
            check_in_s=work.check_in_s,
            arrives_at=work.arrives_at,
            published=before,
            now=work.now,
            effort=work.effort,
        )
    )
    lines: dict[str, Line] = {line.athlete: line for line in found.lines}
    together = with_coaches(found.lines, work.coaches, work.own_coach)
    document = day_document(found, prepared, together, work.names, titles, work.heads, catalog)

    def clock(instant: int) -> str:
        return clock_words(instant, zone)

    durations = {key: one.duration_s for key, one in prepared.items()}
    faults = faults_of(sheet.events, work.heats, durations, work.names, clock)
    changes = changes_between(before, lines, titles, clock) if before else ()
    return DayDone(
        document=document.json_value(),
        lines={athlete: line_json(line) for athlete, line in lines.items()},
        changes={one.athlete: list(one.sentences) for one in changes},
        faults=[fault.json_value() for fault in fault_documents(faults)],
        pages={key: _page(work, line, prepared, titles) for key, line in lines.items() if key in work.people},
    )


def _page(
    work: DayWork, line: Line, prepared: Mapping[tuple[str, str], Prepared], titles: Mapping[str, str]
) -> dict[str, Any]:
    """One athlete's own page."""
    key, catalog = line.athlete, work.words.catalog
    own = {event: one for (athlete, event), one in prepared.items() if athlete == key}
    kit = set(work.gym_kit) if work.gym_kit is not None else None
    spots = spots_before(list(own.values()), work.people[key], kit, work.known, catalog)
    pack = pack_list(list(own.values()), work.own_kit.get(key, ()), catalog)
    return member_day(line, own, spots, pack, titles, work.people[key], catalog).json_value()


def day_values(work: DayWork) -> list[Any]:
    """What day_done says as JSON values, so that it can be kept."""
    return list(day_done(work))


def _prepared(work: DayWork) -> dict[tuple[str, str], Prepared]:
    found = (prepared_of(kept, work.words.catalog) for kept in work.prepared)
    return {(one.athlete, one.event): one for one in found}
