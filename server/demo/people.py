"""The invented gym's people: bodies, tests, cautions, bests, and who was never invited."""

import datetime
import random

from django.contrib.auth.hashers import make_password
from django.utils import timezone

from server.accounts.models import Account
from server.demo import scenario
from server.gym.models import Gym
from server.people.models import BestLift, Caution, Group, MeasuredRange, Note, Person, Spot

SEED = 8  # the same people every time
SHOWN = "Tamsin Roe"  # measured whole and twice, so that her pages have something to show
MEASURED_SHARE, MOTION_SHARE, RETURNING_SHARE = 0.68, 0.75, 0.45
BESTS_SHARE = 0.6  # of the members, with bests of some lifts
ADAPTIVE = {scenario.SEATED: ["seated"], scenario.ONE_ARM: ["one-arm"]}


def make_people(gym: Gym, chance: random.Random) -> tuple[list[Person], list[Person]]:
    """Coaches and members, with what was measured of them."""
    password = make_password(scenario.PASSWORD)
    names = (*scenario.COACHES, *scenario.MEMBERS)
    people = [_person(gym, name, chance) for name in names]
    invited = [person for person in people if person.name not in scenario.NEVER_INVITED]
    accounts = Account.objects.bulk_create(
        Account(email=person.email, password=password) for person in invited
    )
    by_email = {account.email: account for account in accounts}
    for person in people:
        person.account = by_email.get(person.email)
        person.consented_at = timezone.now() if person.account else None
    Person.objects.bulk_create(people)
    ranges = _ranges(people, chance)
    MeasuredRange.objects.bulk_create([*ranges, *_earlier(ranges)])
    _known_of(people, people[: len(scenario.COACHES)])
    return people[: len(scenario.COACHES)], people[len(scenario.COACHES) :]


def _person(gym: Gym, name: str, chance: random.Random) -> Person:
    first, last = name.lower().replace("-", "").split(" ", 1)
    sex = chance.choice(["male", "female"])
    return Person(
        gym=gym,
        email=f"{first}.{last}@quarrybell.example",
        name=name,
        role=_role(name),
        sex=sex,
        born=timezone.localdate().year - int(chance.triangular(19, 68, 34)),
        height_m=round(chance.gauss(1.78 if sex == "male" else 1.66, 0.07), 2),
        mass_kg=round(chance.gauss(82 if sex == "male" else 67, 9), 1),
        division=chance.choices(["", "scaled"], [0.7, 0.3])[0],
        adaptive=ADAPTIVE.get(name, []),
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


def _known_of(people: list[Person], coaches: list[Person]) -> None:
    """Cautions, bests, groups, spots and notes. Drawn apart from the bodies, which stay as they are."""
    chance = random.Random(SEED + 2)
    today = timezone.localdate()
    by_name = {person.name: person for person in people}
    for name, (cautions, note, by_word) in scenario.CAUTIONS.items():
        for caution in cautions:
            Caution.objects.create(
                person=by_name[name],
                caution=caution,
                note=note,
                by_word=by_word,
                noted_by=coaches[0],
                since=today - datetime.timedelta(days=chance.randrange(30, 400)),
            )
    lifted = [person for person in people if person.name == SHOWN or chance.random() < BESTS_SHARE]
    BestLift.objects.bulk_create(best for person in lifted for best in _bests(person, chance, today))
    for group, names in scenario.GROUPS.items():
        made = Group.objects.create(gym=people[0].gym, name=group)
        made.people.set(by_name[name] for name in names)
    for name, spot in scenario.SPOTS.items():
        Spot.objects.create(person=by_name[name], **spot)
    for name, text, private in scenario.NOTES:
        Note.objects.create(person=by_name[name], by=coaches[0], text=text, private=private)


def _bests(person: Person, chance: random.Random, today: datetime.date) -> list[BestLift]:
    """A squat by body mass and training, and the other lifts as shares of it."""
    squat_kg = (person.mass_kg or 70) * chance.uniform(0.9, 1.6) * (1 if person.sex == "male" else 0.8)
    rows: list[BestLift] = []
    for movement, share in scenario.LIFTS.items():
        if person.name != SHOWN and chance.random() < 0.35:
            continue
        reps = chance.choice([1, 1, 3, 5])
        most_kg = squat_kg * share * chance.uniform(0.93, 1.07)
        kg = round(most_kg / (1 if reps == 1 else 1 + reps / 30) / 2.5) * 2.5
        on = today - datetime.timedelta(days=chance.randrange(3, 300))
        rows.append(BestLift(person=person, movement=movement, kg=kg, reps=reps, lifted_on=on))
    return rows
