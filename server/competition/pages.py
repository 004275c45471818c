"""An athlete's day by its link: the newest version, as far as it may reach them by now, and what they say
after each event."""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import Any, NamedTuple

from django.conf import settings
from django.db.models import QuerySet
from django.utils import timezone
from icalendar import Calendar, Event

from core.documents.member_day import day_since
from server.competition.models import Competition, EventSaid, LineSheet
from server.delivery.ledger import Message, queue_lines
from server.delivery.models import Delivery
from server.people.models import Person
from server.shelf.actions import vocabulary_of

AHEAD, BEHIND = timedelta(minutes=2), timedelta(days=30)
MOST_KEPT = 200  # of one athlete at one competition
HURTS = "somebody at a competition said that something hurts"
SHOWN_KINDS = (EventSaid.Kind.RESULT, EventSaid.Kind.FELT, EventSaid.Kind.PAIN)


def line_sheets() -> QuerySet[LineSheet]:
    """Lines with all that showing one takes."""
    return LineSheet.objects.select_related("competition__gym", "person")


def newest_of(sheet: LineSheet) -> LineSheet:
    """The same athlete's newest line."""
    mine = line_sheets().filter(competition_id=sheet.competition_id, person_id=sheet.person_id)
    return mine.order_by("-version").first() or sheet


def shown_day(sheet: LineSheet) -> dict[str, Any]:
    """The fields of an athlete's page."""
    competition = sheet.competition
    day = max(competition.first, competition.gym.today())
    person = Person.objects.whole().get(pk=sheet.person_id)
    now = {*(row.caution for row in person.cautions_on(day)), *person.adaptive}
    since = sorted(now - set(sheet.kept_to))
    page = {**sheet.page, "taken_out": []}
    if since:
        page = day_since(sheet.page, person.value(day), vocabulary_of(competition.gym).catalog)
    stamp = str(sheet.version)
    if since:
        stamp += "-" + hashlib.sha256(",".join(since).encode()).hexdigest()[:12]
    return {
        **page,
        "name": sheet.person.name,
        "competition": competition.name,
        "place": competition.place,
        "gym": competition.gym.name,
        "timezone": str(competition.zone),
        "version": sheet.version,
        "stamp": stamp,
        "changes": sheet.changes,
        "said": said_of(competition, sheet.person_id),
    }


class Word(NamedTuple):
    """Something an athlete says of an event. value: a result, a feeling, or a position."""

    event: str
    kind: str
    value: str
    key: str
    at: datetime


def note_said(sheet: LineSheet, words: Sequence[Word]) -> None:
    """Keep what an athlete says, each once however often it is sent."""
    now = timezone.now()
    mine = EventSaid.objects.filter(competition_id=sheet.competition_id, person_id=sheet.person_id)
    room = max(0, MOST_KEPT - mine.count())
    rows = [
        EventSaid(
            competition_id=sheet.competition_id,
            person_id=sheet.person_id,
            event=word.event,
            kind=word.kind,
            value=word.value,
            key=word.key,
            said_at=min(max(word.at, now - BEHIND), now + AHEAD),
        )
        for word in words[:room]
    ]
    known = set(mine.filter(key__in=[row.key for row in rows]).values_list("key", flat=True))
    EventSaid.objects.bulk_create(rows, ignore_conflicts=True)
    pains = [row for row in rows if row.kind == EventSaid.Kind.PAIN and row.key not in known]
    if pains:
        _tell_coaches(sheet, pains[0])


def _tell_coaches(sheet: LineSheet, row: EventSaid) -> None:
    """Word to the coaches who are there that something hurts; what and whose stands behind the link."""
    competition = sheet.competition
    coaches = list(competition.coaches.all())
    link = f"/competition/{competition.pk}"
    words = [Message(coach, Delivery.Kind.COACH, link, HURTS, lasts=True) for coach in coaches]
    queue_lines(competition, f"pain-{row.key}"[:40], words, timezone.now())


def said_of(competition: Competition, person_id: int) -> list[dict[str, Any]]:
    """What an athlete last said of each event."""
    rows = EventSaid.objects.filter(competition=competition, person_id=person_id).order_by("said_at", "pk")
    events: dict[str, dict[str, Any]] = {}
    for row in rows:
        told = events.setdefault(
            row.event, {"event": row.event, "result": "", "felt": "", "pain": "", "held": [], "failed": []}
        )
        if row.kind in SHOWN_KINDS:
            told[row.kind] = row.value
            continue
        for kind in ("held", "failed"):
            told[kind] = [one for one in told[kind] if one != row.value]
        told[row.kind].append(row.value)
    return list(events.values())


def calendar_of(sheet: LineSheet) -> bytes:
    """An athlete's heats as a calendar (RFC 5545), each from when its preparation begins; nothing of a
    body."""
    page, competition = shown_day(sheet), sheet.competition
    calendar = Calendar()
    calendar.add("prodid", "-//Dusty Chalk//competition//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", competition.name)
    host = settings.ADDRESS.split("//")[1].split(":")[0]
    for heat in page["heats"]:
        doing = [
            block
            for block in page["blocks"]
            if block["heat"] == heat["heat"] and (block["drills"] or block["sets"])
        ]
        begins = min((block["starts_at"] for block in doing), default=heat["check_in_at"])
        event = Event()
        event.add("uid", f"heat-{heat['heat']}-{sheet.person_id}@{host}")
        event.add("dtstamp", sheet.published_at)
        event.add("dtstart", datetime.fromtimestamp(begins, UTC))
        event.add("dtend", datetime.fromtimestamp(heat["ends_at"], UTC))
        event.add("sequence", sheet.version)
        event.add("summary", f"{heat['title']}: on the floor {_clock(heat['starts_at'], competition)}")
        lane = f", lane {heat['lane']}" if heat["lane"] else ""
        said = (
            f"Check-in {_clock(heat['check_in_at'], competition)}{lane}. {settings.ADDRESS}/m/d/{sheet.token}"
        )
        event.add("description", said)
        if competition.place:
            event.add("location", competition.place)
        calendar.add_component(event)
    found: bytes = calendar.to_ical()
    return found


def _clock(instant: int, competition: Competition) -> str:
    return f"{datetime.fromtimestamp(instant, competition.zone):%H:%M}"
