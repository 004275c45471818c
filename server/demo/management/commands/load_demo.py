"""Load the invented gym once; later calls change nothing."""

import datetime
import random
from typing import Any
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
SHOWN = "Tamsin Roe"  # measured whole and twice, so that her pages have something to show
MEASURED_SHARE, MOTION_SHARE, RETURNING_SHARE = 0.68, 0.75, 0.45
ADAPTIVE = {scenario.SEATED: ["seated"], scenario.ONE_ARM: ["one-arm"]}
TRAINING_DAYS = 6
EVENING, EVENING_SIZE = 2, 14  # the third class time
EVENING_REGULARS = (SHOWN, scenario.SEATED, "Cormac Dell")


class Command(BaseCommand):
    help = "Load the demo gym, unless there is one"

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
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
    """Coaches and members, with what was measured of them."""
    password = make_password(scenario.PASSWORD)
    names = (*scenario.COACHES, *scenario.MEMBERS)
    people = Person.objects.bulk_create(_person(gym, name, password, chance) for name in names)
    ranges = _ranges(people, chance)
    MeasuredRange.objects.bulk_create([*ranges, *_earlier(ranges)])
    return people[: len(scenario.COACHES)], people[len(scenario.COACHES) :]


def _person(gym: Gym, name: str, password: str, chance: random.Random) -> Person:
    first, last = name.lower().replace("-", "").split(" ", 1)
    sex = chance.choice(["male", "female"])
    cautions, note = scenario.CAUTIONS.get(name, ([], ""))
    return Person(
        gym=gym,
        email=f"{first}.{last}@quarrybell.example",
        name=name,
        role=_role(name),
        password=password,
        sex=sex,
        born=timezone.localdate().year - int(chance.triangular(19, 68, 34)),
        height_m=round(chance.gauss(1.78 if sex == "male" else 1.66, 0.07), 2),
        mass_kg=round(chance.gauss(82 if sex == "male" else 67, 9), 1),
        division=chance.choices(["", "scaled"], [0.7, 0.3])[0],
        adaptive=ADAPTIVE.get(name, []),
        cautions=cautions,
        caution_note=note,
        kit_at_home=chance.choice([[], [], ["band"], ["stick"], ["foam-roller", "band"]]),
    )


def _role(name: str) -> str:
    if name == scenario.OWNER:
        return "owner"
    return "coach" if name in scenario.COACHES else "member"


def _ranges(people: list[Person], chance: random.Random) -> list[MeasuredRange]:
    """What was measured of two people in three, motion by motion."""
    ranges: list[MeasuredRange] = []
    for person in people:
        if chance.random() > MEASURED_SHARE and person.name != SHOWN:
            continue
        stiffness = chance.gauss(0, 0.6)
        for motion, norm in scenario.MEASURED.items():
            if chance.random() > MOTION_SHARE and person.name != SHOWN:
                continue
            ranges += _both_sides(person, motion, norm, stiffness, chance)
    return ranges


def _both_sides(
    person: Person, motion: str, norm: tuple[float, float, str], stiffness: float, chance: random.Random
) -> list[MeasuredRange]:
    """One visit's test of both sides."""
    mean, sd, test = norm
    base = chance.gauss(mean - stiffness * sd, sd * 0.8)
    sides = [
        (side, max(mean * 0.45, base + chance.gauss(0, sd * 0.25)), chance.randrange(6, 120))
        for side in ("left", "right")
    ]
    measured_on = timezone.localdate() - datetime.timedelta(days=sides[0][2])
    return [
        MeasuredRange(
            person=person,
            motion=motion,
            side=side,
            value=round(value, 1),
            test=test,
            measured_on=measured_on,
        )
        for side, value, _ in sides
    ]


def _earlier(ranges: list[MeasuredRange]) -> list[MeasuredRange]:
    """The visit before, eight weeks back, of those who come to be tested again: a little stiffer then."""
    chance = random.Random(SEED + 1)
    returning = {
        person.pk
        for person in dict.fromkeys(measured.person for measured in ranges)
        if person.name == SHOWN or chance.random() < RETURNING_SHARE
    }
    return [
        MeasuredRange(
            person=measured.person,
            motion=measured.motion,
            side=measured.side,
            test=measured.test,
            value=round(measured.value * chance.uniform(0.93, 1.0), 1),
            measured_on=measured.measured_on - datetime.timedelta(days=56),
        )
        for measured in ranges
        if measured.person.pk in returning
    ]


def _sessions(gym: Gym, coaches: list[Person], members: list[Person], chance: random.Random) -> list[Session]:
    """Three weeks of six days from last Monday, each with its classes."""
    today = timezone.localdate()
    monday = today - datetime.timedelta(days=today.weekday() + 7)
    sessions: list[Session] = []
    for number, (title, text) in enumerate(scenario.WORKOUTS):
        week, day = divmod(number, TRAINING_DAYS)
        date = monday + datetime.timedelta(weeks=week, days=day)
        session = Session.objects.create(gym=gym, date=date, title=title, text=text)
        for slot, clock in enumerate(scenario.CLASS_TIMES):
            starts_at = datetime.datetime.combine(
                date, datetime.time.fromisoformat(clock), tzinfo=ZoneInfo(gym.timezone)
            )
            coach = coaches[(number + slot) % len(coaches)]
            gym_class = GymClass.objects.create(session=session, starts_at=starts_at, coach=coach)
            gym_class.people.set(_attending(members, slot, chance))
        sessions.append(session)
    return sessions


def _attending(members: list[Person], slot: int, chance: random.Random) -> list[Person]:
    """Who comes to a class time: the evening has its regulars."""
    if slot != EVENING:
        return chance.sample(members[slot * 24 : (slot + 1) * 24], chance.randrange(6, 17))
    regulars = [member for member in members if member.name in EVENING_REGULARS]
    others = [member for member in (*members[48:], *members[:20]) if member not in regulars]
    return [*regulars, *chance.sample(others, EVENING_SIZE - len(regulars))]


def _publish_past(sessions: list[Session]) -> None:
    """The last two days and today are already with the members."""
    today = timezone.localdate()
    past = [session for session in sessions if session.date < today][-2:]
    for session in [*past, *(session for session in sessions if session.date == today)]:
        PrepDraft.objects.get_or_create(
            session=session, defaults={"minutes": session.gym.minutes, "method": session.gym.method}
        )
        drafted = Session.objects.select_related("gym", "draft").get(pk=session.pk)
        for gym_class in list(drafted.classes.all())[-2:]:
            if gym_class.coach:
                publish_class(gym_class, gym_class.coach)
