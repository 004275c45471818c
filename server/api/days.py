"""An athlete's own day, by its unguessable link."""

from __future__ import annotations

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema, Status
from pydantic import AwareDatetime, Field

from core.documents.base import as_json
from core.documents.member_day import MemberDay
from server.api.access import rows_of
from server.api.problems import Problem
from server.competition.models import LineSheet
from server.competition.pages import Word, line_sheets, newest_of, note_said, shown_day

router = Router(tags=["days"])


class EventWord(Schema):
    """Something said of an event. value: a result, better, same or worse, a position, or what hurts."""

    event: Annotated[str, Field(max_length=10)]
    kind: Literal["result", "felt", "held", "failed", "pain"]
    value: Annotated[str, Field(max_length=200)] = ""
    key: Annotated[str, Field(pattern="^[0-9A-Za-z-]{8,64}$")]
    at: AwareDatetime


class EventWords(Schema):
    rows: Annotated[list[EventWord], Field(max_length=50)]


class ToldOfEvent(Schema):
    """What an athlete last said of an event; held and failed: positions."""

    event: str
    result: str
    felt: str
    pain: str
    held: list[str]
    failed: list[str]


class DayPage(MemberDay):
    """An athlete's day as it may reach them now. stamp: names it as it stands."""

    name: str
    competition: str
    place: str
    gym: str
    timezone: str
    version: int
    stamp: str
    changes: tuple[str, ...]
    taken_out: tuple[str, ...]
    said: tuple[ToldOfEvent, ...]


def day_by_link(token: str) -> LineSheet:
    """The newest line a link leads to. Raises Http404, and Problem for a link that has ended."""
    sheet = get_object_or_404(line_sheets(), token=token)
    if sheet.link_ended:
        raise Problem(410, "This link has ended", "This link has ended. Ask your coach for the newest day.")
    return newest_of(sheet)


@router.get("/days/{token}", auth=None, response=DayPage)
def day_page(request: HttpRequest, token: str) -> HttpResponse:
    """One athlete's day; the link is the key. A newer version takes its place."""
    return _page(day_by_link(token))


@router.post("/days/{token}/opened", auth=None, response={204: None})
def day_opened(request: HttpRequest, token: str) -> Status[None]:
    """The athlete has the newest version before them; a coach who looks is not the athlete."""
    sheet = day_by_link(token)
    rows = rows_of(request) if request.user.is_authenticated else []
    looks = any(row.coaches_in(sheet.competition.gym_id) and row.pk != sheet.person_id for row in rows)
    if not looks and sheet.seen_at is None:
        LineSheet.objects.filter(pk=sheet.pk).update(seen_at=timezone.now())
    return Status(204, None)


@router.post("/days/{token}/said", auth=None, response=DayPage)
def day_said(request: HttpRequest, token: str, payload: EventWords) -> HttpResponse:
    """What the athlete says after an event; the answer is the page as it is now."""
    sheet = day_by_link(token)
    note_said(sheet, [Word(**row.dict()) for row in payload.rows])
    return _page(sheet)


def _page(sheet: LineSheet) -> HttpResponse:
    return HttpResponse(as_json(shown_day(sheet)), content_type="application/json")
