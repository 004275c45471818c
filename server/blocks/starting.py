"""Starting blocks and giving homework: for whom it may be, and who is left out with the reason."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from typing import Any, NamedTuple

from django.db import transaction
from django.db.models import QuerySet

from core.blocks import Block as BlockValue
from core.blocks import BlockRefused
from core.blocks.goals import goal_of
from core.blocks.jumps import jump_work, next_level, target_of
from core.blocks.rungs import another_drill
from core.blocks.skills import may_practise
from core.blocks.values import JUMP_WEEKS, LEVELS, MOST_AREAS, Aim, Level
from core.catalog import Catalog
from core.demand import Person as PersonValue
from core.demand.people import cautions_of
from core.prep.homework import may_be_homework
from server.blocks.models import Block, BlockEvent, Enrolled
from server.computing.run import compute
from server.gym.models import Gym
from server.people.models import Group, Person
from server.programme.models import Attending, Session, WeeklyClass
from server.shelf.actions import vocabulary_of

MOST_BLOCKS = 2000  # of a gym
MOST_PEOPLE = 60  # in one block
ASKS_FROM = datetime.timedelta(days=28)  # sessions looked at for how far a range should come
ASKS_UNTIL = datetime.timedelta(days=14)
MOST_TEXTS = 24
HOMEWORK_WEEKS = 6
HOMEWORK_DAYS = (0, 2, 4)


class BlockIn(NamedTuple):
    """What a coach fills in. people: ids; group and weekly_class: of which everybody takes part."""

    aim: Aim
    name: str
    starts_on: datetime.date
    weeks: int
    weekdays: tuple[int, ...]
    motions: tuple[str, ...] = ()
    skill: str = ""
    until: datetime.date | None = None
    people: tuple[int, ...] = ()
    group: int | None = None
    weekly_class: int | None = None


class LeftOut(NamedTuple):
    """Somebody a block is not for, and why."""

    name: str
    why: str


class Started(NamedTuple):
    """A block, and who it was not for."""

    block: Block
    left_out: list[LeftOut]


def check_coach(by: Person, gym_id: int) -> None:
    """Raises PermissionError for anyone but a coach of the gym."""
    if not by.coaches_in(gym_id):
        raise PermissionError("Only a coach of this gym can change blocks.")


@transaction.atomic
def start_block(by: Person, given: BlockIn, key: str | None = None) -> Started:
    """A block for everybody it may be for; who is left out is told, with the reason. A repeated key starts
    nothing again. Raises BlockRefused naming the field at fault, also when it is for nobody."""
    gym = Gym.objects.select_for_update().get(pk=by.gym_id)
    check_coach(by, gym.pk)
    before = gym.blocks.filter(key=key).first() if key else None
    if before is not None:
        return Started(before, [])
    words = vocabulary_of(gym)
    _check(given, gym, words.catalog)
    group, weekly = _places(given, gym)
    rows = list(_people(given, gym, group, weekly))
    if not rows:
        raise BlockRefused("people", "Choose who it is for: somebody, a group, or a class that has a roster.")
    if len(rows) > MOST_PEOPLE:
        raise BlockRefused("people", f"A block is for {MOST_PEOPLE} people at the most.")
    block = Block.objects.create(
        gym=gym,
        aim=given.aim,
        name=given.name.strip() or NAMES[given.aim],
        starts_on=given.starts_on,
        weeks=given.weeks,
        weekdays=sorted(set(given.weekdays)),
        motions=list(given.motions),
        skill=given.skill,
        until=given.until,
        group=group,
        weekly_class=weekly,
        made_by=by,
        key=key,
    )
    left_out = [out for row in rows if (out := _enrol(block, row, by)) is not None]
    if len(left_out) == len(rows):
        raise BlockRefused("people", f"It is for nobody of these: {left_out[0].name}, {left_out[0].why}.")
    return Started(block, left_out)


NAMES: dict[str, str] = {
    "range": "Range",
    "jump": "Landing and jump",
    "skill": "Skill and base",
    "competition": "Before a competition",
}


def _check(given: BlockIn, gym: Gym, catalog: Catalog) -> None:
    if gym.blocks.count() >= MOST_BLOCKS:
        raise BlockRefused("name", f"{MOST_BLOCKS} blocks are kept already.")
    today = gym.today()
    if not today - datetime.timedelta(days=7) <= given.starts_on <= today + datetime.timedelta(days=180):
        raise BlockRefused("starts_on", "It begins between a week ago and half a year from now.")
    for motion in given.motions:
        if motion not in catalog.norms:
            raise BlockRefused("motions", f"There is no range '{motion[:40]}'.")
    if given.skill and given.skill not in catalog.drills:
        raise BlockRefused("skill", f"There is no drill '{given.skill[:40]}' on the shelf.")
    BlockValue(
        aim=given.aim,
        starts_on=given.starts_on,
        weeks=given.weeks,
        weekdays=given.weekdays,
        motions=given.motions,
        skill=given.skill,
        until=given.until,
    ).check()


def _places(given: BlockIn, gym: Gym) -> tuple[Group | None, WeeklyClass | None]:
    group = gym.groups.filter(pk=given.group).first() if given.group else None
    weekly = gym.weekly_classes.filter(pk=given.weekly_class).first() if given.weekly_class else None
    if (given.group and group is None) or (given.weekly_class and weekly is None):
        raise BlockRefused("people", "That group or class is not there any more.")
    return group, weekly


def _people(given: BlockIn, gym: Gym, group: Group | None, weekly: WeeklyClass | None) -> QuerySet[Person]:
    """Those named, those of the group, and those on the newest roster of the class's time."""
    ids = set(given.people)
    if group is not None:
        ids |= set(group.people.values_list("pk", flat=True))
    if weekly is not None:
        ids |= regulars(gym, weekly)
    return gym.people.current().whole().filter(pk__in=ids).order_by("name", "pk")


def regulars(gym: Gym, weekly: WeeklyClass) -> set[int]:
    """Who is on the newest roster of a class time, of those of the last weeks and the next."""
    since = gym.today() - ASKS_FROM
    rows = Attending.objects.filter(gym_class__session__gym=gym, gym_class__session__date__gte=since)
    newest: dict[datetime.datetime, set[int]] = {}
    for starts_at, person in rows.values_list("gym_class__starts_at", "person_id"):
        here = starts_at.astimezone(gym.zone)
        if here.weekday() == weekly.weekday and here.time() == weekly.starts:
            newest.setdefault(starts_at, set()).add(person)
    return newest[max(newest)] if newest else set()


def _enrol(block: Block, row: Person, by: Person | None) -> LeftOut | None:
    """Put somebody into a block; why not, where it is not for them."""
    words = vocabulary_of(block.gym)
    value = row.value(block.gym.today())
    why = _not_for(block, value, words.catalog)
    areas: dict[str, Any] = {}
    if not why and block.motions:
        taken = open_areas(row)
        if len(taken) + len(block.motions) > MOST_AREAS or taken & set(block.motions):
            why = f"{MOST_AREAS} stubborn areas at the most, and {len(taken)} run already"
        else:
            areas = {motion: _new_area(block.gym, value, motion) for motion in block.motions}
            missing = [motion for motion, area in areas.items() if not area["drill"]]
            names = " and ".join(words.catalog.demands[motion].name.lower() for motion in missing)
            why = f"no drill for {names} at home that nothing stands against" if missing else ""
    if why:
        return LeftOut(row.name, why)
    enrolled = Enrolled.objects.create(block=block, person=row, areas=areas, level=level_of(row))
    note(enrolled, "given", _given_words(enrolled, words.catalog), by)
    return None


def _not_for(block: Block, value: PersonValue, catalog: Catalog) -> str:
    cautions = cautions_of(value, catalog)
    if block.aim == "jump" and not jump_work(0, target_of("beginner", 0), cautions, catalog):
        return "a caution stands against jumps"
    if block.aim == "skill" and not may_practise(catalog.drills[block.skill], cautions, catalog):
        return f"a caution stands against {catalog.drills[block.skill].name.lower()}"
    return ""


def _new_area(
    gym: Gym, value: PersonValue, motion: str, drill: str = "", goal_deg: float | None = None
) -> dict[str, Any]:
    """A range somebody works on: the tighter side, the drill that does most, the goal, and the day of the
    test that chose them."""
    catalog = vocabulary_of(gym).catalog
    tests = [test for test in value.ranges if test.motion == motion]
    tightest = min(tests, key=lambda test: test.degrees, default=None)
    return {
        "side": tightest.side if tightest and len(tests) > 1 else "both",
        "drill": drill or another_drill((), motion, value, catalog) or "",
        "goal_deg": goal_for(gym, value, motion) if goal_deg is None else goal_deg,
        "selected_on": tightest.on if tightest and tightest.on else None,
        "tried": [],
    }


def goal_for(gym: Gym, value: PersonValue, motion: str) -> float:
    """How far a range should come: by the sessions of the last weeks and the next."""
    today = gym.today()
    rows = Session.objects.filter(gym=gym, date__range=(today - ASKS_FROM, today + ASKS_UNTIL))
    texts = list(dict.fromkeys(rows.order_by("-date").values_list("text", flat=True)))[:MOST_TEXTS]
    goal: float = compute(gym.pk, goal_of, motion, value, texts, vocabulary_of(gym))
    return goal


def open_areas(person: Person) -> set[str]:
    """Ranges somebody works on now."""
    rows = Enrolled.objects.filter(person=person, ended="", block__stopped_on=None)
    return {motion for areas in rows.values_list("areas", flat=True) for motion in areas}


def level_of(person: Person) -> Level:
    """Up a level after every whole block of jumps without pain; a beginner's first."""
    level: Level = LEVELS[0]
    rows = Enrolled.objects.filter(person=person, block__aim="jump").order_by("block__starts_on", "pk")
    for row in rows:
        level = row.value().level
        if row.ended == Enrolled.Ended.DONE:
            level = next_level(level)
    return level


def _given_words(enrolled: Enrolled, catalog: Catalog) -> str:
    drills = (catalog.drills[area["drill"]].name for area in enrolled.areas.values())
    return (
        ", ".join(drills) or f"level {enrolled.level}" * (enrolled.block.aim == "jump") or enrolled.block.name
    )


def note(
    enrolled: Enrolled, what: str, said: str, by: Person | None, because: dict[str, Any] | None = None
) -> None:
    """Write down what was changed for somebody, and why."""
    BlockEvent.objects.create(enrolled=enrolled, what=what, said=said[:300], by=by, because=because or {})


@transaction.atomic
def give_homework(
    by: Person | None,
    person: Person,
    motion: str,
    *,
    drill: str = "",
    goal_deg: float | None = None,
    because: dict[str, Any] | None = None,
    key: str | None = None,
) -> Enrolled:
    """One range for one person, by a coach or by rule (nobody). goal_deg: what the sheet that gives it asked,
    where one does; else by the sessions of these weeks. Raises BlockRefused: for a third area, one
    that runs already, and a drill that is not for them."""
    if by is not None:
        check_coach(by, person.gym_id)
    gym = Gym.objects.select_for_update().get(pk=person.gym_id)
    before = Enrolled.objects.filter(block__gym=gym, block__key=key).first() if key else None
    if before is not None:
        return before
    catalog = vocabulary_of(gym).catalog
    if motion not in catalog.norms:
        raise BlockRefused("motions", f"There is no range '{motion[:40]}'.")
    taken = open_areas(person)
    if motion in taken:
        raise BlockRefused("motions", f"{person.name} works on it already.")
    if len(taken) >= MOST_AREAS:
        raise BlockRefused("motions", f"{person.name} works on {MOST_AREAS} areas; that is enough.")
    value = Person.objects.whole().get(pk=person.pk).value(gym.today())
    if drill and not may_be_at_home(drill, motion, value, catalog):
        raise BlockRefused("drill", "That drill is not for them at home, or not for this range.")
    area = _new_area(gym, value, motion, drill, goal_deg)
    if not area["drill"]:
        raise BlockRefused(
            "drill", f"No drill for it at home that nothing of {person.name}'s stands against."
        )
    block = Block.objects.create(
        gym=gym,
        aim="range",
        name=catalog.demands[motion].name,
        starts_on=gym.today(),
        weeks=HOMEWORK_WEEKS,
        weekdays=list(HOMEWORK_DAYS),
        motions=[motion],
        homework=True,
        by_rule=by is None,
        made_by=by,
        key=key,
    )
    enrolled = Enrolled.objects.create(block=block, person=person, areas={motion: area})
    note(enrolled, "given", catalog.drills[area["drill"]].name, by, because)
    return enrolled


def may_be_at_home(drill: str, motion: str, value: PersonValue, catalog: Catalog) -> bool:
    """Whether a drill does enough for a range and may reach somebody at home."""
    row = catalog.drills.get(drill)
    return row is not None and may_be_homework(row, motion, value, catalog)


@transaction.atomic
def let_in(by: Person, block_id: int, people: Sequence[int]) -> list[LeftOut]:
    """More people for a block that runs; who it is not for is told. With nobody named: who has come to its
    group or class since."""
    block = by.gym.blocks.select_related("gym", "group", "weekly_class").get(pk=block_id)
    check_coach(by, block.gym_id)
    given = BlockIn(
        aim=block.value_aim,
        name="",
        starts_on=block.starts_on,
        weeks=block.weeks,
        weekdays=tuple(block.weekdays),
        people=tuple(people),
    )
    wanted = _people(
        given, block.gym, None if people else block.group, None if people else block.weekly_class
    )
    rows = wanted.exclude(enrolled__block=block)
    return [out for row in rows if (out := _enrol(block, row, by)) is not None]


def usual_weeks(aim: Aim) -> int:
    """Weeks a coach is offered first."""
    return JUMP_WEEKS if aim == "jump" else HOMEWORK_WEEKS
