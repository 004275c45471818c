"""Publishing a class: permission, change and record in one place."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from core.documents.bench import worked_document
from core.documents.sheet import Sheet, sheet_document
from core.errors import CoreError, PlanRefused
from core.prep.member import fit_member
from core.session import Worked, work_out
from server.people.models import Person
from server.prep.dials import Dials
from server.prep.drafts import dials_of, session_ask
from server.programme.models import GymClass, Session
from server.publishing.models import MemberSheet, OutboxMessage, Publication


class NothingToPublish(CoreError):
    """The class cannot be published yet; ``field`` names what is missing."""

    def __init__(self, field: str, message: str):
        self.field = field
        super().__init__(message)


NOBODY = "Nobody is on this class's roster yet, so there is no one to publish to."
NO_PREP = "There is no prep to publish: nothing on the board could be prepared."


@transaction.atomic
def publish_class(gym_class: GymClass, by: Person) -> Publication:
    """Publish a class's prep to everyone on its roster, now.

    Raises NothingToPublish for an empty roster or text, UnusableText or PlanRefused for what cannot be
    planned, and PermissionError for anyone but a coach of that gym. Nothing is saved unless everything is.
    """
    if not by.coaches or by.gym_id != gym_class.session.gym_id:
        raise PermissionError("Only a coach of this gym can publish a class.")
    gym_class = GymClass.objects.select_for_update().get(pk=gym_class.pk)
    session = gym_class.session
    people = list(gym_class.people.filter(is_active=True).prefetch_related("ranges").order_by("name"))
    if not people:
        raise NothingToPublish("people", NOBODY)
    worked = work_out(session_ask(session, gym_class), brief=True)
    if not worked.sheet.items and not worked.sheet.ramp:
        raise PlanRefused("text", NO_PREP)
    latest = gym_class.publications.first()
    publication = Publication.objects.create(
        gym_class=gym_class,
        version=(latest.version if latest else 0) + 1,
        published_by=by,
        digest=draft_digest(session),
        content={"title": session.title, "text": session.text, "bench": _record(worked)},
    )
    sheets = [
        MemberSheet(publication=publication, person=person, content=member_content(gym_class, worked, person))
        for person in people
    ]
    MemberSheet.objects.bulk_create(sheets)
    OutboxMessage.objects.bulk_create(_message(gym_class, publication, sheet) for sheet in sheets)
    return publication


def member_content(gym_class: GymClass, worked: Worked, person: Person) -> dict[str, Any]:
    """One member's page, as plain data: nobody else's ranges are in it. worked: of the class."""
    session = gym_class.session
    return {
        **member_sheet(worked, session.text, person).json_value(),
        "title": session.title,
        "date": session.date.isoformat(),
        "starts_at": gym_class.starts_at.isoformat(),
        "gym": session.gym.name,
        "coach": gym_class.coach.name if gym_class.coach else "",
        "name": person.name,
        "timezone": session.gym.timezone,
        "caution_note": person.caution_note,
    }


def member_sheet(worked: Worked, text: str, person: Person) -> Sheet:
    """The class's prep fitted to one person, who may be on its roster or not."""
    value = person.value(timezone.localdate())
    on_the_roster = any(other.key == value.key for other in worked.ask.people)
    fitted = fit_member(
        worked.sheet,
        worked.workout,
        value,
        worked.settings,
        worked.catalog,
        worked.profile if on_the_roster else None,
    )
    return sheet_document(fitted, worked.sheet, worked.workout, text, value.division, worked.catalog)


def draft_digest(session: Session) -> str:
    """What a publication was made from, so a later change is noticed. People's ranges are not in it."""
    dials = dials_of(session)
    parts: list[Any] = [
        session.text,
        dials.minutes,
        dials.method,
        list(dials.pins),
        list(dials.bans),
        list(dials.order),
        *([dials.doses] if dials.doses else []),
        *_later_dials(dials),
    ]
    return hashlib.sha256(json.dumps(parts).encode()).hexdigest()


def _later_dials(dials: Dials) -> list[dict[str, Any]]:
    """Dials that came later, only when they are turned: what was published before they existed has not
    changed."""
    after = [dials.after_text, dials.after_min] if dials.after_text.strip() else None
    turned = {"breaks": dials.breaks, "after": after, "cold": dials.cold, "locked": dials.locked}
    if dials.hot:
        turned["hot"] = True
    return [turned] if any(turned.values()) else []


def _record(worked: Worked) -> dict[str, Any]:
    """The class's record: no figures, which are drawn anew from the drill's id, and nobody's ranges."""
    record: dict[str, Any] = without_pictures(worked_document(worked).json_value())
    for demand in record["demands"]:
        demand["people"] = []
    return record


def without_pictures(value: Any) -> Any:
    """Plain data without figures."""
    if isinstance(value, dict):
        return {key: without_pictures(field) for key, field in value.items() if key != "picture"}
    return [without_pictures(item) for item in value] if isinstance(value, list) else value


def _message(gym_class: GymClass, publication: Publication, sheet: MemberSheet) -> OutboxMessage:
    session = gym_class.session
    again = " (changed)" if publication.version > 1 else ""
    extras = len(sheet.content["extras"])
    mine = f" You have {extras} of your own before class." if extras else ""
    first_name = sheet.person.name.split()[0]
    link = f"{settings.ADDRESS}/m/{sheet.token}"
    return OutboxMessage(
        gym=session.gym,
        person=sheet.person,
        sheet=sheet,
        subject=f"{session.title}: your prep{again}",
        body=f"{first_name}, the prep for {session.title} is ready.{mine}\n\n{link}\n",
    )
