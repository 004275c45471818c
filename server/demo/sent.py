"""What the invented gym's people did with what they were sent: who looked, and what they said."""

import datetime
import random

from django.utils import timezone

from server.delivery.models import Delivery, OutboxMessage, Reach
from server.gym.models import Gym
from server.people.models import Person
from server.publishing.models import MemberSheet, Said
from server.schedule.models import Rule

EVENING = datetime.time(19, 0)
QUIET = {"Delphine Straw": ("21:00", "06:30"), "Ewan Thackery": ("22:00", "07:00")}
TEXTED = {"Bettina Oakes": "+44 1632 960041", "Gethin Prowse": "+44 1632 960077"}
NO_MAIL = "Farida Noor"
OPENED, DONE, FELT = 0.8, 0.7, 0.6  # shares of those before
HURT = ("Cormac Dell", "right shoulder, at the top of the press")


def choose_reach(gym: Gym) -> None:
    """The gym's rule, and how some members are reached."""
    Rule.objects.create(gym=gym, how=Rule.How.EVENING, clock=EVENING)
    people = {person.name: person for person in gym.people.all()}
    for name, (begins, ends) in QUIET.items():
        Reach.objects.create(person=people[name], quiet_from=begins, quiet_to=ends)
    for name, phone in TEXTED.items():
        Reach.objects.create(person=people[name], text=True, phone=phone)
    Reach.objects.create(person=people[NO_MAIL], mail=False)


def live_through(gym: Gym, chance: random.Random) -> None:
    """Classes that are over: their messages arrived the evening before, most looked, many said something."""
    now = timezone.now()
    over = {"gym_class__starts_at__lte": now, "gym_class__session__gym": gym}
    for row in Delivery.objects.filter(**over).select_related("gym_class", "person"):
        row.handed_at = (row.gym_class.starts_at if row.gym_class else now) - datetime.timedelta(hours=13)
        row.state, row.attempts = Delivery.State.HANDED, 1
        row.queued_at = row.due_at = row.handed_at
        row.save()
    sheets = MemberSheet.objects.filter(
        publication__gym_class__starts_at__lte=now, publication__gym_class__session__gym=gym
    )
    said: list[Said] = []
    for sheet in sheets.select_related("publication__gym_class", "person").order_by("pk"):
        if chance.random() < OPENED:
            starts = sheet.publication.gym_class.starts_at
            sheet.opened_at = sheet.seen_at = starts - datetime.timedelta(minutes=chance.randrange(20, 700))
            sheet.seen_stamp = str(sheet.publication.version)
            sheet.save()
            said += _said(sheet, sheet.person, chance)
    Said.objects.bulk_create(said)
    OutboxMessage.objects.filter(gym=gym).delete()


def _said(sheet: MemberSheet, person: Person, chance: random.Random) -> list[Said]:
    at = sheet.publication.gym_class.starts_at + datetime.timedelta(minutes=70)
    words: list[tuple[str, str]] = []
    if chance.random() < DONE:
        words.append((Said.Kind.DONE, "yes"))
        if sheet.page()["extras"]:
            words.append((Said.Kind.EXTRAS, "yes"))
    if chance.random() < FELT:
        words.append((Said.Kind.FELT, chance.choice(("better", "better", "same", "worse"))))
    if person.name == HURT[0]:
        words.append((Said.Kind.PAIN, HURT[1]))
    return [
        Said(
            gym_class=sheet.publication.gym_class,
            person=person,
            kind=kind,
            value=value,
            key=f"demo-{kind}",
            said_at=at,
        )
        for kind, value in words
    ]
