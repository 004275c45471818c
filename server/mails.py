"""What a mail or a calendar program asks for without anybody signed in: to be sent no more, and the classes
to come."""

from __future__ import annotations

import datetime
from collections.abc import Iterable

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, render
from django.utils import timezone
from django.views.decorators.csrf import csrf_exempt
from icalendar import Calendar, Event

from server.delivery.models import Reach
from server.delivery.reaching import end_mails
from server.delivery.words import person_of_word
from server.people.models import Person
from server.programme.models import GymClass
from server.publishing.models import MemberSheet
from server.publishing.sheets import page_now, sheets

BEHIND, AHEAD = datetime.timedelta(days=7), datetime.timedelta(days=60)
AN_HOUR = datetime.timedelta(hours=1)  # what a class takes; common practice
NAMED = 20  # drills of a prep in a calendar's entry


@csrf_exempt  # a mail program posts it for its reader (RFC 8058); the word is the key
def unsubscribe(request: HttpRequest, word: str) -> HttpResponse:
    """Somebody's mails about classes end with a POST; a GET only asks whether they should."""
    person_id = person_of_word(word)
    if person_id is None:
        raise Http404
    person = get_object_or_404(Person.objects.select_related("gym"), pk=person_id)
    if request.method == "POST":
        end_mails(person.pk)
    nonce = str(request.csp_nonce)  # type: ignore[attr-defined]  # by django-csp
    shown = {"gym": person.gym.name, "done": request.method == "POST", "nonce": nonce}
    answer = render(request, "delivery/unsubscribe.html", shown)
    answer["Cache-Control"] = "no-store"
    return answer


def feed(request: HttpRequest, token: str) -> HttpResponse:
    """A member's classes as a calendar (RFC 5545): the class's prep as far as it is for them, and nothing of
    their own but the link to it."""
    rows = Reach.objects.select_related("person__gym")
    person = get_object_or_404(rows, feed=token, person__left_at=None).person
    now = timezone.now()
    classes = (
        GymClass.objects.filter(people=person, starts_at__range=(now - BEHIND, now + AHEAD))
        .select_related("coach")
        .order_by("starts_at")
    )
    calendar = Calendar()
    calendar.add("prodid", "-//Dusty Chalk//classes//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", person.gym.name)
    mine = {sheet.publication.gym_class_id: sheet for sheet in _newest_sheets(person, classes)}
    for gym_class in classes:
        calendar.add_component(_event(gym_class, person, mine.get(gym_class.pk)))
    answer = HttpResponse(calendar.to_ical(), content_type="text/calendar; charset=utf-8")
    answer["Cache-Control"] = "private, max-age=300"
    return answer


def _newest_sheets(person: Person, classes: Iterable[GymClass]) -> list[MemberSheet]:
    """Somebody's part of each class, of its newest version that has one."""
    rows = sheets().filter(person=person, publication__gym_class__in=list(classes))
    return list(rows.order_by("publication__version"))


def _event(gym_class: GymClass, person: Person, sheet: MemberSheet | None) -> Event:
    event = Event()
    host = settings.ADDRESS.split("//")[1].split(":")[0]
    event.add("uid", f"class-{gym_class.pk}@{host}")
    event.add("dtstamp", sheet.publication.published_at if sheet else gym_class.starts_at)
    event.add("dtstart", gym_class.starts_at.astimezone(datetime.UTC))
    event.add("dtend", (gym_class.starts_at + AN_HOUR).astimezone(datetime.UTC))
    event.add("summary", person.gym.name)
    event.add("sequence", sheet.publication.version if sheet else 0)
    event.add("status", "CANCELLED" if gym_class.cancelled_at else "CONFIRMED")
    if person.gym.place:
        event.add("location", person.gym.place)
    if sheet and not gym_class.cancelled_at:
        event.add("description", _prep_words(sheet))
    if sheet and not sheet.link_ended:
        event.add("url", f"{settings.ADDRESS}/m/{sheet.token}")
    return event


def _prep_words(sheet: MemberSheet) -> str:
    """The class's prep as far as its member does it: nothing that is only theirs, and nothing that may not
    reach them."""
    of_class, theirs = sheet.publication.page, {item["drill"] for item in page_now(sheet)[0]["items"]}
    names = [item["name"] for item in of_class["items"] if item["drill"] in theirs]
    return f"Prep, {of_class['minutes']} min: {', '.join(names[:NAMED])}."
