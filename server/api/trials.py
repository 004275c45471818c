"""Tests before and after: what waits for its second reading, readings in, and a trial as it may be shown."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from core.catalog import Catalog
from core.learning import trial_stands
from server.api import log_schemas as schemas
from server.api.access import coach
from server.logbook.models import Trial
from server.logbook.trials import TrialReading, open_trials, take_trials
from server.shelf.actions import vocabulary_of

router = Router(tags=["log"])


@router.get("/trials", response=list[schemas.TrialOut])
def waiting_trials(request: HttpRequest) -> list[schemas.TrialOut]:
    """Tests that wait for their second reading; the first is not shown."""
    by = coach(request)
    catalog = vocabulary_of(by.gym).catalog
    return [trial_out(row, catalog) for row in open_trials(by)]


@router.post("/trials", response=schemas.TrialsOut)
def trials(request: HttpRequest, payload: schemas.TrialsIn) -> schemas.TrialsOut:
    """First and second readings, each kept once."""
    by = coach(request)
    rows = [TrialReading(**{**row.dict(), "between": tuple(row.between)}) for row in payload.rows]
    taken = take_trials(by, rows)
    refused = [schemas.RefusedTrial(key=key, why=why) for key, why in taken.refused.items()]
    return schemas.TrialsOut(kept=taken.kept, refused=refused)


def trial_out(row: Trial, catalog: Catalog) -> schemas.TrialOut:
    """A trial with no more than may be shown of it."""
    test = catalog.range_tests[row.test]
    stands = trial_stands(row.value(), test)
    return schemas.TrialOut(
        id=row.pk,
        key=row.key,
        person=row.person_id,
        name=row.person.name,
        test=row.test,
        test_name=test.name,
        side=row.side,
        before=stands.before,
        after=stands.after,
        verdict=stands.change.verdict if stands.change else None,
        between=[catalog.drills[drill].name for drill in row.between if drill in catalog.drills],
        before_at=row.before_at,
        open=row.after is None,
    )
