"""Importing a week: a review first, then the import itself."""

from django.http import HttpRequest
from ninja import Router, Status

from core.demand import derive
from core.errors import UnusableText
from core.reading import Workout
from core.reading.vocabulary import Vocabulary
from server.api import week_import_schemas as schemas
from server.api.access import coach
from server.programme.week_import import Planned, WeekSource, import_week, plan_import
from server.shelf.actions import vocabulary_of

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
    words = vocabulary_of(gym)
    return schemas.ReviewOut(
        kind=planned.week.kind,
        days=[_review_day(day, words) for day in planned.days],
        troubles=[
            schemas.TroubleOut(line=trouble.line, text=trouble.text[:SHOWN], reason=trouble.reason)
            for trouble in planned.week.troubles
        ],
        new=planned.count("new"),
        changed=planned.count("changed"),
        same=planned.count("same"),
    )


@router.post("/week/import", response={201: schemas.ImportedOut})
def take(request: HttpRequest, payload: schemas.WeekTake) -> Status[schemas.ImportedOut]:
    """Save the days of the review but those left out."""
    person = coach(request)
    done = import_week(person.gym, person, _source(payload), frozenset(payload.skip))
    return Status(201, schemas.ImportedOut(**done._asdict()))


def _review_day(planned: Planned, words: Vocabulary) -> schemas.ReviewDay:
    """A day as it would be read, and what is there already."""
    problem, workout = "", None
    try:
        workout = words.read(planned.day.text)
    except UnusableText as refused:
        problem = str(refused)
    works = workout.works if workout else ()
    return schemas.ReviewDay(
        date=planned.day.date,
        title=planned.title,
        text=planned.day.text,
        line=planned.day.line,
        status=planned.status,
        times=[time.starts_at for time in planned.times],
        new_times=len(planned.new_times),
        parts=_parts(workout, words) if workout else [],
        unread=[unread.text for unread in workout.unread] if workout else [],
        assumed=[work.assumed for work in works if work.assumed],
        asks=_asks(workout, words) if workout else [],
        problem=problem,
    )


def _parts(workout: Workout, words: Vocabulary) -> list[schemas.ReviewPart]:
    movements = words.catalog.movements
    parts: list[schemas.ReviewPart] = []
    for part in workout.parts:
        names = dict.fromkeys(movements[work.movement].name for work in part.work)
        parts.append(schemas.ReviewPart(name=part.name, format=part.format.kind, movements=list(names)))
    return parts


def _asks(workout: Workout, words: Vocabulary) -> list[str]:
    """The reaches it asks most, by name."""
    demands = derive(workout, catalog=words.catalog).demands
    reaches = [demand.id for demand in demands if demand.kind == "reach"]
    return [words.catalog.demands[demand].name for demand in reaches[:TOP_DEMANDS]]
