"""Importing a week: a review first, then the import itself."""

from django.http import HttpRequest
from ninja import Router, Status

from core.documents.glance import Glance
from server.api import week_import_schemas as schemas
from server.api.access import coach
from server.api.problems import stale_problem
from server.computing.stored import kept_glances
from server.computing.tasks import WeekSource
from server.programme.week_import import Planned, import_week, plan_import
from server.shelf.actions import vocabulary_of
from server.versions import Stale

router = Router(tags=["programme"])
TOP_DEMANDS = 3
SHOWN = 200  # letters of a piece that belongs to no day


def _source(payload: schemas.WeekIn) -> WeekSource:
    return WeekSource(payload.text, payload.monday, payload.calendar, payload.pattern)


@router.post("/week/review", response=schemas.ReviewOut)
def review(request: HttpRequest, payload: schemas.WeekIn) -> schemas.ReviewOut:
    """What would be read and saved, day by day. Saves nothing."""
    gym = coach(request).gym
    planned = plan_import(gym, _source(payload))
    glances = kept_glances(gym.pk, [day.day.text for day in planned.days], vocabulary_of(gym))
    return schemas.ReviewOut(
        kind=planned.week.kind,
        days=[_review_day(day, glance) for day, glance in zip(planned.days, glances, strict=True)],
        stands=planned.stands,
        troubles=[
            schemas.TroubleOut(line=trouble.line, text=trouble.text[:SHOWN], reason=trouble.reason)
            for trouble in planned.week.troubles
        ],
        new=planned.count("new"),
        changed=planned.count("changed"),
        same=planned.count("same"),
    )


@router.post("/week/import", response={201: schemas.ImportedOut, 409: schemas.StaleWeek})
def take(request: HttpRequest, payload: schemas.WeekTake) -> Status[schemas.ImportedOut]:
    """Save the days of the review but those left out; 409 with a new review when a day changed since."""
    person = coach(request)
    source = _source(payload)
    try:
        done = import_week(person.gym, person, source, frozenset(payload.skip), payload.stands)
    except Stale as stale:
        raise stale_problem(stale, review(request, payload), {}) from stale
    return Status(201, schemas.ImportedOut(**done._asdict()))


def _review_day(planned: Planned, glance: Glance) -> schemas.ReviewDay:
    """A day as it would be read, and what is there already."""
    return schemas.ReviewDay(
        date=planned.day.date,
        title=planned.title,
        text=planned.day.text,
        line=planned.day.line,
        status=planned.status,
        times=[time.starts_at for time in planned.times],
        new_times=len(planned.new_times),
        parts=[schemas.ReviewPart(**part.json_value()) for part in glance.parts],
        unread=list(glance.unread),
        assumed=list(glance.assumed),
        asks=[asked.name for asked in glance.asks if asked.kind == "reach"][:TOP_DEMANDS],
        problem=glance.problem,
    )
