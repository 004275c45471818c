"""Importing a week: a review first, then the import itself."""

from django.http import HttpRequest
from ninja import Router, Status

from server.api import week_import_schemas as schemas
from server.api.access import coach
from server.programme import week_import

router = Router(tags=["programme"])


def _source(payload: schemas.WeekIn) -> week_import.WeekSource:
    return week_import.WeekSource(payload.text, payload.monday, payload.calendar, payload.pattern)


@router.post("/week/review", response=schemas.ReviewOut)
def review(request: HttpRequest, payload: schemas.WeekIn):
    """What would be read and saved, day by day. Saves nothing."""
    return week_import.review(coach(request).gym, _source(payload))


@router.post("/week/import", response={201: schemas.ImportedOut})
def take(request: HttpRequest, payload: schemas.WeekTake):
    """Save the days of the review but those left out."""
    person = coach(request)
    return Status(201, week_import.import_week(person.gym, person, _source(payload), frozenset(payload.skip)))
