"""The invented gym's weeks before: classes that were run and what was said of them, blocks and homework that
run."""

import datetime
import random

from django.utils import timezone

from core.catalog import load_catalog
from core.demand import derive
from core.prep.finish import felt_positions
from core.reading import read_workout
from server.blocks.models import Block, Enrolled, Ticked
from server.blocks.starting import BlockIn, give_homework, start_block
from server.demo import scenario
from server.demo.people import SHOWN
from server.floor.models import Ran, Run
from server.gym.models import Gym
from server.logbook.asked import note_asked
from server.logbook.models import Trial
from server.people.models import MeasuredRange, Person
from server.programme.models import Attending, GymClass, Session
from server.publishing.models import Said

WEEKS, TRAINING_DAYS = 10, 6
SLOTS = (0, 2)  # the class times that are remembered: early and evening
STUBBORN = "front-rack"  # a position this gym never quite settles
DRILLS = (  # what its coaches reach for, the worn ones first
    "easy-row",
    "cat-arch",
    "band-lat-opener",
    "calf-rocks",
    "stick-pass-through",
    "goblet-squat-practice",
    "snap-down",
    "wrist-rocks",
    "hip-90-90",
    "pogo-hops",
)
JUMPERS, TICKED = "Mornings", 0.8
ANKLE = "ankle.dorsiflexion"
ANKLE_CM = ((-64, 7.5), (-41, 7.5), (-38, 8.0), (-9, 9.5), (-2, 10.0))  # days back, at the wall


def live_weeks(gym: Gym, coaches: list[Person], members: list[Person], chance: random.Random) -> None:
    """Ten weeks of classes before last week, and what runs beside them."""
    _classes(gym, coaches, members, chance)
    _blocks(gym, coaches[0], members, chance)
    today = gym.today()
    note_asked(gym, today - datetime.timedelta(weeks=WEEKS + 2), today, most=200)


def _classes(gym: Gym, coaches: list[Person], members: list[Person], chance: random.Random) -> None:
    catalog = load_catalog()
    asked = []
    for _, text in scenario.WORKOUTS:
        workout = read_workout(text)
        asked.append(felt_positions(derive(workout), workout.for_division(None), catalog))
    monday = gym.today() - datetime.timedelta(days=gym.today().weekday() + 7)
    for week in range(1, WEEKS + 1):
        for day in range(TRAINING_DAYS):
            number = (week * 5 + day * 7) % len(scenario.WORKOUTS)
            title, text = scenario.WORKOUTS[number]
            date = monday - datetime.timedelta(weeks=week) + datetime.timedelta(days=day)
            session = Session.objects.create(gym=gym, date=date, title=title, text=text)
            for slot in SLOTS:
                clock = datetime.time.fromisoformat(scenario.CLASS_TIMES[slot])
                starts_at = datetime.datetime.combine(date, clock, tzinfo=gym.zone)
                coach = coaches[(week + day + slot) % len(coaches)]
                gym_class = GymClass.objects.create(session=session, starts_at=starts_at, coach=coach)
                _class(gym_class, asked[number], members, slot, chance)


def _class(
    gym_class: GymClass, positions: tuple[str, ...], members: list[Person], slot: int, chance: random.Random
) -> None:
    regulars = members[slot * 24 : slot * 24 + 24]
    people = chance.sample(regulars, chance.randrange(7, 14))
    Attending.objects.bulk_create(
        Attending(gym_class=gym_class, person=person, came=False if chance.random() < 0.06 else None)
        for person in people
    )
    said: list[Said] = []
    gone = set(gym_class.attending.filter(came=False).values_list("person_id", flat=True))
    for person in (one for one in people if one.pk not in gone):
        said += _said(gym_class, person, positions, chance)
    Said.objects.bulk_create(said)
    _ran(gym_class, chance)


def _said(
    gym_class: GymClass, person: Person, positions: tuple[str, ...], chance: random.Random
) -> list[Said]:
    at = gym_class.starts_at + datetime.timedelta(minutes=70)
    words: list[tuple[str, str, str]] = []
    if chance.random() < 0.5:
        words.append((Said.Kind.EXTRAS, "yes", ""))
    if chance.random() < 0.55:
        for position in positions:
            shares = (2, 5, 2) if position == STUBBORN else (6, 3, 1)
            felt = chance.choices(("better", "same", "worse"), shares)[0]
            words.append((Said.Kind.FELT, felt, position))
    return [
        Said(
            gym_class=gym_class,
            person=person,
            kind=kind,
            value=value,
            position=position,
            key=f"demo-{kind}-{position}",
            said_at=at,
        )
        for kind, value, position in words
    ]


def _ran(gym_class: GymClass, chance: random.Random) -> None:
    """What a clock ran of its prep."""
    begun = int(gym_class.starts_at.timestamp() * 1000)
    run = Run.objects.create(gym_class=gym_class, key="demo", started_ms=begun, ended_ms=begun + 720_000)
    catalog = load_catalog()
    weights = [2.4 - 0.2 * place for place in range(len(DRILLS))]
    chosen = dict.fromkeys(chance.choices(DRILLS, weights, k=7))
    rows = []
    for place, drill in enumerate(chosen):
        planned = chance.choice((60, 75, 90, 120))
        outcome = chance.choices(("run", "shorter", "skipped"), (8, 1, 1))[0]
        ran = {"run": planned, "shorter": planned - 20, "skipped": 0}[outcome]
        rows.append(
            Ran(
                run=run,
                place=place,
                name=catalog.drills[drill].name,
                drill=drill,
                section="prep",
                planned_s=planned,
                ran_s=ran,
                outcome=outcome,
            )
        )
    Ran.objects.bulk_create(rows)


def _blocks(gym: Gym, coach: Person, members: list[Person], chance: random.Random) -> None:
    """A jump block of the mornings in its third week, a skill block, and homework with its tests."""
    today = gym.today()
    monday = today - datetime.timedelta(days=today.weekday())
    springs = BlockIn(
        aim="jump",
        name="Spring feet",
        starts_on=today,
        weeks=6,
        weekdays=(0, 2, 4),
        group=gym.groups.get(name=JUMPERS).pk,
    )
    _since(start_block(coach, springs).block, monday - datetime.timedelta(weeks=2), chance)
    practice = BlockIn(
        aim="skill",
        name="Kip, every minute",
        starts_on=today,
        weeks=6,
        weekdays=(1, 3),
        skill="hollow-arch-swings",
        people=(members[2].pk, members[5].pk),
    )
    _since(start_block(coach, practice).block, monday - datetime.timedelta(weeks=1), chance)
    shown = next(member for member in members if member.name == SHOWN)
    shown.ranges.filter(motion=ANKLE).delete()  # her ankle is told by these tests
    for back, cm in ANKLE_CM:
        on = today + datetime.timedelta(days=back)
        for side in ("left", "right"):
            MeasuredRange.objects.create(
                person=shown,
                motion=ANKLE,
                test="knee-to-wall",
                side=side,
                value=cm + (side == "right"),
                measured_on=on,
                taken_by=coach,
            )
    mine = Enrolled.objects.filter(person=shown, block__homework=True)
    row = mine.filter(areas__has_key=ANKLE).first()
    if row is None:
        Block.objects.filter(enrolled__in=mine.order_by("-pk")[:1]).delete()  # two areas at the most
        row = give_homework(coach, shown, ANKLE)
    row.areas[ANKLE]["selected_on"] = (today - datetime.timedelta(days=64)).isoformat()
    row.save()
    _since(row.block, monday - datetime.timedelta(weeks=5), chance)
    before = timezone.now() - datetime.timedelta(days=9)
    Trial.objects.create(
        person=shown,
        test="knee-to-wall",
        side="left",
        before=8.5,
        before_at=before,
        after=9.5,
        after_at=before + datetime.timedelta(minutes=18),
        between=["calf-rocks", "goblet-squat-practice"],
        taken_by=coach,
        key="demo-trial",
    )


def _since(block: Block, starts_on: datetime.date, chance: random.Random) -> None:
    """It began then, and most of its days were done."""
    block.starts_on = starts_on
    block.save(update_fields=["starts_on"])
    zone, today = block.gym.zone, block.gym.today()
    ticks = []
    for row in block.enrolled.all():
        for number in range((today - starts_on).days):
            on = starts_on + datetime.timedelta(days=number)
            if on.weekday() in block.weekdays and chance.random() < TICKED:
                at = datetime.datetime.combine(on, datetime.time(18, 30), tzinfo=zone)
                ticks.append(Ticked(enrolled=row, on=on, value="yes", key=f"demo-{on}", said_at=at))
    Ticked.objects.bulk_create(ticks)
