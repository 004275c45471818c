"""Blocks and homework, for coaches."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from core.blocks.values import DAYS_A_WEEK
from core.catalog import Catalog
from core.prep.homework import home_drills, may_be_homework
from server.api import block_schemas as schemas
from server.api.access import coach, person_of, signed_in
from server.api.log import event_out
from server.api.log_schemas import EventOut
from server.api.problems import stale_problem
from server.api.schemas import AttemptKey
from server.api.shown_blocks import day_out, enrolled_out, for_words, training_of
from server.blocks.actions import (
    change_block,
    change_drill,
    climb,
    end_for,
    set_level,
    stop_block,
    take_up_again,
)
from server.blocks.courses import Running, enrolled_in, open_in, running
from server.blocks.models import Block, BlockEvent, Enrolled
from server.blocks.starting import BlockIn, give_homework, let_in, regulars, start_block, usual_weeks
from server.gym.models import Gym
from server.people.audit import looked
from server.people.models import Person
from server.shelf.actions import vocabulary_of
from server.versions import Stale

router = Router(tags=["blocks"])
SHOWN = 60  # blocks of the list
MANY = 6  # people of a block, from which each is shown no further than the next two weeks
WEEKDAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")


@router.get("/blocks", response=schemas.BlockLines)
def blocks(request: HttpRequest, over: bool = False) -> schemas.BlockLines:
    """What runs for whom, this week's dose, clashes with the days, and what a coach is asked. over: those
    that lie behind instead."""
    by = coach(request)
    gym, today = by.gym, by.gym.today()
    rows = gym.blocks.select_related("group", "weekly_class").order_by("-starts_on", "-pk")
    going = rows.filter(stopped_on=None, enrolled__ended="").distinct()
    shown = list((rows.exclude(pk__in=going.values("pk")) if over else going)[:SHOWN])
    everybody = Enrolled.objects.filter(block__in=shown, person__left_at=None).order_by("person__name", "pk")
    names: dict[int, list[str]] = {}
    for block_id, name in everybody.values_list("block_id", "person__name"):
        names.setdefault(block_id, []).append(name)
    looked(by, everybody.values_list("person_id", flat=True), "blocks", today)
    found: dict[int, list[Running]] = {}
    for one in running(gym, list(open_in(gym).filter(block__in=shown)), today, near=True):
        found.setdefault(one.row.block_id, []).append(one)
    catalog = vocabulary_of(gym).catalog
    return schemas.BlockLines(
        today=today,
        blocks=[
            _line(block, names.get(block.pk, []), found.get(block.pk, []), gym, catalog) for block in shown
        ],
        over=rows.exclude(pk__in=going.values("pk")).count(),
    )


def _line(
    block: Block, names: list[str], going: list[Running], gym: Gym, catalog: Catalog
) -> schemas.BlockLine:
    today = gym.today()
    weeks = [week for one in going if (week := one.course.week_of(today)) is not None]
    days = [day for one in going if (day := one.course.day(today)) is not None and day.work]
    clashes = {
        f"{one.row.person.name}: {said}" if len(going) > 1 else said
        for one in going
        if (week := one.course.week_of(today)) is not None
        for said in (*week.said, *(said for day in week.days if not day.done for said in day.said))
    }
    first = days[0] if days else None
    shown = day_out(first, catalog) if first else None
    return schemas.BlockLine(
        id=block.pk,
        aim=block.value_aim,
        name=block.name,
        starts_on=block.starts_on,
        weeks=block.weeks,
        week=max((week.step + 1 for week in weeks), default=0),
        for_words=for_words(block, len(names), names[0] if names else "nobody"),
        people=len(names),
        running=len(going),
        planned=any(one.planned for one in going),
        share_done=round(sum(one.share_done for one in going) / len(going), 3) if going else 0.0,
        today=len(days),
        today_words=", ".join(f"{work.name} {work.dose_words}" for work in shown.work) if shown else "",
        clashes=sorted(clashes)[:6],
        asks=[ask for one in going for ask in _asks(one, catalog)],
        homework=block.homework,
        stopped=block.stopped_on is not None,
    )


def _asks(one: Running, catalog: Catalog) -> list[str]:
    """What a coach is asked about somebody."""
    asks = [
        f"{one.row.person.name}: {catalog.demands[area.motion].name}, {area.verdict.why}"
        for area in one.areas
        if area.verdict.stands in ("another drill", "done", "stop")
    ]
    asks += [
        f"{one.row.person.name}: {catalog.demands[area.motion].name}, its drill is not for them any more"
        for area in one.areas
        if not may_be_homework(catalog.drills[area.drill], area.motion, one.person, catalog)
    ]
    if one.row.block.aim in ("jump", "skill") and not any(day.work for day in one.course.days):
        asks.append(f"{one.row.person.name}: no day holds anything; look at their cautions and classes")
    if one.course.ended == "too many missed":
        asks.append(f"{one.row.person.name}: too many weeks missed")
    return asks


@router.get("/blocks/choices", response=schemas.BlockChoices)
def choices(request: HttpRequest) -> schemas.BlockChoices:
    """What a new block is chosen from."""
    gym = coach(request).gym
    catalog = vocabulary_of(gym).catalog
    people = gym.people.current().order_by("name", "pk")
    return schemas.BlockChoices(
        motions=[
            schemas.DrillChoice(id=row.id, name=row.name)
            for row in catalog.demands.values()
            if row.kind == "reach" and row.id in catalog.norms
        ],
        skills=[
            schemas.DrillChoice(id=row.id, name=row.name)
            for row in catalog.drills.values()
            if row.style == "practice"
        ],
        groups=[
            schemas.BlockChoice(id=group.pk, name=group.name, people=group.people.current().count())
            for group in gym.groups.all()
        ],
        classes=[
            schemas.BlockChoice(
                id=row.pk,
                name=f"{WEEKDAYS[row.weekday]} {row.starts:%H:%M}",
                people=len(regulars(gym, row)),
            )
            for row in gym.weekly_classes.all()
        ],
        people=[
            schemas.BlockChoice(id=pk, name=name, people=1) for pk, name in people.values_list("pk", "name")
        ],
        days={
            aim: schemas.DaysAWeek(fewest=fewest, most=most) for aim, (fewest, most) in DAYS_A_WEEK.items()
        },
        weeks={aim: usual_weeks(aim) for aim in DAYS_A_WEEK},
        today=gym.today(),
    )


@router.post("/blocks", response={201: schemas.StartedOut})
def start(
    request: HttpRequest, payload: schemas.BlockNew, key: AttemptKey = None
) -> Status[schemas.StartedOut]:
    """Start a block for everybody it may be for; who is left out is told, with the reason."""
    by = coach(request)
    given = BlockIn(
        aim=payload.aim,
        name=payload.name,
        starts_on=payload.starts_on,
        weeks=payload.weeks,
        weekdays=tuple(payload.weekdays),
        motions=tuple(payload.motions),
        skill=payload.skill,
        until=payload.until,
        people=tuple(payload.people),
        group=payload.group,
        weekly_class=payload.weekly_class,
    )
    started = start_block(by, given, key)
    left_out = [schemas.LeftOutOut(**one._asdict()) for one in started.left_out]
    return Status(201, schemas.StartedOut(id=started.block.pk, left_out=left_out))


@router.get("/blocks/{block_id}", response=schemas.BlockOut)
def block(request: HttpRequest, block_id: int) -> schemas.BlockOut:
    """One block, and how it runs for each."""
    return _block_out(coach(request), block_id)


def _block_out(by: Person, block_id: int) -> schemas.BlockOut:
    gym = by.gym
    found = get_object_or_404(gym.blocks.select_related("group", "weekly_class", "made_by"), pk=block_id)
    rows = list(enrolled_in(gym).filter(block=found).order_by("person__name", "pk"))
    looked(by, [row.person_id for row in rows], "blocks", gym.today())
    catalog = vocabulary_of(gym).catalog
    return schemas.BlockOut(
        id=found.pk,
        version=found.version,
        aim=found.value_aim,
        name=found.name,
        starts_on=found.starts_on,
        weeks=found.weeks,
        weekdays=found.weekdays,
        motions=[catalog.demands[motion].name for motion in found.motions if motion in catalog.demands],
        skill=catalog.drills[found.skill].name if found.skill in catalog.drills else "",
        until=found.until,
        for_words=for_words(found, len(rows), rows[0].person.name if rows else "nobody"),
        of_many=found.group_id is not None or found.weekly_class_id is not None,
        homework=found.homework,
        by_rule=found.by_rule,
        made_by=found.made_by.name if found.made_by else "",
        stopped_on=found.stopped_on,
        enrolled=[enrolled_out(one, catalog) for one in running(gym, rows, near=len(rows) > MANY)],
    )


@router.patch("/blocks/{block_id}", response=schemas.BlockOut)
def change(request: HttpRequest, block_id: int, payload: schemas.BlockPatch) -> schemas.BlockOut:
    """Its name or its days; 409 with the block as it stands when somebody was quicker."""
    by = coach(request)
    get_object_or_404(Block, pk=block_id, gym_id=by.gym_id)
    try:
        change_block(by, block_id, payload.version, payload.name, payload.weekdays)
    except Stale as stale:
        given = payload.dict(exclude_unset=True)
        raise stale_problem(stale, _block_out(by, block_id), given) from stale
    return _block_out(by, block_id)


@router.post("/blocks/{block_id}/stop", response=schemas.BlockOut)
def stop(request: HttpRequest, block_id: int) -> schemas.BlockOut:
    """It is over for everybody."""
    by = coach(request)
    get_object_or_404(Block, pk=block_id, gym_id=by.gym_id)
    stop_block(by, block_id)
    return _block_out(by, block_id)


@router.post("/blocks/{block_id}/people", response=schemas.StartedOut)
def more_people(request: HttpRequest, block_id: int, payload: schemas.PeopleIn) -> schemas.StartedOut:
    """More people for a block; with nobody named, who has come to its group or class since."""
    by = coach(request)
    get_object_or_404(Block, pk=block_id, gym_id=by.gym_id)
    left_out = let_in(by, block_id, payload.people)
    return schemas.StartedOut(id=block_id, left_out=[schemas.LeftOutOut(**one._asdict()) for one in left_out])


def _mine(by: Person, enrolled_id: int) -> Enrolled:
    return get_object_or_404(
        Enrolled.objects.select_related("block"), pk=enrolled_id, block__gym_id=by.gym_id
    )


@router.post("/enrolled/{enrolled_id}/stop", response=schemas.BlockOut)
def stop_one(request: HttpRequest, enrolled_id: int) -> schemas.BlockOut:
    """It is over for one person."""
    by = coach(request)
    row = _mine(by, enrolled_id)
    end_for(by, row.pk, Enrolled.Ended.STOPPED, "A coach stopped it.")
    return _block_out(by, row.block_id)


@router.post("/enrolled/{enrolled_id}/resume", response=schemas.BlockOut)
def resume(request: HttpRequest, enrolled_id: int) -> schemas.BlockOut:
    """It runs on for one person."""
    by = coach(request)
    row = _mine(by, enrolled_id)
    take_up_again(by, row.pk)
    return _block_out(by, row.block_id)


@router.put("/enrolled/{enrolled_id}/drill", response=schemas.BlockOut)
def drill(request: HttpRequest, enrolled_id: int, payload: schemas.DrillIn) -> schemas.BlockOut:
    """Another drill for a range."""
    by = coach(request)
    row = _mine(by, enrolled_id)
    change_drill(by, row.pk, payload.motion, payload.drill, "A coach chose it.")
    return _block_out(by, row.block_id)


@router.post("/enrolled/{enrolled_id}/climb", response=schemas.BlockOut)
def next_rung(request: HttpRequest, enrolled_id: int, payload: schemas.MotionIn) -> schemas.BlockOut:
    """The next rung, as its test was met."""
    by = coach(request)
    row = _mine(by, enrolled_id)
    climb(by, row.pk, payload.motion)
    return _block_out(by, row.block_id)


@router.put("/enrolled/{enrolled_id}/level", response=schemas.BlockOut)
def level(request: HttpRequest, enrolled_id: int, payload: schemas.LevelIn) -> schemas.BlockOut:
    """Another level of jumps."""
    by = coach(request)
    row = _mine(by, enrolled_id)
    set_level(by, row.pk, payload.level)
    return _block_out(by, row.block_id)


@router.get("/enrolled/{enrolled_id}/drills", response=list[schemas.DrillChoice])
def other_drills(request: HttpRequest, enrolled_id: int, motion: str) -> list[schemas.DrillChoice]:
    """Drills that may take a drill's place for somebody, what does most first."""
    by = coach(request)
    row = _mine(by, enrolled_id)
    value = Person.objects.whole().get(pk=row.person_id).value(by.gym.today())
    rows = home_drills(motion, value, vocabulary_of(by.gym).catalog)
    return [schemas.DrillChoice(id=one.id, name=one.name) for one in rows]


@router.get("/enrolled/{enrolled_id}/events", response=list[EventOut])
def events(request: HttpRequest, enrolled_id: int) -> list[EventOut]:
    """What was given, changed and ended for somebody, and because of what."""
    by = coach(request)
    row = _mine(by, enrolled_id)
    catalog = vocabulary_of(by.gym).catalog
    rows = BlockEvent.objects.filter(enrolled=row).select_related("enrolled__block", "by")
    return [event_out(one, catalog) for one in rows[:SHOWN]]


@router.post("/people/{person_id}/homework", response={201: schemas.StartedOut})
def homework(
    request: HttpRequest, person_id: int, payload: schemas.HomeworkIn, key: AttemptKey = None
) -> Status[schemas.StartedOut]:
    """One range for one person."""
    by = coach(request)
    person = person_of(by, person_id)
    row = give_homework(by, person, payload.motion, drill=payload.drill, key=key)
    return Status(201, schemas.StartedOut(id=row.block_id, left_out=[]))


@router.get("/people/{person_id}/training", response=schemas.Training | None)
def training(request: HttpRequest, person_id: int) -> schemas.Training | None:
    """What somebody does over weeks now, to themselves and their coaches."""
    by = signed_in(request)
    person = person_of(by, person_id)
    looked(by, [person.pk], "blocks", by.gym.today())
    return training_of(person, private=True)
