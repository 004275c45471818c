"""Publishing a class: permission, change and record in one place."""

from __future__ import annotations

import hashlib
import json
import re
from dataclasses import asdict

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from core.catalog import Catalog
from core.errors import CoreError, PlanRefused
from core.json_out import homework_json
from core.prep.member import fit_member
from core.reading import Workout
from server.people.models import Person
from server.prep.bench import BenchInput, Derived, compute, derived_view, items_view, ramp_view
from server.prep.drafts import bench_input, draft_of
from server.programme.models import GymClass, Session
from server.publishing.models import MemberSheet, OutboxMessage, Publication


LINE_START = re.compile(r"^\s*(?:[A-Z]\d?[).:]\s+|(?:rx|scaled|foundation|masters)\s*:\s*)", re.IGNORECASE)


class NothingToPublish(CoreError):
    """The class cannot be published yet; ``field`` names what is missing."""

    def __init__(self, field: str, message: str):
        self.field = field
        super().__init__(message)


@transaction.atomic
def publish_class(gym_class: GymClass, by: Person) -> Publication:
    """Publish a class's prep to everyone on its roster, now.

    Raises NothingToPublish for an empty roster or text, UnusableText or PlanRefused for what cannot be planned, and
    PermissionError for anyone but a coach of that gym. Nothing is saved unless everything is.
    """
    if not by.coaches or by.gym_id != gym_class.session.gym_id:
        raise PermissionError("Only a coach of this gym can publish a class.")
    gym_class = GymClass.objects.select_for_update().get(pk=gym_class.pk)
    people = list(gym_class.people.filter(is_active=True).prefetch_related("ranges").order_by("name"))
    if not people:
        raise NothingToPublish(
            "people", "Nobody is on this class's roster yet, so there is no one to publish to."
        )
    asked = bench_input(gym_class.session, gym_class)
    derived = compute(asked)
    if not derived.sheet.items and not derived.sheet.ramp:
        raise PlanRefused("text", "There is no prep to publish: nothing on the board could be prepared.")
    latest = gym_class.publications.first()
    publication = Publication.objects.create(
        gym_class=gym_class,
        version=(latest.version if latest else 0) + 1,
        published_by=by,
        digest=draft_digest(gym_class.session),
        content={
            "title": gym_class.session.title,
            "text": gym_class.session.text,
            "bench": without_pictures(_public(derived_view(derived))),
        },
    )
    sheets = [
        MemberSheet(
            publication=publication,
            person=person,
            content=without_pictures(member_content(gym_class, derived, asked, person)),
        )
        for person in people
    ]
    MemberSheet.objects.bulk_create(sheets)
    OutboxMessage.objects.bulk_create(_message(gym_class, publication, sheet) for sheet in sheets)
    return publication


def member_content(gym_class: GymClass, derived: Derived, asked: BenchInput, person: Person) -> dict:
    """One member's page, as plain data: nobody else's ranges are in it."""
    catalog = derived.catalog
    value = person.value(timezone.localdate())
    fitted = fit_member(
        derived.sheet,
        derived.workout,
        value,
        derived.settings,
        catalog,
        derived.profile if any(one.key == value.key for one in asked.people) else None,
    )
    own = derived.workout.for_division(value.division)
    session = gym_class.session
    return {
        "title": session.title,
        "date": session.date.isoformat(),
        "starts_at": gym_class.starts_at.isoformat(),
        "gym": session.gym.name,
        "coach": gym_class.coach.name if gym_class.coach else "",
        "name": person.name,
        "timezone": session.gym.timezone,
        "text": session.text,
        "division": value.division or "",
        "work": _work_lines(own, session.text, catalog),
        "minutes": derived.sheet.minutes,
        "method": catalog.methods[derived.sheet.method].name,
        "items": items_view(fitted.items, catalog),
        "ramp": ramp_view(fitted.ramp, catalog),
        "cooldown": items_view(fitted.cooldown, catalog),
        "extras": items_view(fitted.extras, catalog),
        "swaps": [
            {
                **asdict(swap),
                "instead_name": catalog.drills[swap.instead_of].name,
                "name": catalog.drills[swap.drill].name if swap.drill else None,
            }
            for swap in fitted.swaps
        ],
        "gaps": [
            {
                **asdict(gap),
                "name": catalog.demands[gap.motion].name,
                "plain": catalog.demands[gap.motion].plain,
            }
            for gap in fitted.gaps
        ],
        "breaks": [
            {
                "name": stop.name,
                "minutes": stop.minutes,
                "items": items_view(stop.items, catalog),
                "ramp": ramp_view(stop.ramp, catalog),
            }
            for stop in fitted.breaks
        ],
        "homework": [
            {
                **homework_json(one),
                "motion_name": catalog.demands[one.motion].name,
                "plain": catalog.demands[one.motion].plain,
            }
            for one in fitted.homework
        ],
        "caution_note": person.caution_note,
    }


def _work_lines(own: Workout, text: str, catalog: Catalog) -> list[dict]:
    """The lines this member does, as written, each once; headings and division words in front are left off."""
    lines = text.splitlines()
    seen: set[int] = set()
    found = []
    for part in own.parts:
        for work in part.work:
            if work.line in seen:
                continue
            seen.add(work.line)
            found.append(
                {
                    "part": part.name,
                    "format": part.format.kind,
                    "line": work.line,
                    "name": catalog.movements[work.movement].name,
                    "text": LINE_START.sub("", lines[work.line - 1]).strip(),
                    "standard": catalog.movements[work.movement].standard,
                }
            )
    return found


def draft_digest(session: Session) -> str:
    """What a publication was made from, so a later change is noticed. People's ranges are not in it."""
    draft = draft_of(session)
    parts = [
        session.text,
        draft.minutes,
        draft.method,
        draft.pins,
        draft.bans,
        draft.order,
        *([draft.doses] if draft.doses else []),
        *_later_dials(draft),
    ]
    return hashlib.sha256(json.dumps(parts).encode()).hexdigest()


def _later_dials(draft) -> list:
    """Dials that came later, only when they are turned: what was published before they existed has not changed."""
    turned = {
        "breaks": draft.breaks,
        "after": [draft.after_text, draft.after_min] if draft.after_text.strip() else None,
        "cold": draft.cold,
        "locked": draft.locked,
    }
    return [turned] if any(turned.values()) else []


def without_pictures(value):
    """Plain data without figures: they are drawn from the drill's id when a page is opened, so nothing stored repeats them."""
    if isinstance(value, dict):
        return {key: without_pictures(one) for key, one in value.items() if key != "picture"}
    return [without_pictures(one) for one in value] if isinstance(value, list) else value


def _public(view: dict) -> dict:
    """The class's record without anyone's ranges."""
    for demand in view["demands"]:
        demand["people"] = []
    return view


def _message(gym_class: GymClass, publication: Publication, sheet: MemberSheet) -> OutboxMessage:
    session = gym_class.session
    again = " (changed)" if publication.version > 1 else ""
    extras = len(sheet.content["extras"])
    mine = f" You have {extras} of your own before class." if extras else ""
    return OutboxMessage(
        gym=session.gym,
        person=sheet.person,
        sheet=sheet,
        subject=f"{session.title}: your prep{again}",
        body=f"{sheet.person.name.split()[0]}, the prep for {session.title} is ready.{mine}\n\n{settings.ADDRESS}/m/{sheet.token}\n",
    )
