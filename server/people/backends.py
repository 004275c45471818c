"""Who has signed in, with their gym: nearly every request needs both."""

from __future__ import annotations

from django.contrib.auth.backends import ModelBackend

from server.people.models import Person


class PersonBackend(ModelBackend):
    """Django's own, fetching the gym along."""

    def get_user(self, user_id: int) -> Person | None:
        person = Person.objects.select_related("gym").filter(pk=user_id).first()
        return person if person and self.user_can_authenticate(person) else None
