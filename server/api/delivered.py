"""What became of a class's sheets and messages, as its coach sees it."""

from __future__ import annotations

from server.api import schemas
from server.delivery.models import Delivery
from server.prep.drafts import day_of
from server.programme.models import GymClass
from server.publishing.models import MemberSheet, Publication, Said
from server.publishing.sheets import felt_in_all, new_cautions, said_by, stamp_of

MESSAGES_SHOWN = 4  # of one person


def deliveries_of(gym_class: GymClass, latest: Publication) -> list[schemas.DeliveryOut]:
    """Everybody on the newest version, by name, in a fixed number of queries."""
    rows = latest.sheets.select_related("person").prefetch_related("person__cautions")
    sheets = list(rows.order_by("person__name"))
    said = said_by([sheet.person_id for sheet in sheets], gym_class.pk)
    messages: dict[int, list[Delivery]] = {}
    for row in Delivery.objects.filter(gym_class=gym_class).exclude(kind=Delivery.Kind.COACH).order_by("-pk"):
        messages.setdefault(row.person_id, []).append(row)
    last_seen = _last_seen(gym_class)
    found: list[schemas.DeliveryOut] = []
    for sheet in sheets:
        sheet.publication = latest
        since = new_cautions(sheet, sheet.person.cautions_on(day_of(gym_class.session)))
        seen = last_seen.get(sheet.person_id)
        told = said.get(sheet.person_id, {})
        page = sheet.page()
        found.append(
            schemas.DeliveryOut(
                id=sheet.pk,
                ended=sheet.ended_at is not None,
                person=sheet.person_id,
                name=sheet.person.name,
                link=f"/m/{sheet.token}",
                opened=sheet.opened_at is not None,
                felt=felt_in_all(told),
                done=told.get(Said.Kind.DONE) == "yes",
                extras_done=told.get(Said.Kind.EXTRAS) == "yes",
                pain=told.get(Said.Kind.PAIN),
                extras=len(page["extras"]),
                swaps=len(page["swaps"]),
                messages=[_message(row) for row in messages.get(sheet.person_id, ())[:MESSAGES_SHOWN]],
                taken_out=bool(since),
                holds_old=seen is not None and seen != stamp_of(latest.version, since),
            )
        )
    return found


def _last_seen(gym_class: GymClass) -> dict[int, str]:
    """The page that a device of each member last had before it, by its stamp."""
    seen = MemberSheet.objects.filter(publication__gym_class=gym_class, seen_at__isnull=False)
    return dict(seen.order_by("seen_at").values_list("person_id", "seen_stamp"))


def _message(row: Delivery) -> schemas.MessageOut:
    return schemas.MessageOut(
        channel=row.channel,
        kind=row.kind,
        state=row.state,
        why=row.why,
        at=row.handed_at or row.due_at,
    )


def told_of_version(publication: Publication) -> int:
    """How many people there are messages to, about a version."""
    rows = Delivery.objects.filter(gym_class_id=publication.gym_class_id, cause=f"v{publication.version}")
    return rows.values("person").distinct().count()
