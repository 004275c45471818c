"""Load the invented gym once; later calls change nothing."""

import datetime
import random
from zoneinfo import ZoneInfo

from django.contrib.auth.hashers import make_password
from django.core.management.base import BaseCommand
from django.db import transaction
from django.utils import timezone

from server.demo import scenario
from server.gym.models import Gym, KitItem
from server.people.models import MeasuredRange, Person
from server.prep.models import PrepDraft
from server.programme.models import GymClass, Session
from server.publishing.actions import publish_class

SEED = 8  # the same people every time


class Command(BaseCommand):
    help = "Load the demo gym, unless there is one"

    @transaction.atomic
    def handle(self, *args, **options):
        if Gym.objects.exists():
            return
        self.stdout.write("Loading the demo gym")
        chance = random.Random(SEED)
        gym = Gym.objects.create(**scenario.GYM)
        KitItem.objects.bulk_create(
            KitItem(gym=gym, item=item, pieces=pieces) for item, pieces in scenario.KIT.items()
        )
        coaches, members = _people(gym, chance)
        sessions = _sessions(gym, coaches, members, chance)
        _publish_past(sessions)


def _people(gym: Gym, chance: random.Random) -> tuple[list[Person], list[Person]]:
    password = make_password(scenario.PASSWORD)
    year = timezone.localdate().year
    people = []
    for name in (*scenario.COACHES, *scenario.MEMBERS):
        first, last = name.lower().replace("-", "").split(" ", 1)
        coaching = name in scenario.COACHES
        role = "owner" if name == scenario.OWNER else "coach" if coaching else "member"
        sex = chance.choice(["male", "female"])
        cautions, note = scenario.CAUTIONS.get(name, ([], ""))
        people.append(
            Person(
                gym=gym,
                email=f"{first}.{last}@quarrybell.example",
                name=name,
                role=role,
                password=password,
                sex=sex,
                born=year - int(chance.triangular(19, 68, 34)),
                height_m=round(chance.gauss(1.78 if sex == "male" else 1.66, 0.07), 2),
                mass_kg=round(chance.gauss(82 if sex == "male" else 67, 9), 1),
                division=chance.choices(["", "scaled"], [0.7, 0.3])[0],
                adaptive=["seated"]
                if name == scenario.SEATED
                else ["one-arm"]
                if name == scenario.ONE_ARM
                else [],
                cautions=cautions,
                caution_note=note,
                kit_at_home=chance.choice([[], [], ["band"], ["stick"], ["foam-roller", "band"]]),
            )
        )
    people = Person.objects.bulk_create(people)
    ranges = _ranges(people, chance)
    MeasuredRange.objects.bulk_create([*ranges, *_earlier(ranges)])
    return people[: len(scenario.COACHES)], people[len(scenario.COACHES) :]


def _ranges(people: list[Person], chance: random.Random) -> list[MeasuredRange]:
    today = timezone.localdate()
    rows = []
    for person in people:
        if chance.random() > 0.68 and person.name != "Tamsin Roe":
            continue
        stiffness = chance.gauss(0, 0.6)
        for motion, (mean, sd, test) in scenario.MEASURED.items():
            if chance.random() > 0.75 and person.name != "Tamsin Roe":
                continue
            base = chance.gauss(mean - stiffness * sd, sd * 0.8)
            sides = [
                (side, max(mean * 0.45, base + chance.gauss(0, sd * 0.25)), chance.randrange(6, 120))
                for side in ("left", "right")
            ]
            rows += [
                MeasuredRange(
                    person=person,
                    motion=motion,
                    side=side,
                    value=round(value, 1),
                    test=test,
                    measured_on=today - datetime.timedelta(days=sides[0][2]),
                )
                for side, value, _ in sides
            ]
    return rows


def _earlier(ranges: list[MeasuredRange]) -> list[MeasuredRange]:
    """The visit before, eight weeks back, of those who come to be tested again: a little stiffer then."""
    chance = random.Random(SEED + 1)
    returning = {
        person.pk
        for person in dict.fromkeys(one.person for one in ranges)
        if person.name == "Tamsin Roe" or chance.random() < 0.45
    }
    return [
        MeasuredRange(
            person=one.person,
            motion=one.motion,
            side=one.side,
            test=one.test,
            value=round(one.value * chance.uniform(0.93, 1.0), 1),
            measured_on=one.measured_on - datetime.timedelta(days=56),
        )
        for one in ranges
        if one.person.pk in returning
    ]


def _sessions(gym: Gym, coaches: list[Person], members: list[Person], chance: random.Random) -> list[Session]:
    today = timezone.localdate()
    monday = today - datetime.timedelta(days=today.weekday() + 7)
    zone = ZoneInfo(gym.timezone)
    sessions = []
    for place, (title, text) in enumerate(scenario.WORKOUTS):
        date = monday + datetime.timedelta(days=place // 6 * 7 + place % 6)
        session = Session.objects.create(gym=gym, date=date, title=title, text=text)
        for slot, clock in enumerate(scenario.CLASS_TIMES):
            hour, minute = map(int, clock.split(":"))
            starts_at = datetime.datetime.combine(date, datetime.time(hour, minute), tzinfo=zone)
            one = GymClass.objects.create(
                session=session, starts_at=starts_at, coach=coaches[(place + slot) % len(coaches)]
            )
            usual = members[slot * 24 : (slot + 1) * 24] if slot < 2 else [*members[48:], *members[:20]]
            size = 14 if slot == 2 else chance.randrange(6, 17)
            regulars = (
                [
                    member
                    for member in members
                    if member.name in ("Tamsin Roe", scenario.SEATED, "Cormac Dell")
                ]
                if slot == 2
                else []
            )
            others = [member for member in usual if member not in regulars]
            one.people.set([*regulars, *chance.sample(others, size - len(regulars))])
        sessions.append(session)
    return sessions


def _publish_past(sessions: list[Session]) -> None:
    today = timezone.localdate()
    past = [session for session in sessions if session.date < today][-2:]
    for session in [*past, *(one for one in sessions if one.date == today)]:
        PrepDraft.objects.get_or_create(
            session=session, defaults={"minutes": session.gym.minutes, "method": session.gym.method}
        )
        session = Session.objects.select_related("gym", "draft").get(pk=session.pk)
        for one in list(session.classes.all())[-2:]:
            publish_class(one, one.coach)
