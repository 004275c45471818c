"""A caution that comes after sheets were sent: it holds when they are read, and the coach hears of it."""

from __future__ import annotations

import datetime

from django.db import transaction
from django.db.models import Exists, OuterRef
from django.utils import timezone

from server.people.actions import note_caution
from server.people.models import Caution, Person
from server.programme.models import GymClass
from server.publishing.models import MemberSheet
from server.publishing.saying import coaches_of, tell_coaches

NEW = "a new caution of somebody who has their sheet"


@transaction.atomic
def write_caution(
    by: Person,
    person: Person,
    caution: str,
    *,
    note: str,
    by_word: str,
    since: datetime.date,
    until: datetime.date | None,
) -> Caution:
    """Write down what must not reach somebody. The coaches of the classes to come whose sheets they have are
    told, but for whoever writes it. Raises NotKept and PermissionError."""
    row = note_caution(by, person, caution, note=note, by_word=by_word, since=since, until=until)
    theirs = MemberSheet.objects.filter(publication__gym_class=OuterRef("pk"), person=person)
    coming = GymClass.objects.filter(Exists(theirs), starts_at__gt=timezone.now(), cancelled_at=None)
    for gym_class in coming.select_related("session__gym", "coach"):
        others = [coach for coach in coaches_of(gym_class) if coach.pk != by.pk]
        tell_coaches(gym_class, others, f"caution-{row.pk}", NEW)
    return row
