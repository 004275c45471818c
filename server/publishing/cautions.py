"""A caution that comes after sheets were sent: it holds when they are read, and the coach hears of it."""

from __future__ import annotations

from django.db.models import Exists, OuterRef
from django.utils import timezone

from server.people.models import Caution, Person
from server.programme.models import GymClass
from server.publishing.models import MemberSheet
from server.publishing.saying import coaches_of, tell_coaches

NEW = "a new caution of somebody who has their sheet"


def tell_of_caution(by: Person, row: Caution) -> None:
    """Word to the coaches of the classes to come whose sheets somebody with a new caution has, but for
    whoever wrote it down. In the transaction of the caution."""
    theirs = MemberSheet.objects.filter(publication__gym_class=OuterRef("pk"), person=row.person_id)
    coming = GymClass.objects.filter(Exists(theirs), starts_at__gt=timezone.now(), cancelled_at=None)
    for gym_class in coming.select_related("session__gym", "coach"):
        others = [coach for coach in coaches_of(gym_class) if coach.pk != by.pk]
        tell_coaches(gym_class, others, f"caution-{row.pk}", NEW)
