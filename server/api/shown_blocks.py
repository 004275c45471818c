"""Blocks as pages show them, and a member's own page of them."""

from __future__ import annotations

import datetime
import hashlib
from collections.abc import Sequence

from django.db.models import Q, QuerySet
from django.utils import timezone

from core.blocks.rungs import next_rung
from core.blocks.skills import easy_pulse
from core.blocks.values import Aim, BlockWeek, Planned, Work
from core.catalog import Catalog
from core.documents.base import as_json
from core.documents.picture import figure_of
from server.api import block_schemas as schemas
from server.blocks.courses import Area, Running, enrolled_in, running
from server.blocks.models import Block, Enrolled, TrainingPage
from server.delivery.ledger import channels_of, reaches_of
from server.people.models import Person
from server.shelf.actions import vocabulary_of

HURT_SHOWN = datetime.timedelta(days=14)  # a block that rests for pain still says so
ALIKE = {  # what a week's target is
    "range": "{:g} min a muscle group this week",
    "competition": "{:g} min a muscle group this week",
    "jump": "{:g} contacts a session",
    "skill": "{:g} min a session",
}


def day_out(day: Planned, catalog: Catalog) -> schemas.BlockDay:
    """A day with its drills."""
    return schemas.BlockDay(
        on=day.on,
        work=[work_out(work, catalog) for work in day.work],
        seconds=day.seconds,
        contacts=day.contacts,
        usual_on=day.usual_on,
        said=list(day.said),
        not_before=day.not_before,
        done=day.done,
        with_class=day.with_class,
    )


def work_out(work: Work, catalog: Catalog) -> schemas.BlockWork:
    """A drill with its figure."""
    return schemas.BlockWork(
        drill=work.drill,
        name=work.name,
        figure=figure_of(work.drill, catalog),
        dose_words=work.dose.words(),
        seconds=work.seconds,
        rest_s=work.rest_s,
        contacts=work.contacts,
        cues=list(catalog.drills[work.drill].cues),
    )


def week_out(week: BlockWeek, aim: Aim, age: int | None, catalog: Catalog) -> schemas.BlockWeekOut:
    """A week of a course."""
    return schemas.BlockWeekOut(
        starts_on=week.starts_on,
        ends_on=week.ends_on,
        number=week.step + 1,
        repeats=week.repeats,
        missed=week.missed,
        over=week.over,
        target=week.target,
        target_words=target_words(week, aim, age),
        days=[day_out(day, catalog) for day in week.days],
        said=list(week.said),
        tests_on=list(week.tests_on),
    )


def target_words(week: BlockWeek, aim: Aim, age: int | None) -> str:
    """What a week is meant to hold; of a skill block also the pulse that stays easy in between."""
    in_minutes = aim in ("range", "competition")
    words = ALIKE[aim].format(week.target / 60 if in_minutes else week.target)
    if aim != "skill":
        return words
    pulse = easy_pulse(age)
    return f"{words}, easy in between (about {pulse.low} to {pulse.high} beats; talking stays easy)"


def area_out(area: Area, one: Running, catalog: Catalog, private: bool) -> schemas.AreaOut:
    """A range of somebody's block. private: to them or a coach; a link alone shows no degrees."""
    verdict = area.verdict
    selected = one.row.areas[area.motion].get("selected_on")
    rung = next_rung(area.drill, area.motion, one.person, catalog)
    plain = {"progress": "It is coming along.", "no clear change": "No clear change yet."}
    return schemas.AreaOut(
        motion=area.motion,
        name=catalog.demands[area.motion].name,
        side=area.side,
        drill=area.drill,
        drill_name=catalog.drills[area.drill].name if area.drill in catalog.drills else area.drill,
        goal_deg=area.goal_deg if private else None,
        stands=verdict.stands,
        why=verdict.why if private else plain.get(verdict.stands, ""),
        change_deg=verdict.change_deg if private else None,
        error_deg=verdict.error_deg if private else None,
        tests=[
            schemas.TestPoint(
                on=datetime.date.fromisoformat(test.on),
                degrees=round(test.degrees, 1),
                error_deg=round(test.error_deg, 1),
                selected=test.on == selected,
            )
            for test in (area.tests if private else ())
        ],
        rung=schemas.RungOut(drill=rung.drill, name=rung.name, test=rung.test) if rung else None,
    )


def enrolled_out(one: Running, catalog: Catalog) -> schemas.EnrolledOut:
    """Somebody in a block, as coaches see it."""
    aim = one.row.block.value_aim
    return schemas.EnrolledOut(
        id=one.row.pk,
        person=one.row.person_id,
        name=one.row.person.name,
        level=one.row.value().level,
        ended=one.row.ended,
        course_ended=one.course.ended,
        weeks_done=one.course.weeks_done,
        planned=one.planned,
        done=one.done,
        share_done=round(one.share_done, 3),
        areas=[area_out(area, one, catalog, private=True) for area in one.areas],
        weeks=[week_out(week, aim, one.person.age, catalog) for week in one.course.weeks],
    )


def for_words(block: Block, people: int, first: str) -> str:
    """Who a block is for."""
    if block.group is not None:
        return block.group.name
    if block.weekly_class is not None:
        return f"the {block.weekly_class.starts:%H:%M} class"
    return first if people == 1 else f"{people} people"


def training_of(person: Person, private: bool, page: TrainingPage | None = None) -> schemas.Training | None:
    """A member's blocks as they run; None for somebody without any, and without a page."""
    gym = person.gym
    page = page or getattr(person, "training_page", None)
    rows = list(_shown_to(person))
    if page is None and rows:
        page = TrainingPage.objects.get_or_create(person=person)[0]
    if page is None or page.ended_at is not None:
        return None
    today, catalog = gym.today(), vocabulary_of(gym).catalog
    blocks = [_training_block(one, today, catalog, private) for one in running(gym, rows, today, near=True)]
    told = hashlib.sha256(as_json(blocks) + str(today).encode()).hexdigest()[:16]
    reach = reaches_of([person])[person.pk]
    return schemas.Training(
        token=page.token,
        name=person.name,
        gym=gym.name,
        timezone=gym.timezone,
        today=today,
        remind=_remind(page.remind),
        reachable=bool(channels_of(person, reach)),
        private=private,
        blocks=blocks,
        stamp=told,
    )


def _shown_to(person: Person) -> QuerySet[Enrolled]:
    """Blocks that run for somebody, and those that rest because something hurt lately."""
    since = person.gym.today() - HURT_SHOWN
    rests = Q(ended=Enrolled.Ended.PAIN, ended_on__gte=since)
    rows = enrolled_in(person.gym).filter(Q(ended="") | rests, person=person, block__stopped_on=None)
    return rows.order_by("block__starts_on", "pk")


def _remind(word: str) -> schemas.Remind:
    words: dict[str, schemas.Remind] = {"morning": "morning", "evening": "evening"}
    return words.get(word, "never")


def _training_block(
    one: Running, today: datetime.date, catalog: Catalog, private: bool
) -> schemas.TrainingBlock:
    """This week and the next of it."""
    block = one.row.block
    week = one.course.week_of(today) or next(iter(one.course.weeks), None)
    until = today + datetime.timedelta(days=13)
    since = week.starts_on if week else today
    around = [each for each in one.course.weeks if each.starts_on <= until and each.ends_on >= since]
    return schemas.TrainingBlock(
        enrolled=one.row.pk,
        name=block.name,
        aim=block.value_aim,
        week=week.step + 1 if week else 1,
        weeks=block.weeks,
        repeats=week.repeats if week else False,
        target_words=target_words(week, block.value_aim, one.person.age) if week else "",
        days=[day_out(day, catalog) for each in around for day in each.days],
        said=[said for each in around for said in each.said],
        tests_on=[day for each in around for day in each.tests_on],
        test_names=_tests_for(one.areas, catalog),
        areas=[area_out(area, one, catalog, private) for area in one.areas],
        done=one.done,
        planned=one.planned,
        hurt=one.row.ended == Enrolled.Ended.PAIN or one.course.ended == "pain",
    )


def _tests_for(areas: Sequence[Area], catalog: Catalog) -> list[str]:
    motions = {area.motion for area in areas}
    return [test.name for test in catalog.range_tests.values() if test.motion in motions]


def note_seen(page: TrainingPage) -> None:
    """Their device has it."""
    TrainingPage.objects.filter(pk=page.pk).update(seen_at=timezone.now())
