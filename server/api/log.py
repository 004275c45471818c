"""The log: a gym's weeks, its classes, one member's; what was changed because of what; out as files."""

from __future__ import annotations

import datetime
import json
from collections import defaultdict
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Status
from pydantic import AwareDatetime

from core.catalog import Catalog
from core.log import HARD, JOINTS, RUN_DAYS
from core.log.coming_back import Answered
from server.api import log_schemas as schemas
from server.api.access import class_of, coach, owner, person_of, signed_in
from server.api.schemas import Day
from server.api.shown_person import said_of
from server.api.trials import trial_out
from server.blocks.models import BlockEvent
from server.gym.models import Gym
from server.logbook.asked import note_asked
from server.logbook.classes import SHOWN, class_lines, class_log, note_came
from server.logbook.export import What, log_table
from server.logbook.lean import week_lean
from server.logbook.models import Trial
from server.logbook.person import Moved, moved_of, person_log
from server.logbook.weeks import Span, gym_log, named, week_number
from server.people.audit import looked
from server.people.models import MeasuredRange, Person
from server.people.tables import write_table
from server.publishing.felt import put_aside
from server.publishing.models import Said
from server.shelf.actions import vocabulary_of

router = Router(tags=["log"])
Weeks = Annotated[int, Query(ge=1, le=53)]
JOINT_NAMES = [schemas.JointName(id=joint, name=name) for joint, name in JOINTS.items()]
TRIALS_SHOWN = 40


def _catalog(gym: Gym) -> Catalog:
    return vocabulary_of(gym).catalog


def _position(position: str, catalog: Catalog) -> str:
    return catalog.positions[position].name if position in catalog.positions else position


@router.get("/log", response=schemas.GymLogOut)
def log_of_gym(request: HttpRequest, weeks: Weeks = 12) -> schemas.GymLogOut:
    """A gym's weeks: classes, answers, joints, drills; nobody by name."""
    by = coach(request)
    gym = by.gym
    today, catalog = gym.today(), _catalog(gym)
    span = Span.of(today, weeks)
    unread = note_asked(gym, span.first, min(span.last, today))
    found = gym_log(gym, span, today)
    return schemas.GymLogOut(
        weeks=[schemas.WeekOfLog(**week._asdict()) for week in found.weeks],
        joints=JOINT_NAMES,
        coming_back=[
            schemas.PositionBack(**one._asdict(), name=_position(one.position, catalog))
            for one in found.coming_back
        ],
        drills=[
            schemas.DrillUsed(**{**use._asdict(), "serves": serves})
            for use, serves in named(found.drills, catalog)
        ],
        classes=found.classes,
        unread=unread,
        hard=HARD,
        felt_moves=gym.felt_moves,
        may_change=by.owns,
    )


@router.put("/log/felt", response=schemas.FeltMovesIn)
def felt_moves(request: HttpRequest, payload: schemas.FeltMovesIn) -> schemas.FeltMovesIn:
    """Whether answers after class move the next preps of the gym; what was said stays either way."""
    gym = owner(request).gym
    gym.felt_moves = payload.on
    gym.save(update_fields=["felt_moves"])
    return payload


@router.get("/log/classes", response=schemas.ClassLines)
def log_of_classes(request: HttpRequest, before: AwareDatetime | None = None) -> schemas.ClassLines:
    """Classes that are over, the newest first."""
    gym = coach(request).gym
    lines = class_lines(gym, gym.today(), before)
    return schemas.ClassLines(
        timezone=gym.timezone,
        classes=[schemas.ClassLineOut(**line._asdict()) for line in lines],
        more=len(lines) == SHOWN,
    )


@router.get("/log/classes/{class_id}", response=schemas.ClassLogOut)
def log_of_class(request: HttpRequest, class_id: int) -> schemas.ClassLogOut:
    """All that is known of one class, and what was changed because of it."""
    by = coach(request)
    gym_class = class_of(by, class_id)
    gym, catalog = by.gym, _catalog(by.gym)
    found = class_log(gym, gym_class)
    looked(by, [one.person for one in found.people], "log", gym.today())
    trials = Trial.objects.filter(gym_class=gym_class).select_related("person")
    return schemas.ClassLogOut(
        id=gym_class.pk,
        session=gym_class.session_id,
        title=gym_class.session.title,
        starts_at=gym_class.starts_at,
        timezone=gym.timezone,
        coach=gym_class.coach.name if gym_class.coach else "",
        ran=[schemas.RanRow.from_orm(row) for row in found.ran],
        people=[
            schemas.AttendedOut(
                **{
                    **one._asdict(),
                    "felt_at": [
                        schemas.FeltAt.model_validate(
                            {"position": position, "name": _position(position, catalog), "value": value}
                        )
                        for position, value in one.felt_at.items()
                    ],
                }
            )
            for one in found.people
        ],
        tests=[
            schemas.TestOfDayOut(
                person=test.person,
                name=test.name,
                test=catalog.range_tests[test.test].name if test.test in catalog.range_tests else test.test,
                side=test.side,
                said=said_of(catalog.range_tests[test.test], test.value)
                if test.test in catalog.range_tests
                else f"{test.value:g} degrees",
            )
            for test in found.tests
        ],
        trials=[trial_out(row, catalog) for row in trials],
        because=_because(
            gym,
            [one.person for one in found.people],
            gym_class.pk,
            {test.id for test in found.tests},
            catalog,
        ),
    )


def _because(
    gym: Gym, people: list[int], class_id: int, found_tests: set[int], catalog: Catalog
) -> list[schemas.ChangedBecause]:
    """What is different for the people of a class by what they said of it, and by that day's tests."""
    here = set(Said.objects.filter(gym_class_id=class_id).values_list("pk", flat=True))
    names = dict(gym.people.filter(pk__in=people).values_list("pk", "name"))
    found = []
    for person, all_of in moved_of(gym, people, gym.today()).items():
        for moved in all_of:
            if here.isdisjoint(cause.said for cause in moved.causes):
                continue
            point = f"?point={moved.point}" if moved.point else ""
            link = f"/session/{moved.next_session}{point}" if moved.next_session else f"/people/{person}/log"
            said = _moved_words(_moved(moved, catalog))
            found.append(schemas.ChangedBecause(person=person, name=names[person], said=said, link=link))
    found += _tested(people, names, found_tests)
    return sorted(found, key=lambda one: one.name)


def _tested(people: list[int], names: dict[int, str], tests: set[int]) -> list[schemas.ChangedBecause]:
    """What was changed in blocks because of tests of that day."""
    rows = BlockEvent.objects.filter(enrolled__person_id__in=people, because__kind="tests")
    return [
        schemas.ChangedBecause(
            person=row.enrolled.person_id,
            name=names[row.enrolled.person_id],
            said=f"{row.enrolled.block.name}: {row.said}",
            link=f"/blocks/{row.enrolled.block_id}",
        )
        for row in rows.select_related("enrolled__block")
        if not tests.isdisjoint(row.because.get("ids", ()))
    ]


def _moved_words(moved: schemas.FeltMoved) -> str:
    parts = []
    if moved.factor > 1:
        parts.append(f"asked {moved.factor:.2f} times as much")
    if moved.instead_of:
        parts.append(f"another drill instead of {' and '.join(moved.instead_of)}")
    if moved.ask_coach:
        parts.append("worse twice running: talk to them")
    return f"{moved.name}: {', '.join(parts)}"


@router.post("/log/classes/{class_id}/came", response={204: None})
def came(request: HttpRequest, class_id: int, payload: schemas.CameIn) -> Status[None]:
    """Whether somebody on the roster came."""
    by = coach(request)
    note_came(by, class_of(by, class_id), payload.person, payload.came)
    return Status(204, None)


@router.get("/people/{person_id}/log", response=schemas.PersonLogOut)
def log_of_person(request: HttpRequest, person_id: int, weeks: Weeks = 12) -> schemas.PersonLogOut:
    """One member's weeks, and what their answers and tests moved; to themselves and their coaches."""
    by = signed_in(request)
    person = person_of(by, person_id)
    gym, catalog = by.gym, _catalog(by.gym)
    looked(by, [person.pk], "log", gym.today())
    span = Span.of(gym.today(), weeks)
    note_asked(gym, gym.today(), span.last + datetime.timedelta(days=7))
    found = person_log(gym, person, span, gym.today())
    trials = person.trials.select_related("person")[:TRIALS_SHOWN]
    return schemas.PersonLogOut(
        id=person.pk,
        name=person.name,
        mine=by.pk == person.pk,
        coaches=by.coaches,
        weeks=[schemas.PersonWeekOut(**week._asdict()) for week in found.weeks],
        positions=_positions(found.positions, span, catalog),
        moved=[_moved(one, catalog) for one in found.moved],
        answers=[_answer(row, by, catalog) for row in found.answers],
        events=[event_out(row, catalog) for row in found.events],
        trials=[trial_out(row, catalog) for row in trials],
    )


def _positions(rows: list[Answered], span: Span, catalog: Catalog) -> list[schemas.PositionOverWeeks]:
    mondays = {week_number(monday): monday for monday in span.mondays}
    by_position: dict[str, list[schemas.PositionWeek]] = defaultdict(list)
    for row in sorted(rows, key=lambda one: one.week):
        by_position[row.position].append(
            schemas.PositionWeek(monday=mondays[row.week], better=row.better, same=row.same, worse=row.worse)
        )
    return [
        schemas.PositionOverWeeks(position=position, name=_position(position, catalog), weeks=weeks)
        for position, weeks in sorted(by_position.items())
    ]


def _moved(one: Moved, catalog: Catalog) -> schemas.FeltMoved:
    need = one.need
    drills = (catalog.drills.get(done.drill) for done in need.avoid)
    return schemas.FeltMoved(
        position=need.position,
        name=_position(need.position, catalog),
        factor=round(need.factor, 3),
        instead_of=[row.name for row in drills if row is not None],
        ask_coach=need.ask_coach,
        causes=[schemas.CauseOut(**cause._asdict()) for cause in one.causes],
        session=one.next_session,
        title=one.next_title,
        point=one.point,
    )


def _answer(row: Said, by: Person, catalog: Catalog) -> schemas.AnswerOut:
    return schemas.AnswerOut(
        id=row.pk,
        on=row.gym_class.session.date,
        title=row.gym_class.session.title,
        kind="pain" if row.kind == Said.Kind.PAIN else "felt",
        position=row.position,
        name=_position(row.position, catalog) if row.position else "All of it",
        value=row.value,
        aside=row.aside_at is not None,
        aside_by=row.aside_by.name if row.aside_by else "",
        may_aside=by.coaches or row.kind == Said.Kind.FELT,
    )


def event_out(row: BlockEvent, catalog: Catalog) -> schemas.EventOut:
    """Something of a block that was changed, with what it follows from in words."""
    return schemas.EventOut(
        at=row.at,
        block=row.enrolled.block.name,
        block_id=row.enrolled.block_id,
        what=row.what,
        said=row.said,
        by=row.by.name if row.by else "by rule",
        because=_cause_words(row, catalog),
    )


def _cause_words(row: BlockEvent, catalog: Catalog) -> str:
    ids = row.because.get("ids", [])
    if row.because.get("kind") == "tick":
        return "a day that hurt"
    if row.because.get("kind") != "tests" or not ids:
        return ""
    tests = MeasuredRange.objects.filter(pk__in=ids).order_by("-measured_on")[:4]
    names = (f"{test.value:g} on {test.measured_on:%-d %b}" for test in tests)
    return f"tests: {', '.join(names)}"


@router.put("/answers/{said_id}", response=schemas.AnswerOut)
def aside(request: HttpRequest, said_id: int, payload: schemas.AsideIn) -> schemas.AnswerOut:
    """An answer that moves nothing any more, or counts again."""
    by = signed_in(request)
    row = get_object_or_404(Said, pk=said_id, person__gym_id=by.gym_id)
    person_of(by, row.person_id)
    return _answer(put_aside(by, said_id, payload.aside), by, _catalog(by.gym))


@router.get("/log/file")
def log_file(
    request: HttpRequest,
    what: What,
    form: Annotated[str, Query(pattern="^(csv|json)$")] = "csv",
    weeks: Weeks = 53,
) -> HttpResponse:
    """One kind of the log as a file; whose data stand in it is written down."""
    by = coach(request)
    gym = by.gym
    today = gym.today()
    span = Span.of(today, weeks)
    note_asked(gym, span.first, min(span.last, today))
    table = log_table(what, gym, span)
    looked(by, table.people, "export", today)
    name = f"log-{what}-{today.isoformat()}.{form}"
    if form == "json":
        rows = [dict(zip(table.headings, row, strict=True)) for row in table.rows]
        answer = HttpResponse(
            json.dumps(
                {"what": what, "from": span.first.isoformat(), "to": span.last.isoformat(), "rows": rows}
            ),
            content_type="application/json",
        )
    else:
        answer = HttpResponse(write_table(table.headings, table.rows), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    answer["Cache-Control"] = "no-store"
    return answer


@router.get("/week/lean", response=schemas.LeanOut)
def lean(request: HttpRequest, start: Day | None = None) -> schemas.LeanOut:
    """How a week leans, and what it could swap."""
    gym = coach(request).gym
    day = start or gym.today()
    found = week_lean(gym, day - datetime.timedelta(days=day.weekday()))
    offset = (found.dates[0] - found.first).days
    of_week = range(offset, offset + len(found.dates))
    return schemas.LeanOut(
        days=[
            schemas.LeanDay(
                date=date,
                contacts=found.lean.contacts[place],
                block_contacts=block,
                grip=round(found.lean.grip[place], 3),
                joints={joint: round(load, 3) for joint, load in found.lean.days[place].items()},
                crowded=place in found.lean.crowded,
            )
            for place, date, block in zip(of_week, found.dates, found.block_contacts, strict=True)
        ],
        runs=[
            schemas.RunOfDays(
                joint=run.joint,
                name=JOINTS[run.joint],
                first=found.first + datetime.timedelta(days=run.first),
                last=found.first + datetime.timedelta(days=run.last),
                days=run.days,
            )
            for run in found.lean.runs
            if run.first in of_week or run.last in of_week
        ],
        swaps=[
            schemas.SwapOut(
                moves=[
                    schemas.MoveOut(session=session, title=found.titles[session], to=to)
                    for session, to in change.what
                ],
                gains=list(change.gains),
                costs=list(change.costs),
            )
            for change in found.changes
        ],
        joints=JOINT_NAMES,
        run_days=RUN_DAYS,
        hard=HARD,
    )
