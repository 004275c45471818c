"""``chalk day``: an event sheet, its heats and the athletes, and each one's line of the day."""

from __future__ import annotations

import argparse
from collections.abc import Mapping, Sequence
from typing import Any
from zoneinfo import ZoneInfo

from core.catalog import Catalog
from core.cli.files import read_people, read_text
from core.cli.say import say_json
from core.day.heats import HeatList, read_heats
from core.day.sheet import read_sheet
from core.day.values import Entry, EventSheet, Fault, Heat
from core.demand import Person
from core.documents.day_work import DayWork, Preparing, day_done, prepared_jsons
from core.documents.events import sheet_document
from core.errors import UnusableFile
from core.prep.settings import PlanSettings
from core.reading.vocabulary import Vocabulary
from core.week.clock import clock_words, day_named, day_of, instant_of

USUAL_RACKS = 2


def run(asked: argparse.Namespace, catalog: Catalog) -> int:
    """The sheet alone, or with heats and athletes everybody's line. Raises UnusableText, UnusableFile and
    PlanRefused."""
    text, words = read_text(asked.file), Vocabulary(catalog)
    sheet = read_sheet(text, words)
    document = sheet_document(sheet, text, catalog)
    if not asked.heats or not asked.people:
        if asked.json:
            return say_json(document)
        _say_sheet(sheet, catalog)
        return 0
    people = {one.key: one for one in read_people(asked.people, catalog, asked.date)}
    numbers = [event.number for event in sheet.events]
    listed = read_heats(read_text(asked.heats), numbers, [(key, one.name) for key, one in people.items()])
    heats = _placed(listed, asked)
    done = day_done(_work(asked, text, words, sheet, people, heats))
    if asked.json:
        return say_json({"sheet": document.json_value(), "day": done.document, "faults": done.faults})
    _say_faults([*sheet.faults, *listed.faults])
    _say_lines(done.document, asked.zone)
    return 0


def _zone(name: str) -> ZoneInfo:
    try:
        return ZoneInfo(name)
    except (KeyError, ValueError, OSError) as problem:
        raise UnusableFile(f"--zone: no time zone '{name}'; one is written like Europe/Dublin") from problem


def _placed(listed: HeatList, asked: argparse.Namespace) -> tuple[Heat, ...]:
    zone, first = _zone(asked.zone), day_named(asked.date)
    found = []
    for number, heat in enumerate(listed.heats, 1):
        date = day_of(heat.day, first, asked.days)
        if date is None:
            raise UnusableFile(f"--heats, line {heat.line}: '{heat.day}' is none of the {asked.days} days")
        entries = tuple(
            Entry(athlete=one.athlete, lane=one.lane, division=one.division) for one in heat.starting
        )
        starts_at = instant_of(date, heat.clock_min, zone)
        found.append(
            Heat(key=str(number), event=heat.event, number=heat.number, starts_at=starts_at, entries=entries)
        )
    return tuple(found)


def _work(
    asked: argparse.Namespace,
    text: str,
    words: Vocabulary,
    sheet: EventSheet,
    people: dict[str, Person],
    heats: tuple[Heat, ...],
) -> DayWork:
    kit = dict(sheet.venue.kit) if sheet.venue.kit is not None else None
    settings = PlanSettings(minutes=asked.minutes, kit=kit)
    starts = {(entry.athlete, heat.event): entry for heat in heats for entry in heat.entries}
    asks = [
        Preparing(event, people[athlete], entry, people[athlete].kit_at_home, ())
        for (athlete, event), entry in starts.items()
    ]
    racks = asked.racks if asked.racks is not None else sheet.venue.racks
    return DayWork(
        text=text,
        words=words,
        prepared=prepared_jsons(text, words, settings, None, asks),
        heats=heats,
        racks=USUAL_RACKS if racks is None else racks,
        zone=asked.zone,
        check_in_s=asked.check_in * 60,
        names={key: one.name for key, one in people.items()},
        heads=sheet.venue.heads,
    )


def _say_sheet(sheet: EventSheet, catalog: Catalog) -> None:
    if sheet.title:
        print(sheet.title)
    for event in sheet.events:
        told = [f"lanes of {event.lane_m:g} m"] if event.lane_m else []
        told += [f"{event.team} share a lane"] if event.team > 1 else []
        print(f"{event.title}{'  ' if told else ''}{', '.join(told)}")
        for work in event.workout.works:
            division = f" [{work.division}]" if work.division else ""
            print(f"   line {work.line}  {catalog.movements[work.movement].name}{division}")
        for said in event.standards:
            print(f"   standard, line {said.line}: {said.text}")
    _say_faults(sheet.faults)


def _say_faults(faults: Sequence[Fault]) -> None:
    for fault in faults:
        place = f"line {fault.line}: " if fault.line else ""
        print(f"   {place}{fault.says} {fault.way}")


def _say_lines(document: Mapping[str, Any], name: str) -> None:
    """Each athlete's line, a stretch a line."""
    zone = _zone(name)
    for line in document["lines"]:
        print(line["name"])
        heats = {one["heat"]: one for one in line["heats"]}
        for block in line["blocks"]:
            what = [one["name"] for one in block["drills"]]
            what += [f"{one['load']:g} x {one['reps']}" for one in block["sets"]]
            title = block["name"]
            if block["kind"] == "event":
                heat = heats[block["heat"]]
                title = f"{heat['title']}, ready {round(100 * heat['ready'])} of 100"
            at = clock_words(block["starts_at"], zone)
            print(f"   {at}  {title}{': ' if what else ''}{', '.join(what)}")
