"""A member's own page of blocks, by its unguessable link."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from core.documents.base import as_json
from server.api import block_schemas as schemas
from server.api.access import coach, person_of, rows_of
from server.api.problems import Problem
from server.api.shown_blocks import note_seen, training_of
from server.blocks.models import TrainingPage
from server.blocks.ticking import Tick, end_page_link, note_ticks, set_reminder
from server.people.audit import looked
from server.people.models import Person

router = Router(tags=["training"])
ENDED = "This link has ended. Sign in, or ask your coach for a new one."


def training_by_link(request: HttpRequest, token: str) -> schemas.Training:
    """The page a link leads to, all of it to its member and their coaches signed in. Raises Http404, and
    Problem for a link that has ended."""
    page, private = page_by_link(request, token)
    found = training_of(page.person, private, page)
    if found is None:
        raise Problem(410, "This link has ended", ENDED)
    return found


def page_by_link(request: HttpRequest, token: str) -> tuple[TrainingPage, bool]:
    """The page of a link, and whether the one who asks may see all of it."""
    page = get_object_or_404(TrainingPage.objects.select_related("person__gym"), token=token)
    rows = rows_of(request) if request.user.is_authenticated else []
    coaching = [row for row in rows if row.coaches_in(page.person.gym_id) and row.pk != page.person_id]
    for row in coaching:
        looked(row, [page.person_id], "blocks", page.person.gym.today())
    private = bool(coaching) or any(row.pk == page.person_id for row in rows)
    if (page.ended_at is not None or page.person.left_at is not None) and not private:
        raise Problem(410, "This link has ended", ENDED)
    if not coaching:
        note_seen(page)
    return page, private


@router.get("/training/{token}", auth=None, response=schemas.Training)
def training(request: HttpRequest, token: str) -> HttpResponse:
    """What a member does over weeks; the link is the key."""
    return _answer(training_by_link(request, token))


@router.post("/training/{token}/ticked", auth=None, response=schemas.Training)
def ticked(request: HttpRequest, token: str, payload: schemas.TrainingTicks) -> HttpResponse:
    """Days done, taken back, or that hurt; each kept once however often it is sent. The answer is the page
    as it is now."""
    page, _ = page_by_link(request, token)
    note_ticks(page.person, [Tick(**row.dict()) for row in payload.rows])
    return _answer(training_by_link(request, token))


@router.put("/training/{token}/remind", auth=None, response=schemas.Training)
def remind(request: HttpRequest, token: str, payload: schemas.RemindIn) -> HttpResponse:
    """How they want to be reminded."""
    page, _ = page_by_link(request, token)
    set_reminder(page.person, payload.remind)
    return _answer(training_by_link(request, token))


@router.delete("/people/{person_id}/training-link", response=schemas.Training | None)
def end_link(request: HttpRequest, person_id: int) -> schemas.Training | None:
    """The link to somebody's page opens nothing from now on; the next has another name."""
    by = coach(request)
    person: Person = person_of(by, person_id)
    end_page_link(by, person)
    return training_of(person, private=True)


def _answer(found: schemas.Training) -> HttpResponse:
    return HttpResponse(as_json(found), content_type="application/json")
