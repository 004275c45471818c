"""Load the invented gym once; later calls change nothing."""

import datetime
import random
from typing import Any
from zoneinfo import ZoneInfo

from django.core.management.base import BaseCommand
from django.db import transaction
from django.utils import timezone

from core.floor.room import GymPlan
from server.demo import scenario
from server.demo.people import SEED, SHOWN, make_people
from server.demo.sent import choose_reach, live_through
from server.demo.weekend import make_weekend
from server.demo.weeks import live_weeks
from server.floor.models import FloorPlan
from server.gym.models import Gym, KitItem
from server.people.models import Person
from server.prep.models import PrepDraft
from server.programme.models import GymClass, Session, WeeklyClass
from server.publishing.actions import publish_class

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
        _draw_plan(gym)
        coaches, members = make_people(gym, chance)
        _weekly(gym)
        sessions = _sessions(gym, coaches, members, chance)
        choose_reach(gym)
        _publish_past(sessions)
        live_through(gym, random.Random(SEED))
        make_weekend(gym, coaches)
        live_weeks(gym, coaches, members, random.Random(SEED))


def _weekly(gym: Gym) -> None:
    """The gym's class times, Monday to Saturday."""
    WeeklyClass.objects.bulk_create(
        WeeklyClass(gym=gym, weekday=weekday, starts=datetime.time.fromisoformat(clock))
        for weekday in range(TRAINING_DAYS)
        for clock in scenario.CLASS_TIMES
    )


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


def _draw_plan(gym: Gym) -> None:
    """The gym from above, as its owner drew it."""
    width, depth = scenario.FLOOR
    fields = ("kind", "x", "y", "width", "depth", "name")
    pieces = [dict(zip(fields, piece, strict=True)) for piece in scenario.FLOOR_PIECES]
    plan = GymPlan.model_validate({"width": width, "depth": depth, "pieces": pieces})
    FloorPlan.objects.create(gym=gym, plan=plan.json_value())


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
