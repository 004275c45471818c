"""Small gyms for tests: two of them, so that each can try to see the other's rows."""

from __future__ import annotations

import datetime
import json
import re

from django.test import Client
from django.utils import timezone

from server.accounts.models import Account
from server.accounts.sign_in import PASSWORD_BACKEND
from server.competition.actions import EntryIn, HeatIn, add_competition, change_competition, take_heats
from server.competition.models import Competition
from server.competition.publishing import publish_lines
from server.gym.models import Gym, KitItem
from server.people.models import Caution, MeasuredRange, Person
from server.programme.models import GymClass, Session
from server.shelf.models import OwnMethod

PASSWORD = "slate-and-dust"
TEXT = (
    "A) Front squat 4x4 @ 78%\n\nB) 3 rounds for time\n15 push presses 40/27.5 kg\n"
    "9 pull-ups\nscaled: ring rows"
)


class SmallGym:
    """A gym with a coach, three members, some kit, and one session with one class."""

    def __init__(self, name: str = "Kiln Row"):
        self.slug = name.split()[0].lower()
        self.gym = Gym.objects.create(name=name, minutes=12)
        for item, pieces in {"barbell": 10, "band": 6, "stick": 8, "pull-up-bar": 6, "box": 4}.items():
            KitItem.objects.create(gym=self.gym, item=item, pieces=pieces)
        self.coach = self.person("Coach Marl", "coach")
        self.members = [self.person(name, "member") for name in ("Ada Finch", "Bo Crane", "Cy Dunnock")]
        self.measure(self.members[0], "wrist.extension", 48)
        self.session = Session.objects.create(
            gym=self.gym, date=timezone.localdate(), title="Kiln day", text=TEXT
        )
        self.gym_class = GymClass.objects.create(
            session=self.session, starts_at=timezone.now() + datetime.timedelta(hours=5), coach=self.coach
        )
        self.gym_class.people.set(self.members)

    def person(self, name: str, role: str, **fields) -> Person:
        """Somebody with an account; cautions hold from today."""
        cautions, note = fields.pop("cautions", ()), fields.pop("caution_note", "")
        email = f"{name.split()[0].lower()}.{role}@{self.slug}.example"
        account = Account.objects.create_user(email, PASSWORD)
        usual = {"sex": "female", "born": 1990, "mass_kg": 64, **fields}
        person = Person.objects.create(
            gym=self.gym, account=account, email=email, name=name, role=role, **usual
        )
        self.caution(person, *cautions, note=note)
        return person

    @staticmethod
    def caution(person: Person, *cautions: str, note: str = "") -> None:
        for caution in cautions:
            Caution.objects.create(person=person, caution=caution, note=note, since=timezone.localdate())

    @staticmethod
    def measure(person: Person, motion: str, value: float, side: str = "both") -> None:
        MeasuredRange.objects.create(
            person=person, motion=motion, value=value, side=side, measured_on=timezone.localdate()
        )

    def client(self, person: Person | None = None) -> Client:
        client = Client()
        client.force_login((person or self.coach).account, backend=PASSWORD_BACKEND)
        return client


def competition_with(home: SmallGym, people: list[Person]) -> Competition:
    """A competition in three days at which these people start in one heat of one event, their lines given."""
    first = timezone.localdate() + datetime.timedelta(days=3)
    made = add_competition(home.coach, {"name": "Reed Cup", "first": first})
    sheet = "Event 1: Sluice\n3 rounds for time, cap 9\n10 pull-ups\n15 air squats"
    made = change_competition(home.coach, made.pk, made.version, {"sheet": sheet})
    starts_at = datetime.datetime.combine(first, datetime.time(9), datetime.UTC)
    heat = HeatIn("1", "1", starts_at, [EntryIn(one.pk, lane) for lane, one in enumerate(people, 1)])
    made = take_heats(home.coach, made.pk, made.version, [heat])
    publish_lines(home.coach, made.pk)
    return made


def up_to_date(path: str, data: dict) -> dict:
    """What a page sends that shows the newest version of what it changes."""
    session = re.fullmatch(r"/api/sessions/(\d+)", path)
    if session:
        return {"version": Session.objects.get(pk=session[1]).version, **data}
    method = re.fullmatch(r"/api/methods/(.+)", path)
    if method:
        return {"version": OwnMethod.objects.get(slug=method[1]).version, **data}
    return data


def change(client: Client, session: Session, **fields):
    """Save fields of a session, as a page that is up to date does."""
    path = f"/api/sessions/{session.pk}"
    return client.patch(path, json.dumps(up_to_date(path, fields)), content_type="application/json")


def say(token: str, kind: str, value: str = "", key: str = "", client: Client | None = None):
    """What a member's page sends when they say something."""
    row = {
        "kind": kind,
        "value": value,
        "key": key or f"said-{kind}-{value}",
        "at": timezone.now().isoformat(),
    }
    path = f"/api/sheets/{token}/said"
    return (client or Client()).post(path, json.dumps({"rows": [row]}), content_type="application/json")


def body(session: Session, **changes) -> dict:
    """What the Bench sends."""
    return {
        "text": session.text,
        "minutes": 12,
        "method": "general-to-specific",
        "class_id": None,
        "pins": [],
        "bans": [],
        "order": [],
        **changes,
    }
