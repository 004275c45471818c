"""A year on a page: a gym's, and one member's."""

from __future__ import annotations

import datetime
from typing import Annotated

from django.http import HttpRequest
from ninja import Query, Router

from server.api import log_schemas as schemas
from server.api.access import coach, person_of, signed_in
from server.api.log import JOINT_NAMES
from server.gym.models import Gym
from server.logbook.asked import note_asked
from server.logbook.year import gym_year, person_year
from server.people.audit import looked
from server.shelf.actions import vocabulary_of

router = Router(tags=["log"])
Year = Annotated[int, Query(ge=2000, le=2099)]


def _years(gym: Gym) -> list[int]:
    first = gym.sessions.order_by("date").values_list("date", flat=True).first()
    now = gym.today().year
    return list(range(first.year if first else now, now + 1))[::-1]


@router.get("/year", response=schemas.GymYearOut)
def year_of_gym(request: HttpRequest, year: Year | None = None) -> schemas.GymYearOut:
    """A gym's year; nobody by name."""
    gym = coach(request).gym
    wanted = year or gym.today().year
    note_asked(gym, datetime.date(wanted, 1, 1), min(datetime.date(wanted, 12, 31), gym.today()))
    found = gym_year(gym, wanted)
    drills = vocabulary_of(gym).catalog.drills
    return schemas.GymYearOut(
        year=wanted,
        years=_years(gym),
        gym=gym.name,
        people=found.people,
        months=[schemas.MonthOut(**month._asdict()) for month in found.months],
        joints=JOINT_NAMES,
        blocks=[schemas.YearBlock(**block._asdict()) for block in found.blocks],
        drills=[
            schemas.YearDrill(name=drills[one.drill].name, classes=one.classes)
            for one in found.drills
            if one.drill in drills
        ],
    )


@router.get("/people/{person_id}/year", response=schemas.PersonYearOut)
def year_of_person(request: HttpRequest, person_id: int, year: Year | None = None) -> schemas.PersonYearOut:
    """One member's year, to themselves and their coaches."""
    by = signed_in(request)
    person = person_of(by, person_id)
    gym = by.gym
    looked(by, [person.pk], "log", gym.today())
    wanted = year or gym.today().year
    found = person_year(gym, person, wanted)
    return schemas.PersonYearOut(
        year=wanted,
        years=_years(gym),
        gym=gym.name,
        name=person.name,
        months=[schemas.MonthOut(**month._asdict()) for month in found.months],
        tests=[
            schemas.YearTest(
                **{
                    **{name: value for name, value in test._asdict().items() if name != "change"},
                    "verdict": test.change.verdict,
                    "detectable": test.change.detectable,
                }
            )
            for test in found.tests
        ],
        blocks=[schemas.YearBlock(**block._asdict()) for block in found.blocks],
    )
